"""Blurs as the lens and the time draw them: discs, lines and the core of diffraction, on boxes of light."""

from __future__ import annotations

import math

import cv2
import numpy as np

from craft.kept import kept
from craft.stage.colour import Pixels

SMALL = 2.8
"""Radius in pixels over which a disc is drawn at a fraction of the scale: its edge is softer than a pixel by then."""

FINE = 6
"""Pixels of radius that a disc keeps where it is drawn at a fraction of the scale: less than a thirtieth of its light falls outside it."""

RIM = 0.25
"""How much brighter the edge of a disc is than its middle (an estimate: most lenses draw out-of-focus lights with a rim)."""

LEVEL = 0.35
"""Pixels of rise under which a streak is level."""

LONG = 48.0
"""Pixels of a streak over which it is drawn at a fraction of the scale."""


@kept
def disc(radius: float) -> Pixels:
    """The image of a point out of focus: a disc with a smooth edge and a rim, of sum 1 and side an odd number of pixels.

    >>> disc(2.0).shape, round(float(disc(2.0).sum()), 3)
    ((5, 5), 1.0)
    """
    n = math.ceil(radius) * 2 + 1
    y, x = np.mgrid[0:n, 0:n] - n // 2
    # each pixel's cover is the mean over 8 x 8 places in it, so that the disc's spread is exact for small ones too
    sub = (np.arange(8) + 0.5) / 8 - 0.5
    away = np.hypot(x[..., None, None] + sub[:, None], y[..., None, None] + sub) / radius
    cover = ((away <= 1) * (1 + RIM * away**6)).mean((2, 3)).astype(np.float32)
    return np.asarray(cover / cover.sum(), np.float32)


@kept
def streak(across: float, down: float) -> Pixels:
    """The image of a point that moves by so many pixels while the shutter is open: a line of sum 1.

    >>> across = streak(4.0, 0.0)
    >>> round(float(across.sum()), 3), int((across > 0.01).any(0).sum()) >= 4
    (1.0, True)
    """
    length = math.hypot(across, down)
    half = math.ceil(max(abs(across), abs(down)) / 2) + 1
    n = 2 * half + 1
    kernel = np.zeros((n, n), np.float64)
    steps = max(64, 8 * math.ceil(length))
    along = (np.arange(steps) + 0.5) / steps - 0.5
    x, y = half + along * across, half + along * down
    x0, y0 = np.floor(x).astype(int), np.floor(y).astype(int)
    for dx, dy in ((0, 0), (1, 0), (0, 1), (1, 1)):
        weight = np.where(dx, x - x0, 1 - (x - x0)) * np.where(dy, y - y0, 1 - (y - y0))
        np.add.at(kernel, (y0 + dy, x0 + dx), weight)
    return np.asarray(kernel / kernel.sum(), np.float32)


def _widened(pixels: Pixels, pad: int) -> Pixels:
    return np.asarray(cv2.copyMakeBorder(pixels, pad, pad, pad, pad, cv2.BORDER_CONSTANT), np.float32)


def _at_a_part(pixels: Pixels, part: int, kernel: Pixels, edge: int, pad: int = 0) -> tuple[Pixels, int]:
    """A box filtered at a whole fraction of its scale, wider by so many pixels of that on each side, and brought back; by how many it grew."""
    height, width = pixels.shape[:2]
    below, right = -height % part, -width % part
    whole = cv2.copyMakeBorder(pixels, 0, below, 0, right, edge) if below or right else pixels
    size = (whole.shape[1] // part, whole.shape[0] // part)
    small: Pixels = np.asarray(cv2.resize(whole, size, interpolation=cv2.INTER_AREA), np.float32)
    if pad:
        small = _widened(small, pad)
    small = np.asarray(cv2.filter2D(small, -1, kernel, borderType=edge), np.float32)
    grew = pad * part
    full = cv2.resize(small, (small.shape[1] * part, small.shape[0] * part), interpolation=cv2.INTER_LINEAR)
    return np.asarray(full[: height + 2 * grew, : width + 2 * grew], np.float32), grew


def defocused(pixels: Pixels, diameter: float) -> tuple[Pixels, int]:
    """A box out of focus by a disc of this diameter in pixels, and by how many pixels it grew on each side.

    >>> spread, grew = defocused(np.ones((4, 4, 4), np.float32), 6.0)
    >>> spread.shape, grew
    ((12, 12, 4), 4)
    """
    radius = diameter / 2
    if radius < 0.35:
        return pixels, 0
    pad = math.ceil(radius) + 1
    if radius <= SMALL:
        wide = _widened(pixels, pad)
        return np.asarray(cv2.filter2D(wide, -1, disc(round(radius, 1)), borderType=cv2.BORDER_CONSTANT), np.float32), pad
    part = max(2, int(radius // FINE))
    # shrinking and enlarging spread by themselves, as a disc of radius `part` does
    kernel = disc(round(math.sqrt(radius**2 - part**2) / part, 1))
    return _at_a_part(pixels, part, kernel, cv2.BORDER_CONSTANT, math.ceil(pad / part))


def smeared(pixels: Pixels, across: float, down: float, edge: int = cv2.BORDER_CONSTANT) -> tuple[Pixels, int]:
    """A box drawn out along a line of so many pixels, and by how many it grew on each side; a whole picture keeps its size.

    >>> drawn, grew = smeared(np.ones((4, 4, 4), np.float32), 5.0, 0.0)
    >>> drawn.shape, grew
    ((12, 12, 4), 4)
    """
    if math.hypot(across, down) < 0.7:
        return pixels, 0
    part = max(1, int(math.hypot(across, down) // LONG))
    kernel = streak(round(across / part, 1), round(down / part, 1))
    pad = part * (kernel.shape[0] // 2) if edge == cv2.BORDER_CONSTANT else 0
    wide = _widened(pixels, pad) if pad else pixels
    if part == 1 and abs(down) < LEVEL:  # one row is enough of a kernel
        middle = np.ascontiguousarray(kernel.sum(0))
        return np.asarray(cv2.sepFilter2D(wide, -1, middle, np.ones(1, np.float32), borderType=edge), np.float32), pad
    if part == 1:
        return np.asarray(cv2.filter2D(wide, -1, kernel, borderType=edge), np.float32), pad
    return _at_a_part(wide, part, kernel, edge)[0], pad


def softened(pixels: Pixels, sigma: float) -> Pixels:
    """A picture softened by a Gaussian of this spread in pixels.

    >>> softened(np.ones((4, 4, 3), np.float32), 1.0).mean().round(3).item()
    1.0
    """
    return pixels if sigma < 0.25 else np.asarray(cv2.GaussianBlur(pixels, (0, 0), sigma, borderType=cv2.BORDER_REPLICATE), np.float32)
