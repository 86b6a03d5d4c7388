"""From a situation, a body, a lens and a person to a setup with its reasons."""
