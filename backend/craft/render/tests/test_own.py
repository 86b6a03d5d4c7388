"""A picture of one's own led back to light: frames of known scenes, made by the whole simulation, against those scenes."""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np

from craft.render.compose import on_sensor
from craft.render.picture import Look, picture
from craft.render.rehearsal import small_view
from craft.render.tests.shots import a_shot
from craft.stage.colour import LUMINANCE
from craft.stage.sets import STAGES
from craft.tones.own import EITHER_WAY, FULL, QUANTILES, linear, map_of_picture
from craft.tones.readings import Looks, reading
from craft.tones.spot import best_spot
from craft.vocabulary.terms import Pattern

CLIP = 2.96


class Led(unittest.TestCase):
    def test_a_frame_of_a_known_scene_gives_its_light_back_within_what_is_said(self) -> None:
        for stage in STAGES:
            shot = a_shot(stage.slug)
            levels = picture(shot, Look.FINDER, 240, marks=False)
            truth = np.log2(np.maximum(on_sensor(shot, small_view(shot)) @ LUMINANCE, 1e-6))
            found = np.log2(np.maximum(linear(levels) @ LUMINANCE, 1e-6))
            known = (levels.max(-1) < FULL) & (levels.max(-1) > 12)
            self.assertGreater(float((np.abs(found - truth)[known] < EITHER_WAY).mean()), 0.99, stage.slug)

    def test_a_frame_so_many_stops_darker_reads_so_much_less(self) -> None:
        shot = a_shot("quay")
        maps = [
            map_of_picture(picture(replace(shot, key_stops=shot.key_stops - k), Look.FINDER, 240, marks=False), 0.4)[0] for k in (0, 1, 2)
        ]
        for pattern in (Pattern.MULTI_ZONE, Pattern.CENTRE_WEIGHTED, Pattern.SPOT):
            reads = [reading(tones, Looks(pattern), CLIP) for tones in maps]
            self.assertAlmostEqual(reads[0] - reads[1], 1.0, delta=0.35)
            self.assertAlmostEqual(reads[1] - reads[2], 1.0, delta=0.35)

    def test_its_named_tones_are_where_it_has_them_and_its_white_is_counted(self) -> None:
        levels = picture(a_shot("hall"), Look.FINDER, 480, marks=False)
        tones, white = map_of_picture(levels, 0.5)
        self.assertAlmostEqual(white, float((levels.max(-1) >= FULL).mean()))
        self.assertGreater(white, 0.03)
        self.assertEqual([one.name for one in tones.named], [name for name, _ in QUANTILES])
        frame = np.log2(tones.framed(tones.luminance))
        for one, (_, quantile) in zip(tones.named, QUANTILES, strict=True):
            self.assertAlmostEqual(float((frame <= one.ev).mean()), quantile, delta=0.02)
            at = frame[min(int(one.at.y * tones.height), tones.height - 1), min(int(one.at.x * tones.width), tones.width - 1)]
            self.assertAlmostEqual(float(at), one.ev, delta=0.8)
        best = best_spot(tones, 0.0, 1.0)
        near = levels[int(best.y * 320) - 20 : int(best.y * 320) + 20, int(best.x * 480) - 20 : int(best.x * 480) + 20]
        self.assertEqual(float((near.max(-1) >= FULL).mean()), 0.0, "what is at its white is only a lower bound")

    def test_any_shape_and_a_picture_of_one_tone(self) -> None:
        for size in ((40, 40), (16, 400), (400, 16)):
            tones, white = map_of_picture(np.full((*size, 3), 118, np.uint8), 0.3)
            self.assertAlmostEqual(reading(tones, Looks(Pattern.MULTI_ZONE), CLIP), 0.0, places=2)
            self.assertEqual(white, 0.0)
            self.assertGreaterEqual(tones.height, 8)
