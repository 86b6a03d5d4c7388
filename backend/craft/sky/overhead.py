"""What stands over a place at a moment, as a camera that looks one way sees it: stars of a catalogue, the planets, the moon."""

from __future__ import annotations

import csv
import datetime as dt
import math
from dataclasses import dataclass, replace
from functools import lru_cache
from pathlib import Path

import ephem
import numpy as np
from numpy.typing import NDArray

from craft.errors import CraftError
from craft.sky.aloft import CORE_DEC, CORE_RA, SIDEREAL
from craft.sky.night import Stands
from craft.sky.sun import DAY_MIN

Floats = NDArray[np.float64]

MOMENT = "%Y-%m-%dT%H:%M"
"""How a moment is written, in universal time."""

LOW_DEG = 5.0
"""Under this the core is in the haze: one looks to where the stars stand highest instead."""

STARS_CSV = Path(__file__).with_name("stars.csv")


@dataclass(frozen=True, slots=True)
class Overhead:
    """A place at a moment, and which way one looks there.

    latitude_deg, longitude_deg : north and east are positive. at : universal time, to the minute, as `MOMENT` has it.
    toward_deg : bearing from north by east; None as the picture's subject has it.

    Raises
    ------
    CraftError : a place that is not on the earth; a moment that is none.

    >>> Overhead(54.4, 0.6, "2027-06-12T22:40").toward_deg is None
    True
    """

    latitude_deg: float
    longitude_deg: float
    at: str
    toward_deg: float | None = None

    def __post_init__(self) -> None:
        """Refuse what is on no earth."""
        if not (abs(self.latitude_deg) <= 90 and abs(self.longitude_deg) <= 180):
            raise CraftError(f"{self.latitude_deg:g}, {self.longitude_deg:g} is no place: latitudes end at 90, longitudes at 180")
        try:
            read = dt.datetime.fromisoformat(self.at).strftime(MOMENT)
        except ValueError:
            read = ""
        if read != self.at:
            raise CraftError(f"“{self.at}” is no moment: write it as 2027-06-12T22:40, in universal time")


def overhead_at(
    day: dt.date, latitude_deg: float, longitude_deg: float, utc_offset_min: int, minutes: float, toward_deg: float | None = None
) -> Overhead:
    """What stands over a place so many minutes after a day's midnight by its clock.

    >>> overhead_at(dt.date(2027, 6, 12), 54.4, 0.6, 60, 25 * 60).at
    '2027-06-13T00:00'
    """
    at = dt.datetime.combine(day, dt.time()) + dt.timedelta(minutes=round(minutes) - utc_offset_min)
    return Overhead(latitude_deg, longitude_deg, at.strftime(MOMENT), toward_deg)


@dataclass(frozen=True, eq=False)
class Catalogue:
    """Stars, the brightest first. toward: (N, 3) unit vectors along the equator and axis of J2000; magnitude, colour (B - V): (N,)."""

    toward: Floats
    magnitude: Floats
    colour: Floats


def unit(ra_deg: Floats, dec_deg: Floats) -> Floats:
    """Unit vectors of places in the sky, (N, 3).

    >>> unit(np.array([90.0]), np.array([0.0])).round(3).tolist()
    [[0.0, 1.0, 0.0]]
    """
    ra, dec = np.radians(ra_deg), np.radians(dec_deg)
    return np.stack([np.cos(dec) * np.cos(ra), np.cos(dec) * np.sin(ra), np.sin(dec)], axis=-1)


@lru_cache(maxsize=1)
def catalogue() -> Catalogue:
    """Stars to the sixth magnitude.

    Source: Extended Hipparcos Compilation (Anderson & Francis 2012).

    >>> len(catalogue().magnitude), round(float(catalogue().magnitude[0]), 2)
    (5044, -1.44)
    """
    with STARS_CSV.open() as file:
        file.readline()  # where it is from
        rows = np.array([[float(cell) for cell in row.values()] for row in csv.DictReader(file)])
    return Catalogue(unit(rows[:, 0], rows[:, 1]), rows[:, 2], rows[:, 3])


def _there(over: Overhead) -> ephem.Observer:
    place = ephem.Observer()
    place.lat, place.lon, place.pressure = math.radians(over.latitude_deg), math.radians(over.longitude_deg), 0
    place.date = ephem.Date(dt.datetime.fromisoformat(over.at))
    return place


@lru_cache(maxsize=64)
def turned(over: Overhead) -> Floats:
    """What turns a direction along the equator and axis of J2000 into one of the place: (3, 3), rows east, north and up.

    Source: PyEphem, precession and sidereal time.

    >>> matrix = turned(Overhead(54.4, 0.6, "2027-06-12T22:40"))
    >>> bool(np.allclose(matrix @ matrix.T, np.eye(3), atol=1e-9))
    True
    """
    place = _there(over)
    columns = []
    for ra in (0.0, math.pi / 2):  # the third is square to both
        of_date = ephem.Equatorial(ephem.Equatorial(ra, 0.0, epoch=ephem.J2000), epoch=place.date)
        dec = float(of_date.dec)
        columns.append((math.cos(dec) * math.cos(of_date.ra), math.cos(dec) * math.sin(of_date.ra), math.sin(dec)))
    first = np.array(columns[0]) / np.linalg.norm(columns[0])
    second = np.array(columns[1]) - first * float(np.dot(columns[1], first))
    second /= np.linalg.norm(second)
    precessed = np.stack([first, second, np.cross(first, second)], axis=1)
    return np.asarray(_by_hour(float(place.sidereal_time()), math.radians(over.latitude_deg)) @ precessed)


def _by_hour(sidereal: float, latitude: float) -> Floats:
    """East, north and up of a place, along the equator and axis of the date, rows."""
    cos, sin = math.cos(sidereal), math.sin(sidereal)
    return np.array(
        (
            (-sin, cos, 0.0),
            (-math.sin(latitude) * cos, -math.sin(latitude) * sin, math.cos(latitude)),
            (math.cos(latitude) * cos, math.cos(latitude) * sin, math.sin(latitude)),
        )
    )


def stands(toward: Floats) -> Stands:
    """Where something stands that lies in a direction of a place: east, north, up.

    >>> stands(np.array([1.0, 0.0, 0.0]))
    Stands(height_deg=0.0, bearing_deg=90.0)
    """
    east, north, up = (float(one) for one in toward)
    return Stands(math.degrees(math.asin(min(max(up, -1.0), 1.0))), math.degrees(math.atan2(east, north)) % 360)


CORE = unit(np.array([math.degrees(ephem.hours(CORE_RA))]), np.array([math.degrees(ephem.degrees(CORE_DEC))]))[0]
"""The galaxy's middle, along the equator and axis of J2000."""

NORTH_OF_GALAXY = unit(np.array([192.85948]), np.array([27.12825]))[0]
"""The galaxy's north pole, J2000 (IAU 1958, as Hipparcos has it)."""


def core_stands(over: Overhead) -> Stands:
    """Where the galaxy's core stands.

    >>> round(core_stands(Overhead(-24.6, -70.4, "2027-06-13T04:00")).height_deg)
    75
    """
    return stands(turned(over) @ CORE)


@dataclass(frozen=True, slots=True)
class Wanderer:
    """The moon or a planet over a place: where it stands, without air; its magnitude; of the moon: how much of its disc is lit, half its width in
    degrees, how far it is from the sun, 180 when full, and whether it grows."""

    name: str
    at: Stands
    magnitude: float
    lit: float = 1.0
    radius_deg: float = 0.0
    elongation_deg: float = 0.0
    waxing: bool = False


PLANETS = ("Venus", "Jupiter", "Mars", "Saturn", "Mercury")


@lru_cache(maxsize=64)
def wanderers(over: Overhead) -> tuple[Wanderer, ...]:
    """Moon and planets over a place, the moon first; whether they are up or not.

    Source: PyEphem (VSOP87, ELP).

    >>> moon, *planets = wanderers(Overhead(54.4, 0.6, "2027-06-12T22:40"))
    >>> moon.name, round(moon.lit, 2), len(planets)
    ('the moon', 0.66, 5)
    """
    place = _there(over)
    moon = ephem.Moon(place)
    where = Stands(math.degrees(moon.alt), math.degrees(moon.az))
    elongation = math.degrees(moon.elong)
    disc = float(moon.moon_phase), math.degrees(moon.radius), abs(elongation), elongation > 0
    out = [Wanderer("the moon", where, float(moon.mag), *disc)]
    for name in PLANETS:
        planet = getattr(ephem, name)(place)
        out.append(Wanderer(name, Stands(math.degrees(planet.alt), math.degrees(planet.az)), float(planet.mag)))
    return tuple(out)


def sun_stands(over: Overhead) -> Stands:
    """Where the sun stands, without air.

    >>> round(sun_stands(Overhead(54.4, 0.6, "2027-06-12T11:58")).height_deg)
    59
    """
    sun = ephem.Sun(_there(over))
    return Stands(math.degrees(sun.alt), math.degrees(sun.az))


POLE, CULMINATION, GALAXY, MOON = "pole", "culmination", "core", "moon"
"""What a picture looks towards where nobody said: the axis that the sky turns about, where stars stand highest, the galaxy's core, the moon."""


def looking(over: Overhead, what: str) -> Overhead:
    """The same with the way one looks filled in, where nobody said.

    what : `POLE`, `CULMINATION`, `MOON`, or `GALAXY`: where its core is up, else as by culmination.

    >>> looking(Overhead(54.4, 0.6, "2027-01-12T22:40"), GALAXY).toward_deg, looking(Overhead(-30.0, 0.6, "2027-06-12T22:40"), POLE).toward_deg
    (180.0, 180.0)
    """
    if over.toward_deg is not None:
        return over
    north = over.latitude_deg >= 0
    toward = 0.0 if north == (what == POLE) else 180.0
    if what == MOON:
        toward = round(wanderers(over)[0].at.bearing_deg, 1)
    if what == GALAXY and (core := core_stands(over)).height_deg >= LOW_DEG:
        toward = round(core.bearing_deg, 1)
    return replace(over, toward_deg=toward)


@dataclass(frozen=True, eq=False)
class Camera:
    """A level camera: rows of axes are right, down and ahead, in east, north and up."""

    axes: Floats

    def image(self, toward: Floats) -> tuple[Floats, Floats, Floats]:
        """Right and down on a picture at unit focal length, and how far ahead, of directions (N, 3) in east, north and up: behind it where that is not positive.

        >>> u, v, ahead = camera(90.0, 0.0).image(np.array([[1.0, 0.0, 1.0]]))
        >>> round(float(u[0]), 6), round(float(v[0]), 6), float(ahead[0]) > 0
        (0.0, -1.0, True)
        """
        right, down, ahead = (self.axes @ toward.T).reshape(3, -1)
        far = np.where(np.abs(ahead) > 1e-9, ahead, 1e-9)
        return right / far, down / far, ahead

    def directions(self, u: Floats, v: Floats) -> Floats:
        """Directions of places on that picture, in east, north and up: (..., 3), of length one.

        >>> camera(90.0, 30.0).directions(np.array(0.0), np.array(0.0)).round(2).tolist()
        [0.87, 0.0, 0.5]
        """
        rays = np.stack(np.broadcast_arrays(u, v, np.ones(())), axis=-1) @ self.axes
        return np.asarray(rays / np.linalg.norm(rays, axis=-1, keepdims=True))


def camera(toward_deg: float, up_deg: float) -> Camera:
    """A level camera that looks towards a bearing, so many degrees up.

    >>> camera(0.0, 0.0).axes.round(3).tolist()
    [[1.0, -0.0, 0.0], [0.0, 0.0, -1.0], [0.0, 1.0, 0.0]]
    """
    bearing, up = math.radians(toward_deg), math.radians(up_deg)
    ahead = (math.sin(bearing) * math.cos(up), math.cos(bearing) * math.cos(up), math.sin(up))
    right = (math.cos(bearing), -math.sin(bearing), 0.0)
    down = (math.sin(bearing) * math.sin(up), math.cos(bearing) * math.sin(up), -math.cos(up))
    return Camera(np.array((right, down, ahead)))


SKY_RAD_S = 2 * math.pi * SIDEREAL / (DAY_MIN * 60)
"""How fast the sky turns."""


def turning(over: Overhead, seen: Camera) -> Floats:
    """The axis about which the sky turns as a camera sees it, right, down and ahead, its length the radians of a second: (3,).

    A direction d moves by the cross product of the negative of the earth's turn with it: from east to west.

    >>> axis = turning(Overhead(54.4, 0.6, "2027-06-12T22:40"), camera(180.0, 0.0))
    >>> bool(axis[2] > 0), f"{np.linalg.norm(axis):.3e}"
    (True, '7.292e-05')
    """
    latitude = math.radians(over.latitude_deg)
    pole = np.array((0.0, math.cos(latitude), math.sin(latitude)))
    return np.asarray(seen.axes @ (-SKY_RAD_S * pole))
