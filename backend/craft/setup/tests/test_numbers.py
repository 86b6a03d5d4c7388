"""The numbers that decisions speak of, each computed again by hand for situations with odd figures."""

from __future__ import annotations

import math
from typing import Any
from unittest import TestCase

from craft.decisions import solved
from craft.kit.body import BracketOffer, Finder
from craft.optics import movement, sharpness
from craft.scales.series import Dial, exact_stops
from craft.scene.light import Light
from craft.scene.situation import Aims, Concession, Delivery, Locks, Motion, Person, Situation
from craft.sensor import noise
from craft.setup.advise import advise
from craft.setup.steps import exposed
from craft.setup.tests.things import STARS, situation
from craft.vocabulary.terms import AimDepth, AimMotion, File, Genre, Intent, Support

OFFERS = (BracketOffer(3, 1.0), BracketOffer(3, 2.0), BracketOffer(5, 1.0), BracketOffer(7, 2.0))


def facts(**change: Any) -> dict[str, float]:
    return exposed(situation(**change)).told


class OfTheSituation(TestCase):
    def test_each_number_by_hand(self) -> None:
        """A sprinter at 25 m coming at 60 degrees with 11 m/s, feet passing as fast, seen with 135 mm by hand, cropped to a square."""
        light = Light(8.3, below=5.5, above=3.5, kelvin=4330.0, swing=0.7, flicker_hz=100.0, sources=2)
        s = situation(
            subject_slug="sprint",
            focal_length_mm=135,
            light=light,
            delivery=Delivery(shape=1.0, count=420, deadline_h=6.0, frames=900),
            body={"finder": Finder.OPTICAL, "bracket_offers": OFFERS, "patterns": ("spot", "highlight_guard")},
            person=Person(noise_bar=24.0, steadiness=2.0),
            support=Support.HANDHELD,
        )
        m = 0.135 / (25 - 0.135)
        speed = 11 * math.sin(math.radians(60)) * m
        found = exposed(s).told
        expected = {
            "ev100": 8.3,
            "light_swing_stops": 0.7,
            "tone_spread_stops": 2.5,
            "stops_below": 5.5,
            "stops_above": 3.5,
            "sources": 2.0,
            "kelvin": 4300.0,
            "flicker_hz": 100.0,
            "speed_m_s": 11.0,
            "limb_m_s": 11.0,
            "followed": 0.2,
            "approach_m_s": 5.5,
            "distance_m": 25.0,
            "depth_m": 1.0,
            "unpredictability": 0.2,
            "subject_share": 1.8 * m / 0.024,
            "moving": 1.0,
            "subject_moves": 1.0,
            "people": 1.0,
            "skill_quick": 0.0,
            "quiet": 0.0,
            "tripod": 0.0,
            "usual_both": 1.0,
            "optical_finder": 1.0,
            "highlight_guard_offered": 1.0,
            "stars": 0.0,
            "wants_blur": 0.0,
            "wants_pan": 0.0,
            "autofocus": 1.0,
            "detection_offered": 0.0,
            "zone_offered": 0.0,
            "one_aperture": 0.0,
            "electronic_offered": 1.0,
            "mechanical_offered": 1.0,
            "first_curtain_offered": 0.0,
            "stabiliser_offered": 0.0,
            "steadiness_stops": 0.0,
            "iso_given": 0.0,
            "iso_locked": 0.0,
            "limits_only": 0.0,
            "skew_px": speed * 0.02 / 6e-6,
            "readout_s": 0.02,
            "bands": 0.02 * 100,
            "body_s": math.sqrt(12) / 4 * s.coc_m / (0.2 * speed),
            "limbs_s": math.sqrt(12) / 4 * 2 * s.coc_m / (11 * m),
            "freeze_s": math.sqrt(12) / 4 * 2 * s.coc_m / (11 * m),
            "smear_s": math.sqrt(12) / 4 * 4 * s.coc_m / (0.2 * speed),
            "longest_dial_s": 32.0,
            "bar": 24.0,
            "lag_s": 0.06 + 1 / 12,
            "crossing_s": 0.024 / speed,
            "count": 420.0,
            "deadline_h": 6.0,
        }
        for name, value in expected.items():
            with self.subTest(name):
                self.assertAlmostEqual(found[name], value, places=6) if math.isfinite(value) else self.assertEqual(found[name], value)
        self.assertAlmostEqual(found["shake_s"], 2 ** -exposed(s).planned.asked.shake)

    def test_each_yes_and_no_turns_with_its_cause(self) -> None:
        stars = facts(**STARS)
        self.assertEqual((stars["stars"], stars["moving"], stars["approach_m_s"], stars["tripod"]), (1, 0, 0, 1))
        self.assertEqual(facts(**{**STARS, "light": Light(6.0)})["stars"], 0)
        for name, change in (
            ("wants_blur", {"aims": Aims(motion=AimMotion.BLUR)}),
            ("wants_pan", {"aims": Aims(motion=AimMotion.PAN)}),
            ("quiet", {"genre": Genre.WEDDING, "subject_slug": "ceremony"}),
            ("skill_quick", {"genre": Genre.STREET}),
            ("detection_offered", {"body": {"detects": ("people",)}}),
            ("zone_offered", {"body": {"zone_focus": True}}),
            ("one_aperture", {"lens": {"apertures": (4.0,), "widest_short": 4.0, "widest_long": 4.0, "narrowest_aperture": 4.0}}),
            ("first_curtain_offered", {"body": {"first_curtain": True}}),
            ("stabiliser_offered", {"lens": {"stabiliser_stops": 3.0}}),
            ("iso_given", {"person": Person(iso_ceiling=800)}),
            ("iso_locked", {"locks": Locks(iso=800)}),
            ("limits_only", {"body": {"sets_iso_by_limits_only": True}}),
        ):
            with self.subTest(name):
                self.assertEqual((facts(**change)[name], facts()[name]), (1.0, 0.0))
        for name, change in (
            ("autofocus", {"lens": {"autofocus": False}}),
            ("autofocus", {"body": {"autofocus": False}}),
            ("electronic_offered", {"body": {"shortest_electronic_s": None}}),
            ("mechanical_offered", {"body": {"shortest_mechanical_s": None}}),
            ("moving", {"motion": Motion(speed_m_s=0.24)}),
            ("people", {"genre": Genre.WILDLIFE}),
            ("usual_both", {"genre": Genre.WILDLIFE}),
            ("subject_moves", {"motion": Motion(speed_m_s=0.24)}),
            ("subject_moves", {"genre": Genre.LANDSCAPE, "subject_slug": "waves", "focal_length_mm": 35}),
        ):
            with self.subTest(name):
                self.assertEqual((facts(**change)[name], facts()[name]), (0.0, 1.0))
        self.assertEqual(facts(motion=Motion(speed_m_s=0.25))["moving"], 1.0)

    def test_what_is_kept_of_a_frame(self) -> None:
        for file, raw, rendered in ((File.RAW, 1, 0), (File.RENDERED, 0, 1), (File.BOTH, 1, 1)):
            told = facts(file=file)
            self.assertEqual((told["raw"], told["rendered"]), (raw, rendered))

    def test_range_of_one_frame_and_the_set_that_covers_the_rest(self) -> None:
        s = situation(body={"bracket_offers": OFFERS}, light=Light(11, below=9.5, above=4))
        told = exposed(s).told
        gain = 1681.3 * (0.40 / 0.24) * (0.25 / 0.50)
        held = float(noise.usable_range_stops(s.body.sensor, 0.0, 0.0, math.sqrt(24e6 / (gain * gain / 1.5)), 10.0, 0.005))
        self.assertAlmostEqual(told["range_stops"], held, places=3)
        self.assertEqual((told["frames"], told["step_stops"], told["bracket_possible"]), (1.0, 0.0, 1.0))  # it moves: none is taken
        alone = facts(light=Light(11, below=19, above=8))
        self.assertEqual((alone["frames"], alone["step_stops"], alone["bracket_possible"]), (1.0, 0.0, 0.0))


class OfTheExposure(TestCase):
    def told(self, s: Situation) -> dict[str, float]:
        plan = exposed(s).planned
        setup = advise(s)
        exact = (-math.log2(setup.exposure.shutter_s), 2 * math.log2(setup.exposure.aperture), math.log2(setup.exposure.iso / 100))
        return solved.of_exposure(s, plan.free, *exact, exposed(s).told)

    def test_depth_lag_flicker_and_chance_by_hand(self) -> None:
        s = situation(
            subject_slug="sprint",
            light=Light(9.0, flicker_hz=100.0),
            locks=Locks(1 / 500, 4.0, 800),
            support=Support.HANDHELD,
            motion=Motion(angle_deg=60.0),
        )
        told = self.told(s)
        near, far = (float(v) for v in sharpness.depth_limits_m(0.2, 4.0, 25.0, s.coc_m))
        self.assertAlmostEqual(told["near_m"], near)
        self.assertAlmostEqual(told["far_m"], far)
        self.assertAlmostEqual(told["half_depth_m"], min(25 - near, far - 25))
        self.assertAlmostEqual(told["plane_shift_m"], 5.5 * (0.06 + 1 / 12))
        self.assertAlmostEqual(told["flicker_swing_stops"], float(movement.flicker_swing_stops(1 / 500, 100.0, 0.6)))
        self.assertEqual((told["sharp_chance"], told["sharp_chance_burst"]), (0.0, 0.0))  # the foot smears far past its limit
        slow = situation(subject_slug="rowing", locks=Locks(1 / 320, 4.0, 800), support=Support.HANDHELD, person=Person(steadiness=0.4))
        told, known = self.told(slow), exposed(slow).told
        room = 2 - (1 / 320 / known["freeze_s"]) ** 2
        self.assertTrue(0 < room < 1)
        one = 1 - math.exp(-((known["shake_s"] * 320) ** 2) * room)
        self.assertAlmostEqual(told["sharp_chance"], one, places=2)
        self.assertAlmostEqual(told["sharp_chance_burst"], min(0.99, 1 - (1 - told["sharp_chance"]) ** 5))
        steady = self.told(situation(support=Support.TRIPOD, motion=Motion(0.0)))
        self.assertEqual((steady["sharp_chance"], steady["sharp_chance_burst"], steady["flicker_swing_stops"]), (0.99, 0.99, 0.0))

    def test_the_mid_tones_noise_in_the_output(self) -> None:
        """Metered grey at ISO 1600 has a sixteenth of 60 000/7.8 electrons; averaging into the output gains by the square root."""
        s = situation(locks=Locks(iso=1600), light=Light(9.0, through_lens=True, swing=0.0), support=Support.TRIPOD)
        setup = advise(s)
        time, aperture = exact_stops(Dial.TIME, setup.exposure.shutter_s), exact_stops(Dial.APERTURE, setup.exposure.aperture)
        lit = 9.0 - (time + aperture)
        n = noise.electrons(s.body.sensor, lit)
        across = 1681.3 * (0.40 / 0.24) * (0.25 / 0.50)
        expected = float(noise.snr_pixel(s.body.sensor, n, 4.0, 0.0, setup.exposure.shutter_s)) * math.sqrt(24e6 / (across**2 / 1.5))
        self.assertAlmostEqual(setup.facts["snr"] / expected, 1, delta=0.01)
        self.assertEqual(setup.facts["protection_stops"], 0.0)

    def test_a_zone_is_covered_when_both_its_ends_are_sharp(self) -> None:
        street = {"genre": Genre.STREET, "light": Light(14.0)}
        for focal, aperture, zone, covers in ((24, 8.0, 1, 1), (24, 2.8, 1, 0), (35, 14.0, 1, 1), (50, 22.0, 0, 0), (85, 2.8, 0, 0)):
            with self.subTest(focal=focal, aperture=aperture):
                s = situation(**street, focal_length_mm=focal, locks=Locks(aperture=aperture))
                told = {**exposed(s).told, **self.told(s)}
                self.assertEqual((told["zone"], told["zone_covers"]), (zone, covers))
                if covers:
                    near, far = s.band
                    self.assertTrue(told["near_m"] <= 1.15 * near and told["far_m"] >= 17 and math.isinf(far))
        self.assertFalse(situation(**{**street, "light": Light(4.0)}, focal_length_mm=24).zone)  # by night one focuses


class SharesToTheEnd(TestCase):
    def test_every_intent_is_told_what_its_dial_has_left(self) -> None:
        cases: tuple[tuple[Intent, dict[str, Any], str], ...] = (
            (Intent.SHAKE, {"support": Support.HANDHELD}, "shake"),
            (Intent.MOTION_BLUR, {"aims": Aims(motion=AimMotion.BLUR)}, "motion_blur"),
            (Intent.SEPARATION, {"aims": Aims(depth=AimDepth.SHALLOW)}, "separation"),
            (Intent.NOISE, {}, "noise"),
            (Intent.DEPTH, {"motion": Motion(depth_m=0.5)}, "depth"),
        )
        for intent, change, name in cases:
            with self.subTest(intent=intent):
                s = situation(**change, concessions=(Concession(intent), Concession(intent, 1.0)))
                plan = exposed(s).planned
                asks, free = plan.asked.targets, plan.free
                left = {
                    "shake": (asks.shake or 0) - free.time.lowest,
                    "motion_blur": free.time.highest - (asks.motion_blur or 0),
                    "separation": free.aperture.highest - (asks.separation or 0),
                    "noise": free.iso.highest - (asks.noise or 0),
                    "depth": 0.0,
                }
                if asks.depth is not None:
                    left["depth"] = max(asks.depth[0] - free.aperture.lowest, free.aperture.highest - asks.depth[1])
                told = advise(s).concessions
                self.assertAlmostEqual(told[0].limit_stops, max(0.0, left[name]), places=6)
                self.assertEqual(told[1].limit_stops, 1.0)
        later = advise(situation(concessions=(Concession(Intent.ISO, 3.0), Concession(Intent.ISO)))).concessions
        self.assertEqual((later[0].limit_stops, later[1].limit_stops), (3.0, 5.0))
        none = advise(situation(concessions=(Concession(Intent.ISO), Concession(Intent.ISO)), motion=Motion(0.0))).concessions
        self.assertEqual(none[1].limit_stops, 0.0)
        absent = advise(situation(concessions=(Concession(Intent.MOTION_BLUR),))).concessions
        self.assertEqual(absent[0].limit_stops, 0.0)
