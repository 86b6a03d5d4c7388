"""What rehearsing takes in and gives out."""

from __future__ import annotations

import datetime as dt

from ninja import Field, Schema

from forms.rehearsal_form import TripleOut


class KeepIn(Schema):
    """A frame to be kept with its situation."""

    token: str = Field(max_length=4000)
    name: str = Field("", max_length=80)


class NameIn(Schema):
    """What a kept frame is called."""

    name: str = Field(max_length=80)


class KeptOut(Schema):
    """A kept frame."""

    id: int
    name: str
    scene: str
    token: str
    figures: TripleOut
    made_at: dt.datetime
