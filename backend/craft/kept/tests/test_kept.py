"""One budget of memory for all that is kept: whatever is asked for, in whatever order, it is never gone beyond."""

from __future__ import annotations

import threading
from unittest import TestCase
from unittest.mock import patch

import numpy as np
from cachetools import LRUCache
from hypothesis import given, settings
from hypothesis import strategies as st

from craft import kept as room
from craft.examples import shot, tones
from craft.kept import forget, kept, kept_as, size_of

BUDGET = 100_000
asked: list[tuple[str, int]] = []


@kept
def ramp(width: int) -> np.ndarray:
    asked.append(("ramp", width))
    return np.zeros(width, np.uint8)


@kept_as(9_000)
def tree(leaves: int, *, of: str = "oak") -> tuple[str, int]:
    asked.append(("tree", leaves))
    return of, leaves


class OneBudget(TestCase):
    def setUp(self) -> None:
        asked.clear()
        self.enterContext(patch.object(room, "_results", LRUCache(BUDGET, getsizeof=lambda entry: entry.size)))
        self.enterContext(patch.object(room, "BUDGET_BYTES", BUDGET))

    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.tuples(st.sampled_from((ramp, tree)), st.integers(0, 60_000)), max_size=60))
    def test_what_is_kept_never_goes_beyond_it_and_is_what_would_be_made(self, wanted: list[tuple[object, int]]) -> None:
        for make, number in wanted:
            found = make(number)
            self.assertEqual(found[1] if make is tree else len(found), number)
            self.assertLessEqual(room.held(), BUDGET)

    def test_the_least_lately_used_goes_first_whichever_function_made_it(self) -> None:
        for make, number in ((ramp, 40_000), (tree, 1), (ramp, 40_001), (tree, 1), (ramp, 40_002), (tree, 1), (ramp, 40_000)):
            make(number)
        self.assertEqual(asked, [("ramp", 40_000), ("tree", 1), ("ramp", 40_001), ("ramp", 40_002), ("ramp", 40_000)])

    def test_what_is_larger_than_all_of_it_is_made_each_time_and_pushes_nothing_out(self) -> None:
        tree(1)
        for _ in range(2):
            self.assertEqual(len(ramp(2 * BUDGET)), 2 * BUDGET)
        tree(1)
        self.assertEqual(asked, [("tree", 1), ("ramp", 2 * BUDGET), ("ramp", 2 * BUDGET)])

    def test_names_are_part_of_what_was_asked_and_one_function_is_forgotten_alone(self) -> None:
        self.assertEqual((tree(1), tree(1, of="ash"), tree(1, of="ash")), (("oak", 1), ("ash", 1), ("ash", 1)))
        ramp(5)
        forget(tree)
        tree(1)
        ramp(5)
        self.assertEqual([name for name, _ in asked], ["tree", "tree", "ramp", "tree"])
        forget()
        self.assertEqual(room.held(), 0)

    def test_many_ask_at_once(self) -> None:
        def ask() -> None:
            for k in range(300):
                self.assertEqual(len(ramp(k % 40 * 1000)), k % 40 * 1000)

        threads = [threading.Thread(target=ask) for _ in range(8)]
        for one in threads:
            one.start()
        for one in threads:
            one.join()
        self.assertLessEqual(room.held(), BUDGET)
        self.assertEqual(room.held(), sum(entry.size for entry in room._results.values()))

    def test_a_part_of_an_array_counts_as_the_whole_that_it_holds(self) -> None:
        whole = np.zeros(50_000, np.uint8)
        self.assertGreater(size_of(whole[:10]), 50_000)
        self.assertLess(size_of(whole[:10].copy()), 500)
        self.assertGreater(size_of(tones()), 100_000)
        self.assertLess(size_of(shot()), 20_000)
