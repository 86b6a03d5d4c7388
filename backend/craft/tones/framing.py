"""What a lens sees of a stage: from a stage's units to pixels, for every distance."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from craft.kept import kept
from craft.sky.overhead import Overhead
from craft.stage.colour import Pixels
from craft.stage.fields import Place
from craft.stage.stage import HIGH, WIDE, Stage

WIDE_MM = 36.0
"""Width of the frame that focal lengths are told in."""

NEAREST_M = 0.25
"""Cut-outs nearer than this to the camera are out of the picture."""


SKY_M = 1000.0
"""A subject composed from here on is in the sky: it stays where it is however one walks."""


@dataclass(frozen=True, slots=True)
class View:
    """Which pixels are asked for: a picture of width and height in which the whole frame is `frame_px` wide, from left and top on."""

    width: int
    height: int
    frame_px: float
    left: float = 0.0
    top: float = 0.0


@dataclass(frozen=True, slots=True)
class Heavens:
    """What stands over a scene, and EV at ISO 100 of its key: stars are so much brighter than that; series_s: seconds of a series that is laid together, each star
    an arc, 0 for one frame; frame_s: of one of its frames."""

    over: Overhead
    ev100: float
    series_s: float = 0.0
    frame_s: float = 0.0


@dataclass(frozen=True, slots=True)
class Framing:
    """Where a camera stands and how narrow its lens is: focal_mm in 36 mm terms, distance of the subject, shape of the frame; others: distances of others
    who stand in the scene with the subject; heavens: what stands over the place, None where nobody said which."""

    stage: Stage
    focal_mm: float
    distance_m: float
    aspect: float
    view: View
    others: tuple[float, ...] = ()
    heavens: Heavens | None = None

    @property
    def back_m(self) -> float:
        """How much farther away than in the usual composition one stands; nobody gets farther from what is in the sky."""
        return 0.0 if self.stage.distance_m >= SKY_M else self.distance_m - self.stage.distance_m

    def distance(self, at: float) -> float:
        """Distance of a cut-out from this camera, in metres."""
        return at + self.back_m

    def seen(self, at: float) -> bool:
        """Whether a cut-out lies before the camera."""
        return self.distance(at) >= NEAREST_M

    def scale(self, at: float) -> tuple[float, float, float]:
        """Pixels to a unit, and the pixel place of unit (0, 0), for cut-outs at a distance.

        Stepping back draws everything towards where level lines meet, near things more; the camera keeps the subject
        where it was; the focal length magnifies about it.
        """
        stage = self.stage
        zoom = self.focal_mm / stage.usual_mm
        pull = 1.0 if math.isinf(at) else at / self.distance(at)
        own = stage.distance_m / (stage.distance_m + self.back_m)
        (vx, vy), (ax, ay) = stage.vanishing, stage.aim
        px = self.view.frame_px / WIDE
        high = WIDE / self.aspect
        x0 = ax + (vx * (1 - pull) - (vx + (ax - vx) * own)) * zoom
        y0 = ay + (vy * (1 - pull) - (vy + (ay - vy) * own)) * zoom + (high - HIGH) / 2
        return pull * zoom * px, x0 * px - self.view.left, y0 * px - self.view.top

    def place(self, at: float, left: int, top: int, width: int, height: int) -> Place:
        """The units under a box of pixels."""
        scale, x0, y0 = self.scale(at)
        x = ((np.arange(left, left + width) + 0.5 - x0) / scale).astype(np.float32)[None, :]
        y = ((np.arange(top, top + height) + 0.5 - y0) / scale).astype(np.float32)[:, None]
        return Place(x, y, 1 / scale)


@kept
def _off_middle(view: View, aspect: float) -> Pixels:
    x = ((np.arange(view.width) + 0.5 + view.left) / view.frame_px - 0.5).astype(np.float32)[None, :]
    y = ((np.arange(view.height) + 0.5 + view.top) / view.frame_px - 0.5 / aspect).astype(np.float32)[:, None]
    return np.asarray(x * x + y * y, np.float32)


def kept_by_lens(view: View, aspect: float, focal_mm: float) -> Pixels:
    """Share of the light that a lens keeps at each pixel of a view, (h, w): cos^4 of the angle, half of it, as lenses of today
    are built to lose less. focal_mm: in 36 mm terms.

    >>> kept = kept_by_lens(View(36, 24, 36.0), 1.5, 24.0)
    >>> round(float(kept[12, 18]), 2), round(float(kept[0, 0]), 2)
    (1.0, 0.57)
    """
    ratio = WIDE_MM / focal_mm
    return np.asarray(1 / (1 + _off_middle(view, aspect) * np.float32(ratio * ratio)), np.float32)
