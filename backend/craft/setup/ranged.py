"""What the solver makes of a situation under every offset and every protection, ISO lowered for a lift afterwards among them."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from craft.exposure.bounds import Dials
from craft.exposure.solver import search_of
from craft.scales.series import MATCH_STOPS, Dial, printed, stops_of
from craft.scene.situation import Situation
from craft.setup.plan import MOST_RIGHT, Plan, cap_stops, plan_for, with_dials

LIFTS = (0.0, 1.0, 2.0, 3.0)
"""Stops of ISO that one may leave to be lifted afterwards; more shows bands on most sensors (an estimate of practice)."""


@dataclass(frozen=True, slots=True)
class Ranged:
    """One exposure: stops brighter than metered, stops of protection, stops lifted afterwards; x, n, s: its true stops on the dials."""

    offset: float
    protection: float
    lift: float
    x: float
    n: float
    s: float
    shutter_s: float
    aperture: float
    iso: float


def _unprotected(situation: Situation) -> Plan:
    free = {slug: value for slug, value in situation.settings.items() if slug not in ("compensation", "highlight_protection")}
    return plan_for(replace(situation, settings={**free, "compensation": 0.0, "highlight_protection": 0.0}))


def offsets_of(plan: Plan) -> tuple[float, ...]:
    """Stops that may be asked for, darkest first: from as dark as highlights may cost to as bright as is ever exposed, on the body's steps."""
    step = plan.per_stop
    darkest = round(-cap_stops(plan.situation, plan.facts) * step)
    return tuple(k / step for k in range(darkest, int(MOST_RIGHT * step + 1e-9) + 1))


def ranged(situation: Situation) -> Iterator[Ranged]:
    """Every exposure that offset, protection and a lift can make of a situation; time, aperture and ISO of each are the solver's.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    """
    base = _unprotected(situation)
    iso = base.free.iso
    for protection in (0.0, *sorted(situation.body.protection_stops)):
        floor = iso.from_position(iso.first + round(protection * base.per_stop))
        held = situation.locks.iso
        if protection > iso.highest - iso.lowest or (held is not None and stops_of(Dial.ISO, held) < floor.lowest - MATCH_STOPS):
            continue  # such a body has no ISO there with so much protection
        protected = with_dials(replace(base, protection=protection), replace(base.free, iso=floor))
        for offset in offsets_of(base):
            plan = with_dials(replace(protected, offset=offset), protected.free)
            found = (plan.search or search_of(plan.problem())).at(np.array([plan.target]))
            at = int(found.time[0]), int(found.aperture[0]), int(found.iso[0])
            yield from _lifted(plan.free, offset, protection, at, base.per_stop)


def _lifted(dials: Dials, offset: float, protection: float, at: tuple[int, int, int], per_stop: int) -> Iterator[Ranged]:
    time, aperture, iso = at
    for lift in LIFTS:
        lower = iso - round(lift * per_stop)
        if lower < dials.iso.first or not dials.iso.exists[lower - dials.iso.first]:
            continue
        x, n, s = dials.time.stops_at(time), dials.aperture.stops_at(aperture), dials.iso.stops_at(lower)
        as_printed = (printed(Dial.TIME, x, per_stop), printed(Dial.APERTURE, n, per_stop), dials.iso.printed_at(lower))
        yield Ranged(offset, protection, lift, x, n, s, *as_printed)
