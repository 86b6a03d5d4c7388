"""The open forms a situation, a kit and a setup are written in: JSON in, JSON out, errors at their place."""
