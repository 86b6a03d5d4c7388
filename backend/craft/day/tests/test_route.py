"""Routes through menus against brute force: a cursor pressed key by key, and every order tried."""

from __future__ import annotations

from collections import deque
from itertools import permutations
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.day.route import Place, distance, length, lower_bound, shortest, top_to_bottom
from craft.kit.moves import Moves


@st.composite
def menus(draw: st.DrawFn) -> tuple[dict[str, Place], dict[str, frozenset[str]], Place]:
    """Up to six items in a tree of pages, some before others, and a start."""
    leaf = st.tuples(st.integers(0, 3), st.integers(0, 3)) | st.tuples(st.integers(0, 3), st.integers(4, 6), st.integers(0, 3))
    found = draw(st.lists(leaf, min_size=1, max_size=6, unique=True))
    places = {f"item{k}": place for k, place in enumerate(found)}
    ranks = draw(st.permutations(sorted(places)))
    pairs = draw(st.lists(st.tuples(st.sampled_from(ranks), st.sampled_from(ranks)), max_size=4))
    before: dict[str, frozenset[str]] = {}
    for one, other in pairs:
        if ranks.index(one) < ranks.index(other):
            before[other] = before.get(other, frozenset()) | {one}
    start = draw(st.just((0,)) | st.sampled_from(found))
    return places, before, start


def pressed(start: Place, goals: set[Place], tree: set[Place]) -> dict[Place, int]:
    """Moves from a start to each goal, by breadth-first search over single presses."""
    pages = {place[:k] for place in tree for k in range(len(place))}
    longest = {page: max(place[len(page)] for place in tree if len(place) > len(page) and place[: len(page)] == page) for page in pages}
    found: dict[Place, int] = {start: 0}
    queue = deque([start])
    while queue:
        here = queue.popleft()
        page, line = here[:-1], here[-1]
        moves = [(*page, line + step) for step in (-1, 1) if 0 <= line + step <= max(longest.get(page, 0), line)]
        if here in pages:
            moves.append((*here, 0))
        if page:
            moves.append(page)
        for there in moves:
            if there not in found:
                found[there] = found[here] + 1
                queue.append(there)
    return {goal: found[goal] for goal in goals}


class Routes(TestCase):
    @settings(max_examples=250, deadline=None)
    @given(menus())
    def test_shortest_equals_every_order_tried_on_a_pressed_cursor(
        self, menu: tuple[dict[str, Place], dict[str, frozenset[str]], Place]
    ) -> None:
        places, before, start = menu
        tree = {*places.values(), start}
        steps = {place: pressed(place, set(places.values()), tree) for place in tree}

        def cost(order: tuple[str, ...]) -> int:
            way = [start, *(places[name] for name in order)]
            return sum(steps[one][other] for one, other in zip(way, way[1:], strict=False))

        def allowed(order: tuple[str, ...]) -> bool:
            return all(before.get(name, frozenset()) <= set(order[:k]) for k, name in enumerate(order))

        least = min(cost(order) for order in permutations(places) if allowed(order))
        route = shortest(places, before, start)
        self.assertTrue(allowed(route.order))
        self.assertEqual(sorted(route.order), sorted(places))
        self.assertEqual((route.cost, route.cost), (least, cost(route.order)))
        self.assertTrue(route.proven)
        plain = top_to_bottom(places, before)
        self.assertTrue(allowed(plain))
        self.assertLessEqual(route.cost, length(plain, places, start, Moves()))
        self.assertLessEqual(lower_bound(start, places.values(), Moves()), least)

    @settings(max_examples=100, deadline=None)
    @given(menus(), st.integers(1, 3), st.integers(1, 3), st.integers(1, 3))
    def test_moves_weigh_what_the_body_makes_them_weigh(
        self, menu: tuple[dict[str, Place], dict[str, frozenset[str]], Place], line: int, enter: int, back: int
    ) -> None:
        places, before, start = menu
        moves = Moves(line, enter, back)
        orders = [o for o in permutations(places) if all(before.get(n, frozenset()) <= set(o[:k]) for k, n in enumerate(o))]
        least = min(length(order, places, start, moves) for order in orders)
        self.assertEqual(shortest(places, before, start, moves).cost, least)

    def test_distances_by_hand(self) -> None:
        plain = Moves()
        for start, end, expected in (
            ((0,), (0, 0), 1),
            ((0,), (3, 0), 4),
            ((1, 4), (1, 2), 2),
            ((1, 4), (1, 4), 0),
            ((1, 4), (2, 0), 3),
            ((1, 9), (1, 0), 2),
            ((1, 2, 3), (1, 0), 3),
            ((1, 0), (1, 2, 3), 6),
        ):
            self.assertEqual(distance(start, end, plain), expected, (start, end))
