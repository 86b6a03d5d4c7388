"""Blur from movement: subject, hand and stars. SI units, angles in radians; arrays in, arrays out."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import ArrayLike

from craft.scales.series import Floats

HAND_RAD_S = 0.03 * math.sqrt(12) / 4
"""Angular rate of an ordinary hand: the blur equals 30 um at t = 1/f on 36 mm, 0.026 rad/s."""

EARTH_RAD_S = math.radians(15.041 / 3600)
"""Rate of the sky, 15.041 arc seconds a second (one turn in a sidereal day, 86 164.1 s)."""

LAMP_DEPTH = 0.6
"""(max - min)/(max + min) of ordinary mains lamps (IEEE 1789-2015 reports 0.1 to 1; a middle figure)."""

LINE_TO_DISC = math.sqrt(12) / 4
"""Length of a smear over the diameter of the disc that blurs as much."""


def pulses_hz(mains_hz: float) -> float:
    """How often a lamp on the mains pulses, in Hz: twice a period, whichever way the current flows.

    >>> pulses_hz(50.0)
    100.0
    """
    return 2 * mains_hz


def _array(value: ArrayLike) -> Floats:
    return np.asarray(value, dtype=np.float64)


def image_speed_m_s(speed_m_s: ArrayLike, angle_rad: ArrayLike, mag: ArrayLike) -> Floats:
    """Speed of the subject's image over the sensor, in m/s: v sin(angle) m; a right angle is straight across.

    >>> round(float(image_speed_m_s(10.0, math.pi / 2, 0.01)), 6)
    0.1
    """
    return _array(_array(speed_m_s) * np.abs(np.sin(_array(angle_rad))) * _array(mag))


def hand_rate_rad_s(steadiness: ArrayLike = 1.0, stabiliser_stops: ArrayLike = 0.0, support_stops: ArrayLike = 0.0) -> Floats:
    """Angular rate of the camera while it is held, in rad/s.

    Parameters
    ----------
    steadiness : 1 is an ordinary hand, 2 is twice as steady (one stop).
    stabiliser_stops : as rated by CIPA DC-011 [cipa_dc011].
    support_stops : gained by a monopod or the like.

    Returns
    -------
    The rate, never below that of the turning earth, which no rate sensor can tell from a pan.

    >>> round(float(hand_rate_rad_s()), 4), round(float(hand_rate_rad_s(stabiliser_stops=20)), 7)
    (0.026, 7.29e-05)
    """
    stops = _array(stabiliser_stops) + _array(support_stops)
    return _array(np.maximum(HAND_RAD_S / _array(steadiness) / np.exp2(stops), EARTH_RAD_S))


def time_for_blur_s(image_speed: ArrayLike, blur_m: ArrayLike) -> Floats:
    """Time in which movement alone blurs as much as a disc of this diameter; infinite when still.

    >>> round(float(time_for_blur_s(HAND_RAD_S * 0.05, 30e-6)), 6)
    0.02
    """
    speed = _array(image_speed)
    with np.errstate(divide="ignore"):
        return _array(np.where(speed > 0, LINE_TO_DISC * _array(blur_m) / np.where(speed > 0, speed, 1), np.inf))


def star_speed_m_s(focal_m: ArrayLike, declination_rad: ArrayLike = 0.0) -> Floats:
    """Speed of a star's image on the axis: 15.041''/s cos(declination) f, in m/s.

    >>> round(float(star_speed_m_s(0.02)) * 1e6, 4)
    1.4584
    """
    return _array(EARTH_RAD_S * np.cos(_array(declination_rad)) * _array(focal_m))


def star_speed_in_corner_m_s(focal_m: float, half_width_m: float, half_height_m: float) -> float:
    """Fastest star in the frame of a rectilinear lens pointed at the equator, in m/s, by projection.

    The image of direction (x, y, 1) is f (x, y); the sky turns about the y axis, so that
    x' = w (1 + x^2), y' = w x y. The corner is fastest: up to sec^2 of the angle off the axis.

    >>> star_speed_in_corner_m_s(0.02, 0.018, 0.012) > 1.8 * float(star_speed_m_s(0.02))
    True
    """
    x, y = half_width_m / focal_m, half_height_m / focal_m
    return EARTH_RAD_S * focal_m * math.hypot(1 + x * x, x * y)


def trail_limit_npf_s(aperture: ArrayLike, focal_mm: ArrayLike, pitch_um: ArrayLike, declination_rad: ArrayLike = 0.0) -> Floats:
    """Longest time for round stars by the NPF rule [npf2015].

    t = (16.856 N + 0.0997 f + 13.713 p)/(f cos(declination)), f in mm, p in um.

    >>> round(float(trail_limit_npf_s(2.8, 24, 4.35)), 1)
    4.6
    """
    f = _array(focal_mm)
    return _array((16.856 * _array(aperture) + 0.0997 * f + 13.713 * _array(pitch_um)) / (f * np.cos(_array(declination_rad))))


def trail_limit_500_s(focal_mm: ArrayLike, crop: ArrayLike = 1.0) -> Floats:
    """Longest time for round stars by the older rule of thumb, 500/(f crop), in seconds.

    >>> float(trail_limit_500_s(20.0))
    25.0
    """
    return _array(500 / (_array(focal_mm) * _array(crop)))


def chance_of_a_sharp_frame(time_s: ArrayLike, time_sharp_s: ArrayLike, frames: ArrayLike = 1, time_frozen_s: ArrayLike = np.inf) -> Floats:
    """Chance that at least one of n frames is sharp as a whole, when shots vary as a Rayleigh distribution.

    Blur in two axes of equal variance is Rayleigh; `time_sharp_s` is where its mean square equals the
    limit, so one frame is free of shake with p = 1 - exp(-(t_sharp/t)^2) and one of n with 1 - (1 - p)^n.
    `time_frozen_s` is where the subject's own movement reaches its limit: what it blurs past that is taken
    from the room that shake has, so that from half a stop past it no frame is sharp.

    >>> round(float(chance_of_a_sharp_frame(1 / 15, 1 / 30)), 3), round(float(chance_of_a_sharp_frame(1 / 15, 1 / 30, 5)), 3)
    (0.221, 0.713)
    >>> float(chance_of_a_sharp_frame(1 / 15, 1 / 30, 5, 1 / 60))
    0.0
    """
    time = _array(time_s)
    room = np.clip(2 - (time / _array(time_frozen_s)) ** 2, 0.0, 1.0)
    with np.errstate(invalid="ignore"):
        ratio = np.where(room > 0, (_array(time_sharp_s) / time) ** 2 * room, 0.0)
    return _array(1 - np.exp(-ratio * _array(frames)))


def skew_m(image_speed: ArrayLike, traverse_s: ArrayLike) -> Floats:
    """How far the image moves while the frame is read or the curtain travels, in metres.

    >>> round(float(skew_m(0.1, 0.02)), 6)
    0.002
    """
    return _array(_array(image_speed) * _array(traverse_s))


def band_count(traverse_s: ArrayLike, flicker_hz: ArrayLike) -> Floats:
    """Bright bands across the frame under pulsing light: traverse x the light's frequency.

    >>> float(band_count(0.02, 100.0))
    2.0
    """
    return _array(_array(traverse_s) * _array(flicker_hz))


def flicker_swing_stops(time_s: ArrayLike, flicker_hz: ArrayLike, depth: ArrayLike) -> Floats:
    """Swing of exposure between frames under pulsing light, in stops.

    log2((1 + d |sinc Ft|)/(1 - d |sinc Ft|)), d = (max - min)/(max + min) of the light.

    >>> round(float(flicker_swing_stops(0.01, 100.0, 0.6)), 6)
    0.0
    """
    reach = _array(depth) * np.abs(np.sinc(_array(flicker_hz) * _array(time_s)))
    return _array(np.log2((1 + reach) / (1 - reach)))
