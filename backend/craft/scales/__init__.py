"""Stops, series, labels and light: the units everything else is written in."""
