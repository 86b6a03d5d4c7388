"""A test frame read from its own pixels: simulated frames at known exposures, against shares counted anew and the taps that fit them."""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np

from craft.render.picture import Look, picture
from craft.render.shown import marks_on, shown_in
from craft.render.tests.shots import a_shot
from craft.setup.saying.trial_frame import SHOWINGS

TAPS = {(one.saw, one.much): one for one in SHOWINGS}


class Shows(unittest.TestCase):
    def frame(self, stage: str, stops: float) -> np.ndarray:
        shot = a_shot(stage, kelvin=5500.0, white_k=5500.0)
        return picture(replace(shot, key_stops=shot.key_stops + stops), Look.FINDER, 240, marks=False)

    def test_the_brighter_a_frame_the_more_it_warns_and_the_darker_the_more_it_asks_for(self) -> None:
        for stage in ("quay", "regatta", "hall", "otter"):
            order = []
            for stops in np.arange(-6.0, 4.1, 0.5):
                shown = shown_in(self.frame(stage, stops))
                tap = TAPS.get((shown.saw, shown.much))
                self.assertTrue(tap is not None or (shown.saw, shown.much) == ("", ""), stage)
                order.append(0 if tap is None else tap.thirds if tap.moves == "darker" else -tap.thirds)
            self.assertEqual(order, sorted(order), stage)
            self.assertLess(order[0], 0)
            self.assertGreater(order[-1], 0)

    def test_shares_and_marks_are_of_the_pixels(self) -> None:
        levels = self.frame("hall", 1.0)
        shown = shown_in(levels)
        white = sum(max(pixel) >= 250 for row in levels.tolist() for pixel in row)
        black = sum(max(pixel) <= 6 for row in levels.tolist() for pixel in row)
        self.assertAlmostEqual(shown.white, white / levels[..., 0].size)
        self.assertAlmostEqual(shown.black, black / levels[..., 0].size)
        self.assertGreater(shown.white, 0.01)
        marks = marks_on(levels)
        untouched = (levels.max(-1) < 250) & (levels.max(-1) > 6)
        self.assertTrue((marks[untouched] == levels[untouched]).all())
        self.assertFalse((marks == levels).all())
