"""Sets of frames on the scene, in JSON."""

from __future__ import annotations

import math
from dataclasses import replace

from pydantic import BaseModel

from craft.bracketing.of_exposure import Cover, fewest
from craft.bracketing.of_others import other_sets
from craft.decisions.numbers import MERGE_STEPS
from craft.render.sets import covers_on, drifts, optimal
from craft.render.shot import exposed
from craft.scales.series import Dial, printed
from craft.sensor.noise import EXCELLENT
from craft.sensor.sets import MOST_EXACT, MOST_LOOKED_FOR, Tell
from craft.vocabulary.settings import BY_SLUG as SETTING
from craft.vocabulary.terms import File
from forms.rehearsal_form import FrameOut, RehearseIn, Sign, Theirs, triple
from forms.rulers.asked import OnScene, asked_of

SEEN_DB = 1.0
"""A gain in signal to noise that one begins to see where noise is seen at all (an eighth)."""


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


def _cover(one: Cover, least: Cover, of: OnScene, sign: Sign) -> CoverOut:
    middle = exposed(of.shot, time_stops=-one.middle)
    offsets = tuple(frame.longer - one.middle for frame in one.frames)
    dials = triple(printed(Dial.TIME, round(-3 * math.log2(middle.time_s)) / 3, 3), of.setup.exposure.aperture, of.setup.exposure.iso)
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


def _optimal(of: OnScene, plain: Cover, most: int = MOST_EXACT, tell: Tell | None = None) -> OptimalOut | None:
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


def _in_body(of: OnScene) -> list[str]:
    """What the body's own merge can and cannot."""
    situation, facts = of.situation, of.setup.facts
    if "merge" not in situation.body.traits.features:
        return ["This body does not merge by itself: a set is put together at the desk."]
    covers = (facts["merge_frames"] - 1) * facts["merge_step_stops"]
    raw = "merge_keeps_raw" in situation.body.traits.features
    return [
        f"The body puts {facts['merge_frames']:g} frames together at one press, at most {max(MERGE_STEPS.values()):g} stops apart: with "
        f"{facts['merge_step_stops']:g} it holds {covers:g} stops more than one frame.",
        "It keeps raw beside it."
        if raw
        else "It gives a finished file only, its strength chosen beforehand: keep the sources to be free of that.",
    ]


def _for_sets(asked: RehearseIn, theirs: Theirs) -> OnScene:
    """What is asked, from the exposure as metered: sets are placed from there, whatever the middle of the set as set is."""
    of = asked_of(asked, theirs)
    return replace(of, shot=exposed(of.shot, time_stops=of.setup.range.exposure_offset_ev))


def longer_set_of(asked: RehearseIn, tell: Tell, theirs: Theirs) -> OptimalOut | None:
    """The set of up to five frames that noise would choose; takes up to minutes, and tells how far it is.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = _for_sets(asked, theirs)
    return _optimal(of, fewest(covers_on(of.situation, of.shot, of.tones)), MOST_LOOKED_FOR, tell)


def sets_of(asked: RehearseIn, sign: Sign, theirs: Theirs) -> CoveringOut:
    """Every set that a body offers, on a situation's scene.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = _for_sets(asked, theirs)
    covers = covers_on(of.situation, of.shot, of.tones)
    least = fewest(covers)
    moved, crop = drifts(of.situation, of.shot, least.time_s) if of.shot.own is None else ((), 0.0)
    offered = of.situation.body.traits.offered.get("bracket_kind", SETTING["bracket_kind"].values)
    return CoveringOut(
        covers=[_cover(one, least, of, sign) for one in covers],
        optimal=_optimal(of, least) if least.offer.frames > 1 else None,
        drifts=[DriftOut(what=one.what, pixels=one.pixels) for one in moved],
        crop_share=crop,
        in_body=_in_body(of),
        others=[
            OtherSetOut(kind=one.kind, label=one.label, frames=one.frames, offered=one.kind in offered, words=one.words)
            for one in other_sets(
                of.situation,
                of.setup.exposure.aperture,
                raw=of.setup.file is not File.RENDERED,
                moves=bool(of.setup.facts["moving"]),
                other_k=of.shot.scene.other_k,
            )
        ],
    )
