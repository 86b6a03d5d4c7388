"""How steady a person's hand is, measured with a body and a lens of theirs."""

from __future__ import annotations

from typing import Annotated

from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from craft.errors import CraftError
from craft.exposure.hand import ordinary_hand
from craft.optics.steadiness import Tried, steadiness_of
from craft.scales.series import Dial, label
from forms.kit_form import Form, LensForm
from kit.actions import body_of
from kit.models import Piece
from people.actions import habits_of
from people.guards import person_of

router = Router(tags=["profile"])


class TriedByHandIn(Form):
    """Frames by hand at one time, and how many of them were sharp."""

    time_s: Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=60)]
    frames: Annotated[int, Field(strict=True, ge=0, le=1000)] = 10
    sharp: Annotated[int, Field(strict=True, ge=0, le=1000)]


class HandIn(Form):
    """With which of one's kit it is measured, and what came out; no rows: times are proposed."""

    body: Annotated[str, Field(max_length=80)]
    lens: Annotated[str, Field(max_length=80)]
    focal_length_mm: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1, le=3000)] | None = None
    stabilised: bool = True
    rows: Annotated[list[TriedByHandIn], Field(max_length=12)] = Field(default_factory=list)


class SteadinessOut(Form):
    """A steadiness and from where to where it lies in nineteen of twenty cases."""

    steadiness: float
    low: float
    high: float


class DialTimeOut(Form):
    """A time of the dial, as it is written."""

    time_s: float
    label: str


class HandOut(Form):
    """Times that tell much, longest first, the focal length they are for, and what came out; found: null before that."""

    focal_length_mm: float
    times: list[DialTimeOut]
    found: SteadinessOut | None


def _piece(person: User, kind: str, slug: str) -> Piece:
    found = Piece.objects.filter(person=person, kind=kind, slug=slug, deleted_at=None).first()
    if found is None:
        raise CraftError(f"there is no such {kind} in your kit", (kind,))
    return found


@router.post("/profile/steadiness", response=HandOut)
def measure(request: HttpRequest, asked: HandIn) -> HandOut:
    """What frames by hand tell of a hand, or the times to take them at."""
    person = person_of(request)
    body = body_of(_piece(person, "body", asked.body))
    lens = LensForm.model_validate(_piece(person, "lens", asked.lens).document)
    acuity = habits_of(person).acuity
    held = ordinary_hand(body, lens.value(asked.lens), asked.focal_length_mm, acuity, stabilised=asked.stabilised)
    rows = [Tried(row.time_s, row.frames, row.sharp) for row in asked.rows]
    found = steadiness_of(rows, held.sharp_s) if rows else None
    return HandOut(
        focal_length_mm=held.focal_mm,
        times=[DialTimeOut(time_s=at, label=label(Dial.TIME, at)) for at in held.times_s],
        found=SteadinessOut(steadiness=round(found.steadiness, 2), low=round(found.low, 2), high=round(found.high, 2)) if found else None,
    )
