"""The first day with a body: a guided path that can be left and taken up again, and its record: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router

from craft.day.first_day import FIRST_STEPS, tasks_of
from forms.problems import InputError, Problem
from kit.actions import forget, hold, with_state
from kit.models import FirstStep, Piece
from outings.actions import Kit
from outings.first_day.actions import basis_of, first_day_of
from outings.first_day.schemas import FirstDayOut, StepDone
from people.guards import heavy

router = Router(tags=["first day"])


def _body(request: HttpRequest, slug: str) -> Piece:
    piece: Piece = get_object_or_404(with_state(request.user), slug=slug, deleted_at=None)
    return piece


@router.get("/kit/bodies/{slug}/first", response=FirstDayOut)
@heavy
def first_day(request: HttpRequest, slug: str) -> FirstDayOut:
    """The first day with a body, as far as it has come."""
    return first_day_of(_body(request, slug), Kit(request.user))


@router.put("/kit/bodies/{slug}/first", response=FirstDayOut)
@heavy
def step_done(request: HttpRequest, slug: str, step: StepDone) -> FirstDayOut:
    """A step was done: its settings hold what they should, and somebody has looked; or it was not after all."""
    piece, kit = _body(request, slug), Kit(request.user)
    if step.step not in {row.slug for row in FIRST_STEPS}:
        raise InputError([Problem("/step", f"{', '.join(row.slug for row in FIRST_STEPS)} is accepted")])
    if step.done:
        rows = basis_of(kit, slug).agreed(kit.states[slug].layout[0])
        tasks = {task.step.slug: task for task in tasks_of(rows)}
        if step.step not in tasks:
            raise InputError([Problem("/step", "this body has nothing of that step")])
        hold(piece, {one.row.setting.slug: one.row.value for one in tasks[step.step].rows}, verified=True)
        FirstStep.objects.get_or_create(piece=piece, slug=step.step, defaults={"at": timezone.now()})
    else:
        piece.first_steps.filter(slug=step.step).delete()
    return first_day_of(_body(request, slug), Kit(request.user))


@router.post("/kit/bodies/{slug}/first/reset", response=FirstDayOut)
@heavy
def as_new(request: HttpRequest, slug: str) -> FirstDayOut:
    """The body is new, or was just reset: it holds the defaults that its owner has stated (the rest is unknown), its slots nothing, and the path begins."""
    piece, kit = _body(request, slug), Kit(request.user)
    fresh = basis_of(kit, slug).fresh
    forget(piece)
    hold(piece, dict(fresh), verified=False)
    piece.first_steps.all().delete()
    piece.slots.all().delete()
    piece.refused.all().delete()
    return first_day_of(_body(request, slug), Kit(request.user))
