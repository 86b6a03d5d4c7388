"""What is sharp with a distance set and left, as values."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Reach:
    """What is sharp with one distance set at one aperture; None: infinity. Metres."""

    aperture: float
    distance_m: float | None
    near_m: float
    far_m: float | None


@dataclass(frozen=True, slots=True)
class Zone:
    """The distance to set with its reach now, at each other aperture of the ladder, and at other distances by the present aperture; how it is set."""

    now: Reach
    by_aperture: tuple[Reach, ...]
    by_distance: tuple[Reach, ...]
    how: str
