"""Stars over land with a town's glow, and the moon."""

from __future__ import annotations

import math

import numpy as np
import skia

from craft.stage.colour import Pixels, paint
from craft.stage.fields import Field, Place, fade, field, glow, grain, halo
from craft.stage.figures import COAT
from craft.stage.parts import BLUE, GOLD, HAIR, SKIN, SLATE, TAR, WHITE, Look, person
from craft.stage.shapes import oval, poly, rect, ridge, scatter
from craft.stage.stage import FAR, Cutout, Lit, Moves, Stage, Tone


# fmt: off
def _river() -> Field:
    """The band of the galaxy across the sky, with dark lanes in it."""
    cloudy, lanes = grain(90, 60, 1.0, 41), grain(60, 26, 1.0, 47)

    def at(p: Place) -> Pixels:
        along = (p.x - 620) * 0.52 + (p.y - 120) * -0.85
        off = (p.x - 620) * 0.85 + (p.y - 120) * 0.52
        band = np.exp(-((off / 95) ** 2)) * np.exp(-(((along + 60) / 420) ** 2))
        return np.asarray(band * (1.5 + 0.5 * cloudy.at(p)) - np.exp(-(((off - 12) / 30) ** 2)) * np.clip(lanes.at(p), 0, 2) * 0.8 * band, np.float32)

    return Field(at)


def _stars(seed: int, count: int, least: float, most: float) -> tuple[skia.Path, ...]:
    return tuple(oval(x, y, least + (most - least) * q**5, least + (most - least) * q**5) for x, y, q in scatter(seed, count, -1400, -900, 2400, 470))


def _land() -> tuple[Cutout, ...]:
    town = tuple(rect(x, 470 - 4 * q, 2 + 1.6 * q, 2 + 1.6 * q) for x, _, q in scatter(67, 60, 30, 0, 300, 1))
    pines = tuple(poly((x, 560 + 10 * q), (x + 9, 500 - 70 * q), (x + 18, 560 + 10 * q)) for x, _, q in scatter(71, 120, -1200, 0, 2200, 1))
    look = Look(-2.6, SLATE, -2.0, SKIN[1], -3.4, HAIR[1], more=(("-legs", -3.0, TAR),))
    lamp = glow(436, 472, 60, 60, 2.2)
    return (
        Cutout("sky", None, FAR, fade((-300, -1.9), (480, -0.3)) + _river() + glow(150, 500, 330, 110, 2.2), BLUE, to=GOLD, share=glow(150, 500, 300, 120, 1.0) + _river() * 0.16, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("faint stars", _stars(53, 2600, 0.22, 0.6), FAR, field(1.7), BLUE, cover=field(0.55), lit=Lit.OWN, moves=Moves.SKY),
        Cutout("stars", _stars(59, 520, 0.4, 1.5), FAR, field(4.2), WHITE, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("warm stars", _stars(61, 60, 0.6, 1.7), FAR, field(4.8), paint(1.2, 0.9, 0.65), lit=Lit.OWN, moves=Moves.SKY),
        Cutout("planet", (oval(318, 112, 2.8, 2.8),), FAR, field(4.4), paint(1.08, 0.98, 0.84), lit=Lit.OWN, moves=Moves.SKY),
        Cutout("far hills", (ridge(482, 60, 21),), 9000, field(-2.3) + glow(150, 480, 260, 60, 1.2), SLATE, to=GOLD, share=glow(150, 480, 260, 60, 0.6)),
        Cutout("town", town, 8000, field(3.0), GOLD, lit=Lit.OTHER),
        Cutout("lake", (rect(-4000, 480, 9000, 60),), 2000, field(-1.5) + grain(60, 1.2, 0.2, 5) + glow(150, 490, 150, 40, 1.7), BLUE, to=GOLD, share=glow(150, 490, 170, 50, 0.7)),
        Cutout("near hills", (ridge(560, 52, 27), rect(-4000, 556, 9000, 3000)), 400, field(-3.2) + grain(30, 10, 0.25, 6), SLATE),
        Cutout("pines", pines, 300, field(-3.9), TAR),
        Cutout("ground", (ridge(610, 16, 34), rect(-4000, 606, 9000, 3000)), 12, field(-3.3) + grain(24, 8, 0.3, 7) + glow(430, 625, 90, 22, 1.6), SLATE, to=GOLD, share=glow(430, 625, 90, 22, 0.6)),
        *person("watcher", COAT, look, 420, 448, 0.9, 12, light=lamp, to=GOLD, share=lamp * 0.3, moves=Moves.STANDS),
        Cutout("lamp", (oval(439, 474, 2.6, 2.6),), 11.9, field(4.0), GOLD, lit=Lit.OTHER),
    )


STARS = Stage(
    slug="stars", title="stars over land", problem="Light so low that time, ISO and aperture are all at their end, and stars that move.",
    usual_mm=20, distance_m=12, aim=(420, 540), vanishing=(480, 480), other_k=2200,
    tones=(Tone("planet", 318, 112, 4.4, 1.2), Tone("town", 150, 470, 0.3, 5), Tone("town's glow", 150, 440, 1.0, 14), Tone("galaxy", 600, 130, 0.3, 16), Tone("sky", 60, 60, -1.2, 20), Tone("watcher", 420, 500, -0.9, 4), Tone("near hills", 800, 590, -3.2, 10), Tone("ground", 800, 632, -3.8, 5)),
    draw=_land,
)


def _moon() -> tuple[Cutout, ...]:
    x, y, r = 500.0, 300.0, 210.0
    seas = tuple(oval(x + dx, y + dy, rx, ry, turn) for dx, dy, rx, ry, turn in ((-70, -70, 66, 50, 20), (-10, -96, 44, 34, 0), (58, -44, 42, 50, 10), (92, 8, 34, 42, -20), (-96, 16, 54, 66, 12), (-50, 84, 40, 26, 30), (40, 60, 30, 24, 0)))
    pits = [(x + math.cos(a) * d, y + math.sin(a) * d, 2 + 10 * q * q) for a, d, q in ((6.28 * u / 960, 200 * (v / 640) ** 0.5, q) for u, v, q in scatter(83, 150, 0, 0, 960, 640))]
    sun = fade((x - r, -1.1), (x + 20, 0.35), "x")
    rim = Field(lambda p: np.asarray(-1.6 * np.clip(np.hypot(p.x - x, p.y - y) / r, 0, 1) ** 8, np.float32))
    disc = oval(x, y, r, r)
    return (
        Cutout("night", None, FAR, field(-9.0) + halo(x, y, 120, 3.2), BLUE, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("moon", (disc,), FAR, field(0.35) + sun + rim + grain(30, 30, 0.12, 5), paint(1.04, 1.0, 0.94), lit=Lit.OWN, moves=Moves.SKY, soft=0.6),
        Cutout("seas", seas, FAR, field(-0.75) + sun + grain(16, 16, 0.16, 6), paint(0.98, 1, 1.03), cover=field(0.85), soft=9, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("pits' light", tuple(oval(a + s * 0.25, b, s, s) for a, b, s in pits), FAR, field(0.9) + sun + rim, WHITE, cover=field(0.5), soft=0.8, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("pits", tuple(oval(a, b, s * 0.86, s * 0.86) for a, b, s in pits), FAR, field(-0.3) + sun + rim + grain(6, 6, 0.2, 7), WHITE, soft=0.5, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("night side", (poly((x - 90, y - r - 6), (x - 210, y - 120, x - 210, y + 120, x - 90, y + r + 6), (x - 460, y + r + 6), (x - 460, y - r - 6)),), FAR, field(-8.5), BLUE, cover=field(0.985), soft=24, lit=Lit.OWN, moves=Moves.SKY),
        Cutout("branches", (poly((1900, 60000), (1760, 900), (1400, 700), (900, 560), (760, 556), (700, 590), (756, 548), (900, 548), (1000, 520), (940, 470), (1006, 512), (1400, 600), (1790, 560), (1830, -900), (2000, 500), (2600, 60000)),), 60, field(-6.5), TAR),
    )


MOON = Stage(
    slug="moon", title="the moon", problem="A sunlit thing in a black sky: a meter that sees the sky burns it.",
    usual_mm=1743, distance_m=1000, aim=(500, 300), vanishing=(480, 900),
    tones=(Tone("bright land", 620, 400, 0.6, 8), Tone("seas", 560, 258, -0.4, 8), Tone("land near the edge", 330, 300, -1.4, 8), Tone("sky", 900, 80, -8.9, 20)),
    draw=_moon,
)
