"""A situation once the light has moved, in JSON: its frame there, whether noise would be seen, and what would be decided anew."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import Annotated

from pydantic import BaseModel, Field

from craft.render.in_light import Moved, every_few_stops, in_light, level_at, moves_to
from craft.render.rehearsal import noise_of
from craft.render.shot import Shot
from craft.setup.advise import advise
from craft.setup.saying.words import value_words
from craft.setup.solving.ladder import BRIGHTER, DARKER
from forms.rehearsal_form import FrameOut, RehearseIn, Sign, Theirs, shot_under, triple

SignColumn = Callable[[Shot, tuple[Moved, ...]], str]
"""Makes the word that stands for small frames one under the other."""


class InLightIn(RehearseIn):
    """A situation, and how many stops brighter (+) or darker (-) its light has become."""

    stops: Annotated[float, Field(strict=True, ge=-DARKER, le=BRIGHTER)]


class DecidedThereOut(BaseModel):
    """What a decision comes to in that light, taken anew."""

    decision: str
    value: str
    brief: str


class InLightOut(BaseModel):
    """The frame at that row of the ladder; snr: signal to noise of its key tone in the output; noise_seen: whether one would see it."""

    stops: float
    frame: FrameOut
    aspect: float
    snr: float
    noise_seen: bool
    decisions: list[DecidedThereOut]


class LightsOut(BaseModel):
    """Small frames of a ladder as one picture, from the brightest light down; stops: of each from now."""

    strip: str
    stops: list[float]
    aspect: float


def in_light_of(asked: InLightIn, sign: Sign, theirs: Theirs) -> InLightOut:
    """A situation's frame after its light has moved, and what would be decided in that light.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow; a light beyond what is accepted.
    InputError : a scene that there is not.
    """
    answer, planned = shot_under(asked, theirs)
    level = level_at(answer.setup, asked.stops)
    moved = moves_to(answer.setup, level)
    shot = in_light(planned, moved)
    light = answer.situation.light
    there = advise(replace(answer.situation, light=replace(light, ev100=light.ev100 + moved.light)), simulated=True)
    seen, snr = noise_of(answer.situation, shot)
    return InLightOut(
        stops=moved.light,
        frame=FrameOut(token=sign(shot), figures=triple(level.shutter_s, level.aperture, level.iso)),
        aspect=shot.width_mm / shot.height_mm,
        snr=snr,
        noise_seen=seen,
        decisions=[
            DecidedThereOut(decision=made.decision, value=value_words(there, made.decision, made.label), brief=made.brief)
            for made in there.decisions
        ],
    )


def lights_of(asked: RehearseIn, sign: SignColumn, theirs: Theirs) -> LightsOut:
    """The frames of a situation's ladder, a few stops apart.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    answer, shot = shot_under(asked, theirs)
    moves = every_few_stops(answer.setup)
    return LightsOut(strip=sign(shot, moves), stops=[moved.light for moved in moves], aspect=shot.width_mm / shot.height_mm)


class SequenceFrameOut(BaseModel):
    """One of a program's frames: how far the light has moved, its dials in words, and how much brighter it is than is wanted."""

    light_stops: float
    figures: str
    off_stops: float


class RunOut(BaseModel):
    """Twelve frames as a program gives them, as one picture; off_stops: mean distance from what is wanted over all light and metering; as_set: it is what is set."""

    words: str
    off_stops: float
    as_set: bool
    frames: list[SequenceFrameOut]
    strip: str
    aspect: float


def runs_of(asked: RehearseIn, sign: SignColumn, theirs: Theirs) -> list[RunOut]:
    """The same twelve frames by several programs of the body, what is set first.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    answer, shot = shot_under(asked, theirs)
    return [
        RunOut(
            words=run.words,
            off_stops=run.off_stops,
            as_set=run.as_set,
            frames=[SequenceFrameOut(light_stops=one.light_stops, figures=one.figures, off_stops=one.off_stops) for one in run.frames],
            strip=sign(shot, tuple(Moved(*(round(stops, 4) for stops in (one.light_stops, *one.moved))) for one in run.frames)),
            aspect=shot.width_mm / shot.height_mm,
        )
        for run in answer.setup.sequence()
    ]
