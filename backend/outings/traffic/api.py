"""Cards and links of an outing: how long bursts last, what waits to be sent, what is not yet copied: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from outings.actions import Kit
from outings.mine import my_outing
from outings.setups import by_body, made_of, minutes_of
from outings.traffic.actions import LAST_H, body_traffic, not_copied
from outings.traffic.schemas import TrafficOut

router = Router(tags=["traffic"])


@router.get("/outings/{pk}/traffic", response=TrafficOut)
def traffic(request: HttpRequest, pk: int) -> TrafficOut:
    """How long bursts last, and what waits to be sent, body by body."""
    outing = my_outing(request, pk)
    kit = Kit(request.user)
    setups, problems = made_of(outing, kit)
    starts = {row.pk: minutes_of(str(row.document["starts_at"])) for row in outing.situations.filter(deleted_at=None)}
    order = sorted(starts.values())
    spans = {
        pk: (begin, min((later - begin for later in order if later > begin), default=LAST_H * 60) / 60) for pk, begin in starts.items()
    }
    days = by_body(setups)
    bodies = [body_traffic(body, day, spans) for body, day in days.items()]
    return TrafficOut(title=outing.title, bodies=bodies, not_copied=not_copied(outing), problems=problems)
