"""What is fixed before the ladder is solved: locks, shutter type, range, filter (MODEL 8)."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from craft.advice import numbers
from craft.advice.choice import school_for
from craft.advice.schools import School
from craft.advice.situation import Situation
from craft.advice.solver import Problem, Rung, Solution, solve, target_position
from craft.advice.targets import Asked, Dials, ask, lens_loss_stops, rungs_of
from craft.advice.terms import Decision, File, Intent, RangePolicy
from craft.errors import CraftError, NotOnTheDialError
from craft.kit.body import Shutter
from craft.kit.dials import Axis, aperture_axis, combinations_allowed, iso_axis, time_axis
from craft.scales.series import Dial

BRIGHT_SIDE = (Intent.MOTION_BLUR, Intent.SEPARATION)
"""Intents that too much light takes away; with over-exposure they call for a filter."""


@dataclass(frozen=True)
class Plan:
    """Everything the ladder needs. key_ev: EV at the sensor; offset: a; raised: ISO floor by protection."""

    situation: Situation
    shutter: Shutter
    free: Dials
    dials: Dials
    asked: Asked
    rungs: tuple[Rung, ...]
    policy: RangePolicy
    protection: float
    offset: float
    nd: float
    key_ev: float
    facts: dict[str, float]
    chosen: tuple[School, ...]

    @property
    def per_stop(self) -> int:
        """Steps in a stop."""
        return self.situation.body.per_stop

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


def _free(situation: Situation, shutter: Shutter) -> Dials:
    body = situation.body
    return Dials(time_axis(body, shutter), aperture_axis(body, situation.lens, situation.focal_mm), iso_axis(body))


def _first_shutter(situation: Situation) -> Shutter:
    """The shutter to try first: mechanical where there is one and it has the locked time."""
    shutters, wanted = situation.body.shutters, situation.locks.shutter_s
    if wanted is not None and Shutter.ELECTRONIC in shutters and not _on_axis(time_axis(situation.body, shutters[0]), wanted):
        longer = time_axis(situation.body, Shutter.ELECTRONIC)
        return Shutter.ELECTRONIC if _on_axis(longer, wanted) else shutters[0]
    return shutters[0]


def _at_key(plan: Plan) -> Solution:
    return solve(plan.problem(), np.array([plan.target]))


def _true(plan: Plan, found: Solution) -> tuple[float, float, float]:
    dials = plan.free
    return dials.time.stops_at(int(found.time[0])), dials.aperture.stops_at(int(found.aperture[0])), dials.iso.stops_at(int(found.iso[0]))


def _bright_side(found: Solution) -> float:
    over = float(found.entries[0][0])
    return over + sum(float(found.gave[intent][0]) for intent in BRIGHT_SIDE)


def with_dials(plan: Plan, free: Dials) -> Plan:
    """The same plan on other dials: locks, targets and shares follow."""
    situation = plan.situation
    asked = ask(situation, free)
    return replace(plan, free=free, dials=locked(situation, free), asked=asked, rungs=_rungs(situation, asked, free, plan))


def _rungs(situation: Situation, asked: Asked, free: Dials, plan: Plan | None) -> tuple[Rung, ...]:
    rungs = rungs_of(situation, asked, free)
    if plan is not None and plan.policy is RangePolicy.RIGHT and plan.offset > 0:
        return (Rung(Intent.BRIGHTNESS, plan.offset), *rungs)
    return rungs


def _start(situation: Situation) -> Plan:
    shutter = _first_shutter(situation)
    free = _free(situation, shutter)
    asked = ask(situation, free)
    key_ev = situation.light.ev100 - lens_loss_stops(situation)
    rungs = rungs_of(situation, asked, free)
    facts = numbers.of_situation(situation, free, asked)
    file = school_for(Decision.FILE, facts, situation.fixed)
    kept = File(file.value[0])
    facts |= {"raw": numbers.yes(kept is not File.RENDERED), "rendered": numbers.yes(kept is not File.RAW)}
    bracket = school_for(Decision.BRACKETING, facts, situation.fixed)
    facts["bracketed"] = numbers.yes(bracket.value[0] == "set")
    return Plan(
        situation, shutter, free, locked(situation, free), asked, rungs, RangePolicy.GREY, 0.0, 0.0, 0.0, key_ev, facts, (file, bracket)
    )


def _choose_shutter(plan: Plan) -> Plan:
    situation = plan.situation
    school = school_for(Decision.SHUTTER_TYPE, plan.facts, situation.fixed)
    wanted = Shutter(school.value[0])
    if wanted not in situation.body.shutters:
        raise CraftError(f"{situation.body.name} has no {wanted.value.replace('_', ' ')} shutter", ("profile", "schools", "shutter_type"))
    if plan.shutter is Shutter.ELECTRONIC and wanted is not Shutter.ELECTRONIC and situation.locks.shutter_s is not None:
        wanted = plan.shutter
    same = wanted is plan.shutter
    rate = situation.body.highest_rate(wanted, plan.facts["raw"] == 1) or 1.0
    facts = {**plan.facts, "frames_per_second": rate, "rate": rate}
    plan = replace(plan, shutter=wanted, chosen=(*plan.chosen, school), facts=facts)
    return plan if same else with_dials(plan, replace(plan.free, time=time_axis(situation.body, wanted)))


def _choose_range(plan: Plan, iso_now: float) -> Plan:
    """Offset and highlight protection from the headroom h = g + p - above - margin."""
    situation, facts = plan.situation, plan.facts
    margin = 0.0 if facts["floats"] else situation.light_swing
    headroom = facts["clip_above_stops"] - situation.light.above - margin
    room = iso_now - plan.free.iso.lowest
    usable = [p for p in sorted(situation.body.protection_stops) if p <= room + 1e-9]
    offered = next((p for p in usable if p >= -headroom - 1e-9), usable[-1] if usable else 0.0)
    facts = {**facts, "headroom_stops": headroom, "protection_offered_stops": offered}
    school = school_for(Decision.RANGE, facts, situation.fixed)
    policy = RangePolicy(school.value[0])
    protection = offered if school.slug == "highlight_protection" else 0.0
    room_left = headroom + protection
    offset = {RangePolicy.GREY: 0.0, RangePolicy.PROTECT: min(0.0, room_left), RangePolicy.RIGHT: room_left}[policy]
    facts |= {"protection_stops": protection, "offset_stops": offset}
    plan = replace(plan, policy=policy, protection=protection, offset=offset, facts=facts, chosen=(*plan.chosen, school))
    if protection == 0 and policy is not RangePolicy.RIGHT:
        return plan
    floor = plan.free.iso.from_position(plan.free.iso.first + round(protection * plan.per_stop))
    return with_dials(plan, replace(plan.free, iso=floor))


def _choose_filter(plan: Plan) -> Plan:
    """The smallest built-in filter that removes the bright-side shortfall at the key light, or comes nearest."""
    offers = sorted(plan.situation.body.nd_stops)
    least = _bright_side(_at_key(plan)) if offers else 0.0
    best = plan
    for nd in offers:
        if least <= 1e-9:
            break
        tried = replace(plan, nd=nd, facts={**plan.facts, "nd_stops": nd})
        left = _bright_side(_at_key(tried))
        if left < least - 1e-9:
            best, least = tried, left
    return best


def plan_for(situation: Situation) -> Plan:
    """Everything fixed before the ladder.

    Raises
    ------
    CraftError : a lock, a limit, a school or a distance that this kit does not have.
    """
    plan = _start(situation)
    floats = not school_for(Decision.EXPOSURE_MODE, {**plan.facts, "time_s": 0.0, "zone_covers": 0.0}, situation.fixed).holds
    plan = replace(plan, facts={**plan.facts, "floats": numbers.yes(floats and situation.locks.iso is None)})
    found = _at_key(plan)
    x, n, s = _true(plan, found)
    over = float(found.entries[0][0])
    facts = plan.facts | numbers.of_exposure(situation, plan.free, plan.asked, x, n, s, plan.facts) | {"over_stops": over}
    tried = plan.shutter
    plan = _choose_shutter(replace(plan, facts=facts))
    if plan.shutter is not tried:
        s = _true(plan, _at_key(plan))[2]
    return _choose_filter(_choose_range(plan, s))
