"""Taking a decision: what a person has set comes first, else the first way that wins by the numbers."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from enum import Enum

from craft.decisions.facts import FACTS, Facts, all_hold
from craft.decisions.schools import DECISIONS, Decision, School
from craft.errors import CraftError
from craft.scene.situation import Situation
from craft.vocabulary.setting import Value


class By(Enum):
    """Who took a decision: the numbers, the person's profile, or the person's hand in this situation."""

    NUMBERS = "numbers"
    PROFILE = "profile"
    HAND = "hand"


@dataclass(frozen=True, slots=True, kw_only=True)
class Choice:
    """A decision that is taken.

    school: the way the numbers or the profile took; value: what it sets, with what was set by hand in its place; by: who took it; hand:
    what was set by hand of it; by_hand: whether that is another value than the way's, whose reasons then do not speak for it;
    computed: whether its figures and not its comparisons chose it; unmet: whether it is a fixed way whose comparisons do not hold; rows: the ways that this body has; lacking: the fixed way that it has not.
    """

    decision: Decision
    school: School
    value: tuple[str, ...]
    by: By = By.NUMBERS
    hand: Mapping[str, Value]
    by_hand: bool = False
    unmet: bool = False
    computed: bool = False
    rows: tuple[School, ...]
    lacking: School | None = None


@dataclass(frozen=True, slots=True)
class Wishes:
    """What a person has fixed. ways: decision -> school, in the profile; hand: decision -> settings set by hand; offered: setting -> the
    values that the body's profile says it has, where it says so."""

    ways: Mapping[str, str]
    hand: Mapping[str, Mapping[str, Value]]
    offered: Mapping[str, tuple[Value, ...]] = field(default_factory=dict)

    def of(self, decision: Decision) -> Mapping[str, Value]:
        """What was set by hand of a decision."""
        return self.hand.get(decision.slug, {})

    def only(self, decision: Decision, hand: Mapping[str, Value]) -> Wishes:
        """The same wishes with this set by hand, and of this decision alone."""
        return replace(self, hand={decision.slug: hand} if hand else {})

    def rows(self, decision: Decision) -> tuple[School, ...]:
        """The ways of a decision whose values the body has; all of them where it has none.

        >>> white = DECISIONS["white"]
        >>> {row.value[0] for row in Wishes({}, {}, {"white_mode": ("automatic", "daylight")}).rows(white)} == {"automatic", "daylight"}
        True
        """
        if not any(slug in self.offered for slug in decision.sets):
            return decision.schools
        there = tuple(row for row in decision.schools if self._has(decision, row))
        return there or decision.schools

    def _has(self, decision: Decision, row: School) -> bool:
        parts = zip(decision.sets, row.value, strict=False)
        return all(part in self.offered[slug] for slug, part in parts if slug in self.offered)


def wishes_of(situation: Situation) -> Wishes:
    """What a person fixed for a situation; a file that is asked for and a dial that is held are set by hand.

    >>> wishes_of(situation(settings={"white_mode": "automatic"})).hand
    {'white': {'white_mode': 'automatic'}}
    """
    file: dict[str, Value] = {} if situation.file is None else {"file_format": situation.file.value}
    everything = {**file, **situation.settings, **situation.locks.as_settings}
    hand = {
        decision.slug: {slug: everything[slug] for slug in (*decision.sets, *decision.besides) if slug in everything}
        for decision in DECISIONS.values()
    }
    held = {slug: values for slug, values in hand.items() if values}
    return Wishes(situation.person.schools, held, situation.offered)


def wins(row: School, facts: Facts, early: bool = False) -> bool:
    """Whether a way wins; early: before all facts are told, when one that asks for a fact that is not yet there does not.

    >>> timed = next(row for row in DECISIONS["exposure_mode"].schools if row.slug == "timed")
    >>> wins(timed, {"time_s": 60.0, "longest_dial_s": 32.0}), wins(timed, {"longest_dial_s": 32.0}, early=True)
    (True, False)
    """
    if early and not all(test.fact in facts and (not isinstance(test.against, str) or test.against in facts) for test in row.when):
        return False
    return all_hold(row.when, facts)


def can_be(row: School, facts: Facts) -> bool:
    """Whether a way could ever be taken with this body and this subject: what of its comparisons lasts, holds.

    >>> [can_be(row, advised().facts) for row in DECISIONS["iso_limits"].schools if row.slug in ("by_limits", "fixed")]
    [False, True]
    """
    return all_hold(tuple(test for test in row.when if FACTS[test.fact].lasting), facts)


def school_for(decision: Decision, facts: Facts, wishes: Wishes, early: bool = False) -> School:
    """The school fixed by the person, if the body has it, else the first that wins, else the last.

    Raises
    ------
    CraftError : the person named a school that is not there.

    >>> free, fixed = Wishes({}, {}), Wishes({"stabiliser": "off_on_tripod"}, {})
    >>> [school_for(DECISIONS["stabiliser"], advised().facts, wishes).slug for wishes in (free, fixed)]
    ['none', 'off_on_tripod']
    """
    rows, fixed = wishes.rows(decision), _fixed(decision, wishes)
    if fixed in rows:
        return fixed
    return next((row for row in rows if wins(row, facts, early)), rows[-1])


def _fixed(decision: Decision, wishes: Wishes) -> School | None:
    """The way that the profile names."""
    way = wishes.ways.get(decision.slug)
    named = next((row for row in decision.schools if row.slug == way), None)
    if way is not None and named is None:
        known = ", ".join(row.slug for row in decision.schools)
        raise CraftError(f"“{way}” is not a school of {decision.slug}: {known}", ("profile", "schools", decision.slug))
    return named


Able = Callable[[School], bool]


def any_way(row: School) -> bool:
    """Every way will do.

    >>> any_way(DECISIONS["white"].schools[0])
    True
    """
    return True


def choose(
    decision: Decision,
    facts: Facts,
    wishes: Wishes,
    *,
    able: Able = any_way,
    instead: Mapping[str, Value] | None = None,
    early: bool = False,
) -> Choice:
    """Take a decision: as the person set it, as the profile fixes it, else the first way that wins.

    Where what was set by hand is what the way comes to anyway, that way is taken and speaks for it; else it is taken by hand, and of its
    other values the nearest way's.

    Parameters
    ----------
    able : whether a way can be taken together with what was set by hand of other decisions. instead : what the way would come to of the
    settings beside its own, to see whether what was set by hand is another. early : see `wins`.

    >>> facts = advised().facts
    >>> [choose(DECISIONS["white"], facts, wishes_of(situation(settings={"white_mode": mode}))).by_hand for mode in ("kelvin", "shade")]
    [False, True]
    """
    hand = wishes.of(decision)
    rows, named = wishes.rows(decision), _fixed(decision, wishes)
    usual = school_for(decision, facts, wishes, early)
    fixed = named is usual
    unmet = fixed and not wins(usual, facts, early)
    by = By.HAND if hand else By.PROFILE if fixed else By.NUMBERS
    row = usual if able(usual) else next((row for row in rows if able(row) and wins(row, facts, early)), None)
    nearest = row or _nearest(rows, facts, able, usual)
    value = (
        tuple(str(hand.get(slug, part)) for slug, part in zip(decision.sets, nearest.value, strict=False))
        + nearest.value[len(decision.sets) :]
    )
    another = value != nearest.value or any(
        slug in hand and not alike(hand[slug], usual_value) for slug, usual_value in (instead or {}).items()
    )
    return Choice(
        decision=decision,
        school=nearest,
        value=value,
        by=by if row is usual else By.HAND,
        hand=hand,
        by_hand=another or row is None,
        unmet=unmet and row is usual,
        rows=rows,
        lacking=named if named not in rows else None,
    )


def _nearest(rows: tuple[School, ...], facts: Facts, able: Able, usual: School) -> School:
    """Where no way that can be taken wins: one that sets and holds what the usual one does, else the most general."""
    there = [row for row in reversed(rows) if able(row) and can_be(row, facts)]
    return max(there, key=lambda row: row.value == usual.value and row.holds == usual.holds, default=usual)


def alike(one: Value, other: Value) -> bool:
    """Whether two values are the same: numbers within what is printed.

    >>> alike(0.004, 0.00401), alike("off", "on")
    (True, False)
    """
    if isinstance(one, str) or isinstance(other, str):
        return one == other
    return abs(one - other) <= 0.01 * max(abs(one), abs(other)) + 1e-9
