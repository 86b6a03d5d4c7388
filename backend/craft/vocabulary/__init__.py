"""The settings of a camera: what they are called, what they touch, and what goes with what."""
