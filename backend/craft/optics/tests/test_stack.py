"""A stack of focus: without a gap, and with no frame to spare."""

from __future__ import annotations

import math
import unittest

import numpy as np
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from craft.optics.sharpness import depth_limits_m
from craft.optics.stack import MOST, stack_m

COC = 30e-6


class Stack(unittest.TestCase):
    @settings(max_examples=80, deadline=None)
    @given(st.floats(0.015, 0.4), st.floats(1.4, 22), st.floats(0.3, 30), st.floats(1.01, 40))
    def test_all_of_the_band_is_sharp_in_some_frame_and_no_frame_can_be_spared(
        self, focal_m: float, aperture: float, near: float, times: float
    ) -> None:
        assume(near > 4 * focal_m)
        far = near * times
        places = stack_m(focal_m, aperture, near, far, COC)
        assume(places)
        limits = [tuple(float(end) for end in depth_limits_m(focal_m, aperture, min(at, 1e7), COC)) for at in places]
        for distance in np.geomspace(near, far, 60):
            self.assertTrue(any(low - 1e-6 <= distance * (1 + 1e-6) and distance <= high * (1 + 1e-6) for low, high in limits), distance)
        # every frame reaches as far as one whose near limit is where the one before ends can: fewer would leave a gap
        for at, before, after in zip(places[1:], limits, limits[1:], strict=False):
            if math.isfinite(at):
                self.assertAlmostEqual(after[0] / before[1], 1.0, delta=2e-3)
            else:
                self.assertLessEqual(after[0], before[1] * (1 + 2e-3))

    def test_to_infinity_and_past_all_patience(self) -> None:
        wide = stack_m(0.02, 11.0, 0.3, math.inf, COC)
        self.assertEqual(wide[-1], math.inf)
        self.assertEqual(list(wide), sorted(wide))
        self.assertEqual(stack_m(0.4, 1.4, 1.7, math.inf, COC / 10), ())
        self.assertGreater(len(stack_m(0.1, 2.8, 0.4, 0.8, COC)), 20)
        self.assertLess(len(stack_m(0.1, 2.8, 0.4, 0.8, COC)), MOST)
