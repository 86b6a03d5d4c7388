"""A frame as a line drawing: its cut-outs one pixel thin, for eyes that are kept used to the dark."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.render.compose import as_it_is, framing_of
from craft.render.rehearsal import small_view
from craft.render.shot import Shot
from craft.tones.boxes import boxes_of
from craft.white.response import brightness

STEP_STOPS = 0.9
"""A step of tone within one cut-out that is drawn as a line too."""

SPECK_PX = 14
"""Pixels of a line under which it is no shape."""


def lines_of(shot: Shot, width: int) -> NDArray[np.uint8]:
    """Where a frame has lines, (h, w) of 0 and 255: between its planes, and at steps of tone within them; whatever the light.

    >>> lines_of(shot(), 48).shape
    (32, 48)
    """
    view = small_view(shot, width)
    planes = np.zeros((view.height, view.width), np.int32)
    if shot.own is None:
        for k, box in enumerate(boxes_of(framing_of(shot, view), shot.tuning, 0), 1):
            solid = box.pixels[..., 3] > 0.5
            part = planes[box.top : box.top + solid.shape[0], box.left : box.left + solid.shape[1]]
            part[solid] = k
    stops = np.log2(np.maximum(cv2.GaussianBlur(as_it_is(shot, view), (3, 3), 0) @ brightness(), 2.0**-14))
    lines = np.zeros(planes.shape, np.uint8)
    for one, bar in ((planes.astype(np.float32), 0.5), (np.asarray(stops, np.float32), STEP_STOPS)):
        lines[:, 1:] |= np.abs(np.diff(one, axis=1)) > bar
        lines[1:] |= np.abs(np.diff(one, axis=0)) > bar
    number, parts, stats, _ = cv2.connectedComponentsWithStats(lines, connectivity=8)
    kept = stats[:, cv2.CC_STAT_AREA] >= SPECK_PX
    kept[0] = False
    return np.asarray(np.where(kept[parts], 255, 0) if number > 1 else lines, np.uint8)


def as_png(lines: NDArray[np.uint8]) -> bytes:
    """Lines as a PNG of nothing but where they are, so that the page gives them their colour.

    >>> as_png(np.zeros((2, 2), np.uint8))[:4]
    b'\\x89PNG'
    """
    clear = np.zeros((*lines.shape, 4), np.uint8)
    clear[..., 3] = lines
    return bytes(cv2.imencode(".png", clear)[1])
