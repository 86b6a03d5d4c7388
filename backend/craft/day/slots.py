"""Which setups of a day to keep in a body's custom slots, so that the day costs the fewest presses.

A situation is reached through the menus from the one before it, or by turning to a slot and mending
what the slot holds otherwise. With slots that forget, choosing is a p-median problem with a way round
it, over the pairs of slots where a body has two banks that combine; it is solved exactly by SciPy's
``milp`` (HiGHS). Slots that keep what is changed in them are servants of a line of situations each: the
k-server problem with the day known beforehand, an assignment of each situation to the one that its
slot held before (Chrobak, Karloff, Payne & Vishwanathan 1991), solved the same way.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt
from scipy.optimize import Bounds, LinearConstraint, milp
from scipy.sparse import coo_array

from craft.errors import CraftError

KEEPING = 1e-3
"""What a slot taken up weighs, far under a press: of equal fillings the one with fewer and earlier setups is taken."""

Costs = npt.NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Reached:
    """How a situation is reached: by the setup that the slot of each bank holds (None: not turned); and its presses."""

    slots: tuple[int | None, ...]
    presses: float

    @property
    def slot(self) -> int | None:
        """The setup that the slot of the first bank holds."""
        return self.slots[0]


@dataclass(frozen=True, slots=True)
class Slots:
    """The setups kept at first, bank by bank; how each situation is reached; presses with and without slots.

    bound: presses that no filling is under; less than ``presses`` where time ran out before the best was proven.
    """

    banks: tuple[tuple[int, ...], ...]
    reached: tuple[Reached, ...]
    presses: float
    without: float
    bound: float

    @property
    def kept(self) -> tuple[int, ...]:
        """The setups kept in the first bank."""
        return self.banks[0]

    @property
    def proven(self) -> bool:
        """Whether no other filling costs less."""
        return self.presses <= self.bound + NEARLY


NEARLY = 0.1
"""Presses within which two fillings cost the same: the least move counts as a quarter."""


def _solve(
    cost: Costs, table: coo_array, low: Costs, high: Costs, whole: Costs, limit_s: float | None, at_least: Costs | None = None
) -> tuple[Costs | None, float]:
    """The cheapest solution found in time (None: none was) and what every solution costs at least.

    table, low, high: rows (m, n) between which a solution stays; whole: which of its parts are whole numbers
    (n,); at_least: least of each part, all of which are 1 at most.
    """
    least = np.zeros(len(cost)) if at_least is None else at_least
    found = milp(
        cost,
        constraints=LinearConstraint(table, low, high),
        integrality=whole.astype(np.int64),
        bounds=Bounds(least, np.ones(len(cost))),
        options={"mip_rel_gap": 0.0} if limit_s is None else {"mip_rel_gap": 0.0, "time_limit": max(limit_s, 0.0)},
    )
    if found.x is None and limit_s is None:
        raise CraftError(f"no filling of the slots was found: {found.message}")
    bound = found.mip_dual_bound
    solution = None if found.x is None else np.asarray(found.x, dtype=np.float64)
    return solution, 0.0 if bound is None or not np.isfinite(bound) else max(0.0, float(bound) - NEARLY / 2)


def fill_slots(costs: Costs, slots: Sequence[int], must: Sequence[frozenset[int]] = (), limit_s: float | None = None) -> Slots:
    """The setups to keep in so many slots of each bank.

    costs: presses to situation t, with bank b turned to the slot that holds setup i_b, the turns
    included; the last place along each bank is: not turned (n, n + 1) or (n, n + 1, n + 1); must: setups
    that are kept whatever it costs, by bank; limit_s: seconds after which the best found is told with its bound.

    Raises
    ------
    CraftError : tables that do not fit the banks, a negative number of slots, more setups that must be kept than fit.

    >>> fill_slots(np.array([[1, 9, 9, 0], [9, 1, 9, 40], [9, 9, 1, 40.0]]), [1]).kept
    (1,)
    """
    count, banks = len(costs), len(slots)
    must = must or [frozenset()] * banks
    if any(number < 0 for number in slots) or costs.shape != (count, *[count + 1] * banks):
        raise CraftError("a day of n situations needs n by n + 1 presses for each bank, and slots of 0 or more")
    if any(len(kept) > number for kept, number in zip(must, slots, strict=True)):
        raise CraftError("more setups are put into slots by hand than there are slots")
    if not count:
        return Slots(((),) * banks, (), 0.0, 0.0, 0.0)
    without = float(costs.reshape(count, -1)[:, -1].sum())
    cells, size = costs[0].size, costs.size
    held = np.array(np.unravel_index(np.arange(cells), costs.shape[1:]))
    weight = np.concatenate([costs.ravel(), np.tile(KEEPING * (1 + np.arange(count) / 100), banks)])
    every, times = np.arange(size), np.repeat(np.arange(count), cells)
    parts = [(times, every, np.ones(size))]
    for bank in range(banks):
        place = np.tile(held[bank], count)
        turned = place < count
        row = count + (times * banks + bank) * count + place
        parts.append((row[turned], every[turned], np.ones(int(turned.sum()))))
        opens = count + (np.repeat(np.arange(count), count) * banks + bank) * count + np.tile(np.arange(count), count)
        parts.append((opens, size + bank * count + np.tile(np.arange(count), count), -np.ones(count * count)))
    first = count + count * banks * count
    parts += [(np.full(count, first + b), size + b * count + np.arange(count), np.ones(count)) for b in range(banks)]
    rows, columns, values = (np.concatenate(part) for part in zip(*parts, strict=True))
    table = coo_array((values, (rows, columns)), shape=(first + banks, len(weight)))
    low = np.concatenate([np.ones(count), np.full(count * banks * count, -np.inf), np.zeros(banks)])
    high = np.concatenate([np.ones(count), np.zeros(count * banks * count), np.array(slots, dtype=float)])
    whole = np.concatenate([np.zeros(size), np.ones(banks * count)])
    by_hand = np.zeros(len(weight))
    by_hand[[size + bank * count + kept for bank in range(banks) for kept in must[bank]]] = 1
    found, bound = _solve(weight, table, low, high, whole, limit_s, by_hand)
    taken = (by_hand if found is None else found)[size:].reshape(banks, count) > 0.5
    chosen = tuple(tuple(int(k) for k in np.flatnonzero(bank)) for bank in taken)
    reached = []
    for t in range(count):
        options = np.ix_(*[[count, *bank] for bank in chosen])
        among = costs[t][options]
        best = np.unravel_index(int(among.argmin()), among.shape)
        through = tuple(None if place == 0 else bank[place - 1] for place, bank in zip(best, chosen, strict=True))
        reached.append(Reached(through, float(among[best])))
    presses = float(sum(r.presses for r in reached))
    return Slots(chosen, tuple(reached), presses, without, min(presses, bound))


def fill_keeping(plain: Costs, first: Costs, after: Costs, slots: int, limit_s: float | None = None) -> Slots:
    """The setups to keep at first in slots of one bank that keep what is changed in them.

    plain: presses to each situation through the menus (n,); first: by a slot that holds its own setup
    (n,); after: to situation t by a slot last used for an earlier one i, at [t, i] (n, n); limit_s: as above.

    Raises
    ------
    CraftError : a negative number of slots.

    >>> fill_keeping(np.array([0.0, 9, 9]), np.ones(3), np.full((3, 3), 5.0), 1).presses
    6.0
    """
    if slots < 0:
        raise CraftError("slots of 0 or more")
    count = len(plain)
    if not count:
        return Slots(((),), (), 0.0, 0.0, 0.0)
    pairs = [(t, i) for t in range(count) for i in range(t)]
    weight = np.concatenate([plain, first + KEEPING, np.array([after[t, i] for t, i in pairs])])
    to, start = (np.array([pair[k] for pair in pairs], dtype=np.int64) for k in (0, 1))
    each, along = np.arange(count), 2 * count + np.arange(len(pairs))
    rows = np.concatenate([each, each, to, count + each, count + start, np.full(count, 2 * count)])
    columns = np.concatenate([each, count + each, along, each, along, count + each])
    table = coo_array((np.ones(len(rows)), (rows, columns)), shape=(2 * count + 1, len(weight)))
    low = np.concatenate([np.ones(count), np.zeros(count + 1)])
    high = np.concatenate([np.ones(2 * count), [slots]])
    found, bound = _solve(weight, table, low, high, np.ones(len(weight)), limit_s)
    plainly = np.concatenate([np.ones(count), np.zeros(len(weight) - count)])
    taken = (plainly if found is None else found) > 0.5
    came = {pairs[k][0]: pairs[k][1] for k in range(len(pairs)) if taken[2 * count + k]}
    reached = []
    for t in range(count):
        if taken[t]:
            reached.append(Reached((None,), float(plain[t])))
        else:
            i = came.get(t)
            reached.append(Reached((t if i is None else i,), float(first[t] if i is None else after[t, i])))
    kept = tuple(t for t in range(count) if taken[count + t])
    presses = float(sum(r.presses for r in reached))
    return Slots((kept,), tuple(reached), presses, float(plain.sum()), min(presses, bound))
