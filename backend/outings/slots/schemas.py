"""Custom slots of an outing: what each should hold, what it holds now, and what it cannot hold: as it is said in JSON."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field, StrictInt

from jobs.schemas import JobOut


class ReachedOut(Schema):
    """How a situation is reached: by the slot of this number in each bank and what they leave to mend, or (null) without.

    figures: of its setup; darker: what their darkness buys, where they are dark on purpose; changes:
    settings that differ from the situation before; changed: the first of them with their values.
    """

    situation: int
    title: str
    figures: str
    darker: str
    slots: list[int | None]
    changes: int
    changed: list[str]
    presses: float


class NowOut(Schema):
    """What a slot is believed to hold now, since when, and how many settings of that are not as they should be (null: it should hold nothing)."""

    title: str
    at: dt.datetime
    differs: int | None


class SlotOut(Schema):
    """A slot: the situation that it should hold, or a special setup; presses to reach that from the situation before; now null: nobody knows."""

    number: int
    name: str
    situation: int | None
    special: str
    title: str
    by_hand: bool
    now: NowOut | None


class BankOut(Schema):
    """Slots that are turned to together; cannot: settings that differ on this day and that its slots do not hold."""

    bank: int
    label: str
    slots: list[SlotOut]
    cannot: list[str]


class BodySlots(Schema):
    """The slots of one body on the day.

    words: items of its menus that somebody wrote down, without which no press can be counted;
    without: presses through the menus alone; keeps: whether a slot keeps what is changed in it; bound:
    presses that no filling is under, where a better one is not ruled out, else null; job: the search for a better
    one; beyond: situations too many to weigh.
    """

    body: str
    words: int
    keeps: bool
    banks: list[BankOut]
    reached: list[ReachedOut]
    presses: float
    without: float
    bound: float | None
    job: JobOut | None = None
    beyond: int


class SpecialOut(Schema):
    """A setup that a slot may hold besides those of the day, and why."""

    slug: str
    label: str
    because: str


class SlotsOut(Schema):
    """Slots of every body of the outing; problems: situations that have no setup, and why."""

    title: str
    specials: list[SpecialOut]
    bodies: list[BodySlots]
    problems: list[str]


class Choice(Schema):
    """What a slot should hold: a situation, a special setup, or (neither) what is computed."""

    body: Annotated[str, Field(min_length=1, max_length=80)]
    bank: Annotated[int, Field(strict=True, ge=1, le=2)] = 1
    number: Annotated[int, Field(strict=True, ge=1, le=20)]
    situation: StrictInt | None = None
    special: Literal["", "hand_over", "sets"] = ""
