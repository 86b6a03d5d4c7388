"""What is fixed before the ladder is solved: bounds, locks, shutter type, set, range, filter."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from craft.decisions import numbers
from craft.decisions.choice import fixed_schools, school_for
from craft.decisions.schools import School
from craft.errors import CraftError, NotOnTheDialError
from craft.exposure.bounds import Dials, bounded, number
from craft.exposure.filters import Filter, filters_of
from craft.exposure.solver import Problem, Rung, Search, Solution, search_of, target_position
from craft.exposure.targets import Asked, ask, lens_loss_stops, rungs_of
from craft.kit.body import BracketOffer, Shutter
from craft.kit.dials import Axis, aperture_axis, combinations_allowed, iso_axis, time_axis
from craft.scales.series import Dial
from craft.scene.situation import Locks, Situation
from craft.vocabulary.terms import Decision, File, Intent, Pattern, RangePolicy, Support

BRIGHT_SIDE = (Intent.MOTION_BLUR, Intent.SEPARATION)
"""Intents that too much light takes away; with over-exposure they call for a filter."""

RESERVE, MOST_RIGHT = 1 / 3, 5 / 3
"""Exposing to the right: stops kept back for the warning's own error, and the most that is taken (estimates of practice)."""

MOST_SWING = 2 / 3
"""The most that a held exposure keeps back for light that swings; more would be dark by habit."""

CAP = {True: 1.0, False: 1 / 3}
"""Stops under the meter that saving highlights may cost, with a raw and without: past them the picture is dark by surprise."""


@dataclass(frozen=True)
class Plan:
    """Everything the ladder needs.

    free: the dials as bounded; dials: with locks folded in; key_ev: EV at the sensor; offset: stops brighter
    than metered; fixed: schools that are not open; bracket: the set, or None; search: of the problem on these dials, once they are settled.
    """

    situation: Situation
    shutter: Shutter
    free: Dials
    dials: Dials
    asked: Asked
    rungs: tuple[Rung, ...]
    policy: RangePolicy
    protection: float
    offset: float
    filter: Filter
    key_ev: float
    facts: dict[str, float]
    chosen: tuple[School, ...]
    fixed: Mapping[Decision, str]
    bracket: BracketOffer | None = None
    search: Search | None = None

    @property
    def per_stop(self) -> int:
        """Steps in a stop."""
        return self.situation.body.per_stop

    @property
    def nd(self) -> float:
        """Stops that filters take."""
        return self.filter.stops

    @property
    def target(self) -> int:
        """Target position at the key light."""
        return target_position(self.key_ev - self.nd - self.offset, self.per_stop)

    def problem(self, dials: Dials | None = None) -> Problem:
        """The solver's problem, on the locked dials or on others."""
        dials = dials or self.dials
        return Problem(
            dials.time, dials.aperture, dials.iso, self.asked.targets, self.rungs, self.asked.n_best, _allowed(self.situation, dials)
        )

    def exists(self, dials: Dials) -> bool:
        """Whether any combination of these dials exists on the body."""
        allowed = _allowed(self.situation, dials)
        return allowed is None or bool(allowed.any())


def _allowed(situation: Situation, dials: Dials) -> NDArray[np.bool_] | None:
    return combinations_allowed(situation.body, {Dial.TIME: dials.time, Dial.APERTURE: dials.aperture, Dial.ISO: dials.iso})


def locked(situation: Situation, free: Dials) -> Dials:
    """The dials with the locks folded in: a locked dial has one position.

    Raises
    ------
    NotOnTheDialError : a value that the kit does not have. CraftError : locks that exclude each other.
    """
    locks, held = situation.locks, []
    for axis, value in ((free.time, locks.shutter_s), (free.aperture, locks.aperture), (free.iso, locks.iso)):
        try:
            held.append(axis if value is None else axis.only(axis.find(value)))
        except NotOnTheDialError as error:
            raise error.under("locks") from None
    dials = Dials(*held)
    allowed = _allowed(situation, dials)
    if allowed is not None and not allowed[np.ix_(dials.time.exists, dials.aperture.exists, dials.iso.exists)].any():
        reasons = "; ".join(rule.reason for rule in situation.body.only_with)
        raise CraftError(f"these locks do not exist together on {situation.body.name}: {reasons}", ("locks",))
    return dials


def _on_axis(axis: Axis, value: float) -> bool:
    try:
        axis.find(value)
    except NotOnTheDialError:
        return False
    return True


def whole_dials(situation: Situation, shutter: Shutter) -> Dials:
    """Everything that body and lens have on their dials, before any bound or lock."""
    body = situation.body
    return Dials(time_axis(body, shutter), aperture_axis(body, situation.lens, situation.focal_mm), iso_axis(body))


def _free(situation: Situation, shutter: Shutter, longer: float) -> Dials:
    return bounded(situation, whole_dials(situation, shutter), longer)


def let_go(plan: Plan) -> Dials:
    """The plan's dials as they would be without any lock: what a lock lifts, such as the slowest time by hand, binds again."""
    free = _free(replace(plan.situation, locks=Locks()), plan.shutter, _longer(plan.situation, plan.bracket))
    return replace(free, iso=plan.free.iso)


def _first_shutter(situation: Situation) -> Shutter:
    """The shutter to try first: mechanical where there is one and it has the locked time."""
    shutters, wanted = situation.body.shutters, situation.locks.shutter_s
    if wanted is not None and Shutter.ELECTRONIC in shutters and not _on_axis(time_axis(situation.body, shutters[0]), wanted):
        longer = time_axis(situation.body, Shutter.ELECTRONIC)
        return Shutter.ELECTRONIC if _on_axis(longer, wanted) else shutters[0]
    return shutters[0]


def _at_key(plan: Plan) -> Solution:
    return (plan.search or search_of(plan.problem())).at(np.array([plan.target]))


def _true(plan: Plan, found: Solution) -> tuple[float, float, float]:
    dials = plan.free
    return dials.time.stops_at(int(found.time[0])), dials.aperture.stops_at(int(found.aperture[0])), dials.iso.stops_at(int(found.iso[0]))


def _bright_side(plan: Plan, found: Solution) -> float:
    """Stops of light too many: over-exposure, aims that light takes away, and apertures past what the depth bears."""
    over = float(found.entries[0][0])
    depth = plan.asked.targets.depth
    closed = 0.0 if depth is None else max(0.0, _true(plan, found)[1] - depth[1])
    return over + closed + sum(float(found.gave[intent][0]) for intent in BRIGHT_SIDE)


def with_dials(plan: Plan, free: Dials) -> Plan:
    """The same plan on other dials: locks, targets and shares follow."""
    if free == plan.free:
        rungs = _rungs(plan, plan.asked, free)
        return replace(plan, rungs=rungs, search=plan.search and plan.search.with_rungs(rungs))
    asked = _asked(plan.situation, free, plan.bracket)
    return replace(plan, free=free, dials=locked(plan.situation, free), asked=asked, rungs=_rungs(plan, asked, free), search=None)


def _rungs(plan: Plan, asked: Asked, free: Dials) -> tuple[Rung, ...]:
    """The concessions; what the offset takes from brightness, its rungs no longer give."""
    darkened = max(0.0, -plan.offset) if plan.bracket is None else 0.0
    rungs = rungs_of(plan.situation, asked, free, darkened, max(0.0, cap_stops(plan.situation, plan.facts) - darkened))
    if plan.policy is RangePolicy.RIGHT and plan.offset > 0:
        return (Rung(Intent.BRIGHTNESS, plan.offset), *rungs)
    return rungs


def cap_stops(situation: Situation, facts: Mapping[str, float]) -> float:
    """Stops under the meter that may be given in all: the person's wish, else by what is kept of a frame."""
    wish = situation.person.darker_cap_stops
    return CAP[facts["raw"] == 1] if wish is None else wish


def _longer(situation: Situation, bracket: BracketOffer | None) -> float:
    """Stops by which the longest frame of a hand-held set is longer than its middle one."""
    if bracket is None or situation.carried_by is Support.TRIPOD:
        return 0.0
    return (bracket.frames - 1) / 2 * bracket.step_ev


def _asked(situation: Situation, free: Dials, bracket: BracketOffer | None) -> Asked:
    asked, longer = ask(situation, free), _longer(situation, bracket)
    if not longer or asked.shake is None or asked.targets.shake is None:
        return asked
    return replace(asked, shake=asked.shake + longer, targets=replace(asked.targets, shake=asked.targets.shake + longer))


def _set_of(situation: Situation, facts: dict[str, float]) -> BracketOffer | None:
    frames, step = number(situation, "bracket_frames"), number(situation, "bracket_step")
    if frames is None and step is None:
        return BracketOffer(int(facts["frames"]), facts["step_stops"])
    return BracketOffer(int(frames or facts["frames"] or 3), step or facts["step_stops"] or 1.0)


def _start(situation: Situation) -> Plan:
    shutter = _first_shutter(situation)
    free = _free(situation, shutter, 0.0)
    asked = ask(situation, free)
    key_ev = situation.light.ev100 - lens_loss_stops(situation)
    facts = numbers.of_situation(situation, free, asked)
    fixed = fixed_schools(situation)
    file = school_for(Decision.FILE, facts, fixed)
    kept = File(file.value[0])
    facts |= {"raw": numbers.yes(kept is not File.RENDERED), "rendered": numbers.yes(kept is not File.RAW)}
    facts["merge_offered"] = numbers.yes(numbers.merges(situation.body, kept))
    bracket = school_for(Decision.BRACKETING, facts, fixed)
    facts["merging"] = numbers.yes(bracket.value[0] == "merge")
    offer = _set_of(situation, facts) if bracket.value[0] == "set" else None
    facts["bracketed"] = numbers.yes(offer)
    if offer:
        facts |= {"frames": float(offer.frames), "step_stops": offer.step_ev}
        free = _free(situation, shutter, _longer(situation, offer))
        asked = _asked(situation, free, offer)
    rungs = rungs_of(situation, asked, free, 0.0, cap_stops(situation, facts))
    dials = locked(situation, free)
    chosen = (file, bracket)
    return Plan(situation, shutter, free, dials, asked, rungs, RangePolicy.GREY, 0.0, 0.0, Filter(), key_ev, facts, chosen, fixed, offer)


def _choose_shutter(plan: Plan) -> Plan:
    situation = plan.situation
    school = school_for(Decision.SHUTTER_TYPE, plan.facts, plan.fixed)
    wanted = Shutter(school.value[0])
    if wanted not in situation.body.shutters:
        raise CraftError(f"{situation.body.name} has no {wanted.value.replace('_', ' ')} shutter", ("profile", "schools", "shutter_type"))
    if plan.shutter is Shutter.ELECTRONIC and wanted is not Shutter.ELECTRONIC and situation.locks.shutter_s is not None:
        wanted = plan.shutter
    same = wanted is plan.shutter
    rate = situation.body.highest_rate(wanted, plan.facts["raw"] == 1) or 1.0
    answered = numbers.yes(numbers.waits_for_lamps(situation.body, wanted))
    facts = plan.facts | numbers.of_rate(situation, rate) | {"flicker_answered": answered}
    plan = replace(plan, shutter=wanted, chosen=(*plan.chosen, school), facts=facts)
    return plan if same else with_dials(plan, _free(situation, wanted, _longer(situation, plan.bracket)))


def _centre(plan: Plan) -> float:
    """Where the middle of a set is placed, in stops brighter than metered: as near to it as lets both ends hold."""
    facts, half = plan.facts, (plan.facts["frames"] - 1) / 2 * plan.facts["step_stops"]
    at_most = half - (facts["stops_above"] - facts["clip_above_stops"])
    at_least = facts["stops_below"] - (facts["range_stops"] - facts["clip_above_stops"]) - half
    nearest = min(max(0.0, at_least), at_most) if at_least <= at_most else (at_most + at_least) / 2
    return math.floor(nearest * plan.per_stop + 1e-9) / plan.per_stop


def _choose_range(plan: Plan, iso_now: float) -> Plan:
    """Offset and highlight protection from the headroom h = clip + protection - brightest that must hold - margin."""
    situation, facts = plan.situation, plan.facts
    margin = 0.0 if facts["floats"] else min(situation.light_swing / 2, MOST_SWING)
    clip = facts["clip_above_stops"]
    merged = facts["merge_step_stops"] if facts["merging"] else 0.0
    headroom = clip + merged - situation.holds_above - margin
    room = iso_now - plan.free.iso.lowest
    usable = [p for p in sorted(situation.body.protection_stops) if p <= room + 1e-9]
    offered = next((p for p in usable if p >= -headroom - 1e-9), usable[-1] if usable else 0.0)
    facts = {
        **facts,
        "headroom_stops": headroom,
        "right_stops": min(MOST_RIGHT, headroom - RESERVE),
        "protection_offered_stops": offered,
        "unheld_stops": max(0.0, -headroom - offered - cap_stops(situation, facts)) if plan.bracket is None else 0.0,
        "swing_kept_stops": margin,
    }
    school = school_for(Decision.RANGE, facts, plan.fixed)
    pattern = school_for(Decision.METERING, facts, plan.fixed)
    by_hand = number(situation, "highlight_protection")
    protection = by_hand if by_hand is not None else offered if school.slug == "highlight_protection" else 0.0
    policy = RangePolicy(school.value[0])
    offset = _offset(replace(plan, facts=facts), policy, headroom + protection)
    if Pattern(pattern.value[0]) is Pattern.HIGHLIGHT_GUARD and plan.bracket is None:
        offset = -max(0.0, facts["guard_stops"] - protection)
    asked_for = number(situation, "compensation")
    if asked_for is not None:
        offset = asked_for
    facts |= {
        "protection_stops": protection,
        "offset_stops": offset,
        "past_clip_stops": max(0.0, situation.light.above - clip - merged - protection + offset) if plan.bracket is None else 0.0,
        "saves_stops": min(-offset, situation.holds_above) if offset < 0 else 0.0,
    }
    plan = replace(plan, policy=policy, protection=protection, offset=offset, facts=facts, chosen=(*plan.chosen, school, pattern))
    floor = plan.free.iso.from_position(plan.free.iso.first + round(protection * plan.per_stop))
    return with_dials(plan, replace(plan.free, iso=floor))


def _offset(plan: Plan, policy: RangePolicy, room: float) -> float:
    """Stops brighter than metered that a policy asks for, with so much room over the brightest tone that must hold."""
    if plan.bracket is not None:
        return _centre(plan)
    if policy is RangePolicy.GREY or plan.facts["merging"]:
        return 0.0
    raw = plan.facts["raw"] == 1
    if policy is RangePolicy.RIGHT and room > RESERVE:
        allowed = raw and plan.situation.subject.to_the_right and not plan.facts["people"] and not plan.facts["rendered"]
        return min(MOST_RIGHT, room - RESERVE) if allowed else 0.0
    return max(-cap_stops(plan.situation, plan.facts), min(0.0, room))


def _choose_filter(plan: Plan) -> Plan:
    """The smallest filter that removes what is too bright at the key light, or comes nearest; what is wanting is kept."""
    offers = list(filters_of(plan.situation))
    best = _filtered(plan, offers[0])
    least = _bright_side(best, _at_key(best))
    for offer in offers[1:]:
        if least <= 1e-9:
            break
        tried = _filtered(plan, offer)
        left = _bright_side(tried, _at_key(tried))
        if left < least - 1e-9:
            best, least = tried, left
    return replace(best, facts={**best.facts, "wanting_stops": _wanting(best, least), "left_stops": least})


def _wanting(plan: Plan, least: float) -> float:
    """Stops of filter that are wanting: of what is left too bright, the part that a filter would take away."""
    if least <= 1e-9 or (plan.asked.targets.motion_blur is None and plan.facts["over_stops"] <= 0):
        return 0.0
    darker = _filtered(plan, Filter(plan.filter.built_in, plan.filter.glass + least))
    return max(0.0, least - _bright_side(darker, _at_key(darker)))


def _filtered(plan: Plan, filter_: Filter) -> Plan:
    return replace(plan, filter=filter_, facts={**plan.facts, "nd_stops": filter_.stops, "glass_stops": filter_.glass})


def plan_for(situation: Situation) -> Plan:
    """Everything fixed before the ladder.

    Raises
    ------
    CraftError : a lock, a limit, a school or a distance that this kit does not have.
    """
    plan = _start(situation)
    floats = not school_for(Decision.EXPOSURE_MODE, {**plan.facts, "time_s": 0.0, "zone_covers": 0.0}, plan.fixed).holds
    plan = replace(plan, facts={**plan.facts, "floats": numbers.yes(floats and situation.locks.iso is None)})
    plan = replace(plan, search=search_of(plan.problem()))
    found = _at_key(plan)
    x, n, s = _true(plan, found)
    over = float(found.entries[0][0])
    facts = plan.facts | numbers.of_exposure(situation, plan.free, plan.asked, x, n, s, plan.facts) | {"over_stops": over}
    tried = plan.shutter
    plan = _choose_shutter(replace(plan, facts=facts))
    if plan.shutter is not tried:
        s = _true(plan, _at_key(plan))[2]
    plan = _choose_range(plan, s)
    return _choose_filter(plan if plan.search else replace(plan, search=search_of(plan.problem())))
