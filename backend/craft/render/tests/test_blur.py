"""Blur in the pixels against the model's lengths, on edges and points that are not drawn by the same code."""

from __future__ import annotations

import math
import unittest
from unittest.mock import patch

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from craft.kept import forget
from craft.optics.movement import chance_of_a_sharp_frame, star_speed_in_corner_m_s, star_speed_m_s
from craft.optics.sharpness import defocus_disc_m, diffraction_sigma_m, magnification
from craft.render import compose
from craft.render.blur import RIM, defocused, disc, smeared, softened, streak
from craft.render.compose import on_sensor
from craft.render.shot import STAR_WAY, Shot, exposed
from craft.render.tests.shots import a_shot
from craft.stage.stage import Moves
from craft.tones.boxes import Box
from craft.tones.framing import View

VIEW = View(300, 200, 3000.0, 1350.0, 900.0)
"""A piece about the middle of a frame of 3000 pixels: falloff and glare do not differ over it."""

WHOLE = View(300, 200, 300.0)


def spread(kernel: np.ndarray, axis: int = 1) -> float:
    """Standard deviation of a picture's light along an axis, in pixels."""
    light = kernel.sum(1 - axis)
    at = np.arange(light.size)
    mean = (light * at).sum() / light.sum()
    return float(np.sqrt(max(0.0, (light * (at - mean) ** 2).sum() / light.sum())))


def of_a_point(shot: Shot, at_m: float, moves: Moves = Moves.STANDS) -> np.ndarray:
    """What a bright point at a distance becomes on the sensor, glare and falloff taken off."""
    point = np.zeros((200, 300, 4), np.float32)
    point[100, 150] = (1000.0, 1000.0, 1000.0, 0.0)
    box = Box(0, 0, point, at_m, moves, (0.0, 0.0))
    forget(compose._on_sensor)
    with patch.object(compose, "boxes_of", lambda *_: (box,)), patch.object(compose, "_veiled", lambda light, *_: light):
        found = on_sensor(shot, VIEW)[..., 1]
    forget(compose._on_sensor)
    return np.asarray(found)


RIMMED = math.sqrt((1 / 2 + RIM / 5) / (1 / 2 + RIM / 8))
"""How much wider the rim makes the spread of a disc: the mean of the square of the distance under 1 + RIM r^6."""


class Kernels(unittest.TestCase):
    @settings(max_examples=60)
    @given(st.floats(1.0, 30))
    def test_a_disc_is_as_wide_as_it_is_asked(self, radius: float) -> None:
        made = disc(radius)
        self.assertAlmostEqual(float(made.sum()), 1.0, places=4)
        self.assertAlmostEqual(spread(made), math.sqrt((RIMMED * radius / 2) ** 2 + 1 / 12), delta=0.07)
        np.testing.assert_allclose(made, made.T, atol=1e-6)
        np.testing.assert_allclose(made, made[::-1], atol=1e-6)

    @settings(max_examples=60)
    @given(st.floats(-40, 40), st.floats(-40, 40))
    def test_a_streak_is_as_long_as_the_way_along_each_axis(self, across: float, down: float) -> None:
        made = streak(across, down)
        self.assertAlmostEqual(float(made.sum()), 1.0, places=4)
        for axis, length in ((1, across), (0, down)):
            least = abs(length) / math.sqrt(12)
            self.assertTrue(least - 0.1 <= spread(made, axis) <= math.hypot(least, 0.5) + 0.1, (length, spread(made, axis)))

    @settings(max_examples=25)
    @given(st.floats(0.8, 60))
    def test_out_of_focus_no_light_is_lost_and_large_discs_are_as_wide(self, diameter: float) -> None:
        box = np.zeros((9, 9, 4), np.float32)
        box[4, 4] = 1.0
        found, grew = defocused(box, diameter)
        self.assertEqual(found.shape[0], 9 + 2 * grew)
        self.assertAlmostEqual(float(found[..., 0].sum()), 1.0, delta=0.03)
        self.assertAlmostEqual(spread(found[..., 0]), math.hypot(diameter / 4, 0.29), delta=0.4 + 0.06 * diameter)

    @settings(max_examples=15)
    @given(st.floats(20, 90))
    def test_a_light_out_of_focus_has_an_edge_and_a_rim_brighter_than_its_middle(self, diameter: float) -> None:
        box = np.zeros((9, 9, 4), np.float32)
        box[4, 4] = 1.0
        found = defocused(box, diameter)[0][..., 0]
        rows, columns = np.mgrid[: found.shape[0], : found.shape[1]]
        middle = (found * rows).sum() / found.sum(), (found * columns).sum() / found.sum()
        away = np.hypot(rows - middle[0], columns - middle[1]) / (diameter / 2)
        self.assertLess(float(found[away > 1 + 1.5 / diameter].sum()), 0.06, "light outside of it")
        ring, inner = found[(away > 0.7) & (away < 0.8)].mean(), found[away < 0.4].mean()
        self.assertTrue(1.01 < float(ring / inner) < 1.2)

    def test_what_is_too_small_to_see_is_left_alone(self) -> None:
        box = np.random.default_rng(1).random((8, 8, 4)).astype(np.float32)
        self.assertIs(defocused(box, 0.5)[0], box)
        self.assertIs(smeared(box, 0.4, 0.4)[0], box)
        self.assertIs(softened(box, 0.1), box)


class OnTheSensor(unittest.TestCase):
    def test_a_point_out_of_focus_is_the_disc_of_the_optics(self) -> None:
        for aperture, at in ((2.8, 9.0), (1.4, 7.0), (4.0, 20.0), (2.0, 4.5)):
            shot = a_shot("hall", aperture=aperture, focus_m=6.0)
            found = of_a_point(shot, at)
            diameter = float(defocus_disc_m(0.05, aperture, 6.0, at)) * VIEW.frame_px / 0.036
            soft = float(diffraction_sigma_m(aperture, float(magnification(0.05, 6.0)))) * VIEW.frame_px / 0.036
            self.assertAlmostEqual(spread(found), math.sqrt((diameter / 4) ** 2 + soft**2), delta=0.35 + 0.06 * diameter)

    def test_a_moving_point_is_a_line_of_the_models_length(self) -> None:
        px = VIEW.frame_px / 0.036
        for length in (4e-5, 2e-4, 6e-4):
            for moves, change, way in (
                (Moves.BODY, {"body_m": length}, (1.0, 0.0)),
                (Moves.STANDS, {"pan_m": length}, (1.0, 0.0)),
                (Moves.SKY, {"star_m": length}, (1.0, 0.12)),
                (Moves.LIMB, {"limb_m": length}, compose.LIMB_WAY),
            ):
                found = of_a_point(a_shot("hall", **change), 6.0, moves)
                self.assertAlmostEqual(spread(found), abs(way[0]) * length * px / math.sqrt(12), delta=0.8, msg=f"{moves} {length}")
                self.assertAlmostEqual(spread(found, 0), abs(way[1]) * length * px / math.sqrt(12), delta=0.8, msg=f"{moves} {length}")

    @settings(max_examples=30, deadline=None)
    @given(st.floats(10, 200), st.floats(-80, 80))
    def test_the_sky_goes_where_directions_go_that_are_turned(self, focal: float, declination: float) -> None:
        """Against directions turned in space, and the corner's speed on the equator."""
        away, angle = math.radians(declination), 1e-4
        f = focal / 36 * WHOLE.frame_px
        shot = a_shot("stars", focal_mm=focal, star_m=focal / 1000 * angle * math.cos(away), turn_m=focal / 1000 * angle * math.sin(away))
        x, y = (np.array(v, np.float32) for v in ((150.0, 0.0, 300.0, 220.0), (100.0, 0.0, 200.0, 20.0)))
        across, down = compose.sky_moves(shot, WHOLE, x, y)
        way = STAR_WAY
        axis = np.array((-way[1] * math.cos(away), way[0] * math.cos(away), math.sin(away)))
        seen = np.stack(((x - 150) / f, (y - 100) / f, np.ones(4)), -1)
        gone = Rotation.from_rotvec(axis * angle).apply(seen)
        np.testing.assert_allclose(across, (gone[:, 0] / gone[:, 2] - seen[:, 0]) * f, atol=2e-3 * angle * f + 2e-5 * f * angle * 30)
        np.testing.assert_allclose(down, (gone[:, 1] / gone[:, 2] - seen[:, 1]) * f, atol=2e-3 * angle * f + 2e-5 * f * angle * 30)
        if abs(declination) < 1:
            fastest = star_speed_in_corner_m_s(focal / 1000, 0.018, 0.012) / float(star_speed_m_s(focal / 1000))
            self.assertAlmostEqual(float(np.hypot(across, down)[1:3].max() / np.hypot(across, down)[0]) / fastest, 1.0, delta=0.12)

    def test_a_long_trail_is_one_line_of_the_models_length_without_gaps(self) -> None:
        point = np.zeros((200, 300, 4), np.float32)
        point[100, 150] = (1000.0, 1000.0, 1000.0, 0.0)
        for length_px in (3.0, 12.0, 60.0, 150.0):
            shot = a_shot("stars", focal_mm=200.0, star_m=length_px / 300 * 0.036)
            drawn = compose._turning(point, 0, 0, shot, WHOLE)[..., 1]
            self.assertAlmostEqual(spread(drawn), length_px * 0.993 / math.sqrt(12), delta=0.5 + 0.02 * length_px)
            along = drawn.sum(0)[round(150 - 0.42 * length_px) : round(150 + 0.42 * length_px) + 1]
            self.assertLess(float(along.max() / along.min()), 2.2, length_px)
            self.assertAlmostEqual(float(drawn.sum()), 1000.0, delta=30.0)

    def test_trails_are_longer_in_the_corner(self) -> None:
        shot = a_shot("stars", focal_mm=14.0, star_m=1e-3)
        point = np.zeros((200, 300, 4), np.float32)
        for y, x in ((100, 150), (16, 20)):
            point[y, x] = (1000.0, 1000.0, 1000.0, 0.0)
        drawn = compose._turning(point, 0, 0, shot, WHOLE)[..., 1]
        middle, corner = spread(drawn[60:140, 100:200]), spread(drawn[:60, :100])
        u, v = (20 - 150) / (14 / 36 * 300), (16 - 100) / (14 / 36 * 300)
        self.assertAlmostEqual(corner / middle, 1 + u * u + 0.12 * u * v, delta=0.25)

    def test_the_hand_shakes_all_of_it_another_way_for_each_seed(self) -> None:
        px, length = VIEW.frame_px / 0.036, 3e-4
        ways = []
        for seed in (1, 2, 3):
            shot = a_shot("hall", shake_m=length, seed=seed)
            found = of_a_point(shot, 6.0)
            self.assertAlmostEqual(math.hypot(spread(found), spread(found, 0)), compose.shake_of(shot) * px / math.sqrt(12), delta=0.9)
            ways.append(round(spread(found), 1))
        self.assertEqual(len(set(ways)), 3)

    def test_frames_are_as_often_sharp_as_is_said(self) -> None:
        lengths = np.array([compose.shake_of(a_shot("hall", shake_m=1.0, seed=seed)) for seed in range(1, 601)])
        self.assertAlmostEqual(float((lengths**2).mean()), 1.0, delta=0.02)
        for limit in (0.4, 0.8, 1.0, 1.5):
            self.assertAlmostEqual(float((lengths <= limit).mean()), float(chance_of_a_sharp_frame(1.0, limit)), delta=0.01)

    def test_who_moves_farther_off_draws_less(self) -> None:
        shot = a_shot("hall", body_m=1e-3, aperture=22.0)
        near = shot.scene.distance_m
        wide = [
            math.sqrt(spread(of_a_point(shot, at, Moves.BODY)) ** 2 - spread(of_a_point(shot, at)) ** 2)
            for at in (near, near + shot.distance_m)
        ]
        self.assertAlmostEqual(wide[0] / wide[1], 2.0, delta=0.1)

    def test_lines_read_one_after_the_other_lean_by_the_way_made_meanwhile(self) -> None:
        """An upright edge of what moves: its top and bottom differ by the skew of the height they span."""
        edge = np.zeros((200, 300, 4), np.float32)
        edge[:, 150:] = 1.0
        box = Box(0, 0, edge, 6.0, Moves.BODY, (0.0, 0.0))
        skew = 4e-3
        forget(compose._on_sensor)
        with patch.object(compose, "boxes_of", lambda *_: (box,)), patch.object(compose, "_veiled", lambda light, *_: light):
            found = on_sensor(a_shot("hall", skew_m=skew), VIEW)[..., 1]
        forget(compose._on_sensor)
        top, bottom = (int(np.argmax(found[row] > found.max() / 2)) for row in (10, 189))
        wanted = skew * VIEW.frame_px / 0.036 * 179 / 2000
        self.assertAlmostEqual(abs(top - bottom), wanted, delta=1.5)

    @settings(max_examples=20)
    @given(st.floats(-2, 2), st.floats(-2, 2))
    def test_dials_moved_change_light_and_lengths_alike(self, time: float, aperture: float) -> None:
        shot = a_shot("hall", shake_m=1e-5, limb_m=2e-5)
        other = exposed(shot, time, aperture)
        self.assertAlmostEqual(other.key_e / shot.key_e, 2 ** -(time + aperture), places=6)
        self.assertAlmostEqual(other.shake_m / shot.shake_m, 2**-time, places=9)
        self.assertAlmostEqual(other.limb_m / shot.limb_m, other.time_s / shot.time_s, places=9)

    def test_stopping_down_softens_past_where_it_sharpens(self) -> None:
        wide, best, narrow = (spread(of_a_point(a_shot("hall", aperture=n), 6.3)) for n in (1.4, 8.0, 32.0))
        self.assertLess(best, wide)
        self.assertLess(best, narrow)

    def test_corners_are_darker_by_the_angle_and_flat_light_stays_flat(self) -> None:
        flat = np.ones((80, 120, 4), np.float32)
        box = Box(0, 0, flat, 6.0, Moves.STANDS, (0.0, 0.0))
        whole = View(120, 80, 120.0)
        forget(compose._on_sensor)
        with patch.object(compose, "boxes_of", lambda *_: (box,)):
            found = on_sensor(a_shot("hall", focal_mm=24.0), whole)[..., 1]
        forget(compose._on_sensor)
        self.assertAlmostEqual(float(found[40, 60]), 1.0, delta=0.02)
        angle = math.atan(math.hypot(18, 12) / 24)
        self.assertAlmostEqual(float(found[0, 0]), math.cos(angle) ** 2, delta=0.02)
