"""Series and swapped subjects: how bright each frame comes out as a pattern or a held exposure would give it."""

from __future__ import annotations

import math
from dataclasses import dataclass

import cv2
import numpy as np

from craft.render.compose import as_it_is
from craft.render.develop import Bytes, developed
from craft.render.shot import Shot
from craft.tones.framing import View
from craft.tones.metered import Metered
from craft.tones.patterns import CLOTHS, GREY
from craft.tones.readings import REFRAMED, Looks, reading, turns
from craft.tones.tonemap import ACROSS, MARGIN, ToneMap
from craft.vocabulary.terms import Pattern

FRAMES = 12
"""Frames of a series that are shown."""


@dataclass(frozen=True, slots=True)
class Tile:
    """One small picture: stops brighter than the key asks; pixels of the map that it is turned; its subject's stops, None as it is."""

    stops: float
    turned: tuple[int, int] = (0, 0)
    subject: float | None = None


@dataclass(frozen=True, slots=True)
class Series:
    """Twelve frames by one way of exposing: of each its stops from what the key asks; pattern: None where the exposure is held."""

    pattern: Pattern | None
    tiles: tuple[Tile, ...]

    @property
    def spread(self) -> float:
        """Stops between the brightest frame and the darkest."""
        stops = [tile.stops for tile in self.tiles]
        return max(stops) - min(stops)


def _happens(seen: Metered, swing: float) -> list[tuple[float, tuple[int, int], float]]:
    """What changes from frame to frame: the light once up and down, the framing, and a subject now pale, now dark."""
    around = turns(seen.tones, REFRAMED)
    out = []
    for k in range(FRAMES):
        light = swing / 2 * math.sin(2 * math.pi * k / FRAMES)
        subject = seen.spread / 2 * (1, -1, 0)[k % 3]
        out.append((light, around[k % len(around)], subject))
    return out


def series_of(seen: Metered, swing: float) -> tuple[Series, ...]:
    """A series held, and by each pattern; every one corrected so that its frames come out right on the whole.

    A held exposure follows the light's own swing; a metered one takes the light out and follows its reading instead.

    >>> from craft.tones.metered import metered
    >>> [one.pattern for one in series_of(metered(situation()), 0.0)][:1]
    [None]
    """
    happens = _happens(seen, swing)
    out = [Series(None, tuple(Tile(light, turned, subject) for light, turned, subject in happens))]
    for pattern in Pattern:
        looks = Looks(pattern, seen.at)
        reads = [reading(seen.tones.with_subject(subject), looks, seen.clip, turned) for _, turned, subject in happens]
        usual = sum(reads) / len(reads)
        out.append(Series(pattern, tuple(Tile(usual - r, turned, subject) for r, (_, turned, subject) in zip(reads, happens, strict=True))))
    return tuple(out)


def subjects_of(seen: Metered, pattern: Pattern) -> tuple[tuple[str, Tile], ...]:
    """Cloths, skins and hulls in the subject's place, each as a pattern would expose it with nothing corrected.

    >>> from craft.tones.metered import metered
    >>> subjects_of(metered(situation()), Pattern.SPOT)[0][0]
    'white cloth'
    """
    out = []
    for cloth in CLOTHS:
        stops = math.log2(cloth.reflectance / GREY)
        read = reading(seen.tones.with_subject(stops), Looks(pattern, seen.at), seen.clip)
        out.append((cloth.name, Tile(-read, (0, 0), stops)))
    return tuple(out)


def strip(shot: Shot, tones: ToneMap, tiles: tuple[Tile, ...]) -> Bytes:
    """Small pictures side by side, (h, n w, 3): the file that each exposure gives, without noise.

    >>> strip(shot(), tones(), (Tile(0.0), Tile(1.0))).shape[0]
    64
    """
    height, width = tones.luminance.shape
    view = View(width, height, float(ACROSS), -float(MARGIN), -float(MARGIN))
    light = as_it_is(shot, view)
    out = []
    for tile in tiles:
        seen = tones if tile.subject is None else tones.with_subject(tile.subject)
        times = (seen.luminance / tones.luminance * np.float32(2**tile.stops * shot.key_e / shot.clip_e))[..., None]
        m, (across, down) = tones.margin, tile.turned
        framed = (light * times)[m + down : m + down + tones.height, m + across : m + across + tones.width]
        out.append(developed(np.minimum(framed, np.float32(1)), shot))
    return np.asarray(cv2.hconcat([cv2.copyMakeBorder(tile, 0, 0, 0, 2, cv2.BORDER_CONSTANT, value=(0, 0, 0)) for tile in out]), np.uint8)
