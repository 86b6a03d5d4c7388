"""Links to bodies, as they are said in JSON."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from forms.card_form import FrameShownOut
from forms.configuration_form import Value
from forms.link_form import StateSaid
from forms.traits_form import Slug
from outings.bench.schemas import WhyOut
from outings.walk.schemas import Special


class PairIn(Schema):
    """Where a body answers, and the code that it shows."""

    address: Annotated[str, Field(min_length=1, max_length=120)]
    code: Annotated[str, Field(min_length=1, max_length=20)]


class LinkOut(Schema):
    """A body's link. paired: there is one; allowed: this server speaks to bodies at all; address: where it answers, or, where none is paired, where one may be found; reached: it answers now; why: what is in the way; named, serial: who it is; other: it is another than the kit's, by its name; state: how it is;
    written: the setup that was written last; whole_of: the situation whose setup was written to its end, so that what differs has moved since, else null; back: how many
    settings can be given back; slots_back: slots that can be given back what they held; slots_under_way: that was begun, and the body does not hold what it held; firmware_was: the one that what is written
    down of it is for, where it has another now, else an empty text; facts_back: what its firmware brought was written down, and can be given back."""

    paired: bool
    allowed: bool
    address: str
    named: str
    serial: str
    other: bool
    simulated: bool
    reached: bool
    why: str
    state: StateSaid | None
    written: str
    whole_of: int | None
    back: int
    slots_back: int
    slots_under_way: bool
    firmware_was: str
    facts_back: bool


class DiffersOut(Schema):
    """A setting that a body holds otherwise than a setup wants it. label: ours; theirs: what the body calls it; wanted, held: values in words; needed:
    the picture itself needs it; refused: why the body would not take it, nearest: what it would take."""

    setting: str
    label: str
    theirs: str
    wanted: str
    value: Value
    held: str
    needed: bool
    refused: str
    nearest: str


class BesideSetupOut(Schema):
    """A body beside a setup. body: its slug; lens: that the picture is for, where another is on, else an empty text; same: settings that agree; lacking: settings of ours that it does not know; besides: that it has, and our description says it lacks."""

    body: str
    lens: str
    link: LinkOut
    same: int
    differs: list[DiffersOut]
    lacking: list[str]
    besides: list[str]


class LoadIn(Schema):
    """Settings to be written, of those that differ; all of them where none is named. special: a setup of its own instead of the situation's."""

    special: Special = ""
    only: Annotated[list[Slug], Field(max_length=400)] = []


class LoadedOut(Schema):
    """What came of a part of the writing: how many were written by it, how many still differ and were not refused, and the body beside the setup now."""

    written: int
    left: int
    now: BesideSetupOut


class KeepSlotIn(Schema):
    """The slot in which to keep what was written."""

    bank: Annotated[int, Field(strict=True, ge=1, le=2)] = 1
    number: Annotated[int, Field(strict=True, ge=1, le=20)]
    special: Special = ""


class KeptSlotOut(Schema):
    """What came of keeping: kept, or only noted what the slot held, so that it can be given back: then it is asked for again; and the body beside the setup now."""

    kept: bool
    now: BesideSetupOut


class SlotBesideOut(Schema):
    """What a slot of a body brings back beside the setup that it is for. title: that it has on the body; empty: nothing was kept in it; same: settings of it that agree."""

    title: str
    empty: bool
    same: int
    differs: list[DiffersOut]


class SlotsBackOut(Schema):
    """What a part of giving slots back came to. left: parts that are left; refused: settings that the body did not take; title: of what the slot holds again."""

    left: int
    refused: list[str]
    title: str
    link: LinkOut


class FetchIn(Schema):
    """After which of the body's files to go on."""

    after: Annotated[str, Field(max_length=60)] = ""


class MeasureIn(FetchIn):
    """The same, and whether they are of a wall under a lamp that pulses."""

    lamp: bool = False


class FetchedOut(Schema):
    """What a part of the fetching brought. after: where to go on; more: there are more files; said: in words."""

    brought: int
    again: int
    after: str
    more: bool
    said: str


class LastFrameOut(Schema):
    """The frame that a body took last. name: of its file; dials: as it says; shown: what it shows, with its marks, and the taps of the card for it;
    why: what made the body choose these dials, and what to change; sharp: how sharp it is, in a sentence; fine: the piece where it is sharpest, pixel by pixel, as a data address; both
    empty where its file is not read so."""

    name: str
    dials: str
    shown: FrameShownOut
    sharp: str
    fine: str
    why: list[WhyOut]
