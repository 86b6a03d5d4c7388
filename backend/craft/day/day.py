"""A day with one body: its setups in order, and which of them to keep in slots."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from time import monotonic

import numpy as np

from craft.configuration.configure import Configuration
from craft.day.slots import Costs, Slots, fill_keeping, fill_slots
from craft.day.walk import TURN, Menus, places_of, presses_from
from craft.kit.traits import Bank

MOST_WAYS = 8000
"""Ways of reaching situations by slots that are weighed at all: a day of eighty with one bank, of nineteen with two."""

ALWAYS_WEIGHED = 200
"""Ways that are weighed however long that takes, before the time begins to count: all of those of a day of a dozen situations,
so that what such a day is told does not hang on how busy the machine is."""


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
    tell: Callable[[float], None] = lambda part: None,
) -> Slots:
    """The setups to keep, for situations in their order; the first one is set at home and costs nothing on the day.

    banks: of slots, one or two that combine; must: setups kept whatever it costs, by bank; keeps: whether
    a slot (of a single bank) keeps what is changed in it; limit_s: seconds after which the best found of a
    day that is not small is told with its bound; tell: is told the share of the weighing that is done. Of a longer day the first
    situations are weighed, see ``weighed``.

    Raises
    ------
    CraftError : more setups must be kept than there are slots.

    >>> from craft.kit.dialect import Dialect, Entry
    >>> day = [configured(), configured(settings={"drive_mode": "low", "grid": "thirds"}), configured()]
    >>> menus = Menus(Dialect(tuple(Entry(slug, slug, ("Deck",)) for slug in day[0].values)))
    >>> kept = slots_of_a_day(day, menus, [Bank("slots", 2)])
    >>> kept.banks, kept.presses, kept.without
    (((0, 1),), 2.0, 230.0)
    """
    day = setups[: weighed(len(setups), len(banks))]
    count = len(day)
    held = [[{slug: v for slug, v in made.values.items() if bank.holds(slug)} for made in day] + [{}] for bank in banks]
    places = places_of(menus.dialect)
    costs = np.zeros((count, *[count + 1] * len(banks)))
    walks: dict[tuple[int, ...], Callable[[], float]] = {}
    until: float | None = None
    order = _promising(day, len(banks))
    whole_bound = True
    for done, place in enumerate(order):
        if limit_s is not None and until is None and done * count >= ALWAYS_WEIGHED:
            until = monotonic() + limit_s
        if until is not None and monotonic() > until:
            whole_bound = False
            flat = costs.reshape(count, -1)
            nothing, left = (np.ravel_multi_index(np.transpose(places), costs.shape[1:]) for places in (order[:1], order[done:]))
            flat[:, left] = flat[:, nothing]
            break
        tell(done / len(order))
        for t, made in enumerate(day):
            brought = dict(day[t - 1].values if t else made.values)
            for bank, k in enumerate(place):
                brought |= held[bank][k]
            costs[(t, *place)], walks[(t, *place)] = presses_from(made, brought, menus, places)
    # a day of fewer ways than that has no limit: whatever else the machine does meanwhile, it is filled the same way each time
    turns = TURN * sum(np.indices(costs.shape)[bank + 1] < count for bank in range(len(banks)))

    def filled(left_s: float | None) -> Slots:
        whole = costs + turns
        if keeps and len(banks) == 1 and not any(must):
            return fill_keeping(whole[:, count], np.diagonal(whole).copy(), whole[:, :count], banks[0].slots, left_s)
        return fill_slots(whole, [bank.slots for bank in banks], must, left_s)

    found = _settled(filled, costs, walks, until)
    return found if whole_bound else replace(found, bound=0.0)


def _promising(day: Sequence[Configuration], banks: int) -> list[tuple[int, ...]]:
    """What banks can be turned to, in the order in which weighing it is worth most: nothing first, then setups near to many others.

    A setup is near to another by the number of settings in which they differ; each next one is that which saves most
    settings beside those before it.
    """
    count = len(day)
    names = sorted({slug for made in day for slug in made.values})
    codes = np.array([[hash((slug, made.values.get(slug))) for slug in names] for made in day]).reshape(count, len(names))
    apart = (codes[:, None, :] != codes[None, :, :]).sum(2)
    best = np.array([apart[t, max(0, t - 1)] for t in range(count)])
    rank: dict[int, int] = {count: -1}
    for place in range(count):
        saves = np.minimum(best[:, None], apart).sum(0).astype(float)
        saves[[k for k in rank if k < count]] = np.inf
        nearest = int(saves.argmin())
        rank[nearest] = place
        best = np.minimum(best, apart[:, nearest])
    return sorted(np.ndindex(*[count + 1] * banks), key=lambda places: (max((rank[k] for k in places), default=-1), places))


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
