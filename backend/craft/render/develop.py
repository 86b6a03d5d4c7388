"""The file that is made of a raw frame: white, a tone curve, eight bits; and what a preview marks in it."""

from __future__ import annotations

from functools import lru_cache

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.render.shot import Shot
from craft.stage.colour import LUMINANCE, Pixels, light_rgb

Bytes = NDArray[np.uint8]

GREY = 0.18
"""Reflectance of the mid-tone, for the curve."""

STEEP, MIDDLE = 1.32, 0.62
"""The curve: y = x^a/(x^a + m^a), x the light over twice a mid-grey of 0.18; a is its contrast, m where it bends (a photographic shoulder)."""

FULL = 1.17
"""The curve is full before the raw is: a finished file keeps half to a whole stop less than its raw (measured headrooms of 0.5 to 1)."""

GAMMA = 1 / 1.5
"""What is left of the screen's own curve after the shoulder; together they put the mid-tone at about 118 of 255."""

FULL_RAW = 0.995
"""Share of the clip from which a channel of the raw counts as full."""

WARNS_AT = 250
"""A preview warns of places where a channel of the file reaches this, of 255."""

BLOCKED_AT = 6
"""And a shadow is blocked in the file where no channel is over this."""


def file_gains(kelvin: float) -> Pixels:
    """Gains of white that leave a neutral tone as bright as it was.

    >>> float(LUMINANCE @ (file_gains(3200) * np.array(light_rgb(3200)))).__round__(4)
    1.0
    """
    gains = white_gains(kelvin)
    return np.asarray(gains / np.float32(LUMINANCE @ (gains * np.array(light_rgb(kelvin), np.float32))), np.float32)


@lru_cache(maxsize=64)
def _curve(scale_stops: float) -> Bytes:
    """The curve as a table over 65536 levels of the raw, brightened by stops from the clip to the mid-tone."""
    x = np.linspace(0, 1, 65536) * 2**scale_stops * GREY * 2
    shoulder = x**STEEP / (x**STEEP + MIDDLE**STEEP) * FULL
    return np.asarray(np.clip(shoulder, 0, 1) ** GAMMA * 255 + 0.5, np.uint8)


def white_gains(kelvin: float) -> Pixels:
    """What each channel is multiplied by so that a neutral surface under this light comes out grey: green stays.

    >>> white_gains(6504).round(2).tolist()
    [1.0, 1.0, 1.0]
    """
    rgb = np.array(light_rgb(kelvin), np.float32)
    return np.asarray(rgb[1] / rgb, np.float32)


def curve(shot: Shot) -> Bytes:
    """The curve of a shot's file: what protection took from the sensor and what is lifted afterwards is given here."""
    return _curve(round(shot.sensor.clip_above_grey_stops + shot.protection + shot.lift, 4))


def developed(raw: Pixels, shot: Shot) -> Bytes:
    """The finished file, (h, w, 3)."""
    table = curve(shot)
    # a channel that is full in the raw is full in the file, however little white makes of it: else highlights turn grey
    levels = np.where(raw > FULL_RAW, np.float32(1), np.clip(raw * file_gains(shot.white_k), 0, 1))
    return np.asarray(table[(levels * 65535).astype(np.uint16)], np.uint8)


def linear(raw: Pixels, shot: Shot) -> Bytes:
    """The raw shown as it is: neutral white, no curve of its own but the screen's, from its clip down."""
    gains = white_gains(shot.kelvin)
    return np.asarray(np.clip(raw * gains / gains.max(), 0, 1) ** (1 / 2.2) * 255 + 0.5, np.uint8)


def as_the_eye(light: Pixels, kelvin: float) -> Bytes:
    """A scene as one who stands there sees it: every part at its own brightness, the eye used to the light there.

    Light is divided by the light about it (Reinhard et al. 2002, the local operator, with one size of surround).
    """
    white = light * white_gains(kelvin)
    luminance = white @ LUMINANCE
    height, width = luminance.shape
    small = cv2.resize(np.log(np.maximum(luminance, 1e-5)), (max(8, width // 8), max(8, height // 8)), interpolation=cv2.INTER_AREA)
    about = np.exp(cv2.resize(cv2.GaussianBlur(small, (0, 0), small.shape[1] * 0.06), (width, height)))
    adapted = np.maximum(about, 2e-3) ** np.float32(0.62)
    x = white * (np.float32(0.36) / adapted)[..., None]
    return np.asarray(np.clip(x**STEEP / (x**STEEP + MIDDLE**STEEP) * 1.06, 0, 1) ** GAMMA * 255 + 0.5, np.uint8)


def lost_in_raw(raw: Pixels) -> NDArray[np.bool_]:
    """Where a channel of the raw is at its clip: what was brighter there is gone."""
    return np.asarray((raw > FULL_RAW).any(-1))


def warned(file: Bytes) -> NDArray[np.bool_]:
    """Where a preview warns."""
    return np.asarray((file >= WARNS_AT).any(-1))


def blocked(file: Bytes) -> NDArray[np.bool_]:
    """Where a shadow has nothing left in the file."""
    return np.asarray((file <= BLOCKED_AT).all(-1))
