"""From a situation to a whole setup with its ladder and reasons."""
