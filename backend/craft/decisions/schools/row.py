"""What a decision says of itself and of its schools, and the comparisons that many of them share."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from craft.decisions.facts import When


@dataclass(frozen=True, slots=True, kw_only=True)
class Also:
    """A sentence more, said where its comparisons hold."""

    when: tuple[When, ...]
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class School:
    """One way of taking a decision.

    value: tokens of craft.vocabulary.terms; when: all must hold; brief: why, in seventy letters; because: why, with numbers, and ``also``
    what is to be said besides; costs: what one pays; rules_out: what can no longer be done; see: would
    you see it; desk: minutes afterwards; holds: exposure stays as set; floats: it says that ISO follows the light; figure: what it comes to here, where the fact it begins with is told. No template contains a digit:
    numbers come from craft.decisions.facts.
    """

    slug: str
    label: str
    value: tuple[str, ...]
    brief: str
    because: str
    costs: str
    when: tuple[When, ...] = ()
    also: tuple[Also, ...] = ()
    rules_out: str = ""
    see: str = ""
    desk: str = ""
    holds: bool = False
    floats: bool = False
    figure: str = ""
    source: str = "practice of the trade"


@dataclass(frozen=True, slots=True, kw_only=True)
class Desk:
    """Minutes at the desk for each picture kept, each frame shot, or each set of frames: an estimate, and for what."""

    minutes: float
    reason: str
    each: Literal["pictures", "shots", "sets"] = "pictures"


@dataclass(frozen=True, slots=True, kw_only=True)
class Decision:
    """One decision of a setup, and all there is to say of it; one name is one decision.

    slug: its name; label: how it is called; schools: the ways of taking it, the last of which is taken when none wins; sets: the
    settings of the body whose values are those of the school, in their order; besides: settings that
    follow from what it comes to; by_hand: what is said of a value that no way here speaks for, by what follows from it; computed: what is said of a value that was chosen by its figures; desk: what its ways cost afterwards, where they speak of minutes.
    """

    slug: str
    label: str = field(compare=False, repr=False)
    schools: tuple[School, ...] = field(compare=False, repr=False)
    by_hand: School = field(compare=False, repr=False)
    sets: tuple[str, ...] = field(default=(), compare=False)
    besides: tuple[str, ...] = field(default=(), compare=False)
    desk: Desk | None = field(default=None, compare=False)
    computed: School | None = field(default=None, compare=False, repr=False)


def said_by_hand(brief: str, because: str, *also: Also, see: str = "", desk: str = "") -> School:
    """What a decision says of a value that was set by hand: what follows from it.

    >>> said_by_hand("It smears.", "At {time_s} it smears.").label
    'by hand'
    """
    return School(
        slug="by_hand", label="by hand", value=(), brief=brief, because=because, also=also, costs="what the numbers say", see=see, desk=desk
    )


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
MIXED = When("mired_apart", ">", 0.0)
