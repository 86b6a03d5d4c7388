"""Grey patches: their noise, told back through the screen's curve."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np

from craft.render.patch import MID, patch


class Patches(TestCase):
    def test_a_patch_has_the_noise_that_is_said(self) -> None:
        for snr, below in ((80.0, 0.0), (40.0, 0.0), (12.0, 0.0), (30.0, 3.0)):
            levels = patch(snr, below, 400, 300) / 255
            light = np.where(levels <= 0.04045, levels / 12.92, ((levels + 0.055) / 1.055) ** 2.4)
            value = MID * 2**-below
            level = 2.4 * value ** (1.4 / 2.4) / 1.055 / 255  # light of one level there, by the slope of the screen's curve
            spread = math.hypot(value / snr, level / math.sqrt(12))
            self.assertAlmostEqual(float(light.mean()), value, delta=0.01 * value)
            self.assertAlmostEqual(float(light.std()), spread, delta=0.04 * spread)
        self.assertTrue(np.array_equal(patch(20.0, 0.0, 9, 9), patch(20.0, 0.0, 9, 9)))
