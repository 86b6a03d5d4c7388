"""What is learned of judged frames, against truths that are made up here, and against other ways to the same figures."""

from __future__ import annotations

import warnings
from unittest import TestCase

import numpy as np
from scipy.optimize import minimize
from scipy.special import expit, logit
from statsmodels.stats.proportion import proportion_confint

from craft.optics.movement import chance_of_a_sharp_frame
from craft.review.learning import LEAST_FRAMES, LEAST_OF_EACH, How, fall_of, hand_of, rates_of, wilson


class Falls(TestCase):
    def test_the_interval_holds_the_truth_in_nineteen_of_twenty_cases(self) -> None:
        lots, held, found = np.random.default_rng(11), 0, 0
        for _ in range(400):
            level, slope = lots.uniform(-1, 2.5), lots.uniform(-1.6, -0.5)
            stops = lots.uniform(0, 7, lots.integers(150, 600))
            fall = fall_of(stops, lots.random(len(stops)) < expit(level + slope * stops))
            if fall.how is How.FOUND:
                best = expit(level + slope * stops.min())
                found += 1
                held += fall.low <= (logit(best / 2) - level) / slope <= fall.high
        self.assertGreater(found, 350)
        self.assertTrue(0.92 <= held / found <= 0.98, f"{held} of {found}")

    def test_the_fit_is_the_likeliest_by_a_search_of_its_own(self) -> None:
        lots = np.random.default_rng(5)
        for _ in range(12):
            stops = lots.uniform(0, 6, 300)
            kept = lots.random(300) < expit(1.5 - 0.9 * stops)
            first = stops.min()

            def unlikely(of: np.ndarray, stops: np.ndarray = stops, kept: np.ndarray = kept, first: float = first) -> float:
                share = np.clip(expit(of[0] + of[1] * (stops - first)), 1e-12, 1 - 1e-12)
                return -float(np.where(kept, np.log(share), np.log1p(-share)).sum())

            level, slope = minimize(unlikely, [0.0, -0.5], method="Nelder-Mead", options={"xatol": 1e-9, "fatol": 1e-12}).x
            fall = fall_of(stops, kept)
            self.assertAlmostEqual(fall.best, expit(level), places=4)
            self.assertAlmostEqual(fall.at, first + (logit(expit(level) / 2) - level) / slope, places=3)

    def test_what_is_not_told_is_said_and_nothing_is_learned(self) -> None:
        stops, lots = np.linspace(0, 5, 200), np.random.default_rng(2)
        even = lots.random(200) < 0.5
        for seen, kept, how, says in (
            (stops[: LEAST_FRAMES - 3], even[: LEAST_FRAMES - 3], How.FEW, "3 more judged frames"),
            ([], [], How.FEW, "40 more judged frames"),
            (stops, np.ones(200, bool), How.FEW, f"{LEAST_OF_EACH} more that you would not keep"),
            (stops, np.zeros(200, bool), How.FEW, f"{LEAST_OF_EACH} more that you would keep"),
            (stops / 5, even, How.FEW, "frames farther apart: they lie within 1 of 2 stops"),
            (stops, even, How.FLAT, ""),
            (stops, stops > 2.5, How.FLAT, ""),
            (stops, lots.random(200) < expit(3 - 0.45 * stops), How.BEYOND, ""),
        ):
            fall = fall_of(seen, kept)
            self.assertEqual((fall.how, fall.lacks), (how, says))
            self.assertEqual((fall.at, fall.low, fall.high), (None, None, None))
            self.assertEqual((fall.frames, fall.kept), (len(seen), int(np.sum(kept))))

    def test_where_a_value_parts_all_kept_from_all_others_the_fall_lies_between(self) -> None:
        stops = np.linspace(0, 6, 61)
        with warnings.catch_warnings():
            warnings.simplefilter("error")
            fall, shared = fall_of(stops, stops < 3.05), fall_of(np.append(stops, 3.0), np.append(stops < 3.05, False))
        self.assertEqual((fall.how, shared.how), (How.FOUND, How.FOUND))
        self.assertTrue(2.9 <= fall.low < 3.05 < fall.high <= 3.4, fall)
        self.assertTrue(2.9 <= shared.low <= 3.05 <= shared.high <= 3.4, shared)


class Hands(TestCase):
    def test_a_hand_is_found_whatever_share_of_sharp_frames_is_kept(self) -> None:
        lots, held, found = np.random.default_rng(7), 0, 0
        for keeps in np.linspace(0.2, 0.95, 120):
            steady, times = 2.0 ** lots.uniform(-1.5, 1.5), 2.0 ** lots.uniform(-3, 3, 400)
            hand = hand_of(times, lots.random(400) < keeps * chance_of_a_sharp_frame(times, steady)).hand
            if hand:
                found, held = found + 1, held + (hand.low <= steady <= hand.high)
        self.assertGreater(found, 110)
        self.assertTrue(0.9 <= held / found <= 0.99, f"{held} of {found}")

    def test_frames_that_hold_to_the_longest_tell_no_end(self) -> None:
        times = 2.0 ** np.linspace(-6, -3, 120)
        found = hand_of(times, np.arange(120) % 3 > 0)
        self.assertIsNone(found.hand)
        self.assertIn("longer times", found.lacks)
        self.assertIn("more judged frames", hand_of([1.0], [True]).lacks)


class Shares(TestCase):
    def test_their_intervals_are_those_of_the_library(self) -> None:
        for kept, frames in ((0, 1), (1, 1), (3, 20), (9, 10), (412, 900)):
            np.testing.assert_allclose(wilson(kept, frames), proportion_confint(kept, frames, method="wilson"), atol=1e-6)

    def test_every_frame_is_in_one_of_them(self) -> None:
        lots = np.random.default_rng(1)
        stops, kept = lots.uniform(0, 8, 500), lots.random(500) < 0.4
        rates = rates_of(stops, kept)
        self.assertEqual((sum(rate.frames for rate in rates), sum(rate.kept for rate in rates)), (500, int(kept.sum())))
        self.assertTrue(all(rate.low <= rate.share <= rate.high for rate in rates))
