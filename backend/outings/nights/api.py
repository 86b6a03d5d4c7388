"""Nights over an outing's place, over HTTP."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from outings.mine import my_outing
from outings.nights.actions import calendar_of, nights_out
from outings.nights.schemas import NightsIn, NightsOut
from people.guards import heavy
from people.replies import as_file, files

router = Router(tags=["nights"])


@router.get("/outings/{pk}/nights", response=NightsOut)
@heavy
def nights(request: HttpRequest, pk: int, asked: Query[NightsIn]) -> NightsOut:
    """When what one waits for is there over an outing's place, night by night from its day on."""
    return nights_out(my_outing(request, pk), asked)


@router.get("/outings/{pk}/nights.ics", openapi_extra=files("text/calendar"))
def calendar(request: HttpRequest, pk: int, asked: Query[NightsIn]) -> HttpResponse:
    """The same as a calendar, for any program that keeps one."""
    outing = my_outing(request, pk)
    return as_file(calendar_of(outing, asked), "text/calendar; charset=utf-8", f"{outing.title}, nights.ics")
