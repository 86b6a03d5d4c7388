"""Controls of the bodies of an outing: what the day wants under a finger, and where to put it: over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from outings.fingers.actions import kept_controls
from outings.fingers.schemas import ControlsOut
from outings.mine import my_outing
from outings.reading import Kit
from outings.setups import by_body, made_of
from people.guards import heavy, person_of

router = Router(tags=["controls"])


@router.get("/outings/{pk}/fingers", response=ControlsOut)
@heavy
def controls(request: HttpRequest, pk: int) -> ControlsOut:
    """What the day wants under a finger, body by body."""
    outing = my_outing(request, pk)
    kit = Kit(person_of(request))
    setups, problems = made_of(outing, kit)
    days = by_body(setups)
    bodies = [kept_controls(body, day, kit) for body, day in days.items()]
    return ControlsOut(title=outing.title, bodies=bodies, problems=problems)
