"""Frames that came back, over HTTP: brought, judged, laid beside the plan, learned from."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router

from frames.actions import bring, drop, is_sidecar, judge, mine, move, named, rate_by_sidecar, room_for_frames, set_clock, the_rest_is_not
from frames.exported import as_csv, as_frames, as_sidecars
from frames.grey import grey_of
from frames.learned import learned_of
from frames.models import FinePiece, SmallPicture
from frames.report import as_pdf
from frames.review import review_of
from frames.schemas import (
    CameChanged,
    CameFrames,
    CameGreyOut,
    CameOut,
    ClockIn,
    DropIn,
    JudgeIn,
    KnownIn,
    KnownOut,
    LearnedOut,
    MoveIn,
    RestIn,
    ReviewOut,
)
from frames.shown import came_of
from images.reading import came_back, sidecar_rating
from images.values import LARGEST_BYTES, refused
from outings.mine import my_outing
from outings.reading import Kit
from people.guards import heavy, person_of, stateless, streamed
from people.received import FILE, received
from people.replies import as_file, files

router = Router(tags=["frames"])
PAGE = 200


@router.get("/outings/{pk}/review", response=ReviewOut)
@heavy
def review(request: HttpRequest, pk: int) -> ReviewOut:
    """A day's pictures beside the frames that came back of them."""
    return review_of(my_outing(request, pk), Kit(person_of(request)))


@router.post("/outings/{pk}/came", response=CameOut, openapi_extra={"requestBody": FILE})
@streamed
def add(request: HttpRequest, pk: int, name: Annotated[str, Query(max_length=400)] = "") -> CameOut:
    """Bring a frame, or a sidecar that lay beside it. The file itself is the request's body, read as it comes; what it tells is kept, the file is not."""
    outing = my_outing(request, pk)
    room_for_frames(outing.person)
    with received(request, LARGEST_BYTES, refused) as file:
        if is_sidecar(name):
            rating = sidecar_rating(file.path)
            return rate_by_sidecar(outing, rating, named(name), file.digest)
        found = came_back(file.path)
    return bring(outing, found, named(name), file.digest)


@router.post("/outings/{pk}/came/known", response=KnownOut)
@stateless
def known(request: HttpRequest, pk: int, asked: KnownIn) -> KnownOut:
    """Which files have come already, by their digests: what was stopped goes on without sending them again. Keeps nothing."""
    there = my_outing(request, pk).came.filter(digest__in=asked.digests).values_list("digest", flat=True)
    return KnownOut(digests=sorted(there))


@router.get("/outings/{pk}/came", response=CameFrames)
def came(request: HttpRequest, pk: int, situation: int | None = None, after: int = 0) -> CameFrames:
    """A picture's frames in the order of their hours, two hundred at a time; without a picture those that belong to none."""
    outing = my_outing(request, pk)
    return came_of(outing, situation, after, PAGE, Kit(outing.person))


@router.put("/outings/{pk}/came/kept", response=CameChanged)
def keep(request: HttpRequest, pk: int, asked: JudgeIn) -> CameChanged:
    """Say of frames whether they are kept."""
    return CameChanged(frames=judge(my_outing(request, pk), asked.frames, asked.kept))


@router.put("/outings/{pk}/came/rest", response=CameChanged)
def rest(request: HttpRequest, pk: int, asked: RestIn) -> CameChanged:
    """Say of a picture's frames that nobody judged that they are not kept."""
    return CameChanged(frames=the_rest_is_not(my_outing(request, pk), asked.situation))


@router.put("/outings/{pk}/came/picture", response=CameChanged)
def put(request: HttpRequest, pk: int, asked: MoveIn) -> CameChanged:
    """Put frames to a picture by hand, or let their hour decide again."""
    return CameChanged(frames=move(my_outing(request, pk), asked.frames, asked.situation))


@router.put("/outings/{pk}/came/clock", response=CameChanged)
def clock(request: HttpRequest, pk: int, asked: ClockIn) -> CameChanged:
    """Say how the clock of a body stood, and which of one's own it is."""
    return CameChanged(frames=set_clock(my_outing(request, pk), asked))


@router.post("/outings/{pk}/came/out", response=CameChanged)
def out(request: HttpRequest, pk: int, asked: DropIn) -> CameChanged:
    """Take frames out again: what was kept of them goes."""
    return CameChanged(frames=drop(my_outing(request, pk), asked.frames))


@router.get("/outings/{pk}/came.csv", openapi_extra=files("text/csv"))
def export_csv(request: HttpRequest, pk: int) -> HttpResponse:
    """A day's frames as a table."""
    outing = my_outing(request, pk)
    return as_file(as_csv(outing), "text/csv; charset=utf-8", f"{outing.title}, frames.csv")


@router.get("/outings/{pk}/came.json", openapi_extra=files("application/json"))
def export_json(request: HttpRequest, pk: int) -> HttpResponse:
    """A day's frames as JSON."""
    outing = my_outing(request, pk)
    return as_file(as_frames(outing), "application/json", f"{outing.title}, frames.json")


@router.get("/outings/{pk}/came.zip", openapi_extra=files("application/zip"))
def export_sidecars(request: HttpRequest, pk: int) -> HttpResponse:
    """What was judged, as sidecars of metadata that lie beside the files."""
    outing = my_outing(request, pk)
    return as_file(as_sidecars(outing), "application/zip", f"{outing.title}, ratings.zip")


@router.get("/outings/{pk}/came.pdf", openapi_extra=files("application/pdf"))
@heavy
def export_report(request: HttpRequest, pk: int) -> HttpResponse:
    """A day beside its plan, as a print sheet with pictures."""
    outing = my_outing(request, pk)
    return as_file(as_pdf(outing, Kit(person_of(request))), "application/pdf", f"{outing.title}, what came back.pdf", inline=True)


@router.get("/came/{pk}/small.jpg", openapi_extra=files("image/jpeg"))
def small(request: HttpRequest, pk: int) -> HttpResponse:
    """A frame's small picture."""
    return _jpeg(get_object_or_404(SmallPicture, frame__in=mine(person_of(request)), pk=pk).data)


@router.get("/came/{pk}/fine.jpg", openapi_extra=files("image/jpeg"))
def fine(request: HttpRequest, pk: int) -> HttpResponse:
    """A piece of a frame where it is sharpest, pixel by pixel."""
    return _jpeg(get_object_or_404(FinePiece, frame__in=mine(person_of(request)), pk=pk).data)


@router.get("/came/{pk}/grey", response=CameGreyOut)
def grey(
    request: HttpRequest, pk: int, x: Annotated[float, Query(ge=0, le=1)] = 0.5, y: Annotated[float, Query(ge=0, le=1)] = 0.5
) -> CameGreyOut:
    """How a place of a frame that is grey came out in its file; x, y: where, as shares of the frame."""
    person = person_of(request)
    found = SmallPicture.objects.select_related("frame__outing__person")
    return grey_of(get_object_or_404(found, frame__in=mine(person), pk=pk), x, y, Kit(person))


def _jpeg(data: bytes | memoryview) -> HttpResponse:
    answer = HttpResponse(bytes(data), content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=86400"
    return answer


@router.get("/learned", response=LearnedOut)
@heavy
def learned(request: HttpRequest) -> LearnedOut:
    """What the judged frames of all days tell of the person who took them."""
    person = person_of(request)
    return learned_of(person, Kit(person))
