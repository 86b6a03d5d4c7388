"""What the frame will look like: depth, blur, movement and noise. Arrays in, arrays out."""
