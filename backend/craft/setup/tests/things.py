"""What tests are made on: the situation that docstrings show things on, and stars."""

from __future__ import annotations

from craft.examples import BODY, LENS, SENSOR, situation
from craft.scene.light import Light
from craft.vocabulary.terms import Genre

__all__ = ["BODY", "LENS", "SENSOR", "STARS", "situation"]

STARS = {"genre": Genre.NIGHT_SKY, "focal_length_mm": 24, "light": Light(-7.0), "subject_slug": "galaxy"}
