"""How long a sensor takes to be read, from the bands that a lamp on the mains draws over raws of an even wall.

A lamp pulses twice a period of the mains. Lines are exposed one after the other, so that a frame shows as many bands as pulses pass while it is read [liang2008].
What stays from frame to frame (corners that fall off, dust) is no band: only what differs between frames that were begun at other instants is looked at.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize_scalar

from craft.optics.movement import pulses_hz

Floats = NDArray[np.float64]

LEAST, MOST_FRAMES = 6, 24
"""Frames from which bands are told, and as many as help."""

FEWEST, MOST = 0.25, 40.0
"""Bands in a frame that are looked for: fewer are a slope, more are finer than what is kept of a frame."""

STEP = 0.1
"""Bands between two that are tried first: two sines over one frame are told apart from about one band on."""

SEEN = 4.0
"""Times by which bands must be larger than what they leave unexplained, line by line, or none are seen."""

FEWEST_TOLD = 0.8
"""Bands under which what a pulse looks like says more than how many there are."""

SURE = 0.05
"""A share of a figure: one that is known less well is not told yet."""

CLIPPED, DARKEST = 0.001, 0.01
"""Share of clipped pixels past which, and of the room to where counts end under which a frame tells nothing true."""

LONGEST_S = 1 / 150
"""By a hundred pulses a second a third of their depth is left at this time, and nothing at 1/100."""


@dataclass(frozen=True, slots=True)
class Banded:
    """What frames under a lamp tell. lacks: in words, and nothing else where they do not suffice; bands: in a frame, and its standard error; depth: share by which they are
    darker and brighter."""

    frames: int
    lacks: str = ""
    bands: float = 0.0
    off: float = 0.0
    depth: float = 0.0

    def read_in_s(self, mains_hz: float) -> tuple[float, float]:
        """How long a frame is read and its standard error, in seconds, by a lamp on mains of this frequency in Hz.

        >>> [round(one, 4) for one in Banded(6, "", 3.0, 0.05, 0.2).read_in_s(50.0)]
        [0.03, 0.0005]
        """
        pulses = pulses_hz(mains_hz)
        return self.bands / pulses, self.off / pulses


def _waves(lines: int, bands: float, overtones: int) -> Floats:
    """So many bands over a frame, and finer ones of the same pulses, each at any phase: an orthonormal basis, (lines, 1 + 2 overtones)."""
    line = 2 * math.pi * bands * (np.arange(lines) + 0.5) / lines
    waves = [wave(k * line) for k in range(1, overtones + 1) for wave in (np.cos, np.sin)]
    return np.linalg.qr(np.column_stack([np.ones(lines), *waves]))[0]


def _rest(apart: Floats, bands: float, overtones: int) -> float:
    """What so many bands leave unexplained, as a sum of squares."""
    return float((apart**2).sum() - ((apart @ _waves(apart.shape[1], bands, overtones)) ** 2).sum())


def _fitted(apart: Floats, near: float, overtones: int) -> float:
    low, high = max(FEWEST / 2, near - STEP), near + STEP
    best = minimize_scalar(lambda bands: _rest(apart, bands, overtones), bounds=(low, high), method="bounded", options={"xatol": 1e-5})
    return float(best.x)


def banded(frames: Sequence[Floats]) -> Banded:
    """The bands of frames of one wall under one lamp: the number that explains best how they differ, each with a phase of its own.

    Its error is that of the noise, and by how much it moves with the shape that a pulse is taken to have: of less than one band that is most of it.

    frames : of each the light of its lines from the first that is read to the last, at least 32 of them, all above 0; all of one length.

    >>> line = np.arange(128) / 128
    >>> found = banded([(2 - line) * (1 + 0.3 * np.cos(2 * np.pi * 3.3 * line + phase)) for phase in range(6)])
    >>> round(found.bands, 2), round(found.depth, 1)
    (3.3, 0.3)
    >>> banded([2 - line] * 6).lacks[:15]
    'no bands differ'
    """
    count = len(frames)
    if count < LEAST:
        more = LEAST - count
        return Banded(count, f"{more} more {'frame' if more == 1 else 'frames'} of the same wall under the lamp, each begun anew")
    light = np.log(np.stack(frames))
    apart = light - light.mean(axis=1, keepdims=True)
    apart -= apart.mean(axis=0)
    tried = np.arange(FEWEST, min(MOST, apart.shape[1] / 4), STEP)
    first = float(tried[np.argmin([_rest(apart, bands, 1) for bands in tried])])
    bands, other = _fitted(apart, first, 2), _fitted(apart, first, 3)
    rest = _rest(apart, bands, 2)
    noise = rest / ((count - 1) * (apart.shape[1] - 5) - 1)
    shown = (float((apart**2).sum()) - rest) / apart.size
    if shown < SEEN**2 * max(noise, 1e-12):
        return Banded(
            count,
            "no bands differ between these frames: a lamp that pulses, times of 1/500 or shorter, the electronic shutter, the wall out of focus",
        )
    if bands < FEWEST_TOLD:
        return Banded(count, "less than four fifths of a band are in a frame: it is read too fast to be told by a lamp")
    around = 0.01 * max(bands, 1.0)
    bend = (_rest(apart, bands + around, 2) + _rest(apart, bands - around, 2) - 2 * rest) / around**2
    off = math.hypot(math.sqrt(2 * noise / bend), bands - other) if bend > 0 else math.inf
    if off > SURE * bands:
        return Banded(
            count, f"more frames: {bands:.2f} bands are known to {100 * off / bands:.0f} % only" if math.isfinite(off) else "more frames"
        )
    return Banded(count, "", bands, off, math.sqrt(2 * shown * count / (count - 1)))


def wrong_with_lines(lines: Floats, clipped: float, room: float, time_s: float | None) -> str:
    """Why a frame shows no bands that can be told, in words; empty where it may.

    lines : light of its lines over black, in counts; clipped : share of its pixels; room : counts from black to where they end.

    >>> wrong_with_lines(np.full(64, 900.0), 0.0, 4000.0, 0.001), wrong_with_lines(np.full(64, 900.0), 0.0, 4000.0, 0.02)
    ('', 'its time of 0.02 s is longer than a pulse, which wipes the bands out: 1/500 or shorter shows them')
    """
    if clipped > CLIPPED:
        return "it is clipped: give it less light"
    if float(lines.min()) < DARKEST * room:
        return "it is too dark: give it more light"
    if time_s is not None and time_s > LONGEST_S:
        return f"its time of {time_s:.3g} s is longer than a pulse, which wipes the bands out: 1/500 or shorter shows them"
    return ""
