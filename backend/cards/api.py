"""Pocket cards."""

from __future__ import annotations

import datetime as dt

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema

from cards.models import Card
from exchange.card_form import CardSnapshot, freeze
from exchange.outing_form import fingerprint
from exchange.problems import InputError
from outings.actions import Kit
from outings.models import Situation
from people.replies import as_json

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
        stale = fingerprint(kit.resolve(card.situation.document)) != card.fingerprint
    except InputError:
        stale = True
    return CardOut(
        id=card.pk, situation=card.situation_id, made_at=card.made_at, stale=stale, snapshot=CardSnapshot.model_validate(card.snapshot)
    )


@router.post("/situations/{pk}/cards", response=CardOut)
def make_card(request: HttpRequest, pk: int) -> HttpResponse:
    """Freeze a situation's setup."""
    row = get_object_or_404(Situation, pk=pk, outing__person=request.user, outing__deleted_at=None, deleted_at=None)
    kit = Kit(request.user)
    asked = kit.resolve(row.document)
    card = Card.objects.create(situation=row, fingerprint=fingerprint(asked), snapshot=freeze(row.document, asked).model_dump(mode="json"))
    return as_json(_out(card, kit))


@router.get("/cards/{pk}", response=CardOut)
def get_card(request: HttpRequest, pk: int) -> HttpResponse:
    """A card."""
    card = get_object_or_404(Card.objects.select_related("situation"), pk=pk, situation__outing__person=request.user)
    return as_json(_out(card, Kit(request.user)))
