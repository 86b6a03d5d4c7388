"""White: spectra of lights, reflectances of surfaces, the numbers that a camera has of them, and what a set white makes of these."""
