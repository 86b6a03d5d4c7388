"""One burst to be looked at: its frames, where focus stood in each, and the way from above."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import Enum

import numpy as np

from craft.focus.chase import Chase
from craft.focus.following import BEHIND, LEFT_OUT, NEARER, Followed, follow
from craft.focus.ways import Way

SHOWN = 64
"""Bursts that one may leaf through."""

FAR_OFF = 30.0
"""No blur is told as more circles of confusion than this."""


class Came(Enum):
    """How a frame came out."""

    SHARP = "sharp"
    SOFT = "soft"
    NEARER = "nearer"
    BEHIND = "behind"
    OUT = "out"


@dataclass(frozen=True, slots=True)
class Frame:
    """A frame of a burst. at_s: from the first; off: of the plane from the subject in circles of confusion (over 0 is behind it); stands_m, subject_m: plane and
    subject; aim: of the middle of the frame from the subject, as shares of half the frame across and up."""

    at_s: float
    came: Came
    off: float
    stands_m: float
    subject_m: float
    aim: tuple[float, float]


@dataclass(frozen=True, slots=True)
class Burst:
    """A burst: its frames, and by reading: seconds, the subject on a plan (metres, the camera at nought), and the distance of the plane; passes: seconds
    between which something stands before the subject, how near, or None."""

    frames: tuple[Frame, ...]
    at_s: tuple[float, ...]
    subject: tuple[tuple[float, float], ...]
    plane_m: tuple[float, ...]
    passes: tuple[float, float, float] | None

    @property
    def kept(self) -> int:
        """Frames in focus."""
        return sum(one.came is Came.SHARP for one in self.frames)


def bursts_of(chase: Chase, ways: tuple[Way, ...], number: int) -> tuple[Burst, ...]:
    """The same burst through several ways; another number is another one.

    >>> from craft.focus.chase import chase_of
    >>> one = chase_of(situation(), 2.8, BODY.shutters[0], 12.0)
    >>> made = bursts_of(one, (Way("zone", "long", "steady", "release", False),), 3)[0]
    >>> len(made.frames), made.frames[0].came in Came
    (19, True)
    """
    made = follow(chase, ways, SHOWN, 3)
    return tuple(_burst(chase, made, k, number % SHOWN) for k in range(len(ways)))


def _burst(chase: Chase, made: Followed, way: int, burst: int) -> Burst:
    paths, t = made.paths, made.paths.t[:, 0]
    frames = []
    for k in np.flatnonzero(made.fired[:, way, burst]):
        plane, subject = float(made.lens[k, way, burst]), float(paths.at_frame[k, burst])
        aim = float(paths.aim_x[k, burst]) / chase.frame_wide, float(paths.aim_y[k, burst]) / chase.frame_high
        off = (subject - plane) / chase.tolerance_d
        frames.append(
            Frame(
                float(t[k]), _came(off, aim, int(made.stands[k, way, burst])), max(-FAR_OFF, min(FAR_OFF, off)), 1 / plane, 1 / subject, aim
            )
        )
    covered = np.flatnonzero(np.abs(paths.passing[:, burst]) < np.broadcast_to(paths.covers, paths.d.shape)[:, burst] + chase.wide)
    passes = None
    if covered.size:
        passes = float(t[covered[0]]), float(t[covered[-1]]), 1 / float(paths.passing_d[covered[0], burst])
    subject_at = tuple((float(x), float(y)) for x, y in zip(paths.x[:, burst], paths.y[:, burst], strict=True))
    return Burst(tuple(frames), tuple(map(float, t)), subject_at, tuple(1 / float(z) for z in made.lens[:, way, burst]), passes)


def _came(off: float, aim: tuple[float, float], stands: int) -> Came:
    if max(map(abs, aim)) >= LEFT_OUT:
        return Came.OUT
    if abs(off) <= 1:
        return Came.SHARP
    return {NEARER: Came.NEARER, BEHIND: Came.BEHIND}.get(stands, Came.SOFT)


def caught_waiting(chase: Chase) -> float:
    """Frames of a burst that fall within depth where focus waits at a place that the subject passes; infinite where it comes no nearer.

    It is within depth for 2 d^2 c N / f^2 over its approach, a first-order figure of the thin lens.

    >>> from craft.focus.chase import chase_of
    >>> caught_waiting(chase_of(situation(), 2.8, BODY.shutters[0], 12.0))
    inf
    """
    if not chase.toward_m_s:
        return math.inf
    return 2 * chase.tolerance_d * chase.distance_m**2 / abs(chase.toward_m_s) * chase.rate
