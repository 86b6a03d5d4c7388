"""Pocket cards: frozen setups."""
