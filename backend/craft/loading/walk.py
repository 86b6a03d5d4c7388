"""The walk through a body's menus from what it is believed to hold to what it should hold."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from enum import Enum

from craft.configuration.configure import Configuration, Configured
from craft.kit.dialect import Dialect, Entry, in_menu_order
from craft.loading.route import Place, Presses, length, lower_bound, shortest, top_to_bottom
from craft.vocabulary.rules import Given
from craft.vocabulary.setting import Value

OPEN_AND_CONFIRM = 2
"""Presses to open a list of values and to confirm one."""

FREE_NUMBER = 4
"""Presses to turn a number that has no list (estimate: a few clicks of a dial)."""

RESET = 8
"""Presses to reset a body: to the last page, the item, and a confirmation (estimate)."""


class Way(Enum):
    """How what is unknown is dealt with."""

    AUDIT = "audit"
    RESET = "reset"


@dataclass(frozen=True, slots=True)
class Step:
    """One item to set: where it stands, its values before (None: unknown) and after, and presses for the value alone."""

    setting: str
    label: str
    menu: tuple[str, ...]
    before: Value | None
    value: Value
    presses: int


@dataclass(frozen=True, slots=True)
class Walk:
    """A whole walk.

    presses: of moving and setting; plainly: the same items from top to bottom; bound: no walk over
    these items is shorter; elsewhere: settings that should change and have no place in the menus;
    audit_presses, reset_presses: what either way of dealing with the unknown comes to; the one that is not
    taken may be told by what it comes to at least.
    """

    way: Way
    steps: tuple[Step, ...]
    presses: int
    plainly: int
    bound: int
    elsewhere: tuple[str, ...]
    audit_presses: int
    reset_presses: int

    @property
    def proven(self) -> bool:
        """Whether no walk over these items is shorter."""
        return self.presses <= self.bound


def places_of(dialect: Dialect) -> dict[str, tuple[Place, Entry]]:
    """Where each setting stands in the menus, as positions from the top, with its entry.

    >>> words = Dialect((Entry("grid", "Lines", ("Deck", "Views")), Entry("beeps", "Bell", ("Deck",))))
    >>> {slug: place for slug, (place, _) in places_of(words).items()}
    {'beeps': (0, 0), 'grid': (0, 1, 0)}
    """
    lines: dict[tuple[str, ...], dict[tuple[str, object], int]] = {}
    found: dict[str, tuple[Place, Entry]] = {}
    for number, entry in enumerate(in_menu_order(dialect.entries)):
        place: list[int] = []
        for depth in range(len(entry.menu)):
            page = lines.setdefault(entry.menu[:depth], {})
            place.append(page.setdefault(("page", entry.menu[depth]), len(page)))
        page = lines.setdefault(entry.menu, {})
        place.append(page.setdefault(("item", number), len(page)))
        if entry.setting:
            found[entry.setting] = tuple(place), entry
    return found


def value_presses(row: Configured, before: Value | None) -> int:
    """Presses to bring a setting from a value (None: unknown, the farthest is taken) to what it should be."""
    if not row.offered or row.value not in row.offered:
        return OPEN_AND_CONFIRM + FREE_NUMBER
    there = row.offered.index(row.value)
    if before is None or before not in row.offered:
        return OPEN_AND_CONFIRM + max(there, len(row.offered) - 1 - there)
    return OPEN_AND_CONFIRM + abs(there - row.offered.index(before))


def order_needs(wanted: Mapping[str, Value], held: Mapping[str, Value], work: frozenset[str], given: Given) -> dict[str, frozenset[str]]:
    """Which settings must be set before which, so that each item is open when its turn comes.

    wanted: value by setting in the end; held: what the body holds; work: settings to be set.
    """
    before: dict[str, set[str]] = {}
    for after in given.afters:
        slug, other = after.setting, after.term.setting
        if slug not in work or other not in work or not all(token in given.tokens for token in after.given):
            continue
        opens_now = other in held and after.term.holds(held[other])
        if after.term.holds(wanted[other]):
            if not opens_now:
                before.setdefault(slug, set()).add(other)
        elif opens_now:
            before.setdefault(other, set()).add(slug)
    return {slug: frozenset(others) for slug, others in before.items()}


@dataclass(frozen=True, slots=True)
class _Errand:
    """Settings to be set on a body, with their places, from what it holds."""

    rows: Mapping[str, Configured]
    held: Mapping[str, Value]
    places: Mapping[str, tuple[Place, Entry]]
    work: frozenset[str]

    @property
    def at(self) -> dict[str, Place]:
        """Places of the settings that have one."""
        return {slug: place for slug, (place, _) in self.places.items() if slug in self.work}

    @property
    def own(self) -> dict[str, int]:
        """Presses for the values alone."""
        return {slug: value_presses(self.rows[slug], self.held.get(slug)) for slug in self.at}

    def least(self) -> int:
        """Presses that no walk is under."""
        return lower_bound((0,), self.at.values(), Presses()) + sum(self.own.values())

    def walk(self, given: Given) -> Walk:
        """The shortest walk."""
        at, own = self.at, self.own
        wanted = {slug: row.value for slug, row in self.rows.items()}
        before = order_needs(wanted, self.held, frozenset(at), given)
        route = shortest(at, before, (0,), Presses())
        steps = []
        for slug in route.order:
            entry = self.places[slug][1]
            steps.append(Step(slug, entry.label, entry.menu, self.held.get(slug), wanted[slug], own[slug]))
        values = sum(own.values())
        plainly = length(top_to_bottom(at, before), at, (0,), Presses()) + values
        elsewhere = tuple(slug for slug in self.rows if slug in self.work and slug not in at)
        return Walk(Way.AUDIT, tuple(steps), route.cost + values, plainly, route.bound + values, elsewhere, 0, 0)


def walk(configuration: Configuration, held: Mapping[str, Value], dialect: Dialect, given: Given, way: Way | None = None) -> Walk:
    """The shortest walk that leaves nothing unknown, by looking everything up or by resetting first, whichever is shorter.

    held: what the body is believed to hold, by setting; a setting that is not there is unknown; way:
    one of the two, when it is not to be chosen. Settings that cannot be chosen in the end are left alone.
    """
    rows = {row.setting.slug: row for row in configuration.rows if not row.closed}
    places = places_of(dialect)
    fresh = {slug: row.default for slug, row in rows.items()}
    anew = _Errand(rows, fresh, places, frozenset(slug for slug, row in rows.items() if row.default != row.value)).walk(given)
    reset = anew.presses + RESET
    looking = _Errand(rows, held, places, frozenset(slug for slug, row in rows.items() if held.get(slug) != row.value))
    least = looking.least()
    looked = None if way is Way.RESET or (way is None and least >= reset) else looking.walk(given)
    if looked is None or (way is None and looked.presses > reset):
        return replace(
            anew,
            way=Way.RESET,
            presses=reset,
            plainly=anew.plainly + RESET,
            bound=anew.bound + RESET,
            audit_presses=looked.presses if looked else least,
            reset_presses=reset,
        )
    return replace(looked, audit_presses=looked.presses, reset_presses=reset)
