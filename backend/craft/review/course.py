"""How brightness and white of a picture's frames go along its hours, and how much they wander from frame to frame."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from statistics import median

import numpy as np
from scipy.stats import theilslopes

from craft.review.bursts import bursts_of
from craft.review.cast import apart, middle_of
from craft.review.frame import Frame

LEAST_BURSTS, LEAST_STEPS = 8, 12
"""Bursts from which a trend is told, and steps from one frame to the next from which wandering is."""

MOST_BURSTS = 300
"""Bursts that a trend is drawn through, evenly taken: every pair of them is looked at."""

SEEN_STOPS, SEEN_MIRED = 0.25, 5.0
"""Under which neither is told: of two frames side by side nobody sees it."""

SPREAD = 1.4826 / math.sqrt(2)
"""Standard deviation of one of two, by the median of how far they are apart (Rousseeuw and Croux 1993)."""

Values = Sequence[float | None]
"""Something of each of some frames; None where it does not tell."""


def brightness_of(frames: Sequence[Frame]) -> Values:
    """Stops of the means of frames from mid-grey.

    >>> brightness_of([Frame(0.0, mean_stops=-0.5), Frame(0.0)])
    [-0.5, None]
    """
    return [frame.mean_stops for frame in frames]


def warmth_of(frames: Sequence[Frame]) -> Values:
    """By how many mireds frames are warmer than the middle of them.

    >>> from craft.review.cast import Balance
    >>> [None if one is None else round(one) for one in warmth_of([*(Frame(0.0, balance=Balance(0.1 * k, -0.1 * k)) for k in range(3)), Frame(0.0)])]
    [-13, 0, 13, None]
    """
    told = [frame.balance for frame in frames if frame.balance is not None]
    middle = middle_of(told)
    casts = iter(apart(told, middle) if middle is not None else ())
    return [None if frame.balance is None else next(casts).mired for frame in frames]


@dataclass(frozen=True, slots=True)
class Trend:
    """Change from the first hour to the last, and from where to where that lies in nineteen of twenty cases."""

    over: float
    low: float
    high: float

    def shows(self, seen: float) -> bool:
        """Whether there is one, and somebody sees it."""
        return self.low * self.high > 0 and abs(self.over) >= seen


@dataclass(frozen=True, slots=True)
class Going:
    """How one thing goes along the hours. trend: None where there are too few bursts; wander: standard deviation from frame to frame within a burst, None where there are too few."""

    trend: Trend | None
    wander: float | None


def going_of(frames: Sequence[Frame], values: Values) -> Going:
    """How something goes along frames of one body, in the order of their hours: a line through the middles of bursts (Theil and Sen 1968), as frames of one burst are no witnesses of their own.

    >>> shot = [Frame(600.0 * k + at, mean_stops=-0.1 * k + 0.02 * (k * 7 % 3)) for k in range(12) for at in (0.0, 0.3)]
    >>> going = going_of(shot, brightness_of(shot))
    >>> round(going.trend.over, 1), going.trend.shows(SEEN_STOPS), going.wander
    (-1.1, True, 0.0)
    >>> going_of(shot[:4], brightness_of(shot[:4]))
    Going(trend=None, wander=None)
    """
    points, steps = [], []
    for burst in bursts_of(frames):
        there = [(frames[k].at_s, value) for k in burst if frames[k].at_s >= 0 and (value := values[k]) is not None]
        steps += [abs(later[1] - one[1]) for one, later in pairwise(there)]
        if there:
            points.append((there[0][0], median(value for _, value in there)))
    return Going(_trend(points), SPREAD * median(steps) if len(steps) >= LEAST_STEPS else None)


def _trend(points: Sequence[tuple[float, float]]) -> Trend | None:
    if len(points) < LEAST_BURSTS:
        return None
    at, values = np.array(points[:: math.ceil(len(points) / MOST_BURSTS)]).T
    found, span = theilslopes(values, at, alpha=0.95), float(at[-1] - at[0])
    return Trend(float(found[0]) * span, float(found[2]) * span, float(found[3]) * span)


def words_of(frames: Sequence[Frame]) -> list[str]:
    """What is to be said of the course of a picture's frames of one body, in sentences; nothing where it holds.

    >>> words_of([Frame(600.0 * k, mean_stops=-0.1 * k) for k in range(12)])
    ['They came out 1.1 stops darker at the end than at the beginning (1.1 to 1.1).']
    """
    light, white = going_of(frames, brightness_of(frames)), going_of(frames, warmth_of(frames))
    said = []
    if light.trend and light.trend.shows(SEEN_STOPS):
        said.append(f"They came out {_change(light.trend, 'stops', ('darker', 'brighter'), 1)}.")
    if light.wander is not None and light.wander >= SEEN_STOPS:
        said.append(f"Within bursts brightness wanders by {light.wander:.1f} stops from frame to frame.")
    if white.trend and white.trend.shows(SEEN_MIRED):
        said.append(f"White came out {_change(white.trend, 'mired', ('colder', 'warmer'), 0)}{_by_whom(frames)}.")
    if white.wander is not None and white.wander >= SEEN_MIRED:
        said.append(f"Within bursts white wanders by {white.wander:.0f} mired from frame to frame{_by_whom(frames)}.")
    return said


def _change(trend: Trend, unit: str, ways: tuple[str, str], digits: int) -> str:
    low, high = sorted((abs(trend.low), abs(trend.high)))
    return f"{abs(trend.over):.{digits}f} {unit} {ways[trend.over > 0]} at the end than at the beginning ({low:.{digits}f} to {high:.{digits}f})"


def _by_whom(frames: Sequence[Frame]) -> str:
    """Who moved the white, as far as the files tell."""
    told = [frame.white_auto for frame in frames if frame.white_auto is not None]
    if not told:
        return ""
    if all(told):
        return ": the body chose it, and one correction does not fit all of them; white by a number would"
    return "" if any(told) else ", though it stood still: the light or what fills the frame changed"
