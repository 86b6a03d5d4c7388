"""Windows over many nights: when what one waits for is there, by rows of what that takes."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from craft.errors import CraftError
from craft.sky.aloft import Aloft, Floats, Nights, nights_over
from craft.sky.horizon import LEVEL, Horizon
from craft.sky.night import DARK_DEG, MOONLESS_DEG, USEFUL_DEG, Span, spans_where, together

LEAST_MIN = 5.0
"""Minutes under which a window is none: by then a tripod is not level."""


@dataclass(frozen=True, slots=True)
class Asked:
    """What a window is asked: least_deg: how high the core is to be; bearing_deg, within_deg: where sun or moon are to stand, and how far beside; low_deg, high_deg: between which heights."""

    least_deg: float = USEFUL_DEG
    bearing_deg: float = 180.0
    within_deg: float = 2.0
    low_deg: float = 0.0
    high_deg: float = 6.0

    def __post_init__(self) -> None:
        """Refuse what no sky has."""
        if self.low_deg >= self.high_deg:
            raise CraftError(
                f"from {self.low_deg:g}° to {self.high_deg:g}° there is no height: the second is the higher one", ("high_deg",)
            )


@dataclass(frozen=True, slots=True)
class _Condition:
    """Something that is to be at a level or over it, or under it: its values over a night, (M,)."""

    values: Callable[[Nights, int], Floats]
    level: float
    above: bool


def _height(body: str, level: float, *, above: bool) -> _Condition:
    return _Condition(lambda over, k: _of(over, body).height_deg[k], level, above)


def _clear(body: str, level: float = 0.0, *, above: bool = True) -> _Condition:
    """A body over the land, or under it."""
    return _Condition(lambda over, k: over.over_land(_of(over, body), k), level, above)


def _of(over: Nights, body: str) -> Aloft:
    found: Aloft = getattr(over, body)
    return found


def _between(body: str, low: float, high: float) -> tuple[_Condition, _Condition]:
    return _height(body, low, above=True), _height(body, high, above=False)


def _beside(body: str, bearing: float) -> Callable[[Nights, int], Floats]:
    return lambda over, k: np.abs((_of(over, body).bearing_deg[k] - bearing + 180) % 360 - 180)


DARK, MOONLESS = _height("sun", DARK_DEG, above=False), _height("moon", MOONLESS_DEG, above=False)


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    """Something that one waits for. takes: what has to hold at once; lit: least share of the moon's disc; asks: fields of `Asked` that it goes by."""

    slug: str
    label: str
    because: str
    source: str
    takes: Callable[[Asked], tuple[_Condition, ...]]
    lit: float = 0.0
    asks: tuple[str, ...] = ()


# fmt: off
KINDS: tuple[Kind, ...] = (
    Kind(slug="core", label="the galaxy's core, dark and moonless", asks=("least_deg",), because="Light of sun and moon drown it; low down haze and lamps do.", source="astronomical twilight: Nautical Almanac Office",
         takes=lambda asked: (DARK, MOONLESS, _height("core", asked.least_deg, above=True), _clear("core"))),
    Kind(slug="dark", label="dark and moonless", because="Stars as faint as the place allows.", source="astronomical twilight: Nautical Almanac Office",
         takes=lambda asked: (DARK, MOONLESS)),
    Kind(slug="full_moon", label="a full moon low, the land still lit", lit=0.96, because="About sunset land and disc are few stops apart: one frame holds both.", source="practice; light by Janiczek & DeYoung 1987",
         takes=lambda asked: (*_between("sun", -4.0, 3.0), _clear("moon", MOONLESS_DEG), _clear("moon", 6.0, above=False))),
    Kind(slug="moon_at", label="the moon at a landmark", asks=("bearing_deg", "within_deg", "low_deg", "high_deg"), because="It stands where you say, within what a step aside makes up for.", source="as `craft.sky.aloft`",
         takes=lambda asked: (_clear("moon", MOONLESS_DEG), *_between("moon", asked.low_deg, asked.high_deg), _Condition(_beside("moon", asked.bearing_deg), asked.within_deg, above=False))),
    Kind(slug="sun_at", label="the sun at a landmark", asks=("bearing_deg", "within_deg", "low_deg", "high_deg"), because="It stands where you say, within what a step aside makes up for.", source="as `craft.sky.aloft`",
         takes=lambda asked: (_clear("sun", MOONLESS_DEG), *_between("sun", asked.low_deg, asked.high_deg), _Condition(_beside("sun", asked.bearing_deg), asked.within_deg, above=False))),
    Kind(slug="golden", label="golden light", because="The sun is low enough to be warm and soft, high enough to light the land.", source="practice: six degrees up to four down",
         takes=lambda asked: _between("sun", -4.0, 6.0)),
    Kind(slug="blue", label="blue light", because="The sky still has colour, and lamps are as bright as it is.", source="practice: four to eight degrees down",
         takes=lambda asked: _between("sun", -8.0, -4.0)),
)
# fmt: on
BY_KIND: Mapping[str, Kind] = {kind.slug: kind for kind in KINDS}


@dataclass(frozen=True, slots=True)
class Waiting:
    """A night of a sheet: on whose evening it begins, when it is dark, when the moon is up and how much of it is lit, and what one waits for."""

    day: dt.date
    dark: tuple[Span, ...]
    moon: tuple[Span, ...]
    moon_lit: float
    windows: tuple[Span, ...]

    @property
    def minutes(self) -> float:
        """How long what one waits for is there."""
        return sum(span.minutes for span in self.windows)


def waiting_for(
    kind: str,
    first: dt.date,
    nights: int,
    latitude_deg: float,
    longitude_deg: float,
    utc_offset_min: int,
    asked: Asked = Asked(),
    horizon: Horizon = LEVEL,
) -> tuple[Waiting, ...]:
    """When what one waits for is there, night by night, from noon to noon.

    Parameters
    ----------
    kind : of `KINDS`. first : the day on whose evening the first night begins. nights : how many, at most a year's.
    latitude_deg, longitude_deg, utc_offset_min, horizon : as `craft.sky.aloft.nights_over`.

    Raises
    ------
    CraftError : no such kind, a place that is not on the earth, too many nights.

    >>> found = waiting_for("core", dt.date(2027, 8, 1), 2, 44.0, 0.6, 60)
    >>> [(str(one.day), [span.told for span in one.windows]) for one in found if one.windows][:1]
    [('2027-08-01', ['22:23 to 00:27'])]
    """
    if kind not in BY_KIND:
        raise CraftError(f"“{kind}” is none of {', '.join(BY_KIND)}", ("kind",))
    over, row = nights_over(first, nights, latitude_deg, longitude_deg, utc_offset_min, horizon), BY_KIND[kind]
    takes = row.takes(asked)

    def spans(of: _Condition, k: int) -> Sequence[Span]:
        return spans_where(over.minutes, of.values(over, k), of.level, above=of.above)

    found = []
    for k, day in enumerate(over.days):
        held = together(*(spans(one, k) for one in takes)) if over.moon_lit[k] >= row.lit else ()
        moon = spans_where(over.minutes, over.moon.height_deg[k], MOONLESS_DEG, above=True)
        windows = tuple(span for span in held if span.minutes >= LEAST_MIN)
        found.append(Waiting(day, tuple(spans(DARK, k)), moon, float(over.moon_lit[k]), windows))
    return tuple(found)


MANY = 3
"""Nights that are named as the best."""


def in_words(found: Sequence[Waiting]) -> str:
    """What a sheet comes to, in a sentence or two: how many nights, the best of them, the last.

    >>> in_words(())
    'None of these nights has it: look over a longer time, or ask for less.'
    """
    there = [one for one in found if one.windows]
    if not there:
        return "None of these nights has it: look over a longer time, or ask for less."
    best = sorted(there, key=lambda one: -one.minutes)[:MANY]
    many = "one night" if len(there) == 1 else f"{len(there)} of {len(found)} nights"
    longest = "; ".join(f"{one.day} {', '.join(span.told for span in one.windows)}" for one in sorted(best, key=lambda one: one.day))
    last = f" The last of them is {there[-1].day}." if len(found) > MANY * MANY and there[-1] is not found[-1] else ""
    return f"It is there in {many}, longest {longest}.{last}"
