"""The sun's hours against an almanac's, and against formulas that share nothing with the library."""

from __future__ import annotations

import datetime as dt
import math
from itertools import pairwise
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.sky.sun import LIGHT_DEG, RISEN_DEG, clock, sun_over

ALMANAC = (
    (dt.date(2000, 6, 21), 51.48, 0.0, 0, "03:43", "20:21"),
    (dt.date(2000, 1, 1), 51.48, 0.0, 0, "08:06", "16:02"),
)
"""Sunrise and sunset as almanacs print them for this latitude on the meridian."""


def height_deg(day: dt.date, minute_utc: float, latitude_deg: float, longitude_deg: float) -> float:
    """Height of the sun's middle without air, by the low-precision formulas of the Astronomical Almanac (a hundredth of a degree)."""
    days = (day - dt.date(2000, 1, 1)).days + minute_utc / 1440 - 0.5
    mean, anomaly = math.radians(280.460 + 0.9856474 * days), math.radians(357.528 + 0.9856003 * days)
    along = mean + math.radians(1.915) * math.sin(anomaly) + math.radians(0.020) * math.sin(2 * anomaly)
    tilt = math.radians(23.439 - 4e-7 * days)
    ascension = math.atan2(math.cos(tilt) * math.sin(along), math.cos(along))
    declination = math.asin(math.sin(tilt) * math.sin(along))
    turned = math.radians(280.46062 + 360.98564737 * days + longitude_deg) - ascension
    latitude = math.radians(latitude_deg)
    sine = math.sin(latitude) * math.sin(declination) + math.cos(latitude) * math.cos(declination) * math.cos(turned)
    return math.degrees(math.asin(sine))


SEMI_DEG = 0.267
"""Half the sun's width, on the average."""


class Hours(TestCase):
    def test_as_the_almanac_prints_them_to_the_minute(self) -> None:
        for day, latitude, longitude, offset, up, down in ALMANAC:
            with self.subTest(day=day, latitude=latitude):
                sun = sun_over(day, latitude, longitude, offset)
                for minute, printed in ((sun.rises_min, up), (sun.sets_min, down)):
                    hours, minutes = map(int, printed.split(":"))
                    self.assertAlmostEqual(minute, hours * 60 + minutes, delta=1.0)

    @given(
        st.dates(dt.date(2000, 1, 1), dt.date(2060, 1, 1)),
        st.floats(-89, 89),
        st.floats(-180, 180),
        st.integers(-48, 56).map(lambda quarters: quarters * 15),
    )
    def test_the_sun_stands_where_each_mark_says_and_crosses_nowhere_else(
        self, day: dt.date, latitude: float, longitude: float, offset: int
    ) -> None:
        sun = sun_over(day, latitude, longitude, offset)
        heights = [height_deg(day, minute - offset, latitude, longitude) for minute in range(0, 1441, 4)]
        self.assertAlmostEqual(sun.height_deg, max(heights), delta=0.45)  # a noon and the next lie up to 0.4 apart
        for up, down, bar in ((sun.first_light_min, sun.last_light_min, LIGHT_DEG), (sun.rises_min, sun.sets_min, RISEN_DEG - SEMI_DEG)):
            for minute in (up, down):
                if minute is not None:
                    self.assertAlmostEqual(height_deg(day, minute - offset, latitude, longitude), bar, delta=0.06)
            clear = all(abs(height - bar) > 0.1 for height in (heights[0], heights[-1], max(heights), min(heights)))
            if clear:
                crossings = [before < bar <= after for before, after in zip(heights, heights[1:], strict=False)]
                falls = [before >= bar > after for before, after in zip(heights, heights[1:], strict=False)]
                self.assertEqual((up is not None, down is not None), (any(crossings), any(falls)))

    @given(st.integers(0, 365), st.floats(64.5, 68.5), st.booleans(), st.integers(-8, 8).map(lambda quarters: quarters * 15))
    def test_near_the_circle_it_sets_on_just_the_days_on_which_it_goes_down(
        self, day: int, latitude: float, south: bool, offset: int
    ) -> None:
        """A sun that dips under for minutes is seen to; one a twentieth of a degree from the horizon may do either."""
        latitude, date = -latitude if south else latitude, dt.date(2027, 1, 1) + dt.timedelta(day)
        sun = sun_over(date, latitude, 10.0, offset)
        heights = [height_deg(date, minute - offset, latitude, 10.0) - RISEN_DEG + SEMI_DEG for minute in range(0, 1441)]
        if min(abs(height) for height in (heights[0], heights[-1], max(heights), min(heights))) > 0.05:
            rises = [k for k, (a, b) in enumerate(pairwise(heights)) if a < 0 <= b]
            sets = [k for k, (a, b) in enumerate(pairwise(heights)) if a >= 0 > b]
            self.assertEqual((sun.rises_min is not None, sun.sets_min is not None), (bool(rises), bool(sets)), sun.told)

    def test_what_is_no_place_is_refused_and_hours_are_written_round_midnight(self) -> None:
        for latitude, longitude in ((90.5, 0.0), (0.0, -181.0), (math.nan, 0.0)):
            with self.assertRaisesRegex(CraftError, "is no place"):
                sun_over(dt.date(2027, 6, 12), latitude, longitude, 0)
        self.assertEqual((clock(1439.7), clock(-3.0)), ("00:00", "23:57"))
