"""Which picture of a day a frame belongs to, by the hour it was taken, and how far a body's clock is off."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence

EARLY_MIN = 60.0
"""Minutes before the first picture of a day, from which frames are taken for it: one is there before it begins."""

LATE_MIN = 6 * 60.0
"""Minutes after the beginning of the last picture, up to which frames are taken for it."""

MOST_OFF_S = 26 * 3600.0
"""Seconds that a clock may be off: a day wrong, and a zone or two."""


def assigned(begins_min: Sequence[float], at_min: float) -> int | None:
    """Which of a day's pictures a frame belongs to: the last that had begun, the first for those who are early, else None.

    begins_min : minutes at which they begin, ascending. at_min : when the frame was taken, from the same midnight.

    >>> [assigned((540, 600, 840), at) for at in (400, 500, 540, 599, 700, 1300)]
    [None, 0, 0, 0, 1, None]
    """
    if not begins_min or not begins_min[0] - EARLY_MIN <= at_min <= begins_min[-1] + LATE_MIN:
        return None
    return max(0, bisect_right(begins_min, at_min) - 1)


def off_by(shown_s: float, true_s: float) -> float:
    """Seconds that a body's clock is ahead of the day's, from one moment that both show; negative: behind.

    >>> off_by(36_061.0, 36_000.0)
    61.0
    """
    return shown_s - true_s


def off_by_zone(body_offset_min: float, day_offset_min: float) -> float:
    """The same from the zone that a body's files name and the one of the place, both in minutes before UTC's.

    >>> off_by_zone(120, 60)
    3600.0
    """
    return 60.0 * (body_offset_min - day_offset_min)
