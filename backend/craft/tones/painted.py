"""Distances painted roughly over a picture of one's own: planes that a lens can put out of focus, each at its own distance."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from hashlib import sha256
from itertools import pairwise
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.kept import kept
from craft.stage.colour import Pixels
from craft.tones.own import OwnLight, Plane
from craft.white.screen import LUMINANCE

BASE = "~"
"""Stands in a picture's name before what tells its painted distances from others."""

FITTED = 0.012
"""Share of the picture's width within which a painted edge is drawn to an edge of the picture."""

FITTINGS = 3
"""An edge is drawn over in so many steps: each goes on from where the one before put it."""

MOSTLY = 0.5
"""Share of a pixel from which it is taken to belong to an area: what no pixel mostly belongs to is not there."""

ALIKE_STOPS = 0.1
"""Light that differs by less is taken to be one surface when an edge is looked for (an estimate)."""


@dataclass(frozen=True, slots=True)
class Area:
    """Something in the picture with a distance of its own, in metres; infinity is far."""

    name: str
    distance_m: float


@dataclass(frozen=True, slots=True)
class Stroke:
    """A line of paint: which area, by its place in the list, none takes paint away; its width and its points as shares of the picture.

    wide : of the picture's width. points : across and down, each of its own side.
    """

    area: int | None
    wide: float
    points: tuple[tuple[float, float], ...]


def painted(areas: Sequence[Area], strokes: Sequence[Stroke], shape: tuple[int, int]) -> NDArray[np.uint8]:
    """Which area each pixel belongs to, (h, w): 0 none, then from 1 in the order of the areas. A later stroke covers an earlier one.

    >>> wall, taken_back = Stroke(0, 0.2, ((0.0, 0.5), (1.0, 0.5))), Stroke(None, 0.2, ((0.95, 0.5),))
    >>> painted([Area("wall", 9.0)], [wall, taken_back], (5, 10))[2].tolist()
    [1, 1, 1, 1, 1, 1, 1, 1, 0, 0]
    """
    high, wide = shape
    fine = 16  # fixed-point places, so that a stroke does not depend on the picture's size
    out = np.zeros(shape, np.uint8)
    for stroke in strokes:
        value = 0 if stroke.area is None else stroke.area + 1
        at = [(round((x * wide - 0.5) * fine), round((y * high - 0.5) * fine)) for x, y in stroke.points]
        radius = stroke.wide * wide / 2
        for one, other in pairwise(at):
            cv2.line(out, one, other, value, max(1, round(2 * radius)), cv2.LINE_8, 4)
        for one in at:
            cv2.circle(out, one, max(1, round(radius * fine)), value, cv2.FILLED, cv2.LINE_8, 4)
    return out


def fitted(cover: Pixels, guide: Pixels, radius: int) -> Pixels:
    """A rough cover, (h, w) of 0 to 1, whose edges go to those of a guide (He, Sun and Tang 2010, the guided filter).

    guide : (h, w), in stops.

    >>> guide = np.repeat(np.float32([[0] * 8 + [4] * 8]), 3, axis=0)
    >>> rough = np.repeat(np.float32([[0] * 9 + [1] * 7]), 3, axis=0)
    >>> [round(float(v), 1) for v in fitted(rough, guide, 3)[1, 6:11]]
    [0.0, 0.0, 0.6, 0.8, 0.8]
    """
    size = (2 * radius + 1, 2 * radius + 1)

    def mean(of: NDArray[Any]) -> Pixels:
        return np.asarray(cv2.boxFilter(np.asarray(of, np.float32), -1, size, borderType=cv2.BORDER_REFLECT), np.float32)

    at, about = mean(guide), mean(cover)
    slope = (mean(guide * cover) - at * about) / (mean(guide * guide) - at * at + np.float32(ALIKE_STOPS**2))
    return np.asarray(np.clip(mean(slope) * guide + mean(about - slope * at), 0, 1), np.float32)


def with_distances(light: OwnLight, areas: Sequence[Area], strokes: Sequence[Stroke]) -> OwnLight:
    """The same picture with planes at the distances that were painted; its name tells them from others."""
    used = [k for k in range(len(areas)) if any(stroke.area == k for stroke in strokes)]
    if not used:
        return light
    belongs = painted(areas, strokes, light.unsure.shape)
    guide = np.log2(np.maximum(light.pixels @ LUMINANCE, np.float32(2.0**-20)))
    radius = max(2, round(FITTED * belongs.shape[1]))

    def cover(k: int) -> Pixels:
        rough = belongs == k + 1
        for _ in range(FITTINGS - 1):
            rough = fitted(np.asarray(rough, np.float32), guide, radius) > MOSTLY
        return fitted(np.asarray(rough, np.float32), guide, radius)

    planes = tuple(Plane(areas[k].name, areas[k].distance_m, cover(k)) for k in used)
    told = sha256(repr((tuple(areas), tuple(strokes))).encode()).hexdigest()[:12]
    return replace(light, name=f"{light.name}{BASE}{told}", planes=planes)


def base_name(name: str) -> str:
    """The name of a picture, whatever distances are painted on it.

    >>> base_name("7-2611~0a1b"), base_name("7-2611")
    ('7-2611', '7-2611')
    """
    return name.partition(BASE)[0]


def filled(pixels: Pixels, known: Pixels) -> Pixels:
    """A picture that goes on where it is hidden: what is not known is taken from ever coarser means of what is (Gortler et al. 1996, pull-push).

    pixels : (h, w, c). known : (h, w) from 0 to 1.

    >>> filled(np.float32([[[2.0], [9.0]]]), np.float32([[1.0, 0.0]])).ravel().tolist()
    [2.0, 2.0]
    """
    high, wide = known.shape
    weighted = np.dstack([pixels * known[..., None], known])
    if max(high, wide) == 1 or known.min() > 1 - 1e-3:
        return np.asarray(weighted[..., :-1] / np.maximum(weighted[..., -1:], 1e-6), np.float32)
    half = cv2.resize(weighted, ((wide + 1) // 2, (high + 1) // 2), interpolation=cv2.INTER_AREA)
    half = half[..., None] if half.ndim == 2 else half
    share = half[..., -1]
    below = filled(np.asarray(half[..., :-1] / np.maximum(share[..., None], 1e-6), np.float32), np.minimum(share * 4, 1))
    back = cv2.resize(below, (wide, high), interpolation=cv2.INTER_LINEAR).reshape(pixels.shape)
    return np.asarray(weighted[..., :-1] + back * (1 - known[..., None]), np.float32)


@kept
def planes_of(light: OwnLight, rest_m: float) -> tuple[tuple[float, Pixels], ...]:
    """A picture as planes far to near: distance, and light with its cover, (h, w, 4). The farthest covers all of it.

    rest_m : distance of what is not painted. What a nearer plane hides of one behind it is taken to go on.
    """
    planes = [plane for plane in light.planes if plane.cover.max() > MOSTLY]
    rest = np.clip(1 - sum((plane.cover for plane in planes), np.zeros_like(light.unsure)), 0, 1)
    flat = sorted([(rest_m, rest), *((plane.distance_m, plane.cover) for plane in planes)], key=lambda one: -one[0])
    flat = [one for one in flat if one[1].max() > MOSTLY] or flat
    out = []
    for k, (distance, cover) in enumerate(flat):
        nearer = sum((other for _, other in flat[k + 1 :]), np.zeros_like(rest))
        whole = np.ones_like(rest) if k == 0 else np.clip(cover + nearer, 0, 1)
        seen = filled(light.pixels, np.asarray(cover > MOSTLY, np.float32)) if len(flat) > 1 else light.pixels
        out.append((distance, np.dstack([seen * whole[..., None], whole])))
    return tuple(out)
