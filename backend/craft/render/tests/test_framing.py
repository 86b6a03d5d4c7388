"""Framing against a pinhole camera of one's own: points in metres, projected by similar triangles."""

from __future__ import annotations

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.render.compose import as_it_is, framing_of
from craft.render.tests.shots import a_shot
from craft.stage.stage import WIDE
from craft.stage.stages import BY_SLUG, STAGES
from craft.tones.framing import Framing, View
from craft.white.response import brightness

HALL = BY_SLUG["hall"]


def framing(focal_mm: float, distance_m: float, width: int = 960) -> Framing:
    return Framing(HALL, focal_mm, distance_m, 1.5, View(width, width * 2 // 3, float(width)))


def pixel(at: Framing, x: float, y: float, distance: float) -> tuple[float, float]:
    scale, x0, y0 = at.scale(distance)
    return x * scale + x0, y * scale + y0


def pinhole(x: float, y: float, at_m: float, focal_mm: float, back_m: float) -> tuple[float, float]:
    """Where a point drawn at (x, y) in the usual composition falls after stepping back, about the level line, before it is aimed."""
    vx, vy = HALL.vanishing
    metres = 36 / HALL.usual_mm * at_m / WIDE
    right, down = (x - vx) * metres, (y - vy) * metres
    units = WIDE * focal_mm / 36
    return right / (at_m + back_m) * units, down / (at_m + back_m) * units


class Pinhole(unittest.TestCase):
    def test_the_usual_composition_is_as_it_was_drawn(self) -> None:
        for stage in STAGES:
            at = Framing(stage, stage.usual_mm, stage.distance_m, 1.5, View(960, 640, 960.0))
            for distance in (stage.distance_m, 500.0, math.inf):
                np.testing.assert_allclose(at.scale(distance), (1.0, 0.0, 0.0), atol=1e-9)

    @settings(max_examples=200)
    @given(st.floats(14, 800), st.floats(1, 60), st.floats(2, 400), st.floats(2, 400), *[st.floats(-400, 1400)] * 4)
    def test_two_points_lie_as_far_apart_as_similar_triangles_say(
        self, focal: float, distance: float, near: float, far: float, ax: float, ay: float, bx: float, by: float
    ) -> None:
        at, back = framing(focal, distance), distance - HALL.distance_m
        if near + back < 0.3 or far + back < 0.3:
            return
        (px, py), (qx, qy) = pixel(at, ax, ay, near), pixel(at, bx, by, far)
        (mx, my), (nx, ny) = pinhole(ax, ay, near, focal, back), pinhole(bx, by, far, focal, back)
        size = 1 + abs(nx - mx) + abs(ny - my)
        self.assertAlmostEqual((qx - px) / size, (nx - mx) / size, places=6)
        self.assertAlmostEqual((qy - py) / size, (ny - my) / size, places=6)

    @given(st.floats(14, 800), st.floats(1, 60))
    def test_the_subject_stays_where_it_was(self, focal: float, distance: float) -> None:
        at = framing(focal, distance)
        x, y = pixel(at, *HALL.aim, HALL.distance_m)
        self.assertAlmostEqual(x, HALL.aim[0], places=6)
        self.assertAlmostEqual(y, HALL.aim[1], places=6)

    @given(st.floats(20, 400), st.floats(1.1, 4))
    def test_twice_the_distance_and_twice_the_lens_keep_the_subject_and_draw_the_rest_nearer(self, focal: float, times: float) -> None:
        one, two = framing(focal, 6.0), framing(focal * times, 6.0 * times)
        self.assertAlmostEqual(one.scale(6.0)[0], two.scale(6.0)[0], places=6)
        self.assertGreater(two.scale(60.0)[0], one.scale(60.0)[0])

    def test_what_is_behind_the_camera_is_not_seen(self) -> None:
        self.assertFalse(framing(50, 3.0).seen(2.6))
        self.assertTrue(framing(50, 4.0).seen(2.6))

    def test_another_shape_of_frame_keeps_the_middle(self) -> None:
        square = Framing(HALL, HALL.usual_mm, HALL.distance_m, 1.0, View(960, 960, 960.0))
        self.assertEqual(square.scale(6.0)[1:], (0.0, 160.0))

    @settings(max_examples=30)
    @given(st.floats(0.05, 0.95), st.floats(0.05, 0.95), st.sampled_from(["hall", "causeway_after", "loft"]))
    def test_a_crop_is_the_same_picture(self, x: float, y: float, slug: str) -> None:
        """A part asked for by itself is that part of the whole: drawn at its own scale, not cut out."""
        shot = a_shot(slug)
        whole = as_it_is(shot, View(360, 240, 360.0)) @ brightness()
        left, top = round(x * 300), round(y * 180)
        part = as_it_is(shot, View(60, 60, 360.0, float(left), float(top))) @ brightness()
        wanted = whole[top : top + 60, left : left + 60]
        off = np.abs(np.log2(part[: wanted.shape[0], : wanted.shape[1]]) - np.log2(wanted))
        self.assertLess(float(np.quantile(off, 0.95)), 0.15)

    def test_sensors_of_one_angle_see_one_picture(self) -> None:
        """Half the sensor and half the focal length frame alike."""
        full = a_shot("quay", focal_mm=35)
        half = a_shot("quay", focal_mm=17.5, width_mm=18.0, height_mm=12.0)
        view = View(120, 80, 120.0)
        self.assertEqual(framing_of(full, view).focal_mm, framing_of(half, view).focal_mm)
        np.testing.assert_allclose(as_it_is(full, view), as_it_is(half, view), rtol=1e-5)
