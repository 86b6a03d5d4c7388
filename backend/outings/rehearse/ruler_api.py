"""The decisions that are judged on the scene: over HTTP."""

from __future__ import annotations

from typing import Annotated

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Path, Query, Router

from craft.render.patch import patch, png_of
from forms.in_light_form import InLightIn, InLightOut, LightsOut, RunOut, in_light_of, lights_of, runs_of
from forms.problems import InputError
from forms.rehearsal_form import RehearseIn
from forms.rulers.asked import Signs
from forms.rulers.distance import DistanceOnSceneOut, distance_on
from forms.rulers.following import FollowingIn, FollowingOut, following_of
from forms.rulers.iso import IsoComfortOut, iso_comfort
from forms.rulers.metering import MeteredOut, MeteringIn, metering_of
from forms.rulers.range import RangedOut, range_of
from forms.rulers.sets import CoveringOut, sets_of
from forms.rulers.steady import SteadyOut, series_form
from forms.rulers.time import TimeOnSceneOut, time_on
from forms.rulers.truth import TruthOut, truth_form
from forms.rulers.white import WhiteIn, WhiteOnSceneOut, white_on
from forms.rulers.white_beside import (
    BesideOut,
    CardIn,
    CardOnSceneOut,
    NearerIn,
    NearerOut,
    WhitesIn,
    measured_on,
    nearer,
    whites_beside,
)
from forms.rulers.white_series import WhiteSeriesIn, WhiteSeriesOut, series_of_white
from outings.bench.actions import in_full, theirs_of
from outings.rehearse.actions import column_token, drawn_strip, etag, strip_token, token_of
from outings.rehearse.api import jpeg
from outings.rehearse.longer import longer_set
from outings.rehearse.schemas import LongerOut
from people.guards import heavy, person_of, stateless
from people.replies import as_json, as_json_list, files

router = Router(tags=["rehearse"])

PATCH_WIDE, PATCH_HIGH = 180, 120
"""Pixels of a patch."""


@router.post("/rehearse/metering", response=MeteredOut)
@stateless
def metering(request: HttpRequest, asked: MeteringIn) -> HttpResponse:
    """What each pattern reads on a situation's scene, how that swings, and where to point a spot. Stateless."""
    return as_json(metering_of(asked, Signs(token_of, strip_token), theirs_of(request.user)))


@router.post("/rehearse/range", response=RangedOut)
@stateless
def range_(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """How the scene fares as set, and the best of every offset, protection and lift for what comes first. Stateless."""
    return as_json(range_of(asked, token_of, theirs_of(request.user)))


@router.post("/rehearse/sets", response=CoveringOut)
@stateless
@heavy
def sets(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """What each set that the body offers holds of the scene, and the set that noise would choose. Stateless."""
    return as_json(sets_of(asked, token_of, theirs_of(request.user)))


@router.post("/rehearse/sets/longer", response=LongerOut)
def longer(request: HttpRequest, asked: RehearseIn) -> LongerOut:
    """The search for the set of five frames that noise would choose: begun where it was not, with how far it is and what it found."""
    return longer_set(person_of(request), in_full(request.user, asked))


@router.post("/rehearse/truth", response=TruthOut)
@stateless
def truth(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """What the raw still has when the preview first warns, and what moves that. Stateless."""
    return as_json(truth_form(asked, token_of, theirs_of(request.user)))


@router.post("/rehearse/series", response=SteadyOut)
@stateless
def series(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """How bright twelve frames of a series come out, held and by each pattern. Stateless."""
    return as_json(series_form(asked, strip_token, theirs_of(request.user)))


@router.post("/rehearse/white", response=WhiteOnSceneOut)
@stateless
def white(request: HttpRequest, asked: WhiteIn) -> HttpResponse:
    """The lights of a situation's scene, the white that is set, and what comes of skin and paper. Stateless."""
    return as_json(white_on(asked, theirs_of(request.user)))


@router.post("/rehearse/whites", response=list[BesideOut])
@stateless
def whites(request: HttpRequest, asked: WhitesIn) -> list[BesideOut]:
    """Frames of a situation under several whites. Stateless."""
    return whites_beside(asked, token_of, theirs_of(request.user))


@router.post("/rehearse/white/series", response=WhiteSeriesOut)
@stateless
def white_series(request: HttpRequest, asked: WhiteSeriesIn) -> HttpResponse:
    """What each way of setting white makes of a series of a situation, and the minutes it costs. Stateless."""
    return as_json(series_of_white(asked, theirs_of(request.user)))


@router.post("/rehearse/white/nearer", response=NearerOut)
@stateless
def which_is_nearer(request: HttpRequest, asked: NearerIn) -> HttpResponse:
    """Two whites of a situation's frame to choose between by eye, and where each choice leads. Stateless."""
    return as_json(nearer(asked, token_of, theirs_of(request.user)))


@router.post("/rehearse/white/measured", response=CardOnSceneOut)
@stateless
def measured(request: HttpRequest, asked: CardIn) -> HttpResponse:
    """The white that places of a situation's frame ask for. Stateless."""
    return as_json(measured_on(asked, theirs_of(request.user)))


@router.post("/rehearse/distance", response=DistanceOnSceneOut)
@stateless
def distance(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """What is sharp from where to where, and what stands where in a situation's scene. Stateless."""
    return as_json(distance_on(asked, theirs_of(request.user)))


@router.post("/rehearse/iso", response=IsoComfortOut)
@stateless
def iso(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """The noise that each ISO brings at the size of the output, and what makes the ceiling. Stateless."""
    return as_json(iso_comfort(asked, theirs_of(request.user)))


@router.get("/patch.png", openapi_extra=files("image/png"))
def grey_patch(
    request: HttpRequest,
    snr: Annotated[float, Query(ge=0.5, le=5000, allow_inf_nan=False)] = 40.0,
    below: Annotated[float, Query(ge=0, le=10, allow_inf_nan=False)] = 0.0,
) -> HttpResponse:
    """A grey patch of a signal to noise, a pixel of the output each: a mid-tone, or so many stops below it."""
    made = png_of(patch(snr, below, PATCH_WIDE, PATCH_HIGH))
    return HttpResponse(made, content_type="image/png", headers={"Cache-Control": "private, max-age=86400"})


@router.post("/rehearse/time", response=TimeOnSceneOut)
@stateless
def time(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """What is frozen, smeared or streaked by which time in a situation, and what hand, lamps and shutters allow. Stateless."""
    return as_json(time_on(asked, theirs_of(request.user)))


@router.post("/rehearse/following", response=FollowingOut)
@stateless
def following(request: HttpRequest, asked: FollowingIn) -> HttpResponse:
    """What each value of autofocus keeps in a situation, and one burst of it. Stateless."""
    return as_json(following_of(asked, theirs_of(request.user)))


@router.post("/rehearse/light", response=InLightOut)
@stateless
def light(request: HttpRequest, asked: InLightIn) -> HttpResponse:
    """The frame of a situation once its light has moved, and what would be decided in that light. Stateless."""
    return as_json(in_light_of(asked, token_of, theirs_of(request.user)))


@router.post("/rehearse/lights", response=LightsOut)
@stateless
def lights(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """Small frames of a situation, a few stops of light apart, as one picture. Stateless."""
    return as_json(lights_of(asked, column_token, theirs_of(request.user)))


@router.post("/rehearse/sequence", response=list[RunOut])
@stateless
def sequence(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """Twelve frames as the light moves, by several programs of the body: what is set, what holds, what floats. Stateless."""
    return as_json_list(runs_of(asked, column_token, theirs_of(request.user)))


@router.get("/strips/{token}.jpg", openapi_extra=files("image/jpeg"))
def strip(request: HttpRequest, token: Annotated[str, Path(max_length=4000)]) -> HttpResponse:
    """Small pictures side by side, or one under the other."""
    tag = etag(token)
    if request.headers.get("If-None-Match") == tag:
        return jpeg(tag, None)
    try:
        return jpeg(tag, drawn_strip(token, request.user))
    except InputError as error:
        raise Http404 from error
