"""Before the pictures: checks of an outing, what could slip, and defaults that bite: as it is said in JSON."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from ninja import Schema
from pydantic import Field

from craft.day.checks import Kind, Moment
from craft.vocabulary.setting import Value
from forms.traits_form import Flag


class ServedOut(Schema):
    """A situation that a check serves: its figure, if it has one, and where in its body's menus that stands, if it is a setting."""

    situation: int
    title: str
    figure: str
    where: str


class CheckOut(Schema):
    """A check, once for the day; slug names it for ticking; serves: the situations that it is for, in their order.

    share: of what the dearest check of the day would lose.
    """

    slug: str
    moment: Moment
    kind: Kind
    text: str
    because: str
    serves: list[ServedOut]
    share: float
    ticked_at: dt.datetime | None


class SlipOut(Schema):
    """What could slip. guard: settings that would make it harmless and are not so yet, in words; situations: where it could."""

    slug: str
    control: str
    happens: str
    harmless: str
    guard: list[str]
    situations: list[str]


class SafeList(Schema):
    """The shortest safe list of a choice that is stepped through: what to leave on it, of how many."""

    body: str
    setting: str
    label: str
    values: list[str]
    of: int


class BiteOut(Schema):
    """A default that does not fit the day. value, default: it, and how it is read; guessed: nobody has said that it is this body's own."""

    setting: str
    own: str
    label: str
    value: Value
    default: str
    guessed: bool
    wanted: str
    because: str
    situations: list[str]


class BodyBites(Schema):
    """Defaults of one body that bite, worst first."""

    body: str
    bites: list[BiteOut]
    more: int


class ChecksOut(Schema):
    """Everything to look at before the pictures of an outing; not_copied: earlier outings whose cards nobody has said to be copied;
    problems: situations that have no setup, and why."""

    title: str
    checks: list[CheckOut]
    slips: list[SlipOut]
    lists: list[SafeList]
    defaults: list[BodyBites]
    not_copied: list[str]
    problems: list[str]


class GuardIn(Schema):
    """A slip whose guard is to become part of the setups that it threatens."""

    slip: Annotated[str, Field(min_length=1, max_length=60)]


class Tick(Schema):
    """A check made, or not after all."""

    slug: Annotated[str, Field(min_length=1, max_length=80)]
    done: Flag
