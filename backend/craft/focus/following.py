"""A focusing loop that follows: every way of setting a body through the same bursts. Arrays are ways by bursts (S, B) unless a comment says otherwise.

Each reading: what the area lies on is read, with an error; where it is near what was foreseen, place and pace are mended by it (a fading-memory filter
of the first degree in dioptres, carried forward so that constant approach is foreseen exactly); where it is not, focus stays on its course for as long as
it holds on, then goes over to what is read. Where nothing is read for long, it hunts: from end to end of the lens. The lens is driven towards where the subject is foreseen when the frame is exposed, no faster than it goes.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from craft.focus.chase import KNOWN, MIDDLE, Chase
from craft.focus.paths import BEFORE_S, BURST_S, Draws, Flags, Floats, Paths, happens
from craft.focus.ways import BY_AREA, HOLDS, PATHS, PRIORITIES, SWITCHES, Way

SUBJECT, NEARER, BEHIND = 0, 1, 2
"""What is read, and what focus stands on."""

FLAT = 1e-4
"""The farthest that is read, in dioptres."""

FASTEST_D_S = 1e4
"""No pace is told as more, in dioptres a second: what is lost so fast is lost anyway."""

SIGMAS = 4.0
"""So many deviations of a reading are no surprise."""

HUNTS_S, SWEEP_S = np.float32(0.4), np.float32(0.5)
"""Where nothing was read for so long the lens is driven from end to end, so long each way (estimates)."""

MESHES = 20.0
"""An area that takes the nearest and catches all of the frame meets what covers it evenly so many times as surely as a spot does (an estimate)."""

GAPS = 0.4
"""Of what covers the frame close to the lens, an area that reads what fills it meets so much: the rest is gaps (an estimate)."""

LEFT_OUT = 0.85
"""An aim that is off by more of half the frame has lost its subject."""


TELLS = 0.5
"""Another is taken for the nearest where it is nearer by so much of how far others stand apart, one deviation."""

Figure = float | np.floating


class Followed(NamedTuple):
    """Bursts through every way. lens, stands: readings by ways by bursts (T, S, B), where the lens is for a frame fired then, in dioptres, and what focus stands on;
    fired: whether a frame is fired there; a_second: what a frame of a burst counts, so that a burst without a gap has its rate."""

    ways: tuple[Way, ...]
    paths: Paths
    lens: Floats
    stands: np.ndarray[tuple[int, ...], np.dtype[np.int8]]
    fired: Flags
    sharp: Flags
    a_second: float

    @property
    def kept(self) -> Floats:
        """Frames to keep in each burst, a second."""
        return np.asarray((self.fired & self.sharp).sum(axis=0) * self.a_second, np.float32)

    @property
    def shots(self) -> Floats:
        """Frames in each burst, a second."""
        return np.asarray(self.fired.sum(axis=0) * self.a_second, np.float32)


def _overlap(middle: Floats, half: Floats | float, at: Floats | float, other: Floats | float) -> Floats:
    """Length over which two spans lie on each other."""
    return np.asarray(np.clip(np.minimum(middle + half, at + other) - np.maximum(middle - half, at - other), 0, None), np.float32)


Sight = tuple[str, bool, str]
"""What decides what is read: area, whether the subject is looked for, how readily it goes over."""


class _Eyes(NamedTuple):
    """What areas have, as columns (A, 1)."""

    half: Floats
    needs: Floats
    nearest: Flags
    wanders: Floats
    catches: Floats
    looks: Flags


def _eyes(sights: Sequence[Sight], chase: Chase) -> _Eyes:
    rows = [(BY_AREA[area], SWITCHES[switching]) for area, _, switching in sights]
    columns = [
        [row.half * goes.reaches * 2 * chase.frame_wide, row.needs, row.nearest, row.wanders, min(row.catches * goes.catches, 1.0)]
        for row, goes in rows
    ]
    half, needs, nearest, wanders, catches = (np.array(column, np.float32)[:, None] for column in zip(*columns, strict=True))
    return _Eyes(half, needs, nearest > 0, wanders, catches, np.array([[looks] for _, looks, _ in sights]))


def _read(eyes: _Eyes, chase: Chase, paths: Paths) -> tuple[Floats, np.ndarray[tuple[int, ...], np.dtype[np.int8]]]:
    """What every area reads: dioptres without error, and what of, readings by areas by bursts (T, A, B)."""
    draws = paths.draws
    x, y = paths.aim_x[:, None] * eyes.wanders, paths.aim_y[:, None] * eyes.wanders
    passing, covers = paths.passing[:, None], paths.covers[:, None]
    high = np.minimum(eyes.half, chase.frame_high)
    share = _overlap(x, eyes.half, 0, chase.wide) * _overlap(y, high, 0, chase.high) / (4 * eyes.half * high)
    small = np.minimum(1.0, chase.wide * chase.high / (eyes.half * high))  # all of a small subject in a wide area
    on = share >= eyes.needs * np.where(eyes.nearest, small, 1.0)
    hidden = np.abs(passing) < covers
    crossed = _overlap(x, eyes.half, passing, covers) / (2 * eyes.half) >= np.where(eyes.nearest, 0.15, 0.5)
    clutter = draws.before[:, None] < 1 - (1 - chase.before) ** (eyes.catches * 5)
    veil = draws.before[:, None] > 1 - np.where(eyes.nearest, 1 - (1 - chase.veil) ** (1 + eyes.catches * MESHES), chase.veil * GAPS)
    by_chance = draws.others[:, None] < 1 - np.exp(-chase.others * eyes.catches)
    drawn = _overlap(x, eyes.half, paths.other_at[:, None], paths.other_half[:, None]) > 0
    another = (by_chance | drawn) & (paths.other_d[:, None] > paths.d[:, None]) & eyes.nearest
    sees = eyes.looks & ~hidden & (draws.looks[:, None] < chase.found) & (np.abs(x) < eyes.half + chase.wide)
    mistaken = sees & another & _takes(chase, x, draws)
    nearer = (crossed | clutter | another) & ~sees | mistaken | veil
    what = np.where(nearer, NEARER, np.where(sees | on & ~hidden, SUBJECT, BEHIND)).astype(np.int8)
    veil_d = np.float32(min(chase.veil_d, chase.nearest_d))
    ahead = np.where(
        veil,
        veil_d,
        np.where(crossed, paths.passing_d[:, None], np.where(clutter & ~sees, paths.d[:, None] * 1.25, paths.other_d[:, None])),
    )
    return np.where(what == NEARER, ahead, np.where(what == SUBJECT, paths.d[:, None], chase.behind_d)).astype(np.float32), what


def _takes(chase: Chase, x: Floats, draws: Draws) -> Flags:
    """Whether a body that looks for subjects takes another one that it meets, by which it prefers: the nearest, where it is nearer by enough to tell; the
    one in the middle, where its own is not; the one it knows."""
    if chase.prefers == KNOWN:
        return np.zeros((1, 1, 1), np.bool_)
    return np.abs(x) > chase.wide if chase.prefers == MIDDLE else draws.apart[:, None] < -TELLS


def follow(chase: Chase, ways: Sequence[Way], bursts: int, seed: int) -> Followed:
    """Follow through so many bursts, each way of setting the body through the same ones.

    >>> from craft.focus.chase import chase_of
    >>> one = chase_of(situation(), 2.8, BODY.shutters[0], 12.0)
    >>> made = follow(one, [Way("small_group", "long", "steady", "release", False)], 16, 1)
    >>> made.kept.shape, bool((made.kept <= made.shots).all())
    ((1, 16), True)
    """
    paths = happens(chase, bursts, seed)
    loops = sorted({_loop(way) for way in ways})
    sights = sorted({sight for sight, _, _ in loops})
    seen, what = _read(_eyes(sights, chase), chase, paths)
    lens, stands, ready = _looped(chase, paths, seen, what, loops, [sights.index(sight) for sight, _, _ in loops])
    number = {loop: k for k, loop in enumerate(loops)}
    of = np.array([number[_loop(way)] for way in ways])
    error = np.abs(lens - paths.at_frame[:, None])
    sharp = (error <= chase.tolerance_d) & _inside(chase, paths)[:, None]
    fired = _fired(chase, paths, ready[:, of], [PRIORITIES[way.priority] for way in ways])
    return Followed(tuple(ways), paths, lens[:, of], stands[:, of], fired, sharp[:, of], _every(chase))


def found_once(chase: Chase, bursts: int, seed: int) -> Followed:
    """The same bursts where focus is found once, before the first frame, and then stands; nothing waits for it.

    >>> from craft.focus.chase import chase_of
    >>> made = found_once(chase_of(situation(), 2.8, BODY.shutters[0], 12.0), 16, 1)
    >>> made.kept.shape, bool((made.kept <= made.shots).all())
    ((1, 16), True)
    """
    paths = happens(chase, bursts, seed)
    begun = int((paths.t[:, 0] < 0).sum()) - 1
    stands = paths.d[begun] + paths.draws.reads[begun] * np.float32(chase.error_d)
    lens = np.broadcast_to(stands, paths.d.shape)[:, None]
    fired = _fired(chase, paths, np.ones(lens.shape, np.bool_), [0.0])
    sharp = (np.abs(lens - paths.at_frame[:, None]) <= chase.tolerance_d) & _inside(chase, paths)[:, None]
    return Followed((), paths, lens, np.zeros(lens.shape, np.int8), fired, sharp, _every(chase))


def _inside(chase: Chase, paths: Paths) -> Flags:
    """Where the subject is in the frame."""
    return (np.abs(paths.aim_x) < chase.frame_wide * LEFT_OUT) & (np.abs(paths.aim_y) < chase.frame_high * LEFT_OUT)


def _every(chase: Chase) -> float:
    """What a frame of a burst counts, so that a burst without a gap has its rate."""
    return chase.rate / math.ceil(chase.rate * BURST_S - 0.01)


def _loop(way: Way) -> tuple[Sight, str, str]:
    """What of a way its loop depends on: all but when it fires."""
    return (way.area, way.looks, way.switching), way.hold, way.path


def _looped(
    chase: Chase,
    paths: Paths,
    seen: Floats,
    what: np.ndarray[tuple[int, ...], np.dtype[np.int8]],
    loops: Sequence[tuple[Sight, str, str]],
    eye: list[int],
) -> tuple[Floats, np.ndarray[tuple[int, ...], np.dtype[np.int8]], Flags]:
    steps, bursts = paths.d.shape
    dt, size = np.float32(1 / chase.updates_s), (len(loops), bursts)
    memory = np.array([[PATHS[path].memory] for _, _, path in loops], np.float32)
    allows = np.array([[PATHS[path].allows] for _, _, path in loops], np.float32)
    gate = allows * np.float32(chase.tolerance_d) + np.float32(SIGMAS * chase.error_d)
    holds = np.array([[HOLDS[hold]] for _, hold, _ in loops], np.float32)
    place, pace = (1 - memory**2), (1 - memory) ** 2 / dt
    read, kind = (seen + paths.draws.reads[:, None] * np.float32(chase.error_d))[:, eye], what[:, eye]
    hides = (np.mod(paths.t[:, 0] + 1e-6, 1 / chase.rate) < chase.blackout_s - 1e-6) & (paths.t[:, 0] > 0)
    there = (paths.draws.fails >= chase.unread) & ~hides[:, None]
    z = np.broadcast_to(paths.d[0], size).astype(np.float32)
    v, off, on = np.zeros(size, np.float32), np.zeros(size, np.float32), np.zeros(size, np.int8)
    lens = z.copy()
    lenses, stood, ready = np.empty((steps, *size), np.float32), np.empty((steps, *size), np.int8), np.empty((steps, *size), np.bool_)
    nearest, flat, lag = np.float32(chase.nearest_d), np.float32(FLAT), np.float32(chase.lag_s)
    reach = chase.travel_d_s * dt, chase.travel_d_s * lag
    hunts, sweep = _hunting(there, dt, flat, nearest)
    for k in range(steps):
        z, v = _forward(z, v, dt, flat, nearest)
        miss = read[k] - z
        jump = (np.abs(miss) > gate) & there[k]
        off = np.where(there[k], (off + dt) * jump, off)
        took = there[k] & ~jump
        miss *= took
        z += place * miss
        v += pace * miss
        gone = off > holds
        if gone.any():
            gone &= jump
            z[gone], v[gone], off[gone] = read[k][gone], 0.0, 0.0
            took = took | gone
        on = np.where(took, kind[k], on)
        z = _within(z, flat, nearest)
        ahead = np.where(hunts[k], sweep[k], _forward(z, v, lag, flat, nearest, 4)[0])
        lens = lens + _within(ahead - lens, -reach[0], reach[0])
        left = ahead - lens
        np.add(lens, _within(left, -reach[1], reach[1]), out=lenses[k])
        stood[k] = on
        np.logical_and(np.abs(left) < chase.tolerance_d, (off == 0) & ~hunts[k], out=ready[k])
    return lenses, stood, ready


def _hunting(there: Flags, dt: Figure, flat: Figure, nearest: Figure) -> tuple[Flags, Floats]:
    """Whether the lens hunts at each reading, since none was had for so long, and the end that it makes for: the near one first."""
    hunts, sweep, blind = np.empty(there.shape, np.bool_), np.empty(there.shape, np.float32), np.zeros(there.shape[1], np.float32)
    for k, had in enumerate(there):
        blind = np.where(had, np.float32(0.0), blind + dt)
        hunts[k] = blind > HUNTS_S
        sweep[k] = np.where((blind - HUNTS_S) % (2 * SWEEP_S) < SWEEP_S, nearest, flat)
    return hunts, sweep


def _within(values: Floats, low: Figure, high: Figure) -> Floats:
    return np.asarray(np.minimum(np.maximum(values, low), high), np.float32)


def _forward(z: Floats, v: Floats, time: Figure, flat: Figure, nearest: Figure, most: int = 2) -> tuple[Floats, Floats]:
    """Place and pace in dioptres after a time at one pace in metres; at most so many times nearer."""
    later = _within(np.asarray(z * z / np.maximum(z - v * time, z / most), np.float32), flat, nearest)
    ratio = later / z
    return later, _within(v * ratio * ratio, -FASTEST_D_S, FASTEST_D_S)


def _fired(chase: Chase, paths: Paths, ready: Flags, waits: Sequence[float | None]) -> Flags:
    """When frames are fired: each as soon as it is due, and has waited for its focus as long as it may."""
    steps, count, bursts = ready.shape
    patience = np.array([[np.inf if wait is None else wait] for wait in waits], np.float32)
    fired = np.zeros(ready.shape, np.bool_)
    due = np.zeros((count, bursts), np.float32)
    every = np.float32(1 / chase.rate)
    half = np.float32(0.5 / chase.updates_s)
    for k in range(round(BEFORE_S * chase.updates_s), steps):
        t = paths.t[k, 0]
        now = (t >= due - half) & (ready[k] | (t >= due + patience - half))
        fired[k] = now
        due = np.where(now, np.where(t > due + half, t, due) + every, due)  # one that waited puts off all after it
    return fired
