"""Which function to give to which control, so that what the day needs most lies where it is found best.

A seat is a control used in one way. A function in a seat is worth what the day asks for it, less what is
missed, less what an accidental press costs. The best assignment is exact: an integer program solved by
SciPy's ``milp`` (HiGHS), since some uses of a control exclude each other.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from craft.day.areas import areas_beside
from craft.day.functions import BY_FUNCTION, FUNCTIONS, Function, made_for
from craft.decisions.facts import Facts, all_hold
from craft.errors import CraftError
from craft.kit.controls import SPOTS, Control, Feel, Role, Use
from craft.vocabulary.rules import Term
from craft.vocabulary.setting import Value

SECOND_BEST = 0.9
"""What a function keeps of its worth for each place down its list of fitting uses (an order, not a measure)."""

A_BUMP: Mapping[Use, float] = {
    Use.PRESS: 0.5,
    Use.HOLD: 0.1,
    Use.LONG_PRESS: 0.02,
    Use.PRESS_AND_TURN: 0.05,
    Use.TURN: 0.5,
    Use.STEER: 0.3,
    Use.STROKE: 0.5,
}
"""How much a touch by accident weighs against a use that was missed: what latches stays wrong until it is noticed (estimates)."""

DIALS = ("front_dial", "rear_dial")
"""Controls whose role when turned is a setting of the same name: each setup brings its own."""


@dataclass(frozen=True, slots=True)
class Hour:
    """One situation of the day as the fingers meet it: its numbers, features, values by setting, frames, areas that the body has, and its
    beginning in minutes since midnight, None where that does not matter."""

    title: str
    facts: Facts
    tokens: frozenset[str]
    values: Mapping[str, Value]
    shots: float
    areas: frozenset[str] = frozenset()
    begins: float | None = None

    def has(self, function: Function) -> bool:
        """Whether the kit has what a function needs."""
        return all(need in self.tokens for need in function.needs)

    def lets(self, function: Function) -> bool:
        """Whether the settings let a function do something."""
        return _hold(function.asks, self.values)

    def counts_on(self, function: Function) -> bool:
        """Whether the settings leave something to a finger and to nothing else."""
        there = bool(function.lacked) and self.has(function)
        return there and all(term.setting in self.values and term.holds(self.values[term.setting]) for term in function.lacked)

    def turned(self) -> dict[str, str]:
        """What the setup itself puts on the dials: control -> function."""
        return {dial: str(self.values[dial]) for dial in DIALS if self.values.get(dial) in BY_FUNCTION}

    def uses(self, function: Function) -> bool:
        """Whether a function is really used here."""
        there = self.has(function) and self.lets(function) and _hold(function.beside, self.values)
        return there and all_hold(function.when, self.facts)


def _hold(terms: Iterable[Term], values: Mapping[str, Value]) -> bool:
    """Whether comparisons hold of settings; one that a body lacks speaks against nothing."""
    return all(term.setting not in values or term.holds(values[term.setting]) for term in terms)


@dataclass(frozen=True, slots=True)
class Wanted:
    """How much a day asks for a function: uses, what not having it under a finger would lose in frames, and where."""

    function: Function
    uses: float
    lost: float
    situations: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Clash:
    """A role that means nothing, or not what one thinks, in some situations; or a function that they count on and no control has.

    function: what it is about; given: the roles concerned, none where a control is wanting.
    """

    function: Function
    given: tuple[Role, ...]
    because: str
    situations: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Roles:
    """The assignment, its worth in frames saved, all that is wanted, what of it found no seat, and what clashes."""

    given: tuple[Role, ...]
    worth: float
    wanted: tuple[Wanted, ...]
    without: tuple[Wanted, ...]
    clashes: tuple[Clash, ...]


def wanted_of(hours: Sequence[Hour]) -> tuple[Wanted, ...]:
    """What a day wants under its fingers, the most first; only what the kit has and the setups use.

    What a setup leaves to a finger and to nothing else is used in every frame, and without it each is lost.

    hours: its situations with one body, in their order.

    >>> [(one.function.slug, round(one.lost)) for one in wanted_of([hour(), hour("dusk", light=Light(6.0))])[:2]]
    [('compensation', 360), ('time', 360)]
    """
    found = []
    for function in FUNCTIONS:
        uses, counted_on, titles = 0.0, 0.0, []
        for k, hour in enumerate(hours):
            areas: set[Value | None] = set(areas_beside(hour, [other for other in hours if in_turns(hour, other)]))
            here = _uses_of(function, hour, areas) * hour.shots / 100
            if hour.counts_on(function):
                here += hour.shots
                counted_on += hour.shots
            if (
                k
                and in_turns(hours[k - 1], hour)
                and hour.has(function)
                and hour.lets(function)
                and _changes(function, hours[k - 1].values, hour.values)
            ):
                here += 1
            if here:
                uses += here
                titles.append(hour.title)
        if uses:
            found.append(Wanted(function, uses, (uses - counted_on) * function.bad + counted_on, tuple(titles)))
    return tuple(sorted(found, key=lambda one: (-one.lost, one.function.slug)))


TOGETHER_MIN = 120.0
"""Minutes within which two situations can come in turns; what is farther apart is set in peace in between (an estimate)."""


def in_turns(one: Hour, other: Hour) -> bool:
    """Whether two situations begin so near to each other that they can come in turns.

    >>> from dataclasses import replace
    >>> morning, noon, evening = (replace(hour(), begins=60.0 * at) for at in (9, 11, 18))
    >>> in_turns(morning, noon), in_turns(morning, evening)
    (True, False)
    """
    return one.begins is None or other.begins is None or abs(one.begins - other.begins) <= TOGETHER_MIN


def _uses_of(function: Function, hour: Hour, areas: set[Value | None]) -> float:
    """Uses per hundred frames in one situation beside what its dials turn; an area has its own button where another setup of the day needs it."""
    if function.each_change or not hour.uses(function) or function.slug in hour.turned().values():
        return 0.0
    own = hour.values.get("focus_area")
    if function.area:
        return function.often if function.area in areas and function.area != own else 0.0
    others = areas - {own, "none", None}
    return 0.0 if function.any_area and others else function.often


def _changes(function: Function, before: Mapping[str, Value], values: Mapping[str, Value]) -> bool:
    """Whether a function is wanted once more because one setup follows another."""
    if function.each_change:
        return before != values
    return bool(function.setting) and not function.borrows and before.get(function.setting) != values.get(function.setting)


OTHER_NAME, UNLEARNT = 0.75, 1.0
"""What is left of a function's worth on a control that is named for another, and frames a day that are lost by what one expects there (estimates)."""


def worth(wanted: Wanted, control: Control, use: Use, feel: Feel) -> float | None:
    """Frames that a function in a seat saves; None where it cannot be put there.

    >>> lock = next(one for one in wanted_of([hour()]) if one.function.slug == "exposure_lock")
    >>> thumb = Control("thumb", "rear button", "thumb_rest")
    >>> round(worth(lock, thumb, Use.HOLD, Feel(0.02, 0.15))), worth(lock, thumb, Use.TURN, Feel(0.02, 0.15)) is None
    (69, True)
    """
    function = wanted.function
    if use not in function.fitting or use not in control.uses or (control.takes and function.slug not in control.takes):
        return None
    fitting = SECOND_BEST ** function.fitting.index(use)
    saved = wanted.lost * fitting * (1 - feel.missed) - A_BUMP[use] * feel.bumped * wanted.lost
    made = made_for(control)
    keeps = made is None or made[1] is not use or made[0] is function or not together(made[0].slug, function.slug)
    return saved if keeps else saved * OTHER_NAME - UNLEARNT


LIMIT_S = 2.0
"""Seconds after which the best roles found so far are told."""

LEVER_MISSED = 0.15
"""How much more often a control is missed that obeys only while a lever stands right (an estimate)."""

Seat = Callable[[Wanted, Control, Use], bool]
"""Whether a function may be seated at a control in one use."""


def feel_of(control: Control, own: Mapping[str, Feel]) -> Feel:
    """How a control meets the hand: as the person says, else as its place does.

    >>> feel_of(Control("c", "button", "thumb_rest"), {})
    Feel(missed=0.02, bumped=0.15)
    """
    spot = SPOTS[control.spot]
    return own.get(control.slug, Feel(spot.missed + (LEVER_MISSED if control.lever else 0), spot.bumped))


def together(one: str, other: str) -> bool:
    """Whether two functions would meet on a control: while frames are looked at it is free for another.

    >>> together("iso", "focus"), together("iso", "playback_enlarge")
    (True, False)
    """
    return BY_FUNCTION[one].looking_back is BY_FUNCTION[other].looking_back


Cell = tuple[Wanted, Control, Use, float]
"""A function in a seat, and the frames that it saves there."""


def seats(wanted: Sequence[Wanted], controls: Sequence[Control], own: Mapping[str, Feel], free: Seat) -> list[Cell]:
    """Every seat of every function that saves frames.

    >>> found = seats(wanted_of([hour()]), (Control("thumb", "rear button", "thumb_rest"),), {}, lambda one, control, use: use is Use.HOLD)
    >>> [(one.function.slug, use.value, round(frames)) for one, control, use, frames in found]
    [('exposure_lock', 'hold', 69), ('playback_enlarge', 'hold', 9)]
    """
    return [
        (one, control, use, value)
        for one in wanted
        for control in controls
        for use in control.uses
        if free(one, control, use)
        if (value := worth(one, control, use, feel_of(control, own))) is not None and value > 0
    ]


def assign(
    wanted: Sequence[Wanted],
    controls: Sequence[Control],
    fixed: Sequence[Role] = (),
    own: Mapping[str, Feel] | None = None,
    free: Seat = lambda one, control, use: True,
) -> tuple[tuple[Role, ...], float]:
    """The best roles for controls, and their worth in frames; each function once, fixed roles kept.

    free: whether a function may be seated at a control in one use.

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
        cell
        for cell in seats(wanted, controls, own or {}, free)
        if cell[0].function.slug not in placed
        if not any(
            given.control == cell[1].slug
            and together(given.function, cell[0].function.slug)
            and (given.use is cell[2] or cell[1].excluded(given.use, cell[2]))
            for given in fixed
        )
    ]
    chosen = [cells[k] for k in _best(cells)]
    there = {one.function.slug: one for one in wanted}
    kept = sum(
        worth(there[g.function], by_slug[g.control], g.use, feel_of(by_slug[g.control], own or {})) or 0
        for g in fixed
        if g.function in there
    )
    return (*fixed, *(Role(control.slug, use, one.function.slug) for one, control, use, _ in chosen)), kept + sum(c[3] for c in chosen)


def _best(cells: Sequence[Cell]) -> list[int]:
    """Cells chosen: no function twice, no seat twice, no uses together that exclude each other."""
    if not cells:
        return []
    rows: dict[tuple[str, ...], list[int]] = {}
    for k, (one, control, use, _) in enumerate(cells):
        rows.setdefault(("function", one.function.slug), []).append(k)
        when = str(one.function.looking_back)
        rows.setdefault(("seat", control.slug, use.value, when), []).append(k)
        for other in control.uses:
            if other is not use and control.excluded(use, other):
                first, second = sorted((use.value, other.value))
                rows.setdefault(("pair", control.slug, first, second, when), []).append(k)
    table = np.zeros((len(rows), len(cells)))
    for row, members in enumerate(rows.values()):
        table[row, members] = 1
    found = milp(
        -np.array([cell[3] for cell in cells]),
        constraints=LinearConstraint(table, -np.inf, 1),
        integrality=np.ones(len(cells), dtype=np.int64),
        bounds=Bounds(0, 1),
        options={"mip_rel_gap": 0.0, "time_limit": LIMIT_S},
    )
    if found.x is None:
        return _at_once(cells, rows)
    return [k for k, taken in enumerate(found.x) if taken > 0.5]


def _at_once(cells: Sequence[Cell], rows: Mapping[tuple[str, ...], Sequence[int]]) -> list[int]:
    """Cells chosen one by one, the one worth most first: what is told where nothing better was found in time."""
    of: dict[int, list[tuple[str, ...]]] = {}
    for row, members in rows.items():
        for k in members:
            of.setdefault(k, []).append(row)
    taken: set[tuple[str, ...]] = set()
    chosen = []
    for k in sorted(range(len(cells)), key=lambda k: -cells[k][3]):
        if not taken & set(of[k]):
            chosen.append(k)
            taken |= set(of[k])
    return sorted(chosen)


def _check(given: Role, controls: Mapping[str, Control], before: Iterable[Role], k: int) -> None:
    """Refuse a fixed role that no assignment can keep."""
    control = controls.get(given.control)
    function = BY_FUNCTION.get(given.function)
    if control is None:
        raise CraftError(
            f"“{given.control}” is not a control of this body: {', '.join(controls) or 'none is written down'}", ("given", k, "control")
        )
    if function is None:
        raise CraftError(f"“{given.function}” is not a function: {', '.join(BY_FUNCTION)}", ("given", k, "function"))
    fits = [use.value for use in control.uses if use in function.fitting]
    if given.use.value not in fits:
        raise CraftError(f"{function.label} on {control.label}: {', '.join(fits) or 'no use of it'} is accepted", ("given", k, "use"))
    if control.takes and function.slug not in control.takes:
        raise CraftError(f"{control.label} takes {', '.join(sorted(control.takes))} only", ("given", k, "function"))
    for other in before:
        if other.function == given.function and other.control == given.control:
            raise CraftError(f"{function.label} is on {control.label} already", ("given", k, "function"))
        at_once = other.control == given.control and together(other.function, given.function)
        if at_once and (other.use is given.use or control.excluded(other.use, given.use)):
            raise CraftError(f"{control.label} has a role that excludes this one: {other.function}", ("given", k, "use"))


BUTTON_SETTINGS = (
    "focus_activation",
    "hold_focus",
    "eye_button",
    "second_setup_button",
    "press_and_turn",
    "dial_direction",
    "compensation_direction",
)
"""Settings that decide what a finger does: where they differ between slots, the same finger means two things."""


def clashes_of(given: Sequence[Role], controls: Sequence[Control], hours: Sequence[Hour]) -> tuple[Clash, ...]:
    """What is wrong with roles on a day, what the setups count on and no control has first.

    A role that does nothing in some setups and serves others is at rest there and no clash; one that serves none is one.

    >>> thumb = Control("thumb", "rear button", "thumb_rest")
    >>> clashes_of((Role("thumb", Use.HOLD, "tracking_off"),), (thumb,), [hour(settings={"focus_mode": "manual"})])[0].because
    'only focus that follows can be stopped'
    """
    by_slug = {control.slug: control for control in controls}
    placed = {served for one in given for served in (one.function, BY_FUNCTION[one.function].serves)}
    found = []
    for function in FUNCTIONS:
        titles = tuple(h.title for h in hours if h.counts_on(function))
        if titles and function.slug not in placed:
            found.append(Clash(function, (), function.lacked_because, titles))
    for one in given:
        function, control = BY_FUNCTION[one.function], by_slug[one.control]
        titles = tuple(h.title for h in hours)
        if function.area and hours and not any(function.area in h.areas for h in hours):
            found.append(Clash(function, (one,), "this body has no such area", titles))
        elif hours and not any(h.lets(function) for h in hours):
            found.append(Clash(function, (one,), function.asks_because, titles))
        turned = _turned_otherwise(function, control, one.use, hours)
        if turned:
            found.append(Clash(function, (one,), f"these setups give {control.label} another role", turned))
        deaf = _deaf(function, control, hours)
        if deaf:
            found.append(Clash(function, (one,), f"{control.label} does nothing in the exposure mode of these", deaf))
    return tuple(found)


def _turned_otherwise(function: Function, control: Control, use: Use, hours: Sequence[Hour]) -> tuple[str, ...]:
    """Situations whose setups have a dial turn something else."""
    if control.slug not in DIALS or use is not Use.TURN or function.looking_back:
        return ()
    return tuple(h.title for h in hours if h.values.get(control.slug, function.slug) != function.slug)


def _deaf(function: Function, control: Control, hours: Sequence[Hour]) -> tuple[str, ...]:
    """Situations that would use a function and in whose exposure mode its control does nothing."""
    if not control.modes or function.looking_back:
        return ()
    return tuple(h.title for h in hours if h.uses(function) and h.values.get("exposure_mode", "manual") not in control.modes)


def rests_of(one: Role, hours: Sequence[Hour]) -> tuple[str, ...]:
    """Situations in which a role does nothing, and harms nothing.

    >>> by_hand = hour("by hand", settings={"focus_mode": "manual"})
    >>> rests_of(Role("thumb", Use.HOLD, "tracking_off"), [hour(), by_hand])
    ('by hand',)
    """
    function = BY_FUNCTION[one.function]
    return tuple(h.title for h in hours if not h.lets(function)) if any(h.lets(function) for h in hours) else ()


def free_on(hours: Sequence[Hour], wanted: Sequence[Wanted], controls: Sequence[Control]) -> Seat:
    """Which seats the setups of a day leave free: no dial that they turn themselves, nothing that does not obey in their modes.

    >>> wanted, rear = wanted_of([hour()]), Control("rear_dial", "rear dial", "thumb_edge", (Use.TURN, Use.PRESS))
    >>> free = free_on([hour()], wanted, (rear,))
    >>> free(wanted[0], rear, Use.TURN), free(wanted[0], rear, Use.PRESS)
    (False, True)
    """
    turned = {dial for hour in hours for dial in hour.turned()}
    deaf = {
        (one.function.slug, control.slug) for control in controls if control.modes for one in wanted if _deaf(one.function, control, hours)
    }

    def free(one: Wanted, control: Control, use: Use) -> bool:
        taken = use is Use.TURN and control.slug in turned and not one.function.looking_back
        return not taken and (one.function.slug, control.slug) not in deaf

    return free


def roles_of(
    hours: Sequence[Hour], controls: Sequence[Control], fixed: Sequence[Role] = (), own: Mapping[str, Feel] | None = None
) -> Roles:
    """The whole answer for a day with one body.

    Raises
    ------
    CraftError : a fixed role that cannot be.

    >>> roles = roles_of([hour()], (Control("thumb", "rear button", "thumb_rest"),))
    >>> [(one.control, one.use.value, one.function) for one in roles.given], round(roles.worth)
    ([('thumb', 'hold', 'exposure_lock'), ('thumb', 'press', 'playback_enlarge')], 79)
    """
    wanted = wanted_of(hours)
    given, value = assign(wanted, controls, fixed, own, free_on(hours, wanted, controls))
    placed = {one.function for one in given}
    return Roles(given, value, wanted, tuple(one for one in wanted if one.function.slug not in placed), clashes_of(given, controls, hours))


def turns_of(control: Control, hours: Sequence[Hour]) -> tuple[tuple[Function, tuple[str, ...]], ...]:
    """What the setups put on a dial, and in which situations; nothing for a control that they leave alone.

    >>> rear = Control("rear_dial", "rear dial", "thumb_edge", (Use.TURN,))
    >>> [(function.slug, titles) for function, titles in turns_of(rear, [hour()])]
    [('aperture', ('rowing',))]
    """
    found: dict[str, list[str]] = {}
    for hour in hours:
        if Use.TURN in control.uses and control.slug in hour.turned():
            found.setdefault(hour.turned()[control.slug], []).append(hour.title)
    return tuple((BY_FUNCTION[slug], tuple(titles)) for slug, titles in found.items())


@dataclass(frozen=True, slots=True)
class TwoMeanings:
    """A setting that decides what a finger does and is not the same in all setups: value -> situations."""

    setting: str
    values: tuple[tuple[Value, tuple[str, ...]], ...]


def two_meanings(hours: Sequence[Hour]) -> tuple[TwoMeanings, ...]:
    """Where the same finger would mean different things in different setups of a day.

    >>> other = hour("other way round", settings={"dial_direction": "left_is_more"})
    >>> [one.setting for one in two_meanings([hour(), other])]
    ['dial_direction']
    """
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
    """Neighbours of a day that are close in time and differ, the closest first; minutes: of each since midnight.

    >>> [(one.one, one.other, one.minutes) for one in pairs_of([hour(), hour("dusk", light=Light(6.0))], [600, 620])]
    [('rowing', 'dusk', 20)]
    """
    found = []
    for k in range(1, len(hours)):
        apart = minutes[k] - minutes[k - 1]
        one, other = hours[k - 1], hours[k]
        differs = tuple(slug for slug, value in other.values.items() if one.values.get(slug) != value)
        if 0 <= apart <= CLOSE_MIN and differs:
            found.append(Pair(one.title, other.title, apart, differs))
    return tuple(sorted(found, key=lambda pair: pair.minutes))
