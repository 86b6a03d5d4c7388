"""Ways with pinned items, a short list and buttons, against every order and every place of every item tried."""

from __future__ import annotations

from itertools import permutations, product
from unittest import TestCase

from hypothesis import example, given, settings
from hypothesis import strategies as st

from craft.day.route import Place, distance, length, top_to_bottom
from craft.day.shortcuts import Through, cheapest
from craft.errors import CraftError
from craft.kit.moves import Moves, Shortcuts

ITEMS = ("grid", "beeps", "level", "clock")
Job = tuple[dict[str, Place], dict[str, float], dict[str, frozenset[str]], Shortcuts, Moves]


@st.composite
def jobs(draw: st.DrawFn) -> Job:
    """Up to four items in a tree of pages, some before others, some of them to be had another way."""
    names = ITEMS[: draw(st.integers(1, 4))]
    leaf = st.tuples(st.integers(0, 2), st.integers(0, 3)) | st.tuples(st.integers(0, 2), st.just(4), st.integers(0, 2))
    places = draw(st.lists(leaf, min_size=len(names), max_size=len(names), unique=True))
    ranks = draw(st.permutations(names))
    pairs = draw(st.lists(st.tuples(st.sampled_from(ranks), st.sampled_from(ranks)), max_size=3))
    before: dict[str, frozenset[str]] = {}
    for one, other in pairs:
        if ranks.index(one) < ranks.index(other):
            before[other] = before.get(other, frozenset()) | {one}
    lists = st.lists(st.sampled_from(ITEMS), max_size=3, unique=True)
    buttons = tuple((slug, f"button {slug}") for slug in draw(lists))
    moves = Moves(line=draw(st.sampled_from([0.25, 1])), enter=draw(st.integers(1, 2)), back=draw(st.integers(1, 2)))
    own = {name: 2.0 + draw(st.integers(0, 4)) for name in names}
    return dict(zip(names, places, strict=True)), own, before, Shortcuts(tuple(draw(lists)), tuple(draw(lists)), buttons), moves


def cost(order: tuple[tuple[str, Through], ...], job: Job) -> float:
    """Presses of a way, move by move: into the menus, out of them, to the list, to a button."""
    at, own, _, shortcuts, moves = job
    first = bool(shortcuts.pinned)
    total, menu, line = 0.0, None, None
    for name, through in order:
        if through in (Through.MENU, Through.PINNED):
            if line is not None:
                total, line = total + moves.back, None
            place = (0, shortcuts.pinned.index(name)) if through is Through.PINNED else (at[name][0] + first, *at[name][1:])
            total += distance(menu or (0,), place, moves)
            menu = place
        else:
            if menu is not None:
                total, menu = total + moves.back * len(menu), None
            if through is Through.SHORT_LIST:
                there = shortcuts.short_list.index(name)
                total += moves.line * abs(there - (line or 0)) + (moves.shortcut if line is None else 0)
                line = there
            else:
                if line is not None:
                    total, line = total + moves.back, None
                total += moves.shortcut - moves.choose
        total += own[name]
    return total + (moves.back if line is not None else 0)


def every_way(job: Job) -> list[tuple[tuple[str, Through], ...]]:
    at, _, before, shortcuts, _ = job
    found = []
    for order in permutations(at):
        if not all(before.get(name, frozenset()) & set(at) <= set(order[:k]) for k, name in enumerate(order)):
            continue
        options = [
            [Through.MENU]
            + [Through.PINNED] * (name in shortcuts.pinned)
            + [Through.SHORT_LIST] * (name in shortcuts.short_list)
            + [Through.BUTTON] * (name in dict(shortcuts.buttons))
            for name in order
        ]
        found += [tuple(zip(order, places, strict=True)) for places in product(*options)]
    return found


WAITS: Job = (
    {"grid": (1, 0), "beeps": (1, 1), "level": (2, 1)},
    {"grid": 2.0, "beeps": 2.0, "level": 2.0},
    {"beeps": frozenset({"grid"})},
    Shortcuts(pinned=("beeps", "level")),
    Moves(line=0.25),
)
"""A pinned item that waits for one in the menus: the next line of the own page is reached past it."""


OPENED_AGAIN: Job = (
    {"grid": (0, 0), "beeps": (0, 1), "level": (2, 0)},
    {"grid": 2.0, "beeps": 2.0, "level": 2.0},
    {"grid": frozenset({"level"})},
    Shortcuts(buttons=(("beeps", "thumb"),)),
    Moves(),
)
"""Menus that are left for a button, and open again nearer to what had to wait."""


class Shorter(TestCase):
    @settings(max_examples=120, deadline=None)
    @given(jobs())
    @example(WAITS)
    @example(OPENED_AGAIN)
    def test_no_way_is_under_the_bound_a_proven_one_is_the_least_and_none_is_over_the_menus_alone(self, job: Job) -> None:
        at, own, before, shortcuts, moves = job
        before = {name: needs & set(at) for name, needs in before.items() if name in at}
        found = cheapest(at, own, before, shortcuts, moves)
        ways = every_way(job)
        least = min(cost(way, job) for way in ways)
        self.assertIn(found.order, ways, "every item once, each after those it needs")
        self.assertEqual(found.cost, cost(found.order, job), "it costs what it says")
        self.assertLessEqual(found.bound, least)
        if found.cost <= found.bound:
            self.assertEqual(found.cost, least)
        shifted = {name: (place[0] + bool(shortcuts.pinned), *place[1:]) for name, place in at.items()}
        self.assertLessEqual(found.cost, length(top_to_bottom(at, before), shifted, (0,), moves) + sum(own.values()))
        if not before:
            self.assertEqual(found.cost, least, "where the order is free it is the least")

    def test_an_item_deep_in_the_menus_is_had_where_it_is_near(self) -> None:
        at, own = {"grid": (2, 4, 2), "beeps": (0, 1)}, {"grid": 3.0, "beeps": 3.0}
        for shortcuts, through in (
            (Shortcuts(pinned=("grid",)), Through.PINNED),
            (Shortcuts(short_list=("beeps", "grid")), Through.SHORT_LIST),
            (Shortcuts(buttons=(("grid", "thumb"),)), Through.BUTTON),
            (Shortcuts(), Through.MENU),
        ):
            self.assertIs(dict(cheapest(at, own, {}, shortcuts, Moves()).order)["grid"], through)

    def test_lists_and_costs_that_no_body_has_are_refused(self) -> None:
        for bad in ({"pinned": ("grid", "grid")}, {"short_list": ("nonsense",)}):
            with self.assertRaises(CraftError):
                Shortcuts(**bad)
        with self.assertRaises(CraftError):
            Shortcuts(pinned=("grid", "beeps")).fitting(Moves(pinned_room=1))
        for moves in ({"line": -1}, {"line": 0.3}):
            with self.assertRaises(CraftError):
                Moves(**moves)
