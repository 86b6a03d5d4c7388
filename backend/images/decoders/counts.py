"""The middle of a raw as counts: what a sensor is measured by. Nothing is developed."""

from __future__ import annotations

from typing import Any

import numpy as np
import rawpy
from numpy.typing import NDArray

from forms.problems import InputError
from images.counted import count
from images.decoders.figures import figures_in
from images.values import MOST_PIXELS, looked_at, refused, sized, unreadable

ACROSS = 256
"""Pixels along each side of a colour's crop: variance is known within half of a hundredth from two of them."""


def counts_of(path: str) -> tuple[dict[str, Any], dict[str, NDArray[Any]]]:
    """Counts of the two greens in the middle of a raw, (2, n, n), and what its file tells: iso, time_s, name, black, white.

    Raises
    ------
    InputError : it is no raw of red, green and blue, is not whole, tells no ISO, or is too small.
    """
    with looked_at(path) as data:
        count(data)
    told = figures_in(path)
    try:
        with rawpy.RawPy() as raw:
            raw.open_file(path)
            sized(raw.sizes.width, raw.sizes.height, MOST_PIXELS)
            raw.unpack()
            crop, black, white = _greens(raw)
    except InputError:
        raise
    except (rawpy.LibRawError, ValueError, OSError, NotImplementedError):
        raise unreadable() from None
    if not isinstance(told.get("iso"), float):
        raise refused("this raw does not tell its ISO")
    names: dict[str, Any] = {name: told[name] for name in ("iso", "time_s", "name") if name in told}
    return {**names, "black": black, "white": white}, {"greens": crop}


def _greens(raw: Any) -> tuple[NDArray[np.uint16], float, float]:
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
    return np.asarray(np.stack(planes), np.uint16), black, float(raw.white_level)
