"""A grey patch with noise of a known signal to noise, pixel by pixel of the output."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.white.screen import encoded

MID = 0.18
"""A mid-tone, of white (ISO 2720: a grey card)."""


def patch(snr: float, below_stops: float, wide: int, high: int, seed: int = 1) -> NDArray[np.uint8]:
    """Grey values of a patch (high, wide), a mid-tone or so many stops below it; its deviation in linear light is its value over the signal to noise.

    >>> made = patch(40.0, 0.0, 64, 64)
    >>> made.shape, int(made.mean().round()) in (117, 118, 119)
    ((64, 64), True)
    """
    value = MID * 2**-below_stops
    light = value + np.random.default_rng(seed).normal(0.0, value / snr, (high, wide))
    return np.asarray(np.round(255 * encoded(np.clip(light, 0.0, 1.0))), np.uint8)


def png_of(values: NDArray[np.uint8]) -> bytes:
    """A patch as a PNG, its values as they are.

    >>> png_of(np.zeros((2, 2), np.uint8))[:4]
    b'\\x89PNG'
    """
    return bytes(cv2.imencode(".png", values)[1])
