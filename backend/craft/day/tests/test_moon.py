"""The moon's disc in a frame: its size and drift against what it takes on paper, and times that give each phase the same light."""

from __future__ import annotations

import math
import unittest
from itertools import pairwise
from typing import Any

from craft.day.moon import DiscFrame, disc_frame, in_a_line
from craft.examples import situation as some
from craft.kit.lens import Lens
from craft.scene.light import light_from_condition
from craft.scene.situation import Situation
from craft.setup.advise import advise
from craft.sky.brightness import disc_ev
from craft.sky.overhead import Overhead, wanderers
from craft.vocabulary.terms import Genre

LONG = Lens("Long", 500, 500, 5.6, 5.6, 32, 3.0, slug="long")
UP, DOWN = (Overhead(54.4, 0.6, at) for at in ("2027-06-15T23:00", "2027-06-15T10:00"))


def moonlit(**change: Any) -> Situation:
    """The moon's disc by a long lens."""
    light = light_from_condition("moon_disc")
    return some(**{"genre": Genre.NIGHT_SKY, "lens": LONG, "light": light, "subject_slug": "moon", "focal_length_mm": 500} | change)


def disc(**change: Any) -> DiscFrame:
    here = moonlit(**change)
    return disc_frame(here, advise(here)) or unittest.TestCase().fail("no disc")


class TheDisc(unittest.TestCase):
    def test_it_is_as_large_as_half_a_degree_is(self) -> None:
        """A hundredth of the focal length and a tenth less (0.518 degrees: 4.5 mm of 500), on a sensor of 6 um and 24 mm."""
        told = disc()
        self.assertAlmostEqual(told.across_px, 4.52 / 0.006, delta=4)
        self.assertAlmostEqual(told.share, 4.52 / 24, delta=0.002)
        self.assertAlmostEqual(told.px_s, 500 * math.radians(15.04 / 3600) / 0.006, delta=0.01)
        self.assertAlmostEqual(told.leaves_s, (36 - 4.52) / 2 / (500 * math.radians(15.04 / 3600)), delta=3)
        self.assertIsNone(told.now)
        near = disc(overhead=UP)
        moon = wanderers(UP)[0].at
        up, bearing, latitude = (math.radians(at) for at in (moon.height_deg, moon.bearing_deg, UP.latitude_deg))
        declination = math.asin(math.sin(up) * math.sin(latitude) + math.cos(up) * math.cos(latitude) * math.cos(bearing))
        self.assertLess(declination, math.radians(-20))
        self.assertAlmostEqual(near.px_s / told.px_s, math.cos(declination), delta=0.002, msg="off the equator it is slower")
        self.assertAlmostEqual(near.across_px / told.across_px, wanderers(UP)[0].radius_deg / 0.259, delta=0.001)

    def test_each_phase_and_height_gets_the_time_that_gives_it_the_same_light(self) -> None:
        here = moonlit(overhead=UP)
        setup = advise(here)
        told = disc_frame(here, setup) or self.fail("no disc")
        for asks in (*told.phases, *told.heights, *told.dim, told.now or self.fail("it is up")):
            gives = asks.ev100 + math.log2(asks.time_s)
            self.assertAlmostEqual(gives, here.light.ev100 + math.log2(setup.exposure.shutter_s), delta=0.25, msg=asks.label)
        for fuller, thinner in pairwise(told.phases):
            self.assertGreater(fuller.ev100, thinner.ev100)
        for higher, lower in pairwise(told.heights):
            self.assertGreater(higher.ev100, lower.ev100)
        self.assertLess(max(asks.ev100 for asks in told.dim), min(asks.ev100 for asks in told.phases) - 8)
        moon = wanderers(UP)[0]
        self.assertAlmostEqual((told.now or self.fail("up")).ev100, disc_ev(moon.elongation_deg, moon.at.height_deg))

    def test_a_moon_that_is_down_asks_for_nothing_now_and_other_pictures_have_no_disc(self) -> None:
        self.assertIsNone(disc(overhead=DOWN).now)
        self.assertEqual(len(disc(overhead=DOWN).phases), 4)
        self.assertIn("full 1/", in_a_line(disc()))
        stars = moonlit(subject_slug="galaxy", light=light_from_condition("moonless"))
        self.assertIsNone(disc_frame(stars, advise(stars)))
