"""The three decisions that are judged on the scene, in JSON: metering, range and sets, and how steady a series would be."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Annotated

from pydantic import BaseModel, Field

from craft.decisions.numbers import MERGE_STEPS
from craft.exposure.targets import output_gain
from craft.render.range import PRIORITIES, Fares, Held, Priority, against_plain, best, fares, lifts, must_hold, share_from, ways_of
from craft.render.sets import Cover, covers_of, drifts, fewest, optimal
from craft.render.shot import Shot, exposed, shot_of
from craft.render.steady import Tile, series_of, subjects_of
from craft.render.truth import MOVING, truth_of
from craft.scales.series import Dial, exact_stops, printed
from craft.scales.words import stops_in_words
from craft.scene.situation import Situation
from craft.sensor.noise import EXCELLENT
from craft.sensor.sets import MOST_EXACT, MOST_LOOKED_FOR, Tell
from craft.setup.other_sets import other_sets
from craft.setup.setup import Setup
from craft.stage.sets import BY_SLUG
from craft.tones.metered import Metered, metered
from craft.tones.patterns import CENTRE_MM, LABELS, MOST_PLACED, PATTERNS, SPOT_SHARE, PatternRow
from craft.tones.readings import Looks, read, reading
from craft.tones.spot import Pointed, named_at, off_at
from craft.tones.tonemap import Oval, ToneMap, map_of
from craft.vocabulary.settings import BY_SLUG as SETTING
from craft.vocabulary.terms import Decision, Pattern
from craft.vocabulary.words import say_value
from forms.answer import Answer
from forms.rehearsal_form import FrameOut, RehearseIn, Sign, TripleOut, answer_under, known_scene, triple

SEEN_DB = 1.0
"""A gain in signal to noise that one begins to see where noise is seen at all (an eighth)."""

Share = Annotated[float, Field(ge=0, le=1)]

SignStrip = Callable[[Shot, float, tuple[Tile, ...]], str]
"""Makes the word that stands for small pictures side by side: of a shot, with a subject so high, and these tiles."""


@dataclass(frozen=True, slots=True)
class Signs:
    """Makers of the words that stand for a frame and for small pictures side by side."""

    frame: Sign
    strip: SignStrip


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


class FaceOut(BaseModel):
    """A meter linked to the face; reads: from the key; skin: how the skin really lies; words: what it gets wrong."""

    at: OvalOut
    reads: float
    skin: float
    words: str


class MeteredOut(BaseModel):
    """Every pattern on the scene."""

    aspect: float
    wanted: float
    spot: PointedOut
    best: PointedOut | None
    best_words: str
    spot_radius: float
    centre_radius: float
    face: FaceOut | None
    patterns: list[PatternOut]
    instead: list[str]


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


class CoverOut(BaseModel):
    """A set on the scene, frame by frame; missed: shares over it, under it and between its frames; snr: of the worst named tone."""

    frames: int
    step: float
    middle: float
    times: list[float]
    clips: list[float]
    floors: list[float]
    above: float
    below: float
    gap: float
    whole: bool
    fewest: bool
    time_s: float
    snr: float
    frame: FrameOut


class OptimalFrameOut(BaseModel):
    """One frame of the best set."""

    shutter_s: float
    iso: float
    longer: float


class OptimalOut(BaseModel):
    """The set that serves the worst tone best in the time of the plain one; weighed: how many sets it was the best of."""

    frames: list[OptimalFrameOut]
    snr: float
    plain_snr: float
    gain_db: float
    seen: bool
    weighed: int


class DriftOut(BaseModel):
    """What moves through the set, and how far, in pixels of the sensor."""

    what: str
    pixels: float


class OtherSetOut(BaseModel):
    """A set that changes focus, white or ISO; frames: 1 where none is needed, 0 where none is enough; offered: the body makes it by itself."""

    kind: str
    label: str
    frames: int
    offered: bool
    words: str


class CoveringOut(BaseModel):
    """Every set that the body offers, on the scene; in_body: what its own merge can and cannot."""

    covers: list[CoverOut]
    optimal: OptimalOut | None
    drifts: list[DriftOut]
    crop_share: float
    in_body: list[str]
    others: list[OtherSetOut]


class SteadyRowOut(BaseModel):
    """Twelve frames by one way; pattern: null where the exposure is held; spread: stops between the brightest and the darkest."""

    pattern: Pattern | None
    label: str
    stops: list[float]
    spread: float
    chosen: bool
    strip: str


class SteadyOut(BaseModel):
    """How steady a series would be."""

    light_swing: float
    tone_spread: float
    because: str
    rows: list[SteadyRowOut]


@dataclass(frozen=True, slots=True)
class _Asked:
    """What every one of them begins with."""

    answer: Answer
    shot: Shot
    tones: ToneMap
    size: float

    @property
    def situation(self) -> Situation:
        """The situation, with all its values."""
        return self.answer.situation

    @property
    def setup(self) -> Setup:
        """Its setup."""
        return self.answer.setup


def _asked(asked: RehearseIn) -> _Asked:
    answer = answer_under(asked)
    scene = known_scene(asked.scene)
    shot = shot_of(answer.situation, answer.setup, scene, asked.seed, answer.configuration.values)
    tones = map_of(answer.situation, BY_SLUG[scene] if scene else None)
    return _Asked(answer, shot, tones, tones.subject.down * 2)


def _oval(oval: Oval) -> OvalOut:
    return OvalOut(x=oval.x, y=oval.y, across=oval.across, down=oval.down)


def _held(tones: ToneMap, at: tuple[float, float], wanted: float) -> Pointed:
    """A spot where somebody holds it: what it reads, and what is dialled on top, in thirds."""
    reads = reading(tones, Looks(Pattern.SPOT, at), 0.0)
    placed = math.floor((reads + wanted) * 3 + 0.5) / 3
    return Pointed(*at, reads, placed, off_at(tones, at, placed, wanted), named_at(tones, at))


def _taken(of: _Asked, stops: float, sign: Sign) -> FrameOut:
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
    return FrameOut(token=sign(taken), figures=triple(time, setup.aperture, iso))


def _spot(one: Pointed, of: _Asked, wanted: float, sign: Sign) -> PointedOut:
    frame = _taken(of, one.placed - one.reads - wanted, sign)
    return PointedOut(frame=frame, x=one.x, y=one.y, reads=one.reads, placed=one.placed, off=one.off, on=one.on)


def _best_words(one: Pointed | None) -> str:
    if one is None:
        return f"No place of this picture can be dialled in: all of it lies more than {MOST_PLACED:g} stops from the middle."
    where = one.on or "at the place marked"
    return (
        f"Point it {where}, place the reading {stops_in_words(one.placed)} the middle, lock, recompose. "
        f"Pointed a little off it is wrong by at most {one.off:.2f} stop; no place of this picture is surer."
    )


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


def _instead(of: _Asked) -> list[str]:
    """Where a grey card or an incident meter goes instead of a pattern."""
    lines = [
        "An incident meter or a grey card goes where the subject is, in the light that falls on it, turned halfway between that light "
        "and the camera: it reads the key whatever lies about it. A card of 18 % reads a fifth of a stop over it.",
    ]
    if of.shot.scene.other_k is not None:
        lines.append("There are two lights here: hold it in the one that falls on what matters; in the other it reads the other.")
    return lines


def _pattern(row: PatternRow, of: _Asked, seen: Metered, at: tuple[float, float], wanted: float, signs: Signs) -> PatternOut:
    focused = row.pattern in (Pattern.MULTI_ZONE, Pattern.HIGHLIGHT_GUARD)
    found = read(seen.tones, Looks(row.pattern, seen.at if focused else at), seen.clip, seen.spread)
    lands = [LandsOut(name=one.name, stops=one.ev - found.stops, lost=one.ev - found.stops > seen.clip) for one in seen.tones.named]
    subjects = subjects_of(seen, row.pattern)
    lost = seen.tones.framed(seen.tones.highest) >= 2 ** (found.stops + seen.clip)
    return PatternOut(
        pattern=row.pattern,
        label=row.label,
        short=row.short,
        looks_at=row.looks_at,
        source=row.source,
        offered=row.pattern.value in of.situation.body.patterns,
        recommended=of.setup.pattern is row.pattern,
        reads=found.stops,
        framing=found.framing,
        place=found.place,
        subject=found.subject,
        swing=found.swing,
        correct=math.floor((found.stops + wanted) * 3 + 0.5) / 3,
        lost_share=float(lost.mean()),
        lands=lands,
        subjects=[name for name, _ in subjects],
        strip=signs.strip(of.shot, of.size, tuple(tile for _, tile in subjects)),
        frame=_taken(of, -found.stops - wanted, signs.frame),
    )


def metering_of(asked: MeteringIn, signs: Signs) -> MeteredOut:
    """Every pattern on a situation's scene.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = _asked(asked)
    seen = metered(of.situation, of.tones)
    at = seen.at if asked.x is None or asked.y is None else (asked.x, asked.y)
    wanted = of.setup.offset_ev if of.setup.bracket_frames == 1 else 0.0
    pointed = seen.spot(wanted, of.situation.holds_above)
    return MeteredOut(
        aspect=of.tones.width / of.tones.height,
        wanted=wanted,
        spot=_spot(_held(of.tones, at, wanted), of, wanted, signs.frame),
        best=_spot(pointed, of, wanted, signs.frame) if pointed else None,
        best_words=_best_words(pointed),
        spot_radius=math.sqrt(SPOT_SHARE * of.tones.height / of.tones.width / math.pi),
        centre_radius=CENTRE_MM / 2 / 36,
        face=_face(seen),
        patterns=[_pattern(row, of, seen, at, wanted, signs) for row in PATTERNS],
        instead=_instead(of),
    )


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


def _way(one: Held, of: _Asked, sign: Sign) -> WayOut:
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


def _first(priority: Priority, ways: tuple[Held, ...], of: _Asked, sign: Sign) -> PriorityOut:
    plain = best(tuple(one for one in ways if not one.way.lift), priority)
    lifted = best(ways, priority)
    return PriorityOut(
        slug=priority.slug,
        label=priority.label,
        reason=priority.reason,
        way=_way(plain, of, sign),
        lifted=_way(lifted, of, sign) if lifted.way.lift else None,
    )


def range_of(asked: RehearseIn, sign: Sign) -> RangedOut:
    """Range on a situation's scene: every offset, protection and lift weighed.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = _asked(asked)
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
    )


def _cover(one: Cover, least: Cover, of: _Asked, sign: Sign) -> CoverOut:
    middle = exposed(of.shot, time_stops=-one.middle)
    offsets = tuple(frame.longer - one.middle for frame in one.frames)
    dials = triple(printed(Dial.TIME, round(-3 * math.log2(middle.time_s)) / 3, 3), of.setup.aperture, of.setup.iso)
    return CoverOut(
        frames=one.offer.frames,
        step=one.offer.step_ev,
        middle=one.middle,
        times=[frame.shutter_s for frame in one.frames],
        clips=[frame.clips for frame in one.frames],
        floors=[frame.floor for frame in one.frames],
        above=one.above,
        below=one.below,
        gap=one.gap,
        whole=one.whole,
        fewest=one is least,
        time_s=one.time_s,
        snr=one.snr,
        frame=FrameOut(token=sign(replace(middle, of_set=offsets if len(offsets) > 1 else ())), figures=dials),
    )


def _optimal(of: _Asked, plain: Cover, most: int = MOST_EXACT, tell: Tell | None = None) -> OptimalOut | None:
    found = optimal(of.situation, of.setup, of.shot, of.tones, plain, most, tell)
    if found is None:
        return None
    per_stop = of.situation.body.per_stop
    frames = [
        OptimalFrameOut(
            shutter_s=printed(Dial.TIME, round(-per_stop * math.log2(frame.time_s)) / per_stop, per_stop),
            iso=printed(Dial.ISO, frame.iso_stops, per_stop),
            longer=frame.longer,
        )
        for frame in found.best.frames
    ]
    seen = found.plain < EXCELLENT and found.gain_db >= SEEN_DB
    return OptimalOut(frames=frames, snr=found.best.snr, plain_snr=found.plain, gain_db=found.gain_db, seen=seen, weighed=found.best.of)


def _in_body(of: _Asked) -> list[str]:
    """What the body's own merge can and cannot."""
    situation, facts = of.situation, of.setup.facts
    if "merge" not in situation.body.facts.features:
        return ["This body does not merge by itself: a set is put together at the desk."]
    covers = (facts["merge_frames"] - 1) * facts["merge_step_stops"]
    raw = "merge_keeps_raw" in situation.body.facts.features
    return [
        f"The body puts {facts['merge_frames']:g} frames together at one press, at most {MERGE_STEPS[-1]:g} stops apart: with "
        f"{facts['merge_step_stops']:g} it holds {covers:g} stops more than one frame.",
        "It keeps raw beside it."
        if raw
        else "It gives a finished file only, its strength chosen beforehand: keep the sources to be free of that.",
    ]


def _for_sets(asked: RehearseIn) -> _Asked:
    """What is asked, from the exposure as metered: sets are placed from there, whatever the middle of the set as set is."""
    of = _asked(asked)
    return replace(of, shot=exposed(of.shot, time_stops=of.setup.offset_ev))


def longer_set_of(asked: RehearseIn, tell: Tell) -> OptimalOut | None:
    """The set of up to five frames that noise would choose; takes up to minutes, and tells how far it is.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = _for_sets(asked)
    return _optimal(of, fewest(covers_of(of.situation, of.shot, of.tones)), MOST_LOOKED_FOR, tell)


def sets_of(asked: RehearseIn, sign: Sign) -> CoveringOut:
    """Every set that a body offers, on a situation's scene.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = _for_sets(asked)
    covers = covers_of(of.situation, of.shot, of.tones)
    least = fewest(covers)
    moved, crop = drifts(of.situation, of.shot, least.time_s)
    offered = of.situation.body.facts.offered.get("bracket_kind", SETTING["bracket_kind"].values)
    return CoveringOut(
        covers=[_cover(one, least, of, sign) for one in covers],
        optimal=_optimal(of, least) if least.offer.frames > 1 else None,
        drifts=[DriftOut(what=one.what, pixels=one.pixels) for one in moved],
        crop_share=crop,
        in_body=_in_body(of),
        others=[
            OtherSetOut(kind=one.kind, label=one.label, frames=one.frames, offered=one.kind in offered, words=one.words)
            for one in other_sets(of.situation, of.setup, of.shot.scene.other_k)
        ],
    )


def series_form(asked: RehearseIn, sign: SignStrip) -> SteadyOut:
    """How steady a series of a situation would be, held and by each pattern.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = _asked(asked)
    seen, setup = metered(of.situation, of.tones), of.setup
    floats = setup.iso_limits.automatic or len(setup.mode.by_hand) < 2
    because = next(one.because for one in setup.decisions if one.decision is Decision.EXPOSURE_MODE)
    rows = series_of(seen, of.situation.light_swing)
    return SteadyOut(
        light_swing=of.situation.light_swing,
        tone_spread=of.situation.subject.tone_spread,
        because=because,
        rows=[
            SteadyRowOut(
                pattern=row.pattern,
                label="held" if row.pattern is None else LABELS[row.pattern],
                stops=[tile.stops for tile in row.tiles],
                spread=row.spread,
                chosen=row.pattern is (setup.pattern if floats else None),
                strip=sign(of.shot, of.size, row.tiles),
            )
            for row in rows
            if row.pattern is None or row.pattern.value in of.situation.body.patterns
        ],
    )


class MovedOut(BaseModel):
    """Thirds of a stop that the raw has left at the first warning with a setting at a value; setting: white_kelvin for another white."""

    setting: str
    label: str
    value: str
    thirds: float
    as_set: bool


class TruthOut(BaseModel):
    """The preview against the raw, in thirds of a stop; by_channel: red, green and blue of a neutral surface in this light.

    bundle: what makes it truthful, all or nothing; lacking: why it cannot be had here, or empty; sets: what is set for it.
    """

    thirds: float
    by_channel: list[float]
    moved: list[MovedOut]
    with_bundle: float
    bundle: str
    holds: bool
    lacking: str
    sets: dict[str, str | float]
    why_whole: str
    proof: str


BUNDLE = "truthful_preview"


def truth_form(asked: RehearseIn) -> TruthOut:
    """How truthful the preview of a situation's frame is.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = _asked(asked)
    made = of.answer.configuration
    state = next(one for one in made.bundles if one.bundle.slug == BUNDLE)
    offered = {row.setting.slug: row.offered for row in made.rows if row.setting.slug in MOVING}
    found = truth_of(of.shot, made.values, offered, state.sets)
    return TruthOut(
        thirds=found.stops * 3,
        by_channel=[stops * 3 for stops in found.by_channel],
        moved=[
            MovedOut(
                setting=one.setting,
                label=SETTING[one.setting].label,
                value=say_value(SETTING[one.setting], one.value),
                thirds=one.stops * 3,
                as_set=one.as_set,
            )
            for one in found.moved
        ],
        with_bundle=found.with_bundle * 3,
        bundle=state.bundle.label,
        holds=state.holds,
        lacking=state.lacking,
        sets=dict(state.sets),
        why_whole=state.bundle.why_whole,
        proof=state.bundle.proof,
    )
