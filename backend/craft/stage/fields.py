"""Fields: what varies over a picture, in stops or as a share. They are functions of place, drawn at any scale.

Places are in units of a stage: its usual frame is 960 wide and 640 high, counted from its upper left corner.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.kept import kept
from craft.stage.colour import Pixels


@dataclass(frozen=True, slots=True)
class Place:
    """Where a field is asked for: x as a row, y as a column, in units; step: units from one pixel to the next."""

    x: Pixels
    y: Pixels
    step: float

    @property
    def shape(self) -> tuple[int, int]:
        """Height and width in pixels."""
        return self.y.shape[0], self.x.shape[1]


@dataclass(frozen=True, slots=True)
class Field:
    """A figure at every place. Fields add, multiply and bound like numbers."""

    at: Callable[[Place], Pixels]

    def __add__(self, other: Field | float) -> Field:
        """The sum at each place."""
        that = field(other)
        return Field(lambda p: self.at(p) + that.at(p))

    def __radd__(self, other: float) -> Field:
        """The sum at each place."""
        return self + other

    def __mul__(self, other: Field | float) -> Field:
        """The product at each place."""
        that = field(other)
        return Field(lambda p: self.at(p) * that.at(p))

    def __rmul__(self, other: float) -> Field:
        """The product at each place."""
        return self * other

    def __neg__(self) -> Field:
        """The opposite at each place."""
        return self * -1.0

    def __sub__(self, other: Field | float) -> Field:
        """The difference at each place."""
        return self + -1.0 * other

    def clip(self, low: float, high: float) -> Field:
        """The figure, no less than low and no more than high."""
        return Field(lambda p: np.clip(self.at(p), low, high))


def field(value: Field | float) -> Field:
    """A field of one figure everywhere, or the field itself."""
    if isinstance(value, Field):
        return value
    return Field(lambda p: np.full((1, 1), value, np.float32))


def _smooth(share: Pixels) -> Pixels:
    return np.asarray(share * share * (3 - 2 * share), np.float32)


def fade(start: tuple[float, float], end: tuple[float, float], axis: str = "y") -> Field:
    """From one figure to another along an axis: start and end are (place, figure); level outside."""

    def at(p: Place) -> Pixels:
        along = p.y if axis == "y" else p.x
        share = np.clip((along - start[0]) / (end[0] - start[0]), 0, 1)
        return np.asarray(start[1] + (end[1] - start[1]) * _smooth(share), np.float32)

    return Field(at)


def glow(x: float, y: float, wide: float, high: float, stops: float) -> Field:
    """A soft glow about a place, falling to a third at its width and height."""
    return Field(
        lambda p: np.asarray(stops * np.exp(-(((p.x - x) / wide) ** 2)) * np.exp(-(((p.y - y) / high) ** 2)), np.float32),
    )


def halo(x: float, y: float, reach: float, stops: float, flat: float = 1.0) -> Field:
    """A glow with a peak, as about the sun or a lamp: it falls to a third at each reach; flat: how many times wider than high."""
    return Field(lambda p: np.asarray(stops * np.exp(-np.hypot((p.x - x) / flat, p.y - y) / reach), np.float32))


def beam(x: float, y: float, to_x: float, to_y: float, width: float, spread: float, stops: float) -> Field:
    """A shaft of light from a place towards another, widening by spread for each unit of its way."""
    length = float(np.hypot(to_x - x, to_y - y))
    ux, uy = (to_x - x) / length, (to_y - y) / length

    def at(p: Place) -> Pixels:
        along = (p.x - x) * ux + (p.y - y) * uy
        off = (p.x - x) * -uy + (p.y - y) * ux
        wide = width + np.maximum(along, 0) * spread
        return np.asarray(stops * np.exp(-((off / wide) ** 2)) * np.clip(along / 40, 0, 1) * np.exp(-along / (2.2 * length)), np.float32)

    return Field(at)


CELLS = 256
FINEST = 7
"""Octaves of grain at most: past them a cell is smaller than anything one looks closer at."""


@kept
def _texture(seed: int) -> Pixels:
    """A tile of smooth random figures of mean 0 and spread 1, that meets itself at its edges."""
    raw = np.random.default_rng(seed).standard_normal((CELLS, CELLS)).astype(np.float32)
    soft = cv2.GaussianBlur(cv2.copyMakeBorder(raw, 8, 8, 8, 8, cv2.BORDER_WRAP), (0, 0), 0.9)[8:-8, 8:-8]
    return np.asarray(soft / soft.std(), np.float32)


def _between(at: NDArray[np.float64]) -> tuple[NDArray[np.intp], NDArray[np.intp], Pixels]:
    """Of places along a tile: the cell each lies in, the next, and its share of the way there."""
    cell = np.floor(at)
    first = cell.astype(np.intp) % CELLS
    return first, (first + 1) % CELLS, np.asarray(at - cell, np.float32)


def _sample(p: Place, wide: float, high: float, seed: int) -> Pixels:
    """The tile laid side by side over all places, with cells of a width and height: row by row, then column by column."""
    tile = _texture(seed)
    above, below, down = _between(p.y[:, 0].astype(np.float64) / high)
    left, right, across = _between(p.x[0].astype(np.float64) / wide)
    rows = tile[above] + down[:, None] * (tile[below] - tile[above])
    along = rows.take(left, 1)
    return np.asarray(along + across * (rows.take(right, 1) - along), np.float32)


def grain(wide: float, high: float, amount: float, seed: int = 1) -> Field:
    """Grain that runs along a material: cells of this width and height, finer ones in them where one looks closer.

    Octaves of half the size and a little over half the strength are added down to about two pixels, so that a
    crop at a body's own pixels finds drawing and not a smear.
    """

    def at(p: Place) -> Pixels:
        total = np.zeros(p.shape, np.float32)
        strength, cell, k = 1.0, 1.0, 0
        while k == 0 or (k < FINEST and min(wide, high) * cell > 0.6 * p.step and max(wide, high) * cell > 2 * p.step):
            total += strength * _sample(p, wide * cell, high * cell, seed + 37 * k)
            strength, cell, k = strength * 0.55, cell / 2, k + 1
        return total * np.float32(amount)

    return Field(at)


def ripples(horizon: float, amount: float, seed: int, near: float = 640.0) -> Field:
    """Ripples on level water or sand: wide towards us, a fine weave towards the horizon."""

    def at(p: Place) -> Pixels:
        depth = np.clip((p.y - horizon) / (near - horizon), 0.004, 2)
        total = np.zeros(p.shape, np.float32)
        for k, (size, low, high) in enumerate(((0.9, 0.0, 0.16), (2.0, 0.06, 0.34), (4.4, 0.2, 0.66), (8.5, 0.45, 2.4))):
            share = np.clip(1 - np.abs(depth - (low + high) / 2) / ((high - low) / 2 + 0.1), 0, 1)
            rows = np.flatnonzero(share)
            if not rows.size:
                continue
            here = slice(rows[0], rows[-1] + 1)
            band = grain(size * 10, size * 0.95, 1.0, seed + 11 * k).at(Place(p.x, p.y[here], p.step))
            total[here] += np.asarray(band * share[here], np.float32)
        return total * np.float32(amount)

    return Field(at)


def boards(width: float, depth: float, lean: float = 0.0, seed: int = 3) -> Field:
    """Upright planks of a width, each its own shade, with a dark gap of `depth` stops between them."""

    def at(p: Place) -> Pixels:
        x = p.x + lean * np.sin(p.y / 90)
        nearest = np.abs(np.mod(x, width) - width / 2)
        gap = np.clip((nearest - width / 2 + 1.8) / 1.2, 0, 1) * -depth
        shade = _texture(seed)[7, np.mod(np.floor(x / width).astype(np.int64) * 13, CELLS)] * 0.16
        return np.asarray(gap + shade, np.float32)

    return Field(at)
