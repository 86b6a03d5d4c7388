"""Stand-ins for outside devices: processes of their own, behind the same small interface that a real one would have."""
