"""A line as people say it, in JSON: what was understood, and the situation that it begins."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import BaseModel, Field

from craft.line.figures import LensSaid
from craft.line.understood import LONGEST, Glass, Understood, understood
from forms.kit_form import Form, LensForm

LOCKS = {"time": "shutter_s", "aperture": "aperture", "iso": "iso"}
CLOSEST = 0.6
"""Closest distance of an ordinary lens, in metres for each hundred millimetres of its longest focal length, and a tenth on top (an estimate)."""

UNSAID = 4.0
"""Widest aperture of a lens of which it was not said (an estimate of an ordinary zoom)."""


class LineIn(Form):
    """A line to be understood."""

    text: Annotated[str, Field(max_length=LONGEST)]


class ChipOut(BaseModel):
    """One thing understood: the letters of the line that say it, what of, and how that is called; close: taken for a word that it only
    resembles; unused: why it is left out, or an empty text."""

    said: str
    of: str
    label: str
    close: bool
    unused: str


class LineOut(BaseModel):
    """What a line comes to. rest: words that say something nobody here knows; document: the parts of a situation that it tells; lens: one that
    is not in the kit, to be added."""

    chips: list[ChipOut]
    rest: list[str]
    document: dict[str, Any]
    lens: LensForm | None


def lens_form(said: LensSaid) -> LensForm:
    """A lens of which only the figures were said: the rest as is usual, marked as assumed.

    >>> lens_form(LensSaid(50, 50, 1.8, 1.8)).widest_aperture
    1.8
    """
    wide = said.widest or UNSAID
    assumed = ["narrowest_aperture", "closest_m", *([] if said.widest else ["widest_aperture"])]
    return LensForm(
        name=said.called,
        focal_min_mm=said.focal_min_mm,
        focal_max_mm=said.focal_max_mm,
        widest_aperture=[wide, said.widest_long] if said.widest_long and said.widest_long != wide else wide,
        closest_m=round(0.1 + CLOSEST * said.focal_max_mm / 100, 2),
        assumed=assumed,
    )


def _document(text: str, told: Understood, glasses: list[Glass]) -> dict[str, Any]:
    """The parts of a situation that a line tells."""
    subject, focal = told.told("subject"), told.told("focal")
    genre = str(subject).split("/")[0] if subject else told.told("work")
    lens = told.told("lens")
    if lens is None and told.lens is None and isinstance(focal, float):
        lens = next((one.slug for one in glasses if one.focal_min_mm <= focal <= one.focal_max_mm), None)
    light = told.told("light")
    parts: dict[str, Any] = {
        "genre": genre,
        "subject": str(subject).split("/")[1] if subject else None,
        "starts_at": told.told("hour"),
        "body": told.told("body"),
        "lens": lens,
        "focal_length_mm": focal,
        "light": {"condition": light} if light else None,
        "support": told.told("support"),
        "file": told.told("file"),
        "sight": _some(through=told.told("through"), outline=told.told("outline")),
        "aims": _some(motion=told.told("motion")),
        "locks": _some(**{name: told.told(of) for of, name in LOCKS.items()}),
        "motion": _some(distance_m=told.told("distance"), speed_m_s=told.told("speed")),
        "delivery": _some(count=told.told("count"), deadline_h=told.told("deadline"), shape=told.told("shape")),
        "note": text.strip() if told.rest or told.told("place") else None,
    }
    if parts["delivery"] and "count" in parts["delivery"]:
        parts["delivery"]["count"] = int(parts["delivery"]["count"])
    return {name: value for name, value in parts.items() if value is not None}


def _some(**parts: Any) -> dict[str, Any] | None:
    return {name: value for name, value in parts.items() if value is not None} or None


def line_of(text: str, glasses: list[Glass], bodies: dict[str, str]) -> LineOut:
    """What a line comes to for someone with this kit."""
    told = understood(text, glasses, bodies)
    return LineOut(
        chips=[
            ChipOut(said=text[chip.start : chip.end], of=chip.of, label=chip.label, close=chip.close, unused=chip.unused)
            for chip in told.chips
        ],
        rest=[text[start:end] for start, end in told.rest],
        document=_document(text, told, glasses),
        lens=lens_form(told.lens) if told.lens else None,
    )


def glasses_of(lenses: dict[str, LensForm]) -> list[Glass]:
    """A kit's lenses, as far as a line can name them."""
    return [
        Glass(
            slug,
            lens.name,
            lens.focal_min_mm,
            lens.focal_max_mm,
            lens.widest_aperture[0] if isinstance(lens.widest_aperture, list) else lens.widest_aperture,
        )
        for slug, lens in lenses.items()
    ]
