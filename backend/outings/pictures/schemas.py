"""What pictures of one's own take in and give out."""

from __future__ import annotations

import datetime as dt

from ninja import Field, Schema
from pydantic import StrictInt

from craft.tones.own import LEAST_SET, MOST_SET
from forms.areas_form import AreasForm


class OwnPictureOut(Schema):
    """A picture of one's own, and its version; ev100: light of its middle tone, null where nobody knows; said: its exposure in words; painted: distances over it;
    error, within: stops by which its tones may be wrong, and how far they are to be trusted in words."""

    id: int
    version: str
    name: str
    kind: str
    wide: int
    high: int
    ev100: float | None
    error: float
    within: str
    said: str
    size: int
    painted: AreasForm
    made_at: dt.datetime


class AsidePictureOut(Schema):
    """A picture of a situation that was put aside: it takes room as long as that can be brought back."""

    id: int
    name: str
    situation: str
    size: int


class OwnPicturesOut(Schema):
    """A situation's pictures, those of what was put aside, and how much room a person's pictures take in all."""

    pictures: list[OwnPictureOut]
    aside: list[AsidePictureOut]
    kept: int
    most: int
    bytes: int
    most_bytes: int


class TogetherIn(Schema):
    """Pictures to be put together as one set."""

    pictures: list[StrictInt] = Field(min_length=LEAST_SET, max_length=MOST_SET)
    name: str = Field("", max_length=80)


class MeasureIn(Schema):
    """Raws and finished files of the same frames. keep: whether what is found is kept in the situation's body, with the look it is set to."""

    pictures: list[StrictInt] = Field(min_length=2, max_length=40)
    keep: bool = False


class MeasuredOut(Schema):
    """Stops that the raw still has where the finished file begins to warn; look: the file's; kept: whether the body has it now."""

    stops: float
    look: str
    kept: bool


class ChangedIn(Schema):
    """What a picture is called, and the light of its middle tone where its file does not tell."""

    name: str = Field(max_length=80)
    ev100: float | None = Field(None, ge=-20, le=24, allow_inf_nan=False, strict=True)


class BroughtOut(Schema):
    """An outing that was read from a zip, and what of its kit got another name."""

    id: int
    notes: list[str]
