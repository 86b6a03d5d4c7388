"""Outings and situations."""
