"""A person's own bodies and lenses."""
