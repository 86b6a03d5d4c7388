"""A sail loft, three people by a window."""

from __future__ import annotations

from craft.stage.colour import paint
from craft.stage.fields import boards, fade, field, glow, grain
from craft.stage.parts import BLUE, EARTH, HAIR, LEAF, SKIN, SLATE, STONE, TAR, TIMBER, WHITE, Look, bust
from craft.stage.shapes import line, oval, poly, rect, scatter
from craft.stage.stage import Cutout, Moves, Stage, Tone


# fmt: off
def _draw() -> tuple[Cutout, ...]:
    panes = tuple(rect(40 + 74 * i, 40 + 118 * j, 66, 110) for i in range(3) for j in range(3))
    sail = poly((560, -600), (1040, -600), (980, 60, 1000, 260, 1100, 420), (880, 380, 700, 420, 520, 520), (560, 340, 580, 120, 560, -600))
    seams = tuple(line([(556, y), (700, y + 26), (860, y + 20), (1060, y - 16)], 1.6) for y in range(-500, 420, 74))
    coils = tuple(oval(x, 120 + 40 * q, 34, 42) for x, q in ((1160, 0.2), (1260, 0.8), (-300, 0.4)))
    window = fade((-60, 1.3), (900, -1.4), "x")
    away = fade((250, 0.35), (760, -0.55), "x")
    weaver = Look(-0.4, paint(0.72, 0.92, 1.2), 0.1, SKIN[0], -1.6, HAIR[0], "long_hair", more=(("collar", 0.6, WHITE),), weave=(3, 5, 0.16))
    maker = Look(-1.3, paint(1.1, 0.78, 0.5), -1.05, SKIN[3], -3.4, HAIR[3], "hair", more=(("collar", -0.7, EARTH),), weave=(2, 3, 0.22))
    boy = Look(0.5, paint(1.0, 0.98, 0.9), -0.35, SKIN[2], -2.2, HAIR[2], "hair", more=(("collar", 0.2, STONE),), weave=(7, 2, 0.12))
    return (
        Cutout("wall", None, 5.6, field(-2.4) + boards(58, 0.8, 3, 5) + window + grain(2, 60, 0.2, 3), TIMBER),
        Cutout("outside", (rect(30, 30, 240, 370),), 40, fade((30, 2.7), (400, 1.9)) + grain(60, 20, 0.1, 4), BLUE, to=WHITE, share=fade((60, 0.2), (300, 0.8))),
        Cutout("harbour", (rect(30, 250, 240, 150),), 39, field(1.5) + grain(20, 3, 0.3, 5), SLATE),
        Cutout("roofs", tuple(poly((x, 262), (x + 18, 244 - 10 * q), (x + 38, 262), (x + 38, 280), (x, 280)) for x, _, q in scatter(5, 8, 20, 0, 260, 1)), 38, field(0.7), paint(1.15, 0.75, 0.6)),
        Cutout("frame", (rect(22, 22, 256, 12), rect(22, 398, 256, 14), *(rect(28 + 74 * i + 72, 30, 8, 374) for i in range(-1, 3)), *(rect(28, 30 + 118 * j + 118, 246, 8) for j in range(2))), 5.2, field(-1.2) + glow(150, 210, 130, 200, 0.7), TIMBER, soft=0.4),
        Cutout("sill", (poly((0, 410), (300, 410), (320, 430), (-20, 430)),), 5.0, field(1.7) + grain(40, 2, 0.14, 6), STONE),
        Cutout("sail", (sail,), 4.4, field(0.2) + window * 0.8 + grain(5, 60, 0.16, 7) + glow(640, 200, 40, 400, 0.4), paint(1, 0.97, 0.9), soft=1.5),
        Cutout("seams", seams, 4.38, field(-0.9) + window * 0.8, STONE, cover=field(0.6), soft=0.8),
        Cutout("coils", coils, 5.0, field(-1.6) + window + grain(5, 3, 0.4, 8), EARTH),
        Cutout("beam", (rect(-3000, -140, 7000, 60),), 4.0, field(-2.2) + window, TIMBER),
        *bust("maker", maker, 710, 214, 0.92, 3.1, light=away + fade((660, 0.5), (760, -0.6), "x"), shade=0.2),
        *bust("weaver", weaver, 372, 262, 1.12, 2.5, light=away + fade((312, 0.55), (436, -0.5), "x"), shade=0.1),
        *bust("boy", boy, 560, 348, 0.88, 2.2, light=away + fade((514, 0.5), (606, -0.5), "x"), shade=0.1),
        Cutout("shade of the far sides", (oval(780, 420, 180, 340),), 2.19, field(-2.6), TAR, cover=field(0.32), soft=70),
        Cutout("bench", (poly((-3000, 600), (4000, 574), (4000, 3000), (-3000, 3000)),), 1.8, field(-1.0) + window * 0.7 + grain(80, 3, 0.24, 9), TIMBER),
        Cutout("cloth on it", (poly((120, 598), (200, 566, 380, 560, 520, 574), (700, 590, 740, 604, 700, 626), (480, 660, 200, 660, 80, 632)),), 1.75, field(0.9) + window * 0.7 + grain(8, 5, 0.25, 10), WHITE, soft=1.2),
        Cutout("thread", (line([(372, 590), (420, 540, 470, 560, 500, 590), (540, 616, 620, 596, 650, 610)], 1.6),), 1.74, field(0.2), LEAF),
        Cutout("dust in the light", tuple(oval(x, y, 0.8 + 1.2 * q, 0.8 + 1.2 * q) for x, y, q in scatter(88, 60, 40, 60, 520, 560)), 1.9, field(1.4), WHITE, cover=field(0.5), moves=Moves.WIND, speed_m_s=(0.02, 0.02)),
        *(Cutout("pane light", panes, 5.19, field(2.4), WHITE, cover=field(0.06)),),
    )


STAGE = Stage(
    slug="loft", title="sail loft by a window", problem="Three skins side by side, two stops apart, and a window behind one shoulder.",
    usual_mm=50, distance_m=2.5, aim=(430, 310), vanishing=(480, 300),
    tones=(Tone("window", 150, 90, 2.7, 10), Tone("cloth", 300, 612, 1.3, 10), Tone("sail", 840, 160, -1.0, 12), Tone("skin, weaver", 352, 292, 0.6, 6, skin=True), Tone("skin, boy", 552, 372, -0.6, 5, skin=True), Tone("skin, maker", 700, 238, -1.7, 5, skin=True), Tone("blue smock", 372, 480, -0.1, 10), Tone("leather", 760, 420, -2.5, 8), Tone("wall", 460, 40, -2.8, 12), Tone("black hair", 720, 130, -3.8, 5)),
    draw=_draw,
)
