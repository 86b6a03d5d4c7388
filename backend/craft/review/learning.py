"""What judged frames tell of whoever took them: how high an ISO they keep, how long they hold, and when too little is told.

A frame is kept or not for many reasons. So each picture has a share of its own that is kept where nothing costs anything, and only how that falls within a
picture tells: whoever keeps one of ten birds and nine of ten portraits learns the same of both.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.special import expit

from craft.optics.movement import chance_of_a_sharp_frame
from craft.optics.steadiness import NINETEEN_OF_TWENTY, Fitted

Floats = NDArray[np.float64]

LEAST_FRAMES, LEAST_OF_EACH, LEAST_SPAN = 40, 8, 2.0
"""Judged frames, kept ones and others, and stops between the ends within a picture, under which nothing is learned."""

CHANCE = 3.0
"""Half of the 95th percentile of chi-squared with two degrees: a fall that makes what was seen no more likely than that is none (Wilks 1938)."""

Z = 1.959964
"""Standard deviations that hold nineteen of twenty cases of a normal distribution."""

FINE, PAST = 12, 3.0
"""Places in a stop that are tried for a limit, and stops before the first frame and past the last to which they are."""

SLOPES = np.geomspace(0.4, 6.0, 12)
"""Log odds in a stop that are tried for how fast the share falls."""

HANDS = np.geomspace(0.05, 30.0, 601)
"""Steadinesses that are tried: each a hundredth more than the one before."""

SHARES = np.concatenate([np.linspace(0.01, 0.98, 40), [1.0]])
"""Shares that are tried for what is kept where nothing costs anything."""

BINS = 6
"""Values in a stop that are told from each other: no dial has more."""


class How(StrEnum):
    """What judged frames tell of a limit."""

    FEW = "few"
    FLAT = "flat"
    BEYOND = "beyond"
    FOUND = "found"


@dataclass(frozen=True, slots=True)
class Fall:
    """Where the share of kept frames falls to half of what it is where nothing costs anything. at, low, high: in stops, and from where to where in nineteen of twenty cases,
    None where it was not found; best: the share kept there; first, last: ends of what was seen; lacks: what there is too little of, in words."""

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


def lacking(stops: Floats, kept: NDArray[np.bool_], of: NDArray[np.intp]) -> str:
    """What there is too little of to learn anything, in words; empty where there is enough. of : (n,), numbers of pictures from 0.

    >>> lacking(np.zeros(12), np.ones(12, bool), np.zeros(12, int))
    '28 more judged frames'
    >>> lacking(np.linspace(0, 4, 50), np.ones(50, bool), np.zeros(50, int))
    '8 more that you would not keep'
    """
    if len(stops) < LEAST_FRAMES:
        return f"{LEAST_FRAMES - len(stops)} more judged frames"
    yes = int(kept.sum())
    if len(kept) - yes < LEAST_OF_EACH:
        return f"{LEAST_OF_EACH - len(kept) + yes} more that you would not keep"
    if yes < LEAST_OF_EACH:
        return f"{LEAST_OF_EACH - yes} more that you would keep"
    within = stops - (np.bincount(of, weights=stops) / np.bincount(of))[of]
    span = float(np.ptp(within))
    return "" if span >= LEAST_SPAN else f"frames of one picture farther apart: they lie within {span:.2g} of {LEAST_SPAN:g} stops"


def _numbers(of: ArrayLike | None, many: int) -> NDArray[np.intp]:
    """Of each frame its picture, as a number from 0."""
    return np.zeros(many, np.intp) if of is None else np.unique(np.asarray(of), return_inverse=True)[1]


@dataclass(frozen=True, slots=True)
class _Seen:
    """Judged frames, (T, G): by their value, of T, and their picture, of G."""

    values: Floats
    kept: Floats
    others: Floats

    @property
    def shares(self) -> Floats:
        """Of all frames, those of each picture, (G,)."""
        many = (self.kept + self.others).sum(axis=0)
        return np.asarray(many / many.sum())

    @property
    def without(self) -> float:
        """How likely it is, in natural logarithms, if nothing falls within a picture."""
        kept, others = self.kept.sum(axis=0), self.others.sum(axis=0)
        share = np.clip(kept / (kept + others), 1e-12, 1 - 1e-12)
        return float((kept * np.log(share) + others * np.log1p(-share)).sum())


def _seen(stops: Floats, kept: NDArray[np.bool_], of: NDArray[np.intp]) -> _Seen:
    values, at = np.unique(np.round(stops * BINS) / BINS, return_inverse=True)
    table = np.zeros((2, len(values), int(of.max()) + 1))
    np.add.at(table, (kept.astype(int), at, of), 1.0)
    return _Seen(values, table[1], table[0])


def _likely(seen: _Seen, chance: Floats) -> tuple[Floats, Floats]:
    """How likely what was seen is by each of some curves, and the share that each picture keeps where nothing costs anything.

    chance : (P, T), of a frame to be worth keeping. Returns (P,), natural logarithms, each at its likeliest shares, and those, (P, G).
    """
    p = np.clip(chance, 1e-9, 1 - 1e-9)
    of_kept = np.log(p) @ seen.kept
    best = np.full(of_kept.shape, -np.inf)
    shares = np.zeros(of_kept.shape)
    for share in SHARES:
        now = of_kept + math.log(share) * seen.kept.sum(axis=0) + np.log1p(-share * p) @ seen.others
        better = now > best
        best, shares = np.where(better, now, best), np.where(better, share, shares)
    return np.asarray(best.sum(axis=1)), shares


def fall_of(stops: ArrayLike, kept: ArrayLike, of: ArrayLike | None = None) -> Fall:
    """Where fewer frames are kept as something rises: a logistic fall under a share of its own for each picture, by likelihood, with the interval of Wilks (1938).

    Parameters
    ----------
    stops : (n,), rising to where it gets harder. kept : (n,) of truths. of : (n,), to which picture each frame belongs, None: all to one.

    >>> seen = np.repeat([0.0, 1.0, 2.0, 3.0, 4.0], 20)
    >>> found = fall_of(seen, np.tile(np.arange(20), 5) < np.repeat([16, 16, 15, 8, 2], 20))
    >>> found.how.value, round(found.at, 1), round(found.low, 1), round(found.high, 1), round(found.best, 1)
    ('found', 3.1, 2.5, 3.5, 0.8)
    """
    x, y, group = np.asarray(stops, np.float64), np.asarray(kept, np.bool_), _numbers(of, len(np.asarray(stops)))
    counted = (len(x), int(y.sum()))
    ends = (float(x.min()), float(x.max())) if len(x) else (0.0, 0.0)
    if lacks := lacking(x, y, group):
        return Fall(How.FEW, *counted, 0.0, *ends, lacks=lacks)
    seen = _seen(x, y, group)
    places = np.arange(ends[0] - PAST, ends[1] + PAST + 1e-9, 1 / FINE)
    curves = expit(SLOPES[:, None, None] * (places[:, None] - seen.values))
    likely, shares = _likely(seen, curves.reshape(-1, len(seen.values)))
    by_place = likely.reshape(len(SLOPES), len(places))
    profile, top = by_place.max(axis=0), int(by_place.argmax())
    if profile.max() - seen.without < CHANCE:
        return Fall(How.FLAT, *counted, counted[1] / counted[0], *ends)
    best, at = float(shares[top] @ seen.shares), float(places[profile.argmax()])
    if at < ends[0]:
        return Fall(How.FEW, *counted, 0.0, *ends, lacks="easier frames: fewer are kept from the first on")
    if at > ends[1]:
        return Fall(How.BEYOND, *counted, best, *ends)
    within = places[profile >= profile.max() - NINETEEN_OF_TWENTY]
    return Fall(How.FOUND, *counted, best, *ends, at, float(within[0]) - 0.5 / FINE, float(within[-1]) + 0.5 / FINE)


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


@dataclass(frozen=True, slots=True)
class Hand:
    """How steady judged frames by hand show somebody to be; keeps: of sharp frames, those that they keep; hand: None where nothing was found, and what lacks."""

    frames: int
    kept: int
    keeps: float = 0.0
    hand: Fitted | None = None
    lacks: str = ""


def hand_of(times: ArrayLike, kept: ArrayLike, of: ArrayLike | None = None) -> Hand:
    """A steadiness from judged frames by hand of what stands still, whatever share of the sharp ones each picture keeps.

    Parameters
    ----------
    times : of the time at which an ordinary hand, of steadiness 1, blurs by its limit with that kit, (n,). kept : (n,). of : (n,), to which picture each belongs.

    >>> tried = [0.25] * 20 + [1.0] * 20 + [4.0] * 20
    >>> found = hand_of(tried, [True] * 18 + [False] * 2 + [True] * 11 + [False] * 9 + [True] * 1 + [False] * 19)
    >>> round(found.hand.steadiness, 1), round(found.keeps, 1)
    (1.0, 0.9)
    """
    x, y = np.log2(np.asarray(times, np.float64)), np.asarray(kept, np.bool_)
    group, counted = _numbers(of, len(x)), (len(x), int(y.sum()))
    if lacks := lacking(x, y, group):
        return Hand(*counted, lacks=lacks)
    seen = _seen(x, y, group)
    likely, shares = _likely(seen, chance_of_a_sharp_frame(np.exp2(seen.values), HANDS[:, None]))
    within = HANDS[likely >= likely.max() - NINETEEN_OF_TWENTY]
    if within[-1] == HANDS[-1]:
        return Hand(*counted, lacks="longer times: as many are kept at the longest as at the shortest")
    if within[0] == HANDS[0]:
        return Hand(*counted, lacks="shorter times: hardly any is kept")
    top = int(likely.argmax())
    return Hand(*counted, float(shares[top] @ seen.shares), Fitted(float(HANDS[top]), float(within[0]), float(within[-1])))
