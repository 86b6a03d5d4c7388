"""Days, their situations, and their history."""
