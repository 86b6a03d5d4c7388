"""Which way of setting a body keeps the most frames: all of them through the same bursts, the best and all near it through more."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import product

import numpy as np
from numpy.typing import NDArray

from craft.focus.chase import Chase
from craft.focus.following import Followed, follow, found_once
from craft.focus.paths import BURST_S
from craft.focus.ways import PRIORITIES, Way
from craft.kept import kept_as
from craft.kit.own_steps import usual_values

FIRST, MORE = 16, 112
"""Bursts through every way, and through those that are left after them."""

CULL_COSTS = 0.02
"""Frames to keep that one would give for a frame less to look through (an estimate: three seconds at the desk against a picture worth two minutes)."""

SURE = 2.0
"""So many standard errors of their difference tell two ways apart."""

WORTH = 0.03
"""A share of the rate: who keeps so much less is as good, though it be certain."""

MOST_LEFT = 14
"""Ways that go through more bursts, at most, beside those that were asked for by name."""


@dataclass(frozen=True, slots=True)
class Offered:
    """Values that are to choose from, in each of them at least one: of a body, less what was set by hand.

    presets: of hold, path and switching together, where a body has those in no other way; else none.
    """

    areas: tuple[str, ...]
    holds: tuple[str, ...] = usual_values("tracking_hold")
    paths: tuple[str, ...] = usual_values("subject_path")
    priorities: tuple[str, ...] = tuple(PRIORITIES)
    looks: tuple[bool, ...] = (False,)
    switching: tuple[str, ...] = ("usual",)
    presets: tuple[tuple[str, str, str], ...] = ()

    def ways(self) -> list[Way]:
        """Every way of setting it.

        >>> len(Offered(("point", "zone")).ways())
        54
        """
        together = self.presets or tuple(product(self.holds, self.paths, self.switching))
        rest = product(self.areas, together, self.priorities, self.looks)
        return [Way(area, hold, path, priority, looks, goes) for area, (hold, path, goes), priority, looks in rest]


@dataclass(frozen=True, slots=True)
class Figured:
    """What a way comes to, a second. kept: frames to keep, off: half of the interval that holds their mean in nineteen of twenty cases; fired: frames;
    behind: the best, in frames to keep less what looking through costs, and behind_off: of that; as_good: nothing tells it surely from the best, or it matters little;
    gap_s: the longest time without a frame to keep, in an ordinary burst; nearer, behind_it: shares of the frames with focus on something nearer, or farther."""

    way: Way
    kept: float
    off: float
    fired: float
    behind: float
    behind_off: float
    as_good: bool
    gap_s: float
    nearer: float
    farther: float


@dataclass(frozen=True, slots=True)
class Once:
    """What it comes to, a second, where focus is found once and then stands: frames to keep, off: half of their interval, and fired; gap_s: the longest time without one; ahead: of the best way that
    follows, in frames to keep less what looking through costs, ahead_off: of that."""

    kept: float
    off: float
    fired: float
    gap_s: float
    ahead: float
    ahead_off: float

    def surely_better(self) -> bool:
        """Whether no way of following comes near to it.

        >>> Once(10.0, 0.1, 12.0, 0.2, 0.6, 0.2).surely_better(), Once(10.0, 0.1, 12.0, 0.2, 0.3, 0.2).surely_better()
        (True, False)
        """
        return self.ahead > max(self.ahead_off, WORTH * self.fired)

    @property
    def as_good(self) -> bool:
        """Whether no way of following is surely better.

        >>> Once(9.8, 0.1, 12.0, 0.2, -0.2, 0.1).as_good, Once(9.0, 0.1, 12.0, 0.2, -1.0, 0.1).as_good
        (True, False)
        """
        return -self.ahead <= max(self.ahead_off, WORTH * self.fired)


@dataclass(frozen=True, slots=True)
class Searched:
    """The ways that were left at last, the best first. bursts: that they went through; once: what comes of not following, through the same ones."""

    found: tuple[Figured, ...]
    bursts: int
    once: Once

    @property
    def best(self) -> Figured:
        """The best of all."""
        return self.found[0]

    def of(self, way: Way) -> Figured:
        """What one of them comes to.

        Raises
        ------
        KeyError : it was not among the last, and not asked for.
        """
        for one in self.found:
            if one.way == way:
                return one
        raise KeyError(way)

    def best_with(self, setting: str, value: str) -> Figured | None:
        """The best that has a value of a setting; None where none of the last has."""
        return next((one for one in self.found if one.way.values[setting] == value), None)


def worth(made: Followed) -> NDArray[np.float64]:
    """Frames to keep less what looking through the rest costs, a second: ways by bursts."""
    kept = made.kept.astype(float)
    return np.asarray(kept - CULL_COSTS * (made.shots - kept))


@kept_as(4_000)
def searched(chase: Chase, offered: Offered, also: tuple[Way, ...] = ()) -> Searched:
    """The best way of following, and what is near it; for each area and each other value the best that has it is among them.

    Parameters
    ----------
    also : ways whose figures are wanted, whatever they come to.

    >>> from craft.focus.chase import chase_of
    >>> one = searched(chase_of(situation(), 2.8, BODY.shutters[0], 12.0), Offered(("point", "small_group", "zone")))
    >>> one.bursts, one.found[0].behind, one.best_with("focus_area", "zone") is not None
    (128, 0.0, True)
    """
    ways = list(dict.fromkeys((*offered.ways(), *also)))
    first = worth(follow(chase, ways, FIRST, 1))
    left = _left(ways, first, also)
    return _searched(chase, left, first[[ways.index(way) for way in left]])


@kept_as(4_000)
def beside(chase: Chase, best: Way, ways: tuple[Way, ...]) -> Searched:
    """Ways beside the best one, which is first: each through the same bursts as a search takes its last ones through.

    >>> from craft.focus.chase import chase_of
    >>> one, way = chase_of(situation(), 2.8, BODY.shutters[0], 12.0), Way("zone", "long", "steady", "release", False)
    >>> beside(one, way, (way.but("tracking_hold", "short"),)).of(way).behind
    0.0
    """
    there = list(dict.fromkeys((best, *ways)))
    return _searched(chase, there, worth(follow(chase, there, FIRST, 1)), best)


def _searched(chase: Chase, ways: Sequence[Way], first: NDArray[np.float64], against: Way | None = None) -> Searched:
    figured, best = _figured(chase, ways, first, against)
    return Searched(tuple(figured), FIRST + MORE, _once(chase, best))


def _once(chase: Chase, best: NDArray[np.float64]) -> Once:
    """What it comes to where focus is found once; best: worth of the best way that follows, by burst."""
    first, more = found_once(chase, FIRST, 1), found_once(chase, MORE, 2)
    kept, ahead = more.kept[0].astype(float), np.concatenate([worth(first)[0], worth(more)[0]]) - best
    off, ahead_off = (SURE * float(standard_error(figures)) for figures in (kept, ahead))
    return Once(float(kept.mean()), off, float(more.shots.mean()), float(_gaps(more)[0]), float(ahead.mean()), ahead_off)


def _left(ways: Sequence[Way], first: NDArray[np.float64], also: Iterable[Way]) -> list[Way]:
    """The best, those that might still be it, and the best with each value."""
    mean = first.mean(axis=1)
    order = np.argsort(-mean, kind="stable")
    best = first[order[0]]
    errors = standard_error(best - first)
    near = [ways[k] for k in order if mean[order[0]] - mean[k] <= SURE * errors[k] + 1e-9][:MOST_LEFT]
    by_value: dict[tuple[int, str | bool], Way] = {}
    for k in order:
        for place, value in enumerate(ways[k]):
            by_value.setdefault((place, value), ways[k])
    for k in order:  # each area as a body without detection would have it, too
        by_value.setdefault((9, f"{ways[k].area} {ways[k].looks}"), ways[k])
    return list(dict.fromkeys((ways[order[0]], *near, *by_value.values(), *also)))


def standard_error(values: NDArray[np.floating]) -> NDArray[np.float64]:
    """Standard error of the mean over bursts, of each row.

    >>> float(standard_error(np.array([1.0, 3.0])))
    1.0
    """
    return np.asarray(values.std(ddof=1, axis=-1) / math.sqrt(values.shape[-1]), np.float64)


def _figured(
    chase: Chase, ways: Sequence[Way], first: NDArray[np.float64], against: Way | None
) -> tuple[list[Figured], NDArray[np.float64]]:
    """What ways come to, the best first, and the best's worth by burst; first: their worth in the first bursts; against: one that the others are
    told behind, in the best's place."""
    made = follow(chase, ways, MORE, 2)
    scores = np.concatenate([first, worth(made)], axis=1)
    kept = made.kept.astype(float)
    mean = scores.mean(axis=1)
    order = np.argsort(-mean, kind="stable")
    best = scores[order[0] if against is None else made.ways.index(against)]
    rate = float(made.shots.max())
    fired = made.fired.sum(axis=(0, 2))
    elsewhere = [(made.fired & (made.stands == what)).sum(axis=(0, 2)) / np.maximum(fired, 1) for what in (1, 2)]
    gaps, lags, errors, offs = _gaps(made), best.mean() - mean, SURE * standard_error(best - scores), SURE * standard_error(kept)
    out = []
    for k in order:
        behind, off = float(lags[k]), float(errors[k])
        out.append(
            Figured(
                way=made.ways[k],
                kept=float(kept[k].mean()),
                off=float(offs[k]),
                fired=float(made.shots[k].mean()),
                behind=behind,
                behind_off=off,
                as_good=behind <= off or behind <= WORTH * rate,
                gap_s=float(gaps[k]),
                nearer=float(elsewhere[0][k]),
                farther=float(elsewhere[1][k]),
            )
        )
    return out, best


def _gaps(made: Followed) -> NDArray[np.float64]:
    """The longest time without a frame to keep, of each way, in the middle one of its bursts by that."""
    good = made.fired & made.sharp
    begun = int((made.paths.t[:, 0] < 0).sum())
    steps = np.arange(good.shape[0] - begun)[:, None, None]
    last = np.maximum.accumulate(np.where(good[begun:], steps, 0), axis=0)
    return np.asarray(np.median((steps - last).max(axis=0), axis=1) * BURST_S / steps.shape[0])
