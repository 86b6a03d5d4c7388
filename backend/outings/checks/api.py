"""Before the pictures: checks of an outing, what could slip, and defaults that bite: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from forms.problems import InputError, Problem
from outings.actions import Kit
from outings.checks.actions import checks_of, guard_against
from outings.checks.schemas import ChecksOut, GuardIn, Tick
from outings.mine import my_outing
from outings.models import Ticked
from people.guards import heavy

router = Router(tags=["checks"])


@router.get("/outings/{pk}/checks", response=ChecksOut)
@heavy
def checks(request: HttpRequest, pk: int) -> ChecksOut:
    """What to look at before the pictures of an outing."""
    return checks_of(my_outing(request, pk), Kit(request.user))


@router.put("/outings/{pk}/checks", response=ChecksOut)
@heavy
def tick(request: HttpRequest, pk: int, tick: Tick) -> ChecksOut:
    """Tick a check off, with the time, or take the tick back."""
    outing = my_outing(request, pk)
    told = checks_of(outing, Kit(request.user))
    check = next((check for check in told.checks if check.slug == tick.slug), None)
    if check is None:
        raise InputError([Problem("/slug", "this outing has no such check")])
    if tick.done:
        check.ticked_at = Ticked.objects.get_or_create(outing=outing, check_slug=tick.slug, defaults={"at": timezone.now()})[0].at
    else:
        outing.ticked.filter(check_slug=tick.slug).delete()
        check.ticked_at = None
    return told


@router.put("/outings/{pk}/guards", response=ChecksOut)
@heavy
def guard(request: HttpRequest, pk: int, wanted: GuardIn) -> ChecksOut:
    """Make a slip harmless: its guard is set by hand in every situation that it threatens, all or nothing; each can be undone."""
    outing = my_outing(request, pk)
    guard_against(outing, wanted.slip)
    return checks_of(outing, Kit(request.user))
