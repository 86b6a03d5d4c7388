"""A night over a place: sun, moon and the galaxy's core from noon to noon, and when it is dark, moonless, with the core up."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from craft.sky.aloft import Aloft, Floats, Nights, nights_over
from craft.sky.horizon import LEVEL, Horizon
from craft.sky.sun import DAY_MIN, clock

EVERY_MIN = 10
"""Minutes between the points that a night is drawn by: nothing up there turns about within so few."""

DARK_DEG = -18.0
"""With the sun's middle here no light of it is left in the sky: astronomical twilight ends."""

MOONLESS_DEG = -0.8
"""With the moon's middle under this its edge is down, and so is its light (as `craft.sky.daylight` takes it)."""

USEFUL_DEG = 10.0
"""The core is worth a frame from so many degrees up: under it haze and lamps take it (practice)."""


@dataclass(frozen=True, slots=True)
class Stands:
    """Where a body stands: degrees up, and its bearing from north by east; without air."""

    height_deg: float
    bearing_deg: float


@dataclass(frozen=True, slots=True)
class Point:
    """One time of a night: minutes after the midnight before it, and where sun, moon and core stand."""

    minutes: float
    sun: Stands
    moon: Stands
    core: Stands


@dataclass(frozen=True, slots=True)
class Span:
    """From one minute to another."""

    begins: float
    ends: float

    @property
    def told(self) -> str:
        """It by the clock.

        >>> Span(1380.0, 1632.4).told
        '23:00 to 03:12'
        """
        return f"{clock(self.begins)} to {clock(self.ends)}"

    @property
    def minutes(self) -> float:
        """How long it is."""
        return self.ends - self.begins


@dataclass(frozen=True, slots=True)
class Night:
    """A night from noon to noon. dark: without sunlight; moon_lit: share of its disc at midnight; moon_rises, moon_sets: None where it does
    not; core_highest: minute and degrees up in the dark, None where it is not dark; windows: dark, without moon, the core high enough."""

    points: tuple[Point, ...]
    dark: tuple[Span, ...]
    moon_lit: float
    moon_rises: float | None
    moon_sets: float | None
    core_highest: tuple[float, float] | None
    windows: tuple[Span, ...]

    @property
    def told(self) -> str:
        """The night in a sentence."""
        said = [f"Dark {' and '.join(span.told for span in self.dark)}" if self.dark else "It does not get dark"]
        moon = [f"{name} {clock(at)}" for name, at in (("up", self.moon_rises), ("down", self.moon_sets)) if at is not None]
        said.append(f"the moon, {self.moon_lit:.0%} lit, {', '.join(moon) or 'neither rises nor sets'}".replace("%", " %"))
        if self.core_highest is not None:
            at, height = self.core_highest
            said.append(
                f"the galaxy's core highest in the dark at {clock(at)}, {abs(height):.0f}° {'up' if height > 0 else 'under the horizon'}"
            )
        best = (
            f"Without moon and with the core over {USEFUL_DEG:.0f}°: {', '.join(span.told for span in self.windows)}."
            if self.windows
            else ""
        )
        return f"{'; '.join(said)}. {best}".strip()


def spans_where(minutes: Floats, values: Floats, level: float, *, above: bool) -> tuple[Span, ...]:
    """Spans over which something is at a level or over it, or under it; between minutes it changes evenly.

    minutes : (M,), a minute apart; values : (M,).

    >>> spans_where(np.arange(5.0), np.array([-1.0, 1.0, 2.0, 1.0, -3.0]), 0.0, above=True)
    (Span(begins=0.5, ends=3.25),)
    """
    inside = values >= level if above else values < level
    flips = np.flatnonzero(inside[1:] != inside[:-1])
    crossed = minutes[flips] + (level - values[flips]) / (values[flips + 1] - values[flips])
    first, last = float(minutes[0]), float(minutes[-1]) + 1
    edges = [*([first] if inside[0] else []), *crossed.tolist(), *([last] if inside[-1] else [])]
    return tuple(Span(begins, ends) for begins, ends in zip(edges[::2], edges[1::2], strict=True))


def together(*of: Sequence[Span]) -> tuple[Span, ...]:
    """Spans that are in all of several lists, in their order.

    >>> together([Span(0.0, 5.0), Span(8.0, 9.0)], [Span(3.0, 8.5)])
    (Span(begins=3.0, ends=5.0), Span(begins=8.0, ends=8.5))
    """
    found = list(of[0])
    for others in of[1:]:
        both = [Span(max(one.begins, other.begins), min(one.ends, other.ends)) for one in found for other in others]
        found = [one for one in both if one.ends > one.begins]
    return tuple(found)


def night_over(
    day: dt.date,
    latitude_deg: float,
    longitude_deg: float,
    utc_offset_min: int,
    least_deg: float = USEFUL_DEG,
    horizon: Horizon = LEVEL,
) -> Night:
    """The night that begins on a day, over a place: by the clock of the place, without air.

    day : of the place's calendar, on whose evening it begins.
    latitude_deg, longitude_deg : north and east are positive.
    utc_offset_min : the clock's minutes ahead of universal time.
    least_deg : from how high up the core counts.
    horizon : the land about: the core counts once it stands over that. The moon lights the sky from behind a hill too: its times are of a level one.

    Source: as `craft.sky.aloft`; twilight as defined by the Nautical Almanac Office.

    Raises
    ------
    CraftError : a place that is not on the earth.

    >>> night = night_over(dt.date(2027, 6, 12), 54.4, 0.6, 60)
    >>> night.dark, round(night.moon_lit, 2)
    ((), 0.66)
    """
    over = nights_over(day, 1, latitude_deg, longitude_deg, utc_offset_min, horizon)
    sun, moon, core = (of.height_deg[0] for of in (over.sun, over.moon, over.core))
    dark = spans_where(over.minutes, sun, DARK_DEG, above=False)
    moonless = spans_where(over.minutes, moon, MOONLESS_DEG, above=False)
    high = spans_where(over.minutes, core, least_deg, above=True)
    ends = float(over.minutes[0]), float(over.minutes[0]) + DAY_MIN
    rises = min((span.ends for span in moonless if span.ends != ends[1]), default=None)
    sets = min((span.begins for span in moonless if span.begins != ends[0]), default=None)
    clear = spans_where(over.minutes, over.over_land(over.core, 0), 0.0, above=True)
    windows = together(dark, moonless, high, clear)
    return Night(_points(over), dark, float(over.moon_lit[0]), rises, sets, _highest(over.minutes, core, sun < DARK_DEG), windows)


def _points(over: Nights) -> tuple[Point, ...]:
    """A night by every tenth minute, its last at the noon after."""

    def stands(of: Aloft, k: int) -> Stands:
        return Stands(float(of.height_deg[0, k]), float(of.bearing_deg[0, k]))

    every = [*range(0, DAY_MIN, EVERY_MIN), DAY_MIN - 1]
    return tuple(Point(float(over.minutes[k]), stands(over.sun, k), stands(over.moon, k), stands(over.core, k)) for k in every)


def _highest(minutes: Floats, core: Floats, dark: np.ndarray) -> tuple[float, float] | None:
    """When the core stands highest while it is dark, and how high: to the minute."""
    if not dark.any():
        return None
    at = int(np.where(dark, core, -np.inf).argmax())
    return float(minutes[at]), float(core[at])
