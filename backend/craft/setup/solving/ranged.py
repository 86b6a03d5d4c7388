"""Range by exact search: every offset, protection and lift that is open, and the one that serves the scene best."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace

import numpy as np

from craft.exposure.solver import Rung, Search, search_of
from craft.scales.series import MATCH_STOPS, Dial, printed, stops_of
from craft.scene.imaged import base_stops
from craft.sensor.noise import ACCEPTABLE, EXCELLENT
from craft.setup.solving.plan import Plan, lifted, taken, with_dials
from craft.tones.wanted import Wanted
from craft.vocabulary.terms import RangeFirst, RangePolicy

RESERVE, MOST_RIGHT = 1 / 3, 5 / 3
"""Exposing to the right: stops kept back for the warning's own error, and the most that is taken (estimates of practice)."""

LIFTS = (0.0, 1.0, 2.0, 3.0)
"""Stops of ISO that one may leave to be lifted afterwards; more shows bands on most sensors (an estimate of practice)."""

SEEN = 1 / 6
"""Stops that nobody tells apart in a picture: shortfalls are compared in these."""


@dataclass(frozen=True, slots=True)
class Opened:
    """What may be tried: offsets from `darkest` to `brightest` stops on the body's steps, and stops of protection."""

    darkest: float = 0.0
    brightest: float = 0.0
    protections: tuple[float, ...] = (0.0,)

    def offsets(self, per_stop: int) -> tuple[float, ...]:
        """Every offset, darkest first.

        >>> Opened(-1 / 3, 1 / 3).offsets(3) == (-1 / 3, 0.0, 1 / 3)
        True
        """
        return tuple(k / per_stop for k in range(-int(-self.darkest * per_stop + 1e-9), int(self.brightest * per_stop + 1e-9) + 1))


@dataclass(frozen=True, slots=True)
class Ranged:
    """One exposure: stops brighter than metered, stops of protection, stops lifted afterwards; x, n, s: its true stops on the dials.

    past: stops that the brightest of what must hold lies over the clip; skin, shadow: signal to noise, in the output, of the darkest
    skin (None where nobody is) and of the darkest tone.
    """

    offset: float
    protection: float
    lift: float
    x: float
    n: float
    s: float
    shutter_s: float
    aperture: float
    iso: float
    past: float
    skin: float | None
    shadow: float


def _searches(plan: Plan, offsets: Iterable[float]) -> dict[tuple[Rung, ...], tuple[Search, list[float]]]:
    """The searches that offsets need: what is given of brightness differs between them, and nothing else does."""
    found: dict[tuple[Rung, ...], tuple[Search, list[float]]] = {}
    for offset in offsets:
        moved = with_dials(replace(plan, offset=offset, policy=RangePolicy.RIGHT if offset > 0 else plan.policy), plan.free)
        if moved.rungs not in found:
            found[moved.rungs] = (moved.search or search_of(moved.problem()), [])
        found[moved.rungs][1].append(offset)
    return found


def _protected(plan: Plan, protection: float) -> Plan | None:
    """The plan with its lowest ISO lifted by protection; None where the body has no ISO there, or a lower one is held."""
    if not protection:
        return plan
    iso, held = plan.free.iso, plan.situation.locks.iso
    raised = lifted(plan.situation, plan.free, protection)
    short = base_stops(plan.situation) + protection > iso.highest
    if short or (held is not None and stops_of(Dial.ISO, held) < raised.iso.lowest - MATCH_STOPS):
        return None
    return with_dials(replace(plan, protection=protection), raised)


def weigh(plan: Plan, wanted: Wanted, opened: Opened, margin: float = 0.0, lifts: tuple[float, ...] = (0.0,)) -> tuple[Ranged, ...]:
    """Every exposure that is open, with how the scene fares in it; time, aperture and ISO of each are the solver's.

    Parameters
    ----------
    plan : as metered and without protection; margin : stops kept back under the clip for light that swings.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.

    >>> from craft.tones.wanted import wanted_of
    >>> one = course()
    >>> [round(way.shadow) for way in weigh(one.planned, wanted_of(one.situation, tones()), Opened(-1.0, 0.0))]
    [62, 70, 71, 72]
    """
    out: list[Ranged] = []
    for protection in opened.protections:
        protected = _protected(plan, protection)
        if protected is None:
            continue
        for search, offsets in _searches(protected, opened.offsets(plan.per_stop)).values():
            levels = [replace(protected, offset=offset).target for offset in offsets]
            found = search.at_one(levels[0]) if len(levels) == 1 else search.at(np.array(levels))
            for k, offset in enumerate(offsets):
                at = int(found.time[k]), int(found.aperture[k]), int(found.iso[k])
                too_bright = float(found.entries[k][0])
                out.extend(
                    _one(protected, wanted, margin, offset, lift, at, too_bright) for lift in lifts if _there(protected, at[2], lift)
                )
    return tuple(out)


def _there(plan: Plan, iso: int, lift: float) -> bool:
    dial, lower = plan.free.iso, iso - round(lift * plan.per_stop)
    return lower >= dial.first and bool(dial.exists[lower - dial.first])


def _one(plan: Plan, wanted: Wanted, margin: float, offset: float, lift: float, at: tuple[int, int, int], too_bright: float) -> Ranged:
    """One exposure; light that a filter will take is not counted against it."""
    dials, q = plan.free, plan.per_stop
    lower = at[2] - round(lift * q)
    x, n, s = dials.time.stops_at(at[0]), dials.aperture.stops_at(at[1]), dials.iso.stops_at(lower)
    key = taken(plan, x, n, s)
    key = replace(key, key_stops=key.key_stops - too_bright)
    clips = key.clip_above_key - wanted.first_channel_stops
    shadow, skin = key.snr(wanted.darkest), key.snr(wanted.darkest if wanted.skin is None else wanted.skin)
    return Ranged(
        offset,
        plan.protection,
        lift,
        x,
        n,
        s,
        printed(Dial.TIME, x, q),
        printed(Dial.APERTURE, n, q),
        dials.iso.printed_at(lower),
        max(0.0, wanted.brightest + margin + (RESERVE if offset > 0 else 0.0) - clips),
        None if wanted.skin is None else skin,
        shadow,
    )


Measure = Callable[[Ranged], float]


def _past(one: Ranged) -> float:
    return one.past


def _darker(one: Ranged) -> float:
    return max(0.0, -one.offset)


def _skin_noise(one: Ranged) -> float:
    return 0.0 if one.skin is None else max(0.0, math.log2(EXCELLENT / one.skin))


def _shadow_noise(one: Ranged) -> float:
    return max(0.0, math.log2(ACCEPTABLE / one.shadow))


def _spare_light(one: Ranged) -> float:
    return -math.log2(one.shadow)


@dataclass(frozen=True, slots=True, kw_only=True)
class Priority:
    """What comes first for a person: shortfalls, most important first, each compared in steps of what one sees."""

    slug: RangeFirst
    label: str
    order: tuple[Measure, ...]
    reason: str


PRIORITIES: tuple[Priority, ...] = (
    Priority(
        slug=RangeFirst.SKIN,
        label="skin first",
        order=(_darker, _past, _skin_noise, _shadow_noise, _spare_light),
        reason="people are looked at before anything else: nothing is darkened for a lamp",
    ),
    Priority(
        slug=RangeFirst.BRIGHTEST,
        label="the brightest that must hold first",
        order=(_past, _darker, _skin_noise, _shadow_noise, _spare_light),
        reason="what is burnt out is gone, what is dark can be lifted",
    ),
    Priority(
        slug=RangeFirst.SHADOWS,
        label="shadows first",
        order=(_shadow_noise, _past, _skin_noise, _darker, _spare_light),
        reason="a picture that lives in its dark parts has them clean",
    ),
)
BY_PRIORITY = {row.slug: row for row in PRIORITIES}


def best(ways: Iterable[Ranged], priority: Priority) -> Ranged:
    """The way with the least shortfalls in the order of a priority: nothing less important is bought with anything more important.

    Of ways that nobody would tell apart the one with least done to it: no lift, least protection, nearest to the meter.

    >>> from craft.tones.wanted import wanted_of
    >>> one = course()
    >>> best(weigh(one.planned, wanted_of(one.situation, tones()), Opened(-1.0, 0.0)), PRIORITIES[0]).offset
    0.0
    """

    def key(one: Ranged) -> tuple[float, ...]:
        short = tuple(math.floor(measure(one) / SEEN + 1e-9) for measure in priority.order)
        return (*short, one.lift, one.protection, abs(one.offset), one.offset)

    return min(ways, key=key)


def searched(plan: Plan, wanted: Wanted, opened: Opened, margin: float, priority: Priority) -> Ranged:
    """The best of all that is open. Where nothing that must hold is lost as metered and no more light may be given, that is the best:
    less light makes nothing cleaner.

    >>> from craft.tones.wanted import wanted_of
    >>> one = course()
    >>> searched(one.planned, wanted_of(one.situation, tones()), Opened(), 0.0, PRIORITIES[0]).offset
    0.0
    """
    if 0.0 in opened.protections and not opened.brightest:
        (as_it_is,) = weigh(plan, wanted, Opened(), margin)
        if as_it_is.past < SEEN:
            return as_it_is
    return best(weigh(plan, wanted, opened, margin), priority)
