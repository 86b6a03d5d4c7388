"""Range on the scene, in JSON."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import BaseModel

from craft.render.range import Fares, Guarded, against_plain, fares, guarded, lifts, place_of, share_from, shot_in, ways_of
from craft.render.rehearsal import held_by
from craft.scales.series import Dial, label
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
    white: float
    floor: float
    lost_share: float
    blocked_share: float
    over: list[str]
    under: list[str]
    skin_snr: float | None
    shadow_snr: float


class WayOut(BaseModel):
    """A way of exposing: stops brighter than metered, protection, stops lifted afterwards, its dials and how the scene fares; past_habit: stops
    darker than the person goes otherwise."""

    offset: float
    protection: float
    lift: float
    figures: TripleOut
    frame: FrameOut
    fares: FaresOut
    as_set: bool
    past_habit: float


class PriorityOut(BaseModel):
    """The best way for what comes first, without a lift; lifted: with one, where that is better."""

    slug: str
    label: str
    reason: str
    way: WayOut
    lifted: WayOut | None


class GuardedOut(BaseModel):
    """The picture as bright as it is set, with highlight protection at a value: what that takes, its frame and how the scene fares; or why not.

    value: stops, or `automatic`; takes: stops of it, by itself too; warned_share: of the picture, in the finder.
    """

    value: float | str
    takes: float
    why: str
    frame: FrameOut | None
    fares: FaresOut | None
    warned_share: float
    as_set: bool


class PlaceOut(BaseModel):
    """A tone, and where in the picture most of it lies, as shares of its width and height."""

    name: str
    ev: float
    x: float
    y: float


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
    """Range on the scene: how it fares as set, what must hold, and what other exposures would do; guarded: under each protection;
    brightest, darkest: of the tones that must hold, where they are looked at."""

    offset: float
    protection: float
    now: FaresOut
    holds: list[HoldOut]
    guarded: list[GuardedOut]
    brightest: PlaceOut | None
    darkest: PlaceOut | None
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
        white=window.white,
        floor=window.floor,
        lost_share=found.lost,
        blocked_share=found.blocked,
        over=list(found.over),
        under=list(found.under),
        skin_snr=found.skin,
        shadow_snr=found.shadow,
    )


def _way(way: Ranged, of: OnScene, habit: float, sign: Sign) -> WayOut:
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
        past_habit=max(0.0, -way.offset - habit),
    )


def _first(priority: Priority, ways: tuple[Ranged, ...], of: OnScene, habit: float, sign: Sign) -> PriorityOut:
    plain = best(tuple(one for one in ways if not one.lift), priority)
    lifted = best(ways, priority)
    return PriorityOut(
        slug=priority.slug.value,
        label=priority.label,
        reason=priority.reason,
        way=_way(plain, of, habit, sign),
        lifted=_way(lifted, of, habit, sign) if lifted.lift else None,
    )


def _guarded(one: Guarded, of: OnScene, sign: Sign) -> GuardedOut:
    if one.setup is None:
        return GuardedOut(value=one.value, takes=0.0, why=one.why, frame=None, fares=None, warned_share=0.0, as_set=False)
    shot, gain = of.taken(one.setup), output_gain(of.situation)
    dials = one.setup.exposure
    return GuardedOut(
        value=one.value,
        takes=one.setup.range.highlight_protection_stops,
        why="",
        frame=FrameOut(token=sign(shot), figures=triple(dials.shutter_s, dials.aperture, dials.iso)),
        fares=_fares(fares(shot, of.tones, gain)),
        warned_share=held_by(shot, gain, of.tones).warned_share,
        as_set=one.setup is of.setup,
    )


def _place(of: OnScene, name: str, ev: float) -> PlaceOut:
    x, y = place_of(of.tones, ev)
    return PlaceOut(name=name, ev=ev, x=x, y=y)


def _plain(of: OnScene, rows: Sequence[Guarded]) -> list[str]:
    """What protection does that plain underexposure would not, step by step; and what the body does when it is left to it."""
    body = of.situation.body
    lines = [against_plain(of.shot, step, of.setup.exposure.iso, body.base_iso) for step in sorted(body.protection_stops)]
    for own in (one.setup for one in rows if one.value == "automatic" and one.setup):
        stops, iso = own.range.highlight_protection_stops, label(Dial.ISO, own.exposure.iso)
        if stops:
            lines.append(
                f"Left to the body, it is taken to use the least that keeps what must hold, here {stops:g} at ISO {iso}: it changes from frame to frame."
            )
        else:
            why = "nothing that must hold is lost" if own.facts["headroom_stops"] >= 0 else "this ISO has no room for it"
            lines.append(f"Left to the body, it uses none at ISO {iso}: {why}.")
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
    ways, habit = ways_of(situation, tones, holds), setup.facts["darkest_stops"]
    people = any(one.skin for one in tones.named)
    held = sorted((one for one in tones.named if one.name in holds), key=lambda one: one.ev)
    rows = guarded(situation, setup) if situation.body.protection_stops else ()
    return RangedOut(
        offset=setup.range.exposure_offset_ev,
        protection=setup.range.highlight_protection_stops,
        now=_fares(fares(of.shot, tones, gain)),
        holds=[
            HoldOut(name=one.name, ev=one.ev, skin=one.skin, must=one.name in holds, share=share_from(tones, one.ev))
            for one in sorted(tones.named, key=lambda one: -one.ev)
        ],
        guarded=[_guarded(one, of, sign) for one in rows],
        brightest=_place(of, held[-1].name, held[-1].ev) if held else None,
        darkest=_place(of, held[0].name, held[0].ev) if held else None,
        priorities=[_first(row, ways, of, habit, sign) for row in PRIORITIES if people or row.slug is not RangeFirst.SKIN],
        weighed=len(ways),
        plain=_plain(of, rows),
        lifts=[LiftOut(name=name, ev=ev, snr=snr, unseen=unseen) for name, ev, snr, unseen in lifts(of.shot, tones, gain)],
        shadow_lift_meters="shadow_lift_meters" in of.answer.tokens,
    )
