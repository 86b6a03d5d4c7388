"""A rehearsal in JSON: the frame as a token that draws it, its ruler of tones, and the frames beside it."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import BaseModel, Discriminator, Field, Tag

from craft.errors import CraftError
from craft.kit.body import Body
from craft.render.differs import Piece, where_they_differ
from craft.render.picture import lift_between
from craft.render.rehearsal import HIGHEST, LOWEST, PER_STOP, Rehearsal, Variant, channels_of, rehearse, window_of
from craft.render.shot import Shot, on_own, shot_of
from craft.scales.series import Dial, label, printed
from craft.scene.light import Light
from craft.setup.setup import Setup
from craft.stage.stage import Stage
from craft.stage.stages import BY_SLUG, STAGES
from craft.tones.own import OwnLight, right_within
from forms.answer import Answer, answer_to
from forms.configuration_form import Value
from forms.kit_form import Form
from forms.outing_form import SituationNow
from forms.problems import InputError, Problem
from forms.situation_form import SituationForm

Sign = Callable[[Shot], str]
"""Makes the word that stands for a shot."""

Seed = Annotated[int, Field(ge=1, le=1_000_000)]


@dataclass(frozen=True, slots=True)
class WhiteElsewhere:
    """A white that was set by its number in another situation of the same day: its title, kelvin and tint, and the light there."""

    title: str
    kelvin: float
    tint: str
    light: Light


def nowhere(now: SituationNow) -> tuple[WhiteElsewhere, ...]:
    """Nothing was set anywhere else."""
    return ()


@dataclass(frozen=True, slots=True)
class Theirs:
    """What is somebody's own and may be named in a question: a picture by its number; a situation of an outing, answered with their kit and profile;
    elsewhere: whites that they set on the same day."""

    picture: Callable[[int], OwnLight]
    answer: Callable[[SituationNow, bool], Answer]
    elsewhere: Callable[[SituationNow], tuple[WhiteElsewhere, ...]] = nowhere


def _branch(value: Any) -> str:
    now = isinstance(value, SituationNow) or (isinstance(value, dict) and "document" in value)
    return "(of an outing)" if now else "(in full)"


Question = Annotated[Annotated[SituationForm, Tag("(in full)")] | Annotated[SituationNow, Tag("(of an outing)")], Discriminator(_branch)]


class RehearseIn(Form):
    """A situation to be rehearsed, in full or of an outing as it stands; scene: another than its own; own: the number of a picture of one's
    own instead; seed: which of all like frames."""

    situation: Question
    scene: str | None = Field(None, max_length=40)
    own: Annotated[int, Field(ge=1)] | None = None
    seed: Seed = 1


class SceneOut(BaseModel):
    """A drawn scene and what is hard about it."""

    slug: str
    title: str
    problem: str


class TripleOut(BaseModel):
    """Time, aperture and ISO as printed, and as they are said."""

    shutter_s: float
    aperture: float
    iso: float
    said: str


class FrameOut(BaseModel):
    """A frame: the token that draws it, and its figures."""

    token: str
    figures: TripleOut


class WindowOut(BaseModel):
    """What the body holds, in stops from the key: raw clip, the preview's first warning, the shadow at ten to one."""

    clips: float
    warns: float
    floor: float
    holds_more_stops: float


class LostOut(BaseModel):
    """Shares of the picture that are lost, and the named tones over the clip and under the floor."""

    raw_share: float
    warned_share: float
    blocked_share: float
    over: list[str]
    under: list[str]


class NamedOut(BaseModel):
    """A tone one can name."""

    name: str
    ev: float
    skin: bool
    held: bool


class VerdictOut(BaseModel):
    """Would you see it."""

    what: str
    seen: bool
    words: str


class PieceOut(BaseModel):
    """A part of a frame about a place: shares of its width and height, and of its width; of: what differs there."""

    x: float
    y: float
    part: float
    of: Literal["lost", "blur", "noise"]


class VariantOut(BaseModel):
    """A frame one might take instead; lift_stops: brightened afterwards; frames: of a set, which is looked at, not taken over; settings: of the
    body that it has beside its dials; piece: where it differs most from the frame as set; even_stops: lifts it to that one's brightness."""

    slug: str
    label: str
    frame: FrameOut
    lift_stops: float
    frames: int
    binding: str | None
    darker_stops: float
    words: str
    settings: dict[str, Value]
    piece: PieceOut
    even_stops: float


class ChannelsOut(BaseModel):
    """Shares of the picture from `lowest` up, in steps of a stop's part: of raw and file by red, green, blue."""

    lowest: int
    highest: int
    per_stop: int
    raw: list[list[float]]
    file: list[list[float]]


class TonesOut(ChannelsOut):
    """The same, and of the scene itself."""

    shares: list[float]


class HistogramsOut(BaseModel):
    """A frame's histograms on the ruler of tones, and where its raw clips and its preview begins to warn, in stops from the key."""

    tones: ChannelsOut
    clips: float
    warns: float


def histograms_of(shot: Shot) -> HistogramsOut:
    """How a frame is spread over the ruler of tones."""
    raw, file = ([list(one) for one in channels] for channels in channels_of(shot))
    window = window_of(shot, 1.0)
    tones = ChannelsOut(lowest=LOWEST, highest=HIGHEST, per_stop=PER_STOP, raw=raw, file=file)
    return HistogramsOut(tones=tones, clips=window.clips, warns=window.warns)


class RehearsalOut(BaseModel):
    """All that the screen shows of a frame; offset: stops brighter than metered; protections: those the body offers; per_stop: steps of the body's dials."""

    scene: SceneOut
    frame: FrameOut
    offset: float
    protection: float
    protections: list[float]
    per_stop: int
    aspect: float
    pixels_across: float
    tones: TonesOut
    window: WindowOut
    lost: LostOut
    named: list[NamedOut]
    verdicts: list[VerdictOut]
    variants: list[VariantOut]


class AtOnceOut(BaseModel):
    """Only the frame, at once: what a small picture beside the figures needs."""

    scene: SceneOut
    frame: FrameOut
    aspect: float


class CompareIn(Form):
    """Two frames to be set side by side."""

    one: str = Field(max_length=4000)
    other: str = Field(max_length=4000)


class ComparedOut(BaseModel):
    """What differs; lift_stops: how far the other is brightened to lie as the one."""

    words: str
    lift_stops: float


def triple(shutter_s: float, aperture: float, iso: float) -> TripleOut:
    """Three dials as printed, and as they are said."""
    dials = ((Dial.TIME, shutter_s), (Dial.APERTURE, aperture), (Dial.ISO, iso))
    time, opening, sensitivity = (label(dial, value) for dial, value in dials)
    return TripleOut(shutter_s=shutter_s, aperture=aperture, iso=iso, said=f"{time} {opening} ISO {sensitivity}")


def triple_of(shot: Shot, per_stop: int = 3) -> TripleOut:
    """A shot's dials as printed."""
    stops = ((Dial.TIME, -math.log2(shot.time_s)), (Dial.APERTURE, 2 * math.log2(shot.aperture)), (Dial.ISO, shot.iso_stops))
    return triple(*(printed(dial, at, per_stop) for dial, at in stops))


def _frame(shot: Shot, setup: Setup, sign: Sign) -> FrameOut:
    return FrameOut(token=sign(shot), figures=triple(setup.exposure.shutter_s, setup.exposure.aperture, setup.exposure.iso))


def _piece(piece: Piece) -> PieceOut:
    return PieceOut(x=piece.x, y=piece.y, part=piece.part, of=piece.of)


def _variant(variant: Variant, as_set: Shot, sign: Sign) -> VariantOut:
    return VariantOut(
        slug=variant.slug,
        label=variant.label,
        frame=_frame(variant.shot, variant.setup, sign),
        lift_stops=variant.shot.lift,
        frames=len(variant.shot.of_set) or 1,
        binding=variant.setup.binding.intent.value if variant.setup.binding else None,
        darker_stops=variant.setup.exposure.darker_stops,
        words=variant.words,
        settings=dict(variant.settings),
        piece=_piece(where_they_differ(as_set, variant.shot)),
        even_stops=max(-MOST_EVEN, min(MOST_EVEN, lift_between(as_set, variant.shot))),
    )


MOST_EVEN = 8.0
"""Stops by which a frame is lifted at most to be set beside another."""


def scenes() -> list[SceneOut]:
    """All scenes."""
    return [_scene(stage) for stage in STAGES]


def _scene(stage: Stage) -> SceneOut:
    return SceneOut(slug=stage.slug, title=stage.title, problem=stage.problem)


def _seen(shot: Shot) -> SceneOut:
    """What a frame shows: its scene, or a picture of one's own."""
    if shot.own is None:
        return _scene(shot.scene)
    return SceneOut(slug=shot.scene.slug, title=shot.own.title, problem=of_own(shot.own))


def of_own(own: OwnLight) -> str:
    """How far a picture of one's own is to be believed."""
    ends = f"; {own.at_white:.0%} of it is at its white and may be brighter than it shows" if own.at_white > SHOWN else ""
    return (
        f"Its middle tone is the key, its tones are right within {right_within(own.error)}{ends}. What its lens did to it stays as it was."
    )


SHOWN = 0.005
"""Share of a picture at its white that is worth a word."""


def known_scene(scene: str | None) -> str | None:
    """A scene that there is, or none.

    Raises
    ------
    InputError : another.
    """
    if scene is not None and scene not in BY_SLUG:
        raise InputError([Problem("/scene", f"“{scene}” is not a scene: {', '.join(BY_SLUG)}")])
    return scene


def answer_under(asked: RehearseIn, theirs: Theirs, at_once: bool = True) -> Answer:
    """The answer to the situation that is rehearsed; what is wrong is told under its place.

    A frame is the same whatever focus holds on to, so it does not wait for that to be simulated.
    """
    situation = asked.situation
    try:
        return theirs.answer(situation, at_once) if isinstance(situation, SituationNow) else answer_to(situation, at_once)
    except (CraftError, InputError) as error:
        raise error.under("situation") from error


def shot_under(asked: RehearseIn, theirs: Theirs) -> tuple[Answer, Shot]:
    """The answer to the situation that is rehearsed, and its frame.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    answer = answer_under(asked, theirs)
    shot = shot_of(answer.situation, answer.setup, known_scene(asked.scene), asked.seed, answer.configuration.values)
    return answer, on_own(shot, theirs.picture(asked.own) if asked.own else None)


def frame_at_once(asked: RehearseIn, sign: Sign, theirs: Theirs) -> AtOnceOut:
    """Only the frame of a situation: no tone is counted and no other frame thought of.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    answer, shot = shot_under(asked, theirs)
    return AtOnceOut(scene=_seen(shot), frame=_frame(shot, answer.setup, sign), aspect=shot.width_mm / shot.height_mm)


def rehearsal_of(asked: RehearseIn, sign: Sign, theirs: Theirs) -> RehearsalOut:
    """The rehearsal of a situation.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    answer, light = answer_under(asked, theirs), theirs.picture(asked.own) if asked.own else None
    return rehearsal_form(
        rehearse(answer.situation, answer.setup, known_scene(asked.scene), asked.seed, answer.configuration.values, light),
        answer.setup,
        sign,
        answer.situation.body,
    )


def rehearsal_form(found: Rehearsal, setup: Setup, sign: Sign, body: Body) -> RehearsalOut:
    """A rehearsal in the open form."""
    window, held, shot = found.window, found.held, found.shot
    return RehearsalOut(
        scene=_seen(found.shot),
        frame=_frame(shot, setup, sign),
        offset=setup.range.exposure_offset_ev,
        protection=setup.range.highlight_protection_stops,
        protections=[0.0, *sorted(body.protection_stops)],
        per_stop=body.per_stop,
        aspect=shot.width_mm / shot.height_mm,
        pixels_across=shot.used_pixels,
        tones=TonesOut(
            lowest=LOWEST,
            highest=HIGHEST,
            per_stop=PER_STOP,
            shares=list(found.shares),
            raw=[list(c) for c in held.raw_channels],
            file=[list(c) for c in held.file_channels],
        ),
        window=WindowOut(clips=window.clips, warns=window.warns, floor=window.floor, holds_more_stops=window.holds_more),
        lost=LostOut(
            raw_share=held.raw_share,
            warned_share=held.warned_share,
            blocked_share=held.blocked_share,
            over=list(held.over),
            under=list(held.under),
        ),
        named=[NamedOut(name=tone.name, ev=tone.ev, skin=tone.skin, held=tone.held) for tone in found.named],
        verdicts=[VerdictOut(what=verdict.what, seen=verdict.seen, words=verdict.words) for verdict in found.verdicts],
        variants=[_variant(variant, shot, sign) for variant in found.variants],
    )


View = Literal["finder", "raw", "scene", "pixels", "fused"]
