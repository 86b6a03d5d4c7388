"""Electrons, noise and range."""
