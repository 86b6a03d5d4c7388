"""Controls of the bodies of an outing: what the day wants under a finger, and where to put it."""
