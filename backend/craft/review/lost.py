"""What frames that are not kept were lost to, as far as figures tell."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from enum import StrEnum

from craft.review.frame import Frame, Usual, usual_of
from craft.review.sharpness import How


class Cause(StrEnum):
    """What may be told against a frame, the plainest first: a frame has the first that holds of it."""

    EXPOSED = "exposed"
    SHAKEN = "shaken"
    FOCUS = "focus"
    MOVED = "moved"
    NOTHING = "nothing"


def cause_of(frame: Frame, usual: Usual, hidden: float | None) -> Cause:
    """What may be told against a frame beside the usual ones of its picture; hidden: blur that its output hides, as a share of the long side, None where no output is known.

    >>> from craft.review.sharpness import Sharpness
    >>> usual, limit = Usual(-0.5, 0.0), 5 / 6000
    >>> [cause_of(Frame(0.0, mean_stops=mean), usual, limit).value for mean in (1.5, -0.4)]
    ['exposed', 'nothing']
    >>> told = [Sharpness(how, 3.0, None, 6000, focus) for how, focus in ((How.ALL, 3.0), (How.NOTHING, 3.0), (How.NOTHING, 0.5))]
    >>> [cause_of(Frame(0.0, sharp=one), usual, limit).value for one in told], cause_of(Frame(0.0, sharp=told[1]), usual, None).value
    (['shaken', 'focus', 'moved'], 'nothing')
    """
    if usual.odd(frame):
        return Cause.EXPOSED
    sharp = frame.sharp
    if sharp is None:
        return Cause.NOTHING
    if sharp.how is How.ALL:
        return Cause.SHAKEN
    if hidden is None or not sharp.shows(hidden):
        return Cause.NOTHING
    return Cause.FOCUS if sharp.misses(hidden) else Cause.MOVED


def lost_of(frames: Sequence[Frame], hidden: float | None) -> dict[Cause, int]:
    """Of a picture's frames that are not kept, how many were lost to what; causes of none are left out.

    >>> {cause.value: many for cause, many in lost_of([Frame(0.0, kept=False), Frame(1.0, kept=True), Frame(2.0)], None).items()}
    {'nothing': 1}
    """
    usual = usual_of(frames)
    found = Counter(cause_of(frame, usual, hidden) for frame in frames if frame.kept is False)
    return {cause: found[cause] for cause in Cause if found[cause]}
