"""The first day with a body: a guided path that can be left and taken up again, and its record: as it is said in JSON."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from ninja import Schema
from pydantic import Field

from craft.vocabulary.terms import Genre
from forms.configuration_form import ChoiceOut, Value
from forms.traits_form import Flag
from outings.slots.schemas import BodySlots


class TaskRow(Schema):
    """A setting to look after: the body's own word or an empty text, its place in the menus, what it should hold and why, what it is believed to hold (null: nobody knows).

    right: that it holds so, or as a setup in one of its slots has it; lacks: what has to be written down
    before it can be; mine: its owner wants it so, whatever is advised; otherwise: setups that want
    something else, which their slots bring; offered: what it can be set to, empty for free numbers.
    """

    setting: str
    label: str
    own: str
    menu: str
    wanted: Value
    shown: str
    because: str
    held: str | None
    right: bool
    lacks: str
    mine: bool
    otherwise: list[str]
    offered: list[ChoiceOut]
    verified_at: dt.datetime | None


class LossOut(Schema):
    """What a card's failure loses under one role of the second card."""

    role: str
    loses: str
    chosen: bool


class TaskOut(Schema):
    """A step, why it comes here, what is done apart from settings, minutes it takes, and when it was done."""

    slug: str
    title: str
    because: str
    how: str
    also: str
    minutes: int
    done_at: dt.datetime | None
    rows: list[TaskRow]


class FirstDayOut(Schema):
    """The first day with a body.

    asks: nobody has said what the body is for, so there is nothing to take values from; works: what was
    said; basis: what the values are taken from; minutes: that what is left takes; outing: the day whose slots are loaded, or
    null; left: steps that are not done; unverified: settings of the steps that nobody has looked at, or
    that are otherwise; collides: other bodies of the person with the same prefix.
    """

    body: str
    name: str
    firmware: str
    asks: bool
    works: list[Genre]
    basis: str
    tasks: list[TaskOut]
    left: int
    minutes: int
    unverified: int
    losses: list[LossOut]
    prefix: str
    author: str
    collides: list[str]
    clock_offset_s: float | None
    layout_version: str
    outing: int | None
    outing_title: str
    slots: BodySlots | None


class StepDone(Schema):
    """A step that was done (its settings hold what they should: somebody has looked), or not after all."""

    step: Annotated[str, Field(min_length=1, max_length=40)]
    done: Flag
