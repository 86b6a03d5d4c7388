"""Electrons, noise and clip in the pixels, against a Monte Carlo that shares no code with them."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace
from unittest.mock import patch

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.kit.body import Sensor
from craft.optics.movement import flicker_swing_stops
from craft.render import expose
from craft.render.compose import on_sensor
from craft.render.expose import averaged_over, counted, expected, frame, mosaic
from craft.render.shot import Shot
from craft.render.tests.shots import SENSOR, a_shot
from craft.tones.framing import View

SMALL = View(240, 160, 240.0)


def one_by_one(sensor: Sensor, iso: float, time_s: float, electrons: float, pixels: int, seed: int = 5) -> np.ndarray:
    """Sensor pixels one by one, as shares of the clip: photons by Poisson's law, each stage's noise added where it arises, rounded to counts."""
    rng = np.random.default_rng(seed)
    gain = iso / 100
    caught = rng.poisson(electrons, pixels) + electrons * sensor.prnu * rng.standard_normal(pixels)
    caught = caught + rng.poisson(sensor.dark_e_s * time_s, pixels)
    dual = sensor.dual_gain_iso is not None and iso >= sensor.dual_gain_iso
    before = sensor.dual_gain_read_noise_e if dual else sensor.read_noise_pre_e
    amplified = (caught + before * rng.standard_normal(pixels)) * gain + sensor.read_noise_post_e * rng.standard_normal(pixels)
    full = sensor.full_well_e
    counts = np.round(np.clip(amplified, -1e9, full) / full * (2**sensor.bits - 1))
    return np.asarray(counts / (2**sensor.bits - 1))


def flat(shot: Shot, electrons: float, averaged: float = 1.0, size: int = 300) -> np.ndarray:
    return counted(np.full((size, size, 3), electrons, np.float32), shot, averaged)


class Against(unittest.TestCase):
    def test_mean_and_spread_are_those_of_pixels_counted_one_by_one(self) -> None:
        for iso, stops in ((100, 0.0), (400, 2.0), (1600, 4.0), (12_800, 7.0)):
            clip = SENSOR.full_well_e / (iso / 100)
            for share in (0.01, 0.1, 0.5, 0.9):
                electrons = share * clip
                if electrons < 90:
                    continue
                wanted = one_by_one(SENSOR, iso, 1 / 128, electrons, 200_000)
                found = flat(a_shot(iso_stops=stops), electrons)
                self.assertAlmostEqual(float(found.mean()) / float(wanted.mean()), 1.0, delta=0.004, msg=f"ISO {iso}, {share}")
                self.assertAlmostEqual(float(found.std()) / float(wanted.std()), 1.0, delta=0.02, msg=f"ISO {iso}, {share}")

    def test_near_the_clip_what_is_over_it_is_folded_onto_it(self) -> None:
        """Mean and spread of the mean of many clipped pixels, which a Gaussian alone gets wrong."""
        small = replace(SENSOR, full_well_e=3000.0, prnu=0.01)
        for share in (0.93, 0.97, 1.0, 1.03, 1.1):
            wanted = one_by_one(small, 100, 1 / 128, share * 3000, 400_000).reshape(-1, 40).mean(1)
            shot = a_shot(sensor=small, iso_stops=0.0)
            found = flat(shot, share * 3000, averaged=40, size=100)
            self.assertAlmostEqual(float(found.mean()), float(wanted.mean()), delta=0.002, msg=str(share))
            self.assertAlmostEqual(float(found.std()), float(wanted.std()), delta=0.0012, msg=str(share))

    def test_few_electrons_come_in_whole_ones(self) -> None:
        quiet = replace(SENSOR, read_noise_pre_e=0.0, dual_gain_read_noise_e=0.0, read_noise_post_e=0.0, prnu=0.0, bits=24)
        shot = a_shot(sensor=quiet, iso_stops=3.0)
        for electrons in (0.5, 3.0, 20.0):
            found = flat(shot, electrons) * shot.clip_e
            self.assertAlmostEqual(float(found.mean()), electrons, delta=0.03 + 0.01 * electrons)
            self.assertAlmostEqual(float(found.var()), electrons, delta=0.05 + 0.02 * electrons)
            whole = np.abs(found - np.round(found))
            self.assertLess(float(np.quantile(whole, 0.95)), 0.05, electrons)

    def test_no_light_reads_as_noise_about_nothing(self) -> None:
        dark = flat(a_shot(iso_stops=6.0), 0.0)
        self.assertTrue((dark >= 0).all())
        self.assertLess(float(dark.mean()), 0.01)

    @settings(max_examples=25)
    @given(st.floats(1.5, 60), st.floats(0.02, 0.7))
    def test_averaging_takes_noise_down_by_the_root(self, averaged: float, share: float) -> None:
        shot = a_shot(iso_stops=2.0)
        electrons = share * shot.clip_e
        one, many = flat(shot, electrons, size=160), flat(shot, electrons, averaged, size=160)
        self.assertAlmostEqual(float(one.std() / many.std()), math.sqrt(averaged), delta=0.03 * math.sqrt(averaged))


class Exposed(unittest.TestCase):
    def test_iso_does_not_change_the_light(self) -> None:
        one, other = a_shot(iso_stops=3.0), a_shot(iso_stops=6.0)
        np.testing.assert_array_equal(expected(one, SMALL), expected(other, SMALL))
        self.assertIs(on_sensor(one, SMALL), on_sensor(other, SMALL), "frames that differ in ISO share their picture")

    def test_protection_leaves_the_sensor_the_lower_gain(self) -> None:
        one, other = a_shot(iso_stops=4.0, protection=1.0), a_shot(iso_stops=3.0)
        np.testing.assert_array_equal(frame(one, SMALL), frame(other, SMALL))

    def test_the_key_lies_where_the_standard_puts_it(self) -> None:
        """As metered, the key is 78/10 under saturation (ISO 12232), whatever the ISO."""
        for stops in (0.0, 2.0, 5.0):
            shot = a_shot(iso_stops=stops, key_stops=-stops)
            self.assertAlmostEqual(shot.clip_e / shot.key_e, 7.8, places=6)
            self.assertAlmostEqual(2**shot.clip_above_key, 7.8, places=6)

    def test_one_seed_one_frame(self) -> None:
        np.testing.assert_array_equal(frame(a_shot(seed=7), SMALL), frame(a_shot(seed=7), SMALL))
        self.assertGreater(float(np.abs(frame(a_shot(seed=7), SMALL) - frame(a_shot(seed=8), SMALL)).max()), 1e-4)

    def test_a_picture_pixel_stands_for_as_many_of_the_sensors(self) -> None:
        self.assertAlmostEqual(averaged_over(a_shot(), SMALL), 625.0)
        self.assertEqual(averaged_over(a_shot(), View(100, 100, 9000.0)), 1.0)
        half = a_shot(width_mm=18.0, height_mm=12.0)
        self.assertAlmostEqual(averaged_over(half, SMALL), 156.25)

    def test_pulsing_light_draws_bands_of_the_models_swing(self) -> None:
        for time_s, hz in ((1 / 400, 100.0), (1 / 1000, 120.0), (1 / 100, 100.0)):
            shot = a_shot("court", time_s=time_s, flicker_hz=hz, traverse_s=1 / 30)
            with patch.object(expose, "on_sensor", lambda *_: np.ones((600, 4, 3), np.float32)):
                lines = expected(shot, View(4, 600, 900.0))[:, 0, 1]
            swing = float(np.log2(lines.max() / lines.min()))
            self.assertAlmostEqual(swing, float(flicker_swing_stops(time_s, hz, 0.6)), delta=0.03)
            turns = np.flatnonzero(np.diff(np.sign(lines - lines.mean())))
            if swing > 0.1:
                self.assertAlmostEqual(len(turns), 2 * hz / 30, delta=1.5)

    @settings(max_examples=12, deadline=None)
    @given(st.integers(0, 5), st.integers(0, 5))
    def test_a_mosaic_comes_back_as_the_picture_it_was(self, left: int, top: int) -> None:
        """Without noise, smooth light: whichever pixel the crop begins on, red stays red."""
        still = replace(SENSOR, read_noise_pre_e=0.0, dual_gain_read_noise_e=0.0, read_noise_post_e=0.0, prnu=0.0)
        shot = a_shot(sensor=still)
        y, x = np.mgrid[0:60, 0:80].astype(np.float32)
        light = np.dstack([1 + x / 80, 2 + y / 60, 0.5 + (x + y) / 280]).astype(np.float32)
        with (
            patch.object(expose, "counted", lambda electrons, *_: electrons / shot.key_e / 4),
            patch.object(expose, "on_sensor", lambda *_: light),
        ):
            found = mosaic(shot, View(80, 60, 6000.0, float(left), float(top)))
        np.testing.assert_allclose(found[3:-3, 3:-3], light[3:-3, 3:-3] / 4, atol=0.012)

    def test_a_crop_has_the_noise_of_single_pixels(self) -> None:
        shot = a_shot("moon", iso_stops=5.0, key_stops=-5.0, white_k=5500.0)
        with patch.object(expose, "on_sensor", lambda *_: np.ones((200, 200, 3), np.float32)):
            found = mosaic(shot, View(200, 200, 6000.0))[8:-8, 8:-8, 1]
        single = math.sqrt(shot.key_e + 1.2**2 + (6.5 / 32) ** 2) / shot.clip_e
        self.assertTrue(0.55 * single < float(found.std()) < 1.05 * single, (found.std(), single))
