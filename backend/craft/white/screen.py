"""Colours of a screen: linear red, green and blue (IEC 61966-2-1)."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from craft.white.colorimetry import xyz_of
from craft.white.spectra import by_temperature

XYZ_TO_RGB = np.array(((3.2404542, -1.5371385, -0.4985314), (-0.9692660, 1.8760108, 0.0415560), (0.0556434, -0.2040259, 1.0572252)))
"""From CIE XYZ to linear RGB."""

LUMINANCE = np.array((0.2126, 0.7152, 0.0722), np.float32)
"""Shares of red, green and blue in luminance."""

LEAST = 0.02
"""What a screen cannot show is taken as a little."""


@lru_cache(maxsize=512)
def light_rgb(kelvin: float) -> tuple[float, float, float]:
    """The colour of a light on a screen whose own white is daylight, its luminance 1.

    >>> [round(value, 2) for value in light_rgb(6504)]
    [1.0, 1.0, 1.0]
    >>> red, green, blue = light_rgb(2856)
    >>> red > green > blue
    True
    """
    rgb = np.maximum(XYZ_TO_RGB @ xyz_of(by_temperature(kelvin)), LEAST)
    rgb = rgb / float(LUMINANCE @ rgb)
    return float(rgb[0]), float(rgb[1]), float(rgb[2])


def decoded(share: NDArray[np.float64]) -> NDArray[np.float64]:
    """Light of a screen's levels, as shares of its white from 0 to 1: its curve undone.

    >>> decoded(np.array((0.0, 0.5, 1.0))).round(3).tolist()
    [0.0, 0.214, 1.0]
    """
    return np.where(share <= 0.04045, share / 12.92, ((share + 0.055) / 1.055) ** 2.4)


def encoded(light: NDArray[np.float64]) -> NDArray[np.float64]:
    """Levels of a screen for light, shares of its white from 0 to 1: its curve.

    >>> encoded(np.array((0.0, 0.214, 1.0))).round(2).tolist()
    [0.0, 0.5, 1.0]
    """
    return np.where(light <= 0.0031308, 12.92 * light, 1.055 * np.maximum(light, 1e-9) ** (1 / 2.4) - 0.055)
