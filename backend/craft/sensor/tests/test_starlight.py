"""Stars on a sensor: against light that is counted, and trails against the sky itself a moment later."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from craft.kit.body import Sensor
from craft.optics.movement import star_speed_in_corner_m_s, trail_limit_npf_s
from craft.optics.trails import STRAIGHT, Frame, drawn_by, star_motion, trail_s
from craft.sensor.starlight import Starlight, frames_for
from craft.sensor.taken import Taken

SENSOR = Sensor(36, 24, 6000, 4000, 52_000, 2.4, 6.5, dual_gain_iso=800, dual_gain_read_noise_e=1.2, prnu=0.0)
FRAME = Frame(0.02, 0.018, 0.012, 6e-6)


def sky(mag: float = 21.5, time_s: float = 10.0, trail_px: float = 0.0) -> Starlight:
    """Seconds of a dark sky through a fast lens; ten of them give the key a hundredth of its usual electrons."""
    return Starlight(Taken(SENSOR, -4.0 + math.log2(time_s / 10), 5.0, 0.0, time_s, 4.0), -8.0, mag, 0.02, 6e-6, trail_px)


class Starlights(unittest.TestCase):
    def test_a_star_stands_out_as_it_does_where_electrons_are_counted(self) -> None:
        rng = np.random.default_rng(3)
        for mag, trail in ((6.0, 0.0), (8.0, 4.0), (9.5, 0.0)):
            light = sky(trail_px=trail)
            star, behind = light.electrons_of(mag) / light.px_arc_s2, light.spread_px * light.sky_e
            read = rng.normal(0, math.sqrt(light.spread_px * light.taken.fixed_e2), 40_000)
            counted = rng.poisson(star + behind, 40_000) + read - behind
            self.assertAlmostEqual(light.star_snr(mag) / (counted.mean() / counted.std()), 1, delta=0.03)

    @given(st.floats(0, 12), st.floats(18, 22), st.floats(1, 30))
    def test_longer_is_better_and_a_lighter_sky_is_worse(self, mag: float, dark: float, time_s: float) -> None:
        self.assertGreater(sky(dark, 2 * time_s).star_snr(mag), sky(dark, time_s).star_snr(mag))
        self.assertGreater(sky(dark, 2 * time_s).band_snr, sky(dark, time_s).band_snr)
        self.assertGreater(sky(dark).star_snr(mag), sky(dark - 1).star_snr(mag))
        self.assertGreater(sky(dark).star_snr(mag), sky(dark, trail_px=5.0).star_snr(mag))

    @given(st.floats(0.1, 500), st.floats(0.1, 500))
    def test_as_many_frames_as_it_takes_and_no_more(self, wanted: float, one: float) -> None:
        frames = frames_for(wanted, one)
        self.assertGreaterEqual(one * math.sqrt(frames), wanted * (1 - 1e-6))
        self.assertTrue(frames == 1 or one * math.sqrt(frames - 1) < wanted)


class Trails(unittest.TestCase):
    @given(st.floats(-1, 1), st.floats(-1, 1), st.tuples(*[st.floats(-1e-4, 1e-4)] * 3))
    def test_images_move_as_directions_that_are_turned(self, u: float, v: float, axis: tuple[float, float, float]) -> None:
        still = np.array((u, v, 1.0))
        turned = still + np.cross(axis, still)
        moved = turned[:2] / turned[2] - still[:2]
        self.assertTrue(np.allclose(np.array(star_motion(axis, u, v)), moved, atol=1e-7))

    def test_schools_are_those_that_are_printed(self) -> None:
        older, npf, pixels = drawn_by(2.8, FRAME)
        self.assertAlmostEqual(older.time_s, 25.0)
        self.assertAlmostEqual(npf.time_s, float(trail_limit_npf_s(2.8, 20, 6.0)))
        self.assertAlmostEqual(pixels.longest_px, 2.0)
        fastest = star_speed_in_corner_m_s(FRAME.focal_m, FRAME.half_wide_m, FRAME.half_high_m) / FRAME.pitch_m
        self.assertAlmostEqual(FRAME.fastest_px_s, fastest)
        small = drawn_by(2.8, replace(FRAME, half_wide_m=0.009, half_high_m=0.006))
        self.assertAlmostEqual(small[0].time_s, 12.5, msg="half the sensor, half the time")
        self.assertAlmostEqual(trail_s(360.0), 86164.1, delta=0.5)

    @given(st.floats(0, 2 * math.pi))
    def test_nothing_in_the_frame_is_faster_than_its_fastest(self, way: float) -> None:
        turn = math.hypot(*STRAIGHT)
        frame = replace(FRAME, axis=(turn * math.sin(way) * 0.6, turn * math.cos(way) * 0.6, turn * 0.8))
        inside = max(frame.px_a_second(x, y) for x in np.linspace(-1, 1, 9) for y in np.linspace(-1, 1, 9))
        self.assertGreaterEqual(frame.fastest_px_s * (1 + 1e-9), inside)
