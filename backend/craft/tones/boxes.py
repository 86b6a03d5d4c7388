"""Cut-outs drawn: each plane of a stage as one box of light and cover, at the size it is wanted."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import cv2
import numpy as np
import skia

from craft.exposure.flash import FLASH_KELVIN
from craft.kept import kept
from craft.stage.colour import Pixels
from craft.stage.others import with_others
from craft.stage.stage import Cutout, Lit, Moves, Stage
from craft.stage.stages import BY_SLUG
from craft.tones.burst import Burst, flashed
from craft.tones.framing import Framing
from craft.tones.heavens import pointing_of, under_heavens
from craft.white.response import numbers_of
from craft.white.surfaces import SEEN_UNDER_K

HARD = 0.3
"""An edge softer than so many pixels is seen to be soft."""


@dataclass(frozen=True, slots=True)
class Tuning:
    """How the situation's light falls on a stage: stops above and below the key, its colour temperature, and its kind where that is known;
    burst: the light of a flash instead, which gives a grey card at the subject the key's brightness."""

    above: float
    below: float
    kelvin: float
    kind: str = ""
    burst: Burst | None = None


@dataclass(frozen=True, slots=True, eq=False)
class Box:
    """One plane drawn: pixels (h, w, 4) of light times cover, and cover; where its upper left corner is."""

    left: int
    top: int
    pixels: Pixels
    at: float
    moves: Moves
    speed_m_s: tuple[float, float]


SPARKLE = 0.25
"""What is left of the stops by which a place is brighter than the brightest tone with a name."""


def stretched(ev: Pixels, stage: Stage, tuning: Tuning) -> Pixels:
    """Stops of a stage as this situation has them: what is over the key stretched to its brightest, what is under to its darkest.

    The brightest that has a name is the brightest there is, but for sparkle: what lies over it is drawn nearer to it. What is as dark
    as the stage's void stays so.
    """
    up, down = np.float32(tuning.above / stage.above), np.float32(tuning.below / stage.below)
    sparkle = np.maximum(ev - np.float32(stage.above), 0) * np.float32(1 - SPARKLE)
    under = np.where(ev > stage.void, ev * down, ev)
    return np.asarray(np.where(ev > 0, (ev - sparkle) * up, under), np.float32)


def _bounds(cutout: Cutout, framing: Framing, margin: int) -> tuple[int, int, int, int] | None:
    """Left, top, right and bottom in pixels of what may be seen of a cut-out; None if nothing."""
    view = framing.view
    scale, x0, y0 = framing.scale(cutout.at)
    edge = 3 * cutout.soft * scale + 2
    whole = (-margin, -margin, view.width + margin, view.height + margin)
    if cutout.shape is None:
        return whole
    boxes = [path.computeTightBounds() for path in cutout.shape]
    left = max(whole[0], int(np.floor(min(b.left() for b in boxes) * scale + x0 - edge)))
    top = max(whole[1], int(np.floor(min(b.top() for b in boxes) * scale + y0 - edge)))
    right = min(whole[2], int(np.ceil(max(b.right() for b in boxes) * scale + x0 + edge)))
    bottom = min(whole[3], int(np.ceil(max(b.bottom() for b in boxes) * scale + y0 + edge)))
    return (left, top, right, bottom) if right > left and bottom > top else None


def _cover(cutout: Cutout, framing: Framing, box: tuple[int, int, int, int]) -> Pixels:
    """The share of each pixel that a cut-out covers."""
    left, top, right, bottom = box
    width, height = right - left, bottom - top
    if cutout.shape is None:
        return np.ones((height, width), np.float32)
    scale, x0, y0 = framing.scale(cutout.at)
    soft = cutout.soft * scale
    if soft <= HARD:
        return _filled(cutout.shape, scale, x0 - left, y0 - top, width, height)
    # a soft edge is drawn at the scale that shows it, with what lies past the box, and taken up from there
    part, past = max(1.0, soft / 4), math.ceil(3 * soft)
    size = (math.ceil((width + 2 * past) / part), math.ceil((height + 2 * past) / part))
    drawn = _filled(cutout.shape, scale / part, (x0 - left + past) / part, (y0 - top + past) / part, *size)
    blurred = cv2.GaussianBlur(drawn, (0, 0), soft / part)
    start = (past + 0.5) / part - 0.5
    turn = np.array(((1 / part, 0, start), (0, 1 / part, start)))
    return np.asarray(cv2.warpAffine(blurred, turn, (width, height), flags=cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP), np.float32)


def _filled(shape: tuple[skia.Path, ...], scale: float, x0: float, y0: float, width: int, height: int) -> Pixels:
    """The share of each pixel that outlines cover, drawn from them at this scale."""
    drawn = np.zeros((height, width, 4), np.uint8)
    canvas = skia.Canvas(drawn)
    canvas.translate(x0, y0)
    canvas.scale(scale, scale)
    brush = skia.Paint(AntiAlias=True, Color=skia.ColorWHITE)
    for path in shape:
        canvas.drawPath(path, brush)
    return np.asarray(drawn[..., 3].astype(np.float32) / 255, np.float32)


def lamp_of(cutout: Cutout, stage: Stage, tuning: Tuning) -> tuple[str, float]:
    """Kind and temperature of what a cut-out is lit by; what shines itself is as it was chosen on a screen.

    >>> lamp_of(cutouts_of("hall")[0], BY_SLUG["hall"], Tuning(3.0, 4.0, 1900.0, "candle"))[1] > 5000
    True
    """
    if tuning.burst is not None:
        return "flash" if tuning.burst.kelvin == FLASH_KELVIN else "", tuning.burst.kelvin
    if cutout.lit is Lit.KEY:
        return tuning.kind, tuning.kelvin
    if cutout.lit is Lit.OTHER and stage.other_k is not None:
        return stage.other_kind, stage.other_k
    return "daylight", SEEN_UNDER_K


def draw(cutout: Cutout, framing: Framing, tuning: Tuning, margin: int) -> Box | None:
    """One cut-out, as far as the picture and its margin show it; None where they show nothing of it."""
    bounds = _bounds(cutout, framing, margin)
    if bounds is None:
        return None
    left, top, right, bottom = bounds
    place = framing.place(cutout.at, left, top, right - left, bottom - top)
    cover = _cover(cutout, framing, bounds) * np.clip(cutout.cover.at(place), 0, 1)
    rows, columns = np.flatnonzero(cover.any(axis=1)), np.flatnonzero(cover.any(axis=0))
    if not rows.size:
        return None
    cover = cover[rows[0] : rows[-1] + 1, columns[0] : columns[-1] + 1]
    left, top, right, bottom = left + int(columns[0]), top + int(rows[0]), left + int(columns[-1]) + 1, top + int(rows[-1]) + 1
    place = framing.place(cutout.at, left, top, right - left, bottom - top)
    stage = framing.stage
    stops = stretched(cutout.ev.at(place), stage, tuning) if tuning.burst is None else flashed(cutout, place, framing, tuning.burst)
    light = np.exp2(np.clip(stops, -16, 16))
    lamp = lamp_of(cutout, stage, tuning)
    colour = numbers_of(cutout.colour, *lamp)
    pixels = np.empty((bottom - top, right - left, 4), np.float32)
    if cutout.to is None:
        pixels[..., :3] = (light * cover)[..., None] * colour.astype(np.float32)
    else:
        share, to = np.clip(cutout.share.at(place), 0, 1), numbers_of(cutout.to, *lamp)
        for k in range(3):
            pixels[..., k] = light * cover * (colour[k] + (to[k] - colour[k]) * share)
    pixels[..., 3] = cover
    return Box(left, top, pixels, cutout.at, cutout.moves, cutout.speed_m_s)


STRIP = 16
"""Rows that are laid at a time: so few stay in the processor's own memory."""


def lay(under: Pixels, over: Pixels, left: int, top: int) -> None:
    """Lay a box over a picture of light (and of cover, if it has four planes), in place."""
    height, width = under.shape[:2]
    x0, y0, x1, y1 = max(0, left), max(0, top), min(width, left + over.shape[1]), min(height, top + over.shape[0])
    if x1 <= x0 or y1 <= y0:
        return
    channels = under.shape[2]
    for y in range(y0, y1, STRIP):
        above = over[y - top : min(y + STRIP, y1) - top, x0 - left : x1 - left]
        cover = cv2.extractChannel(above, 3)
        below = under[y : min(y + STRIP, y1), x0:x1]
        light = above if channels == 4 else cv2.cvtColor(above, cv2.COLOR_RGBA2RGB)
        cv2.multiply(below, cv2.merge([1 - cover] * channels), dst=below)
        cv2.add(below, light, dst=below)


def _merged(boxes: list[Box]) -> Box:
    if len(boxes) == 1:
        return boxes[0]
    left, top = min(b.left for b in boxes), min(b.top for b in boxes)
    right = max(b.left + b.pixels.shape[1] for b in boxes)
    bottom = max(b.top + b.pixels.shape[0] for b in boxes)
    pixels = np.zeros((bottom - top, right - left, 4), np.float32)
    for box in boxes:
        lay(pixels, box.pixels, box.left - left, box.top - top)
    return Box(left, top, pixels, boxes[0].at, boxes[0].moves, boxes[0].speed_m_s)


def within(box: Box, width: int, height: int, margin: int) -> Box:
    """A box without what lies farther outside a picture than a margin; nothing of its light is copied.

    >>> there = within(Box(-4, -4, np.ones((20, 30, 4), np.float32), 1.0, Moves.STANDS, (0.0, 0.0)), 12, 8, 1)
    >>> there.left, there.top, there.pixels.shape
    (-1, -1, (10, 14, 4))
    """
    left, top = max(0, -margin - box.left), max(0, -margin - box.top)
    right, bottom = max(left, width + margin - box.left), max(top, height + margin - box.top)
    return replace(box, left=box.left + left, top=box.top + top, pixels=box.pixels[top:bottom, left:right])


@kept
def cutouts_of(slug: str) -> tuple[Cutout, ...]:
    """A stage's cut-outs, made once."""
    return BY_SLUG[slug].draw()


def cutouts_in(framing: Framing) -> tuple[Cutout, ...]:
    """The cut-outs that a lens sees: a stage's own, with the sky that stands over its place where that is known."""
    cutouts = cutouts_of(framing.stage.slug)
    return cutouts if framing.heavens is None else under_heavens(framing.stage, cutouts, framing.heavens, pointing_of(framing))


@kept
def _drawn_once(cutout: Cutout, framing: Framing, tuning: Tuning, margin: int) -> Box | None:
    return draw(cutout, framing, tuning, margin)


def _plane(cutout: Cutout) -> tuple[object, ...]:
    return cutout.at, cutout.moves, cutout.speed_m_s


@kept
def boxes_of(framing: Framing, tuning: Tuning, margin: int) -> tuple[Box, ...]:
    """The planes of a stage, far to near: neighbours at one distance that move alike are one box.

    margin : pixels drawn past each side, so that blur has something to take in.
    """
    planes: list[tuple[tuple[object, ...], list[Box]]] = []
    cutouts, land = cutouts_in(framing), replace(framing, heavens=None)
    if framing.others:
        cutouts = with_others(framing.stage, cutouts, [away - framing.back_m for away in framing.others])
    for cutout in cutouts:
        if not framing.seen(cutout.at):
            continue
        stays = framing.heavens is not None and math.isfinite(cutout.at)  # the sky turns over land that is drawn already
        box = _drawn_once(cutout, land, tuning, margin) if stays else draw(cutout, framing, tuning, margin)
        if box is None:
            continue
        if planes and planes[-1][0] == _plane(cutout):
            planes[-1][1].append(box)
        else:
            planes.append((_plane(cutout), [box]))
    return tuple(_merged(boxes) for _, boxes in planes)
