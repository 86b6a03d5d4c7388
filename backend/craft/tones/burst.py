"""The light of a flash on a stage: as far as it goes, on the surfaces that there are."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from craft.exposure.flash import CEILING_M, FLASH_KELVIN
from craft.stage.colour import Pixels
from craft.stage.fields import Place
from craft.stage.stage import HIGH, WIDE, Cutout, Lit
from craft.tones.framing import Framing
from craft.white.surfaces import SURFACES

NEAR_FLASH_M, SPILL = 0.3, 0.6
"""Nothing is nearer to a flash than this, in metres; before one that stands by itself light is spilled as from this share of its way."""

FORM = 0.35
"""Share of a cut-out's shading that is its form and its weave, and shows under a flash too; the rest is where its own light falls (an estimate)."""

DARKEST_SURFACE, PALEST_SURFACE = -3.2, 2.3
"""Stops from a grey card between which surfaces lie: 2 % of black velvet, 90 % of snow."""

GREY = 0.18

FARTHEST_M = 1e5
"""As far as a flash is followed, in metres."""


@dataclass(frozen=True, slots=True)
class Burst:
    """A flash on a stage. from_m: from it to the subject, which is away_m from the camera; bounced: by way of the ceiling; direct: from
    one point by the lens, so that it throws a shadow; kelvin: of its light; beyond_m: nothing nearer to the camera gets any of it."""

    from_m: float
    away_m: float
    bounced: bool = False
    direct: bool = True
    kelvin: float = FLASH_KELVIN
    beyond_m: float = 0.0

    def way_m(self, at: float) -> float:
        """Metres that its light goes to what is so far from the camera.

        >>> Burst(3.0, 3.0).way_m(6.0), Burst(1.5, 3.0).way_m(6.0), round(Burst(3.0, 3.0, bounced=True).way_m(3.0), 2)
        (6.0, 4.5, 3.72)
        """
        nearest = NEAR_FLASH_M if self.from_m >= self.away_m else SPILL * self.from_m
        straight = max(self.from_m + at - self.away_m, nearest)
        return math.hypot(straight, 2 * CEILING_M) if self.bounced else straight


@lru_cache(maxsize=4096)
def surface_stops(cutout: Cutout) -> tuple[float, float]:
    """Stops of a cut-out's surface from a grey card, and the mean of its own: of what has a name its reflectance, of a dye as bright as it is drawn.

    >>> from craft.stage.stages import BY_SLUG
    >>> face = next(one for one in BY_SLUG["studio"].draw() if one.colour.name == "skin 2")
    >>> round(surface_stops(face)[0], 1)
    0.8
    """
    boxes = [path.computeTightBounds() for path in cutout.shape or ()]
    left, right = (min(b.left() for b in boxes), max(b.right() for b in boxes)) if boxes else (0.0, WIDE)
    top, bottom = (min(b.top() for b in boxes), max(b.bottom() for b in boxes)) if boxes else (0.0, HIGH)
    x = np.clip(np.linspace(left, right, 24, dtype=np.float32), -WIDE, 2 * WIDE)[None, :]
    y = np.clip(np.linspace(top, bottom, 16, dtype=np.float32), -HIGH, 2 * HIGH)[:, None]
    mean = float(np.mean(cutout.ev.at(Place(x, y, max(1.0, (right - left) / 24)))))
    named = cutout.colour.name in SURFACES
    return min(max(math.log2(cutout.colour.luminance / GREY) if named else mean, DARKEST_SURFACE), PALEST_SURFACE), mean


def flashed(cutout: Cutout, place: Place, framing: Framing, burst: Burst) -> Pixels:
    """Stops of a cut-out under a flash alone: its surface, some of its shading, and the inverse square of its way; what shines by itself, none.

    >>> from craft.stage.fields import field
    >>> from craft.stage.stage import Cutout
    >>> from craft.stage.stages import BY_SLUG
    >>> from craft.white.surfaces import flat
    >>> framing = Framing(BY_SLUG["loft"], 50.0, 2.5, 1.5, VIEW)
    >>> card = Cutout("card", None, 5.0, field(-1.0), flat("dyed", 0.09))
    >>> flashed(card, framing.place(5.0, 0, 0, 1, 1), framing, Burst(2.5, 2.5)).tolist()  # as dark as it is, and twice as far
    [[-3.0]]
    """
    if cutout.lit is Lit.OWN or framing.distance(cutout.at) < burst.beyond_m:
        return np.full((1, 1), -16.0, np.float32)
    surface, mean = surface_stops(cutout)
    away = burst.way_m(min(framing.distance(cutout.at), FARTHEST_M))
    fallen = 2 * math.log2(burst.way_m(burst.away_m) / away)
    return np.asarray(np.float32(surface + fallen) + np.float32(FORM) * (cutout.ev.at(place) - np.float32(mean)), np.float32)
