"""The colour that a frame came out with: how far light is from grey, and one frame as a whole from another."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

import numpy as np
from numpy.typing import NDArray

from craft.white.colorimetry import mireds_and_tints
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
    [cast] = _casts_of(rgb[None])
    return cast


def _casts_of(rgb: NDArray[np.float64]) -> list[Cast]:
    """The same of many, (n, 3)."""
    mireds, tints = mireds_and_tints(np.concatenate([np.ones((1, 3)), rgb]) @ TO_XYZ.T)
    return [Cast(float(mired), float(tint)) for mired, tint in zip(mireds[1:] - mireds[0], tints[1:] - tints[0], strict=True)]


@dataclass(frozen=True, slots=True)
class Balance:
    """Mean stops of red and of blue in a frame over those of green. A white set otherwise multiplies each channel, so it adds the same to these whatever is in the frame."""

    red: float
    blue: float


def apart(these: Sequence[Balance], than: Balance) -> list[Cast]:
    """How much warmer and greener frames are than another that shows the same: of grey in the other.

    >>> apart([Balance(0.5, -1.0)], Balance(0.5, -1.0))
    [Cast(mired=0.0, tint=0.0)]
    >>> apart([Balance(0.6, -1.2)], Balance(0.5, -1.0)) == apart([Balance(0.1, -0.2)], Balance(0.0, 0.0))
    True
    """
    if not these:
        return []
    stops = np.array([(round(one.red - than.red, 9), 0.0, round(one.blue - than.blue, 9)) for one in these])
    return _casts_of(np.exp2(stops))


def middle_of(frames: Sequence[Balance]) -> Balance | None:
    """The middle of some frames, red and blue each for itself; None where there are none.

    >>> middle_of([Balance(0.0, 0.0), Balance(0.2, -0.1), Balance(0.9, -0.3)]), middle_of([])
    (Balance(red=0.2, blue=-0.1), None)
    """
    return Balance(median(one.red for one in frames), median(one.blue for one in frames)) if frames else None
