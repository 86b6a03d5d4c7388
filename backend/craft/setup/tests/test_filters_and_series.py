"""A filter is less light and nothing else; a series draws what one frame cannot."""

from __future__ import annotations

import math
from typing import Any
from unittest import TestCase

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from craft.bracketing.series import series_for
from craft.exposure.filters import filters_of
from craft.exposure.targets import wanted_blur_s
from craft.scene.light import Light
from craft.scene.situation import Aims, Motion
from craft.setup.advise import advise
from craft.setup.steps import exposed
from craft.setup.tests.things import STARS, situation
from craft.vocabulary.terms import AimMotion, Genre, Support

FALL = {"genre": Genre.LANDSCAPE, "subject_slug": "water_blur", "focal_length_mm": 35, "support": Support.TRIPOD}
bags = st.lists(st.sampled_from((2.0, 3.0, 4.0, 6.0, 10.0)), max_size=3, unique=True).map(lambda bag: tuple(sorted(bag)))


def water(ev: float, bag: tuple[float, ...] = (), built_in: tuple[float, ...] = (), **more: Any) -> Any:
    return situation(**FALL, light=Light(ev), filters_stops=bag, body={"nd_stops": built_in}, **more)


class Filters(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.integers(6, 16), bags, st.sampled_from(((), (3.0,))))
    def test_the_one_taken_is_the_weakest_that_leaves_least_by_trying_each_alone(
        self, ev: int, bag: tuple[float, ...], built_in: tuple[float, ...]
    ) -> None:
        """Each filter tried as the only one there is; what is left is light too many for the wanted blur."""
        both = exposed(water(float(ev), bag, built_in))
        together = both.planned
        left = {0.0: exposed(water(float(ev))).told["left_stops"]}
        for offer in filters_of(together.situation):
            alone = exposed(water(float(ev), tuple(f for f in (offer.glass,) if f), tuple(f for f in (offer.built_in,) if f)))
            if alone.planned.nd == offer.stops:
                left[offer.stops] = alone.told["left_stops"]
        best = min(left.values())
        self.assertEqual(together.nd, min(stops for stops, rest in left.items() if rest <= best + 1e-6))
        self.assertAlmostEqual(both.told["left_stops"], best)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(8, 16), bags)
    def test_the_dials_are_those_of_so_much_less_light(self, ev: int, bag: tuple[float, ...]) -> None:
        """The reading of a scene that is darker by the filter, with no filter in the bag, gives the same three figures."""
        through = advise(water(float(ev), bag))
        assume(through.exposure.nd_stops)
        without = advise(water(ev - through.exposure.nd_stops))
        self.assertEqual(
            (through.exposure.shutter_s, through.exposure.aperture, through.exposure.iso),
            (without.exposure.shutter_s, without.exposure.aperture, without.exposure.iso),
        )
        self.assertAlmostEqual(through.exposure.darker_stops, without.exposure.darker_stops)

    def test_a_built_in_one_set_by_hand_stays_and_glass_is_counted_apart(self) -> None:
        setup = advise(water(14.0, (6.0,), (3.0,), settings={"built_in_nd": 3.0}))
        self.assertIn((setup.exposure.nd_stops, setup.exposure.glass_stops), ((3.0, 0.0), (9.0, 6.0)))
        self.assertEqual(advise(water(2.0, (6.0,), (3.0,))).exposure.nd_stops, 0.0)

    @settings(max_examples=30, deadline=None)
    @given(st.integers(9, 16), bags)
    def test_a_filter_that_is_wanting_would_help_by_what_is_said(self, ev: int, bag: tuple[float, ...]) -> None:
        """With the filter that the note asks for in the bag, nothing is wanting any more."""
        course = exposed(water(float(ev), bag))
        plan, wanting = course.planned, course.told["wanting_stops"]
        assume(wanting > 0.2)
        mended = exposed(water(float(ev), (*bag, plan.nd + math.ceil(wanting))))
        self.assertLess(mended.told["wanting_stops"], 0.2)


class TheSeries(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.integers(3, 15), st.sampled_from(((), (3.0,), (6.0,))))
    def test_its_frames_last_as_long_as_the_blur_that_is_wanted(self, ev: int, bag: tuple[float, ...]) -> None:
        """Frames, time in all, room on the card and charges by arithmetic from the setup and the body alone."""
        s = water(float(ev), bag)
        setup = advise(s)
        wanted = wanted_blur_s(s)
        if setup.series is None:
            self.assertGreater(setup.exposure.shutter_s * 1.26, wanted * 0.999)
            return
        series, sensor = setup.series, s.body.sensor
        self.assertTrue((series.frames - 1) * setup.exposure.shutter_s < wanted * 1.07)
        self.assertGreaterEqual(series.frames * setup.exposure.shutter_s * 1.07, wanted)
        self.assertGreaterEqual(series.interval_s, setup.exposure.shutter_s * 0.99)
        self.assertAlmostEqual(series.hours, series.frames * series.interval_s / 3600)
        bare = series.frames * sensor.pixels_wide * sensor.pixels_high * sensor.bits / 8e9
        self.assertTrue(0.4 * bare < series.gigabytes < bare)
        (note,) = [n.text for n in setup.notes if n.kind == "series"]
        self.assertTrue(note.startswith(f"{series.frames} frames of "), note)

    def test_there_is_none_without_a_tripod_or_for_what_is_followed_or_is_to_be_sharp(self) -> None:
        self.assertIsNotNone(advise(water(12.0)).series)
        for change in ({"support": Support.HANDHELD}, {"aims": Aims(motion=AimMotion.FREEZE)}):
            with self.subTest(change=change):
                self.assertIsNone(advise(situation(**{**FALL, "light": Light(12.0), **change})).series)
        self.assertIsNone(advise(situation(**STARS)).series)

    def test_it_begins_where_one_frame_does_not_do_and_ends_where_nobody_could(self) -> None:
        one = water(12.0)
        wanted = wanted_blur_s(one)
        for part, there in ((2 ** (-1 / 3) * 1.01, False), (2 ** (-1 / 3) * 0.99, True), (1.01 / 2000, True), (0.99 / 2000, False)):
            self.assertEqual(series_for(one, wanted * part) is not None, there, part)

    def test_trails_run_longer_with_a_gap_between_frames(self) -> None:
        trails = {**STARS, "subject_slug": "trails", "support": Support.TRIPOD}
        setup = advise(situation(**trails, motion=Motion()))
        assert setup.series is not None
        self.assertGreater(setup.series.interval_s, setup.exposure.shutter_s)
        self.assertGreater(setup.series.hours, 0.5)
        self.assertGreaterEqual(setup.series.charges, math.ceil(setup.series.hours / 4))
