"""What rehearsing takes in and gives out."""

from __future__ import annotations

import datetime as dt

from ninja import Field, Schema

from forms.rehearsal_form import TripleOut
from forms.rulers.sets import OptimalOut
from jobs.schemas import JobOut


class KeepIn(Schema):
    """A frame to be kept with its situation."""

    token: str = Field(max_length=4000)
    name: str = Field("", max_length=80)


class NameIn(Schema):
    """What a kept frame is called."""

    name: str = Field(max_length=80)


class KeptOut(Schema):
    """A kept frame, and the version of what is said of it; one that was made otherwise has no token and no figures: it can only be deleted."""

    id: int
    version: str
    name: str
    scene: str
    token: str
    figures: TripleOut | None
    made_at: dt.datetime


class LongerOut(Schema):
    """A search for a set of five frames: how far it is, and what it found once it is done; null where no set of so few holds the scene."""

    job: JobOut
    found: OptimalOut | None
