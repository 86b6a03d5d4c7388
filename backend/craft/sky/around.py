"""All about a place at a moment, as one turns round: what stands where, which way it goes, and what a lens takes in."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass, replace

import numpy as np

from craft.sky.night import Stands
from craft.sky.overhead import (
    CORE,
    MOMENT,
    NORTH_OF_GALAXY,
    Camera,
    Floats,
    Overhead,
    catalogue,
    stands,
    sun_stands,
    turned,
    wanderers,
)

FAINTEST = 3.2
"""Stars to this magnitude are drawn as one turns round: those by which one finds one's way."""

TRACK_H = 6
"""Hours of its way before and after the moment that are drawn of what moves."""

EDGE = 12
"""Points along each side of a frame: its sides are bent as one turns round."""


@dataclass(frozen=True, slots=True)
class Star:
    """A star: where it stands, and its magnitude."""

    at: Stands
    magnitude: float


@dataclass(frozen=True, slots=True)
class Way:
    """What moves over the place: where it stands now, and on the full hours about, hour by the minutes from now; magnitude; lit: of the moon."""

    name: str
    at: Stands
    hours: tuple[tuple[int, Stands], ...]
    magnitude: float
    lit: float


@dataclass(frozen=True, slots=True)
class Around:
    """What stands about a place. band: the middle of the galaxy, all along it, where it is over the horizon, and how bright it is there, 1 about the core."""

    stars: tuple[Star, ...]
    ways: tuple[Way, ...]
    band: tuple[tuple[Stands, float], ...]


def _later(over: Overhead, minutes: int) -> Overhead:
    at = dt.datetime.fromisoformat(over.at) + dt.timedelta(minutes=minutes)
    return replace(over, at=at.strftime(MOMENT))


def _band(over: Overhead) -> tuple[tuple[Stands, float], ...]:
    beside = np.cross(NORTH_OF_GALAXY, CORE)
    beside /= np.linalg.norm(beside)
    along = np.radians(np.arange(0, 360, 4.0))
    toward = (np.cos(along)[:, None] * CORE + np.sin(along)[:, None] * beside) @ turned(over).T
    near = np.minimum(np.degrees(along), 360 - np.degrees(along))
    light = 0.35 + 0.65 * np.exp(-((near / 40) ** 2))
    return tuple((stands(one), round(float(of), 2)) for one, of in zip(toward, light, strict=True) if one[2] > 0)


def around(over: Overhead) -> Around:
    """What stands about a place: bright stars, sun, moon, planets and the galaxy's core with their ways, and the galaxy's band.

    >>> there = around(Overhead(54.4, 0.6, "2027-01-12T21:00"))
    >>> [way.name for way in there.ways][:3], round(there.stars[0].magnitude, 1)
    (['the sun', 'the moon', 'the core'], -1.4)
    """
    known = catalogue()
    bright = int(np.searchsorted(known.magnitude, FAINTEST))
    toward = known.toward[:bright] @ turned(over).T
    stars = tuple(Star(stands(one), float(mag)) for one, mag in zip(toward, known.magnitude[:bright], strict=True) if one[2] > 0)
    ahead = 60 - dt.datetime.fromisoformat(over.at).minute
    hours = [ahead + 60 * k for k in range(-TRACK_H, TRACK_H)]
    moments = [_later(over, minutes) for minutes in hours]
    moon, *planets = wanderers(over)

    def way(name: str, at: Stands, there: list[Stands], magnitude: float, lit: float = 1.0) -> Way:
        return Way(name, at, tuple(zip(hours, there, strict=True)), magnitude, lit)

    ways = (
        way("the sun", sun_stands(over), [sun_stands(one) for one in moments], -26.7),
        way("the moon", moon.at, [wanderers(one)[0].at for one in moments], moon.magnitude, moon.lit),
        way("the core", stands(turned(over) @ CORE), [stands(turned(one) @ CORE) for one in moments], 99.0),
        *(Way(one.name, one.at, (), one.magnitude, 1.0) for one in planets if one.at.height_deg > 0),
    )
    return Around(stars, ways, _band(over))


def edge_of(seen: Camera, half_wide: float, half_high: float) -> tuple[Stands, ...]:
    """The edge of a frame as one turns round, from its upper left corner on clockwise; half_wide, half_high: of its sides at unit focal length.

    >>> from craft.sky.overhead import camera
    >>> [round(at.bearing_deg) for at in edge_of(camera(90.0, 0.0), 1.0, 0.5)][:1]
    [45]
    """
    side = np.linspace(-1, 1, EDGE, endpoint=False)
    u: Floats = np.concatenate([side, np.ones(EDGE), -side, -np.ones(EDGE)]) * half_wide
    v: Floats = np.concatenate([-np.ones(EDGE), side, np.ones(EDGE), -side]) * half_high
    return tuple(stands(one) for one in seen.directions(u, v))
