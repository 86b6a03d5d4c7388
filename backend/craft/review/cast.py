"""The colour that a frame came out with: how far light is from grey, and one frame as a whole from another."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

import numpy as np
from numpy.typing import NDArray

from craft.white.colorimetry import temperature_and_tint
from craft.white.screen import XYZ_TO_RGB

TO_XYZ = np.linalg.inv(XYZ_TO_RGB)


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


@dataclass(frozen=True, slots=True)
class Balance:
    """Mean stops of red and of blue in a frame over those of green. A white set otherwise multiplies each channel, so it adds the same to these whatever is in the frame."""

    red: float
    blue: float


def apart(one: Balance, than: Balance) -> Cast:
    """How much warmer and greener one frame is than another that shows the same: of grey in the other.

    >>> apart(Balance(0.5, -1.0), Balance(0.5, -1.0))
    Cast(mired=0.0, tint=0.0)
    >>> apart(Balance(0.6, -1.2), Balance(0.5, -1.0)).mired == apart(Balance(0.1, -0.2), Balance(0.0, 0.0)).mired
    True
    """
    red, blue = round(one.red - than.red, 9), round(one.blue - than.blue, 9)
    return cast_of(np.exp2(np.array((red, 0.0, blue))))


def middle_of(frames: Sequence[Balance]) -> Balance | None:
    """The middle of some frames, red and blue each for itself; None where there are none.

    >>> middle_of([Balance(0.0, 0.0), Balance(0.2, -0.1), Balance(0.9, -0.3)]), middle_of([])
    (Balance(red=0.2, blue=-0.1), None)
    """
    return Balance(median(one.red for one in frames), median(one.blue for one in frames)) if frames else None
