"""What a setup is said to be: in a few words, in notes, in cautions."""
