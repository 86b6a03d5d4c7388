"""Neutral filters: built in, or of glass in the bag; the smallest that takes the light that is too much."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import product

from craft.exposure.bounds import number
from craft.scene.situation import Situation


@dataclass(frozen=True, slots=True)
class Filter:
    """Stops taken by what is built in and by glass; together they are what the exposure sees."""

    built_in: float = 0.0
    glass: float = 0.0

    @property
    def stops(self) -> float:
        """Stops in all.

        >>> Filter(3.0, 6.0).stops
        9.0
        """
        return self.built_in + self.glass


def filters_of(situation: Situation) -> Iterator[Filter]:
    """Every filter there is, the weakest first; one of glass at a time, before what is built in.

    A built-in one that was set by hand is in all of them.

    >>> [round(one.stops) for one in filters_of(situation(filters_stops=(3.0, 6.0)))]
    [0, 3, 6]
    """
    by_hand = number(situation, "built_in_nd")
    built_in = (0.0, *situation.body.nd_stops) if by_hand is None else (by_hand,)
    offered = {Filter(b, g) for b, g in product(built_in, (0.0, *situation.filters_stops))}
    return iter(sorted(offered, key=lambda f: (f.stops, f.glass)))
