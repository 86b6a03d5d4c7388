"""Taking a decision: which school, and the reasons that go with it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from craft.decisions.facts import Facts, all_hold, phrase
from craft.decisions.schools import DECISIONS, Decision, School
from craft.decisions.schools.file import FILE
from craft.errors import CraftError
from craft.scene.situation import Situation
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import File

KEPT_AS = {File.RAW: "raw", File.RENDERED: "rendered", File.BOTH: "both"}
"""The way of the file that a situation asks for."""


@dataclass(frozen=True, slots=True)
class OtherWay:
    """Another school: when it wins, whether it does now, and what it costs."""

    school: str
    label: str
    wins_when: str
    wins_now: bool
    costs: str


@dataclass(frozen=True, slots=True)
class Reasoned:
    """One decision: its school and value in words, why, with which numbers, and what else people do."""

    decision: str
    school: str
    label: str
    because: str
    numbers: Mapping[str, float]
    other_ways: tuple[OtherWay, ...]
    rules_out: str
    would_see: str
    minutes_afterwards: str
    fixed_by_profile: bool


def fixed_schools(situation: Situation) -> Mapping[str, str]:
    """Schools by decision that are not open: those of the person, the file that was asked for, and what was set by hand.

    >>> dict(fixed_schools(situation(settings={"white_mode": "automatic"}, file=File.RAW)))
    {'file': 'raw', 'white': 'automatic_anywhere'}
    """
    file = {} if situation.file is None else {FILE.slug: KEPT_AS[situation.file]}
    return {**situation.person.schools, **file, **_schools_by_hand(situation.settings)}


def _schools_by_hand(settings: Mapping[str, Value]) -> dict[str, str]:
    """The first school of each decision that has what was set by hand; none where no school has it."""
    found = {}
    for decision in DECISIONS.values():
        wanted = [(k, settings[slug]) for k, slug in enumerate(decision.sets) if slug in settings]
        fitting = [s for s in decision.schools if all(k < len(s.value) and s.value[k] == value for k, value in wanted)]
        if wanted and fitting:
            found[decision.slug] = fitting[0].slug
    return found


def school_for(decision: Decision, facts: Facts, fixed: Mapping[str, str]) -> School:
    """The school fixed by the person, else the first that wins, else the last.

    Raises
    ------
    CraftError : the person named a school that is not there.

    >>> school_for(DECISIONS["stabiliser"], advised().facts, {}).slug, school_for(DECISIONS["stabiliser"], advised().facts, {"stabiliser": "off_on_tripod"}).slug
    ('none', 'off_on_tripod')
    """
    rows = decision.schools
    if decision.slug in fixed:
        named = next((row for row in rows if row.slug == fixed[decision.slug]), None)
        if named is None:
            known = ", ".join(row.slug for row in rows)
            raise CraftError(f"“{fixed[decision.slug]}” is not a school of {decision.slug}: {known}", ("profile", "schools", decision.slug))
        return named
    return next((row for row in rows if all_hold(row.when, facts)), rows[-1])


def _wins_when(school: School, facts: Facts) -> str:
    return " and ".join(test.words(facts) for test in school.when) or "no other way wins"


def _minutes(decision: Decision, facts: Facts) -> float:
    """Whole minutes at the desk afterwards."""
    desk = decision.desk
    if desk is None:
        return 0.0
    count = facts["shots"] / facts["frames"] if desk.each == "sets" else facts[desk.each]
    return float(round(desk.minutes * count))


def reasoned(decision: Decision, school: School, facts: Facts, fixed: Mapping[str, str]) -> Reasoned:
    """A school with its reasons, and the other ways of the same decision.

    >>> facts = advised().facts
    >>> drive = DECISIONS["drive"]
    >>> reasoned(drive, school_for(drive, facts, {}), facts, {}).because
    'It moves at 5.5 m/s: 12 a second suits it, and 12 a second is what the body gives with this file and shutter.'
    """
    facts = {**facts, "minutes": _minutes(decision, facts)}
    by_profile = decision.slug in fixed
    because, numbers = phrase(school.because, facts)
    besides = ""
    for also in school.also:
        if all_hold(also.when, facts):
            more, used = phrase(also.text, facts)
            besides, numbers = f"{besides} {more}", {**numbers, **used}
    if by_profile:
        others = " and ".join(test.words(facts) for test in school.when if not test.holds(facts))
        unmet = f" By the numbers it wins when: {others}." if others else ""
        because = f"You fixed this way.{unmet}" if unmet else f"You fixed this way. {because}"
        numbers |= {test.fact: facts[test.fact] for test in school.when}
        numbers |= {t.against: facts[t.against] for t in school.when if isinstance(t.against, str)}
        numbers |= {f"{t.fact}_bar": t.against for t in school.when if isinstance(t.against, float)}
    because += besides
    see, seen = phrase(school.see, facts)
    desk, desked = phrase(school.desk, facts)
    ways = tuple(
        OtherWay(row.slug, row.label, _wins_when(row, facts), all_hold(row.when, facts), row.costs)
        for row in decision.schools
        if row is not school
    )
    return Reasoned(
        decision.slug, school.slug, school.label, because, {**numbers, **seen, **desked}, ways, school.rules_out, see, desk, by_profile
    )
