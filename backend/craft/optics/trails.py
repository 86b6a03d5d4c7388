"""Stars that draw lines: how far one moves in the frame while the shutter is open, and three schools of how long that may be."""

# fmt: off

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from craft.optics.movement import EARTH_RAD_S, trail_limit_500_s, trail_limit_npf_s
from craft.scales.series import Floats

Axis = tuple[float, float, float]
"""The axis that the sky turns about as a camera sees it, right, down and ahead, its length the radians of a second."""

STRAIGHT: Axis = (0.0, EARTH_RAD_S, 0.0)
"""A camera that looks at the sky's equator: stars in its middle go straight across, and none goes faster."""


def star_motion(axis: Axis, u: ArrayLike, v: ArrayLike) -> tuple[Floats, Floats]:
    """How fast the image of a star moves across and down, at places of a picture at unit focal length, in focal lengths a second.

    The image of direction p = (u, v, 1) is (u, v); p moves by w x p, and its image by that less p times its part ahead.

    >>> [round(float(way / EARTH_RAD_S), 3) for way in star_motion(STRAIGHT, 1.0, 0.5)]
    [2.0, 0.5]
    """
    u, v = np.asarray(u), np.asarray(v)
    x, y, z = axis
    ahead = x * v - y * u
    return np.asarray(y - z * v - u * ahead), np.asarray(z * u - x - v * ahead)


@dataclass(frozen=True, slots=True)
class Frame:
    """What trails are told of: focal length and half the sides of the picture, in metres; pixel's pitch in metres; the axis the sky turns about; declination of the stars as a rule is told it, in radians."""

    focal_m: float
    half_wide_m: float
    half_high_m: float
    pitch_m: float
    axis: Axis = STRAIGHT
    declination_rad: float = 0.0

    def px_a_second(self, across: float, down: float) -> float:
        """Pixels that a star draws in a second at a place of the picture, in shares of half its sides.

        >>> frame = Frame(0.02, 0.018, 0.012, 5.9e-6)
        >>> round(frame.px_a_second(0.0, 0.0), 3), round(frame.px_a_second(1.0, 1.0), 3)
        (0.247, 0.467)
        """
        u, v = across * self.half_wide_m / self.focal_m, down * self.half_high_m / self.focal_m
        return float(np.hypot(*star_motion(self.axis, u, v))) * self.focal_m / self.pitch_m

    @property
    def middle_px_s(self) -> float:
        """Pixels that a star draws in a second in the middle."""
        return self.px_a_second(0.0, 0.0)

    @property
    def fastest_px_s(self) -> float:
        """Pixels that the fastest star of the picture draws in a second: it stands on its edge, by a grid of sixteen places to a side.

        >>> frame = Frame(0.02, 0.018, 0.012, 5.9e-6)
        >>> frame.fastest_px_s == frame.px_a_second(1.0, 1.0)
        True
        """
        edge = np.linspace(-1, 1, 17)
        around = [*((float(at), side) for at in edge for side in (-1.0, 1.0)), *((side, float(at)) for at in edge for side in (-1.0, 1.0))]
        return max(self.px_a_second(*at) for at in around)


DRAWN_PX = 2.0
"""Pixels of the fastest star that the school of pixels lets through: at 100 % a point that is twice as long as wide."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TrailSchool:
    """A school of how long stars may be drawn; time_s: by f-number and frame; accepts: what it takes for a point."""

    slug: str
    label: str
    accepts: str
    time_s: Callable[[float, Frame], float]
    source: str


def _older(aperture: float, frame: Frame) -> float:
    return float(trail_limit_500_s(frame.focal_m * 1000, 0.018 / frame.half_wide_m))


def _npf(aperture: float, frame: Frame) -> float:
    return float(trail_limit_npf_s(aperture, frame.focal_m * 1000, frame.pitch_m * 1e6, frame.declination_rad))


def _pixels(aperture: float, frame: Frame) -> float:
    return DRAWN_PX / max(frame.fastest_px_s, 1e-9)


SCHOOLS: tuple[TrailSchool, ...] = (
    TrailSchool(slug="older", label="500 over the focal length", accepts="what is round on a small print, as grain once was", time_s=_older, source="practice of film"),
    TrailSchool(slug="npf", label="by aperture, pixel and focal length", accepts="a trail as long as the point itself is wide, of a star at the declination that is said, the sky's equator where none is", time_s=_npf, source="NPF rule, 2015"),
    TrailSchool(slug="pixels", label=f"{DRAWN_PX:g} pixels of the fastest star", accepts="what is round at 100 %, in every corner and where this camera looks", time_s=_pixels, source="projection"),
)


@dataclass(frozen=True, slots=True)
class Drawn:
    """What a school lets through: seconds, and the pixels of a trail in the middle and of the longest."""

    school: TrailSchool
    time_s: float
    middle_px: float
    longest_px: float


def drawn_by(aperture: float, frame: Frame) -> tuple[Drawn, ...]:
    """Three schools side by side, each with the trails that it lets through.

    >>> [(one.school.slug, round(one.time_s, 1), round(one.longest_px, 1)) for one in drawn_by(1.8, Frame(0.02, 0.018, 0.012, 5.9e-6))]
    [('older', 25.0, 11.7), ('npf', 5.7, 2.6), ('pixels', 4.3, 2.0)]
    """
    times = [(school, school.time_s(aperture, frame)) for school in SCHOOLS]
    return tuple(Drawn(school, time, time * frame.middle_px_s, time * frame.fastest_px_s) for school, time in times)


def trail_s(angle_deg: float) -> float:
    """How long a star takes for so many degrees about the pole.

    >>> round(trail_s(15.0) / 60, 1)
    59.8
    """
    return math.radians(angle_deg) / EARTH_RAD_S
