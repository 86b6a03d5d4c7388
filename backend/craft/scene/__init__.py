"""The world of a situation: light, subjects, kinds of work."""
