"""A setup in JSON."""

from __future__ import annotations

import math

from pydantic import BaseModel

from craft.advice.advise import advise, shortfall_words
from craft.advice.setup import Binding, Reasoned, Row, Setup, Span
from craft.advice.situation import Situation
from craft.advice.terms import (
    Area,
    Decision,
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
from craft.kit.body import Shutter
from craft.scales.series import label
from exchange.configuration_form import ConfigurationOut, configuration_form
from exchange.situation_form import SituationForm


class ExposureOut(BaseModel):
    """Exposure as the body prints it."""

    mode: Mode
    shutter_s: float
    aperture: float
    iso: float
    compensation_ev: float
    nd_stops: float


class IsoLimitsOut(BaseModel):
    """Automatic ISO and its limits."""

    automatic: bool
    floor: float
    ceiling: float
    slowest_shutter_s: float | None


class MeteringOut(BaseModel):
    """Metering."""

    pattern: Pattern


class RangeOut(BaseModel):
    """Where the exposure lies against the clip."""

    policy: RangePolicy
    highlight_protection_stops: float
    exposure_offset_ev: float


class BracketingOut(BaseModel):
    """A set of frames; one frame is none."""

    frames: int
    step_ev: float


class WhiteOut(BaseModel):
    """White."""

    mode: White
    kelvin: float | None


class FocusOut(BaseModel):
    """Focus behaviour and the depth it has; far_m null is infinity."""

    mode: FocusMode
    area: Area
    priority: Priority
    detection: Detection
    distance_m: float
    near_m: float
    far_m: float | None


class DriveOut(BaseModel):
    """Drive."""

    mode: Drive
    frames_per_second: float | None


class ConcessionOut(BaseModel):
    """A rung with what it gave; limit_stops null has no end."""

    intent: Intent
    to: Limit | None
    gave_stops: float
    limit_stops: float | None


class BindingOut(BaseModel):
    """What holds the picture back; rung counts from 0 in ``concessions``."""

    intent: Intent
    rung: int | None
    limit: str


class SpanOut(BaseModel):
    """How far the light may move."""

    darker_stops: float
    brighter_stops: float


class NeighbourOut(BaseModel):
    """One step on one dial, and what it costs per intent."""

    dial: str
    direction: str
    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float
    cost: dict[Intent, float]


class RowOut(BaseModel):
    """One level of light."""

    ev100: float
    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float
    gave: dict[Intent, float]
    out_of_reach: bool
    binding: BindingOut | None
    turn_the_dial: bool
    why: str


class OtherWayOut(BaseModel):
    """Another school."""

    school: str
    label: str
    wins_when: str
    wins_now: bool
    costs: str


class DecisionOut(BaseModel):
    """A decision with its reasons; a number that is null is infinite."""

    decision: Decision
    school: str
    label: str
    because: str
    numbers: dict[str, float | None]
    other_ways: list[OtherWayOut]
    rules_out: str
    would_see: str
    minutes_afterwards: str
    fixed: bool


class FileOut(BaseModel):
    """What else follows for the file."""

    shape: str | None
    colour_space: str


class LightOut(BaseModel):
    """The light that was used."""

    ev100: float
    lens_loss_stops: float


class StepOut(BaseModel):
    """One value of a dial and how it is written."""

    value: float
    label: str


class DialsOut(BaseModel):
    """The values that this body and lens have."""

    shutter_s: list[StepOut]
    aperture: list[StepOut]
    iso: list[StepOut]


class DecidedOut(BaseModel):
    """What the decisions came to. ``release``: the fewest locks whose release lifts a shortfall."""

    exposure: ExposureOut
    shutter_type: Shutter
    iso_limits: IsoLimitsOut
    metering: MeteringOut
    range: RangeOut
    bracketing: BracketingOut
    white: WhiteOut
    focus: FocusOut
    drive: DriveOut
    stabiliser: Stabiliser
    file: File
    delivery: FileOut
    light: LightOut
    concessions: list[ConcessionOut]
    binding: BindingOut | None
    holds_until: SpanOut
    hands_off: SpanOut
    neighbours: list[NeighbourOut]
    ladder: list[RowOut]
    decisions: list[DecisionOut]
    cautions: list[str]
    release: list[str]
    shortfall: str
    dials: DialsOut
    sharpness_stops: float
    depth_reachable: bool


class SetupOut(DecidedOut, ConfigurationOut):
    """The whole setup: the decisions, and every setting of the body."""


def _binding(binding: Binding | None) -> BindingOut | None:
    return None if binding is None else BindingOut(intent=binding.intent, rung=binding.rung, limit=binding.limit)


def _span(span: Span) -> SpanOut:
    return SpanOut(darker_stops=span.darker_stops, brighter_stops=span.brighter_stops)


def _row(row: Row) -> RowOut:
    return RowOut.model_construct(
        ev100=row.ev100,
        shutter_s=row.shutter_s,
        aperture=row.aperture,
        iso=row.iso,
        brightness_ev=row.brightness_ev,
        gave=dict(row.gave),
        out_of_reach=row.out_of_reach,
        binding=_binding(row.binding),
        turn_the_dial=row.turn_the_dial,
        why=row.why,
    )


def _decision(made: Reasoned) -> DecisionOut:
    return DecisionOut(
        decision=made.decision,
        school=made.school,
        label=made.label,
        because=made.because,
        numbers={name: value if math.isfinite(value) else None for name, value in made.numbers.items()},
        other_ways=[
            OtherWayOut(school=w.school, label=w.label, wins_when=w.wins_when, wins_now=w.wins_now, costs=w.costs) for w in made.other_ways
        ],
        rules_out=made.rules_out,
        would_see=made.would_see,
        minutes_afterwards=made.minutes_afterwards,
        fixed=made.fixed_by_profile,
    )


def setup_of(form: SituationForm) -> SetupOut:
    """The setup of a situation, both in the open form.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    """
    situation = form.value()
    return setup_form(situation, advise(situation), form.delivery.shape)


def decided_form(situation: Situation, setup: Setup, shape: str | None = None) -> DecidedOut:
    """What the decisions of a setup came to, in the open form."""
    limits, focus = setup.iso_limits, setup.focus
    colour = situation.delivery.colour_space or ("wide" if setup.file is File.RAW else "srgb")
    return DecidedOut(
        exposure=ExposureOut(
            mode=setup.mode,
            shutter_s=setup.shutter_s,
            aperture=setup.aperture,
            iso=setup.iso,
            compensation_ev=setup.compensation_ev,
            nd_stops=setup.nd_stops,
        ),
        shutter_type=setup.shutter,
        iso_limits=IsoLimitsOut(
            automatic=limits.automatic, floor=limits.floor, ceiling=limits.ceiling, slowest_shutter_s=limits.slowest_shutter_s
        ),
        metering=MeteringOut(pattern=setup.pattern),
        range=RangeOut(policy=setup.policy, highlight_protection_stops=setup.protection_stops, exposure_offset_ev=setup.offset_ev),
        bracketing=BracketingOut(frames=setup.bracket_frames, step_ev=setup.bracket_step_ev),
        white=WhiteOut(mode=setup.white, kelvin=setup.kelvin),
        focus=FocusOut(
            mode=focus.mode,
            area=focus.area,
            priority=focus.priority,
            detection=focus.detection,
            distance_m=focus.distance_m,
            near_m=focus.near_m,
            far_m=focus.far_m,
        ),
        drive=DriveOut(mode=setup.drive, frames_per_second=setup.frames_per_second),
        stabiliser=setup.stabiliser,
        file=setup.file,
        delivery=FileOut(shape=shape, colour_space=colour),
        light=LightOut(ev100=setup.ev100, lens_loss_stops=setup.lens_loss_stops),
        concessions=[
            ConcessionOut(intent=c.intent, to=c.to, gave_stops=c.gave_stops, limit_stops=c.limit_stops) for c in setup.concessions
        ],
        binding=_binding(setup.binding),
        holds_until=_span(setup.holds_until),
        hands_off=_span(setup.hands_off),
        neighbours=[
            NeighbourOut(
                dial=n.dial.value,
                direction=n.direction,
                shutter_s=n.shutter_s,
                aperture=n.aperture,
                iso=n.iso,
                brightness_ev=n.brightness_ev,
                cost=dict(n.cost),
            )
            for n in setup.neighbours
        ],
        ladder=[_row(row) for row in setup.ladder],
        decisions=[_decision(made) for made in setup.decisions],
        cautions=list(setup.cautions),
        release=[dial.value for dial in setup.release],
        shortfall=shortfall_words(setup),
        dials=DialsOut(**{dial.value: [StepOut(value=v, label=label(dial, v)) for v in values] for dial, values in setup.dials.items()}),
        sharpness_stops=setup.blur_over_coc_stops,
        depth_reachable=setup.depth_reachable,
    )


def setup_form(situation: Situation, setup: Setup, shape: str | None = None) -> SetupOut:
    """A whole setup in the open form."""
    return SetupOut.model_construct(**dict(decided_form(situation, setup, shape)), **dict(configuration_form(situation, setup)))
