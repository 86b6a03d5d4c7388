"""Following: a subject on its path, a hand that aims, and a body that focuses."""
