"""A short sequence of frames under light that moves and a meter that wavers, as each program would give them.

One course of many that the situation allows: light goes once through its swing, and what is metered jumps from frame to frame over its
own, as framing and clothes do. It is the same for every program, so that they can be held against each other.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from craft.exposure.bounds import Dials
from craft.programs.replay import Program, replayed
from craft.scales.series import Floats, Ints

FRAMES = 12
"""Frames of a sequence: as many as are held against each other at a glance."""

GOLDEN = (math.sqrt(5) - 1) / 2
"""Steps of this share fill a range evenly, however many there are."""


@dataclass(frozen=True, slots=True, eq=False)
class Moves:
    """Stops from now by which the light has moved, and by which the meter is off, frame by frame."""

    light: Floats
    meter: Floats


def course_over(swing_stops: float, meter_stops: float) -> Moves:
    """Light and meter over a sequence; both swings are from end to end.

    >>> over = course_over(2.0, 1.0)
    >>> float(over.light.max().round(2)), float(over.light.min().round(2)), bool(np.abs(over.meter).max() <= 0.5)
    (1.0, -1.0, True)
    """
    k = np.arange(FRAMES)
    light = swing_stops / 2 * np.sin(2 * math.pi * k / FRAMES)
    meter = meter_stops * ((k * GOLDEN + 0.5) % 1 - 0.5)
    return Moves(np.asarray(light), np.asarray(meter))


def taken_over(program: Program, dials: Dials, target: int, moves: Moves) -> tuple[Ints, Ints, Ints]:
    """Positions of time, aperture and ISO of each frame; target: as metered now, a whole position.

    >>> one = course()
    >>> [int(at[0]) for at in taken_over(one.automatics, one.planned.free, one.planned.target, course_over(0.0, 0.0))]
    [26, 9, 2]
    """
    q = dials.time.per_stop
    return replayed(program, dials, target + np.round((moves.light + moves.meter) * q).astype(np.int64))
