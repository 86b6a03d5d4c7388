"""Bursts in which a body slowed down: how many frames came at full rate, and how fast they came from then on."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

import numpy as np
from numpy.typing import NDArray

from craft.review.bursts import bursts_of
from craft.review.frame import Frame

LEAST_FRAMES = 12
"""Frames of a burst from which it is told whether it slowed."""

LEAST_RUN = 4
"""Intervals on either side of where it slowed."""

SLOWER, EVEN = 1.6, 0.25
"""How many times longer the later intervals have to be, as rates sway by a third; and how far they may lie from their middle, of that, in the middle: a card is steady, a hand that presses is not."""

MOST_FRAMES = 400
"""Frames of a burst that are looked at."""


@dataclass(frozen=True, slots=True)
class Slowed:
    """Bursts of one body. bursts: long enough to tell; slowed: of them; frames, seconds: at full rate, and fps, then_fps: frames a second before and after, all medians of those that slowed."""

    bursts: int
    slowed: int
    frames: float = 0.0
    seconds: float = 0.0
    fps: float = 0.0
    then_fps: float = 0.0

    def words(self, planned: float | None) -> str:
        """It in a sentence, empty where none slowed; planned: frames that buffer and cards take at full rate by their description, None where nobody knows.

        >>> Slowed(12, 3, 42.0, 2.1, 20.0, 5.0).words(140.0)
        'In 3 of 12 long bursts the body slowed from 20 to 5 frames a second, after 42 frames (2.1 s); by its buffer and cards as described it was to be 140.'
        >>> Slowed(12, 0).words(None)
        ''
        """
        if not self.slowed:
            return ""
        beside = (
            ""
            if planned is None
            else f"; by its buffer and cards as described it was to be {planned:.0f}"
            if planned < 1e6
            else "; by its buffer and cards as described it never would"
        )
        many = f"In {self.slowed} of {self.bursts} long {'burst' if self.bursts == 1 else 'bursts'}"
        return f"{many} the body slowed from {self.fps:.0f} to {self.then_fps:.2g} frames a second, after {self.frames:.0f} frames ({self.seconds:.1f} s){beside}."


def slowed_of(frames: Sequence[Frame]) -> Slowed | None:
    """Where bursts of one body slowed, its frames in the order of their hours; None where its files tell whole seconds only, or no burst is long enough.

    >>> full = [Frame(0.05 * k) for k in range(30)]
    >>> late = [Frame(1.5 + 0.2 * k) for k in range(8)]
    >>> slowed_of([*full, *late]).slowed, slowed_of(full).slowed, slowed_of(late)
    (1, 0, None)
    """
    told = [frame for frame in frames if frame.at_s >= 0]
    if all(abs(frame.at_s - round(frame.at_s)) < 1e-3 for frame in told):
        return None
    long = [burst for burst in bursts_of(told) if len(burst) >= LEAST_FRAMES]
    if not long:
        return None
    found = [one for burst in long if (one := _slowing(np.array([frame.at_s for frame in told[burst.start : burst.stop][:MOST_FRAMES]])))]
    if not found:
        return Slowed(len(long), 0)
    frames_, seconds, fps, then_fps = (float(median(column)) for column in zip(*found, strict=True))
    return Slowed(len(long), len(found), frames_, seconds, fps, then_fps)


def _slowing(at: NDArray[np.float64]) -> tuple[float, float, float, float] | None:
    """Frames and seconds until a burst slows, and its rates before and after, of frames at some seconds, (n,); None where it does not.

    Where the intervals are least far, in all, from the middle of those before and the middle of those after.
    """
    gaps = np.diff(at)
    cuts = range(LEAST_RUN, len(gaps) - LEAST_RUN + 1)
    off = [sum(float(np.abs(part - np.median(part)).sum()) for part in (gaps[:cut], gaps[cut:])) for cut in cuts]
    cut = cuts[int(np.argmin(off))]
    before, after = float(np.median(gaps[:cut])), float(np.median(gaps[cut:]))
    if before <= 0 or after < SLOWER * before or float(np.median(np.abs(gaps[cut:] - after))) > EVEN * after:
        return None
    return cut + 1.0, float(at[cut] - at[0]), 1 / before, 1 / after
