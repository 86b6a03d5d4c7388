"""The walk that brings a body to a situation's setup."""
