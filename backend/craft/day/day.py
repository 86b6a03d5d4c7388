"""A day with one body: its setups in order, and which of them to keep in slots."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from time import monotonic

import numpy as np

from craft.configuration.configure import Configuration
from craft.day.slots import Costs, Slots, fill_keeping, fill_slots
from craft.day.walk import TURN, Menus, places_of, presses_from
from craft.kit.facts import Bank

MOST_WAYS = 8000
"""Ways of reaching situations by slots that are weighed at all: a day of eighty with one bank, of nineteen with two."""


def weighed(count: int, banks: int) -> int:
    """How many of so many situations of one body are weighed, with so many banks of slots.

    >>> weighed(12, 1), weighed(300, 1), weighed(300, 2)
    (12, 88, 19)
    """
    return next((n for n in range(count, 0, -1) if n * (n + 1) ** banks <= MOST_WAYS), 0)


def slots_of_a_day(
    setups: Sequence[Configuration],
    menus: Menus,
    banks: Sequence[Bank],
    must: Sequence[frozenset[int]] = (),
    *,
    keeps: bool = False,
    limit_s: float | None = None,
) -> Slots:
    """The setups to keep, for situations in their order; the first one is set at home and costs nothing on the day.

    banks: of slots, one or two that combine; must: setups kept whatever it costs, by bank; keeps: whether
    a slot (of a single bank) keeps what is changed in it; limit_s: seconds after which the best found is
    told with its bound. Of a longer day the first situations are weighed, see ``weighed``.

    Raises
    ------
    CraftError : more setups must be kept than there are slots.
    """
    day = setups[: weighed(len(setups), len(banks))]
    count = len(day)
    held = [[{slug: v for slug, v in made.values.items() if bank.holds(slug)} for made in day] + [{}] for bank in banks]
    places = places_of(menus.words)
    costs = np.zeros((count, *[count + 1] * len(banks)))
    walks: dict[tuple[int, ...], Callable[[], float]] = {}
    for t, made in enumerate(day):
        before = day[t - 1].values if t else made.values
        for place in np.ndindex(costs.shape[1:]):
            brought = dict(before)
            for bank, k in enumerate(place):
                brought |= held[bank][k]
            costs[(t, *place)], walks[(t, *place)] = presses_from(made, brought, menus, places)
    turns = TURN * sum(np.indices(costs.shape)[bank + 1] < count for bank in range(len(banks)))
    until = None if limit_s is None else monotonic() + limit_s

    def filled(left_s: float | None) -> Slots:
        whole = costs + turns
        if keeps and len(banks) == 1 and not any(must):
            return fill_keeping(whole[:, count], np.diagonal(whole).copy(), whole[:, :count], banks[0].slots, left_s)
        return fill_slots(whole, [bank.slots for bank in banks], must, left_s)

    return _settled(filled, costs, walks, until)


def _settled(
    filled: Callable[[float | None], Slots], costs: Costs, walks: dict[tuple[int, ...], Callable[[], float]], until: float | None
) -> Slots:
    """A filling of which every way that is taken is walked: the others cost at least what they were weighed with, so none is better.

    costs: what each way takes at least (n, ...), brought up to what it takes where it is walked; walks: what
    each takes exactly; until: when to make do with the best so far, which is walked, and told with the bound of the last weighing.
    """
    count = len(costs)
    without = [(t, *[count] * (costs.ndim - 1)) for t in range(count)]
    for way in without:
        if way in walks:
            costs[way] = walks.pop(way)()
    while True:
        left_s = None if until is None else max(0.0, until - monotonic())
        found = filled(left_s)
        taken = [(t, *(count if k is None else k for k in reached.slots)) for t, reached in enumerate(found.reached)]
        unwalked = [way for way in taken if way in walks]
        turns = [found.reached[t].presses - costs[way] for t, way in enumerate(taken)]
        for way in unwalked:
            costs[way] = walks.pop(way)()
        if not unwalked:
            return found
        if left_s == 0.0:
            reached = tuple(
                replace(r, presses=float(costs[way] + turns[t])) for t, (r, way) in enumerate(zip(found.reached, taken, strict=True))
            )
            return replace(found, reached=reached, presses=sum(r.presses for r in reached))
