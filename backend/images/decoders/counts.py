"""The middle of a raw as counts, and the light of its lines: what a sensor is measured by. Nothing is developed."""

from __future__ import annotations

from typing import Any

import numpy as np
import rawpy
from numpy.typing import NDArray

from forms.problems import InputError
from images.counted import count
from images.decoders.figures import entries_of, figures_with, metadata_of
from images.told import METERED, metered_ev
from images.values import MOST_PIXELS, looked_at, refused, sized, unreadable

ACROSS = 256
"""Pixels along each side of a colour's crop: variance is known within half of a hundredth from two of them."""


LINES = 256
"""Parts from the first line to the last, of each of which the mean is told: forty bands are told in them."""


def counts_of(path: str) -> tuple[dict[str, Any], dict[str, NDArray[Any]]]:
    """Counts of the two greens in the middle of a raw, (2, n, n), the mean of green over black from the first line to the last, and what its file tells: iso, time_s, black,
    white, clipped (a share of all its greens), and metered_ev, the compensation of one that was metered.

    Raises
    ------
    InputError : it is no raw of red, green and blue, is not whole, tells no ISO, or is too small.
    """
    with looked_at(path) as data:
        count(data)
    metadata = metadata_of(path)
    told = figures_with(path, metadata)
    try:
        with rawpy.RawPy() as raw:
            raw.open_file(path)
            sized(raw.sizes.width, raw.sizes.height, MOST_PIXELS)
            raw.unpack()
            crop, lines, levels = _greens(raw)
    except InputError:
        raise
    except (rawpy.LibRawError, ValueError, OSError, NotImplementedError):
        raise unreadable() from None
    if not isinstance(told.get("iso"), float):
        raise refused("this raw does not tell its ISO")
    names: dict[str, Any] = {name: told[name] for name in ("iso", "time_s") if name in told}
    metered = None if metadata is None else metered_ev(entries_of(metadata, METERED))
    return {**names, **levels, "metered_ev": metered}, {"greens": crop, "lines": lines}


def _greens(raw: Any) -> tuple[NDArray[np.uint16], NDArray[np.float32], dict[str, float]]:
    counts, pattern = raw.raw_image_visible, raw.raw_pattern
    if pattern is None or pattern.shape != (2, 2) or counts is None or counts.ndim != 2:
        raise refused("the pattern of this raw is not read")
    colours = raw.color_desc.decode()
    places = [(row, column) for row in (0, 1) for column in (0, 1) if colours[int(pattern[row, column])] == "G"]
    high, wide = (size // 2 for size in counts.shape)
    if len(places) != 2 or min(high, wide) < ACROSS // 4:
        raise refused("this raw has not two greens of at least 64 pixels across")
    across = min(ACROSS, high, wide)
    top, left = (high - across) // 2, (wide - across) // 2
    planes = [counts[row::2, column::2][top : top + across, left : left + across] for row, column in places]
    black = float(np.mean([raw.black_level_per_channel[int(pattern[place])] for place in places]))
    white = float(raw.white_level)
    clipped = float(np.mean([(counts[row::2, column::2] >= white - 1).mean() for row, column in places]))
    levels = {"black": black, "white": white, "clipped": clipped}
    return np.asarray(np.stack(planes), np.uint16), _lines(counts, places) - np.float32(black), levels


def _lines(counts: NDArray[np.uint16], places: list[tuple[int, int]]) -> NDArray[np.float32]:
    """The mean of green in each of up to 256 parts of as many lines, from the first to the last."""
    means = np.mean([counts[row::2, column::2][: counts.shape[0] // 2].mean(axis=1) for row, column in places], axis=0)
    edges = np.linspace(0, len(means), min(LINES, len(means)) + 1).astype(int)
    return np.asarray(np.add.reduceat(means, edges[:-1]) / np.diff(edges), np.float32)
