"""Two bodies of one day: which differences between their setups matter, though no situation asks for them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from craft.configuration.configure import Configuration, Configured, Origin
from craft.configuration.decided import of_settings
from craft.day.defaults import WORSE
from craft.vocabulary.setting import Unit, Value

MUST_DIFFER = frozenset(
    {"file_prefix", "battery_order", "sensor_crop", "file_focal_length", "stabiliser_focal_length", "fires_without_lens"}
)
"""Settings that are one body's own affair, or its lens's."""


AS_IT_CAME = frozenset({Origin.BODY_DEFAULT, Origin.GUARD})
"""Where a value comes from that nobody computed for a situation: the box, or what keeps any body from harm."""


@dataclass(frozen=True, slots=True)
class Difference:
    """A setting that one body has at a value all day and the other at another; can: whether each has the other's value."""

    one: Configured
    other: Configured
    one_can: bool
    other_can: bool

    @property
    def weight(self) -> int:
        """How much it matters, by what it touches."""
        return WORSE[self.one.reach]


def _all_day(configurations: Sequence[Configuration]) -> dict[str, Configured]:
    """Settings that keep one value in all of a body's setups, in none of which it was computed for the situation."""
    rows = {row.setting.slug: row for row in configurations[0].rows if not row.closed}
    computed = {row.setting.slug for made in configurations for row in made.rows if row.origin not in AS_IT_CAME}
    steady = (slug for slug, row in rows.items() if all(made.values.get(slug) == row.value for made in configurations))
    return {slug: rows[slug] for slug in steady if slug not in computed}


def _has(row: Configured, value: Value) -> bool:
    return value in row.offered if row.offered else row.setting.unit is not Unit.CHOICE


def differences(one: Sequence[Configuration], other: Sequence[Configuration]) -> tuple[Difference, ...]:
    """Where two bodies differ all day, the worst first; what a situation changes, decides or computes on either is that situation's
    affair: a shutter that is quiet for a shy animal is never made like one that is loud.

    one, other: the setups of each body, one at least.

    >>> one = configured()
    >>> differences([one], [one])
    ()
    """
    first, second, made = _all_day(one), _all_day(other), of_settings()
    found = [
        Difference(row, second[slug], _has(row, second[slug].value), _has(second[slug], row.value))
        for slug, row in first.items()
        if slug in second and slug not in MUST_DIFFER and slug not in made and second[slug].value != row.value
    ]
    return tuple(sorted(found, key=lambda d: (-d.weight, d.one.setting.slug)))
