"""Which setups use a value, and which a new profile would change."""
