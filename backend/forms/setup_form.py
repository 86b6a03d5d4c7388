"""A setup in JSON."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import asdict

from pydantic import BaseModel

from craft.decisions.choice import By
from craft.decisions.facts import say
from craft.decisions.reasons import Reasoned
from craft.kit.body import Shutter
from craft.scales.series import Dial, label
from craft.scene.situation import Situation
from craft.setup.advise import shortfall_words
from craft.setup.setup import Binding, Level, Setup, Span
from craft.setup.words import rung_words, value_words
from craft.vocabulary.settings import setting_for
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
from craft.vocabulary.words import say_value
from forms.answer import Answer, answer_to
from forms.configuration_form import ConfigurationOut, configuration_form
from forms.situation_form import DecisionName, SituationForm


class ExposureOut(BaseModel):
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


class IsoLimitsOut(BaseModel):
    """Automatic ISO and its limits."""

    automatic: bool
    floor: float
    ceiling: float
    slowest_shutter_s: float | None


class SpotReadingOut(BaseModel):
    """A spot reading: what to point at, how far over the middle to place it, what holds it."""

    point_at: str
    place_stops: float
    hold: str


class MeteringOut(BaseModel):
    """Metering; spot is null for other patterns."""

    pattern: Pattern
    spot: SpotReadingOut | None


class RangeOut(BaseModel):
    """Where the exposure lies against the clip."""

    policy: RangePolicy
    highlight_protection_stops: float
    protection_automatic: bool
    exposure_offset_ev: float


class MergeOut(BaseModel):
    """Frames that the body puts together by itself: step and strength as the body names them, and whether they are lined up."""

    step: str
    strength: str
    aligned: bool


class BracketingOut(BaseModel):
    """A set of frames, one frame is none; merge: in the body."""

    frames: int
    step_ev: float
    times_s: list[float]
    merge: MergeOut | None = None


class SeriesOut(BaseModel):
    """Many frames that draw what one long one would."""

    frames: int
    interval_s: float
    hours: float
    gigabytes: float
    charges: int


class NoteOut(BaseModel):
    """A sentence that stands beside the figures."""

    kind: str
    text: str


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


class ReachOut(BaseModel):
    """What is sharp with a distance set at an aperture; null is infinity."""

    aperture: float
    distance_m: float | None
    near_m: float
    far_m: float | None


class ZoneOut(BaseModel):
    """A distance that is set and left: its reach now, by aperture of the ladder, and of other distances."""

    now: ReachOut
    by_aperture: list[ReachOut]
    by_distance: list[ReachOut]


class DriveOut(BaseModel):
    """Drive."""

    mode: Drive
    frames_per_second: float | None


class ConcessionOut(BaseModel):
    """A rung: what was asked of it, what it gave, what is left, and how it is called.

    up_to_stops null without ``to`` is the dial's end; limit_stops, left_stops null: no end; asked: it is on the list, and was not put before it.
    """

    intent: Intent
    up_to_stops: float | None
    to: Limit | None
    asked: bool
    gave_stops: float
    limit_stops: float | None
    left_stops: float | None
    words: str


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


class BriefOut(BaseModel):
    """A decision with its reasons; a number that is null is infinite; hand: its settings that were set by hand; value: what it came to, in words."""

    decision: DecisionName
    school: str
    label: str
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


class LightOut(BaseModel):
    """The light that was used: as metered, what the lens takes of it, and the brightest tone that must hold over the key."""

    ev100: float
    lens_loss_stops: float
    holds_above: float
    flicker_hz: float


class TakenOut(BaseModel):
    """What was taken for granted where the situation leaves it open; far_m null is infinity."""

    focal_length_mm: float
    distance_m: float
    speed_m_s: float
    limb_m_s: float
    followed: float
    near_m: float
    far_m: float | None


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
    neighbours: list[NeighbourOut]
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
    """What the body would be set to in every light, the brightest first."""

    ladder: list[RowOut]


class DecidedOut(FiguresOut, LadderOut):
    """All that the decisions came to, with what else one might do, in every light."""

    decisions: Sequence[DecisionOut]


class SetupOut(DecidedOut, ConfigurationOut):
    """The whole setup: the decisions, and every setting of the body."""


def _binding(binding: Binding | None) -> BindingOut | None:
    return None if binding is None else BindingOut(intent=binding.intent, rung=binding.rung, limit=binding.limit)


def _span(span: Span) -> SpanOut:
    return SpanOut(darker_stops=span.darker_stops, brighter_stops=span.brighter_stops)


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
        turn_the_dial=row.turn_the_dial,
        why=row.why,
    )


def _brief(made: Reasoned, setup: Setup) -> BriefOut:
    return BriefOut(
        decision=made.decision,
        school=made.school,
        label=made.label,
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
    return [OtherWayOut(school=w.school, label=w.label, wins_when=w.wins_when, wins_now=w.wins_now, costs=w.costs) for w in made.other_ways]


def ladder_of(setup: Setup) -> LadderOut:
    """What a setup becomes in every light."""
    return LadderOut.model_construct(ladder=[_row(row) for row in setup.ladder])


def figures_of(setup: Setup) -> str:
    """Time, aperture and ISO in one line, with compensation where the meter is at work."""
    parts = [label(Dial.TIME, setup.shutter_s), label(Dial.APERTURE, setup.aperture), f"ISO {label(Dial.ISO, setup.iso)}"]
    thirds = round(setup.compensation_ev * 3)
    if setup.meters and thirds:
        parts.append(f"{'+' if thirds > 0 else '−'}{say(abs(thirds) / 3, 'stops')}")
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


def figures_form(situation: Situation, setup: Setup, shape: str | None = None) -> FiguresOut:
    """What the decisions of a setup came to in the light as it is, in the open form."""
    limits, focus = setup.iso_limits, setup.focus
    colour = situation.delivery.colour_space or ("wide" if setup.file is File.RAW else "srgb")
    return FiguresOut(
        exposure=ExposureOut(
            mode=setup.mode,
            shutter_s=setup.shutter_s,
            aperture=setup.aperture,
            iso=setup.iso,
            compensation_ev=setup.compensation_ev,
            meters=setup.meters,
            darker_stops=setup.darker_stops,
            darker_words=setup.darker_words,
            nd_stops=setup.nd_stops,
            glass_stops=setup.glass_stops,
        ),
        shutter_type=setup.shutter,
        iso_limits=IsoLimitsOut(
            automatic=limits.automatic, floor=limits.floor, ceiling=limits.ceiling, slowest_shutter_s=limits.slowest_shutter_s
        ),
        metering=MeteringOut(pattern=setup.pattern, spot=None if setup.spot is None else SpotReadingOut(**asdict(setup.spot))),
        range=RangeOut(
            policy=setup.policy,
            highlight_protection_stops=setup.protection_stops,
            protection_automatic=setup.protection_automatic,
            exposure_offset_ev=setup.offset_ev,
        ),
        bracketing=BracketingOut(
            frames=setup.bracket_frames,
            step_ev=setup.bracket_step_ev,
            times_s=list(setup.bracket_times_s),
            merge=None if setup.merge is None else MergeOut(**asdict(setup.merge)),
        ),
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
        zone=None if setup.zone is None else ZoneOut.model_validate(asdict(setup.zone)),
        drive=DriveOut(mode=setup.drive, frames_per_second=setup.frames_per_second),
        series=None if setup.series is None else SeriesOut(**asdict(setup.series)),
        stabiliser=setup.stabiliser,
        file=setup.file,
        delivery=FileOut(shape=shape, colour_space=colour),
        light=LightOut(
            ev100=setup.ev100,
            lens_loss_stops=setup.lens_loss_stops,
            holds_above=setup.facts["holds_stops"],
            flicker_hz=situation.flicker_hz,
        ),
        taken=TakenOut(
            focal_length_mm=situation.focal_mm,
            distance_m=situation.distance_m,
            speed_m_s=situation.speed_m_s,
            limb_m_s=situation.limb_m_s,
            followed=situation.followed,
            near_m=situation.band[0],
            far_m=None if math.isinf(situation.band[1]) else situation.band[1],
        ),
        concessions=[
            ConcessionOut(
                intent=c.intent,
                up_to_stops=c.up_to_stops,
                to=c.to,
                asked=c.asked,
                gave_stops=c.gave_stops,
                limit_stops=c.limit_stops,
                left_stops=c.left_stops,
                words=rung_words(c.intent, c.up_to_stops, c.to),
            )
            for c in setup.concessions
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
        decisions=[_brief(made, setup) for made in setup.decisions],
        unused=[
            UnusedOut(setting=slug, label=setting_for(slug).label, shown=say_value(setting_for(slug), situation.settings[slug]), why=why)
            for slug, why in setup.unused.items()
        ],
        cautions=list(setup.cautions),
        notes=[NoteOut(kind=note.kind, text=note.text) for note in setup.notes],
        release=[dial.value for dial in setup.release],
        shortfall=shortfall_words(setup),
        dials=DialsOut(
            **{dial.value: [StepOut(value=v, label=label(dial, v)) for v in values] for dial, values in setup.dials.items()},
        ),
        step_ev=1 / situation.body.per_stop,
        sharpness_stops=setup.blur_over_coc_stops,
        depth_reachable=setup.depth_reachable,
    )
