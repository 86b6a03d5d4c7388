"""The bench: a situation as it stands on a screen, answered in parts: figures first, the rest when it is looked at."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router

from forms.configuration_form import ClashesOut, clashes_form
from forms.outing_form import SituationNow
from forms.setup_form import FiguresOut, LadderOut, OtherWayOut, SetupOut, figures_form, ladder_of, setup_form, ways_of
from outings.bench.actions import answer_now, pairs_of, seen_from, why_of
from outings.bench.around import around_of
from outings.bench.schedule import scheduled
from outings.bench.schemas import AroundOut, PairsOut, ScheduleOut, StarsIn, StarsOut, WaysIn, WhyIn, WhyOut
from outings.bench.stars import stars_of
from outings.mine import my_outing
from outings.reading import there_of
from people.guards import heavy, stateless
from people.replies import as_json

router = Router(tags=["bench"])


@router.post("/bench/figures", response=FiguresOut)
@stateless
def figures(request: HttpRequest, now: SituationNow, at_once: bool = False) -> HttpResponse:
    """What the decisions come to in the light as it is, at each keystroke; at once: before what focus follows is simulated. Keeps nothing."""
    answer = answer_now(request.user, now, at_once)
    return as_json(figures_form(answer.situation, answer.setup, now.document.delivery.shape))


@router.post("/bench/ladder", response=LadderOut)
@stateless
def ladder(request: HttpRequest, now: SituationNow) -> HttpResponse:
    """What the body would be set to in every light. Keeps nothing."""
    return as_json(ladder_of(answer_now(request.user, now).setup))


@router.post("/bench/ways", response=list[OtherWayOut])
@stateless
def ways(request: HttpRequest, asked: WaysIn) -> list[OtherWayOut]:
    """What else one might do where a decision was taken, and when that would win. Keeps nothing."""
    with seen_from("situation"):
        decisions = answer_now(request.user, asked.situation).setup.decisions
    return [way for made in decisions if made.decision == asked.decision for way in ways_of(made)]


@router.post("/bench/why", response=list[WhyOut])
@stateless
def why(request: HttpRequest, asked: WhyIn) -> list[WhyOut]:
    """Why the body chose what a frame has, by the situation's setup, and what to change. Keeps nothing."""
    return why_of(request.user, asked)


@router.post("/bench/schedule", response=ScheduleOut)
@stateless
def schedule(request: HttpRequest, now: SituationNow) -> ScheduleOut:
    """When which dial moves as the sky goes over the outing's place, a stop of light at a time. Keeps nothing."""
    answer = answer_now(request.user, now)
    return scheduled(my_outing(request, now.outing), now.document, answer)


@router.post("/bench/around", response=AroundOut)
@stateless
def all_around(request: HttpRequest, now: SituationNow) -> AroundOut:
    """What stands about the outing's place at a picture's hour, and what its lens takes in of it. Keeps nothing."""
    answer = answer_now(request.user, now, at_once=True)
    return around_of(now.document, answer, there_of(my_outing(request, now.outing)))


@router.post("/bench/stars", response=StarsOut)
@stateless
def stars(request: HttpRequest, asked: StarsIn) -> StarsOut:
    """What a frame of the night sky holds: trails by three schools, how bright the sky is, frames and minutes for the galaxy's band. Keeps nothing."""
    now = asked.situation
    with seen_from("situation"):
        answer = answer_now(request.user, now)
        return stars_of(asked, answer, there_of(my_outing(request, now.outing)))


@router.post("/bench/clashes", response=ClashesOut)
@stateless
def clashes(request: HttpRequest, now: SituationNow) -> HttpResponse:
    """What does not go together among the settings: asked once typing pauses. Keeps nothing."""
    answer = answer_now(request.user, now)
    with seen_from("document"):
        return as_json(clashes_form(answer))


@router.post("/bench/whole", response=SetupOut)
@stateless
def whole(request: HttpRequest, now: SituationNow) -> HttpResponse:
    """The whole setup, with every setting of the body. Keeps nothing."""
    answer = answer_now(request.user, now)
    with seen_from("document"):
        return as_json(setup_form(answer, now.document.delivery.shape))


@router.post("/bench/pairs", response=PairsOut)
@stateless
@heavy
def pairs(request: HttpRequest, now: SituationNow) -> PairsOut:
    """The person's bodies and lenses for a situation, best first. Keeps nothing."""
    return pairs_of(request.user, now)
