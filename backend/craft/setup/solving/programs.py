"""What the body does by itself, beside what is wanted: its programs on this exposure, and the one that follows it most closely."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from craft.exposure.bounds import Dials
from craft.programs.replay import Program
from craft.programs.search import Found, Wish, nearest
from craft.scales.series import Floats
from craft.setup.solving.ladder import BRIGHTER, DARKER, Ladder

KEPT = 64
"""Searches that a process keeps: while one types, most of them are asked again."""


@dataclass(frozen=True, slots=True)
class _Aims:
    """Ends of what the picture asks, in true stops of a dial; infinite where it asks nothing."""

    longest: float
    shortest: float
    widest: float
    narrowest: float

    def short_of_time(self, stops: Floats) -> Floats:
        """Stops by which times are too long, or too short for a blur."""
        return np.asarray(np.maximum(np.maximum(self.longest - stops, stops - self.shortest), 0.0))

    def short_of_aperture(self, stops: Floats) -> Floats:
        """Stops by which apertures are too wide for the depth, or too narrow."""
        return np.asarray(np.maximum(np.maximum(self.widest - stops, stops - self.narrowest), 0.0))


def _aims(ladder: Ladder) -> _Aims:
    asked = ladder.plan.asked
    needs = [stops for stops in (asked.need, asked.shake) if stops is not None and math.isfinite(stops)]
    low, high = asked.targets.depth or (-math.inf, math.inf)
    apart = asked.targets.separation
    return _Aims(
        max(needs, default=-math.inf),
        math.inf if asked.targets.motion_blur is None else asked.targets.motion_blur,
        low if asked.deepest is None else min(low, asked.deepest),
        high if apart is None else min(high, apart),
    )


@lru_cache(maxsize=KEPT)
def _nearest(
    programs: tuple[Program, ...], dials: Dials, wished: tuple[bytes, bytes, bytes], first: int, meter: int, aims: _Aims
) -> tuple[Found, ...]:
    time, aperture, iso = (np.frombuffer(at, np.int64) for at in wished)
    return nearest(programs, dials, Wish(time, aperture, iso, first, meter, aims.short_of_time, aims.short_of_aperture))


def followed_by(ladder: Ladder, programs: tuple[Program, ...], swing_stops: float, meter_stops: float) -> tuple[Found, ...]:
    """Programs with their best limits, the one that follows the ladder most closely over the light's swing first.

    swing_stops, meter_stops : how far the light moves while one works, and what is metered by itself, from end to end.

    >>> one = course()
    >>> [found.program.mode.value for found in followed_by(one.solved, (one.automatics,), 1.0, 1.0)]
    ['manual']
    """
    q, found = ladder.plan.per_stop, ladder.found
    half = min(round(swing_stops / 2 * q), BRIGHTER * q, DARKER * q)
    rows = slice(ladder.now - half, ladder.now + half + 1)
    wished = tuple(np.ascontiguousarray(at[rows], np.int64).tobytes() for at in (found.time, found.aperture, found.iso))
    meter = min(round(meter_stops / 2 * q), 3 * q)
    return _nearest(programs, ladder.plan.free, (wished[0], wished[1], wished[2]), ladder.plan.target + half, meter, _aims(ladder))
