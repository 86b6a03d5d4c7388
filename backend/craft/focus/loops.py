"""How a body's autofocus runs: what its profile says, else what is usual in its class."""

from __future__ import annotations

import math
from dataclasses import dataclass

from craft.kit.body import Body, Finder, Shutter


@dataclass(frozen=True, slots=True, kw_only=True)
class Loop:
    """How autofocus runs. updates_s: readings a second; blackout_s: for so long after a frame it reads nothing; lag_s: from the press to the frame;
    darkest_ev: light, through a lens of f/2, in which half of its readings come to nothing; finds_share: of the frame's height that a head or a whole
    bird must fill to be found."""

    updates_s: float
    blackout_s: float
    lag_s: float
    darkest_ev: float
    finds_share: float


@dataclass(frozen=True, slots=True, kw_only=True)
class LoopRow:
    """What is usual in a class of bodies: those that fire so many frames a second; mirror: with a mirror before the sensor."""

    from_rate: float
    mirror: bool
    loop: Loop
    source: str


CLASSES: tuple[LoopRow, ...] = (
    LoopRow(from_rate=9.0, mirror=True, loop=Loop(updates_s=40.0, blackout_s=0.06, lag_s=0.045, darkest_ev=-3.0, finds_share=0.03), source="a fast mirror is away for some sixty thousandths; its sensor for focus is read some forty times a second (estimates)"),
    LoopRow(from_rate=0.0, mirror=True, loop=Loop(updates_s=25.0, blackout_s=0.11, lag_s=0.065, darkest_ev=-2.0, finds_share=0.06), source="an ordinary mirror is away for a tenth of a second (an estimate)"),
    LoopRow(from_rate=15.0, mirror=False, loop=Loop(updates_s=60.0, blackout_s=0.0, lag_s=0.04, darkest_ev=-4.0, finds_share=0.02), source="a fast sensor is read for focus between its lines, sixty times a second and more (an estimate)"),
    LoopRow(from_rate=7.0, mirror=False, loop=Loop(updates_s=30.0, blackout_s=0.03, lag_s=0.06, darkest_ev=-3.0, finds_share=0.03), source="thirty readings a second, one lost with each frame (an estimate)"),
    LoopRow(from_rate=0.0, mirror=False, loop=Loop(updates_s=20.0, blackout_s=0.08, lag_s=0.09, darkest_ev=-1.0, finds_share=0.05), source="slow sensors take a twentieth of a second for a reading (an estimate)"),
)  # fmt: skip
"""The first that fits is used."""

CURTAINS_S = 0.03
"""Curtains that close for a frame hide it from focus for so long, where an electronic one does not (an estimate)."""

KNEE_STOPS = 4.0
"""So many stops over the darkest light the noise of a reading has twice its usual variance (an estimate)."""

READING_M = 7e-6
"""Error of a reading in good light, as a defocus at the sensor: a third of the depth of focus of a fast lens, which makers name as their aim
(28 to 30 um over f/1.4 x 30 um, one deviation)."""

AGAINST_STOPS, AGAINST_COSTS = 4.0, 1.5
"""Where the scene is so many stops brighter than its subject, reading costs so many stops of light (an estimate: stray light and outlines)."""


def loop_of(body: Body, shutter: Shutter) -> Loop:
    """How a body's autofocus runs with a shutter.

    >>> loop_of(BODY, Shutter.ELECTRONIC).updates_s, loop_of(BODY, Shutter.ELECTRONIC).blackout_s
    (30.0, 0.03)
    """
    mirror, rate, said = body.finder is Finder.OPTICAL, body.frames_per_second or 0.0, body.traits.following
    usual = next(row.loop for row in CLASSES if row.mirror == mirror and rate >= row.from_rate)
    hidden = usual.blackout_s if mirror or shutter is Shutter.ELECTRONIC else max(usual.blackout_s, CURTAINS_S)
    return Loop(
        updates_s=said.updates_s or usual.updates_s,
        blackout_s=hidden if said.blackout_s is None else said.blackout_s,
        lag_s=said.lag_s or usual.lag_s,
        darkest_ev=usual.darkest_ev if said.darkest_ev is None else said.darkest_ev,
        finds_share=said.finds_share or usual.finds_share,
    )


def noisier(over_darkest: float) -> float:
    """How many times the deviation of a reading is what it is in good light, so many stops over the darkest light.

    >>> round(noisier(20.0), 2), round(noisier(0.0), 2)
    (1.0, 4.12)
    """
    return math.sqrt(1 + 2 ** (KNEE_STOPS - over_darkest))


def unread_share(over_darkest: float) -> float:
    """Share of readings that come to nothing, so many stops over the darkest light: half of them at it.

    >>> unread_share(0.0), round(unread_share(4.0), 3)
    (0.5, 0.004)
    """
    return 1 / (1 + 2 ** (2 * over_darkest))


def found_share(of_frame: float, needs: float) -> float:
    """Share of the readings at which a body finds, in good light, what it looks for, which fills so much of the frame's height.

    >>> round(found_share(0.1, 0.03), 2), round(found_share(0.01, 0.03), 2)
    (0.95, 0.03)
    """
    return 0.975 / (1 + (needs / max(of_frame, 1e-6)) ** 3)


def found_in(over_darkest: float) -> float:
    """What is left of that so many stops over the darkest light: in the dark it finds less.

    >>> found_in(1.0), round(found_in(10.0), 2)
    (0.5, 1.0)
    """
    return 1 / (1 + 2 ** -(over_darkest - 1.0))
