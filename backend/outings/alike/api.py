"""Two bodies of an outing kept alike: differences, clocks, prefixes, and one press to mend them: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from outings.alike.actions import likenesses, set_alike
from outings.alike.schemas import AlikeOut, Likeness
from outings.mine import my_outing
from people.guards import heavy

router = Router(tags=["slots"])


@router.get("/outings/{pk}/alike", response=list[AlikeOut])
@heavy
def alike(request: HttpRequest, pk: int) -> list[AlikeOut]:
    """The bodies of an outing, two by two."""
    return likenesses(my_outing(request, pk))


@router.put("/outings/{pk}/alike", response=list[AlikeOut])
@heavy
def make_alike(request: HttpRequest, pk: int, likeness: Likeness) -> list[AlikeOut]:
    """Set a body like another, in all of its situations of the day, all or nothing; each can be undone on its bench."""
    outing = my_outing(request, pk)
    set_alike(outing, likeness)
    return likenesses(outing)
