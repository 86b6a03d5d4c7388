"""Pocket cards."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from csp.decorators import csp_replace
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.text import slugify
from ninja import Router, Schema
from ninja.decorators import decorate_view

from cards import files
from cards.models import Card
from forms.card_form import CardSnapshot, freeze
from forms.outing_form import fingerprint
from forms.problems import InputError
from outings.actions import Kit
from outings.models import Situation
from outings.pocket import pocket_of
from people.guards import heavy
from people.limits import LIMITS
from people.replies import as_file, as_json
from people.replies import files as file_types

router = Router(tags=["cards"])


class CardOut(Schema):
    """A card, and whether its situation has changed since."""

    id: int
    situation: int
    made_at: dt.datetime
    stale: bool
    snapshot: CardSnapshot


def _out(card: Card, kit: Kit) -> CardOut:
    try:
        stale = fingerprint(kit.resolve(card.situation.document, card.situation.outing)) != card.fingerprint
    except InputError:
        stale = True
    return CardOut(
        id=card.pk, situation=card.situation_id, made_at=card.made_at, stale=stale, snapshot=CardSnapshot.model_validate(card.snapshot)
    )


@router.post("/situations/{pk}/cards", response=CardOut)
def make_card(request: HttpRequest, pk: int) -> HttpResponse:
    """Freeze a situation's setup."""
    rows = Situation.objects.select_related("outing__person")
    row = get_object_or_404(rows, pk=pk, outing__person=request.user, outing__deleted_at=None, deleted_at=None)
    kit = Kit(request.user)
    asked = kit.resolve(row.document, row.outing)
    snapshot = freeze(row.document, asked, pocket_of(row.outing, pk, kit))
    card = Card.objects.create(situation=row, fingerprint=fingerprint(asked), snapshot=snapshot.model_dump(mode="json"))
    old = list(row.cards.values_list("pk", flat=True)[LIMITS["card"].most :])
    row.cards.filter(pk__in=old).delete()
    return as_json(_out(card, kit))


@router.get("/cards/{pk}", response=CardOut)
def get_card(request: HttpRequest, pk: int) -> HttpResponse:
    """A card."""
    card = get_object_or_404(Card.objects.select_related("situation"), pk=pk, situation__outing__person=request.user)
    return as_json(_out(card, Kit(request.user)))


def _mine(request: HttpRequest, pk: int) -> tuple[str, CardSnapshot]:
    card = get_object_or_404(Card.objects.select_related("situation"), pk=pk, situation__outing__person=request.user)
    snapshot = CardSnapshot.model_validate(card.snapshot)
    return slugify(snapshot.title) or "card", snapshot


@router.get("/cards/{pk}/card.html", openapi_extra=file_types("text/html"))
@decorate_view(csp_replace({"script-src": [files.script_source()]}))
def card_page(request: HttpRequest, pk: int) -> HttpResponse:
    """The card as one self-contained page."""
    name, snapshot = _mine(request, pk)
    return as_file(files.page(snapshot), "text/html; charset=utf-8", f"{name}.html")


@router.get("/cards/{pk}/card.pdf", openapi_extra=file_types("application/pdf"))
@heavy
def card_pdf(request: HttpRequest, pk: int, sheet: Literal["A6", "A4"] = "A6") -> HttpResponse:
    """The card as a print sheet."""
    name, snapshot = _mine(request, pk)
    return as_file(files.pdf(snapshot, sheet), "application/pdf", f"{name}-{sheet}.pdf", inline=True)


@router.get("/cards/{pk}/ladder.csv", openapi_extra=file_types("text/csv"))
def card_ladder(request: HttpRequest, pk: int) -> HttpResponse:
    """The card's ladder as a table."""
    name, snapshot = _mine(request, pk)
    return as_file(files.ladder_csv(snapshot), "text/csv; charset=utf-8", f"{name}-ladder.csv")
