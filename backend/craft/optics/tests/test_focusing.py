"""Focus that is put somewhere, against points, rays and draws that share no code with it."""

from __future__ import annotations

import math
import random
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from craft.optics.focusing import diffracted_aperture, recomposing_m, share_within, told_sharp_m
from craft.optics.sharpness import defocus_disc_m, diffraction_sigma_m, magnification

DISTANCES = st.floats(0.5, 100.0)


class Recomposing(TestCase):
    @given(DISTANCES, st.floats(0.0, math.radians(45)))
    def test_the_plane_lies_where_a_turned_camera_has_it(self, distance: float, angle: float) -> None:
        """The subject on the axis, the camera turned: its distance along the new axis against that of the plane, which went with the camera."""
        subject = np.array([0.0, distance])
        axis = np.array([math.sin(angle), math.cos(angle)])
        behind = distance - float(subject @ axis)
        self.assertAlmostEqual(float(recomposing_m(distance, angle)), behind, places=9)

    def test_near_and_wide_it_matters_far_and_long_it_does_not(self) -> None:
        near, far = (float(recomposing_m(d, math.radians(a))) for d, a in ((0.8, 25), (0.8, 3)))
        self.assertGreater(near, 50 * far)


class Zone(TestCase):
    @given(st.floats(0.3, 20.0), st.floats(1.05, 4.0), st.floats(0.5, 10.0), st.floats(1.1, 3.0))
    def test_a_wider_zone_catches_more_and_halves_add_up(self, near: float, times: float, about: float, spread: float) -> None:
        far = near * times
        middle = math.sqrt(near * far)
        whole = share_within(near, far, about, spread)
        self.assertAlmostEqual(whole, share_within(near, middle, about, spread) + share_within(middle, far, about, spread), places=9)
        self.assertTrue(0 <= whole <= share_within(near * 0.9, far * 1.1, about, spread) <= 1)

    def test_it_is_the_share_of_people_drawn_by_lot(self) -> None:
        rng = random.Random(8)
        for near, far, about, spread in ((1.6, 25.0, 3.0, 1.5), (2.0, 4.0, 3.0, 2.0), (5.0, math.inf, 4.0, 1.25)):
            people = [about * spread ** rng.gauss(0, 1) for _ in range(40_000)]
            share = sum(near <= one <= far for one in people) / len(people)
            self.assertAlmostEqual(share_within(near, far, about, spread), share, delta=0.01)


class WhatAFinderProves(TestCase):
    @given(st.floats(0.02, 0.3), st.floats(1.4, 16.0), DISTANCES, st.floats(1.0, 10.0))
    def test_at_the_ends_the_disc_is_two_of_its_pixels(self, focal: float, aperture: float, focus: float, larger: float) -> None:
        if focus < 4 * focal:
            return
        near, far = told_sharp_m(focal, aperture, focus, 0.036, 1280.0, larger)
        two = 2 * 0.036 / 1280.0 / larger
        for end in (near, far):
            disc = float(defocus_disc_m(focal, aperture, focus, end))
            if math.isinf(end):
                self.assertLessEqual(disc, two * 1.001)
            else:
                self.assertAlmostEqual(disc / two, 1.0, places=6)

    def test_enlarged_it_proves_more_and_stopped_down_less(self) -> None:
        plain, large, closed = (told_sharp_m(0.05, n, 3.0, 0.036, 1280.0, times) for n, times in ((2.0, 1.0), (2.0, 8.0), (8.0, 1.0)))
        self.assertTrue(closed[0] < plain[0] < large[0] < 3.0 < large[1] < plain[1] < closed[1])

    @given(st.floats(5e-6, 60e-6), st.floats(0.0, 1.0))
    def test_diffraction_alone_fills_the_circle_at_the_aperture_that_is_told(self, circle: float, mag: float) -> None:
        sigma = float(diffraction_sigma_m(diffracted_aperture(circle, mag), mag))
        self.assertAlmostEqual(4 * sigma / circle, 1.0, places=9)
        self.assertGreaterEqual(float(magnification(0.05, 0.1)), 1.0)
