"""Walks, checks and records of bodies as files: a print sheet or a table."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.text import slugify
from ninja import Router

from cards.sheets import Sheet, checks_sheet, first_sheet, recipe_sheet, sheet_csv, sheet_pdf, walk_sheet
from kit.actions import with_state
from outings.checks.actions import checks_of
from outings.first_day.actions import first_day_of
from outings.fits.actions import recipe_from
from outings.mine import my_outing
from outings.models import Situation
from outings.reading import Kit
from outings.walk.api import walk_to
from outings.walk.schemas import Special
from people.guards import heavy, person_of
from people.replies import as_file, files

router = Router(tags=["sheets"])

Kind = Literal["csv", "pdf"]
SHEETS = files("text/csv", "application/pdf")


def _answer(sheet: Sheet, kind: Kind) -> HttpResponse:
    name = f"{slugify(sheet.title)[:80]}.{kind}"
    if kind == "csv":
        return as_file(sheet_csv(sheet), "text/csv; charset=utf-8", name)
    return as_file(sheet_pdf(sheet), "application/pdf", name, inline=True)


@router.get("/situations/{pk}/walk.{kind}", openapi_extra=SHEETS)
@heavy
def walk_file(request: HttpRequest, pk: int, kind: Kind, special: Special = "") -> HttpResponse:
    """A walk as a file."""
    row = get_object_or_404(Situation, pk=pk, outing__person=person_of(request), outing__deleted_at=None, deleted_at=None)
    body = Kit(person_of(request)).body_name(row.document["body"])
    return _answer(walk_sheet(walk_to(request, row, None, special), str(row.document["title"]), body), kind)


@router.get("/situations/{pk}/recipe.{kind}", openapi_extra=SHEETS)
@heavy
def recipe_file(request: HttpRequest, pk: int, kind: Kind) -> HttpResponse:
    """A situation's configuration as a recipe to read."""
    row = get_object_or_404(Situation, pk=pk, outing__person=person_of(request), outing__deleted_at=None, deleted_at=None)
    return _answer(recipe_sheet(recipe_from(Kit(person_of(request)), row)), kind)


@router.get("/outings/{pk}/checks.{kind}", openapi_extra=SHEETS)
@heavy
def checks_file(request: HttpRequest, pk: int, kind: Kind) -> HttpResponse:
    """The checks of an outing as a file."""
    outing = my_outing(request, pk)
    return _answer(checks_sheet(checks_of(outing, Kit(person_of(request)))), kind)


@router.get("/kit/bodies/{slug}/first.{kind}", openapi_extra=SHEETS)
@heavy
def first_file(request: HttpRequest, slug: str, kind: Kind) -> HttpResponse:
    """The record of a body as a file."""
    piece = get_object_or_404(with_state(person_of(request)), slug=slug, deleted_at=None)
    return _answer(first_sheet(first_day_of(piece, Kit(person_of(request)))), kind)
