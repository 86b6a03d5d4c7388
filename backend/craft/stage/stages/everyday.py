"""A kitchen by lamps, and a day out on the quay."""

from __future__ import annotations

from typing import Any

from craft.stage.colour import of, paint
from craft.stage.fields import Field, fade, field, glow, grain
from craft.stage.figures import DRESS, head
from craft.stage.parts import (
    BLUE,
    EARTH,
    GOLD,
    HAIR,
    LEAF,
    SKIN,
    SLATE,
    STONE,
    TAR,
    TIMBER,
    WHITE,
    Look,
    bust,
    cloud,
    face,
    person,
    sky,
    water,
)
from craft.stage.shapes import joined, limb, line, moved, oval, poly, rect, ridge, scatter
from craft.stage.stage import Cutout, Lit, Moves, Stage, Tone


# fmt: off
def _kitchen() -> tuple[Cutout, ...]:
    lamp = glow(470, 200, 260, 220, 2.1) + glow(470, 470, 330, 130, 1.3)
    tiles = tuple(line([(x, 90), (x, 330)], 1.3) for x in range(-1900, 2900, 52)) + tuple(line([(-3000, y), (4000, y)], 1.3) for y in range(90, 330, 52))
    pans = tuple(oval(x, 120, 24 + 8 * q, 24 + 8 * q) for x, q in ((690, 0.2), (764, 0.9), (846, 0.5)))
    jars = tuple(rect(x, 44 - 20 * q, 26, 40 + 20 * q) for x, q in ((40, 0.3), (74, 0.9), (110, 0.1), (146, 0.6)))
    mother = Look(-1.2, paint(0.6, 0.95, 1.15), -0.15, SKIN[1], -2.6, HAIR[1], "hair", more=(("collar", -0.2, WHITE),), weave=(4, 4, 0.14))
    child = Look(0.1, paint(1.3, 0.75, 0.4), 0.1, SKIN[0], -1.5, HAIR[0], "hair", more=(("collar", -0.6, EARTH),), weave=(6, 6, 0.16))
    return (
        Cutout("wall", None, 4.2, field(-2.3) + lamp * 0.8 + grain(60, 60, 0.08, 3), paint(1, 0.94, 0.82)),
        Cutout("tiles", (rect(-3000, 90, 7000, 240),), 4.15, field(-1.4) + lamp * 0.7 + grain(52, 52, 0.12, 4), paint(0.86, 1, 1.02)),
        Cutout("joints", tiles, 4.14, field(-2.4) + lamp * 0.7, STONE, cover=field(0.6)),
        Cutout("window", (rect(560, -60, 110, 150),), 4.1, field(-1.9) + fade((-60, -0.6), (90, 0.5)), BLUE, lit=Lit.OTHER),
        Cutout("window bars", (rect(552, -68, 8, 168), rect(670, -68, 8, 168), rect(611, -60, 6, 150), rect(552, 90, 126, 10)), 4.05, field(-1.2) + lamp * 0.6, WHITE),
        Cutout("shelf", (rect(0, 86, 210, 10),), 4.0, field(-1.6) + lamp * 0.6, TIMBER),
        Cutout("jars", jars, 3.95, field(-1.1) + grain(26, 12, 0.6, 5) + lamp * 0.5, EARTH),
        Cutout("pans", pans, 3.95, field(-1.2) + lamp * 0.6 + grain(10, 30, 0.2, 6), paint(1.25, 0.82, 0.55)),
        Cutout("pans' light", tuple(oval(x - 9, 110, 5, 7) for x in (690, 764, 846)), 3.94, field(2.6), GOLD, soft=1.6),
        Cutout("worktop", (rect(-3000, 326, 7000, 16),), 3.8, field(-0.9) + lamp * 0.6, TIMBER),
        Cutout("cupboards", (rect(-3000, 342, 7000, 3000),), 3.8, field(-2.6) + lamp * 0.4, paint(0.7, 0.96, 1.0)),
        Cutout("flex", (rect(468, -900, 3, 1016),), 2.6, field(-3.2), TAR),
        Cutout("light about it", (oval(470, 170, 120, 100),), 2.6, field(1.2), GOLD, cover=field(0.3), soft=34),
        Cutout("shade of the lamp", (poly((396, 168), (426, 116), (514, 116), (544, 168)),), 2.55, field(0.9) + fade((116, -1.3), (168, 0.6)), paint(1.2, 0.8, 0.5)),
        Cutout("bulb", (oval(470, 170, 24, 9),), 2.54, field(4.6), paint(1.1, 0.98, 0.8)),
        *bust("mother", mother, 262, 262, 0.95, 2.7, light=fade((210, -0.9), (330, 0.7), "x"), shade=0.9, moves=Moves.BODY),
        *bust("child", child, 640, 330, 0.82, 2.2, light=fade((596, 0.75), (690, -0.7), "x"), shade=0.0),
        Cutout("table", (poly((-3000, 560), (160, 470), (820, 470), (4000, 560), (4000, 3000), (-3000, 3000)),), 1.9, field(-0.8) + lamp * 0.7 + grain(90, 4, 0.22, 7), TIMBER),
        Cutout("plate", (oval(470, 536, 92, 20),), 1.8, field(1.2) + lamp * 0.3, WHITE),
        Cutout("plate's well", (oval(470, 538, 66, 13),), 1.79, field(0.7) + lamp * 0.3, WHITE, soft=2),
        Cutout("cake", (poly((420, 532), (424, 490), (516, 490), (520, 532), (500, 540, 440, 540, 420, 532)),), 1.78, field(-0.6) + fade((490, 1.0), (536, -0.5)) + grain(6, 6, 0.25, 8), paint(1.2, 0.85, 0.55), moves=Moves.STANDS),
        Cutout("icing", (poly((420, 492), (430, 480, 510, 480, 520, 492), (516, 506, 508, 494, 500, 506), (490, 496, 482, 510, 470, 500), (456, 510, 448, 496, 436, 506), (430, 498, 424, 504, 420, 492)),), 1.77, field(1.3), WHITE),
        Cutout("candles", tuple(rect(x, 456, 4, 28) for x in (440, 458, 476, 494)), 1.76, field(0.7), paint(0.7, 0.95, 1.2)),
        Cutout("flames", tuple(poly((x + 2, 438), (x + 7, 448, x + 6, 456, x + 2, 457), (x - 2, 456, x - 3, 448, x + 2, 438)) for x in (440, 458, 476, 494)), 1.75, field(4.4), paint(1.25, 0.92, 0.5), moves=Moves.LIMB),
        Cutout("steam", (poly((760, 470), (740, 420, 790, 400, 766, 340), (800, 390, 770, 430, 786, 470)),), 1.9, field(0.4), WHITE, cover=field(0.16), soft=8, moves=Moves.LIMB),
        Cutout("mug", (poly((744, 476), (800, 476), (796, 532), (750, 532)), line([(798, 490), (822, 492), (818, 516), (796, 518)], 7)), 1.7, field(-0.4) + fade((744, 0.8), (800, -0.8), "x"), paint(1.3, 0.6, 0.45)),
    )


KITCHEN = Stage(
    slug="kitchen", title="kitchen by lamps", problem="One bare lamp over the table: a child lit three stops brighter than the corners, and never still.",
    usual_mm=35, distance_m=2.2, aim=(560, 350), vanishing=(480, 280), other_k=6500, other_name="window", other_kind="daylight",
    tones=(Tone("flame", 442, 450, 4.5, 2), Tone("bulb", 470, 170, 4.6, 5), Tone("plate", 400, 538, 1.5, 5), Tone("skin, child", 632, 352, 0.5, 5, skin=True), Tone("skin, mother", 284, 292, 0.2, 5, skin=True), Tone("orange jumper", 620, 440, 0.1, 8), Tone("table", 200, 560, -0.3, 12), Tone("cupboards", 60, 440, -2.6, 10), Tone("window at night", 590, 30, -1.8, 8), Tone("dark hair", 262, 170, -3.0, 5)),
    draw=_kitchen,
)


# left edge, width, eaves, ridge, colour: no two houses alike
HOUSES = ((-1180, 190, 214, 168, 0), (-990, 150, 190, 130, 1), (-840, 210, 222, 180, 2), (-630, 160, 178, 128, 3), (-470, 176, 212, 170, 4), (-294, 148, 186, 118, 5), (-146, 190, 218, 184, 0), (44, 140, 172, 112, 2), (184, 206, 208, 168, 3), (390, 128, 160, 92, 4), (518, 186, 214, 176, 1), (704, 156, 182, 124, 5), (860, 204, 220, 186, 0), (1064, 150, 176, 116, 3), (1214, 190, 210, 160, 2), (1404, 160, 184, 130, 1), (1564, 206, 216, 180, 4), (1770, 150, 178, 120, 5))
TINTS = (paint(1.3, 0.75, 0.5), paint(1.05, 0.98, 0.85), paint(0.7, 0.95, 1.15), paint(1.2, 0.95, 0.55), paint(1.3, 0.68, 0.6), paint(0.8, 1.02, 0.75))


def _boat(k: int, x: float, y: float, size: float, tint: Any) -> list[Cutout]:
    """A boat with a sheer to it, its mast, boom and what it mirrors."""
    hull = poly((x - 78 * size, y - 5 * size), (x - 30 * size, y + 3 * size, x + 30 * size, y + 1 * size, x + 92 * size, y - 14 * size), (x + 84 * size, y + 4 * size, x + 72 * size, y + 16 * size, x + 58 * size, y + 24 * size), (x - 56 * size, y + 24 * size), (x - 70 * size, y + 14 * size, x - 76 * size, y + 4 * size, x - 78 * size, y - 5 * size))
    return [
        Cutout(f"boat mirrored {k}", (oval(x, y + 32 * size, 70 * size, 13 * size),), 30, field(-0.8), tint, to=SLATE, share=field(0.6), cover=field(0.6), soft=4),
        Cutout(f"boat {k}", (hull,), 30, field(0.5) + fade((y, 0.4), (y + 24 * size, -0.9)), tint, moves=Moves.WIND, speed_m_s=(0.05, 0.08)),
        Cutout(f"stripe {k}", (line([(x - 76 * size, y + 2 * size), (x - 30 * size, y + 9 * size, x + 30 * size, y + 7 * size, x + 88 * size, y - 6 * size)], 2.4 * size),), 30, field(-1.4), TAR, moves=Moves.WIND, speed_m_s=(0.05, 0.08)),
        Cutout(f"mast {k}", (line([(x, y), (x + 3, y - 160 * size)], 3), line([(x + 3, y - 160 * size), (x + 88 * size, y - 12 * size)], 1), line([(x + 2, y - 30 * size), (x - 62 * size, y - 24 * size)], 2.4)), 30, field(-0.2), TIMBER),
        Cutout(f"furled {k}", (limb((x, y - 33 * size, 8 * size), (x - 30 * size, y - 31 * size, 11 * size), (x - 58 * size, y - 27 * size, 6 * size)),), 30, field(0.9) + grain(5, 12, 0.2, 9 + k), WHITE),
    ]


def _father() -> list[Cutout]:
    """He crouches to her height, an arm about her; seen from his left."""
    spot: dict[str, Any] = {"at": 4.6}
    light = fade((410, -0.7), (520, 0.7), "x")
    blue, jeans = paint(0.65, 0.92, 1.2), paint(0.72, 0.9, 1.2)
    jersey = poly((448, 452), (428, 462, 418, 484, 416, 512), (414, 536, 420, 556, 430, 566), (456, 574, 480, 570, 492, 556), (500, 530, 498, 496, 488, 470), (482, 458, 474, 452, 466, 450))
    thigh = joined(limb((440, 560, 50), (520, 556, 34), (522, 562, 32), (508, 626, 24)), limb((448, 566, 46), (420, 600, 40), (470, 632, 26)))
    cuffs = joined(line([(416, 556), (440, 570, 470, 572, 494, 556)], 6))
    arm = limb((474, 470, 27), (530, 500, 21), (586, 486, 15))
    return [
        Cutout("father's far leg", (limb((450, 566, 42), (404, 592, 34), (440, 634, 22)),), ev=field(-1.9) + light, colour=jeans, **spot),
        Cutout("father's legs", (thigh,), ev=field(-1.4) + light + grain(3, 9, 0.14, 4), colour=jeans, **spot),
        Cutout("father's shoes", (poly((494, 622), (520, 622), (544, 634, 546, 640, 544, 642), (492, 642)), poly((458, 630), (480, 626), (500, 638), (498, 643), (456, 643))), ev=field(-2.2) + light, colour=EARTH, **spot),
        Cutout("father's jersey", (jersey,), ev=field(-0.9) + light + grain(2, 8, 0.16, 6), colour=blue, **spot),
        Cutout("father's rib", (cuffs,), ev=field(-1.5) + light, colour=blue, cover=field(0.8), **spot),
        *_head("father", 462, 424, 1.45, 4.6, SKIN[1], -0.2, HAIR[3], -2.4, light, 5),
        Cutout("father's arm", (arm,), ev=field(-0.7) + light + grain(2, 8, 0.16, 8), colour=blue, **spot),
        Cutout("father's hand", (oval(590, 485, 9, 6.5, -12), limb((592, 482, 4), (602, 480, 3)), limb((592, 487, 4), (603, 488, 3))), ev=field(0.1), colour=SKIN[1], **spot),
    ]


def _head(name: str, x: float, y: float, size: float, at: float, skin: Any, skin_ev: float, hair: Any, hair_ev: float, light: Field, turn: float, cut: str = "hair", moves: Moves = Moves.STANDS) -> list[Cutout]:
    """A head with its face, without a body."""
    top = head(x, y, size, turn=turn)
    return [
        Cutout(f"{name}'s ears", top["ears"], at, field(skin_ev - 0.3) + light, skin, moves=moves),
        Cutout(f"{name}'s skin", top["skin"], at, field(skin_ev) + light, skin, moves=moves),
        *face(name, top, field(skin_ev) + light, skin, hair, size, at, moves=moves),
        Cutout(f"{name}'s hair", top[cut], at, field(hair_ev) + light + grain(1.2, 7, 0.28, len(name)), hair, moves=moves),
        Cutout(f"{name}'s lock", top["lock"], at, field(hair_ev + 0.4) + light, hair, moves=moves),
    ]


def _windmill(x: float, y: float, size: float) -> list[Cutout]:
    """A toy that the wind turns: the fast thing of the picture."""
    spot: dict[str, Any] = {"at": 4.35, "moves": Moves.LIMB}
    sails = [moved((poly((0, 0), (4, -20), (22, -22), (12, -6)),), x, y, size, turn=90.0 * k + 20) for k in range(4)]
    return [
        Cutout("stick", (line([(x, y), (x - 8 * size, y + 60 * size)], 1.8 * size),), ev=field(-0.4), colour=TIMBER, **(spot | {"moves": Moves.BODY})),
        *(Cutout(f"sails {k}", (*sails[k], *sails[k + 2]), ev=field(0.7), colour=(paint(1.4, 0.5, 0.45), paint(1.25, 1.0, 0.4))[k], **spot) for k in range(2)),
        Cutout("pin", (oval(x, y, 2.2 * size, 2.2 * size),), ev=field(1.4), colour=WHITE, **spot),
    ]


def _quay() -> tuple[Cutout, ...]:
    flags = tuple(poly((x, 70 + 0.0002 * (x - 480) ** 2), (x + 26, 70 + 0.0002 * (x - 480) ** 2), (x + 13, 98 + 0.0002 * (x - 480) ** 2)) for x in range(-900, 1900, 44))
    panes = [(x + w * dx, eaves + dy, 17, 24) for x, w, eaves, _, _ in HOUSES for dx in ((0.14, 0.62) if w < 170 else (0.12, 0.42, 0.72)) for dy in (26, 72)]
    lit = {14, 23}
    girl = Look(0.7, paint(1.3, 0.85, 0.45), 0.05, SKIN[1], -2.2, HAIR[0], "long_hair", more=(("folds", 0.2, paint(1.3, 0.8, 0.4)), ("arms", -0.1, SKIN[1])))
    joints = (*(line([(-3000, y), (4000, y - (y - 500) * 0.02 - 30)], 1.2) for y in (536, 566, 606)), *(line([(480 + 130 * k, 476), (480 + 420 * k, 700)], 1.4) for k in range(-12, 13)))
    washing = tuple(poly((x, 214), (x + 26, 216), (x + 25, 254 + 14 * q), (x + 13, 256 + 12 * q), (x + 1, 252 + 14 * q)) for x, q in ((262, 0.2), (294, 0.8), (326, 0.4), (356, 1.0)))
    return (
        sky(fade((-100, 0.7), (280, 1.9)), BLUE, to=WHITE, share=fade((40, 0.0), (290, 0.6))),
        cloud(21, 30, 190, field(2.6) + fade((30, 0.2), (190, -0.5)), WHITE, amount=0.85, flat=3.2),
        Cutout("hill", (ridge(300, 90, 51),), 700, field(-0.4) + grain(14, 10, 0.35, 4), LEAF),
        *(Cutout(f"houses {k}", tuple(poly((x, 334), (x, eaves), (x + w * 0.5, top), (x + w, eaves), (x + w, 334)) for x, w, eaves, top, tint in HOUSES if tint == k), 90, field(0.85) + grain(24, 34, 0.07, 5 + k) + fade((180, 0.15), (330, -0.25)), TINTS[k]) for k in range(6)),
        Cutout("roofs", tuple(poly((x - 8, eaves + 7), (x - 8, eaves - 3), (x + w * 0.5, top - 12), (x + w + 8, eaves - 3), (x + w + 8, eaves + 7), (x + w * 0.5, top - 1)) for x, w, eaves, top, _ in HOUSES), 89, field(-0.5) + grain(10, 4, 0.2, 6), paint(1.2, 0.75, 0.6)),
        Cutout("chimneys", tuple(rect(x + w * 0.72, top - 6, 14, 40) for x, w, _, top, _ in HOUSES[::2]), 89, field(-0.3) + grain(6, 4, 0.2, 7), of("brick")),
        Cutout("frames", tuple(rect(x - 2.4, y - 2.4, w + 4.8, h + 4.8) for x, y, w, h in panes), 88.5, field(1.2), WHITE),
        Cutout("panes", tuple(rect(*one) for k, one in enumerate(panes) if k not in lit), 88, field(-1.7) + grain(20, 20, 0.5, 8), SLATE),
        Cutout("panes lit by the sky", tuple(rect(*panes[k]) for k in lit), 88, field(1.5), BLUE),
        Cutout("doors", tuple(rect(x + w * 0.36, 290, 24, 44) for x, w, *_ in HOUSES[1::2]), 88, field(-2.0), TAR),
        Cutout("awning", (poly((520, 266), (700, 266), (720, 292), (506, 292)),), 86, field(0.4) + fade((266, 0.3), (292, -0.2)), paint(1.35, 0.6, 0.5)),
        Cutout("awning's stripes", tuple(poly((526 + 30 * k, 266), (541 + 30 * k, 266), (538 + 34 * k, 292), (520 + 34 * k, 292)) for k in range(6)), 85.9, field(1.1), WHITE),
        Cutout("washing line", (line([(250, 212), (320, 222), (394, 210)], 1.0),), 86, field(-1.2), TAR),
        *(Cutout(f"washing {k}", washing[k::2], 86, field(ev), tint, moves=Moves.WIND, speed_m_s=(0.3, 0.2)) for k, (ev, tint) in enumerate(((1.5, WHITE), (0.3, paint(0.7, 0.92, 1.25))))),
        Cutout("quay over there", (rect(-3000, 326, 7000, 16),), 80, field(-0.2) + grain(30, 4, 0.2, 7), STONE),
        water(340, 40, fade((340, 0.6), (480, -0.2)) + glow(700, 390, 300, 60, 0.7), paint(0.62, 0.96, 1.15), to=LEAF, share=fade((340, 0.35), (440, 0.0)), rough=0.4, near=560),
        *(Cutout(f"houses in the water {k}", tuple(rect(x + 6, 344, w - 12, 46) for x, w, _, _, tint in HOUSES if tint == k), 39, field(0.5) + grain(40, 1.4, 0.4, 8 + k), TINTS[k], cover=fade((344, 0.42), (390, 0.0)), soft=3) for k in range(6)),
        *_boat(0, 250, 372, 1.0, WHITE), *_boat(1, 640, 392, 1.25, paint(1.3, 0.65, 0.45)), *_boat(2, 950, 366, 1.1, paint(0.65, 0.92, 1.25)), *_boat(3, -40, 384, 1.3, WHITE),
        Cutout("flag line", (line([(-900, 452), (480, 68), (1900, 470)], 1.2),), 12, field(-1.0), TAR),
        *(Cutout("flags", flags[k::3], 12, field(0.5), tint, moves=Moves.WIND, speed_m_s=(0.4, 0.5)) for k, tint in enumerate((paint(1.4, 0.6, 0.5), WHITE, paint(0.6, 0.9, 1.35)))),
        Cutout("quay", (poly((-3000, 500), (4000, 470), (4000, 3000), (-3000, 3000)),), 5, field(0.3) + grain(60, 5, 0.16, 8) + fade((470, 0.2), (700, -0.2)), STONE),
        Cutout("joints", joints, 5, field(-0.5), SLATE, cover=field(0.55), soft=0.4),
        *(Cutout(f"houses in wet stones {k}", tuple(rect(x - 10, 508, w - 30, 84) for x, w, _, _, tint in HOUSES if tint == k), 5, field(0.8) + grain(30, 4, 0.3, 18 + k), TINTS[k], cover=fade((508, 0.34), (592, 0.0)), soft=7) for k in range(6)),
        Cutout("edge", (poly((-3000, 498), (4000, 468), (4000, 480), (-3000, 512)),), 5, field(1.1) + grain(20, 2, 0.1, 9), WHITE),
        Cutout("shadows", (poly((404, 640), (440, 628, 520, 630, 556, 640), (500, 652, 300, 664, 230, 662), (280, 650)), poly((560, 612), (594, 610), (470, 640), (420, 644))), 4.6, field(-1.5), SLATE, cover=field(0.7), soft=4),
        *person("girl", DRESS, girl, 590, 404, 1.12, 4.4, light=fade((560, -0.8), (618, 0.6), "x"), moves=Moves.BODY),
        *_windmill(634, 452, 1.15),
        *_father(),
        Cutout("gulls", tuple(poly((x - 22, y - 6), (x - 8, y - 12, x - 4, y - 4, x, y), (x + 4, y - 4, x + 8, y - 12, x + 22, y - 8), (x + 10, y - 4, x + 5, y, x, y + 4), (x - 5, y, x - 10, y - 4, x - 22, y - 6)) for x, y, _ in scatter(9, 7, 60, 60, 900, 180)), 20, field(1.2), WHITE, moves=Moves.WIND, speed_m_s=(6.0, 1.0)),
        Cutout("bollard", (poly((830, 520), (834, 470), (820, 462), (892, 462), (878, 470), (882, 520)),), 3.4, field(-1.8) + fade((826, -0.6), (884, 0.9), "x"), TAR),
    )


QUAY = Stage(
    slug="quay", title="a day out on the quay", problem="Sun from one side, a child who runs, white boats and dark doors in one frame.",
    usual_mm=35, distance_m=4.6, aim=(520, 440), vanishing=(480, 320),
    tones=(Tone("cloud", 300, 110, 2.2, 20), Tone("white boat", 230, 386, 0.5, 3), Tone("quay", 200, 600, 0.5, 12), Tone("skin, girl", 592, 408, 0.1, 3, skin=True), Tone("skin, father", 466, 432, 0.0, 4, skin=True), Tone("yellow dress", 592, 500, 0.7, 5), Tone("hill", 480, 240, -0.1, 10), Tone("bollard", 850, 500, -1.8, 6)),
    draw=_quay,
)
