"""What stands over a place, against a second library that shares nothing with the first; how the sky turns, against itself a moment later."""

from __future__ import annotations

import datetime as dt
import math
import random
from dataclasses import replace
from itertools import pairwise
from unittest import TestCase

import astronomy
import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.sky.brightness import (
    BY_PLACE,
    PLACES,
    airmass,
    apart_deg,
    disc_ev,
    ev_of_mag,
    luminance_of_mag,
    mag_of_ev,
    moonlit_mag,
)
from craft.sky.daylight import sky_over
from craft.sky.night import Stands
from craft.sky.open_sky import ev_of_open_sky
from craft.sky.overhead import (
    CULMINATION,
    GALAXY,
    MOON,
    POLE,
    Overhead,
    camera,
    catalogue,
    core_stands,
    looking,
    overhead_at,
    stands,
    sun_stands,
    turned,
    turning,
    wanderers,
)

PLANETS = {"Venus": astronomy.Body.Venus, "Jupiter": astronomy.Body.Jupiter, "Mars": astronomy.Body.Mars, "Saturn": astronomy.Body.Saturn}
LIGHTYEARS = 1e6


def somewhere(rng: random.Random) -> Overhead:
    """A place and a moment within a century, poles and date line among them."""
    latitude = rng.choice((90.0, -90.0, 0.0, rng.uniform(-89, 89), rng.uniform(-60, 60)))
    longitude = rng.choice((180.0, -180.0, 0.0, rng.uniform(-180, 180)))
    at = dt.datetime(1950, 1, 1) + dt.timedelta(minutes=rng.randint(0, 36500 * 1440))
    return Overhead(latitude, longitude, at.strftime("%Y-%m-%dT%H:%M"))


def second(over: Overhead, of: astronomy.Body) -> Stands:
    """Where a body stands by the second library, without air."""
    at = dt.datetime.fromisoformat(over.at)
    time = astronomy.Time.Make(at.year, at.month, at.day, at.hour, at.minute, 0)
    there = astronomy.Observer(over.latitude_deg, over.longitude_deg, 0.0)
    seen = astronomy.Equator(of, time, there, True, True)
    up = astronomy.Horizon(time, there, seen.ra, seen.dec, astronomy.Refraction.Airless)
    return Stands(up.altitude, up.azimuth)


class OverAPlace(TestCase):
    def test_stars_planets_moon_and_sun_stand_where_a_second_library_has_them(self) -> None:
        rng, known = random.Random(7), catalogue()
        for _ in range(60):
            over = somewhere(rng)
            matrix = turned(over)
            for k in rng.sample(range(len(known.magnitude)), 4):
                x, y, z = known.toward[k]
                astronomy.DefineStar(
                    astronomy.Body.Star1, math.degrees(math.atan2(y, x)) % 360 / 15, math.degrees(math.asin(z)), LIGHTYEARS
                )
                self.assertLess(apart_deg(stands(matrix @ known.toward[k]), second(over, astronomy.Body.Star1)), 0.1, over)
            moon, *planets = wanderers(over)
            self.assertLess(apart_deg(moon.at, second(over, astronomy.Body.Moon)), 0.1, over)
            self.assertLess(apart_deg(sun_stands(over), second(over, astronomy.Body.Sun)), 0.1, over)
            for planet in planets:
                if planet.name in PLANETS:
                    self.assertLess(apart_deg(planet.at, second(over, PLANETS[planet.name])), 0.1, (planet.name, over))

    def test_the_moon_is_lit_and_grows_as_the_second_library_has_it(self) -> None:
        for day in range(0, 60, 3):
            at = dt.datetime(2027, 3, 1) + dt.timedelta(days=day)
            moon = wanderers(Overhead(20.0, 10.0, at.strftime("%Y-%m-%dT%H:%M")))[0]
            time = astronomy.Time.Make(at.year, at.month, at.day, 0, 0, 0)
            self.assertAlmostEqual(moon.lit, astronomy.Illumination(astronomy.Body.Moon, time).phase_fraction, delta=0.01)
            phase = astronomy.MoonPhase(time)
            if 5 < phase < 175 or 185 < phase < 355:
                self.assertEqual(moon.waxing, phase < 180, at)

    def test_an_hour_by_the_clock_of_the_place_is_the_right_moment(self) -> None:
        self.assertEqual(overhead_at(dt.date(2027, 12, 31), 1.0, 2.0, -600, 25 * 60).at, "2028-01-01T11:00")
        for wrong in ("2027-06-12", "2027-06-12T22:40:10", "soon", "2027-13-01T00:00", "2027-06-12T22:40+01:00"):
            with self.assertRaisesRegex(CraftError, "is no moment"):
                Overhead(0.0, 0.0, wrong)
        with self.assertRaisesRegex(CraftError, "is no place"):
            Overhead(91.0, 0.0, "2027-06-12T22:40")

    def test_one_looks_where_the_subject_is_unless_somebody_said(self) -> None:
        summer = Overhead(30.0, 0.0, "2027-07-04T23:30")
        self.assertEqual(looking(summer, POLE).toward_deg, 0.0)
        self.assertEqual(looking(summer, CULMINATION).toward_deg, 180.0)
        self.assertAlmostEqual(looking(summer, GALAXY).toward_deg or 0, core_stands(summer).bearing_deg, delta=0.1)
        self.assertAlmostEqual(looking(summer, MOON).toward_deg or 0, wanderers(summer)[0].at.bearing_deg, delta=0.06)
        self.assertEqual(looking(replace(summer, toward_deg=77.0), GALAXY).toward_deg, 77.0)
        self.assertEqual(looking(replace(summer, at="2027-01-04T23:30"), GALAXY).toward_deg, 180.0)

    @given(st.floats(-89, 89), st.floats(0, 360), st.floats(0, 60), st.integers(0, 5000))
    def test_a_star_goes_where_the_turn_says_it_goes(self, latitude: float, toward: float, up: float, star: int) -> None:
        over, later = (Overhead(latitude, 5.0, at) for at in ("2027-06-12T22:40", "2027-06-12T22:41"))
        seen = camera(toward, up)
        one, other = (seen.axes @ turned(at) @ catalogue().toward[star] for at in (over, later))
        moved = np.cross(turning(over, seen), (one + other) / 2) * 60
        self.assertTrue(np.allclose(other - one, moved, atol=2e-7), (other - one, moved))

    @given(st.floats(0, 360), st.floats(-30, 80), st.floats(-2, 2), st.floats(-2, 2))
    def test_a_place_of_the_picture_and_its_direction_are_one(self, toward: float, up: float, u: float, v: float) -> None:
        seen = camera(toward, up)
        across, down, ahead = seen.image(seen.directions(np.array(u), np.array(v))[None, :])
        self.assertTrue(ahead[0] > 0 and math.isclose(across[0], u, abs_tol=1e-9) and math.isclose(down[0], v, abs_tol=1e-9))


class HowBright(TestCase):
    def test_magnitudes_and_light_are_those_that_are_published(self) -> None:
        for mag, candela in ((22.0, 1.71e-4), (20.0, 1.08e-3), (18.0, 6.81e-3)):
            self.assertAlmostEqual(luminance_of_mag(mag) / candela, 1, delta=0.005)
            self.assertAlmostEqual(mag_of_ev(ev_of_mag(mag)), mag)
        for height, air in ((90, 1.0), (60, 1.154), (45, 1.413), (30, 1.994), (20, 2.904), (10, 5.586), (5, 10.306), (0, 37.92)):
            self.assertAlmostEqual(airmass(height), air, delta=0.012 * air, msg=str(height))
        with self.assertRaisesRegex(CraftError, "under the horizon"):
            airmass(-0.1)

    def test_places_grow_lighter_and_say_why(self) -> None:
        for darker, lighter in pairwise(PLACES):
            self.assertGreater(darker.mag, lighter.mag)
            self.assertGreater(darker.least_visible, lighter.least_visible)
            self.assertTrue(lighter.reason and lighter.source)
        self.assertEqual(set(BY_PLACE), {place.slug for place in PLACES})

    @given(st.floats(1, 89), st.floats(0, 360), st.floats(1, 89), st.floats(5, 175), st.floats(17, 22))
    def test_a_moon_lights_the_sky_more_the_fuller_it_is_and_never_darkens_it(
        self, up: float, bearing: float, moon_up: float, elongation: float, dark: float
    ) -> None:
        at, moon = Stands(up, bearing), Stands(moon_up, 0.0)
        lit = moonlit_mag(dark, at, moon, elongation)
        self.assertLessEqual(lit, dark + 1e-9)
        self.assertLessEqual(moonlit_mag(dark, at, moon, elongation + 4), lit + 1e-9)
        self.assertEqual(moonlit_mag(dark, at, Stands(-1.0, 0.0), elongation), dark)

    def test_the_disc_dims_with_its_phase_as_a_second_library_has_it(self) -> None:
        """Meeus's polynomial of the moon's magnitude, over the part that is lit."""
        for phase in range(0, 130, 5):
            turn = math.radians(phase)
            magnitude = 1.49 * turn + 0.0431 * turn**4
            lit = (1 + math.cos(turn)) / 2
            expected = disc_ev(180.0, 60.0) - magnitude * 0.4 * math.log2(10) - math.log2(lit)
            self.assertAlmostEqual(disc_ev(180.0 - phase, 60.0), expected, delta=0.2, msg=str(phase))
        self.assertGreater(disc_ev(180.0, 80.0), disc_ev(180.0, 5.0) + 1.5)

    def test_the_open_sky_goes_from_dusk_into_its_own_darkness_without_a_step(self) -> None:
        """Through an evening without a moon it falls at every minute and ends at what the place has; under the moon at what that makes of it."""
        evening = [Overhead(44.0, 0.6, f"2027-01-07T{18 + k // 6}:{k % 6}0", 180.0) for k in range(18)]
        fell = [ev_of_open_sky(over, 21.5) for over in evening]
        for one, other in pairwise(fell):
            self.assertTrue(-1.6 < other - one <= 1e-9, fell)
        self.assertAlmostEqual(fell[-1], ev_of_mag(21.5), delta=0.01)
        for dark in (17.5, 20.0, 21.9):
            self.assertAlmostEqual(ev_of_open_sky(evening[-1], dark), ev_of_mag(dark), delta=0.01)
        moonlit = Overhead(44.0, 0.6, "2027-01-22T23:00", 180.0)
        moon = wanderers(moonlit)[0]
        expected = moonlit_mag(21.5, Stands(20.0, 180.0), moon.at, moon.elongation_deg)
        self.assertAlmostEqual(ev_of_open_sky(moonlit, 21.5), ev_of_mag(expected), delta=0.01)
        [ground] = sky_over(dt.date(2027, 1, 7), 44.0, 0.6, 0, (17 * 60.0,))
        dusk = ev_of_open_sky(Overhead(44.0, 0.6, "2027-01-07T17:00", 180.0), 21.5)
        self.assertAlmostEqual(dusk - ground.ev100, 2.67, delta=0.05, msg="a sky is so much brighter than what it lights")
