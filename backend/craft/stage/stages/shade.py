"""A portrait in open shade, the street behind in the sun."""

from __future__ import annotations

from craft.stage.colour import paint
from craft.stage.fields import fade, field, glow, grain
from craft.stage.parts import BLUE, EARTH, HAIR, LEAF, SKIN, SLATE, STONE, TAR, WHITE, Look, bust, sky
from craft.stage.shapes import line, oval, poly, rect, scatter
from craft.stage.stage import Cutout, Moves, Stage, Tone


# fmt: off
def _draw() -> tuple[Cutout, ...]:
    leaves = tuple(oval(x, y, 8 + 10 * q, 5 + 5 * q, 180 * q) for x, y, q in scatter(13, 240, -500, -260, 460, 130))
    trees = tuple(oval(x, 200 + 20 * q, 60 + 50 * q, 46 + 40 * q) for x, _, q in scatter(19, 40, -1200, 0, 2200, 1))
    windows = tuple(rect(x, y, 34, 54) for x in (610, 690, 770, 850, 930, 1010, 1090) for y in (40, 140, 240))
    sitter = Look(-1.0, paint(0.6, 0.95, 1.05), -0.05, SKIN[1], -2.6, HAIR[0], "long_hair", more=(("collar", 0.5, paint(1.2, 0.9, 0.5)),), weave=(3, 9, 0.16))
    rim = glow(548, 210, 16, 160, 1.5) + glow(700, 520, 26, 200, 0.7)
    return (
        sky(fade((0, 2.4), (240, 3.1)), BLUE, to=WHITE, share=fade((0, 0.3), (240, 0.9))),
        Cutout("trees", trees, 60, field(0.9) + grain(14, 10, 0.5, 4), LEAF),
        Cutout("sunny wall", (rect(570, -400, 3000, 800),), 16, field(2.5) + grain(40, 30, 0.08, 5) + fade((-100, 0.2), (400, -0.1)), paint(1.06, 0.98, 0.84)),
        Cutout("windows", windows, 15.9, field(-0.2), SLATE),
        Cutout("shutters", tuple(rect(x + d, y, 13, 54) for x in (610, 690, 770, 850, 930, 1010, 1090) for y in (40, 140, 240) for d in (-15, 36)), 15.8, field(1.2), paint(0.55, 0.95, 1.15)),
        Cutout("far house", (rect(-3000, 60, 3380, 340),), 24, field(2.0) + grain(60, 40, 0.1, 6), EARTH),
        Cutout("doorways", tuple(rect(x, 250, 44, 110) for x in (-500, -180, 60, 220, 320)), 23.9, field(-0.5), TAR),
        Cutout("street", (rect(-3000, 370, 7000, 3000),), 9, field(2.4) + grain(80, 5, 0.14, 7) + fade((370, 0.3), (640, -0.3)), STONE),
        Cutout("passers-by", tuple(p for x, q in ((120, 0.2), (250, 0.7), (760, 0.4), (900, 0.9)) for p in (oval(x, 300, 7, 9), poly((x - 14, 312), (x + 14, 312), (x + 12, 352), (x + 7, 404), (x - 8, 404), (x - 12, 352)))), 15, field(0.3) + grain(40, 40, 0.8, 8), paint(1.1, 0.85, 0.8), moves=Moves.WIND, speed_m_s=(1.2, 0)),
        Cutout("awning", (poly((560, 60), (820, 40), (860, 110), (560, 130)),), 14, field(2.3), paint(1.35, 0.7, 0.5)),
        Cutout("bicycle", (line([(180, 470), (214, 420), (270, 420), (300, 470), (240, 470), (214, 420)], 3.5), line([(264, 404), (282, 404)], 4)), 10, field(-0.8), TAR),
        Cutout("wheels", (line([(210, 470), (210, 440, 150, 440, 150, 470), (150, 500, 210, 500, 210, 470)], 3), line([(330, 470), (330, 440, 270, 440, 270, 470), (270, 500, 330, 500, 330, 470)], 3)), 10, field(-0.9), TAR),
        Cutout("edge of the shade", (poly((-3000, 560), (4000, 530), (4000, 3000), (-3000, 3000)),), 5, field(-0.6) + grain(60, 6, 0.16, 9), paint(0.86, 0.98, 1.12), soft=5),
        *bust("sitter", sitter, 500, 236, 1.2, 2.4, light=rim, shade=0.35, to=paint(1.1, 0.98, 0.84), share=rim * 0.3),
        Cutout("hair in the sun", (line([(438, 128), (470, 100, 540, 100, 566, 150), (584, 200, 590, 300, 586, 380)], 4),), 2.38, field(2.2), paint(1.2, 0.9, 0.55), cover=field(0.7), soft=2.2, moves=Moves.BODY),
        Cutout("leaves", leaves, 1.6, field(-1.3) + grain(14, 14, 0.8, 10) + fade((-200, 1.0), (130, -0.2)), LEAF, moves=Moves.WIND, speed_m_s=(0.1, 0.05)),
        Cutout("post", (rect(-120, -900, 130, 2600),), 1.5, field(-1.9) + fade((-60, -0.4), (10, 0.6), "x") + grain(6, 70, 0.2, 11), EARTH),
    )


STAGE = Stage(
    slug="shade", title="open shade before a sunny street", problem="A face in blue shade, a street behind it two and a half stops brighter and warmer.",
    usual_mm=85, distance_m=2.4, aim=(500, 280), vanishing=(480, 330),
    tones=(Tone("sky", 480, 60, 2.5, 10), Tone("sunny wall", 820, 350, 2.5, 8), Tone("street", 760, 470, 2.6, 10), Tone("collar", 470, 396, 0.6, 5), Tone("skin", 520, 270, 0.1, 8, skin=True), Tone("doorway", 84, 300, -0.5, 5), Tone("dress", 470, 560, -1.1, 10), Tone("hair", 500, 120, -2.4, 6)),
    draw=_draw,
)
