"""Cards and links of an outing: how long bursts last, what waits to be sent, what is not yet copied."""
