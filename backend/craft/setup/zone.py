"""A zone that is set and left: its distance, what is sharp, and how that shrinks as the aperture opens."""

from __future__ import annotations

import math

import numpy as np

from craft.optics.reach import Reach, Zone
from craft.optics.sharpness import depth_limits_m
from craft.scales.series import Dial, value_of
from craft.setup.solving.ladder import Ladder
from craft.setup.solving.plan import Plan

DISTANCES_M = (1.0, 1.5, 2.0, 2.5, 3.0, 5.0, math.inf)
"""Distances that are marked on most lenses or found by arm's lengths and paces."""

AS_INFINITY_M = 1000.0
"""Focus at this distance is focus at infinity."""


def open_end(metres: float) -> float | None:
    """A distance as it is set; None where that is infinity.

    >>> open_end(4.0), open_end(5000.0)
    (4.0, None)
    """
    return None if math.isinf(metres) or metres >= AS_INFINITY_M else metres


def reach(plan: Plan, position: int, distance_m: float) -> Reach:
    """What is sharp at a position of the aperture dial with a distance set, within the circle of confusion.

    >>> one = course().planned
    >>> round(reach(one, one.free.aperture.first, 35.0).near_m, 1)
    32.2
    """
    situation, axis = plan.situation, plan.free.aperture
    aperture = float(value_of(Dial.APERTURE, axis.stops_at(position)))
    near, far = depth_limits_m(situation.focal_mm / 1000, aperture, min(distance_m, AS_INFINITY_M), situation.coc_m)
    return Reach(axis.printed_at(position), open_end(distance_m), float(near), open_end(float(far)))


def zone_of(plan: Plan, ladder: Ladder) -> Zone:
    """The zone of a solved ladder.

    >>> one = course()
    >>> round(zone_of(one.planned, one.solved).now.near_m, 1)
    32.2
    """
    at = plan.situation.focus_m
    positions = [int(k) for k in np.unique(ladder.found.aperture)]
    now = int(ladder.found.aperture[ladder.now])
    closest = plan.situation.lens.closest_m
    return Zone(
        reach(plan, now, at),
        tuple(reach(plan, k, at) for k in reversed(positions)),
        tuple(reach(plan, now, d) for d in DISTANCES_M if d >= closest),
    )
