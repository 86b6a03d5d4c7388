"""A body's own words, what it is believed to hold, and both in one file."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.http import content_disposition_header
from ninja import Router, Schema
from pydantic import Field

from forms.configuration_form import Value
from forms.dialect_form import BodyProfileFile, DialectForm, read_dialect, to_csv
from forms.kit_form import BodyForm
from forms.traits_form import Flag, OwnStepsOut, Slug, own_steps_out
from kit import actions
from kit.api import BodyOut, body_out
from kit.models import Dialect, Piece
from people.guards import person_of
from people.replies import files
from people.versions import IfMatch, tag

router = Router(tags=["bodies"])


class DialectOut(Schema):
    """A body's own words and their version."""

    document: DialectForm
    version: str


class Pasted(Schema):
    """Words pasted or read from a file; they replace all there are."""

    kind: Literal["csv", "json"]
    text: Annotated[str, Field(max_length=500_000)]


class HeldOut(Schema):
    """What a body is believed to hold for a setting. verified_at null: nobody has looked.

    older: written down when the body had another firmware.
    """

    value: Value
    since: dt.datetime
    verified_at: dt.datetime | None
    older: bool


class StateOut(Schema):
    """What a body is believed to hold; a setting that is not listed is unknown."""

    firmware: str
    held: dict[str, HeldOut]


class StateIn(Schema):
    """Values by setting, null for unknown; verified: somebody has looked. Settings left out stay as they are."""

    values: Annotated[dict[Slug, Value | None], Field(max_length=200)]
    verified: Flag = False


class CameIn(Schema):
    """How settings left the box, null for a guess again. Settings left out stay as they are."""

    values: Annotated[dict[Slug, Value | None], Field(max_length=200)]


def _body(request: HttpRequest, slug: str) -> Piece:
    return get_object_or_404(Piece, person=person_of(request), kind="body", slug=slug, deleted_at=None)


def _body_or_aside(request: HttpRequest, slug: str) -> Piece:
    """A body to read from: situations go on naming one that was put aside."""
    return get_object_or_404(Piece, person=person_of(request), kind="body", slug=slug)


def _dialect_out(row: Dialect, response: HttpResponse) -> DialectOut:
    response["ETag"] = tag(row.revision)
    return DialectOut(document=actions.dialect_read(row), version=tag(row.revision))


def _state_out(piece: Piece) -> StateOut:
    firmware = actions.traits_of(piece).firmware
    return StateOut(
        firmware=firmware,
        held={
            row.setting: HeldOut(value=row.value, since=row.since, verified_at=row.verified_at, older=row.firmware != firmware)
            for row in piece.held.all()
        },
    )


@router.get("/kit/bodies/{slug}/dialect", response=DialectOut)
def get_dialect(request: HttpRequest, response: HttpResponse, slug: str) -> DialectOut:
    """A body's own words."""
    return _dialect_out(actions.dialect_of(_body_or_aside(request, slug)), response)


@router.put("/kit/bodies/{slug}/dialect", response=DialectOut)
def put_dialect(request: HttpRequest, response: HttpResponse, slug: str, document: DialectForm, if_match: IfMatch) -> DialectOut:
    """Replace a body's words, if they are still the version that was read."""
    return _dialect_out(actions.save_dialect(_body(request, slug), document, if_match), response)


@router.post("/kit/bodies/{slug}/dialect/import", response=DialectOut)
def import_dialect(request: HttpRequest, response: HttpResponse, slug: str, pasted: Pasted, if_match: IfMatch) -> DialectOut:
    """Words from CSV or JSON, all or nothing; errors by row."""
    piece = _body(request, slug)
    return _dialect_out(actions.save_dialect(piece, read_dialect(pasted.text, pasted.kind), if_match), response)


@router.get("/kit/bodies/{slug}/dialect.csv", openapi_extra=files("text/csv"))
def export_dialect(request: HttpRequest, slug: str) -> HttpResponse:
    """A body's words as CSV."""
    form = actions.dialect_read(actions.dialect_of(_body(request, slug)))
    return HttpResponse(
        to_csv(form),
        content_type="text/csv; charset=utf-8",
        headers={"Content-Disposition": content_disposition_header(True, f"{slug}-words.csv") or "attachment"},
    )


@router.get("/kit/bodies/{slug}/dialect.json", response=DialectForm)
def export_dialect_json(request: HttpRequest, slug: str) -> DialectForm:
    """A body's words as JSON, as the import takes them."""
    return actions.dialect_read(actions.dialect_of(_body(request, slug)))


@router.get("/kit/bodies/{slug}/state", response=StateOut)
def get_state(request: HttpRequest, slug: str) -> StateOut:
    """What a body is believed to hold."""
    return _state_out(_body_or_aside(request, slug))


@router.put("/kit/bodies/{slug}/state", response=StateOut)
def put_state(request: HttpRequest, slug: str, state: StateIn) -> StateOut:
    """Write down what a body holds, all or nothing."""
    piece = _body(request, slug)
    actions.hold(piece, state.values, verified=state.verified)
    return _state_out(piece)


@router.get("/kit/bodies/{slug}/steps", response=OwnStepsOut)
def get_steps(request: HttpRequest, slug: str) -> OwnStepsOut:
    """A body's own steps and presets, in our words."""
    return own_steps_out(actions.traits_of(_body_or_aside(request, slug)))


@router.put("/kit/bodies/{slug}/defaults", response=BodyOut)
def put_defaults(request: HttpRequest, slug: str, came: CameIn) -> BodyOut:
    """Say how a body left the box, setting by setting, all or nothing."""
    _body(request, slug)
    return body_out(actions.came_as(person_of(request), slug, came.values))


@router.delete("/kit/bodies/{slug}/state", response=StateOut)
def forget_state(request: HttpRequest, slug: str) -> StateOut:
    """Make every setting unknown."""
    piece = _body(request, slug)
    actions.forget(piece)
    return _state_out(piece)


@router.get("/kit/bodies/{slug}/profile.json", response=BodyProfileFile)
def export_body(request: HttpRequest, slug: str) -> BodyProfileFile:
    """A body with its own words in one file."""
    piece = _body(request, slug)
    words = actions.dialect_read(actions.dialect_of(piece))
    return BodyProfileFile(format="wide-aperture-body", version=1, body=BodyForm.model_validate(piece.document), dialect=words)


@router.post("/kit/bodies/import", response=BodyOut)
def import_body(request: HttpRequest, file: BodyProfileFile) -> BodyOut:
    """A body with its own words from a file, all or nothing."""
    return body_out(actions.import_body(person_of(request), file))
