"""Two bodies of an outing kept alike: differences, clocks, prefixes, and one press to mend them: over HTTP."""

from __future__ import annotations

from django.db import transaction
from django.http import HttpRequest
from ninja import Router

from craft.day.alike import differences
from craft.vocabulary.settings import BY_SLUG
from forms.problems import InputError, Problem
from outings.actions import Kit, set_by_hand
from outings.alike.actions import likenesses
from outings.alike.schemas import AlikeOut, Likeness
from outings.mine import my_outing
from outings.setups import by_body, made_of
from people.guards import heavy

router = Router(tags=["slots"])


@router.get("/outings/{pk}/alike", response=list[AlikeOut])
@heavy
def alike(request: HttpRequest, pk: int) -> list[AlikeOut]:
    """The bodies of an outing, two by two."""
    return likenesses(my_outing(request, pk))


@router.put("/outings/{pk}/alike", response=list[AlikeOut])
def make_alike(request: HttpRequest, pk: int, likeness: Likeness) -> list[AlikeOut]:
    """Set a body like another, in all of its situations of the day, all or nothing; each can be undone on its bench."""
    outing = my_outing(request, pk)
    days = by_body(made_of(outing, Kit(request.user))[0])
    if likeness.like not in days or likeness.body not in days:
        raise InputError([Problem("/body", f"{' and '.join(days) or 'no body'} have setups on this outing")])
    found = differences([m.configuration for m in days[likeness.body]], [m.configuration for m in days[likeness.like]])
    values = {d.one.setting.slug: d.other.value for d in found if d.one_can}
    refused = [
        Problem(
            f"/settings/{k}",
            f"{BY_SLUG[slug].label if slug in BY_SLUG else slug}: they do not differ in it, or this body has no such value",
        )
        for k, slug in enumerate(likeness.settings)
        if slug not in values
    ]
    if refused:
        raise InputError(refused)
    wanted = {slug: values[slug] for slug in likeness.settings}
    with transaction.atomic():
        for row in outing.situations.filter(deleted_at=None):
            if row.document["body"] == likeness.body:
                set_by_hand(row, wanted)
    return likenesses(outing)
