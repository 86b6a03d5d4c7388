"""Recipes: handed on, and translated to a body, lens and person of one's own: over HTTP."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from craft.errors import CraftError
from craft.vocabulary.settings import BY_SLUG
from forms.dialect_form import DialectForm
from forms.outing_form import SituationDocument
from forms.problems import InputError, Problem
from forms.recipe_form import FitsOut, RecipeForm, fits_of
from forms.setup_form import setup_of
from forms.situation_form import HELD_AS
from kit.actions import name_of_slot
from kit.models import Slot
from outings.fits.actions import recipe_from
from outings.fits.schemas import SlotHere, SlotNamed, Source, Taken
from outings.keeping import save_document
from outings.models import Situation
from outings.reading import Kit
from people.guards import heavy, person_of, stateless
from people.versions import tag

router = Router(tags=["recipes"])


def _row(request: HttpRequest, pk: int) -> Situation:
    rows = Situation.objects.select_related("outing")
    return get_object_or_404(rows, pk=pk, outing__person=person_of(request), outing__deleted_at=None, deleted_at=None)


def _slot_recipe(request: HttpRequest, kit: Kit, at: SlotNamed) -> RecipeForm:
    kept = Slot.objects.filter(piece__person=person_of(request), piece__slug=at.body, bank=at.bank, number=at.number).first()
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
    return recipe_from(Kit(person_of(request)), _row(request, pk))


@router.get("/slots", response=list[SlotHere])
def my_slots(request: HttpRequest) -> list[SlotHere]:
    """Slots of the person's bodies whose content is written down."""
    rows = Slot.objects.filter(piece__person=person_of(request), piece__deleted_at=None).select_related("piece")
    return [SlotHere(body=row.piece.slug, bank=row.bank, number=row.number, name=name_of_slot(row), title=row.title) for row in rows]


@router.post("/situations/{pk}/fits", response=FitsOut)
@stateless
@heavy
def fit(request: HttpRequest, pk: int, source: Source) -> FitsOut:
    """What becomes of a recipe, of another situation, or of a slot on this situation's body, lens and person. Stateless."""
    row, kit = _row(request, pk), Kit(person_of(request))
    if sum(given is not None for given in (source.recipe, source.situation, source.slot)) != 1:
        raise InputError([Problem("", "give exactly one of recipe, situation and slot")])
    if source.recipe is not None:
        taken = source.recipe
    elif source.situation is not None:
        taken = recipe_from(kit, _row(request, source.situation))
    else:
        assert source.slot is not None  # noqa: S101  # exactly one is given
        taken = _slot_recipe(request, kit, source.slot)
    form = kit.resolve_row(row)
    try:
        return fits_of(taken, form, kit.states[str(row.document["body"])])
    except CraftError as error:
        raise InputError([Problem("/" + "/".join(("recipe", *map(str, error.where))), error.message)]) from None


@router.put("/situations/{pk}/fits", response=FitsOut)
def take(request: HttpRequest, pk: int, taken: Taken) -> FitsOut:
    """Set accepted settings by hand in this situation, all or nothing; it can be undone on the bench."""
    row, kit = _row(request, pk), Kit(person_of(request))
    held: dict[str, Any] = {**row.document.get("locks", {}), **{HELD_AS[s]: v for s, v in taken.values.items() if s in HELD_AS}}
    settings = {**row.document.get("settings", {}), **{s: v for s, v in taken.values.items() if s not in HELD_AS}}
    document = SituationDocument.model_validate({**row.document, "settings": settings, "locks": held})
    try:
        setup_of(kit.resolve(document, row.outing))
    except CraftError as error:
        where = error.where[-1] if error.where else ""
        raise InputError([Problem(f"/values/{where}" if where in BY_SLUG else "", error.message)]) from None
    saved = save_document(row, document, tag(row.revision))
    form = kit.resolve_row(saved)
    values = RecipeForm(format="wide-aperture-recipe", version=1, title="taken", body="taken", values=taken.values)
    return fits_of(values, form, kit.states[str(row.document["body"])])
