"""The colour of light, as linear red, green and blue of luminance 1."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Pixels = NDArray[np.float32]

LAMPS_TO_K, DAYLIGHT_FROM_K = 3500.0, 5000.0
"""Warmer lights are lamps and flames, on the Planckian locus; cooler ones daylight, on the locus of [cie15]; between them one goes over
into the other, evenly in mired (a light's figure alone does not say which it is)."""

XYZ_TO_RGB = np.array(((3.2404542, -1.5371385, -0.4985314), (-0.9692660, 1.8760108, 0.0415560), (0.0556434, -0.2040259, 1.0572252)))
"""From CIE XYZ to linear RGB of the usual screen (IEC 61966-2-1)."""

LUMINANCE = np.array((0.2126, 0.7152, 0.0722), np.float32)
"""Shares of red, green and blue in luminance (IEC 61966-2-1)."""


def chromaticity(kelvin: float) -> tuple[float, float]:
    """CIE 1931 x and y of a light of this correlated colour temperature.

    To 3500 K Planckian (Kim et al. 2002, cubic fit, from 1667 K), from 5000 K daylight ([cie15], to 25000 K), between them
    a mixture; figures beyond are taken at the ends.

    >>> [round(value, 4) for value in chromaticity(6504)]
    [0.3127, 0.3291]
    >>> [round(value, 2) for value in chromaticity(2856)]
    [0.45, 0.41]
    """
    t = 1000.0 / min(max(kelvin, 1667.0), 25000.0)
    warm, cool = 1000.0 / LAMPS_TO_K, 1000.0 / DAYLIGHT_FROM_K
    share = min(max((warm - t) / (warm - cool), 0.0), 1.0)
    lamp, day = _planckian(max(t, cool)), _daylight(min(t, warm))
    return lamp[0] + share * (day[0] - lamp[0]), lamp[1] + share * (day[1] - lamp[1])


def _planckian(t: float) -> tuple[float, float]:
    """Of a black body, by thousands over kelvin."""
    x = -0.2661239 * t**3 - 0.2343589 * t**2 + 0.8776956 * t + 0.179910
    if t > 1000.0 / 2222:
        return x, -1.1063814 * x**3 - 1.34811020 * x**2 + 2.18555832 * x - 0.20219683
    return x, -0.9549476 * x**3 - 1.37418593 * x**2 + 2.09137015 * x - 0.16748867


def _daylight(t: float) -> tuple[float, float]:
    """Of daylight, by thousands over kelvin."""
    if t >= 1000.0 / 7000:
        x = -4.6070 * t**3 + 2.9678 * t**2 + 0.09911 * t + 0.244063
    else:
        x = -2.0064 * t**3 + 1.9018 * t**2 + 0.24748 * t + 0.237040
    return x, -3.000 * x**2 + 2.870 * x - 0.275


@lru_cache(maxsize=512)
def light_rgb(kelvin: float) -> tuple[float, float, float]:
    """Linear red, green and blue of a light of luminance 1; what the screen cannot show is taken as a little.

    >>> [round(value, 2) for value in light_rgb(6504)]
    [1.0, 1.0, 1.0]
    >>> red, green, blue = light_rgb(2856)
    >>> red > green > blue
    True
    """
    x, y = chromaticity(kelvin)
    rgb = np.maximum(XYZ_TO_RGB @ np.array((x / y, 1.0, (1 - x - y) / y)), 0.02)
    rgb = rgb / float(LUMINANCE @ rgb)
    return float(rgb[0]), float(rgb[1]), float(rgb[2])


def paint(red: float, green: float, blue: float) -> Pixels:
    """A surface's colour, scaled to luminance 1: how bright it is stands in its stops.

    >>> paint(0.5, 0.5, 0.5).round(6).tolist()
    [1.0, 1.0, 1.0]
    """
    rgb = np.array((red, green, blue), np.float32)
    return np.asarray(rgb / (LUMINANCE @ rgb), np.float32)


@lru_cache(maxsize=512)
def first_channel_stops(kelvin: float) -> float:
    """Stops by which the first channel to fill gets more than the light's luminance: 0 for daylight, red for lamps and flames.

    >>> round(first_channel_stops(6504.0), 2), first_channel_stops(2856.0) > 0.5
    (0.0, True)
    """
    return float(np.log2(max(light_rgb(kelvin))))
