"""Sets of frames on the scene itself: which set covers it, frame by frame, and how it compares with the best that light allows."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from craft.bracketing.of_exposure import Cover, Lit, between_s, covers_of, needed_e
from craft.kit.body import BracketOffer
from craft.render.shot import Shot
from craft.scales.series import Dial, value_of
from craft.scene.imaged import hand_speed, image_speed, limb_speed, output_gain
from craft.scene.situation import Situation
from craft.sensor.sets import MOST_EXACT, Best, Frame, Tell, best_set, worst
from craft.setup.setup import Setup
from craft.setup.solving.plan import whole_dials
from craft.stage.stage import Moves
from craft.tones.boxes import cutouts_of
from craft.tones.tonemap import ToneMap
from craft.vocabulary.terms import Support
from craft.white.response import first_channel_stops

LOSES = 0.7
"""Share of a drift that lining up crops at each side: a frame may have gone either way, up or down as well (an estimate)."""


def _frames(shot: Shot, longer: tuple[float, ...]) -> list[Frame]:
    return [Frame(one, shot.time_s * 2**one, shot.gain_stops) for one in longer]


def _longest_held(situation: Situation) -> float:
    """Longest time in seconds that this camera can be held for, or may be set to."""
    held = situation.carried_by is not Support.TRIPOD
    return min(situation.body.longest_s, situation.person.slowest_handheld_s if held else math.inf)


def covers_on(situation: Situation, shot: Shot, tones: ToneMap, offers: Sequence[BracketOffer] | None = None) -> tuple[Cover, ...]:
    """What every set that the body offers, or others, holds of a scene about the frame as set; none is longer than the camera is held.

    >>> [one.offer.frames for one in covers_on(situation(), shot(), tones())]
    [1]
    """
    most = math.log2(_longest_held(situation) / shot.time_s)
    lit = Lit(shot.sensor, shot.key_e, shot.time_s, shot.gain_stops, shot.base_stops, most)
    body = situation.body
    offers = body.bracket_offers if offers is None else offers
    return covers_of(
        tones, lit, offers, output_gain(situation), between_s(situation), body.per_stop, first_channel_stops(shot.kind, shot.kelvin)
    )


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

    >>> one, *_ = covers_on(situation(), shot(), tones())
    >>> optimal(situation(), advised(), shot(), tones(), one, most=2) is None
    False
    """
    dials = whole_dials(situation, setup.shutter_type)
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
    needed = needed_e(shot.key_e, tones)
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
    """What moves between the frames of a set, farthest first; and the share of the width that lining the frames up crops.

    >>> rows, _ = drifts(situation(), shot(), 0.1)
    >>> [row.what for row in rows][:2]
    ['blade', 'wash']
    """
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
