"""Which mode exposes, and whether ISO floats: by practice, or by the program that follows what is wanted."""

from __future__ import annotations

from dataclasses import replace

from craft.decisions.choice import By, Choice, choose
from craft.decisions.facts import Fact, Facts, tells, yes
from craft.decisions.schools.exposure_mode import EXPOSURE_MODE
from craft.decisions.schools.iso_limits import ISO_LIMITS
from craft.exposure.targets import rungs_of
from craft.programs.replay import Program
from craft.programs.search import SIMPLER, Found
from craft.scales.series import Dial
from craft.setup.course import Course, Leaning
from craft.setup.deciding.limiting import LIMITS, asked_slowest, ceiling_at
from craft.setup.solving.ladder import solve_ladder
from craft.setup.solving.plan import Plan, asked_of, free_dials, locked, longer_by, searching
from craft.setup.solving.programs import followed_by
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Mode

MATTERS = 1 / 3
"""Stops by which a program has to follow more closely than the way that practice takes, to be taken in its place: a step of the dial."""

ALIKE = 0.1
"""Programs that follow alike within so many stops are told apart by what they leave to the body."""

OF_ITS_OWN = frozenset({"one_aperture", "timed", "under_a_flash", "fixed_distance"})
"""Ways that answer something else than light that moves: a search over its swing has no say there."""

PROGRAMS = ("manual", "aperture_priority", "shutter_priority", "program")
"""Modes that a search goes over: the others are for something else than light that moves."""

OF_EXPOSURE = ("time_s", "zone_covers")
"""What ways of exposing ask of the exposure that they lead to."""


def _iso_wish(course: Course) -> str | None:
    """Whether ISO is to be fixed or automatic, as it was set by hand; a value that is held fixes it."""
    if course.situation.locks.iso is not None:
        return "fixed"
    wish = course.wishes.of(ISO_LIMITS).get("iso_mode")
    if wish is None and EXPOSURE_MODE.slug not in course.wishes.ways and (way := course.wishes.ways.get(ISO_LIMITS.slug)):
        wish = next((row.value[0] for row in ISO_LIMITS.schools if row.slug == way), None)
    return str(wish) if wish is not None else None


def _able(course: Course, mode: Mode, floats: bool, holds: bool) -> bool:
    """Whether a mode leaves to the hand what is held by it, and ISO floats, is held, or either, as it was set."""
    locks, iso = course.situation.locks, _iso_wish(course)
    held = {Dial.TIME: locks.shutter_s, Dial.APERTURE: None if course.told["one_aperture"] else locks.aperture}
    free = all(dial in mode.by_hand for dial, value in held.items() if value is not None)
    return free and not (floats and iso == "fixed") and not (holds and iso == "automatic")


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


def _mode(course: Course, facts: Facts, programs: tuple[Found, ...], early: bool = False) -> Choice:
    """The exposure mode by the facts there are; another than practice has where a program follows the wish that much more closely."""
    hand = {slug: value for slug, value in course.wishes.of(EXPOSURE_MODE).items() if slug in EXPOSURE_MODE.sets}

    plain = course.wishes.only(EXPOSURE_MODE, {})
    usual = _by_figures(course, choose(EXPOSURE_MODE, facts, plain, early=early), programs)
    if usual.computed and hand.get("exposure_mode", usual.value[0]) == usual.value[0]:
        return replace(usual, by=By.HAND, hand=hand) if hand else usual
    wishes = course.wishes.only(EXPOSURE_MODE, hand)
    return choose(EXPOSURE_MODE, facts, wishes, able=lambda row: _able(course, Mode(row.value[0]), row.floats, row.holds), early=early)


def _by_figures(course: Course, made: Choice, programs: tuple[Found, ...]) -> Choice:
    """What practice takes, or the program that follows more closely, as far as what was set by hand allows it."""
    if made.by is not By.NUMBERS or made.school.slug in OF_ITS_OWN:
        return made
    own = next((one for one in programs if one.program.mode.value == made.value[0] and one.program.floats is not made.school.holds), None)
    best = _best(programs)
    if (
        own is None
        or best is None
        or own.off - best.off < MATTERS
        or not _able(course, best.program.mode, best.program.floats, not best.program.floats)
    ):
        return made
    return replace(made, value=(best.program.mode.value,), computed=True)


def _best(programs: tuple[Found, ...]) -> Found | None:
    """Of the programs that follow most closely, within what nobody sees, the one that leaves least to the body."""
    return min((one for one in programs if one.off <= programs[0].off + ALIKE), key=_simpler, default=None)


def _simpler(found: Found) -> tuple[int, bool]:
    return SIMPLER.index(found.program.mode), found.program.floats


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


def followed(course: Course) -> tuple[Found, ...]:
    """The programs that this body has, the one that follows what is wanted as metered most closely first: the same whatever mode is taken.

    >>> [(one.program.mode.value, one.program.floats, round(one.off, 2)) for one in followed(course())][:2]
    [('manual', True, 0.29), ('shutter_priority', True, 0.29)]
    """
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


@tells(
    program_off_stops=Fact("how far this mode is from what is wanted, on the mean over the light's swing", "stops"),
    practice_off_stops=Fact("how far the usual way would be", "stops"),
)
def of_programs(course: Course) -> dict[str, float]:
    """How closely the mode follows, and how closely the way that practice takes would.

    >>> round(of_programs(course())["program_off_stops"], 2)  # as the first of those that were searched
    0.29
    """
    made, programs = course.taken[EXPOSURE_MODE], course.programs
    floats = bool(course.told["floats"])

    def off(mode: str, floats: bool) -> float:
        return next((one.off for one in programs if (one.program.mode.value, one.program.floats) == (mode, floats)), 0.0)

    return {"program_off_stops": off(made.value[0], floats), "practice_off_stops": off(made.school.value[0], not made.school.holds)}


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
