"""The kind of shutter, and the filter before it."""

from __future__ import annotations

import math
from dataclasses import replace

from craft.decisions import numbers
from craft.decisions.choice import choose
from craft.decisions.facts import Fact, tells, yes
from craft.decisions.schools.shutter_type import SHUTTER_TYPE
from craft.errors import CraftError
from craft.exposure.filters import Filter, filters_of
from craft.exposure.solver import Solution
from craft.kit.body import Shutter
from craft.scene.situation import Situation
from craft.setup.course import Course
from craft.setup.solving.plan import Plan, at_key, free_dials, longer_by, searching, true_stops, with_dials
from craft.vocabulary.terms import Intent

ROUNDED = 0.1
"""Stops of light that nobody takes a stronger filter for."""

BRIGHT_SIDE = (Intent.MOTION_BLUR, Intent.SEPARATION)
"""Intents that too much light takes away; with over-exposure they call for a filter."""


@tells(
    flicker_answered=Fact("the setup waits for the lamps", "yes", "nothing in the setup waits for the lamps"),
    reads_lines=Fact("the frame is read line by line", "yes", "a curtain ends the frame"),
)
def _of_shutter(situation: Situation, shutter: Shutter) -> dict[str, float]:
    return {
        "flicker_answered": yes(numbers.waits_for_lamps(situation.body, shutter)),
        "reads_lines": yes(shutter is Shutter.ELECTRONIC),
    }


def choose_shutter(course: Course) -> Course:
    """The kind of shutter, and the dial of times that it has.

    >>> course().planned.shutter.value, course().told["wanted_rate"]
    ('mechanical', 12)
    """
    situation, plan = course.situation, course.planned
    hand = course.wishes.of(SHUTTER_TYPE)
    left_to_it = hand.get("shutter_type") == "automatic"
    made = choose(SHUTTER_TYPE, course.told, replace(course.wishes, hand={}) if left_to_it else course.wishes)
    wanted = Shutter(made.value[0])
    if wanted not in situation.body.shutters:
        place = ("settings", "shutter_type") if hand else ("profile", "schools", "shutter_type")
        raise CraftError(f"{situation.body.name} has no {wanted.value.replace('_', ' ')} shutter", place)
    if plan.shutter is Shutter.ELECTRONIC and wanted is not Shutter.ELECTRONIC and situation.locks.shutter_s is not None:
        wanted = plan.shutter
        made = replace(made, value=(wanted.value,), by_hand=True)
    if wanted is not plan.shutter:
        free = free_dials(situation, wanted, longer_by(situation, plan.bracket), plan.lit.role)
        plan = searching(with_dials(replace(plan, shutter=wanted), free))
    rate = situation.body.highest_rate(wanted, course.told["raw"] == 1) or 1.0
    told = {**numbers.of_rate(situation, rate), **_of_shutter(situation, wanted)}
    return replace(course, plan=plan).take(made).tell(told)


def _bright_side(plan: Plan, found: Solution) -> float:
    """Stops of light too many: over-exposure, aims that light takes away, and apertures past what the depth bears."""
    over = float(found.entries[0][0])
    depth = plan.asked.targets.depth
    closed = 0.0 if depth is None else max(0.0, true_stops(plan, found)[1] - depth[1])
    return over + closed + sum(float(found.gave[intent][0]) for intent in BRIGHT_SIDE)


def _wanting(plan: Plan, least: float, over: float) -> tuple[float, float]:
    """Stops that are too many and that a filter would take away, and the weakest of whole stops that takes them, beside what is in use."""
    if least <= 1e-9 or (plan.asked.targets.motion_blur is None and over <= 0):
        return 0.0, 0.0

    def left(more: float) -> float:
        darker = replace(plan, filter=Filter(plan.filter.built_in, plan.filter.glass + more))
        return _bright_side(darker, at_key(darker))

    stays = left(math.ceil(least) + 1)
    wanting = max(0.0, least - stays)
    if wanting <= 1e-9:
        return 0.0, 0.0
    first = max(1, math.ceil(wanting - ROUNDED))
    return wanting, next((more for more in range(first, math.ceil(least) + 1) if left(more) <= stays + ROUNDED), math.ceil(least) + 1)


@tells(
    nd_stops=Fact("filter", "stops"),
    glass_stops=Fact("glass filter", "stops"),
    left_stops=Fact("light that is left too many", "stops"),
    wanting_stops=Fact("light too many that a filter would take", "stops"),
    wanting_filter_stops=Fact("filter that is wanting", "stops"),
)
def _of_filter(plan: Plan, left: float, wanting: tuple[float, float]) -> dict[str, float]:
    names = ("nd_stops", "glass_stops", "left_stops", "wanting_stops", "wanting_filter_stops")
    return dict(zip(names, (plan.nd, plan.filter.glass, left, *wanting), strict=True))


def choose_filter(course: Course) -> Course:
    """The smallest filter that removes what is too bright at the key light, or comes nearest; what is wanting is told.

    >>> course().told["nd_stops"], course().told["wanting_stops"]
    (0.0, 0.0)
    """
    plan = searching(course.planned)
    offers = list(filters_of(course.situation))
    best = replace(plan, filter=offers[0])
    least = _bright_side(best, at_key(best))
    for offer in offers[1:]:
        if least <= 1e-9:
            break
        tried = replace(plan, filter=offer)
        left = _bright_side(tried, at_key(tried))
        if left < least - 1e-9:
            best, least = tried, left
    return replace(course, plan=best).tell(_of_filter(best, least, _wanting(best, least, course.told["over_stops"])))
