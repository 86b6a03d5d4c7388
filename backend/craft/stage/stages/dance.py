"""A dance floor under swinging lamps."""

from __future__ import annotations

from typing import Any

from craft.stage.colour import paint
from craft.stage.fields import Field, beam, boards, fade, field, glow, grain
from craft.stage.figures import BACK
from craft.stage.parts import HAIR, LIPS, SKIN, TAR, TIMBER, WHITE, Look, person
from craft.stage.shapes import joined, limb, line, oval, poly, rect
from craft.stage.stage import Cutout, Lit, Moves, Stage, Tone

# fmt: off
LAMPS = ((208, 74, paint(1.25, 0.8, 0.5)), (452, 46, paint(1.3, 0.62, 0.75)), (742, 60, paint(0.6, 0.85, 1.5)))
"""Warm, rose and cold: the three that the light on the floor comes from."""
WARM, COOL, PINK = paint(1.2, 0.85, 0.5), paint(0.55, 0.85, 1.5), paint(1.3, 0.65, 0.8)
GOWN = paint(1.25, 0.62, 0.5)


def _pool() -> Field:
    return beam(452, 50, 440, 540, 20, 0.24, 2.0) + beam(742, 64, 570, 540, 16, 0.2, 1.6) + beam(208, 78, 330, 540, 16, 0.2, 1.0) + glow(460, 330, 330, 220, 0.6)


def _guests() -> list[Cutout]:
    """Two rows of heads along the wall, one behind the other, coats and frocks under them."""
    out: list[Cutout] = []
    for row, (y, size, at, ev) in enumerate(((250, 12.5, 9.5, -3.5), (272, 15.0, 8.0, -3.0))):
        places = [(x + 20 * q, y + 12 * (q - 0.5), size * (0.9 + 0.2 * q), q) for x, q in ((-700 + 54 * k + 27 * row, (k * 0.618 + row * 0.37) % 1) for k in range(44))]
        standing = [one for one in places if not 330 < one[0] < 640 or row == 0]
        spot: dict[str, Any] = {"at": at, "moves": Moves.WIND, "speed_m_s": (0.08, 0.03)}
        light = _pool() * 0.3
        for k, tint in enumerate((TAR, paint(1, 0.8, 0.8), paint(0.8, 0.95, 1.1))):
            clothes = tuple(poly((x - s * 1.7, 478 + 9 * row), (x - s * 2.0, y + s * 2.4, x - s * 1.6, y + s * 1.5, x, y + s * 1.2), (x + s * 1.6, y + s * 1.5, x + s * 2.0, y + s * 2.4, x + s * 1.7, 478 + 9 * row)) for x, y, s, _ in standing[k::3])
            out.append(Cutout(f"guests' clothes {row} {k}", clothes, ev=field(ev - 0.2 + 0.25 * k) + light + grain(10, 30, 0.2, 9 + k), colour=tint, to=WARM, share=field(0.25), **spot))
        for k in range(2):
            out.append(Cutout(f"guests' faces {row} {k}", tuple(joined(oval(x, y, s * 0.72, s), rect(x - s * 0.3, y + s * 0.6, s * 0.6, s * 0.8)) for x, y, s, _ in standing[k::2]), ev=field(ev + 1.1) + light, colour=SKIN[1 + 2 * k], to=WARM, share=field(0.2), **spot))
        out.append(Cutout(f"guests' hair {row}", tuple(poly((x - s * 0.8, y + s * (0.1 + 0.9 * (q > 0.5))), (x - s * 0.95, y - s * 1.2, x + s * 0.95, y - s * 1.2, x + s * 0.8, y + s * (0.1 + 0.9 * (q > 0.5))), (x + s * 0.6, y - s * 0.4, x - s * 0.6, y - s * 0.4, x - s * 0.8, y + s * 0.1)) for x, y, s, q in standing), ev=field(ev - 0.7) + light, colour=HAIR[1], **spot))
    return out


def _pair() -> list[Cutout]:
    """A couple in a closed hold: his back to us and turning, her profile over his shoulder, joined hands one shape."""
    light = _pool() * 0.5 + fade((380, 0.2), (600, -0.5), "x")
    spot: dict[str, Any] = {"at": 5.0, "moves": Moves.BODY}
    limbs = spot | {"moves": Moves.LIMB}
    suit = paint(0.85, 0.92, 1.08)
    jacket = poly((412, 262), (392, 272, 384, 292, 382, 322), (380, 352, 386, 384, 384, 414), (404, 422, 444, 424, 466, 416), (466, 384, 472, 350, 472, 320), (472, 292, 466, 274, 446, 262), (436, 258, 422, 258, 412, 262))
    trousers = joined(limb((404, 412, 40), (400, 480, 31), (396, 560, 24)), limb((448, 412, 40), (456, 480, 31), (462, 562, 24)))
    profile = joined(poly((512, 214), (500, 208, 484, 212, 479, 226), (477, 231, 476, 234, 475, 237), (473, 240, 470, 243, 470, 245), (471, 247, 474, 247, 475, 248), (473, 250, 473, 252, 475, 253), (474, 255, 475, 257, 477, 258), (478, 264, 484, 268, 492, 266), (498, 270, 500, 280, 500, 290), (522, 290), (522, 270, 524, 250, 522, 236), (522, 226, 518, 218, 512, 214)))
    hair = joined(poly((484, 216), (488, 200, 510, 196, 522, 208), (532, 218, 532, 240, 524, 256), (516, 262, 512, 250, 510, 240), (508, 230, 498, 222, 484, 216)), oval(530, 226, 12, 13))
    bodice = poly((496, 284), (512, 280, 526, 282, 534, 292), (538, 316, 530, 342, 524, 366), (510, 372, 486, 372, 470, 364), (472, 330, 476, 304, 496, 284))
    skirt = poly((470, 360), (486, 368, 508, 370, 524, 362), (548, 410, 590, 470, 628, 520), (610, 566, 520, 582, 432, 560), (444, 500, 458, 430, 470, 360))
    folds = tuple(poly((x, 372), (x + dx * 0.3, 430, x + dx * 0.7, 500, x + dx, y), (x + dx + 10, y), (x + dx * 0.7 + 9, 500, x + dx * 0.3 + 5, 430, x + 3, 372)) for x, dx, y in ((482, -26, 556), (492, 10, 568), (504, 56, 566), (514, 92, 546)))
    hem = poly((432, 560), (520, 582, 610, 566, 628, 520), (632, 528, 634, 534, 632, 540), (606, 580, 512, 592, 428, 570))
    joined_hands = joined(limb((400, 286, 26), (352, 312, 19), (330, 262, 14)), limb((330, 264, 13), (326, 246, 12), (330, 240, 9)))
    hers = joined(limb((488, 296, 15), (420, 300, 11), (344, 252, 9)), oval(333, 246, 8, 9))
    on_shoulder = joined(limb((508, 292, 15), (478, 276, 11), (448, 268, 9)), oval(442, 268, 9, 6, 10))
    about_her = joined(limb((466, 290, 26), (500, 336, 19), (520, 344, 14)))
    return [
        Cutout("shadow", (poly((330, 574), (460, 552, 560, 556, 650, 566), (560, 602, 380, 604, 330, 574)),), ev=field(-4.0), colour=TAR, cover=field(0.75), soft=8, **(spot | {"moves": Moves.STANDS})),
        Cutout("skirt", (skirt,), ev=field(-0.5) + light + 0.2 + grain(6, 26, 0.14, 5), colour=GOWN, to=PINK, share=field(0.2), **limbs),
        Cutout("folds", folds, ev=field(-1.3) + light, colour=GOWN, soft=1.5, **limbs),
        Cutout("hem", (hem,), ev=field(0.5) + light, colour=GOWN, to=COOL, share=fade((520, 0.0), (620, 0.6), "x"), soft=0.8, **limbs),
        Cutout("bodice", (bodice,), ev=field(-0.3) + light + 0.25 + grain(4, 12, 0.1, 7), colour=GOWN, to=PINK, share=field(0.2), **spot),
        Cutout("her skin", (profile,), ev=field(-0.35) + light + 0.25, colour=SKIN[0], to=PINK, share=field(0.2), **spot),
        Cutout("her cheek", (oval(486, 250, 7, 8),), ev=field(-0.6) + light + 0.25, colour=LIPS, cover=field(0.3), soft=4, **spot),
        Cutout("her lips", (poly((473, 251), (477, 249.5), (481, 252), (477, 254.4), (474, 254)),), ev=field(-0.9) + light + 0.2, colour=LIPS, cover=field(0.85), soft=0.2, **spot),
        Cutout("her eye", (poly((478, 237.4), (481, 234.6, 485, 234.8, 488, 237.6), (484, 239.4, 481, 239.4, 478, 237.4)),), ev=field(-2.0) + light, colour=HAIR[1], cover=field(0.9), soft=0.1, **spot),
        Cutout("her lashes", (line([(478, 236.6), (475.4, 235.4)], 0.4), line([(479.6, 235.6), (477, 233.6)], 0.4), line([(480, 229.4), (488, 229)], 1.0)), ev=field(-2.4), colour=HAIR[1], cover=field(0.9), **spot),
        Cutout("her hair", (hair,), ev=field(-2.4) + light + grain(1.6, 10, 0.3, 3), colour=HAIR[0], **spot),
        Cutout("her lock", (line([(504, 256), (500, 268, 504, 278, 500, 288)], 0.5), line([(508, 254), (506, 266, 509, 276, 506, 284)], 0.4)), ev=field(-1.9) + light, colour=HAIR[0], cover=field(0.9), **spot),
        Cutout("earring", (oval(507, 256, 1.6, 2.6),), ev=field(1.6), colour=WHITE, **spot),
        Cutout("trousers", (trousers,), ev=field(-2.9) + light, colour=suit, **limbs),
        Cutout("shoes", (poly((380, 566), (410, 566), (414, 576), (372, 576)), poly((448, 568), (478, 568), (486, 578), (446, 578))), ev=field(-3.6) + light, colour=TAR, **limbs),
        Cutout("her arm", (hers,), ev=field(-0.5) + light + 0.1, colour=SKIN[0], to=PINK, share=field(0.2), **limbs),
        Cutout("jacket", (jacket,), ev=field(-2.6) + light + grain(3, 12, 0.12, 6), colour=suit, to=PINK, share=field(0.2), **spot),
        Cutout("vent", (line([(424, 262), (426, 340, 425, 380, 424, 418)], 1.2),), ev=field(-3.4) + light, colour=TAR, cover=field(0.8), soft=0.4, **spot),
        Cutout("his arms", (joined_hands, about_her), ev=field(-2.3) + light, colour=suit, to=PINK, share=field(0.2), **limbs),
        Cutout("collar", (poly((410, 262), (420, 254, 440, 254, 448, 262), (440, 268, 420, 268, 410, 262)),), ev=field(0.7) + light, colour=WHITE, **spot),
        Cutout("his skin", (poly((416, 262), (416, 240), (444, 240), (444, 262), (436, 266, 424, 266, 416, 262)), oval(447, 234, 3.4, 6.4, 8), poly((440, 214), (450, 222, 452, 240, 446, 252), (442, 254, 438, 250, 438, 246))), ev=field(-1.0) + light, colour=SKIN[1], to=PINK, share=field(0.2), **spot),
        Cutout("his hair", (poly((412, 246), (404, 214, 416, 198, 432, 198), (448, 200, 456, 214, 446, 230), (444, 240, 444, 250, 440, 252), (430, 258, 418, 254, 412, 246)),), ev=field(-3.2) + light + grain(1.6, 8, 0.26, 4), colour=HAIR[3], **spot),
        Cutout("hand on his shoulder", (on_shoulder,), ev=field(-0.3) + light, colour=SKIN[0], to=PINK, share=field(0.2), **limbs),
        Cutout("his hand", (oval(526, 345, 8, 6, -8),), ev=field(-0.9) + light, colour=SKIN[1], **limbs),
        Cutout("ring", (rect(437, 265, 1.6, 3.4),), ev=field(2.0), colour=paint(1.2, 1.0, 0.6), **limbs),
    ]


def _draw() -> tuple[Cutout, ...]:
    haze = beam(452, 46, 440, 540, 18, 0.24, 1.0) + beam(742, 60, 570, 540, 15, 0.2, 0.8) + beam(208, 74, 330, 540, 14, 0.2, 0.8)
    cord = tuple(line([(x, -400), (x, y - 14)], 1.6) for x, y, _ in LAMPS)
    strings = line([(-900, 110), (-200, 70, 100, 190, 480, 120), (860, 190, 1200, 70, 1900, 120)], 1.4)
    bulbs = tuple(oval(x, 112 + 34 * abs(((x + 900) % 480) / 240 - 1), 4.2, 5.4) for x in range(-880, 1900, 46))
    return (
        Cutout("end wall", None, 14, field(-4.0) + boards(40, 0.7, 5) + _pool() * 0.3 + grain(1.4, 50, 0.2, 3), TIMBER, to=COOL, share=glow(760, 200, 240, 260, 0.7) + glow(120, 220, 200, 240, 0.1)),
        Cutout("beams", (rect(-3000, 66, 7000, 16), rect(-3000, -20, 7000, 20)), 12, field(-4.6), TAR),
        Cutout("strings", (strings,), 11, field(-3.6), TAR),
        Cutout("bulbs", bulbs, 11, field(3.0), paint(1.2, 0.9, 0.55), lit=Lit.OTHER),
        Cutout("floor", (rect(-3000, 470, 7000, 2500),), 6.5, fade((470, -2.8), (640, -3.0)) + glow(440, 566, 170, 46, 2.1) + glow(590, 584, 130, 36, 1.6) + glow(310, 580, 130, 36, 1.2) + grain(90, 2, 0.22, 7), TIMBER, to=COOL, share=glow(620, 580, 200, 80, 0.6)),
        *_guests(),
        Cutout("haze", None, 6.0, field(-0.5), WARM, to=COOL, share=fade((480, 0.0), (720, 1.0), "x"), cover=haze * 0.16),
        Cutout("flexes", cord, 6.0, field(-4.4), TAR, moves=Moves.LIMB),
        *(Cutout("glow", (oval(x, y, 60, 54),), 6.0, field(0.6), tint, cover=field(0.3), soft=18, moves=Moves.LIMB) for x, y, tint in LAMPS),
        *(Cutout("shades", (poly((x - 26, y + 8), (x - 10, y - 14), (x + 10, y - 14), (x + 26, y + 8)),), 6.0, field(-3.2), TAR, moves=Moves.LIMB) for x, y, _ in LAMPS),
        *(Cutout("lamps", (oval(x, y + 9, 17, 9),), 6.0, field(4.6), tint, lit=Lit.OTHER, moves=Moves.LIMB) for x, y, tint in LAMPS),
        *_pair(),
        *person("near", BACK, Look(-4.0, TAR, -3.0, SKIN[2], -4.2, HAIR[1]), 820, 520, 2.6, 2.4, light=glow(770, 520, 16, 160, 1.6), to=COOL, share=0.5, moves=Moves.WIND),
        *person("near too", BACK, Look(-4.1, TAR, -3.2, SKIN[3], -4.2, HAIR[3], "long_hair"), 70, 530, 2.6, 2.4, light=glow(120, 530, 16, 160, 1.5), to=PINK, share=0.4, moves=Moves.WIND),
    )


STAGE = Stage(
    slug="dance", title="dancing under swinging lamps", problem="Coloured lamps that swing: faces are two stops brighter in one beat than in the next.",
    usual_mm=35, distance_m=5.0, aim=(450, 390), vanishing=(480, 300), other_k=2900, other_name="bulbs and lamps",
    tones=(Tone("lamp", 452, 55, 4.8, 4), Tone("collar", 424, 263, 1.0, 1), Tone("skin, hers", 494, 256, 0.5, 3, skin=True), Tone("skin, his", 447, 236, -0.3, 2, skin=True), Tone("red dress", 520, 470, 0.4, 8), Tone("floor", 660, 600, -1.5, 12), Tone("suit", 408, 350, -1.6, 6), Tone("guests", 842, 276, -2.2, 4), Tone("wall", 60, 150, -3.8, 12)),
    draw=_draw,
)
