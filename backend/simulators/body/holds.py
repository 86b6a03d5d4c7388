"""What a body holds: its settings as it has them, what it refuses, and what its slots bring back."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace

from craft.configuration.configure import Configuration
from craft.errors import CraftError
from craft.kit.body import Body
from craft.kit.dialect import Dialect, in_own_words
from craft.kit.features import features_of
from craft.kit.lens import Lens
from craft.kit.traits import Bank
from craft.vocabulary.checker import closed, smallest_change, violations
from craft.vocabulary.dependencies import BUILT
from craft.vocabulary.rules import Rule
from craft.vocabulary.setting import Value
from craft.vocabulary.words import say_value


class RefusedError(Exception):
    """A body does not do what it was asked. nearest: the value that it would take instead, None where there is none."""

    def __init__(self, why: str, nearest: Value | None = None) -> None:
        super().__init__(why)
        self.why, self.nearest = why, nearest


def built(body: Body, rules: Iterable[Rule]) -> tuple[Rule, ...]:
    """Of all dependencies those that the body itself keeps to: it cannot be set otherwise. What only goes wrong in use it lets one do."""
    own = {rule.slug for rule in body.traits.added}
    return tuple(rule for rule in rules if rule.source in (BUILT, body.name) or rule.slug in own)


@dataclass(frozen=True, slots=True)
class Kept:
    """What a slot brings back, and what it was called when it was kept."""

    title: str
    values: Mapping[str, Value]


@dataclass
class Settings:
    """A body's settings and slots. configuration: of it with its lens, for what it offers and how it leaves the box; words: its own."""

    body: Body
    lens: Lens
    configuration: Configuration
    words: Dialect
    values: dict[str, Value] = field(default_factory=dict)
    kept: dict[tuple[int, int], Kept] = field(default_factory=dict)
    turned: tuple[int, int] | None = None

    def __post_init__(self) -> None:
        """As it leaves the box, where nobody says how it was left."""
        self.rows = {row.setting.slug: row for row in self.configuration.rows}
        around = self.configuration.around
        self.around = replace(around, tokens=features_of(self.body, self.lens), rules=built(self.body, around.rules))
        self.own = self.words.by_setting()
        left = {slug: value for slug, value in self.values.items() if slug in self.rows}
        self.values = {slug: row.default for slug, row in self.rows.items()} | left
        self.values |= smallest_change(self.values, self.around, frozenset(left)).values  # no body stands as it cannot be set

    def take_lens(self, lens: Lens, configuration: Configuration) -> None:
        """Put another lens on: what it does not have goes, its own wheels stand as they come, and an aperture stays or goes to the nearest."""
        held = self.values
        self.lens, self.configuration, self.values = lens, configuration, {}
        self.__post_init__()
        for slug, value in held.items():
            row = self.rows.get(slug)
            if row is None:
                continue
            nearest = self._nearest(slug, value)
            there = value in row.offered or not row.offered
            self.values[slug] = value if there else self.values[slug] if nearest is None else nearest
        self.values |= smallest_change(self.values, self.around).values

    def label(self, slug: str) -> str:
        """A setting in the body's words; in plain ones where its owner wrote none down."""
        return self.own[slug].label if slug in self.own else self.rows[slug].setting.label

    def word(self, slug: str) -> str:
        """The value of a setting in the body's words."""
        own = self.own[slug].values if slug in self.own else {}
        return in_own_words(self.rows[slug].setting, self.values[slug], own, self.body.traits.scales)

    def closed(self) -> dict[str, str]:
        """Settings that cannot be set as things stand, and why."""
        return closed(self.values, self.around)

    def write(self, slug: str, value: Value) -> Value:
        """Set one setting, as the body takes it.

        Raises
        ------
        RefusedError : it has no such setting or value, it is closed, or another value excludes it.
        """
        row = self.rows.get(slug)
        if row is None:
            raise RefusedError("there is no such item on this body")
        try:
            taken = row.setting.checked(value, row.offered)
        except CraftError:
            raise RefusedError(self._lacks(slug, value), self._nearest(slug, value)) from None
        if taken == self.values[slug]:
            return taken
        if why := self.closed().get(slug):
            raise RefusedError(why)
        before = {one.rule.slug for one in violations(self.values, self.around)}
        broken = [one for one in violations({**self.values, slug: taken}, self.around) if one.rule.slug not in before]
        if broken:
            raise RefusedError(broken[0].rule.reason)
        self.values[slug] = taken
        return taken

    def _lacks(self, slug: str, value: Value) -> str:
        """That there is no such value, as a body would say it: what stands on its list, or from where to where its scale goes."""
        setting, offered = self.rows[slug].setting, self.rows[slug].offered
        wanted = say_value(setting, value) if isinstance(value, str) or value > 0 else f"{value:g}"
        numbers = [one for one in offered if not isinstance(one, str)]
        if isinstance(value, str) or not numbers:
            return f"there is no “{wanted}” to choose here"
        return f"{wanted} is not on this scale, which goes from {say_value(setting, min(numbers))} to {say_value(setting, max(numbers))}"

    def _nearest(self, slug: str, value: Value) -> Value | None:
        """Of the numbers that it has the one nearest to another by ratio, or by difference where there is no ratio."""
        numbers = [float(one) for one in self.rows[slug].offered if not isinstance(one, str)]
        if isinstance(value, str) or not numbers:
            return None
        if value > 0 and all(one > 0 for one in numbers):
            return min(numbers, key=lambda one: abs(math.log(one / value)))
        return min(numbers, key=lambda one: abs(one - value))

    def bank(self, bank: int, number: int) -> Bank:
        """The bank of a slot.

        Raises
        ------
        RefusedError : there is no such slot.
        """
        banks = self.body.traits.all_banks
        if not (1 <= bank <= len(banks) and 1 <= number <= banks[bank - 1].slots):
            raise RefusedError("there is no such place on the dial")
        return banks[bank - 1]

    @property
    def slots(self) -> list[tuple[int, int]]:
        """Bank and number of every slot."""
        return [(k + 1, n + 1) for k, bank in enumerate(self.body.traits.all_banks) for n in range(bank.slots)]

    def keep(self, bank: int, number: int, title: str) -> None:
        """Keep what is held in a slot, without what it leaves out.

        Raises
        ------
        RefusedError : there is no such slot.
        """
        of = self.bank(bank, number)
        self.kept[bank, number] = Kept(title, {slug: value for slug, value in self.values.items() if of.holds(slug)})

    def empty(self, bank: int, number: int) -> None:
        """Keep nothing in a slot any more.

        Raises
        ------
        RefusedError : there is no such slot.
        """
        self.bank(bank, number)
        self.kept.pop((bank, number), None)

    def turn(self, bank: int, number: int) -> None:
        """Turn to a slot: what it brings back is held. One in which nothing was kept brings back how the body leaves the box.

        Raises
        ------
        RefusedError : there is no such slot.
        """
        of = self.bank(bank, number)
        kept = self.kept.get((bank, number))
        fresh = {slug: row.default for slug, row in self.rows.items() if of.holds(slug)}
        self.values.update(fresh if kept is None else kept.values)
        self.turned = (bank, number)

    def bump(self, slug: str, by: int) -> Value:
        """Move a wheel by so many clicks, as a coat does that brushes past: no further than its ends, and past what excludes it.

        Raises
        ------
        RefusedError : there is no wheel for this.
        """
        row = self.rows.get(slug)
        if row is None or not row.offered:
            raise RefusedError("no wheel of this body turns that")
        ring = row.offered
        at = ring.index(self.values[slug]) if self.values[slug] in ring else 0
        self.values[slug] = ring[max(0, min(len(ring) - 1, at + by))]
        return self.values[slug]
