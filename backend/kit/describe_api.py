"""A body from six answers, or from pictures that it took."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any, Self

from django.db import transaction
from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field, model_validator

from craft.kit.kinds import KINDS, SENSOR_SIZES
from forms.describe_form import DescribeForm, described_body, described_lens
from forms.kit_form import Form
from forms.problems import InputError, Problem
from images.reading import read_frame
from images.together import together
from images.told import ACCEPTED, Told
from images.values import LARGEST_BYTES
from kit import actions
from kit.api import BodyOut, piece_out
from people.guards import person_of, stateless
from people.received import FILE, received

router = Router(tags=["describe"])


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


class ToldText(Form):
    """A word that a picture told."""

    value: str = Field(max_length=80)
    source: str = Field(max_length=80)


class ToldNumber(Form):
    """A number that a picture told."""

    value: float = Field(gt=0, lt=1e9, allow_inf_nan=False, strict=True)
    source: str = Field(max_length=80)


class ToldOffset(Form):
    """How far a camera's clock is before UTC, in minutes."""

    value: float = Field(ge=-14 * 60 - 59, le=14 * 60 + 59, allow_inf_nan=False, strict=True)
    source: str = Field(max_length=80)


class FrameIn(Form):
    """What one picture told, as far as it goes."""

    name: ToldText | None = None
    lens_name: ToldText | None = None
    packing: ToldText | None = None
    taken_at: ToldText | None = None
    utc_offset_min: ToldOffset | None = None
    pixels_wide: ToldNumber | None = None
    pixels_high: ToldNumber | None = None
    sensor_width_mm: ToldNumber | None = None
    sensor_height_mm: ToldNumber | None = None
    focal_min_mm: ToldNumber | None = None
    focal_max_mm: ToldNumber | None = None
    widest_short: ToldNumber | None = None
    widest_long: ToldNumber | None = None
    focal_mm: ToldNumber | None = None
    iso: ToldNumber | None = None
    time_s: ToldNumber | None = None
    aperture: ToldNumber | None = None
    distance_m: ToldNumber | None = None
    bits: ToldNumber | None = None
    raw_mb: ToldNumber | None = None

    @model_validator(mode="after")
    def _in_pairs(self) -> Self:
        for one, other in PAIRS:
            if (getattr(self, one) is None) != (getattr(self, other) is None):
                raise ValueError(f"{one} and {other} are told together")
        return self

    def told(self) -> dict[str, Told]:
        """By name of the figure."""
        return {name: Told(one.value, one.source) for name, one in self if one is not None}


PAIRS = (
    ("pixels_wide", "pixels_high"),
    ("sensor_width_mm", "sensor_height_mm"),
    ("focal_min_mm", "focal_max_mm"),
    ("widest_short", "widest_long"),
    ("packing", "raw_mb"),
    ("packing", "bits"),
)
"""Figures that follow from the same entries."""


class FramesIn(Form):
    """What several pictures told, each by itself."""

    frames: list[FrameIn] = Field(min_length=1, max_length=500)


class LensSeenOut(Schema):
    """A lens that pictures were taken with; widest: f-numbers at both ends, null where no frame tells; exact: by the lens's own figures."""

    name: str
    frames: int
    focal_min_mm: float
    focal_max_mm: float
    widest: list[float] | None
    exact: bool


class TogetherOut(Schema):
    """What pictures told together; others: cameras whose frames are left out, with how many there are of each."""

    frames: int
    told: dict[str, ToldOut]
    lenses: list[LensSeenOut]
    others: dict[str, int]


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
            body = body.model_copy(update={"fixed_lens": actions.add(person_of(request), "lens", lens).slug})
        return piece_out(actions.add(person_of(request), "body", body))


@router.post("/kit/picture", response=PictureOut, openapi_extra={"requestBody": FILE})
@stateless
def from_picture(request: HttpRequest) -> PictureOut:
    """What one frame tells about its body and lens. The file itself is the request's body; nothing is stored. Stateless."""
    with received(request, LARGEST_BYTES, lambda why: InputError([Problem("", f"{why}: {ACCEPTED}")])) as file:
        told = read_frame(file.path)
    return PictureOut(told={name: ToldOut(value=one.value, source=one.source) for name, one in told.items()})


@router.post("/kit/pictures/together", response=TogetherOut)
@stateless
def from_pictures(request: HttpRequest, asked: FramesIn) -> Any:
    """What several frames of one camera tell together, from what each told by itself. Stateless."""
    found = together([frame.told() for frame in asked.frames])
    told = {name: asdict(one) for name, one in found.figures.items()}
    return {"frames": found.frames, "told": told, "lenses": [asdict(lens) for lens in found.lenses], "others": found.others}
