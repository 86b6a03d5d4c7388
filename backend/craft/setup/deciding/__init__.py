"""The steps of deciding, each a function from how far it has come to the next; their order is in craft.setup.steps."""
