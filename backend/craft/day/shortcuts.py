"""The cheapest walk where some items can be had without the menus: pinned, on the short list, or on a button.

An own page of pinned items is the first of the menus. Whoever reaches a line of a list has passed
those above it, so only how far down each list one goes has to be chosen; every depth is bounded by
what it costs when the order of items is forgotten, and routes are sought for the cheapest bounds
until none of the others can be better (branch and bound, Land & Doig 1960). Buttons and the short list
are used before the menus are opened, or after one has gone back out of them, where the order of items allows it.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from enum import Enum
from itertools import product

from craft.day.route import Place, lower_bound, shortest
from craft.kit.moves import Moves, Shortcuts

Before = Mapping[str, frozenset[str]]

MOST_CHOICES = 12
"""Choices walked before the best so far is returned with its bound."""


class Through(Enum):
    """Where an item is set."""

    MENU = "menu"
    PINNED = "pinned"
    SHORT_LIST = "short_list"
    BUTTON = "button"


@dataclass(frozen=True, slots=True)
class Shortest:
    """Items in their order with where each is set; presses of the way and of the values; what no way is under."""

    order: tuple[tuple[str, Through], ...]
    cost: float
    bound: float


@dataclass(frozen=True, slots=True)
class _Choice:
    """How far down the lists one goes (-1: not at all), and whether anything is had without the menus."""

    pinned: int
    short_list: int
    outside: bool


@dataclass(frozen=True, slots=True)
class _Job:
    at: Mapping[str, Place]
    own: Mapping[str, float]
    before: Before
    shortcuts: Shortcuts
    moves: Moves
    start: Place

    @property
    def buttons(self) -> set[str]:
        """Items that a button sets."""
        return {slug for slug, _ in self.shortcuts.buttons} & set(self.own)

    def lines(self, listed: tuple[str, ...]) -> dict[str, int]:
        """Items of the work by their line of a list."""
        return {slug: line for line, slug in enumerate(listed) if slug in self.own}

    def choices(self) -> list[_Choice]:
        """Every choice that may be worth it."""
        pinned = [-1, *self.lines(self.shortcuts.pinned).values()]
        short = [-1, *self.lines(self.shortcuts.short_list).values()]
        outside = [_Choice(p, s, True) for p, s in product(pinned, short)] if self.buttons or len(short) > 1 else []
        return [*(_Choice(p, -1, False) for p in pinned), *outside]

    def on_button(self, slug: str) -> float:
        """Presses for a value that a button sets: turning it while the button asks for it."""
        return self.moves.shortcut + max(0, self.own[slug] - self.moves.choose)

    def places(self, choice: _Choice, without: Iterable[str]) -> dict[str, Place]:
        """Places in the menus of what is set there."""
        skipped = set(without)
        first = 1 if self.shortcuts.pinned else 0
        pinned = {slug: line for slug, line in self.lines(self.shortcuts.pinned).items() if line <= choice.pinned}
        return {
            slug: (0, pinned[slug]) if slug in pinned else (place[0] + first, *place[1:])
            for slug, place in self.at.items()
            if slug not in skipped
        }

    def outside(self, choice: _Choice) -> dict[str, Through]:
        """What could be set without the menus."""
        if not choice.outside:
            return {}
        short = {slug: Through.SHORT_LIST for slug, line in self.lines(self.shortcuts.short_list).items() if line <= choice.short_list}
        return {**short, **dict.fromkeys(self.buttons, Through.BUTTON)}

    def visit(self, slugs: Iterable[str]) -> float:
        """Presses of calling the short list and going down to items of it; nothing for none."""
        lines = [self.lines(self.shortcuts.short_list)[slug] for slug in slugs]
        return self.moves.shortcut + self.moves.line * max(lines) + self.moves.back if lines else 0

    def called(self, ordered: Iterable[tuple[str, Through]]) -> float:
        """Presses of the short list in an order: it is called anew after each button."""
        cost: float = 0
        here: int | None = None
        for slug, through in ordered:
            line = self.lines(self.shortcuts.short_list)[slug] if through is Through.SHORT_LIST else None
            if line is not None:
                cost += self.moves.line * abs(line - (here or 0)) + (self.moves.shortcut + self.moves.back if here is None else 0)
            here = line
        return cost

    def bound(self, choice: _Choice) -> float:
        """What no walk of this choice is under, whatever the order."""
        outside = self.outside(choice)
        values = sum(min(own, self.on_button(slug)) if slug in self.buttons else own for slug, own in self.own.items())
        lists = self.visit(slug for slug, through in outside.items() if through is Through.SHORT_LIST)
        return values + lists + lower_bound(self.start, self.places(choice, outside).values(), self.moves)

    def walked(self, choice: _Choice) -> Shortest:
        """The best walk of a choice. An item that waits for a later one cannot be set as its line of the own page is passed:
        then another way down the list may be cheaper, and only what is true in any order is a bound; so it is where something waits and
        the menus are left for what is set without them."""
        outside = self.outside(choice)
        first = _closed(set(outside), self.before)
        after = {slug: frozenset(other for other, needs in self.before.items() if slug in needs) for slug in self.own}
        last = _closed(set(outside) - first, after)
        early, late = self._lists(first, outside), self._lists(last, outside)
        places = self.places(choice, first | last)
        needs = {slug: known & set(places) for slug, known in self.before.items() if slug in places}
        route = shortest(places, needs, self.start, self.moves)
        closing = self.moves.back * len(places[route.order[-1]]) if last and places else 0
        inside = [(slug, Through.PINNED if self.shortcuts.pinned and places[slug][0] == 0 else Through.MENU) for slug in route.order]
        values = sum(self.on_button(s) if outside.get(s) is Through.BUTTON and s in first | last else own for s, own in self.own.items())
        lists = self.called(early) + self.called(late)
        cost = route.cost + closing + values + lists
        plainly = lists == self.visit(slug for slug, through in outside.items() if through is Through.SHORT_LIST)
        own_page = [slug for slug, place in places.items() if place[0] == 0] if self.shortcuts.pinned else []
        passed = all(places[other] < places[slug] for slug in own_page for other in needs.get(slug, frozenset()))
        # menus that are left for a button open again where they begin, which may be nearer to an item that had to wait
        straight = not outside or not any(needs.values())
        settled = plainly and passed and straight and not last and first == set(outside) and route.proven
        return Shortest((*early, *inside, *late), cost, cost if settled else self.bound(choice))

    def _lists(self, slugs: set[str], outside: Mapping[str, Through]) -> list[tuple[str, Through]]:
        """Items outside the menus, each after those it needs; the short list in its own order where that is free."""
        listed = (*dict(self.shortcuts.buttons), *self.shortcuts.short_list)
        rank = {slug: k for k, slug in reversed(list(enumerate(listed)))}
        waiting = sorted(slugs, key=lambda slug: (outside[slug] is Through.SHORT_LIST, rank[slug]))
        ordered: list[tuple[str, Through]] = []
        while waiting:
            names = set(waiting)
            slug = next(s for s in waiting if not self.before.get(s, frozenset()) & names)
            waiting.remove(slug)
            ordered.append((slug, outside[slug]))
        return ordered


def _closed(slugs: set[str], needs: Before) -> set[str]:
    """The largest part of a set that needs nothing outside of itself.

    >>> sorted(_closed({"a", "b"}, {"b": frozenset({"c"})}))
    ['a']
    """
    kept = set(slugs)
    while True:
        out = {slug for slug in kept if not needs.get(slug, frozenset()) <= kept}
        if not out:
            return kept
        kept -= out


def least(at: Mapping[str, Place], own: Mapping[str, float], shortcuts: Shortcuts, moves: Moves, start: Place = (0,)) -> float:
    """Presses that no way of setting all items is under, whatever their order; see ``cheapest``.

    >>> least({"a": (3, 9)}, {"a": 3}, Shortcuts(), Moves()), least({"a": (3, 9)}, {"a": 3}, Shortcuts(buttons=(("a", "thumb"),)), Moves())
    (16, 2)
    """
    job = _Job(at, own, {}, shortcuts, moves, start)
    return min(job.bound(choice) for choice in job.choices())


def cheapest(
    at: Mapping[str, Place], own: Mapping[str, float], before: Before, shortcuts: Shortcuts, moves: Moves, start: Place = (0,)
) -> Shortest:
    """The cheapest way of setting all items.

    at: place in the menus by item (without the own page); own: presses of its value, by item; before:
    items that must come before an item (no rings); start: where the menus open.

    >>> cheapest({"a": (3, 9)}, {"a": 3}, {}, Shortcuts(buttons=(("a", "thumb"),)), Moves()).cost
    2
    """
    job = _Job(at, own, before, shortcuts, moves, start)
    ranked = sorted(((job.bound(choice), k, choice) for k, choice in enumerate(job.choices())), key=lambda one: one[:2])
    best = job.walked(ranked[0][2])
    least = [best.bound]
    for k, (bound, _, choice) in enumerate(ranked[1:], 1):
        if bound >= best.cost:
            break
        if k == MOST_CHOICES:
            least.append(bound)
            best = min(best, job.walked(_Choice(-1, -1, False)), key=lambda way: way.cost)
            break
        found = job.walked(choice)
        least.append(found.bound)
        best = min(best, found, key=lambda way: way.cost)
    return Shortest(best.order, best.cost, min(best.cost, *least))
