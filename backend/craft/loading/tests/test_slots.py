"""Slots against every choice of setups tried."""

from __future__ import annotations

from itertools import combinations
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.loading.slots import fill_slots


@st.composite
def days(draw: st.DrawFn) -> tuple[list[int], list[list[int]], int]:
    count = draw(st.integers(1, 6))
    presses = st.integers(0, 60)
    menus = draw(st.lists(presses, min_size=count, max_size=count))
    return menus, draw(st.lists(st.lists(presses, min_size=count, max_size=count), min_size=count, max_size=count)), draw(st.integers(0, 4))


class Filled(TestCase):
    @settings(max_examples=200, deadline=None)
    @given(days())
    def test_no_other_choice_of_setups_costs_less(self, day: tuple[list[int], list[list[int]], int]) -> None:
        menus, by_slot, slots = day

        def cost(kept: tuple[int, ...]) -> int:
            return sum(min([menus[t], *(by_slot[t][j] for j in kept)]) for t in range(len(menus)))

        choices = [kept for size in range(min(slots, len(menus)) + 1) for kept in combinations(range(len(menus)), size)]
        found = fill_slots(menus, by_slot, slots)
        least = min(cost(kept) for kept in choices)
        self.assertEqual((found.presses, cost(found.kept)), (least, least))
        self.assertLessEqual(len(found.kept), slots)
        self.assertEqual(found.without, sum(menus))
        self.assertEqual(sum(reached.presses for reached in found.reached), found.presses)
        for t, reached in enumerate(found.reached):
            self.assertEqual(reached.presses, menus[t] if reached.slot is None else by_slot[t][reached.slot])
            self.assertTrue(reached.slot is None or reached.slot in found.kept)
        smaller = [kept for kept in choices if len(kept) < len(found.kept)]
        self.assertTrue(all(cost(kept) > least for kept in smaller), "no slot is taken up for nothing")

    def test_tables_that_do_not_fit_are_refused(self) -> None:
        for menus, by_slot, slots in (([1], [], 1), ([1, 2], [[1, 2], [1]], 1), ([1], [[1]], -1)):
            with self.assertRaises(CraftError):
                fill_slots(menus, by_slot, slots)
        self.assertEqual(fill_slots([], [], 3).presses, 0)
