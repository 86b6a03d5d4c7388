"""Which function to give to which control, so that what the day needs most lies where it is found best.

A seat is a control used in one way. A function in a seat is worth what the day asks for it, less what is
missed, less what an accidental press costs. The best assignment is exact: an integer program solved by
SciPy's ``milp`` (HiGHS), since some uses of a control exclude each other.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from craft.day.functions import BY_FUNCTION, FUNCTIONS, Function
from craft.decisions.facts import Facts, all_hold
from craft.errors import CraftError
from craft.kit.controls import SPOTS, Control, Feel, Given, Use
from craft.vocabulary.setting import Value

SECOND_BEST = 0.9
"""What a function keeps of its worth for each place down its list of fitting uses (an order, not a measure)."""

A_BUMP: Mapping[Use, float] = {Use.PRESS: 0.5, Use.HOLD: 0.1, Use.LONG_PRESS: 0.02, Use.PRESS_AND_TURN: 0.05, Use.TURN: 0.5}
"""How much a touch by accident weighs against a use that was missed: what latches stays wrong until it is noticed (estimates)."""

DIALS = ("front_dial", "rear_dial")
"""Controls whose role is a setting of the same name."""


@dataclass(frozen=True, slots=True)
class Hour:
    """One situation of the day as the fingers meet it: its numbers, features, values by setting, and frames."""

    title: str
    facts: Facts
    tokens: frozenset[str]
    values: Mapping[str, Value]
    shots: float


@dataclass(frozen=True, slots=True)
class Wanted:
    """How much a day asks for a function: uses, what not having it under a finger would lose in frames, and where."""

    function: Function
    uses: float
    lost: float
    situations: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Clash:
    """A role that means nothing, or not what one thinks, in some situations; or two roles that exclude each other."""

    given: tuple[Given, ...]
    because: str
    situations: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Roles:
    """The assignment, its worth in frames saved, all that is wanted, what of it found no seat, and what clashes."""

    given: tuple[Given, ...]
    worth: float
    wanted: tuple[Wanted, ...]
    without: tuple[Wanted, ...]
    clashes: tuple[Clash, ...]


def wanted_of(hours: Sequence[Hour]) -> tuple[Wanted, ...]:
    """What a day wants under its fingers, the most first; only what the kit has.

    hours: its situations with one body, in their order.
    """
    found = []
    for function in FUNCTIONS:
        uses, titles = 0.0, []
        for k, hour in enumerate(hours):
            if not all(need in hour.tokens for need in function.needs):
                continue
            here = function.often * hour.shots / 100 if all_hold(function.when, hour.facts) else 0.0
            if k and function.setting and hours[k - 1].values.get(function.setting) != hour.values.get(function.setting):
                here += 1
            if here:
                uses += here
                titles.append(hour.title)
        if uses:
            found.append(Wanted(function, uses, uses * function.bad, tuple(titles)))
    return tuple(sorted(found, key=lambda one: (-one.lost, one.function.slug)))


def worth(wanted: Wanted, control: Control, use: Use, feel: Feel) -> float | None:
    """Frames that a function in a seat saves; None where it cannot be put there."""
    function = wanted.function
    if use not in function.uses or use not in control.uses or (control.takes and function.slug not in control.takes):
        return None
    fitting = SECOND_BEST ** function.uses.index(use)
    return wanted.lost * fitting * (1 - feel.missed) - A_BUMP[use] * feel.bumped * wanted.lost


def feel_of(control: Control, own: Mapping[str, Feel]) -> Feel:
    """How a control meets the hand: as the person says, else as its place does."""
    spot = SPOTS[control.spot]
    return own.get(control.slug, Feel(spot.missed, spot.bumped))


def assign(
    wanted: Sequence[Wanted], controls: Sequence[Control], fixed: Sequence[Given] = (), own: Mapping[str, Feel] | None = None
) -> tuple[tuple[Given, ...], float]:
    """The best roles for controls, and their worth in frames; each function once, fixed roles kept.

    Raises
    ------
    CraftError : a fixed role that cannot be, at its place.

    >>> assign((), (Control("thumb", "rear button", "thumb_rest"),))
    ((), 0)
    """
    by_slug = {control.slug: control for control in controls}
    for k, given in enumerate(fixed):
        _check(given, by_slug, fixed[:k], k)
    placed = {given.function for given in fixed}
    cells = [
        (one, control, use, value)
        for one in wanted
        if one.function.slug not in placed
        for control in controls
        for use in control.uses
        if not any(given.control == control.slug and (given.use is use or control.excluded(given.use, use)) for given in fixed)
        if (value := worth(one, control, use, feel_of(control, own or {}))) is not None and value > 0
    ]
    chosen = [cells[k] for k in _best(cells)]
    there = {one.function.slug: one for one in wanted}
    kept = sum(
        worth(there[g.function], by_slug[g.control], g.use, feel_of(by_slug[g.control], own or {})) or 0
        for g in fixed
        if g.function in there
    )
    return (*fixed, *(Given(control.slug, use, one.function.slug) for one, control, use, _ in chosen)), kept + sum(c[3] for c in chosen)


def _best(cells: Sequence[tuple[Wanted, Control, Use, float]]) -> list[int]:
    """Cells chosen: no function twice, no seat twice, no uses together that exclude each other."""
    if not cells:
        return []
    rows: dict[tuple[str, ...], list[int]] = {}
    for k, (one, control, use, _) in enumerate(cells):
        rows.setdefault(("function", one.function.slug), []).append(k)
        rows.setdefault(("seat", control.slug, use.value), []).append(k)
        for other in control.uses:
            if other is not use and control.excluded(use, other):
                first, second = sorted((use.value, other.value))
                rows.setdefault(("pair", control.slug, first, second), []).append(k)
    table = np.zeros((len(rows), len(cells)))
    for row, members in enumerate(rows.values()):
        table[row, members] = 1
    found = milp(
        -np.array([cell[3] for cell in cells]),
        constraints=LinearConstraint(table, -np.inf, 1),
        integrality=np.ones(len(cells), dtype=np.int64),
        bounds=Bounds(0, 1),
        options={"mip_rel_gap": 0.0},
    )
    if found.x is None:
        raise CraftError(f"no roles for {len(cells)} seats were found: {found.message}")
    return [k for k, taken in enumerate(found.x) if taken > 0.5]


def _check(given: Given, controls: Mapping[str, Control], before: Iterable[Given], k: int) -> None:
    """Refuse a fixed role that no assignment can keep."""
    control = controls.get(given.control)
    function = BY_FUNCTION.get(given.function)
    if control is None:
        raise CraftError(
            f"“{given.control}” is not a control of this body: {', '.join(controls) or 'none is written down'}", ("given", k, "control")
        )
    if function is None:
        raise CraftError(f"“{given.function}” is not a function: {', '.join(BY_FUNCTION)}", ("given", k, "function"))
    fits = [use.value for use in control.uses if use in function.uses]
    if given.use.value not in fits:
        raise CraftError(f"{function.label} on {control.label}: {', '.join(fits) or 'no use of it'} is accepted", ("given", k, "use"))
    if control.takes and function.slug not in control.takes:
        raise CraftError(f"{control.label} takes {', '.join(sorted(control.takes))} only", ("given", k, "function"))
    for other in before:
        if other.function == given.function:
            raise CraftError(f"{function.label} has a place already, on {controls[other.control].label}", ("given", k, "function"))
        if other.control == given.control and (other.use is given.use or control.excluded(other.use, given.use)):
            raise CraftError(f"{control.label} has a role that excludes this one: {other.function}", ("given", k, "use"))


BUTTON_SETTINGS = (
    "focus_activation",
    "hold_focus",
    "eye_button",
    "second_setup_button",
    "press_and_turn",
    "front_dial",
    "rear_dial",
    "dial_direction",
    "compensation_direction",
)
"""Settings that decide what a finger does: where they differ between slots, the same finger means two things."""


def clashes_of(given: Sequence[Given], controls: Sequence[Control], hours: Sequence[Hour]) -> tuple[Clash, ...]:
    """What is wrong with roles on a day: what they ask of the settings and do not get, and modes in which a control is deaf."""
    by_slug = {control.slug: control for control in controls}
    found = []
    for one in given:
        function, control = BY_FUNCTION[one.function], by_slug[one.control]
        for term in function.asks:
            titles = tuple(h.title for h in hours if term.setting in h.values and not term.holds(h.values[term.setting]))
            if titles:
                found.append(Clash((one,), function.asks_because, titles))
        if control.slug in DIALS and one.use is Use.TURN:
            titles = tuple(h.title for h in hours if h.values.get(control.slug, one.function) != one.function)
            if titles:
                found.append(Clash((one,), f"these setups give {control.label} another role", titles))
        if control.modes:
            deaf = tuple(h.title for h in hours if h.values.get("exposure_mode", "manual") not in control.modes)
            if deaf:
                found.append(Clash((one,), f"{control.label} does nothing in the exposure mode of these", deaf))
    return tuple(found)


def roles_of(
    hours: Sequence[Hour], controls: Sequence[Control], fixed: Sequence[Given] = (), own: Mapping[str, Feel] | None = None
) -> Roles:
    """The whole answer for a day with one body.

    Raises
    ------
    CraftError : a fixed role that cannot be.
    """
    wanted = wanted_of(hours)
    given, value = assign(wanted, controls, fixed, own)
    placed = {one.function for one in given}
    return Roles(given, value, wanted, tuple(one for one in wanted if one.function.slug not in placed), clashes_of(given, controls, hours))


@dataclass(frozen=True, slots=True)
class TwoMeanings:
    """A setting that decides what a finger does and is not the same in all setups: value -> situations."""

    setting: str
    values: tuple[tuple[Value, tuple[str, ...]], ...]


def two_meanings(hours: Sequence[Hour]) -> tuple[TwoMeanings, ...]:
    """Where the same finger would mean different things in different setups of a day."""
    found = []
    for slug in BUTTON_SETTINGS:
        by_value: dict[Value, list[str]] = {}
        for hour in hours:
            if slug in hour.values:
                by_value.setdefault(hour.values[slug], []).append(hour.title)
        if len(by_value) > 1:
            found.append(TwoMeanings(slug, tuple((value, tuple(titles)) for value, titles in by_value.items())))
    return tuple(found)


@dataclass(frozen=True, slots=True)
class Pair:
    """Two situations that follow each other so closely that two fingers should hold their setups; and what differs."""

    one: str
    other: str
    minutes: float
    differs: tuple[str, ...]


CLOSE_MIN = 30.0
"""Minutes within which two kinds of picture count as coming in turns."""


def pairs_of(hours: Sequence[Hour], minutes: Sequence[float]) -> tuple[Pair, ...]:
    """Neighbours of a day that are close in time and differ, the closest first; minutes: of each since midnight."""
    found = []
    for k in range(1, len(hours)):
        apart = minutes[k] - minutes[k - 1]
        one, other = hours[k - 1], hours[k]
        differs = tuple(slug for slug, value in other.values.items() if one.values.get(slug) != value)
        if 0 <= apart <= CLOSE_MIN and differs:
            found.append(Pair(one.title, other.title, apart, differs))
    return tuple(sorted(found, key=lambda pair: pair.minutes))
