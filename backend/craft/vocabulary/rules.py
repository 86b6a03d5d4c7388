"""What a dependency between settings is: terms that must not all hold at once, why, and a way out."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import Enum
from functools import cached_property

from craft.vocabulary.setting import Value


class Test(Enum):
    """How a term looks at a value."""

    IS = "is"
    NOT = "is_not"
    UNDER = "under"
    OVER = "over"
    WITHIN = "within"
    OUTSIDE = "outside"


TOLERANCE = 1e-3
"""Relative difference below which two numbers of a dial are the same step: printed values are rounded."""


@dataclass(frozen=True, slots=True)
class Term:
    """One setting's part in a clash.

    setting: its slug; test: how its value is looked at; values: tokens, or numbers in its unit (one
    bound for under and over, two ends for within and outside); named: instead of values, the name
    of a number or of a list of tokens that kit, scene or person give.
    """

    setting: str
    test: Test
    values: tuple[Value, ...] = ()
    named: str = ""

    def holds(self, value: Value) -> bool:
        """Whether a value plays this part.

        >>> Term("shutter_time", Test.UNDER, (0.004,)).holds(0.002)
        True
        """
        if self.test is Test.IS:
            return value in self.values
        if self.test is Test.NOT:
            return value not in self.values
        if isinstance(value, str):
            return False  # a word beside numbers, such as automatic, is neither over nor under any
        numbers = [float(bound) for bound in self.values]
        given = float(value)
        if self.test is Test.UNDER:
            return given < numbers[0] * (1 - TOLERANCE)
        if self.test is Test.OVER:
            return given > numbers[0] * (1 + TOLERANCE)
        inside = numbers[0] * (1 - TOLERANCE) <= given <= numbers[1] * (1 + TOLERANCE)
        return inside is (self.test is Test.WITHIN)


@dataclass(frozen=True, slots=True)
class Against:
    """A term whose bound moves with another setting: under or over ``base`` times two to the other's stops,
    or, without a base, the other's own number."""

    setting: str
    test: Test
    other: str
    base: str = ""

    def bound(self, value: Value, numbers: Mapping[str, float]) -> float:
        """The bound for a value of the other setting."""
        given = 0.0 if isinstance(value, str) else float(value)
        return given if not self.base else float(numbers[self.base] * 2**given)


@dataclass(frozen=True, kw_only=True)
class Rule:
    """A dependency. It is broken when all terms hold, all of ``given`` are there and none of ``unless``.

    given, unless: tokens of ``craft.vocabulary.features``; reason: why it matters; way_out: what
    people do about it; source: where it comes from.
    """

    slug: str
    terms: tuple[Term, ...]
    reason: str
    way_out: str
    source: str
    given: tuple[str, ...] = ()
    unless: tuple[str, ...] = ()
    against: Against | None = None

    @cached_property
    def settings(self) -> tuple[str, ...]:
        """Slugs of the settings that play a part."""
        moving = () if self.against is None else (self.against.setting, self.against.other)
        return tuple(dict.fromkeys((*(term.setting for term in self.terms), *moving)))


@dataclass(frozen=True, slots=True, kw_only=True)
class After:
    """What can be chosen only after what: ``setting`` is open only while ``term`` holds."""

    setting: str
    term: Term
    reason: str
    source: str
    given: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Around:
    """Everything around the settings that a rule may ask for.

    tokens: features and circumstances; numbers: of kit and scene, by name (SI units, ISO and
    f-numbers plain); offered: the values that the body has, by setting; rules, afters: all there are;
    lists: of tokens, by name.
    """

    tokens: frozenset[str]
    numbers: Mapping[str, float] = field(default_factory=dict)
    offered: Mapping[str, tuple[Value, ...]] = field(default_factory=dict)
    rules: tuple[Rule, ...] = ()
    afters: tuple[After, ...] = ()
    lists: Mapping[str, tuple[str, ...]] = field(default_factory=dict)

    def named(self, term: Term) -> Term:
        """A term with its values filled in."""
        if not term.named:
            return term
        values: tuple[Value, ...] = self.lists[term.named] if term.named in self.lists else (self.numbers[term.named],)
        return Term(term.setting, term.test, values)

    def in_force(self, rule: Rule) -> bool:
        """Whether a rule speaks about this kit and scene."""
        return (
            all(token in self.tokens for token in rule.given)
            and not any(token in self.tokens for token in rule.unless)
            and all(term.named in self.numbers or term.named in self.lists for term in rule.terms if term.named)
            and (rule.against is None or not rule.against.base or rule.against.base in self.numbers)
        )
