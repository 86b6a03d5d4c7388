"""Custom slots of an outing: what each should hold, what it holds now, and what it cannot hold: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from outings.actions import Kit
from outings.mine import my_outing
from outings.slots.actions import fill, slots_of
from outings.slots.schemas import Choice, SlotsOut
from people.guards import heavy

router = Router(tags=["slots"])


@router.get("/outings/{pk}/slots", response=SlotsOut)
@heavy
def slots(request: HttpRequest, pk: int) -> SlotsOut:
    """Which setups of the day to keep in each body's custom slots."""
    return slots_of(my_outing(request, pk), Kit(request.user))


@router.put("/outings/{pk}/slots", response=SlotsOut)
@heavy
def choose(request: HttpRequest, pk: int, choice: Choice) -> SlotsOut:
    """Choose what a slot holds on this outing, or leave it to be computed again."""
    outing, kit = my_outing(request, pk), Kit(request.user)
    fill(outing, kit, choice)
    return slots_of(outing, kit)
