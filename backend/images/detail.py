"""The piece of a frame that is kept pixel by pixel: where it is sharpest."""

from __future__ import annotations

import math

import cv2
import numpy as np

from craft.review.blur import TILE_PX, sharpness_of
from craft.review.measured import Levels
from images.values import Detail

DETAIL_PX = (400, 300)
"""Pixels across and down of the piece."""


def detail_of(levels: Levels, times: int = 1) -> Detail:
    """The piece of a frame where it is sharpest, and how sharp that is; times: pixels of the file to one of the levels.

    >>> found = detail_of(np.full((600, 800, 3), 118, np.uint8), 2)
    >>> found.how, found.soft_px, found.levels.shape, [round(share, 2) for share in found.place]
    ('unsure', None, (300, 400, 3), [0.0, 0.02, 0.5, 0.5])
    """
    high, wide = levels.shape[:2]
    found, (at_left, at_top) = sharpness_of(np.asarray(cv2.cvtColor(levels, cv2.COLOR_RGB2GRAY), np.uint8))
    across, down = (min(most, there) for most, there in zip(DETAIL_PX, (wide, high), strict=True))
    left, top = (
        min(max(0, at + (TILE_PX - side) // 2), there - side) for at, side, there in ((at_left, across, wide), (at_top, down, high))
    )
    smear = found.smear
    return Detail(
        levels[top : top + down, left : left + across],
        (left / wide, top / high, across / wide, down / high),
        times,
        found.how.value,
        None if found.soft_px is None else found.soft_px * times,
        None if found.focus_px is None else found.focus_px * times,
        None if smear is None else smear.line_px * times,
        None if smear is None else math.degrees(smear.way_rad),
    )
