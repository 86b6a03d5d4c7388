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
from cards.actions import frozen
from cards.models import Card
from craft.vocabulary.terms import File
from forms.answer import answer_to
from forms.card_form import CardSnapshot, FrameShownOut, frame_shown, lead_thirds
from forms.outing_form import fingerprint
from forms.problems import InputError
from images.reading import picture_light
from images.values import LARGEST_BYTES, refused
from outings.models import Situation
from outings.reading import Kit
from people.guards import heavy, person_of, stateless
from people.received import FILE, received
from people.replies import as_file, as_json, square
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
        stale = fingerprint(kit.resolve_row(card.situation)) != card.fingerprint
    except InputError:
        stale = True
    return CardOut(
        id=card.pk, situation=card.situation_id, made_at=card.made_at, stale=stale, snapshot=CardSnapshot.model_validate(card.snapshot)
    )


@router.post("/situations/{pk}/cards", response=CardOut)
def make_card(request: HttpRequest, pk: int) -> HttpResponse:
    """Freeze a situation's setup."""
    rows = Situation.objects.select_related("outing__person")
    row = get_object_or_404(rows, pk=pk, outing__person=person_of(request), outing__deleted_at=None, deleted_at=None)
    kit = Kit(person_of(request))
    return as_json(_out(frozen(row, kit), kit))


@router.post("/cards/{pk}/frame", response=FrameShownOut, openapi_extra={"requestBody": FILE})
@stateless
def read_test_frame(request: HttpRequest, pk: int) -> FrameShownOut:
    """What a test frame shows, and which answer of the card is for it. The file is the request's body; nothing of it is kept."""
    row = get_object_or_404(Card.objects.select_related("situation__outing"), pk=pk, situation__outing__person=person_of(request))
    answer = answer_to(Kit(person_of(request)).resolve_row(row.situation))
    lead = None if answer.setup.file is File.RENDERED else lead_thirds(answer)
    with received(request, LARGEST_BYTES, refused) as file:
        found = picture_light(file.path)
    return frame_shown(found.levels, lead, answer)


@router.get("/cards/{pk}", response=CardOut)
def get_card(request: HttpRequest, pk: int) -> HttpResponse:
    """A card."""
    card = get_object_or_404(Card.objects.select_related("situation"), pk=pk, situation__outing__person=person_of(request))
    return as_json(_out(card, Kit(person_of(request))))


def _mine(request: HttpRequest, pk: int) -> tuple[str, CardSnapshot]:
    card = get_object_or_404(Card.objects.select_related("situation"), pk=pk, situation__outing__person=person_of(request))
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


@router.get("/cards/{pk}/proof.png", openapi_extra=file_types("image/png"))
@heavy
def card_proof(request: HttpRequest, pk: int) -> HttpResponse:
    """The A6 sheet as it will be printed, its pages one under the other."""
    name, snapshot = _mine(request, pk)
    return as_file(files.proof(snapshot), "image/png", f"{name}-A6.png", inline=True)


@router.get("/cards/{pk}/code.svg", openapi_extra=file_types("image/svg+xml"))
def card_code(request: HttpRequest, pk: int) -> HttpResponse:
    """The card's own address as a square code: the desk hands it to the phone."""
    _mine(request, pk)
    return HttpResponse(square(request.build_absolute_uri(f"/cards/{pk}")), content_type="image/svg+xml")


@router.get("/cards/{pk}/ladder.csv", openapi_extra=file_types("text/csv"))
def card_ladder(request: HttpRequest, pk: int) -> HttpResponse:
    """The card's ladder as a table."""
    name, snapshot = _mine(request, pk)
    return as_file(files.ladder_csv(snapshot), "text/csv; charset=utf-8", f"{name}-ladder.csv")
