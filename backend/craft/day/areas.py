"""Which focus areas a day needs: as few as suffice, so that no others have to be stepped through, or given a button."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from itertools import combinations
from typing import Protocol

from craft.decisions.facts import Facts
from craft.focus.search import WORTH
from craft.focus.ways import AREAS
from craft.vocabulary.setting import Value


class Followed(Protocol):
    """A situation of the day, as far as its focus matters here."""

    @property
    def facts(self) -> Facts:
        """Its numbers."""

    @property
    def values(self) -> Mapping[str, Value]:
        """Its settings."""

    @property
    def shots(self) -> float:
        """Frames expected in it."""


def areas_that_do(one: Followed) -> dict[str, float]:
    """Areas that do for a situation, and the share of its frames that each keeps in focus: as good as the best where it was simulated, else its own.

    >>> areas_that_do(hour())
    {'small_group': 1.0}
    """
    facts, own = one.facts, str(one.values.get("focus_area", "none"))
    if not facts["simulated"] or facts["found_once"]:
        return {own: 1.0} if own != "none" else {}
    kept = {row.slug: facts[f"in_focus_{row.slug}"] for row in AREAS if facts[f"in_focus_{row.slug}"] < float("inf")}
    most = max(kept.values())
    return {slug: figure / max(facts["fired"], 1e-9) for slug, figure in kept.items() if figure >= most - WORTH * facts["fired"]}


def areas_needed(day: Sequence[Followed]) -> tuple[str, ...]:
    """The fewest areas of which each situation of a day has one that does; of several such sets the one that keeps the most frames. Exact, by trying all.

    >>> areas_needed([hour(), hour("dusk", light=Light(6.0))])
    ('small_group',)
    """
    doing = [(areas_that_do(one), one.shots) for one in day]
    doing = [(areas, shots) for areas, shots in doing if areas]
    there = [row.slug for row in AREAS if any(row.slug in areas for areas, _ in doing)]
    used = {one.values.get("focus_area") for one in day}

    def worth(chosen: tuple[str, ...]) -> tuple[float, int]:
        """Frames in focus, in hundreds; then how many of them somebody has chosen anyway."""
        kept = sum(shots * max(areas.get(slug, 0.0) for slug in chosen) for areas, shots in doing)
        return round(kept, -2), len(used & set(chosen))

    for size in range(1, len(there) + 1):
        sets = [chosen for chosen in combinations(there, size) if all(set(chosen) & areas.keys() for areas, _ in doing)]
        if sets:
            return max(sets, key=worth)
    return ()


def areas_beside(one: Followed, others: Sequence[Followed]) -> tuple[str, ...]:
    """The fewest areas that the others need beside the one that is set here; none where it does for them all.

    >>> areas_beside(hour(), [hour("dusk", light=Light(6.0))])
    ()
    """
    own = one.values.get("focus_area")
    return areas_needed([other for other in others if (doing := areas_that_do(other)) and own not in doing])
