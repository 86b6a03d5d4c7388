"""White against published tables and an independent library."""
