"""Frames that came back from a day: brought in, judged, laid beside the plan, learned from."""
