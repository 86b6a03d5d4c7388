"""The fields that vary light over a picture."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.stage.fields import Field, Place, beam, boards, fade, field, glow, grain, halo, ripples


def place(width: int = 40, height: int = 30, step: float = 1.0, left: float = 0.0, top: float = 0.0) -> Place:
    x = (left + (np.arange(width) + 0.5) * step).astype(np.float32)[None, :]
    y = (top + (np.arange(height) + 0.5) * step).astype(np.float32)[:, None]
    return Place(x, y, step)


def everywhere(one: Field, at: Place) -> np.ndarray:
    return np.broadcast_to(one.at(at), at.shape)


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
