"""A body's sensor measured, over HTTP."""

from __future__ import annotations

from pathlib import PurePath
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema

from images.reading import counts_of
from images.values import LARGEST_BYTES, refused
from kit import sensor
from kit.models import Piece, SensorBefore
from people.guards import heavy, person_of, streamed
from people.received import FILE, received

router = Router(tags=["bodies"])


class AtIsoOut(Schema):
    """What the frames of one ISO tell; lacks: what it still takes, in words. gain: counts for an electron; off: its standard error; read_e, full_e: in electrons; range_stops: from
    the one to the other."""

    iso: float
    flats: int
    darks: int
    lacks: str
    gain: float
    gain_off: float
    read_e: float
    read_off: float
    full_e: float
    range_stops: float | None


class SensorTold(Schema):
    """A sensor as it was measured, beside what the body has now."""

    full_well_e: float
    read_noise_pre_e: float
    read_noise_post_e: float
    dual_gain_iso: float | None
    dual_gain_read_noise_e: float | None


class SensorOut(Schema):
    """Frames that a body is measured by, what they tell, what the body has now, and whether that was measured; said: what became of the last frame."""

    said: str
    frames: int
    most: int
    isos: list[AtIsoOut]
    found: SensorTold | None
    now: SensorTold
    taken: bool


def _mine(request: HttpRequest, slug: str) -> Piece:
    return get_object_or_404(Piece, person=person_of(request), kind="body", slug=slug, deleted_at=None)


def _out(piece: Piece, said: str = "") -> SensorOut:
    isos, found = sensor.told_by(piece)
    now = {name: piece.document.get(name) for name in sensor.FIGURES} | {
        "read_noise_post_e": piece.document.get("read_noise_post_e") or 0.0
    }
    return SensorOut(
        said=said,
        frames=piece.sensor_frames.count(),
        most=sensor.MOST,
        isos=[AtIsoOut.from_orm(row) for row in isos],
        found=SensorTold.from_orm(found) if found else None,
        now=SensorTold(**now),
        taken=SensorBefore.objects.filter(piece=piece).exists(),
    )


@router.get("/kit/bodies/{slug}/sensor", response=SensorOut)
@heavy
def measured(request: HttpRequest, slug: str) -> SensorOut:
    """What a body's raws of even light and of none tell of its sensor so far, and what they still lack."""
    return _out(_mine(request, slug))


@router.post("/kit/bodies/{slug}/sensor/frames", response=SensorOut, openapi_extra={"requestBody": FILE})
@streamed
def add(request: HttpRequest, slug: str, name: Annotated[str, Query(max_length=400)] = "") -> SensorOut:
    """Bring a raw of even light, or of none. The file itself is the request's body, read as it comes; its middle is kept, no picture."""
    piece = _mine(request, slug)
    with received(request, LARGEST_BYTES, refused) as file:
        told, counts = counts_of(file.path)
    return _out(piece, sensor.bring(piece, told, counts, PurePath(name).name[:120] or "a frame", file.digest))


@router.put("/kit/bodies/{slug}/sensor", response=SensorOut)
def take(request: HttpRequest, slug: str) -> SensorOut:
    """Have the body's sensor be as it was measured."""
    piece = _mine(request, slug)
    sensor.take(piece)
    return _out(piece)


@router.post("/kit/bodies/{slug}/sensor/back", response=SensorOut)
def back(request: HttpRequest, slug: str) -> SensorOut:
    """Have the body's sensor be as it was before it was measured."""
    piece = _mine(request, slug)
    sensor.give_back(piece)
    return _out(piece)


@router.delete("/kit/bodies/{slug}/sensor", response={204: None})
def clear(request: HttpRequest, slug: str) -> HttpResponse:
    """Begin again: the frames go, the body stays as it is."""
    _mine(request, slug).sensor_frames.all().delete()
    return HttpResponse(status=204)
