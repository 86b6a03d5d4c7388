"""What the bench takes in and gives out, beside the open forms."""

from __future__ import annotations

from typing import Annotated

from ninja import Field, Schema

from craft.day.stars import WANTED_SNR
from craft.sky.brightness import NIGHT_MAG
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


class Direction(Schema):
    """Bearing from north by east, and degrees up."""

    bearing_deg: float
    height_deg: float


class BandPoint(Direction):
    """The middle of the galaxy's band at a place along it; light: how bright it is there, 1 about the core."""

    light: float


class AroundStar(Schema):
    """A star that stands about."""

    at: Direction
    magnitude: float


class WayHour(Schema):
    """Where something stands at a full hour."""

    at: Direction
    clock: str


class AroundWay(Schema):
    """Sun, moon, the galaxy's core or a planet: where it stands, how much of it is lit, and its way by the hour."""

    name: str
    at: Direction
    lit: float
    hours: list[WayHour]


class AroundOut(Schema):
    """What stands about a place at a picture's hour, and what its lens takes in; land: how high it stands at bearings all about; told: of the sun, or why there is nothing; frame: none where nobody said which way one looks."""

    told: str
    toward_deg: float
    stars: list[AroundStar]
    ways: list[AroundWay]
    band: list[BandPoint]
    land: list[Direction]
    frame: list[Direction]


class StarsIn(Schema):
    """A situation whose frame of the sky is asked for. dark_mag: of a square arc second of its place without the moon, None as its day has it; wanted: signal to noise that the galaxy's band is to have;
    minutes: of a series of trails, None as the setup has it."""

    situation: SituationNow
    dark_mag: Annotated[float, Field(ge=NIGHT_MAG[1], le=NIGHT_MAG[0], allow_inf_nan=False)] | None = None
    wanted: Annotated[float, Field(ge=1, le=500, allow_inf_nan=False)] = WANTED_SNR
    minutes: Annotated[float, Field(ge=1, le=720, allow_inf_nan=False)] | None = None


class TrailOut(Schema):
    """How a star is drawn in a time: pixels of its trail in the middle, and of the longest in the picture; accepts: what the school takes for a point; takes_s: the longest of the body's times that is no longer, and as it is printed, none where there is none."""

    slug: str
    label: str
    accepts: str
    time_s: float
    takes_s: float | None
    takes: str
    middle_px: float
    longest_px: float


class DarkPlaceOut(Schema):
    """How dark places are: magnitudes to the square arc second, and as a light; here: this one is nearest to the situation's."""

    slug: str
    label: str
    mag: float
    ev100: float
    because: str
    here: bool


class MoonlitOut(Schema):
    """The sky where one looks, with the moon in it; dark_mag: without it."""

    dark_mag: float
    told: str
    mag: float
    ev100: float


class BandOut(Schema):
    """What the galaxy's band takes: signal to noise in one frame, frames and minutes until it has what is wanted, minutes on a mount that follows the sky; what they take of cards and batteries;
    magnitudes of the faintest star in one frame and in all; of_sky: share of the noise behind the stars that is the sky's own."""

    wanted: float
    one: float
    frames: int
    minutes: float
    tracked_minutes: float
    gigabytes: float
    charges: int
    faintest_one: float
    faintest_all: float
    of_sky: float


class BandAtIso(Schema):
    """The band's signal to noise at an ISO, time and aperture kept."""

    iso: float
    snr: float


class MoonAsks(Schema):
    """What the moon's disc asks for in a phase or at a height, and the time on the dial with aperture and ISO as they are set."""

    label: str
    ev100: float
    time: str


class MoonDisc(Schema):
    """The moon's disc in a frame: its width in pixels and as a share of the frame's height, pixels that it drifts in a second, the longest time in which that is one, seconds from the middle until
    the edge cuts it; now: null where nobody knows where it stands, or it is not up."""

    across_px: float
    share: float
    px_s: float
    still_s: float
    leaves_s: float
    phases: list[MoonAsks]
    heights: list[MoonAsks]
    dim: list[MoonAsks]
    now: MoonAsks | None


class TrailSeries(Schema):
    """A series of frames laid together by what is lighter: its frame as a word, empty where nobody said under which sky; minutes, frames, degrees that each star draws, width over height."""

    token: str
    minutes: float
    frames: int
    degrees: float
    aspect: float


class StarsOut(Schema):
    """What a frame holds of the night sky; told: in words, or why there is nothing; disc: where the moon is the subject."""

    told: str
    frame: TrailOut | None
    places: list[DarkPlaceOut]
    moon: MoonlitOut | None
    schools: list[TrailOut]
    band: BandOut | None
    isos: list[BandAtIso]
    disc: MoonDisc | None
    series: TrailSeries | None


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
