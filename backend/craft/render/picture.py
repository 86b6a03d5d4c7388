"""A frame as one looks at it: as the finder shows it, as the raw is, as the scene is, or pixel by pixel; with its marks."""

from __future__ import annotations

import math
from dataclasses import replace
from enum import Enum

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.kept import kept
from craft.render.compose import as_it_is
from craft.render.develop import Bytes, as_the_eye, blocked, developed, finished, linear, lost_in_raw, warned
from craft.render.expose import frame, merged, mosaic
from craft.render.shot import Shot, exposed
from craft.sensor.noise import snr_pixel
from craft.tones.framing import View
from craft.white.response import white_of


class Look(Enum):
    """What is looked at."""

    FINDER = "finder"
    RAW = "raw"
    SCENE = "scene"
    PIXELS = "pixels"
    FUSED = "fused"


HATCH, DOTS = 7, 5
"""Pixels between the lines of a mark and between its dots."""


LEGIBLE = 160
"""Pixels of an area from which a hatch in it is seen as one; smaller ones are only edged."""


@kept
def _textures(height: int, width: int) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """Where a hatch at 45 degrees has its lines, and where a stipple has its dots."""
    y, x = np.mgrid[0:height, 0:width]
    return (x + y) % HATCH == 0, (x % DOTS == 0) & (y % DOTS == 0)


def marked(picture: Bytes, over: NDArray[np.bool_], under: NDArray[np.bool_]) -> Bytes:
    """A picture with what is clipped hatched at 45 degrees and edged, and what is blocked stippled.

    >>> none = np.zeros((2, 2), bool)
    >>> marked(np.zeros((2, 2, 3), np.uint8), none, none).tolist()[0]
    [[0, 0, 0], [0, 0, 0]]
    """
    lines, dots = _textures(*picture.shape[:2])
    solid = cv2.morphologyEx(over.astype(np.uint8), cv2.MORPH_OPEN, np.ones((3, 3), np.uint8))
    edge = solid.astype(bool) & ~cv2.erode(solid, np.ones((3, 3), np.uint8)).astype(bool)
    number, parts, stats, _ = cv2.connectedComponentsWithStats(solid, connectivity=4)
    large = stats[:, cv2.CC_STAT_AREA] >= LEGIBLE
    large[0] = False
    inside = large[parts] if number > 1 else np.zeros_like(over)
    mark = np.zeros(picture.shape[:2], np.uint8)
    mark[inside] = 250
    mark[inside & lines] = 24
    mark[edge] = 24
    mark[under & dots] = 150
    return np.asarray(cv2.copyTo(cv2.merge([mark] * 3), mark, picture.copy()), np.uint8)


Centre = tuple[float, float]
"""Of the part of a frame that is shown: shares of its width and height."""


def picture(shot: Shot, look: Look, width: int, *, centre: Centre = (0.5, 0.5), part: float = 1.0, marks: bool = True) -> Bytes:
    """A frame as one looks at it, (h, w, 3), red, green, blue.

    centre : of what is shown, where that is not the whole: pixel by pixel, or a part, as a share of the frame's width.

    >>> picture(shot(), Look.FINDER, 48).shape
    (32, 48, 3)
    """
    height = max(1, round(width * shot.height_mm / shot.width_mm))
    whole = crop_view(shot, width, height, centre, width / part) if part < 1 else View(width, height, float(width))
    if look is Look.SCENE:
        return as_the_eye(as_it_is(shot, whole), white_of(shot.kind, shot.kelvin))
    if look is Look.PIXELS:
        pixels = crop_view(shot, width, height, centre)
        # what was put together has no mosaic left
        return finished(developed(frame(shot, pixels) if shot.joined else mosaic(shot, pixels), shot), shot)
    if shot.of_set and look is Look.FUSED:
        return fused(shot, whole)
    if shot.of_set:
        return as_the_eye(merged(shot, whole), (shot.white_k, shot.white_tint))
    raw = frame(shot, whole)
    if look is Look.RAW:
        shown, over, under = linear(raw, shot), lost_in_raw(raw), _in_the_noise(raw, shot)
    else:
        shown = finished(developed(raw, shot), shot)
        over, under = warned(shown, shot), blocked(shown, shot)
    return marked(shown, over, under) if marks else shown


def fused(shot: Shot, view: View) -> Bytes:
    """A set put together without measuring light: of each frame's file what is well exposed, sharp and coloured there.

    Exposure fusion [mertens2007], as OpenCV has it.

    >>> one = replace(shot(), of_set=(-1.0, 1.0))
    >>> fused(one, VIEW).shape
    (16, 24, 3)
    """
    files = []
    for k, stops in enumerate(shot.of_set):
        one = replace(exposed(shot, time_stops=-stops), of_set=(), joined=0.0, seed=shot.seed + k)
        files.append(developed(frame(one, view), one))
    return np.asarray(np.clip(cv2.createMergeMertens().process(files), 0, 1) * 255 + 0.5, np.uint8)


def _in_the_noise(raw: NDArray[np.float32], shot: Shot) -> NDArray[np.bool_]:
    """Where a pixel's green has less than one to one: nothing that a lift would bring back."""
    levels = np.linspace(0, 1, 257)
    snr = snr_pixel(shot.sensor, levels * shot.clip_e * 4**shot.joined, shot.gain_stops, shot.base_stops, shot.time_s)
    floor = levels[int(np.argmax(snr >= 1.0))]
    return np.asarray(cv2.blur(raw[..., 1], (5, 5)) < floor * 0.25)


def crop_view(shot: Shot, width: int, height: int, centre: Centre, frame_px: float = math.inf) -> View:
    """The part of the frame about a place, with the whole so many pixels across: as many as the body has at the most.

    >>> crop_view(shot(), 24, 16, (0.5, 0.5)).width
    24
    """
    across = round(min(shot.used_pixels, frame_px))
    down = round(across * shot.height_mm / shot.width_mm)
    width, height = min(width, across), min(height, down)
    left = min(max(0, round(centre[0] * across - width / 2)), across - width)
    top = min(max(0, round(centre[1] * down - height / 2)), down - height)
    return View(width, height, float(across), float(left), float(top))


def brightened(shot: Shot, stops: float) -> Shot:
    """The frame lifted afterwards by stops, so that two can be set side by side at one brightness.

    >>> brightened(shot(), 1.0).lift
    1.0
    """
    return replace(shot, lift=shot.lift + stops)


def lift_between(one: Shot, other: Shot) -> float:
    """Stops by which another frame is lifted so that its key tone lies where it does in the one.

    >>> lift_between(shot(), shot())
    0.0
    """
    return (
        math.log2(one.key_e / one.clip_e)
        + one.protection
        + one.lift
        - math.log2(other.key_e / other.clip_e)
        - other.protection
        - other.lift
    )


def as_jpeg(pixels: Bytes) -> bytes:
    """A JPEG of quality 95 that keeps its colour in full (4:4:4).

    >>> as_jpeg(np.zeros((8, 8, 3), np.uint8))[:2].hex()
    'ffd8'
    """
    options = [cv2.IMWRITE_JPEG_QUALITY, 95, cv2.IMWRITE_JPEG_SAMPLING_FACTOR, cv2.IMWRITE_JPEG_SAMPLING_FACTOR_444]
    done, data = cv2.imencode(".jpg", pixels[..., ::-1], options)
    if not done:
        raise ValueError("the picture could not be written as a JPEG")
    return data.tobytes()
