"""Sets of frames on the scene itself: which set covers it, frame by frame, and how it compares with the best that light allows."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from craft.exposure.targets import hand_speed, image_speed, limb_speed, output_gain
from craft.kit.body import BracketOffer
from craft.render.rehearsal import window_of
from craft.render.shot import Shot, exposed
from craft.scales.series import Dial, Floats, printed, value_of
from craft.scene.situation import Situation
from craft.sensor.noise import ACCEPTABLE
from craft.sensor.sets import MOST_EXACT, Best, Frame, Tell, best_set, worst
from craft.setup.plan import whole_dials
from craft.setup.setup import Setup
from craft.stage.stage import Moves
from craft.tones.boxes import cutouts_of
from craft.tones.tonemap import ToneMap
from craft.vocabulary.terms import Support

MISSED = 0.002
"""Share of the picture that may lie outside a set and nobody misses it."""

CENTRES = 4.0
"""Stops to either side of the frame as set within which the middle of a set is tried."""

BETWEEN_S = 0.25
"""Seconds between frames of a body whose rate is not known (an estimate)."""

LOSES = 0.7
"""Share of a drift that lining up crops at each side: a frame may have gone either way, up or down as well (an estimate)."""


@dataclass(frozen=True, slots=True)
class Covered:
    """One frame of a set on the ruler: stops longer than as set, time as printed, and from where to where it holds, from the key."""

    longer: float
    shutter_s: float
    clips: float
    floor: float


@dataclass(frozen=True, slots=True)
class Cover:
    """A set on a scene. middle: stops that its middle is brighter than the frame as set.

    above, below: shares of the picture over what it holds and under; gap: shares between frames; time_s: exposures and what lies between;
    snr: of the named tone that gets least, in the output.
    """

    offer: BracketOffer
    middle: float
    frames: tuple[Covered, ...]
    above: float
    below: float
    gap: float
    time_s: float
    snr: float

    @property
    def missed(self) -> float:
        """Share of the picture that no frame holds."""
        return self.above + self.below + self.gap

    @property
    def whole(self) -> bool:
        """Whether nothing is missed that one would miss, and the worst named tone is acceptable."""
        return self.missed <= MISSED and self.snr >= ACCEPTABLE


def _between_s(situation: Situation) -> float:
    rate = situation.body.frames_per_second
    return 1 / rate if rate else BETWEEN_S


def _frames(shot: Shot, longer: tuple[float, ...]) -> list[Frame]:
    return [Frame(one, shot.time_s * 2**one, shot.gain_stops) for one in longer]


def _needed_e(shot: Shot, tones: ToneMap) -> Floats:
    """Electrons, in the frame as set, of all the tones from the darkest to the brightest that have a name, in thirds of a stop."""
    evs = [one.ev for one in tones.named] or [0.0]
    span = np.arange(math.floor(min(evs) * 3), math.ceil(max(evs) * 3) + 1) / 3
    return np.asarray(shot.key_e * np.exp2(span))


def longer_of(offer: BracketOffer, middle: float) -> tuple[float, ...]:
    """Stops by which each frame of a set is longer than the one as set, shortest first.

    >>> longer_of(BracketOffer(3, 2.0), -1.0)
    (-3.0, -1.0, 1.0)
    """
    return tuple(middle + (k - (offer.frames - 1) / 2) * offer.step_ev for k in range(offer.frames))


def _counted(shot: Shot, tones: ToneMap, gain: float, longer: tuple[float, ...]) -> tuple[list[Covered], float, float, float]:
    """Each frame of a set, and the shares of the picture over all of them, under all of them and between two."""
    highest, lowest = tones.framed(tones.highest), tones.framed(tones.luminance)
    covered, held = [], np.zeros(highest.shape, bool)
    over, under = np.ones(highest.shape, bool), np.ones(highest.shape, bool)
    for stops in longer:
        one = exposed(shot, time_stops=-stops)
        window = window_of(one, gain)
        full, dark = highest >= 2**one.clip_above_key, lowest < 2**window.floor
        covered.append(Covered(stops, printed(Dial.TIME, round(-3 * math.log2(one.time_s)) / 3, 3), window.clips, window.floor))
        held |= ~(full | dark)
        over &= full
        under &= dark
    between = ~(held | over | under)
    return covered, float(over.mean()), float((under & ~over).mean()), float(between.mean())


def cover(situation: Situation, shot: Shot, tones: ToneMap, offer: BracketOffer, middle: float) -> Cover:
    """What a set holds of a scene."""
    gain, longer = output_gain(situation), longer_of(offer, middle)
    covered, above, below, gap = _counted(shot, tones, gain, longer)
    frames = _frames(shot, longer)
    time_s = sum(frame.time_s for frame in frames) + (offer.frames - 1) * _between_s(situation)
    snr = worst(shot.sensor, frames, _needed_e(shot, tones), shot.base_stops) * gain
    return Cover(offer, middle, tuple(covered), above, below, gap, time_s, snr)


def _longest_held(situation: Situation) -> float:
    """Longest time in seconds that this camera can be held for, or may be set to."""
    held = situation.carried_by is not Support.TRIPOD
    return min(situation.body.longest_s, situation.person.slowest_handheld_s if held else math.inf)


def covers_of(situation: Situation, shot: Shot, tones: ToneMap) -> tuple[Cover, ...]:
    """For every set that the body offers, and one frame alone, the middle at which it misses least; fewest frames first, then least time.

    Every middle in thirds of a stop is tried whose longest frame can be held.
    """
    most = math.log2(_longest_held(situation) / shot.time_s)
    out = []
    for offer in (BracketOffer(1, 0.0), *situation.body.bracket_offers):
        half = (offer.frames - 1) / 2 * offer.step_ev
        middles = [k / 3 for k in range(round(-CENTRES * 3), round(CENTRES * 3) + 1) if k / 3 + half <= most + 1e-6]
        if offer.frames == 1:
            middles = [0.0]
        found = [cover(situation, shot, tones, offer, middle) for middle in middles]
        if found:
            out.append(
                min(found, key=lambda one: (math.floor(one.missed / MISSED), -round(math.log2(max(one.snr, 0.1)) * 3), abs(one.middle)))
            )
    return tuple(sorted(out, key=lambda one: (one.offer.frames, one.time_s)))


def fewest(covers: tuple[Cover, ...]) -> Cover:
    """Of sets that hold the whole scene the one of fewest frames, then of least time; where none does, the one that misses least."""
    whole = [one for one in covers if one.whole]
    if whole:
        return min(whole, key=lambda one: (one.offer.frames, one.time_s))
    return min(covers, key=lambda one: (one.missed, one.offer.frames, one.time_s))


@dataclass(frozen=True, slots=True)
class Optimal:
    """The set that serves the worst tone best in the time that a plain set takes; gain_db: over that; iso_stops: as dialled."""

    best: Best
    plain: float
    gain_db: float


def optimal(
    situation: Situation, setup: Setup, shot: Shot, tones: ToneMap, plain: Cover, most: int = MOST_EXACT, tell: Tell | None = None
) -> Optimal | None:
    """The noise-optimal set of up to so many frames against a plain one of as much time in all; over the body's times and whole-stop ISO.

    None where no set of so few frames holds what the plain one holds.
    """
    dials = whole_dials(situation, setup.shutter)
    longest, base = _longest_held(situation), shot.base_stops
    isos = sorted(
        {round(dials.iso.stops_at(k)) for k in dials.iso.positions()} & set(range(math.ceil(base), math.floor(dials.iso.highest) + 1))
    )
    times = [float(value_of(Dial.TIME, dials.time.stops_at(k))) for k in dials.time.positions()]
    offers = [
        Frame(math.log2(time / shot.time_s), time, float(iso))
        for time in times
        if time <= longest
        for iso in (isos or [round(shot.gain_stops)])
    ]
    needed = _needed_e(shot, tones)
    clips = max(frame.clips for frame in plain.frames)
    held = needed[needed <= shot.key_e * 2**clips]
    if not held.size:
        return None
    budget = sum(shot.time_s * 2**frame.longer for frame in plain.frames)
    found = best_set(shot.sensor, offers, held, base, budget, most, tell)
    before = worst(shot.sensor, _frames(shot, tuple(f.longer for f in plain.frames)), held, base)
    if found is None or before <= 0:
        return None
    gain = output_gain(situation)
    scaled = replace(found, snr=found.snr * gain)
    return Optimal(scaled, before * gain, 20 * math.log10(found.snr / before))


@dataclass(frozen=True, slots=True)
class Drift:
    """Something that goes on moving through a set: pixels of the sensor from its first frame to its last."""

    what: str
    pixels: float


def drifts(situation: Situation, shot: Shot, time_s: float) -> tuple[tuple[Drift, ...], float]:
    """What moves between the frames of a set, farthest first; and the share of the width that lining the frames up crops."""
    pitch = situation.body.sensor.pitch_m
    planes = {cutout.moves for cutout in cutouts_of(shot.stage)}
    out = []
    if Moves.BODY in planes and not situation.subject.sky:
        out.append(Drift("the subject", image_speed(situation) * situation.followed * time_s / pitch))
    if Moves.LIMB in planes:
        out.append(Drift(situation.subject.limb, limb_speed(situation) * time_s / pitch))
    if Moves.SKY in planes or situation.subject.sky:
        out.append(Drift("the sky", shot.star_m / max(shot.time_s, 1e-9) * time_s / pitch))
    for cutout in cutouts_of(shot.stage):
        if cutout.moves is Moves.WIND and any(cutout.speed_m_s):
            near = max(cutout.at + situation.distance_m - shot.scene.distance_m, 0.5)
            speed = math.hypot(*cutout.speed_m_s) * situation.focal_mm / 1000 / near
            out.append(Drift(cutout.name, speed * time_s / pitch))
    held = situation.carried_by is not Support.TRIPOD
    hand = hand_speed(situation) * time_s / pitch if held else 0.0
    if held:
        out.append(Drift("the hand", hand))
    by_name: dict[str, Drift] = {}
    for one in out:
        if one.pixels > by_name.get(one.what, Drift("", 0.0)).pixels:
            by_name[one.what] = one
    crop = min(0.5, 2 * LOSES * hand / situation.pixels_across)
    return tuple(sorted(by_name.values(), key=lambda one: -one.pixels)), crop
