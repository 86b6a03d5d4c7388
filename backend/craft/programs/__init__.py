"""What a body does by itself as light changes: its programs replayed, and the one that follows a wish most closely."""
