"""How long a frame is read, from bands of lamps that are made up here: pulses of any shape over walls that are not even."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.review.bands import FEWEST_TOLD, LEAST, SURE, banded, wrong_with_lines

LINES = 256


def frames_of(
    lots: np.random.Generator, bands: float, frames: int, depth: float = 0.25, overtone: float = 0.1, noise: float = 0.001
) -> list[np.ndarray]:
    """Lines of frames of one wall, darker below and in the corners, under a lamp whose pulses are no pure wave; each begun at another instant, in a little more light or less."""
    line = (np.arange(LINES) + 0.5) / LINES
    wall = 2000 * (1 - 0.3 * (line - 0.4) ** 2 - 0.05 * line)
    found = []
    for _ in range(frames):
        phase = 2 * math.pi * (bands * line + lots.uniform())
        lamp = 1 + depth * (np.cos(phase) + overtone * np.cos(2 * phase + 1))
        found.append(wall * lamp * lots.uniform(0.95, 1.05) * (1 + noise * lots.standard_normal(LINES)))
    return found


class Bands(TestCase):
    def test_the_time_that_a_frame_is_read_lies_within_what_is_told_of_it(self) -> None:
        """A hundred sensors from 6 to 160 ms by mains of 50 and 60 Hz: nineteen of twenty within two standard errors, none out of four or five of a hundred."""
        lots = np.random.default_rng(5)
        within, told = 0, 0
        for k in range(100):
            mains, read_s = (50.0, 60.0)[k % 2], float(np.exp(lots.uniform(math.log(0.006), math.log(0.16))))
            frames = frames_of(
                lots,
                2 * mains * read_s,
                int(lots.integers(LEAST, 12)),
                lots.uniform(0.05, 0.4),
                lots.uniform(0, 0.2),
                lots.uniform(5e-4, 4e-3),
            )
            found = banded(frames)
            if found.lacks:
                self.assertLess(2 * mains * read_s, 1.0, found.lacks)
                continue
            seconds, off = found.read_in_s(mains)
            told += 1
            within += abs(seconds - read_s) < 2 * off
            self.assertLess(off / seconds, SURE + 1e-9)
            self.assertLess(abs(seconds / read_s - 1), 0.05, (mains, read_s, found))
        self.assertGreater(told, 80)
        self.assertGreaterEqual(within / told, 0.93)

    def test_a_deeper_lamp_is_told_deeper_and_the_walls_own_slope_is_no_band(self) -> None:
        lots = np.random.default_rng(6)
        for depth in (0.08, 0.2, 0.35):
            self.assertAlmostEqual(banded(frames_of(lots, 3.7, 10, depth, 0.0)).depth, depth, delta=0.12 * depth)
        steady = frames_of(lots, 3.7, 8, depth=0.0)
        self.assertIn("no bands differ", banded(steady).lacks)
        self.assertIn("more frames", banded(steady[: LEAST - 2]).lacks)
        self.assertIn("1 more frame of", banded(steady[: LEAST - 1]).lacks)

    @settings(max_examples=15)
    @given(st.floats(0.05, 30.0), st.integers(1, 10**6), st.integers(LEAST, 12))
    def test_whatever_comes_is_told_or_says_what_it_lacks(self, bands: float, seed: int, frames: int) -> None:
        found = banded(frames_of(np.random.default_rng(seed), bands, frames, noise=0.01))
        if not found.lacks:
            self.assertGreaterEqual(found.bands, FEWEST_TOLD)
            self.assertLess(abs(found.bands - bands), max(6 * found.off, 0.06 * bands))

    def test_light_and_order_of_frames_change_nothing(self) -> None:
        frames = frames_of(np.random.default_rng(7), 5.2, 7)
        one, other = banded(frames), banded([frame * 3.1 for frame in reversed(frames)])
        self.assertAlmostEqual(one.bands, other.bands, delta=1e-3)

    def test_a_frame_that_shows_no_bands_says_why(self) -> None:
        for why, lines, clipped, time_s in (
            ("clipped", 900.0, 0.01, 0.001),
            ("too dark", 9.0, 0.0, 0.001),
            ("longer than a pulse", 900.0, 0.0, 0.01),
            ("", 900.0, 0.0, None),
        ):
            said = wrong_with_lines(np.full(LINES, lines), clipped, 4000.0, time_s)
            self.assertTrue(why in said if why else not said, said)
