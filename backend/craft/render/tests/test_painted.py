"""Distances painted over a picture: what a lens makes of them, against points drawn out by the optics' own figures."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.optics.sharpness import defocus_disc_m
from craft.render.compose import on_sensor
from craft.render.shot import Shot, on_own
from craft.render.tests.shots import a_shot
from craft.render.tests.test_blur import spread
from craft.tones.framing import View
from craft.tones.own import OwnLight
from craft.tones.painted import Area, Stroke, base_name, filled, painted, with_distances
from craft.white.lights import spectrum_of
from craft.white.response import neutral

WIDE, HIGH = 360, 240
LEFT = Stroke(0, 0.5, ((0.2, 0.0), (0.2, 1.0)))
"""Covers the left of the picture to 0.45 of its width."""

shares = st.floats(-0.2, 1.2)
strokes = st.builds(
    lambda area, wide, points: Stroke(area, wide, tuple(points)),
    st.sampled_from((None, 0, 1)),
    st.floats(0.01, 0.4),
    st.lists(st.tuples(shares, shares), min_size=1, max_size=4),
)


def picture(pixels: np.ndarray) -> OwnLight:
    return OwnLight("7-1", "a place", np.asarray(pixels, np.float32), np.zeros(pixels.shape[:2], np.float32))


def taken(own: OwnLight, **changes: float) -> Shot:
    usual = {"shake_m": 0.0, "focal_mm": 85.0, "aperture": 2.0, "focus_m": 3.0, "distance_m": 3.0, "kelvin": 5500.0}
    return on_own(a_shot("quay", **{**usual, **changes}), own)


def seen(shot: Shot, view: View) -> np.ndarray:
    return on_sensor(shot, view) / neutral(spectrum_of("", 5500.0)).astype(np.float32)


class Painted(unittest.TestCase):
    @settings(max_examples=40)
    @given(st.lists(strokes, max_size=6), st.floats(0.4, 60.0), st.floats(0.4, 60.0), st.sampled_from((1.4, 8.0)))
    def test_an_even_picture_stays_even_however_it_is_painted(self, lines: list[Stroke], one: float, other: float, aperture: float) -> None:
        own = with_distances(picture(np.full((HIGH, WIDE, 3), 0.7)), [Area("one", one), Area("other", other)], lines)
        for view in (View(120, 80, 120.0), View(90, 60, 600.0, 300.0, 150.0)):
            np.testing.assert_allclose(seen(taken(own, aperture=aperture), view), 0.7, rtol=2e-3)

    @settings(max_examples=30)
    @given(st.floats(0.8, 300.0), st.sampled_from((1.4, 2.8, 5.6)), st.sampled_from((35.0, 85.0)))
    def test_a_light_in_what_is_painted_is_drawn_as_the_disc_of_its_distance(self, at_m: float, aperture: float, focal: float) -> None:
        pixels = np.full((HIGH, WIDE, 3), 1e-4)
        pixels[118:122, 60:64] = 50.0
        own = with_distances(picture(pixels), [Area("lights", at_m)], [LEFT])
        shot = taken(own, focal_mm=focal, aperture=aperture)
        found = seen(shot, View(WIDE, HIGH, float(WIDE)))[..., 1]
        whole = float((pixels[..., 1] - 1e-4).sum())
        disc_px = float(defocus_disc_m(focal / 1000, aperture, 3.0, at_m)) / (shot.width_mm / 1000) * WIDE
        if disc_px > 90:
            return  # the disc leaves the part that is painted
        self.assertAlmostEqual(float((found - 1e-4).sum()) / whole, 1.0, delta=0.02)
        # an even disc has a quarter of its radius squared along each axis; the light itself is a square of four
        wanted = math.sqrt((disc_px / 2) ** 2 / 4 + 16 / 12)
        self.assertAlmostEqual(spread(np.maximum(found - 1.1e-4, 0)), wanted, delta=0.35 + 0.03 * disc_px)

    def test_what_is_not_painted_stays_as_it_was_and_nothing_of_it_runs_out(self) -> None:
        """A bright wall in focus beside a dark distance: the wall's edge stays where it is, the distance does not take its light."""
        pixels = np.full((HIGH, WIDE, 3), 0.01)
        pixels[:, 162:] = 4.0
        own = with_distances(picture(pixels), [Area("far", math.inf)], [LEFT])
        found = seen(taken(own), View(WIDE, HIGH, float(WIDE)))[..., 1]
        np.testing.assert_allclose(found[:, 175:], 4.0, rtol=0.01)
        self.assertLess(float(found[:, :159].max()), 0.03)
        nearer = seen(taken(own, focus_m=1e6), View(WIDE, HIGH, float(WIDE)))[..., 1]
        self.assertGreater(float(nearer[:, :159].max()), 0.3, "focused on the distance, it is the wall that runs out over it")

    def test_rough_paint_goes_to_the_edge_of_what_it_was_meant_for(self) -> None:
        pixels = np.full((HIGH, WIDE, 3), 0.05)
        pixels[60:180, 100:260] = 2.0
        rough = Stroke(0, 0.04, tuple((x, y) for x, y in ((0.29, 0.27), (0.71, 0.27), (0.71, 0.73), (0.29, 0.73), (0.29, 0.27))))
        inside = [Stroke(0, 0.2, ((0.38, y), (0.62, y))) for y in (0.4, 0.6)]
        own = with_distances(picture(pixels), [Area("box", 9.0)], [rough, *inside])
        truth = pixels[..., 0] > 1
        by_hand = painted([Area("box", 9.0)], [rough, *inside], (HIGH, WIDE)) == 1
        self.assertLess(float(((own.planes[0].cover > 0.5) != truth).mean()), 0.4 * float((by_hand != truth).mean()))

    @given(st.lists(strokes, max_size=6))
    def test_a_later_stroke_covers_an_earlier_one_and_names_tell_paintings_apart(self, lines: list[Stroke]) -> None:
        areas = [Area("one", 2.0), Area("other", 9.0)]
        over = painted(areas, [*lines, Stroke(1, 2.0, ((0.5, 0.5),))], (24, 36))
        self.assertEqual(set(np.unique(over)), {2})
        self.assertEqual(set(np.unique(painted(areas, [*lines, Stroke(None, 2.0, ((0.5, 0.5),))], (24, 36)))), {0})
        one = picture(np.full((24, 36, 3), 1.0))
        names = {with_distances(one, [replace(a, distance_m=a.distance_m + k) for a in areas], lines).name for k in range(3)}
        self.assertEqual({base_name(name) for name in names}, {one.name})
        self.assertEqual(len(names), 3 if any(line.area is not None for line in lines) else 1)

    @given(st.integers(0, 10_000), st.integers(1, 30), st.integers(1, 30))
    def test_what_is_hidden_goes_on_as_what_is_seen(self, seed: int, high: int, wide: int) -> None:
        rng = np.random.default_rng(seed)
        known = np.asarray(rng.random((high, wide)) < 0.3, np.float32)
        known[rng.integers(high), rng.integers(wide)] = 1.0
        pixels = np.asarray(rng.random((high, wide, 3)) + 0.5, np.float32)
        found = filled(pixels, known)
        np.testing.assert_allclose(found[known == 1], pixels[known == 1], rtol=1e-4)
        self.assertGreaterEqual(float(found.min()), float(pixels[known == 1].min()) - 1e-3)
        self.assertLessEqual(float(found.max()), float(pixels[known == 1].max()) + 1e-3)
