"""The walk that brings a body to a situation's setup: as it is said in JSON."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from forms.traits_form import Slug

Special = Literal["", "hand_over", "sets"]


class SlotAt(Schema):
    """A slot of the body, counted from one."""

    bank: Annotated[int, Field(strict=True, ge=1, le=2)] = 1
    number: Annotated[int, Field(strict=True, ge=1, le=20)]
    special: Special = ""


class RefusedIn(Schema):
    """A setting, and why it could not be set."""

    setting: Slug
    why: Annotated[str, Field(max_length=200)] = ""
    special: Special = ""
