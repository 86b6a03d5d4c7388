"""Plain sets of frames on a scene, by exact enumeration: what each that the body offers holds of it, and the least that holds it."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np

from craft.kept import kept
from craft.kit.body import BracketOffer, Sensor
from craft.scales.series import Dial, Floats, Ints, printed
from craft.scene.imaged import base_stops, output_gain
from craft.scene.situation import Situation
from craft.sensor.noise import ACCEPTABLE, electrons, electrons_at_bar, saturation_e
from craft.sensor.sets import Frame, squares
from craft.tones.spread import MISSED, spread_of
from craft.tones.tonemap import ToneMap

CENTRES = 4.0
"""Stops to either side of the frame as set within which the middle of a set is tried."""

BETWEEN_S = 0.25
"""Seconds between frames of a body whose rate is not known (an estimate)."""

CLEAN = 2 * ACCEPTABLE
"""Signal to noise wanted of the darkest tone of a set: what is merged is lifted to where one looks at it (an estimate)."""

KEPT_BACK = 1 / 3
"""Stops kept back under the clip of the shortest frame, for the meter's own error (an estimate)."""

SINGLE = BracketOffer(1, 0.0)
"""One frame alone."""


@dataclass(frozen=True, slots=True)
class Lit:
    """A frame that sets are placed about: electrons of the key, seconds, ISO of the amplification in stops; most: stops longer at most."""

    sensor: Sensor
    key_e: float
    time_s: float
    gain_stops: float
    base_stops: float
    most: float = math.inf


@dataclass(frozen=True, slots=True)
class Covered:
    """One frame of a set on the ruler: stops longer than as set, time as printed, and from where to where it holds, from the key.

    clips: where the first channel is full, in the light that falls on the key.
    """

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
    def short(self) -> int:
        """Thirds of a stop by which the worst named tone is less clean than is wanted."""
        return int(_short(np.array(self.snr)))

    @property
    def whole(self) -> bool:
        """Whether nothing is missed that one would miss, and the worst named tone is acceptable."""
        return self.missed <= MISSED and self.snr >= ACCEPTABLE


def longer_of(offer: BracketOffer, middle: float) -> tuple[float, ...]:
    """Stops by which each frame of a set is longer than the one as set, shortest first.

    >>> longer_of(BracketOffer(3, 2.0), -1.0)
    (-3.0, -1.0, 1.0)
    """
    return tuple(middle + (k - (offer.frames - 1) / 2) * offer.step_ev for k in range(offer.frames))


def needed_e(key_e: float, tones: ToneMap) -> Floats:
    """Electrons, in a frame whose key has so many, of all tones from the darkest to the brightest with a name, in thirds of a stop.

    >>> needed_e(1000.0, tones()).round().tolist()[-1]
    4000.0
    """
    evs = [one.ev for one in tones.named] or [0.0]
    span = np.arange(math.floor(min(evs) * 3), math.ceil(max(evs) * 3) + 1) / 3
    return np.asarray(key_e * np.exp2(span))


class _Frames:
    """Every frame that any set has: where it clips, where its floor is, what of the picture lies outside, what each tone gets of it."""

    def __init__(self, lit: Lit, longer: Floats, tones: ToneMap, gain: float) -> None:
        self.longer, self.times, self.tones, self.gain = longer, lit.time_s * np.exp2(longer), tones, gain
        self.spread = spread_of(tones)
        self.full = math.log2(float(saturation_e(lit.sensor, lit.gain_stops, lit.base_stops)) / lit.key_e) - longer
        isos = np.full(len(longer), lit.gain_stops)
        floors = electrons_at_bar(lit.sensor, ACCEPTABLE / gain, isos, lit.base_stops, self.times)
        self.floors = np.log2(floors / lit.key_e) - longer
        self.over, self.under = self.spread.over(self.full), self.spread.under(self.floors)
        self.nearly_over = self.spread.over(self.full - KEPT_BACK)
        frames = [Frame(float(one), float(time), lit.gain_stops) for one, time in zip(longer, self.times, strict=True)]
        self.squares = squares(lit.sensor, frames, needed_e(lit.key_e, tones), lit.base_stops)

    def gaps(self, at: Ints) -> Floats:
        """Shares of the picture between the frames of sets (sets, frames): too bright for the longer, too dark for the shorter.

        There is none where every frame holds more, over the clip of the next longer, than the channels of any pixel lie apart.
        """
        steps = np.diff(self.longer[at], axis=1).max(1, initial=0.0)
        near = (self.full[at] - self.floors[at]).min(1) - steps <= self.spread.apart
        out = np.zeros(len(at))
        out[near] = [self._gap(row) for row in at[near]]
        return out

    def _gap(self, row: Ints) -> float:
        highest, lowest = (np.log2(self.tones.taken(of)) for of in (self.tones.highest, self.tones.luminance))
        held = np.zeros(highest.shape, bool)
        for k in row:
            held |= (highest < self.full[k]) & (lowest >= self.floors[k])
        outside = (highest >= self.full[row[0]]) | (lowest < self.floors[row[-1]])
        return float((~held & ~outside).mean())

    def snrs(self, at: Ints) -> Floats:
        """Signal to noise, in the output, of the worst tone of sets."""
        return np.asarray(np.sqrt(self.squares[at].sum(1).min(1)) * self.gain)


def covers_of(
    tones: ToneMap, lit: Lit, offers: Sequence[BracketOffer], gain: float, between_s: float, per_stop: int, first_channel: float
) -> tuple[Cover, ...]:
    """Of every set, and of one frame alone, the middle at which it misses least and serves the worst tone, nearest to the frame as set.

    Every middle on the body's steps is tried whose longest frame is not too long. Fewest frames first, then least time.

    Parameters
    ----------
    gain : of the output's averaging in signal to noise; first_channel : stops by which the key's light fills its first channel early.

    >>> lit = Lit(SENSOR, 7000.0, 0.01, 0.0, 0.0)
    >>> [one.offer.frames for one in covers_of(tones(), lit, (BracketOffer(3, 2.0),), 3.0, 0.1, 3, 0.0)]
    [1, 3]
    """
    steps = np.arange(round(-CENTRES * per_stop), round(CENTRES * per_stop) + 1) / per_stop
    offsets = {offer: np.array(longer_of(offer, 0.0)) for offer in (SINGLE, *offers)}
    middles = {offer: steps[steps + at[-1] <= lit.most + 1e-6] if offer.frames > 1 else np.zeros(1) for offer, at in offsets.items()}
    every = [np.round(middles[offer][:, None] + at[None, :], 9) for offer, at in offsets.items()]
    longer, index = np.unique(np.concatenate([one.ravel() for one in every]), return_inverse=True)
    frames = _Frames(lit, longer, tones, gain)
    out, start = [], 0
    for offer, places in zip(offsets, every, strict=True):
        at = index[start : start + places.size].reshape(places.shape)
        start += places.size
        if places.size:
            out.append(_placed(offer, middles[offer], at, frames, between_s, first_channel))
    return tuple(sorted(out, key=lambda one: (one.offer.frames, one.time_s)))


def _short(snr: Floats) -> Ints:
    """Thirds of a stop by which a signal to noise is less than is wanted."""
    return np.floor(3 * np.maximum(0.0, np.log2(CLEAN / np.maximum(snr, 1e-3))) + 1e-9).astype(np.int64)


def _placed(offer: BracketOffer, middles: Floats, at: Ints, frames: _Frames, between_s: float, first_channel: float) -> Cover:
    """A set at its best middle."""
    above, below, gap, snr = frames.over[at[:, 0]], frames.under[at[:, -1]], frames.gaps(at), frames.snrs(at)
    missed = np.floor((frames.nearly_over[at[:, 0]] + below + gap) / MISSED + 1e-9)
    k = int(np.lexsort((middles, np.abs(middles), _short(snr), missed))[0])
    row = at[k]
    covered = tuple(
        Covered(
            float(frames.longer[one]),
            printed(Dial.TIME, round(-3 * math.log2(frames.times[one])) / 3, 3),
            float(frames.full[one]) - first_channel,
            float(frames.floors[one]),
        )
        for one in row
    )
    time_s = float(frames.times[row].sum()) + (offer.frames - 1) * between_s
    return Cover(offer, float(middles[k]), covered, float(above[k]), float(below[k]), float(gap[k]), time_s, float(snr[k]))


def fewest(covers: Iterable[Cover]) -> Cover:
    """Of all that hold as much as any, and its worst tone as well, the one of fewest frames, then of least time.

    Of as many frames the one comes first whose middle lies nearest to the frame as set: that is a picture by itself, and the longest
    frame of such a set has the cleaner shadows; what it costs is a part of a second.

    >>> single, _ = sets_as_metered(situation(), tones())
    >>> fewest([single]).offer.frames
    1
    """
    covers = tuple(covers)
    least = min(one.missed for one in covers)
    holding = [one for one in covers if one.missed <= max(MISSED, least + MISSED)]
    short = min(one.short for one in holding)
    return min((one for one in holding if one.short == short), key=lambda one: (one.offer.frames, round(abs(one.middle), 6), one.time_s))


def between_s(situation: Situation) -> float:
    """Seconds from the end of a frame of a set to the start of the next.

    >>> round(between_s(situation()), 3)
    0.083
    """
    rate = situation.body.frames_per_second
    return 1 / rate if rate else BETWEEN_S


@kept
def _as_metered(
    tones: ToneMap, sensor: Sensor, base: float, gain: float, offers: tuple[BracketOffer, ...], per_stop: int
) -> tuple[Cover, ...]:
    lit = Lit(sensor, float(electrons(sensor, 0.0)), 1.0, base, base)
    return covers_of(tones, lit, offers, gain, 0.0, per_stop, 0.0)


def sets_as_metered(situation: Situation, tones: ToneMap) -> tuple[Cover, Cover | None]:
    """One frame as metered at base ISO, and the least set that holds more of a scene, None where no set that the body offers does.

    >>> single, least = sets_as_metered(situation(), tones())
    >>> single.missed < 0.002, least
    (True, None)
    """
    body = situation.body
    lit = body.sensor, base_stops(situation), output_gain(situation)
    (single,) = _as_metered(tones, *lit, (), body.per_stop)
    if single.missed < MISSED and not single.short:
        return single, None
    covers = _as_metered(tones, *lit, body.bracket_offers, body.per_stop)
    sets = [one for one in covers if one.offer.frames > 1]
    least = fewest(sets) if sets else None
    better = least is not None and (least.missed < single.missed - MISSED or least.short < single.short)
    return single, least if better else None


def placed_as_metered(situation: Situation, tones: ToneMap, offer: BracketOffer) -> Cover:
    """A set, offered or not, at the middle at which it holds most of a scene: in stops from the exposure as metered, at base ISO.

    >>> placed_as_metered(situation(), tones(), BracketOffer(3, 1.0)).middle
    0.0
    """
    body = situation.body
    covers = _as_metered(tones, body.sensor, base_stops(situation), output_gain(situation), (offer,), body.per_stop)
    return next(one for one in covers if one.offer == offer)
