"""A kitchen by lamps, and a day out on the quay."""

from __future__ import annotations

from typing import Any

from craft.stage.colour import paint
from craft.stage.fields import fade, field, glow, grain
from craft.stage.figures import COAT, DRESS
from craft.stage.parts import BLUE, EARTH, GOLD, HAIR, LEAF, SKIN, SLATE, STONE, TAR, TIMBER, WHITE, Look, bust, cloud, person, sky, water
from craft.stage.shapes import line, oval, poly, rect, ridge, scatter
from craft.stage.stage import Cutout, Lit, Moves, Stage, Tone


# fmt: off
def _kitchen() -> tuple[Cutout, ...]:
    lamp = glow(470, 200, 260, 220, 2.1) + glow(470, 470, 330, 130, 1.3)
    tiles = tuple(line([(x, -100), (x, 330)], 1.3) for x in range(-900, 1900, 52)) + tuple(line([(-900, y), (1900, y)], 1.3) for y in range(90, 330, 52))
    pans = tuple(oval(x, 120, 24 + 8 * q, 24 + 8 * q) for x, q in ((690, 0.2), (764, 0.9), (846, 0.5)))
    jars = tuple(rect(x, 44 - 20 * q, 26, 40 + 20 * q) for x, q in ((40, 0.3), (74, 0.9), (110, 0.1), (146, 0.6)))
    mother = Look(-1.2, paint(0.6, 0.95, 1.15), -0.15, SKIN[1], -2.6, HAIR[1], "hair", more=(("collar", -0.2, WHITE),), weave=(4, 4, 0.14))
    child = Look(0.1, paint(1.3, 0.75, 0.4), 0.1, SKIN[0], -1.5, HAIR[0], "hair", more=(("collar", -0.6, EARTH),), weave=(6, 6, 0.16))
    spot: dict[str, Any] = {"lit": Lit.OTHER}
    return (
        Cutout("wall", None, 4.2, field(-2.3) + lamp * 0.8 + grain(60, 60, 0.08, 3), paint(1, 0.94, 0.82), **spot),
        Cutout("tiles", (rect(-900, 90, 2800, 240),), 4.15, field(-1.4) + lamp * 0.7 + grain(52, 52, 0.12, 4), paint(0.86, 1, 1.02), **spot),
        Cutout("joints", tiles, 4.14, field(-2.4) + lamp * 0.7, STONE, cover=field(0.6), **spot),
        Cutout("window", (rect(560, -60, 110, 150),), 4.1, field(-1.9) + fade((-60, -0.6), (90, 0.5)), BLUE, lit=Lit.OWN),
        Cutout("window bars", (rect(552, -68, 8, 168), rect(670, -68, 8, 168), rect(611, -60, 6, 150), rect(552, 90, 126, 10)), 4.05, field(-1.2) + lamp * 0.6, WHITE, **spot),
        Cutout("shelf", (rect(0, 86, 210, 10),), 4.0, field(-1.6) + lamp * 0.6, TIMBER, **spot),
        Cutout("jars", jars, 3.95, field(-1.1) + grain(26, 12, 0.6, 5) + lamp * 0.5, EARTH, **spot),
        Cutout("pans", pans, 3.95, field(-1.2) + lamp * 0.6 + grain(10, 30, 0.2, 6), paint(1.25, 0.82, 0.55), **spot),
        Cutout("pans' light", tuple(oval(x - 9, 110, 5, 7) for x in (690, 764, 846)), 3.94, field(2.6), GOLD, soft=1.6, **spot),
        Cutout("worktop", (rect(-900, 326, 2800, 16),), 3.8, field(-0.9) + lamp * 0.6, TIMBER, **spot),
        Cutout("cupboards", (rect(-900, 342, 2800, 400),), 3.8, field(-2.6) + lamp * 0.4, paint(0.7, 0.96, 1.0), **spot),
        Cutout("flex", (rect(468, -900, 3, 1016),), 2.6, field(-3.2), TAR, **spot),
        Cutout("light about it", (oval(470, 170, 120, 100),), 2.6, field(1.2), GOLD, cover=field(0.3), soft=34, **spot),
        Cutout("shade of the lamp", (poly((396, 168), (426, 116), (514, 116), (544, 168)),), 2.55, field(0.9) + fade((116, -1.3), (168, 0.6)), paint(1.2, 0.8, 0.5), **spot),
        Cutout("bulb", (oval(470, 170, 24, 9),), 2.54, field(4.6), paint(1.1, 0.98, 0.8), **spot),
        *bust("mother", mother, 262, 262, 0.95, 2.7, light=fade((210, -0.9), (330, 0.7), "x"), shade=0.9, lit=Lit.OTHER, moves=Moves.BODY),
        *bust("child", child, 640, 330, 0.82, 2.2, light=fade((596, 0.75), (690, -0.7), "x"), shade=0.0, lit=Lit.OTHER),
        Cutout("table", (poly((-3000, 560), (160, 470), (820, 470), (4000, 560), (4000, 3000), (-3000, 3000)),), 1.9, field(-0.8) + lamp * 0.7 + grain(90, 4, 0.22, 7), TIMBER, **spot),
        Cutout("plate", (oval(470, 536, 92, 20),), 1.8, field(1.2) + lamp * 0.3, WHITE, **spot),
        Cutout("plate's well", (oval(470, 538, 66, 13),), 1.79, field(0.7) + lamp * 0.3, WHITE, soft=2, **spot),
        Cutout("cake", (poly((420, 532), (424, 490), (516, 490), (520, 532), (500, 540, 440, 540, 420, 532)),), 1.78, field(-0.6) + fade((490, 1.0), (536, -0.5)) + grain(6, 6, 0.25, 8), paint(1.2, 0.85, 0.55), moves=Moves.STANDS, **spot),
        Cutout("icing", (poly((420, 492), (430, 480, 510, 480, 520, 492), (516, 506, 508, 494, 500, 506), (490, 496, 482, 510, 470, 500), (456, 510, 448, 496, 436, 506), (430, 498, 424, 504, 420, 492)),), 1.77, field(1.3), WHITE, **spot),
        Cutout("candles", tuple(rect(x, 456, 4, 28) for x in (440, 458, 476, 494)), 1.76, field(0.7), paint(0.7, 0.95, 1.2), **spot),
        Cutout("flames", tuple(poly((x + 2, 438), (x + 7, 448, x + 6, 456, x + 2, 457), (x - 2, 456, x - 3, 448, x + 2, 438)) for x in (440, 458, 476, 494)), 1.75, field(4.4), paint(1.25, 0.92, 0.5), moves=Moves.LIMB, **spot),
        Cutout("steam", (poly((760, 470), (740, 420, 790, 400, 766, 340), (800, 390, 770, 430, 786, 470)),), 1.9, field(0.4), WHITE, cover=field(0.16), soft=8, moves=Moves.LIMB, **spot),
        Cutout("mug", (poly((744, 476), (800, 476), (796, 532), (750, 532)), line([(798, 490), (822, 492), (818, 516), (796, 518)], 7)), 1.7, field(-0.4) + fade((744, 0.8), (800, -0.8), "x"), paint(1.3, 0.6, 0.45), **spot),
    )


KITCHEN = Stage(
    slug="kitchen", title="kitchen by lamps", problem="One bare lamp over the table: a child lit three stops brighter than the corners, and never still.",
    usual_mm=35, distance_m=2.2, aim=(560, 350), vanishing=(480, 280), other_k=2800,
    tones=(Tone("flame", 442, 450, 4.5, 2), Tone("bulb", 470, 170, 4.6, 5), Tone("plate", 400, 538, 1.5, 5), Tone("skin, child", 632, 352, 0.5, 5, skin=True), Tone("skin, mother", 284, 292, 0.2, 5, skin=True), Tone("orange jumper", 620, 440, 0.1, 8), Tone("table", 200, 560, -0.3, 12), Tone("cupboards", 60, 440, -2.6, 10), Tone("window at night", 590, 30, -1.8, 8), Tone("dark hair", 262, 170, -3.0, 5)),
    draw=_kitchen,
)


def _quay() -> tuple[Cutout, ...]:
    flags = tuple(poly((x, 70 + 0.0002 * (x - 480) ** 2), (x + 26, 70 + 0.0002 * (x - 480) ** 2), (x + 13, 98 + 0.0002 * (x - 480) ** 2)) for x in range(-900, 1900, 44))
    house = ((paint(1.3, 0.75, 0.5), -300), (paint(1.05, 0.98, 0.85), -110), (paint(0.7, 0.95, 1.15), 70), (paint(1.2, 0.95, 0.55), 230), (paint(1.3, 0.68, 0.6), 390), (paint(0.8, 1.02, 0.75), 560), (paint(1.05, 0.98, 0.9), 740), (paint(0.7, 0.95, 1.15), 920), (paint(1.3, 0.8, 0.5), 1100))
    boats: list[Cutout] = []
    for k, (x, y, size) in enumerate(((250, 366, 1.0), (560, 380, 1.2), (880, 360, 0.9), (-80, 372, 1.0))):
        boats += [
            Cutout(f"boat mirrored {k}", (oval(x, y + 26 * size, 66 * size, 12 * size),), 30, field(-0.9), SLATE, cover=field(0.6), soft=4),
            Cutout(f"boat {k}", (poly((x - 74 * size, y), (x + 84 * size, y - 6 * size), (x + 60 * size, y + 22 * size), (x - 56 * size, y + 22 * size)),), 30, field(0.5) + fade((y, 0.4), (y + 22 * size, -0.9)), (WHITE, paint(1.3, 0.65, 0.45), paint(0.65, 0.92, 1.25), WHITE)[k], moves=Moves.WIND, speed_m_s=(0.05, 0.08)),
            Cutout(f"mast {k}", (line([(x, y), (x + 3, y - 150 * size)], 3), line([(x + 3, y - 150 * size), (x + 80 * size, y - 6 * size)], 1)), 30, field(-0.2), TIMBER),
        ]
    parent = Look(-0.9, paint(0.65, 0.92, 1.2), -0.2, SKIN[1], -2.4, HAIR[3], more=(("-legs", -1.4, EARTH), ("collar", 0.4, WHITE), ("hands", -0.3, SKIN[1])))
    girl = Look(0.7, paint(1.3, 0.85, 0.45), 0.05, SKIN[1], -2.2, HAIR[0], "long_hair", more=(("folds", 0.2, paint(1.3, 0.8, 0.4)), ("arms", -0.1, SKIN[1])))
    return (
        sky(fade((-100, 0.7), (280, 1.9)), BLUE, to=WHITE, share=fade((40, 0.0), (290, 0.6))),
        cloud(21, 30, 190, field(2.6) + fade((30, 0.2), (190, -0.5)), WHITE, amount=0.85, flat=3.2),
        Cutout("hill", (ridge(300, 90, 51),), 700, field(-0.4) + grain(14, 10, 0.35, 4), LEAF),
        *(Cutout("houses", (rect(x, 196 + (x * 7) % 30, 170, 140),), 90, field(0.9) + grain(20, 30, 0.06, 5), tint) for tint, x in house),
        Cutout("roofs", tuple(poly((x - 6, 198 + (x * 7) % 30), (x + 85, 160 + (x * 7) % 30), (x + 176, 198 + (x * 7) % 30)) for _, x in house), 89, field(-0.4) + grain(10, 4, 0.2, 6), paint(1.2, 0.75, 0.6)),
        Cutout("panes", tuple(rect(x + dx, 226 + (x * 7) % 30 + dy, 18, 24) for _, x in house for dx in (22, 76, 130) for dy in (0, 44)), 88, field(-1.6), SLATE),
        Cutout("quay over there", (rect(-3000, 322, 7000, 18),), 80, field(-0.2) + grain(30, 4, 0.2, 7), STONE),
        water(336, 40, fade((336, 0.6), (480, -0.2)) + glow(700, 390, 300, 60, 0.7), paint(0.62, 0.96, 1.15), to=LEAF, share=fade((336, 0.35), (440, 0.0)), rough=0.4, near=560),
        *boats,
        Cutout("flag line", (line([(-900, 452), (480, 68), (1900, 470)], 1.2),), 12, field(-1.0), TAR),
        *(Cutout("flags", flags[k::3], 12, field(0.5), tint, moves=Moves.WIND, speed_m_s=(0.4, 0.5)) for k, tint in enumerate((paint(1.4, 0.6, 0.5), WHITE, paint(0.6, 0.9, 1.35)))),
        Cutout("quay", (poly((-3000, 500), (4000, 470), (4000, 3000), (-3000, 3000)),), 5, field(0.5) + grain(60, 5, 0.16, 8) + fade((470, 0.2), (700, -0.2)), STONE),
        Cutout("edge", (poly((-3000, 498), (4000, 468), (4000, 480), (-3000, 512)),), 5, field(1.1) + grain(20, 2, 0.1, 9), WHITE),
        Cutout("shadows", (poly((440, 616), (480, 610), (330, 640), (250, 646)), poly((560, 612), (594, 610), (470, 640), (420, 644))), 4.6, field(-1.5), SLATE, cover=field(0.7), soft=4),
        *person("parent", COAT, parent, 470, 290, 1.72, 4.6, light=fade((430, -0.9), (506, 0.8), "x")),
        *person("girl", DRESS, girl, 590, 404, 1.12, 4.4, light=fade((560, -0.8), (618, 0.6), "x"), moves=Moves.BODY),
        Cutout("ice", (poly((622, 474), (634, 474), (628, 496)), oval(628, 470, 8, 8)), 4.4, field(1.4), WHITE, moves=Moves.LIMB),
        Cutout("gulls", tuple(poly((x - 22, y - 6), (x - 8, y - 12, x - 4, y - 4, x, y), (x + 4, y - 4, x + 8, y - 12, x + 22, y - 8), (x + 10, y - 4, x + 5, y, x, y + 4), (x - 5, y, x - 10, y - 4, x - 22, y - 6)) for x, y, _ in scatter(9, 7, 60, 60, 900, 180)), 20, field(1.2), WHITE, moves=Moves.WIND, speed_m_s=(6.0, 1.0)),
        Cutout("bollard", (poly((830, 520), (834, 470), (820, 462), (892, 462), (878, 470), (882, 520)),), 3.4, field(-1.8) + fade((826, -0.6), (884, 0.9), "x"), TAR),
    )


QUAY = Stage(
    slug="quay", title="a day out on the quay", problem="Sun from one side, a child who runs, white boats and dark doors in one frame.",
    usual_mm=35, distance_m=4.6, aim=(520, 420), vanishing=(480, 320),
    tones=(Tone("cloud", 300, 110, 2.2, 20), Tone("white boat", 250, 374, 0.5, 4), Tone("quay", 200, 600, 0.5, 12), Tone("skin, girl", 592, 408, 0.1, 3, skin=True), Tone("skin, parent", 474, 296, 0.0, 5, skin=True), Tone("yellow dress", 592, 500, 0.7, 5), Tone("hill", 480, 240, -0.1, 10), Tone("bollard", 850, 500, -1.8, 6)),
    draw=_quay,
)
