"""Exposure value, luminance and illuminance: one light in its different units.

All functions take and return scalars or arrays of any one shape.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from craft.scales.series import Floats

REFLECTED_K = 12.5
"""Reflected-light meter constant, cd s/m2 [iso2720]."""

INCIDENT_C = 250.0
"""Incident-light meter constant of a flat receptor, lux s [iso2720]."""


def ev100_of_stops(time: ArrayLike, aperture: ArrayLike, iso: ArrayLike) -> Floats:
    """EV at ISO 100 for which dial settings in stops are correct: n + x - s (APEX; [iso2720]).

    >>> float(ev100_of_stops(7.0, 8.0, 0.0))
    15.0
    """
    return np.asarray(np.asarray(aperture, dtype=np.float64) + np.asarray(time) - np.asarray(iso))


def ev100_of_settings(shutter_s: ArrayLike, aperture: ArrayLike, iso: ArrayLike) -> Floats:
    """EV at ISO 100 = log2(N^2/t) - log2(ISO/100), from seconds, f-numbers and ISO.

    >>> round(float(ev100_of_settings(1 / 128, 16.0, 100)), 6)
    15.0
    """
    time, n, s = (np.asarray(v, dtype=np.float64) for v in (shutter_s, aperture, iso))
    return np.asarray(np.log2(n * n / time) - np.log2(s / 100))


def lux_of_ev100(ev100: ArrayLike) -> Floats:
    """Illuminance in lux that an incident meter reads as this EV: (C/100) 2^EV (C = 250, [iso2720]).

    >>> float(lux_of_ev100(15.0))
    81920.0
    """
    return np.asarray(INCIDENT_C / 100 * np.exp2(np.asarray(ev100, dtype=np.float64)))


def ev100_of_lux(lux: ArrayLike) -> Floats:
    """EV at ISO 100 of an illuminance in lux; the inverse of `lux_of_ev100`.

    >>> float(ev100_of_lux(2.5))
    0.0
    """
    return np.asarray(np.log2(np.asarray(lux, dtype=np.float64) * 100 / INCIDENT_C))


def luminance_of_ev100(ev100: ArrayLike) -> Floats:
    """Luminance in cd/m2 that a reflected-light meter reads as this EV: (K/100) 2^EV (K = 12.5, [iso2720]).

    >>> float(luminance_of_ev100(3.0))
    1.0
    """
    return np.asarray(REFLECTED_K / 100 * np.exp2(np.asarray(ev100, dtype=np.float64)))


def bellows_loss_stops(magnification: ArrayLike, pupil_magnification: ArrayLike = 1.0) -> Floats:
    """Light lost by focusing close: 2 log2(1 + m/P) stops (Ray, *Applied Photographic Optics*, ch. 22).

    >>> float(bellows_loss_stops(1.0))
    2.0
    """
    m = np.asarray(magnification, dtype=np.float64)
    return np.asarray(2 * np.log2(1 + m / np.asarray(pupil_magnification)))
