"""The light of a picture as bytes to be kept, and back: a PNG of finished levels, or one of sixteen bits that holds light in stops."""

from __future__ import annotations

from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.tones.own import OwnLight, of_levels

STOPS = 20.0
"""Light is kept from so many stops under the middle tone to so many over it, in 65,535 steps: a step is six ten-thousandths of a stop."""

FULL = 65535


def as_bytes(light: OwnLight, levels: NDArray[np.uint8] | None) -> bytes:
    """What is kept of a picture: levels (h, w, 3) where it is a finished one, else its light and, as a fourth channel, what is unsure of it."""
    if levels is not None:
        return packed(levels[..., ::-1])
    stops = np.clip((np.log2(light.pixels) / STOPS + 1) / 2, 0, 1)
    kept = np.dstack([stops, light.unsure[..., None]])
    return packed(np.asarray(kept * FULL + 0.5, np.uint16)[..., (2, 1, 0, 3)])


def packed(pixels: NDArray[Any]) -> bytes:
    """Pixels as a PNG.

    Raises
    ------
    ValueError : they could not be written.
    """
    done, data = cv2.imencode(".png", pixels)
    if not done:
        raise ValueError("the picture could not be written as a PNG")
    return data.tobytes()


def is_light(pixels: NDArray[Any], finished: bool) -> bool:
    """Whether these are the pixels of a picture's light as it is kept: levels of a finished one, else light and what is unsure of it."""
    kind = (pixels.dtype.name, pixels.shape[2:])
    return kind == (("uint8", (3,)) if finished else ("uint16", (4,)))


def from_bytes(data: bytes, name: str, title: str, error: float) -> tuple[OwnLight, NDArray[np.uint8] | None]:
    """The light that was kept, and the levels of a finished picture.

    Raises
    ------
    ValueError : these are not the bytes of a picture that was kept.

    >>> levels = np.full((16, 20, 3), 118, np.uint8)
    >>> light, kept = from_bytes(as_bytes(of_levels(levels), levels), "a", "A", 1.0)
    >>> light.pixels.shape, float(light.pixels.max().round(2)), bool((kept == levels).all())
    ((16, 20, 3), 1.0, True)
    """
    pixels = cv2.imdecode(np.frombuffer(data, np.uint8), cv2.IMREAD_UNCHANGED) if data else None
    if pixels is None or not any(is_light(pixels, finished) for finished in (True, False)):
        raise ValueError("this is not the light of a picture")
    if pixels.dtype == np.uint8:
        levels = np.ascontiguousarray(np.asarray(pixels, np.uint8)[..., ::-1])
        return of_levels(levels, name, title), levels
    share = np.asarray(pixels, np.float32) / FULL
    light = np.exp2((share[..., (2, 1, 0)] * 2 - 1) * np.float32(STOPS))
    return OwnLight(name, title, np.ascontiguousarray(light), np.ascontiguousarray(share[..., 3]), error), None
