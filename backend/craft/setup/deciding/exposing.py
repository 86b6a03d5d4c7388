"""Mode, shutter, filter, and the exposure that follows from them in every light."""

from __future__ import annotations

import math
from dataclasses import replace

from craft.decisions import numbers, solved
from craft.decisions.choice import By, Choice, choose
from craft.decisions.facts import Fact, Facts, tells, yes
from craft.decisions.flashing import of_flash, of_lit, of_role
from craft.decisions.schools import School
from craft.decisions.schools.exposure_mode import EXPOSURE_MODE
from craft.decisions.schools.flash import FLASH
from craft.decisions.schools.iso_limits import ISO_LIMITS
from craft.decisions.schools.shutter_type import SHUTTER_TYPE
from craft.errors import CraftError, NotOnTheDialError
from craft.exposure.bounds import Dials
from craft.exposure.filters import Filter, filters_of
from craft.exposure.flash import UNDER, Lit, lit_by
from craft.exposure.solver import Solution, search_of
from craft.exposure.targets import Asked, rungs_of
from craft.kit.body import Shutter
from craft.kit.dials import Axis, time_axis
from craft.programs.replay import Program
from craft.programs.search import SIMPLER, Found
from craft.scales.series import Dial
from craft.scene.imaged import lens_loss_stops
from craft.scene.situation import Situation
from craft.setup.course import Course, Leaning
from craft.setup.deciding.keeping import taken_set
from craft.setup.deciding.limiting import LIMITS, asked_slowest, ceiling_at
from craft.setup.solving.ladder import solve_ladder
from craft.setup.solving.plan import Plan, asked_of, at_key, free_dials, locked, longer_by, taken, true_stops, with_dials
from craft.setup.solving.programs import followed_by
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import AimDepth, FlashRole, Intent, Mode, RangePolicy

ROUNDED = 0.1
"""Stops of light that nobody takes a stronger filter for."""

BRIGHT_SIDE = (Intent.MOTION_BLUR, Intent.SEPARATION)
"""Intents that too much light takes away; with over-exposure they call for a filter."""


def _iso_wish(course: Course) -> str | None:
    """Whether ISO is to be fixed or automatic, as it was set by hand; a value that is held fixes it."""
    if course.situation.locks.iso is not None:
        return "fixed"
    wish = course.wishes.of(ISO_LIMITS).get("iso_mode")
    if wish is None and EXPOSURE_MODE.slug not in course.wishes.ways and (way := course.wishes.ways.get(ISO_LIMITS.slug)):
        wish = next((row.value[0] for row in ISO_LIMITS.schools if row.slug == way), None)
    return str(wish) if wish is not None else None


def _able(course: Course, row: School) -> bool:
    """Whether a way of exposing leaves to the hand what is held by it, and treats ISO as it was set."""
    locks, iso, by_hand = course.situation.locks, _iso_wish(course), Mode(row.value[0]).by_hand
    held = {Dial.TIME: locks.shutter_s, Dial.APERTURE: None if course.told["one_aperture"] else locks.aperture}
    free = all(dial in by_hand for dial, value in held.items() if value is not None)
    return free and not (row.floats and iso == "fixed") and not (row.holds and iso == "automatic")


def _iso(course: Course, wish: str | None) -> Choice:
    """Fixed or automatic ISO, once the mode is known."""
    hand: dict[str, Value] = {} if wish is None or ISO_LIMITS.slug in course.wishes.ways else {"iso_mode": wish}
    if ISO_LIMITS.slug in course.wishes.ways and course.situation.locks.iso is not None:
        hand = {"iso_mode": "fixed"}
    if course.told["limits_only"]:
        hand = {}
    made = choose(ISO_LIMITS, course.told, course.wishes.only(ISO_LIMITS, hand))
    return replace(made, hand=course.wishes.of(ISO_LIMITS))


@tells(
    floats=Fact("ISO floats", "yes", "ISO is held"),
    meters=Fact("something floats with the meter", "yes", "nothing floats with the meter"),
    slowest_used=Fact("the body keeps to a slowest time", "yes", "no slowest time is kept to"),
)
def _of_iso(mode: Mode, floats: bool) -> dict[str, float]:
    return {
        "floats": yes(floats),
        "meters": yes(floats or len(mode.by_hand) < 2),
        "slowest_used": yes(floats and Dial.TIME not in mode.by_hand),
    }


@tells(mode_floats=Fact("the mode lets ISO follow", "yes", "the mode holds everything"))
def _of_mode(mode: Mode, holds: bool) -> dict[str, float]:
    return {"mode_floats": yes(mode is not Mode.TIMED and not holds)}


MATTERS = 1 / 3
"""Stops by which a program has to follow more closely than the way that practice takes, to be taken in its place: a step of the dial."""

ALIKE = 0.1
"""Programs that follow alike within so many stops are told apart by what they leave to the body."""


def _mode(course: Course, facts: Facts, programs: tuple[Found, ...], early: bool = False) -> Choice:
    """The exposure mode by the facts there are; another than practice has where a program follows the wish that much more closely."""
    hand = {slug: value for slug, value in course.wishes.of(EXPOSURE_MODE).items() if slug in EXPOSURE_MODE.sets}

    plain = course.wishes.only(EXPOSURE_MODE, {})
    usual = _by_figures(course, choose(EXPOSURE_MODE, facts, plain, early=early), programs)
    if usual.computed and hand.get("exposure_mode", usual.value[0]) == usual.value[0]:
        return replace(usual, by=By.HAND, hand=hand) if hand else usual
    wishes = course.wishes.only(EXPOSURE_MODE, hand)
    return choose(EXPOSURE_MODE, facts, wishes, able=lambda row: _able(course, row), early=early)


def _by_figures(course: Course, made: Choice, programs: tuple[Found, ...]) -> Choice:
    """What practice takes, or the program that follows more closely, as far as what was set by hand allows it."""
    if made.by is not By.NUMBERS or made.school.slug in OF_ITS_OWN:
        return made
    own = next((one for one in programs if one.program.mode.value == made.value[0] and one.program.floats is not made.school.holds), None)
    best = _best(programs)
    if own is None or best is None or own.off - best.off < MATTERS or not _allowed(course, best.program):
        return made
    return replace(made, value=(best.program.mode.value,), computed=True)


def _best(programs: tuple[Found, ...]) -> Found | None:
    """Of the programs that follow most closely, within what nobody sees, the one that leaves least to the body."""
    return min((one for one in programs if one.off <= programs[0].off + ALIKE), key=_simpler, default=None)


def _allowed(course: Course, program: Program) -> bool:
    """Whether a program leaves to the hand what is held by it, and treats ISO as it was set."""
    locks, iso = course.situation.locks, _iso_wish(course)
    held = {Dial.TIME: locks.shutter_s, Dial.APERTURE: None if course.told["one_aperture"] else locks.aperture}
    free = all(dial in program.mode.by_hand for dial, value in held.items() if value is not None)
    return free and not (program.floats and iso == "fixed") and not (not program.floats and iso == "automatic")


def _simpler(found: Found) -> tuple[int, bool]:
    return SIMPLER.index(found.program.mode), found.program.floats


OF_ITS_OWN = frozenset({"one_aperture", "timed", "under_a_flash", "fixed_distance"})
"""Ways that answer something else than light that moves: a search over its swing has no say there."""


def _without_limits(course: Course) -> Plan:
    """The plan as it would be had nobody set limits of ISO by hand: whether those are used hangs on the mode, and so does not decide it."""
    plan = course.planned
    left = {slug: value for slug, value in plan.situation.settings.items() if slug not in LIMITS}
    if left == plan.situation.settings:
        return plan
    usual = replace(plan.situation, settings=left)
    free = free_dials(usual, plan.shutter, longer_by(usual, plan.bracket), plan.lit.role)
    asked = asked_of(usual, free, plan.bracket, plan.lit.role)
    rungs = rungs_of(usual, asked, free, 0.0, plan.cap)
    return searching(replace(plan, situation=usual, free=free, dials=locked(usual, free), asked=asked, rungs=rungs, search=None))


def _followed(course: Course) -> tuple[Found, ...]:
    """The programs that this body has, the one that follows what is wanted as metered most closely first: the same whatever mode is taken."""
    plan, facts = _without_limits(course), course.told
    situation, ladder = plan.situation, solve_ladder(plan)
    modes = [Mode(str(mode)) for mode in situation.body.offered.get("exposure_mode", PROGRAMS) if mode in PROGRAMS]
    now = ladder.now
    at = (int(ladder.found.time[now]), int(ladder.found.aperture[now]), int(ladder.found.iso[now]))
    ceiling = max(at[2], ceiling_at(plan, plan.asked.ceiling), plan.free.iso.first)
    limits = plan.free.iso.first, ceiling, asked_slowest(plan, at[0])
    programs = tuple(
        Program(mode, floats, *at, *limits, situation.body.darker_past_ceiling)
        for mode in modes
        for floats in (False, True)
        if not (floats and facts["limits_only"])
    )
    return followed_by(ladder, programs, facts["light_swing_stops"], facts["meter_swing_stops"])


PROGRAMS = ("manual", "aperture_priority", "shutter_priority", "program")
"""Modes that a search goes over: the others are for something else than light that moves."""


def expose_by(course: Course) -> Course:
    """The exposure mode, by the exposure of the round before, and whether ISO floats.

    On the first round a way that asks for an exposure is not taken yet. What was set by hand and neither uses counts for nothing from
    here on.

    >>> course().told["floats"], course().told["meters"]
    (1.0, 1.0)
    """
    seen = course.leaning.seen
    programs = course.leaning.programs
    made = _mode(course, course.told.also(seen), programs, early=not seen)
    mode = Mode(made.value[0])
    best = _best(programs)
    holds = not best.program.floats if made.computed and best else made.school.holds
    course = course.take(made).tell(_of_mode(mode, holds))
    wish = _iso_wish(course)
    iso = _iso(course, wish)
    follows = bool(course.told["mode_floats"]) or wish == "automatic" or (iso.by is not By.NUMBERS and iso.value[0] == "automatic")
    floats = iso.value[0] == "automatic" and follows and course.situation.locks.iso is None
    course = course.take(iso).tell(_of_iso(mode, floats))
    return _without_unused(course, mode)


def _without_unused(course: Course, mode: Mode) -> Course:
    """The same, without values set by hand that this mode, or ISO as it is set, does not use."""
    told, why = course.told, {}
    pinned = told["limits_only"] and not told["floats"]
    if not told["floats"]:
        held = "floor and ceiling pin the ISO that is set" if pinned else "ISO is fixed"
        why = {"iso_floor": held, "iso_ceiling": held, "iso_slowest_shutter": "ISO is fixed"}
    elif not told["slowest_used"]:
        why = {"iso_slowest_shutter": "in this mode the time is set by hand"}
    if course.situation.locks.iso is not None and course.situation.settings.get("iso_mode") == "automatic":
        why |= {"iso_mode": "ISO is held at a value"}
    if not told["meters"]:
        why |= {"compensation": "time, aperture and ISO are all held: nothing is metered"}
    return course.without(why)


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
    course = replace(course, programs=_followed(course))
    return course.tell(_of_programs(course))


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


STUDIO_APERTURE = 8.0
"""f-number in 36 mm terms that a flash which is all the light is turned to, where depth asks for no other (practice)."""


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
    least = -math.inf if lit.flash is None else lit.most + math.log2(lit.flash.lowest_share)
    return min(max(wanted - floor, least), lit.most) + last


def searching(plan: Plan) -> Plan:
    """The plan with its search at hand.

    >>> one = course().planned
    >>> searching(one).search is not None
    True
    """
    return plan if plan.search else replace(plan, search=search_of(plan.problem()))


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


@tells(
    program_off_stops=Fact("how far this mode is from what is wanted, on the mean over the light's swing", "stops"),
    practice_off_stops=Fact("how far the usual way would be", "stops"),
)
def _of_programs(course: Course) -> dict[str, float]:
    """How closely the mode follows, and how closely the way that practice takes would."""
    made, programs = course.taken[EXPOSURE_MODE], course.programs
    floats = bool(course.told["floats"])

    def off(mode: str, floats: bool) -> float:
        return next((one.off for one in programs if (one.program.mode.value, one.program.floats) == (mode, floats)), 0.0)

    return {"program_off_stops": off(made.value[0], floats), "practice_off_stops": off(made.school.value[0], not made.school.holds)}


OF_EXPOSURE = ("time_s", "zone_covers")
"""What ways of exposing ask of the exposure that they lead to."""


def leaning_of(course: Course) -> Leaning:
    """What a next round of deciding takes from the exposure of this one.

    >>> leaning_of(course()).kept_back
    0.0
    """
    first = _mode(course, course.told, course.programs).computed and not course.taken[EXPOSURE_MODE].computed
    kept_back = 0.0 if first else course.told["swing_kept_stops"]  # what the way before kept back was for another mode
    return Leaning({name: course.told[name] for name in OF_EXPOSURE}, kept_back, course.programs)


def at_rest(course: Course) -> bool:
    """Whether the mode would be decided the same by the exposure that it led to, and as much is kept back as that asks for.

    >>> at_rest(course())
    True
    """
    made, now = _mode(course, course.told, course.programs), course.taken[EXPOSURE_MODE]
    return (made.school, made.value, made.computed) == (now.school, now.value, now.computed)
