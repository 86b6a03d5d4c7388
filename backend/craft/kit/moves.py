"""What moving through a body's menus costs, in presses, and what it offers for a shorter way."""

from __future__ import annotations

from dataclasses import dataclass, fields

from craft.errors import CraftError
from craft.vocabulary.settings import setting_for

QUARTERS = 4
"""Costs are whole quarters of a press, so that sums of them are exact."""


@dataclass(frozen=True, slots=True)
class Moves:
    """Presses that each move costs on a body; estimates until somebody has counted.

    line: to the next line of a page (less than one where a dial scrolls); enter, back: into a page and
    out of it; choose: to open a list of values and to confirm one; number: to turn a free number;
    reset: to reset the body; shortcut: to press a button, or to call the short list; pinned_room,
    short_list_room: how many items fit there (0: the body has no such thing).

    Raises
    ------
    CraftError : a cost that is negative or not a whole number of quarters.

    >>> Moves(line=0.25).line
    0.25
    """

    line: float = 1
    enter: float = 1
    back: float = 1
    choose: float = 2
    number: float = 4
    reset: float = 8
    shortcut: float = 1
    pinned_room: int = 0
    short_list_room: int = 0

    def __post_init__(self) -> None:
        """Refuse costs that no body has."""
        for field in fields(self):
            cost = getattr(self, field.name)
            if cost < 0 or cost * QUARTERS != int(cost * QUARTERS):
                raise CraftError(f"{field.name} is {cost:g}: presses are counted in quarters, from 0 up", ("moves", field.name))


@dataclass(frozen=True, slots=True)
class Shortcuts:
    """Where a body's settings can be had without walking to them.

    pinned: settings on the own page at the front of the menus, in its order; short_list: those of the
    list that a button calls; buttons: what each button that sets one is called, by setting.
    """

    pinned: tuple[str, ...] = ()
    short_list: tuple[str, ...] = ()
    buttons: tuple[tuple[str, str], ...] = ()

    def __post_init__(self) -> None:
        """Refuse a setting that there is not, or that stands twice in one list."""
        for name, slugs in (("pinned", self.pinned), ("short_list", self.short_list)):
            for k, slug in enumerate(slugs):
                try:
                    setting_for(slug)
                except CraftError as error:
                    raise CraftError(error.message, (name, k)) from None
                if slug in slugs[:k]:
                    raise CraftError(f"{setting_for(slug).label} stands there already", (name, k))

    def fitting(self, moves: Moves) -> Shortcuts:
        """The same with no more on either list than fits.

        Raises
        ------
        CraftError : more items than the body has room for.
        """
        for name, slugs, room in (("pinned", self.pinned, moves.pinned_room), ("short_list", self.short_list, moves.short_list_room)):
            if len(slugs) > room:
                raise CraftError(
                    f"{len(slugs)} items; this body has room for {room}"
                    if room
                    else "this body has no such list, as far as its profile says",
                    (name, room),
                )
        return self
