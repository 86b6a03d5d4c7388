"""How well somebody follows what moves, by the frames that came out sharp: which of two people they are more like, one of ordinary practice or a practised one.

Frames of one burst share its luck, so a burst counts as one trial, with the share of it that is sharp; the two are told apart by the ratio of their likelihoods.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from craft.review.bursts import bursts_of
from craft.review.frame import Frame
from craft.setup.setup import Setup

SURELY = 3.0
"""Natural logarithm of how many times likelier one of the two has to make what came: twenty times (Jeffreys, *Theory of Probability*, 3rd edition, appendix B: strong)."""

LEAST_BURSTS = 10
"""Bursts under which nothing is told: a morning of one subject."""

ENDS = (0.02, 0.98)
"""Within which an expected share is taken: no simulation is as sure as none and all."""


@dataclass(frozen=True, slots=True)
class Seen:
    """Of some frames: told, of how many it is known whether they are in focus; in_focus, those that are; shares, that of each burst."""

    told: int
    in_focus: int
    shares: tuple[float, ...]


def seen_of(frames: Sequence[Frame], hidden: float) -> Seen:
    """How many of a picture's frames are in focus, in the order of their hours; hidden: blur that its output hides, as a share of the long side.

    >>> from craft.review.sharpness import How, Sharpness
    >>> shot = [Frame(t, sharp=Sharpness(How.NOTHING, soft, None, 6000, soft)) for t, soft in ((0.0, 0.8), (0.1, 4.0), (9.0, 0.8), (9.1, None))]
    >>> seen_of([*shot, Frame(20.0)], 5 / 6000)
    Seen(told=3, in_focus=2, shares=(0.5, 1.0))
    """
    told = sharp = 0
    shares = []
    for burst in bursts_of(frames):
        seen = [frame.sharp for frame in frames[burst.start : burst.stop] if frame.sharp is not None and frame.sharp.focus_px is not None]
        fine = sum(not one.misses(hidden) for one in seen)
        told, sharp = told + len(seen), sharp + fine
        if seen:
            shares.append(fine / len(seen))
    return Seen(told, sharp, tuple(shares))


@dataclass(frozen=True, slots=True)
class Followed:
    """Frames of something that was followed; ordinary, practised: share in focus that is expected of either person."""

    seen: Seen
    ordinary: float
    practised: float


def expected_of(setup: Setup) -> float | None:
    """Share of frames that a setup expects in focus; None where the body follows nothing, or it was not simulated.

    >>> from craft.setup.advise import advise
    >>> expected_of(advise(situation())) is None, 0.3 < expected_of(advise(situation(), simulated=True)) <= 1
    (True, True)
    """
    found = setup.focus.following
    return found.kept / found.fired if found and found.simulated and found.fired else None


class Practice(StrEnum):
    """Whom somebody is like: too few frames to tell, neither surely, or one of the two."""

    FEW = "few"
    UNSURE = "unsure"
    ORDINARY = "ordinary"
    PRACTISED = "practised"


@dataclass(frozen=True, slots=True)
class Follows:
    """How somebody follows; told: frames of which that is known; in_focus: those that are; bursts: that they were taken in; for_practised: natural logarithm of how many times likelier a practised person makes them."""

    how: Practice
    told: int
    in_focus: int
    bursts: int
    for_practised: float = 0.0


def _likely(shares: Sequence[float], expected: float) -> float:
    share = min(max(expected, ENDS[0]), ENDS[1])
    return sum(one * math.log(share) + (1 - one) * math.log(1 - share) for one in shares)


def follows(pictures: Sequence[Followed]) -> Follows:
    """Which of the two somebody is like, by the frames of what they followed.

    >>> seen = Seen(90, 78, (0.9,) * 12 + (0.8,) * 8)
    >>> follows([Followed(seen, 0.5, 0.85)]).how.value, follows([Followed(seen, 0.87, 0.86)]).how.value, follows([]).how.value
    ('practised', 'unsure', 'few')
    """
    told, sharp = sum(one.seen.told for one in pictures), sum(one.seen.in_focus for one in pictures)
    bursts = sum(len(one.seen.shares) for one in pictures)
    if bursts < LEAST_BURSTS:
        return Follows(Practice.FEW, told, sharp, bursts)
    more = sum(_likely(one.seen.shares, one.practised) - _likely(one.seen.shares, one.ordinary) for one in pictures)
    how = Practice.UNSURE if abs(more) < SURELY else Practice.PRACTISED if more > 0 else Practice.ORDINARY
    return Follows(how, told, sharp, bursts, more)
