"""The three dials of a body with a lens, as axes that the solver can count along.

An axis is a run of whole steps. Its balance (which step makes up for which) is counted in integer
positions; what a setting does to the picture is computed from its true stops. They differ only
where an end stop or a listed value lies off the series: such a value takes the nearest position
(a tie goes to the wider aperture, the longer time, the lower ISO) and keeps its true value.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from craft.errors import NotOnTheDialError
from craft.kit.body import Body, Shutter
from craft.kit.lens import Lens
from craft.scales.series import AS_PRINTED, Dial, Floats, exact_stops, label, position_of, printed, stops_of

KEPT = 256
"""Dials that a process keeps: the kit stays while one types."""


@dataclass(frozen=True, slots=True, eq=False)
class Axis:
    """One dial: ``first`` position, true ``stops`` of each step from there, which exist, and how each is printed.

    stops: float array (k,), in stops; exists: bool array (k,); prints: a number per step; per_stop: steps in a stop.
    """

    dial: Dial
    per_stop: int
    first: int
    stops: Floats
    exists: NDArray[np.bool_]
    prints: tuple[float, ...]

    @property
    def last(self) -> int:
        """The largest position."""
        return self.first + len(self.stops) - 1

    @property
    def lowest(self) -> float:
        """True stops of the lowest setting."""
        return float(self.stops[0])

    @property
    def highest(self) -> float:
        """True stops of the highest setting."""
        return float(self.stops[-1])

    def stops_at(self, position: int) -> float:
        """True stops at a position."""
        return float(self.stops[position - self.first])

    def printed_at(self, position: int) -> float:
        """The number the body prints at a position."""
        return self.prints[position - self.first]

    def positions(self) -> tuple[int, ...]:
        """The positions that exist, lowest first."""
        return _positions(self)

    def only(self, position: int) -> Axis:
        """The axis held at one position (a lock)."""
        k = position - self.first
        return _part(self, k, k + 1)

    def from_position(self, position: int) -> Axis:
        """The axis without the steps below a position."""
        k = position - self.first
        if k <= 0:
            return self
        if k >= len(self.stops):
            return self.only(self.last)
        return _part(self, k, len(self.stops))

    def up_to(self, position: int) -> Axis:
        """The axis without the steps above a position."""
        k = position - self.first
        if k >= len(self.stops) - 1:
            return self
        return self.only(self.first) if k < 0 else _part(self, 0, k + 1)

    def find(self, value: float) -> int:
        """The position of a value.

        Raises
        ------
        NotOnTheDialError : names the two nearest values that the dial has.
        """
        wanted = position_of(self.dial, value, self.per_stop)
        there = self.positions()
        for k in there:
            if k == wanted and abs(self.stops_at(k) - k / self.per_stop) < 1e-9:
                return k
            if math.isclose(self.printed_at(k), value, rel_tol=AS_PRINTED) or abs(self.stops_at(k) - stops_of(self.dial, value)) <= 1 / 12:
                return k
        nearest = sorted(sorted(there, key=lambda k: abs(self.stops_at(k) - stops_of(self.dial, value)))[:2])
        names = " and ".join(label(self.dial, self.printed_at(k)) for k in nearest)
        ends = f"{label(self.dial, self.printed_at(there[0]))} to {label(self.dial, self.printed_at(there[-1]))}"
        why = "it lies between steps" if self.lowest < stops_of(self.dial, value) < self.highest else f"the dial runs from {ends}"
        noun = "the only value is" if len(nearest) == 1 else "the two nearest are"
        raise NotOnTheDialError(f"{label(self.dial, value)} is not on this dial ({why}): {noun} {names}", (self.dial.value,))


@lru_cache(maxsize=KEPT)
def _positions(axis: Axis) -> tuple[int, ...]:
    return tuple(axis.first + k for k in np.flatnonzero(axis.exists).tolist())


@lru_cache(maxsize=KEPT)
def _part(axis: Axis, start: int, end: int) -> Axis:
    """An axis without the steps before ``start`` and from ``end`` on, counted along it."""
    steps = slice(start, end)
    return Axis(axis.dial, axis.per_stop, axis.first + start, axis.stops[steps], axis.exists[steps], axis.prints[steps])


def _made(dial: Dial, per_stop: int, first: int, stops: Floats, exists: NDArray[np.bool_]) -> Axis:
    stops.flags.writeable = exists.flags.writeable = False  # one dial is shared by all who ask for it
    return Axis(dial, per_stop, first, stops, exists, tuple(printed(dial, value, per_stop) for value in stops.tolist()))


@lru_cache(maxsize=KEPT)
def _axis(dial: Dial, per_stop: int, low: float, high: float) -> Axis:
    """An axis from lowest to highest value in stops, ends off the series kept true."""
    tie = -1e-9
    first, last = (math.floor(end * per_stop + 0.5 + tie) for end in (low, high))
    stops = np.arange(first, last + 1, dtype=np.float64) / per_stop
    stops[0], stops[-1] = low, high
    return _made(dial, per_stop, first, stops, np.ones(len(stops), dtype=np.bool_))


@lru_cache(maxsize=KEPT)
def _listed(dial: Dial, per_stop: int, values: tuple[float, ...]) -> Axis:
    """An axis of only the listed values; two that fall on one step keep the first."""
    true = sorted(exact_stops(dial, value, per_stop) for value in values)
    frame = _axis(dial, per_stop, true[0], true[-1])
    exists = np.zeros(len(frame.stops), dtype=np.bool_)
    stops = frame.stops.copy()
    for value in reversed(true):
        k = math.floor(value * per_stop + 0.5 - 1e-9) - frame.first
        exists[k], stops[k] = True, value
    return _made(dial, per_stop, frame.first, stops, exists)


def time_axis(body: Body, shutter: Shutter) -> Axis:
    """Shutter times of a body with one shutter type, longest first.

    >>> axis = time_axis(BODY, Shutter.MECHANICAL)
    >>> axis.printed_at(axis.first), axis.printed_at(axis.last)
    (30.0, 0.000125)
    """
    shortest = body.shortest_s(shutter)
    if body.times_s:
        return _listed(Dial.TIME, body.per_stop, tuple(t for t in body.times_s if t >= shortest * 0.95) or (max(body.times_s),))
    return _axis(
        Dial.TIME, body.per_stop, exact_stops(Dial.TIME, body.longest_s, body.per_stop), exact_stops(Dial.TIME, shortest, body.per_stop)
    )


def aperture_axis(body: Body, lens: Lens, focal_length_mm: float) -> Axis:
    """Apertures of a lens at a focal length in the body's steps, widest first.

    >>> [aperture_axis(BODY, LENS, 24.0).printed_at(k) for k in aperture_axis(BODY, LENS, 24.0).positions()][:4]
    [2.8, 3.2, 3.5, 4.0]
    """
    lens.check_focal(focal_length_mm)
    if lens.listed:
        return _listed(Dial.APERTURE, body.per_stop, lens.listed)
    widest = exact_stops(Dial.APERTURE, lens.widest_at(focal_length_mm), body.per_stop)
    narrowest = exact_stops(Dial.APERTURE, lens.narrowest_aperture, body.per_stop)
    return _axis(Dial.APERTURE, body.per_stop, widest, max(widest, narrowest))


def iso_axis(body: Body) -> Axis:
    """ISO values of a body from base to highest.

    >>> axis = iso_axis(BODY)
    >>> axis.printed_at(axis.first), axis.printed_at(axis.last), len(axis.positions())
    (100.0, 25600.0, 25)
    """
    if body.isos:
        return _listed(Dial.ISO, body.per_stop, body.isos)
    low, high = (exact_stops(Dial.ISO, iso, body.per_stop) for iso in (body.base_iso, body.max_iso))
    return _axis(Dial.ISO, body.per_stop, low, high)


def combinations_allowed(body: Body, axes: dict[Dial, Axis]) -> NDArray[np.bool_] | None:
    """Which (time, aperture, ISO) exist together: bool array over the three axes, or None for all.

    >>> combinations_allowed(BODY, {}) is None
    True
    """
    if not body.only_with:
        return None
    order = (Dial.TIME, Dial.APERTURE, Dial.ISO)
    allowed = np.ones(tuple(len(axes[dial].stops) for dial in order), dtype=np.bool_)

    def inside(dial: Dial, lowest: float, highest: float) -> NDArray[np.bool_]:
        ends = sorted(exact_stops(dial, value, body.per_stop) for value in (lowest, highest))
        hit = (axes[dial].stops >= ends[0] - 1 / 12) & (axes[dial].stops <= ends[1] + 1 / 12)
        return hit.reshape([-1 if dial is axis else 1 for axis in order])

    for rule in body.only_with:
        needs = inside(rule.needs_dial, rule.needs_lowest, rule.needs_highest)
        allowed &= ~inside(rule.dial, rule.lowest, rule.highest) | needs
    return allowed
