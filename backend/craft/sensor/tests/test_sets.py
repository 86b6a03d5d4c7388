"""Sets of frames against every set there is, counted one by one."""

from __future__ import annotations

import math
import unittest
from itertools import combinations_with_replacement
from typing import Any
from unittest import mock

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.kit.body import Sensor
from craft.sensor import sets
from craft.sensor.sets import Frame, best_set, worst

SENSOR = Sensor(36, 24, 6000, 4000, 52_000, 2.4, 6.5, dual_gain_iso=800, dual_gain_read_noise_e=1.2)


def by_hand(sensor: Sensor, frames: tuple[Frame, ...], tones: list[float]) -> float:
    """The least signal to noise of any tone, written out anew from the photon transfer's terms."""
    least = math.inf
    for tone in tones:
        total = 0.0
        for frame in frames:
            electrons = tone * 2**frame.longer
            full = sensor.full_well_e / 2 ** max(0.0, frame.iso_stops)
            if electrons >= full:
                continue
            early = sensor.dual_gain_read_noise_e if 100 * 2**frame.iso_stops >= 790 else sensor.read_noise_pre_e
            late = sensor.read_noise_post_e / 2**frame.iso_stops
            count = full / 2**sensor.bits
            fixed = early**2 + late**2 + count**2 / 12 + sensor.dark_e_s * frame.time_s
            total += electrons**2 / (electrons + fixed + (sensor.prnu * electrons) ** 2)
        least = min(least, math.sqrt(total))
    return least


offers = st.lists(st.tuples(st.integers(-5, 4), st.sampled_from((0.0, 1.0, 3.0, 5.0))), min_size=1, max_size=7, unique=True).map(
    lambda rows: [Frame(float(longer), 0.01 * 2**longer, iso) for longer, iso in rows]
)


class BestSets(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(offers, st.floats(0.002, 0.5), st.lists(st.floats(20, 40_000), min_size=1, max_size=6), st.integers(1, 5))
    def test_no_set_in_the_time_serves_its_worst_tone_better(
        self, choices: list[Frame], budget_s: float, tones: list[float], most: int
    ) -> None:
        top = 0.0
        for size in range(1, most + 1):
            for frames in combinations_with_replacement(choices, size):
                if sum(frame.time_s for frame in frames) <= budget_s + 1e-9:
                    top = max(top, by_hand(SENSOR, frames, tones))
        found = best_set(SENSOR, choices, np.array(tones), 0.0, budget_s, most)
        if found is None:
            self.assertAlmostEqual(top, 0.0, places=6)
            return
        self.assertAlmostEqual(found.snr / top, 1.0, places=5)
        self.assertLessEqual(len(found.frames), most)
        self.assertLessEqual(sum(frame.time_s for frame in found.frames), budget_s + 1e-6)
        self.assertAlmostEqual(found.snr, by_hand(SENSOR, found.frames, tones), places=4)

    def test_frames_add_in_squares_and_a_full_one_adds_nothing(self) -> None:
        tones, one, full = np.array([400.0]), Frame(0.0, 0.01, 0.0), Frame(9.0, 5.12, 0.0)
        alone = worst(SENSOR, [one], tones, 0.0)
        self.assertAlmostEqual(worst(SENSOR, [one] * 4, tones, 0.0), 2 * alone)
        self.assertAlmostEqual(worst(SENSOR, [one, full], tones, 0.0), alone)

    def test_five_say_how_far_they_are_and_end_when_they_are_told_to(self) -> None:
        choices = [Frame(float(k), 0.01 * 2**k, iso) for k in range(-4, 4) for iso in (0.0, 3.0)]
        heard: list[float] = []
        found = best_set(SENSOR, choices, np.array([30.0, 3000.0]), 0.0, 0.2, 5, heard.append)
        self.assertEqual(heard, sorted(heard))
        self.assertEqual(heard[-1], 1.0)
        self.assertGreaterEqual(found.snr, best_set(SENSOR, choices, np.array([30.0, 3000.0]), 0.0, 0.2).snr)

        def enough(part: float) -> None:
            raise InterruptedError

        with self.assertRaises(InterruptedError):
            best_set(SENSOR, choices, np.array([30.0]), 0.0, 0.2, 5, enough)

    def test_neither_none_nor_six_are_searched(self) -> None:
        for most in (0, 6):
            with self.assertRaises(ValueError):
                best_set(SENSOR, [Frame(0.0, 0.01, 0.0)], np.array([100.0]), 0.0, 1.0, most)

    def test_a_picture_of_few_tones_is_looked_through_by_what_could_still_be_better(self) -> None:
        """Eleven stops and every time of a dial: tens of millions of sets, of which one in a hundred is added up tone by tone."""
        tones = np.exp2(np.arange(34) / 3 + 4.3)
        times = [6.35 * 2 ** (k / 3) for k in range(-46, 7)]
        choices = [Frame(math.log2(time / 6.35), time, iso) for time in times for iso in (0.0, 1.0, 3.0, 5.0, 7.0)]
        added = 0
        take = sets._Search._take

        def counting(search: Any, gets: Any, *parts: Any) -> None:
            nonlocal added
            added += len(gets)
            take(search, gets, *parts)

        with mock.patch.object(sets._Search, "_take", counting):
            found = best_set(SENSOR, choices, tones, 0.0, 22.2)
        assert found is not None
        self.assertGreater(found.of, 10_000_000)
        self.assertLess(added, found.of / 100)
        self.assertAlmostEqual(found.snr, worst(SENSOR, list(found.frames), tones, 0.0), places=6)
