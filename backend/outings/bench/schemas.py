"""What the bench takes in and gives out, beside the open forms."""

from __future__ import annotations

from ninja import Schema

from forms.kit_form import Aperture, Iso, Seconds
from forms.outing_form import SituationNow
from forms.setup_form import WayOutOut
from forms.situation_form import DecisionName


class WaysIn(Schema):
    """A decision of a situation as it stands, whose other ways are asked for."""

    situation: SituationNow
    decision: DecisionName


class FrameTaken(Schema):
    """A frame as its data has it."""

    shutter_s: Seconds
    aperture: Aperture
    iso: Iso


class WhyIn(Schema):
    """A frame that was taken of a situation, and what is asked of it: why did the body do that."""

    situation: SituationNow
    frame: FrameTaken


class WhyOut(Schema):
    """One sentence on a frame, and what to change, by one press."""

    text: str
    ways: list[WayOutOut]


class MomentOut(Schema):
    """From when on the figures are these. at: its hour; stops: of light more than where it began; moves: dials; gives: what gives there, in a word."""

    at: str
    stops: float
    ev100: float
    words: str
    moves: list[str]
    gives: str


class ScheduleOut(Schema):
    """As the sky goes, when which dial moves; told: how long that is for, or why there is none."""

    told: str
    moments: list[MomentOut]


class PairOut(Schema):
    """A ranked pair, costs in stops."""

    body: str
    lens: str
    focal_length_mm: float
    share: float
    crop_stops: float
    gave_stops: float
    cost_stops: float
    binding: str | None
    out_of_reach: bool
    iso: float


class PairsOut(Schema):
    """Ranked pairs, the best first; of_one_body: there are too many to compare, and these are those of the situation's own body."""

    pairs: list[PairOut]
    of_one_body: bool
