"""Cards and links of an outing: how long bursts last, what waits to be sent, what is not yet copied: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from outings.mine import my_outing
from outings.reading import Kit
from outings.setups import made_of
from outings.traffic.actions import not_copied, traffic_of
from outings.traffic.schemas import TrafficOut
from people.guards import heavy, person_of

router = Router(tags=["traffic"])


@router.get("/outings/{pk}/traffic", response=TrafficOut)
@heavy
def traffic(request: HttpRequest, pk: int) -> TrafficOut:
    """How long bursts last, and what waits to be sent, body by body."""
    outing = my_outing(request, pk)
    kit = Kit(person_of(request))
    setups, problems = made_of(outing, kit)
    bodies = traffic_of(outing, setups)
    return TrafficOut(title=outing.title, bodies=bodies, not_copied=not_copied(outing), problems=problems)
