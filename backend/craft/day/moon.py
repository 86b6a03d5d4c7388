"""The moon's disc in a frame: how large it is, how long it stays, and what its phase and its height ask of the exposure."""

from __future__ import annotations

import math
from dataclasses import dataclass

from craft.render.shot import shot_of
from craft.scales.series import Dial, label
from craft.scene.situation import Situation
from craft.scene.works.night_sky import DISC
from craft.setup.setup import Setup
from craft.sky.brightness import disc_ev
from craft.sky.overhead import wanderers

USUAL_RADIUS_DEG = 0.259
"""Half the width of the moon's disc at its mean distance (1737.4 km at 384 400 km)."""

USUAL_HEIGHT_DEG = 45.0
"""Where the moon is taken to stand where nobody knows."""

APART_STOPS = 2.0
"""Within so many stops of the disc the land is held with it in one frame (practice: a raw holds more, but the disc keeps its drawing)."""

PHASES: tuple[tuple[str, float], ...] = (("full", 180.0), ("gibbous", 135.0), ("half", 90.0), ("crescent", 45.0))
"""Phases by name, and degrees from the sun."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Dim:
    """The moon where the sun does not light it: EV at ISO 100 at which it is taken."""

    label: str
    ev100: float
    reason: str
    source: str


# fmt: off
DIM: tuple[Dim, ...] = (
    Dim(label="earthshine", ev100=0.8, reason="the dark side of a thin crescent: the earth's light is ten thousand times fainter than the sun's on the other", source="ratio of the two sides, measured 3000 to 30 000 by phase (Danjon; Goode et al. 2001)"),
    Dim(label="eclipsed", ev100=0.0, reason="wholly in the earth's shadow, copper: three stops more or less by the air of that year", source="practice of eclipses by Danjon's scale, its middle: f/8, 4 to 8 s at ISO 400"),
)
# fmt: on

HEIGHTS_DEG = (60.0, 30.0, 15.0, 5.0)
"""Degrees up at which it is told what the air takes."""


LONGER = 2 ** (1 / 6)
"""Past the dial's end by more than this a time is held by hand or by a timer, in whole seconds."""


@dataclass(frozen=True, slots=True)
class Asks:
    """What the disc asks for in a phase or at a height: its EV at ISO 100, and the time on the body's dial with aperture and ISO as they are set; past its end whole seconds."""

    label: str
    ev100: float
    time_s: float


@dataclass(frozen=True, slots=True)
class DiscFrame:
    """The disc in a frame. across_px: its width in the sensor's pixels; share: of the frame's height; px_s: how fast it drifts; leaves_s: seconds from the
    middle until its edge is cut by the frame's longer side; phases, heights, dim: what each asks; now: None where nobody said where and when."""

    across_px: float
    share: float
    px_s: float
    leaves_s: float
    phases: tuple[Asks, ...]
    heights: tuple[Asks, ...]
    dim: tuple[Asks, ...]
    now: Asks | None

    @property
    def still_s(self) -> float:
        """Longest time in which it drifts by no more than a pixel."""
        return 1 / self.px_s


def in_a_line(found: DiscFrame) -> str:
    """What a card has of it: a time for each phase, and how long the disc stays.

    >>> from craft.vocabulary.terms import Genre
    >>> moon = dict(genre=Genre.NIGHT_SKY, subject_slug="moon", light=Light(14.0))
    >>> in_a_line(disc_frame(situation(**moon), advised(**moon)))
    'The disc by its phase: full 1/500, gibbous 1/200, half 1/100, crescent 1/40; it stays 20 min in the frame from its middle.'
    """
    phases = ", ".join(f"{one.label} {label(Dial.TIME, one.time_s)}" for one in found.phases)
    return f"The disc by its phase: {phases}; it stays {found.leaves_s / 60:.0f} min in the frame from its middle."


def disc_frame(situation: Situation, setup: Setup) -> DiscFrame | None:
    """The moon's disc in a frame; None where it is not the subject.

    >>> disc_frame(situation(), advised()) is None
    True
    """
    if situation.subject.slug != DISC:
        return None
    over = situation.looking
    moon = None if over is None else wanderers(over)[0]
    radius = USUAL_RADIUS_DEG if moon is None else moon.radius_deg
    height = USUAL_HEIGHT_DEG if moon is None else max(moon.at.height_deg, 0.0)
    focal_m, pitch_m = situation.focal_mm / 1000, situation.body.sensor.pitch_m
    wide, high = (side / 1000 for side in situation.used_mm)
    across = 2 * math.tan(math.radians(radius)) * focal_m
    shot = shot_of(situation, setup)
    speed = shot.star_m / shot.time_s
    times, set_s, set_ev = setup.dials[Dial.TIME], setup.exposure.shutter_s, situation.light.ev100

    def asks(name: str, ev100: float) -> Asks:
        wanted = set_s * 2 ** (set_ev - ev100)
        if wanted > max(times) * LONGER:
            return Asks(name, ev100, float(round(wanted)))
        return Asks(name, ev100, min(times, key=lambda time: abs(math.log2(time / wanted))))

    elongation = 180.0 if moon is None else moon.elongation_deg
    up = moon is not None and moon.at.height_deg > 0
    return DiscFrame(
        across / pitch_m,
        across / high,
        speed / pitch_m,
        max(0.0, (max(wide, high) - across) / 2 / speed),
        tuple(asks(name, disc_ev(degrees, height)) for name, degrees in PHASES),
        tuple(asks(f"{degrees:g}° up", disc_ev(elongation, degrees)) for degrees in HEIGHTS_DEG),
        tuple(asks(row.label, row.ev100) for row in DIM),
        asks("now", disc_ev(elongation, height)) if up else None,
    )
