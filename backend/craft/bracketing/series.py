"""Many frames that draw what one long frame would: star trails, smooth water without a filter."""

from __future__ import annotations

import math
from dataclasses import dataclass

from craft.exposure.targets import wanted_blur_s
from craft.scene.situation import Situation
from craft.vocabulary.terms import AimMotion, Support

GAP_S = 1.0
"""Seconds between the end of a frame and the start of the next that a body needs to be sure of it (estimate)."""

MOST_FRAMES = 2000
"""More frames than this nobody merges."""

FRAMES_PER_CHARGE_HOUR = 2.2
"""Hours of long exposures that one battery lasts in mild air (estimate: a third of [cipa_dc002]'s frames taken as half-minutes)."""

PACKING = "lossless"
"""How the raws of a series are taken to be packed."""


@dataclass(frozen=True, slots=True)
class Series:
    """A series: frames, seconds from start to start, hours in all, gigabytes of raw, and battery charges."""

    frames: int
    interval_s: float
    hours: float
    gigabytes: float
    charges: int


def series_of(situation: Situation, frames: int, interval_s: float) -> Series:
    """What so many frames take, so many seconds from start to start.

    >>> told = series_of(situation(), 3600, 11.0)
    >>> told.hours, told.charges
    (11.0, 5)
    """
    hours = frames * interval_s / 3600
    gigabytes = frames * situation.body.raw_bytes(PACKING) / 1e9
    return Series(frames, interval_s, hours, gigabytes, max(1, math.ceil(hours / FRAMES_PER_CHARGE_HOUR)))


def series_for(situation: Situation, time_s: float) -> Series | None:
    """The series that draws the wanted blur in frames of a time; None where one frame does, or nobody could.

    A series needs a tripod, something that is to blur and is not followed, and a blur longer than the frame by at least a third of a stop.

    >>> series_for(situation(), 1.0) is None
    True
    """
    if situation.aim_motion is not AimMotion.BLUR or situation.carried_by is not Support.TRIPOD or situation.subject.follows:
        return None
    if situation.in_one_go:
        return None
    wanted = wanted_blur_s(situation)
    if not time_s * 2 ** (1 / 3) <= wanted < MOST_FRAMES * time_s:
        return None
    frames = math.ceil(wanted / time_s)
    interval = time_s + GAP_S if situation.subject.sky else max(time_s, 1 / (situation.body.frames_per_second or 1.0))
    return series_of(situation, frames, interval)
