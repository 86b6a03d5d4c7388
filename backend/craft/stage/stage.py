"""A stage: cut-outs far to near, each with its distance, light and movement, and the places one would point at."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from enum import Enum
from math import inf

import skia

from craft.stage.fields import Field, field
from craft.white.surfaces import Surface

WIDE, HIGH = 960.0, 640.0
"""The usual frame of a stage, in its own units; it is drawn well past it on every side."""

FAR = inf


NONE, ALL = field(0.0), field(1.0)


class Lit(Enum):
    """What gives a cut-out its light: the situation's own, another of the stage's, or itself."""

    KEY = "key"
    OTHER = "other"
    OWN = "own"


class Moves(Enum):
    """What moves a cut-out: nothing, the subject's body, its limbs too, the sky's turning, or the wind."""

    STANDS = "stands"
    BODY = "body"
    LIMB = "limb"
    SKY = "sky"
    WIND = "wind"


@dataclass(frozen=True, slots=True, eq=False)
class Cutout:
    """One cut-out, without a shape the whole picture.

    at: distance in metres in the usual composition; ev: stops from the key; colour: its surface;
    to: a second colour, and `share` how much of it at each place; cover: how much of what is behind it hides; soft:
    width of its edge in units; lit: by which light; speed_m_s: of its own, to the right and down, for the wind.
    """

    name: str
    shape: tuple[skia.Path, ...] | None
    at: float
    ev: Field
    colour: Surface
    to: Surface | None = None
    share: Field = NONE
    cover: Field = ALL
    soft: float = 0.0
    lit: Lit = Lit.KEY
    moves: Moves = Moves.STANDS
    speed_m_s: tuple[float, float] = (0.0, 0.0)


@dataclass(frozen=True, slots=True)
class Tone:
    """A tone one would name, and where it is: a place in units, and half the width of the patch there."""

    name: str
    x: float
    y: float
    ev: float
    reach: float = 6.0
    skin: bool = False


@dataclass(frozen=True, slots=True, eq=False)
class Stage:
    """A scene to be framed.

    usual_mm: focal length in 36 mm terms, and distance_m of the subject, for which it is composed; aim: the middle of
    the subject, which the camera keeps where it is; vanishing: where level lines meet; above, below: stops between
    the key and its brightest and darkest named tones; other_k, other_kind: colour temperature of the second light, if there is one, its kind if that is known, and what it is called;
    void: stops from the key from which what is darker stays as dark whatever the contrast: a sky without light, not a shade;
    invented: cut-outs and tones of a sky that stands over no place: where one is known, what stands there takes theirs; disc: its cut-outs with so much of the moon lit, on its right or its left.
    """

    slug: str
    title: str
    problem: str
    usual_mm: float
    distance_m: float
    aim: tuple[float, float]
    vanishing: tuple[float, float]
    tones: tuple[Tone, ...]
    draw: Callable[[], tuple[Cutout, ...]]
    other_k: float | None = None
    other_kind: str = ""
    other_name: str = ""
    void: float = -inf
    invented: frozenset[str] = frozenset()
    disc: Callable[[float, bool], tuple[Cutout, ...]] | None = None

    @property
    def above(self) -> float:
        """Stops from the key to the brightest named tone."""
        return max(0.5, max(tone.ev for tone in self.tones))

    @property
    def below(self) -> float:
        """Stops from the key down to the darkest named tone."""
        return max(0.5, -min(tone.ev for tone in self.tones if tone.ev > self.void))
