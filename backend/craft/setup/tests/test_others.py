"""Further lights, and others that are to be sharp: against optics written out anew and against what each does alone."""

from __future__ import annotations

import math
import random
import re
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.scene.light import Light, lit_also
from craft.scene.situation import Aims, Motion, Other, Situation
from craft.setup.advise import advise
from craft.setup.tests.things import situation
from craft.vocabulary.terms import AimDepth, AimMotion, Genre, Support

lights = st.builds(
    Light,
    st.floats(-2, 16),
    below=st.floats(0, 8),
    above=st.floats(0, 6),
    kelvin=st.sampled_from((1900.0, 2900.0, 4000.0, 5500.0, 5600.0, 9000.0)),
    mains=st.booleans(),
)


def group(*others: Other, **change: object) -> Situation:
    """People in front of a short lens, the subject three metres away."""
    usual = {"genre": Genre.PORTRAIT, "focal_length_mm": 35.0, "motion": Motion(distance_m=3.0, depth_m=0.2), "light": Light(13.0)}
    return situation(**{**usual, **change}, others=others)


def blur_m(one: Situation, aperture: float, at_m: float) -> float:
    """The blur disc by similar triangles: the image of ``at_m`` falls before or behind the sensor, and the cone there is cut by it."""
    f, opening = one.focal_mm / 1000, one.focal_mm / 1000 / aperture
    image, sensor = (1 / (1 / f - 1 / metres) for metres in (at_m, one.distance_m))
    return opening * abs(sensor - image) / image


class FurtherLights(TestCase):
    @settings(max_examples=200, deadline=None)
    @given(lights, st.lists(lights, max_size=4), st.randoms())
    def test_the_picture_spans_what_each_light_lights_in_whatever_order_they_are_told(
        self, key: Light, others: list[Light], rng: random.Random
    ) -> None:
        both = lit_also(key, others)
        ends = [(one.ev100 - one.below, one.ev100 + one.above) for one in (key, *others)]
        self.assertAlmostEqual(key.ev100 - both.below, min(low for low, _ in ends))
        self.assertAlmostEqual(key.ev100 + both.above, max(high for _, high in ends))
        self.assertEqual(both.mains, any(one.mains for one in (key, *others)))
        self.assertEqual((both.ev100, both.kelvin), (key.ev100, key.kelvin))
        shuffled = lit_also(key, rng.sample(others, len(others)))
        self.assertEqual((shuffled.above, shuffled.below, shuffled.mains), (both.above, both.below, both.mains))
        self.assertEqual(lit_also(key, [key, key]), key)

    def test_kinds_of_light_are_those_whose_colours_differ_and_white_says_how_far(self) -> None:
        lamps = Light(8.0, kelvin=2900.0, indoors=True)
        window, alike = Light(10.0, kelvin=6700.0), Light(6.0, kelvin=2850.0)
        self.assertEqual([lit_also(lamps, others).sources for others in ((), (alike,), (window,), (window, alike))], [1, 1, 2, 2])
        alone, mixed = (
            next(made for made in advise(situation(genre=Genre.WEDDING, light=light)).decisions if made.decision == "white")
            for light in (lit_also(lamps, [alike]), lit_also(lamps, [window, alike]))
        )
        self.assertEqual((alone.school, mixed.school), ("fixed_kelvin", "one_for_the_room"))
        self.assertIn("The light of 2900 K and that of 6700 K lie 196 mired apart.", mixed.because)
        self.assertEqual(round(1e6 / 2900 - 1e6 / 6700), 196)

    def test_a_lamp_on_the_mains_makes_a_steady_picture_pulse_and_another_s_own_pulse_is_kept(self) -> None:
        steady, lamp, tube = Light(8.0, flicker_hz=0.0), Light(6.0, mains=True), Light(6.0, flicker_hz=240.0)
        self.assertEqual([situation(light=lit_also(steady, others)).flicker_hz for others in ((), (lamp,), (tube,))], [0.0, 100.0, 240.0])


class OthersToBeSharp(TestCase):
    @settings(max_examples=50, deadline=None)
    @given(st.lists(st.builds(Other, st.floats(2.2, 9), depth_m=st.floats(0, 0.4)), min_size=1, max_size=4), st.floats(24, 60))
    def test_each_is_within_the_circle_of_confusion_or_it_is_said_that_nothing_does_it(self, others: list[Other], focal: float) -> None:
        one = group(*others, focal_length_mm=focal)
        setup, alone = advise(one), advise(group(focal_length_mm=focal))
        alone_band = group(focal_length_mm=focal).band
        note = next((note.text for note in setup.notes if note.kind == "others"), "")
        self.assertEqual(bool(note), one.band != alone_band)
        self.assertGreaterEqual(setup.exposure.aperture, alone.exposure.aperture if alone.sharpness_stops <= 0 else 0)
        ends = [at + side * depth / 2 for at, depth in ((3.0, 0.2), *((o.distance_m, o.depth_m or 0) for o in others)) for side in (-1, 1)]
        worst = max(blur_m(one, setup.exposure.aperture, at) for at in ends)
        self.assertEqual((min(ends), max(ends)), one.band)
        if setup.sharpness_stops <= 0:
            self.assertLessEqual(worst, one.coc_m)
        if "worth closing to" in note:
            self.assertGreater(worst, one.coc_m * 0.5)
        said = [float(number) for number in re.findall(r"f/(\d+(?:\.\d+)?)", note)]
        self.assertEqual(said, sorted(said, reverse=True))

    def test_focus_between_two_asks_less_than_focus_on_the_nearer_and_the_distance_is_the_one_that_does(self) -> None:
        one = group(Other(4.5, depth_m=0.2))
        note = next(note.text for note in advise(one).notes if note.kind == "others")
        here, between = (float(number) for number in re.findall(r"f/(\d+(?:\.\d+)?)", note))
        self.assertLess(between, here)
        near, far = one.band
        equal = min((k / 1000 for k in range(2900, 4600)), key=lambda s: abs(abs(near - s) / near - abs(far - s) / far))
        self.assertAlmostEqual(one.between_m, equal, delta=0.002)
        self.assertIn(f"at {one.between_m:.3g} m", note)

    def test_others_where_the_subject_is_ask_for_nothing_more(self) -> None:
        flat = Motion(distance_m=3.0, depth_m=0.0)
        for one in (group(Other(3.0, depth_m=0.0), motion=flat), group(Other(3.05, depth_m=0.05))):
            self.assertNotIn("others", {note.kind for note in advise(one).notes})
        near = group(Other(3.0 + 1e-6, depth_m=0.0), motion=flat)
        self.assertRegex(next(note.text for note in advise(near).notes if note.kind == "others"), r"^To hold .* takes f/")

    def test_nobody_s_background_melts_unless_somebody_says_so(self) -> None:
        self.assertEqual(group().aim_depth, AimDepth.SHALLOW)
        self.assertEqual(group(Other(4.0)).aim_depth, AimDepth.ENOUGH)
        told = group(Other(4.0), aims=Aims(depth=AimDepth.SHALLOW))
        self.assertEqual(told.aim_depth, AimDepth.SHALLOW)
        self.assertNotIn("others", {note.kind for note in advise(told).notes})

    @settings(max_examples=40, deadline=None)
    @given(st.floats(2.5, 6), st.floats(0.2, 4))
    def test_one_who_moves_by_himself_is_frozen_too(self, at_m: float, speed: float) -> None:
        aims = Aims(motion=AimMotion.FREEZE)
        one = group(Other(at_m, 0.1, speed), light=Light(15.0), aims=aims, support=Support.TRIPOD)
        setup = advise(one)
        image = speed * (one.focal_mm / 1000) / (at_m - one.focal_mm / 1000) * setup.exposure.shutter_s
        self.assertLessEqual(image, one.coc_m * 2 ** (1 / 6))
        self.assertLessEqual(
            setup.exposure.shutter_s,
            advise(group(Other(at_m, 0.1), light=Light(15.0), aims=aims, support=Support.TRIPOD)).exposure.shutter_s,
        )

    def test_one_that_begins_before_the_lens_is_refused_at_its_place(self) -> None:
        with self.assertRaisesRegex(CraftError, "no near end") as caught:
            group(Other(4.0), Other(0.5, depth_m=1.2))
        self.assertEqual(caught.exception.where, ("other_subjects", 1, "distance_m"))
        self.assertTrue(math.isfinite(group(Other(4.0), Other(0.5)).depth_m))
