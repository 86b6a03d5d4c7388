"""Nights over an outing's place: windows over a month or a year, and their calendar."""
