"""The sun over a place."""
