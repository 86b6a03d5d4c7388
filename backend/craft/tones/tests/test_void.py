"""A sky without light: as dark at any contrast, and no tone that one would miss; and the ends of every other picture by brute force."""

from __future__ import annotations

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.stage.stages import BY_SLUG, STAGES
from craft.tones.boxes import Tuning
from craft.tones.spread import MISSED, spread_of
from craft.tones.tonemap import map_on

contrast = st.floats(0.5, 9)


class Void(unittest.TestCase):
    @settings(max_examples=25)
    @given(contrast, contrast, st.floats(200, 2000))
    def test_the_moon_s_sky_stays_black_and_its_land_takes_the_contrast(self, above: float, below: float, focal: float) -> None:
        moon = BY_SLUG["moon"]
        tones = map_on(moon, focal, 1000.0, 1.5, Tuning(above, below, 4100.0), 0.3)
        light = np.log2(tones.framed(tones.luminance))
        corner = light[: light.shape[0] // 8, : light.shape[1] // 8]
        self.assertLess(float(corner.max()), -8.0)
        darkest, brightest = spread_of(tones).ends
        self.assertGreater(darkest, moon.void)
        self.assertLess(brightest, above * 1.6 + 0.6)
        sky = next((one for one in tones.named if one.name == "sky"), None)
        if sky:
            self.assertTrue(sky.void)
            self.assertAlmostEqual(sky.ev, -8.9, places=4)

    def test_where_no_sky_is_without_light_ends_are_the_shares_that_nobody_misses(self) -> None:
        for stage in STAGES:
            if stage.void > -math.inf:
                continue
            tones = map_on(stage, stage.usual_mm, stage.distance_m, 1.5, Tuning(stage.above, stage.below, 5500.0), 0.4)
            darkest, brightest = spread_of(tones).ends
            for of, end, share in ((tones.luminance, darkest, MISSED), (tones.highest, brightest, 1 - MISSED)):
                seen = np.log2(tones.taken(of))
                pixel = 1.5 / seen.size
                self.assertLessEqual(float((seen < end).mean()), share + pixel, stage.slug)
                self.assertGreaterEqual(float((seen <= end).mean()), share - pixel, stage.slug)
