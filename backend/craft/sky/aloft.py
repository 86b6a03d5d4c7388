"""Where sun, moon and the galaxy's core stand over a place, at every minute of many nights at once."""

from __future__ import annotations

import datetime as dt
import math
from dataclasses import dataclass
from functools import cached_property

import ephem
import numpy as np
from numpy.typing import NDArray
from scipy.interpolate import CubicSpline

from craft.errors import CraftError
from craft.sky.horizon import LEVEL, Horizon
from craft.sky.sun import DAY_MIN

Floats = NDArray[np.float64]

NOON_MIN = DAY_MIN // 2
"""A night is told from noon to noon, in minutes of the place's clock after the midnight before it."""

EVERY_H = 6
"""Hours between the places that are asked of the library: the moon, the quickest, is drawn between them by cubics to a ten-thousandth of a degree."""

CORE_RA, CORE_DEC = "17:45:40.0", "-29:00:28"
"""Where the galaxy's middle stands, right ascension in hours and declination in degrees (J2000, Sagittarius A*: Reid & Brunthaler 2004)."""

SIDEREAL = 1.00273790935
"""Turns of the sky in a day (Explanatory Supplement to the Astronomical Almanac)."""

EARTH_KM, FLAT = 6378.137, 0.99664719
"""The earth's radius at the equator, and its axis against it (WGS 84)."""

MOST_NIGHTS = 366


@dataclass(frozen=True)
class Aloft:
    """A body over a place: degrees up, without air, and its bearing from north by east; each (N, 1440), a night a row."""

    toward: Floats
    zenith: Floats
    north: Floats
    east: Floats

    @cached_property
    def height_deg(self) -> Floats:
        """Degrees up."""
        return np.asarray(np.degrees(np.arcsin(np.clip(_dot(self.toward, self.zenith), -1, 1))))

    @cached_property
    def bearing_deg(self) -> Floats:
        """Degrees from north by east."""
        return np.asarray(np.degrees(np.arctan2(_dot(self.toward, self.east), _dot(self.toward, self.north))) % 360)


def _dot(one: Floats, other: Floats) -> Floats:
    return np.asarray(np.einsum("cnm,cnm->nm", one, other))


@dataclass(frozen=True)
class Nights:
    """Nights one after the other over a place. days: on whose evenings they begin; minutes: of the clock after the midnight before, (1440,); moon_lit: share of its disc at the midnight
    in the middle, (N,); horizon: the land about."""

    days: tuple[dt.date, ...]
    minutes: Floats
    sun: Aloft
    moon: Aloft
    core: Aloft
    moon_lit: Floats
    horizon: Horizon = LEVEL

    def over_land(self, of: Aloft, k: int) -> Floats:
        """Degrees that a body stands over the land, without air, of a night: (1440,)."""
        return np.asarray(of.height_deg[k] - self.horizon.over(of.bearing_deg[k])) if self.horizon.points else of.height_deg[k]


def nights_over(
    first: dt.date, nights: int, latitude_deg: float, longitude_deg: float, utc_offset_min: int, horizon: Horizon = LEVEL
) -> Nights:
    """Where sun, moon and core stand at every minute, from the noon of a day on, without air.

    first : the day on whose evening the first night begins. nights : how many.
    latitude_deg, longitude_deg : north and east are positive. utc_offset_min : the clock's minutes ahead of universal time. horizon : the land about.

    Source: PyEphem (VSOP87 sun, ELP moon), apparent places of the date; seen from the ellipsoid of WGS 84.

    Raises
    ------
    CraftError : a place that is not on the earth; more nights than a year has, or none.

    >>> night = nights_over(dt.date(2027, 6, 12), 1, 54.4, 0.6, 60)
    >>> night.sun.height_deg.shape, round(float(night.sun.height_deg[0, 60]), 1), round(float(night.moon_lit[0]), 2)
    ((1, 1440), 58.7, 0.66)
    """
    if not (abs(latitude_deg) <= 90 and abs(longitude_deg) <= 180):
        raise CraftError(f"{latitude_deg:g}, {longitude_deg:g} is no place: latitudes end at 90, longitudes at 180")
    if not 1 <= nights <= MOST_NIGHTS:
        raise CraftError(f"{nights} nights: from 1 to {MOST_NIGHTS} are told at once")
    begins = float(ephem.Date(dt.datetime.combine(first, dt.time()) - dt.timedelta(minutes=utc_offset_min)))
    minutes = NOON_MIN + np.arange(DAY_MIN, dtype=np.float64)
    days = np.arange(nights)[:, None] + minutes / DAY_MIN
    asked = np.arange(0, (nights + 2) * 24 + EVERY_H, EVERY_H) / 24
    places, lit = _places(begins, asked)
    latitude = math.radians(latitude_deg)
    place = ephem.Observer()
    place.lon, place.date = math.radians(longitude_deg), begins
    turned = float(place.sidereal_time()) + 2 * math.pi * SIDEREAL * days
    axes = _axes(latitude, turned)
    there = _observer(latitude, turned)
    bodies = {name: CubicSpline(asked, of, axis=1)(days) for name, of in places.items()}
    bodies["moon"] = bodies["moon"] - there
    aloft = {name: Aloft(of / np.sqrt((of * of).sum(axis=0)), *axes) for name, of in bodies.items()}
    moon_lit = np.interp(np.arange(nights) + 1.0, asked, lit)
    return Nights(
        tuple(first + dt.timedelta(days=k) for k in range(nights)), minutes, aloft["sun"], aloft["moon"], aloft["core"], moon_lit, horizon
    )


def _places(begins: float, asked: Floats) -> tuple[dict[str, Floats], Floats]:
    """Where the bodies are, from the earth's middle in its radii along its equator and axis, (3, T); and how much of the moon is lit."""
    core = ephem.FixedBody()
    core._ra, core._dec, core._epoch = ephem.hours(CORE_RA), ephem.degrees(CORE_DEC), ephem.J2000
    bodies = {"sun": ephem.Sun(), "moon": ephem.Moon(), "core": core}
    found: dict[str, list[tuple[float, float, float]]] = {name: [] for name in bodies}
    lit = []
    for at in asked.tolist():
        for name, body in bodies.items():
            body.compute(begins + at)
            far = body.earth_distance * ephem.meters_per_au / 1000 / EARTH_KM if name == "moon" else 1.0
            ra, dec = float(body.g_ra), float(body.g_dec)
            found[name].append((far * math.cos(dec) * math.cos(ra), far * math.cos(dec) * math.sin(ra), far * math.sin(dec)))
        lit.append(float(bodies["moon"].moon_phase))
    return {name: np.array(of).T for name, of in found.items()}, np.array(lit)


def _axes(latitude: float, turned: Floats) -> tuple[Floats, Floats, Floats]:
    """Zenith, north and east of a place, (3, N, M) each."""
    cos, sin, none = np.cos(turned), np.sin(turned), np.zeros_like(turned)
    zenith = np.stack([math.cos(latitude) * cos, math.cos(latitude) * sin, none + math.sin(latitude)])
    north = np.stack([-math.sin(latitude) * cos, -math.sin(latitude) * sin, none + math.cos(latitude)])
    return zenith, north, np.stack([-sin, cos, none])


def _observer(latitude: float, turned: Floats) -> Floats:
    """Where a place is, from the earth's middle in its radii, (3, N, M)."""
    reduced = math.atan2(FLAT * math.sin(latitude), math.cos(latitude))
    out, up = math.cos(reduced), FLAT * math.sin(reduced)
    return np.stack([out * np.cos(turned), out * np.sin(turned), np.full_like(turned, up)])
