"""How a body is laid out by its owner: pinned items, the short list, roles of controls, the hand."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from craft.day.functions import FUNCTIONS
from craft.errors import CraftError
from craft.kit.controls import LASTS, SPOTS, USE_WORDS, Use
from craft.kit.layouts import LAYOUTS, controls_from
from forms.layout_form import LayoutForm
from forms.problems import InputError, from_craft
from forms.traits_form import ControlForm, control_form
from kit import actions
from kit.models import Layout, Piece
from people.guards import person_of, stateless
from people.versions import IfMatch, tag

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
    """Something a control can do, why one wants it, the ways of using a control that fit it, the focus area that it brings, and whether it acts while
    frames are looked at."""

    slug: str
    label: str
    setting: str
    uses: list[Use]
    because: str
    borrows: bool
    area: str
    looking_back: bool


class UsualLayoutOut(Schema):
    """A usual layout of controls to begin with, and for what hand it is."""

    slug: str
    label: str
    because: str
    controls: list[ControlForm]


class ControlsIn(Schema):
    """Controls written down one to a line: what it is called, where it lies, how it is used."""

    text: Annotated[str, Field(max_length=10_000)]


class LayoutOut(Schema):
    """A body's layout, and what there is to choose from."""

    document: LayoutForm
    version: str
    spots: list[SpotOut]
    uses: list[WayOfUse]
    functions: list[FunctionOut]
    usual: list[UsualLayoutOut]


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
            FunctionOut(
                slug=f.slug,
                label=f.label,
                setting=f.setting,
                uses=list(f.fitting),
                because=f.because,
                borrows=f.borrows,
                area=f.area,
                looking_back=f.looking_back,
            )
            for f in FUNCTIONS
        ],
        usual=[
            UsualLayoutOut(slug=one.slug, label=one.label, because=one.because, controls=[control_form(c) for c in one.controls])
            for one in LAYOUTS
        ],
    )


@router.post("/kit/bodies/{slug}/controls/read", response=list[ControlForm])
@stateless
def read_controls(request: HttpRequest, slug: str, written: ControlsIn) -> list[ControlForm]:
    """Controls as they were written down, one to a line, named like no other of this body. Nothing is kept."""
    there = tuple(control.slug for control in actions.traits_of(_body(request, slug)).controls)
    try:
        return [control_form(control) for control in controls_from(written.text, there)]
    except CraftError as error:
        raise InputError([from_craft(error)]) from None


@router.get("/kit/bodies/{slug}/layout", response=LayoutOut)
def get_layout(request: HttpRequest, response: HttpResponse, slug: str) -> LayoutOut:
    """How a body is laid out."""
    return _out(actions.layout_of(_body(request, slug)), response)


@router.put("/kit/bodies/{slug}/layout", response=LayoutOut)
def put_layout(request: HttpRequest, response: HttpResponse, slug: str, document: LayoutForm, if_match: IfMatch) -> LayoutOut:
    """Replace a body's layout, if it is still the version that was read."""
    return _out(actions.save_layout(_body(request, slug), document, if_match), response)
