"""The ruler of time, for situations drawn by lot: its bounds are those of blur reckoned by hand, its lamps those of an integral."""

from __future__ import annotations

import math
import random
from typing import Any
from unittest import TestCase

import numpy as np

from craft.scene.works import SUBJECT
from craft.vocabulary.terms import Genre
from demo.kit import BODIES, LENSES
from forms.rehearsal_form import RehearseIn
from forms.rulers.time import TimeOnSceneOut, time_on
from forms.tests.test_focus_rulers import NOBODYS, drawn

SPRINT = {
    "genre": "sports",
    "subject": "sprint",
    "body": BODIES["merrow-swift-20"],
    "lens": LENSES["merrow-70-200"],
    "light": {"ev100": 12},
}


def told(raw: dict[str, Any]) -> TimeOnSceneOut:
    return time_on(RehearseIn.model_validate({"situation": raw}), NOBODYS)


class Time(TestCase):
    def test_zones_follow_each_other_without_a_gap_and_the_time_that_is_set_is_on_the_dial(self) -> None:
        rng = random.Random(5)
        for _ in range(30):
            raw = drawn(rng)
            found = told(raw)
            with self.subTest(genre=raw["genre"], subject=raw["subject"]):
                self.assertIn(found.time_s, found.dial)
                self.assertEqual(found.dial, sorted(found.dial))
                self.assertTrue(found.shortest_s <= found.time_s <= found.longest_s * 1.001)
                self.assertEqual(found.zones[0].from_s, found.shortest_s)
                for one, after in zip(found.zones, found.zones[1:], strict=False):
                    self.assertAlmostEqual(one.to_s, after.from_s)
                self.assertTrue(all(found.shortest_s <= mark.at_s <= found.longest_s for mark in found.marks))
                chances = [one.one for one in found.chances]
                self.assertEqual(chances, sorted(chances, reverse=True), "the longer, the fewer")
                self.assertTrue(all(one.burst >= one.one for one in found.chances))
                self.assertLessEqual(sum(one.as_set for one in found.chances), 1)

    def test_what_is_frozen_and_what_smears_is_blur_by_hand(self) -> None:
        """A runner across the frame: following leaves a fifth of 11 m/s, limbs pass at their own; one circle of confusion, two, four."""
        subject = SUBJECT[Genre.SPORTS, "sprint"]
        raw = {**SPRINT, "focal_length_mm": 200, "motion": {"distance_m": 25, "angle_deg": 90, "followed": 0.2}}
        found = told(raw)
        width = BODIES["merrow-swift-20"]["sensor_width_mm"] / 1000
        circle = 0.2e-3 / 0.25 * 0.5 * width / 0.4  # a print of 40 cm from 50
        mag, line = 0.2 / (25 - 0.2), math.sqrt(12) / 4
        body = line * circle / (0.2 * subject.body_m_s * mag)
        limbs = line * 2 * circle / (subject.limb_m_s * mag)
        bounds = {zone.word: zone for zone in found.zones}
        self.assertAlmostEqual(bounds["frozen"].to_s / min(body, limbs), 1.0, delta=0.01)
        self.assertAlmostEqual(bounds["smears"].to_s / (4 * body), 1.0, delta=0.01)
        slow = told({**raw, "motion": {**raw["motion"], "speed_m_s": subject.body_m_s / 2}})
        self.assertAlmostEqual(slow.zones[0].to_s / found.zones[0].to_s, 2.0, delta=0.02)

    def test_a_time_that_is_held_is_told_by_where_it_lies(self) -> None:
        for shutter_s, words in ((1 / 4000, "frozen"), (1 / 4, "streaks")):
            found = told({**SPRINT, "support": "handheld", "locks": {"shutter_s": shutter_s}})
            self.assertEqual((found.held, found.time_s), (True, shutter_s))
            self.assertIn(words, found.words[0])

    def test_lamps_swing_as_the_integral_of_their_light_does(self) -> None:
        raw = {
            "genre": "wedding",
            "subject": "dancing",
            "body": BODIES["merrow-swift-20"],
            "lens": LENSES["merrow-24-70"],
            "light": {"ev100": 5, "flicker_hz": 100},
        }
        found = told(raw)
        self.assertTrue(found.lamps)
        phases = np.linspace(0, 1 / 100, 400, endpoint=False)[:, None]
        for one in found.lamps:
            true = 2 ** (round(math.log2(one.time_s) * 3) / 3)
            t = np.linspace(0, true, 2001)[None, :]
            light = (1 + 0.6 * np.cos(2 * np.pi * 100 * (phases + t))).mean(axis=1)
            self.assertAlmostEqual(one.swing, float(np.log2(light.max() / light.min())), delta=0.03)
            self.assertEqual(one.safe, one.swing < 0.1)
        self.assertTrue(any(one.safe for one in found.lamps))
        self.assertEqual(told({**raw, "light": {"ev100": 5, "flicker_hz": 0}}).lamps, [])

    def test_each_shutter_of_the_body_has_its_row_and_the_electronic_one_skews(self) -> None:
        found = told(SPRINT)
        rows = {one.label: one for one in found.shutters}
        self.assertEqual(set(rows), {"mechanical", "first curtain", "electronic"})
        self.assertEqual(sum(one.as_set for one in found.shutters), 1)
        self.assertTrue(rows["electronic"].skew_px > 0 and rows["mechanical"].skew_px == 0)
        self.assertIsNone(rows["electronic"].sync)
        self.assertEqual(rows["mechanical"].sync, "1/250")
