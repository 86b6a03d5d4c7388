"""Flash as a second exposure: what its power comes to at the subject, and what a picture takes of it.

Powers are in stops of n - s, twice the binary logarithm of the f-number less that of ISO over 100: a flash asks no time of the
shutter, as long as the whole frame is open while it burns. Guide number and inverse square as [iso1230] has them.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from craft.errors import CraftError
from craft.kit.flash import Flash
from craft.scene.flashed import Further
from craft.scene.imaged import lens_loss_stops
from craft.scene.situation import Situation
from craft.vocabulary.terms import FlashAim, FlashLights, FlashRole

AIM_LOSS: Mapping[FlashAim, float] = {FlashAim.DIRECT: 0.0, FlashAim.SOFTENED: 1.5, FlashAim.BOUNCED: 1.5}
"""Stops that go astray besides what the way takes: in an umbrella or a box, and on a white ceiling, which sends most of it elsewhere
(estimates: with the longer way a ceiling comes to the two stops that are usually allowed for it)."""

CEILING_M = 1.1
"""How much higher a ceiling is than a flash on a camera: 2.7 m over 1.6 m (an estimate)."""

UNDER: Mapping[FlashRole, float] = {FlashRole.NONE: 0.0, FlashRole.FILL: 0.0, FlashRole.KEY: 4 / 3, FlashRole.ALONE: 4.0}
"""Stops under the metered exposure that the light that is there is kept at: it leads, is seen behind, or is as good as gone (practice: one to
two for a room that shows, four for none of it)."""

FILL_UNDER = 4 / 3
"""Stops that a fill lies under the light that leads: shade opens, and nobody sees a flash (practice: one to two)."""

FROZEN_BY_FLASH = 1.0
"""Stops by which the time may be longer than freezes, where a flash leads and freezes what it lights: what else is drawn is a faint ghost."""

PULSED_STOPS = 1.0
"""What pulsing costs a flash as soon as it is used, besides what the shorter time does: its light is spread over the curtains' travel (an estimate)."""

STANDS_M = 1.5
"""Metres from a flash that stands by itself to what it lights: a step and a half (practice)."""

FLASH_KELVIN = 5869.0
"""Temperature of a flash tube's light (that of its kind in `craft.white.lights`)."""


def pulsed_loss(time_s: float, sync_s: float) -> float:
    """Stops that high-speed sync costs a flash: of light that burns for as long as the curtains travel a shorter time takes less.

    >>> pulsed_loss(1 / 1000, 1 / 250), pulsed_loss(1 / 60, 1 / 250)
    (3.0, 0.0)
    """
    return max(0.0, math.log2(sync_s / time_s)) + PULSED_STOPS if time_s < sync_s * 0.99 else 0.0


def flash_at_hand(situation: Situation) -> Flash | None:
    """The flash that is used: the one that is named, else the strongest that goes on a camera; what stands on the mains is used where one says so.

    Raises
    ------
    CraftError : it names one that is not at hand.

    >>> flash_at_hand(situation()) is None, flash_at_hand(situation(flashes=(Flash("clip-on", 40.0), Flash("small", 12.0)))).name
    (True, 'clip-on')
    """
    name, there = situation.flash.name, situation.flashes
    if name is None:
        return max((one for one in there if not one.mains), key=lambda one: one.guide_number_m, default=None)
    return _of_that_name(situation, name, "name")


def _of_that_name(situation: Situation, name: str, *place: str | int) -> Flash:
    found = next((one for one in situation.flashes if one.name == name), None)
    if found is None:
        known = ", ".join(one.name for one in situation.flashes) or "no flash is"
        raise CraftError(f"“{name}” is not at hand: {known}", ("flash", *place))
    return found


def aim_of(situation: Situation, flash: Flash) -> FlashAim:
    """How it is turned: as said; else up at a ceiling where there is one and its head turns, softened where it stands by itself.

    >>> aim_of(situation(), Flash("clip-on", 40.0)).value, aim_of(situation(), Flash("strobe", 60.0, mains=True)).value
    ('direct', 'softened')
    """
    if situation.flash.aim is not None:
        return situation.flash.aim
    if flash.mains:
        return FlashAim.SOFTENED
    return FlashAim.BOUNCED if flash.turns and situation.indoors else FlashAim.DIRECT


def way_m(aim: FlashAim, distance_m: float) -> float:
    """Metres that its light goes: straight, or up to the ceiling and down again.

    >>> way_m(FlashAim.DIRECT, 3.0), round(way_m(FlashAim.BOUNCED, 3.0), 2)
    (3.0, 3.72)
    """
    return math.hypot(distance_m, 2 * CEILING_M) if aim is FlashAim.BOUNCED else distance_m


def stands_m(situation: Situation, flash: Flash) -> float:
    """Metres from flash to subject: as said; else from the camera, or a step and a half before the subject where it stands by itself.

    >>> stands_m(situation(), Flash("clip-on", 40.0)), stands_m(situation(), Flash("strobe", 60.0, mains=True))
    (35.0, 1.5)
    """
    said = situation.flash.distance_m
    return said if said is not None else min(STANDS_M, situation.distance_m) if flash.mains else situation.distance_m


def full_stops(situation: Situation, flash: Flash) -> float:
    """What full power comes to at the subject, as n - s in stops; as a flash meter has read it, where one has.

    >>> round(full_stops(situation(), Flash("clip-on", 35.0)), 1)  # at 35 m: f/1 at ISO 100, and the lens takes a little
    -0.0
    """
    lens = lens_loss_stops(situation)
    if situation.flash.metered_aperture is not None:
        return 2 * math.log2(situation.flash.metered_aperture) - lens
    aim = aim_of(situation, flash)
    return 2 * math.log2(flash.guide_number_m / way_m(aim, stands_m(situation, flash))) - AIM_LOSS[aim] - lens


def given_stops(role: FlashRole) -> float:
    """What the flash gives of a metered exposure in a role, in stops: what the light that is kept leaves wanting, or a fill.

    >>> given_stops(FlashRole.FILL), round(given_stops(FlashRole.KEY), 2), round(given_stops(FlashRole.ALONE), 2)
    (-1.3333333333333333, -0.73, -0.09)
    """
    if role in (FlashRole.NONE, FlashRole.FILL):
        return -FILL_UNDER
    return math.log2(1 - 2 ** -UNDER[role])


@dataclass(frozen=True, slots=True)
class Beside:
    """A further flash as it stands. from_m: from it to what it lights; full: what full power comes to there, n - s in stops."""

    use: Further
    flash: Flash
    aim: FlashAim
    from_m: float
    full: float


def besides(situation: Situation) -> tuple[Beside, ...]:
    """The further flashes of a situation, in their order.

    Raises
    ------
    CraftError : one is named that is not at hand, or one and the same stands twice.

    >>> from craft.scene.flashed import FlashUse
    >>> use = FlashUse(further=(Further("small", under_stops=1.0, distance_m=2.0),))
    >>> [round(one.full, 1) for one in besides(situation(flashes=(Flash("clip-on", 40.0), Flash("small", 16.0)), flash=use))]
    [6.0]
    """
    leads = flash_at_hand(situation)
    taken = {leads.name} if leads else set()
    out = []
    for k, use in enumerate(situation.flash.further):
        flash = _of_that_name(situation, use.name, "further", k, "name")
        if flash.name in taken:
            raise CraftError(f"“{flash.name}” is in use already: a flash stands in one place", ("flash", "further", k, "name"))
        taken.add(flash.name)
        aim = use.aim or (FlashAim.SOFTENED if flash.mains and use.lights is FlashLights.SUBJECT else FlashAim.DIRECT)
        usual = STANDS_M if flash.mains or use.lights is FlashLights.BEHIND else situation.distance_m
        from_m = use.distance_m if use.distance_m is not None else usual
        full = 2 * math.log2(flash.guide_number_m / way_m(aim, from_m)) - AIM_LOSS[aim] - lens_loss_stops(situation)
        out.append(Beside(use, flash, aim, from_m, full))
    return tuple(out)


@dataclass(frozen=True, slots=True)
class Lit:
    """A flash in its role. flash: None where one is on that nobody described; full: what full power comes to, n - s in stops; metered: it is
    set up, and what it gives is read and not chosen; beside: those that burn with it."""

    role: FlashRole
    flash: Flash | None = None
    full: float = math.inf
    metered: bool = False
    beside: tuple[Beside, ...] = ()

    @property
    def flashes(self) -> tuple[Flash, ...]:
        """All that burn and are known, the one that leads first."""
        return (*([self.flash] if self.flash else []), *(one.flash for one in self.beside))

    @property
    def of_all(self) -> float:
        """Stops of the one that leads over the light of all that light the subject: 0 where it is alone, else less."""
        return -math.log2(1 + sum(2**-one.use.under_stops for one in self.beside if one.use.lights is FlashLights.SUBJECT))

    @property
    def part(self) -> float:
        """The same of what is known of its power: a meter has read them together."""
        return 0.0 if self.metered else self.of_all

    @property
    def own_most(self) -> float:
        """The most n - s at which the one that leads still gives what its role asks of it."""
        return self.full - given_stops(self.role) - self.part

    @property
    def least(self) -> float:
        """The n - s under which the one that leads gives too much, turned down as far as it goes."""
        return self.own_most + math.log2(self.flash.lowest_share) if self.flash else -math.inf

    @property
    def most(self) -> float:
        """The most n - s at which it and all beside it still give what is asked of them, as far as it can be turned down itself."""
        gives = given_stops(self.role) + self.part
        beside = [one.full - gives + one.use.under_stops for one in self.beside if not self.metered]
        return max(min([self.own_most, *beside]), self.least)

    def share(self, narrower: float, loss: float = 0.0) -> float:
        """Share of its power that n - s stops take, over 1 where it has not enough; loss: stops that pulsing costs.

        >>> round(Lit(FlashRole.FILL, Flash("clip-on", 40.0), full=4.0).share(4.0), 3)
        0.397
        """
        return float(2.0 ** (narrower + given_stops(self.role) + self.part + loss - self.full))

    def share_of(self, one: Beside, narrower: float, loss: float = 0.0) -> float:
        """The same of one that stands beside it.

        >>> fill = Beside(Further("small", under_stops=2.0), Flash("small", 16.0), FlashAim.DIRECT, 2.0, 6.0)
        >>> lit = Lit(FlashRole.ALONE, Flash("strobe", 60.0), 8.0, beside=(fill,))
        >>> round(math.log2(lit.share(6.0) / lit.share_of(fill, 6.0)), 6)  # two stops under it, and two stops weaker to begin with
        0.0
        """
        return float(2.0 ** (narrower + given_stops(self.role) + self.part - one.use.under_stops + loss - one.full))


NO_FLASH = Lit(FlashRole.NONE)


def turned_down(flash: Flash, asked: float) -> float:
    """The share of its power that a flash gives where so much is asked of it: no more than all, no less than it can be turned down to.

    >>> turned_down(Flash("clip-on", 40.0), 0.001), turned_down(Flash("clip-on", 40.0), 3.0)
    (0.0078125, 1.0)
    """
    return min(max(asked, flash.lowest_share), 1.0)


def lit_by(situation: Situation, role: FlashRole) -> Lit:
    """The flash that is at hand, in a role.

    >>> lit_by(situation(), FlashRole.NONE).flash is None
    True
    """
    flash = flash_at_hand(situation) if role is not FlashRole.NONE else None
    if flash is None:
        return Lit(role)
    return Lit(role, flash, full_stops(situation, flash), situation.flash.metered_aperture is not None, besides(situation))


def reach_m(lit: Lit, situation: Situation, narrower: float, loss: float = 0.0) -> float:
    """Distance at which full power still gives what the role asks at n - s stops, in metres; 0 where the way to the ceiling takes it all.

    >>> lit = Lit(FlashRole.KEY, Flash("clip-on", 40.0), full=1.0)
    >>> round(reach_m(lit, situation(), 1.0 + 0.7264), 1)
    35.0
    """
    if lit.flash is None:
        return math.inf
    aim, from_m = aim_of(situation, lit.flash), stands_m(situation, lit.flash)
    way = way_m(aim, from_m) * 2 ** ((lit.own_most - loss - narrower) / 2)
    return math.sqrt(max(0.0, way * way - (2 * CEILING_M) ** 2)) if aim is FlashAim.BOUNCED else way
