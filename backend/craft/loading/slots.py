"""Which setups of a day to keep in a body's custom slots, so that the day costs the fewest presses.

A situation is reached through the menus from the one before it, or by turning to a slot and mending
what the slot holds otherwise. Choosing slots is a p-median problem with a way round it, solved exactly
by SciPy's ``milp`` (HiGHS).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from craft.errors import CraftError

TURN = 1
"""Presses, or clicks, to turn to a slot."""

KEEPING = 1e-3
"""What a slot taken up weighs, far under a press: of equal fillings the one with fewer and earlier setups is taken."""


@dataclass(frozen=True, slots=True)
class Reached:
    """How a situation is reached: by the slot of another (or its own) setup, or None for the menus; and its presses."""

    slot: int | None
    presses: int


@dataclass(frozen=True, slots=True)
class Slots:
    """The setups kept, by their place in the day; how each situation is reached; presses with and without slots."""

    kept: tuple[int, ...]
    reached: tuple[Reached, ...]
    presses: int
    without: int


def fill_slots(menus: Sequence[int], by_slot: Sequence[Sequence[int]], slots: int) -> Slots:
    """The setups to keep in so many slots.

    menus: presses to each situation through the menus from the one before it (n,); by_slot: presses to
    situation t with slot holding setup j, the turn included (n, n).

    Raises
    ------
    CraftError : tables that do not fit each other, or a negative number of slots.

    >>> fill_slots([0, 40, 40], [[1, 9, 9], [9, 1, 9], [9, 9, 1]], 1)
    Slots(kept=(1,), reached=(Reached(slot=None, presses=0), Reached(slot=1, presses=1), Reached(slot=1, presses=9)), presses=10, without=80)
    """
    count = len(menus)
    if slots < 0 or len(by_slot) != count or any(len(row) != count for row in by_slot):
        raise CraftError("a day of n situations needs n presses through the menus and n by n presses by slot, and slots of 0 or more")
    without = int(sum(menus))
    if not count or not slots:
        return Slots((), tuple(Reached(None, int(presses)) for presses in menus), without, without)
    used = count * count
    cost = np.concatenate(
        [np.asarray(by_slot, dtype=np.float64).ravel(), np.asarray(menus, dtype=np.float64), KEEPING * (1 + np.arange(count) / 100)]
    )
    one = np.zeros((count, len(cost)))
    open_only = np.zeros((used, len(cost)))
    for t in range(count):
        one[t, t * count : (t + 1) * count] = 1
        one[t, used + t] = 1
        for j in range(count):
            open_only[t * count + j, t * count + j] = 1
            open_only[t * count + j, used + count + j] = -1
    few = np.concatenate([np.zeros(used + count), np.ones(count)])[None, :]
    found = milp(
        cost,
        constraints=[LinearConstraint(one, 1, 1), LinearConstraint(open_only, -np.inf, 0), LinearConstraint(few, 0, slots)],
        integrality=np.ones(len(cost), dtype=np.int64),
        bounds=Bounds(0, 1),
        options={"mip_rel_gap": 0.0},
    )
    if found.x is None:
        raise CraftError(f"no filling of {slots} slots was found: {found.message}")
    kept = tuple(j for j in range(count) if found.x[used + count + j] > 0.5)
    reached = []
    for t in range(count):
        best = min(kept, key=lambda j: (by_slot[t][j], j), default=None)
        through = best is None or menus[t] <= by_slot[t][best]
        reached.append(Reached(None, int(menus[t])) if best is None or through else Reached(best, int(by_slot[t][best])))
    return Slots(kept, tuple(reached), sum(r.presses for r in reached), without)
