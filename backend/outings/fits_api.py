"""Recipes: handed on, and translated to a body, lens and person of one's own."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from craft.errors import CraftError
from craft.vocabulary.settings import BY_SLUG
from exchange.dialect_form import DialectForm
from exchange.facts_form import Slug, Value
from exchange.outing_form import SituationDocument
from exchange.problems import InputError, Problem
from exchange.recipe_form import FitsOut, RecipeForm, fits_of, recipe_of
from exchange.setup_form import setup_of
from exchange.situation_form import HELD_AS, SituationForm
from gear.models import Slot
from outings.actions import Kit, save_document
from outings.models import Situation
from people.versions import tag

router = Router(tags=["recipes"])


class SlotNamed(Schema):
    """A slot of one of the person's bodies, as it was written down."""

    body: Annotated[str, Field(min_length=1, max_length=80)]
    bank: Annotated[int, Field(strict=True, ge=1, le=2)] = 1
    number: Annotated[int, Field(strict=True, ge=1, le=20)]


class Source(Schema):
    """What is to be translated, exactly one: a recipe, another situation of the person's, or what a slot holds."""

    recipe: RecipeForm | None = None
    situation: int | None = None
    slot: SlotNamed | None = None


class Taken(Schema):
    """Settings that were accepted, with their values here."""

    values: Annotated[dict[Slug, Value], Field(min_length=1, max_length=200)]


class SlotHere(Schema):
    """A slot whose content is written down."""

    body: str
    bank: int
    number: int
    title: str


def _row(request: HttpRequest, pk: int) -> Situation:
    rows = Situation.objects.select_related("outing")
    return get_object_or_404(rows, pk=pk, outing__person=request.user, outing__deleted_at=None, deleted_at=None)


def recipe_from(kit: Kit, row: Situation) -> RecipeForm:
    """A situation's configuration, to be handed on."""
    slug = str(row.document["body"])
    form = SituationForm.model_validate(kit.resolve(row.document))
    name = str(kit.pieces["body", slug]["name"])
    return recipe_of(str(row.document["title"]), name, form, kit.dialects.get(slug, DialectForm()))


def _slot_recipe(request: HttpRequest, kit: Kit, at: SlotNamed) -> RecipeForm:
    kept = Slot.objects.filter(piece__person=request.user, piece__slug=at.body, bank=at.bank, number=at.number).first()
    if kept is None:
        raise InputError([Problem("/slot", "nobody wrote down what this slot holds")])
    words = kit.dialects.get(at.body, DialectForm()).entries
    return RecipeForm(
        format="wide-aperture-recipe",
        version=1,
        title=kept.title,
        body=str(kit.pieces["body", at.body]["name"]),
        values=kept.values,
        words=[entry for entry in words if entry.setting in kept.values],
    )


@router.get("/situations/{pk}/recipe.json", response=RecipeForm)
def recipe(request: HttpRequest, pk: int) -> RecipeForm:
    """A situation's configuration, to be handed on."""
    return recipe_from(Kit(request.user), _row(request, pk))


@router.get("/slots", response=list[SlotHere])
def my_slots(request: HttpRequest) -> list[SlotHere]:
    """Slots of the person's bodies whose content is written down."""
    rows = Slot.objects.filter(piece__person=request.user, piece__deleted_at=None).select_related("piece")
    return [SlotHere(body=row.piece.slug, bank=row.bank, number=row.number, title=row.title) for row in rows]


@router.post("/situations/{pk}/fits", response=FitsOut)
def fit(request: HttpRequest, pk: int, source: Source) -> FitsOut:
    """What becomes of a recipe, of another situation, or of a slot on this situation's body, lens and person."""
    row, kit = _row(request, pk), Kit(request.user)
    if sum(given is not None for given in (source.recipe, source.situation, source.slot)) != 1:
        raise InputError([Problem("", "give exactly one of recipe, situation and slot")])
    if source.recipe is not None:
        taken = source.recipe
    elif source.situation is not None:
        taken = recipe_from(kit, _row(request, source.situation))
    else:
        assert source.slot is not None  # noqa: S101  # exactly one is given
        taken = _slot_recipe(request, kit, source.slot)
    form = SituationForm.model_validate(kit.resolve(row.document))
    try:
        return fits_of(taken, form, kit.states[str(row.document["body"])])
    except CraftError as error:
        raise InputError([Problem("/" + "/".join(("recipe", *map(str, error.where))), error.message)]) from None


@router.put("/situations/{pk}/fits", response=FitsOut)
def take(request: HttpRequest, pk: int, taken: Taken) -> FitsOut:
    """Set accepted settings by hand in this situation, all or nothing; it can be undone on the bench."""
    row, kit = _row(request, pk), Kit(request.user)
    held: dict[str, Any] = {**row.document.get("locks", {}), **{HELD_AS[s]: v for s, v in taken.values.items() if s in HELD_AS}}
    settings = {**row.document.get("settings", {}), **{s: v for s, v in taken.values.items() if s not in HELD_AS}}
    document = SituationDocument.model_validate({**row.document, "settings": settings, "locks": held})
    try:
        setup_of(SituationForm.model_validate(kit.resolve(document.stored())))
    except CraftError as error:
        where = error.where[-1] if error.where else ""
        raise InputError([Problem(f"/values/{where}" if where in BY_SLUG else "", error.message)]) from None
    saved = save_document(row, document, tag(row.revision))
    form = SituationForm.model_validate(kit.resolve(saved.document))
    values = RecipeForm(format="wide-aperture-recipe", version=1, title="taken", body="taken", values=taken.values)
    return fits_of(values, form, kit.states[str(row.document["body"])])
