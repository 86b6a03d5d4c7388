"""The light of the sky against tables that others printed, and against the sun's own day."""

from __future__ import annotations

import datetime as dt
import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.sky.daylight import lux_of_moon, lux_of_sun, sky_over
from craft.sky.sun import sun_over

PRINTED_LUX = ((-6.0, 3.40), (-12.0, 8.31e-3), (-18.0, 6.51e-4))
"""Ends of twilight: RCA Electro-Optics Handbook, 1974, after Brown 1952."""
QUARTER_HOURS = range(3 * 60, 27 * 60, 15)
days = st.dates(dt.date(2026, 1, 1), dt.date(2030, 12, 31))


class Daylight(unittest.TestCase):
    def test_twilight_is_as_another_table_prints_it_and_rows_meet_where_they_change(self) -> None:
        for height, lux in PRINTED_LUX:
            self.assertAlmostEqual(math.log2(lux_of_sun(height) / lux), 0, delta=0.1)
        for join in (-12.0, -5.0, -0.8, 5.0, 20.0):
            for of in (lux_of_sun, lambda at: lux_of_moon(at, 180)):
                above, below = of(join), of(join - 1e-9)
                if below:
                    self.assertAlmostEqual(math.log2(above / below), 0, delta=0.05)

    @given(st.floats(60, 180))
    def test_the_moon_by_its_phase_is_as_another_formula_has_it(self, elongation: float) -> None:
        # Krisciunas & Schaefer 1991, equation 20, after Allen 1976: magnitudes by the phase angle.
        angle = 180 - elongation
        magnitudes = 0.026 * angle + 4e-9 * angle**4
        self.assertAlmostEqual(math.log2(lux_of_moon(60, elongation) / lux_of_moon(60, 180)), -magnitudes / 2.5 * math.log2(10), delta=1.0)

    @settings(max_examples=40)
    @given(days, st.floats(-60, 60), st.floats(-180, 180), st.floats(0, 5))
    def test_it_is_as_the_sun_s_own_marks_have_it_and_as_far_under_that_as_cloud_was_seen(
        self, day: dt.date, latitude: float, longitude: float, cloud: float
    ) -> None:
        offset = round(longitude / 15) * 60
        sun = sun_over(day, latitude, longitude, offset)
        marks = [at for at in (sun.first_light_min, sun.rises_min, sun.sets_min, sun.last_light_min) if at is not None]
        clear = sky_over(day, latitude, longitude, offset, marks)
        for at, one in zip(marks, clear, strict=True):
            # 2.5 lux are EV 0: the sun's edge on the horizon gives some 450 lux, its middle six degrees under it 3.4.
            low, high = (7.3, 7.7) if at in (sun.rises_min, sun.sets_min) else (0.3, 0.7)
            self.assertTrue(low <= one.ev100 <= high, (at, one))
        for one, under in zip(clear, sky_over(day, latitude, longitude, offset, marks, ((600, cloud),)), strict=True):
            self.assertAlmostEqual(one.ev100 - under.ev100, cloud)
            self.assertEqual(one.kelvin, under.kelvin)
        brightest = max(sky_over(day, latitude, longitude, offset, QUARTER_HOURS), key=lambda one: one.ev100)
        highest = lux_of_sun(sun.height_deg)
        self.assertAlmostEqual(brightest.ev100, math.log2(highest / 2.5), delta=0.1)

    def test_cloud_goes_over_between_what_was_seen_and_a_place_off_the_earth_is_refused(self) -> None:
        day, seen = dt.date(2027, 6, 12), ((600, 3.0), (900, 1.0))
        at = (540, 600, 750, 900, 960)
        clear, under = sky_over(day, 54.4, 0.6, 60, at), sky_over(day, 54.4, 0.6, 60, at, seen[::-1])
        self.assertEqual([round(a.ev100 - b.ev100, 6) for a, b in zip(clear, under, strict=True)], [3, 3, 2, 1, 1])
        for latitude, longitude in ((91, 0), (0, 181), (math.nan, 0)):
            with self.assertRaises(CraftError):
                sky_over(day, latitude, longitude, 60, at)
