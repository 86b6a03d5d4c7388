"""What happens in many bursts: where the subject goes, how the hand aims, what passes. The same for every way of setting the body."""

from __future__ import annotations

from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from craft.focus.chase import FARTHEST_M, Chase
from craft.scene.plan import Plan

Floats = NDArray[np.float32]
Flags = NDArray[np.bool_]

BEFORE_S = 0.4
"""Focus is on for so long before the first frame."""

BURST_S = 1.6
"""So long a burst is."""

SWAYS_S, TURNING_S, STAYS_S = 0.3, 0.4, 0.35
"""How long a hand, a turn and a thing in the way last, about."""

FAR_OFF = 1e3
"""An angle at which nothing is."""

AT_THE_LENS_M = 0.05
"""Nothing comes nearer."""

NEXT_M = 3.0
"""Another of its kind is so much nearer or farther, one deviation (an estimate)."""


class Draws(NamedTuple):
    """What chance brings, readings by bursts (T, B), before any figure of a situation is known: normal ones and even ones from 0 to 1."""

    turn_along: Floats
    turn_across: Floats
    aim_across: Floats
    aim_up: Floats
    reads: Floats
    fails: Floats
    looks: Floats
    before: Floats
    others: Floats
    apart: Floats
    passes: Floats
    passes_at: Floats
    changes: Floats
    changes_at: Floats


class Paths(NamedTuple):
    """Bursts as they happen, readings by bursts (T, B). d: the subject's distance in dioptres as it is read, and at_frame: once a frame fired then is exposed;
    aim_x, aim_y: how far the aim is off; passing: where what passes stands from the subject, far off where nothing does; covers: half of what it covers;
    passing_d: how near it is; other_d: of another one; other_at: where one that was drawn stands from the subject, other_half: half of it; t: seconds from the first frame; x, y: the subject on a plan in metres, the camera at nought."""

    t: Floats
    d: Floats
    at_frame: Floats
    aim_x: Floats
    aim_y: Floats
    passing: Floats
    covers: Floats
    passing_d: Floats
    other_d: Floats
    other_at: Floats
    other_half: Floats
    x: Floats
    y: Floats
    draws: Draws


def _in_steps(rng: np.random.Generator, steps: int, bursts: int, each: int, normal: bool = False) -> Floats:
    """Chance that stays the same for some readings, each burst changing at another moment."""
    blocks = -(-steps // each) + 1
    values = (rng.standard_normal((blocks, bursts)) if normal else rng.random((blocks, bursts))).astype(np.float32)
    at = (np.arange(steps)[:, None] + rng.integers(0, each, bursts)) // each
    return np.take_along_axis(values, at, axis=0)


def _wandering(rng: np.random.Generator, steps: int, bursts: int, keeps: float) -> Floats:
    """A first-order wander of deviation 1 (an Ornstein-Uhlenbeck process)."""
    shocks = rng.standard_normal((steps, bursts)) * np.sqrt(1 - keeps * keeps)
    out = np.empty((steps, bursts), np.float32)
    value = rng.standard_normal(bursts)
    for k in range(steps):
        value = value * keeps + shocks[k]
        out[k] = value
    return out


@lru_cache(maxsize=24)
def _drawn(updates_s: float, steps: int, bursts: int, seed: int) -> Draws:
    rng = np.random.default_rng((seed, steps, bursts))
    sway, turn = (float(np.exp(-1 / (updates_s * lasts))) for lasts in (SWAYS_S, TURNING_S))
    stays = max(1, round(STAYS_S * updates_s))
    one = (1, bursts)
    return Draws(
        turn_along=_wandering(rng, steps, bursts, turn),
        turn_across=_wandering(rng, steps, bursts, turn),
        aim_across=_wandering(rng, steps, bursts, sway),
        aim_up=_wandering(rng, steps, bursts, sway),
        reads=rng.standard_normal((steps, bursts)).astype(np.float32),
        fails=rng.random((steps, bursts)).astype(np.float32),
        looks=_in_steps(rng, steps, bursts, max(1, stays // 3)),
        before=_in_steps(rng, steps, bursts, stays),
        others=_in_steps(rng, steps, bursts, stays),
        apart=_in_steps(rng, steps, bursts, stays, normal=True),
        passes=rng.random(one).astype(np.float32),
        passes_at=rng.random(one).astype(np.float32),
        changes=rng.random(one).astype(np.float32),
        changes_at=rng.random(one).astype(np.float32),
    )


def happens(chase: Chase, bursts: int, seed: int) -> Paths:
    """So many bursts; another seed is another set of them.

    At most one thing passes and one change of subject falls into a burst, as often as it would by its rate.

    >>> from craft.focus.chase import chase_of
    >>> one = happens(chase_of(situation(), 2.8, BODY.shutters[0], 12.0), 4, 1)
    >>> one.d.shape, round(1 / float(one.d[0, 0]), -1)
    ((60, 4), 40.0)
    """
    dt = 1 / chase.updates_s
    steps = round((BEFORE_S + BURST_S) * chase.updates_s)
    whole = int(chase.lag_s / dt)
    past = steps + whole + 2  # what is fired last is exposed after the last reading
    draws = _drawn(chase.updates_s, past, bursts, seed)
    t = (np.arange(past) * dt - BEFORE_S).astype(np.float32)[:, None]
    turns = chase.turns_m_s2
    across, along = _paces(chase, t)
    along = along + np.cumsum(draws.turn_along, axis=0) * turns * dt
    across = across + np.cumsum(draws.turn_across, axis=0) * turns * dt
    limit = max(1.5 * float(np.hypot(chase.toward_m_s, chase.across_m_s)), 0.5)
    along, across = np.clip(along, -limit, limit), np.clip(across, -limit, limit)
    y = chase.distance_m + np.cumsum(along, axis=0) * dt
    x = np.cumsum(across, axis=0) * dt
    if chase.way:  # in the middle of a burst it is in the middle of its way
        half, (at_x, at_y) = int(np.argmin(np.abs(t - BURST_S / 2))), Plan(chase.way).middle
        x, y = x + at_x - x[half], y + at_y - y[half]
    else:
        x = x - x[steps // 2]
    gone = (t > BURST_S * draws.changes_at) & (draws.changes < 1 - np.exp(-chase.changes * BURST_S))
    y = y + gone * draws.apart[:1] * NEXT_M
    distance = np.clip(np.hypot(x, y), AT_THE_LENS_M, FARTHEST_M * 4)
    d = 1 / distance
    part = chase.lag_s / dt - whole
    at_frame = d[whole : whole + steps] * (1 - part) + d[whole + 1 : whole + 1 + steps] * part
    lasts = 2 * (chase.covers + chase.wide + chase.frame_wide) / max(chase.crosses, 1e-6)
    meets = draws.passes < 1 - np.exp(-chase.crossed * BURST_S)
    middle = draws.passes_at * BURST_S
    passing = np.where(meets & (np.abs(t - middle) < lasts), (t - middle) * chase.crosses, FAR_OFF)
    t, d, x, y, passing = t[:steps], d[:steps], x[:steps], y[:steps], passing[:steps]
    draws = Draws(*(one[:steps] for one in draws))
    passes = _drawn_before(chase, x, y, alike=False) or (passing, np.full((1, 1), chase.covers), d * 2)
    stands = _drawn_before(chase, x, y, alike=True) or (np.full((1, 1), FAR_OFF), np.zeros((1, 1)), np.zeros((1, 1)))
    other = np.clip(distance[:steps] + draws.apart * NEXT_M, 1 / chase.nearest_d, FARTHEST_M * 4)
    return Paths(
        t=t,
        d=_single(d),
        at_frame=_single(at_frame),
        aim_x=_single(draws.aim_across * chase.aim),
        aim_y=_single(draws.aim_up * chase.aim),
        passing=_single(passes[0]),
        covers=_single(passes[1]),
        passing_d=_single(passes[2]),
        other_d=_single(np.where(stands[0] < FAR_OFF, stands[2], 1 / other)),
        other_at=_single(stands[0]),
        other_half=_single(stands[1]),
        x=_single(x),
        y=_single(y),
        draws=draws,
    )


def _paces(chase: Chase, t: Floats) -> tuple[NDArray[np.floating] | float, NDArray[np.floating] | float]:
    """Its pace across and along at each reading, before it turns of itself: straight on, or along its way as drawn."""
    if not chase.way:
        return chase.across_m_s, -chase.toward_m_s
    plan, pace = Plan(chase.way), float(np.hypot(chase.toward_m_s, chase.across_m_s))
    towards = np.array([plan.on_it(plan.length_m / 2 + pace * (float(at) - BURST_S / 2))[1] for at in t[:, 0]])
    return pace * towards[:, :1], pace * towards[:, 1:]


def _drawn_before(chase: Chase, x: NDArray[np.floating], y: NDArray[np.floating], alike: bool) -> tuple[NDArray[np.floating], ...] | None:
    """Of the things that were drawn, the one that is nearest to the line of sight before the subject: its angle from it, half of what it covers, its
    dioptres, each reading by burst; None where none was drawn."""
    things = [thing for thing in chase.things if thing[3] is alike]
    if not things:
        return None
    at, covers, near = np.full(x.shape, FAR_OFF), np.zeros(x.shape), np.zeros(x.shape)
    bearing, away = np.arctan2(x, y), np.hypot(x, y)
    for across, along, half, _ in things:
        distance = float(np.hypot(across, along))
        angle, half_angle = np.arctan2(across, along) - bearing, np.arctan2(half, distance)
        closer = (distance < away) & (np.abs(angle) - half_angle < np.abs(at) - covers)
        at, covers, near = np.where(closer, angle, at), np.where(closer, half_angle, covers), np.where(closer, 1 / distance, near)
    return at, covers, near


def _single(values: NDArray[np.floating]) -> Floats:
    return np.asarray(values, dtype=np.float32)
