"""Two bodies at one moment: by how much their frames differ in brightness and white, so that they can be made alike."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from scipy.stats import quantile_test

from craft.review.cast import Balance, apart
from craft.review.frame import Frame
from craft.scales.words import in_thirds

MOMENT_S = 2.0
"""Seconds within which frames of two bodies are of one moment."""

LEAST_PAIRS = 6
"""Pairs from which their middle has an interval: the least and the most of five hold it in fewer than nineteen of twenty cases."""

SEEN_STOPS, SEEN_MIRED = 1 / 6, 5.0
"""Under which bodies are alike: no dial makes it smaller, and nobody sees it."""


@dataclass(frozen=True, slots=True)
class Middle:
    """The median of some values, and from where to where it lies in nineteen of twenty cases (by the order of the values: Conover 1999, 3.2)."""

    value: float
    low: float
    high: float

    def shows(self, seen: float) -> bool:
        """Whether it is not nought, and somebody sees it."""
        return self.low * self.high > 0 and abs(self.value) >= seen


def middle_of(values: Sequence[float]) -> Middle | None:
    """The middle of some values; None where they are too few.

    >>> middle_of([0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7]), middle_of([1.0, 2.0])
    (Middle(value=0.4, low=0.1, high=0.7), None)
    """
    if len(values) < LEAST_PAIRS:
        return None
    within: Any = quantile_test(values, q=0, p=0.5).confidence_interval(0.95)
    return Middle(float(np.median(values)), float(within.low), float(within.high))


def pairs_of(here: Sequence[Frame], other: Sequence[Frame], within_s: float = MOMENT_S) -> list[tuple[int, int]]:
    """Frames of one moment of two bodies, both in the order of their hours, as indices: each with the nearest of the other's, and each only once.

    >>> pairs_of([Frame(10.0), Frame(20.0), Frame(30.0)], [Frame(9.0), Frame(10.4), Frame(19.0), Frame(40.0)])
    [(0, 1), (1, 2)]
    """
    hours = [frame.at_s for frame in other]
    near: dict[int, tuple[float, int]] = {}
    for k, frame in enumerate(here):
        at = bisect_left(hours, frame.at_s)
        for j in (at - 1, at):
            if 0 <= j < len(hours) and frame.at_s >= 0:
                apart = abs(hours[j] - frame.at_s)
                if apart <= within_s and apart < near.get(j, (within_s + 1, 0))[0]:
                    near[j] = (apart, k)
    best: dict[int, tuple[float, int]] = {}
    for j, (apart, k) in near.items():
        best[k] = min(best.get(k, (apart, j)), (apart, j))
    return sorted((k, j) for k, (_, j) in best.items())


@dataclass(frozen=True, slots=True)
class Together:
    """Frames of two bodies at the same moments, in the order of their hours, and by how much those of the second are brighter, were given more light by their dials, and are warmer; None where too few tell."""

    pairs: tuple[tuple[Frame, Frame], ...]
    brighter: Middle | None
    given: Middle | None
    warmer: Middle | None

    def words(self, here: str, other: str) -> str:
        """It in sentences, and what makes them alike; names of both bodies.

        >>> one = [(Frame(9.0 * k, 1 / 125, 8.0, 100.0, mean_stops=0.0), Frame(9.0 * k, 1 / 125, 8.0, 100.0, mean_stops=0.5 + 0.01 * k)) for k in range(9)]
        >>> together_of(one).words("The Plover", "The Swift")
        'The Plover and The Swift: 9 pairs of one moment. The Swift came out 0.5 stops brighter (0.5 to 0.6): its dials gave no more light, so 2/3 stop less there makes them alike.'
        """
        many = f"{here} and {other}: {len(self.pairs)} {'pair' if len(self.pairs) == 1 else 'pairs'} of one moment."
        if self.brighter is None and self.warmer is None:
            return f"{many} It takes {LEAST_PAIRS} to tell by how much they differ."
        said = [words for words in (self._brighter(), self._warmer()) if words]
        return " ".join([many, *(f"{other} {words}." for words in said)] if said else [many, "They came out alike."])

    def _brighter(self) -> str:
        if self.brighter is None or not self.brighter.shows(SEEN_STOPS):
            return ""
        told = f"came out {abs(self.brighter.value):.1f} stops {'brighter' if self.brighter.value > 0 else 'darker'} {_within(self.brighter, 1)}"
        if self.given is None:
            return told
        given, own = self.given.value, self.brighter.value - self.given.value
        if abs(own) < SEEN_STOPS:
            return f"{told}, as its dials gave {'more' if given > 0 else 'less'} light"
        dials = "no more light" if abs(given) < SEEN_STOPS else f"{abs(given):.1f} stops {'more' if given > 0 else 'less'} light"
        return f"{told}: its dials gave {dials}, so {in_thirds(abs(own))} {'less' if own > 0 else 'more'} there makes them alike"

    def _warmer(self) -> str:
        if self.warmer is None or not self.warmer.shows(SEEN_MIRED):
            return ""
        return f"came out {abs(self.warmer.value):.0f} mired {'warmer' if self.warmer.value > 0 else 'colder'} {_within(self.warmer, 0)}"


def _within(middle: Middle, digits: int) -> str:
    low, high = sorted((abs(middle.low), abs(middle.high)))
    return f"({low:.{digits}f} to {high:.{digits}f})"


@dataclass(frozen=True, slots=True)
class Difference:
    """How the second of two frames of one moment differs: stops that it came out brighter, stops of light that its dials gave more, mireds that it is warmer; None where one of them does not tell."""

    brighter: float | None
    given: float | None
    warmer: float | None


def differences_of(pairs: Sequence[tuple[Frame, Frame]]) -> list[Difference]:
    """How the second frame of each pair differs from the first.

    >>> differences_of([(Frame(0.0, mean_stops=0.5), Frame(0.0, mean_stops=1.5))])
    [Difference(brighter=1.0, given=None, warmer=None)]
    """
    whites = [
        Balance(other.balance.red - one.balance.red, other.balance.blue - one.balance.blue)
        for one, other in pairs
        if one.balance is not None and other.balance is not None
    ]
    casts = iter(apart(whites, Balance(0.0, 0.0)))
    return [
        Difference(
            None if one.mean_stops is None or other.mean_stops is None else other.mean_stops - one.mean_stops,
            None if one.exposed_ev is None or other.exposed_ev is None else one.exposed_ev - other.exposed_ev,
            None if one.balance is None or other.balance is None else next(casts).mired,
        )
        for one, other in pairs
    ]


def together_of(pairs: Sequence[tuple[Frame, Frame]]) -> Together:
    """By how much frames of one moment differ, those of the second body from those of the first.

    >>> together_of([]).brighter is None
    True
    """
    found = differences_of(pairs)
    brighter, warmer = (
        [value for value in values if value is not None] for values in ([one.brighter for one in found], [one.warmer for one in found])
    )
    given = [one.given for one in found if one.given is not None and one.brighter is not None]
    return Together(tuple(pairs), middle_of(brighter), middle_of(given) if len(given) == len(brighter) else None, middle_of(warmer))
