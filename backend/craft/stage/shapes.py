"""Outlines of cut-outs, as Skia's paths, in a stage's units."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from itertools import pairwise

import numpy as np
import skia

Point = Sequence[float]

FAR_OUT, ENDLESS = 2400.0, 60000.0
"""A coordinate so far from a frame's corner means that a thing has no end there: it is drawn to where no lens sees it."""


def _out(figure: float) -> float:
    return math.copysign(ENDLESS, figure) if abs(figure) >= FAR_OUT else figure


def _without_end(point: Point) -> list[float]:
    """A point's figures, with its own place (the last two) out where it has no end."""
    return [*point[:-2], _out(point[-2]), _out(point[-1])]


def poly(*points: Point, closed: bool = True) -> skia.Path:
    """A shape through points; a point of six figures is a cubic curve to its last two."""
    path = skia.Path()
    path.moveTo(*_without_end(points[0]))
    for point in map(_without_end, points[1:]):
        if len(point) == 2:
            path.lineTo(*point)
        elif len(point) == 4:
            path.quadTo(*point)
        else:
            path.cubicTo(*point)
    if closed:
        path.close()
    return path


def rect(x: float, y: float, wide: float, high: float) -> skia.Path:
    """A rectangle from its upper left corner."""
    return skia.Path.Rect(skia.Rect.MakeLTRB(*map(_out, (x, y, x + wide, y + high))))


def oval(x: float, y: float, rx: float, ry: float, turn: float = 0.0) -> skia.Path:
    """An ellipse about its middle, turned by degrees."""
    path = skia.Path.Oval(skia.Rect.MakeLTRB(x - rx, y - ry, x + rx, y + ry))
    if turn:
        path.transform(skia.Matrix().setRotate(turn, x, y))
    return path


ROUND = 0.5523
"""How far the handles of a cubic lie for a quarter of a circle, as a share of its radius."""


def phase(x: float, y: float, r: float, lit: float, right: bool) -> skia.Path:
    """The lit part of a disc: half of its rim, and half an ellipse from pole to pole as wide as the phase makes it. lit: its share of the disc, 0 to 1; right: on which side.

    >>> phase(0.0, 0.0, 2.0, 0.5, True).computeTightBounds().left()
    0.0
    """
    side = 1 if right else -1
    rim, edge, k = side * r, side * r * (2 * lit - 1), ROUND
    return poly(
        (x, y - r),
        (x + k * rim, y - r, x + rim, y - k * r, x + rim, y),
        (x + rim, y + k * r, x + k * rim, y + r, x, y + r),
        (x - k * edge, y + r, x - edge, y + k * r, x - edge, y),
        (x - edge, y - k * r, x - k * edge, y - r, x, y - r),
    )


def line(points: Sequence[Point], width: float) -> skia.Path:
    """A stroke of a width along points."""
    paint = skia.Paint(
        Style=skia.Paint.kStroke_Style, StrokeWidth=width, StrokeCap=skia.Paint.kRound_Cap, StrokeJoin=skia.Paint.kRound_Join
    )
    out = skia.Path()
    paint.getFillPath(poly(*points, closed=False), out)
    return out


def limb(*joints: Point) -> skia.Path:
    """An arm or a leg as one outline through joints, each a place and how wide it is there: no seam where it bends."""
    out = skia.Path()
    for (x, y, wide), (to_x, to_y, to_wide) in pairwise(joints):
        long = float(np.hypot(to_x - x, to_y - y))
        across, down = (to_y - y) / long / 2, (x - to_x) / long / 2
        piece = poly(
            (x + across * wide, y + down * wide),
            (to_x + across * to_wide, to_y + down * to_wide),
            (to_x - across * to_wide, to_y - down * to_wide),
            (x - across * wide, y - down * wide),
        )
        for part in (oval(x, y, wide / 2, wide / 2), piece, oval(to_x, to_y, to_wide / 2, to_wide / 2)):
            out = skia.Op(out, part, skia.PathOp.kUnion_PathOp)
    return out


def joined(*paths: skia.Path) -> skia.Path:
    """Shapes as one outline."""
    out = skia.Path()
    for path in paths:
        out = _both(out, path)
    return out


NUDGES = (0.0, 0.03, 0.07, 0.13)
"""How far a shape is laid beside its place, in a stage's units, until its union with another is whole."""


ON_EDGES = 2
"""Places so near an edge that its own curve and the union's may differ over them."""


def _both(one: skia.Path, other: skia.Path) -> skia.Path:
    """Two shapes as one outline. Where curves nearly meet the library may lose what both hold: then one is laid a hair beside, which nobody sees."""
    whole = one
    for nudge in NUDGES:
        laid = skia.Path(other)
        laid.offset(nudge, nudge / 2)
        whole = skia.Op(one, laid, skia.PathOp.kUnion_PathOp)
        if sum(not whole.contains(x, y) for part in (one, laid) for x, y in _within(part)) <= ON_EDGES:
            break
    return whole


def _within(path: skia.Path) -> list[tuple[float, float]]:
    """Places that a shape holds, evenly over its bounds."""
    bounds: skia.Rect = path.getBounds()
    shares = [(k + 1) / 6 for k in range(5)]
    places = [(bounds.left() + across * bounds.width(), bounds.top() + down * bounds.height()) for across in shares for down in shares]
    return [(x, y) for x, y in places if path.contains(x, y)]


def hole(outer: skia.Path, *inner: skia.Path) -> skia.Path:
    """A shape with others cut out of it."""
    for path in inner:
        outer = skia.Op(outer, path, skia.PathOp.kDifference_PathOp)
    return outer


def moved(
    paths: Iterable[skia.Path], dx: float, dy: float, scale: float = 1.0, flip: bool = False, turn: float = 0.0
) -> tuple[skia.Path, ...]:
    """Shapes drawn about 0, turned, scaled, mirrored if flip, and put at a place."""
    matrix = skia.Matrix()
    matrix.setScale(-scale if flip else scale, scale)
    matrix.preRotate(turn)
    matrix.postTranslate(dx, dy)
    out = []
    for path in paths:
        copy = skia.Path(path)
        copy.transform(matrix)
        out.append(copy)
    return tuple(out)


def ridge(base: float, height: float, seed: int, *, left: float = -1400.0, right: float = 2390.0, step: float = 26.0) -> skia.Path:
    """A range of land over a base line, long enough for any lens."""
    rng = np.random.default_rng(seed)
    xs = np.arange(left, right + step, step)
    walk = np.cumsum(rng.standard_normal(len(xs)))
    walk -= np.linspace(walk[0], walk[-1], len(xs))
    soft = np.convolve(np.pad(walk, 4, mode="edge"), np.hanning(9) / np.hanning(9).sum(), mode="valid")
    soft = (soft - soft.min()) / (np.ptp(soft) + 1e-9)
    tops = [(float(x), float(base - height * v)) for x, v in zip(xs, soft, strict=True)]
    return poly((-ENDLESS, base + 8), (-ENDLESS, tops[0][1]), *tops, (ENDLESS, tops[-1][1]), (ENDLESS, base + 8))


def scatter(seed: int, count: int, left: float, top: float, right: float, bottom: float) -> list[tuple[float, float, float]]:
    """Places strewn over a rectangle, each with a random figure of its own between 0 and 1."""
    rng = np.random.default_rng(seed)
    return [(float(rng.uniform(left, right)), float(rng.uniform(top, bottom)), float(rng.uniform())) for _ in range(count)]
