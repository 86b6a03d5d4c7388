"""Tests of the stand-in body."""
