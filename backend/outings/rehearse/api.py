"""Rehearsing: over HTTP."""

from __future__ import annotations

from typing import Annotated, Literal

from django.contrib.auth.models import User
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Path, Query, Router

from craft.errors import CraftError
from craft.render.picture import Look, lift_between
from craft.render.shot import Shot
from forms.problems import InputError
from forms.rehearsal_form import (
    AtOnceOut,
    ComparedOut,
    CompareIn,
    HistogramsOut,
    RehearsalOut,
    RehearseIn,
    SceneOut,
    View,
    frame_at_once,
    histograms_of,
    rehearsal_of,
    scenes,
    triple_of,
)
from images.frame_files import Written, dng_of, jpeg_of
from outings.bench.actions import theirs_of
from outings.mine import my_situations
from outings.models import KeptFrame
from outings.reading import Kit
from outings.rehearse.actions import (
    Looked,
    SupersededError,
    compared,
    drawn,
    drawn_if_wanted,
    etag,
    frame_of,
    keep_frame,
    lines_drawn,
    shot_of_kept,
    shot_of_situation,
    shot_of_token,
    token_of,
)
from outings.rehearse.schemas import KeepIn, KeptOut, NameIn
from people.guards import heavy, person_of, stateless
from people.replies import as_file, as_json, files
from people.versions import IfMatch, replace, tag

router = Router(tags=["rehearse"])
Width = Annotated[int, Query(ge=64, le=1600)]
ASK_AGAIN = "private, no-cache"
"""A stored situation's picture follows its kit and its person too, so it is asked for again each time."""

Share = Annotated[float, Query(ge=0, le=1)]


def jpeg(tag: str, data: bytes | None, kept: str = "private, max-age=86400", kind: str = "image/jpeg") -> HttpResponse:
    """A picture as an answer; without data, that the one the browser has is still right."""
    answer = HttpResponse(status=304) if data is None else HttpResponse(data, content_type=kind)
    answer["ETag"] = tag
    answer["Cache-Control"] = kept
    return answer


def _drawing(request: HttpRequest, shot: Shot, width: int) -> HttpResponse:
    tag = etag("lines", shot, width)
    fresh = request.headers.get("If-None-Match") == tag
    return jpeg(tag, None if fresh else lines_drawn(shot, width), ASK_AGAIN, "image/png")


def _shot_of(request: HttpRequest, pk: int) -> Shot:
    row = get_object_or_404(my_situations(request), pk=pk)
    try:
        return shot_of_situation(row, Kit(person_of(request)))
    except (CraftError, InputError) as error:
        raise Http404 from error


@router.get("/scenes", response=list[SceneOut])
def all_scenes(request: HttpRequest) -> list[SceneOut]:
    """The scenes one can rehearse on."""
    return scenes()


@router.post("/rehearse", response=RehearsalOut)
@stateless
def rehearse(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """The frame of a situation, its ruler of tones, what one would see, and four frames beside it. Stateless."""
    return as_json(rehearsal_of(asked, token_of, theirs_of(request.user)))


@router.post("/rehearse/frame", response=AtOnceOut)
@stateless
def at_once(request: HttpRequest, asked: RehearseIn) -> HttpResponse:
    """Only the frame of a situation, for a picture that follows each change. Stateless."""
    return as_json(frame_at_once(asked, token_of, theirs_of(request.user)))


@router.post("/rehearse/compare", response=ComparedOut)
@stateless
def compare(request: HttpRequest, asked: CompareIn) -> ComparedOut:
    """What differs between two frames, and by how much the other is lifted to be set beside the one. Stateless."""
    one, other = (shot_of_token(token, request.user) for token in (asked.one, asked.other))
    return ComparedOut(words=compared(one, other), lift_stops=lift_between(one, other))


@router.get("/frames/{token}.jpg", openapi_extra=files("image/jpeg"))
def frame(
    request: HttpRequest,
    token: Annotated[str, Path(max_length=4000)],
    view: View = "finder",
    width: Width = 696,
    x: Share = 0.5,
    y: Share = 0.5,
    part: Annotated[float, Query(gt=0.001, le=1)] = 1.0,
    lift: Annotated[float, Query(ge=-8, le=8)] = 0.0,
    marks: bool = True,
    place: Annotated[str, Query(max_length=20)] = "",
    ticket: Annotated[int, Query(ge=0)] = 0,
) -> HttpResponse:
    """A frame as a picture, or of its width a part about x and y. ticket: the newer of two for one place of the screen has the greater; the older is then not drawn (204)."""
    try:
        shot, at = frame_of(token, lift, request.user), Looked(Look(view), width, (x, y), part, marks)
    except InputError as error:
        raise Http404 from error
    tag = etag(shot, at)
    if request.headers.get("If-None-Match") == tag:
        return jpeg(tag, None)
    try:
        return jpeg(tag, drawn_if_wanted(request.user.pk or 0, place, ticket, shot, at))
    except SupersededError:
        return HttpResponse(status=204)


@router.get("/frames/{token}/lines.png", openapi_extra=files("image/png"))
def lines(request: HttpRequest, token: Annotated[str, Path(max_length=4000)], width: Width = 264) -> HttpResponse:
    """A frame as a line drawing, without any colour of its own: for the dark."""
    try:
        shot = frame_of(token, 0.0, request.user)
    except InputError as error:
        raise Http404 from error
    return _drawing(request, shot, width)


@router.get("/frames/{token}/tones", response=HistogramsOut)
def tones(request: HttpRequest, token: Annotated[str, Path(max_length=4000)]) -> HttpResponse:
    """How a frame's raw and its finished file are spread over the ruler of tones, by channel."""
    try:
        return as_json(histograms_of(frame_of(token, 0.0, request.user)))
    except InputError as error:
        raise Http404 from error


@router.get("/situations/{pk}/lines.png", openapi_extra=files("image/png"))
def situation_lines(request: HttpRequest, pk: int, width: Width = 264) -> HttpResponse:
    """A stored situation's frame as a line drawing; 404 where no frame can be taken."""
    return _drawing(request, _shot_of(request, pk), width)


@router.get("/situations/{pk}/scene.jpg", openapi_extra=files("image/jpeg"))
def thumbnail(request: HttpRequest, pk: int, width: Width = 264) -> HttpResponse:
    """A stored situation's frame, small and without marks; 404 where no frame can be taken."""
    shot = _shot_of(request, pk)
    tag = etag(shot, width)
    if request.headers.get("If-None-Match") == tag:
        return jpeg(tag, None, ASK_AGAIN)
    return jpeg(tag, drawn(shot, Looked(Look.FINDER, width, marks=False)), ASK_AGAIN)


def _kept(row: KeptFrame, person: User) -> KeptOut:
    try:
        shot = shot_of_kept(row, person)
    except CraftError as error:
        return KeptOut(
            id=row.pk, name=row.name, version=tag(row.revision), scene=error.message, token="", figures=None, made_at=row.made_at
        )
    return KeptOut(
        id=row.pk,
        version=tag(row.revision),
        name=row.name,
        scene=shot.own.title if shot.own else shot.scene.title,
        token=token_of(shot),
        figures=triple_of(shot),
        made_at=row.made_at,
    )


def _mine(request: HttpRequest, pk: int) -> KeptFrame:
    return get_object_or_404(KeptFrame.objects.select_related("situation__outing"), pk=pk, situation__in=my_situations(request))


@router.get("/situations/{pk}/kept", response=list[KeptOut])
def kept(request: HttpRequest, pk: int) -> list[KeptOut]:
    """Frames kept of a situation, the first first."""
    return [_kept(row, person_of(request)) for row in get_object_or_404(my_situations(request), pk=pk).kept.all()]


@router.post("/situations/{pk}/kept", response=KeptOut)
def keep(request: HttpRequest, pk: int, asked: KeepIn) -> KeptOut:
    """Keep a frame with its situation: its figures and its seed, not its pixels."""
    situation = get_object_or_404(my_situations(request), pk=pk)
    return _kept(keep_frame(situation, shot_of_token(asked.token, person_of(request)), asked.name), person_of(request))


@router.get("/kept/{pk}/frame.{kind}", openapi_extra=files("image/jpeg", "image/x-adobe-dng"))
@heavy
def kept_file(request: HttpRequest, pk: int, kind: Literal["jpg", "dng"]) -> HttpResponse:
    """A kept frame as a file that other programs open: the finished one with its exposure written in, or its raw as an open DNG."""
    row = _mine(request, pk)
    try:
        shot = shot_of_kept(row, person_of(request))
    except CraftError as error:
        raise Http404 from error
    kit = Kit(person_of(request))
    at = row.situation
    taken = f"{at.outing.day:%Y:%m:%d} {at.document['starts_at'][:5]}:00"
    written = Written(kit.body_name(at.document["body"]), kit.lens_name(at.document["lens"]), taken, at.outing.utc_offset_min)
    data = jpeg_of(shot, written) if kind == "jpg" else dng_of(shot, written)
    return as_file(data, "image/jpeg" if kind == "jpg" else "image/x-adobe-dng", f"{row.name.replace('/', '-')}.{kind}")


@router.put("/kept/{pk}", response=KeptOut)
def rename(request: HttpRequest, pk: int, asked: NameIn, if_match: IfMatch) -> KeptOut:
    """Call a kept frame something else, if it is still the version that was read."""
    row = _mine(request, pk)
    replace(row, if_match, {"name": row.name}, name=asked.name.strip() or row.name)
    return _kept(row, person_of(request))


@router.delete("/kept/{pk}", response={204: None})
def delete(request: HttpRequest, pk: int) -> HttpResponse:
    """Delete a kept frame."""
    _mine(request, pk).delete()
    return HttpResponse(status=204)
