"""The first day with a body: a guided path that can be left and taken up again, and its record: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from kit.actions import with_state
from kit.models import Piece
from outings.first_day.actions import begin, first_day_of, mark
from outings.first_day.schemas import FirstDayOut, StepDone
from outings.reading import Kit
from people.guards import heavy, person_of

router = Router(tags=["first day"])


def _body(request: HttpRequest, slug: str) -> Piece:
    piece: Piece = get_object_or_404(with_state(person_of(request)), slug=slug, deleted_at=None)
    return piece


@router.get("/kit/bodies/{slug}/first", response=FirstDayOut)
@heavy
def first_day(request: HttpRequest, slug: str) -> FirstDayOut:
    """The first day with a body, as far as it has come."""
    return first_day_of(_body(request, slug), Kit(person_of(request)))


@router.put("/kit/bodies/{slug}/first", response=FirstDayOut)
@heavy
def step_done(request: HttpRequest, slug: str, step: StepDone) -> FirstDayOut:
    """A step was done: its settings hold what they should, and somebody has looked; or it was not after all."""
    piece, kit = _body(request, slug), Kit(person_of(request))
    mark(piece, kit, step.step, done=step.done)
    return first_day_of(_body(request, slug), Kit(person_of(request)))


@router.post("/kit/bodies/{slug}/first/reset", response=FirstDayOut)
@heavy
def as_new(request: HttpRequest, slug: str) -> FirstDayOut:
    """The body is new, or was just reset: it holds the defaults that its owner has stated (the rest is unknown), its slots nothing, and the path begins."""
    begin(_body(request, slug), Kit(person_of(request)))
    return first_day_of(_body(request, slug), Kit(person_of(request)))
