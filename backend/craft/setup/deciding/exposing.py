"""Flash, the dials and what gives, and the exposure that follows from them in every light."""

from __future__ import annotations

import math
from dataclasses import replace

from craft.decisions import solved
from craft.decisions.choice import choose
from craft.decisions.facts import Fact, tells
from craft.decisions.flashing import of_flash, of_lit, of_role
from craft.decisions.schools.flash import FLASH
from craft.errors import NotOnTheDialError
from craft.exposure.bounds import Dials
from craft.exposure.filters import Filter
from craft.exposure.flash import UNDER, Lit, lit_by
from craft.exposure.solver import Solution
from craft.exposure.targets import Asked, rungs_of
from craft.kit.body import Shutter
from craft.kit.dials import Axis, time_axis
from craft.scene.imaged import lens_loss_stops
from craft.scene.situation import Situation
from craft.setup.course import Course
from craft.setup.deciding.keeping import taken_set
from craft.setup.deciding.programming import followed, of_programs
from craft.setup.solving.ladder import solve_ladder
from craft.setup.solving.plan import Plan, asked_of, at_key, free_dials, locked, longer_by, searching, taken, true_stops
from craft.vocabulary.terms import AimDepth, FlashRole, RangePolicy

STUDIO_APERTURE = 8.0
"""f-number in 36 mm terms that a flash which is all the light is turned to, where depth asks for no other (practice)."""


def choose_flash(course: Course) -> Course:
    """Whether a flash takes part, and what it is for.

    >>> course().told["flash_on"], course(settings={"flash": "on"}).value(FLASH, 1)
    (0.0, 'fill')
    """
    situation = course.situation
    course = course.tell(of_flash(situation, course.dials))
    hand = course.wishes.of(FLASH).get("flash")
    made = choose(FLASH, course.told, course.wishes, able=lambda row: hand is None or row.value[0] == hand)
    role = FlashRole(made.value[1])
    return course.take(made).tell(of_role(situation, role, UNDER[role]))


def _on_axis(axis: Axis, value: float) -> bool:
    try:
        axis.find(value)
    except NotOnTheDialError:
        return False
    return True


def _first_shutter(situation: Situation) -> Shutter:
    """The shutter to try first: mechanical where there is one and it has the locked time."""
    shutters, wanted = situation.body.shutters, situation.locks.shutter_s
    if wanted is not None and Shutter.ELECTRONIC in shutters and not _on_axis(time_axis(situation.body, shutters[0]), wanted):
        longer = time_axis(situation.body, Shutter.ELECTRONIC)
        return Shutter.ELECTRONIC if _on_axis(longer, wanted) else shutters[0]
    return shutters[0]


@tells(
    over_stops=Fact("too much light at the mechanical shutter's shortest time", "stops"),
    metered_s=Fact("time as metered", "time"),
)
def _of_metered(found: Solution, time_s: float) -> dict[str, float]:
    return {"over_stops": float(found.entries[0][0]), "metered_s": time_s}


def plan(course: Course) -> Course:
    """Dials, aims and what gives, with nothing done for range yet, and the exposure that this comes to.

    >>> course().told["over_stops"]
    -0.0
    """
    situation, bracket = course.situation, taken_set(course)
    shutter = _first_shutter(situation)
    role = FlashRole(course.value(FLASH, 1))
    free = free_dials(situation, shutter, longer_by(situation, bracket), role)
    asked = asked_of(situation, free, bracket, role)
    lit, room = lit_by(situation, role), situation.light.ev100 - lens_loss_stops(situation)
    cap = course.told["darkest_stops"]
    made = Plan(
        situation,
        shutter,
        free,
        locked(situation, free),
        asked,
        rungs_of(situation, asked, free, 0.0, cap),
        RangePolicy.GREY,
        0.0,
        0.0,
        Filter(),
        own_ev(lit, situation, free, asked) if role is FlashRole.ALONE else room,
        cap,
        bracket,
        course.told["merge_step_stops"] if course.told["merging"] else 0.0,
        lit,
        room if role is FlashRole.ALONE else None,
    )
    made = searching(made)
    found = at_key(made)
    course = replace(course, plan=made).tell(_of_metered(found, 2 ** -true_stops(made, found)[0]))
    course = replace(course, programs=followed(course))
    return course.tell(of_programs(course))


def own_ev(lit: Lit, situation: Situation, free: Dials, asked: Asked) -> float:
    """EV that a flash which is all the light comes to at the time that is taken: as it was metered, else as it is turned up for the aperture
    that is wanted at the lowest ISO, as far as its power goes.

    >>> one = course()
    >>> round(own_ev(Lit(FlashRole.ALONE), situation(), one.planned.free, one.planned.asked), 1)  # f/8 at the shortest time there is
    19.0
    """
    last, floor = free.time.stops_at(free.time.last), free.iso.lowest
    if lit.metered:
        return lit.full + last
    low, high = asked.targets.depth or (free.aperture.lowest, free.aperture.highest)
    wanted = asked.n_best
    if situation.aim_depth is not AimDepth.SHALLOW:
        wanted = min(max(2 * math.log2(STUDIO_APERTURE / situation.crop), low), max(low, high))
    wanted = min(max(wanted, free.aperture.lowest), free.aperture.highest)
    return min(max(wanted - floor, lit.least), lit.most) + last


def expose(course: Course) -> Course:
    """The exposure in every light, and what it comes to now.

    >>> round(course().told["time_s"], 4), course().told["aperture"]
    (0.0025, 2.8)
    """
    situation, plan = course.situation, course.planned
    ladder = solve_ladder(plan)
    x, n, s = (float(stops[ladder.now]) for stops in ladder.true_stops())
    course = replace(course, ladder=ladder).tell(solved.of_exposure(situation, plan.free, x, n, s, course.told))
    under = x + n - s - (plan.room - plan.nd)
    course = course.tell(of_lit(situation, plan.lit, n - s, course.told["time_s"], situation.body.sync_with(plan.shutter), under))
    as_taken, unprotected = taken(plan, x, n, s), taken(plan, x, n, s, 0.0)
    several = plan.bracket is not None
    return course.tell(solved.of_the_clip(situation, as_taken, unprotected, plan.held_more, several, course.told))
