"""A camera body to plug in: it holds settings, refuses some, takes frames of a drawn scene, wears down and is bumped."""
