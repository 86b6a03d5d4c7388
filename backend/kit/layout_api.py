"""How a body is laid out by its owner: pinned items, the short list, roles of controls, the hand."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Header, Router, Schema

from craft.day.functions import FUNCTIONS
from craft.kit.controls import LASTS, SPOTS, USE_WORDS, Use
from forms.layout_form import LayoutForm
from kit import actions
from kit.models import Layout, Piece
from people.guards import person_of
from people.versions import tag

router = Router(tags=["layout"])


class SpotOut(Schema):
    """A place for a control: its face and where on the drawing of that face (0 to 1), the finger, and usual shares of misses and bumps."""

    slug: str
    label: str
    finger: str
    face: str
    x: float
    y: float
    missed: float
    bumped: float


class WayOfUse(Schema):
    """A way of using a control; lasts: how long what it does stays."""

    slug: Use
    label: str
    lasts: str


class FunctionOut(Schema):
    """Something a control can do, why one wants it, the ways of using a control that fit it, and the focus area that it brings."""

    slug: str
    label: str
    setting: str
    uses: list[Use]
    because: str
    borrows: bool
    area: str


class LayoutOut(Schema):
    """A body's layout, and what there is to choose from."""

    document: LayoutForm
    version: str
    spots: list[SpotOut]
    uses: list[WayOfUse]
    functions: list[FunctionOut]


def _body(request: HttpRequest, slug: str) -> Piece:
    return get_object_or_404(Piece, person=person_of(request), kind="body", slug=slug, deleted_at=None)


def _out(row: Layout, response: HttpResponse) -> LayoutOut:
    response["ETag"] = tag(row.revision)
    return LayoutOut(
        document=actions.laid_out(row),
        version=tag(row.revision),
        spots=[
            SpotOut(slug=slug, label=s.label, finger=s.finger, face=s.face, x=s.x, y=s.y, missed=s.missed, bumped=s.bumped)
            for slug, s in SPOTS.items()
        ],
        uses=[WayOfUse(slug=use, label=words, lasts=LASTS[use]) for use, words in USE_WORDS.items()],
        functions=[
            FunctionOut(slug=f.slug, label=f.label, setting=f.setting, uses=list(f.uses), because=f.because, borrows=f.borrows, area=f.area)
            for f in FUNCTIONS
        ],
    )


@router.get("/kit/bodies/{slug}/layout", response=LayoutOut)
def get_layout(request: HttpRequest, response: HttpResponse, slug: str) -> LayoutOut:
    """How a body is laid out."""
    return _out(actions.layout_of(_body(request, slug)), response)


@router.put("/kit/bodies/{slug}/layout", response=LayoutOut)
def put_layout(
    request: HttpRequest, response: HttpResponse, slug: str, document: LayoutForm, if_match: Annotated[str, Header(alias="If-Match")]
) -> LayoutOut:
    """Replace a body's layout, if it is still the version that was read."""
    return _out(actions.save_layout(_body(request, slug), document, if_match), response)
