"""Photon transfer: what pairs of flat and dark raws tell of a sensor, in the terms of EMVA 1288 [emva1288].

Two frames of the same light differ by their noise alone. How that grows with the light is the gain; what is left without light is the read noise; where counts end is
the full well.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import nnls

from craft.errors import CraftError

Floats = NDArray[np.float64]
Counts = NDArray[np.uint16]

CLIPPED, UNEVEN, CHANGED = 0.001, 0.25, 0.03
"""Share of clipped pixels, spread of a flat's means over its parts, and change of light between two frames, past which a pair tells nothing true."""

PARTS = 4
"""Parts along each side of a crop, whose means are compared."""

DARK_SHARE, FULLEST = 0.004, 0.75
"""A frame whose mean lies within so little of black is dark; flats fuller than this are left out: counts bend before they end."""

LEAST_FLATS, LEAST_SPREAD = 3, 4.0
"""Pairs of flats at an ISO, and times by which the brightest is brighter than the darkest, under which its gain is not told."""

SURE_OF_TWO = 12.0
"""Chi-squared by which a second gain must fit better than one: chance alone does so once in four hundred."""

BETTER = 0.85
"""A second gain reads at least so much more quietly, or it is none worth naming."""


@dataclass(frozen=True, slots=True)
class Crop:
    """The middle of a raw: counts of its two greens, (2, h, w), the level of no light, and the one at which counts end."""

    counts: Counts
    iso: float
    black: float
    white: float

    @property
    def mean(self) -> float:
        """Its mean over black."""
        return float(self.counts.mean()) - self.black

    @property
    def is_dark(self) -> bool:
        """Whether hardly any light is in it."""
        return self.mean < DARK_SHARE * (self.white - self.black)


@dataclass(frozen=True, slots=True)
class Pair:
    """Two frames of one light: their mean over black, the variance of one of them in time, and of how many pixels."""

    iso: float
    mean: float
    variance: float
    pixels: int
    dark: bool
    room: float


def wrong_with(crop: Crop) -> str:
    """Why a frame tells nothing true of its sensor, in words; empty where it does.

    >>> flat = np.full((2, 64, 64), 4000, np.uint16)
    >>> wrong_with(Crop(flat, 100.0, 512.0, 16383.0)), wrong_with(Crop(np.full_like(flat, 16383), 100.0, 512.0, 16383.0))
    ('', 'it is clipped: give it less light')
    """
    if float((crop.counts >= crop.white - 1).mean()) > CLIPPED:
        return "it is clipped: give it less light"
    if crop.is_dark:
        return ""
    high, wide = (size // PARTS * PARTS for size in crop.counts.shape[1:])
    parts = crop.counts[:, :high, :wide].reshape(2, PARTS, high // PARTS, PARTS, wide // PARTS).mean(axis=(2, 4)) - crop.black
    spread = float(np.max(parts.max(axis=(1, 2)) / np.maximum(parts.min(axis=(1, 2)), 1e-9))) - 1
    return f"it is not even: its parts differ by {100 * spread:.0f} %; an even wall or sky, out of focus, is" if spread > UNEVEN else ""


def pair_of(one: Crop, other: Crop) -> Pair:
    """What two frames of one light tell.

    Raises
    ------
    CraftError : they are of two sensors, ISOs or lights, or one of them tells nothing true.

    >>> lots = np.random.default_rng(1)
    >>> crops = [Crop(lots.poisson(1000, (2, 64, 64)).astype(np.uint16) + 100, 100.0, 100.0, 16383.0) for _ in range(2)]
    >>> round(pair_of(*crops).mean, -1), round(pair_of(*crops).variance, -2)
    (1000.0, 1000.0)
    """
    for crop in (one, other):
        if why := wrong_with(crop):
            raise CraftError(why)
    if one.iso != other.iso or one.counts.shape != other.counts.shape or (one.black, one.white) != (other.black, other.white):
        raise CraftError("the two are not of one body at one ISO")
    if one.is_dark != other.is_dark or (not one.is_dark and abs(one.mean - other.mean) > CHANGED * max(one.mean, other.mean)):
        raise CraftError("the light changed between the two: take them one right after the other")
    apart = one.counts.astype(np.float64) - other.counts
    apart -= apart.mean(axis=(1, 2), keepdims=True)
    mean = (one.mean + other.mean) / 2
    return Pair(one.iso, mean, float((apart * apart).mean()) / 2, one.counts.size, one.is_dark, one.white - one.black)


@dataclass(frozen=True, slots=True)
class AtIso:
    """What the pairs of one ISO tell; what lacks, in words, and nothing else where they do not suffice. gain: counts for an electron, and its standard error; read_e: read noise in
    electrons, without that of counting, and its standard error; full_e: electrons at which counts end."""

    iso: float
    flats: int
    darks: int
    lacks: str = ""
    gain: float = 0.0
    gain_off: float = 0.0
    read_e: float = 0.0
    read_off: float = 0.0
    full_e: float = 0.0

    @property
    def range_stops(self) -> float | None:
        """From the read noise to where counts end; None where they are not told."""
        return None if self.lacks else math.log2(self.full_e / self.read_e)


def _lacking(flats: Sequence[Pair], darks: Sequence[Pair]) -> str:
    if not darks:
        return "a pair of dark frames: cap on, shortest time"
    if len(flats) < LEAST_FLATS:
        more = LEAST_FLATS - len(flats)
        return f"{more} more {'pair' if more == 1 else 'pairs'} of even frames, each in another light, none over three quarters full"
    means = [pair.mean for pair in flats]
    if max(means) < LEAST_SPREAD * min(means):
        return "a pair of even frames in much more light, or much less"
    return ""


def transferred(pairs: Sequence[Pair]) -> AtIso:
    """What pairs of one ISO tell: the gain as the slope of variance over mean, weighted by how well each is known.

    >>> lots = np.random.default_rng(2)
    >>> def shot(light): return [Crop((lots.poisson(light, (2, 128, 128)) * 0.5 + lots.normal(512, 2.0, (2, 128, 128))).round().astype(np.uint16), 100.0, 512.0, 16383.0) for _ in range(2)]
    >>> found = transferred([pair_of(*shot(light)) for light in (0, 800, 3000, 9000)])
    >>> round(found.gain, 2), round(found.read_e, 1)
    (0.5, 4.0)
    """
    flats = [pair for pair in pairs if not pair.dark and pair.mean <= FULLEST * pair.room]
    darks = [pair for pair in pairs if pair.dark]
    iso = pairs[0].iso
    if lacks := _lacking(flats, darks):
        return AtIso(iso, len(flats), len(darks), lacks)
    dark = float(np.mean([pair.variance for pair in darks]))
    dark_off = dark * math.sqrt(2 / sum(pair.pixels for pair in darks))
    x = np.array([pair.mean for pair in flats])
    y = np.array([pair.variance for pair in flats]) - dark
    off = np.array([pair.variance * math.sqrt(2 / pair.pixels) for pair in flats])
    weight = 1 / off**2
    gain = float((weight * x * y).sum() / (weight * x * x).sum())
    gain_off = float(math.sqrt(1 / (weight * x * x).sum()))
    read = math.sqrt(max(dark - 1 / 12, 1e-6)) / gain
    return AtIso(
        iso, len(flats), len(darks), "", gain, gain_off, read, read * (dark_off / (2 * dark) + gain_off / gain), pairs[0].room / gain
    )


@dataclass(frozen=True, slots=True)
class Measured:
    """A sensor as `craft.kit.body.Sensor` has it, with the standard errors of its figures by name; isos: that it follows from."""

    full_well_e: float
    read_noise_pre_e: float
    read_noise_post_e: float
    dual_gain_iso: float | None
    dual_gain_read_noise_e: float | None
    off: Mapping[str, float]
    isos: tuple[float, ...]


def _fitted(isos: Floats, read: Floats, off: Floats, base: float, second: NDArray[np.bool_]) -> tuple[Floats, float]:
    """Squares of read noise before, after and, from the second gain on, before the gain stage, none negative; and how badly they fit, as chi-squared."""
    columns = np.column_stack([~second, (base / isos) ** 2, second]).astype(np.float64)
    spread = 2 * read * off
    found, rest = nnls(columns / spread[:, None], read**2 / spread)
    return found, float(rest**2)


def sensor_of(told: Sequence[AtIso]) -> Measured | None:
    """The sensor that several ISOs tell of: full well at the lowest, read noise before and after the gain stage, and where a second gain begins; None while no ISO is told.

    >>> rows = [AtIso(iso, 4, 1, "", 1.0, 0.005, math.hypot(2.0, 3.0 * 100 / iso), 0.02, 60000 * 100 / iso) for iso in (100.0, 200.0, 400.0, 800.0)]
    >>> found = sensor_of(rows)
    >>> round(found.full_well_e), round(found.read_noise_pre_e, 2), round(found.read_noise_post_e, 2), found.dual_gain_iso
    (60000, 2.0, 3.0, None)
    """
    rows = sorted((row for row in told if not row.lacks), key=lambda row: row.iso)
    if not rows:
        return None
    isos, read, off = (np.array([getattr(row, name) for row in rows]) for name in ("iso", "read_e", "read_off"))
    base, full = rows[0].iso, rows[0].full_e
    one, badly = _fitted(isos, read, off, base, np.zeros(len(rows), bool))
    best: tuple[float | None, Floats, float] = (None, one, badly)
    for split in range(1, len(rows) if len(rows) > 3 else 1):
        found, rest = _fitted(isos, read, off, base, isos >= isos[split])
        if rest < best[2] - SURE_OF_TWO and found[2] < BETTER**2 * max(found[0], 1e-9):
            best = (float(isos[split]), found, rest)
    iso, squares, _ = best
    pre, post, second = np.sqrt(squares).tolist()
    errors = {"full_well_e": full * rows[0].gain_off / rows[0].gain, "read_noise_pre_e": float(off[-1 if iso is None else 0])}
    return Measured(full, pre, post, iso, None if iso is None else second, errors, tuple(isos.tolist()))
