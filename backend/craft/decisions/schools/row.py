"""What a row of a school says, and the comparisons that many of them share."""

from __future__ import annotations

from dataclasses import dataclass

from craft.decisions.facts import When
from craft.vocabulary.terms import Decision


@dataclass(frozen=True, slots=True, kw_only=True)
class Also:
    """A sentence more, said where its comparisons hold."""

    when: tuple[When, ...]
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class School:
    """One way of taking a decision.

    value: tokens of craft.vocabulary.terms; when: all must hold; because: why, with numbers, and ``also``
    what is to be said besides; costs: what one pays; rules_out: what can no longer be done; see: would
    you see it; desk: minutes afterwards; holds: exposure stays as set. No template contains a digit:
    numbers come from craft.decisions.facts.
    """

    decision: Decision
    slug: str
    label: str
    value: tuple[str, ...]
    because: str
    costs: str
    when: tuple[When, ...] = ()
    also: tuple[Also, ...] = ()
    rules_out: str = ""
    see: str = ""
    desk: str = ""
    holds: bool = False
    source: str = "practice of the trade"


LIGHT_SWINGS = When("light_swing_stops", ">", "meter_swing_stops")
STILL = When("moving", "=", 0.0)
FOLLOWED = When("subject_moves", "=", 1.0)
NOT_FOLLOWED = When("subject_moves", "=", 0.0)
TRIPOD = When("tripod", "=", 1.0)
HELD = When("tripod", "=", 0.0)
RAW = When("raw", "=", 1.0)
RENDERED = When("rendered", "=", 1.0)
NOT_RENDERED = When("rendered", "=", 0.0)
PEOPLE = When("people", "=", 1.0)
NO_PEOPLE = When("people", "=", 0.0)
STARS = When("stars", "=", 1.0)
NOT_STARS = When("stars", "=", 0.0)
QUICK = When("skill_quick", "=", 1.0)
EVERYDAY = When("everyday", "=", 1.0)
AUTOFOCUS = When("autofocus", "=", 1.0)
BY_HAND = When("autofocus", "=", 0.0)
