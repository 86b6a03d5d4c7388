"""The tones of a scene as a lens frames them, and what a meter makes of them."""
