"""The walk through a body's menus from what it is believed to hold to what it should hold."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from enum import Enum

from craft.configuration.configure import Configuration, Configured, Origin
from craft.day.route import Place, length, top_to_bottom
from craft.day.shortcuts import Through, cheapest, least
from craft.kit.dialect import Dialect, Entry, in_menu_order
from craft.kit.moves import Moves, Shortcuts
from craft.vocabulary.rules import Around
from craft.vocabulary.setting import Reach, Value

TURN = 1
"""Presses, or clicks, to turn to a slot."""

PAGES = {Through.PINNED: "pinned items", Through.SHORT_LIST: "short list"}
"""What the two lists are called on a walk."""


@dataclass(frozen=True, slots=True)
class Menus:
    """A body's menus as one walks them.

    dialect: items and their places; moves: what each move costs; shortcuts: what can be had another way;
    last: the setting at which the menus were left, where they open there again.
    """

    dialect: Dialect = field(default_factory=Dialect)
    moves: Moves = field(default_factory=Moves)
    shortcuts: Shortcuts = field(default_factory=Shortcuts)
    last: str | None = None

    def opens_at(self, places: Mapping[str, tuple[Place, Entry]]) -> Place:
        """Where the cursor stands when the menus open; the own page is the first of them."""
        if self.last is None or self.last not in places:
            return (0,)
        place = places[self.last][0]
        return (place[0] + bool(self.shortcuts.pinned), *place[1:])


DECIDED = frozenset({Origin.LOCKED, Origin.DECIDED, Origin.FOLLOWS})
BY_KIND = frozenset({Origin.PROFILE, Origin.SCHOOL, Origin.GENRE})
IN_THE_PICTURE = frozenset({Reach.RAW, Reach.METER, Reach.FOCUS})
"""What touches the picture itself, so that another kind of work asks for another value."""


class Part(Enum):
    """Of a setup, what a walk brings to the body: what the picture needs, the rest as the body is kept, or the whole."""

    NEEDED = "needed"
    REST = "rest"
    WHOLE = "whole"


def needed(row: Configured) -> bool:
    """Whether this setup needs a setting at its value: it was decided for it, or is a way of this work that touches the picture.

    >>> [row.setting.slug for row in configured().rows if needed(row)][:2]
    ['file_format', 'raw_compression']
    """
    return row.origin in DECIDED or (row.origin in BY_KIND and row.reach in IN_THE_PICTURE)


class Way(Enum):
    """How what is unknown is dealt with."""

    AUDIT = "audit"
    RESET = "reset"


@dataclass(frozen=True, slots=True)
class Step:
    """One item to set: where it stands, its values before (None: unknown) and after, and presses for the value alone.

    through: where it is set; menu: its pages, or the list or button that it is had by.
    """

    setting: str
    label: str
    menu: tuple[str, ...]
    before: Value | None
    value: Value
    presses: float
    through: Through = Through.MENU


@dataclass(frozen=True, slots=True)
class Walk:
    """A whole walk.

    presses: of moving and setting; plainly: the same items from top to bottom, through the menus alone;
    bound: no walk over these items is shorter; elsewhere: settings that should change and have no place in the menus;
    audit_presses, reset_presses: what either way of dealing with the unknown comes to; the one that is not
    taken may be told by what it comes to at least.
    """

    way: Way
    steps: tuple[Step, ...]
    presses: float
    plainly: float
    bound: float
    elsewhere: tuple[str, ...]
    audit_presses: float
    reset_presses: float

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


def value_presses(row: Configured, before: Value | None, moves: Moves) -> float:
    """Presses to bring a setting from a value (None: unknown, the farthest is taken) to what it should be.

    >>> row = next(row for row in configured().rows if row.setting.slug == "drive_mode")
    >>> value_presses(row, row.value, Moves()), value_presses(row, None, Moves())
    (2, 5)
    """
    if not row.offered or row.value not in row.offered:
        return moves.choose + moves.number
    there = row.offered.index(row.value)
    if before is None or before not in row.offered:
        return moves.choose + max(there, len(row.offered) - 1 - there)
    return moves.choose + abs(there - row.offered.index(before))


def order_needs(wanted: Mapping[str, Value], held: Mapping[str, Value], work: frozenset[str], around: Around) -> dict[str, frozenset[str]]:
    """Which settings must be set before which, so that each item is open when its turn comes.

    wanted: value by setting in the end; held: what the body holds; work: settings to be set.

    >>> one = configured(settings={"iso_mode": "fixed"})
    >>> order_needs({**one.values, "iso_mode": "fixed"}, {**one.values, "iso_mode": "automatic"}, frozenset({"iso_mode", "iso_value"}), one.around)
    {'iso_value': frozenset({'iso_mode'})}
    """
    before: dict[str, set[str]] = {}
    for after in around.afters:
        slug, other = after.setting, after.term.setting
        if slug not in work or other not in work or not all(token in around.tokens for token in after.given):
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
    menus: Menus
    places: Mapping[str, tuple[Place, Entry]]
    work: frozenset[str]

    @property
    def at(self) -> dict[str, Place]:
        """Places of the settings that have one."""
        return {slug: place for slug, (place, _) in self.places.items() if slug in self.work}

    @property
    def own(self) -> dict[str, float]:
        """Presses for the values alone."""
        return {slug: value_presses(self.rows[slug], self.held.get(slug), self.menus.moves) for slug in self.at}

    def least(self) -> float:
        """Presses that no walk is under."""
        return least(self.at, self.own, self.menus.shortcuts, self.menus.moves, self.menus.opens_at(self.places))

    def step(self, slug: str, through: Through, presses: float) -> Step:
        """One item of the walk."""
        entry = self.places[slug][1]
        button = dict(self.menus.shortcuts.buttons).get(slug, "")
        menu = (button,) if through is Through.BUTTON else (PAGES[through],) if through in PAGES else entry.menu
        return Step(slug, entry.label, menu, self.held.get(slug), self.rows[slug].value, presses, through)

    def walk(self, around: Around) -> Walk:
        """The shortest walk."""
        at, own, moves, shortcuts = self.at, self.own, self.menus.moves, self.menus.shortcuts
        wanted = {slug: row.value for slug, row in self.rows.items()}
        before = order_needs(wanted, self.held, frozenset(at), around)
        start = self.menus.opens_at(self.places)
        found = cheapest(at, own, before, shortcuts, moves, start)
        steps = tuple(self.step(slug, through, own[slug]) for slug, through in found.order)
        shifted = {slug: (place[0] + bool(shortcuts.pinned), *place[1:]) for slug, place in at.items()}
        plainly = length(top_to_bottom(at, before), shifted, start, moves) + sum(own.values())
        elsewhere = tuple(slug for slug in self.rows if slug in self.work and slug not in at)
        return Walk(Way.AUDIT, steps, found.cost, plainly, found.bound, elsewhere, 0, 0)


def walk(
    configuration: Configuration,
    held: Mapping[str, Value],
    menus: Menus,
    way: Way | None = None,
    without: frozenset[str] = frozenset(),
) -> Walk:
    """The shortest walk that leaves nothing unknown, by looking everything up or by resetting first, whichever is shorter.

    held: what the body is believed to hold, by setting; a setting that is not there is unknown; way:
    one of the two, when it is not to be chosen; without: settings that are left alone, as are those that
    cannot be chosen in the end.

    >>> one = configured()
    >>> walk(one, one.values, Menus()).presses
    0
    """
    rows = {row.setting.slug: row for row in configuration.rows if not row.closed and row.setting.slug not in without}
    places = places_of(menus.dialect)
    fresh = {slug: value for slug, value in configuration.fresh.items() if slug in rows}
    changed = frozenset(slug for slug, row in rows.items() if fresh.get(slug) != row.value)
    unsettled = frozenset(slug for slug, row in rows.items() if held.get(slug) != row.value)
    bare = replace(menus, shortcuts=Shortcuts(), last=None)
    anew = _Errand(rows, fresh, bare, places, changed).walk(configuration.around)
    reset = anew.presses + menus.moves.reset
    looking = _Errand(rows, held, menus, places, unsettled)
    at_least = looking.least()
    looked = None if way is Way.RESET or (way is None and at_least >= reset) else looking.walk(configuration.around)
    if looked is None or (way is None and looked.presses > reset):
        return replace(
            anew,
            way=Way.RESET,
            presses=reset,
            plainly=anew.plainly + menus.moves.reset,
            bound=anew.bound + menus.moves.reset,
            audit_presses=looked.presses if looked else at_least,
            reset_presses=reset,
        )
    return replace(looked, audit_presses=looked.presses, reset_presses=reset)


def presses_from(
    configuration: Configuration, held: Mapping[str, Value], menus: Menus, places: Mapping[str, tuple[Place, Entry]]
) -> tuple[float, Callable[[], float]]:
    """What bringing a body from what it holds to a configuration costs at least; and exactly, when asked.

    places: of the menus' words, see ``places_of``; they are the same for every walk of a body. What has no place in them is a press at least.

    >>> one = configured()
    >>> presses_from(one, one.values, Menus(), {})[0], presses_from(one, {**one.values, "grid": "fine"}, Menus(), {})[0]
    (0, 1)
    """
    rows = {row.setting.slug: row for row in configuration.rows if not row.closed}
    work = frozenset(slug for slug, row in rows.items() if held.get(slug) != row.value)
    errand = _Errand(rows, held, menus, places, work)
    unplaced = sum(slug not in errand.at for slug in work)
    return errand.least() + unplaced, lambda: _at_least(errand.walk(configuration.around))


def _at_least(found: Walk) -> float:
    return found.presses + len(found.elsewhere)


def by_slot(
    configuration: Configuration,
    held: Mapping[str, Value],
    slots: Mapping[int, Mapping[str, Value]],
    menus: Menus,
    without: frozenset[str] = frozenset(),
) -> tuple[int, Walk] | None:
    """The slot from which the rest is fewest presses, the turn included, where that is fewer than without; else None.

    What has no place in the menus as they are written down is a press at least: a body without words is turned to a slot as any other.

    slots: what each slot is believed to bring back, by its number.

    >>> one = configured()
    >>> by_slot(one, one.values, {}, Menus()) is None
    True
    """
    plain = _at_least(walk(configuration, held, menus, None, without))
    best: tuple[int, Walk] | None = None
    for number, brought in sorted(slots.items()):
        found = walk(configuration, {**held, **brought}, menus, Way.AUDIT, without)
        if TURN + _at_least(found) < (TURN + _at_least(best[1]) if best else plain):
            best = number, found
    return best
