"""The walk that brings a body to a situation's setup: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from craft.day.special import BY_SPECIAL
from craft.day.walk import Part, Way
from forms.problems import InputError, Problem
from forms.situation_form import SituationForm
from forms.walk_form import WalkOut, fresh_of, values_of, walk_of
from kit.actions import believed, hold, keep_in_slot, refuse, with_state
from kit.models import Piece
from outings.mine import my_situations
from outings.models import Situation
from outings.reading import Kit
from outings.walk.schemas import RefusedIn, SlotAt, Special
from people.guards import person_of

router = Router(tags=["walk"])


def _body_of(request: HttpRequest, row: Situation) -> Piece:
    slug = row.document["body"]
    piece: Piece | None = with_state(person_of(request)).filter(slug=slug).first()
    if piece is None:
        raise InputError([Problem("/body", f"“{slug}” is not in your kit: choose another body for this situation")])
    return piece


def _form(request: HttpRequest, row: Situation) -> SituationForm:
    return Kit(person_of(request)).resolve_row(row)


def walk_to(request: HttpRequest, row: Situation, way: Way | None, special: str = "", part: Part = Part.WHOLE) -> WalkOut:
    """The walk from what the body is believed to hold to a situation's setup, or to a special one, or a part of it."""
    return walk_of(_form(request, row), believed(_body_of(request, row)), way, special, part)


@router.get("/situations/{pk}/walk", response=WalkOut)
def walk(request: HttpRequest, pk: int, way: Way | None = None, special: Special = "", part: Part = Part.WHOLE) -> WalkOut:
    """The shortest walk through the body's menus that brings it to this situation's setup, or to a special one; part: to what the picture
    needs of it, or, once that is set, to the rest."""
    return walk_to(request, get_object_or_404(my_situations(request), pk=pk), way, special, part)


@router.post("/situations/{pk}/walk/reset", response=WalkOut)
def has_been_reset(request: HttpRequest, pk: int, special: Special = "") -> WalkOut:
    """The body has just been reset: it holds what it came with, and the walk goes on from there."""
    row = get_object_or_404(my_situations(request), pk=pk)
    hold(_body_of(request, row), dict(fresh_of(_form(request, row))), verified=True)
    return walk_to(request, row, None, special)


@router.post("/situations/{pk}/walk/slot", response=WalkOut)
def has_turned(request: HttpRequest, pk: int, at: SlotAt) -> WalkOut:
    """The body has been turned to a slot: it holds what that brings back, and the walk goes on from there."""
    row = get_object_or_404(my_situations(request), pk=pk)
    body = _body_of(request, row)
    kept = body.slots.filter(bank=at.bank, number=at.number).first()
    if kept is None:
        raise InputError([Problem("/number", "nobody wrote down what this slot holds")])
    hold(body, kept.values, verified=False)
    return walk_to(request, row, None, at.special)


@router.put("/situations/{pk}/walk/slot", response=WalkOut)
def keep_it(request: HttpRequest, pk: int, at: SlotAt) -> WalkOut:
    """This situation's setup, or a special one, was set and kept in a slot of the body: so the body holds it, too."""
    row = get_object_or_404(my_situations(request), pk=pk)
    values = dict(values_of(_form(request, row), at.special))
    title = BY_SPECIAL[at.special].label if at.special else str(row.document["title"])
    body = _body_of(request, row)
    keep_in_slot(body, at.bank, at.number, title, values)
    hold(body, dict(values), verified=True)
    return walk_to(request, row, None, at.special)


@router.put("/situations/{pk}/walk/refused", response=WalkOut)
def could_not(request: HttpRequest, pk: int, refused: RefusedIn) -> WalkOut:
    """A setting could not be set on the body, and why; without a reason the mark is taken back."""
    row = get_object_or_404(my_situations(request), pk=pk)
    refuse(_body_of(request, row), refused.setting, refused.why.strip())
    return walk_to(request, row, None, refused.special)
