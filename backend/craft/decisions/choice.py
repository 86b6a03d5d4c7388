"""Taking a decision: which school, and the reasons that go with it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from craft.decisions.facts import Facts, all_hold, phrase
from craft.decisions.schools import BY_DECISION, School
from craft.errors import CraftError
from craft.scene.situation import Situation
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Decision, File

MINUTES_PER_FRAME = {
    Decision.EXPOSURE_MODE: 1 / 60,
    Decision.WHITE: 5 / 60,
    Decision.DRIVE: 1 / 60,
    Decision.BRACKETING: 2.0,
    Decision.FILE: 10 / 60,
}
"""Desk time per frame, or per set of a bracket (estimates: a glance, a colour correction, a glance, a merge, a conversion)."""


SET_BY: Mapping[Decision, tuple[str, ...]] = {
    Decision.EXPOSURE_MODE: ("exposure_mode",),
    Decision.ISO_LIMITS: ("iso_mode",),
    Decision.METERING: ("metering_pattern",),
    Decision.WHITE: ("white_mode",),
    Decision.FOCUS: ("focus_mode", "focus_area"),
    Decision.DRIVE: ("drive_mode",),
    Decision.SHUTTER_TYPE: ("shutter_type",),
    Decision.STABILISER: ("stabiliser",),
    Decision.FILE: ("file_format",),
}
"""Decisions whose school's values are these settings, in this order."""

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

    decision: Decision
    school: str
    label: str
    because: str
    numbers: Mapping[str, float]
    other_ways: tuple[OtherWay, ...]
    rules_out: str
    would_see: str
    minutes_afterwards: str
    fixed_by_profile: bool


def fixed_schools(situation: Situation) -> Mapping[Decision, str]:
    """Schools that are not open: those of the person, the file that was asked for, and what was set by hand.

    >>> dict(fixed_schools(situation(settings={"white_mode": "automatic"}, file=File.RAW)))
    {<Decision.FILE: 'file'>: 'raw', <Decision.WHITE: 'white'>: 'automatic_anywhere'}
    """
    file = {} if situation.file is None else {Decision.FILE: KEPT_AS[situation.file]}
    return {**situation.person.schools, **file, **_schools_by_hand(situation.settings)}


def _schools_by_hand(settings: Mapping[str, Value]) -> dict[Decision, str]:
    """The first school of each decision that has what was set by hand; none where no school has it."""
    found = {}
    for decision, slugs in SET_BY.items():
        wanted = [(k, settings[slug]) for k, slug in enumerate(slugs) if slug in settings]
        fitting = [s for s in BY_DECISION[decision] if all(k < len(s.value) and s.value[k] == value for k, value in wanted)]
        if wanted and fitting:
            found[decision] = fitting[0].slug
    return found


def school_for(decision: Decision, facts: Facts, fixed: Mapping[Decision, str]) -> School:
    """The school fixed by the person, else the first that wins, else the last.

    Raises
    ------
    CraftError : the person named a school that is not there.

    >>> school_for(Decision.STABILISER, advised().facts, {}).slug, school_for(Decision.STABILISER, advised().facts, {Decision.STABILISER: "off_on_tripod"}).slug
    ('none', 'off_on_tripod')
    """
    rows = BY_DECISION[decision]
    if decision in fixed:
        named = next((row for row in rows if row.slug == fixed[decision]), None)
        if named is None:
            known = ", ".join(row.slug for row in rows)
            raise CraftError(f"“{fixed[decision]}” is not a school of {decision.value}: {known}", ("profile", "schools", decision.value))
        return named
    return next((row for row in rows if all_hold(row.when, facts)), rows[-1])


def _wins_when(school: School, facts: Facts) -> str:
    return " and ".join(test.words(facts) for test in school.when) or "no other way wins"


def reasoned(school: School, facts: Facts, fixed: Mapping[Decision, str]) -> Reasoned:
    """A school with its reasons, and the other ways of the same decision.

    >>> facts = advised().facts
    >>> reasoned(school_for(Decision.DRIVE, facts, {}), facts, {}).because
    'It moves at 5.5 m/s: 12 a second suits it, and 12 a second is what the body gives with this file and shutter.'
    """
    rate = MINUTES_PER_FRAME.get(school.decision, 0.0)
    shots = (
        facts["shots"] / facts["frames"] / 20
        if school.decision is Decision.BRACKETING
        else facts["shots" if school.decision is Decision.DRIVE else "pictures"]
    )
    facts = {**facts, "minutes": float(round(rate * shots))}
    by_profile = school.decision in fixed
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
        for row in BY_DECISION[school.decision]
        if row is not school
    )
    return Reasoned(
        school.decision, school.slug, school.label, because, {**numbers, **seen, **desked}, ways, school.rules_out, see, desk, by_profile
    )
