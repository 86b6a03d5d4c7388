"""Two sitters before a paper sweep, lit by lamps on stands."""

from __future__ import annotations

from craft.stage.colour import paint
from craft.stage.fields import fade, field, glow, grain
from craft.stage.parts import EARTH, HAIR, SKIN, STONE, TAR, TIMBER, WHITE, Look, bust
from craft.stage.shapes import line, oval, poly, rect
from craft.stage.stage import Cutout, Lit, Moves, Stage, Tone


# fmt: off
def _draw() -> tuple[Cutout, ...]:
    behind = glow(470, 250, 330, 260, 1.5)
    from_left, rim = fade((330, 0.5), (620, -0.8), "x"), glow(676, 210, 26, 130, 1.3)
    elder = Look(-2.4, paint(0.9, 0.96, 1.05), 0.3, SKIN[3], -2.2, paint(1, 0.97, 0.94), "hair", more=(("collar", 0.2, WHITE),), weave=(2, 7, 0.2))
    younger = Look(-0.6, paint(0.55, 1.05, 0.95), 0.15, SKIN[0], -2.0, HAIR[4], "long_hair", more=(("collar", -1.0, paint(0.5, 1.0, 0.9)),), weave=(4, 4, 0.14))
    box = poly((-60, -60), (92, 10), (82, 470), (-70, 560))
    return (
        Cutout("paper", None, 4.6, field(-1.9) + behind + grain(200, 160, 0.06, 3), STONE),
        Cutout("edge of the paper", (rect(-3000, -3000, 2700, 7000), rect(1290, -3000, 3000, 7000)), 4.5, field(-3.6) + grain(40, 90, 0.2, 4), TAR),
        Cutout("pole", (rect(-3000, -250, 7000, 10), rect(1270, -3000, 12, 7000)), 4.4, field(-3.0), TIMBER),
        Cutout("sweep", (poly((-300, 620), (200, 560, 800, 560, 1290, 620), (1290, 3000), (-300, 3000)),), 3.6, field(-1.3) + behind * 0.5 + fade((600, 0.0), (900, 0.6)), STONE, soft=30),
        Cutout("stand", (line([(832, -20), (838, 700)], 6), line([(838, 600), (772, 760)], 4), line([(838, 600), (906, 760)], 4)), 3.4, field(-3.4) + fade((820, 0.8), (844, 0.0), "x"), TAR),
        Cutout("far lamp", (poly((800, -8), (870, -30), (892, 50), (820, 66)),), 3.35, field(-2.8), TAR, lit=Lit.OTHER),
        Cutout("its mouth", (poly((800, -6), (820, 64), (808, 62), (790, 0)),), 3.3, field(3.9), WHITE, soft=1, lit=Lit.OTHER),
        Cutout("its light about it", (oval(800, 30, 70, 80),), 3.3, field(0.4), WHITE, cover=field(0.22), soft=26, lit=Lit.OTHER),
        *bust("elder", elder, 590, 232, 1.0, 2.9, light=from_left + rim, shade=0.0),
        *bust("younger", younger, 396, 268, 1.08, 2.5, light=fade((336, 0.5), (470, -0.5), "x"), shade=0.0, moves=Moves.BODY),
        Cutout("hair in the far light", (line([(636, 180), (656, 210, 652, 250, 646, 292)], 3), line([(742, 400), (756, 440, 760, 520, 764, 640)], 5)), 2.88, field(1.6), WHITE, cover=field(0.7), soft=2, moves=Moves.BODY),
        Cutout("hand on the shoulder", (poly((452, 396), (470, 380, 500, 378, 520, 392), (528, 408, 520, 420, 500, 424), (476, 428, 458, 420, 452, 396)), *(line([(466 + 15 * k, 412), (460 + 15 * k, 438)], 11) for k in range(4))), 2.45, field(-0.4) + fade((450, 0.3), (530, -0.4), "x"), SKIN[3], moves=Moves.LIMB),
        Cutout("near stand", (line([(34, 400), (40, 1200)], 9),), 1.9, field(-3.2), TAR),
        Cutout("box of the near lamp", (poly((-160, -120), (-60, -60), (-70, 560), (-170, 640)),), 1.85, field(-3.0), TAR),
        Cutout("cloth of the near lamp", (box,), 1.8, field(3.0) + glow(6, 230, 60, 200, 1.1), paint(1.0, 0.99, 0.96), soft=1.5),
        Cutout("its hem", (line([(-60, -60), (92, 10), (82, 470), (-70, 560)], 5),), 1.79, field(-2.2), TAR),
        Cutout("white board", (poly((720, 640), (980, 560), (1500, 660), (1400, 3000), (760, 3000)),), 1.7, field(1.0) + fade((720, 0.4), (1000, -0.3), "x"), WHITE, soft=1.5),
        Cutout("clip", (rect(968, 552, 22, 34),), 1.69, field(-1.8), EARTH),
    )


STAGE = Stage(
    slug="studio", title="two sitters by lamps on stands", problem="A cloth of light three stops over the faces, a pale and a dark skin side by side, and a coat that swallows what is left.",
    usual_mm=85, distance_m=2.6, aim=(470, 400), vanishing=(480, 320), other_k=5600, other_name="far lamp",
    tones=(Tone("cloth of the lamp", 20, 230, 3.8, 8), Tone("far lamp", 804, 30, 3.9, 2), Tone("white board", 860, 620, 1.1, 8), Tone("paper", 480, 60, -1.1, 14), Tone("skin, younger", 376, 300, 0.5, 6, skin=True), Tone("skin, elder", 580, 258, -0.4, 6, skin=True), Tone("green dress", 380, 520, -0.5, 10), Tone("coat", 650, 480, -3.2, 8)),
    draw=_draw,
)
