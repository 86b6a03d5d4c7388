"""What stands in a scene at which distance: the few things one would name, as the lens frames them."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass

import skia

from craft.render.compose import framing_of
from craft.render.shot import Shot
from craft.setup.zone import AS_INFINITY_M
from craft.stage.stage import Cutout
from craft.tones.boxes import cutouts_of
from craft.tones.framing import Framing, View

MOST = 7
APART = 1.25
"""Things nearer to each other than this factor are told as one."""

LEAST_SHARE = 0.004
"""A thing that covers less of the frame is not told."""


@dataclass(frozen=True, slots=True)
class Landmark:
    """A thing of a scene: what it is called, how far away it is (metres, infinite for the sky), and how much of the frame it covers, about."""

    name: str
    distance_m: float
    share: float


def _share(cutout: Cutout, framing: Framing) -> float:
    """How much of the frame the box about a cut-out covers."""
    view = framing.view
    if cutout.shape is None:
        return 1.0
    scale, x0, y0 = framing.scale(cutout.at)
    box = skia.Rect.MakeEmpty()
    for path in cutout.shape:
        box.join(path.computeTightBounds())
    wide: float = min(box.right() * scale + x0, view.width) - max(box.left() * scale + x0, 0)
    high: float = min(box.bottom() * scale + y0, view.height) - max(box.top() * scale + y0, 0)
    return max(0.0, wide) * max(0.0, high) / (view.width * view.height)


def _plain(name: str) -> str:
    """A cut-out's name without the part it is of something, and without a number."""
    return re.sub(r" \d+$", "", name.split(",")[0]).strip()


def landmarks(shot: Shot) -> tuple[Landmark, ...]:
    """The things that cover most of a shot's frame, nearest first, no two close together; its subject is not among them.

    >>> [one.name for one in landmarks(shot())][-1]
    'sky'
    """
    aspect = shot.width_mm / shot.height_mm
    framing = framing_of(shot, View(360, round(360 / aspect), 360.0))
    found: dict[tuple[str, float], float] = {}
    for cutout in cutouts_of(shot.scene.slug):
        share = _share(cutout, framing) if framing.seen(cutout.at) else 0.0
        at = framing.distance(cutout.at)
        key = _plain(cutout.name), at if at < AS_INFINITY_M else math.inf
        found[key] = max(found.get(key, 0.0), share)
    told: list[Landmark] = []
    for (name, at), share in sorted(found.items(), key=lambda one: -one[1]):
        near = [shot.distance_m, *(one.distance_m for one in told)]
        if share < LEAST_SHARE or len(told) == MOST or any(_alike(at, other) for other in near):
            continue
        told.append(Landmark(name, at, share))
    return tuple(sorted(told, key=lambda one: one.distance_m))


def _alike(one: float, other: float) -> bool:
    if math.isinf(one) or math.isinf(other):
        return one == other
    return max(one, other) < APART * min(one, other)
