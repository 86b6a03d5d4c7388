"""Shots to test with, and flat or edged pictures in a scene's place."""

from __future__ import annotations

from typing import Any

from craft.kit.body import Sensor
from craft.render.shot import Shot
from craft.stage.stages import BY_SLUG

SENSOR = Sensor(36, 24, 6000, 4000, 52_000, 2.4, 6.5, dual_gain_iso=800, dual_gain_read_noise_e=1.2)


def a_shot(slug: str = "hall", **changes: Any) -> Shot:
    """The usual composition of a scene, everything sharp and as metered at ISO 800, unless it is said otherwise."""
    stage = BY_SLUG[slug]
    usual: dict[str, Any] = {
        "stage": slug,
        "above": stage.above,
        "below": stage.below,
        "kelvin": 5500.0,
        "distance_m": stage.distance_m,
        "focal_mm": stage.usual_mm,
        "width_mm": 36.0,
        "height_mm": 24.0,
        "sensor": SENSOR,
        "base_stops": 0.0,
        "aperture": 8.0,
        "time_s": 1 / 128,
        "iso_stops": 3.0,
        "protection": 0.0,
        "key_stops": -3.0,
        "white_k": 5500.0,
        "focus_m": stage.distance_m,
    }
    return Shot(**{**usual, **changes})
