"""Accounts and what a photographer brings."""
