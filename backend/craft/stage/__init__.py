"""Drawn scenes: cut-paper stage sets in world terms, that a lens frames and a light falls on."""
