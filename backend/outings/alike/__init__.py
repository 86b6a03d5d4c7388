"""Two bodies of an outing kept alike: differences, clocks, prefixes, and one press to mend them."""
