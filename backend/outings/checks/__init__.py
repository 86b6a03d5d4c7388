"""Before the pictures: checks of an outing, what could slip, and defaults that bite."""
