"""The white of a marked place, against files made of a grey card under black bodies by a colour library that shares nothing with it."""

from __future__ import annotations

import unittest

import colour
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.review.grey import grey_at


def card(kelvin: float, made_for: float, grey: float = 0.2, noise: float = 0.0) -> np.ndarray:
    """Levels of a file whose white is daylight, of a grey card so many mireds warmer than it."""
    d65 = colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]["D65"]
    own_k, own_duv = colour.temperature.uv_to_CCT_Ohno2013(colour.UCS_to_uv(colour.XYZ_to_UCS(colour.xy_to_XYZ(d65))))
    mired = 1e6 / own_k + 1e6 / kelvin - 1e6 / made_for
    xy = colour.UCS_uv_to_xy(colour.temperature.CCT_to_uv_Ohno2013((1e6 / mired, own_duv)))
    rgb = np.asarray(colour.XYZ_to_sRGB(colour.xy_to_XYZ(xy) * grey, apply_cctf_encoding=False))
    seen = np.clip(rgb * (1 + np.random.default_rng(1).normal(0, noise, (60, 90, 3))), 0, 1)
    return np.asarray(np.round(255 * colour.models.eotf_inverse_sRGB(seen)), np.uint8)


class Greys(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.floats(3500, 8000), st.floats(-35, 35), st.floats(0.05, 0.5), st.floats(0, 1), st.floats(0, 1))
    def test_a_card_tells_the_light_it_stood_in(self, made_for: float, warmer: float, grey: float, x: float, y: float) -> None:
        kelvin = 1e6 / (1e6 / made_for + warmer)
        found = grey_at(card(kelvin, made_for, grey), x, y)
        self.assertEqual(found.why, "")
        self.assertAlmostEqual(found.mired, warmer, delta=3.0, msg="levels of eight bits")
        self.assertLess(abs(found.tint), 1.5)
        self.assertAlmostEqual(1e6 / found.kelvin_from(made_for), 1e6 / kelvin, delta=3.0)

    def test_noise_is_told_as_a_spread_that_holds_the_truth(self) -> None:
        for noise in (0.02, 0.1):
            found = grey_at(card(5000, 5000, noise=noise), 0.5, 0.5)
            self.assertLess(abs(found.mired), 4 * found.spread + 2)
            self.assertGreater(found.spread, 0)

    def test_what_cannot_tell_says_why(self) -> None:
        even = np.full((60, 90, 3), 118, np.uint8)
        edge, green = even.copy(), even.copy()
        edge[:, 45:], green[:] = 30, (20, 180, 30)
        for picture, why in (
            (edge, "An edge"),
            (green, "This is coloured"),
            (even // 20, "This is too dark"),
            (even + 137, "Part of this is full white"),
        ):
            self.assertIn(why, grey_at(picture, 0.5, 0.5).text)
        self.assertEqual(grey_at(edge, 0.1, 0.5).text, "It is grey.", "what is beside is not asked")
