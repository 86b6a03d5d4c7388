"""Pictures of one's own: over HTTP."""

from __future__ import annotations

from typing import Annotated, Any

from django.db.models import Sum
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router

from craft.render.develop import as_the_eye
from craft.render.picture import as_jpeg
from craft.scales.series import Dial, label
from craft.tones.own import lit, right_within, scaled_to
from craft.white.response import white_of
from craft.white.surfaces import SEEN_UNDER_K
from forms.areas_form import AreasForm
from forms.problems import InputError, Problem
from images.counted.archive import wrong
from images.reading import picture_light, unbundled
from images.values import LARGEST_BYTES, refused
from outings.mine import my_outing, my_situations
from outings.models import Picture, Situation
from outings.pictures.actions import (
    MOST_BYTES,
    MOST_PICTURES,
    bring,
    bring_whole,
    keep_measured,
    light_and_levels,
    look_of,
    measured,
    mine,
    room_for_light,
    together,
    with_pictures,
)
from outings.pictures.schemas import (
    AsidePictureOut,
    BroughtOut,
    ChangedIn,
    MeasuredOut,
    MeasureIn,
    OwnPictureOut,
    OwnPicturesOut,
    TogetherIn,
)
from people.guards import own_turn, person_of, streamed
from people.received import FILE, received
from people.replies import as_file, files
from people.turns import begin
from people.versions import IfMatch, replace, tag

router = Router(tags=["pictures"])


def _said(row: Picture) -> dict[str, Any]:
    """What of a picture can be changed."""
    return {"name": row.name, "ev100": row.ev100, "painted": row.painted}


def _out(row: Picture) -> OwnPictureOut:
    dials = (("time_s", Dial.TIME, "{}"), ("aperture", Dial.APERTURE, "{}"), ("iso", Dial.ISO, "ISO {}"))
    said = ", ".join(form.format(label(dial, float(row.told[name]))) for name, dial, form in dials if row.told.get(name))
    return OwnPictureOut(
        id=row.pk,
        version=tag(row.revision),
        name=row.name,
        kind=row.kind,
        wide=row.wide,
        high=row.high,
        ev100=row.ev100,
        error=row.error,
        within=right_within(row.error),
        said=said,
        size=row.size,
        painted=AreasForm.model_validate(row.painted),
        made_at=row.made_at,
    )


@router.get("/situations/{pk}/pictures", response=OwnPicturesOut)
def pictures(request: HttpRequest, pk: int) -> OwnPicturesOut:
    """Pictures of a situation's place, the first first, and how much room is left."""
    situation = get_object_or_404(my_situations(request), pk=pk)
    every = Picture.objects.filter(situation__outing__person=person_of(request))
    return OwnPicturesOut(
        pictures=[_out(row) for row in situation.pictures.all()],
        aside=[
            AsidePictureOut(id=row.pk, name=row.name, situation=str(row.situation), size=row.size)
            for row in every.exclude(pk__in=mine(person_of(request))).select_related("situation")
        ],
        kept=every.count(),
        most=MOST_PICTURES,
        bytes=every.aggregate(held=Sum("size"))["held"] or 0,
        most_bytes=MOST_BYTES,
    )


@router.post("/situations/{pk}/pictures", response=OwnPictureOut, openapi_extra={"requestBody": FILE})
@streamed
def add(request: HttpRequest, pk: int, name: Annotated[str, Query(max_length=200)] = "") -> OwnPictureOut:
    """Keep the light of a picture with a situation. The file itself is the request's body, read as it comes; it is not kept."""
    situation = get_object_or_404(my_situations(request).select_related("outing__person"), pk=pk)
    room_for_light(situation.outing.person)
    with received(request, LARGEST_BYTES, refused) as file:
        found = picture_light(file.path)
    return _out(bring(situation, found, name, file.digest))


@router.get("/outings/{pk}/export.zip", openapi_extra=files("application/zip"))
def export_whole(request: HttpRequest, pk: int) -> HttpResponse:
    """A day as one zip, with the pictures of its situations."""
    outing = my_outing(request, pk)
    return as_file(with_pictures(outing), "application/zip", f"{outing.title}.zip")


@router.post("/outings/import/whole", response=BroughtOut, openapi_extra={"requestBody": FILE})
@streamed
def import_whole(request: HttpRequest) -> BroughtOut:
    """A day with its pictures from a zip, all or nothing. The file itself is the request's body, read as it comes."""
    with received(request, LARGEST_BYTES, wrong) as file:
        found = unbundled(file.path)
    begin(file.digest)
    outing, notes = bring_whole(person_of(request), found)
    return BroughtOut(id=outing.pk, notes=notes)


@router.post("/situations/{pk}/pictures/together", response=OwnPictureOut)
@own_turn
def put_together(request: HttpRequest, pk: int, asked: TogetherIn) -> OwnPictureOut:
    """Put pictures of a situation together as one set."""
    situation = get_object_or_404(my_situations(request).select_related("outing__person"), pk=pk)
    return _out(together(situation, _chosen(situation, asked.pictures), asked.name))


def _chosen(situation: Situation, pictures: list[int]) -> list[Picture]:
    rows = list(situation.pictures.filter(pk__in=pictures))
    if len(rows) != len(set(pictures)):
        raise InputError([Problem("/pictures", "not all of these pictures are here: choose from those of this situation")])
    return rows


@router.post("/situations/{pk}/pictures/headroom", response=MeasuredOut)
def headroom(request: HttpRequest, pk: int, asked: MeasureIn) -> MeasuredOut:
    """What the raw still has where the finished file beside it begins to warn, from pictures of a situation; kept in its body if wanted."""
    situation = get_object_or_404(my_situations(request).select_related("outing__person"), pk=pk)
    stops = measured(situation, _chosen(situation, asked.pictures))
    look = look_of(situation)
    if asked.keep:
        keep_measured(situation, stops, look)
    return MeasuredOut(stops=stops, look=look, kept=asked.keep)


@router.put("/pictures/{pk}", response=OwnPictureOut)
def change(request: HttpRequest, pk: int, asked: ChangedIn, if_match: IfMatch) -> OwnPictureOut:
    """Call a picture something else, or say how much light its middle tone is, if it is still the version that was read."""
    row = get_object_or_404(mine(person_of(request)).select_for_update(), pk=pk)
    ev100 = asked.ev100 if "ev100" in asked.model_fields_set else row.ev100
    replace(row, if_match, _said(row), name=asked.name.strip() or row.name, ev100=ev100)
    return _out(row)


@router.put("/pictures/{pk}/distances", response=OwnPictureOut)
def set_distances(request: HttpRequest, pk: int, asked: AreasForm, if_match: IfMatch) -> OwnPictureOut:
    """Keep the distances that are painted over a picture, if it is still the version that was read; none of them, and all of it lies where the subject does."""
    row = get_object_or_404(mine(person_of(request)).select_for_update(), pk=pk)
    replace(row, if_match, _said(row), painted=asked.model_dump())
    return _out(row)


@router.delete("/pictures/{pk}", response={204: None})
def delete(request: HttpRequest, pk: int) -> HttpResponse:
    """Delete a picture, also one of what was put aside."""
    get_object_or_404(Picture, pk=pk, situation__outing__person=person_of(request)).delete()
    return HttpResponse(status=204)


@router.get("/pictures/{pk}/seen.jpg", openapi_extra=files("image/jpeg"))
def look(request: HttpRequest, pk: int, width: Annotated[int, Query(ge=64, le=960)] = 480) -> HttpResponse:
    """A picture as the eye would see its place."""
    row = get_object_or_404(mine(person_of(request)), pk=pk)
    light, levels = light_and_levels(row)
    shown = as_the_eye(lit(light.pixels, "daylight", SEEN_UNDER_K), white_of("daylight", SEEN_UNDER_K)) if levels is None else levels
    answer = HttpResponse(as_jpeg(scaled_to(shown, width)), content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=86400"
    return answer
