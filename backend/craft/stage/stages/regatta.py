"""A white and a tarred hull on glittering water, the quay's shadow across the lane."""

from __future__ import annotations

from craft.stage.colour import paint
from craft.stage.fields import fade, field, glow, grain, ripples
from craft.stage.parts import BLUE, EARTH, LEAF, SKIN, SLATE, STONE, TAR, WHITE, cloud, sky, water
from craft.stage.shapes import line, moved, oval, poly, rect, ridge, scatter
from craft.stage.stage import Cutout, Lit, Moves, Stage, Tone
from craft.white.surfaces import Surface

# fmt: off
HULL = poly((-352, 2), (-300, -7, -150, -10, 0, -10), (150, -10, 300, -7, 356, 2), (300, 15, 150, 19, 0, 19), (-150, 19, -300, 15, -352, 2))
KEEL = poly((-340, 6), (-200, 14, 200, 14, 344, 6), (300, 16, 150, 20, 0, 20), (-150, 20, -300, 16, -340, 6))
ROWER = {
    "shirt": poly((-16, -10), (-20, -28, -12, -52, 4, -58), (14, -56, 18, -46, 16, -34), (12, -20, 12, -14, 14, -8)),
    "arms": poly((6, -52), (16, -50), (40, -34), (62, -36), (63, -31), (40, -27), (14, -38)),
    "legs": poly((8, -10), (24, -26), (36, -28), (58, -10), (50, -6), (34, -18), (22, -4)),
    "skin": oval(9, -68, 7.6, 9.4),
    "neck": poly((2, -62), (12, -62), (13, -52), (1, -52)),
    "cap": poly((1, -70), (2, -80, 14, -82, 17, -71), (24, -70), (24, -68), (1, -69)),
}


def _crew(x: float, y: float, size: float, at: float, shirt_ev: float, shirt: Surface, first: int) -> list[Cutout]:
    out = []
    for k in range(4):
        put = {name: moved([path], x - 170 * size + 100 * size * k, y, size) for name, path in ROWER.items()}
        sun = glow(x - 170 * size + 100 * size * k - 6, y - 50 * size, 12 * size, 40 * size, 0.9)
        oar = line([(x - 130 * size + 100 * size * k, y - 34 * size), (x - 90 * size + 100 * size * k, y + 6 * size), (x - 46 * size + 100 * size * k, y + 34 * size)], 2.6 * size)
        blade = poly((x - 58 * size + 100 * size * k, y + 26 * size), (x - 32 * size + 100 * size * k, y + 38 * size), (x - 38 * size + 100 * size * k, y + 46 * size), (x - 64 * size + 100 * size * k, y + 33 * size))
        out += [
            Cutout("legs", put["legs"], at, field(-0.7) + sun, SKIN[(k + first) % 4], moves=Moves.BODY),
            Cutout("shirts", put["shirt"], at, field(shirt_ev) + sun + grain(3, 10, 0.12, 60 + k), shirt, moves=Moves.BODY),
            Cutout("faces", (*put["neck"], *put["skin"]), at, field(-0.45 - 0.35 * ((k + first) % 3)) + sun * 0.8, SKIN[(k + first) % 4], moves=Moves.BODY),
            Cutout("caps", put["cap"], at, field(0.4 if k % 2 else -1.6), WHITE, moves=Moves.BODY),
            Cutout("arms", put["arms"], at, field(-0.5) + sun, SKIN[(k + first) % 4], moves=Moves.LIMB),
            Cutout("oars", (oar,), at, field(0.2), paint(1, 0.84, 0.6), moves=Moves.LIMB),
            Cutout("blades", (blade,), at, field(1.1), WHITE, moves=Moves.LIMB),
        ]
    return out


def _boat(x: float, y: float, size: float, at: float, ev: float, colour: Surface, band: float) -> list[Cutout]:
    hull, keel = moved([HULL], x, y, size), moved([KEEL], x, y, size)
    mirror = moved([poly((-330, 20), (-200, 27, 200, 27, 334, 20), (250, 46, -250, 46, -330, 20))], x, y, size)
    wash = tuple(oval(x - 352 * size + 700 * size * q, y + (22 + 8 * r) * size, 26 * size * (0.4 + r), 1.6 * size) for r, _, q in scatter(int(at), 26, 0, 0, 1, 1))
    return [
        Cutout("mirrored", mirror, at, field(ev - 1.6) + ripples(300, 0.3, 3), colour, cover=field(0.6), soft=3 * size),
        Cutout("hulls", hull, at, field(ev) + fade((y - 10 * size, 0.25), (y + 20 * size, -0.9)) + grain(60, 3, 0.06, int(at)), colour, moves=Moves.BODY),
        Cutout("keels", keel, at, field(band), SLATE, cover=field(0.75), moves=Moves.BODY),
        Cutout("wash", wash, at, field(2.6), WHITE, cover=field(0.85), moves=Moves.WIND, speed_m_s=(-2.0, 0.1)),
    ]


def _draw() -> tuple[Cutout, ...]:
    glitter = tuple(oval(x, y, (2 + 7 * q) * (y - 250) / 170, (0.5 + 0.9 * q) * (y - 250) / 170) for x, y, q in scatter(17, 420, -700, 296, 1700, 640))
    trees = tuple(oval(x, 262 - 10 * q, 20 + 26 * q, 16 + 20 * q) for x, _, q in scatter(23, 130, -1500, 0, 2500, 1))
    houses = tuple(rect(x, 258 - 24 * q, 26 + 22 * q, 40) for x, _, q in scatter(29, 26, -1400, 0, 2400, 1))
    quay = poly((-3000, 520), (120, 462), (250, 404), (330, 400), (352, 446), (760, 470), (790, 500), (300, 560), (-3000, 700))
    buoys = tuple(oval(x, 372 + 0.02 * x, 5, 4.6) for x in range(-600, 1700, 110))
    return (
        sky(fade((0, 1.6), (250, 2.6)) + grain(120, 18, 0.1, 3), BLUE, to=STONE, share=fade((40, 0.0), (250, 0.75))),
        cloud(9, 10, 200, field(2.9) + fade((20, 0.3), (210, -0.5)), STONE, amount=0.8, flat=3.0),
        Cutout("hills", (ridge(262, 70, 5),), 3000, field(-0.3) + grain(12, 5, 0.12, 6), paint(0.8, 0.97, 1.12)),
        Cutout("trees", trees, 220, field(-1.5) + grain(7, 6, 0.45, 8) + fade((226, 0.6), (270, -0.5)), LEAF),
        Cutout("houses", houses, 200, field(0.6) + grain(9, 9, 0.2, 9), EARTH),
        Cutout("roofs", tuple(poly((x - 4, 258 - 24 * q), (x + 13 + 11 * q, 244 - 32 * q), (x + 30 + 22 * q, 258 - 24 * q)) for x, _, q in scatter(29, 26, -1400, 0, 2400, 1)), 200, field(-0.9), paint(1.1, 0.7, 0.55)),
        Cutout("bank", (rect(-4000, 274, 9000, 14),), 180, field(-0.2) + grain(30, 2, 0.3, 10), EARTH),
        water(284, 90, fade((284, 0.9), (640, 0.1)) + glow(640, 330, 360, 120, 0.7), paint(0.7, 0.96, 1.18), to=paint(0.62, 0.98, 0.96), share=fade((300, 0.0), (640, 0.8)), rough=0.5),
        Cutout("houses mirrored", (rect(-4000, 286, 9000, 26),), 90, field(-0.6) + ripples(280, 0.5, 8), LEAF, cover=fade((286, 0.7), (312, 0.0)), soft=2, moves=Moves.WIND, speed_m_s=(0.5, 0)),
        Cutout("glitter", glitter, 80, field(4.6), STONE, lit=Lit.KEY, moves=Moves.WIND, speed_m_s=(1.4, 0.2)),
        Cutout("buoys", buoys, 75, field(0.6), paint(1.3, 0.7, 0.35)),
        *_boat(560, 342, 0.8, 76, -2.7, TAR, -4.0),
        *_crew(560, 338, 0.8, 76, -1.4, paint(0.75, 0.9, 1.2), 1),
        Cutout("shadow of the quay", (quay,), 64, field(-2.3) + ripples(284, 0.4, 12), paint(0.66, 0.95, 1.2), cover=field(0.9), soft=7, moves=Moves.WIND, speed_m_s=(0.6, 0)),
        *_boat(430, 424, 1.0, 60, 1.75, WHITE, 0.6),
        *_crew(430, 419, 1.0, 60, 1.2, WHITE, 0),
        Cutout("spray", tuple(oval(x, y, 1.2 + 2 * q, 1 + 1.4 * q) for x, y, q in scatter(41, 90, 60, 436, 800, 462)), 60, field(2.9), WHITE, cover=field(0.8), moves=Moves.LIMB),
        Cutout("quay wall", (poly((-3000, 700), (-40, 596), (420, 588), (470, 640), (470, 1600), (-3000, 1600)),), 14, field(-2.2) + grain(30, 6, 0.3, 13) + glow(300, 590, 300, 12, 0.7), STONE),
        Cutout("rail", (line([(-2000, 600), (-20, 566), (430, 560)], 5), *(line([(x, 564), (x, 604)], 4.4) for x in range(-1960, 440, 80))), 14, field(-3.0), TAR),
    )


STAGE = Stage(
    slug="regatta", title="two hulls on glitter", problem="A white hull and a tarred one on glitter, and the quay's shadow across the lane.",
    usual_mm=200, distance_m=60, aim=(430, 410), vanishing=(480, 268),
    tones=(Tone("white hull", 480, 420, 1.8, 4), Tone("sky", 200, 200, 2.4, 14), Tone("white shirts", 264, 388, 1.6, 4),
           Tone("skin", 270, 352, -0.5, 3, skin=True), Tone("water", 820, 604, 0.5, 24), Tone("tarred hull", 408, 344, -3.0, 2), Tone("water in shadow", 250, 512, -1.8, 8), Tone("quay", 200, 624, -2.2, 8)),
    draw=_draw,
)
