"""The file that is made of a raw frame: white, a tone curve, eight bits; and what a preview marks in it."""

from __future__ import annotations

import math
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.kept import kept
from craft.render.shot import Shot
from craft.render.strips import in_strips
from craft.stage.colour import Pixels
from craft.white.response import gains_of, to_screen, white_of
from craft.white.screen import LUMINANCE

Bytes = NDArray[np.uint8]

GREY = 0.18
"""Reflectance of the mid-tone, for the curve."""

STEEP, MIDDLE = 1.32, 0.62
"""A photographic shoulder, y = x^a/(x^a + m^a): a is its contrast, m where it bends; x is the light, the mid-tone at 0.36."""

MID = 0.384
"""What the curve makes of the mid-tone, whatever its contrast."""

HEADROOM = 0.55
"""Stops by which a file of usual contrast is full before its raw is (measured headrooms are 0.5 to 1); a flat one less, a steep one more."""

GAMMA = 1 / 1.5
"""What is left of the screen's own curve after the shoulder; together they put the mid-tone at about 118 of 255."""

NEARLY_WHITE, FADES = 250, 0.7
"""A colour fades to white as its brightest channel goes from this share of where the file is white up to there, as in finished files it does."""

FULL_RAW = 0.995
"""Share of the clip from which a channel of the raw counts as full."""


def balanced(raw: NDArray[Any], shot: Shot) -> NDArray[Any]:
    """What a file makes of a raw's numbers, (..., 3), before its curve: white as it is set, then the colours of a screen.

    A neutral tone under the light that white is set to keeps its brightness.

    >>> balanced(np.array((0.05, 0.1, 0.0667)), shot()).round(2).tolist()
    [0.1, 0.1, 0.1]
    """
    return np.asarray((raw * file_gains(shot)) @ to_screen().T)


def file_gains(shot: Shot) -> Pixels:
    """Gains of the white that a shot's file is set to.

    >>> file_gains(shot()).round(2).tolist()
    [2.0, 1.0, 1.5]
    """
    return np.asarray(gains_of(shot.white_k, shot.white_tint), np.float32)


@kept
def _curve(scale_stops: float, contrast: float, protection: float) -> Bytes:
    """The curve as a table over 65536 levels of the raw, brightened by stops from the clip to the mid-tone, which contrast leaves alone.

    Protection puts white so many stops higher and leaves the mid-tone and all below it as they are: its shoulder is as much gentler.
    """
    grey, steep = GREY * 2, STEEP * contrast
    x = np.linspace(0, 1, 65536) * 2**scale_stops * grey
    white = grey * 7.8 * 2 ** (-HEADROOM * contrast**2)
    if protection:
        # stops e over the mid-tone are drawn together to e/(1 + ke), which is e where they begin and comes to white that much later
        over = math.log2(white / grey)
        stops = np.log2(np.maximum(x / grey, 1))
        x = np.where(x > grey, grey * np.exp2(stops / (1 + protection / (over * (over + protection)) * stops)), x)
    # y = c u x^a/(1 + u x^a), with u and c such that the mid-tone comes to MID and `white` to 1
    u = (MID - (grey / white) ** steep) / ((1 - MID) * grey**steep)
    shoulder = (1 + 1 / (u * white**steep)) * u * x**steep / (1 + u * x**steep)
    return np.asarray(np.clip(shoulder, 0, 1) ** GAMMA * 255 + 0.5, np.uint8)


def curve(shot: Shot) -> Bytes:
    """The curve of a shot's file: what protection took from the sensor, what a merge holds more and what is lifted afterwards is given here.

    >>> int(curve(shot())[0]), int(curve(shot())[-1])
    (0, 255)
    """
    scale = shot.sensor.clip_above_grey_stops + shot.protection + shot.joined + shot.lift
    return _curve(round(scale, 4), shot.taste.contrast, shot.protection + shot.joined)


def developed(raw: Pixels, shot: Shot) -> Bytes:
    """The finished file, (h, w, 3).

    >>> developed(np.ones((2, 2, 3), np.float32), shot()).dtype.name
    'uint8'
    """
    # rows are gone through as one run of channels: the gains of a pixel, again and again, are as long as that
    table, gains, shape = curve(shot), np.tile(file_gains(shot), raw.shape[1]), (-1, *raw.shape[1:])
    matrix = to_screen().astype(np.float32)
    white = np.float32(max(int(np.argmax(table >= NEARLY_WHITE)), 1) / 65535)
    from_ = white * np.float32(FADES)

    def strip(raw: Pixels) -> Bytes:
        # a channel that is full in the raw is full in the file, however little white makes of it: else highlights turn grey
        levels = np.where(raw > FULL_RAW, np.float32(1), np.clip(raw * gains, 0, 1)).reshape(shape)
        coloured = np.clip(cv2.transform(levels, matrix), 0, 1)
        peak = _highest(coloured)
        fades = np.clip((peak - from_) * np.float32(1 / (white - from_)), 0, 1)
        coloured += (peak[..., None] - coloured) * (fades * fades)[..., None]
        return np.asarray(np.take(table, (coloured * 65535).astype(np.uint16)), np.uint8).reshape(raw.shape)

    file = in_strips(strip, raw.reshape(len(raw), -1)).reshape(raw.shape)
    return file if shot.taste.saturation == 1 else _coloured(file, shot.taste.saturation)


def _coloured(file: Bytes, saturation: float) -> Bytes:
    grey = (file @ LUMINANCE)[..., None]
    return np.asarray(np.clip(grey + (file - grey) * np.float32(saturation) + 0.5, 0, 255), np.uint8)


def finished(file: Bytes, shot: Shot) -> Bytes:
    """The file as it is kept: noise evened out, then edges sharpened, as much as the body is set to.

    >>> finished(np.full((2, 2, 3), 128, np.uint8), shot()).shape
    (2, 2, 3)
    """
    taste = shot.taste
    if taste.smoothing:
        file = np.asarray(cv2.bilateralFilter(file, 5, taste.smoothing, 1.2), np.uint8)
    if taste.sharpness:
        file = np.asarray(cv2.addWeighted(file, 1 + taste.sharpness, cv2.GaussianBlur(file, (0, 0), 0.9), -taste.sharpness, 0), np.uint8)
    return file


def linear(raw: Pixels, shot: Shot) -> Bytes:
    """The raw shown as it is: neutral white, no curve of its own but the screen's, from its clip down.

    >>> linear(np.zeros((1, 1, 3), np.float32), shot()).tolist()
    [[[0, 0, 0]]]
    """
    gains = gains_of(*white_of(shot.kind, shot.kelvin)).astype(np.float32)
    shown = np.clip(cv2.transform(np.minimum(raw * (gains / gains.min()), 1), to_screen().astype(np.float32)), 0, 1)
    return np.asarray(shown ** (1 / 2.2) * 255 + 0.5, np.uint8)


def as_the_eye(light: Pixels, white: tuple[float, float]) -> Bytes:
    """A scene as one who stands there sees it: every part at its own brightness, the eye used to the light there.

    white : temperature and tint that the eye is used to. Light is divided by the light about it (Reinhard et al. 2002, the local operator, with one size of surround).

    >>> as_the_eye(np.zeros((1, 1, 3), np.float32), (5500.0, 0.0)).tolist()
    [[[0, 0, 0]]]
    """
    seen = np.maximum(cv2.transform(light * gains_of(*white).astype(np.float32), to_screen().astype(np.float32)), 0)
    luminance = seen @ LUMINANCE
    height, width = luminance.shape
    small = cv2.resize(np.log(np.maximum(luminance, 1e-5)), (max(8, width // 8), max(8, height // 8)), interpolation=cv2.INTER_AREA)
    about = np.exp(cv2.resize(cv2.GaussianBlur(small, (0, 0), small.shape[1] * 0.06), (width, height)))
    adapted = np.maximum(about, 2e-3) ** np.float32(0.62)
    x = seen * (np.float32(0.36) / adapted)[..., None]
    return np.asarray(np.clip(x**STEEP / (x**STEEP + MIDDLE**STEEP) * 1.06, 0, 1) ** GAMMA * 255 + 0.5, np.uint8)


def _highest(picture: NDArray[Any]) -> NDArray[Any]:
    """The highest of the three channels at each place."""
    red, green, blue = cv2.split(picture)
    return np.asarray(cv2.max(cv2.max(red, green), blue))


def lost_in_raw(raw: Pixels) -> NDArray[np.bool_]:
    """Where a channel of the raw is at its clip: what was brighter there is gone.

    >>> lost_in_raw(np.array([[[1.0, 0.5, 0.5], [0.5, 0.5, 0.5]]], np.float32)).tolist()
    [[True, False]]
    """
    return np.asarray(_highest(raw) > FULL_RAW)


def warned(file: Bytes, shot: Shot) -> NDArray[np.bool_]:
    """Where a preview warns: a channel of the file reaches the level it is set to.

    >>> warned(np.array([[[255, 255, 255], [20, 20, 20]]], np.uint8), shot()).tolist()
    [[True, False]]
    """
    return np.asarray(_highest(file) >= shot.taste.warns_at)


def blocked(file: Bytes, shot: Shot) -> NDArray[np.bool_]:
    """Where a preview says a shadow is blocked: no channel of the file is over its level.

    >>> blocked(np.array([[[0, 0, 0], [90, 90, 90]]], np.uint8), shot()).tolist()
    [[True, False]]
    """
    return np.asarray(_highest(file) <= shot.taste.blocked_at)
