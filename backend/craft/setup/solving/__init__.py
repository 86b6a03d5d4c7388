"""The exposure as it is planned, searched and solved."""
