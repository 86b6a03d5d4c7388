"""Pictures of one's own, kept with a situation as the light of its place."""
