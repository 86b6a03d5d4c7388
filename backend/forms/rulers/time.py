"""Time on the scene, in JSON: what is frozen, smeared or streaked by which time, what a hand holds, what lamps and shutters allow."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np
from pydantic import BaseModel

from craft.decisions.facts import say
from craft.decisions.numbers import BURST
from craft.decisions.solved import CERTAIN
from craft.kit.body import Shutter
from craft.optics.movement import LAMP_DEPTH, band_count, chance_of_a_sharp_frame, flicker_swing_stops, skew_m
from craft.scales.series import Dial, exact_stops, label
from craft.scene.imaged import PAN_RESIDUE, image_speed
from craft.scene.situation import Situation
from craft.setup.setup import Setup
from craft.vocabulary.terms import AimMotion, Support
from forms.rehearsal_form import RehearseIn, Theirs, shot_under

LONGEST_S = 1.0
"""The ruler ends at a second unless something asks for longer."""

STREAKS = (0.02, 0.05)
"""Shares of the frame's width over which a background that is panned should streak (practice of the trade)."""

LONGEST_PAN_S = 1 / 8
"""Nobody follows so evenly for longer (an estimate of practice)."""

SEEN_STOPS = 0.1
"""A swing of brightness from frame to frame that is not seen."""

Texture = Literal["frozen", "limbs", "smear", "streak", "still"]
Kind = Literal["hold", "sync", "end", "lamp", "pan", "blur", "trail"]


class ZoneOfTimeOut(BaseModel):
    """Times between which movement comes out alike, the shorter first; in a word, what is to be said besides, and as it is drawn."""

    from_s: float
    to_s: float
    word: str
    besides: str
    texture: Texture


class MarkOut(BaseModel):
    """A time that something ends or begins at."""

    at_s: float
    label: str
    kind: Kind


class ChanceOut(BaseModel):
    """Share of single frames, and of short bursts with at least one frame, that are sharp as a whole at a time."""

    time_s: float
    label: str
    one: float
    burst: float
    as_set: bool


class LampOut(BaseModel):
    """How far brightness swings from frame to frame under pulsing lamps at a time; safe: it is not seen."""

    time_s: float
    label: str
    swing: float
    safe: bool
    as_set: bool


class ShutterOut(BaseModel):
    """A shutter of the body: its shortest time, the shortest with flash (null: none), how far a frame skews (pixels) and how many bands lamps leave; as_set."""

    label: str
    shortest: str
    sync: str | None
    skew_px: float
    bands: float
    as_set: bool


class TimeOnSceneOut(BaseModel):
    """The ruler of time. shortest_s, longest_s: its ends; dial: times of the body with the shutter that is set; held: by hand; pan: times between which a background streaks that is panned, null where
    nothing is followed across; burst: frames of a short one."""

    shortest_s: float
    longest_s: float
    time_s: float
    label: str
    held: bool
    dial: list[float]
    labels: list[str]
    zones: list[ZoneOfTimeOut]
    marks: list[MarkOut]
    chances: list[ChanceOut]
    burst: int
    lamps: list[LampOut]
    shutters: list[ShutterOut]
    words: list[str]


def time_on(asked: RehearseIn, theirs: Theirs) -> TimeOnSceneOut:
    """The ruler of time of a situation.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    answer, _ = shot_under(asked, theirs)
    situation, setup = answer.situation, answer.setup
    dial = sorted(setup.dials[Dial.TIME])
    now = setup.exposure.shutter_s
    shortest = min(situation.body.shortest_s(shutter) for shutter in situation.body.shutters)
    marks = _marks(situation, setup)
    ends = [LONGEST_S, now, *(mark.at_s for mark in marks if mark.at_s <= situation.body.longest_s)]
    longest = min(max(ends), max(dial[-1], now))
    zones = _zones(situation, setup, shortest, longest)
    return TimeOnSceneOut(
        shortest_s=shortest,
        longest_s=longest,
        time_s=now,
        label=label(Dial.TIME, now),
        held=situation.locks.shutter_s is not None,
        dial=dial,
        labels=[label(Dial.TIME, one) for one in dial],
        zones=zones,
        marks=[mark for mark in marks if shortest <= mark.at_s <= longest],
        chances=_chances(situation, setup, dial),
        burst=BURST,
        lamps=_lamps(situation, setup, dial),
        shutters=[_shutter(situation, setup, shutter) for shutter in situation.body.shutters],
        words=_words(situation, setup, zones),
    )


def _zones(situation: Situation, setup: Setup, shortest: float, longest: float) -> list[ZoneOfTimeOut]:
    """Frozen whole; the body frozen while limbs smear; smeared and still what it is; streaked. The facts' own bounds."""
    facts, limb = setup.facts, situation.subject.limb
    if situation.aim_motion is AimMotion.BLUR:
        bounds = [(shortest, facts["blur_s"], "movement shows little", "limbs"), (facts["blur_s"], math.inf, "movement is drawn", "streak")]
    else:
        body, limbs, smear = facts["body_s"], min(facts["limbs_s"], facts["body_s"]), facts["smear_s"]
        bounds = [
            (shortest, limbs, "frozen" if math.isfinite(limbs) else "nothing moves", "frozen" if math.isfinite(limbs) else "still"),
            (limbs, body, "body frozen", "limbs"),
            (body, smear, "smears", "smear"),
            (smear, math.inf, "streaks", "streak"),
        ]
    found = [(max(a, shortest), min(b, longest), word, texture) for a, b, word, texture in bounds if math.isfinite(a)]
    besides = {"limbs": f"not {limb}", "smear": "still what it is"} if situation.aim_motion is not AimMotion.BLUR else {}
    return [
        ZoneOfTimeOut.model_validate({"from_s": a, "to_s": b, "word": word, "besides": besides.get(texture, ""), "texture": texture})
        for a, b, word, texture in found
        if b > a
    ]


def _marks(situation: Situation, setup: Setup) -> list[MarkOut]:
    facts, body = setup.facts, situation.body
    found: list[tuple[float, str, Kind]] = []
    if situation.carried_by is not Support.TRIPOD:
        found.append((min(facts["shake_s"], situation.person.slowest_handheld_s), "slowest you hold", "hold"))
    sync = body.sync_with(setup.shutter_type)
    if sync is not None:
        found.append((sync, "flash syncs", "sync"))
    for shutter in body.shutters:
        if shutter is not Shutter.FIRST_CURTAIN:
            found.append((body.shortest_s(shutter), f"{say_value_of(shutter)} ends", "end"))
    if situation.flicker_hz:
        found += [(k / situation.flicker_hz, "steady under these lamps", "lamp") for k in (1, 2, 3, 4)]
    pan = pan_s(situation)
    if pan and situation.aim_motion is AimMotion.PAN:
        found += [(pan[0], "a panned background streaks", "pan"), (pan[1], "and melts", "pan")]
    if math.isfinite(facts["blur_s"]):
        found.append((facts["blur_s"], "the blur is drawn", "blur"))
    if facts["stars"]:
        found.append((facts["trail_s"], "stars trail", "trail"))
    return [MarkOut(at_s=at, label=words, kind=kind) for at, words, kind in found]


def say_value_of(shutter: Shutter) -> str:
    """A shutter in a word.

    >>> say_value_of(Shutter.ELECTRONIC)
    'electronic'
    """
    return shutter.value.replace("_", " ")


def pan_s(situation: Situation) -> tuple[float, float] | None:
    """Times in which a background streaks over two to five hundredths of the frame's width while the subject is followed; None where nothing crosses."""
    speed = image_speed(situation) * (1 - PAN_RESIDUE)
    if speed <= 0 or situation.subject.sky or not situation.subject.follows:
        return None
    low, high = (share * situation.used_mm[0] / 1000 / speed for share in STREAKS)
    return (low, high) if low <= LONGEST_PAN_S else None


def _chances(situation: Situation, setup: Setup, dial: list[float]) -> list[ChanceOut]:
    """Whole stops about the time that is set, and every step of the dial within one."""
    facts, now = setup.facts, setup.exposure.shutter_s
    if not math.isfinite(min(facts["shake_s"], facts["freeze_s"])):
        return []
    at = dial.index(now) if now in dial else min(range(len(dial)), key=lambda k: abs(dial[k] - now))
    per = situation.body.per_stop
    steps = sorted({*range(-3 * per, 3 * per + 1, per), *range(-per, per + 1)})
    there = [dial[at + step] for step in steps if 0 <= at + step < len(dial)]
    shake = facts["shake_s"] if math.isfinite(facts["shake_s"]) else 1e9
    found = []
    for time_s in there:
        true = 2 ** -exact_stops(Dial.TIME, time_s)
        one, several = np.minimum(CERTAIN, chance_of_a_sharp_frame(true, shake, np.array([1, BURST]), facts["freeze_s"]))
        found.append(ChanceOut(time_s=time_s, label=label(Dial.TIME, time_s), one=float(one), burst=float(several), as_set=time_s == now))
    return found


def _lamps(situation: Situation, setup: Setup, dial: list[float]) -> list[LampOut]:
    """The swing at each time of the dial, from the first pulse's tenth to its fourfold."""
    if not situation.flicker_hz:
        return []
    period, now = 1 / situation.flicker_hz, setup.exposure.shutter_s
    there = [time_s for time_s in dial if period / 12 <= time_s <= 4.2 * period]
    swings = flicker_swing_stops(np.array([2 ** -exact_stops(Dial.TIME, time_s) for time_s in there]), situation.flicker_hz, LAMP_DEPTH)
    return [
        LampOut(time_s=time_s, label=label(Dial.TIME, time_s), swing=float(swing), safe=bool(swing < SEEN_STOPS), as_set=time_s == now)
        for time_s, swing in zip(there, swings, strict=True)
    ]


def _shutter(situation: Situation, setup: Setup, shutter: Shutter) -> ShutterOut:
    body = situation.body
    sync = body.sync_with(shutter)
    reads = (body.readout_s or 0.0) if shutter is Shutter.ELECTRONIC else 0.0
    skew = 0.0 if situation.subject.sky else float(skew_m(image_speed(situation), reads)) / body.sensor.pitch_m
    return ShutterOut(
        label=say_value_of(shutter),
        shortest=label(Dial.TIME, body.shortest_s(shutter)),
        sync=None if sync is None else label(Dial.TIME, sync),
        skew_px=skew,
        bands=float(band_count(reads, situation.flicker_hz)),
        as_set=shutter is setup.shutter_type,
    )


def _words(situation: Situation, setup: Setup, zones: list[ZoneOfTimeOut]) -> list[str]:
    now, facts = setup.exposure.shutter_s, setup.facts
    true = 2 ** -exact_stops(Dial.TIME, now)
    zone = next((one for one in zones if one.from_s <= true * 1.001 <= one.to_s * 1.002), zones[-1] if zones else None)
    words = [f"At {label(Dial.TIME, now)}: {zone.word}{', ' * bool(zone.besides)}{zone.besides}."] if zone else []
    if zone and zone.texture not in ("frozen", "still") and math.isfinite(facts["freeze_s"]):
        stops = math.log2(true / facts["freeze_s"])
        words.append(f"All of it is frozen from {say(facts['freeze_s'], 'time')} on, {say(stops, 'stops')} shorter.")
    if math.isfinite(facts["shake_s"]):
        one, several = (say(facts[name], "percent") for name in ("sharp_chance", "sharp_chance_burst"))
        words.append(f"{one} of single frames are sharp as a whole; of short bursts of {BURST}, {several} have one that is.")
    if situation.flicker_hz:
        swing = facts["flicker_swing_stops"]
        words.append(
            f"Lamps that pulse at {say(situation.flicker_hz, 'hz')} swing it by {say(swing, 'stops')} from frame to frame."
            if swing >= SEEN_STOPS
            else f"Lamps that pulse at {say(situation.flicker_hz, 'hz')} do not show at this time."
        )
    pan = pan_s(situation)
    if pan:
        words.append(f"Panned, its background streaks from 1/{1 / pan[0]:.0f} to 1/{1 / pan[1]:.0f}.")
    return words
