"""A subject's way drawn by hand on a plan from above, with what stands about it. Metres; the camera is at nought and looks along y."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from craft.errors import CraftError

At = tuple[float, float]
"""A place on a plan: across (over 0 to the right), and away from the camera."""

FEWEST, MOST = 2, 40

SAME_M = 1e-9
"""Nearer than this two points are one."""


@dataclass(frozen=True, slots=True)
class Thing:
    """Something that stands on a plan. alike: of the subject's kind, so that a body may take the one for the other."""

    at: At
    wide_m: float
    alike: bool = False


@dataclass(frozen=True, slots=True)
class Plan:
    """A way, point by point in the order in which it is gone, and what stands about."""

    way: tuple[At, ...]
    things: tuple[Thing, ...] = ()

    def __post_init__(self) -> None:
        """Refuse what is no way: too few points or too many, one behind the camera, two that are one."""
        if not FEWEST <= len(self.way) <= MOST:
            raise CraftError(f"a way has {len(self.way)} points: from {FEWEST} to {MOST} are accepted", ("way",))
        for k, (_, along) in enumerate(self.way):
            if along <= 0:
                raise CraftError(f"{along:g} m lies behind the camera: a way lies before it", ("way", k))
        for k, (one, other) in enumerate(zip(self.way, self.way[1:], strict=False)):
            if math.dist(one, other) < SAME_M:
                raise CraftError("this point is the one before it: another place is accepted", ("way", k + 1))
        for k, thing in enumerate(self.things):
            if thing.at[1] <= 0:
                raise CraftError(f"{thing.at[1]:g} m lies behind the camera: it would be seen by nobody", ("things", k))

    @property
    def length_m(self) -> float:
        """How long the way is.

        >>> Plan(((-3.0, 10.0), (3.0, 10.0))).length_m
        6.0
        """
        return sum(math.dist(one, other) for one, other in zip(self.way, self.way[1:], strict=False))

    @property
    def middle(self) -> At:
        """Where its middle is.

        >>> Plan(((-3.0, 10.0), (3.0, 10.0))).middle
        (0.0, 10.0)
        """
        return self.on_it(self.length_m / 2)[0]

    @property
    def middle_m(self) -> float:
        """How far from the camera its middle is.

        >>> Plan(((-3.0, 10.0), (3.0, 10.0))).middle_m
        10.0
        """
        return math.hypot(*self.middle)

    def on_it(self, along_m: float) -> tuple[At, At]:
        """Where one is so far along the way, and the direction there; before its beginning and past its end it goes straight on.

        >>> Plan(((-3.0, 10.0), (3.0, 10.0))).on_it(4.0)
        ((1.0, 10.0), (1.0, 0.0))
        """
        left, legs = along_m, list(zip(self.way, self.way[1:], strict=False))
        for k, (one, other) in enumerate(legs):
            long = math.dist(one, other)
            if left <= long or k == len(legs) - 1:
                towards = (other[0] - one[0]) / long, (other[1] - one[1]) / long
                return (one[0] + towards[0] * left, one[1] + towards[1] * left), towards
            left -= long
        raise AssertionError("a way has a leg")

    @property
    def angle_rad(self) -> float:
        """Direction in its middle: 0 towards the camera, a right angle across.

        >>> round(Plan(((0.0, 20.0), (0.0, 10.0))).angle_rad, 3), round(Plan(((-3.0, 10.0), (3.0, 10.0))).angle_rad, 3)
        (0.0, 1.571)
        """
        at, towards = self.on_it(self.length_m / 2)
        away = math.hypot(*at)
        return math.acos(max(-1.0, min(1.0, -(at[0] * towards[0] + at[1] * towards[1]) / away)))

    def scaled(self, distance_m: float) -> Plan:
        """The same as it lies where its middle is so far away: larger and smaller, things as wide as they are.

        >>> Plan(((-3.0, 10.0), (3.0, 10.0))).scaled(20.0).way
        ((-6.0, 20.0), (6.0, 20.0))
        """
        times = distance_m / self.middle_m
        way = tuple((x * times, y * times) for x, y in self.way)
        return Plan(way, tuple(replace(thing, at=(thing.at[0] * times, thing.at[1] * times)) for thing in self.things))
