"""Recipes: handed on, and translated to a body, lens and person of one's own."""
