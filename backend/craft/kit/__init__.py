"""What equipment can do: bodies, lenses, their dials and sensors."""
