"""The shortest route through a tree of menus that visits a set of items, each after those it needs.

A place is the tuple of positions on the way to it: ``(2, 0, 5)`` is the sixth line of the first page of
the third tab. On a page the cursor moves a line a press; entering a page puts it on the first line,
going back puts it on the line of the page that was left, so leaving a page and entering it again is
sometimes the short way up. The route is found by A* over what is left
to visit, with a bound that forgets the order in which items must come; that bound never overstates,
so a route whose length meets it is the shortest (Hart, Nilsson & Raphael 1968).
"""

from __future__ import annotations

import heapq
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import lru_cache
from itertools import count

from craft.kit.moves import Moves

Place = tuple[int, ...]

MOST_STATES = 20_000
"""States looked at before the best route so far is returned with its bound."""


@dataclass(frozen=True, slots=True)
class Route:
    """Names in the order of the visit, what the way costs, and a bound that no route can be under."""

    order: tuple[str, ...]
    cost: float
    bound: float

    @property
    def proven(self) -> bool:
        """Whether no route is shorter."""
        return self.cost <= self.bound


def distance(start: Place, end: Place, moves: Moves) -> float:
    """Presses from one place to another.

    >>> distance((0,), (2, 0, 5), Moves()), distance((2, 0, 5), (2, 1, 0), Moves())
    (9, 3)
    """
    same = 0
    while same < len(start) and same < len(end) and start[same] == end[same]:
        same += 1
    if same == len(start):  # the cursor stands on the page that leads there
        return sum(moves.enter + moves.line * line for line in end[same:])
    if same == len(end):
        return moves.back * (len(start) - len(end))
    along = moves.line * abs(start[same] - end[same])
    if same > 0:
        along = min(along, moves.back + moves.enter + moves.line * end[same])
    down = sum(moves.enter + moves.line * line for line in end[same + 1 :])
    return moves.back * (len(start) - 1 - same) + along + down


def length(order: Iterable[str], places: Mapping[str, Place], start: Place, moves: Moves) -> float:
    """Presses of the way through items in an order.

    >>> length(("a", "b"), {"a": (0, 0), "b": (0, 3)}, (0, 0), Moves())
    3
    """
    total: float = 0
    here = start
    for name in order:
        total += distance(here, places[name], moves)
        here = places[name]
    return total


def top_to_bottom(places: Mapping[str, Place], before: Mapping[str, frozenset[str]]) -> tuple[str, ...]:
    """Items in the order of the menus, again from the top for those that were not open yet.

    >>> top_to_bottom({"a": (1, 0), "b": (0, 0)}, {"b": frozenset("a")})
    ('a', 'b')
    """
    left = sorted(places, key=lambda name: places[name])
    done: list[str] = []
    while left:
        open_now: list[str] = []
        for name in left:
            if before.get(name, frozenset()) <= {*done, *open_now}:
                open_now.append(name)
        if not open_now:
            return (*done, *left)
        done += open_now
        left = [name for name in left if name not in open_now]
    return tuple(done)


@lru_cache(maxsize=20_000)
def _page_cost(places: tuple[Place, ...], level: int, moves: Moves) -> tuple[float, int]:
    """Least cost of visiting everything on a page just entered, and the deepest chain of pages under it.

    Most pages stay as they are from one bound to the next, so what they cost is kept.
    """
    cost = moves.line * max(place[level] for place in places)
    deepest = 0
    for child in _children(places, level).values():
        inner, depth = _page_cost(tuple(child), level + 1, moves)
        cost += moves.enter + inner + moves.back
        deepest = max(deepest, depth + 1)
    return cost, deepest


def _children(places: Iterable[Place], level: int) -> dict[int, list[Place]]:
    """Places that lie in pages under a level, by the line of the page."""
    found: dict[int, list[Place]] = {}
    for place in places:
        if len(place) > level + 1:
            found.setdefault(place[level], []).append(place)
    return found


def _along(line: int, lines: list[int], level: int, moves: Moves) -> float:
    """Least cost of reaching lines of a page from one of them, some of them perhaps after entering it anew."""

    def swept(wanted: list[int]) -> float:
        if not wanted:
            return 0
        low, high = min(wanted[0], line), max(wanted[-1], line)
        return moves.line * (high - low + min(line - low, high - line))

    if level == 0:
        return swept(lines)
    anew = [moves.enter + moves.line * upto + swept([other for other in lines if other > upto]) for upto in lines]
    return min(swept(lines), *anew)


def lower_bound(here: Place, left: Iterable[Place], moves: Moves) -> float:
    """What visiting all that is left costs at least, whatever the order.

    >>> lower_bound((0,), [(0, 2), (1, 0)], Moves())
    6
    """
    places = list(left)
    if not places:
        return 0
    cost: float = 0
    deepest = climbed = 0
    for level in range(len(here) - 1, -1, -1):
        on_page = [place for place in places if place[:level] == here[:level] and len(place) > level]
        inside = {id(place) for place in on_page if place[: level + 1] == here[: level + 1]} if level + 1 < len(here) else set()
        others = [place for place in on_page if id(place) not in inside]
        if not others:
            continue
        climbed = len(here) - 1 - level
        cost += _along(here[level], sorted({place[level] for place in others}), level, moves)
        for child in _children(others, level).values():
            inner, depth = _page_cost(tuple(child), level + 1, moves)
            cost += moves.enter + inner + moves.back
            deepest = max(deepest, depth + 1)
    return max(0, cost + moves.back * (climbed - deepest))


def _next(here: Place, open_now: Mapping[str, Place]) -> list[str]:
    """Items worth going to next: those with no other open item on the way."""
    by_page: dict[Place, list[str]] = {}
    for name in sorted(open_now, key=lambda name: open_now[name]):
        by_page.setdefault(open_now[name][:-1], []).append(name)
    found: list[str] = []
    for page, names in by_page.items():
        if len(page) < len(here) and page == here[: len(page)]:  # going back lands on the line that led here
            line = here[len(page)]
            above = [name for name in names if open_now[name][-1] <= line]
            below = [name for name in names if open_now[name][-1] >= line]
            found += dict.fromkeys([*above[-1:], *below[:1], names[0]])
        else:
            found.append(names[0])
    return found


def _free(places: Mapping[str, Place], before: Mapping[str, frozenset[str]], start: Place) -> set[str]:
    """Items that no order binds and that are passed on the way to a lower line of their page, whatever the route.

    A page is entered on its first line, so whoever reaches a line has passed those above it.
    """
    bound = {name for name, needs in before.items() if needs} | {name for needs in before.values() for name in needs}
    last: dict[Place, int] = {}
    for place in places.values():
        for level in range(len(place)):
            last[place[:level]] = max(last.get(place[:level], 0), place[level])
    return {
        name
        for name, place in places.items()
        if name not in bound and place[:-1] != start[: len(place) - 1] and place[-1] < last[place[:-1]]
    }


def _passes(to: Place, over: Place) -> bool:
    """Whether the way down to a place passes another, higher on one of its pages."""
    level = len(over) - 1
    return len(to) > level and to[:level] == over[:level] and to[level] > over[level]


def _picked_up(order: tuple[str, ...], free: Iterable[str], places: Mapping[str, Place]) -> tuple[str, ...]:
    """The same route with the free items put where they are first passed."""
    waiting = sorted(free, key=lambda name: places[name])
    whole: list[str] = []
    for name in order:
        passed = [other for other in waiting if _passes(places[name], places[other])]
        waiting = [other for other in waiting if other not in passed]
        whole += [*passed, name]
    return tuple(whole)


def shortest(places: Mapping[str, Place], before: Mapping[str, frozenset[str]], start: Place = (0,), moves: Moves | None = None) -> Route:
    """The shortest route through all items.

    places: by name; before: names that must come before a name (no rings); start: where the cursor is.

    >>> shortest({"a": (0, 4), "b": (0, 1), "c": (1, 0)}, {"b": frozenset({"c"})}).order
    ('c', 'b', 'a')
    """
    moves = moves or Moves()
    plain = top_to_bottom(places, before)
    bound = lower_bound(start, places.values(), moves)
    best = Route(plain, length(plain, places, start, moves), bound)
    if best.proven:
        return best
    free = _free(places, before, start)
    few = _search({name: place for name, place in places.items() if name not in free}, before, start, moves)
    return Route(_picked_up(few.order, free, places), few.cost, few.bound)


def _search(places: Mapping[str, Place], before: Mapping[str, frozenset[str]], start: Place, moves: Moves) -> Route:
    """A* over what is left to visit."""
    names = sorted(places)
    plain = top_to_bottom(places, before)
    best = Route(plain, length(plain, places, start, moves), lower_bound(start, places.values(), moves))
    tie = count()
    whole = frozenset(names)
    queue: list[tuple[float, float, int, Place, frozenset[str], tuple[str, ...]]] = [(best.bound, 0, next(tie), start, whole, ())]
    seen: dict[tuple[Place, frozenset[str]], float] = {}
    looked = 0
    while queue and looked < MOST_STATES:
        least, minus_gone, _, here, left, order = heapq.heappop(queue)
        gone = -minus_gone
        if least >= best.cost:
            return Route(best.order, best.cost, best.cost)
        if seen.get((here, left), gone + 1) <= gone:
            continue
        seen[here, left] = gone
        looked += 1
        if not left:
            return Route(order, gone, gone)
        open_now = {name: places[name] for name in left if not before.get(name, frozenset()) & left}
        for name in _next(here, open_now):
            then = gone + distance(here, places[name], moves)
            rest = left - {name}
            bound = then + lower_bound(places[name], [places[n] for n in names if n in rest], moves)
            if bound < best.cost or (bound == best.cost and not rest):
                heapq.heappush(queue, (max(bound, least), -then, next(tie), places[name], rest, (*order, name)))
    bound = min(best.cost, queue[0][0]) if queue else best.cost
    return Route(best.order, best.cost, bound)
