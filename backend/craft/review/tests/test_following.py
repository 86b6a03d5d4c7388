"""Whom somebody's following is like, against people who are made up: bursts of shares that are drawn, and likelihoods by SciPy."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import stats

from craft.review.following import LEAST_BURSTS, SURELY, Followed, Practice, Seen, follows, seen_of
from craft.review.frame import Frame
from craft.review.sharpness import How, Sharpness

HIDDEN = 5 / 6000


def shot(misses: list[list[bool | None]]) -> list[Frame]:
    """Bursts of frames that miss their focus, or of which nothing is told."""
    sharp = {True: Sharpness(How.NOTHING, 4.0, None, 6000, 3.0), False: Sharpness(How.NOTHING, 4.0, None, 6000, 0.5), None: None}
    return [Frame(20.0 * burst + k / 10, sharp=sharp[miss]) for burst, row in enumerate(misses) for k, miss in enumerate(row)]


def trips(lots: np.random.Generator, share: float, bursts: int) -> Seen:
    """Bursts of eight frames, all of which share a luck of their own."""
    luck = lots.beta(share * 4, (1 - share) * 4, bursts)
    return seen_of(shot([[bool(lots.random() > one) for _ in range(8)] for one in luck]), HIDDEN)


class Follows(unittest.TestCase):
    def test_who_it_is_is_told_or_left_open_and_hardly_ever_wrong_whatever_luck_bursts_have(self) -> None:
        lots = np.random.default_rng(7)
        told: dict[Practice, list[Practice]] = {Practice.ORDINARY: [], Practice.PRACTISED: []}
        for _ in range(200):
            ordinary = lots.uniform(0.3, 0.7)
            expected = (ordinary, ordinary + lots.uniform(0.1, 0.25))
            for who, share in zip(told, expected, strict=True):
                pictures = [Followed(trips(lots, share, int(lots.integers(8, 40))), *expected) for _ in range(int(lots.integers(1, 4)))]
                told[who].append(follows(pictures).how)
        for who, other in ((Practice.ORDINARY, Practice.PRACTISED), (Practice.PRACTISED, Practice.ORDINARY)):
            self.assertLess(told[who].count(other), 10, "one in twenty at the most")
            self.assertGreater(told[who].count(who), 40)

    @settings(max_examples=60, deadline=None)
    @given(
        st.lists(st.lists(st.sampled_from([True, False, None]), min_size=1, max_size=6), max_size=30),
        st.floats(0.05, 0.95),
        st.floats(0.05, 0.95),
    )
    def test_the_ratio_is_that_of_binomial_likelihoods_a_burst_being_one_trial(
        self, misses: list[list[bool | None]], ordinary: float, practised: float
    ) -> None:
        seen = seen_of(shot(misses), HIDDEN)
        known = [[miss for miss in row if miss is not None] for row in misses]
        self.assertEqual((seen.told, seen.in_focus), (sum(map(len, known)), sum(not miss for row in known for miss in row)))
        found = follows([Followed(seen, ordinary, practised)])
        rows = [row for row in known if row]
        if len(rows) < LEAST_BURSTS:
            self.assertEqual(found.how, Practice.FEW)
            return
        more = sum(
            (stats.binom.logpmf(row.count(False), len(row), practised) - stats.binom.logpmf(row.count(False), len(row), ordinary))
            / len(row)
            for row in rows
        )
        self.assertAlmostEqual(found.for_practised, more, places=6)
        self.assertEqual(found.how is Practice.UNSURE, abs(found.for_practised) < SURELY)

    def test_what_moved_along_one_way_is_no_miss_and_what_nothing_tells_counts_nowhere(self) -> None:
        seen = seen_of(shot([[False, None, True], [None]]), HIDDEN)
        self.assertEqual((seen.told, seen.in_focus, seen.shares), (2, 1, (0.5,)))
