"""Outings and situations: as it is said in JSON."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from ninja import Schema
from pydantic import Field

from craft.vocabulary.terms import Genre
from forms.outing_form import SituationDocument
from forms.situation_form import Mains

Title = Annotated[str, Field(min_length=1, max_length=120)]


class OutingIn(Schema):
    """A day; mains_hz: of the lamps at its place, null where they are as usual."""

    title: Title
    place: Annotated[str, Field(max_length=120)] = ""
    mains_hz: Mains | None = None
    day: dt.date


class SituationRow(Schema):
    """A situation along the day. card: none, fresh or stale."""

    id: int
    title: str
    starts_at: str
    genre: Genre
    body: str
    lens: str
    ev100: float | None
    card: str
    card_id: int | None
    version: str


class OutingOut(Schema):
    """A day with its situations."""

    id: int
    title: str
    place: str
    mains_hz: Mains | None
    day: dt.date
    situations: list[SituationRow]


class SituationOut(Schema):
    """A situation, its version, and how many steps can be undone; bodies, mains_hz: what its day tells by itself."""

    id: int
    outing: int
    bodies: int
    mains_hz: Mains | None
    document: SituationDocument
    version: str
    undo: int


class Order(Schema):
    """Ids in their new order."""

    order: Annotated[list[int], Field(max_length=500)]
