"""Slots against every choice of setups tried, bank by bank, and against every way of serving a day with slots that keep."""

from __future__ import annotations

from itertools import combinations, product
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.day.day import MOST_WAYS, weighed
from craft.day.slots import fill_keeping, fill_slots
from craft.errors import CraftError


@st.composite
def days(draw: st.DrawFn) -> tuple[np.ndarray, list[int], list[frozenset[int]]]:
    """Presses of a day for one bank or two, how many slots each has, and what must be kept."""
    banks = draw(st.integers(1, 2))
    count = draw(st.integers(1, 6 if banks == 1 else 4))
    shape = (count, *[count + 1] * banks)
    presses = draw(st.lists(st.integers(0, 60), min_size=int(np.prod(shape)), max_size=int(np.prod(shape))))
    slots = draw(st.lists(st.integers(0, 3), min_size=banks, max_size=banks))
    must = [frozenset(draw(st.sets(st.integers(0, count - 1), max_size=min(number, 1)))) for number in slots]
    return np.array(presses, dtype=float).reshape(shape), slots, must


class Filled(TestCase):
    @settings(max_examples=200, deadline=None)
    @given(days())
    def test_no_other_choice_of_setups_costs_less(self, day: tuple[np.ndarray, list[int], list[frozenset[int]]]) -> None:
        costs, slots, must = day
        count = len(costs)

        def cost(banks: tuple[tuple[int, ...], ...]) -> float:
            return sum(min(costs[(t, *place)] for place in product(*[(*bank, count) for bank in banks])) for t in range(count))

        def kept(number: int, forced: frozenset[int]) -> list[tuple[int, ...]]:
            sizes = range(min(number, count) + 1)
            return [chosen for size in sizes for chosen in combinations(range(count), size) if forced <= set(chosen)]

        choices = list(product(*[kept(number, forced) for number, forced in zip(slots, must, strict=True)]))
        found = fill_slots(costs, slots, must)
        least = min(cost(banks) for banks in choices)
        self.assertEqual((found.presses, cost(found.banks)), (least, least))
        self.assertIn(found.banks, choices)
        self.assertEqual(found.without, costs.reshape(count, -1)[:, -1].sum())
        for t, reached in enumerate(found.reached):
            place = tuple(count if k is None else k for k in reached.slots)
            self.assertEqual(reached.presses, costs[(t, *place)])
        size = sum(map(len, found.banks))
        self.assertTrue(all(cost(b) > least for b in choices if sum(map(len, b)) < size), "no slot is taken up for nothing")

    @settings(max_examples=150, deadline=None)
    @given(
        st.integers(1, 5).flatmap(lambda n: st.tuples(st.lists(st.integers(0, 30), min_size=n * n, max_size=n * n), st.just(n))),
        st.integers(0, 3),
    )
    def test_slots_that_keep_changes_serve_the_day_as_cheaply_as_any_way(self, table: tuple[list[int], int], slots: int) -> None:
        count = table[1]
        after = np.array(table[0], dtype=float).reshape(count, count)
        plain, first = after[:, 0] + 7, after.diagonal().copy()

        def best(t: int, last: tuple[int | None, ...]) -> float:
            if t == count:
                return 0
            ways = [plain[t] + best(t + 1, last)]
            for k, held in enumerate(last):
                step = first[t] if held is None else after[t, held]
                ways.append(step + best(t + 1, (*last[:k], t, *last[k + 1 :])))
            return min(ways)

        found = fill_keeping(plain, first, after, slots)
        self.assertEqual(found.presses, best(0, (None,) * slots))
        self.assertLessEqual(len(found.kept), slots)
        self.assertEqual(fill_keeping(plain, first, after, 0).presses, found.without)

    def test_tables_that_do_not_fit_are_refused(self) -> None:
        for costs, slots, must in (
            (np.zeros((1, 1)), [1], []),
            (np.zeros((2, 3)), [1, 1], []),
            (np.zeros((1, 2)), [-1], []),
            (np.zeros((2, 3)), [1], [frozenset({0, 1})]),
        ):
            with self.assertRaises(CraftError):
                fill_slots(costs, slots, must)
        with self.assertRaises(CraftError):
            fill_keeping(np.zeros(1), np.zeros(1), np.zeros((1, 1)), -1)
        self.assertEqual(fill_slots(np.zeros((0, 1)), [3]).presses, 0)


class InTime(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.integers(1, 5), st.integers(0, 3), st.integers(0, 2**32))
    def test_whatever_was_found_when_time_ran_out_is_a_filling_and_its_bound_is_under_the_best(
        self, count: int, slots: int, seed: int
    ) -> None:
        costs = np.random.default_rng(seed).integers(0, 60, (count, count + 1)).astype(float)
        best = fill_slots(costs, [slots])
        self.assertTrue(best.proven)
        hasty = fill_slots(costs, [slots], limit_s=0.0)
        self.assertLessEqual(hasty.bound, best.presses + 1e-6)
        self.assertGreaterEqual(hasty.presses, best.presses - 1e-6)
        self.assertLessEqual(len(hasty.kept), slots)
        self.assertAlmostEqual(hasty.presses, sum(r.presses for r in hasty.reached))
        patient = fill_slots(costs, [slots], limit_s=60.0)
        self.assertEqual((patient.presses, patient.proven), (best.presses, True))

    def test_how_much_of_a_day_is_weighed_never_asks_for_more_ways_than_there_is_room_for(self) -> None:
        for banks in (1, 2):
            found = [weighed(count, banks) for count in range(0, 300, 7)]
            self.assertEqual(found, sorted(found))
            self.assertTrue(all(n * (n + 1) ** banks <= MOST_WAYS for n in found))
            self.assertTrue(all(n == count for n, count in zip(found, range(0, 300, 7), strict=True) if count <= 19))
