"""The colours of a scene in a frame, small: what automatic white looks at, and how much of it each light falls on."""

from __future__ import annotations

import numpy as np

from craft.kept import kept
from craft.stage.colour import Pixels
from craft.stage.stage import Lit, Stage
from craft.tones.boxes import Tuning, boxes_of, cutouts_in, draw, lay
from craft.tones.framing import Framing, Heavens, View
from craft.tones.own import OwnLight, lit, scaled_to
from craft.white.automatic import found_white

ACROSS = 96
"""Pixels across; a body's own metering of colour is no finer."""


def small_framing(stage: Stage, focal_36_mm: float, distance_m: float, aspect: float, heavens: Heavens | None = None) -> Framing:
    """A stage as a lens frames it, small.

    >>> from craft.stage.stages import BY_SLUG
    >>> small_framing(BY_SLUG["hall"], 50.0, 6.0, 1.5).view.height
    64
    """
    return Framing(stage, focal_36_mm, distance_m, aspect, View(ACROSS, max(1, round(ACROSS / aspect)), float(ACROSS)), heavens=heavens)


@kept
def colours_of(framing: Framing, tuning: Tuning) -> Pixels:
    """The numbers of a scene, (h, w, 3), the key 1: all of it sharp and still."""
    out = np.zeros((framing.view.height, framing.view.width, 3), np.float32)
    for box in boxes_of(framing, tuning, 0):
        lay(out, box.pixels, box.left, box.top)
    return out


@kept
def shares_of(framing: Framing) -> dict[Lit, float]:
    """How much of a picture each light falls on."""
    high, wide = framing.view.height, framing.view.width
    where = {lit: np.zeros((high, wide), np.float32) for lit in Lit}
    plain = Tuning(framing.stage.above, framing.stage.below, 5500.0)
    for cutout in cutouts_in(framing):
        box = draw(cutout, framing, plain, 0) if framing.seen(cutout.at) else None
        if box is None:
            continue
        left, top = max(0, box.left), max(0, box.top)
        cover = box.pixels[top - box.top : high - box.top, left - box.left : wide - box.left, 3]
        rows, columns = slice(top, top + cover.shape[0]), slice(left, left + cover.shape[1])
        for of, there in where.items():
            there[rows, columns] *= 1 - cover
            if of is cutout.lit:
                there[rows, columns] += cover
    total = sum(float(there.sum()) for there in where.values())
    return {of: float(there.sum()) / max(total, 1e-9) for of, there in where.items()}


@kept
def automatic_on_scene(framing: Framing, tuning: Tuning, behaviour: str, full_stops: float) -> tuple[float, float]:
    """Temperature and tint that automatic white finds on a scene; full_stops: over the key, from which a channel is full."""
    return found_white(colours_of(framing, tuning), behaviour, 2.0**full_stops)


@kept
def automatic_on_own(own: OwnLight, kind: str, kelvin: float, behaviour: str) -> tuple[float, float]:
    """The same on a picture of one's own in another light."""
    return found_white(lit(np.asarray(scaled_to(own.pixels, ACROSS), np.float32), kind, kelvin), behaviour)
