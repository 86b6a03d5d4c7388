"""A day with one body: its setups in order, and which of them to keep in slots."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from craft.configuration.configure import Configuration
from craft.kit.facts import Bank
from craft.loading.slots import Slots, fill_keeping, fill_slots
from craft.loading.walk import TURN, Menus, Way, least_presses, walk
from craft.vocabulary.rules import Given
from craft.vocabulary.setting import Value

EXACT_DAY = 12
"""Situations of one body (with one bank of slots) whose ways from one to the other are walked; each pair is a walk of its own."""

LONGEST_DAY = 40
"""Situations of one body that are weighed at all: past the first dozen a way counts as what it takes at least."""


@dataclass(frozen=True, slots=True)
class Stop:
    """One situation of the day with this body."""

    configuration: Configuration
    given: Given

    @property
    def values(self) -> dict[str, Value]:
        """Value by setting."""
        return self.configuration.values


def slots_of_a_day(
    stops: Sequence[Stop], menus: Menus, banks: Sequence[Bank], must: Sequence[frozenset[int]] = (), *, keeps: bool = False
) -> Slots:
    """The setups to keep, for situations in their order; the first one is set at home and costs nothing on the day.

    banks: of slots, one or two that combine; must: setups kept whatever it costs, by bank; keeps: whether
    a slot (of a single bank) keeps what is changed in it. Of a longer day the first forty situations are weighed.

    Raises
    ------
    CraftError : more setups must be kept than there are slots.
    """
    day = stops[:LONGEST_DAY]
    count = len(day)
    exact = count * (count + 1) ** len(banks) <= EXACT_DAY * (EXACT_DAY + 1)
    held = [[{slug: v for slug, v in stop.values.items() if bank.holds(slug)} for stop in day] + [{}] for bank in banks]
    costs = np.zeros((count, *[count + 1] * len(banks)))
    for t, stop in enumerate(day):
        before = day[t - 1].values if t else stop.values
        for place in np.ndindex(costs.shape[1:]):
            brought = dict(before)
            for bank, k in enumerate(place):
                brought |= held[bank][k]
            turns = sum(k < count for k in place)
            costs[(t, *place)] = TURN * turns + _presses(stop, brought, menus, exact)
    if keeps and len(banks) == 1 and not any(must):
        ways = costs[:, :count]
        return fill_keeping(costs[:, count], np.diagonal(ways).copy(), ways, banks[0].slots)
    return fill_slots(costs, [bank.slots for bank in banks], must)


def _presses(stop: Stop, held: dict[str, Value], menus: Menus, exact: bool) -> float:
    if not exact:
        return least_presses(stop.configuration, held, menus)
    return walk(stop.configuration, held, menus, stop.given, Way.AUDIT).presses
