"""Facts, schools and the choice among them."""
