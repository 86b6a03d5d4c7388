"""A dance floor under swinging lamps."""

from __future__ import annotations

from typing import Any

from craft.stage.colour import paint
from craft.stage.fields import Field, beam, boards, fade, field, glow, grain
from craft.stage.figures import BACK, COAT, DRESS, SUIT
from craft.stage.parts import HAIR, SKIN, TAR, TIMBER, WHITE, Look, person
from craft.stage.shapes import line, oval, poly, rect
from craft.stage.stage import Cutout, Lit, Moves, Stage, Tone

# fmt: off
LAMPS = ((150, 60, paint(1.25, 0.8, 0.5)), (430, 24, paint(1.3, 0.62, 0.75)), (700, 40, paint(0.6, 0.85, 1.5)), (880, 80, paint(1.2, 0.9, 0.55)))
WARM, COOL, PINK = paint(1.2, 0.85, 0.5), paint(0.55, 0.85, 1.5), paint(1.3, 0.65, 0.8)


def _pool() -> Field:
    return beam(430, 30, 420, 520, 20, 0.26, 2.2) + beam(700, 46, 560, 520, 16, 0.2, 1.6) + glow(460, 330, 330, 220, 0.6)


def _crowd() -> list[Cutout]:
    out: list[Cutout] = []
    for k, (x, y, size, ev) in enumerate(((70, 292, 1.0, -3.2), (170, 276, 1.05, -3.5), (690, 280, 1.05, -3.1), (790, 290, 1.0, -2.7), (880, 272, 1.1, -3.3), (-60, 280, 1.05, -3.4), (1010, 284, 1.05, -3.3), (262, 290, 0.98, -3.0))):
        look = Look(ev, (TAR, paint(1, 0.8, 0.8), paint(0.8, 0.95, 1.1))[k % 3], ev + 1.2, SKIN[k % 4], ev - 0.6, HAIR[k % 4], more=(("-legs", ev - 0.5, TAR),) if k % 2 else ())
        out += person(f"guest {k}", COAT if k % 2 else DRESS, look, x, y, size, 8.0, light=_pool() * 0.25, to=WARM, share=0.3, lit=Lit.OTHER, moves=Moves.WIND)
    return out


def _pair() -> list[Cutout]:
    light = _pool() * 0.5 + fade((380, -0.1), (560, -0.5), "x")
    him = Look(-2.6, paint(0.85, 0.92, 1.08), -1.0, SKIN[1], -3.4, HAIR[3], more=(("shirt", 0.7, WHITE), ("lapels", -3.0, TAR), ("shoes", -3.6, TAR)))
    her = Look(-0.3, paint(1.25, 0.62, 0.5), -0.35, SKIN[0], -2.4, HAIR[0], "long_hair", more=(("folds", -1.1, paint(1.25, 0.55, 0.45)),))
    arms = (line([(398, 262), (448, 232), (492, 214)], 13), line([(540, 262), (520, 236), (492, 214)], 11), line([(408, 300), (450, 318), (516, 312)], 12))
    spot: dict[str, Any] = {"at": 5.0, "lit": Lit.OTHER}
    return [
        Cutout("shadow", (poly((330, 566), (460, 544, 560, 548, 640, 560), (560, 590, 380, 592, 330, 566)),), ev=field(-4.0), colour=TAR, cover=field(0.75), soft=8, **spot),
        *person("he", SUIT, him, 392, 222, 1.6, 5.0, light=light, to=PINK, share=0.25, lit=Lit.OTHER, moves=Moves.BODY, turn=8),
        *person("she", DRESS, her, 538, 234, 1.55, 5.0, light=light + 0.25, to=PINK, share=0.2, lit=Lit.OTHER, moves=Moves.BODY, turn=-8, flip=True),
        Cutout("his arms", (arms[0], arms[2]), ev=field(-2.4) + light, colour=paint(0.85, 0.92, 1.08), moves=Moves.LIMB, **spot),
        Cutout("her arm", (arms[1],), ev=field(-0.5) + light, colour=SKIN[0], moves=Moves.LIMB, **spot),
        Cutout("hem", (poly((470, 500), (440, 534, 448, 546, 476, 548), (540, 556, 600, 552, 628, 530), (620, 500, 560, 480, 470, 500)),), ev=field(-0.4) + light + grain(6, 20, 0.18, 5), colour=paint(1.25, 0.6, 0.48), soft=1, moves=Moves.LIMB, **spot),
    ]


def _draw() -> tuple[Cutout, ...]:
    haze = beam(430, 24, 420, 520, 18, 0.26, 1.0) + beam(700, 40, 560, 520, 15, 0.2, 0.8) + beam(150, 60, 90, 520, 14, 0.22, 0.7) + beam(880, 80, 930, 520, 14, 0.2, 0.7)
    cord = tuple(line([(x, -400), (x, y - 14)], 1.6) for x, y, _ in LAMPS)
    strings = line([(-900, 110), (-200, 70, 100, 190, 480, 120), (860, 190, 1200, 70, 1900, 120)], 1.4)
    bulbs = tuple(oval(x, 112 + 34 * abs(((x + 900) % 480) / 240 - 1), 4.2, 5.4) for x in range(-880, 1900, 46))
    return (
        Cutout("end wall", None, 14, field(-4.0) + boards(40, 0.7, 5) + _pool() * 0.3 + grain(1.4, 50, 0.2, 3), TIMBER, to=COOL, share=glow(760, 200, 240, 260, 0.7) + glow(120, 220, 200, 240, 0.1), lit=Lit.OTHER),
        Cutout("beams", (rect(-3000, 66, 7000, 16), rect(-3000, -20, 7000, 20)), 12, field(-4.6), TAR, lit=Lit.OTHER),
        Cutout("strings", (strings,), 11, field(-3.6), TAR, lit=Lit.OTHER),
        Cutout("bulbs", bulbs, 11, field(3.0), paint(1.2, 0.9, 0.55), lit=Lit.OTHER),
        Cutout("floor", (rect(-3000, 470, 7000, 2500),), 6.5, fade((470, -2.8), (640, -3.0)) + glow(440, 560, 260, 70, 2.1) + glow(600, 590, 220, 60, 1.0) + grain(90, 2, 0.22, 7), TIMBER, to=COOL, share=glow(620, 580, 200, 80, 0.6), lit=Lit.OTHER),
        *_crowd(),
        Cutout("haze", None, 6.0, field(-0.5), WARM, to=COOL, share=fade((480, 0.0), (720, 1.0), "x"), cover=haze * 0.16, lit=Lit.OTHER),
        Cutout("flexes", cord, 6.0, field(-4.4), TAR, lit=Lit.OTHER, moves=Moves.LIMB),
        *(Cutout("glow", (oval(x, y, 60, 54),), 6.0, field(0.6), tint, cover=field(0.3), soft=18, lit=Lit.OTHER, moves=Moves.LIMB) for x, y, tint in LAMPS),
        *(Cutout("shades", (poly((x - 26, y + 8), (x - 10, y - 14), (x + 10, y - 14), (x + 26, y + 8)),), 6.0, field(-3.2), TAR, lit=Lit.OTHER, moves=Moves.LIMB) for x, y, _ in LAMPS),
        *(Cutout("lamps", (oval(x, y + 9, 17, 9),), 6.0, field(4.6), tint, lit=Lit.OTHER, moves=Moves.LIMB) for x, y, tint in LAMPS),
        *_pair(),
        *person("near", BACK, Look(-4.0, TAR, -3.0, SKIN[2], -4.2, HAIR[1]), 820, 520, 2.6, 2.4, light=glow(770, 520, 16, 160, 1.6), to=COOL, share=0.5, lit=Lit.OTHER, moves=Moves.WIND),
        *person("near too", BACK, Look(-4.1, TAR, -3.2, SKIN[3], -4.2, HAIR[3], "long_hair"), 70, 530, 2.6, 2.4, light=glow(120, 530, 16, 160, 1.5), to=PINK, share=0.4, lit=Lit.OTHER, moves=Moves.WIND),
    )


STAGE = Stage(
    slug="dance", title="dancing under swinging lamps", problem="Coloured lamps that swing: faces are two stops brighter in one beat than in the next.",
    usual_mm=35, distance_m=5.0, aim=(470, 380), vanishing=(480, 300), other_k=2900,
    tones=(Tone("lamp", 430, 33, 4.8, 4), Tone("shirt", 393, 280, 1.3, 3), Tone("skin, hers", 539, 238, 0.0, 4, skin=True), Tone("skin, his", 390, 226, 0.0, 4, skin=True), Tone("red dress", 540, 400, 0.4, 8), Tone("floor", 300, 600, -1.5, 12), Tone("suit", 380, 360, -1.8, 6), Tone("guests", 880, 330, -2.7, 6), Tone("wall", 60, 150, -3.8, 12)),
    draw=_draw,
)
