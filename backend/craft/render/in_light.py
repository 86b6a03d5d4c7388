"""The frame that a setup would take once the light has moved: its dials as the ladder has them there."""

from __future__ import annotations

from dataclasses import replace
from typing import NamedTuple

import cv2
import numpy as np

from craft.render.develop import Bytes
from craft.render.picture import Look, picture
from craft.render.shot import Shot, exposed
from craft.scales.series import Dial, exact_stops
from craft.setup.setup import Level, Setup
from craft.setup.solving.ladder import BRIGHTER, DARKER

EVERY = 3
"""Stops between the small frames that stand down a ladder."""

TALL = 32
"""Pixels of a small frame's height, twice what it is shown at; none is wider than half as much again."""


class Moved(NamedTuple):
    """What moves between two frames, in stops: light brighter, time shorter, aperture narrower, ISO up."""

    light: float
    time: float
    aperture: float
    iso: float

    @property
    def brighter(self) -> float:
        """Stops by which the light that is there is exposed brighter."""
        return self.light - self.time - self.aperture + self.iso


def level_at(setup: Setup, stops: float) -> Level:
    """The row of the ladder so many stops brighter than now, to the body's nearest step; beyond its ends the end.

    >>> level_at(advised(), 0.0).iso == advised().exposure.iso
    True
    """
    row = round((BRIGHTER - stops) / setup.step_ev)
    return setup.ladder[max(0, min(len(setup.ladder) - 1, row))]


def moves_to(setup: Setup, level: Level) -> Moved:
    """What moves from the setup as it is to a row of its ladder.

    >>> [round(one, 1) for one in moves_to(advised(), level_at(advised(), -2.0))]
    [-2.0, 0.0, 0.0, 2.0]
    """
    now, per_stop = setup.exposure, round(1 / setup.step_ev)
    pairs = (
        (Dial.TIME, now.shutter_s, level.shutter_s),
        (Dial.APERTURE, now.aperture, level.aperture),
        (Dial.ISO, now.iso, level.iso),
    )
    return Moved(
        level.ev100 - setup.light.ev100, *(exact_stops(dial, to, per_stop) - exact_stops(dial, was, per_stop) for dial, was, to in pairs)
    )


def in_light(shot: Shot, moved: Moved) -> Shot:
    """A setup's frame after light and dials have moved.

    >>> darker = in_light(shot(), Moved(-2.0, -1.0, 0.0, 1.0))
    >>> round(darker.key_stops - shot().key_stops, 6), darker.time_s / shot().time_s
    (-1.0, 2.0)
    """
    taken, flash = exposed(shot, moved.time, moved.aperture, moved.iso), shot.flash
    if flash is not None and taken.flash is not None:
        if flash.alone:
            flash = replace(taken.flash, stops=taken.flash.stops + moved.light)
        elif flash.fixed:
            flash = replace(taken.flash, stops=taken.flash.stops - moved.light)
        else:  # its power is turned to what the exposure asks, as the body's own metering does
            flash = replace(flash, stops=flash.stops - moved.brighter)
    lit = 0.0 if flash is not None and flash.alone else moved.light
    return replace(taken, key_stops=taken.key_stops + lit, flash=flash)


def every_few_stops(setup: Setup) -> tuple[Moved, ...]:
    """What moves to each small frame down a ladder, the brightest first.

    >>> [round(moved.light) for moved in every_few_stops(advised())]
    [6, 3, 0, -3, -6, -9, -12]
    """
    return tuple(moves_to(setup, level_at(setup, float(stops))) for stops in range(BRIGHTER, -DARKER - 1, -EVERY))


def column(shot: Shot, moves: tuple[Moved, ...]) -> Bytes:
    """Small frames one under the other, (n h, w, 3).

    >>> column(shot(), (Moved(0.0, 0.0, 0.0, 0.0), Moved(-6.0, 0.0, 0.0, 0.0))).shape
    (64, 48, 3)
    """
    aspect = shot.width_mm / shot.height_mm
    width = round(min(TALL * 1.5, TALL * aspect))
    return np.asarray(cv2.vconcat([picture(in_light(shot, moved), Look.FINDER, width, marks=False) for moved in moves]), np.uint8)
