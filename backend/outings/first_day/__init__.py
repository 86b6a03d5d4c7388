"""The first day with a body: a guided path that can be left and taken up again, and its record."""
