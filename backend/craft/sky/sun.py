"""When the sun rises and sets over a place, and when it is light before and after."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Callable
from dataclasses import dataclass

import ephem
from scipy.optimize import brentq

from craft.errors import CraftError

RISEN_DEG = -34 / 60
"""The sun's upper edge is seen at so many degrees: air lifts it by 34 minutes of arc, as almanacs have it."""

LIGHT_DEG = -6.0
"""With the sun's middle here civil twilight begins and ends: the sky is bright enough to see by."""

DAY_MIN = 24 * 60


@dataclass(frozen=True, slots=True)
class SunDay:
    """A day of the sun: minutes of the place's clock after midnight, None for what does not come that day.

    height_deg: the sun's middle at its highest, without air.
    """

    first_light_min: float | None
    rises_min: float | None
    sets_min: float | None
    last_light_min: float | None
    height_deg: float

    @property
    def marks(self) -> tuple[tuple[float, str], ...]:
        """What the sun does that day, each with its minute, as the day goes.

        >>> SunDay(None, 263.0, 1292.2, None, 58.8).marks
        ((263.0, 'sun up'), (1292.2, 'sun down'))
        """
        named = (
            (self.first_light_min, "first light"),
            (self.rises_min, "sun up"),
            (self.sets_min, "sun down"),
            (self.last_light_min, "last light"),
        )
        return tuple(sorted((minute, name) for minute, name in named if minute is not None))

    @property
    def told(self) -> str:
        """The day in a sentence.

        >>> SunDay(208.0, 263.0, 1292.2, 1347.5, 58.8).told
        'First light 03:28, sun up 04:23, sun down 21:32, last light 22:28; the sun stands 59° up at its highest.'
        >>> SunDay(None, None, None, None, 33.2).told
        'The sun does not set; it stands 33° up at its highest.'
        >>> SunDay(None, None, None, None, -13.1).told
        'The sun does not rise; it stands 13° under the horizon at its highest.'
        """
        said = [f"{name} {clock(minute)}" for minute, name in self.marks]
        if self.rises_min is None and self.sets_min is None:
            said.append("the sun does not set" if self.height_deg > RISEN_DEG else "the sun does not rise")
        words, it = ", ".join(said), "it" if len(said) == 1 else "the sun"
        where = "up" if self.height_deg > 0 else "under the horizon"
        return f"{words[0].upper()}{words[1:]}; {it} stands {abs(self.height_deg):.0f}° {where} at its highest."


def clock(minute: float) -> str:
    """Hours and minutes of a day.

    >>> clock(263.05)
    '04:23'
    """
    hours, minutes = divmod(round(minute) % DAY_MIN, 60)
    return f"{hours:02}:{minutes:02}"


QUARTER = 0.25
"""Days between the sun's highest and where it is half way down."""


def _grazing(place: ephem.Observer, midnight: ephem.Date, rising: bool, horizon_deg: float, middle: bool) -> float | None:
    """When the sun crosses a horizon that it only grazes: about its lowest or its highest, where a day's mean declination says it does not.

    Bracketed about every turn of its height from the day before to the day after, and found by Brent's method.
    """
    sun = ephem.Sun()

    def over(at: float) -> float:
        place.date = at
        sun.compute(place)
        return math.degrees(sun.alt + (0 if middle else sun.radius)) - horizon_deg

    turns = [turn(sun, start=midnight) for turn in (place.previous_transit, place.next_transit)]
    turns += [turn(sun, start=midnight) for turn in (place.previous_antitransit, place.next_antitransit)]
    turns += [one + 1 for one in turns]
    found = []
    for turn in turns:
        for begin, end in ((turn - QUARTER, turn), (turn, turn + QUARTER)):
            before, after = over(begin), over(end)
            if (before < 0) != (after < 0) and (after > before) == rising:
                found.append((float(brentq(over, begin, end, xtol=1e-7)) - midnight) * DAY_MIN)
    return min((minutes for minutes in found if 0 <= minutes < DAY_MIN), default=None)


def sun_over(day: dt.date, latitude_deg: float, longitude_deg: float, utc_offset_min: int) -> SunDay:
    """The sun's day over a place, by the clock of the place; of a plain horizon at the height of the sea.

    day : of the place's calendar.
    latitude_deg : north is positive, -90 to 90.
    longitude_deg : east is positive, -180 to 180.
    utc_offset_min : the clock's minutes ahead of universal time.

    Source: PyEphem's VSOP87 sun; horizon and twilight as defined by the Nautical Almanac Office.

    Raises
    ------
    CraftError : a place that is not on the earth.

    >>> sun = sun_over(dt.date(2027, 6, 12), 54.4, 0.6, 60)
    >>> [int(at) for at in (sun.first_light_min, sun.rises_min, sun.sets_min, sun.last_light_min)]
    [207, 263, 1292, 1347]
    """
    if not (abs(latitude_deg) <= 90 and abs(longitude_deg) <= 180):
        raise CraftError(f"{latitude_deg:g}, {longitude_deg:g} is no place: latitudes end at 90, longitudes at 180")
    midnight = dt.datetime.combine(day, dt.time()) - dt.timedelta(minutes=utc_offset_min)
    place = ephem.Observer()
    place.lat, place.lon, place.pressure = math.radians(latitude_deg), math.radians(longitude_deg), 0
    sun = ephem.Sun()

    rises, sets = place.next_rising, place.next_setting

    def comes(crossing: Callable[..., ephem.Date], horizon_deg: float, *, middle: bool) -> float | None:
        place.horizon = math.radians(horizon_deg)
        try:
            at = crossing(sun, start=ephem.Date(midnight), use_center=middle)
        except ephem.CircumpolarError:
            return _grazing(place, ephem.Date(midnight), crossing == rises, horizon_deg, middle)
        minutes = (at.datetime() - midnight).total_seconds() / 60
        return minutes if minutes < DAY_MIN else None

    first, last = comes(rises, LIGHT_DEG, middle=True), comes(sets, LIGHT_DEG, middle=True)
    up, down = comes(rises, RISEN_DEG, middle=False), comes(sets, RISEN_DEG, middle=False)
    place.date = place.next_transit(sun, start=ephem.Date(midnight))
    sun.compute(place)
    return SunDay(first, up, down, last, math.degrees(sun.alt))
