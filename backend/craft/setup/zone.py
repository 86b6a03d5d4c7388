"""A zone that is set and left: its distance, what is sharp, and how that shrinks as the aperture opens."""

from __future__ import annotations

import math

import numpy as np

from craft.decisions.facts import say
from craft.optics.reach import Reach, Zone
from craft.optics.sharpness import depth_limits_m
from craft.scales.series import Dial, value_of
from craft.scene.situation import Situation
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


PACE_M = 0.75
"""A pace of a grown person."""

PACES = (1.0, 40.0)
"""Nobody paces out less, or counts more."""


def how_to_set(situation: Situation) -> str:
    """How focus comes to lie where it is put, on this lens and body; empty where it stands for good.

    >>> how_to_set(situation())
    'Focus once on something 35 m away, then switch to by hand and leave it.'
    """
    lens, at = situation.lens, situation.focus_m
    if lens.fixed_m is not None:
        return ""
    paces = at / PACE_M
    told = f"{paces:.0f} {'pace' if round(paces) == 1 else 'paces'}" if PACES[0] <= paces < PACES[1] else say(at, "m")
    thing = "the farthest there is" if open_end(at) is None else f"something {told} away"
    if lens.distance_scale and lens.ring:
        return f"Turn the ring to {'infinity' if open_end(at) is None else say(at, 'm')} on its scale."
    if not situation.finds_by_itself:
        return f"Turn the ring until {thing} is sharp, and leave it."
    return f"Focus once on {thing}, {'then switch to by hand and leave it' if lens.ring else 'and hold it there'}."


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
        how_to_set(plan.situation),
    )
