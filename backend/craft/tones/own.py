"""A map of tones from a picture of one's own: its finished levels led back to light by a usual curve."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.stage.colour import LUMINANCE, Pixels
from craft.tones.tonemap import ACROSS, MARGIN, Named, Oval, ToneMap

MID_LEVEL = 118.0
"""Level of 255 at which a finished file has the middle tone (a metered grey of 18 % through IEC 61966-2-1)."""

CONTRAST = 1.35
"""How much steeper than the screen's own curve a usual finished file is about its middle (an estimate; bodies differ by a stop at the ends)."""

FULL, EMPTY = 250, 5
"""Levels from which a channel may have been brighter, and to which a pixel may have been darker, than it shows."""

EITHER_WAY = 1.0
"""Stops by which a tone led back from a finished file may be wrong."""

QUANTILES: tuple[tuple[str, float], ...] = (("brightest 1%", 0.99), ("middle", 0.5), ("darkest 5%", 0.05))
"""Tones that any picture has."""


def linear(levels: NDArray[np.uint8]) -> Pixels:
    """Light of finished levels, the middle tone 1, (h, w, 3): the screen's curve undone, then a usual curve's steepness.

    >>> linear(np.full((1, 1, 3), 118, np.uint8)).round(2).ravel().tolist()
    [1.0, 1.0, 1.0]
    """
    share = np.arange(256) / 255
    screen = np.where(share <= 0.04045, share / 12.92, ((share + 0.055) / 1.055) ** 2.4)
    middle = ((MID_LEVEL / 255 + 0.055) / 1.055) ** 2.4
    table = np.maximum(screen / middle, 2.0**-12) ** (1 / CONTRAST)
    return np.asarray(table[levels], np.float32)


def map_of_picture(levels: NDArray[np.uint8], size: float) -> tuple[ToneMap, float]:
    """The map of a finished picture, (h, w, 3) of 8 bits, and the share of it that is at its white: lower bounds.

    size : height of the subject as a share of the frame's; it is taken to be in the middle.

    Tones are right within `EITHER_WAY`. What lies about the frame is not known: its edges are taken to go on.
    """
    height, width = levels.shape[:2]
    high = max(8, round(ACROSS * height / width))
    light = cv2.resize(linear(levels), (ACROSS, high), interpolation=cv2.INTER_AREA)
    light = np.asarray(cv2.copyMakeBorder(light, MARGIN, MARGIN, MARGIN, MARGIN, cv2.BORDER_REFLECT_101), np.float32)
    white = cv2.resize((levels.max(-1) >= FULL).astype(np.float32), (ACROSS, high), interpolation=cv2.INTER_AREA)
    unsure = np.asarray(cv2.copyMakeBorder(white, MARGIN, MARGIN, MARGIN, MARGIN, cv2.BORDER_REFLECT_101), np.float32)
    luminance = np.maximum(light @ LUMINANCE, np.float32(2.0**-20))
    half = min(0.45, max(size / 2, 0.05))
    subject = Oval(0.5, 0.5, half * 0.6 * height / width, half)
    blank = ToneMap(luminance, light.max(-1), np.zeros_like(luminance), MARGIN, subject)
    named = tuple(_named(blank, name, quantile) for name, quantile in QUANTILES)
    drawn = ToneMap(luminance, blank.highest, blank.inside(subject), MARGIN, subject, named, unsure=unsure)
    return drawn, float((levels.max(-1) >= FULL).mean())


def _named(tones: ToneMap, name: str, quantile: float) -> Named:
    """The tone that so much of the picture is no brighter than, and a place that has it."""
    stops = np.log2(cv2.blur(tones.framed(tones.luminance), (3, 3)))
    wanted = float(np.quantile(np.log2(tones.framed(tones.luminance)), quantile))
    row, column = np.unravel_index(int(np.argmin(np.abs(stops - wanted))), stops.shape)
    return Named(name, Oval((column + 0.5) / tones.width, (row + 0.5) / tones.height, 0.02, 0.03), wanted, False)
