"""Stars over land with a town's glow, and the moon."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import skia

from craft.stage.colour import Pixels, paint
from craft.stage.fields import Field, Place, fade, field, glow, grain, halo
from craft.stage.figures import head
from craft.stage.parts import BLUE, GOLD, SKIN, SLATE, TAR, WHITE
from craft.stage.shapes import joined, line, oval, phase, poly, rect, ridge, scatter
from craft.stage.stage import FAR, Cutout, Lit, Moves, Stage, Tone


# fmt: off
def _river() -> Field:
    """The band of the galaxy across the sky, with two dark lanes in it."""
    cloudy, lanes, bend = grain(90, 60, 1.0, 41), grain(60, 26, 1.0, 47), grain(120, 120, 1.0, 43)

    def at(p: Place) -> Pixels:
        along = (p.x - 620) * 0.52 + (p.y - 120) * -0.85
        off = (p.x - 620) * 0.85 + (p.y - 120) * 0.52 + 9 * bend.at(p)
        band = np.exp(-((off / 105) ** 2)) * np.exp(-(((along + 60) / 440) ** 2))
        torn = 0.55 + 0.45 * np.clip(lanes.at(p) + 0.4, 0, 1.6)
        dark = 1.5 * np.exp(-(((off - 8 - 10 * np.sin(along / 60)) / 15) ** 2)) + 0.9 * np.exp(-(((off + 42 + 8 * np.sin(along / 44 + 2)) / 11) ** 2))
        return np.asarray(band * (1.5 + 0.5 * cloudy.at(p)) - dark * torn * band, np.float32)

    return Field(at)


def _stars(seed: int, count: int, size: float) -> tuple[skia.Path, ...]:
    return tuple(oval(x, y, size * (0.8 + 0.4 * q), size * (0.8 + 0.4 * q)) for x, y, q in scatter(seed, count, -1400, -900, 2400, 470))


def _spruce(x: float, foot: float, high: float, q: float) -> skia.Path:
    """A conifer by its storeys, each wider than the one above, no two alike."""
    storeys = 4 + round(3 * q)
    right, left = [(x + 0.8, foot - high)], [(x - 0.8, foot - high)]
    for k in range(1, storeys + 1):
        y, wide = foot - high + high * 0.94 * k / storeys, high * (0.05 + 0.17 * k / storeys)
        right += [(x + wide * (0.9 + 0.2 * math.sin(k * 2.1 + q * 9)), y), (x + wide * 0.42, y - high * 0.03)]
        left += [(x - wide * (0.9 + 0.2 * math.sin(k * 1.7 + q * 5)), y), (x - wide * 0.42, y - high * 0.03)]
    return poly(*right, (x + 1.6, foot), (x - 1.6, foot), *reversed(left))


def _watcher() -> list[Cutout]:
    """Somebody on a stone with a red lamp on the knees: chin and hands are all that it lights."""
    red = paint(2.2, 0.55, 0.4)
    spot: dict[str, Any] = {"at": 12.0, "moves": Moves.STANDS}
    lamp = glow(438, 526, 30, 30, 3.0)
    body = poly((404, 566), (398, 540, 400, 508, 410, 498), (418, 492, 430, 494, 434, 502), (440, 518, 438, 528, 436, 538), (456, 534, 470, 536, 474, 542), (478, 556, 478, 572, 480, 584), (468, 586), (464, 566, 460, 556, 452, 556), (436, 568, 416, 572, 404, 566))
    top = head(424, 482, 0.78, turn=6)
    return [
        Cutout("stone", (poly((384, 592), (388, 568, 402, 560, 424, 562), (446, 562, 456, 572, 458, 592)),), ev=field(-3.0) + glow(430, 590, 60, 20, 1.0), colour=SLATE, **spot),
        Cutout("watcher", (body,), ev=field(-3.1) + lamp * 0.5, colour=TAR, to=red, share=lamp * 0.22, **spot),
        Cutout("watcher's skin", top["skin"], ev=field(-2.4) + lamp * 0.9, colour=SKIN[1], to=red, share=lamp * 0.45, **spot),
        Cutout("watcher's cap", (oval(424, 474, 9.4, 7.4), rect(414.4, 474, 19.2, 4)), ev=field(-3.3), colour=TAR, **spot),
        Cutout("hands", (oval(446, 535, 5.4, 3.2, -12), oval(438, 538, 4.6, 3.0, 10)), ev=field(-2.2) + lamp, colour=SKIN[1], to=red, share=lamp * 0.5, **spot),
        Cutout("lamp", (oval(440, 530, 2.0, 2.4),), 11.9, field(2.6), red, lit=Lit.OWN),
    ]


def _land() -> tuple[Cutout, ...]:
    town = tuple(rect(x, 470 - 4 * q, 2 + 1.6 * q, 2 + 1.6 * q) for x, _, q in scatter(67, 60, 30, 0, 300, 1))
    far_trees = tuple(_spruce(x, 566 + 6 * q, 26 + 46 * q * q, q) for x, _, q in scatter(71, 150, -1200, 0, 2200, 1))
    near_trees = (_spruce(884, 660, 300, 0.9), _spruce(-30, 640, 240, 0.4), _spruce(1060, 640, 200, 0.6), _spruce(-260, 660, 330, 0.7))
    bright = _stars(59, 90, 1.2)
    glowing = glow(150, 500, 330, 110, 2.2)
    mirrored = tuple(line([(b.centerX(), 962 - b.centerY()), (b.centerX(), 966 - b.centerY())], 1.1) for b in (path.computeTightBounds() for path in bright) if 420 < b.centerY() < 478)
    return (
        Cutout("sky", None, FAR, fade((-300, -2.3), (480, -0.5)) + _river() + glowing, BLUE, to=GOLD, share=glow(150, 500, 300, 120, 1.0) + _river() * 0.16, moves=Moves.SKY),
        Cutout("faint stars", _stars(53, 2600, 0.32), FAR, field(1.7), BLUE, cover=field(0.55), lit=Lit.OWN, moves=Moves.SKY),
        Cutout("stars", _stars(57, 520, 0.55), FAR, field(3.2), WHITE, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("bright stars", bright, FAR, field(4.6), WHITE, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("warm stars", _stars(61, 36, 0.85), FAR, field(4.8), paint(1.2, 0.9, 0.65), lit=Lit.OWN, moves=Moves.SKY),
        Cutout("planet", (oval(318, 112, 2.8, 2.8),), FAR, field(4.4), paint(1.08, 0.98, 0.84), lit=Lit.OWN, moves=Moves.SKY),
        Cutout("far hills", (ridge(482, 60, 21),), 9000, field(-2.3) + glow(150, 480, 260, 60, 1.2), SLATE, to=GOLD, share=glow(150, 480, 260, 60, 0.6)),
        Cutout("town", town, 8000, field(3.0), GOLD, lit=Lit.OTHER),
        Cutout("lake", (rect(-4000, 480, 9000, 100),), 2000, fade((480, -1.3), (580, -2.2)) + grain(90, 0.9, 0.08, 5) + glow(150, 490, 150, 60, 1.9), BLUE, to=GOLD, share=glow(150, 490, 170, 60, 0.7)),
        Cutout("stars in the lake", mirrored, 1990, field(1.6), WHITE, cover=field(0.7), soft=0.5, lit=Lit.OWN),
        Cutout("town in the lake", tuple(rect(x, 484, 2, 26 + 20 * q) for x, _, q in scatter(67, 60, 30, 0, 300, 1)), 1990, field(0.7), GOLD, cover=fade((484, 0.7), (530, 0.0)), soft=1.2, lit=Lit.OTHER),
        Cutout("near hills", (ridge(572, 34, 27), rect(-4000, 568, 9000, 3000)), 400, field(-3.2) + grain(30, 10, 0.25, 6), SLATE),
        Cutout("trees", far_trees, 300, field(-3.9), TAR),
        Cutout("ground", (ridge(610, 16, 34), rect(-4000, 606, 9000, 3000)), 12, field(-3.3) + grain(24, 8, 0.3, 7), SLATE),
        Cutout("near trees", near_trees, 30, field(-4.1) + grain(5, 3, 0.3, 8), TAR, moves=Moves.STANDS),
        *_watcher(),
    )


STARS = Stage(
    slug="stars", title="stars over land", problem="Light so low that time, ISO and aperture are all at their end, and stars that move.",
    usual_mm=20, distance_m=12, aim=(420, 540), vanishing=(480, 480), other_k=2200, other_name="lamps of the town",
    tones=(Tone("planet", 318, 112, 4.4, 1.2), Tone("town", 150, 470, 0.3, 5), Tone("town's glow", 150, 440, 1.0, 14), Tone("galaxy", 600, 130, 0.0, 16), Tone("sky", 60, 60, -1.2, 20), Tone("watcher", 408, 540, -2.6, 3), Tone("near hills", 800, 590, -3.2, 10), Tone("ground", 800, 632, -3.8, 5)),
    draw=_land, invented=frozenset({"faint stars", "stars", "bright stars", "warm stars", "planet", "stars in the lake", "galaxy"}),
)


def _moon(lit: float = 0.805, right: bool = True) -> tuple[Cutout, ...]:
    """The moon's disc with so much of it lit, on its right or its left."""
    x, y, r = 500.0, 300.0, 210.0
    edge, side = r * (2 * lit - 1), 1 if right else -1
    deep = 1.5 * min(1.0, (1 - lit) / 0.195)
    seas = joined(*(oval(x + dx, y + dy, rx, ry, turn) for dx, dy, rx, ry, turn in ((-70, -70, 66, 50, 20), (-6, -92, 46, 36, 0), (58, -44, 46, 52, 10), (92, 12, 36, 46, -20), (24, -66, 40, 22, 0), (80, -14, 30, 40, -10), (-96, 16, 54, 66, 12), (-84, -30, 50, 40, 0), (-50, 84, 44, 28, 30), (-76, 58, 30, 26, 10), (40, 60, 30, 24, 0))))
    pits = [(x + math.cos(a) * d, y + math.sin(a) * d, 1.5 + 9 * q**3) for a, d, q in ((6.28 * u / 960, 196 * (v / 640) ** 0.5, q) for u, v, q in scatter(83, 190, 0, 0, 960, 640))]
    young = ((540.0, 448.0, 8.0), (430.0, 262.0, 5.0), (606.0, 240.0, 4.0))
    rays = tuple(line([(a, b), (a + math.cos(t) * d, b + math.sin(t) * d)], 0.3 + s * 0.05) for a, b, s in young for t, d in ((0.7 * k + s, s * (2.5 + 5 * math.sin(k * 2.3 + s) ** 2)) for k in range(9)))
    sun = fade((x - side * edge, -deep), (x - side * (edge - 188), 0.3), "x")
    rim = Field(lambda p: np.asarray(-1.4 * np.clip(np.hypot(p.x - x, p.y - y) / r, 0, 1) ** 8, np.float32))
    dark = phase(x, y, r, 1 - lit, not right)
    roof = poly((-9000, 60000), (-9000, 1190), (-620, 1150), (-560, 1150), (-190, 930), (640, 930), (960, 1150), (9000, 1200), (9000, 60000))
    return (
        Cutout("night", None, FAR, field(-9.2) + halo(x, y, 150, 0.9), BLUE, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("moon", (oval(x, y, r, r),), FAR, field(0.35) + sun + rim + grain(30, 30, 0.12, 5), paint(1.04, 1.0, 0.94), moves=Moves.SKY, soft=0.6),
        Cutout("seas", (seas,), FAR, field(-0.75) + sun + grain(16, 16, 0.16, 6), paint(0.98, 1, 1.03), cover=field(0.85), soft=7, moves=Moves.SKY),
        Cutout("rays", rays, FAR, field(0.85) + sun + rim, WHITE, cover=field(0.55), soft=0.5, moves=Moves.SKY),
        Cutout("pits' light", tuple(oval(a + s * 0.25, b, s, s) for a, b, s in (*pits, *young)), FAR, field(0.9) + sun + rim, WHITE, cover=field(0.5), soft=0.8, moves=Moves.SKY),
        Cutout("pits", tuple(oval(a, b, s * 0.86, s * 0.86) for a, b, s in (*pits, *young)), FAR, field(-0.3) + sun + rim + grain(6, 6, 0.2, 7), WHITE, soft=0.5, moves=Moves.SKY),
        Cutout("earthshine", (dark,), FAR, field(-6.2) + grain(60, 60, 0.2, 8), paint(0.94, 0.98, 1.06), cover=field(0.99), soft=9, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("roof", (roof, rect(360, 820, 96, 150), rect(350, 812, 116, 16)), 1500, field(-8.0) + grain(40, 12, 0.3, 9), TAR),
        Cutout("window", (rect(60, 1010, 66, 84),), 1490, field(-0.4), GOLD, lit=Lit.OTHER),
        Cutout("bars", (rect(91, 1010, 4, 84), rect(60, 1050, 66, 4)), 1489, field(-7.0), TAR),
    )


MOON = Stage(
    slug="moon", title="the moon", problem="A sunlit thing in a black sky: a meter that sees the sky burns it.",
    usual_mm=1743, distance_m=1000, aim=(500, 300), vanishing=(480, 900), void=-6.0, other_k=2700, other_name="window",
    tones=(Tone("bright land", 640, 400, 0.6, 8), Tone("seas", 560, 258, -0.4, 8), Tone("land near the edge", 410, 330, -1.6, 8), Tone("sky", 900, 80, -8.9, 20)),
    draw=_moon, disc=_moon,
)
