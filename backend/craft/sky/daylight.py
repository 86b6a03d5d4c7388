"""The light of an open sky along a day: of the sun, of the moon, of the stars, and how cloud lessens it."""

from __future__ import annotations

import datetime as dt
import math
from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass

import ephem
import numpy as np

from craft.errors import CraftError
from craft.scales.light import ev100_of_lux
from craft.white.screen import light_rgb

STARLIGHT_LUX = 1e-3
"""Under a clear sky without sun or moon: stars and airglow (RCA Electro-Optics Handbook, 1974, natural illuminance)."""

# fmt: off
_SUN = (  # from degrees up: log10 of lux on level ground, by powers of height / 90
    (-18.0, (13.84, 262.72, 1447.42, 2797.93)),
    (-12.0, (2.70, 12.17, -431.69, -1899.83)),
    (-5.0, (2.88, 21.81, -258.11, -858.36)),
    (-0.8, (2.88, 22.26, -207.64, 1034.30)),
    (5.0, (3.05, 13.28, -45.98, 64.33)),
    (20.0, (3.74, 3.97, -4.07, 1.47)),
)
_MOON = (
    (-0.8, (-2.79, 24.27, -252.95, 1321.29)),
    (5.0, (-2.58, 12.58, -42.58, 59.06)),
    (20.0, (-1.95, 4.06, -4.24, 1.56)),
)
# fmt: on
MOON_PARALLAX_DEG = 0.951
"""Of the moon at its usual distance: nearer, it is brighter by the square."""

COLOURS = ((-12.0, 12000.0), (-6.0, 9500.0), (-3.5, 8000.0), (-1.0, 6000.0), (0.5, 4200.0), (6.0, 5200.0), (20.0, 5600.0), (90.0, 6000.0))
"""Kelvin of daylight with the sun so many degrees up: the described conditions of ``craft.scene.conditions`` by where the sun stands in them."""

DRAWN = ((-10.0, 15.0), (0.12, 0.92))
"""EV of the darkest night and the brightest noon, and how bright a page draws them."""


@dataclass(frozen=True, slots=True)
class SkyLight:
    """The open sky at one minute: EV at ISO 100 of level ground under it, its colour, and how many degrees the sun's middle is up."""

    minutes: float
    ev100: float
    kelvin: float
    sun_deg: float = 0.0

    @property
    def rgb(self) -> tuple[float, float, float]:
        """Linear red, green and blue to draw it in: a stop is a step of the eye's, so that dusk is neither noon nor night.

        >>> noon, dusk, night = SkyLight(720, 15, 5600).rgb, SkyLight(1300, 2, 9500).rgb, SkyLight(1440, -10, 12000).rgb
        >>> noon > dusk > night, dusk[2] > dusk[0]
        (True, True)
        """
        luminance = float(np.interp(self.ev100, *DRAWN)) ** 2.2
        red, green, blue = light_rgb(self.kelvin)
        return min(red * luminance, 1.0), min(green * luminance, 1.0), min(blue * luminance, 1.0)


def lux_of_sun(height_deg: float) -> float:
    """Lux on level ground under a clear sky with the sun's middle so many degrees up; none under eighteen degrees down.

    Source: Janiczek & DeYoung 1987, U.S. Naval Observatory Circular 171, sun.

    >>> [f"{lux_of_sun(at):.3g}" for at in (90, 20, 0, -6, -12, -18)]
    ['1.29e+05', '2.74e+04', '759', '3.41', '0.00806', '0.000645']
    """
    return _by_height(_SUN, height_deg)


def lux_of_moon(height_deg: float, elongation_deg: float, parallax_deg: float = MOON_PARALLAX_DEG) -> float:
    """Lux on level ground of a moon so many degrees up and so far from the sun: 180 is full.

    Source: Janiczek & DeYoung 1987, moon and its phases.

    >>> [f"{lux_of_moon(90, phase):.2g}" for phase in (180, 90, 20)]
    ['0.27', '0.018', '0.00014']
    """
    angle = math.radians(min(max(elongation_deg, 0.0), 180.0))
    half = math.tan(angle / 2) if angle < math.pi else math.inf
    lit = 0.892 * math.exp(-3.343 / half**0.632) + 0.0344 * (math.sin(angle) - angle * math.cos(angle)) if half else 0.0
    return _by_height(_MOON, height_deg) * lit * (parallax_deg / MOON_PARALLAX_DEG) ** 2


def _by_height(rows: tuple[tuple[float, tuple[float, float, float, float]], ...], height_deg: float) -> float:
    """The row a height falls in, as a polynomial of it."""
    row = bisect_right([begins for begins, _ in rows], height_deg) - 1
    if row < 0:
        return 0.0
    x, (a, b, c, d) = height_deg / 90, rows[row][1]
    return 10 ** (a + x * (b + x * (c + x * d)))


def kelvin_of_sky(height_deg: float) -> float:
    """The colour of daylight by the sun's height, between the rows of ``COLOURS`` in mired.

    >>> [round(kelvin_of_sky(at)) for at in (45, 0.5, -6)]
    [5737, 4200, 9500]
    """
    return float(1e6 / np.interp(height_deg, [height for height, _ in COLOURS], [1e6 / kelvin for _, kelvin in COLOURS]))


def sky_over(
    day: dt.date,
    latitude_deg: float,
    longitude_deg: float,
    utc_offset_min: int,
    minutes: Sequence[float],
    cloud: Sequence[tuple[float, float]] = (),
) -> tuple[SkyLight, ...]:
    """The open sky over a place at minutes of its clock after the day's midnight, with cloud that was seen.

    cloud : minute and the stops by which the sky was under a clear one; between what was seen it goes evenly over, before and after
        it stays.

    Raises
    ------
    CraftError : a place that is not on the earth.

    >>> noon, night = sky_over(dt.date(2027, 6, 12), 54.4, 0.6, 60, (13 * 60, 25 * 60), cloud=((600, 2.0),))
    >>> round(noon.ev100, 1), round(night.ev100, 1)
    (13.3, -10.3)
    """
    if not (abs(latitude_deg) <= 90 and abs(longitude_deg) <= 180):
        raise CraftError(f"{latitude_deg:g}, {longitude_deg:g} is no place: latitudes end at 90, longitudes at 180")
    place = ephem.Observer()
    place.lat, place.lon, place.pressure = math.radians(latitude_deg), math.radians(longitude_deg), 0
    sun, moon = ephem.Sun(), ephem.Moon()
    midnight = dt.datetime.combine(day, dt.time()) - dt.timedelta(minutes=utc_offset_min)
    seen = sorted(cloud)
    lessened = np.interp(minutes, [at for at, _ in seen], [by for _, by in seen]) if seen else np.zeros(len(minutes))
    heights, lux = [], []
    for minute in minutes:
        place.date = midnight + dt.timedelta(minutes=minute)
        sun.compute(place)
        moon.compute(place)
        heights.append(math.degrees(sun.alt))
        parallax = math.degrees(math.asin(ephem.earth_radius / (moon.earth_distance * ephem.meters_per_au)))
        by_moon = lux_of_moon(math.degrees(moon.alt), abs(math.degrees(moon.elong)), parallax)
        lux.append(lux_of_sun(heights[-1]) + by_moon + STARLIGHT_LUX)
    stops = ev100_of_lux(lux) - lessened
    return tuple(SkyLight(*one) for one in zip(minutes, stops.tolist(), map(kelvin_of_sky, heights), heights, strict=True))
