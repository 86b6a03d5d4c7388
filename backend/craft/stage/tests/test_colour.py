"""Colour of light against published chromaticities, and the fields that vary it over a picture."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.stage.colour import LUMINANCE, chromaticity, light_rgb, paint
from craft.stage.fields import Field, Place, beam, boards, fade, field, glow, grain, halo, ripples

PUBLISHED = (
    # CIE 15:2004, table T.3 for the D series and illuminant A; the Planckian points by Wyszecki & Stiles, table 1(3.11)
    (5003, 0.3457, 0.3585),
    (5503, 0.3324, 0.3474),
    (6504, 0.3127, 0.3290),
    (7504, 0.2990, 0.3149),
    (2856, 0.4476, 0.4074),
    (2000, 0.5267, 0.4133),
    (3500, 0.4053, 0.3907),
)


def place(width: int = 40, height: int = 30, step: float = 1.0, left: float = 0.0, top: float = 0.0) -> Place:
    x = (left + (np.arange(width) + 0.5) * step).astype(np.float32)[None, :]
    y = (top + (np.arange(height) + 0.5) * step).astype(np.float32)[:, None]
    return Place(x, y, step)


def everywhere(one: Field, at: Place) -> np.ndarray:
    return np.broadcast_to(one.at(at), at.shape)


class OfLight(unittest.TestCase):
    def test_chromaticities_are_the_published_ones(self) -> None:
        for kelvin, x, y in PUBLISHED:
            found = chromaticity(kelvin)
            self.assertAlmostEqual(found[0], x, delta=0.0012, msg=str(kelvin))
            self.assertAlmostEqual(found[1], y, delta=0.0015, msg=str(kelvin))

    @given(st.floats(500, 60_000))
    def test_every_light_has_luminance_one_and_no_channel_that_is_dark(self, kelvin: float) -> None:
        rgb = np.array(light_rgb(kelvin))
        self.assertAlmostEqual(float(LUMINANCE @ rgb), 1.0, places=5)
        self.assertTrue((rgb > 0).all())

    @given(st.floats(1700, 24_000), st.floats(1.05, 2.0))
    def test_a_hotter_light_is_bluer(self, kelvin: float, times: float) -> None:
        warm, cold = light_rgb(kelvin), light_rgb(kelvin * times)
        self.assertLessEqual(warm[2] / warm[0], cold[2] / cold[0] + 0.02)

    def test_the_loci_meet_where_one_takes_over(self) -> None:
        before, after = np.array(chromaticity(3999.9)), np.array(chromaticity(4000.1))
        self.assertLess(float(np.abs(before - after).max()), 0.008, "daylight lies a little over the Planckian locus")

    @given(st.tuples(*[st.floats(0.05, 2)] * 3))
    def test_paint_keeps_its_hue_and_gets_luminance_one(self, rgb: tuple[float, float, float]) -> None:
        made = paint(*rgb)
        self.assertAlmostEqual(float(LUMINANCE @ made), 1.0, places=4)
        self.assertAlmostEqual(made[0] / made[1], rgb[0] / rgb[1], delta=1e-3 * rgb[0] / rgb[1])


class OfPlace(unittest.TestCase):
    @given(st.floats(-5, 5), st.floats(-5, 5))
    def test_fields_reckon_like_numbers(self, a: float, b: float) -> None:
        at = place(3, 3)
        for made, wanted in ((field(a) + b, a + b), (b + field(a), a + b), (field(a) * b, a * b), (field(a) - b, a - b), (-field(a), -a)):
            self.assertAlmostEqual(float(everywhere(made, at)[1, 1]), wanted, places=4)
        self.assertTrue(0 <= everywhere(field(a).clip(0, 1), at).max() <= 1)

    def test_a_fade_is_level_outside_and_never_turns_back(self) -> None:
        for axis in ("x", "y"):
            at = place(120, 120)
            line = everywhere(fade((30, -2.0), (80, 3.0), axis), at)
            line = line[0] if axis == "x" else line[:, 0]
            self.assertTrue((np.diff(line) >= -1e-6).all())
            self.assertAlmostEqual(float(line[0]), -2.0, places=5)
            self.assertAlmostEqual(float(line[-1]), 3.0, places=5)

    def test_glows_are_at_their_most_where_they_stand(self) -> None:
        at = place(101, 81)
        for one in (glow(50, 40, 12, 9, 2.0), halo(50, 40, 14, 2.0, 1.5)):
            found = everywhere(one, at)
            y, x = np.unravel_index(int(found.argmax()), found.shape)
            self.assertTrue(abs(x - 50) <= 1 and abs(y - 40) <= 1, (x, y))
            self.assertLessEqual(float(found.max()), 2.0 + 1e-5)
        falls = everywhere(glow(50, 40, 12, 9, 2.0), place(200, 1, 1.0, 0.0, 39.5))[0]
        self.assertAlmostEqual(float(falls[62]) / float(falls.max()), np.exp(-1), delta=0.06)

    def test_a_beam_goes_the_way_it_is_sent_and_widens(self) -> None:
        lit = everywhere(beam(50, 0, 50, 200, 6, 0.2, 1.0), place(101, 220))
        self.assertLess(float(lit[:2].max()), 0.1, "it begins at its lamp")
        near, far = (int((lit[y] > lit[y].max() / 2).sum()) for y in (45, 190))
        self.assertGreater(far, near * 2)

    def test_grain_has_the_strength_that_is_asked_and_no_mean(self) -> None:
        found = everywhere(grain(6, 6, 0.5, 3), place(400, 300))
        self.assertAlmostEqual(float(found.mean()), 0.0, delta=0.08)
        self.assertTrue(0.35 < float(found.std()) < 0.8, found.std())

    @settings(max_examples=20)
    @given(st.integers(0, 200), st.integers(0, 200), st.integers(1, 50))
    def test_grain_stands_still_wherever_the_box_begins(self, left: int, top: int, seed: int) -> None:
        whole = everywhere(grain(9, 4, 1.0, seed), place(260, 240))
        part = everywhere(grain(9, 4, 1.0, seed), place(40, 30, 1.0, float(left), float(top)))
        np.testing.assert_allclose(part, whole[top : top + 30, left : left + 40], atol=2e-2)

    def test_closer_there_is_more_to_see(self) -> None:
        coarse, fine = (everywhere(grain(20, 20, 1.0, 5), place(200, 200, step)) for step in (1.0, 0.1))
        smooth = everywhere(Field(lambda p: grain(20, 20, 1.0, 5).at(place(20, 20, 1.0, float(p.x[0, 0])))), place(20, 20))
        self.assertGreater(float(np.abs(np.diff(fine, axis=1)).mean()) * 10, float(np.abs(np.diff(coarse, axis=1)).mean()) * 0.8)
        self.assertTrue(np.isfinite(smooth).all())

    def test_ripples_are_finer_at_the_horizon(self) -> None:
        found = everywhere(ripples(100, 1.0, 4, 500), place(400, 400, 1.0, 0.0, 100.0))
        far, near = (np.abs(np.diff(found[row : row + 30], axis=1)).mean() / found[row : row + 30].std() for row in (12, 340))
        self.assertGreater(far, near)

    def test_boards_are_as_wide_as_they_are_said(self) -> None:
        row = everywhere(boards(25, 1.0), place(500, 1, 0.5, 0.0, 0.0))[0]
        gaps = np.flatnonzero((row[1:] < -0.7) & (row[:-1] >= -0.7))
        self.assertTrue((np.abs(np.diff(gaps) * 0.5 - 25) < 1.1).all(), gaps)
