"""A body from six answers, or from one of its pictures."""

from __future__ import annotations

import tempfile
from typing import Any

from django.db import transaction
from django.http import HttpRequest
from ninja import Router, Schema

from craft.kit.kinds import KINDS, SENSOR_SIZES
from forms.describe_form import DescribeForm, described_body, described_lens
from forms.picture_facts import ACCEPTED, LARGEST_BYTES, read_frame
from forms.problems import InputError, Problem
from kit import actions
from kit.api import BodyOut, piece_out
from people.guards import stateless

router = Router(tags=["describe"])
CHUNK = 1 << 20
FILE = {"required": True, "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}}}


class KindOut(Schema):
    """A kind of body to be nearest to, and why its figures are as they are."""

    slug: str
    label: str
    reason: str
    finder: str


class SizeOut(Schema):
    """A usual size of a sensor."""

    slug: str
    label: str
    width_mm: float
    height_mm: float


class KindsOut(Schema):
    """What can be answered."""

    kinds: list[KindOut]
    sizes: list[SizeOut]


class ToldOut(Schema):
    """One figure from a picture, and where it comes from."""

    value: float | str
    source: str


class PictureOut(Schema):
    """What a picture told, by name of the figure."""

    told: dict[str, ToldOut]


@router.get("/kit/kinds", response=KindsOut)
def kinds(request: HttpRequest) -> KindsOut:
    """Kinds of body and usual sensors."""
    return KindsOut(
        kinds=[KindOut(slug=k.slug, label=k.label, reason=k.reason, finder=k.finder.value) for k in KINDS],
        sizes=[SizeOut(slug=s.slug, label=s.label, width_mm=s.width_mm, height_mm=s.height_mm) for s in SENSOR_SIZES],
    )


@router.post("/kit/described", response=BodyOut)
def add_described(request: HttpRequest, answers: DescribeForm) -> Any:
    """A new body from six answers, with its own lens if it has one."""
    body, lens = described_body(answers), described_lens(answers)
    with transaction.atomic():
        if lens is not None:
            body = body.model_copy(update={"fixed_lens": actions.add(request.user, "lens", lens).slug})
        return piece_out(actions.add(request.user, "body", body))


@router.post("/kit/picture", response=PictureOut, openapi_extra={"requestBody": FILE})
@stateless
def from_picture(request: HttpRequest) -> PictureOut:
    """What one frame tells about its body and lens. The file itself is the request's body; nothing is stored. Stateless."""
    with tempfile.NamedTemporaryFile() as kept:
        size = 0
        while chunk := request.read(CHUNK):
            size += len(chunk)
            if size > LARGEST_BYTES:
                raise InputError([Problem("", f"this file is larger than {LARGEST_BYTES // 1_000_000} MB: {ACCEPTED}")])
            kept.write(chunk)
        kept.flush()
        if not size:
            raise InputError([Problem("", f"the file is empty: {ACCEPTED}")])
        told = read_frame(kept.name)
    return PictureOut(told={name: ToldOut(value=one.value, source=one.source) for name, one in told.items()})
