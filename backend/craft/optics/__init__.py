"""Depth, blur, shake and movement on the sensor."""
