"""The sun, the moon and the galaxy's core over a place, and the light of its sky."""
