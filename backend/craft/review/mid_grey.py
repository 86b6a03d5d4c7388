"""How far the tone that a body's meter aims at lies below where its counts end, from raws of an even wall as it meters them.

By the saturation-based rating that is 78/10, so 2.96 stops [iso12232]; bodies differ, as each maker places the tone that it aims at.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

LEAST = 3
"""Frames from which it is told: of fewer nobody knows whether they agree."""

APART = 0.5
"""Stops that they may lie apart; more, and the light changed, or the meter saw something else."""

LOWEST, HIGHEST = 1.5, 5.0
"""Stops between which it lies: a sheet of paper is no brighter, and no body keeps so much back."""


@dataclass(frozen=True, slots=True)
class MidGrey:
    """What metered frames tell. lacks: in words, and nothing else where they do not suffice; stops: from the middle grey to where counts end, and its standard error."""

    frames: int
    lacks: str = ""
    stops: float = 0.0
    off: float = 0.0


def stops_to_clip(mean: float, full: float, compensation_ev: float) -> float:
    """Stops from the tone that a meter aims at to where counts end, by one frame of even light.

    mean, full: of its counts and where they end, both over black; compensation_ev: by which it was told to make it brighter.

    >>> round(stops_to_clip(0.128, 1.0, 0.0), 2), round(stops_to_clip(0.256, 1.0, 1.0), 2)
    (2.97, 2.97)
    """
    return math.log2(full / mean) + compensation_ev


def mid_grey(stops: Sequence[float]) -> MidGrey:
    """What frames tell together, each by ``stops_to_clip``: their median.

    >>> mid_grey([3.3, 3.32]).lacks, round(mid_grey([3.3, 3.32, 3.31]).stops, 2)
    ('1 more raw of an even wall as its meter sets it', 3.31)
    """
    if len(stops) < LEAST:
        more = LEAST - len(stops)
        return MidGrey(len(stops), f"{more} more {'raw' if more == 1 else 'raws'} of an even wall as its meter sets it")
    apart, middle = max(stops) - min(stops), float(np.median(stops))
    if apart > APART:
        return MidGrey(len(stops), f"frames that agree: these lie {apart:.1f} stops apart; begin again in light that stays")
    if not LOWEST <= middle <= HIGHEST:
        return MidGrey(len(stops), f"frames that can be: these say {middle:.1f} stops, {LOWEST:g} to {HIGHEST:g} are accepted")
    return MidGrey(len(stops), "", middle, float(np.std(stops, ddof=1)) / math.sqrt(len(stops)))
