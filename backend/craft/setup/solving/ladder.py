"""The light ladder read off a solution: rows, what binds, how long it holds, what automatics would do."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from craft.exposure.solver import Search, Solution, Weight, search_of
from craft.programs.replay import Program, replayed
from craft.scales.series import Floats, Ints
from craft.scene.imaged import lens_loss_stops
from craft.setup.setup import Alone, Binding, Conceded, Level, Span
from craft.setup.solving.plan import Plan
from craft.vocabulary.terms import Intent

Flags = NDArray[np.bool_]
Solved = tuple[Ints, Ints, Ints]

BRIGHTER, DARKER = 6, 12
"""The ladder runs from this many stops brighter to this many darker than the key light."""


@dataclass(frozen=True, slots=True, eq=False)
class Ladder:
    """The solved ladder: levels as offsets in steps from now (R,), brightest first, and where now is."""

    plan: Plan
    offsets: Ints
    found: Solution
    search: Search | None = None

    @property
    def now(self) -> int:
        """Index of the present light."""
        return BRIGHTER * self.plan.per_stop

    def true_stops(self) -> tuple[Floats, Floats, Floats]:
        """True stops of time, aperture and ISO per row, each (R,)."""
        free, found = self.plan.free, self.found
        return (
            free.time.stops[found.time - free.time.first],
            free.aperture.stops[found.aperture - free.aperture.first],
            free.iso.stops[found.iso - free.iso.first],
        )

    def printed(self, row: int) -> tuple[float, float, float]:
        """Time, aperture and ISO of a row as the body prints them."""
        return self.all_printed(slice(row, row + 1))[0]

    def all_printed(self, rows: slice = slice(None)) -> list[tuple[float, float, float]]:
        """Time, aperture and ISO of rows as the body prints them."""
        free, found = self.plan.free, self.found
        pairs = ((free.time, found.time), (free.aperture, found.aperture), (free.iso, found.iso))
        return list(zip(*([axis.printed_at(k) for k in at[rows].tolist()] for axis, at in pairs), strict=True))


def solve_ladder(plan: Plan) -> Ladder:
    """The ladder from +6 to -12 stops in the body's steps.

    >>> len(solve_ladder(course().planned).offsets)
    55
    """
    q = plan.per_stop
    offsets = np.arange(BRIGHTER * q, -DARKER * q - 1, -1, dtype=np.int64)
    search = plan.search or search_of(plan.problem())
    return Ladder(plan, offsets, search.at(plan.target + offsets), search)


def brightness(plan: Plan, found: Solution, offsets: Ints) -> Floats:
    """Stops over or under each row's target exposure, with true values: EV - a - (n + x - s).

    >>> one = course()
    >>> float(brightness(one.planned, one.solved.found, one.solved.offsets)[18].round(2))
    -0.02
    """
    ladder = Ladder(plan, offsets, found)
    x, n, s = ladder.true_stops()
    return plan.key_ev + offsets / plan.per_stop - plan.nd - plan.offset - (n + x - s)


def binding_of(plan: Plan, weight: Weight | None) -> Binding | None:
    """The binding entry as it is told: the rung and its named limit, or what lies beyond the rungs.

    >>> one = course()
    >>> binding_of(one.planned, one.solved.found.binding(one.solved.now)).intent.value
    'iso'
    """
    if weight is None:
        return None
    if weight.rung is None:
        return Binding(weight.intent, None, "body_limit" if weight.kind in ("over", "beyond") else "must_hold")
    rung = plan.rungs[weight.rung]
    return Binding(weight.intent, weight.rung, rung.limit.value if rung.limit else ("stops" if np.isfinite(rung.share) else "body_limit"))


def holds_until(ladder: Ladder) -> Span:
    """Rows before a more significant entry than the present one becomes non-zero, each way, in stops.

    >>> holds_until(course().solved)
    Span(darker_stops=5.333333333333333, brighter_stops=6.0)
    """
    entries = ladder.found.entries > 0
    hit = np.flatnonzero(entries[ladder.now])
    before = entries[:, : int(hit[0])] if len(hit) else entries
    return _run(ladder, np.asarray(~before.any(axis=1)))


def _run(ladder: Ladder, fine: Flags) -> Span:
    """Stops of unbroken rows from now, each way."""
    now, q = ladder.now, ladder.plan.per_stop

    def length(rows: Flags) -> float:
        return float(rows.argmin() if not rows.all() else len(rows)) / q

    return Span(length(fine[now + 1 :]), length(fine[:now][::-1]))


def left_alone(ladder: Ladder, auto: Program) -> Solved:
    """What a program comes to by itself at each level of the ladder: positions of time, aperture and ISO, each (R,).

    >>> one = course()
    >>> [int(at[18]) for at in left_alone(one.solved, one.automatics)] == [int(at[18]) for at in (one.solved.found.time, one.solved.found.aperture, one.solved.found.iso)]
    True
    """
    return replayed(auto, ladder.plan.free, ladder.plan.target + ladder.offsets)


def parted(ladder: Ladder, alone: Solved) -> Flags:
    """Rows at which the body, left alone, comes to another exposure than the ladder: bool array (R,).

    >>> one = course()
    >>> int(parted(one.solved, left_alone(one.solved, one.automatics)).sum())
    36
    """
    found = ladder.found
    return np.asarray((alone[0] != found.time) | (alone[1] != found.aperture) | (alone[2] != found.iso))


def keeps_to_it(ladder: Ladder, alone: Solved) -> Span:
    """How far the light may move before the body, left alone, comes to another exposure than the ladder.

    >>> one = course()
    >>> keeps_to_it(one.solved, left_alone(one.solved, one.automatics)).darker_stops
    5.333333333333333
    """
    return _run(ladder, np.asarray(~parted(ladder, alone)))


def over(ladder: Ladder, positions: Solved) -> Floats:
    """Stops by which positions at each level of the ladder are exposed over or under its target, with true values.

    >>> one = course()
    >>> float(over(one.solved, left_alone(one.solved, one.automatics))[18].round(2))
    -0.02
    """
    plan, free = ladder.plan, ladder.plan.free
    x, n, s = (axis.stops[at - axis.first] for axis, at in zip((free.time, free.aperture, free.iso), positions, strict=True))
    return np.asarray(plan.key_ev + ladder.offsets / plan.per_stop - plan.nd - plan.offset - (n + x - s))


def rows_of(ladder: Ladder, auto: Program) -> tuple[Level, ...]:
    """The ladder as values, beside what the body does by itself.

    >>> one = course()
    >>> rows_of(one.solved, one.automatics)[18].iso
    160.0
    """
    plan, found, free = ladder.plan, ladder.found, ladder.plan.free
    ev = (plan.key_ev + lens_loss_stops(plan.situation) + ladder.offsets / plan.per_stop).tolist()
    bright, lost = brightness(plan, found, ladder.offsets).tolist(), found.out_of_reach.tolist()
    alone = left_alone(ladder, auto)
    turn, alone_bright = parted(ladder, alone).tolist(), over(ladder, alone).tolist()
    shown = zip(
        *([axis.printed_at(k) for k in at.tolist()] for axis, at in zip((free.time, free.aperture, free.iso), alone, strict=True)),
        strict=True,
    )
    by_itself = [Alone(time, aperture, iso, alone_bright[k]) if turn[k] else None for k, (time, aperture, iso) in enumerate(shown)]
    gave = [dict(zip(found.gave, given, strict=True)) for given in zip(*(values.tolist() for values in found.gave.values()), strict=True)]
    told: dict[Weight | None, Binding | None] = {}
    rows = []
    for k, (printed, weight) in enumerate(zip(ladder.all_printed(), found.bindings(), strict=True)):
        if weight not in told:
            told[weight] = binding_of(plan, weight)
        rows.append(Level(ev[k], *printed, bright[k], gave[k], lost[k], told[weight], by_itself[k]))
    return tuple(rows)


OF_ISO = (Intent.ISO, Intent.NOISE)
"""What gives by a higher ISO."""


def concessions_of(ladder: Ladder) -> tuple[Conceded, ...]:
    """Per rung what it gives now and how far it may.

    >>> [(one.intent.value, round(one.gave_stops, 2)) for one in concessions_of(course().solved)][:2]
    [('freeze', 0.86), ('depth', 0.0)]
    """
    plan, found = ladder.plan, ladder.found
    column = {weight.rung: k for k, weight in enumerate(found.weights) if weight.rung is not None}
    before = len(plan.rungs) - len(plan.situation.rungs)
    bears = float(ladder.true_stops()[2][ladder.now]) <= plan.asked.comfort + 1e-6
    given = []
    for k, rung in enumerate(plan.rungs):
        gave = float(found.entries[ladder.now, column[k]]) if k in column else 0.0
        asked = plan.situation.rungs[k - before] if k >= before else None
        stops = asked.up_to_stops if asked else rung.share
        given.append(
            Conceded(rung.intent, stops, rung.limit, gave, _share(plan, k), asked is not None, bears and gave > 0 and rung.intent in OF_ISO)
        )
    return tuple(given)


def _share(plan: Plan, k: int) -> float | None:
    """Stops a rung may give; to the dial's end it is what the dial has left; None for brightness without end."""
    rung, asks, free = plan.rungs[k], plan.asked.targets, plan.free
    if np.isfinite(rung.share):
        return rung.share
    ends = {
        Intent.FREEZE: None if asks.freeze is None else asks.freeze - free.time.lowest,
        Intent.SHAKE: None if asks.shake is None else asks.shake - free.time.lowest,
        Intent.MOTION_BLUR: None if asks.motion_blur is None else free.time.highest - asks.motion_blur,
        Intent.DEPTH: None if asks.depth is None else max(asks.depth[0] - free.aperture.lowest, free.aperture.highest - asks.depth[1]),
        Intent.SEPARATION: None if asks.separation is None else free.aperture.highest - asks.separation,
        Intent.ISO: free.iso.highest - asks.iso,
        Intent.NOISE: None if asks.noise is None else free.iso.highest - asks.noise,
        Intent.BRIGHTNESS: None,
    }
    if rung.intent is Intent.BRIGHTNESS:
        return None
    end = ends[rung.intent]
    before = sum(other.share for other in plan.rungs[:k] if other.intent is rung.intent)
    return 0.0 if end is None or not np.isfinite(before) or not np.isfinite(end) else max(0.0, end - before)
