"""What happens in many bursts: where the subject goes, how the hand aims, what passes. The same for every way of setting the body."""

from __future__ import annotations

from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from craft.focus.chase import FARTHEST_M, Chase

Floats = NDArray[np.float32]
Flags = NDArray[np.bool_]

BEFORE_S = 0.4
"""Focus is on for so long before the first frame."""

BURST_S = 1.6
"""So long a burst is."""

SWAYS_S, TURNING_S, STAYS_S = 0.3, 0.4, 0.35
"""How long a hand, a turn and a thing in the way last, about."""

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
    aim_x, aim_y: how far the aim is off; passing: where what passes stands from the subject, far off where nothing does; passing_d: how near it is;
    other_d: of another one; t: seconds from the first frame; x, y: the subject on a plan in metres, the camera at nought."""

    t: Floats
    d: Floats
    at_frame: Floats
    aim_x: Floats
    aim_y: Floats
    passing: Floats
    passing_d: Floats
    other_d: Floats
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
    along = -chase.toward_m_s + np.cumsum(draws.turn_along, axis=0) * turns * dt
    across = chase.across_m_s + np.cumsum(draws.turn_across, axis=0) * turns * dt
    limit = max(1.5 * float(np.hypot(chase.toward_m_s, chase.across_m_s)), 0.5)
    along, across = np.clip(along, -limit, limit), np.clip(across, -limit, limit)
    y = chase.distance_m + np.cumsum(along, axis=0) * dt
    x = np.cumsum(across, axis=0) * dt
    x = x - x[steps // 2]
    gone = (t > BURST_S * draws.changes_at) & (draws.changes < 1 - np.exp(-chase.changes * BURST_S))
    y = y + gone * draws.apart[:1] * NEXT_M
    distance = np.clip(np.hypot(x, y), 1 / chase.nearest_d, FARTHEST_M * 4)
    d = 1 / distance
    part = chase.lag_s / dt - whole
    at_frame = d[whole : whole + steps] * (1 - part) + d[whole + 1 : whole + 1 + steps] * part
    lasts = 2 * (chase.covers + chase.wide + chase.frame_wide) / max(chase.crosses, 1e-6)
    meets = draws.passes < 1 - np.exp(-chase.crossed * BURST_S)
    middle = draws.passes_at * BURST_S
    passing = np.where(meets & (np.abs(t - middle) < lasts), (t - middle) * chase.crosses, 1e3)
    t, d, x, y, passing = t[:steps], d[:steps], x[:steps], y[:steps], passing[:steps]
    draws = Draws(*(one[:steps] for one in draws))
    other = np.clip(distance[:steps] + draws.apart * NEXT_M, 1 / chase.nearest_d, FARTHEST_M * 4)
    return Paths(
        t=t,
        d=_single(d),
        at_frame=_single(at_frame),
        aim_x=_single(draws.aim_across * chase.aim),
        aim_y=_single(draws.aim_up * chase.aim),
        passing=_single(passing),
        passing_d=_single(d * 2),
        other_d=_single(1 / other),
        x=_single(x),
        y=_single(y),
        draws=draws,
    )


def _single(values: NDArray[np.floating]) -> Floats:
    return np.asarray(values, dtype=np.float32)
