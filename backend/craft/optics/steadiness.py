"""How steady a hand is, from how many of its frames were sharp: fitted to the chance of a sharp frame."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from craft.errors import CraftError
from craft.optics.movement import chance_of_a_sharp_frame

LEAST, MOST = 0.05, 30.0
"""Ends between which a steadiness is looked for."""

GRID = np.geomspace(LEAST, MOST, 4001)
"""Steadinesses that are tried: each a sixth of a hundredth more than the one before."""

NINETEEN_OF_TWENTY = 1.92
"""Half of the 95th percentile of chi-squared with one degree: so much less likely is the end of an interval (Wilks 1938)."""


@dataclass(frozen=True, slots=True)
class Tried:
    """Frames by hand at one time, in seconds, and how many of them were sharp."""

    time_s: float
    frames: int
    sharp: int


@dataclass(frozen=True, slots=True)
class Fitted:
    """A steadiness, and from where to where it lies in nineteen of twenty cases."""

    steadiness: float
    low: float
    high: float


def steadiness_of(tried: Sequence[Tried], sharp_s: float) -> Fitted:
    """The steadiness that makes what came out the likeliest, with its interval by the likelihood.

    sharp_s : time at which an ordinary hand, of steadiness 1, blurs by its limit with this kit; a steadier one blurs by it at so many times that.

    Raises
    ------
    CraftError : no frame, more sharp than were taken, all of them sharp or none: then nothing is told but an end.

    >>> found = steadiness_of([Tried(1 / 15, 10, 2), Tried(1 / 30, 10, 6), Tried(1 / 60, 10, 10)], 1 / 30)
    >>> round(found.steadiness, 2), round(found.low, 2), round(found.high, 2)
    (1.0, 0.73, 1.34)
    """
    for k, one in enumerate(tried):
        if not 0 <= one.sharp <= one.frames:
            raise CraftError(
                f"{one.sharp} of {one.frames} frames cannot be sharp: from none to all of them is accepted", ("rows", k, "sharp")
            )
    frames, sharp = sum(one.frames for one in tried), sum(one.sharp for one in tried)
    if not frames:
        raise CraftError("say of at least one time how many frames were sharp", ("rows",))
    if sharp in (0, frames):
        other = "all of them are sharp: take longer times too" if sharp else "none of them is sharp: take shorter times too"
        raise CraftError(f"{other}, until some are and some are not", ("rows",))
    likely = np.zeros(GRID.shape)
    for one in tried:
        chance = np.clip(chance_of_a_sharp_frame(one.time_s, GRID * sharp_s), 1e-12, 1 - 1e-12)
        likely += one.sharp * np.log(chance) + (one.frames - one.sharp) * np.log1p(-chance)
    within = GRID[likely >= likely.max() - NINETEEN_OF_TWENTY]
    return Fitted(float(GRID[likely.argmax()]), float(within[0]), float(within[-1]))
