"""Which items to pin on a body's own page, so that what a day still needs from the menus is had soonest.

Items are ranked by what each costs to reach on its own, over all walks of the day; what pinning them
saves is then walked, so that the figure told is the one that the day shows.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from craft.configuration.configure import Configuration
from craft.day.route import distance
from craft.day.walk import Menus, Way, places_of, walk
from craft.vocabulary.setting import Value

MOST_WALKED = 24
"""Changes of a day that are walked to tell what pins save; of a longer day the first ones."""

Errand = tuple[Configuration, Mapping[str, Value]]
"""A situation, and what the body holds when it begins."""


@dataclass(frozen=True, slots=True)
class Pins:
    """Settings to pin, the most used first; how often each is set on the day; presses without and with them over the changes walked."""

    settings: tuple[str, ...]
    times: tuple[int, ...]
    without: float
    presses: float
    walked: int


def pins_of(errands: Sequence[Errand], menus: Menus, room: int | None = None) -> Pins:
    """The items to pin for a day; room: how many fit, else as many as the body's profile says.

    Where an own page would cost more than it saves (its tab stands before all others), none is pinned.

    >>> from craft.kit.dialect import Dialect, Entry
    >>> one, deep = configured(), ("Deck", "Hold", "Bilge")
    >>> menus = Menus(Dialect(tuple(Entry(slug, slug, deep) for slug in one.values)))
    >>> pins_of([(one, {**one.values, "grid": "thirds"})] * 3, menus, 2)
    Pins(settings=('grid',), times=(3,), without=99, presses=12, walked=3)
    """
    most = menus.moves.pinned_room if room is None else room
    bare = replace(menus, shortcuts=replace(menus.shortcuts, pinned=()))
    places = places_of(menus.dialect)
    times: dict[str, int] = {}
    for made, held in errands:
        for row in made.rows:
            slug = row.setting.slug
            if not row.closed and slug in places and held.get(slug) != row.value:
                times[slug] = times.get(slug, 0) + 1
    reach = {slug: count * distance((0,), places[slug][0], menus.moves) for slug, count in times.items()}
    chosen = sorted(sorted(reach, key=lambda slug: (-reach[slug], slug))[:most], key=lambda slug: (-times[slug], -reach[slug], slug))
    walked = errands[:MOST_WALKED]
    without = _presses(walked, bare)
    presses = _presses(walked, replace(menus, shortcuts=replace(menus.shortcuts, pinned=tuple(chosen))))
    if not chosen or presses >= without:
        return Pins((), (), without, without, len(walked))
    return Pins(tuple(chosen), tuple(times[slug] for slug in chosen), without, presses, len(walked))


def _presses(errands: Sequence[Errand], menus: Menus) -> float:
    return sum(walk(made, held, menus, Way.AUDIT).presses for made, held in errands)
