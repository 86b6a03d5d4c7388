"""How sharp a frame came out: the blur of its edges, how much of that is a smear and along which way, and whether all of the frame has it.

Edges of a scene are as soft as what the camera added, or softer. So the edges that lie one way tell the blur across them, by the ratio of their slopes before and
after a known blur (Zhuo & Sim 2011, [zhuo2011]), and edges of all ways together tell a smear, which spares those along it, from a frame that is soft all round.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy.special import erf

from craft.review.measured import LINEAR, Levels
from craft.review.sharpness import LONGEST_PX, How, Sharpness, Smear

Floats = NDArray[np.float64]
Grey = NDArray[np.float32]

TILE_PX = 240
"""Side of a tile in which edges are looked at, in pixels of the file."""

CELLS = (4, 3)
"""Cells of a frame, across and up, in each of which one tile is looked at: where most of it is fine."""

FINER, COARSER = math.sqrt(1 + 1 / 3), math.sqrt(4 + 1 / 3)
"""Standard deviations of the two known blurs with that of the slope's own step of two pixels, in pixels of a level."""

RIDGE = 4
"""Pixels at the border of a tile that are not looked at."""

WAYS = 12
"""Ways of edges that are told apart, over half a turn."""

SHARPER, AMONG_OTHERS = 65.0, 75.0
"""Percentile of the edges of one way that stands for them: shadows and round things are softer of themselves, corners sharper; and of those of a large tile, where much is out of focus
beside what is sharp."""

LEAST_EDGES, FEW = 24, 0.25
"""Pixels of edges of one way under which they tell nothing, and their share of an even spread over all ways: what a smear leaves across it are corners."""

LEAST_WAYS, TOGETHER = 4, 0.66
"""Ways of edges that have to be there, and how nearly they may lie together (the length of the mean of their doubled ways, 0 all round, 1 one way): what lies along a smear is sharp
with it, as a picket fence is along its pickets."""

OVER_NOISE, LEAST_SLOPE, LEAST_WIDER = 6.0, 0.012, 0.008
"""Slope of an edge that counts: in standard deviations of the slopes of noise, and in shares of white to a pixel, through the finer and the coarser blur."""

SLOPE_OF_NOISE = 1 / math.sqrt(8 * math.pi)
"""Standard deviation of a slope after a blur of one pixel, of noise of 1 in each."""

NOISE = np.array([[1, -2, 1], [-2, 4, -2], [1, -2, 1]], np.float32)
"""What edges go through and noise does not (Immerkaer 1996, [immerkaer1996]); 6 is the root of its squares' sum."""

MEDIAN = 0.6745
"""Median of the size of a normal deviate, in its standard deviations."""

RESOLVED = 0.23
"""Logarithm of the ratio of slopes from which a level tells a blur well: finer ones see it only as a ramp."""

LEVELS, LEAST_PX = 5, 20
"""Levels, each half of the one before, and the side under which nothing is looked for in one."""

SOFTS = np.geomspace(0.35, 18.0, 30)
LINES = np.concatenate([[0.0], np.geomspace(1.5, 100.0, 30)])
TURNS = np.arange(24) * (math.pi / 24)
"""Softness and length of a smear in pixels of the file, and ways that it goes, which are tried."""

SMEARED = 2.2
"""How many times as long as the softness beside it a smear has to be: a line so long is as wide as six tenths of that."""

LIKELIER, SMEARED_WAYS = 0.4, 8
"""Share of the squares left by a frame that is soft all round that a smear may leave, to be told, and ways of edges that tell it: stripes of cloth are no smear."""

OF_CORNERS = 1.25
"""By how much lines come out short, since corners stand among the edges that they blur: measured on polygons thrown at random, 1.2 to 1.4."""


@dataclass(frozen=True, slots=True)
class Tile:
    """across: standard deviation of the blur across edges of each way, in pixels, not a number where none tell, (WAYS,); smear: None where none is told."""

    across: Floats
    smear: Smear | None

    @property
    def soft_px(self) -> float:
        """Standard deviation of the blur across the ways in which it is wide: three in four are no wider."""
        return float(np.nanpercentile(self.across, 75))

    @property
    def focus_px(self) -> float:
        """The same across the ways in which it is narrow, which a movement leaves as they were: what is out of focus is soft all round."""
        return float(np.nanpercentile(self.across, 25))

    def spared(self, smear: Smear) -> bool:
        """Whether edges that a smear would blur are there, and are not blurred."""
        turned = np.abs(np.cos(WAY_OF_EDGES - smear.way_rad))
        seen = self.across[(turned > CROSSING) & np.isfinite(self.across)]
        return len(seen) >= CROSSED and bool(np.max(seen) < SPARED * smear.sigma_px)


CROSSING, CROSSED, SPARED = 0.8, 3, 0.5
"""Cosine of the angle to a smear over which edges cross it, ways of them that have to be seen, and how wide their blur is at most against the smear."""

WAY_OF_EDGES = (np.arange(WAYS) + 0.5) * (math.pi / WAYS)


def noise_of(tile: Grey) -> float:
    """Standard deviation of noise in a tile, (h, w), by the median, which edges do not move.

    >>> round(noise_of(np.random.default_rng(1).normal(0.5, 0.02, (400, 400)).astype(np.float32)), 3)
    0.02
    """
    return float(np.median(np.abs(cv2.filter2D(tile, cv2.CV_32F, NOISE)[::2, ::2]))) / (6 * MEDIAN)


def _slopes(tile: Grey, sigma: float) -> tuple[Grey, Grey]:
    blurred = cv2.GaussianBlur(tile, (0, 0), sigma)
    right, up = (cv2.Sobel(blurred, cv2.CV_32F, x, 1 - x, scale=(-1, 1)[x] / 8) for x in (1, 0))
    return np.asarray(right), np.asarray(up)


def _edges(tile: Grey, sharper: float) -> tuple[Floats, Floats]:
    """Of edges of each way the logarithm of the ratio of slopes, and how much it weighs, 0 where too few tell, (WAYS,)."""
    right, up = _slopes(tile, 1.0)
    size = cv2.magnitude(right, up)
    size[:RIDGE], size[-RIDGE:], size[:, :RIDGE], size[:, -RIDGE:] = 0, 0, 0, 0
    rows, columns = np.nonzero(size > max(LEAST_SLOPE, OVER_NOISE * noise_of(tile) * SLOPE_OF_NOISE))
    way = np.arctan2(up[rows, columns], right[rows, columns]) % math.pi
    step = np.round(way / (math.pi / 4)).astype(np.intp) % 4
    x, y = np.array([1, 1, 0, -1])[step], np.array([0, -1, -1, -1])[step]
    steep = size[rows, columns]
    ridge = (steep >= size[rows + y, columns + x]) & (steep > size[rows - y, columns - x])
    rows, columns = rows[ridge], columns[ridge]
    wider = np.hypot(*(one[rows, columns] for one in _slopes(tile, 2.0)))
    plain = wider > LEAST_WIDER  # grains that a camera smoothed are no edges
    ratio = np.clip(steep[ridge][plain] / wider[plain], 1.0, COARSER / FINER)
    of = (way[ridge][plain] / (math.pi / WAYS)).astype(np.intp) % WAYS
    told, weighs = np.zeros(WAYS), np.zeros(WAYS)
    for k in range(WAYS):
        mine = ratio[of == k]
        if len(mine) >= max(LEAST_EDGES, FEW * len(ratio) / WAYS):
            told[k] = math.log(float(np.percentile(mine, sharper)))
            weighs[k] = min(1.0, len(mine) * WAYS / len(ratio))
    return told, weighs


@lru_cache(1)
def _curves() -> Floats:
    """Logarithm of the ratio that each blur gives for edges of each way at each level, (LEVELS, WAYS, softs, lines, turns): the slope of a step through a box and a
    Gaussian is erf(l / (2 sqrt(2) s)) / l."""
    level = 2.0 ** np.arange(LEVELS).reshape(-1, 1, 1, 1, 1)
    across = WAY_OF_EDGES.reshape(1, -1, 1, 1, 1)
    soft = SOFTS.reshape(-1, 1, 1) / level
    half = np.maximum(LINES.reshape(-1, 1) * np.abs(np.cos(across - TURNS)) / level, 1e-3) / (2 * math.sqrt(2))
    return np.asarray(np.log(erf(half / np.hypot(soft, FINER)) / erf(half / np.hypot(soft, COARSER))), np.float32)


def tile_of(tile: Grey, sharper: float = SHARPER) -> Tile | None:
    """The blur of a tile of light, (h, w), white 1; None where too few edges tell it.

    >>> star = np.zeros((300, 300), np.float32)
    >>> for turn in range(0, 360, 15):
    ...     box = cv2.boxPoints(((150 + 90 * math.cos(turn), 150 + 90 * math.sin(turn)), (50, 20), turn)).astype(np.int32)
    ...     _ = cv2.fillConvexPoly(star, box, 0.8)
    >>> tile_of(np.zeros((300, 300), np.float32)) is None, tile_of(star).soft_px < 0.4 < 1.8 < tile_of(cv2.GaussianBlur(star, (0, 0), 2)).soft_px < 2.2
    (True, True)
    """
    now: NDArray[Any] = tile
    told, weighs, at = np.zeros(WAYS), np.zeros(WAYS), np.zeros(WAYS, np.intp)
    for level in range(LEVELS):
        if min(now.shape) < LEAST_PX:
            break
        here, weight = _edges(now, sharper)
        taken = (weighs == 0) & (weight > 0) & ((here >= RESOLVED) | (level == LEVELS - 1) | (min(now.shape) < 2 * LEAST_PX))
        told[taken], weighs[taken], at[taken] = here[taken], weight[taken], level
        if (weighs > 0).all():
            break
        now = cv2.resize(now, None, fx=0.5, fy=0.5, interpolation=cv2.INTER_AREA)
    seen = weighs > 0
    if seen.sum() < LEAST_WAYS or abs(np.exp(2j * WAY_OF_EDGES[seen]).mean()) > TOGETHER:
        return None
    squared = np.exp(2 * told)
    across = 2.0**at * np.sqrt(np.maximum(0, COARSER**2 - squared * FINER**2) / np.maximum(squared - 1, 1e-6))
    across[weighs == 0] = np.nan
    return Tile(across, _smear(told, weighs, at))


def _smear(told: Floats, weighs: Floats, at: NDArray[np.intp]) -> Smear | None:
    """The smear that ratios of slopes, each seen at a level, tell plainly better than a blur that is alike all round; None where there is none."""
    if (weighs > 0).sum() < SMEARED_WAYS:
        return None
    curves = _curves()[at, np.arange(WAYS)]
    squares = np.einsum("w...,w->...", (curves - told.reshape(-1, 1, 1, 1)) ** 2, weighs)
    soft, line, turn = (int(k) for k in np.unravel_index(int(squares.argmin()), squares.shape))
    if LINES[line] < SMEARED * SOFTS[soft] or squares[soft, line, turn] > LIKELIER * squares[:, 0, 0].min():
        return None
    return Smear(min(LONGEST_PX, OF_CORNERS * float(LINES[line])), float(TURNS[turn]))


def _cells(long: int, side: int, most: int) -> list[tuple[int, int]]:
    """Where cells of a side begin and how far a tile may be moved within each, so that none lies over another's.

    >>> _cells(100, 20, 4), _cells(50, 20, 4)
    ([(0, 6), (25, 6), (50, 6), (75, 6)], [(0, 6), (25, 6)])
    """
    many = min(most, long // side)
    begins = [k * long // many for k in range(many + 1)]
    return [(one, end - side - one + 1) for one, end in pairwise(begins)]


def tiles_of(grey: Levels) -> list[tuple[int, int]]:
    """Left and top of the tiles that are looked at, of levels, (h, w), the one where most is fine first.

    >>> tiles_of(np.zeros((200, 300), np.uint8)), len(tiles_of(np.zeros((700, 900), np.uint8)))
    ([(30, 0)], 6)
    """
    high, wide = grey.shape
    if high < 2 * TILE_PX or wide < 2 * TILE_PX:
        return [(max(0, (wide - TILE_PX) // 2), max(0, (high - TILE_PX) // 2))]
    small = cv2.resize(grey, (wide // 4, high // 4), interpolation=cv2.INTER_AREA)
    side = TILE_PX // 4
    fine = cv2.boxFilter(np.abs(cv2.Laplacian(small, cv2.CV_32F)), -1, (side, side), anchor=(0, 0))
    found = []
    for top, rows in _cells(small.shape[0], side, CELLS[1]):
        for left, columns in _cells(small.shape[1], side, CELLS[0]):
            cell = fine[top : top + rows, left : left + columns]
            y, x = np.unravel_index(int(cell.argmax()), cell.shape)
            found.append((float(cell[y, x]), int(4 * (left + x)), int(4 * (top + y))))
    return [(left, top) for _, left, top in sorted(found, reverse=True)]


def sharpness_of(grey: Levels) -> tuple[Sharpness, tuple[int, int]]:
    """How sharp a frame came out, by its levels in grey, (h, w), and left and top of the tile where it is, in pixels; of the finest where none tells.

    >>> sharpness_of(np.full((200, 300), 128, np.uint8))
    (Sharpness(how=<How.UNSURE: 'unsure'>, soft_px=None, smear=None, wide=300, focus_px=None), (30, 0))
    """
    places = tiles_of(grey)
    told = _told(grey, places, TILE_PX, SHARPER) or _told(grey, places[:1], LARGER * TILE_PX, AMONG_OTHERS)
    wide = max(grey.shape)
    if not told:
        return Sharpness(How.UNSURE, None, None, wide), places[0]
    smear = _common(list(told.values()))
    spared = {place: tile for place, tile in told.items() if smear is not None and tile.spared(smear)}
    place = min(spared or told, key=lambda one: told[one].soft_px)
    soft, focus = told[place].soft_px, told[place].focus_px
    if smear is None:
        return Sharpness(How.NOTHING, soft, None, wide, focus), place
    return Sharpness(How.AROUND if spared or soft < PLAINLY * smear.sigma_px else How.ALL, soft, smear, wide, focus), place


LARGER = 3
"""How many times as large the tile about the finest place is, where no small one has edges enough: what is out of focus beside it may then be among them."""


def _told(grey: Levels, places: Sequence[tuple[int, int]], side: int, sharper: float) -> dict[tuple[int, int], Tile]:
    """Of the tiles at some places, as large as that about their middles, those that tell anything."""
    found = {}
    for left, top in places:
        x, y = (
            min(max(0, at + (TILE_PX - side) // 2), max(0, there - side)) for at, there in ((left, grey.shape[1]), (top, grey.shape[0]))
        )
        tile = tile_of(LINEAR[grey[y : y + side, x : x + side]], sharper)
        if tile is not None:
            found[left, top] = tile
    return found


PLAINLY = 0.3
"""How wide the blur of the sharpest tile is at most against a smear, where what is there was plainly followed."""

MOST, LEAST_TILES = 0.4, 3
"""Share of the tiles that are smeared alike where a frame is, but for spared ones, and their number: stripes and horizons make one or two look so."""


def _common(tiles: Sequence[Tile]) -> Smear | None:
    """The smear that most of a frame has, but for what is spared by it; None where it has none."""
    smears = [tile.smear for tile in tiles if tile.smear is not None]
    alike = max(([other for other in smears if one.like(other)] for one in smears), key=len, default=[])
    if len(alike) < LEAST_TILES:
        return None
    found = sorted(alike, key=lambda one: one.line_px)[len(alike) // 2]
    others = sum(not tile.spared(found) for tile in tiles)
    return found if len(alike) >= MOST * others else None
