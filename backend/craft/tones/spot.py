"""Where to point a spot: of all places of the frame the one whose reading forgives a hand that is a little off."""

from __future__ import annotations

import math
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.kept import kept
from craft.stage.colour import Pixels
from craft.tones.patterns import AIM, GUARD_MARGIN, MOST_PLACED, SPOT_SHARE
from craft.tones.readings import disc, pixel_at, spot_map
from craft.tones.tonemap import Named, Oval, ToneMap

PER_STOP = 3
"""Placements are dialled in thirds of a stop."""

ALIKE = 1 / 6
"""Errors that differ by less than half a third are as good as each other."""


LIKE_IT = 1.0
"""Stops by which a spot on a small thing may read otherwise than the thing and is still pointed at it."""

UNSURE = 0.01
"""Share of a spot that may be unsure: what a rounded edge leaves."""


@dataclass(frozen=True, slots=True)
class Pointed:
    """A place for a spot. x, y: shares of the frame; reads: stops from the key; placed: over the middle, as dialled.

    off: the most that the exposure is wrong when one points a little off; on: what is there, in words, or empty.
    """

    x: float
    y: float
    reads: float
    placed: float
    off: float
    on: str


def _about(tones: ToneMap, readings: Pixels) -> tuple[Pixels, Pixels]:
    """Lowest and highest reading within the error of pointing, for every place."""
    radius = max(1, round(AIM * tones.width))
    kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (2 * radius + 1, 2 * radius + 1))
    return np.asarray(cv2.erode(readings, kernel), np.float32), np.asarray(cv2.dilate(readings, kernel), np.float32)


def _known(tones: ToneMap) -> NDArray[np.bool_]:
    """Places at which a spot, pointed a little off, sees nothing of which the light is unsure."""
    if tones.unsure is None:
        return np.ones((tones.height, tones.width), bool)
    seen = cv2.filter2D(tones.unsure, -1, disc(tones.width, tones.height, SPOT_SHARE), borderType=cv2.BORDER_REPLICATE)
    return np.asarray(tones.framed(_about(tones, np.asarray(seen, np.float32))[1]) <= UNSURE)


def _thirds(stops: NDArray[np.float64]) -> NDArray[np.float64]:
    return np.floor(stops * PER_STOP + 0.5) / PER_STOP


@kept
def best_spot(tones: ToneMap, offset: float, holds: float) -> Pointed | None:
    """The place for a spot that gives this exposure most surely; of those alike, the one nearest the brightest tone that must hold.

    Every place of the frame is tried with every placement in thirds. offset : stops brighter than metered that are
    wanted; holds : the brightest tone that must hold, in stops from the key. None where no place can be dialled in.
    """
    readings = spot_map(tones)
    low, high = (np.asarray(tones.framed(one), np.float64) for one in _about(tones, readings))
    placed = _thirds((low + high) / 2 + offset)
    off = np.maximum(np.abs(placed - low - offset), np.abs(placed - high - offset))
    can = (np.abs(placed) <= MOST_PLACED) & _known(tones)
    if not can.any():
        return None
    framed = np.asarray(tones.framed(readings), np.float64)
    alike = np.where(can, np.floor(off / ALIKE), np.inf)
    rows, columns = np.nonzero(alike == alike.min())
    x, y = (columns + 0.5) / tones.width, (rows + 0.5) / tones.height
    first = np.lexsort((np.hypot(x - 0.5, y - 0.5), np.abs(framed[rows, columns] - holds)))[0]
    row, column, at = int(rows[first]), int(columns[first]), (float(x[first]), float(y[first]))
    return Pointed(*at, float(framed[row, column]), float(placed[row, column]), float(off[row, column]), named_at(tones, at))


@kept
def highlight_spot(tones: ToneMap, holds: float, room: float, where: Oval | None = None) -> Pointed | None:
    """The place for a spot on the brightest tone that must hold, placed as high over the middle as it still holds.

    Of all places that read as that tone, by a third of a stop, or else as nearly as any does, the one that forgives a hand that is a little
    off most. holds : that tone, in stops from the key; room : stops from the middle to where it would be lost; where : the thing that is so
    bright, which is pointed at if a spot on it reads anything like it. None where a picture is not sure of any place.

    >>> round(highlight_spot(tones(), 1.0, 2.9).placed, 2)
    2.0
    """
    readings = spot_map(tones)
    framed = np.asarray(tones.framed(readings), np.float64)
    low, high = (np.asarray(tones.framed(one), np.float64) for one in _about(tones, readings))
    known = _known(tones)
    if not known.any():
        return None
    away = np.where(known, np.abs(framed - holds), np.inf)
    on = known if where is None else known & (tones.framed(tones.inside(where)) > 0)
    if (away[on] <= LIKE_IT).any():
        away[~on] = np.inf
    rows, columns = np.nonzero(away <= max(1 / PER_STOP, float(away.min()) + 1e-9))
    off = np.maximum(high - framed, framed - low)[rows, columns]
    x, y = (columns + 0.5) / tones.width, (rows + 0.5) / tones.height
    first = np.lexsort((np.hypot(x - 0.5, y - 0.5), np.floor(off / ALIKE)))[0]
    at = float(x[first]), float(y[first])
    reads = float(framed[rows[first], columns[first]])
    placed = math.floor((room - GUARD_MARGIN - max(0.0, holds - reads)) * PER_STOP + 1e-9) / PER_STOP
    return Pointed(*at, reads, placed, float(off[first]), named_at(tones, at))


def off_at(tones: ToneMap, at: tuple[float, float], placed: float, offset: float) -> float:
    """The most that an exposure is wrong when the spot is held there, placed so, and a little off."""
    column, row = pixel_at(tones, at)
    return max(abs(placed - float(one[row, column]) - offset) for one in _about(tones, spot_map(tones)))


def named_at(tones: ToneMap, at: tuple[float, float]) -> str:
    """The named tone nearest to a place, "on" or "beside" it; empty where none is near."""

    def away(one: Named) -> float:
        return math.hypot(one.at.x - at[0], (one.at.y - at[1]) * tones.height / tones.width)

    nearest = min(tones.named, key=away, default=None)
    if nearest is None or away(nearest) > 0.12:
        return ""
    return f"{'on' if away(nearest) <= max(nearest.at.across, 0.02) else 'beside'} {nearest.name}"
