"""A setup: what the craft answers. Values as the body prints them; stops where a name says so."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any, NamedTuple

from craft.bracketing.series import Series
from craft.decisions.reasons import Reasoned
from craft.kit.body import Shutter
from craft.optics.reach import Zone
from craft.scales.series import Dial, label
from craft.scales.words import in_thirds
from craft.setup.pursuit import Pursuit
from craft.vocabulary.concessions import INTENT_WORDS, gives, rung_words
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import (
    Area,
    Detection,
    Drive,
    File,
    FlashAim,
    FlashLights,
    FlashRole,
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

    asked: it is on the list, and not put before it because the frame is exposed to the right; comfortable: ISO that was given for it is
    within what this body bears at this output, so that nothing is lost by it.
    """

    intent: Intent
    up_to_stops: float | None
    to: Limit | None
    gave_stops: float
    limit_stops: float | None
    asked: bool
    comfortable: bool = False

    @property
    def words(self) -> str:
        """How it is called."""
        return rung_words(self.intent, self.up_to_stops, self.to)

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


DIAL_OF = {
    Intent.DEPTH: Dial.APERTURE,
    Intent.SEPARATION: Dial.APERTURE,
    Intent.FREEZE: Dial.TIME,
    Intent.SHAKE: Dial.TIME,
    Intent.MOTION_BLUR: Dial.TIME,
    Intent.ISO: Dial.ISO,
    Intent.NOISE: Dial.ISO,
}
"""The dial that an intent is given on; brightness is given on none."""


SEEN_OFF = 0.25
"""Less than a quarter of a stop is not spoken of."""


class Alone(NamedTuple):
    """What the body comes to by itself at a level of light, and how bright that is: stops over or under what is wanted."""

    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float

    @property
    def words(self) -> str:
        """It in words, with how bright it comes where that is another than is wanted."""
        figures = f"{label(Dial.TIME, self.shutter_s)}, {label(Dial.APERTURE, self.aperture)}, ISO {label(Dial.ISO, self.iso)}"
        off = self.brightness_ev
        return figures if abs(off) < SEEN_OFF else f"{figures}, {in_thirds(abs(off))} too {'bright' if off > 0 else 'dark'}"


class Level(NamedTuple):
    """One level of the light ladder. alone: what the body comes to there by itself, None where that is the same."""

    ev100: float
    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float
    gave: Mapping[Intent, float]
    out_of_reach: bool
    binding: Binding | None
    alone: Alone | None

    @property
    def gives(self) -> str:
        """What gives, in a word; an empty text where nothing does."""
        return gives(self.binding.intent, self.brightness_ev) if self.binding else ""

    @property
    def why(self) -> str:
        """Why did it do that: the limit or rung that made a row what it is, in one sentence."""
        binding, over = self.binding, self.brightness_ev
        if binding is None:
            return "Nothing had to give: the light is enough for every aim."
        words = INTENT_WORDS[binding.intent]
        if binding.limit == "must_hold":
            return f"No dial is left that could keep {words}, which was to hold."
        if binding.rung is None:
            ends = {Intent.BRIGHTNESS: "Every dial is at its end" if over <= 0 else "Every dial is at its bright end"}
            tail = f": {abs(over):.2g} stops too bright." if over > 0.05 else f": {abs(over):.2g} stops too dark."
            return ends.get(binding.intent, f"{words.capitalize()} gave all it may, and more") + (
                tail if binding.intent is Intent.BRIGHTNESS else "."
            )
        place = f"Rung {binding.rung + 1}, {words}"
        dial = DIAL_OF.get(binding.intent)
        where = {Dial.TIME: self.shutter_s, Dial.APERTURE: self.aperture, Dial.ISO: self.iso}
        value = f"{'ISO ' if dial is Dial.ISO else ''}{label(dial, where[dial])}" if dial else f"{abs(over):.2g} stops under"
        return f"{place}, is giving: the rungs before it could not find the light, so it is at {value}."


class Neighbour(NamedTuple):
    """The picture with one free dial a step away, and what that costs per intent in stops."""

    dial: Dial
    direction: str
    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float
    cost: Mapping[Intent, float]


@dataclass(frozen=True, slots=True)
class Frame:
    """One frame: how far the light has moved and the meter is off, its dials as printed and how far they moved in true stops (time shorter,
    aperture narrower, ISO up), and how much brighter it is than the first would be in steady light."""

    light_stops: float
    meter_stops: float
    figures: str
    moved: tuple[float, float, float]
    off_stops: float


@dataclass(frozen=True, slots=True)
class Run:
    """A sequence of frames by one program; off_stops: mean distance from what is wanted, over all light and metering; as_set: it is what is set."""

    mode: Mode
    floats: bool
    off_stops: float
    as_set: bool
    frames: tuple[Frame, ...]

    @property
    def words(self) -> str:
        """The program in words."""
        return f"{self.mode.value.replace('_', ' ')}, ISO {'floats' if self.floats else 'held'}"


@dataclass(frozen=True, slots=True)
class IsoLimits:
    """ISO limits as printed; slowest_shutter_s None when automatic ISO is off; comfort: the highest at which mid-tone and shadow keep their bars."""

    automatic: bool
    floor: float
    ceiling: float
    slowest_shutter_s: float | None
    comfort: float


@dataclass(frozen=True, slots=True)
class InFocus:
    """What focusing on something that moves comes to as it is set, a second. simulated: bursts, 0 before any was; kept: frames in focus, off: half of the interval that holds their
    mean in nineteen of twenty cases; gap_s: the longest time without one in an ordinary burst; cull: frames out of focus in the outing, and the minutes to
    look through them."""

    simulated: int
    kept: float
    off: float
    fired: float
    gap_s: float
    cull: float
    minutes: float


@dataclass(frozen=True, slots=True)
class Focus:
    """Autofocus behaviour, and the depth that this aperture gives (far None: infinity); hold, path, switching:
    empty where nothing is followed; following: None where nothing moving is focused on by the body; preset: of the body that this is, empty where it is none, and what is nearest in words; areas: that do as well."""

    mode: FocusMode
    area: Area
    priority: Priority
    detection: Detection
    hold: str
    path: str
    switching: str
    preset: str
    preset_words: str
    areas: tuple[str, ...]
    distance_m: float
    near_m: float
    far_m: float | None
    following: InFocus | None


@dataclass(frozen=True, slots=True)
class WayOut:
    """What mends what a note says, by one press: in words, and what it changes in the situation's document (a merge patch, RFC 7396); or
    the place where it is done, where that is not in the document."""

    label: str
    patch: Mapping[str, Any] = field(default_factory=dict)
    place: str = ""


@dataclass(frozen=True, slots=True)
class Note:
    """A sentence that stands beside the figures, with its ways out; kind: darker, let_go, flash, flash_over, wanting, depth, others, framing, series."""

    kind: str
    text: str
    ways: tuple[WayOut, ...] = ()


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
class Exposure:
    """The exposure as the body prints it.

    meters: whether something floats, so that compensation acts; darker_stops: under the metered exposure, and what that buys in words;
    nd_stops: of all filters, glass_stops: of those in the bag.
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


@dataclass(frozen=True, slots=True)
class Metering:
    """Metering; spot: None for other patterns."""

    pattern: Pattern
    spot: Spot | None


@dataclass(frozen=True, slots=True)
class Range:
    """Where the exposure lies against the clip."""

    policy: RangePolicy
    highlight_protection_stops: float
    protection_automatic: bool
    exposure_offset_ev: float


@dataclass(frozen=True, slots=True)
class Bracketing:
    """A set of frames, one frame is none; times_s: shortest first, as the body prints them; merge: in the body."""

    frames: int
    step_ev: float
    times_s: tuple[float, ...]
    merge: Merge | None


@dataclass(frozen=True, slots=True)
class Power:
    """A power of the flash, in words, and how far it reaches at this aperture and ISO, in metres."""

    words: str
    share: float
    reach_m: float


@dataclass(frozen=True, slots=True)
class FurtherTaken:
    """A flash beside the one that leads. power: share of its own, 0 where a meter has read them together; lacks_stops: what full power lacks;
    over_stops: what its least power gives too much; gives_stops: its light on what it lights, over the metered exposure."""

    name: str
    lights: FlashLights
    aim: FlashAim
    distance_m: float
    under_stops: float
    power: float
    power_words: str
    lacks_stops: float
    over_stops: float
    gives_stops: float


@dataclass(frozen=True, slots=True)
class FlashTaken:
    """The flash in the exposure. name: empty where none is described; power: share of its own, and in words, empty where it is yours to find;
    lacks_stops: what full power lacks; reach_m: as far as full power reaches so; room_under_stops: the light that is there, under the
    meter; gives_stops: its light on the subject, over the metered exposure; together_stops: with the light that is there; powers: from full by halves; further: those beside it; loss_stops: what pulsing costs; burns_s: over half of its peak.
    """

    role: FlashRole
    name: str
    aim: FlashAim
    distance_m: float
    power: float
    power_words: str
    lacks_stops: float
    reach_m: float | None
    room_under_stops: float
    gives_stops: float
    together_stops: float
    loss_stops: float
    recycle_s: float
    burns_s: float | None
    gel_mired: float
    powers: tuple[Power, ...]
    further: tuple[FurtherTaken, ...] = ()


@dataclass(frozen=True, slots=True)
class WhiteBalance:
    """White; kelvin: None where it is not set by a number."""

    mode: White
    kelvin: float | None


@dataclass(frozen=True, slots=True)
class DriveAndRate:
    """Drive; frames_per_second: None where one frame follows a press."""

    mode: Drive
    frames_per_second: float | None


@dataclass(frozen=True, slots=True)
class LightUsed:
    """The light that was used, a flash's where that is all of it: as metered, what the lens takes of it, the brightest tone that must hold over the key."""

    ev100: float
    lens_loss_stops: float
    holds_above: float
    flicker_hz: float


@dataclass(frozen=True, slots=True)
class TakenForGranted:
    """What was taken for granted where the situation leaves it open; far_m None: infinity."""

    focal_length_mm: float
    distance_m: float
    speed_m_s: float
    angle_deg: float
    limb_m_s: float
    followed: float
    near_m: float
    far_m: float | None
    stops_below: float
    stops_above: float
    kelvin: float


@dataclass(frozen=True)
class Setup:
    """The whole answer, in groups: each is made beside the step that settles it.

    flash: None where none takes part; release: the fewest locks whose release lifts a shortfall; sharpness_stops: total blur over the circle of confusion; step_ev: from one value of a dial to the next; unused: values set
    by hand that nothing here uses, with why; settled: what decisions set on the body by name; why: reasons of settings that have their own, by name; facts: every number that they could speak of; levels: the rows of the ladder;
    steps: what one step on each free dial costs; sequence: twelve frames as each program would give them.
    """

    exposure: Exposure
    shutter_type: Shutter
    iso_limits: IsoLimits
    metering: Metering
    range: Range
    bracketing: Bracketing
    flash: FlashTaken | None
    white: WhiteBalance
    focus: Focus
    zone: Zone | None
    drive: DriveAndRate
    series: Series | None
    stabiliser: Stabiliser
    file: File
    light: LightUsed
    taken: TakenForGranted
    concessions: tuple[Conceded, ...]
    binding: Binding | None
    holds_until: Span
    hands_off: Span
    decisions: tuple[Reasoned, ...]
    settled: Mapping[str, Value]
    why: Mapping[str, str]
    unused: Mapping[str, str]
    cautions: tuple[str, ...]
    notes: tuple[Note, ...]
    release: tuple[Dial, ...]
    sharpness_stops: float
    depth_reachable: bool
    dials: Mapping[Dial, tuple[float, ...]]
    step_ev: float
    facts: Mapping[str, float]
    pursuit: Pursuit | None
    levels: Callable[[], tuple[Level, ...]] = field(repr=False, compare=False)
    steps: Callable[[], tuple[Neighbour, ...]] = field(repr=False, compare=False)
    sequence: Callable[[], tuple[Run, ...]] = field(repr=False, compare=False)

    @cached_property
    def ladder(self) -> tuple[Level, ...]:
        """The same in every light: put into rows once somebody asks."""
        return self.levels()

    @cached_property
    def neighbours(self) -> tuple[Neighbour, ...]:
        """The picture one step away on every free dial: worked out once somebody asks."""
        return self.steps()
