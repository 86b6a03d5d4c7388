"""Recipes: handed on, and translated to a body, lens and person of one's own: as it is said in JSON."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field, StrictInt

from forms.recipe_form import RecipeForm
from forms.traits_form import Slug, Value


class SlotNamed(Schema):
    """A slot of one of the person's bodies, as it was written down."""

    body: Annotated[str, Field(min_length=1, max_length=80)]
    bank: Annotated[int, Field(strict=True, ge=1, le=2)] = 1
    number: Annotated[int, Field(strict=True, ge=1, le=20)]


class Source(Schema):
    """What is to be translated, exactly one: a recipe, another situation of the person's, or what a slot holds."""

    recipe: RecipeForm | None = None
    situation: StrictInt | None = None
    slot: SlotNamed | None = None


class Taken(Schema):
    """Settings that were accepted, with their values here."""

    values: Annotated[dict[Slug, Value], Field(min_length=1, max_length=200)]


class SlotHere(Schema):
    """A slot whose content is written down."""

    body: str
    bank: int
    number: int
    name: str
    title: str
