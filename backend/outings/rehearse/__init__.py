"""Rehearsing a picture: the simulated frame, its ruler of tones, the frames beside it, and those that are kept."""
