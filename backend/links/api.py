"""Links to bodies, over HTTP. Nothing is written here while a body is waited for."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router

from forms.problems import InputError, Problem
from kit.models import Piece
from links import facts
from links.actions import beside, link_of, load, pair, seen, told, undo
from links.fetching import fetch, fetch_to_measure
from links.last import last_frame
from links.models import Link
from links.schemas import (
    BesideSetupOut,
    FetchedOut,
    FetchIn,
    KeepSlotIn,
    KeptSlotOut,
    LastFrameOut,
    LinkOut,
    LoadedOut,
    LoadIn,
    MeasureIn,
    PairIn,
    SlotBesideOut,
    SlotsBackOut,
)
from links.slots import give_back, keep, slot_beside
from outings.mine import my_outing, my_situations
from outings.models import Situation
from outings.reading import Kit
from outings.walk.schemas import Special
from people.guards import own_turn, person_of, stateless

router = Router(tags=["links"])


def _body(request: HttpRequest, slug: str) -> Piece:
    return get_object_or_404(Piece, person=person_of(request), kind="body", slug=slug, deleted_at=None)


def _situation(request: HttpRequest, pk: int) -> tuple[Situation, Piece]:
    row = get_object_or_404(my_situations(request), pk=pk)
    piece = Piece.objects.filter(person=person_of(request), kind="body", slug=row.document["body"], deleted_at=None).first()
    if piece is None:
        raise InputError([Problem("/body", "this situation's body is not in your kit any more")])
    return row, piece


@router.get("/kit/bodies/{slug}/link", response=LinkOut)
def linked(request: HttpRequest, slug: str) -> LinkOut:
    """How a body's link is, and how the body is."""
    return told(_body(request, slug))


@router.put("/kit/bodies/{slug}/link", response=LinkOut)
@own_turn
def make(request: HttpRequest, slug: str, asked: PairIn) -> LinkOut:
    """Pair with a body by the code that it shows; it is this account's alone."""
    return pair(_body(request, slug), asked.address, asked.code)


@router.delete("/kit/bodies/{slug}/link", response={204: None})
def let_go(request: HttpRequest, slug: str) -> HttpResponse:
    """Let a link go; the body keeps what it holds."""
    Link.objects.filter(piece=_body(request, slug)).delete()
    return HttpResponse(status=204)


@router.post("/kit/bodies/{slug}/link/seen", response=LinkOut)
@own_turn
def look(request: HttpRequest, slug: str) -> LinkOut:
    """Read everything that the body holds: what was believed of it becomes what was seen."""
    return seen(link_of(_body(request, slug)))


@router.post("/kit/bodies/{slug}/link/undo", response=LinkOut)
@own_turn
def back(request: HttpRequest, slug: str) -> LinkOut:
    """Write back what stood there before the last setup was written."""
    return undo(link_of(_body(request, slug)))


@router.post("/kit/bodies/{slug}/link/facts", response=LinkOut)
@own_turn
def write_facts(request: HttpRequest, slug: str) -> LinkOut:
    """Write down what the body has by its firmware as it is now."""
    return facts.take(link_of(_body(request, slug)))


@router.delete("/kit/bodies/{slug}/link/facts", response=LinkOut)
@own_turn
def facts_back(request: HttpRequest, slug: str) -> LinkOut:
    """Have the body described as it was before."""
    return facts.give_back(link_of(_body(request, slug)))


@router.post("/kit/bodies/{slug}/link/slots", response=SlotsBackOut)
@own_turn
def slots_back(request: HttpRequest, slug: str) -> SlotsBackOut:
    """Give the next of the body's slots back what it held before; asked again, it goes on until nothing is left."""
    return give_back(link_of(_body(request, slug)))


@router.post("/kit/bodies/{slug}/link/sensor", response=FetchedOut)
@own_turn
def measure(request: HttpRequest, slug: str, asked: MeasureIn) -> FetchedOut:
    """Bring the next raws off the body's cards to measure its sensor by; asked again, it goes on."""
    return fetch_to_measure(link_of(_body(request, slug)), asked.after, asked.lamp)


@router.get("/situations/{pk}/link", response=BesideSetupOut)
def compare(request: HttpRequest, pk: int) -> BesideSetupOut:
    """What a situation's body holds beside what it should, line by line, as it is now."""
    row, piece = _situation(request, pk)
    return beside(piece, row, Kit(person_of(request)))


@router.post("/situations/{pk}/link/load", response=LoadedOut)
@own_turn
def write(request: HttpRequest, pk: int, asked: LoadIn) -> LoadedOut:
    """Write the next part of a situation's setup to its body, and read it back; asked again, it goes on until nothing is left."""
    row, piece = _situation(request, pk)
    return load(link_of(piece), row, Kit(person_of(request)), asked.only, asked.special)


@router.get("/situations/{pk}/link/slot", response=SlotBesideOut)
def look_into(
    request: HttpRequest,
    pk: int,
    number: Annotated[int, Query(ge=1, le=20)] = 1,
    bank: Annotated[int, Query(ge=1, le=2)] = 1,
    special: Special = "",
) -> SlotBesideOut:
    """What one of the body's slots brings back beside a situation's setup, or a special one, line by line."""
    row, piece = _situation(request, pk)
    return slot_beside(link_of(piece), row, Kit(person_of(request)), KeepSlotIn(bank=bank, number=number, special=special))


@router.post("/situations/{pk}/link/slot", response=KeptSlotOut)
@own_turn
def keep_there(request: HttpRequest, pk: int, asked: KeepSlotIn) -> KeptSlotOut:
    """Keep what the body holds now in one of its slots; the first time what that held is only noted: asked again, it is kept."""
    row, piece = _situation(request, pk)
    return keep(link_of(piece), row, Kit(person_of(request)), asked)


@router.post("/situations/{pk}/link/last", response=LastFrameOut)
@stateless
def last(request: HttpRequest, pk: int) -> LastFrameOut:
    """What the frame that its body took last shows of a situation, and why the body chose its dials. Keeps nothing."""
    row, piece = _situation(request, pk)
    return last_frame(link_of(piece), row, Kit(person_of(request)))


@router.post("/outings/{pk}/link/{slug}/frames", response=FetchedOut)
@own_turn
def bring(request: HttpRequest, pk: int, slug: str, asked: FetchIn) -> FetchedOut:
    """Bring the next files off the body's cards to a day's frames; asked again, it goes on."""
    return fetch(link_of(_body(request, slug)), my_outing(request, pk), asked.after)
