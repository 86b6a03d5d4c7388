"""White over a series: the light drifts, the framing changes, and each way of setting white makes of skin what it makes."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from craft.kept import kept
from craft.render.shot import Shot, small_framing_of
from craft.scene.conditions import BY_SLUG
from craft.scene.light import APART_MIRED
from craft.stage.colour import Pixels
from craft.tones.colours import ACROSS, colours_of
from craft.tones.framing import View
from craft.white.automatic import found_white, shifted
from craft.white.colorimetry import BESIDE
from craft.white.outcome import LightOn, skin_delta
from craft.white.response import white_of

FRAMES = 12

MIRED_A_STOP = 11.0
"""Mireds by which daylight changes with a stop of cloud: 33 from sun to heavy overcast, which lie three stops apart (`craft.scene.conditions`)."""

TURNED = 12
"""Pixels of the small frame, an eighth of it, that the framing moves to either side."""

BATCH_MIN, RAW_MIN, FINISHED_MIN = 0.5, 5 / 60, 20 / 60
"""Minutes at the desk: a correction for all that lies in one light, one raw by itself, one finished file by itself (estimates)."""


@dataclass(frozen=True, slots=True)
class Way:
    """A way of setting white over a series. kelvins: of each frame; deltas: of skin in each, CIEDE2000; spread: mireds between the warmest and the coldest
    frame, as they come out; raw_min, finished_min: minutes at the desk for each hundred pictures."""

    slug: str
    label: str
    kelvins: tuple[float, ...]
    deltas: tuple[float, ...]
    spread: float
    raw_min: float
    finished_min: float

    @property
    def mean(self) -> float:
        """Of the frames."""
        return sum(self.deltas) / len(self.deltas)


@kept
def _wider(shot: Shot) -> Pixels:
    """The colours of a shot's scene with what lies about the frame."""
    framing = small_framing_of(shot)
    high = framing.view.height
    return colours_of(replace(framing, view=View(ACROSS + 2 * TURNED, high + 2 * TURNED, float(ACROSS), -TURNED, -TURNED)), shot.tuning)


@dataclass(frozen=True, slots=True, kw_only=True)
class LightCourse:
    """How the light goes on over a series. said: how it moves, in a sentence; source: where the figures come from."""

    slug: str
    label: str
    said: str
    source: str


COURSES: tuple[LightCourse, ...] = (
    LightCourse(
        slug="as_it_swings",
        label="as this light swings",
        said="with its swing",
        source="daylight changes with cloud, lamps keep their colour",
    ),
    LightCourse(
        slug="dusk",
        label="into dusk",
        said="into dusk",
        source="from just after sunset to the end of civil twilight (`craft.scene.conditions`)",
    ),
    LightCourse(
        slug="rooms",
        label="through rooms",
        said="from room to room",
        source="this light, beside a window and under home lamps, four frames each (`craft.scene.conditions`)",
    ),
)

DUSK_MIRED = 1e6 / BY_SLUG["sunset_glow"].kelvin - 1e6 / BY_SLUG["blue_hour"].kelvin
"""Mireds that the sky turns bluer by in dusk."""

ROOMS = ("window_light", "home_lamps")
"""What one walks into."""


def lights_over(shot: Shot, drift_mired: float, course: str = "as_it_swings") -> tuple[LightOn, ...]:
    """The key's light in each frame: once up and down in three steps, evenly bluer, or from room to room.

    >>> [round(light.kelvin) for light in lights_over(shot(), 20.0)][:4]
    [5500, 5500, 5213, 5213]
    >>> [round(light.kelvin) for light in lights_over(shot(), 20.0, "rooms")][::4]
    [5500, 6000, 2800]
    """
    own = 1e6 / shot.kelvin
    if course == "rooms":
        there = [LightOn(shot.kind, shot.kelvin), *(LightOn(BY_SLUG[room].kind, BY_SLUG[room].kelvin) for room in ROOMS)]
        return tuple(there[k * len(there) // FRAMES] for k in range(FRAMES))
    if course == "dusk":
        return tuple(LightOn(shot.kind, 1e6 / (own - DUSK_MIRED * (k // 2) / (FRAMES // 2 - 1))) for k in range(FRAMES))
    steps = (round(math.sin(2 * math.pi * k / FRAMES)) for k in range(FRAMES))
    return tuple(LightOn(shot.kind, 1e6 / (own + step * drift_mired / 2)) for step in steps)


def batches(casts: Sequence[float]) -> int:
    """The fewest groups of frames that one correction each serves: mireds within each as near as one does not see apart.

    >>> batches([0.0, 5.0, 19.0]), batches([0.0, 21.0, 300.0, 310.0])
    (1, 3)
    """
    count, start = 0, -math.inf
    for cast in sorted(casts):
        if cast - start > APART_MIRED:
            count, start = count + 1, cast
    return count


def ways_over(
    shot: Shot, lights: Sequence[LightOn], automatic: Sequence[tuple[str, str]], fixed: Sequence[tuple[str, str, float, float]]
) -> tuple[Way, ...]:
    """What each way makes of a series of a shot. lights: of the key in each frame; automatic: behaviours with their labels; fixed: name, label, temperature and tint of whites that stay.

    >>> [way.slug for way in ways_over(shot(), lights_over(shot(), 20.0), (("automatic", "automatic"),), (("set", "as set", 5500.0, 0.0),))]
    ['automatic', 'set', 'measured']
    """
    drawn = {light: _wider(replace(shot, kelvin=light.kelvin, kind=light.kind)) for light in set(lights)}
    high = drawn[lights[0]].shape[0] - 2 * TURNED
    full = 2.0**shot.clip_above_key

    def seen(k: int) -> Pixels:
        across, down = ((0, 0), (1, 0), (0, 1), (-1, 0), (0, -1), (1, 1))[k % 6]
        left, top = TURNED * (1 + across), TURNED * (1 + down)
        return drawn[lights[k]][top : top + high, left : left + ACROSS]

    def finds(slug: str) -> list[tuple[float, float]]:
        return [shifted(found_white(seen(k), slug, full), shot.shift) for k in range(FRAMES)]

    out = [_way(slug, label, finds(slug), lights, stays=False) for slug, label in automatic]
    first = white_of(lights[0].kind, lights[0].kelvin)
    held = [*fixed, ("measured", "measured once, from a card", *first)]
    return (*out, *(_way(slug, label, [(kelvin, tint)] * FRAMES, lights, stays=True) for slug, label, kelvin, tint in held))


def _way(slug: str, label: str, whites: Sequence[tuple[float, float]], lights: Sequence[LightOn], *, stays: bool) -> Way:
    deltas = tuple(skin_delta(light, white) for light, white in zip(lights, whites, strict=True))
    casts = [1e6 / white_of(light.kind, light.kelvin)[0] - 1e6 / white[0] for light, white in zip(lights, whites, strict=True)]
    wrong = sum(delta > BESIDE for delta in deltas) / len(deltas)
    spread = max(casts) - min(casts)
    return Way(
        slug,
        label,
        tuple(white[0] for white in whites),
        deltas,
        spread,
        raw_min=(BATCH_MIN * batches(casts) if wrong else 0.0) if stays else 100 * wrong * RAW_MIN,
        finished_min=100 * wrong * FINISHED_MIN,
    )
