"""Steadiness against frames drawn by lot, against a library's own optimiser, and where nothing is told."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np
from scipy.optimize import minimize_scalar

from craft.errors import CraftError
from craft.optics.steadiness import Tried, steadiness_of

SHARP_S = 1 / 60
TIMES = (1 / 15, 1 / 30, 1 / 60, 1 / 125)


def drawn(rng: np.random.Generator, true: float, frames: int) -> list[Tried]:
    """Frames of a hand that shakes as one does: blur in two axes, each normal; sharp where it stays within the limit (Rayleigh by its parts)."""
    out = []
    for time in TIMES:
        spread = time / (true * SHARP_S) / math.sqrt(2)  # of each axis, in limits, so that the mean square is one at the time that holds
        blur = np.hypot(*rng.normal(0, spread, (2, frames)))
        out.append(Tried(time, frames, int((blur <= 1).sum())))
    return out


class Steadiness(TestCase):
    def test_the_interval_holds_the_truth_nineteen_times_of_twenty_and_narrows_with_frames(self) -> None:
        rng = np.random.default_rng(5)
        held, wide = 0, {10: [], 90: []}
        for k in range(200):
            true = float(rng.uniform(0.6, 2.5))
            frames = (10, 90)[k % 2]
            found = steadiness_of(drawn(rng, true, frames), SHARP_S)
            held += found.low <= true <= found.high
            wide[frames].append(math.log2(found.high / found.low))
        self.assertGreaterEqual(held, 180)
        self.assertAlmostEqual(float(np.mean(wide[10]) / np.mean(wide[90])), 3.0, delta=0.6)

    def test_it_is_what_an_optimiser_finds(self) -> None:
        rng = np.random.default_rng(9)
        for _ in range(12):
            rows = drawn(rng, float(rng.uniform(0.7, 2)), 12)

            def unlikely(log_s: float, rows: list[Tried] = rows) -> float:
                q = [(math.exp(log_s) * SHARP_S / row.time_s) ** 2 for row in rows]
                return -sum(row.sharp * math.log(-math.expm1(-x)) - (row.frames - row.sharp) * x for row, x in zip(rows, q, strict=True))

            best = math.exp(minimize_scalar(unlikely, bounds=(-2.5, 2.5), method="bounded").x)
            self.assertAlmostEqual(steadiness_of(rows, SHARP_S).steadiness, best, delta=0.004 * best)

    def test_what_tells_nothing_is_refused_with_what_would(self) -> None:
        for rows, said in (
            ([], "at least one time"),
            ([Tried(1 / 30, 0, 0)], "at least one time"),
            ([Tried(1 / 500, 10, 10)], "longer times too"),
            ([Tried(2.0, 10, 0)], "shorter times too"),
            ([Tried(1 / 30, 10, 11)], "11 of 10"),
        ):
            with self.subTest(said), self.assertRaisesRegex(CraftError, said):
                steadiness_of(rows, SHARP_S)
