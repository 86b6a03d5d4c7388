"""How sharp a frame is told to be, against blurs that SciPy laid over shapes thrown at random, and over frames of the renderer with a known hand."""

from __future__ import annotations

import math
import unittest
from collections.abc import Iterator
from dataclasses import replace

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy import ndimage

from craft.render.picture import Look, picture
from craft.render.tests.shots import a_shot
from craft.review.blur import sharpness_of, tile_of
from craft.review.sharpness import LONGEST_PX, How, Sharpness

Floats = NDArray[np.float64]


def shapes(seed: int, wide: int = 320, high: int = 320, much: float = 1.0) -> Floats:
    """Polygons of many sizes, ways and tones, as sharp as pixels are; drawn four times as large, so that no edge is a step."""
    lots = np.random.default_rng(seed)
    drawn = np.full((4 * high, 4 * wide), 0.4, np.float32)
    for _ in range(round(much * wide * high / 1500)):
        centre = lots.uniform(0, (4 * wide, 4 * high))
        corners = (centre + lots.normal(0, 4 * 30, (int(lots.integers(3, 7)), 2))).astype(np.int32)
        cv2.fillConvexPoly(drawn, cv2.convexHull(corners), float(lots.uniform(0.05, 0.9)))
    return drawn.reshape(high, 4, wide, 4).mean(axis=(1, 3), dtype=np.float64)


def smeared(light: Floats, length: float, way_deg: float) -> Floats:
    """Light as it moves over the sensor, the mean of it along a line: times the sinc of the line in the waves that it is made of (Gonzalez and Woods 2018, 5.6)."""
    room = math.ceil(length)
    wide = np.pad(light, room, mode="reflect")
    down, across = np.fft.fftfreq(wide.shape[0])[:, None], np.fft.rfftfreq(wide.shape[1])
    turned = math.radians(way_deg)
    line = np.sinc(length * (across * math.cos(turned) - down * math.sin(turned)))
    moved = np.fft.irfft2(np.fft.rfft2(wide) * line, wide.shape)
    return np.asarray(np.clip(moved[room:-room, room:-room], 0, 1))


def noisy(light: Floats, noise: float, seed: int) -> NDArray[np.float32]:
    return np.clip(light + np.random.default_rng(seed).normal(0, noise, light.shape), 0, 1).astype(np.float32)


def levels(light: Floats, noise: float = 0.01, seed: int = 1) -> NDArray[np.uint8]:
    """As a finished file has it (IEC 61966-2-1)."""
    seen = noisy(light, noise, seed).astype(np.float64)
    return np.asarray(np.round(255 * np.where(seen <= 0.0031308, 12.92 * seen, 1.055 * seen ** (1 / 2.4) - 0.055)), np.uint8)


def between(one_deg: float, other_deg: float) -> float:
    apart = abs(one_deg - other_deg) % 180
    return min(apart, 180 - apart)


class Tiles(unittest.TestCase):
    def soft(self, sigma: float, noise: float = 0.01) -> Iterator[float]:
        for seed in range(4):
            tile = tile_of(noisy(ndimage.gaussian_filter(shapes(seed), sigma), noise, seed))
            self.assertIsNotNone(tile)
            assert tile is not None
            yield tile.soft_px

    def test_a_soft_tile_is_told_to_a_fifth_and_to_a_third_in_much_noise(self) -> None:
        for noise, within in ((0.0, 1.2), (0.01, 1.2), (0.04, 1.33)):
            for sigma in (1.0, 1.5, 2.0, 3.0, 4.0):
                with self.subTest(noise=noise, sigma=sigma):
                    told = list(self.soft(sigma, noise))
                    self.assertLess(max(abs(math.log(one / sigma)) for one in told), math.log(1.6))
                    self.assertLess(abs(math.log(np.median(told) / sigma)), math.log(within))

    def test_what_is_sharp_is_told_sharp_and_more_blur_is_always_told_as_more(self) -> None:
        self.assertLess(max(self.soft(0.3)), 0.75)
        for row in zip(*(list(self.soft(sigma)) for sigma in (0.3, 0.8, 1.3, 2.0, 3.0, 4.5)), strict=True):
            self.assertEqual(list(row), sorted(row))

    def test_a_smear_is_told_with_its_way_and_length_and_a_soft_tile_has_none(self) -> None:
        for length in (6.0, 14.0):
            for way in (0, 25, 60, 90, 130, 165):
                told = [tile_of(noisy(smeared(shapes(seed), length, way), 0.01, seed)) for seed in range(4)]
                found = [one.smear for one in told if one is not None and one.smear is not None]
                with self.subTest(length=length, way=way):
                    self.assertGreaterEqual(len(found), 3)
                    for smear in found:
                        self.assertLess(between(math.degrees(smear.way_rad), way), 16)
                    self.assertLess(abs(math.log(np.median([smear.line_px for smear in found]) / length)), math.log(1.35))
        for sigma in (0.3, 1.0, 2.0, 3.0):
            plain = [tile_of(noisy(ndimage.gaussian_filter(shapes(seed), sigma), 0.01, seed)) for seed in range(6)]
            smears = [one.smear for one in plain if one is not None and one.smear is not None]
            self.assertLessEqual(len(smears), 1, "one alone tells nothing of a frame")

    def test_what_has_too_few_edges_tells_nothing(self) -> None:
        lots = np.random.default_rng(1)
        fence = np.tile(np.repeat([0.2, 0.7], 12), 14)[None, :320] * np.ones((320, 1))
        for name, light in (
            ("nothing", np.full((320, 320), 0.5)),
            ("noise", lots.normal(0.5, 0.05, (320, 320))),
            ("a fence", fence),
            ("a haze", ndimage.gaussian_filter(shapes(1), 40)),
        ):
            self.assertIsNone(tile_of(noisy(np.asarray(light), 0.005, 2)), name)

    def test_grains_are_no_edges_however_a_camera_smoothed_and_packed_them(self) -> None:
        for noise in (0.003, 0.01, 0.02, 0.04):
            for smoothed in (0.0, 1.0):
                grains = cv2.GaussianBlur(levels(np.full((480, 720), 0.4), noise), (0, 0), smoothed or 1e-3)
                for quality in (75, 90):
                    packed = cv2.imencode(".jpg", grains, [cv2.IMWRITE_JPEG_QUALITY, quality])[1]
                    found, _ = sharpness_of(np.asarray(cv2.imdecode(packed, cv2.IMREAD_GRAYSCALE), np.uint8))
                    self.assertEqual(found.how, How.UNSURE, (noise, smoothed, quality))


class Whole(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.scene = shapes(5, 1200, 800)

    def told(self, light: Floats) -> Sharpness:
        return sharpness_of(levels(light))[0]

    def test_a_hand_smears_all_a_subject_that_was_followed_is_spared_and_a_soft_frame_is_only_soft(self) -> None:
        still = self.told(self.scene)
        self.assertEqual((still.how, still.smear), (How.NOTHING, None))
        moved = smeared(self.scene, 12, 30)
        shaken = self.told(moved)
        self.assertEqual(shaken.how, How.ALL)
        assert shaken.smear is not None and shaken.soft_px is not None and still.soft_px is not None
        self.assertLess(between(math.degrees(shaken.smear.way_rad), 30), 16)
        self.assertGreater(shaken.soft_px, still.soft_px + 1)
        followed = moved.copy()
        followed[250:550, 400:800] = self.scene[250:550, 400:800]
        around = self.told(followed)
        self.assertEqual((around.how, round(around.disc_px or 0, 1) <= 4), (How.AROUND, True))
        soft = self.told(ndimage.gaussian_filter(self.scene, 3))
        self.assertEqual((soft.how, soft.smear), (How.NOTHING, None))
        self.assertTrue(soft.shows(6 / 1200) and not soft.shows(12 / 1200), soft.disc_px)

    def test_the_place_is_where_it_is_sharp(self) -> None:
        blurred = ndimage.gaussian_filter(self.scene, 4)
        for top, left in ((0, 0), (520, 880), (300, 450)):
            one = blurred.copy()
            one[top : top + 280, left : left + 320] = self.scene[top : top + 280, left : left + 320]
            _, (x, y) = sharpness_of(levels(one))
            self.assertTrue(left - 130 <= x <= left + 200 and top - 130 <= y <= top + 170, (x, y, left, top))

    def test_a_frame_on_its_side_and_one_darker_by_two_stops_tell_the_same(self) -> None:
        moved = smeared(self.scene, 10, 40)
        upright, darker, plain = self.told(np.rot90(moved)), self.told(moved / 4), self.told(moved)
        for one, way in ((upright, 130), (darker, 40)):
            assert one.smear is not None and one.soft_px is not None and plain.soft_px is not None
            self.assertEqual(one.how, How.ALL)
            self.assertLess(between(math.degrees(one.smear.way_rad), way), 16)
            self.assertLess(abs(math.log(one.soft_px / plain.soft_px)), math.log(1.4))

    def test_a_longer_smear_than_is_told_is_said_to_be_as_long_or_longer(self) -> None:
        long = self.told(smeared(self.scene, 24, 20))
        assert long.smear is not None
        self.assertLessEqual(long.smear.line_px, LONGEST_PX)
        self.assertEqual("or more" in long.words(), long.smear.line_px == LONGEST_PX)


class Rendered(unittest.TestCase):
    """Frames of the renderer, whose hand moves by a known length along a way of its own."""

    def test_more_of_a_hand_is_told_as_more_and_a_still_frame_is_sharp(self) -> None:
        shot = replace(a_shot("quay"), body_m=0.0, limb_m=0.0, pan_m=0.0, star_m=0.0, aperture=8.0)
        pixel = shot.width_mm / 1000 / 1600
        told = []
        for shake in (0.0, 5.0, 10.0, 16.0):
            seen = picture(replace(shot, shake_m=shake * pixel), Look.FINDER, 1600, marks=False)
            told.append(sharpness_of(np.asarray(cv2.cvtColor(seen, cv2.COLOR_RGB2GRAY), np.uint8))[0])
        blurs = [one.disc_px or 0.0 for one in told]
        self.assertEqual(blurs, sorted(blurs))
        self.assertLess(blurs[0], 3)
        self.assertGreater(blurs[-1], blurs[0] + 4)
        self.assertEqual([one.how for one in told[:1]], [How.NOTHING])
        lines = [one.smear.line_px for one in told if one.smear is not None]
        self.assertEqual(lines, sorted(lines))
