"""The night against a second library that shares nothing with the first, and against every minute of it."""

from __future__ import annotations

import datetime as dt
import random
from itertools import pairwise
from unittest import TestCase

import astronomy

from craft.errors import CraftError
from craft.sky.night import DARK_DEG, MOONLESS_DEG, USEFUL_DEG, Night, Span, night_over
from craft.sky.sun import clock

CORE = (17 + 45 / 60 + 40 / 3600, -(29 + 28 / 3600))
"""Right ascension in hours and declination in degrees of the galaxy's middle (J2000), typed here once more."""

FARTHEST_LY = 1e6
BODIES = {"sun": astronomy.Body.Sun, "moon": astronomy.Body.Moon, "core": astronomy.Body.Star1}


def height(name: str, day: dt.date, minutes: float, latitude: float, longitude: float, offset: int) -> tuple[float, float]:
    """Degrees up and bearing of a body's middle without air, by the second library."""
    astronomy.DefineStar(astronomy.Body.Star1, CORE[0], CORE[1], FARTHEST_LY)
    begins = astronomy.Time.Make(day.year, day.month, day.day, 0, 0, 0)
    at = begins.AddDays((minutes - offset) / 1440)
    there = astronomy.Observer(latitude, longitude, 0.0)
    seen = astronomy.Equator(BODIES[name], at, there, True, True)
    up = astronomy.Horizon(at, there, seen.ra, seen.dec, astronomy.Refraction.Airless)
    return up.altitude, up.azimuth


def somewhere(rng: random.Random) -> tuple[dt.date, float, float, int]:
    """A date within a century and a place, poles and date line among them."""
    day = dt.date(1950, 1, 1) + dt.timedelta(days=rng.randint(0, 36500))
    latitude = rng.choice((90.0, -90.0, 0.0, rng.uniform(-89, 89), rng.uniform(-60, 60)))
    longitude = rng.choice((180.0, -180.0, 0.0, rng.uniform(-180, 180)))
    return day, latitude, longitude, rng.randint(-48, 56) * 15


class ANight(TestCase):
    def test_heights_and_bearings_agree_within_a_tenth_of_a_degree_over_a_century(self) -> None:
        rng = random.Random(28)
        for _ in range(60):
            place = somewhere(rng)
            night = night_over(*place)
            for point in rng.sample(night.points, 4):
                for name in BODIES:
                    told = getattr(point, name)
                    up, bearing = height(name, place[0], point.minutes, *place[1:])
                    self.assertAlmostEqual(told.height_deg, up, delta=0.1, msg=f"{name} {place} {clock(point.minutes)}")
                    if abs(up) < 80 and abs(place[1]) < 89:
                        apart = abs((told.bearing_deg - bearing + 180) % 360 - 180)
                        self.assertLess(apart, 0.4, f"{name} {place}")
            lit = astronomy.Illumination(
                astronomy.Body.Moon, astronomy.Time.Make(*place[0].timetuple()[:3], 0, 0, 0).AddDays(1 - place[3] / 1440)
            )
            self.assertAlmostEqual(night.moon_lit, lit.phase_fraction, delta=0.005)

    def test_dark_and_windows_are_those_minutes_and_no_others(self) -> None:
        """Every third minute of a night, by the second library: it is dark where it says so, and the best of it is the best of it."""
        rng = random.Random(29)
        seen = 0
        for _ in range(12):
            place = somewhere(rng)
            night = night_over(*place)
            seen += len(night.windows)
            for minutes in range(720, 2161, 3):
                sun, moon, core = (height(name, place[0], minutes, *place[1:])[0] for name in BODIES)
                near = min(abs(sun - DARK_DEG), abs(moon - MOONLESS_DEG), abs(core - USEFUL_DEG)) < 0.15
                if near:
                    continue
                self.assertEqual(self.within(night.dark, minutes), sun < DARK_DEG, (place, minutes))
                best = sun < DARK_DEG and moon < MOONLESS_DEG and core >= USEFUL_DEG
                self.assertEqual(self.within(night.windows, minutes), best, (place, minutes))
        self.assertGreater(seen, 2)

    @staticmethod
    def within(spans: tuple[Span, ...], minutes: float) -> bool:
        return any(span.begins <= minutes <= span.ends for span in spans)

    def test_what_is_told_is_what_was_found(self) -> None:
        rng = random.Random(30)
        for _ in range(60):
            place = somewhere(rng)
            night = night_over(*place)
            self.assert_told(night)
            for at, rises in ((night.moon_rises, True), (night.moon_sets, False)):
                if at is not None:
                    before, after = (height("moon", place[0], at + side * 5, *place[1:])[0] for side in (-1, 1))
                    self.assertEqual(after > before, rises)
                    self.assertAlmostEqual(height("moon", place[0], at, *place[1:])[0], MOONLESS_DEG, delta=0.2)
        with self.assertRaises(CraftError):
            night_over(dt.date(2027, 6, 12), 91.0, 0.0, 0)

    def test_a_core_that_must_stand_higher_is_there_for_no_longer(self) -> None:
        rng = random.Random(31)
        narrowed = 0
        for _ in range(20):
            place = somewhere(rng)
            nights = [night_over(*place, least_deg=degrees) for degrees in (-90.0, 5.0, 20.0, 35.0, 91.0)]
            for low, high in pairwise(nights):
                self.assertEqual((low.dark, low.core_highest, low.moon_rises), (high.dark, high.core_highest, high.moon_rises))
                for span in high.windows:
                    self.assertTrue(any(one.begins <= span.begins + 1e-3 and span.ends <= one.ends + 1e-3 for one in low.windows), place)
                narrowed += self.minutes_of(high) < self.minutes_of(low)
            self.assertEqual(nights[-1].windows, ())
        self.assertGreater(narrowed, 5)

    @staticmethod
    def minutes_of(night: Night) -> float:
        return sum(span.ends - span.begins for span in night.windows)

    def assert_told(self, night: Night) -> None:
        told = night.told
        self.assertEqual("does not get dark" in told, not night.dark)
        self.assertEqual("Without moon" in told, bool(night.windows))
        for span in (*night.dark, *night.windows):
            self.assertIn(span.told, told)
            self.assertLess(span.begins, span.ends)
        if night.core_highest:
            at, _ = night.core_highest
            self.assertIn(f"at {clock(at)}", told)
            self.assertTrue(self.within(night.dark, at))
