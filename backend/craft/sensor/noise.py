"""Noise of a tone, on the sensor and in the output (photon transfer; EMVA 1288 terms [emva1288]).

Exposures are ``ev_set`` = log2(N^2/t) - log2(base/100): what the time and aperture alone ask for, as
an EV at base ISO. Tones are in stops from the metered mid-tone. ISO in stops: log2(ISO/100), after
highlight protection has been taken off. All arguments may be arrays of one shape.
"""

from __future__ import annotations

import math
from typing import TypeVar

import numpy as np
from numpy.typing import ArrayLike

from craft.kit.body import Sensor
from craft.scales.series import Floats

OUTPUT_PIXEL_RAD = 5.71e-4
"""Angle of one output pixel: 70 px/cm at 25 cm (annex of [iso12232])."""

GLARE_SHARE = 0.005
"""Veiling glare of an ordinary lens (0.3 to 1 %, [iso9358])."""

EXCELLENT, ACCEPTABLE = 40.0, 10.0
"""Signal to noise of an excellent and of an acceptable picture [iso12232]."""


Quantity = TypeVar("Quantity", float, Floats)


def _array(value: ArrayLike) -> Floats:
    return np.asarray(value, dtype=np.float64)


def electrons(sensor: Sensor, light_minus_exposure: ArrayLike) -> Floats:
    """Electrons of a tone: n_fw 2^(-g + EV_tone - EV_set,base). Independent of the ISO dialled.

    light_minus_exposure : EV of the tone less EV of the exposure at base ISO, in stops.

    >>> grey = Sensor(36, 24, 6000, 4000, 78000, 2.0, 3.0)
    >>> round(float(electrons(grey, 0.0)))
    10000
    """
    return _array(sensor.full_well_e * np.exp2(-sensor.clip_above_grey_stops + _array(light_minus_exposure)))


def saturation_e(sensor: Sensor, iso_stops: ArrayLike, base_stops: float) -> Floats:
    """Electrons at the clip: n_fw min(1, base/S).

    >>> float(saturation_e(Sensor(36, 24, 6000, 4000, 80000, 2.0, 3.0), 3.0, 0.0))
    10000.0
    """
    return _array(sensor.full_well_e * np.exp2(-np.maximum(0.0, _array(iso_stops) - base_stops)))


def fixed_variance_e2(sensor: Sensor, iso_stops: ArrayLike, base_stops: float, time_s: ArrayLike = 0.0) -> Floats:
    """Variance that does not depend on the signal: read noise, counts, dark current; electrons squared."""
    s = _array(iso_stops)
    pre: Floats | float = sensor.read_noise_pre_e
    if sensor.dual_gain_iso is not None and sensor.dual_gain_read_noise_e is not None:
        pre = np.where(s >= math.log2(sensor.dual_gain_iso / 100) - 1 / 12, sensor.dual_gain_read_noise_e, pre)
    post = sensor.read_noise_post_e * np.exp2(base_stops - s)
    count = saturation_e(sensor, s, base_stops) / 2**sensor.bits
    return _array(pre**2 + post**2 + count**2 / 12 + sensor.dark_e_s * _array(time_s))


def snr_pixel(sensor: Sensor, n_e: ArrayLike, iso_stops: ArrayLike, base_stops: float, time_s: ArrayLike = 0.0) -> Floats:
    """Signal to noise of one pixel: n / sqrt(n + sigma_r^2 + q^2/12 + (k n)^2 + D t) [emva1288].

    >>> s = Sensor(36, 24, 6000, 4000, 78000, 0.0, 0.0, bits=24, prnu=0.0)
    >>> round(float(snr_pixel(s, 10000.0, 0.0, 0.0)), 6)
    100.0
    """
    return _array(snr_over(sensor, _array(n_e), fixed_variance_e2(sensor, iso_stops, base_stops, time_s)))


def snr_over(sensor: Sensor, n_e: Quantity, fixed_e2: Quantity) -> Quantity:
    """Signal to noise of one pixel over a variance that does not depend on the signal; one number or arrays.

    >>> snr_over(Sensor(36, 24, 6000, 4000, 78000, 0.0, 0.0, bits=24, prnu=0.0), 10000.0, 0.0)
    100.0
    """
    found: Quantity = n_e / (n_e + fixed_e2 + (sensor.prnu * n_e) ** 2) ** 0.5
    return found


def output_gain(sensor: Sensor, used_pixels: float, output_width_m: float, viewing_m: float, used_aspect: float) -> float:
    """How much signal to noise the output gains by averaging sensor pixels: sqrt(max(1, ratio)).

    used_aspect : width over height of the part of the sensor that is shown.

    >>> s = Sensor(36, 24, 6000, 4000, 78000, 2.0, 3.0)
    >>> round(output_gain(s, 24e6, 0.24, 0.25, 1.5), 2)
    3.57
    """
    pixel_m = OUTPUT_PIXEL_RAD * viewing_m
    output_pixels = (output_width_m / pixel_m) ** 2 / used_aspect
    return math.sqrt(max(1.0, used_pixels / output_pixels))


def electrons_at_bar(
    sensor: Sensor, bar: ArrayLike, iso_stops: ArrayLike, base_stops: float, time_s: ArrayLike = 0.0, stray_e: ArrayLike = 0.0
) -> Floats:
    """Electrons at which one pixel just reaches a signal to noise of ``bar``; the inverse of `snr_pixel`.

    stray_e : electrons of stray light that lie over the tone: they add their photon noise and nothing else.

    n = b^2 (1 + sqrt(1 + 4 (1 - b^2 k^2) R/b^2)) / (2 (1 - b^2 k^2)), R the fixed variance.
    Infinite where the pixel response spread alone forbids the bar (b k >= 1).

    >>> s = Sensor(36, 24, 6000, 4000, 78000, 2.0, 3.0)
    >>> n = electrons_at_bar(s, 8.0, 3.0, 0.0)
    >>> round(float(snr_pixel(s, n, 3.0, 0.0)), 9)
    8.0
    """
    b2 = _array(bar) ** 2
    left = 1 - b2 * sensor.prnu**2
    fixed = fixed_variance_e2(sensor, iso_stops, base_stops, time_s) + _array(stray_e)
    safe = np.where(left > 0, left, 1.0)
    return _array(np.where(left > 0, b2 * (1 + np.sqrt(1 + 4 * safe * fixed / b2)) / (2 * safe), np.inf))


def snr_of_metered_tone(sensor: Sensor, iso_stops: ArrayLike, base_stops: float, tone_stops: ArrayLike, gain: float) -> Floats:
    """Output signal to noise of a tone when the exposure is as metered at this ISO.

    >>> s = Sensor(36, 24, 6000, 4000, 78000, 0.0, 0.0, bits=24, prnu=0.0)
    >>> round(float(snr_of_metered_tone(s, 2.0, 0.0, 0.0, 2.0)), 6)
    100.0
    """
    s = _array(iso_stops)
    n = electrons(sensor, _array(tone_stops) - (s - base_stops))
    return _array(snr_pixel(sensor, n, s, base_stops) * gain)


SHADOW_SHARE = 1 / 4
"""Of the bar of the mid-tone, what is asked of the shadow."""


def comfortable(sensor: Sensor, iso_stops: Floats, base_stops: float, gain: float, bar: float, shadow_stops: float) -> Floats:
    """Which ISO keep the metered mid-tone over the bar and the shadow over its share of it: booleans (k,).

    shadow_stops : stops below the mid-tone of the darkest tone that matters.
    """
    mid = snr_of_metered_tone(sensor, iso_stops, base_stops, 0.0, gain) >= bar
    shadow = snr_of_metered_tone(sensor, iso_stops, base_stops, -shadow_stops, gain) >= bar * SHADOW_SHARE
    return _array(mid & shadow)


def usable_range_stops(
    sensor: Sensor, iso_stops: ArrayLike, base_stops: float, gain: float, bar: float, glare_share: float = 0.0, mean_tone_stops: float = 0.0
) -> Floats:
    """Stops between the clip and the darkest tone that still reaches the bar in the output.

    glare_share : veiling glare as a share of the mean luminance (0.003 to 0.01, [iso9358]);
    mean_tone_stops : mean luminance of the scene in stops from the mid-tone. Glare lies over every tone
    and adds its photon noise; what it does to contrast is `shadow_contrast`.

    >>> s = Sensor(36, 24, 6000, 4000, 78000, 2.0, 3.0)
    >>> round(float(usable_range_stops(s, 0.0, 0.0, 3.57, 2.5)), 1)
    14.7
    """
    s = _array(iso_stops)
    clip = saturation_e(sensor, s, base_stops)
    glare = glare_share * electrons(sensor, mean_tone_stops - (s - base_stops))
    floor = electrons_at_bar(sensor, bar / gain, s, base_stops, stray_e=glare)
    return _array(np.log2(clip / floor))


def shadow_contrast(tone_stops: ArrayLike, glare_share: float, mean_tone_stops: float = 0.0) -> Floats:
    """Share of its contrast that a tone keeps under veiling glare: n/(n + n_glare).

    tone_stops, mean_tone_stops : the tone and the scene's mean luminance in stops from the mid-tone.

    >>> round(float(shadow_contrast(-6.0, 0.005)), 2)
    0.76
    """
    return _array(1 / (1 + glare_share * np.exp2(mean_tone_stops - _array(tone_stops))))
