"""A setup in JSON."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel, ConfigDict

from craft.decisions.choice import By
from craft.decisions.facts import say
from craft.decisions.reasons import Reasoned
from craft.kept import kept_as
from craft.kit.body import Shutter
from craft.scales.series import Dial, label
from craft.scene.situation import Situation
from craft.setup.advise import shortfall_words
from craft.setup.saying.words import value_words
from craft.setup.setup import Binding, Level, Setup
from craft.vocabulary.settings import setting_for
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
from craft.vocabulary.words import say_value
from forms.answer import Answer, answer_to
from forms.configuration_form import ConfigurationOut, configuration_form
from forms.situation_form import DecisionName, SituationForm


class Group(BaseModel):
    """A group of a setup, taken as the craft has it."""

    model_config = ConfigDict(from_attributes=True)


class ExposureOut(Group):
    """Exposure as the body prints it."""

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


class IsoLimitsOut(Group):
    """Automatic ISO and its limits; comfort: the highest at which mid-tone and shadow keep their bars, null on cards made before it was told."""

    automatic: bool
    floor: float
    ceiling: float
    slowest_shutter_s: float | None
    comfort: float | None = None


class SpotReadingOut(Group):
    """A spot reading: what to point at, how far over the middle to place it, what holds it."""

    point_at: str
    place_stops: float
    hold: str


class MeteringOut(Group):
    """Metering; spot is null for other patterns."""

    pattern: Pattern
    spot: SpotReadingOut | None


class RangeOut(Group):
    """Where the exposure lies against the clip."""

    policy: RangePolicy
    highlight_protection_stops: float
    protection_automatic: bool
    exposure_offset_ev: float


class MergeOut(Group):
    """Frames that the body puts together by itself: step and strength as the body names them, and whether they are lined up."""

    step: str
    strength: str
    aligned: bool


class BracketingOut(Group):
    """A set of frames, one frame is none; merge: in the body."""

    frames: int
    step_ev: float
    times_s: list[float]
    merge: MergeOut | None = None


class SeriesOut(Group):
    """Many frames that draw what one long one would."""

    frames: int
    interval_s: float
    hours: float
    gigabytes: float
    charges: int


class WayOutOut(Group):
    """What mends what a note says, by one press: a merge patch (RFC 7396) of the situation's document, or a place to go to."""

    label: str
    patch: dict[str, Any]
    place: str


class NoteOut(Group):
    """A sentence that stands beside the figures, and its ways out."""

    kind: str
    text: str
    ways: list[WayOutOut]


class WhiteOut(Group):
    """White."""

    mode: White
    kelvin: float | None


class InFocusOut(Group):
    """What focusing on something that moves comes to as it is set, a second; simulated: bursts, 0 before any was."""

    simulated: int
    kept: float
    off: float
    fired: float
    gap_s: float
    cull: float
    minutes: float


class FocusOut(Group):
    """Focus behaviour and the depth it has; far_m null is infinity; hold, path, switching are empty where nothing is followed; following is null where nothing moving is focused on by the body; preset: of the body that this is, and the nearest in words; areas: that do as well as this one."""

    mode: FocusMode
    area: Area
    priority: Priority
    detection: Detection
    distance_m: float
    near_m: float
    far_m: float | None
    hold: str = ""
    path: str = ""
    switching: str = ""
    preset: str = ""
    preset_words: str = ""
    areas: list[Area] = []
    following: InFocusOut | None = None


class PowerOut(Group):
    """A power of the flash, and how far it reaches at this aperture and ISO."""

    words: str
    share: float
    reach_m: float


class FurtherOut(Group):
    """A flash beside the one that leads; power_words is empty where a meter has read them together."""

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


class FlashOut(Group):
    """The flash that takes part; name is empty where none is described, power_words where its power is yours to find; reach_m null where nothing tells."""

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
    powers: list[PowerOut]
    further: list[FurtherOut] = []


class ReachOut(Group):
    """What is sharp with a distance set at an aperture; null is infinity."""

    aperture: float
    distance_m: float | None
    near_m: float
    far_m: float | None


class ZoneOut(Group):
    """A distance that is set and left: its reach now, by aperture of the ladder, and of other distances; how it is set, empty on cards that were made before that was told."""

    now: ReachOut
    by_aperture: list[ReachOut]
    by_distance: list[ReachOut]
    how: str = ""


class DriveOut(Group):
    """Drive."""

    mode: Drive
    frames_per_second: float | None


class ConcessionOut(Group):
    """A rung: what was asked of it, what it gave, what is left, and how it is called.

    up_to_stops null without ``to`` is the dial's end; limit_stops, left_stops null: no end; asked: it is on the list, and was not put before it; comfortable: the ISO given is within what this body bears.
    """

    intent: Intent
    up_to_stops: float | None
    to: Limit | None
    asked: bool
    gave_stops: float
    limit_stops: float | None
    left_stops: float | None
    words: str
    comfortable: bool = False


class BindingOut(Group):
    """What holds the picture back; rung counts from 0 in ``concessions``."""

    intent: Intent
    rung: int | None
    limit: str


class SpanOut(Group):
    """How far the light may move."""

    darker_stops: float
    brighter_stops: float


class NeighbourOut(Group):
    """One step on one dial, and what it costs per intent."""

    dial: Dial
    direction: str
    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float
    cost: dict[Intent, float]


class AloneOut(Group):
    """What the body comes to by itself at a level of light, how bright that is over or under what is wanted, and both in words."""

    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float
    words: str


class RowOut(BaseModel):
    """One level of light; alone: what the body does there by itself, null where it is the same, and on cards made before that was told: they say only that the dial is to be turned."""

    ev100: float
    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float
    gave: dict[Intent, float]
    out_of_reach: bool
    binding: BindingOut | None
    gives: str
    alone: AloneOut | None = None
    turn_the_dial: bool = False
    why: str


class OtherWayOut(Group):
    """Another school; figure: what it comes to here, empty where that is not known."""

    school: str
    label: str
    wins_when: str
    wins_now: bool
    costs: str
    figure: str = ""


class BriefOut(Group):
    """A decision with its reasons; a number that is null is infinite; brief: why, short enough for two lines; hand: its settings that were set by hand; value: what it came to, in words."""

    decision: DecisionName
    school: str
    label: str
    brief: str
    because: str
    numbers: dict[str, float | None]
    rules_out: str
    would_see: str
    minutes_afterwards: str
    set_by: By
    hand: list[str]
    value: str


class DecisionOut(BriefOut):
    """A decision with its reasons and what else one might do."""

    other_ways: list[OtherWayOut]


class FileOut(BaseModel):
    """What else follows for the file."""

    shape: str | None
    colour_space: str


class LightOut(Group):
    """The light that was used, a flash's where that is all of it: as metered, what the lens takes of it, and the brightest tone that must hold over the key."""

    ev100: float
    lens_loss_stops: float
    holds_above: float
    flicker_hz: float


class TakenOut(Group):
    """What was taken for granted where the situation leaves it open; far_m null is infinity; angle_deg, tones and kelvin are null on cards made before they were told."""

    focal_length_mm: float
    distance_m: float
    speed_m_s: float
    angle_deg: float | None = None
    limb_m_s: float
    followed: float
    near_m: float
    far_m: float | None
    stops_below: float | None = None
    stops_above: float | None = None
    kelvin: float | None = None


class StepOut(BaseModel):
    """One value of a dial and how it is written."""

    value: float
    label: str


class DialsOut(BaseModel):
    """The values that this body and lens have."""

    shutter_s: list[StepOut]
    aperture: list[StepOut]
    iso: list[StepOut]


class UnusedOut(BaseModel):
    """A value set by hand that nothing here uses, and why: it counts for nothing until it does."""

    setting: str
    label: str
    shown: str
    why: str


class FiguresOut(BaseModel):
    """What the decisions came to, for the light as it is; step_ev: stops from one value of a dial to the next. ``release``: the fewest locks whose release lifts a shortfall."""

    exposure: ExposureOut
    shutter_type: Shutter
    iso_limits: IsoLimitsOut
    metering: MeteringOut
    range: RangeOut
    bracketing: BracketingOut
    flash: FlashOut | None = None
    white: WhiteOut
    focus: FocusOut
    zone: ZoneOut | None
    drive: DriveOut
    series: SeriesOut | None
    stabiliser: Stabiliser
    file: File
    delivery: FileOut
    light: LightOut
    taken: TakenOut
    concessions: list[ConcessionOut]
    binding: BindingOut | None
    holds_until: SpanOut
    hands_off: SpanOut
    decisions: Sequence[BriefOut]
    unused: list[UnusedOut]
    cautions: list[str]
    notes: list[NoteOut]
    release: list[str]
    shortfall: str
    dials: DialsOut
    step_ev: float
    sharpness_stops: float
    depth_reachable: bool


class LadderOut(BaseModel):
    """What the body would be set to in every light, the brightest first, and what one step on each free dial costs now."""

    ladder: list[RowOut]
    neighbours: list[NeighbourOut]


class DecidedOut(FiguresOut, LadderOut):
    """All that the decisions came to, with what else one might do, in every light."""

    decisions: Sequence[DecisionOut]


class SetupOut(DecidedOut, ConfigurationOut):
    """The whole setup: the decisions, and every setting of the body."""


def _binding(binding: Binding | None) -> BindingOut | None:
    return None if binding is None else BindingOut(intent=binding.intent, rung=binding.rung, limit=binding.limit)


def _row(row: Level) -> RowOut:
    return RowOut.model_construct(
        ev100=row.ev100,
        shutter_s=row.shutter_s,
        aperture=row.aperture,
        iso=row.iso,
        brightness_ev=row.brightness_ev,
        gave=dict(row.gave),
        out_of_reach=row.out_of_reach,
        binding=_binding(row.binding),
        gives=row.gives,
        alone=None if row.alone is None else AloneOut.model_construct(**row.alone._asdict(), words=row.alone.words),
        turn_the_dial=row.alone is not None,
        why=row.why,
    )


def _brief(made: Reasoned, setup: Setup) -> BriefOut:
    return BriefOut(
        decision=made.decision,
        school=made.school,
        label=made.label,
        brief=made.brief,
        because=made.said,
        numbers={name: value if math.isfinite(value) else None for name, value in made.numbers.items()},
        rules_out=made.rules_out,
        would_see=made.would_see,
        minutes_afterwards=made.minutes_afterwards,
        set_by=made.set_by,
        hand=list(made.hand),
        value=value_words(setup, made.decision, made.label),
    )


def ways_of(made: Reasoned) -> list[OtherWayOut]:
    """What else one might do where a decision was taken."""
    return [OtherWayOut.model_validate(way) for way in made.other_ways]


def ladder_of(setup: Setup) -> LadderOut:
    """What a setup becomes in every light."""
    steps = [NeighbourOut.model_validate(step) for step in setup.neighbours]
    return LadderOut.model_construct(ladder=[_row(row) for row in setup.ladder], neighbours=steps)


def figures_of(setup: Setup) -> str:
    """Time, aperture and ISO in one line, with compensation where the meter is at work, and of what a spot reads."""
    parts = [
        label(Dial.TIME, setup.exposure.shutter_s),
        label(Dial.APERTURE, setup.exposure.aperture),
        f"ISO {label(Dial.ISO, setup.exposure.iso)}",
    ]
    thirds = round(setup.exposure.compensation_ev * 3)
    if setup.exposure.meters and thirds:
        of = f" on {setup.metering.spot.point_at}" if setup.metering.spot else ""
        parts.append(f"{'+' if thirds > 0 else '−'}{say(abs(thirds) / 3, 'stops')}{of}")
    return ", ".join(parts)


def setup_of(form: SituationForm) -> SetupOut:
    """The setup of a situation, both in the open form.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    """
    return setup_form(answer_to(form), form.delivery.shape)


def setup_form(answer: Answer, shape: str | None = None) -> SetupOut:
    """A whole answer in the open form.

    Raises
    ------
    CraftError : a setting or a value of one that there is not.
    """
    decided = dict(decided_form(answer.situation, answer.setup, shape))
    return SetupOut.model_construct(**decided, **dict(configuration_form(answer)))


def decided_form(situation: Situation, setup: Setup, shape: str | None = None) -> DecidedOut:
    """All that the decisions of a setup came to, in the open form."""
    decisions = [DecisionOut(**dict(_brief(made, setup)), other_ways=ways_of(made)) for made in setup.decisions]
    figures = dict(figures_form(situation, setup, shape)) | {"decisions": decisions}
    return DecidedOut.model_construct(**figures, **dict(ladder_of(setup)))


@kept_as(40_000)
def _dials(*dials: tuple[Dial, tuple[float, ...]]) -> DialsOut:
    """Dials with every value in words: they stay while one types."""
    return DialsOut(**{dial.value: [StepOut(value=v, label=label(dial, v)) for v in values] for dial, values in dials})


@dataclass(frozen=True, slots=True)
class _Edge:
    """A setup as it leaves: its groups as they are, and what is put in words or needs the question."""

    situation: Situation
    setup: Setup
    shape: str | None

    def __getattr__(self, name: str) -> Any:
        return getattr(self.setup, name)

    @property
    def delivery(self) -> FileOut:
        colour = self.situation.delivery.colour_space or ("wide" if self.setup.file is File.RAW else "srgb")
        return FileOut(shape=self.shape, colour_space=colour)

    @property
    def decisions(self) -> list[BriefOut]:
        return [_brief(made, self.setup) for made in self.setup.decisions]

    @property
    def unused(self) -> list[UnusedOut]:
        rows = ((setting_for(slug), self.situation.settings[slug], why) for slug, why in self.setup.unused.items())
        return [UnusedOut(setting=one.slug, label=one.label, shown=say_value(one, value), why=why) for one, value, why in rows]

    @property
    def release(self) -> list[str]:
        return [dial.value for dial in self.setup.release]

    @property
    def shortfall(self) -> str:
        return shortfall_words(self.setup)

    @property
    def dials(self) -> DialsOut:
        return _dials(*self.setup.dials.items())


def figures_form(situation: Situation, setup: Setup, shape: str | None = None) -> FiguresOut:
    """What the decisions of a setup came to in the light as it is, in the open form."""
    return FiguresOut.model_validate(_Edge(situation, setup, shape), from_attributes=True)
