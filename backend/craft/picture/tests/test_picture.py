"""Depth, movement and noise against published tables, a ray count and a simulated sensor."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from craft.kit.body import Sensor
from craft.picture import movement, noise, sharpness

SENSOR = Sensor(36, 24, 6000, 4000, 60000, 3.0, 6.0, 800, 1.5, 14, 0.004, 0.05)


class Depth(TestCase):
    def test_published_hyperfocal_distances(self) -> None:
        """Published tables for c = 0.030 mm: 50 mm f/8 10.5 m, 35 mm f/8 5.14 m, 24 mm f/11 1.77 m, 100 mm f/5.6 59.6 m."""
        for focal, aperture, metres in ((0.05, 8, 10.47), (0.035, 8, 5.14), (0.024, 11, 1.77), (0.1, 5.6, 59.6)):
            self.assertAlmostEqual(float(sharpness.hyperfocal_m(focal, aperture, 30e-6)), metres, delta=metres * 0.005)

    @given(st.floats(0.01, 0.6), st.floats(1, 32), st.floats(1.5, 200), st.floats(5e-6, 60e-6))
    def test_limits_are_where_the_disc_equals_the_circle(self, focal: float, aperture: float, focus: float, coc: float) -> None:
        near, far = (float(v) for v in sharpness.depth_limits_m(focal, aperture, focus, coc))
        for limit in (near, far):
            if math.isfinite(limit):
                self.assertAlmostEqual(float(sharpness.defocus_disc_m(focal, aperture, focus, limit)) / coc, 1, places=5)
        if math.isinf(far):
            self.assertLessEqual(float(sharpness.defocus_disc_m(focal, aperture, focus, np.inf)), coc * (1 + 1e-9))

    def test_the_disc_by_ray_geometry(self) -> None:
        """Similar triangles through a thin lens, traced apart from the formula."""
        focal, aperture, focus, subject = 0.085, 2.0, 3.0, 4.5
        plane, image = (1 / (1 / focal - 1 / d) for d in (focus, subject))
        self.assertAlmostEqual(
            float(sharpness.defocus_disc_m(focal, aperture, focus, subject)), focal / aperture * abs(plane - image) / image, places=12
        )

    @given(st.floats(0.015, 0.4), st.floats(2, 80), st.floats(0.01, 0.9), st.floats(8e-6, 60e-6))
    def test_the_interval_is_exactly_where_total_blur_meets_the_circle(self, focal: float, focus: float, share: float, coc: float) -> None:
        near, far, pitch = focus * (1 - share), focus * (1 + share), 4e-6
        low, high, reachable = sharpness.aperture_interval(focal, focus, near, far, coc, pitch)

        def blur(aperture: float) -> float:
            disc = sharpness.defocus_disc_m(focal, aperture, focus, near)
            spot = sharpness.diffraction_sigma_m(aperture, sharpness.magnification(focal, focus))
            return float(sharpness.total_blur_m(disc_m=disc, diffraction_m=spot, pitch_m=pitch)) / coc

        if reachable:
            self.assertAlmostEqual(blur(low), 1, places=6)
            self.assertAlmostEqual(blur(high), 1, places=6)
            self.assertLessEqual(blur(math.sqrt(low * high)), 1 + 1e-9)
        else:
            self.assertEqual(low, high)
            self.assertGreater(blur(low), 1)
            self.assertLessEqual(blur(low), min(blur(low * 1.1), blur(low / 1.1)))

    def test_variances_of_disc_and_line_by_sampling(self) -> None:
        """A million points of a disc and of a line have the variances used (per axis b/4, along it l/sqrt 12)."""
        rng = np.random.default_rng(4)
        r, a = np.sqrt(rng.random(1_000_000)) / 2, rng.random(1_000_000) * 2 * np.pi
        self.assertAlmostEqual(float(np.std(r * np.cos(a))), 1 / 4, places=3)
        self.assertAlmostEqual(float(np.std(rng.random(1_000_000))), 1 / math.sqrt(12), places=3)
        self.assertAlmostEqual(float(sharpness.total_blur_m(lines_m=math.sqrt(12) / 4)), 1)

    def test_lens_aberration_fades_over_two_stops(self) -> None:
        np.testing.assert_allclose(sharpness.lens_sigma_m([2.0, 3.0, 4.0, 9.0], 2.0, 6e-6), [6e-6, 3e-6, 0, 0])


class Movement(TestCase):
    def test_one_over_focal_length(self) -> None:
        for focal in (0.02, 0.05, 0.2):
            rate = movement.hand_rate_rad_s()
            self.assertAlmostEqual(float(movement.time_for_blur_s(rate * focal, 30e-6)), 0.001 / focal, places=9)
        self.assertAlmostEqual(float(movement.hand_rate_rad_s(2.0, 3.0, 1.0) / movement.hand_rate_rad_s()), 1 / 32)

    def test_stars(self) -> None:
        """Published: a full turn in 86 164 s; NPF worked example 24 mm f/2.8 4.35 um gives 4.6 s; 500 rule 20 mm 25 s."""
        self.assertAlmostEqual(2 * math.pi / movement.EARTH_RAD_S, 86164, delta=5)
        self.assertAlmostEqual(float(movement.trail_limit_npf_s(2.8, 24, 4.35)), 4.55, places=1)
        self.assertAlmostEqual(float(movement.trail_limit_500_s(24, 1.5)), 13.9, places=1)
        self.assertAlmostEqual(float(movement.star_speed_m_s(0.05, math.radians(60)) / movement.star_speed_m_s(0.05)), 0.5)

    def test_corner_speed_by_rotating_a_star(self) -> None:
        """Turn a direction vector by a second of sky and project it, apart from the formula."""
        focal, x, y = 0.016, 0.018, 0.012
        star, turn = np.array([x / focal, y / focal, 1.0]), movement.EARTH_RAD_S
        moved = np.array(
            [star[0] * math.cos(turn) + star[2] * math.sin(turn), star[1], star[2] * math.cos(turn) - star[0] * math.sin(turn)]
        )
        drift = focal * math.hypot(*(moved[:2] / moved[2] - star[:2]))
        self.assertAlmostEqual(movement.star_speed_in_corner_m_s(focal, x, y) / drift, 1, places=3)

    def test_a_burst_buys_sharp_frames_as_simulated(self) -> None:
        rng = np.random.default_rng(2)
        shots = rng.rayleigh(1 / math.sqrt(2), (200_000, 4)) * 2
        simulated = float((shots.min(axis=1) < 1).mean())
        self.assertAlmostEqual(float(movement.chance_of_a_sharp_frame(2.0, 1.0, 4)), simulated, places=2)

    def test_flicker_by_integrating_a_lamp(self) -> None:
        start = np.linspace(0, 0.01, 400, endpoint=False)
        for time in (1 / 500, 1 / 125, 1 / 40):
            steps = start[:, None] + np.linspace(0, time, 4001)
            light = (1 + 0.6 * np.cos(2 * np.pi * 100 * steps)).mean(axis=1)
            self.assertAlmostEqual(float(movement.flicker_swing_stops(time, 100, 0.6)), float(np.log2(light.max() / light.min())), places=2)
        self.assertAlmostEqual(float(movement.skew_m(0.2, 0.05)), 0.01)
        self.assertAlmostEqual(float(movement.band_count(0.05, 100)), 5)
        self.assertAlmostEqual(float(movement.image_speed_m_s(8, math.radians(30), 0.01)), 0.04)


class Noise(TestCase):
    def test_against_a_simulated_sensor(self) -> None:
        """Poisson photons, Gaussian read noise, spread of response, counts: half a million pixels."""
        rng = np.random.default_rng(11)
        for iso, tone in ((0.0, -1.0), (4.0, -2.0), (6.0, 0.0)):
            n = float(noise.electrons(SENSOR, tone - iso))
            pre = 1.5 if iso >= 3 else 3.0
            q = 60000 / 2**iso / 2**14
            photons = rng.poisson(n, 500_000) * (1 + rng.normal(0, 0.004, 500_000))
            read = photons + rng.normal(0, math.hypot(pre, 6.0 / 2**iso), 500_000)
            counted = np.round(read / q) * q
            self.assertAlmostEqual(float(noise.snr_pixel(SENSOR, n, iso, 0.0)) / (counted.mean() / counted.std()), 1, delta=0.01)

    @given(st.floats(0.3, 60), st.floats(0, 8), st.floats(0, 60))
    def test_electrons_at_bar_inverts(self, bar: float, iso: float, time: float) -> None:
        n = noise.electrons_at_bar(SENSOR, bar, iso, 0.0, time)
        self.assertAlmostEqual(float(noise.snr_pixel(SENSOR, n, iso, 0.0, time)) / bar, 1, places=6)

    def test_light_makes_the_noise_not_the_number(self) -> None:
        """Same exposure, two stops more ISO: same electrons, a clip two stops lower, hardly less noise."""
        n = noise.electrons(SENSOR, -4.0)
        self.assertEqual(float(noise.saturation_e(SENSOR, 6.0, 0.0) * 4), float(noise.saturation_e(SENSOR, 4.0, 0.0)))
        gain = float(noise.snr_pixel(SENSOR, n, 6.0, 0.0) / noise.snr_pixel(SENSOR, n, 4.0, 0.0))
        self.assertTrue(1 <= gain < 1.05)
        self.assertEqual(float(noise.saturation_e(SENSOR, -1.0, 0.0)), 60000, "expanded low ISO gains nothing")

    def test_output_size_and_range(self) -> None:
        """24 MP at 24 cm from 25 cm: 1681 by 1121 output pixels, so 12.7 sensor pixels each."""
        self.assertAlmostEqual(noise.output_gain(SENSOR, 24e6, 0.24, 0.25, 1.5) ** 2, 24e6 / (1681.3 * 1120.8), delta=0.01)
        self.assertEqual(noise.output_gain(SENSOR, 1e6, 2.0, 0.25, 1.5), 1.0)
        base = float(noise.usable_range_stops(SENSOR, 0.0, 0.0, 1.0, 10.0))
        floor = 60000 / 2**base
        self.assertAlmostEqual(float(noise.snr_pixel(SENSOR, floor, 0.0, 0.0)), 10, places=6)
        glared = float(noise.usable_range_stops(SENSOR, 0.0, 0.0, 1.0, 1.0, 0.01))
        self.assertAlmostEqual(glared, math.log2(7.8 / 0.01), places=6)
        fine = noise.comfortable(SENSOR, np.arange(11.0), 0.0, 3.0, 20.0, 4.0)
        self.assertTrue((np.diff(fine) <= 0).all() and fine[0] == 1 and fine[-1] == 0)
