"""Outings and situations: as it is said in JSON."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Self

from ninja import Schema
from pydantic import Field, model_validator

from craft.vocabulary.terms import Genre
from forms.outing_form import Coordinates, Day, Faces, SituationDocument, UtcOffset
from forms.situation_form import Mains

Title = Annotated[str, Field(min_length=1, max_length=120)]


class OutingIn(Schema):
    """A day; mains_hz: of the lamps at its place, null where they are as usual; utc_offset_min: of its clock, lies: where its place is, null where nobody said; faces: of those whose day it is."""

    title: Title
    place: Annotated[str, Field(max_length=120)] = ""
    mains_hz: Mains | None = None
    utc_offset_min: UtcOffset | None = None
    lies: Coordinates | None = None
    faces: Faces = Field(default_factory=list)
    day: Day

    @model_validator(mode="after")
    def _by_its_zone(self) -> Self:
        if self.lies is not None:
            self.utc_offset_min = self.lies.clock_on(self.day, self.utc_offset_min)
        return self


class SituationRow(Schema):
    """A situation along the day. card: none, fresh or stale."""

    id: int
    title: str
    starts_at: str
    genre: Genre
    body: str
    lens: str
    ev100: float | None
    card: str
    card_id: int | None
    version: str


class OutingOut(Schema):
    """A day with its situations, and its own version; notes: what was changed while it was read from a file."""

    id: int
    version: str
    title: str
    place: str
    mains_hz: Mains | None
    utc_offset_min: UtcOffset | None
    lies: Coordinates | None
    faces: list[str]
    day: dt.date
    situations: list[SituationRow]
    notes: list[str] = Field(default_factory=list)


class SituationOut(Schema):
    """A situation, its version, and how many steps can be undone; bodies, mains_hz, utc_offset_min: what its day tells by itself."""

    id: int
    outing: int
    bodies: int
    mains_hz: Mains | None
    utc_offset_min: UtcOffset | None
    document: SituationDocument
    version: str
    undo: int


class HourIn(Schema):
    """An hour of the day on a clock of twenty-four hours."""

    starts_at: Annotated[str, Field(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")]


class GlanceOut(Schema):
    """A picture of the day in a few words; warns: somebody should look at it; problem: why it has no setup."""

    situation: int
    figures: str
    told: str
    warns: bool
    problem: str


class BodyDayOut(Schema):
    """One body along the day: how often its setup changes, and how many of its setups slots hold."""

    body: str
    changes: int
    held: int


class ToolsOut(Schema):
    """How far the tools of a day are: slots to load of those it wants, clashes under the fingers, checks open before leaving, gigabytes to come, frames that came back,
    cards made."""

    to_load: int
    slots: int
    clashes: int
    checks_open: int
    room_gb: float
    came: int
    cards: int


class SunMarkOut(Schema):
    """Something that the sun does, so many minutes of the place's clock after the day's midnight; twilight: by its light, not itself."""

    minutes: float
    told: str
    twilight: bool


class SkyOut(Schema):
    """The open sky at a minute of the place's clock: EV of level ground under it, and the linear red, green and blue it is drawn in."""

    minutes: float
    ev100: float
    rgb: Annotated[list[float], Field(min_length=3, max_length=3)]


class SunOut(Schema):
    """The sun over a day, in words and along it, and the light of the sky from three in the morning to three."""

    told: str
    marks: list[SunMarkOut]
    sky: list[SkyOut]


class NightPointOut(Schema):
    """One time of a night, and how high sun, moon and the galaxy's core stand, in degrees."""

    minutes: float
    sun_deg: float
    moon_deg: float
    core_deg: float


class NightSpanOut(Schema):
    """From one minute of the night to another, both after the midnight before it."""

    begins: float
    ends: float
    told: str


class NightOut(Schema):
    """The night that begins on a day, from noon to noon: in words, along it, when it is dark, and when besides the moon is down and the core up."""

    told: str
    points: list[NightPointOut]
    dark: list[NightSpanOut]
    windows: list[NightSpanOut]
    moon_lit: float


class DayOut(Schema):
    """A day at a glance."""

    pictures: list[GlanceOut]
    bodies: list[BodyDayOut]
    tools: ToolsOut
