"""The door: a shore from the evening's sun to the stars, and what one would dial there. The same for all; drawn once."""

from __future__ import annotations

import threading
from functools import cache, lru_cache
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Path, Router, Schema

from craft.render.lines import as_png, lines_of
from craft.render.picture import Look, as_jpeg, picture
from craft.render.shot import shot_of
from craft.scene.conditions import BY_SLUG
from demo.door import HOURS
from forms.answer import Answer, answer_to
from forms.rehearsal_form import TripleOut, triple
from forms.situation_form import SituationForm
from people.guards import Anyone
from people.replies import files

router = Router(tags=["guide"], auth=Anyone())
WIDTH = 960
Hour = Annotated[int, Path(ge=0, lt=len(HOURS))]
A_DAY_S = 24 * 60 * 60
_brush = threading.Lock()
"""Each is drawn once, however many strangers ask for it at the same time."""


class HourOut(Schema):
    """An hour at the door: its light in words and in EV, and the three figures for it."""

    clock: str
    light: str
    ev100: float
    figures: TripleOut


@cache
def _answer(hour: int) -> Answer:
    return answer_to(SituationForm.model_validate(HOURS[hour][1]))


@cache
def _hours() -> list[HourOut]:
    told = []
    for hour, (clock, asked) in enumerate(HOURS):
        setup = _answer(hour).setup
        dialled = triple(setup.exposure.shutter_s, setup.exposure.aperture, setup.exposure.iso)
        told.append(HourOut(clock=clock, light=BY_SLUG[asked["light"]["condition"]].label, ev100=setup.light.ev100, figures=dialled))
    return told


@lru_cache(maxsize=2 * len(HOURS))
def _drawn(hour: int, *, lines: bool) -> bytes:
    answer = _answer(hour)
    shot = shot_of(answer.situation, answer.setup, None, 1, answer.configuration.values)
    return as_png(lines_of(shot, WIDTH)) if lines else as_jpeg(picture(shot, Look.FINDER, WIDTH, marks=False))


def _kept(hour: int, *, lines: bool) -> HttpResponse:
    with _brush:
        data = _drawn(hour, lines=lines)
    kind = "image/png" if lines else "image/jpeg"
    return HttpResponse(data, content_type=kind, headers={"Cache-Control": f"public, max-age={A_DAY_S}"})


@router.get("/door", response=list[HourOut])
def door(request: HttpRequest) -> list[HourOut]:
    """The hours that the door shows, brightest first."""
    return _hours()


@router.get("/door/{hour}.jpg", openapi_extra=files("image/jpeg"))
def at_hour(request: HttpRequest, hour: Hour) -> HttpResponse:
    """The place at one of these hours, as its figures would take it."""
    return _kept(hour, lines=False)


@router.get("/door/{hour}/lines.png", openapi_extra=files("image/png"))
def lines_at_hour(request: HttpRequest, hour: Hour) -> HttpResponse:
    """The same in lines, for the red lamp."""
    return _kept(hour, lines=True)
