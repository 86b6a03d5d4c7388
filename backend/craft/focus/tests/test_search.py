"""The search against every way tried through all bursts; what it says of ties; and what a situation makes of it."""

from __future__ import annotations

import random
from dataclasses import replace
from unittest import TestCase

import numpy as np

from craft.focus.following import follow
from craft.focus.search import FIRST, MORE, SURE, Offered, beside, searched, standard_error, worth
from craft.focus.tests.test_following import WILD
from craft.focus.ways import AREA, AREAS, HOLD, PATH, PRIORITIES, PRIORITY, Way

SMALL = Offered(("point", "zone"), ("short", "long"), ("steady", "erratic"), ("release", "focus"))
LARGE = Offered(tuple(row.slug for row in AREAS), looks=(False, True))


class Search(TestCase):
    def test_it_is_the_best_of_all_ways_through_all_bursts(self) -> None:
        """Of small bodies exactly; of large ones nothing that was left on the way is surely better."""
        rng = random.Random(7)
        for trial in range(8):
            chase = replace(
                WILD,
                toward_m_s=rng.uniform(0, 8),
                turns_m_s2=rng.uniform(0, 12),
                crossed=rng.uniform(0, 2),
                aim=rng.uniform(0.002, 0.03),
                tolerance_d=rng.uniform(0.0005, 0.003),
                distance_m=rng.uniform(10, 40),
            )
            offered = SMALL if trial < 6 else LARGE
            ways = offered.ways()
            scores = np.concatenate([worth(follow(chase, ways, FIRST, 1)), worth(follow(chase, ways, MORE, 2))], axis=1)
            found = searched(chase, offered)
            best, mine = scores[int(scores.mean(axis=1).argmax())], scores[ways.index(found.best.way)]
            with self.subTest(trial=trial):
                if offered is SMALL:
                    self.assertAlmostEqual(float(mine.mean()), float(best.mean()), places=4)
                self.assertLessEqual(float((best - mine).mean()), SURE * standard_error(best - mine) + 1e-6)

    def test_each_value_has_its_best_and_what_is_as_good_is_not_surely_worse(self) -> None:
        found = searched(WILD, LARGE)
        for setting, values in ((AREA, [row.slug for row in AREAS]), (HOLD, LARGE.holds), (PATH, LARGE.paths), (PRIORITY, PRIORITIES)):
            for value in values:
                self.assertIsNotNone(found.best_with(setting, value), f"{setting} {value}")
        self.assertEqual([one.behind for one in found.found], sorted(one.behind for one in found.found))
        for one in found.found:
            self.assertTrue(0 <= one.kept <= one.fired + 1e-6 and 0 <= one.nearer + one.farther <= 1)
            self.assertEqual(one.as_good, one.behind <= one.behind_off or one.behind <= 0.03 * WILD.rate + 1e-6)

    def test_an_interval_holds_the_mean_of_many_more_bursts_nineteen_times_of_twenty(self) -> None:
        one = Way("zone", "middle", "usual", "release", True)
        many = follow(WILD, [one], 3000, 9).kept[0].astype(float)
        held = [
            abs(many[k * 150 : (k + 1) * 150].mean() - many.mean()) <= SURE * standard_error(many[k * 150 : (k + 1) * 150])
            for k in range(20)
        ]
        self.assertGreaterEqual(sum(held), 17)

    def test_what_is_told_beside_the_best_is_what_the_search_found_of_it(self) -> None:
        found = searched(WILD, LARGE)
        ways = tuple(one.way for one in found.found[1:4])
        told = beside(WILD, found.best.way, ways)
        for way in ways:
            self.assertAlmostEqual(told.of(way).kept, found.of(way).kept, places=5)
            self.assertAlmostEqual(told.of(way).behind, found.of(way).behind, places=5)
        with self.assertRaises(KeyError):
            told.of(Way("point", "short", "steady", "focus", False))
