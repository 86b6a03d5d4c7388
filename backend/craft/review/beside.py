"""Frames beside the plan: where each stands on the ladder that was planned, what stood otherwise, when, and what came of it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import groupby
from statistics import median

import numpy as np
from numpy.typing import NDArray

from craft.review.frame import Frame, Usual, usual_of
from craft.scales.series import Dial, label, stops_of
from craft.scales.words import in_thirds
from craft.setup.setup import Setup, WayOut
from craft.vocabulary.terms import Mode

NEAR_STOPS = 0.5
"""A dial within so many stops of what is planned is as planned: a step either way, as a hand turns it."""

DIALS = (Dial.TIME, Dial.APERTURE, Dial.ISO)
SWAY_STOPS = 1.0
"""Light may be so far from what a frame was exposed as: a meter sways, and a hand is late."""

STEP_STOPS = 0.2
"""The same where the light is that of the frames about it: half of a step of the ladder, and a little."""

MOST_DRIFTS = 12
"""Drifts that are told of a picture, the weightiest: frames times stops."""

CALLED = {Dial.TIME: "The time", Dial.APERTURE: "The aperture", Dial.ISO: "ISO"}
COSTS = {
    (Dial.TIME, True): "it took light that ISO or the aperture had to find",
    (Dial.TIME, False): "more movement and shake show",
    (Dial.APERTURE, True): "more is sharp, and less light comes in",
    (Dial.APERTURE, False): "less is sharp",
    (Dial.ISO, True): "more noise",
    (Dial.ISO, False): "less noise, and the light came from elsewhere",
}
"""What a dial that stands otherwise does to a frame: by the dial, and whether it stands higher (shorter, narrower, more sensitive)."""


@dataclass(frozen=True, slots=True)
class Placed:
    """Where a frame stands. row: of the planned ladder, from 0; figures: time, aperture and ISO that stand there; apart: stops by which the frame's time is
    shorter, its aperture narrower and its ISO higher; short_stops: how much too dark the body leaves that row by itself."""

    frame: Frame
    row: int
    figures: tuple[float, float, float]
    apart: tuple[float, float, float]
    short_stops: float

    @property
    def as_planned(self) -> bool:
        """Whether every dial stands as the plan has it for some light."""
        return all(abs(stops) <= NEAR_STOPS for stops in self.apart)


@dataclass(frozen=True, slots=True)
class Drift:
    """A dial that stood otherwise over a run of frames. stops: higher (shorter, narrower, more sensitive) than planned; brighter_stops: how the run came out beside
    the frames that were as planned, None where neither tells; kept, judged: of its frames."""

    dial: Dial
    begins_s: float
    ends_s: float
    frames: int
    stood_at: str
    planned: str
    stops: float
    brighter_stops: float | None
    burnt: int
    kept: int
    judged: int

    @property
    def text(self) -> str:
        """It in a sentence: what stood where, and what that does."""
        way = {Dial.TIME: ("longer", "shorter"), Dial.APERTURE: ("wider", "narrower"), Dial.ISO: ("lower", "higher")}[self.dial][
            self.stops > 0
        ]
        many = "one frame" if self.frames == 1 else f"{self.frames} frames"
        came = self.brighter_stops
        outcome = (
            f" They came out {in_thirds(abs(came))} {'brighter' if came > 0 else 'darker'} than those as planned."
            if came is not None and abs(came) >= NEAR_STOPS
            else ""
        )
        burnt = f" {self.burnt} of them {'is' if self.burnt == 1 else 'are'} burnt more than usual." if self.burnt else ""
        stood = (
            f"{CALLED[self.dial]} stood at {self.stood_at} for {many}, {in_thirds(abs(self.stops))} {way} than {self.planned} as planned"
        )
        return f"{stood}: {COSTS[self.dial, self.stops > 0]}.{outcome}{burnt}"


@dataclass(frozen=True, slots=True)
class AtLight:
    """Frames of one row of the ladder: its light in EV at ISO 100, what the plan has there, how many frames, and of those judged how many are kept."""

    ev100: float
    figures: str
    frames: int
    kept: int
    judged: int


@dataclass(frozen=True, slots=True)
class Beside:
    """What was shot of a picture beside its setup. untold: frames whose files do not tell their dials; over_ceiling, under_slowest: frames past a limit of
    automatic ISO; left_dark: as planned, where the body by itself leaves it half a stop too dark or more; ways: what the frames themselves would have the setup be, by one press."""

    frames: int
    as_planned: int
    untold: int
    over_ceiling: int
    under_slowest: int
    left_dark: int
    drifts: tuple[Drift, ...]
    levels: tuple[AtLight, ...]
    placed: tuple[Placed | None, ...]
    ways: tuple[WayOut, ...]


@dataclass(frozen=True, slots=True)
class _Row:
    """A row of the ladder: its light, its dials as printed and in stops; short_stops: how much too dark the body leaves it by itself."""

    number: int
    ev100: float
    figures: tuple[float, float, float]
    stops: NDArray[np.float64]
    short_stops: float


def _rows(setup: Setup) -> list[_Row]:
    """The ladder, what is wanted and, where that is another, what the body comes to by itself: either is as planned."""
    found = []
    for k, level in enumerate(setup.ladder):
        for at in (level, level.alone):
            if at is not None:
                figures = (at.shutter_s, at.aperture, at.iso)
                stops = np.array([stops_of(dial, value) for dial, value in zip(DIALS, figures, strict=True)])
                found.append(_Row(k, level.ev100, figures, stops, max(0.0, -at.brightness_ev) if at is level.alone else 0.0))
    return found


def _lights(setup: Setup, frames: Sequence[Frame]) -> list[tuple[float, float]]:
    """The light in which each frame that tells its dials was taken, in EV at ISO 100, and how far a row may be from it.

    What a frame's dials expose as mid-grey is its light, as far as it came out as bright as usual; of one that came out otherwise
    it is what it was about that time.
    """
    exposure = setup.exposure
    planned = Frame(0.0, exposure.shutter_s, exposure.aperture, exposure.iso).exposed_ev or 0.0
    over, usual = setup.light.ev100 - planned, usual_of(frames)
    told = []
    for frame in frames:
        if frame.exposed_ev is not None:
            told.append((frame.at_s, frame.exposed_ev + over, usual.odd(frame)))
    sure = sorted((at, light) for at, light, odd in told if not odd) or [(0.0, setup.light.ev100)]
    at_s, lights = zip(*sure, strict=True)
    return [(float(np.interp(at, at_s, lights)), STEP_STOPS) if odd else (light, SWAY_STOPS) for at, light, odd in told]


def placed(setup: Setup, frames: Sequence[Frame]) -> tuple[Placed | None, ...]:
    """Where frames stand on the ladder of a setup: the row about a frame's light from which its three dials together are least far; None where a frame does
    not tell its dials.

    >>> one = advised()
    >>> [at.apart for at in placed(one, [Frame(0.0, one.exposure.shutter_s, one.exposure.aperture, one.exposure.iso)]) if at]
    [(0.0, 0.0, 0.0)]
    """
    rows = _rows(setup)
    table, light_of = np.array([row.stops for row in rows]), np.array([row.ev100 for row in rows])
    found: list[Placed | None] = []
    lights = iter(_lights(setup, frames))
    for frame in frames:
        if frame.exposed_ev is None:
            found.append(None)
            continue
        light, sway = next(lights)
        told = zip(DIALS, (frame.shutter_s, frame.aperture, frame.iso), strict=True)
        apart = np.array([stops_of(dial, value or 1.0) for dial, value in told]) - table
        away = np.abs(light_of - np.clip(light, light_of.min(), light_of.max()))
        cost = np.where(away <= sway, np.abs(apart).sum(axis=1) + away / 100, np.inf)
        at = int(cost.argmin())
        time, aperture, iso = (round(float(stops), 3) for stops in apart[at])
        found.append(Placed(frame, rows[at].number, rows[at].figures, (time, aperture, iso), rows[at].short_stops))
    return tuple(found)


def _drifts(found: Sequence[Placed | None]) -> list[Drift]:
    """Runs of frames, in the order of their hours, over which a dial stood otherwise by the same."""
    there = sorted((one for one in found if one is not None), key=lambda one: one.frame.at_s)
    usual = usual_of([one.frame for one in there if one.as_planned] or [one.frame for one in there])
    drifts = []
    for k, dial in enumerate(DIALS):
        for stops, run in groupby(there, key=lambda one: round(3 * one.apart[k]) / 3 if abs(one.apart[k]) > NEAR_STOPS else 0.0):
            frames = list(run)
            if stops:
                drifts.append(_drift(dial, k, stops, frames, usual))
    return drifts


def _drift(dial: Dial, k: int, stops: float, run: Sequence[Placed], usual: Usual) -> Drift:
    frames = [one.frame for one in run]
    first, brighter = frames[0], [more for frame in frames if (more := usual.brighter(frame)) is not None]
    stood = (first.shutter_s, first.aperture, first.iso)[k]
    written = "ISO " if dial is Dial.ISO else ""
    judged = [frame.kept for frame in frames if frame.kept is not None]
    return Drift(
        dial=dial,
        begins_s=first.at_s,
        ends_s=frames[-1].at_s,
        frames=len(frames),
        stood_at=label(dial, stood or 0.0),
        planned=written + label(dial, run[0].figures[k]),
        stops=stops,
        brighter_stops=median(brighter) if brighter else None,
        burnt=sum(usual.burns(frame) for frame in frames),
        kept=sum(judged),
        judged=len(judged),
    )


def _levels(setup: Setup, found: Sequence[Placed | None]) -> tuple[AtLight, ...]:
    told = []
    there = [one for one in found if one is not None]
    for row, level in enumerate(setup.ladder):
        frames = [one.frame for one in there if one.row == row]
        if frames:
            judged = [frame.kept for frame in frames if frame.kept is not None]
            figures = zip(DIALS, (level.shutter_s, level.aperture, level.iso), strict=True)
            words = ", ".join(("ISO " if dial is Dial.ISO else "") + label(dial, value) for dial, value in figures)
            told.append(AtLight(level.ev100, words, len(frames), sum(judged), len(judged)))
    return tuple(told)


def _past(setup: Setup, frames: Sequence[Frame]) -> tuple[int, int]:
    """Frames past the ceiling of automatic ISO, and past its slowest time."""
    limits = setup.iso_limits
    if not limits.automatic:
        return 0, 0
    over = sum(frame.iso is not None and math.log2(frame.iso / limits.ceiling) > NEAR_STOPS for frame in frames)
    slowest = limits.slowest_shutter_s
    under = (
        0 if slowest is None else sum(frame.shutter_s is not None and math.log2(frame.shutter_s / slowest) > NEAR_STOPS for frame in frames)
    )
    return over, under


HELD_BY = {Mode.MANUAL: (Dial.TIME, Dial.APERTURE), Mode.SHUTTER_PRIORITY: (Dial.TIME,), Mode.APERTURE_PRIORITY: (Dial.APERTURE,)}
"""Dials that a hand moves in a mode, ISO aside."""


def _ways(setup: Setup, found: Sequence[Placed | None]) -> tuple[WayOut, ...]:
    """What most of the frames had instead: a dial of the hand that stood at one other value for more than half of them."""
    there = [one for one in found if one is not None]
    by_hand = (*HELD_BY.get(setup.exposure.mode, ()), *(() if setup.iso_limits.automatic else (Dial.ISO,)))
    ways = []
    for k, dial in enumerate(DIALS):
        if dial not in by_hand:
            continue
        values = [(one.frame.shutter_s, one.frame.aperture, one.frame.iso)[k] for one in there if abs(one.apart[k]) > NEAR_STOPS]
        most = max(set(values), key=values.count, default=None)
        if most is not None and values.count(most) > len(there) / 2:
            name = {Dial.TIME: "shutter_s", Dial.APERTURE: "aperture", Dial.ISO: "iso"}[dial]
            written = f"{'ISO ' if dial is Dial.ISO else ''}{label(dial, most)}"
            ways.append(WayOut(f"hold {written}, as {values.count(most)} of {len(there)} frames had it", {"locks": {name: most}}))
    return tuple(ways)


def beside(setup: Setup, frames: Sequence[Frame]) -> Beside:
    """What was shot of a picture beside its setup.

    Parameters
    ----------
    setup : as it was planned, with its ladder.
    frames : those of the picture, in any order, by one body.

    >>> one = advised()
    >>> bumped = [Frame(60.0 * k, one.exposure.shutter_s, one.exposure.aperture, one.exposure.iso * (32 if k > 2 else 1), mean_stops=2.3 * (k > 2)) for k in range(6)]
    >>> [drift.text for drift in beside(one, bumped).drifts]
    ['ISO stood at 5120 for 3 frames, 5 stops higher than ISO 160 as planned: more noise. They came out 2 1/3 stops brighter than those as planned.']
    """
    found = placed(setup, frames)
    over, under = _past(setup, frames)
    drifts = sorted(_drifts(found), key=lambda drift: -drift.frames * abs(drift.stops))[:MOST_DRIFTS]
    return Beside(
        frames=len(frames),
        as_planned=sum(one is not None and one.as_planned for one in found),
        untold=sum(one is None for one in found),
        over_ceiling=over,
        under_slowest=under,
        left_dark=sum(one is not None and one.as_planned and one.short_stops >= NEAR_STOPS for one in found),
        drifts=tuple(sorted(drifts, key=lambda drift: (drift.begins_s, drift.dial.value))),
        levels=_levels(setup, found),
        placed=found,
        ways=_ways(setup, found),
    )
