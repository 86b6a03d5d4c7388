"""What a body and this application say to each other over a link: the one way in which they talk.

Settings and values are named by the vocabulary's slugs; beside them a body says its own words. Every call but `who` and `pair` carries
the token that pairing gave.
"""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from forms.configuration_form import Value

VERSION = 1
"""Of what is said over a link."""

Slug = Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]{0,59}$")]
Words = Annotated[str, Field(max_length=300)]
FileName = Annotated[str, Field(pattern=r"^[A-Za-z0-9_-]{1,40}\.[A-Za-z0-9]{1,5}$")]


class Said(BaseModel):
    """Anything that is said over a link: what another version says beside it is left alone."""

    model_config = ConfigDict(extra="ignore")


class WhoSaid(Said):
    """Who answers. simulated: it is a stand-in and no camera."""

    name: Annotated[str, Field(max_length=80)]
    serial: Annotated[str, Field(max_length=40)]
    firmware: Annotated[str, Field(max_length=40)] = ""
    version: Annotated[int, Field(ge=1, le=1000)] = VERSION
    simulated: bool = False


class PairAsked(Said):
    """The code that the body shows."""

    code: Annotated[str, Field(min_length=1, max_length=20)]


class PairSaid(Said):
    """What every later call carries."""

    token: Annotated[str, Field(min_length=16, max_length=200)]


class HeldSaid(Said):
    """A setting as the body holds it. label, word: of setting and value in its own words; closed: why it cannot be set now, or an empty text."""

    setting: Slug
    value: Value
    label: Words
    word: Words
    closed: Words = ""


class SettingsSaid(Said):
    """Everything that the body holds."""

    settings: Annotated[list[HeldSaid], Field(max_length=1000)]


class WriteAsked(Said):
    """A value for a setting."""

    setting: Slug
    value: Value


class WritesAsked(Said):
    """Several of them, in this order."""

    writes: Annotated[list[WriteAsked], Field(max_length=1000)]


class WriteSaid(Said):
    """What came of it: the value that it holds now; refused: why it is not the one that was asked, or an empty text; nearest: what it would
    take instead."""

    setting: Slug
    value: Value | None
    refused: Words = ""
    nearest: Value | None = None


class WritesSaid(Said):
    """What came of several."""

    writes: Annotated[list[WriteSaid], Field(max_length=1000)]


class SlotSaid(Said):
    """What a custom slot brings back; values: none where nothing was kept in it yet."""

    bank: Annotated[int, Field(ge=1, le=2)]
    number: Annotated[int, Field(ge=1, le=20)]
    title: Annotated[str, Field(max_length=120)] = ""
    values: dict[Slug, Value] | None = None


class SlotsSaid(Said):
    """All slots of the body."""

    slots: Annotated[list[SlotSaid], Field(max_length=40)]


class KeepAsked(Said):
    """Keep what the body holds now in a slot, under a title."""

    title: Annotated[str, Field(max_length=120)] = ""


class CardSaid(Said):
    """A card. frames: for how many more of the present files it has room; state: in, out, or failing."""

    state: Literal["in", "out", "failing"]
    frames: Annotated[int, Field(ge=0)]


class StateSaid(Said):
    """How the body is. battery: share that is left; burst: frames that its buffer takes now, and seconds that they last;
    slot: bank and number that it was turned to last, or null; clock: as it would write it into a file; lens: that is on, as it calls
    itself, or an empty text; newest: its latest finished file, or an
    empty text."""

    battery: Annotated[float, Field(ge=0, le=1)]
    cards: Annotated[list[CardSaid], Field(max_length=4)]
    burst: Annotated[int, Field(ge=0)]
    burst_s: Annotated[float, Field(ge=0)]
    slot: SlotSaid | None
    clock: dt.datetime
    asleep: bool
    lens: Annotated[str, Field(max_length=80)]
    newest: Annotated[str, Field(max_length=50)]
    celsius: Annotated[float, Field(ge=-100, le=100, allow_inf_nan=False)]
    firmware: Annotated[str, Field(max_length=40)] = ""


class FireAsked(Said):
    """How many times the release is pressed, or for how long a burst is held: frames in all."""

    frames: Annotated[int, Field(ge=1, le=200)] = 1


class FrameSaid(Said):
    """A file on a card; size: in bytes, null where it is known only once the file is made."""

    name: FileName
    taken_at: dt.datetime
    size: int | None = None


class FramesSaid(Said):
    """Files on the cards, the oldest first, from a number of them on."""

    frames: Annotated[list[FrameSaid], Field(max_length=200)]
    more: bool = False


class RefusedSaid(Said):
    """Why the body does not do what it was asked, in its own words."""

    detail: Words
