"""What a body's automatic white finds in a frame: three documented typical behaviours, no body's own."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from craft.white.response import IN_DAYLIGHT, white_of_numbers


@dataclass(frozen=True, slots=True, kw_only=True)
class Behaviour:
    """One way in which bodies find white. warmest, coldest: kelvin between which it looks; pulls: share of the mireds under `under` kelvin that it leaves
    in the picture."""

    slug: str
    label: str
    warmest: float
    coldest: float
    pulls: float = 0.0
    under: float = 4500.0
    source: str


# fmt: off
BEHAVIOURS: tuple[Behaviour, ...] = (
    Behaviour(slug="automatic", label="automatic", warmest=3000, coldest=8000, pulls=0.15, source="usual range of automatic white in manuals, 3000 to 8000 K; what it leaves of warm light is an estimate"),
    Behaviour(slug="automatic_warm", label="automatic, keeps warm", warmest=3000, coldest=8000, pulls=0.45, source="the same with more of the warmth left (an estimate)"),
    Behaviour(slug="automatic_neutral", label="automatic, keeps white", warmest=2300, coldest=9000, source="a wider range and nothing left (an estimate)"),
)
# fmt: on
BY_BEHAVIOUR = {row.slug: row for row in BEHAVIOURS}

SHIFTS: dict[str, float] = {"cooler": 15.0, "none": 0.0, "warmer": -15.0}
"""Mireds that a standing shift lays over what is found: three steps of five, as most dials have them (an estimate)."""

COLOURED = 0.3
"""Saturation at which a place counts for a third: what is coloured says little of the light."""

MOST_TINT = 12.0
"""Thousandths of Duv to which it corrects from green to magenta."""

ROUNDS = 4


def shifted(white: tuple[float, float], mired: float) -> tuple[float, float]:
    """A white so many mireds from it: under 0 the picture is warmer.

    >>> round(shifted((5000.0, 1.0), SHIFTS["warmer"])[0])
    5405
    """
    return 1e6 / (1e6 / white[0] + mired), white[1]


def found_white(numbers: NDArray[np.float32], behaviour: str, full: float = np.inf) -> tuple[float, float]:
    """Temperature and tint that an automatic white sets for a frame.

    numbers : of the frame, (h, w, 3); full: from which on a channel tells nothing.

    The mean of all places weighted to those without colour, as the white found so far leaves them (grey world), within its range.

    >>> card = np.broadcast_to(np.array((0.5, 1.0, 2 / 3), np.float32), (4, 4, 3))
    >>> [round(one) for one in found_white(card, "automatic_neutral")]
    [5500, 0]
    """
    row = BY_BEHAVIOUR[behaviour]
    places = np.asarray(numbers, np.float64).reshape(-1, 3)
    places = places[(places.max(-1) < full) & (places.max(-1) > 0)]
    if not len(places):
        return 5500.0, 0.0
    places = np.maximum(places, 1e-9)
    usable = np.sqrt(
        np.clip(places.max(-1), 0, np.quantile(places.max(-1), 0.98))
    )  # a bright place counts more, but no lamp counts for the room
    neutral = IN_DAYLIGHT * np.exp(np.average(np.log(places / IN_DAYLIGHT), axis=0, weights=usable))
    for _ in range(ROUNDS):
        balanced = places / neutral
        grey = 1 - balanced.min(-1) / balanced.max(-1)
        weights = usable * np.exp(-((grey / COLOURED) ** 2))
        neutral = neutral * np.average(balanced / balanced.max(-1, keepdims=True), axis=0, weights=weights + 1e-12)
        neutral = neutral / neutral[1]
    kelvin, tint = white_of_numbers(neutral)
    kelvin = min(max(kelvin, row.warmest), row.coldest)
    if kelvin < row.under:
        kelvin = 1e6 / (1e6 / kelvin - row.pulls * (1e6 / kelvin - 1e6 / row.under))
    return kelvin, min(max(tint, -MOST_TINT), MOST_TINT)
