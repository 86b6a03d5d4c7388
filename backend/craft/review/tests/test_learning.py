"""What is learned of judged frames, against truths that are made up here, and against other ways to the same figures."""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from scipy.special import expit, logit
from statsmodels.base.model import GenericLikelihoodModel
from statsmodels.stats.proportion import proportion_confint

from craft.optics.movement import chance_of_a_sharp_frame
from craft.review.learning import BINS, FINE, LEAST_FRAMES, LEAST_OF_EACH, How, fall_of, hand_of, rates_of, wilson


class Kept(GenericLikelihoodModel):
    """The same curve in a library of statistics: log odds of each picture's share, where it has fallen to half, and the logarithm of how fast."""

    def loglike(self, params: np.ndarray) -> float:
        share = expit(self.exog[:, 1:] @ params[:-2]) * expit(np.exp(params[-1]) * (params[-2] - self.exog[:, 0]))
        chance = np.clip(share, 1e-12, 1 - 1e-12)
        return float(np.where(self.endog > 0, np.log(chance), np.log1p(-chance)).sum())


def lots_of(seed: int, pictures: int, frames: int) -> tuple[np.ndarray, np.ndarray, np.ndarray, float, np.ndarray]:
    """Stops, what was kept, and the picture of frames by lot; the truth of the limit, and each picture's share."""
    lots = np.random.default_rng(seed)
    of = lots.integers(0, pictures, frames)
    shares, middle, at = lots.uniform(0.2, 0.9, pictures), lots.uniform(1.5, 4.5, pictures), lots.uniform(2.5, 4.5)
    stops = np.round((middle[of] + lots.uniform(-2.5, 2.5, frames)) * 3) / 3
    return stops, lots.random(frames) < shares[of] * expit(lots.uniform(1.2, 2.5) * (at - stops)), of, at, shares


class Falls(TestCase):
    def test_the_interval_holds_the_truth_in_nineteen_of_twenty_cases(self) -> None:
        """Whatever share of each picture is kept, and at whatever ISO each was shot: only what falls within them tells."""
        held = found = 0
        for seed in range(300):
            stops, kept, of, at, _ = lots_of(seed, 1 + seed % 4, 300 + seed)
            fall = fall_of(stops, kept, of)
            if fall.how is How.FOUND:
                found, held = found + 1, held + (fall.low <= at <= fall.high)
        self.assertGreater(found, 250)
        self.assertTrue(0.92 <= held / found <= 0.99, f"{held} of {found}")

    def test_the_limit_is_that_of_a_library_of_statistics(self) -> None:
        for seed in range(8):
            stops, kept, of, at, shares = lots_of(seed, 2, 900)
            fall = fall_of(stops, kept, of)
            rows = np.column_stack([stops, of == 0, of == 1]).astype(float)
            start = [*logit(np.clip(shares, 0.1, 0.9)), at, 0.4]
            fitted = Kept(kept.astype(float), rows).fit(start_params=start, disp=False, maxiter=4000, method="nm")
            off, error = 1.5 / FINE + 0.5 / BINS, float(fitted.bse[-2])
            self.assertAlmostEqual(fall.at, fitted.params[-2], delta=off + 0.3 * error)
            self.assertAlmostEqual(fall.best, float(np.bincount(of) / len(of) @ expit(fitted.params[:2])), delta=0.08)
            self.assertAlmostEqual(fall.high - fall.low, 2 * 1.96 * error, delta=0.5 * error + 2 * off)

    def test_what_is_not_told_is_said_and_nothing_is_learned(self) -> None:
        stops, lots = np.linspace(0, 5, 200), np.random.default_rng(2)
        even, many = lots.random(200) < 0.5, np.linspace(0, 5, 4000)
        for seen, kept, how, says in (
            (stops[: LEAST_FRAMES - 3], even[: LEAST_FRAMES - 3], How.FEW, "3 more judged frames"),
            ([], [], How.FEW, "40 more judged frames"),
            (stops, np.ones(200, bool), How.FEW, f"{LEAST_OF_EACH} more that you would not keep"),
            (stops, np.zeros(200, bool), How.FEW, f"{LEAST_OF_EACH} more that you would keep"),
            (stops / 5, even, How.FEW, "frames of one picture farther apart: they lie within 1 of 2 stops"),
            (stops, even, How.FLAT, ""),
            (stops, stops > 2.5, How.FLAT, ""),
            (stops, lots.random(200) < expit(2.0 * (5.3 - stops)), How.BEYOND, ""),
            (many, lots.random(4000) < expit(1.5 * (-1.0 - many)), How.FEW, "easier frames: fewer are kept from the first on"),
        ):
            fall = fall_of(seen, kept)
            self.assertEqual((fall.how, fall.lacks), (how, says))
            self.assertEqual((fall.at, fall.low, fall.high), (None, None, None))
            self.assertEqual((fall.frames, fall.kept), (len(seen), int(np.sum(kept))))

    def test_where_a_value_parts_all_kept_from_all_others_the_fall_lies_between(self) -> None:
        stops = np.linspace(0, 6, 61)
        for kept in (stops < 3.05, np.append(stops < 3.05, False)):
            fall = fall_of(np.append(stops, 3.0)[: len(kept)], kept)
            self.assertEqual(fall.how, How.FOUND)
            self.assertTrue(2.5 <= fall.low < 3.05 < fall.high <= 3.5, fall)

    def test_pictures_each_shot_at_one_iso_tell_nothing_of_iso(self) -> None:
        of = np.repeat([0, 1], 60)
        fall = fall_of(np.where(of > 0, 6.0, 1.0), np.arange(120) % 10 < np.where(of > 0, 2, 8), of)
        self.assertEqual((fall.how, fall.lacks), (How.FEW, "frames of one picture farther apart: they lie within 0 of 2 stops"))


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
