"""What of frames that came back goes in and out."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Field, Schema
from pydantic import StrictInt

from forms.kit_form import Form
from forms.setup_form import WayOutOut

MOST_AT_ONCE = 2000
"""Frames that one press judges or moves."""

Digest = Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
Seconds = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-26 * 3600, le=26 * 3600)]
Numbers = Annotated[list[Annotated[StrictInt, Field(ge=1, le=2**31)]], Field(min_length=1, max_length=MOST_AT_ONCE)]


class KnownIn(Form):
    """Digests (SHA-256) of files that are to be brought."""

    digests: Annotated[list[Digest], Field(max_length=MOST_AT_ONCE)]


class KnownOut(Schema):
    """Those of them that have come already."""

    digests: list[str]


class CameOut(Schema):
    """What became of a file: id, the frame that it is, null for a sidecar; again: it had come before; rated: frames that a sidecar rated; said: in words."""

    id: int | None
    again: bool
    rated: int
    said: str


class SharpOut(Schema):
    """How sharp a frame came out. text: in a sentence; how: what of it is smeared; disc_px: diameter of its blur where it is sharpest, null where too few edges tell;
    smear_px, smear_deg: length of a smear, and where it goes from the long side to the top; soft: it shows in the output; sharpest: of its burst, as far as that can be told."""

    text: str
    how: Literal["nothing", "all", "around", "unsure"]
    disc_px: float | None
    smear_px: float | None
    smear_deg: float | None
    soft: bool
    sharpest: bool


class FinePlace(Schema):
    """Where a piece of a frame lies, as shares of it, and how many pixels of the file come to one of it."""

    left: float
    top: float
    width: float
    height: float
    times: int


class CameFrame(Schema):
    """A frame. at: its hour by the day's clock, empty where its file tells none; words: its dials; kept: null where nobody judged; exposed_ev: light that it exposes as
    mid-grey; by_hand: somebody put it to its picture; burnt: share of it at full white; burst: the first frame of those taken with it; sharp: null where its file is not
    read pixel by pixel; fine: the piece that is."""

    id: int
    name: str
    at: str
    body: str
    words: str
    focal_mm: float | None
    kept: bool | None
    burnt: float
    exposed_ev: float | None
    by_hand: bool
    burst: int
    sharp: SharpOut | None
    fine: FinePlace | None


class CameGreyOut(Schema):
    """How a place that is grey came out in a frame's file. text: in a sentence; mired: that it is too warm, tint: thousandths of Duv that it is too green, delta: CIEDE2000 from
    grey, null where it tells nothing; kelvin: white instead of the planned one that makes it grey, null where none is planned by a number."""

    text: str
    mired: float | None
    tint: float | None
    delta: float | None
    kelvin: float | None


class CameFrames(Schema):
    """A part of a picture's frames, in the order of their hours; more: there are others behind them."""

    frames: list[CameFrame]
    more: bool


class JudgeIn(Form):
    """Whether frames are kept; null: it is open again."""

    frames: Numbers
    kept: bool | None


class RestIn(Form):
    """The picture whose frames that nobody judged are not kept."""

    situation: Annotated[StrictInt, Field(ge=1, le=2**31)]


class MoveIn(Form):
    """The picture that frames belong to; null: their hour decides."""

    frames: Numbers
    situation: Annotated[StrictInt, Field(ge=1, le=2**31)] | None


class DropIn(Form):
    """Frames that are taken out again."""

    frames: Numbers


class ClockIn(Form):
    """How a body, as its files name it, stands to the day: seconds its clock was ahead, or two frames of one moment, its own and another body's; neither: as its zone or
    its clock tells. is_body: which of one's own it is, empty: none of them."""

    said: Annotated[str, Field(max_length=80)]
    off_s: Seconds | None = None
    frame: Annotated[StrictInt, Field(ge=1, le=2**31)] | None = None
    same_moment: Annotated[StrictInt, Field(ge=1, le=2**31)] | None = None
    is_body: Annotated[str, Field(max_length=80)] | None = None


class CameChanged(Schema):
    """How many frames were changed."""

    frames: int


class ClockOut(Schema):
    """A body of the files. body: its slug in the kit, empty where nobody knows; how: hand, zone or none, by which its clock is taken."""

    said: str
    body: str
    frames: int
    off_s: float
    how: Literal["hand", "zone", "none"]


class StoodOtherwise(Schema):
    """A dial that stood otherwise over a run of frames. begins, ends: hours of the day; stops: higher (shorter, narrower, more sensitive) than planned."""

    text: str
    dial: str
    begins: str
    ends: str
    begins_min: float
    ends_min: float
    frames: int
    stops: float
    kept: int
    judged: int


class AtLightOut(Schema):
    """Frames in one light, beside what is planned there."""

    ev100: float
    figures: str
    frames: int
    kept: int
    judged: int


class DotOut(Schema):
    """A frame as a point: minutes of the day, the light that its dials expose for, how far its dials stand from what is planned."""

    id: int
    minutes: float
    exposed_ev: float
    apart: float
    kept: bool | None
    burnt: bool


class LostToOut(Schema):
    """Frames that are not kept, by what figures tell against them; words: that, behind their number."""

    cause: Literal["exposed", "shaken", "focus", "moved", "nothing"]
    words: str
    frames: int


class CoursePoint(Schema):
    """A frame along the hours. minutes: of the day; body: its place among the bodies; stops, mired: brighter and warmer than the middle of them, null where that was not measured."""

    id: int
    minutes: float
    body: int
    stops: float | None
    mired: float | None


class FrameCourse(Schema):
    """How a picture's frames go along its hours. bodies: as files name them; said: what is to be said of it, in sentences; every: of how many frames one is drawn."""

    bodies: list[str]
    points: list[CoursePoint]
    said: list[str]
    every: int


class CamePair(Schema):
    """Two frames of one moment, by two bodies, the first and the second; apart_s: seconds that the second is later; stops, mired: that it is brighter and warmer."""

    at: str
    first: int
    second: int
    apart_s: float
    stops: float | None
    mired: float | None


class BodiesTogether(Schema):
    """Two bodies at the same moments. text: by how much they differ, in sentences; moments: the pairs, evenly thinned."""

    first: str
    second: str
    text: str
    moments: list[CamePair]


class BesidePlan(Schema):
    """A picture of the day beside what was shot of it. problem: why it has no plan; others: frames by another body, which are not laid beside it; left_dark: frames that
    the body by itself left half a stop too dark or more, at its limits; soft: frames whose sharpest place is softer than the output hides; shaken: smeared as a whole; stood: what stood otherwise of what has no stops, in sentences; in_focus: how many are, beside how many the plan expects, in a sentence, empty where nothing was followed; lost: those not kept, by what tells against them; every: of how many frames one is drawn as a point."""

    id: int
    title: str
    starts_at: str
    body: str
    problem: str
    frames: int
    judged: int
    kept: int
    burnt: int
    others: int
    as_planned: int
    untold: int
    over_ceiling: int
    under_slowest: int
    left_dark: int
    soft: int
    shaken: int
    in_focus: str
    stood: list[str]
    course: FrameCourse
    lost: list[LostToOut]
    planned: str
    planned_ev: float | None
    begins_min: float
    drifts: list[StoodOtherwise]
    levels: list[AtLightOut]
    dots: list[DotOut]
    every: int
    ways: list[WayOutOut]


class ReviewOut(Schema):
    """A day beside what came back of it. left_over: frames that belong to no picture; most: that may be kept of all days."""

    title: str
    frames: int
    left_over: int
    most: int
    clocks: list[ClockOut]
    together: list[BodiesTogether]
    pictures: list[BesidePlan]


class RateOut(Schema):
    """Frames about a value, how many are kept, and from where to where the share lies in nineteen of twenty cases."""

    label: str
    stops: float
    frames: int
    kept: int
    low: float
    high: float


class IsoLearnedOut(Schema):
    """The highest ISO of a body of which half as many are kept as at its best. how: few, flat, beyond or found; text: what it is in a sentence; iso: as the dial prints it, null
    where it was not found; now: the person's ceiling, null where it is computed; taken: it is that already."""

    body: str
    how: Literal["few", "flat", "beyond", "found"]
    text: str
    iso: float | None
    low: float | None
    high: float | None
    frames: int
    kept: int
    now: float | None
    taken: bool
    at_stops: float | None
    low_stops: float | None
    high_stops: float | None
    rates: list[RateOut]


class HandLearnedOut(Schema):
    """How steady frames by hand of what stands still show somebody to be; null where it was not found. rates: by time, of what an ordinary hand holds."""

    text: str
    steadiness: float | None
    low: float | None
    high: float | None
    frames: int
    kept: int
    now: float
    taken: bool
    rates: list[RateOut]


class PracticeOut(Schema):
    """How a person follows what moves, beside two people who follow the same as the plan would have them. how: few, unsure, ordinary or practised; text: it in a sentence;
    practised: whom they are like, null where that is not told; now: as the profile has it."""

    how: Literal["few", "unsure", "ordinary", "practised"]
    text: str
    frames: int
    practised: bool | None
    now: bool
    taken: bool


class KeptByOut(Schema):
    """How many are kept by something that files tell. of: what that is, in words."""

    of: str
    rates: list[RateOut]


class LearnedOut(Schema):
    """What a person's judged frames of all days tell of them."""

    frames: int
    judged: int
    isos: list[IsoLearnedOut]
    hand: HandLearnedOut
    kept_by: list[KeptByOut]
    following: PracticeOut
