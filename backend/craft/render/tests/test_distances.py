"""What stands in a scene where: every scene has its landmarks, each at the distance at which it is drawn."""

from __future__ import annotations

import math
import re
from dataclasses import replace
from unittest import TestCase

from craft.render.distances import APART, LEAST_SHARE, MOST, landmarks
from craft.render.tests.shots import a_shot
from craft.stage.stages import STAGES
from craft.tones.boxes import cutouts_of


class Landmarks(TestCase):
    def test_every_scene_names_a_few_things_nearest_first_and_none_that_is_its_subject(self) -> None:
        for stage in STAGES:
            one = replace(a_shot(stage.slug), distance_m=stage.distance_m, focus_m=stage.distance_m, focal_mm=stage.usual_mm)
            found = landmarks(one)
            with self.subTest(stage.slug):
                self.assertTrue(1 <= len(found) <= MOST)
                distances = [thing.distance_m for thing in found]
                self.assertEqual(distances, sorted(distances))
                names = {cutout.name.split(",")[0] for cutout in cutouts_of(stage.slug)}
                for thing in found:
                    self.assertTrue(any(name == thing.name or re.fullmatch(rf"{re.escape(thing.name)} \d+", name) for name in names))
                    self.assertTrue(LEAST_SHARE <= thing.share <= 1)
                    if math.isfinite(thing.distance_m) and stage.distance_m < 1000:
                        apart = max(thing.distance_m, stage.distance_m) / min(thing.distance_m, stage.distance_m)
                        self.assertGreaterEqual(apart, APART)
                for one_thing, next_thing in zip(distances, distances[1:], strict=False):
                    self.assertTrue(math.isinf(next_thing) or next_thing >= APART * one_thing)

    def test_who_steps_back_has_everything_so_much_farther_away(self) -> None:
        stage = next(stage for stage in STAGES if stage.slug == "court")
        near = replace(a_shot("court"), distance_m=stage.distance_m, focal_mm=stage.usual_mm)
        far = replace(near, distance_m=stage.distance_m + 6.0)
        before = {thing.name: thing.distance_m for thing in landmarks(near)}
        after = {thing.name: thing.distance_m for thing in landmarks(far)}
        both = before.keys() & after.keys()
        self.assertTrue(both)
        for name in both:
            if math.isfinite(before[name]):
                self.assertAlmostEqual(after[name] - before[name], 6.0, places=6)
