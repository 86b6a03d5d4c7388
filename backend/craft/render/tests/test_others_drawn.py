"""Others who are to be sharp with the subject stand in the drawn scene: as large as they are there, before what is behind them, and in focus at their own distance."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

import numpy as np

from craft.render.compose import on_sensor
from craft.render.shot import Shot, from_recipe
from craft.render.tests.shots import a_shot
from craft.stage.others import another, subject_of, with_others
from craft.stage.stage import Cutout
from craft.stage.stages import BY_SLUG, STAGES
from craft.tones.boxes import cutouts_of
from craft.tones.framing import View

VIEW = View(360, 240, 360.0)


def height(figure: tuple[Cutout, ...]) -> tuple[float, float]:
    """Top and bottom of cut-outs, in units of the stage."""
    boxes = [path.computeTightBounds() for one in figure for path in one.shape or ()]
    return min(box.top() for box in boxes), max(box.bottom() for box in boxes)


class Drawn(TestCase):
    def test_each_is_as_large_as_its_distance_has_it_with_its_feet_on_the_same_ground(self) -> None:
        for stage in STAGES:
            cutouts = cutouts_of(stage.slug)
            subject = subject_of(stage, cutouts)
            if not subject:
                self.assertEqual(with_others(stage, cutouts, (5.0,)), cutouts, stage.slug)
                continue
            for times in (0.7, 2.0):
                other = another(stage, cutouts, stage.distance_m * times, 0)
                (top, bottom), (high, low) = height(subject), height(other)
                with self.subTest(stage.slug, times=times):
                    self.assertAlmostEqual((low - high) * times, bottom - top, delta=0.01 * (bottom - top))
                    self.assertAlmostEqual((low - stage.vanishing[1]) * times, bottom - stage.vanishing[1], delta=0.02 * (bottom - top))
                    self.assertEqual({one.at for one in other}, {stage.distance_m * times})

    def test_they_stand_before_what_is_farther_and_behind_what_is_nearer(self) -> None:
        stage = BY_SLUG["court"]
        laid = with_others(stage, cutouts_of("court"), (16.0, 9.0))
        where = {number: [k for k, one in enumerate(laid) if one.name.startswith(f"another {number}")] for number in (1, 2)}
        for k, one in enumerate(laid):
            if not one.name.startswith("another"):
                self.assertTrue(k > max(where[1]) or one.at >= 16.0 or k < min(where[1]))
        self.assertLess(max(where[1]), min(where[2]), "the farther is laid first")

    def slopes(self, shot: Shot, left: int, right: int) -> float:
        light = on_sensor(shot, VIEW).sum(-1)[:, left:right]
        return float(np.percentile(np.abs(np.diff(np.log2(np.maximum(light, 1e-6)), axis=1)), 99))

    def test_one_who_stands_nearer_is_in_focus_where_focus_is_put_there_and_not_where_it_is_on_the_subject(self) -> None:
        alone = replace(a_shot("hall"), aperture=1.4, focal_mm=50.0, distance_m=6.0, focus_m=6.0, shake_m=0.0, body_m=0.0, limb_m=0.0)
        both = replace(alone, others=(3.5,))
        changed = np.abs(on_sensor(both, VIEW) - on_sensor(alone, VIEW)).sum(-1).max(axis=0)
        columns = np.flatnonzero(changed > 0.3 * changed.max())
        self.assertGreater(columns.size, 20, "somebody stands there")
        left, right = int(columns[0]), int(columns[-1])
        on_them = replace(both, focus_m=3.5)
        self.assertGreater(self.slopes(on_them, left, right), 1.15 * self.slopes(both, left, right))

    def test_a_frame_that_was_kept_before_there_were_any_is_drawn_as_it_was(self) -> None:
        one = a_shot("hall")
        recipe = one.recipe()
        del recipe["others"]
        self.assertEqual(from_recipe(recipe), one)
        both = replace(one, others=(4.0, 9.5))
        self.assertEqual(from_recipe({**both.recipe(), "others": [4.0, 9.5]}), both)
