"""A salt flat, bright as snow."""

from __future__ import annotations

import skia

from craft.stage.colour import of, paint
from craft.stage.fields import fade, field, glow, grain
from craft.stage.figures import COAT
from craft.stage.parts import BLUE, EARTH, HAIR, ROSE, SKIN, SLATE, TAR, TIMBER, WHITE, Look, cloud, person, sky
from craft.stage.shapes import line, moved, oval, poly, rect, ridge, scatter
from craft.stage.stage import Cutout, Moves, Stage, Tone


# fmt: off
def _cracks() -> tuple[skia.Path, ...]:
    out = []
    for x, y, q in scatter(91, 210, -1500, 300, 2500, 980):
        depth = (y - 292) / 348
        w = 150 * depth * (0.6 + q)
        out.append(line([(x, y), (x + w * 0.5, y - w * 0.07 * (1 + q)), (x + w, y + w * 0.02)], 0.5 + 1.8 * depth))
        out.append(line([(x, y), (x - w * 0.28, y + w * 0.12), (x - w * 0.22, y + w * 0.26)], 0.4 + 1.5 * depth))
    return tuple(out)


def _draw() -> tuple[Cutout, ...]:
    heaps = tuple(poly((x - 46 - 20 * q, 312), (x - 12, 276 - 18 * q), (x + 6, 274 - 18 * q), (x + 52 + 20 * q, 312)) for x, q in ((-300, 0.3), (60, 0.8), (170, 0.1), (262, 0.5), (1010, 0.6), (1130, 0.2), (1320, 0.9)))
    shade = tuple(poly((x - 46 - 20 * q, 312), (x - 12, 276 - 18 * q), (x - 4, 290), (x - 10, 312)) for x, q in ((-300, 0.3), (60, 0.8), (170, 0.1), (262, 0.5), (1010, 0.6), (1130, 0.2), (1320, 0.9)))
    cart = (poly((-40, -34), (52, -34), (40, -4), (-28, -4)), line([(48, -30), (104, -18)], 4), line([(-34, -4), (-30, 14)], 4))
    look = Look(-0.9, paint(1.3, 0.72, 0.4), -0.1, SKIN[1], -2.8, HAIR[3], more=(("-stride", -2.0, SLATE), ("collar", 0.9, WHITE), ("hat", 0.6, paint(1.1, 0.95, 0.7)), ("hands", -0.6, SKIN[1])))
    return (
        sky(fade((-200, -0.6), (290, 1.1)) + grain(180, 60, 0.05, 3), BLUE, to=WHITE, share=fade((40, 0.0), (290, 0.7))),
        cloud(12, 130, 262, field(1.9) + fade((130, 0.3), (262, -0.4)), WHITE, amount=0.75, flat=4),
        Cutout("mountains", (ridge(292, 74, 33),), 30000, field(0.3) + grain(30, 20, 0.12, 4), BLUE, to=ROSE, share=fade((220, 0.5), (292, 0.1))),
        Cutout("low land", (ridge(294, 18, 36),), 9000, field(-0.2), SLATE, to=EARTH, share=field(0.5)),
        Cutout("salt", (rect(-5000, 292, 11000, 4000),), 5, field(1.5) + fade((292, 0.35), (640, -0.1)) + grain(50, 5, 0.1, 6) + glow(700, 340, 500, 60, 0.25), of("snow"), to=paint(0.94, 0.99, 1.06), share=grain(120, 14, 0.5, 8) + 0.4),
        Cutout("ridges", _cracks(), 4.9, field(0.7), paint(0.86, 0.98, 1.12), cover=field(0.7), soft=0.5),
        Cutout("ridges' edges", tuple(oval(x, y - 1.5, 40 * (y - 292) / 348 * q, 1.2 * (y - 292) / 348 + 0.2) for x, y, q in scatter(91, 210, -1500, 300, 2500, 980)), 4.85, field(2.1), WHITE, cover=field(0.8), soft=0.6),
        Cutout("heaps", heaps, 60, field(1.9) + grain(6, 4, 0.1, 9), WHITE),
        Cutout("heaps in shade", shade, 60, field(0.4), paint(0.8, 0.97, 1.2), soft=1.5),
        Cutout("pools", tuple(oval(x, 330 + 60 * q, 60 + 120 * q, 2.6 + 6 * q) for x, _, q in scatter(97, 16, -1200, 0, 2200, 1)), 12, field(0.4), BLUE, soft=1.2),
        Cutout("shadow", (poly((584, 498), (624, 494), (480, 540), (400, 552), (410, 540)),), 8, field(-0.6), paint(0.78, 0.96, 1.22), cover=field(0.85), soft=3),
        *person("raker", COAT, look, 604, 312, 1.0, 8.0, light=fade((588, -0.7), (622, 0.9), "x"), moves=Moves.BODY),
        Cutout("rake", (line([(560, 500), (636, 378), (668, 326)], 3.2), poly((540, 494), (586, 506), (584, 512), (538, 500))), 8, field(-1.4), TIMBER, moves=Moves.BODY),
        Cutout("barrow", (*moved(cart, 372, 520, 1.2), oval(398, 534, 15, 15)), 8, field(-1.9) + fade((480, 0.8), (540, -0.4)), TAR),
        Cutout("load", (poly((326, 480), (372, 446, 404, 446, 432, 480)),), 8, field(1.8), WHITE),
        Cutout("posts", tuple(rect(x, 300 - 2 * k, 3 + 0.6 * k, 30 + 7 * k) for k, x in enumerate((520, 496, 462, 410, 322, 180))), 30, field(-2.2), TIMBER),
    )


STAGE = Stage(
    slug="salt", title="salt flat at noon", problem="White from edge to edge: a meter makes it grey, and the worker on it black.",
    usual_mm=35, distance_m=8.0, aim=(600, 400), vanishing=(480, 292),
    tones=(Tone("heap in the sun", 270, 300, 1.9, 4), Tone("salt", 780, 560, 1.3, 14), Tone("cloud", 400, 190, 1.4, 20), Tone("skin", 604, 318, 0.1, 4, skin=True), Tone("upper sky", 480, 20, 0.1, 14), Tone("orange coat", 604, 390, -0.8, 6), Tone("barrow", 380, 500, -1.4, 6), Tone("posts", 182, 310, -2.2, 1)),
    draw=_draw,
)
