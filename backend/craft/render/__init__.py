"""The simulated frame: what a body and a lens make of a stage, and what the file shows of it."""
