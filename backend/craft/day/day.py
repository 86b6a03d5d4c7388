"""A day with one body: its setups in order, and which of them to keep in slots."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np

from craft.configuration.configure import Configuration
from craft.day.slots import Costs, Slots, fill_keeping, fill_slots
from craft.day.walk import TURN, Menus, places_of, presses_from
from craft.kit.facts import Bank

EXACT_DAY = 12
"""Situations of one body up to which the ways that are taken are walked, and the filling is exact."""

LONGEST_DAY = 40
"""Situations of one body that are weighed at all: past the first dozen a way counts as what it takes at least."""


def slots_of_a_day(
    setups: Sequence[Configuration], menus: Menus, banks: Sequence[Bank], must: Sequence[frozenset[int]] = (), *, keeps: bool = False
) -> Slots:
    """The setups to keep, for situations in their order; the first one is set at home and costs nothing on the day.

    banks: of slots, one or two that combine; must: setups kept whatever it costs, by bank; keeps: whether
    a slot (of a single bank) keeps what is changed in it. Of a longer day the first forty situations are weighed.

    Raises
    ------
    CraftError : more setups must be kept than there are slots.
    """
    day = setups[:LONGEST_DAY]
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
    if count > EXACT_DAY:
        walks = {}

    def filled() -> Slots:
        whole = costs + turns
        if keeps and len(banks) == 1 and not any(must):
            return fill_keeping(whole[:, count], np.diagonal(whole).copy(), whole[:, :count], banks[0].slots)
        return fill_slots(whole, [bank.slots for bank in banks], must)

    return _settled(filled, costs, walks)


def _settled(filled: Callable[[], Slots], costs: Costs, walks: dict[tuple[int, ...], Callable[[], float]]) -> Slots:
    """A filling of which every way that is taken is walked: the others cost at least what they were weighed with, so none is better.

    costs: what each way takes at least (n, ...), brought up to what it takes where it is walked; walks: what each takes exactly.
    """
    count = len(costs)
    without = [(t, *[count] * (costs.ndim - 1)) for t in range(count)]
    for way in without:
        if way in walks:
            costs[way] = walks.pop(way)()
    while True:
        found = filled()
        taken = [(t, *(count if k is None else k for k in reached.slots)) for t, reached in enumerate(found.reached)]
        unwalked = [way for way in taken if way in walks]
        if not unwalked:
            return found
        for way in unwalked:
            costs[way] = walks.pop(way)()
