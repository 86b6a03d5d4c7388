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
    """The setups kept at first, bank by bank; how each situation is reached; presses with and without slots."""

    banks: tuple[tuple[int, ...], ...]
    reached: tuple[Reached, ...]
    presses: float
    without: float

    @property
    def kept(self) -> tuple[int, ...]:
        """The setups kept in the first bank."""
        return self.banks[0]


def _solve(cost: Costs, rows: list[tuple[Costs, float, float]]) -> Costs:
    table = np.array([row for row, _, _ in rows])
    found = milp(
        cost,
        constraints=LinearConstraint(table, [low for _, low, _ in rows], [high for _, _, high in rows]),
        integrality=np.ones(len(cost), dtype=np.int64),
        bounds=Bounds(0, 1),
        options={"mip_rel_gap": 0.0},
    )
    if found.x is None:
        raise CraftError(f"no filling of the slots was found: {found.message}")
    return np.asarray(found.x, dtype=np.float64)


def fill_slots(costs: Costs, slots: Sequence[int], must: Sequence[frozenset[int]] = ()) -> Slots:
    """The setups to keep in so many slots of each bank.

    costs: presses to situation t, with bank b turned to the slot that holds setup i_b, the turns
    included; the last place along each bank is: not turned (n, n + 1) or (n, n + 1, n + 1); must: setups
    that are kept whatever it costs, by bank.

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
        return Slots(((),) * banks, (), 0.0, 0.0)
    without = float(costs.reshape(count, -1)[:, -1].sum())
    cells, size = costs[0].size, costs.size
    held = np.array(np.unravel_index(np.arange(cells), costs.shape[1:]))
    weight = np.concatenate([costs.ravel(), np.tile(KEEPING * (1 + np.arange(count) / 100), banks)])
    rows: list[tuple[Costs, float, float]] = []
    for t in range(count):
        row = np.zeros(len(weight))
        row[t * cells : (t + 1) * cells] = 1
        rows.append((row, 1, 1))
        for bank in range(banks):
            for kept in range(count):
                row = np.zeros(len(weight))
                row[t * cells + np.flatnonzero(held[bank] == kept)] = 1
                row[size + bank * count + kept] = -1
                rows.append((row, -np.inf, 0))
    for bank in range(banks):
        row = np.zeros(len(weight))
        row[size + bank * count : size + (bank + 1) * count] = 1
        rows.append((row, 0, slots[bank]))
        for kept in must[bank]:
            row = np.zeros(len(weight))
            row[size + bank * count + kept] = 1
            rows.append((row, 1, 1))
    taken = _solve(weight, rows)[size:].reshape(banks, count) > 0.5
    chosen = tuple(tuple(int(k) for k in np.flatnonzero(bank)) for bank in taken)
    reached = []
    for t in range(count):
        options = np.ix_(*[[count, *bank] for bank in chosen])
        among = costs[t][options]
        best = np.unravel_index(int(among.argmin()), among.shape)
        through = tuple(None if place == 0 else bank[place - 1] for place, bank in zip(best, chosen, strict=True))
        reached.append(Reached(through, float(among[best])))
    return Slots(chosen, tuple(reached), float(sum(r.presses for r in reached)), without)


def fill_keeping(plain: Costs, first: Costs, after: Costs, slots: int) -> Slots:
    """The setups to keep at first in slots of one bank that keep what is changed in them.

    plain: presses to each situation through the menus (n,); first: by a slot that holds its own setup
    (n,); after: to situation t by a slot last used for an earlier one i, at [t, i] (n, n).

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
        return Slots(((),), (), 0.0, 0.0)
    pairs = [(t, i) for t in range(count) for i in range(t)]
    weight = np.concatenate([plain, first + KEEPING, np.array([after[t, i] for t, i in pairs])])
    rows: list[tuple[Costs, float, float]] = []
    for t in range(count):
        row = np.zeros(len(weight))
        row[[t, count + t]] = 1
        row[[2 * count + k for k, (to, _) in enumerate(pairs) if to == t]] = 1
        rows.append((row, 1, 1))
        row = np.zeros(len(weight))
        row[t] = 1
        row[[2 * count + k for k, (_, start) in enumerate(pairs) if start == t]] = 1
        rows.append((row, 0, 1))
    row = np.zeros(len(weight))
    row[count : 2 * count] = 1
    rows.append((row, 0, slots))
    taken = _solve(weight, rows) > 0.5
    came = {pairs[k][0]: pairs[k][1] for k in range(len(pairs)) if taken[2 * count + k]}
    reached = []
    for t in range(count):
        if taken[t]:
            reached.append(Reached((None,), float(plain[t])))
        else:
            i = came.get(t)
            reached.append(Reached((t if i is None else i,), float(first[t] if i is None else after[t, i])))
    kept = tuple(t for t in range(count) if taken[count + t])
    return Slots((kept,), tuple(reached), float(sum(r.presses for r in reached)), float(plain.sum()))
