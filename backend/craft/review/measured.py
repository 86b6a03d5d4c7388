"""What is measured in a frame's small picture: how bright and how warm it came out, and how much of it is full white."""

from __future__ import annotations

import math
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.review.cast import Balance
from craft.white.screen import LUMINANCE, decoded

Levels = NDArray[np.uint8]

SMALL_PX = 400
"""Pixels along the longer side of the small picture that is kept."""

MIDDLE, DARKEST = 0.18, 2.0**-9
"""Linear light of mid-grey in a finished file, and what is taken for the least of it."""

LEAST_TOLD = 0.2
"""Share of a frame that has to hold all three colours, for its balance to be told."""

UNDER = 0.7
"""Share of a frame, its darker part, of which its balance is told: what is full in one frame and just not in the next would move it."""

FULL = 253
"""Level of a finished file from which a pixel of its small picture counts as full white: JPEG rings about the edge of it."""

LINEAR = decoded(np.arange(256) / 255).astype(np.float32)
"""Light of each level of a finished file, white 1 (IEC 61966-2-1)."""


@dataclass(frozen=True, slots=True)
class Measured:
    """mean_stops: the mean of its stops, from mid-grey (Reinhard and others 2002); full: share at full white of red, green and blue; burnt: of any of them;
    balance: of its channels, None where it is too dark, or of too few colours, to have one."""

    mean_stops: float
    full: tuple[float, float, float]
    burnt: float
    balance: Balance | None = None


def measured(light: NDArray[np.float32], full: NDArray[np.bool_]) -> Measured:
    """What is measured in linear light, (h, w, 3), white 1, of which so much is full.

    >>> measured(np.full((2, 2, 3), 0.36, np.float32), np.zeros((2, 2, 3), bool)).mean_stops.__round__(3)
    1.0
    """
    mean = float(np.log2(np.maximum(light @ LUMINANCE, DARKEST)).mean()) - math.log2(MIDDLE)
    red, green, blue = (float(share) for share in full.reshape(-1, 3).mean(axis=0))
    some = full.any(axis=-1)
    bright = (light / np.maximum(light.mean(axis=(0, 1)), DARKEST)) @ LUMINANCE  # in a white of its own, so that white chooses no pixel
    return Measured(mean, (red, green, blue), float(some.mean()), _balance(light[~some & (bright <= np.quantile(bright, UNDER))]))


def _balance(light: NDArray[np.float32]) -> Balance | None:
    """The balance of what is neither bright nor black, (n, 3)."""
    told = light[light.min(axis=-1) > DARKEST]
    if len(told) <= LEAST_TOLD * len(light):
        return None
    red, green, blue = (float(stops) for stops in np.log2(told).mean(axis=0, dtype=np.float64))
    return Balance(red - green, blue - green)


def measured_file(levels: Levels) -> Measured:
    """The same of the levels of a finished file, (h, w, 3).

    >>> found = measured_file(np.array([[[255, 128, 0], [118, 118, 118]]], np.uint8))
    >>> found.full, found.burnt
    ((0.5, 0.0, 0.0), 0.5)
    """
    return measured(np.asarray(LINEAR[levels], np.float32), levels >= FULL)


def small_of(levels: Levels) -> Levels:
    """A picture made small, as it is kept.

    >>> small_of(np.zeros((600, 800, 3), np.uint8)).shape, small_of(np.zeros((3, 2, 3), np.uint8)).shape
    ((300, 400, 3), (3, 2, 3))
    """
    high, wide = levels.shape[:2]
    whole = next((k for k in range(max(wide, high) // (2 * SMALL_PX), 1, -1) if wide % k == 0 == high % k), 1)
    if whole > 1:  # by a whole number first, which is quicker
        levels = np.asarray(cv2.resize(levels, (wide // whole, high // whole), interpolation=cv2.INTER_AREA), np.uint8)
    times = min(1.0, SMALL_PX / max(wide, high))
    size = (max(1, round(wide * times)), max(1, round(high * times)))
    return np.asarray(cv2.resize(levels, size, interpolation=cv2.INTER_AREA), np.uint8)
