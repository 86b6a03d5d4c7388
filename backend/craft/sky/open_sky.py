"""The sky itself, as a picture of it is exposed for: what is left of the sun, the moon, and how dark the place is."""

from __future__ import annotations

import math

from craft.scales.light import ev100_of_lux
from craft.sky.brightness import ev_of_mag, moonlit_mag
from craft.sky.daylight import lux_of_sun
from craft.sky.night import DARK_DEG, Stands
from craft.sky.overhead import Overhead, sun_stands, wanderers

OVER_GROUND_STOPS = math.log2(2.5 / (math.pi * 0.125))
"""An even sky of so many lux on level ground has a luminance of that over pi: a meter pointed at it reads so many stops more than one that is held to it (C of 250 and K of 12.5, ISO 2720)."""

LOOKS_UP_DEG = 20.0
"""How high the middle of a picture of the sky over land looks with the lenses such are taken with (the scenes': 15 to 25 degrees)."""


def ev_of_open_sky(over: Overhead, dark_mag: float) -> float:
    """EV at ISO 100 of the sky where a picture looks, as a meter pointed at it reads.

    over : with the way that one looks. dark_mag : magnitudes of a square arc second of the place's darkest sky.

    Source: twilight by Janiczek & DeYoung 1987 over what they have of a night without it, moonlight by Krisciunas & Schaefer 1991.

    >>> moonless, moonlit = (Overhead(54.4, 0.6, at, 180.0) for at in ("2027-01-07T23:00", "2027-01-22T23:00"))
    >>> [round(ev_of_open_sky(at, 21.5), 1) for at in (moonless, moonlit)]
    [-8.8, -3.4]
    """
    moon = wanderers(over)[0]
    looks = Stands(LOOKS_UP_DEG, over.toward_deg or 0.0)
    night = ev_of_mag(moonlit_mag(dark_mag, looks, moon.at, moon.elongation_deg))
    left = lux_of_sun(sun_stands(over).height_deg) - lux_of_sun(DARK_DEG)
    if left <= 0:
        return night
    return float(math.log2(2**night + 2 ** (float(ev100_of_lux(left)) + OVER_GROUND_STOPS)))
