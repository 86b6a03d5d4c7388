"""Range on the scene, in JSON."""

from __future__ import annotations

from pydantic import BaseModel

from craft.render.range import Fares, against_plain, fares, lifts, share_from, shot_in, ways_of
from craft.scene.imaged import output_gain
from craft.setup.solving.ranged import PRIORITIES, Priority, Ranged, best
from craft.tones.wanted import must_hold
from craft.vocabulary.terms import RangeFirst
from forms.rehearsal_form import FrameOut, RehearseIn, Sign, Theirs, TripleOut, triple
from forms.rulers.asked import OnScene, asked_of


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


def _way(way: Ranged, of: OnScene, sign: Sign) -> WayOut:
    setup, shot = of.setup, shot_in(of.shot, way)
    dials = triple(way.shutter_s, way.aperture, way.iso)
    now = triple(setup.exposure.shutter_s, setup.exposure.aperture, setup.exposure.iso)
    return WayOut(
        offset=way.offset,
        protection=way.protection,
        lift=way.lift,
        figures=dials,
        frame=FrameOut(token=sign(shot), figures=dials),
        fares=_fares(fares(shot, of.tones, output_gain(of.situation))),
        as_set=dials == now and way.protection == setup.range.highlight_protection_stops and not way.lift,
    )


def _first(priority: Priority, ways: tuple[Ranged, ...], of: OnScene, sign: Sign) -> PriorityOut:
    plain = best(tuple(one for one in ways if not one.lift), priority)
    lifted = best(ways, priority)
    return PriorityOut(
        slug=priority.slug.value,
        label=priority.label,
        reason=priority.reason,
        way=_way(plain, of, sign),
        lifted=_way(lifted, of, sign) if lifted.lift else None,
    )


def _plain(of: OnScene) -> list[str]:
    """What protection does that plain underexposure would not, step by step; and what the body does when it is left to it."""
    body, facts = of.situation.body, of.setup.facts
    lines = [against_plain(of.shot, step, of.setup.exposure.iso, body.base_iso) for step in sorted(body.protection_stops)]
    if body.protection_automatic and facts["headroom_stops"] < 0 and facts["protection_offered_stops"]:
        stops = facts["protection_offered_stops"]
        lines.append(
            f"Left to the body, it is taken to use the least that keeps what must hold, here {stops:g}: it changes from frame to frame."
        )
    elif body.protection_automatic:
        lines.append("Left to the body, it would use none here: nothing that must hold is lost, or this ISO has no room for it.")
    return lines


def range_of(asked: RehearseIn, sign: Sign, theirs: Theirs) -> RangedOut:
    """Range on a situation's scene: every offset, protection and lift weighed.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = asked_of(asked, theirs)
    situation, setup, tones = of.situation, of.setup, of.tones
    gain, holds = output_gain(situation), must_hold(situation, tones)
    ways = ways_of(situation, tones, holds)
    people = any(one.skin for one in tones.named)
    return RangedOut(
        offset=setup.range.exposure_offset_ev,
        protection=setup.range.highlight_protection_stops,
        now=_fares(fares(of.shot, tones, gain)),
        holds=[
            HoldOut(name=one.name, ev=one.ev, skin=one.skin, must=one.name in holds, share=share_from(tones, one.ev))
            for one in sorted(tones.named, key=lambda one: -one.ev)
        ],
        priorities=[_first(row, ways, of, sign) for row in PRIORITIES if people or row.slug is not RangeFirst.SKIN],
        weighed=len(ways),
        plain=_plain(of),
        lifts=[LiftOut(name=name, ev=ev, snr=snr, unseen=unseen) for name, ev, snr, unseen in lifts(of.shot, tones, gain)],
        shadow_lift_meters="shadow_lift_meters" in of.answer.tokens,
    )
