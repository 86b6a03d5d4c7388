"""A setup: what the craft answers. Values as the body prints them; stops where a name says so."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from craft.decisions.reasons import Reasoned
from craft.kit.body import Shutter
from craft.optics.reach import Zone
from craft.scales.series import Dial
from craft.setup.series import Series
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import (
    Area,
    Detection,
    Drive,
    File,
    FocusMode,
    Intent,
    Limit,
    Mode,
    Pattern,
    Priority,
    RangePolicy,
    Stabiliser,
    White,
)


@dataclass(frozen=True, slots=True)
class Conceded:
    """One concession: what was asked of it (stops, None for the dial's end, or a named limit), what it gave, how far it may, None: no end.

    asked: it is on the list, and not put before it because the frame is exposed to the right.
    """

    intent: Intent
    up_to_stops: float | None
    to: Limit | None
    gave_stops: float
    limit_stops: float | None
    asked: bool

    @property
    def left_stops(self) -> float | None:
        """Stops that it may still give; None: no end."""
        return None if self.limit_stops is None else max(0.0, self.limit_stops - self.gave_stops)


@dataclass(frozen=True, slots=True)
class Binding:
    """What holds the picture back: an intent, the rung (from 0) or None, and where that rung ends."""

    intent: Intent
    rung: int | None
    limit: str


@dataclass(frozen=True, slots=True)
class Span:
    """How far the light may move, in stops each way."""

    darker_stops: float
    brighter_stops: float


@dataclass(frozen=True, slots=True)
class Level:
    """One level of the light ladder. why: what made it so; turn_the_dial: the automatics would choose otherwise."""

    ev100: float
    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float
    gave: Mapping[Intent, float]
    out_of_reach: bool
    binding: Binding | None
    turn_the_dial: bool
    why: str


@dataclass(frozen=True, slots=True)
class Neighbour:
    """The picture with one free dial a step away, and what that costs per intent in stops."""

    dial: Dial
    direction: str
    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float
    cost: Mapping[Intent, float]


@dataclass(frozen=True, slots=True)
class IsoLimits:
    """ISO limits as printed; slowest_shutter_s None when automatic ISO is off."""

    automatic: bool
    floor: float
    ceiling: float
    slowest_shutter_s: float | None


@dataclass(frozen=True, slots=True)
class Focus:
    """Autofocus behaviour, and the depth that this aperture gives (far None: infinity)."""

    mode: FocusMode
    area: Area
    priority: Priority
    detection: Detection
    distance_m: float
    near_m: float
    far_m: float | None


@dataclass(frozen=True, slots=True)
class Note:
    """A sentence that stands beside the figures; kind: darker, let_go, wanting, others, series."""

    kind: str
    text: str


@dataclass(frozen=True, slots=True)
class Spot:
    """A spot reading: what to point at, how many stops over the middle to place it, and what holds it."""

    point_at: str
    place_stops: float
    hold: str


@dataclass(frozen=True, slots=True)
class Merge:
    """Frames that the body puts together by itself: step and strength as the body names them, and whether they are lined up."""

    step: str
    strength: str
    aligned: bool


@dataclass(frozen=True, slots=True)
class Setup:
    """The whole answer.

    meters: whether something floats, so that compensation acts; darker_stops: under the metered exposure,
    and what that buys in words; nd_stops: of all filters, glass_stops: of those in the bag; unused: values set by hand that
    nothing here uses, with why; facts: every number that the decisions could speak of.
    """

    mode: Mode
    shutter_s: float
    aperture: float
    iso: float
    compensation_ev: float
    meters: bool
    darker_stops: float
    darker_words: str
    nd_stops: float
    glass_stops: float
    shutter: Shutter
    iso_limits: IsoLimits
    pattern: Pattern
    spot: Spot | None
    policy: RangePolicy
    protection_stops: float
    protection_automatic: bool
    offset_ev: float
    bracket_frames: int
    bracket_step_ev: float
    bracket_times_s: tuple[float, ...]
    merge: Merge | None
    white: White
    kelvin: float | None
    focus: Focus
    zone: Zone | None
    drive: Drive
    frames_per_second: float | None
    series: Series | None
    stabiliser: Stabiliser
    file: File
    concessions: tuple[Conceded, ...]
    binding: Binding | None
    holds_until: Span
    hands_off: Span
    neighbours: tuple[Neighbour, ...]
    ladder: tuple[Level, ...]
    decisions: tuple[Reasoned, ...]
    sets: Mapping[str, Value]
    unused: Mapping[str, str]
    cautions: tuple[str, ...]
    notes: tuple[Note, ...]
    release: tuple[Dial, ...]
    blur_over_coc_stops: float
    depth_reachable: bool
    ev100: float
    lens_loss_stops: float
    dials: Mapping[Dial, tuple[float, ...]]
    facts: Mapping[str, float]
