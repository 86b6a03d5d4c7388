"""Range on the scene, in JSON."""

from __future__ import annotations

from pydantic import BaseModel

from craft.exposure.targets import output_gain
from craft.render.range import PRIORITIES, Fares, Held, Priority, against_plain, best, fares, lifts, must_hold, share_from, ways_of
from forms.rehearsal_form import FrameOut, Sign, TripleOut, triple
from forms.rulers.asked import Asked, OnSceneIn, OwnOut, asked_of, own_of


class FaresOut(BaseModel):
    """How the scene fares: shares of the picture lost at each end, names lost, signal to noise of the darkest skin and tone."""

    clips: float
    warns: float
    floor: float
    lost_share: float
    blocked_share: float
    over: list[str]
    under: list[str]
    skin_snr: float | None
    shadow_snr: float


class WayOut(BaseModel):
    """A way of exposing: stops brighter than metered, protection, stops lifted afterwards, its dials and how the scene fares."""

    offset: float
    protection: float
    lift: float
    figures: TripleOut
    frame: FrameOut
    fares: FaresOut
    as_set: bool


class PriorityOut(BaseModel):
    """The best way for what comes first, without a lift; lifted: with one, where that is better."""

    slug: str
    label: str
    reason: str
    way: WayOut
    lifted: WayOut | None


class HoldOut(BaseModel):
    """A named tone, and whether it must keep detail."""

    name: str
    ev: float
    skin: bool
    must: bool
    share: float


class LiftOut(BaseModel):
    """A dark tone: its signal to noise as exposed, and the stops by which it can be lifted before one sees the noise."""

    name: str
    ev: float
    snr: float
    unseen: float


class RangedOut(BaseModel):
    """Range on the scene: how it fares as set, what must hold, and what other exposures would do."""

    offset: float
    protection: float
    now: FaresOut
    holds: list[HoldOut]
    priorities: list[PriorityOut]
    weighed: int
    plain: list[str]
    lifts: list[LiftOut]
    shadow_lift_meters: bool
    own: OwnOut | None


def _fares(found: Fares) -> FaresOut:
    window = found.window
    return FaresOut(
        clips=window.clips,
        warns=window.warns,
        floor=window.floor,
        lost_share=found.lost,
        blocked_share=found.blocked,
        over=list(found.over),
        under=list(found.under),
        skin_snr=found.skin,
        shadow_snr=found.shadow,
    )


def _way(one: Held, of: Asked, sign: Sign) -> WayOut:
    way, setup = one.way, of.setup
    dials = triple(way.shutter_s, way.aperture, way.iso)
    now = triple(setup.shutter_s, setup.aperture, setup.iso)
    return WayOut(
        offset=way.offset,
        protection=way.protection,
        lift=way.lift,
        figures=dials,
        frame=FrameOut(token=sign(one.shot), figures=dials),
        fares=_fares(one.fares),
        as_set=dials == now and way.protection == setup.protection_stops and not way.lift,
    )


def _first(priority: Priority, ways: tuple[Held, ...], of: Asked, sign: Sign) -> PriorityOut:
    plain = best(tuple(one for one in ways if not one.way.lift), priority)
    lifted = best(ways, priority)
    return PriorityOut(
        slug=priority.slug,
        label=priority.label,
        reason=priority.reason,
        way=_way(plain, of, sign),
        lifted=_way(lifted, of, sign) if lifted.way.lift else None,
    )


def range_of(asked: OnSceneIn, sign: Sign) -> RangedOut:
    """Range on a situation's scene: every offset, protection and lift weighed.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = asked_of(asked)
    situation, setup, tones = of.situation, of.setup, of.tones
    gain, holds = output_gain(situation), must_hold(situation, tones)
    ways = ways_of(situation, of.shot, tones, holds)
    people = any(one.skin for one in tones.named)
    return RangedOut(
        offset=setup.offset_ev,
        protection=setup.protection_stops,
        now=_fares(fares(of.shot, tones, gain, holds)),
        holds=[
            HoldOut(name=one.name, ev=one.ev, skin=one.skin, must=one.name in holds, share=share_from(tones, one.ev))
            for one in sorted(tones.named, key=lambda one: -one.ev)
        ],
        priorities=[_first(row, ways, of, sign) for row in PRIORITIES if people or row.slug != "skin"],
        weighed=len(ways),
        plain=[against_plain(of.shot, step, setup.iso, situation.body.base_iso) for step in sorted(situation.body.protection_stops)],
        lifts=[LiftOut(name=name, ev=ev, snr=snr, unseen=unseen) for name, ev, snr, unseen in lifts(of.shot, tones, gain)],
        shadow_lift_meters="shadow_lift_meters" in of.answer.tokens,
        own=own_of(of),
    )
