"""What is fixed before the ladder is solved: bounds, locks, shutter type, set, range, filter."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from craft.errors import CraftError, NotOnTheDialError
from craft.exposure.bounds import Dials, bounded
from craft.exposure.filters import Filter
from craft.exposure.flash import FROZEN_BY_FLASH, NO_FLASH, UNDER, Lit
from craft.exposure.solver import Problem, Rung, Search, Solution, search_of, target_position
from craft.exposure.targets import Asked, ask, rungs_of
from craft.kit.body import BracketOffer, Shutter
from craft.kit.dials import aperture_axis, combinations_allowed, iso_axis, time_axis
from craft.scales.series import Dial
from craft.scene.imaged import base_stops, output_gain
from craft.scene.situation import Locks, Situation
from craft.sensor.taken import Taken
from craft.vocabulary.terms import FlashRole, Intent, RangePolicy, Support

CAP = {True: 1.0, False: 1 / 3}
"""Stops under the meter that saving highlights may cost, with a raw and without: past them the picture is dark by surprise."""


@dataclass(frozen=True)
class Plan:
    """Everything the ladder needs.

    free: the dials as bounded; dials: with locks folded in; key_ev: EV at the sensor; offset: stops brighter
    than metered; cap: stops under the meter that may be given in all; bracket: the set, or None; held_more: stops that a merge in the body
    adds to what one frame holds; lit: the flash, and what it is for; room_ev: EV of the light that is there, at the sensor, where a flash
    is all the light and key_ev its own; search: of the problem on these dials, once they are settled.
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
    cap: float
    bracket: BracketOffer | None = None
    held_more: float = 0.0
    lit: Lit = NO_FLASH
    room_ev: float | None = None
    search: Search | None = None

    @property
    def per_stop(self) -> int:
        """Steps in a stop."""
        return self.situation.body.per_stop

    @property
    def room(self) -> float:
        """EV of the light that is there, at the sensor."""
        return self.key_ev if self.room_ev is None else self.room_ev

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
        return Problem(dials.time, dials.aperture, dials.iso, self.asked.targets, self.rungs, self.asked.n_best, self._allowed(dials))

    def exists(self, dials: Dials) -> bool:
        """Whether any combination of these dials exists on the body."""
        allowed = _allowed(self.situation, dials)
        return allowed is None or bool(allowed.any())

    def _allowed(self, dials: Dials) -> NDArray[np.bool_] | None:
        """What the body has, and of that what a flash that lights the subject reaches; all of it where that is nothing."""
        there = _allowed(self.situation, dials)
        if self.lit.role is not FlashRole.KEY or not np.isfinite(self.lit.most):
            return there
        reached = np.broadcast_to(
            dials.aperture.stops[:, None] - dials.iso.stops <= self.lit.most + 1e-6,
            (len(dials.time.stops), len(dials.aperture.stops), len(dials.iso.stops)),
        )
        both = reached if there is None else reached & there
        usable = both[np.ix_(dials.time.exists, dials.aperture.exists, dials.iso.exists)]
        return both if usable.any() and not usable.all() else there


def _allowed(situation: Situation, dials: Dials) -> NDArray[np.bool_] | None:
    return combinations_allowed(situation.body, {Dial.TIME: dials.time, Dial.APERTURE: dials.aperture, Dial.ISO: dials.iso})


def locked(situation: Situation, free: Dials) -> Dials:
    """The dials with the locks folded in: a locked dial has one position.

    Raises
    ------
    NotOnTheDialError : a value that the kit does not have. CraftError : locks that exclude each other.

    >>> one = course().planned
    >>> locked(situation(), one.free) == one.free
    True
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


def whole_dials(situation: Situation, shutter: Shutter) -> Dials:
    """Everything that body and lens have on their dials, before any bound or lock.

    >>> whole_dials(situation(), BODY.shutters[0]).time.printed_at(15)
    0.03333333333333333
    """
    body = situation.body
    return Dials(time_axis(body, shutter), aperture_axis(body, situation.lens, situation.focal_mm), iso_axis(body))


def free_dials(situation: Situation, shutter: Shutter, longer: float, role: FlashRole = FlashRole.NONE) -> Dials:
    """Every dial within its bounds; longer: stops by which the longest frame of a set is longer than its middle one; role: of a flash.

    >>> free_dials(situation(), BODY.shutters[0], 0.0).time.lowest
    4.0
    """
    sync = situation.body.sync_with(shutter) if role is not FlashRole.NONE else None
    return bounded(situation, whole_dials(situation, shutter), longer, sync, role is FlashRole.ALONE)


def let_go(plan: Plan) -> Dials:
    """The plan's dials as they would be without any lock: what a lock lifts, such as the slowest time by hand, binds again.

    >>> one = course().planned
    >>> let_go(one) == one.free
    True
    """
    free = free_dials(replace(plan.situation, locks=Locks()), plan.shutter, longer_by(plan.situation, plan.bracket), plan.lit.role)
    return replace(free, iso=plan.free.iso)


def at_key(plan: Plan) -> Solution:
    """What the solver makes of the key light.

    >>> int(at_key(course().planned).iso[0])
    2
    """
    return (plan.search or search_of(plan.problem())).at_one(plan.target)


def true_stops(plan: Plan, found: Solution) -> tuple[float, float, float]:
    """Time, aperture and ISO of a solution at one level, in true stops.

    >>> one = course().planned
    >>> [round(stops, 2) for stops in true_stops(one, at_key(one))]
    [8.67, 3.0, 0.67]
    """
    dials = plan.free
    return dials.time.stops_at(int(found.time[0])), dials.aperture.stops_at(int(found.aperture[0])), dials.iso.stops_at(int(found.iso[0]))


def taken(plan: Plan, x: float, n: float, s: float, protection: float | None = None) -> Taken:
    """The key tone as the plan takes it, at true stops of time, aperture and ISO; protection: another than the plan's.

    >>> round(taken(course().planned, 8.64, 3.0, 0.64).snr())
    288
    """
    situation, base = plan.situation, base_stops(plan.situation)
    kept = plan.protection if protection is None else protection
    sensor = situation.body.sensor.protected(kept)
    return Taken(sensor, plan.key_ev - plan.nd - (x + n - base), s - kept, base, 2**-x, output_gain(situation))


def lifted(situation: Situation, free: Dials, protection: float) -> Dials:
    """The dials with the lowest ISO lifted by protection from the body's base; a floor that lies higher by itself stays.

    >>> free = free_dials(situation(), BODY.shutters[0], 0.0)
    >>> lifted(situation(), free, 1.0).iso.lowest
    1.0
    """
    per_stop = situation.body.per_stop
    base = round(base_stops(situation) * per_stop)
    return replace(free, iso=free.iso.from_position(base + round(protection * per_stop)))


def with_dials(plan: Plan, free: Dials) -> Plan:
    """The same plan on other dials: locks, targets and shares follow.

    >>> one = course().planned
    >>> with_dials(one, one.free).target == one.target
    True
    """
    if free == plan.free:
        rungs = _rungs(plan, plan.asked, free)
        return replace(plan, rungs=rungs, search=plan.search and plan.search.with_rungs(rungs))
    asked = asked_of(plan.situation, free, plan.bracket, plan.lit.role)
    return replace(plan, free=free, dials=locked(plan.situation, free), asked=asked, rungs=_rungs(plan, asked, free), search=None)


def _rungs(plan: Plan, asked: Asked, free: Dials) -> tuple[Rung, ...]:
    """The concessions; what the offset takes from brightness, its rungs no longer give."""
    kept_under = UNDER[plan.lit.role] if plan.lit.role is FlashRole.KEY else 0.0
    darkened = max(0.0, -plan.offset - kept_under) if plan.bracket is None else 0.0
    rungs = rungs_of(plan.situation, asked, free, darkened, max(0.0, plan.cap - darkened))
    if plan.policy is RangePolicy.RIGHT and plan.offset > 0:
        return (Rung(Intent.BRIGHTNESS, plan.offset), *rungs)
    return rungs


def cap_stops(situation: Situation, raw_kept: bool) -> float:
    """Stops under the meter that may be given in all: the person's wish, else by what is kept of a frame.

    >>> cap_stops(situation(), True), round(cap_stops(situation(), False), 2)
    (1.0, 0.33)
    """
    wish = situation.person.darker_cap_stops
    return CAP[raw_kept] if wish is None else wish


def longer_by(situation: Situation, bracket: BracketOffer | None) -> float:
    """Stops by which the longest frame of a hand-held set is longer than its middle one.

    >>> longer_by(situation(), BracketOffer(3, 2.0)), longer_by(situation(), None)
    (2.0, 0.0)
    """
    if bracket is None or situation.carried_by is Support.TRIPOD:
        return 0.0
    return (bracket.frames - 1) / 2 * bracket.step_ev


def asked_of(situation: Situation, free: Dials, bracket: BracketOffer | None, role: FlashRole = FlashRole.NONE) -> Asked:
    """What is asked of the dials; of a set by hand its longest frame has to be held. What a flash lights, it freezes.

    >>> one = course().planned
    >>> asked_of(situation(), one.free, None) == one.asked
    True
    """
    asked, longer = ask(situation, free), longer_by(situation, bracket)
    if role.leads:
        return _frozen_by_flash(asked, None if role is FlashRole.ALONE else FROZEN_BY_FLASH)
    if not longer or asked.shake is None or asked.targets.shake is None:
        return asked
    return replace(asked, shake=asked.shake + longer, targets=replace(asked.targets, shake=asked.targets.shake + longer))


def _frozen_by_flash(asked: Asked, longer: float | None) -> Asked:
    """The same with movement that may be drawn so many stops longer, which a flash freezes; None: any, and the hand's too."""

    def eased(stops: float | None) -> float | None:
        return None if stops is None or longer is None else stops - longer

    shake = asked.shake if longer is not None else None
    targets = replace(asked.targets, freeze=eased(asked.targets.freeze), shake=shake)
    return replace(asked, targets=targets, need=eased(asked.need), body=eased(asked.body), limbs=eased(asked.limbs), shake=shake)


def searching(plan: Plan) -> Plan:
    """The plan with its search at hand.

    >>> one = course().planned
    >>> searching(one).search is not None
    True
    """
    return plan if plan.search else replace(plan, search=search_of(plan.problem()))
