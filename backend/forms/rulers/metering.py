"""Metering on the scene, in JSON."""

from __future__ import annotations

import math

import numpy as np
from pydantic import BaseModel

from craft.decisions.facts import say
from craft.render.rehearsal import window_of
from craft.render.shot import exposed
from craft.render.steady import subjects_of
from craft.scales.series import Dial, exact_stops, printed
from craft.scales.words import stops_in_words
from craft.scene.imaged import output_gain
from craft.tones.metered import Metered, metered
from craft.tones.patterns import CENTRE_MM, MOST_PLACED, PATTERNS, SPOT_SHARE, PatternRow
from craft.tones.readings import Looks, read, reading
from craft.tones.spot import Pointed, highlight_spot, named_at, off_at
from craft.tones.spread import spread_of
from craft.tones.tonemap import Oval, ToneMap
from craft.tones.wanted import must_hold, wanted_of
from craft.vocabulary.terms import File, FocusMode, Pattern
from forms.rehearsal_form import FrameOut, RehearseIn, Sign, Theirs, triple
from forms.rulers.asked import OnScene, Share, Signs, asked_of


class MeteringIn(RehearseIn):
    """A situation whose scene is metered; x, y: where the spot is held, in shares of the frame; where one focuses unless given."""

    x: Share | None = None
    y: Share | None = None


class OvalOut(BaseModel):
    """A place of the picture: its middle and half its width and height, in shares of the frame's."""

    x: float
    y: float
    across: float
    down: float


class LandsOut(BaseModel):
    """A named tone; stops: from the middle tone, where the body leaves it; lost: over the clip there."""

    name: str
    stops: float
    lost: bool


class PatternOut(BaseModel):
    """A pattern on the scene; stops from the key. correct: stops to dial on top of it for the exposure that is wanted."""

    pattern: Pattern
    label: str
    short: str
    looks_at: str
    source: str
    offered: bool
    recommended: bool
    reads: float
    framing: float
    place: float
    subject: float
    swing: float
    correct: float
    lost_share: float
    lands: list[LandsOut]
    subjects: list[str]
    strip: str
    frame: FrameOut


class PointedOut(BaseModel):
    """A place for the spot; placed: over the middle, as dialled; off: the most it is wrong when one points a little off; frame: so taken."""

    frame: FrameOut
    x: float
    y: float
    reads: float
    placed: float
    off: float
    on: str


class HighlightOut(PointedOut):
    """The spot on the brightest tone that must hold; name: of that tone; brighter: stops by which the picture so taken is brighter than as
    metered; words: how it is done on this body as it is set."""

    name: str
    brighter: float
    words: list[str]


class FaceOut(BaseModel):
    """A meter linked to the face; reads: from the key; skin: how the skin really lies; words: what it gets wrong."""

    at: OvalOut
    reads: float
    skin: float
    words: str


class MeteredOut(BaseModel):
    """Every pattern on the scene; own: how far a picture of one's own is to be believed, empty on a drawn scene."""

    aspect: float
    wanted: float
    spot: PointedOut
    best: PointedOut | None
    best_words: str
    highlight: HighlightOut | None
    spot_radius: float
    centre_radius: float
    face: FaceOut | None
    patterns: list[PatternOut]
    instead: list[str]


def _oval(oval: Oval) -> OvalOut:
    return OvalOut(x=oval.x, y=oval.y, across=oval.across, down=oval.down)


def _held(tones: ToneMap, at: tuple[float, float], wanted: float) -> Pointed:
    """A spot where somebody holds it: what it reads, and what is dialled on top, in thirds."""
    reads = reading(tones, Looks(Pattern.SPOT, at), 0.0)
    placed = math.floor((reads + wanted) * 3 + 0.5) / 3
    return Pointed(*at, reads, placed, off_at(tones, at, placed, wanted), named_at(tones, at))


def _taken(of: OnScene, stops: float, sign: Sign) -> FrameOut:
    """The frame that a meter gives, so many stops brighter than as set: by ISO where it floats, as far as there is any, else by time."""
    setup, shot = of.setup, of.shot
    by_iso = 0.0
    if setup.iso_limits.automatic:
        ends = (exact_stops(Dial.ISO, one) for one in (setup.iso_limits.floor, setup.iso_limits.ceiling))
        low, high = (end - shot.iso_stops for end in ends)
        by_iso = min(max(stops, low), high)
    taken = exposed(shot, time_stops=-(stops - by_iso), iso_stops=by_iso)
    per_stop = of.situation.body.per_stop
    time, iso = (
        printed(dial, round(at * per_stop) / per_stop, per_stop)
        for dial, at in ((Dial.TIME, -math.log2(taken.time_s)), (Dial.ISO, taken.iso_stops))
    )
    return FrameOut(token=sign(taken), figures=triple(time, setup.exposure.aperture, iso))


def _spot(one: Pointed, of: OnScene, wanted: float, sign: Sign) -> PointedOut:
    frame = _taken(of, one.placed - one.reads - wanted, sign)
    return PointedOut(frame=frame, x=one.x, y=one.y, reads=one.reads, placed=one.placed, off=one.off, on=one.on)


def _best_words(one: Pointed | None) -> str:
    if one is None:
        return f"No place of this picture can be dialled in: all of it lies more than {MOST_PLACED:g} stops from the middle, or is at its white."
    where = one.on or "at the place marked"
    return (
        f"Point it {where}, place the reading {stops_in_words(one.placed)} the middle, lock, recompose. "
        f"Pointed a little off it is wrong by at most {one.off:.2f} stop; no place of this picture is surer."
    )


def _to_get_there(of: OnScene) -> list[str]:
    """How a spot is brought to a tone and held there, as this body is set."""
    values, lines = of.answer.configuration.values, []
    if values.get("meter_at_focus_point") == "on":
        lines.append("The spot goes with the focus point: put the point there, hold the reading, and put it back.")
    else:
        lines.append("The spot stays in the middle of the finder: turn the camera until the middle lies on it.")
    if not of.setup.exposure.meters:
        return [*lines, "Nothing floats: set time, aperture and ISO by it, then leave them."]
    if of.setup.focus.mode is FocusMode.MANUAL:
        return [*lines, "Lock the reading and frame again; the focus stays where the hand put it."]
    if values.get("focus_activation", "shutter_button") == "rear_button":
        return [*lines, "Focus is under the thumb: half a press meters and does not focus. Lock the reading, frame again, then focus."]
    by_thumb = ", or let a button under the thumb start the focus" if "rear_button" in of.answer.tokens else ""
    return [*lines, f"Half a press focuses there too: lock the reading with its own button, frame again, and focus then{by_thumb}."]


def _highlight(of: OnScene, wanted: float, sign: Sign) -> HighlightOut | None:
    holds = [one for one in of.tones.named if one.name in must_hold(of.situation, of.tones)]
    brightest = wanted_of(of.situation, of.tones).brightest
    named = min(holds, key=lambda one: abs(one.ev - brightest), default=None)
    window = window_of(of.shot, output_gain(of.situation))
    raw = of.setup.file is not File.RENDERED
    room = (window.clips if raw else window.white) + of.setup.range.exposure_offset_ev
    named = named if named and abs(named.ev - brightest) <= 1 / 3 else None
    one = highlight_spot(of.tones, brightest, room, named.at if named else None)
    if one is None:
        return None
    name = named.name if named else "the brightest that must hold"
    brighter, under = one.placed - one.reads, brightest - one.reads
    differs = brighter - wanted
    against = (
        "as bright as it is set"
        if abs(differs) < 1 / 6
        else f"{say(abs(differs), 'stops')} {'brighter' if differs > 0 else 'darker'} than as set"
    )
    words = [
        f"Point it at {name} and place the reading {stops_in_words(one.placed)} the middle: all the room there is in the "
        f"{'raw' if raw else 'finished file'}, less a third. The picture comes {against}.",
        *(
            [f"The ring takes in what is darker beside it and reads {say(under, 'stops')} under it: it is placed as much lower."]
            if under > 1 / 3
            else []
        ),
        *_to_get_there(of),
    ]
    return HighlightOut(**dict(_spot(one, of, wanted, sign)), name=name, brighter=brighter, words=words)


def _face(seen: Metered) -> FaceOut | None:
    tones = seen.tones
    if tones.face is None:
        return None
    skin = next(one for one in tones.named if one.skin and (one.at.x, one.at.y) == (tones.face.x, tones.face.y))
    reads = reading(tones, Looks(Pattern.MULTI_ZONE, seen.at, face=True), seen.clip)
    words = (
        f"Linked to the face, {skin.name} comes out {stops_in_words(skin.ev - reads)} the middle; "
        f"by its own brightness it belongs {stops_in_words(skin.ev)} it."
    )
    return FaceOut(at=_oval(tones.face), reads=reads, skin=skin.ev, words=words)


def _instead(of: OnScene) -> list[str]:
    """Where a grey card or an incident meter goes instead of a pattern."""
    if of.shot.own is not None:
        return []
    lines = [
        "An incident meter or a grey card goes where the subject is, in the light that falls on it, turned halfway between that light "
        "and the camera: it reads the key whatever lies about it. A card of 18 % reads a fifth of a stop over it.",
    ]
    if of.shot.scene.other_k is not None:
        lines.append("There are two lights here: hold it in the one that falls on what matters; in the other it reads the other.")
    return lines


def _pattern(row: PatternRow, of: OnScene, seen: Metered, at: tuple[float, float], wanted: float, signs: Signs) -> PatternOut:
    focused = row.pattern in (Pattern.MULTI_ZONE, Pattern.HIGHLIGHT_GUARD)
    found = read(seen.tones, Looks(row.pattern, seen.at if focused else at), seen.clip, seen.spread)
    lands = [LandsOut(name=one.name, stops=one.ev - found.stops, lost=one.ev - found.stops > seen.clip) for one in seen.tones.named]
    subjects = subjects_of(seen, row.pattern)
    return PatternOut(
        pattern=row.pattern,
        label=row.label,
        short=row.short,
        looks_at=row.looks_at,
        source=row.source,
        offered=row.pattern.value in of.situation.body.patterns,
        recommended=of.setup.metering.pattern is row.pattern,
        reads=found.stops,
        framing=found.framing,
        place=found.place,
        subject=found.subject,
        swing=found.swing,
        correct=math.floor((found.stops + wanted) * 3 + 0.5) / 3,
        lost_share=float(spread_of(seen.tones).over(np.array(found.stops + seen.clip))),
        lands=lands,
        subjects=[name for name, _ in subjects],
        strip="" if of.shot.own is not None else signs.strip(of.shot, of.size, tuple(tile for _, tile in subjects)),
        frame=_taken(of, -found.stops - wanted, signs.frame),
    )


def metering_of(asked: MeteringIn, signs: Signs, theirs: Theirs) -> MeteredOut:
    """Every pattern on a situation's scene.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = asked_of(asked, theirs)
    seen = metered(of.situation, of.tones)
    at = seen.at if asked.x is None or asked.y is None else (asked.x, asked.y)
    wanted = of.setup.range.exposure_offset_ev if of.setup.bracketing.frames == 1 else 0.0
    pointed = seen.spot(wanted, of.situation.holds_above)
    return MeteredOut(
        aspect=of.tones.width / of.tones.height,
        wanted=wanted,
        spot=_spot(_held(of.tones, at, wanted), of, wanted, signs.frame),
        best=_spot(pointed, of, wanted, signs.frame) if pointed else None,
        best_words=_best_words(pointed),
        highlight=_highlight(of, wanted, signs.frame),
        spot_radius=math.sqrt(SPOT_SHARE * of.tones.height / of.tones.width / math.pi),
        centre_radius=CENTRE_MM / 2 / 36,
        face=_face(seen),
        patterns=[_pattern(row, of, seen, at, wanted, signs) for row in PATTERNS],
        instead=_instead(of),
    )
