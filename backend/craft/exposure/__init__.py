"""What is asked of an exposure, and the one that concedes least."""
