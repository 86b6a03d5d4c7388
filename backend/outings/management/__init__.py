"""Commands."""
