"""A night over a place: sun, moon and the galaxy's core from noon to noon, and when it is dark, moonless, with the core up."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise

import ephem
from scipy.optimize import brentq

from craft.errors import CraftError
from craft.sky.sun import DAY_MIN, clock

NOON_MIN = DAY_MIN / 2
"""A night is told from noon to noon, in minutes of the place's clock after the midnight before it."""

EVERY_MIN = 10
"""Minutes between the points that a night is drawn and looked through by: nothing up there turns about within so few."""

DARK_DEG = -18.0
"""With the sun's middle here no light of it is left in the sky: astronomical twilight ends."""

MOONLESS_DEG = -0.8
"""With the moon's middle under this its edge is down, and so is its light (as `craft.sky.daylight` takes it)."""

CORE_RA, CORE_DEC = "17:45:40.0", "-29:00:28"
"""Where the galaxy's middle stands, right ascension in hours and declination in degrees (J2000, Sagittarius A*: Reid & Brunthaler 2004)."""

USEFUL_DEG = 10.0
"""The core is worth a frame from so many degrees up: under it haze and lamps take it (practice)."""


@dataclass(frozen=True, slots=True)
class Aloft:
    """Where a body stands: degrees up, and its bearing from north by east; without air."""

    height_deg: float
    bearing_deg: float


@dataclass(frozen=True, slots=True)
class Point:
    """One time of a night: minutes after the midnight before it, and where sun, moon and core stand."""

    minutes: float
    sun: Aloft
    moon: Aloft
    core: Aloft


@dataclass(frozen=True, slots=True)
class Span:
    """From one minute to another."""

    begins: float
    ends: float

    @property
    def told(self) -> str:
        """It by the clock.

        >>> Span(1380.0, 1632.4).told
        '23:00 to 03:12'
        """
        return f"{clock(self.begins)} to {clock(self.ends)}"


@dataclass(frozen=True, slots=True)
class Night:
    """A night from noon to noon. dark: without sunlight; moon_lit: share of its disc at midnight; moon_rises, moon_sets: None where it does
    not; core_highest: minute and degrees up in the dark, None where it is not dark; windows: dark, without moon, the core high enough."""

    points: tuple[Point, ...]
    dark: tuple[Span, ...]
    moon_lit: float
    moon_rises: float | None
    moon_sets: float | None
    core_highest: tuple[float, float] | None
    windows: tuple[Span, ...]

    @property
    def told(self) -> str:
        """The night in a sentence."""
        said = [f"Dark {' and '.join(span.told for span in self.dark)}" if self.dark else "It does not get dark"]
        moon = [f"{name} {clock(at)}" for name, at in (("up", self.moon_rises), ("down", self.moon_sets)) if at is not None]
        said.append(f"the moon, {self.moon_lit:.0%} lit, {', '.join(moon) or 'neither rises nor sets'}".replace("%", " %"))
        if self.core_highest is not None:
            at, height = self.core_highest
            said.append(
                f"the galaxy's core highest in the dark at {clock(at)}, {abs(height):.0f}° {'up' if height > 0 else 'under the horizon'}"
            )
        best = (
            f"Without moon and with the core over {USEFUL_DEG:.0f}°: {', '.join(span.told for span in self.windows)}."
            if self.windows
            else ""
        )
        return f"{'; '.join(said)}. {best}".strip()


class _Over:
    """Sun, moon and core over a place, by minutes of its clock after a midnight."""

    def __init__(self, day: dt.date, latitude_deg: float, longitude_deg: float, utc_offset_min: int) -> None:
        self.midnight = ephem.Date(dt.datetime.combine(day, dt.time()) - dt.timedelta(minutes=utc_offset_min))
        self.place = ephem.Observer()
        self.place.lat, self.place.lon, self.place.pressure = math.radians(latitude_deg), math.radians(longitude_deg), 0
        core = ephem.FixedBody()
        core._ra, core._dec, core._epoch = ephem.hours(CORE_RA), ephem.degrees(CORE_DEC), ephem.J2000
        self.bodies = {"sun": ephem.Sun(), "moon": ephem.Moon(), "core": core}

    def at(self, name: str, minutes: float) -> Aloft:
        """Where a body stands."""
        self.place.date = self.midnight + minutes / DAY_MIN
        body = self.bodies[name]
        body.compute(self.place)
        return Aloft(math.degrees(body.alt), math.degrees(body.az))

    def moon_lit(self, minutes: float) -> float:
        """Share of the moon's disc that is lit."""
        self.at("moon", minutes)
        return float(self.bodies["moon"].moon_phase)


def _crossings(height: Callable[[float], float], at: list[float], heights: list[float], level: float) -> list[float]:
    """Minutes at which a height goes through a level, found between points by Brent's method."""
    found = []
    for k in range(len(at) - 1):
        if (heights[k] < level) != (heights[k + 1] < level):
            found.append(float(brentq(lambda m: height(m) - level, at[k], at[k + 1], xtol=1e-3)))
    return found


def _spans(edges: list[float], holds: Callable[[float], bool], begins: float, ends: float) -> tuple[Span, ...]:
    """Spans between edges, within which something holds."""
    cuts = [begins, *sorted(edges), ends]
    parts = [Span(a, b) for a, b in pairwise(cuts) if b - a > 1e-6 and holds((a + b) / 2)]
    joined: list[Span] = []
    for part in parts:
        if joined and abs(joined[-1].ends - part.begins) < 1e-6:
            joined[-1] = Span(joined[-1].begins, part.ends)
        else:
            joined.append(part)
    return tuple(joined)


def night_over(day: dt.date, latitude_deg: float, longitude_deg: float, utc_offset_min: int, least_deg: float = USEFUL_DEG) -> Night:
    """The night that begins on a day, over a place: by the clock of the place, a plain horizon, without air.

    day : of the place's calendar, on whose evening it begins.
    latitude_deg, longitude_deg : north and east are positive.
    utc_offset_min : the clock's minutes ahead of universal time.
    least_deg : from how high up the core counts.

    Source: PyEphem (VSOP87 sun, ELP moon); twilight as defined by the Nautical Almanac Office.

    Raises
    ------
    CraftError : a place that is not on the earth.

    >>> night = night_over(dt.date(2027, 6, 12), 54.4, 0.6, 60)
    >>> night.dark, round(night.moon_lit, 2)
    ((), 0.66)
    """
    if not (abs(latitude_deg) <= 90 and abs(longitude_deg) <= 180):
        raise CraftError(f"{latitude_deg:g}, {longitude_deg:g} is no place: latitudes end at 90, longitudes at 180")
    over = _Over(day, latitude_deg, longitude_deg, utc_offset_min)
    minutes = [NOON_MIN + k * EVERY_MIN for k in range(DAY_MIN // EVERY_MIN + 1)]
    points = tuple(Point(m, over.at("sun", m), over.at("moon", m), over.at("core", m)) for m in minutes)
    heights = {name: [getattr(point, name).height_deg for point in points] for name in over.bodies}

    def edges(name: str, level: float) -> list[float]:
        return _crossings(lambda m: over.at(name, m).height_deg, minutes, heights[name], level)

    def down(name: str, level: float) -> Callable[[float], bool]:
        return lambda m: over.at(name, m).height_deg < level

    sunless, moonless = edges("sun", DARK_DEG), edges("moon", MOONLESS_DEG)
    ends = NOON_MIN, NOON_MIN + DAY_MIN
    dark = _spans(sunless, down("sun", DARK_DEG), *ends)
    up = edges("core", least_deg)
    windows = _spans(
        [*sunless, *moonless, *up],
        lambda m: (
            over.at("sun", m).height_deg < DARK_DEG
            and over.at("moon", m).height_deg < MOONLESS_DEG
            and over.at("core", m).height_deg >= least_deg
        ),
        *ends,
    )
    rising = [m for m in moonless if over.at("moon", m + 1).height_deg > over.at("moon", m - 1).height_deg]
    setting = [m for m in moonless if m not in rising]
    return Night(points, dark, over.moon_lit(DAY_MIN), min(rising, default=None), min(setting, default=None), _highest(over, dark), windows)


def _highest(over: _Over, dark: tuple[Span, ...]) -> tuple[float, float] | None:
    """When the core stands highest while it is dark, and how high: to the minute."""
    tried = [
        (over.at("core", m).height_deg, m)
        for span in dark
        for m in (span.begins, span.ends, *range(math.ceil(span.begins), math.floor(span.ends) + 1))
    ]
    if not tried:
        return None
    height, at = max(tried)
    return float(at), height
