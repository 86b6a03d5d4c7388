"""Planning: what is decided before the ladder is solved, in order."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from craft.decisions import numbers, solved
from craft.decisions.choice import fixed_schools, school_for
from craft.decisions.facts import Fact, Facts, all_hold, tells, yes
from craft.decisions.schools import School
from craft.decisions.schools.bracketing import BRACKETING
from craft.decisions.schools.exposure_mode import EXPOSURE_MODE
from craft.decisions.schools.file import FILE
from craft.decisions.schools.metering import METERING
from craft.decisions.schools.range import RANGE
from craft.decisions.schools.shutter_type import SHUTTER_TYPE
from craft.errors import CraftError, NotOnTheDialError
from craft.exposure.bounds import Dials, number
from craft.exposure.filters import Filter, filters_of
from craft.exposure.solver import Solution, search_of
from craft.exposure.targets import ask, lens_loss_stops, rungs_of
from craft.kit.body import BracketOffer, Shutter
from craft.kit.dials import Axis, time_axis
from craft.scene.situation import Situation
from craft.setup.plan import Plan, asked_of, at_key, cap_stops, free_dials, locked, longer_by, true_stops, with_dials
from craft.setup.ranged import BY_PRIORITY, MOST_RIGHT, SEEN, Opened, Ranged, Wanted, must_hold, searched, wanted_of
from craft.setup.sets import SINGLE, placed_as_metered, sets_as_metered
from craft.stage.colour import first_channel_stops
from craft.tones.tonemap import map_of
from craft.vocabulary.terms import File, Intent, Pattern, RangeMove, RangePolicy

BRIGHT_SIDE = (Intent.MOTION_BLUR, Intent.SEPARATION)
"""Intents that too much light takes away; with over-exposure they call for a filter."""

MOST_SWING = 2 / 3
"""The most that a held exposure keeps back for light that swings; more would be dark by habit."""


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


def _bright_side(plan: Plan, found: Solution) -> float:
    """Stops of light too many: over-exposure, aims that light takes away, and apertures past what the depth bears."""
    over = float(found.entries[0][0])
    depth = plan.asked.targets.depth
    closed = 0.0 if depth is None else max(0.0, true_stops(plan, found)[1] - depth[1])
    return over + closed + sum(float(found.gave[intent][0]) for intent in BRIGHT_SIDE)


def _set_of(situation: Situation, facts: dict[str, float]) -> BracketOffer | None:
    frames, step = number(situation, "bracket_frames"), number(situation, "bracket_step")
    if frames is None and step is None:
        return BracketOffer(int(facts["frames"]), facts["step_stops"])
    return BracketOffer(int(frames or facts["frames"] or 3), step or facts["step_stops"] or 1.0)


def _excess(facts: Facts, cap: float) -> float:
    """Stops of the scene that one frame at base ISO loses at its best, no darker under the meter than may be and no paler."""
    clip, held = facts["clip_above_stops"], facts["range_stops"]
    above, below = facts["scene_above_stops"], facts["scene_below_stops"]
    offset = min(max(clip - above, -cap), MOST_RIGHT)
    return max(0.0, above - (clip - offset)) + max(0.0, below - (held - clip + offset))


@tells(
    darkest_stops=Fact("the most that a frame is darkened for what is bright", "stops"),
    span_excess_stops=Fact("what one frame loses of the scene", "stops"),
    merge_step_stops=Fact("step of a merge", "stops"),
    bracket_possible=Fact("the body offers a set that covers the span", "yes", "no set the body offers covers the span"),
    frames=Fact("frames", "count"),
    step_stops=Fact("step", "stops"),
)
def _of_sets(situation: Situation, facts: Facts) -> dict[str, float]:
    """What one frame loses of the situation's scene, and the least set that holds more."""
    _, least = sets_as_metered(situation, map_of(situation))
    offer = SINGLE if least is None else least.offer
    cap = cap_stops(situation, facts)
    excess = _excess(facts, cap)
    return {
        "darkest_stops": cap,
        "span_excess_stops": excess,
        "merge_step_stops": numbers.merge_step(excess),
        "bracket_possible": yes(least),
        "frames": float(offer.frames),
        "step_stops": offer.step_ev,
    }


def _start(situation: Situation) -> Plan:
    shutter = _first_shutter(situation)
    free = free_dials(situation, shutter, 0.0)
    asked = ask(situation, free)
    key_ev = situation.light.ev100 - lens_loss_stops(situation)
    facts = numbers.of_situation(situation, free, asked)
    fixed = fixed_schools(situation)
    file = school_for(FILE, facts, fixed)
    kept = File(file.value[0])
    facts |= {"raw": yes(kept is not File.RENDERED), "rendered": yes(kept is not File.RAW)}
    facts |= _of_sets(situation, facts)
    facts["merge_offered"] = yes(numbers.merges(situation.body, kept))
    bracket = school_for(BRACKETING, facts, fixed)
    facts["merging"] = yes(bracket.value[0] == "merge")
    offer = _set_of(situation, facts) if bracket.value[0] == "set" else None
    facts["bracketed"] = yes(offer)
    if offer:
        facts |= {"frames": float(offer.frames), "step_stops": offer.step_ev}
        free = free_dials(situation, shutter, longer_by(situation, offer))
        asked = asked_of(situation, free, offer)
    rungs = rungs_of(situation, asked, free, 0.0, cap_stops(situation, facts))
    dials = locked(situation, free)
    chosen = {FILE: file, BRACKETING: bracket}
    return Plan(situation, shutter, free, dials, asked, rungs, RangePolicy.GREY, 0.0, 0.0, Filter(), key_ev, facts, chosen, fixed, offer)


def _choose_shutter(plan: Plan) -> Plan:
    situation = plan.situation
    school = school_for(SHUTTER_TYPE, plan.facts, plan.fixed)
    wanted = Shutter(school.value[0])
    if wanted not in situation.body.shutters:
        raise CraftError(f"{situation.body.name} has no {wanted.value.replace('_', ' ')} shutter", ("profile", "schools", "shutter_type"))
    if plan.shutter is Shutter.ELECTRONIC and wanted is not Shutter.ELECTRONIC and situation.locks.shutter_s is not None:
        wanted = plan.shutter
    same = wanted is plan.shutter
    rate = situation.body.highest_rate(wanted, plan.facts["raw"] == 1) or 1.0
    answered = yes(numbers.waits_for_lamps(situation.body, wanted))
    facts = plan.facts | numbers.of_rate(situation, rate) | {"flicker_answered": answered}
    plan = replace(plan, shutter=wanted, chosen={**plan.chosen, SHUTTER_TYPE: school}, facts=facts)
    return plan if same else with_dials(plan, free_dials(situation, wanted, longer_by(situation, plan.bracket)))


FOUND = frozenset({"best_offset_stops", "best_protection_stops"})
"""What the search of range finds: a way's other comparisons say whether what it does may be tried at all."""


def _moves(rows: Iterable[School], facts: Facts) -> frozenset[RangeMove]:
    """What the ways of range whose other comparisons hold may do."""
    able = (row for row in rows if all_hold(tuple(test for test in row.when if test.fact not in FOUND), facts))
    return frozenset(RangeMove(move) for row in able for move in row.value[1:])


def _opened(plan: Plan, moves: frozenset[RangeMove]) -> Opened:
    """What may be tried of these; no more protection than the ISO that is needed anyway has room for."""
    room = true_stops(plan, at_key(plan))[2] - plan.free.iso.lowest
    usable = tuple(p for p in sorted(plan.situation.body.protection_stops) if p <= room + 1e-9)
    return Opened(
        -cap_stops(plan.situation, plan.facts) if RangeMove.DARKER in moves else 0.0,
        MOST_RIGHT if RangeMove.BRIGHTER in moves else 0.0,
        (0.0, *usable) if RangeMove.PROTECTION in moves else (0.0,),
    )


def swing_kept(plan: Plan) -> float:
    """Stops kept back under the clip for light that swings: half of it where the exposure is held."""
    return 0.0 if plan.facts["floats"] else min(plan.situation.light_swing / 2, MOST_SWING)


def open_range(plan: Plan) -> Opened:
    """What range may try with one frame where no way of it is fixed."""
    return _opened(plan, _moves(RANGE.schools, plan.facts))


def _in_one(plan: Plan) -> bool:
    """Whether one frame has to hold it all: no set and no merge holds both ends."""
    return plan.bracket is None and not plan.facts["merging"]


def _fixed_range(plan: Plan, school: School) -> Opened:
    """What a fixed way leaves: what it does, and no less; people, stars and finished files are not made pale."""
    moves, facts = frozenset(RangeMove(move) for move in school.value[1:]), plan.facts
    if not facts["raw"] or facts["rendered"] or facts["people"] or not facts["may_go_right"]:
        moves -= {RangeMove.BRIGHTER}
    opened = _opened(plan, moves)
    return replace(opened, protections=opened.protections[1:] or opened.protections)


def _choose_range(plan: Plan) -> Plan:
    """Offset and highlight protection: of all that is open, what serves the situation's own scene best."""
    situation, by_hand = plan.situation, number(plan.situation, "highlight_protection")
    if by_hand:
        plan = replace(plan, protection=by_hand)
        plan = with_dials(plan, _floor_lifted(plan))
    seen = map_of(situation)
    wanted = wanted_of(situation, seen, must_hold(situation, seen))
    margin, priority = swing_kept(plan), BY_PRIORITY[situation.person.range_first]

    def search(opened: Opened) -> Ranged:
        return searched(plan, wanted, opened if by_hand is None else replace(opened, protections=(0.0,)), margin, priority)

    found = search(open_range(plan) if _in_one(plan) else Opened())
    facts = {**plan.facts, **_of_range(plan, wanted, margin), **_of_search(found)}
    school = school_for(RANGE, facts, plan.fixed)
    if RANGE.slug in plan.fixed:
        found = search(_fixed_range(plan, school) if _in_one(plan) else Opened())
    facts |= _of_loss(plan, found)
    pattern = school_for(METERING, facts, plan.fixed)
    offset = placed_as_metered(situation, seen, plan.bracket).middle if plan.bracket is not None else found.offset
    if Pattern(pattern.value[0]) is Pattern.HIGHLIGHT_GUARD and plan.bracket is None:
        offset = -max(0.0, facts["guard_stops"] - found.protection)
    asked_for = number(situation, "compensation")
    if asked_for is not None:
        offset = asked_for
    facts |= _of_offset(plan, wanted, found.protection, offset)
    policy, chosen = RangePolicy(school.value[0]), {**plan.chosen, RANGE: school, METERING: pattern}
    plan = replace(plan, policy=policy, protection=found.protection, offset=offset, facts=facts, chosen=chosen)
    return with_dials(plan, plan.free if by_hand else _floor_lifted(plan))


def _floor_lifted(plan: Plan) -> Dials:
    """The dials with the lowest ISO lifted by the plan's protection."""
    iso = plan.free.iso
    return replace(plan.free, iso=iso.from_position(iso.first + round(plan.protection * plan.per_stop)))


def _clip(plan: Plan, wanted: Wanted) -> float:
    """Stops from the mid-tone to where the first channel of one frame is full."""
    return plan.situation.body.sensor.clip_above_grey_stops - first_channel_stops(wanted.kelvin)


def _held_by_all(plan: Plan, wanted: Wanted) -> float:
    """The same with what a merge in the body adds."""
    return _clip(plan, wanted) + (plan.facts["merge_step_stops"] if plan.facts["merging"] else 0.0)


@tells(
    "clip_above_stops",
    "holds_stops",
    "protection_offered_stops",
    headroom_stops=Fact("room left over the brightest tone", "stops"),
    swing_kept_stops=Fact("kept back for the light's swing", "stops"),
)
def _of_range(plan: Plan, wanted: Wanted, margin: float) -> dict[str, float]:
    """The numbers that range's reasons speak of."""
    headroom = _held_by_all(plan, wanted) - wanted.brightest - margin
    usable = _opened(plan, frozenset({RangeMove.PROTECTION})).protections
    return {
        "headroom_stops": headroom,
        "clip_above_stops": _clip(plan, wanted),
        "holds_stops": wanted.brightest,
        "protection_offered_stops": next((p for p in usable if p and p >= -headroom - 1e-9), usable[-1]),
        "swing_kept_stops": margin,
    }


@tells(
    best_offset_stops=Fact("what serves this scene best, from the meter", "stops"),
    best_protection_stops=Fact("highlight protection that serves this scene best", "stops"),
)
def _of_search(found: Ranged) -> dict[str, float]:
    """What serves the scene best of all that is open."""
    return {"best_offset_stops": found.offset, "best_protection_stops": found.protection}


@tells(
    unheld_stops=Fact("what must hold and cannot", "stops"),
)
def _of_loss(plan: Plan, found: Ranged) -> dict[str, float]:
    """What is lost however the range is set."""
    return {"unheld_stops": found.past if _in_one(plan) and found.past > SEEN else 0.0}


@tells(
    "protection_stops",
    "offset_stops",
    past_clip_stops=Fact("tones past the clip", "stops"),
    saves_stops=Fact("stops that the offset saves", "stops"),
)
def _of_offset(plan: Plan, wanted: Wanted, protection: float, offset: float) -> dict[str, float]:
    """What the range that is decided does."""
    past = plan.situation.light.above - _held_by_all(plan, wanted) - protection + offset
    return {
        "protection_stops": protection,
        "offset_stops": offset,
        "past_clip_stops": max(0.0, past) if plan.bracket is None else 0.0,
        "saves_stops": min(-offset, wanted.brightest) if offset < 0 else 0.0,
    }


def _choose_filter(plan: Plan) -> Plan:
    """The smallest filter that removes what is too bright at the key light, or comes nearest; what is wanting is kept."""
    offers = list(filters_of(plan.situation))
    best = _filtered(plan, offers[0])
    least = _bright_side(best, at_key(best))
    for offer in offers[1:]:
        if least <= 1e-9:
            break
        tried = _filtered(plan, offer)
        left = _bright_side(tried, at_key(tried))
        if left < least - 1e-9:
            best, least = tried, left
    return replace(best, facts={**best.facts, "wanting_stops": _wanting(best, least), "left_stops": least})


def _wanting(plan: Plan, least: float) -> float:
    """Stops of filter that are wanting: of what is left too bright, the part that a filter would take away."""
    if least <= 1e-9 or (plan.asked.targets.motion_blur is None and plan.facts["over_stops"] <= 0):
        return 0.0
    darker = _filtered(plan, Filter(plan.filter.built_in, plan.filter.glass + least))
    return max(0.0, least - _bright_side(darker, at_key(darker)))


def _filtered(plan: Plan, filter_: Filter) -> Plan:
    return replace(plan, filter=filter_, facts={**plan.facts, "nd_stops": filter_.stops, "glass_stops": filter_.glass})


def plan_for(situation: Situation) -> Plan:
    """Everything fixed before the ladder.

    Raises
    ------
    CraftError : a lock, a limit, a school or a distance that this kit does not have.
    """
    plan = _start(situation)
    floats = not school_for(EXPOSURE_MODE, {**plan.facts, "time_s": 0.0, "zone_covers": 0.0}, plan.fixed).holds
    plan = replace(plan, facts={**plan.facts, "floats": yes(floats and situation.locks.iso is None)})
    plan = replace(plan, search=search_of(plan.problem()))
    found = at_key(plan)
    x, n, s = true_stops(plan, found)
    over = float(found.entries[0][0])
    facts = plan.facts | solved.of_exposure(situation, plan.free, plan.asked, x, n, s, plan.facts) | {"over_stops": over}
    plan = _choose_range(_choose_shutter(replace(plan, facts=facts)))
    return _choose_filter(plan if plan.search else replace(plan, search=search_of(plan.problem())))


def as_metered(situation: Situation) -> Plan:
    """The plan with nothing done for range: no compensation, and no protection."""
    free = {slug: value for slug, value in situation.settings.items() if slug not in ("compensation", "highlight_protection")}
    return plan_for(replace(situation, settings={**free, "compensation": 0.0, "highlight_protection": 0.0}))
