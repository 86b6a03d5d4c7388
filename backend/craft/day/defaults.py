"""What a body's defaults would cost on an outing: for a body as it leaves the box, worst first."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from craft.configuration.configure import Configuration, Configured
from craft.vocabulary.setting import Reach

WORSE: dict[Reach, int] = {
    Reach.RAW: 6,
    Reach.SAFETY: 5,
    Reach.METER: 4,
    Reach.FOCUS: 4,
    Reach.FILE: 2,
    Reach.PREVIEW: 1,
    Reach.HANDLING: 1,
}
"""How bad a wrong value is by what it touches: what is in the raw, or lost, cannot be mended at the desk (an order, not a measure)."""


@dataclass(frozen=True, slots=True)
class Bite:
    """A default that does not fit: the setting as it is wanted first, the situations (by place in the list) that it hurts, and their frames."""

    wanted: Configured
    situations: tuple[int, ...]
    frames: float

    @property
    def weight(self) -> float:
        """How much it matters: what it touches, times the frames it hurts."""
        return WORSE[self.wanted.reach] * self.frames


def defaults_that_bite(configurations: Iterable[Configuration], frames: Sequence[float]) -> tuple[Bite, ...]:
    """Settings of one body whose default differs from what its situations want, worst first; closed ones are left out.

    frames: of each situation.

    >>> bites = defaults_that_bite([configured()], [500.0])
    >>> bites[0].wanted.setting.slug, bites[0].wanted.default, bites[0].wanted.value
    ('aperture', 5.6, 2.8)
    """
    found: dict[str, tuple[Configured, list[int]]] = {}
    for k, configuration in enumerate(configurations):
        for row in configuration.rows:
            if not row.closed and row.value != row.default:
                found.setdefault(row.setting.slug, (row, []))[1].append(k)
    bites = (Bite(row, tuple(hurt), sum(frames[k] for k in hurt)) for row, hurt in found.values())
    return tuple(sorted(bites, key=lambda bite: (-bite.weight, bite.wanted.setting.slug)))
