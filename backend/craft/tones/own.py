"""Pictures of one's own as light: finished levels led back by a usual curve, sets of them put together, and maps of their tones."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.kept import kept
from craft.scene.situation import Situation
from craft.stage.colour import Pixels
from craft.stage.stage import Stage
from craft.tones.tonemap import ACROSS, MARGIN, Named, Oval, ToneMap, map_of
from craft.white.response import from_screen
from craft.white.screen import LUMINANCE, decoded
from craft.white.surfaces import SEEN_UNDER_K

MID_LEVEL = 118.0
"""Level of 255 at which a finished file has the middle tone (a metered grey of 18 % through IEC 61966-2-1)."""

CONTRAST = 1.35
"""How much steeper than the screen's own curve a usual finished file is about its middle (an estimate; bodies differ by a stop at the ends)."""

FULL, EMPTY = 250, 5
"""Levels from which a channel may have been brighter, and to which a pixel may have been darker, than it shows."""

EITHER_WAY = 1.2
"""Stops by which a tone led back from a finished file may be wrong, down to four under its middle."""

AT_THE_DARK_END = 2.4
"""The same of what is darker than that: a flat look, led back by a usual curve (every look and contrast of `render/looks` tried)."""

QUANTILES: tuple[tuple[str, float], ...] = (("brightest 1%", 0.99), ("middle", 0.5), ("darkest 5%", 0.05))
"""Tones that any picture has."""


def linear(levels: NDArray[np.uint8]) -> Pixels:
    """Light of finished levels, the middle tone 1, (h, w, 3): the screen's curve undone, then a usual curve's steepness.

    >>> linear(np.full((1, 1, 3), 118, np.uint8)).round(2).ravel().tolist()
    [1.0, 1.0, 1.0]
    """
    share = np.arange(256) / 255
    table = np.maximum(decoded(share) / decoded(np.array(MID_LEVEL / 255)), 2.0**-12) ** (1 / CONTRAST)
    return np.asarray(table[levels], np.float32)


@dataclass(frozen=True, slots=True)
class Plane:
    """Part of a picture that lies at a distance of its own, in metres; cover: (h, w) of 0 to 1."""

    name: str
    distance_m: float
    cover: Pixels


@dataclass(frozen=True, slots=True)
class OwnLight:
    """The light of a picture of one's own, without a colour of its own, the middle tone 1.

    name: what tells it from any other; title: what it is called; pixels: (h, w, 3); unsure: (h, w), over 0 where the light is only known
    to be at least this; error: stops by which tones may be wrong; planes: parts at distances that were painted, the rest lies where
    the subject does.
    """

    name: str
    title: str = field(compare=False)
    pixels: Pixels = field(compare=False, repr=False)
    unsure: Pixels = field(compare=False, repr=False)
    error: float = EITHER_WAY
    planes: tuple[Plane, ...] = field(default=(), compare=False, repr=False)

    @property
    def at_white(self) -> float:
        """Share of the picture of which the light may have been brighter than it shows."""
        return float((self.unsure > UNSURE).mean())


UNSURE = 0.5
"""Share of a pixel at its white from which it counts as one whose light is not known."""


def of_levels(levels: NDArray[np.uint8], name: str = "", title: str = "") -> OwnLight:
    """The light of a finished picture, (h, w, 3) of 8 bits: right within `EITHER_WAY`, what is at its white a lower bound."""
    return OwnLight(name, title, linear(levels), np.asarray(levels.max(-1) >= FULL, np.float32))


def lit(pixels: Pixels, kind: str, kelvin: float) -> Pixels:
    """The numbers that a camera has of a picture's surfaces in another light; pixels: as they looked in the white it was finished with.

    >>> lit(np.ones((1, 1, 3), np.float32), "daylight", 5500.0).round(1).ravel().tolist()[:2]
    [0.5, 1.0]
    """
    return np.asarray(cv2.transform(pixels, from_screen(kind, kelvin).astype(np.float32)), np.float32)


@kept
def map_of_light(light: OwnLight, size: float, kelvin: float = SEEN_UNDER_K, kind: str = "") -> ToneMap:
    """The map of a picture of one's own, in light of this colour.

    size : height of the subject as a share of the frame's; it is taken to be in the middle.

    What lies about the frame is not known: its edges are taken to go on.
    """
    height, width = light.pixels.shape[:2]
    high = max(8, round(ACROSS * height / width))

    def small(of: Pixels) -> Pixels:
        scaled = cv2.resize(of, (ACROSS, high), interpolation=cv2.INTER_AREA)
        return np.asarray(cv2.copyMakeBorder(scaled, MARGIN, MARGIN, MARGIN, MARGIN, cv2.BORDER_REFLECT_101), np.float32)

    pixels, unsure = small(light.pixels), small(light.unsure)
    luminance = np.maximum(pixels @ LUMINANCE, np.float32(2.0**-20))
    half = min(0.45, max(size / 2, 0.05))
    subject = Oval(0.5, 0.5, half * 0.6 * height / width, half)
    highest = np.maximum(lit(pixels, kind, kelvin).max(-1), luminance)
    blank = ToneMap(luminance, highest, np.zeros_like(luminance), MARGIN, subject)
    named = tuple(_named(blank, name, quantile) for name, quantile in QUANTILES)
    return ToneMap(luminance, blank.highest, blank.inside(subject), MARGIN, subject, named, unsure=unsure)


def _named(tones: ToneMap, name: str, quantile: float) -> Named:
    """The tone that so much of the picture is no brighter than, and a place that has it."""
    stops = np.log2(cv2.blur(tones.framed(tones.luminance), (3, 3)))
    wanted = float(np.quantile(np.log2(tones.framed(tones.luminance)), quantile))
    row, column = np.unravel_index(int(np.argmin(np.abs(stops - wanted))), stops.shape)
    return Named(name, Oval((column + 0.5) / tones.width, (row + 0.5) / tones.height, 0.02, 0.03), wanted, False)


LEAST_SET, MOST_SET = 2, 9
"""Frames that a set may have."""


def scaled_to(pixels: NDArray[Any], width: int) -> NDArray[Any]:
    """A picture no wider than so many pixels.

    >>> scaled_to(np.zeros((40, 60, 3), np.uint8), 30).shape, scaled_to(np.zeros((40, 60, 3), np.uint8), 90).shape
    ((20, 30, 3), (40, 60, 3))
    """
    high, wide = pixels.shape[:2]
    if wide <= width:
        return pixels
    return np.asarray(cv2.resize(pixels, (width, max(1, round(high * width / wide))), interpolation=cv2.INTER_AREA))


@dataclass(frozen=True, slots=True)
class Bracketed:
    """One frame of a set: its light as if it were alone, its finished levels, (h, w, 3), None of a raw, and stops of light it was given."""

    light: OwnLight
    levels: NDArray[np.uint8] | None
    given: float


def _shown(light: OwnLight) -> NDArray[np.uint8]:
    """Something to line frames up by: luminance as a finished picture would have it."""
    return np.asarray(np.clip((light.pixels @ LUMINANCE) ** (1 / 2.2) * MID_LEVEL, 0, 255), np.uint8)


SEEN_BITS = 4
"""Halvings of a picture after which nothing is left to line up by are 2 to so many: shifts of a sixteenth of it are found."""


def lined_up(frames: Sequence[Bracketed]) -> list[Bracketed]:
    """Frames shifted onto the middle one (Ward 2003, median threshold bitmaps, as OpenCV has it); a frame's edge is repeated."""
    bits = max(1, int(math.log2(min(frames[0].light.unsure.shape))) - SEEN_BITS)
    align = cv2.createAlignMTB(bits)
    middle = _shown(sorted(frames, key=lambda one: one.given)[len(frames) // 2].light)
    out = []
    for one in frames:
        across, down = align.calculateShift(middle, _shown(one.light))
        turn = np.array(((1.0, 0.0, across), (0.0, 1.0, down)))
        size = one.light.unsure.shape[::-1]

        def moved(of: NDArray[Any], turn: NDArray[np.float64] = turn, size: tuple[int, ...] = size) -> Any:
            return cv2.warpAffine(of, turn, size, flags=cv2.INTER_NEAREST, borderMode=cv2.BORDER_REPLICATE)

        light = replace(one.light, pixels=moved(one.light.pixels), unsure=moved(one.light.unsure))
        out.append(Bracketed(light, None if one.levels is None else moved(one.levels), one.given))
    return out


def put_together(frames: Sequence[Bracketed], name: str = "", title: str = "") -> OwnLight:
    """The light of a set, the middle tone of its middle frame 1.

    Finished files give their own curve away where a set shows it at several exposures ([debevec1997], as OpenCV has it);
    raws are linear, and each place takes its light from the frames that are not full there, longer ones saying more.

    Raises
    ------
    ValueError : too few frames, too many, of different sizes, all alike, too even, or raws and finished files together.
    """
    if not LEAST_SET <= len(frames) <= MOST_SET:
        raise ValueError(f"a set has {LEAST_SET} to {MOST_SET} frames, not {len(frames)}")
    if len({one.light.unsure.shape for one in frames}) > 1:
        raise ValueError("the frames of a set have one size")
    if max(one.given for one in frames) - min(one.given for one in frames) < 1 / 6:
        raise ValueError("the frames of a set differ in their exposure")
    if len({one.levels is None for one in frames}) > 1:
        raise ValueError("a set is all raws or all finished files")
    ordered = lined_up(sorted(frames, key=lambda one: one.given))
    middle = ordered[len(ordered) // 2].given
    pixels, error = _of_raws(ordered, middle) if ordered[0].levels is None else _of_files(ordered, middle)
    return OwnLight(name, title, pixels, ordered[0].light.unsure, error)


def _of_raws(ordered: Sequence[Bracketed], middle: float) -> tuple[Pixels, float]:
    caught = np.zeros_like(ordered[0].light.pixels)
    given = np.zeros_like(caught)
    for k, one in enumerate(ordered):
        says = (one.light.unsure <= 0)[..., None] | (k == 0)
        caught += np.where(says, one.light.pixels, 0)
        given += np.where(says, np.float32(2.0 ** (one.given - middle)), 0)
    return np.asarray(caught / given, np.float32), RAW_ERROR


RAW_ERROR, SET_ERROR, APART_ERROR = 0.1, 0.15, 0.8
"""Stops by which the light of a raw, of a set of finished files, and of one with gaps may be wrong where it is not noise."""

GAP = 1.75
"""Stops between neighbours of a set of finished files from which too few tones stand in two of them to show the curve well."""


def right_within(error: float) -> str:
    """How far a picture's light may be trusted, in words.

    >>> [right_within(error) for error in (RAW_ERROR, APART_ERROR, EITHER_WAY)]
    ['0.1 stop in daylight', '0.8 stop', '1.2 stops, 2.4 where it is darkest']
    """
    if error >= 1:  # of a finished file by itself; older ones were said to be right within one
        return f"{EITHER_WAY:.2g} stops, {AT_THE_DARK_END:.2g} where it is darkest"
    return f"{error:.2g} stop in daylight" if error <= RAW_ERROR else f"{error:.2g} stop"


def _of_files(ordered: Sequence[Bracketed], middle: float) -> tuple[Pixels, float]:
    levels = [one.levels for one in ordered if one.levels is not None]
    times = np.array([2.0 ** (one.given - middle) for one in ordered], np.float32)
    curve = cv2.createCalibrateDebevec(samples=SAMPLES).process(levels, times)
    light = cv2.createMergeDebevec().process(levels, times, curve)
    mid = curve[round(MID_LEVEL), 0]
    if not (np.isfinite(light).all() and np.isfinite(mid).all() and (mid > 0).all()):
        raise ValueError("too little of these pictures differs to find the curve they were finished with")
    apart = max(np.diff([one.given for one in ordered]))
    return np.asarray(np.maximum(light / mid, 2.0**-20), np.float32), APART_ERROR if apart > GAP else SET_ERROR


SAMPLES = 200
"""Places of the picture by which a curve is found."""


FROM_LEVEL = 232
"""Level of a finished file from which it is followed up to its white, where previews begin to warn (an estimate: where its curve is nearly straight)."""

NEUTRAL_LEVELS = 12
"""Levels by which the channels of a neutral tone differ at most: what has a colour warns sooner, by its saturation."""

NEUTRAL_STOPS = 0.15
"""Stops by which they differ at most in the raw: near its white a finished file has little colour left of what has some."""

ENOUGH = 60
"""Pixels between them that it takes to follow it."""

RAW_FULL = 7.8
"""Light of a raw's green where it is full, the middle tone 1 (78/10, [iso12232])."""


def headroom_of(pairs: Sequence[tuple[NDArray[np.uint8], OwnLight]]) -> float | None:
    """Stops that the raw still has where the finished file beside it begins to warn; None where too little lies near there.

    pairs : finished levels, (h, w, 3), and the raw of the same frame, one for each frame of a bracket.

    Green is taken for the channel that is full first, as it is in daylight. How bright the raw is at each level is followed over the
    levels under the warning, and read off at it.
    """
    seen: list[Any] = []
    for levels, raw in pairs:
        high, wide = raw.unsure.shape
        small = cv2.resize(levels, (wide, high), interpolation=cv2.INTER_AREA).astype(np.float64)
        level = small.max(-1)
        grey = (np.ptp(small, axis=-1) <= NEUTRAL_LEVELS) & (np.ptp(np.log2(raw.pixels), axis=-1) <= NEUTRAL_STOPS)
        near = (level >= FROM_LEVEL) & (level < FULL) & grey & (raw.unsure <= 0)
        seen.append(np.column_stack([level[near], np.log2(RAW_FULL / raw.pixels[..., 1][near])]))
    points = np.concatenate(seen) if seen else np.empty((0, 2))
    if len(points) < ENOUGH or np.ptp(points[:, 0]) < 4:
        return None
    return max(0.0, float(np.polyfit(points[:, 0] - FULL, points[:, 1], 1)[1]))


def map_under(situation: Situation, stage: Stage | None, light: OwnLight | None) -> ToneMap:
    """The map of a situation on its own scene or another, or on a picture of one's own."""
    if light is None:
        return map_of(situation, stage)
    size = situation.subject.size_m * situation.magnification / (situation.used_mm[1] / 1000)
    return map_of_light(light, round(size, 4), situation.light.kelvin, situation.light.kind)
