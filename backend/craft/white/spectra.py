"""Spectra at every five nanometres, and the tables they come from.

`spectra.csv` was taken out of the library colour-science (the tool that writes it stands among the project's tools; a test compares every
number): the observer and daylight's components of [cie15], lamps of the series FL, HP and LED of [cie15], and the reflectances that make up
a screen's colours (Mallett & Yuksel 2019, "Spectral primary decomposition for rendering with sRGB reflectance").
"""

from __future__ import annotations

import csv
from functools import cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

Spectrum = NDArray[np.float64]

FROM_NM, TO_NM, STEP_NM = 380, 780, 5
NM: Spectrum = np.arange(FROM_NM, TO_NM + STEP_NM, STEP_NM, dtype=np.float64)

RADIATION_M_K = 1.4388e-2
"""Planck's second constant as [cie15] rounds it."""


@cache
def tables() -> dict[str, Spectrum]:
    """The table by its columns, 81 values each.

    >>> sorted(tables())[:3], len(tables()["y"])
    (['FL11', 'FL2', 'FL7'], 81)
    """
    with Path(__file__).with_name("spectra.csv").open() as file:
        rows = list(csv.reader(file))
    values = np.array(rows[1:], float).T
    return dict(zip(rows[0][1:], values[1:], strict=True))


@cache
def observer() -> Spectrum:
    """The CIE 1931 observer, (81, 3), such that an even light of 1 has Y = 1.

    >>> observer().shape, round(float(observer()[:, 1].sum()), 6)
    ((81, 3), 1.0)
    """
    eye = np.stack([tables()[name] for name in ("x", "y", "z")], 1)
    return np.asarray(eye / eye[:, 1].sum())


def of_luminance_1(spectrum: Spectrum) -> Spectrum:
    """The same light at a luminance of 1.

    >>> round(float(of_luminance_1(black_body(3000.0)) @ observer()[:, 1]), 6)
    1.0
    """
    return np.asarray(spectrum / (spectrum @ observer()[:, 1]))


def black_body(kelvin: float) -> Spectrum:
    """Light of a black body, of luminance 1 (Planck's law).

    >>> red, blue = black_body(1900.0)[[60, 10]]
    >>> bool(red > 20 * blue)
    True
    """
    metres = NM * 1e-9
    return of_luminance_1((NM / 560) ** -5 / np.expm1(RADIATION_M_K / (metres * kelvin)))


DAYLIGHT_FROM_K, DAYLIGHT_TO_K = 4000.0, 25000.0
"""Ends of the CIE's daylight."""


def daylight(kelvin: float) -> Spectrum:
    """Daylight of a correlated colour temperature, of luminance 1: the D series of [cie15], at its ends beyond them.

    >>> x, y, z = daylight(6504.0) @ observer()
    >>> round(float(x / (x + y + z)), 4), round(float(y / (x + y + z)), 4)
    (0.3127, 0.329)
    """
    t = 1000.0 / min(max(kelvin, DAYLIGHT_FROM_K), DAYLIGHT_TO_K)
    if t >= 1000.0 / 7000:
        x = -4.6070 * t**3 + 2.9678 * t**2 + 0.09911 * t + 0.244063
    else:
        x = -2.0064 * t**3 + 1.9018 * t**2 + 0.24748 * t + 0.237040
    y = -3.000 * x**2 + 2.870 * x - 0.275
    under = 0.0241 + 0.2562 * x - 0.7341 * y
    first, second = (-1.3515 - 1.7703 * x + 5.9114 * y) / under, (0.0300 - 31.4424 * x + 30.0717 * y) / under
    table = tables()
    return of_luminance_1(np.maximum(table["S0"] + first * table["S1"] + second * table["S2"], 0))


LAMPS_TO_K, ALL_DAY_FROM_K = 3500.0, 5000.0
"""Of light that only its temperature is known of: to the first it is a lamp's or a flame's, from the second daylight, between them a mixture
(the scale of kelvin that bodies have goes over from the one to the other there: an estimate)."""


def by_temperature(kelvin: float) -> Spectrum:
    """Light that only a temperature is known of, of luminance 1: what a body's scale of kelvin takes for neutral.

    >>> bool(np.allclose(by_temperature(2800.0), black_body(2800.0))), bool(np.allclose(by_temperature(5500.0), daylight(5500.0)))
    (True, True)
    """
    t, warm, cool = 1e6 / kelvin, 1e6 / LAMPS_TO_K, 1e6 / ALL_DAY_FROM_K
    share = min(max((warm - t) / (warm - cool), 0.0), 1.0)
    if share == 0:
        return black_body(kelvin)
    if share == 1:
        return daylight(kelvin)
    return np.asarray((1 - share) * black_body(kelvin) + share * daylight(kelvin))


def line(nm: float, wide: float, of: float = 1.0) -> Spectrum:
    """A hump of light, or of reflectance, about a wavelength; wide: to a thirty-seventh of its height.

    >>> float(line(550.0, 20.0)[34])
    1.0
    """
    return np.asarray(of * np.exp(-(((NM - nm) / wide) ** 2)))


def rising(nm: float, wide: float) -> Spectrum:
    """From 0 to 1 over so many nanometres about a wavelength, as pigments and leaves do.

    >>> rising(590.0, 10.0)[[0, 42, 80]].round(3).tolist()
    [0.0, 0.5, 1.0]
    """
    return np.asarray(1 / (1 + np.exp(-(NM - nm) / wide)))
