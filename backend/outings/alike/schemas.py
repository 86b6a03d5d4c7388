"""Two bodies of an outing kept alike: differences, clocks, prefixes, and one press to mend them: as it is said in JSON."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from forms.traits_form import Slug


class UnlikeOut(Schema):
    """A setting in which two bodies differ all day; one_can, other_can: whether each has the other's value."""

    setting: str
    label: str
    one: str
    other: str
    because: str
    other_because: str
    one_can: bool
    other_can: bool


class AlikeOut(Schema):
    """Two bodies: differences that matter, worst first; prefixes and clocks (null: nobody has said), and what is wrong with those."""

    one: str
    other: str
    differences: list[UnlikeOut]
    one_prefix: str
    other_prefix: str
    clocks_apart_s: float | None
    warnings: list[str]


class Likeness(Schema):
    """Make one body like another in these settings: set by hand in all of its situations of the day."""

    like: Annotated[str, Field(min_length=1, max_length=80)]
    body: Annotated[str, Field(min_length=1, max_length=80)]
    settings: Annotated[list[Slug], Field(min_length=1, max_length=200)]
