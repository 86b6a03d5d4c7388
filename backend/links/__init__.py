"""Bodies that are plugged in: compared with a plan, loaded, watched, and their frames fetched."""
