"""The program that follows a wish most closely over a swing of the light: exactly, over modes, floors, ceilings and slowest times.

A program errs twice: light moves over the situation's swing, and what it meters swings by itself over pale and dark subjects. At each
pair of the two it is off by the stops by which the frame is brighter or darker than wished, by what it takes of movement, shake, depth or
background beyond what the wish itself gave, and by the ISO it adds; what counts is the mean. Where a picture is indifferent nothing counts.
A floor and a ceiling never bind at one level, so their shares of that mean add up, and all limits are compared without trying each pair.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace

import numpy as np

from craft.exposure.bounds import Dials
from craft.programs.replay import Program, chosen, replayed
from craft.scales.series import Floats, Ints
from craft.vocabulary.terms import Mode

PAST = 400
"""Steps past every dial: a limit there never binds."""

SIMPLER = (Mode.MANUAL, Mode.TIMED, Mode.APERTURE_PRIORITY, Mode.FIXED_DISTANCE, Mode.SHUTTER_PRIORITY, Mode.PROGRAM)
"""Of programs that follow alike, the one that leaves less to the body comes first; ISO held before ISO that floats."""


Shorts = Callable[[Floats], Floats]
"""What is short of an aim on a dial, in stops, by the true stops of its positions."""


@dataclass(frozen=True, slots=True, eq=False)
class Wish:
    """What a picture wants in light that moves: positions of the dials at W levels, from the brightest down by one step each, the target
    at the first; how many steps the meter may be off by itself, either way; what is short of its aims by time and by aperture."""

    time: Ints
    aperture: Ints
    iso: Ints
    first_target: int
    meter: int
    short_of_time: Shorts
    short_of_aperture: Shorts

    @property
    def targets(self) -> Ints:
        """Every target that a meter may read over this light, the brightest first."""
        return np.asarray(self.first_target + self.meter - np.arange(len(self.time) + 2 * self.meter), np.int64)

    def together(self) -> Floats:
        """How often each level of the light (W,) comes with each reading (U,): both are spread evenly."""
        levels, errors = len(self.time), 2 * self.meter + 1
        often = np.zeros((levels, levels + 2 * self.meter))
        for level in range(levels):
            often[level, level : level + errors] = 1
        return np.asarray(often / often.sum())


class _Tables:
    """How far off a position is on the mean, in steps, by reading: looked up, not reckoned again for every limit."""

    def __init__(self, dials: Dials, wish: Wish) -> None:
        often = wish.together().T
        self.rows = np.arange(len(often))
        self.firsts = (
            dials.time.first,
            dials.aperture.first,
            dials.iso.first - PAST,
            dials.time.first + dials.aperture.first - dials.iso.last - PAST,
        )
        isos = np.arange(dials.iso.first - PAST, dials.iso.last + PAST + 1)
        made = np.arange(self.firsts[3], dials.time.last + dials.aperture.last - dials.iso.first + PAST + 1)
        wished = wish.time + wish.aperture - wish.iso
        self.tables = (
            often @ self._more(wish.short_of_time(dials.time.stops), wish.time - dials.time.first) * dials.time.per_stop,
            often @ self._more(wish.short_of_aperture(dials.aperture.stops), wish.aperture - dials.aperture.first) * dials.time.per_stop,
            often @ np.maximum(isos - wish.iso[:, None], 0),
            often @ np.abs(made - wished[:, None]),
        )

    @staticmethod
    def _more(short: Floats, wished: Ints) -> Floats:
        """What each position is short of beyond what the wished ones are: (W, k)."""
        return np.asarray(np.maximum(short - short[wished][:, None], 0.0))

    def off(self, time: Ints, aperture: Ints, iso: Ints) -> Floats:
        """Steps off at each reading, weighted by how often it comes: the last axis of positions is that of the readings."""
        at = (time, aperture, iso, time + aperture - iso)
        shares = (
            table[self.rows, np.clip(k - first, 0, table.shape[1] - 1)]
            for table, k, first in zip(self.tables, at, self.firsts, strict=True)
        )
        return np.asarray(sum(shares))


@dataclass(frozen=True, slots=True)
class Found:
    """A program with the limits by which it comes nearest to a wish, and how near that is: the mean distance in stops."""

    program: Program
    off: float


def _best_limits(program: Program, dials: Dials, wish: Wish, tables: _Tables) -> Found:
    """The floor, ceiling and slowest time by which a program with floating ISO comes nearest; of equals, those nearest to its own."""
    axes = (dials.time, dials.aperture, dials.iso)
    isos, times = np.array(dials.iso.positions()), np.array(dials.time.positions())
    held = program.mode in (Mode.MANUAL, Mode.SHUTTER_PRIORITY, Mode.TIMED)
    slowest = np.array([program.slowest]) if held else times
    targets, never, always = wish.targets, np.array(dials.iso.first - PAST), np.array(dials.iso.last + PAST)

    def off(floor: Ints, ceiling: Ints) -> Floats:
        found = chosen(program, dials, targets, floor, ceiling, slowest[:, None, None])
        # limits that never bind leave the dial of ISO: what it comes to there is told as it is
        time, aperture = (np.clip(at, axis.first, axis.last) for axis, at in zip(axes[:2], found[:2], strict=True))
        return np.asarray(tables.off(time, aperture, found[2]).sum(axis=-1))

    free = off(never, always)
    floors, ceilings = off(isos[:, None], always) - free, off(never, isos[:, None]) - free
    total = free[:, :, None] + floors[:, :, None] + ceilings[:, None, :]
    total = np.where(isos[:, None] <= isos, total, np.inf)
    least = total <= total.min() + 1e-9
    apart = (
        1e6 * np.abs(slowest - program.slowest)[:, None, None]
        + 1e3 * np.abs(isos - program.ceiling)[None, None, :]
        + np.abs(isos - program.floor)[None, :, None]
    )
    k, f, c = np.unravel_index(np.where(least, apart, np.inf).argmin(), total.shape)
    best = replace(program, slowest=int(slowest[k]), floor=int(isos[f]), ceiling=int(isos[c]))
    return Found(best, float(total[k, f, c]) / dials.time.per_stop)


def nearest(programs: Iterable[Program], dials: Dials, wish: Wish) -> tuple[Found, ...]:
    """Programs, each with its best limits, the one that follows the wish most closely first; of equals the one that leaves less to the body.

    >>> still = Wish(*(np.array([k] * 3) for k in (25, 9, 2)), 32, 0, np.zeros_like, np.zeros_like)
    >>> held = Program(Mode.MANUAL, False, 25, 9, 2, 0, 18, 0)
    >>> [round(one.off, 2) for one in nearest([held], course().planned.free, still)]
    [0.0]
    """
    tables = _Tables(dials, wish)
    found = [
        _best_limits(one, dials, wish, tables)
        if one.floats
        else Found(one, float(tables.off(*replayed(one, dials, wish.targets)).sum()) / dials.time.per_stop)
        for one in programs
    ]
    return tuple(sorted(found, key=lambda one: (round(one.off, 6), SIMPLER.index(one.program.mode), one.program.floats)))
