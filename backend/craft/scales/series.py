"""The three dials as exact powers of two, and the labels printed for them.

Positions are integers in steps of a whole, half or third of a stop (``per_stop`` 1, 2, 3):

======== ===================== =========================== ==============
dial     stops                 exact value                 larger position
======== ===================== =========================== ==============
TIME     x = -log2(t)          t = 2^(-x) s                shorter
APERTURE n = 2 log2(N)         N = 2^(n/2)                 smaller opening
ISO      s = log2(ISO/100)     ISO = 100 * 2^s             brighter
======== ===================== =========================== ==============

The exact series is that of [iso2720] and ISO 3:1973 (preferred numbers); the printed labels
are rounded by custom and are only ever looked up, never computed with.
"""

from __future__ import annotations

import math
from enum import Enum
from functools import cache, lru_cache

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]

MATCH_STOPS = 1 / 12
"""A value this close to a step is that step (a quarter of the finest step in use)."""

STEPS_PER_STOP = (1, 2, 3)


class Dial(Enum):
    """The three dials of the exposure."""

    TIME = "shutter_s"
    APERTURE = "aperture"
    ISO = "iso"


_THIRDS_SHORT = (
    "1 1.25 1.6667 2 2.5 3.3333 4 5 6 8 10 13 15 20 25 30 40 50 60 80 100 125 160 200 250 320 400 500 "
    "640 800 1000 1250 1600 2000 2500 3200 4000 5000 6400 8000 10000 12800 16000 20000 25600 32000 "
    "40000 51200 64000"
)
_THIRDS_LONG = (
    "1.3 1.6 2 2.5 3.2 4 5 6 8 10 13 15 20 25 30 40 50 60 80 100 125 160 200 250 320 400 500 640 800 1000 1250 1600 2000 2500 3200 4000"
)
_HALVES_SHORT = (
    "1 1.4286 2 3 4 6 8 10 15 20 30 45 60 90 125 180 250 350 500 750 1000 1500 2000 3000 4000 6000 8000 12000 16000 24000 32000 48000 64000"
)
_HALVES_LONG = "1.5 2 3 4 6 8 10 15 20 30 45 60 90 125 180 250 350 500 700 1000 1400 2000 2800 4000"
_THIRDS_APERTURE = (
    "0.7 0.8 0.9 1 1.1 1.3 1.4 1.6 1.8 2 2.2 2.5 2.8 3.2 3.5 4 4.5 5 5.6 6.3 7.1 8 9 10 11 13 14 16 "
    "18 20 22 25 29 32 36 40 45 51 57 64 72 80 90"
)
_HALVES_APERTURE = "0.7 0.8 1 1.2 1.4 1.7 2 2.4 2.8 3.3 4 4.8 5.6 6.7 8 9.5 11 13 16 19 22 27 32 38 45 54 64 76 90"
_THIRDS_ISO = (
    "6 8 10 12 16 20 25 32 40 50 64 80 100 125 160 200 250 320 400 500 640 800 1000 1250 1600 2000 "
    "2500 3200 4000 5000 6400 8000 10000 12800 16000 20000 25600 32000 40000 51200 64000 80000 102400 "
    "128000 160000 204800 256000 320000 409600 512000 640000 819200"
)
_HALVES_ISO = (
    "6 9 12 18 25 35 50 70 100 140 200 280 400 560 800 1100 1600 2200 3200 4500 6400 9000 12800 18000 "
    "25600 36000 51200 72000 102400 144000 204800 288000 409600 576000 819200"
)


AS_PRINTED = 5e-3
"""A printed value may be given to three figures: 0.0333 means 1/30."""


def _numbers(text: str) -> list[float]:
    return [float(word) for word in text.split()]


def _times(short: str, long: str) -> dict[int, float]:
    fractions = {0.6: 1.6667, 0.3: 3.3333, 0.7: 1.4286}
    back = {denominator: seconds for seconds, denominator in fractions.items()}
    table = {k: back.get(d, 1 / d) for k, d in enumerate(_numbers(short))}
    return table | {-1 - k: seconds for k, seconds in enumerate(_numbers(long))}


@cache
def printed_table(dial: Dial, per_stop: int) -> dict[int, float]:
    """Position -> the number printed for it on this series.

    >>> printed_table(Dial.TIME, 3)[24], printed_table(Dial.APERTURE, 3)[15]
    (0.004, 5.6)
    """
    if per_stop == 1:
        return {k // 3: v for k, v in printed_table(dial, 3).items() if k % 3 == 0}
    thirds = per_stop == 3
    if dial is Dial.TIME:
        return _times(_THIRDS_SHORT, _THIRDS_LONG) if thirds else _times(_HALVES_SHORT, _HALVES_LONG)
    if dial is Dial.APERTURE:
        words, first = (_THIRDS_APERTURE, -3) if thirds else (_HALVES_APERTURE, -2)
    else:
        words, first = (_THIRDS_ISO, -12) if thirds else (_HALVES_ISO, -8)
    return {first + k: value for k, value in enumerate(_numbers(words))}


def stops_of(dial: Dial, value: float) -> float:
    """Stops of a value: -log2 t, 2 log2 N or log2(ISO/100). Arrays are not needed here.

    >>> stops_of(Dial.APERTURE, 4.0), stops_of(Dial.TIME, 0.25), stops_of(Dial.ISO, 800)
    (4.0, 2.0, 3.0)
    """
    if dial is Dial.TIME:
        return -math.log2(value)
    return 2 * math.log2(value) if dial is Dial.APERTURE else math.log2(value / 100)


def value_of(dial: Dial, stops: Floats | float) -> Floats:
    """Exact values of stops, any shape: seconds, f-numbers or ISO.

    >>> value_of(Dial.ISO, np.array([0.0, 5.0])).tolist()
    [100.0, 3200.0]
    """
    stops = np.asarray(stops, dtype=np.float64)
    if dial is Dial.TIME:
        return np.exp2(-stops)
    return np.exp2(stops / 2) if dial is Dial.APERTURE else 100 * np.exp2(stops)


def position_of(dial: Dial, value: float, per_stop: int) -> int | None:
    """The step that a printed or exact value names, or None if it lies between steps.

    A value names a step when it is its printed label, to three figures, or lies within 1/12 stop of it.

    >>> position_of(Dial.TIME, 1 / 30, 3), position_of(Dial.TIME, 1 / 32, 3)
    (15, 15)
    >>> position_of(Dial.APERTURE, 1.2, 3) is None
    True
    """
    stops = stops_of(dial, value)
    nearest = round(stops * per_stop)
    table = printed_table(dial, per_stop)
    for k in (nearest, nearest - 1, nearest + 1):
        if k in table and math.isclose(table[k], value, rel_tol=AS_PRINTED):
            return k
    return nearest if abs(stops - nearest / per_stop) <= MATCH_STOPS + 1e-12 else None


@lru_cache(maxsize=4096)
def exact_stops(dial: Dial, value: float, per_stop: int = 3) -> float:
    """Stops of a value as it was meant: the step if it names one, else the value itself.

    >>> exact_stops(Dial.TIME, 1 / 125)
    7.0
    """
    k = position_of(dial, value, per_stop)
    return stops_of(dial, value) if k is None else k / per_stop


def as_dialled(dial: Dial, stops: float) -> float:
    """The number that a dial prints there, whichever steps it has; between all steps the value itself.

    >>> as_dialled(Dial.ISO, 5 / 3), as_dialled(Dial.TIME, 4.5), round(as_dialled(Dial.TIME, 4.1), 4)
    (320.0, 0.05, 0.0583)
    """
    step = next((q for q in (1, 3, 2) if abs(stops * q - round(stops * q)) < 1e-9), None)
    return float(value_of(dial, stops)) if step is None else printed(dial, stops, step)


@lru_cache(maxsize=4096)
def printed(dial: Dial, stops: float, per_stop: int) -> float:
    """The number a body prints for a setting; off the series, two significant figures.

    >>> printed(Dial.TIME, 9.0, 3), printed(Dial.APERTURE, 5.0, 3), printed(Dial.ISO, 5 / 3, 3)
    (0.002, 5.6, 320.0)
    >>> printed(Dial.APERTURE, stops_of(Dial.APERTURE, 1.2), 3)
    1.2
    """
    k = round(stops * per_stop)
    if abs(stops * per_stop - k) < 1e-9:
        table = printed_table(dial, per_stop)
        if k in table:
            return table[k]
    value = float(value_of(dial, stops))
    return float(f"{value:.2g}") if dial is not Dial.TIME or value >= 0.3 else 1 / float(f"{1 / value:.3g}")


def label(dial: Dial, value: float) -> str:
    """A printed number as people write it.

    >>> label(Dial.TIME, 0.002), label(Dial.TIME, 4), label(Dial.TIME, 0.6)
    ('1/500', '4 s', '0.6 s')
    >>> label(Dial.APERTURE, 5.6), label(Dial.ISO, 12800.0)
    ('f/5.6', '12 800')
    """
    if dial is Dial.TIME:
        whole = round(1 / value)
        return f"1/{whole}" if value < 0.5 and abs(1 / value - whole) < 0.01 * whole else f"{round(value, 2):g} s"
    if dial is Dial.APERTURE:
        return f"f/{value:g}"
    return f"{value:,.0f}".replace(",", " ") if value >= 10_000 else f"{value:.0f}"
