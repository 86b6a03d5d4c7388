"""Reasons: rendered once, at the end, from what everything finally came to."""

from __future__ import annotations

import math
import string
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from functools import cached_property

from craft.decisions.choice import By, Choice, can_be, wins
from craft.decisions.facts import Fact, Facts, all_hold, phrase, tells, wins_when
from craft.decisions.schools import Also, Decision, School
from craft.vocabulary.settings import setting_for
from craft.vocabulary.words import say_value


@dataclass(frozen=True, slots=True)
class OtherWay:
    """Another school that this body and subject could have: when it wins, whether it does now, what it costs, and what it comes to where that is known."""

    school: str
    label: str
    wins_when: str
    wins_now: bool
    costs: str
    figure: str = ""


@dataclass(frozen=True)
class Reasoned:
    """One decision: its school and value in words, why, with which numbers, who took it, and what else people do.

    origin: that the person took it, in words, or an empty text; brief: why, in about seventy letters; hand: settings of it that were set by hand; told, rows: what its other ways are made from.

    school: the way that the value belongs to, ``by_hand`` where none does.
    """

    decision: str
    school: str
    label: str
    origin: str
    brief: str
    because: str
    numbers: Mapping[str, float]
    rules_out: str
    would_see: str
    minutes_afterwards: str
    set_by: By
    hand: tuple[str, ...]
    told: Facts = field(repr=False, compare=False)
    rows: tuple[School, ...] = field(repr=False, compare=False)

    @cached_property
    def other_ways(self) -> tuple[OtherWay, ...]:
        """What else people do: worked out once somebody asks."""
        return tuple(_others(self.rows, self.told))

    @property
    def said(self) -> str:
        """Who took it, and why."""
        return f"{self.origin} {self.because}".strip()


@tells(minutes=Fact("minutes afterwards", "plain"))
def _of_desk(decision: Decision, facts: Facts) -> dict[str, float]:
    """Whole minutes at the desk afterwards."""
    desk = decision.desk
    if desk is None:
        return {"minutes": 0.0}
    count = facts["shots"] / facts["frames"] if desk.each == "sets" else facts[desk.each]
    return {"minutes": float(round(desk.minutes * count))}


def _others(rows: Iterable[School], facts: Facts) -> Iterator[OtherWay]:
    for row in rows:
        if can_be(row, facts):
            yield OtherWay(row.slug, row.label, wins_when(row.when, facts), wins(row, facts), row.costs, _figure(row, facts))


def _figure(row: School, facts: Facts) -> str:
    """What a way comes to here; nothing where it was not worked out."""
    names = [name for _, name, _, _ in string.Formatter().parse(row.figure) if name]
    return phrase(row.figure, facts)[0] if names and all(0 < facts[name] < math.inf for name in names) else ""


def _said(school: School, facts: Facts, besides: tuple[Also, ...] = ()) -> tuple[str, dict[str, float]]:
    """Why, and all that is to be said besides, with the numbers used."""
    because, numbers = phrase(school.because, facts)
    for also in dict.fromkeys((*school.also, *besides)):
        if all_hold(also.when, facts):
            more, used = phrase(also.text, facts)
            because, numbers = f"{because} {more}", {**numbers, **used}
    return because, numbers


def _unmet(school: School, facts: Facts) -> tuple[str, dict[str, float]]:
    """That a fixed way would not have won, by which comparisons, and their numbers with the bars they were held against."""
    wanting = " and ".join(test.words(facts) for test in school.when if not test.holds(facts))
    numbers = {test.fact: facts[test.fact] for test in school.when}
    numbers |= {t.against: facts[t.against] for t in school.when if isinstance(t.against, str)}
    numbers |= {f"{t.fact}_bar": t.against for t in school.when if isinstance(t.against, float)}
    return f"By the numbers it wins when: {wanting}.", numbers


def _origin(choice: Choice) -> str:
    """Who took a decision, in words; an empty text where the numbers did."""
    if choice.by is By.PROFILE:
        return "You fixed this way."
    if choice.lacking is not None:
        return f"You fixed “{choice.lacking.label}”, which this body does not have."
    said = [f"{setting_for(slug).label} to {say_value(setting_for(slug), value)}" for slug, value in choice.hand.items()]
    return f"You set {', '.join(said)}." if said else ""


def reasoned(choice: Choice, facts: Facts) -> Reasoned:
    """A choice with its reasons, and the other ways of the same decision.

    >>> drive = next(made for made in advised().decisions if made.decision == "drive")
    >>> drive.because
    'It moves at 5.5 m/s: 12 a second suits it, and 12 a second is what the body gives with this file and shutter.'
    """
    decision, school = choice.decision, choice.school
    facts = {**facts, **_of_desk(decision, facts)}
    by_figures = decision.computed if choice.computed else None
    speaks = decision.by_hand if choice.by_hand or choice.unmet else by_figures or school
    because, numbers = _said(speaks, facts, school.also if choice.unmet and not choice.by_hand else ())
    if choice.unmet and not choice.by_hand:
        fixed, held = _unmet(school, facts)
        because, numbers = f"{fixed} {because}", {**held, **numbers}
    brief, briefly = phrase(speaks.brief, facts)
    see, seen = phrase(speaks.see, facts)
    desk, desked = phrase(speaks.desk, facts)
    shown = _shown(choice, facts)
    return Reasoned(
        decision.slug,
        shown.slug,
        shown.label,
        _origin(choice),
        brief,
        because,
        {**numbers, **briefly, **seen, **desked},
        "" if choice.by_hand else school.rules_out,
        see,
        desk,
        choice.by,
        tuple(choice.hand),
        facts,
        tuple(row for row in choice.rows if row is not shown),
    )


def _shown(choice: Choice, facts: Facts) -> School:
    """The way that the value belongs to: one that wins, or that asks for nothing; where there is none it is taken by hand.

    Where only a number was set otherwise than the way has it, it is that way no more.
    """
    if not choice.by_hand:
        return choice.school
    ways = [row for row in choice.decision.schools if choice.decision.sets and row.value == choice.value and row is not choice.school]
    return next((row for row in ways if wins(row, facts) and _as_iso_is(row, facts)), choice.decision.by_hand)


def _as_iso_is(row: School, facts: Facts) -> bool:
    """Whether what a way says of ISO is so: that it follows the light, or that everything is held."""
    return not (row.floats and not facts["floats"]) and not (row.holds and facts["floats"])
