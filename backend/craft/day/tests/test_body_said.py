"""What a body's page says about it, and what then comes of it in a setup."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from craft.configuration.configure import configure
from craft.decisions.numbers import PRESETS
from craft.errors import CraftError
from craft.examples import SHOWN_ON, situation
from craft.optics.sharpness import depth_limits_m
from craft.render.shot import shot_of
from craft.scene.light import Light, light_from_condition
from craft.scene.situation import Locks, Motion
from craft.scene.works import WORKS
from craft.setup.advise import advise
from craft.vocabulary.terms import FocusMode, Genre


class EndsOfABody(TestCase):
    def test_white_ends_where_its_scale_does(self) -> None:
        candles, scale = Light(4.0, kelvin=1900.0, keeps=0.2), {"kelvin_lowest": 2500.0, "kelvin_highest": 9900.0}
        for body, kelvin in (({}, 2500.0), ({"kelvin_lowest": 1800.0}, 2200.0), (scale, 2500.0)):
            made = advise(situation(light=candles, body=body, settings={"white_mode": "kelvin"}))
            self.assertEqual((made.white.kelvin, made.facts["kelvin_set"]), (kelvin, kelvin))
        with self.assertRaisesRegex(CraftError, "no white of 2000 K: 2500 to 9900 K is accepted") as caught:
            advise(situation(light=candles, body=scale, settings={"white_kelvin": 2000.0}))
        self.assertEqual(caught.exception.where, ("settings", "white_kelvin"))

    def test_without_kelvin_the_nearest_preset_is_taken_and_how_far_off_it_is_said(self) -> None:
        for offered in (("automatic", "daylight", "shade", "tungsten"), ("automatic", "daylight"), ("automatic",)):
            traits = replace(SHOWN_ON["BODY"].traits, offered={"white_mode": offered})
            for kelvin in (2700.0, 3400.0, 5600.0, 8000.0):
                made = advise(situation(light=Light(8.0, kelvin=kelvin), body={"traits": traits}))
                self.assertIn(made.white.mode.value, offered)
                presets = [at for mode, at in PRESETS.items() if mode.value in offered]
                said = next(one for one in made.decisions if one.decision == "white").because
                if not presets:
                    self.assertIn("by itself", said)
                    continue
                nearest = min(presets, key=lambda at: abs(1e6 / at - 1e6 / kelvin))
                self.assertEqual(PRESETS[made.white.mode], nearest)
                self.assertIn(f"{abs(1e6 / nearest - 1e6 / kelvin):.0f} mired off", said)
                self.assertNotIn("kinds of light", said)

    def test_a_sentence_speaks_of_a_number_of_white_only_where_one_is_set(self) -> None:
        for mode, numbered in (("automatic", False), ("automatic_warm", False), ("daylight", True), ("kelvin", True)):
            made = advise(situation(light=light_from_condition("candles"), settings={"white_mode": mode}))
            because = next(one for one in made.decisions if one.decision == "white").because
            self.assertEqual(" K keeps" in because or "Set to" in because, numbered, because)

    def test_sync_is_of_the_shutter_that_is_taken(self) -> None:
        with_flash = {"flash": "on", "high_speed_sync": "off", "iso_mode": "fixed"}
        for shutter, time_s, past in (("mechanical", 1 / 200, False), ("first_curtain", 1 / 200, True), ("electronic", 1 / 100, True)):
            body = {"sync_s": 1 / 200, "sync_first_curtain_s": 1 / 160, "sync_electronic_s": 1 / 60, "first_curtain": True}
            one = situation(body=body, settings={**with_flash, "shutter_type": shutter}, locks=Locks(shutter_s=time_s))
            broken = {violation.rule.slug for violation in configure(one, advise(one)).violations}
            self.assertEqual("flash_past_sync" in broken, past, shutter)
            self.assertNotIn("electronic_without_flash", broken, "this body says that it lights one")


class Lenses(TestCase):
    def test_a_lens_that_stands_still_is_focused_nowhere_and_sharp_where_the_optics_say(self) -> None:
        """The zone against the plane's own depth; the frame against the disc of the subject's distance."""
        for at, subject in ((2.5, 4.0), (6.0, 2.0), (4.0, 4.0)):
            one = situation(
                genre=Genre.STREET,
                body={"autofocus": False},
                lens={"autofocus": False, "ring": False, "fixed_m": at, "focal_min_mm": 28.0, "focal_max_mm": 28.0},
                focal_length_mm=28.0,
                motion=Motion(distance_m=subject),
            )
            made = advise(one)
            (focus,) = (d for d in made.decisions if d.decision == "focus")
            self.assertEqual((focus.school, made.focus.distance_m), ("fixed", at))
            self.assertIn(f"stands at {at:g} m for good", focus.because)
            near, far = depth_limits_m(0.028, made.exposure.aperture, at, one.coc_m)
            self.assertAlmostEqual(made.focus.near_m, float(near), delta=0.02 * float(near))
            self.assertAlmostEqual(made.focus.far_m or 1e9, min(float(far), 1e9), delta=0.05 * min(float(far), 1e9))
            values = configure(one, made).values
            self.assertFalse({"focus_mode", "focus_area", "peaking", "ring_override", "focus_activation"} & set(values))
            self.assertEqual(shot_of(one, made).focus_m, at)

    def test_without_a_ring_nothing_is_focused_by_hand(self) -> None:
        for work in WORKS:
            for subject in work.subjects:
                one = situation(
                    genre=work.genre, subject_slug=subject.slug, lens={"ring": False}, light=Light(-6.0 if subject.sky else 9.0)
                )
                made = advise(one)
                self.assertNotEqual(made.focus.mode, FocusMode.MANUAL, subject.slug)
                self.assertNotIn("ring_override", configure(one, made).values)

    def test_lenses_that_cannot_be_are_refused_at_their_place(self) -> None:
        for change in ({"fixed_m": 3.0}, {"ring": False, "autofocus": False}):
            with self.assertRaises(CraftError) as caught:
                situation(lens=change)
            self.assertEqual(caught.exception.where, ("fixed_m",))
