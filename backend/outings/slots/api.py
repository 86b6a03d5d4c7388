"""Custom slots of an outing: what each should hold, what it holds now, and what it cannot hold: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from outings.mine import my_outing
from outings.reading import Kit
from outings.slots.actions import fill, slots_of
from outings.slots.schemas import Choice, SlotsOut
from people.guards import heavy, person_of

router = Router(tags=["slots"])


@router.get("/outings/{pk}/slots", response=SlotsOut)
@heavy
def slots(request: HttpRequest, pk: int) -> SlotsOut:
    """Which setups of the day to keep in each body's custom slots."""
    return slots_of(my_outing(request, pk), Kit(person_of(request)))


@router.put("/outings/{pk}/slots", response=SlotsOut)
@heavy
def choose(request: HttpRequest, pk: int, choice: Choice) -> SlotsOut:
    """Choose what a slot holds on this outing, or leave it to be computed again."""
    outing, kit = my_outing(request, pk), Kit(person_of(request))
    fill(outing, kit, choice)
    return slots_of(outing, kit)
