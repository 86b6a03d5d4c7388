"""Kit."""

from __future__ import annotations

from typing import Any, Literal, cast

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import ValidationError

from forms.kit_form import BodyForm, LensForm
from forms.problems import from_pydantic
from kit import actions
from kit.models import Piece
from people.guards import person_of
from people.versions import IfMatch, check_version, tag

router = Router(tags=["kit"])
TOLD = 3
"""Things wrong with a stored piece that are told."""


Kind = Literal["body", "lens"]


class BodyOut(Schema):
    """A body of the person."""

    slug: str
    document: BodyForm
    version: str


class LensOut(Schema):
    """A lens of the person."""

    slug: str
    document: LensForm
    version: str


class UnreadOut(Schema):
    """A piece whose stored form cannot be read, and why: it can be removed."""

    kind: Kind
    slug: str
    problem: str


class AsideOut(Schema):
    """A piece that was put aside: it can be brought back."""

    kind: Kind
    slug: str
    name: str


class KitOut(Schema):
    """All kit; aside: what was put aside and can be brought back."""

    bodies: list[BodyOut]
    lenses: list[LensOut]
    unread: list[UnreadOut]
    aside: list[AsideOut]


OUT: dict[str, Any] = {"body": (BodyForm, BodyOut), "lens": (LensForm, LensOut)}


def piece_out(piece: Piece) -> Any:
    """A piece in the open form."""
    form, out = OUT[piece.kind]
    return out(slug=piece.slug, document=form.model_validate(piece.document), version=tag(piece.revision))


def body_out(piece: Piece) -> BodyOut:
    """A body in the open form."""
    return BodyOut(slug=piece.slug, document=BodyForm.model_validate(piece.document), version=tag(piece.revision))


def _mine(request: HttpRequest, kind: Kind, slug: str) -> Piece:
    return get_object_or_404(Piece, person=person_of(request), kind=kind, slug=slug, deleted_at=None)


@router.get("/kit", response=KitOut)
def list_kit(request: HttpRequest) -> KitOut:
    """All bodies and lenses."""
    told: dict[str, list[Any]] = {"body": [], "lens": []}
    unread, aside = [], []
    for piece in Piece.objects.filter(person=person_of(request)):
        if piece.deleted_at:
            name = str(piece.document.get("name", "")) or piece.slug
            aside.append(AsideOut(kind=cast(Kind, piece.kind), slug=piece.slug, name=name))
            continue
        try:
            told[piece.kind].append(piece_out(piece))
        except ValidationError as error:
            lines = "; ".join(problem.line for problem in from_pydantic(error)[:TOLD])
            unread.append(UnreadOut(kind=cast(Kind, piece.kind), slug=piece.slug, problem=lines))
    return KitOut(bodies=told["body"], lenses=told["lens"], unread=unread, aside=aside)


@router.post("/kit/bodies", response=BodyOut)
def add_body(request: HttpRequest, document: BodyForm) -> Any:
    """A new body."""
    return piece_out(actions.add(person_of(request), "body", document))


@router.post("/kit/lenses", response=LensOut)
def add_lens(request: HttpRequest, document: LensForm) -> Any:
    """A new lens."""
    return piece_out(actions.add(person_of(request), "lens", document))


def _replace(request: HttpRequest, response: HttpResponse, kind: Kind, slug: str, document: BodyForm | LensForm, if_match: str) -> Any:
    with transaction.atomic():
        piece = _mine(request, kind, slug)
        check_version(piece.revision, if_match, piece.document)
        actions.keep_document(piece, document)
    response["ETag"] = tag(piece.revision)
    return piece_out(piece)


@router.put("/kit/bodies/{slug}", response=BodyOut)
def put_body(request: HttpRequest, response: HttpResponse, slug: str, document: BodyForm, if_match: IfMatch) -> Any:
    """Replace a body, if it is still the version that was read."""
    return _replace(request, response, "body", slug, document, if_match)


@router.put("/kit/lenses/{slug}", response=LensOut)
def put_lens(request: HttpRequest, response: HttpResponse, slug: str, document: LensForm, if_match: IfMatch) -> Any:
    """Replace a lens, if it is still the version that was read."""
    return _replace(request, response, "lens", slug, document, if_match)


@router.delete("/kit/{kind}/{slug}", response={204: None})
def remove(request: HttpRequest, kind: Kind, slug: str) -> tuple[int, None]:
    """Put a piece aside."""
    actions.remove(_mine(request, kind, slug))
    return 204, None


@router.post("/kit/{kind}/{slug}/restore", response={204: None})
def restore(request: HttpRequest, kind: Kind, slug: str) -> tuple[int, None]:
    """Bring a piece back."""
    actions.bring_back(get_object_or_404(Piece, person=person_of(request), kind=kind, slug=slug))
    return 204, None
