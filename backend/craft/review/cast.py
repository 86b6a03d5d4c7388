"""The colour that a frame came out with as a whole: how far its light is from grey."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from craft.white.colorimetry import temperature_and_tint
from craft.white.screen import XYZ_TO_RGB

TO_XYZ = np.linalg.inv(XYZ_TO_RGB)

MOST_MIRED, MOST_TINT = 200.0, 60.0
"""Casts over which a frame is of one colour rather than under a light: a stage in blue, a lawn alone (estimates)."""


@dataclass(frozen=True, slots=True)
class Cast:
    """mired: too warm, tint: thousandths of Duv too green, than grey is."""

    mired: float
    tint: float


def cast_of(rgb: NDArray[np.float64]) -> Cast:
    """How far linear light, (3,), of a finished file is from grey, along the black bodies and across them (Ohno 2013).

    >>> cast_of(np.ones(3))
    Cast(mired=0.0, tint=0.0)
    >>> cast_of(np.array((1.2, 1.0, 0.8))).mired > 20 > -20 > cast_of(np.array((0.8, 1.0, 1.2))).mired
    True
    """
    (mired, tint), (own, own_tint) = (_mired_and_tint(one) for one in (rgb, np.ones(3)))
    return Cast(mired - own, tint - own_tint)


def _mired_and_tint(rgb: NDArray[np.float64]) -> tuple[float, float]:
    kelvin, tint = temperature_and_tint(TO_XYZ @ rgb)
    return 1e6 / kelvin, tint


def cast_of_frame(stops: NDArray[np.float64]) -> Cast | None:
    """The cast of a frame of which the mean stops of red, green and blue, (3,), are known; None where it is of one colour.

    A white set otherwise multiplies each channel, so it adds the same to these means whatever the frame shows: two frames of one thing differ by it alone.

    >>> cast_of_frame(np.zeros(3)), cast_of_frame(np.array((-6.0, -6.0, 0.0)))
    (Cast(mired=0.0, tint=0.0), None)
    """
    found = cast_of(np.exp2(stops - stops.mean()))
    return found if abs(found.mired) <= MOST_MIRED and abs(found.tint) <= MOST_TINT else None
