"""Outings and situations."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any

from django.db.models import OuterRef, Prefetch, QuerySet, Subquery
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Header, Router, Schema
from pydantic import Field

from craft.advice.terms import Genre
from exchange.outing_form import OutingFile, SituationDocument, fingerprint
from exchange.problems import InputError
from exchange.setup_form import SetupOut, setup_of
from exchange.situation_form import SituationForm
from outings import actions
from outings.models import Outing, Situation
from people.replies import as_json
from people.versions import tag

router = Router(tags=["outings"])

Title = Annotated[str, Field(min_length=1, max_length=120)]


class OutingIn(Schema):
    """A day."""

    title: Title
    place: Annotated[str, Field(max_length=120)] = ""
    day: dt.date


class SituationRow(Schema):
    """A situation along the day. card: none, fresh or stale."""

    id: int
    title: str
    starts_at: str
    genre: Genre
    body: str
    lens: str
    ev100: float | None
    card: str
    card_id: int | None
    version: str


class OutingOut(Schema):
    """A day with its situations."""

    id: int
    title: str
    place: str
    day: dt.date
    situations: list[SituationRow]


class SituationOut(Schema):
    """A situation, its version, and how many steps can be undone."""

    id: int
    outing: int
    document: SituationDocument
    version: str
    undo: int


class Order(Schema):
    """Ids in their new order."""

    order: Annotated[list[int], Field(max_length=500)]


def _outings(request: HttpRequest) -> QuerySet[Outing]:
    return Outing.objects.filter(person=request.user, deleted_at=None)


def _situation(request: HttpRequest, pk: int) -> Situation:
    return get_object_or_404(
        Situation.objects.select_related("outing"), pk=pk, outing__person=request.user, outing__deleted_at=None, deleted_at=None
    )


def _ev(document: dict[str, Any]) -> float | None:
    try:
        return SituationDocument.model_validate(document).light.value().ev100
    except ValueError:
        return None


def _row(row: Any, kit: actions.Kit) -> SituationRow:
    document = row.document
    state = "none"
    if row.card_id is not None:
        try:
            state = "fresh" if fingerprint(kit.resolve(document)) == row.card_fingerprint else "stale"
        except InputError:
            state = "stale"
    return SituationRow(
        id=row.pk,
        title=document["title"],
        starts_at=document["starts_at"][:5],
        genre=document["genre"],
        body=document["body"],
        lens=document["lens"],
        ev100=_ev(document),
        card=state,
        card_id=row.card_id,
        version=tag(row.revision),
    )


def _out(outing: Outing, kit: actions.Kit) -> OutingOut:
    rows = [_row(row, kit) for row in outing.situations.all()]
    return OutingOut(id=outing.pk, title=outing.title, place=outing.place, day=outing.day, situations=rows)


def _with_rows(outings: QuerySet[Outing]) -> QuerySet[Outing]:
    latest = Situation.objects.filter(pk=OuterRef("pk")).order_by("-cards__id")
    rows = Situation.objects.filter(deleted_at=None).annotate(
        card_id=Subquery(latest.values("cards__id")[:1]), card_fingerprint=Subquery(latest.values("cards__fingerprint")[:1])
    )
    return outings.prefetch_related(Prefetch("situations", rows))


def _one(request: HttpRequest, pk: int) -> OutingOut:
    return _out(get_object_or_404(_with_rows(_outings(request)), pk=pk), actions.Kit(request.user))


def _situation_out(row: Situation, response: HttpResponse) -> SituationOut:
    response["ETag"] = tag(row.revision)
    return SituationOut(
        id=row.pk,
        outing=row.outing_id,
        document=SituationDocument.model_validate(row.document),
        version=tag(row.revision),
        undo=row.earlier.count(),
    )


@router.get("/outings", response=list[OutingOut])
def list_outings(request: HttpRequest) -> list[OutingOut]:
    """All days with their situations."""
    kit = actions.Kit(request.user)
    return [_out(outing, kit) for outing in _with_rows(_outings(request))]


@router.post("/outings", response=OutingOut)
def add_outing(request: HttpRequest, outing: OutingIn) -> OutingOut:
    """A new day."""
    row = Outing.objects.create(person=request.user, title=outing.title, place=outing.place, day=outing.day)
    return _one(request, row.pk)


@router.post("/outings/import", response=OutingOut)
def import_outing(request: HttpRequest, file: OutingFile) -> OutingOut:
    """A day from a file, all or nothing."""
    return _one(request, actions.import_outing(request.user, file).pk)


@router.put("/outings/{pk}", response=OutingOut)
def put_outing(request: HttpRequest, pk: int, outing: OutingIn) -> OutingOut:
    """Rename or move a day."""
    row = get_object_or_404(_outings(request), pk=pk)
    row.title, row.place, row.day = outing.title, outing.place, outing.day
    row.save()
    return _one(request, pk)


@router.delete("/outings/{pk}", response={204: None})
def delete_outing(request: HttpRequest, pk: int) -> tuple[int, None]:
    """Put a day aside for thirty days."""
    actions.put_aside(get_object_or_404(_outings(request), pk=pk))
    actions.sweep()
    return 204, None


@router.post("/outings/{pk}/restore", response=OutingOut)
def restore_outing(request: HttpRequest, pk: int) -> OutingOut:
    """Bring a day back."""
    actions.put_aside(get_object_or_404(Outing, pk=pk, person=request.user), aside=False)
    return _one(request, pk)


@router.get("/outings/{pk}/export", response=OutingFile, exclude_unset=True)
def export_outing(request: HttpRequest, pk: int) -> OutingFile:
    """A day as one file."""
    return actions.export(get_object_or_404(_outings(request), pk=pk))


@router.post("/outings/{pk}/situations", response=SituationOut)
def add_situation(request: HttpRequest, response: HttpResponse, pk: int, document: SituationDocument) -> SituationOut:
    """A new situation at the end of the day."""
    outing = get_object_or_404(_outings(request), pk=pk)
    actions.Kit(request.user).resolve(document.stored())
    return _situation_out(actions.add_situation(outing, document), response)


@router.post("/outings/{pk}/situations/import", response=SituationOut)
def import_situation(request: HttpRequest, response: HttpResponse, pk: int, situation: SituationForm) -> SituationOut:
    """A situation from a file in the open form, all or nothing."""
    return _situation_out(actions.import_situation(get_object_or_404(_outings(request), pk=pk), situation), response)


@router.put("/outings/{pk}/order", response=OutingOut)
def reorder(request: HttpRequest, pk: int, order: Order) -> OutingOut:
    """Put the situations in another order."""
    actions.reorder(get_object_or_404(_outings(request), pk=pk), order.order)
    return _one(request, pk)


@router.get("/situations/{pk}", response=SituationOut, exclude_unset=True)
def get_situation(request: HttpRequest, response: HttpResponse, pk: int) -> SituationOut:
    """One situation."""
    return _situation_out(_situation(request, pk), response)


@router.put("/situations/{pk}", response=SituationOut, exclude_unset=True)
def put_situation(
    request: HttpRequest, response: HttpResponse, pk: int, document: SituationDocument, if_match: Annotated[str, Header(alias="If-Match")]
) -> SituationOut:
    """Replace a situation's document, if it is still the version that was read."""
    row = _situation(request, pk)
    actions.Kit(request.user).resolve(document.stored())
    return _situation_out(actions.save_document(row, document, if_match), response)


def _asked(request: HttpRequest, pk: int) -> SituationForm:
    return SituationForm.model_validate(actions.Kit(request.user).resolve(_situation(request, pk).document))


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
    row = rows[back - 1 : back].first() if 1 <= back <= actions.UNDO_DEPTH else None
    return SituationDocument.model_validate(get_object_or_404(rows, pk=row.pk if row else 0).document)


@router.post("/situations/{pk}/duplicate", response=SituationOut)
def duplicate(request: HttpRequest, response: HttpResponse, pk: int) -> SituationOut:
    """The same situation once more, right after it."""
    row = _situation(request, pk)
    document = SituationDocument.model_validate({**row.document, "title": f"{row.document['title'][:110]}, again"})
    return _situation_out(actions.add_situation(row.outing, document, after=row.position), response)


@router.delete("/situations/{pk}", response={204: None})
def delete_situation(request: HttpRequest, pk: int) -> tuple[int, None]:
    """Put a situation aside for thirty days."""
    actions.put_aside(_situation(request, pk))
    return 204, None


@router.post("/situations/{pk}/restore", response=SituationOut)
def restore_situation(request: HttpRequest, response: HttpResponse, pk: int) -> SituationOut:
    """Bring a situation back."""
    row = get_object_or_404(Situation, pk=pk, outing__person=request.user)
    actions.put_aside(row, aside=False)
    return _situation_out(row, response)
