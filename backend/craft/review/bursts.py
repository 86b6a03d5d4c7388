"""Frames that were taken one right after the other, and which of them is the sharpest."""

from __future__ import annotations

from collections.abc import Sequence

from craft.review.frame import Frame

PAUSE_S = 3.0
"""Seconds between two frames after which another burst begins: as long as it takes to look up and press again."""

SHARPER = 1.2
"""How many times wider the blur of the next has to be: it is told to about a fifth."""


def bursts_of(frames: Sequence[Frame]) -> list[range]:
    """Frames in the order of their hours, by bursts.

    >>> bursts_of([Frame(0.0), Frame(0.2), Frame(2.9), Frame(9.0)]), bursts_of([])
    ([range(0, 3), range(3, 4)], [])
    """
    begins = [k for k, frame in enumerate(frames) if not k or frame.at_s - frames[k - 1].at_s > PAUSE_S]
    return [range(one, end) for one, end in zip(begins, [*begins[1:], *[len(frames)] * bool(begins)], strict=True)]


def sharpest_of(frames: Sequence[Frame]) -> list[int]:
    """Of a burst those that are as sharp as its sharpest, as far as that can be told; none where fewer than two were measured, or none is sharper than another.

    >>> from craft.review.sharpness import How, Sharpness
    >>> shot = [Frame(0.1 * k, sharp=Sharpness(How.NOTHING, soft, None, 6000)) for k, soft in enumerate((2.0, 0.9, None, 1.0))]
    >>> sharpest_of(shot), sharpest_of(shot[:1]), sharpest_of(shot[1:])
    ([1, 3], [], [])
    """
    told = {k: frame.sharp.disc_px for k, frame in enumerate(frames) if frame.sharp is not None and frame.sharp.disc_px is not None}
    limit = SHARPER * max(min(told.values(), default=0.0), 1.0)
    found = [k for k, disc in told.items() if disc <= limit]
    return found if len(found) < len(told) else []
