"""What each pattern of metering reads on a scene, and how far its reading swings by itself."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import cv2
import numpy as np

from craft.kept import kept
from craft.scales.series import Floats
from craft.stage.colour import Pixels
from craft.tones.patterns import (
    CENTRE_MM,
    CENTRE_WEIGHT,
    DISCOUNT_STOPS,
    FACE_WEIGHT,
    FOCUSED,
    GUARD_MARGIN,
    GUARD_SHARE,
    MIDDLE,
    SPOT_SHARE,
    ZONES,
)
from craft.tones.tonemap import Oval, ToneMap
from craft.vocabulary.terms import Pattern

MIDDLE_OF_FRAME = (0.5, 0.5)

REFRAMED = 0.04
"""Share of the frame's width by which a picture is framed otherwise without anybody noticing."""


@dataclass(frozen=True, slots=True)
class Looks:
    """How a meter looks: its pattern; at: where a spot or the focus point is, in shares of the frame; face: it is linked to one."""

    pattern: Pattern
    at: tuple[float, float] = MIDDLE_OF_FRAME
    face: bool = False


@kept
def disc(width: int, height: int, share: float) -> Pixels:
    """A disc of a share of a frame as weights that sum to one, (2r+1, 2r+1), its edge smooth.

    >>> float(disc(96, 64, 0.03).sum().round(5))
    1.0
    """
    radius = math.sqrt(share * width * height / math.pi)
    reach = math.ceil(radius)
    away = np.hypot(*np.meshgrid(np.arange(-reach, reach + 1), np.arange(-reach, reach + 1)))
    weights = np.clip(radius + 0.5 - away, 0, 1)
    return np.asarray(weights / weights.sum(), np.float32)


@kept
def spot_map(tones: ToneMap) -> Pixels:
    """What a spot reads at every place of the whole map, in stops from the key, (h, w)."""
    weights = disc(tones.width, tones.height, SPOT_SHARE)
    return np.asarray(np.log2(cv2.filter2D(tones.luminance, -1, weights, borderType=cv2.BORDER_REPLICATE)), np.float32)


def pixel_at(tones: ToneMap, at: tuple[float, float]) -> tuple[int, int]:
    """Column and row of the whole map at a place of the frame."""
    column = tones.margin + min(max(int(at[0] * tones.width), 0), tones.width - 1)
    row = tones.margin + min(max(int(at[1] * tones.height), 0), tones.height - 1)
    return column, row


@kept
def _zone_weights(at: tuple[float, float]) -> Pixels:
    wide, high = ZONES
    x, y = (np.arange(wide) + 0.5) / wide, (np.arange(high) + 0.5) / high
    middle = 1 + (MIDDLE - 1) * np.exp(-(((x - 0.5) / 0.3)[None, :] ** 2) - ((y - 0.5) / 0.3)[:, None] ** 2)
    focus = (FOCUSED - 1) * np.exp(-(((x - at[0]) / 0.14)[None, :] ** 2) - ((y - at[1]) / 0.2)[:, None] ** 2)
    return np.asarray(middle + focus, np.float32)


def _multi_zone(frames: Sequence[Pixels], at: tuple[float, float]) -> Floats:
    """What many zones read of frames of one size, (k,)."""
    zones = np.log2(np.stack([cv2.resize(frame, ZONES, interpolation=cv2.INTER_AREA).ravel() for frame in frames]))
    weights = _zone_weights(at).ravel()
    order = np.argsort(zones, axis=1)
    heavy = np.cumsum(weights[order], axis=1)
    half = (heavy < heavy[:, -1:] / 2).sum(axis=1)
    rows = np.arange(len(zones))
    middle = zones[rows, order[rows, half]]
    return np.asarray((np.minimum(zones, middle[:, None] + DISCOUNT_STOPS) * weights).sum(axis=1) / weights.sum(), np.float64)


@kept
def _broad(width: int, height: int) -> Pixels:
    radius = CENTRE_MM / 2 / 36 * width
    x, y = np.arange(width) + 0.5 - width / 2, np.arange(height) + 0.5 - height / 2
    inside = np.clip(radius + 0.5 - np.hypot(x[None, :], y[:, None]), 0, 1)
    return np.asarray(CENTRE_WEIGHT * inside / inside.sum() + (1 - CENTRE_WEIGHT) / (width * height), np.float32)


def _face(tones: ToneMap, face: Oval, turned: tuple[int, int]) -> float:
    inside = tones.framed(tones.inside(face), *turned)
    count = float(inside.sum())
    return float(np.log2((tones.taken(tones.luminance, *turned) * inside).sum() / count)) if count else math.nan


def reading(tones: ToneMap, looks: Looks, clip: float, turned: tuple[int, int] = (0, 0)) -> float:
    """What a meter makes the middle tone, in stops from the key: the picture comes out so much darker than the key asks.

    clip : stops from the middle tone to where the raw clips, which a guard keeps under.
    turned : pixels of the map that the camera is turned right and down, with its pattern.

    >>> flat = ToneMap(*[np.ones((40, 52), np.float32)] * 3, 2, Oval(0.5, 0.5, 0.1, 0.1))
    >>> [round(reading(flat, Looks(pattern), 3.0), 3) + 0.0 for pattern in Pattern]
    [0.0, 0.0, 0.0, 0.0]
    """
    return readings(tones, looks, clip, (turned,))[0]


def readings(tones: ToneMap, looks: Looks, clip: float, turned: Sequence[tuple[int, int]]) -> list[float]:
    """The same as the camera is turned one way and another.

    >>> flat = ToneMap(*[np.ones((40, 52), np.float32)] * 3, 2, Oval(0.5, 0.5, 0.1, 0.1))
    >>> [round(one, 3) + 0.0 for one in readings(flat, Looks(Pattern.SPOT), 3.0, ((0, 0), (2, 0)))]
    [0.0, 0.0]
    """
    pattern = looks.pattern
    if pattern is Pattern.SPOT:
        column, row = pixel_at(tones, looks.at)
        spots = spot_map(tones)
        return [float(spots[row + down, column + across]) for across, down in turned]
    frames = [tones.taken(tones.luminance, *turn) for turn in turned]
    if pattern is Pattern.CENTRE_WEIGHTED:
        broad = _broad(tones.width, tones.height)
        return [math.log2(float(np.einsum("ij,ij->", frame, broad, dtype=np.float64))) for frame in frames]
    found = _multi_zone(frames, looks.at).tolist()
    if looks.face and tones.face is not None:
        faces = [_face(tones, tones.face, turn) for turn in turned]
        found = [
            zones if math.isnan(face) else FACE_WEIGHT * face + (1 - FACE_WEIGHT) * zones for zones, face in zip(found, faces, strict=True)
        ]
    if pattern is Pattern.HIGHLIGHT_GUARD:
        return [max(zones, _brightest(tones, turn) - clip + GUARD_MARGIN) for zones, turn in zip(found, turned, strict=True)]
    return [float(zones) for zones in found]


def _brightest(tones: ToneMap, turned: tuple[int, int]) -> float:
    """The brightest that is more than a speck, in stops from the key."""
    channel = tones.taken(tones.highest, *turned).ravel()
    rank = round(GUARD_SHARE * (channel.size - 1))
    return float(np.log2(np.partition(channel, rank)[rank]))


def _span(values: Iterable[float]) -> float:
    found = list(values)
    return max(found) - min(found)


def turns(tones: ToneMap, share: float) -> tuple[tuple[int, int], ...]:
    """The frame as it is, and turned by a share of its width to each side, in pixels of the map."""
    step = min(tones.margin, max(1, round(share * tones.width)))
    return ((0, 0), (-step, 0), (step, 0), (0, -step), (0, step))


@dataclass(frozen=True, slots=True)
class Read:
    """A pattern on a scene; all in stops.

    stops: what it reads, from the key; framing: swing of that as the picture is framed a little otherwise; place: as the subject goes
    from the middle to a third on either side; subject: over the palest and darkest subjects; swing: over all of these together.
    """

    looks: Looks
    stops: float
    framing: float
    place: float
    subject: float
    swing: float


@kept
def ends_of(tones: ToneMap, spread: float) -> tuple[ToneMap, ToneMap]:
    """The scene with its darkest and with its palest subject."""
    return tones.with_subject(-spread / 2), tones.with_subject(spread / 2)


@kept
def read(tones: ToneMap, looks: Looks, clip: float, spread: float) -> Read:
    """One pattern on a scene; spread: stops from the palest to the darkest subject."""
    around, aside = turns(tones, REFRAMED), ((-tones.margin, 0), (tones.margin, 0))
    now = readings(tones, looks, clip, (*around, *aside))
    others = [readings(end, looks, clip, (*around, *aside)) for end in ends_of(tones, spread)]
    return Read(
        looks,
        now[0],
        _span(now[: len(around)]),
        _span((now[0], *now[len(around) :])),
        _span(end[0] for end in others),
        _span(value for end in others for value in end),
    )
