"""How frames that came back go along the hours, and what two bodies made of the same moments."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from itertools import combinations
from statistics import median

from craft.review.course import brightness_of, warmth_of, words_of
from craft.review.together import Difference, differences_of, pairs_of, together_of
from frames.day import Day, Row
from frames.hours import hour
from frames.schemas import BodiesTogether, CamePair, CoursePoint, FrameCourse

MOST_POINTS, MOST_MOMENTS = 800, 60
"""Points that are drawn of a picture, and pairs that are gone through: more would lie on each other."""

MOST_BODIES = 4
"""Bodies that are told apart, those of most frames: files may name any number."""

NAMELESS = "a body that files do not name"


def course_of(rows: Sequence[Row]) -> FrameCourse:
    """How a picture's frames go along its hours, body by body."""
    hours = [row for row in rows if row.frame.at_s >= 0]
    bodies = [said for said, _ in Counter(row.said for row in hours).most_common(MOST_BODIES)]
    hours = [row for row in hours if row.said in bodies]
    said = []
    for body in bodies:
        words = words_of([row.frame for row in hours if row.said == body])
        said += [f"{body or NAMELESS}: {one[:1].lower()}{one[1:]}" for one in words] if len(bodies) > 1 else words
    every = math.ceil(len(hours) / MOST_POINTS) or 1
    frames = [row.frame for row in hours]
    bright, warm = brightness_of(frames), warmth_of(frames)
    usual = _middle(bright)
    return FrameCourse(
        bodies=[body or NAMELESS for body in bodies],
        points=[
            CoursePoint(
                id=hours[k].pk,
                minutes=frames[k].at_s / 60,
                body=bodies.index(hours[k].said),
                stops=None if (stops := bright[k]) is None else stops - usual,
                mired=warm[k],
            )
            for k in range(0, len(hours), every)
        ],
        said=said,
        every=every,
    )


def _middle(values: Sequence[float | None]) -> float:
    told = [value for value in values if value is not None]
    return median(told) if told else 0.0


def together_on(day: Day) -> list[BodiesTogether]:
    """Every two bodies of a day that took frames at the same moments."""
    found = []
    for first, second in combinations(sorted(day.clocks, key=lambda clock: -clock.frames)[:MOST_BODIES], 2):
        here, other = ([row for row in day.rows if row.said == clock.said] for clock in (first, second))
        pairs = [(here[k], other[j]) for k, j in pairs_of([row.frame for row in here], [row.frame for row in other])]
        if pairs:
            names = first.said or NAMELESS, second.said or NAMELESS
            frames = [(one.frame, later.frame) for one, later in pairs]
            every = math.ceil(len(pairs) / MOST_MOMENTS)
            moments = [_moment(*pair, apart) for pair, apart in zip(pairs[::every], differences_of(frames[::every]), strict=True)]
            found.append(BodiesTogether(first=names[0], second=names[1], text=together_of(frames).words(*names), moments=moments))
    return found


def _moment(first: Row, second: Row, apart: Difference) -> CamePair:
    at_s = first.frame.at_s
    return CamePair(
        at=hour(at_s), first=first.pk, second=second.pk, apart_s=second.frame.at_s - at_s, stops=apart.brighter, mired=apart.warmer
    )
