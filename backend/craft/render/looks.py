"""What the body makes of its file: looks as settings of the body name them, each as what it does to the picture."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from craft.vocabulary.setting import Value


@dataclass(frozen=True, slots=True)
class Taste:
    """How a file is finished. contrast: times as steep; saturation: of colours, 0 is grey; sharpness: share of what is finer than a
    pixel or so that is added; smoothing: levels of 255 within which neighbours are evened out; warns_at, blocked_at: levels at
    which the preview marks."""

    contrast: float = 1.0
    saturation: float = 1.0
    sharpness: float = 0.0
    smoothing: float = 0.0
    warns_at: int = 250
    blocked_at: int = 6


AS_USUAL = Taste()
"""A file of which nothing is known."""

# Estimates of what bodies do: they keep their curves to themselves. Only the order of the rows is sure.
LOOKS: dict[str, tuple[float, float]] = {
    "flat": (0.72, 0.8),
    "neutral": (0.9, 0.92),
    "natural": (1.0, 1.0),
    "vivid": (1.16, 1.25),
    "grey": (1.0, 0.0),
}
MERGED = {"low": 1.0, "middle": 0.86, "high": 0.72}
"""What is left of the contrast in a file that the body put together, by the strength of the merge."""

CONTRAST = {"low": 0.88, "middle": 1.0, "high": 1.14}
SATURATION = {"low": 0.85, "middle": 1.0, "high": 1.18}
SHARPNESS = {"low": 0.15, "middle": 0.35, "high": 0.8}
SMOOTHING = {"off": 0.0, "low": 5.0, "usual": 10.0, "strong": 22.0}
WARNS = {"near_the_ends": (253, 3), "usual": (250, 6), "early": (238, 16)}


def taste_of(values: Mapping[str, Value]) -> Taste:
    """How a body with these settings finishes its file; what is not set is as usual.

    >>> taste_of({"look": "grey"}).saturation, taste_of({"warning_points": "early"}).warns_at
    (0.0, 238)
    """
    steep, strong = LOOKS[str(values.get("look", "natural"))]
    warns, blocked = WARNS[str(values.get("warning_points", "usual"))]
    return Taste(
        steep * CONTRAST[str(values.get("look_contrast", "middle"))],
        strong * SATURATION[str(values.get("look_saturation", "middle"))],
        SHARPNESS[str(values.get("look_sharpness", "middle"))],
        SMOOTHING[str(values.get("high_iso_noise_reduction", "usual"))],
        warns,
        blocked,
    )
