"""A body's sensor measured, over HTTP."""

from __future__ import annotations

from pathlib import PurePath
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema

from craft.kit.body import USUAL_CLIP_ABOVE_GREY
from craft.optics.movement import pulses_hz
from craft.review.bands import MOST_FRAMES
from images.reading import counts_of
from images.values import LARGEST_BYTES, refused
from kit import sensor
from kit.models import Piece
from people.actions import habits_of
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


class ReadOutTold(Schema):
    """How long a frame is read, by a lamp on the mains. lacks: what its frames still take, in words; bands: in a frame, and depth, the share by which they are darker and brighter;
    read_s and its standard error; mains_hz: where the person is at home, and pulses_hz of a lamp there; now_s: what the body has, null where nobody said."""

    frames: int
    most: int
    lacks: str
    bands: float
    depth: float
    read_s: float
    read_off: float
    mains_hz: float
    pulses_hz: float
    now_s: float | None
    taken: bool


class GreyTold(Schema):
    """How many stops the tone that the meter aims at lies under white, by frames that were metered. lacks: what they still take, in words; stops and its standard error; now: what the
    body has, and usual: what is taken for granted where nobody said."""

    frames: int
    lacks: str
    stops: float
    off: float
    now: float | None
    usual: float
    taken: bool


class SensorOut(Schema):
    """Frames that a body is measured by, what they tell, what the body has now, and whether that was measured; said: what became of the last frame."""

    said: str
    frames: int
    most: int
    isos: list[AtIsoOut]
    found: SensorTold | None
    now: SensorTold
    taken: bool
    read_out: ReadOutTold
    grey: GreyTold


def _mine(request: HttpRequest, slug: str) -> Piece:
    return get_object_or_404(Piece, person=person_of(request), kind="body", slug=slug, deleted_at=None)


def _mains_hz(piece: Piece) -> float:
    """Of the lamps where a body's photographer is at home."""
    return float(habits_of(piece.person).mains_hz)


def _read_out(piece: Piece, taken: bool) -> ReadOutTold:
    told, mains = sensor.bands_of(piece), _mains_hz(piece)
    read, off = told.read_in_s(mains)
    return ReadOutTold(
        frames=told.frames,
        most=MOST_FRAMES,
        lacks=told.lacks,
        bands=told.bands,
        depth=told.depth,
        read_s=read,
        read_off=off,
        mains_hz=mains,
        pulses_hz=pulses_hz(mains),
        now_s=piece.document.get("readout_s"),
        taken=taken,
    )


def _grey(piece: Piece, taken: bool) -> GreyTold:
    told = sensor.grey_of(piece)
    now = piece.document.get("clip_above_grey_stops")
    return GreyTold(frames=told.frames, lacks=told.lacks, stops=told.stops, off=told.off, now=now, usual=USUAL_CLIP_ABOVE_GREY, taken=taken)


def _out(piece: Piece, said: str = "") -> SensorOut:
    isos, found = sensor.told_by(piece)
    taken = sensor.taken(piece)
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
        taken="full_well_e" in taken,
        read_out=_read_out(piece, "readout_s" in taken),
        grey=_grey(piece, "clip_above_grey_stops" in taken),
    )


@router.get("/kit/bodies/{slug}/sensor", response=SensorOut)
@heavy
def measured(request: HttpRequest, slug: str) -> SensorOut:
    """What a body's raws of even light and of none tell of its sensor so far, and what they still lack."""
    return _out(_mine(request, slug))


@router.post("/kit/bodies/{slug}/sensor/frames", response=SensorOut, openapi_extra={"requestBody": FILE})
@streamed
def add(request: HttpRequest, slug: str, name: Annotated[str, Query(max_length=400)] = "", lamp: bool = False) -> SensorOut:
    """Bring a raw of even light, or of none, or of a wall under a lamp that pulses. The file itself is the request's body, read as it comes; its middle is kept, or the light of its lines, no picture."""
    piece = _mine(request, slug)
    with received(request, LARGEST_BYTES, refused) as file:
        counted = counts_of(file.path)
    return _out(piece, sensor.bring(piece, counted, PurePath(name).name[:120] or "a frame", file.digest, lamp=lamp))


@router.put("/kit/bodies/{slug}/sensor", response=SensorOut)
def take(request: HttpRequest, slug: str) -> SensorOut:
    """Have the body's sensor be as it was measured."""
    piece = _mine(request, slug)
    sensor.take(piece)
    return _out(piece)


@router.put("/kit/bodies/{slug}/sensor/readout", response=SensorOut)
def take_readout(request: HttpRequest, slug: str) -> SensorOut:
    """Have the body's frames be read as long as its bands under a lamp tell, by the mains where you are."""
    piece = _mine(request, slug)
    sensor.take_readout(piece, _mains_hz(piece))
    return _out(piece)


@router.put("/kit/bodies/{slug}/sensor/grey", response=SensorOut)
def take_grey(request: HttpRequest, slug: str) -> SensorOut:
    """Have the body's middle grey lie as far under white as its metered frames tell."""
    piece = _mine(request, slug)
    sensor.take_grey(piece)
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
    sensor.clear(_mine(request, slug))
    return HttpResponse(status=204)
