"""Where two frames of one scene differ most to the eye, so that a small piece of both says what the figures say."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import cv2
import numpy as np

from craft.render.rehearsal import small
from craft.render.shot import Shot
from craft.stage.colour import Pixels
from craft.white.response import brightness

WHERE_CLIPPED, WHERE_BLURRED, PIXELS = 0.25, 0.09, 165
"""Part of a frame's width that shows light that is lost, and blur; and pixels of the body that show noise."""

LOST_SHARE, BLUR_STOPS = 0.003, 0.12
"""Share of the picture that one of two has lost more from which that is shown, and stops between them somewhere from which blur is."""

SEEN_STOPS = 0.1
"""Stops of light that have to be gone where the raw is full, to be worth a look."""

SHADE = (-3.0, -0.5)
"""Stops from the key between which noise is looked for: the darkest that a picture is still meant to show."""

LEAST = 2.0**-7
"""Light under which two darks are one, the key 1."""


@dataclass(frozen=True, slots=True)
class Piece:
    """A part of a frame, as a share of its width, about a place of it in shares of width and height; of: what differs there."""

    x: float
    y: float
    part: float
    of: Literal["lost", "blur", "noise"]


def _seen(shot: Shot) -> tuple[Pixels, Pixels]:
    """A small frame's luminance, the key 1, and where its raw is full."""
    raw, _ = small(shot)
    return np.asarray(raw @ brightness() * np.float32(2**shot.clip_above_key), np.float32), np.asarray(raw.max(-1) >= 1, np.float32)


def _greatest(where: Pixels, part: float) -> tuple[float, float]:
    """The middle of the part of a frame in which most lies, as shares of its width and height; the part lies within the frame."""
    high, wide = where.shape
    across, down = max(1, round(part * wide)), max(1, round(part * high))
    found = cv2.boxFilter(where, -1, (across, down), borderType=cv2.BORDER_CONSTANT)
    inside = np.full(found.shape, -1.0, np.float32)
    rows, columns = slice(down // 2, high - down // 2), slice(across // 2, wide - across // 2)
    inside[rows, columns] = found[rows, columns]
    y, x = np.unravel_index(int(np.argmax(inside)), inside.shape)
    return (float(x) + 0.5) / wide, (float(y) + 0.5) / high


def where_they_differ(one: Shot, other: Shot) -> Piece:
    """Where another frame of the same scene differs most: in what is lost, else in what is blurred, else in the noise of its shade.

    >>> where_they_differ(shot(), shot()).of
    'noise'
    """
    (light, full), (theirs, filled) = _seen(one), _seen(other)
    # a place of some pixels counts as a whole: noise about the clip is no loss
    apart = np.abs(cv2.blur(full, (5, 5)) - cv2.blur(filled, (5, 5)))
    gone = np.abs(np.log2((cv2.blur(theirs, (5, 5)) + LEAST) / (cv2.blur(light, (5, 5)) + LEAST)))
    lost = full if other.of_set else np.asarray((apart > 0.5) & (gone > SEEN_STOPS), np.float32)
    if float(lost.mean()) > LOST_SHARE:
        return Piece(*_greatest(lost, WHERE_CLIPPED), WHERE_CLIPPED, "lost")
    stops = np.abs(np.log2((theirs + LEAST) / (light + LEAST))) * (1 - np.maximum(full, filled))
    moved = np.asarray(cv2.medianBlur(np.asarray(stops, np.float32), 3), np.float32)
    if float(moved.max()) > BLUR_STOPS and (one.aperture != other.aperture or one.time_s != other.time_s):
        return Piece(*_greatest(moved, WHERE_BLURRED), WHERE_BLURRED, "blur")
    part = min(1.0, PIXELS / one.used_pixels)
    tone = np.log2(np.maximum(light, 2.0**-12))
    shade = ((tone > SHADE[0]) & (tone < SHADE[1])).astype(np.float32)
    edges = cv2.GaussianBlur(np.abs(cv2.Laplacian(np.asarray(tone, np.float32), cv2.CV_32F)), (0, 0), 2)
    even = shade * np.float32(1) / (np.float32(0.05) + np.asarray(edges, np.float32))
    return Piece(*_greatest(np.asarray(even, np.float32), max(part, 0.04)), part, "noise")
