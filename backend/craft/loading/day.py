"""A day with one body: its setups in order, and which of them to keep in slots."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from craft.configuration.configure import Configuration
from craft.kit.dialect import Dialect
from craft.loading.slots import TURN, Slots, fill_slots
from craft.loading.walk import Way, walk
from craft.vocabulary.rules import Given
from craft.vocabulary.setting import Value

LONGEST_DAY = 12
"""Situations of one body that are weighed against each other; each pair is a walk of its own."""


@dataclass(frozen=True, slots=True)
class Stop:
    """One situation of the day with this body."""

    configuration: Configuration
    given: Given

    @property
    def values(self) -> dict[str, Value]:
        """Value by setting."""
        return self.configuration.values


def _presses(stop: Stop, held: dict[str, Value], dialect: Dialect) -> int:
    return walk(stop.configuration, held, dialect, stop.given, Way.AUDIT).presses


def slots_of_a_day(stops: Sequence[Stop], dialect: Dialect, slots: int, leaves_out: frozenset[str] = frozenset()) -> Slots:
    """The setups to keep, for situations in their order; the first one is set at home and costs nothing on the day.

    slots: how many the body has; leaves_out: settings that a slot does not hold. Of a longer day the
    first twelve situations are weighed.
    """
    day = stops[:LONGEST_DAY]
    menus, by_slot = [], []
    for t, stop in enumerate(day):
        before = day[t - 1].values if t else stop.values
        menus.append(_presses(stop, before, dialect))
        row = []
        for other in day:
            brought = {slug: value for slug, value in other.values.items() if slug not in leaves_out}
            row.append(TURN + _presses(stop, {**before, **brought}, dialect))
        by_slot.append(row)
    return fill_slots(menus, by_slot, slots)
