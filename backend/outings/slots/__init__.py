"""Custom slots of an outing: what each should hold, what it holds now, and what it cannot hold."""
