"""ISO limits as they come out: floor, ceiling and slowest time, and what makes the ceiling."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from craft.decisions.choice import By, alike
from craft.decisions.facts import Fact, tells, yes
from craft.decisions.schools.iso_limits import ISO_LIMITS
from craft.exposure.bounds import number
from craft.exposure.targets import LEAST_COMFORT_STOPS, comfort_end
from craft.programs.replay import Program
from craft.scales.series import MATCH_STOPS, Dial, exact_stops
from craft.scene.imaged import base_stops
from craft.setup.course import Course
from craft.setup.solving.ladder import keeps_to_it, left_alone, over
from craft.setup.solving.plan import Plan, asked_of, free_dials, lifted, longer_by, taken

LIMITS = ("iso_floor", "iso_ceiling", "iso_slowest_shutter")


def _slowest(course: Course) -> int:
    """The slowest time that movement and hand ask for, or the one in use where the list has given that up; what was set by hand is it."""
    plan, ladder = course.planned, course.solved
    time = plan.free.time
    by_hand = number(course.situation, "iso_slowest_shutter")
    if by_hand is not None:
        return next(k for k in time.positions() if time.stops_at(k) >= exact_stops(Dial.TIME, by_hand) - MATCH_STOPS)
    return asked_slowest(plan, int(ladder.found.time[ladder.now]))


def asked_slowest(plan: Plan, now: int) -> int:
    """The position of the slowest time that movement and hand ask for, or of the one in use where that is longer.

    >>> one = course()
    >>> asked_slowest(one.planned, 26)
    26
    """
    time = plan.free.time
    wanted = [t for t in (plan.asked.need, plan.asked.shake) if t is not None and math.isfinite(t)]
    fastest = math.ceil(max(wanted) * plan.per_stop - 1e-9) if wanted else time.first
    slowest = min(max(fastest, time.first), now)
    return min(k for k in time.positions() if k >= slowest)


def ceiling_at(plan: Plan, ceiling_stops: float) -> int:
    """The position of the highest ISO that is no higher than a ceiling in stops.

    >>> ceiling_at(course().planned, 6.0)
    18
    """
    iso = plan.free.iso
    return iso.first + int(np.searchsorted(iso.stops, ceiling_stops + 1e-9, side="right")) - 1


@tells(
    floor_iso=Fact("floor", "iso"),
    ceiling_iso=Fact("ceiling", "iso"),
    limit_iso=Fact("the body's highest ISO", "iso"),
    slowest_s=Fact("slowest time", "time"),
    ceiling_snr=Fact("signal to noise that a metered mid-tone keeps at the ceiling", "plain"),
    ceiling_by_tone=Fact("the mid-tone's bar makes the ceiling", "yes", "the mid-tone's bar does not make the ceiling"),
    ceiling_by_shadow=Fact("the shadow's bar makes the ceiling", "yes", "the shadow's bar does not make the ceiling"),
    ceiling_by_least=Fact("no ceiling is set lower", "yes", "a lower ceiling could be set"),
    ceiling_by_need=Fact("the light needs that ISO now", "yes", "the light does not need that ISO now"),
    ceiling_by_end=Fact("the body ends there", "yes", "the body goes higher"),
    least_comfort_stops=Fact("the least ceiling over base", "stops"),
)
def _of_limits(plan: Plan, bare: Plan, auto: Program, need: bool) -> dict[str, float]:
    """Limits, and what makes the ceiling where nobody sets it by hand: bare, the plan without that."""
    iso, time, base = plan.free.iso, plan.free.time, base_stops(plan.situation)
    at = iso.stops_at(auto.ceiling)
    metered = replace(taken(plan, 0.0, 0.0, at), key_stops=base - at)
    end = "need" if need else comfort_end(bare.situation, bare.free.iso, bare.asked.comfort)
    return {
        "floor_iso": iso.printed_at(auto.floor),
        "ceiling_iso": iso.printed_at(auto.ceiling),
        "limit_iso": iso.printed_at(iso.last),
        "slowest_s": number(plan.situation, "iso_slowest_shutter") or time.printed_at(auto.slowest),
        "ceiling_snr": metered.snr(),
        **{f"ceiling_by_{one}": yes(one == end) for one in ("tone", "shadow", "least", "need", "end")},
        "least_comfort_stops": LEAST_COMFORT_STOPS,
    }


@tells(
    alone_darker_stops=Fact("the body by itself keeps to what is wanted, darker", "stops"),
    alone_brighter_stops=Fact("the body by itself keeps to what is wanted, brighter", "stops"),
    alone_over_stops=Fact("too bright by itself, a stop past that", "stops"),
    alone_under_stops=Fact("too dark by itself, a stop past that", "stops"),
)
def _of_itself(course: Course, auto: Program) -> dict[str, float]:
    """How far the body does what is wanted by itself, and what it does a stop past that."""
    ladder, q = course.solved, course.planned.per_stop
    alone = left_alone(ladder, auto)
    span, bright = (
        keeps_to_it(ladder, alone),
        over(ladder, alone) - over(ladder, (ladder.found.time, ladder.found.aperture, ladder.found.iso)),
    )
    last = len(bright) - 1
    past = [min(max(ladder.now + round(stops * q), 0), last) for stops in (-(span.brighter_stops + 1), span.darker_stops + 1)]
    return {
        "alone_darker_stops": span.darker_stops,
        "alone_brighter_stops": span.brighter_stops,
        "alone_over_stops": max(0.0, float(bright[past[0]])),
        "alone_under_stops": max(0.0, -float(bright[past[1]])),
    }


def _bare(course: Course) -> Plan:
    """The plan as it would be had nobody set limits by hand."""
    situation, plan = course.situation, course.planned
    left = {slug: value for slug, value in situation.settings.items() if slug not in LIMITS}
    if left == situation.settings:
        return plan
    usual = replace(situation, settings=left)
    free = lifted(usual, free_dials(usual, plan.shutter, longer_by(usual, plan.bracket), plan.lit.role), plan.protection)
    return replace(plan, situation=usual, free=free, asked=asked_of(usual, free, plan.bracket, plan.lit.role))


def _instead(course: Course, bare: Plan) -> Mapping[str, float]:
    """What the limits would be had nobody set them by hand."""
    ladder, free = course.solved, bare.free
    ceiling = max(int(ladder.found.iso[ladder.now]), ceiling_at(bare, bare.asked.ceiling), free.iso.first)
    return {
        "iso_floor": free.iso.printed_at(free.iso.first),
        "iso_ceiling": free.iso.printed_at(ceiling),
        "iso_slowest_shutter": free.time.printed_at(asked_slowest(bare, int(ladder.found.time[ladder.now]))),
    }


def limit(course: Course) -> Course:
    """ISO limits as positions: floor, ceiling (not under what is needed now), slowest time.

    A body whose ISO is set by its limits only is pinned by floor = ceiling when ISO is held.

    >>> course().told["floor_iso"], course().told["ceiling_iso"]
    (100.0, 6400.0)
    """
    plan, ladder, told = course.planned, course.solved, course.told
    iso = plan.free.iso
    now = int(ladder.found.iso[ladder.now])
    wished = ceiling_at(plan, plan.asked.ceiling)
    ceiling = max(k for k in iso.positions() if k <= max(now, wished, iso.first))
    pinned = bool(told["limits_only"]) and not told["floats"]
    auto = Program(
        mode=course.mode,
        floats=bool(told["floats"]) or pinned,
        time=int(ladder.found.time[ladder.now]),
        aperture=int(ladder.found.aperture[ladder.now]),
        iso=now,
        floor=now if pinned else iso.first,
        ceiling=now if pinned else ceiling,
        slowest=_slowest(course),
        darker=course.situation.body.darker_past_ceiling,
    )
    bare = _bare(course)
    need = now > ceiling_at(bare, bare.asked.ceiling)
    course = replace(course, limits=auto).tell(_of_limits(plan, bare, auto, need)).tell(_of_itself(course, auto))
    made = replace(course.taken[ISO_LIMITS], hand=course.wishes.of(ISO_LIMITS))
    hand = {slug: value for slug, value in course.situation.settings.items() if slug in LIMITS}
    if hand:
        instead = _instead(course, bare)
        another = any(not alike(value, instead[slug]) for slug, value in hand.items())
        made = replace(made, by=By.HAND, by_hand=made.by_hand or another)
    return course.take(made)
