"""Depth, movement and noise against published tables, a ray count and a simulated sensor."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from craft.kit.body import Sensor
from craft.optics import movement, sharpness
from craft.sensor import noise

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
        stray = 0.01 * 60000 / 7.8
        for gain in (1.0, 3.0):
            glared = 60000 / 2 ** float(noise.usable_range_stops(SENSOR, 0.0, 0.0, gain, 10.0, 0.01))
            fixed = float(noise.fixed_variance_e2(SENSOR, 0.0, 0.0)) + stray
            self.assertAlmostEqual(glared / math.sqrt(glared + fixed + (SENSOR.prnu * glared) ** 2) * gain, 10, places=6)
        self.assertAlmostEqual(float(noise.shadow_contrast(-6.0, 0.01)), 100 / (100 + 64), places=6)
        fine = noise.comfortable(SENSOR, np.arange(11.0), 0.0, 3.0, 20.0, 4.0)
        self.assertTrue((np.diff(fine) <= 0).all() and fine[0] == 1 and fine[-1] == 0)

    def test_fixed_variance_part_by_part(self) -> None:
        """Each part alone: before the gain it stays, after it falls with ISO, a count is a twelfth of its square, dark current runs."""
        quiet = {"width_mm": 36, "height_mm": 24, "pixels_wide": 6000, "pixels_high": 4000, "full_well_e": 65536, "bits": 14}
        still = {"read_noise_pre_e": 0.0, "read_noise_post_e": 0.0, "dark_e_s": 0.0, "prnu": 0.0}
        for change, iso, time, expected in (
            ({"read_noise_pre_e": 3.0}, 0.0, 0.0, 9 + 16 / 12),
            ({"read_noise_pre_e": 3.0}, 4.0, 0.0, 9 + 1 / 16 / 12),
            ({"read_noise_post_e": 8.0}, 1.0, 0.0, 16 + 4 / 12),
            ({"read_noise_post_e": 8.0}, 3.0, 0.0, 1 + 1 / 4 / 12),
            ({"dark_e_s": 0.5}, 2.0, 30.0, 15 + 1 / 12),
            ({"dual_gain_iso": 400, "dual_gain_read_noise_e": 2.0, "read_noise_pre_e": 5.0}, 1.9, 0.0, 25 + 2 ** (4 - 3.8) / 12),
            ({"dual_gain_iso": 400, "dual_gain_read_noise_e": 2.0, "read_noise_pre_e": 5.0}, 2.0, 0.0, 4 + 1 / 12),
            ({"dual_gain_iso": 400, "dual_gain_read_noise_e": 2.0, "read_noise_pre_e": 5.0}, 1.93, 0.0, 4 + 2 ** (4 - 3.86) / 12),
            ({"bits": 12}, 0.0, 0.0, 256 / 12),
        ):
            with self.subTest(change=change, iso=iso):
                sensor = Sensor(**{**quiet, **still, **change})
                self.assertAlmostEqual(float(noise.fixed_variance_e2(sensor, iso, 0.0, time)), expected, places=9)

    def test_signal_to_noise_of_shot_noise_and_of_response_spread(self) -> None:
        """Limits known by hand: sqrt(n) for photons alone, 1/k where the spread of response rules."""
        pure = Sensor(36, 24, 6000, 4000, 1e6, 0.0, 0.0, bits=24, prnu=0.0, dark_e_s=0.0)
        np.testing.assert_allclose(noise.snr_pixel(pure, [100.0, 2500.0, 10000.0], 0.0, 0.0), [10, 50, 100], rtol=1e-5)
        spread = Sensor(36, 24, 6000, 4000, 1e12, 0.0, 0.0, bits=24, prnu=0.01, dark_e_s=0.0)
        self.assertAlmostEqual(float(noise.snr_pixel(spread, 1e11, 0.0, 0.0)), 100, places=2)
        self.assertEqual(float(noise.electrons_at_bar(spread, 100.0, 0.0, 0.0)), math.inf)
        self.assertEqual(float(noise.electrons_at_bar(spread, 150.0, 0.0, 0.0)), math.inf)
        self.assertTrue(math.isfinite(float(noise.electrons_at_bar(spread, 99.0, 0.0, 0.0))))
        self.assertAlmostEqual(float(noise.electrons(pure, 1.0) / noise.electrons(pure, 0.0)), 2)
        np.testing.assert_allclose(noise.saturation_e(pure, [0.0, 1.0, 2.0], 1.0), [1e6, 1e6, 5e5])

    def test_a_metered_tone_at_an_iso_has_half_the_light_a_stop(self) -> None:
        pure = Sensor(36, 24, 6000, 4000, 78000, 0.0, 0.0, bits=24, prnu=0.0, dark_e_s=0.0)
        for iso, tone, n in ((0.0, 0.0, 10000.0), (1.0, 0.0, 5000.0), (0.0, -2.0, 2500.0), (2.0, 1.0, 5000.0)):
            self.assertAlmostEqual(float(noise.snr_of_metered_tone(pure, iso, 0.0, tone, 3.0)), 3 * math.sqrt(n), places=2)
        self.assertEqual(noise.comfortable(pure, np.array([0.0, 2.0, 4.0]), 0.0, 1.0, 49.0, 0.0).tolist(), [1, 1, 0])
        self.assertEqual(noise.comfortable(pure, np.array([0.0, 2.0, 4.0]), 0.0, 1.0, 49.0, 6.0).tolist(), [1, 0, 0])


class Circles(TestCase):
    def test_published_circles_of_confusion(self) -> None:
        """0.2 mm at 25 cm: 0.030 mm on 36 mm enlarged to 24 cm, 0.019 mm on 23.4 mm; a keen eye sees 1 arc minute, 0.0727 mm at 25 cm."""
        for acuity, used, output, viewing, micrometres in (
            (sharpness.Acuity.TRADITIONAL, 0.036, 0.24, 0.25, 30.0),
            (sharpness.Acuity.TRADITIONAL, 0.0234, 0.24, 0.25, 19.5),
            (sharpness.Acuity.TRADITIONAL, 0.036, 0.48, 0.50, 30.0),
            (sharpness.Acuity.KEEN, 0.036, 0.24, 0.25, 10.908),
            (sharpness.Acuity.PIXEL, 0.036, 0.24, 0.25, 9.0),
        ):
            found = sharpness.circle_of_confusion_m(acuity, used, output, viewing, 4.5e-6) * 1e6
            self.assertAlmostEqual(found, micrometres, places=2)

    def test_parts_of_the_blur_add_as_variances(self) -> None:
        """A disc has b/4 a side, a line l/sqrt 12, a pixel p/sqrt 12, told back as the disc with the same spread."""
        for disc, line, spot, pixel in ((20e-6, 0, 0, 0), (0, 30e-6, 0, 0), (0, 0, 5e-6, 0), (0, 0, 0, 6e-6), (20e-6, 30e-6, 5e-6, 6e-6)):
            spread = math.sqrt((disc / 4) ** 2 + line**2 / 12 + spot**2 + pixel**2 / 12)
            found = float(sharpness.total_blur_m(disc_m=disc, lines_m=line, diffraction_m=spot, pitch_m=pixel))
            self.assertAlmostEqual(found, 4 * spread, places=12)

    def test_diffraction_grows_with_the_aperture_and_close_up(self) -> None:
        """Airy disc of green light at f/8: 1.22 * 0.55 um * 8 = 5.37 um to the first dark ring; its Gaussian core is 0.42 lambda N."""
        one = float(sharpness.diffraction_sigma_m(8.0))
        self.assertAlmostEqual(one * 1e6, 0.42 * 0.55 * 8, delta=0.02)
        self.assertAlmostEqual(float(sharpness.diffraction_sigma_m(16.0)) / one, 2)
        self.assertAlmostEqual(float(sharpness.diffraction_sigma_m(8.0, 1.0)) / one, 2)

    def test_the_aperture_that_melts_a_background(self) -> None:
        for focal, focus, far, disc in ((0.085, 3.0, math.inf, 1e-3), (0.05, 2.0, 6.0, 0.4e-3)):
            found = sharpness.separation_aperture(focal, focus, far, disc)
            self.assertAlmostEqual(float(sharpness.defocus_disc_m(focal, found, focus, far)), disc, places=9)
        self.assertAlmostEqual(float(sharpness.magnification(0.1, 0.3)), 0.5)

    def test_limits_of_stars_and_hands_by_hand(self) -> None:
        """NPF for 35 mm f/2 with 5.9 um at 60 degrees: (16.856*2 + 0.0997*35 + 13.713*5.9)/(35*0.5) = 6.749 s."""
        self.assertAlmostEqual(float(movement.trail_limit_npf_s(2.0, 35, 5.9, math.radians(60))), 6.749, places=3)
        self.assertAlmostEqual(float(movement.trail_limit_500_s(50)), 10.0)
        self.assertAlmostEqual(float(movement.chance_of_a_sharp_frame(1.0, 2.0)), 1 - math.exp(-4), places=9)
        self.assertAlmostEqual(float(movement.chance_of_a_sharp_frame(1.0, 1.0, 3)), 1 - math.exp(-3), places=9)
        drift = float(movement.hand_rate_rad_s(1.0, 30.0, 0.0))
        self.assertAlmostEqual(drift, math.radians(15.041 / 3600), places=9)
        self.assertEqual(float(movement.time_for_blur_s(0.0, 30e-6)), math.inf)
