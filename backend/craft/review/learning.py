"""What judged frames tell of whoever took them: how high an ISO they keep, how long they hold, and when too little is told.

A frame is kept or not for many reasons; what is learned is where the share of kept frames falls to half of what it is at its best, so that a
person who keeps one of ten learns the same as one who keeps nine.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

from craft.optics.movement import chance_of_a_sharp_frame
from craft.optics.steadiness import NINETEEN_OF_TWENTY, Fitted

Floats = NDArray[np.float64]

LEAST_FRAMES, LEAST_OF_EACH, LEAST_SPAN = 40, 8, 2.0
"""Judged frames, kept ones and others, and stops between the ends, under which nothing is learned."""

SURE = 0.05
"""A fall that chance alone would make in one of twenty cases is none."""

Z = 1.959964
"""Standard deviations that hold nineteen of twenty cases of a normal distribution."""


STEP = 1 / 3
"""Stops between two values of a dial: no limit is told more finely."""


class How(StrEnum):
    """What judged frames tell of a limit."""

    FEW = "few"
    FLAT = "flat"
    BEYOND = "beyond"
    FOUND = "found"


@dataclass(frozen=True, slots=True)
class Fall:
    """Where the share of kept frames falls to half of its best. at, low, high: in stops, and from where to where in nineteen of twenty cases, None where it was not found;
    best: share kept at the easy end; first, last: ends of what was seen; lacks: what there is too little of, in words."""

    how: How
    frames: int
    kept: int
    best: float
    first: float
    last: float
    at: float | None = None
    low: float | None = None
    high: float | None = None
    lacks: str = ""


@dataclass(frozen=True, slots=True)
class Rate:
    """Frames about a value, how many of them are kept, and from where to where the share lies in nineteen of twenty cases (Wilson 1927)."""

    stops: float
    frames: int
    kept: int
    low: float
    high: float

    @property
    def share(self) -> float:
        """Of the frames, those that are kept."""
        return self.kept / self.frames


def lacking(stops: Floats, kept: NDArray[np.bool_]) -> str:
    """What there is too little of to learn anything, in words; empty where there is enough.

    >>> lacking(np.zeros(12), np.ones(12, bool))
    '28 more judged frames'
    >>> lacking(np.linspace(0, 4, 50), np.ones(50, bool))
    '8 more that you would not keep'
    """
    if len(stops) < LEAST_FRAMES:
        return f"{LEAST_FRAMES - len(stops)} more judged frames"
    yes = int(kept.sum())
    if len(kept) - yes < LEAST_OF_EACH:
        return f"{LEAST_OF_EACH - len(kept) + yes} more that you would not keep"
    if yes < LEAST_OF_EACH:
        return f"{LEAST_OF_EACH - yes} more that you would keep"
    span = float(np.ptp(stops))
    return "" if span >= LEAST_SPAN else f"frames farther apart: they lie within {span:.2g} of {LEAST_SPAN:g} stops"


def fall_of(stops: ArrayLike, kept: ArrayLike) -> Fall:
    """Where fewer frames are kept as something rises: a logistic fit in stops (statsmodels), its half of the best by the delta method.

    Parameters
    ----------
    stops : (n,), rising to where it gets harder. kept : (n,) of truths.

    >>> seen = np.repeat([0.0, 1.0, 2.0, 3.0, 4.0], 20)
    >>> found = fall_of(seen, np.tile(np.arange(20), 5) < np.repeat([19, 18, 15, 9, 4], 20))
    >>> found.how.value, round(found.at, 1), round(found.low, 1), round(found.high, 1)
    ('found', 2.9, 2.4, 3.4)
    """
    x, y = np.asarray(stops, np.float64), np.asarray(kept, np.bool_)
    seen = (len(x), int(y.sum()))
    ends = (float(x.min()), float(x.max())) if len(x) else (0.0, 0.0)
    if lacks := lacking(x, y):
        return Fall(How.FEW, *seen, 0.0, *ends, lacks=lacks)
    if x[y].max() <= x[~y].min():  # no logistic fit has an end here: everything is kept up to one value, and nothing from another on
        under, over = float(x[y].max()), max(float(x[~y].min()), float(x[y].max()) + STEP)
        return Fall(How.FOUND, *seen, 1.0, *ends, (under + over) / 2, under, over)
    if x[y].min() >= x[~y].max():
        return Fall(How.FLAT, *seen, float(y.mean()), *ends)
    fitted = _logit(x - ends[0], y)
    best = 1 / (1 + math.exp(-float(fitted.params[0])))
    if fitted.params[1] >= 0 or fitted.pvalues[1] > 2 * SURE:
        return Fall(How.FLAT, *seen, float(y.mean()), *ends)
    at, off = _half(fitted.params, fitted.cov_params())
    if at + ends[0] > ends[1]:
        return Fall(How.BEYOND, *seen, best, *ends)
    return Fall(How.FOUND, *seen, best, *ends, at + ends[0], max(ends[0], at - off + ends[0]), at + off + ends[0])


def _logit(x: Floats, y: NDArray[np.bool_]) -> Any:
    from statsmodels.discrete.discrete_model import Logit  # takes two seconds to load, so only where something is learned

    return Logit(y.astype(np.float64), np.column_stack([np.ones_like(x), x])).fit(disp=False, maxiter=100)


def _half(params: Floats, spread: Floats) -> tuple[float, float]:
    """Where a fit falls to half of what it has at nought, and half of the interval of that, by its derivative in both parameters."""

    def half(of: Floats) -> float:
        best = 1 / (1 + np.exp(-of[0]))
        return float((np.log(best / 2) - np.log1p(-best / 2) - of[0]) / of[1])

    step = 1e-5
    slope = np.array([(half(params + step * way) - half(params - step * way)) / (2 * step) for way in np.eye(2)])
    return half(params), Z * math.sqrt(float(slope @ spread @ slope))


def rates_of(stops: ArrayLike, kept: ArrayLike) -> tuple[Rate, ...]:
    """Of judged frames by whole stops, how many are kept, the lowest first.

    >>> [(rate.stops, rate.kept, rate.frames, round(rate.low, 2), round(rate.high, 2)) for rate in rates_of([0, 0.2, 1], [True, False, True])]
    [(0.0, 1, 2, 0.09, 0.91), (1.0, 1, 1, 0.21, 1.0)]
    """
    x, y = np.round(np.asarray(stops, np.float64)), np.asarray(kept, np.bool_)
    found = []
    for value in np.unique(x):
        of = y[x == value]
        low, high = wilson(int(of.sum()), len(of))
        found.append(Rate(float(value), len(of), int(of.sum()), low, high))
    return tuple(found)


def wilson(kept: int, frames: int) -> tuple[float, float]:
    """From where to where a share lies in nineteen of twenty cases (Wilson 1927, score interval).

    >>> [round(end, 3) for end in wilson(9, 10)]
    [0.596, 0.982]
    """
    share, z2 = kept / frames, Z * Z / frames
    middle, half = share + z2 / 2, Z * math.sqrt(share * (1 - share) / frames + z2 / (4 * frames))
    return max(0.0, (middle - half) / (1 + z2)), min(1.0, (middle + half) / (1 + z2))


HANDS = np.geomspace(0.05, 30.0, 601)
"""Steadinesses that are tried: each a hundredth more than the one before."""

SHARES = np.linspace(0.02, 1.0, 50)
"""Shares of sharp frames that are kept at all, for all other reasons."""


@dataclass(frozen=True, slots=True)
class Hand:
    """How steady judged frames by hand show somebody to be; keeps: of sharp frames, those that they keep; hand: None where nothing was found, and what lacks."""

    frames: int
    kept: int
    keeps: float = 0.0
    hand: Fitted | None = None
    lacks: str = ""


def hand_of(times: Sequence[float], kept: Sequence[bool]) -> Hand:
    """A steadiness from judged frames by hand of what stands still, whatever share of sharp ones is kept.

    Parameters
    ----------
    times : of the time at which an ordinary hand, of steadiness 1, blurs by its limit with that kit, (n,). kept : (n,).

    The likelihood of both, its best over the share that is kept, and an interval by what it loses (Wilks 1938).

    >>> tried = [0.25] * 20 + [1.0] * 20 + [4.0] * 20
    >>> found = hand_of(tried, [True] * 18 + [False] * 2 + [True] * 11 + [False] * 9 + [True] * 1 + [False] * 19)
    >>> round(found.hand.steadiness, 1), round(found.keeps, 1)
    (1.0, 0.9)
    """
    steps, yes = np.round(6 * np.log2(np.asarray(times, np.float64))) / 6, np.asarray(kept, np.bool_)
    if lacks := lacking(steps, yes):
        return Hand(len(steps), int(yes.sum()), lacks=lacks)
    at, group = np.unique(steps, return_inverse=True)
    sharp, frames = np.bincount(group, weights=yes), np.bincount(group)
    chance = np.clip(chance_of_a_sharp_frame(np.exp2(at)[:, None], HANDS), 1e-12, 1 - 1e-9)
    of_each = chance[:, :, None] * SHARES
    likely = np.einsum("t,ths->hs", sharp, np.log(of_each)) + np.einsum("t,ths->hs", frames - sharp, np.log1p(-of_each))
    best = likely.max(axis=1)
    within = HANDS[best >= best.max() - NINETEEN_OF_TWENTY]
    if within[0] == HANDS[0] or within[-1] == HANDS[-1]:
        lacks = (
            "longer times: as many are kept at the longest as at the shortest"
            if within[-1] == HANDS[-1]
            else "shorter times: hardly any is kept"
        )
        return Hand(len(steps), int(yes.sum()), lacks=lacks)
    top = int(best.argmax())
    keeps = float(SHARES[likely[top].argmax()])
    return Hand(len(steps), int(yes.sum()), keeps, Fitted(float(HANDS[top]), float(within[0]), float(within[-1])))
