"""Before the pictures: checks of an outing, what could slip, and defaults that bite: over HTTP."""

from __future__ import annotations

from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from craft.day.checks import SLIPS, applying, unguarded
from craft.vocabulary.setting import Value
from forms.problems import InputError, Problem
from outings.actions import Kit, set_by_hand
from outings.checks.actions import checks_of, offered_by
from outings.checks.schemas import ChecksOut, GuardIn, Tick
from outings.mine import my_outing
from outings.models import Ticked
from outings.setups import made_of
from people.guards import heavy

router = Router(tags=["checks"])


@router.get("/outings/{pk}/checks", response=ChecksOut)
@heavy
def checks(request: HttpRequest, pk: int) -> ChecksOut:
    """What to look at before the pictures of an outing."""
    return checks_of(my_outing(request, pk), Kit(request.user))


@router.put("/outings/{pk}/checks", response=ChecksOut)
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
def guard(request: HttpRequest, pk: int, wanted: GuardIn) -> ChecksOut:
    """Make a slip harmless: its guard is set by hand in every situation that it threatens, all or nothing; each can be undone."""
    outing = my_outing(request, pk)
    slip = next((slip for slip in SLIPS if slip.slug == wanted.slip), None)
    if slip is None:
        raise InputError([Problem("/slip", f"{', '.join(slip.slug for slip in SLIPS)} is accepted")])
    changes: dict[int, dict[str, Value]] = {}
    for made in made_of(outing, Kit(request.user))[0]:
        values = made.configuration.values
        if applying([slip], made.facts, made.tokens, values):
            changes[made.pk] = unguarded(slip, values, offered_by(made))
    if not any(changes.values()):
        raise InputError([Problem("/slip", "no setup of this outing needs that guard, or none of its bodies has it")])
    with transaction.atomic():
        for row in outing.situations.filter(pk__in=[pk for pk, change in changes.items() if change]):
            set_by_hand(row, changes[row.pk])
    return checks_of(outing, Kit(request.user))
