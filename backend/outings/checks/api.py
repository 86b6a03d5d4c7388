"""Before the pictures: checks of an outing, what could slip, and defaults that bite: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from outings.checks.actions import checks_of, guard_against, ticked
from outings.checks.schemas import ChecksOut, GuardIn, Tick
from outings.mine import my_outing
from outings.reading import Kit
from people.guards import heavy, person_of

router = Router(tags=["checks"])


@router.get("/outings/{pk}/checks", response=ChecksOut)
@heavy
def checks(request: HttpRequest, pk: int) -> ChecksOut:
    """What to look at before the pictures of an outing."""
    return checks_of(my_outing(request, pk), Kit(person_of(request)))


@router.put("/outings/{pk}/checks", response=ChecksOut)
@heavy
def tick(request: HttpRequest, pk: int, tick: Tick) -> ChecksOut:
    """Tick a check off, with the time, or take the tick back."""
    return ticked(my_outing(request, pk), Kit(person_of(request)), tick.slug, done=tick.done)


@router.put("/outings/{pk}/guards", response=ChecksOut)
@heavy
def guard(request: HttpRequest, pk: int, wanted: GuardIn) -> ChecksOut:
    """Make a slip harmless: its guard is set by hand in every situation that it threatens, all or nothing; each can be undone."""
    outing = my_outing(request, pk)
    guard_against(outing, wanted.slip)
    return checks_of(outing, Kit(person_of(request)))
