"""Outings and situations: over HTTP."""

from __future__ import annotations

from django.db.models import QuerySet
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from forms.kit_form import BodyForm, LensForm
from forms.line_form import LineIn, LineOut, glasses_of, line_of
from forms.outing_form import OutingFile, SituationDocument
from forms.setup_form import SetupOut, setup_of
from forms.situation_form import SituationForm
from outings import exchange, keeping, reading
from outings.day.actions import day_out, night_of, outing_out, sun_of, with_rows
from outings.day.schemas import DayOut, HourIn, NightOut, OutingIn, OutingOut, SituationOut, SunOut
from outings.mine import my_outing, my_situations
from outings.models import Outing, Situation
from people.guards import heavy, person_of
from people.replies import as_json, as_json_list
from people.versions import IfMatch, replace, tag

router = Router(tags=["outings"])


def _outings(request: HttpRequest) -> QuerySet[Outing]:
    return Outing.objects.filter(person=person_of(request), deleted_at=None)


def _situation(request: HttpRequest, pk: int) -> Situation:
    return get_object_or_404(my_situations(request), pk=pk)


def _one(request: HttpRequest, pk: int) -> OutingOut:
    return outing_out(get_object_or_404(with_rows(_outings(request)), pk=pk), reading.Kit(person_of(request)))


def _situation_out(row: Situation, response: HttpResponse) -> SituationOut:
    response["ETag"] = tag(row.revision)
    return SituationOut(
        id=row.pk,
        outing=row.outing_id,
        bodies=reading.bodies_on(row.outing),
        mains_hz=row.outing.mains,
        utc_offset_min=row.outing.utc_offset_min,
        document=SituationDocument.model_validate(row.document),
        version=tag(row.revision),
        undo=row.earlier.count(),
    )


@router.get("/outings", response=list[OutingOut])
def list_outings(request: HttpRequest) -> HttpResponse:
    """All days with their situations."""
    kit = reading.Kit(person_of(request))
    return as_json_list(outing_out(outing, kit) for outing in with_rows(_outings(request)))


@router.post("/outings", response=OutingOut)
def add_outing(request: HttpRequest, outing: OutingIn) -> OutingOut:
    """A new day."""
    row = keeping.add_outing(person_of(request), **outing.dict())
    return _one(request, row.pk)


@router.post("/outings/import", response=OutingOut)
def import_outing(request: HttpRequest, file: OutingFile) -> OutingOut:
    """A day from a file, all or nothing."""
    outing, notes = exchange.import_outing(person_of(request), file)
    return _one(request, outing.pk).model_copy(update={"notes": notes})


@router.put("/outings/{pk}", response=OutingOut)
def put_outing(request: HttpRequest, pk: int, outing: OutingIn, if_match: IfMatch) -> OutingOut:
    """Rename or move a day, if it is still the version that was read."""
    row = get_object_or_404(_outings(request).select_for_update(), pk=pk)
    fields = outing.dict()
    replace(row, if_match, {name: getattr(row, name) for name in fields}, **fields)
    return _one(request, pk)


@router.delete("/outings/{pk}", response={204: None})
def delete_outing(request: HttpRequest, pk: int) -> tuple[int, None]:
    """Put a day aside for thirty days."""
    keeping.put_aside(get_object_or_404(_outings(request), pk=pk))
    keeping.sweep(person_of(request))
    return 204, None


@router.post("/outings/{pk}/restore", response=OutingOut)
def restore_outing(request: HttpRequest, pk: int) -> OutingOut:
    """Bring a day back."""
    keeping.bring_back(get_object_or_404(Outing, pk=pk, person=person_of(request)))
    return _one(request, pk)


@router.get("/outings/{pk}/export", response=OutingFile, exclude_unset=True)
def export_outing(request: HttpRequest, pk: int) -> OutingFile:
    """A day as one file."""
    return exchange.export(get_object_or_404(_outings(request), pk=pk))


@router.post("/outings/{pk}/situations", response=SituationOut)
def add_situation(request: HttpRequest, response: HttpResponse, pk: int, document: SituationDocument) -> SituationOut:
    """A new situation at the end of the day."""
    outing = get_object_or_404(_outings(request), pk=pk)
    reading.Kit(person_of(request)).resolve(document, outing)
    return _situation_out(keeping.add_situation(outing, document), response)


@router.post("/outings/{pk}/situations/import", response=SituationOut)
def import_situation(request: HttpRequest, response: HttpResponse, pk: int, situation: SituationForm) -> SituationOut:
    """A situation from a file in the open form, all or nothing."""
    return _situation_out(exchange.import_situation(get_object_or_404(_outings(request), pk=pk), situation), response)


@router.post("/line", response=LineOut)
def line(request: HttpRequest, said: LineIn) -> LineOut:
    """What a line says of a picture, with this person's kit. Keeps nothing."""
    kit = reading.Kit(person_of(request))
    bodies = {slug: form.name for slug, form in kit.readable("body", BodyForm).items()}
    return line_of(said.text, glasses_of(kit.readable("lens", LensForm)), bodies)


@router.get("/outings/{pk}/sun", response=SunOut | None)
def sun(request: HttpRequest, pk: int) -> SunOut | None:
    """The sun over a day and the light of its sky; null where nobody said where the place lies, or its clock."""
    return sun_of(my_outing(request, pk))


@router.get("/outings/{pk}/night", response=NightOut | None)
def night(request: HttpRequest, pk: int) -> NightOut | None:
    """The night that begins on a day: sun, moon and the galaxy's core; null where nobody said where the place lies, or its clock."""
    return night_of(my_outing(request, pk))


@router.get("/outings/{pk}/day", response=DayOut)
@heavy
def day(request: HttpRequest, pk: int) -> DayOut:
    """What is known of a day at a glance: each picture in a few words, and how far its tools are."""
    return day_out(my_outing(request, pk), reading.Kit(person_of(request)))


@router.put("/situations/{pk}/hour", response=SituationOut, exclude_unset=True)
def put_hour(request: HttpRequest, response: HttpResponse, pk: int, at: HourIn) -> SituationOut:
    """Move a situation along its day; it can be undone like any change of it."""
    return _situation_out(keeping.move_to(_situation(request, pk), at.starts_at), response)


@router.get("/situations/{pk}", response=SituationOut, exclude_unset=True)
def get_situation(request: HttpRequest, response: HttpResponse, pk: int) -> SituationOut:
    """One situation."""
    return _situation_out(_situation(request, pk), response)


@router.put("/situations/{pk}", response=SituationOut, exclude_unset=True)
def put_situation(request: HttpRequest, response: HttpResponse, pk: int, document: SituationDocument, if_match: IfMatch) -> SituationOut:
    """Replace a situation's document, if it is still the version that was read."""
    row = _situation(request, pk)
    reading.Kit(person_of(request)).resolve(document, row.outing)
    return _situation_out(keeping.save_document(row, document, if_match), response)


def _asked(request: HttpRequest, pk: int) -> SituationForm:
    row = _situation(request, pk)
    return reading.Kit(person_of(request)).resolve_row(row)


@router.get("/situations/{pk}/situation.json", response=SituationForm, exclude_unset=True)
def export_situation(request: HttpRequest, pk: int) -> SituationForm:
    """What the advice is asked, in the open form with kit in full: ./run advise reads it."""
    return _asked(request, pk)


@router.get("/situations/{pk}/setup.json", response=SetupOut)
def export_setup(request: HttpRequest, pk: int) -> HttpResponse:
    """The setup, in the open form."""
    return as_json(setup_of(_asked(request, pk)))


@router.get("/situations/{pk}/earlier", response=SituationDocument, exclude_unset=True)
def get_earlier(request: HttpRequest, pk: int, back: int = 1) -> SituationDocument:
    """An earlier document: 1 is the one before."""
    rows = _situation(request, pk).earlier.all()
    row = rows[back - 1 : back].first() if 1 <= back <= keeping.UNDO_DEPTH else None
    return SituationDocument.model_validate(get_object_or_404(rows, pk=row.pk if row else 0).document)


@router.post("/situations/{pk}/duplicate", response=SituationOut)
def duplicate(request: HttpRequest, response: HttpResponse, pk: int) -> SituationOut:
    """The same situation once more, right after it."""
    row = _situation(request, pk)
    document = SituationDocument.model_validate({**row.document, "title": f"{row.document['title'][:110]}, again"})
    return _situation_out(keeping.add_situation(row.outing, document, after=row.position), response)


@router.delete("/situations/{pk}", response={204: None})
def delete_situation(request: HttpRequest, pk: int) -> tuple[int, None]:
    """Put a situation aside for thirty days."""
    keeping.put_aside(_situation(request, pk))
    return 204, None


@router.post("/situations/{pk}/restore", response=SituationOut)
def restore_situation(request: HttpRequest, response: HttpResponse, pk: int) -> SituationOut:
    """Bring a situation back."""
    row = get_object_or_404(Situation, pk=pk, outing__person=person_of(request))
    keeping.bring_back(row)
    return _situation_out(row, response)
