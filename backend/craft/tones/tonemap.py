"""The map of a scene's tones: what a meter sees of it, small, with what lies about the frame."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import cv2
import numpy as np

from craft.kept import kept
from craft.scene.once import once
from craft.scene.situation import Situation
from craft.stage.colour import Pixels
from craft.stage.fields import Place as Units
from craft.stage.stage import HIGH, WIDE, Cutout, Lit, Moves, Stage, Tone
from craft.stage.stages import BY_SLUG
from craft.tones.boxes import Tuning, cutouts_of, draw, stretched
from craft.tones.framing import WIDE_MM, Framing, View, kept_by_lens
from craft.tones.staging import stage_for
from craft.white.response import REFERENCE_K, brightness, first_channel_stops

ACROSS = 96
"""Pixels across the frame: a spot of three hundredths of it is fifteen of them wide."""

MARGIN = 16
"""Pixels known on each side of it: a sixth of its width, from the middle to a third."""

FACE_M = 0.16
"""Width of a face (anthropometric surveys have 0.13 to 0.16 m from cheek to cheek; with the ears)."""

AGREES = 0.75
"""A tone is in the picture where the map has it within so many stops of what it should be; else something hides it."""


SMALL = 4
"""Pixels of the map under which a patch is too small to be measured on it."""


@dataclass(frozen=True, slots=True)
class Oval:
    """Where something is: its middle in shares of the frame's width and height, and half its width and height in the same shares."""

    x: float
    y: float
    across: float
    down: float


NOWHERE = Oval(-1.0, -1.0, 0.0, 0.0)


@dataclass(frozen=True, slots=True)
class Named:
    """A tone one can name, where the lens puts it; ev: stops from the key; void: no light is meant to be there, so none is missed."""

    name: str
    at: Oval
    ev: float
    skin: bool
    void: bool = False


@dataclass(frozen=True, slots=True, eq=False)
class ToneMap:
    """Tones of a scene in a frame, the key 1, with `margin` pixels about the frame; subject: where it is; face: the nearest one to it.

    luminance: (h, w); highest: (h, w), of the channel that is the first to clip; of_subject: (h, w), how much of each pixel is its own;
    unsure: (h, w), over 0 where the light is only known to be at least this, None where all of it is known; kept: what the lens keeps of the
    light at each pixel of the frame itself, 1 where the light was taken through a lens already; void: stops from the key under which no light is
    meant to be, so that none is missed.
    """

    luminance: Pixels
    highest: Pixels
    of_subject: Pixels
    margin: int
    subject: Oval
    named: tuple[Named, ...] = ()
    face: Oval | None = None
    unsure: Pixels | None = None
    kept: Pixels | float = 1.0
    void: float = -math.inf

    @property
    def width(self) -> int:
        """Pixels across the frame."""
        return int(self.luminance.shape[1]) - 2 * self.margin

    @property
    def height(self) -> int:
        """Pixels down the frame."""
        return int(self.luminance.shape[0]) - 2 * self.margin

    def framed(self, of: Pixels, across: int = 0, down: int = 0) -> Pixels:
        """The part of a map that the frame shows when it is turned so many pixels right and down, no farther than the margin."""
        m = self.margin
        return of[m + down : m + down + self.height, m + across : m + across + self.width]

    def taken(self, of: Pixels, across: int = 0, down: int = 0) -> Pixels:
        """The same part as it reaches sensor and meter, falling off towards the corners."""
        return np.asarray(self.framed(of, across, down) * self.kept, np.float32)

    def inside(self, oval: Oval) -> Pixels:
        """How much of each pixel of the whole map lies in an oval: 0 or 1, (h, w)."""
        height, width = self.luminance.shape
        x = (np.arange(width) + 0.5 - self.margin) / self.width
        y = (np.arange(height) + 0.5 - self.margin) / self.height
        across, down = max(oval.across, 0.5 / self.width), max(oval.down, 0.5 / self.height)
        away = ((x - oval.x) / across)[None, :] ** 2 + ((y - oval.y) / down)[:, None] ** 2
        return np.asarray(away <= 1, np.float32)

    def with_subject(self, stops: float) -> ToneMap:
        """The same scene with a subject so many stops from the key, its own shading kept."""
        count = float(self.of_subject.sum())
        if not count:
            return self
        now = math.log2(float((self.luminance * self.of_subject).sum()) / count)
        times = 1 + self.of_subject * np.float32(2.0 ** (stops - now) - 1)
        return replace(self, luminance=self.luminance * times, highest=self.highest * times, named=())


@kept
def _distances(slug: str) -> dict[str, float]:
    """How far off each named tone of a stage is, by the nearest cut-out that covers its place."""
    stage = BY_SLUG[slug]
    return {tone.name: next((one.at for one in reversed(cutouts_of(slug)) if _covers(one, tone)), stage.distance_m) for tone in stage.tones}


def _covers(cutout: Cutout, tone: Tone) -> bool:
    if cutout.shape is not None and not any(path.contains(tone.x, tone.y) for path in cutout.shape):
        return False
    at = Units(np.full((1, 1), tone.x, np.float32), np.full((1, 1), tone.y, np.float32), 1.0)
    return bool(np.broadcast_to(cutout.cover.at(at), (1, 1))[0, 0] > 0.5)


def _oval(framing: Framing, at: float, x: float, y: float, half_px: tuple[float, float]) -> Oval:
    scale, x0, y0 = framing.scale(at)
    frame, high = framing.view.frame_px, framing.view.frame_px / framing.aspect
    left, top = framing.view.left, framing.view.top
    return Oval((x * scale + x0 + left) / frame, (y * scale + y0 + top) / high, half_px[0] / frame, half_px[1] / high)


DRAWN = 192
"""Pixels across the usual frame at which each cut-out of a stage is drawn, once; a longer lens looks at a part of that."""


@dataclass(frozen=True, slots=True, eq=False)
class _Plane:
    """Cut-outs at one distance in their stage's own contrast.

    pixels: (h, w, 4) of luminance, highest channel where the key's light falls, the same elsewhere, cover; own: (h, w), the cover of those
    that move as the subject does, None where there are none.
    """

    at: float
    pixels: Pixels
    left: int
    top: int
    whole: bool
    own: Pixels | None


@kept
def _planes(slug: str) -> tuple[tuple[_Plane, ...], Framing]:
    stage = BY_SLUG[slug]
    high = round(DRAWN * HIGH / WIDE)
    view = View(2 * DRAWN, 2 * high, float(DRAWN), -DRAWN / 2, -high / 2)
    framing = Framing(stage, stage.usual_mm, stage.distance_m, WIDE / HIGH, view)
    planes: list[_Plane] = []
    for cutout in cutouts_of(slug):
        box = draw(cutout, framing, Tuning(stage.above, stage.below, REFERENCE_K, "daylight"), 0)
        if box is None:
            continue
        light = box.pixels[..., :3]
        highest = light.max(-1)
        both = (highest, highest * 0) if cutout.lit is Lit.KEY else (highest * 0, highest)
        pixels = np.dstack([light @ brightness(), *both, box.pixels[..., 3]])
        own = pixels[..., 3] if cutout.moves in (Moves.BODY, Moves.LIMB) else None
        plane = _Plane(box.at, pixels, box.left, box.top, cutout.shape is None, own)
        together = planes and planes[-1].at == plane.at
        planes[-1:] = [_merged(planes[-1], plane)] if together else [*planes[-1:], plane]
    return tuple(planes), framing


def _merged(under: _Plane, over: _Plane) -> _Plane:
    """Two planes at one distance as one."""
    both = (under, over)
    left, top = min(one.left for one in both), min(one.top for one in both)
    right = max(one.left + one.pixels.shape[1] for one in both)
    bottom = max(one.top + one.pixels.shape[0] for one in both)
    pixels = np.zeros((bottom - top, right - left, 5), np.float32)
    for one in both:
        height, width = one.pixels.shape[:2]
        part = pixels[one.top - top : one.top - top + height, one.left - left : one.left - left + width]
        part *= 1 - one.pixels[..., 3:]
        part[..., :4] += one.pixels
        if one.own is not None:
            part[..., 4] += one.own
    own = None if under.own is None and over.own is None else np.ascontiguousarray(pixels[..., 4])
    return _Plane(under.at, np.ascontiguousarray(pixels[..., :4]), left, top, under.whole or over.whole, own)


def _lay_plane(seen: Pixels, of_subject: Pixels, plane: _Plane, drawn: Framing, framing: Framing) -> None:
    """Lay a plane where this lens sees it, moved and scaled from where it was drawn; and what of it is the subject's."""
    scale, x, y = framing.scale(plane.at)
    drawn_at, x0, y0 = drawn.scale(plane.at)
    times = scale / drawn_at
    left, top = (plane.left - x0) * times + x, (plane.top - y0) * times + y
    height, width = seen.shape[:2]
    rows, columns = (0, height), (0, width)
    if not plane.whole:
        down, across = (size * times for size in plane.pixels.shape[:2])
        rows = max(0, math.floor(top)), min(height, math.ceil(top + down))
        columns = max(0, math.floor(left)), min(width, math.ceil(left + across))
    if rows[1] <= rows[0] or columns[1] <= columns[0]:
        return
    start = ((columns[0] + 0.5 - left) / times - 0.5, (rows[0] + 0.5 - top) / times - 0.5)
    turn = np.array(((1 / times, 0, start[0]), (0, 1 / times, start[1])))
    edge = cv2.BORDER_REPLICATE if plane.whole else cv2.BORDER_CONSTANT
    size = (columns[1] - columns[0], rows[1] - rows[0])
    flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
    laid = cv2.warpAffine(plane.pixels, turn, size, flags=flags, borderMode=edge)
    part = seen[rows[0] : rows[1], columns[0] : columns[1]]
    own = of_subject[rows[0] : rows[1], columns[0] : columns[1]]
    part *= 1 - laid[..., 3:]
    part += laid[..., :3]
    own *= 1 - laid[..., 3]
    if plane.own is not None:
        own += cv2.warpAffine(plane.own, turn, size, flags=flags, borderMode=edge)


@kept
def mapped(framing: Framing, tuning: Tuning, size: float) -> ToneMap:
    """The map of a stage; size: height of the subject as a share of the frame's."""
    view, stage = framing.view, framing.stage
    planes, drawn = _planes(stage.slug)
    light = np.zeros((view.height, view.width, 3), np.float32)
    of_subject = np.zeros((view.height, view.width), np.float32)
    for plane in planes:
        if framing.seen(plane.at):
            _lay_plane(light, of_subject, plane, drawn, framing)
    luminance = np.maximum(light[..., 0], np.float32(2.0**-20))
    highest = np.maximum(light[..., 1] * np.float32(2 ** first_channel_stops(tuning.kind, tuning.kelvin)) + light[..., 2], luminance)
    tuned = np.exp2(stretched(np.log2(luminance), stage, tuning))
    seen = ToneMap(tuned, tuned * highest / luminance, of_subject, int(-view.left), NOWHERE)
    high = view.frame_px / framing.aspect
    named = []
    for tone in stage.tones:
        at = _distances(stage.slug)[tone.name]
        if not framing.seen(at):
            continue
        reach = tone.reach * framing.scale(at)[0]
        ev = float(stretched(np.array(tone.ev, np.float32), stage, tuning))
        named.append(Named(tone.name, _oval(framing, at, tone.x, tone.y, (reach, reach)), ev, tone.skin, tone.ev <= stage.void))
    half = min(0.45, max(size / 2, 0.5 / high)) * high
    subject = _oval(framing, stage.distance_m, *stage.aim, (half * 0.6, half))
    there = tuple(one for one in named if _there(seen, one))
    if of_subject.sum() < SMALL:  # a scene in which nothing moves of itself: where one aims is its subject
        of_subject = seen.inside(subject)
    frame = View(view.width - 2 * seen.margin, view.height - 2 * seen.margin, view.frame_px)
    kept = kept_by_lens(frame, framing.aspect, framing.focal_mm)
    return replace(
        seen, of_subject=of_subject, subject=subject, named=there, face=_face(framing, subject, there), kept=kept, void=stage.void
    )


def _face(framing: Framing, subject: Oval, named: tuple[Named, ...]) -> Oval | None:
    """The face nearest to the subject, as wide as a face is there."""
    nearest = min(
        (one for one in named if one.skin), key=lambda one: (one.at.x - subject.x) ** 2 + (one.at.y - subject.y) ** 2, default=None
    )
    if nearest is None:
        return None
    away = framing.distance(_distances(framing.stage.slug)[nearest.name])
    half = FACE_M / 2 * framing.focal_mm / WIDE_MM / away
    return Oval(nearest.at.x, nearest.at.y, half, half * framing.aspect)


def _there(drawn: ToneMap, tone: Named) -> bool:
    if not (0 <= tone.at.x <= 1 and 0 <= tone.at.y <= 1):
        return False
    inside = drawn.inside(tone.at)
    count = float(inside.sum())
    return count < SMALL or abs(float(np.log2((drawn.luminance * inside).sum() / count)) - tone.ev) <= AGREES


def map_on(
    stage: Stage, focal_36_mm: float, distance_m: float, aspect: float, tuning: Tuning, size: float, under_sky: bool = False
) -> ToneMap:
    """The map of a stage as a lens of this focal length in 36 mm terms frames it from a distance; under_sky: none of an invented sky's tones has a name, as another stands over the place."""
    high = max(1, round(ACROSS / aspect))
    view = View(ACROSS + 2 * MARGIN, high + 2 * MARGIN, float(ACROSS), -float(MARGIN), -float(MARGIN))
    seen = mapped(Framing(stage, focal_36_mm, distance_m, aspect, view), tuning, size)
    return replace(seen, named=tuple(one for one in seen.named if one.name not in stage.invented)) if under_sky else seen


def map_of(situation: Situation, stage: Stage | None = None) -> ToneMap:
    """The map of a situation's own scene, or of another."""
    return _own_map(situation) if stage is None else _map_for(situation, stage)


@once
def _own_map(situation: Situation) -> ToneMap:
    return _map_for(situation, stage_for(situation))


def _map_for(situation: Situation, stage: Stage) -> ToneMap:
    wide, high = situation.used_mm
    light = situation.light
    size = situation.subject.size_m * situation.magnification / (high / 1000)
    tuning = Tuning(light.above, light.below, light.kelvin, light.kind)
    return map_on(
        stage, situation.focal_mm * 36 / wide, situation.distance_m, wide / high, tuning, round(size, 4), situation.looking is not None
    )
