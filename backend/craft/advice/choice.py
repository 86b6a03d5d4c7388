"""Taking a decision: which school, and the reasons that go with it."""

from __future__ import annotations

from collections.abc import Mapping

from craft.advice.facts import Facts, all_hold, phrase
from craft.advice.schools import BY_DECISION, School
from craft.advice.setup import OtherWay, Reasoned
from craft.advice.terms import Decision
from craft.errors import CraftError

MINUTES_PER_FRAME = {
    Decision.EXPOSURE_MODE: 1 / 60,
    Decision.WHITE: 5 / 60,
    Decision.DRIVE: 1 / 60,
    Decision.BRACKETING: 2.0,
    Decision.FILE: 10 / 60,
}
"""Desk time per frame, or per set of a bracket (estimates: a glance, a colour correction, a glance, a merge, a conversion)."""


def school_for(decision: Decision, facts: Facts, fixed: Mapping[Decision, str]) -> School:
    """The school fixed by the person, else the first that wins, else the last.

    Raises
    ------
    CraftError : the person named a school that is not there.
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
    """A school with its reasons, and the other ways of the same decision."""
    rate = MINUTES_PER_FRAME.get(school.decision, 0.0)
    shots = facts["shots"] / facts["frames"] / 20 if school.decision is Decision.BRACKETING else facts["shots"]
    facts = {**facts, "minutes": float(round(rate * shots))}
    by_profile = school.decision in fixed
    because, numbers = phrase(school.because, facts)
    if by_profile:
        others = " and ".join(test.words(facts) for test in school.when if not test.holds(facts))
        unmet = f" By the numbers it wins when: {others}." if others else ""
        because = f"You fixed this way.{unmet}" if unmet else f"You fixed this way. {because}"
        numbers |= {test.fact: facts[test.fact] for test in school.when}
        numbers |= {t.against: facts[t.against] for t in school.when if isinstance(t.against, str)}
        numbers |= {f"{t.fact}_bar": t.against for t in school.when if isinstance(t.against, float)}
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
