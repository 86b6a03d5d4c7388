"""Frames of an even wall, in light that is steady or pulses, and of the inside of a cap, at the sensor's own pixels: what a sensor is measured by, of one whose figures are known."""

from __future__ import annotations

import zlib
from enum import StrEnum

import numpy as np
from numpy.typing import NDArray

from craft.optics.movement import pulses_hz
from craft.render.develop import Bytes
from craft.render.expose import lamp_over
from craft.render.shot import Shot
from craft.sensor.noise import saturation_e
from images.frame_files import BITS, BLACK

ACROSS = 512
"""Pixels of a side: all that is ever looked at of such a frame, and more."""
FALLS_OFF = 0.04
"""Share by which a wall is darker in the corners of what is kept."""
WHITE = 2**BITS - 1
OF_GREEN = np.array([[0.5, 1.0], [1.0, 0.66]])
"""What the four of a mosaic count of white daylight, of what green does (craft.white.response)."""


def read_variance_e2(shot: Shot) -> float:
    """Variance of a pixel without light, before it is counted: of reading, before and behind the gain, and of the dark current; electrons squared."""
    sensor, stops = shot.sensor, shot.gain_stops
    pre = sensor.read_noise_pre_e
    if (
        sensor.dual_gain_iso is not None
        and sensor.dual_gain_read_noise_e is not None
        and 100 * 2 ** (stops + 1 / 12) >= sensor.dual_gain_iso
    ):
        pre = sensor.dual_gain_read_noise_e
    post = sensor.read_noise_post_e * 2 ** (shot.base_stops - stops)
    return float(pre**2 + post**2 + sensor.dark_e_s * shot.time_s)


class Even(StrEnum):
    """What stands before a body instead of a scene."""

    WALL = "wall"
    LAMP = "lamp"
    CAP = "cap"


CALLED = {Even.WALL: "an even wall", Even.LAMP: "an even wall under a lamp that pulses", Even.CAP: "the cap is on"}


def even_counts(shot: Shot, body: str, before: Even, mains_hz: float) -> NDArray[np.uint16]:
    """Counts of an even wall that is metered as the scene is, or of none, (h, w): photons arrive as they do, each pixel answers a little otherwise, always alike.

    body: whose pixels they are; mains_hz: of the lamp, which pulses twice a period.
    """
    lots = np.random.default_rng(shot.seed)
    answers = 1 + shot.sensor.prnu * np.random.default_rng(zlib.crc32(body.encode())).standard_normal((ACROSS, ACROSS))
    away = (np.arange(ACROSS) / (ACROSS - 1) - 0.5) * 2
    falls = 1 - FALLS_OFF * (away[:, None] ** 2 + away[None, :] ** 2) / 2
    light = shot.key_e * np.tile(OF_GREEN, (ACROSS // 2, ACROSS // 2)) * falls * answers * (before is not Even.CAP)
    if before is Even.LAMP:
        light *= lamp_over((np.arange(ACROSS) + 0.5) / ACROSS, shot, pulses_hz(mains_hz))[:, None]
    electrons = lots.poisson(light) + lots.standard_normal((ACROSS, ACROSS)) * np.sqrt(read_variance_e2(shot))
    full = float(saturation_e(shot.sensor, shot.gain_stops, shot.base_stops))
    return np.asarray(np.clip(np.round(electrons / full * (WHITE - BLACK)) + BLACK, 0, WHITE), np.uint16)


def even_picture(shot: Shot, before: Even, width: int, mains_hz: float) -> Bytes:
    """The finished file of the same: one tone, or that and its bands."""
    high = round(width * 2 / 3)
    lines = lamp_over((np.arange(high) + 0.5) / high, shot, pulses_hz(mains_hz)) if before is Even.LAMP else np.ones(high)
    shares = np.minimum(1.0, lines * shot.key_e / shot.clip_e) * (before is not Even.CAP)
    tones = np.asarray(np.round(255 * shares ** (1 / 2.2)), np.uint8)
    return np.ascontiguousarray(np.broadcast_to(tones[:, None, None], (high, width, 3)))
