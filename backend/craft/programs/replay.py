"""A body's programs replayed: what it chooses by itself at each level of light, with the limits that it was given.

Usual behaviours, as manuals describe them: automatic ISO takes the lowest value as long as the time is no longer than the slowest
one, then raises ISO to its ceiling, and only then lengthens the time; a held time opens the aperture before ISO rises; the program
opens to the widest aperture at the slowest time and from there shares what is spare between time and aperture. Bodies that get
darker at their ceiling instead say so.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from craft.exposure.bounds import Dials
from craft.kit.dials import Axis
from craft.scales.series import Ints
from craft.vocabulary.terms import Mode


@dataclass(frozen=True, slots=True)
class Program:
    """A mode and what it was given, as positions on the dials. time, aperture, iso: as they stand where they are held; floats: ISO is
    automatic, from floor to ceiling, and no time is longer than slowest before that; darker: at the ceiling it gets darker."""

    mode: Mode
    floats: bool
    time: int
    aperture: int
    iso: int
    floor: int
    ceiling: int
    slowest: int
    darker: bool = False


def _within(axis: Axis, at: Ints) -> Ints:
    """Positions no farther than a dial goes, and of those that it has the nearest."""
    held = np.clip(at, axis.first, axis.last)
    if axis.exists.all():
        return np.asarray(held)
    there = np.array(axis.positions())
    table = there[np.abs(np.arange(axis.first, axis.last + 1)[:, None] - there).argmin(axis=1)]
    return np.asarray(table[held - axis.first])


def chosen(program: Program, dials: Dials, targets: Ints, floor: Ints, ceiling: Ints, slowest: Ints) -> tuple[Ints, Ints, Ints]:
    """Time, aperture and ISO at target positions, all broadcast against each other, before any dial ends but where the order asks for it.

    >>> limits = (np.array(at) for at in (0, 18, 15))
    >>> [at.tolist() for at in chosen(Program(Mode.APERTURE_PRIORITY, True, 26, 9, 2, 0, 18, 15), course().planned.free, np.array([30, 10]), *limits)]
    [[21, 15], [9, 9], [0, 14]]
    """
    mode, like = program.mode, np.zeros(np.broadcast_shapes(targets.shape, floor.shape, ceiling.shape, slowest.shape), np.int64)
    time, aperture, iso = like + program.time, like + program.aperture, like + program.iso
    low = floor if program.floats else iso
    if mode is Mode.SHUTTER_PRIORITY:
        aperture = np.clip(targets - time + low, dials.aperture.first, dials.aperture.last)
    elif mode in (Mode.APERTURE_PRIORITY, Mode.FIXED_DISTANCE):
        time = like + targets - aperture + low
    elif mode is Mode.PROGRAM:
        spare = np.maximum(targets + low - slowest - dials.aperture.first, 0)
        aperture = np.minimum(dials.aperture.first + spare // 2, dials.aperture.last)
        time = like + targets + low - aperture
    body_times = mode in (Mode.APERTURE_PRIORITY, Mode.FIXED_DISTANCE, Mode.PROGRAM)
    if program.floats:
        time = np.maximum(time, slowest) if body_times else time
        iso = np.clip(time + aperture - targets, floor, ceiling)
        if body_times and not program.darker:
            time = np.minimum(time, targets - aperture + ceiling)
    return time, aperture, iso


def replayed(program: Program, dials: Dials, targets: Ints) -> tuple[Ints, Ints, Ints]:
    """Positions of time, aperture and ISO that a body comes to at each level of light, each (L,).

    targets : int array (L,), exposure positions as its meter has them, compensation in them.

    >>> one = course()
    >>> held = Program(Mode.MANUAL, True, 26, 9, 2, 0, 18, 0)
    >>> [int(at[18]) for at in replayed(held, one.planned.free, one.planned.target + one.solved.offsets)]
    [26, 9, 2]
    """
    limits = (np.array(at) for at in (program.floor, program.ceiling, program.slowest))
    time, aperture, iso = chosen(program, dials, np.asarray(targets), *limits)
    return _within(dials.time, time), _within(dials.aperture, aperture), _within(dials.iso, iso)
