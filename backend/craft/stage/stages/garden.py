"""Two people on a bench in a garden, in the sun."""

from __future__ import annotations

from typing import Any

from craft.stage.colour import paint
from craft.stage.fields import fade, field, glow, grain
from craft.stage.parts import BLUE, EARTH, HAIR, LEAF, SKIN, SLATE, STONE, TAR, TIMBER, WHITE, Look, bust, cloud, sky
from craft.stage.shapes import line, oval, poly, rect, scatter
from craft.stage.stage import Cutout, Moves, Stage, Tone

# fmt: off
ROSE, CREAM, DEEP = paint(1.35, 0.68, 0.72), paint(1.08, 1.0, 0.8), paint(0.6, 1.0, 0.5)


def _flowers(name: str, seed: int, count: int, box: tuple[float, float, float, float], size: float, at: float, ev: float) -> list[Cutout]:
    places = scatter(seed, count, *box)
    breeze: dict[str, Any] = {"moves": Moves.WIND, "speed_m_s": (0.05, 0.02)}
    return [
        Cutout(f"{name}, leaves", (*tuple(oval(x + 9 * q, y + 7, size * 1.3, size * 0.6, 150 * q) for x, y, q in places), rect(box[0], box[3] - size, box[2] - box[0], 3000 if at < 2 else size * 6)), at, field(ev - 1.4) + grain(size, size * 0.7, 0.5, seed), LEAF, **breeze),
        *(Cutout(f"{name}, {k}", tuple(oval(x, y, size * (0.6 + 0.4 * q), size * (0.5 + 0.4 * q)) for x, y, q in places[k::2]), at - 0.02, field(ev) + grain(size * 0.4, size * 0.4, 0.5, seed + k), tint, **breeze) for k, tint in enumerate((ROSE, CREAM))),
        Cutout(f"{name}, hearts", tuple(oval(x, y, size * 0.15, size * 0.13) for x, y, _ in places), at - 0.03, field(ev - 1.2), EARTH, **breeze),
    ]


def _draw() -> tuple[Cutout, ...]:
    glass = tuple(rect(x, 96, 46, 120) for x in range(610, 900, 52))
    roof = poly((596, 96), (640, 20), (880, 20), (926, 96))
    sun = fade((300, -0.6), (660, 0.5), "x")
    her = Look(0.4, paint(1.05, 1.0, 0.94), 0.1, SKIN[1], -2.4, paint(1, 0.95, 0.92), "hair", more=(("collar", -0.6, paint(0.6, 0.9, 1.25)),), weave=(3, 3, 0.12))
    him = Look(-1.2, paint(0.62, 0.85, 1.2), -0.3, SKIN[2], -2.8, HAIR[1], "hair", more=(("collar", 0.9, WHITE),), weave=(2, 9, 0.18))
    brim = poly((282, 196), (330, 160, 372, 152, 396, 154), (430, 152, 474, 166, 514, 200), (470, 190, 440, 186, 396, 186), (350, 186, 320, 190, 282, 196))
    crown = poly((336, 170), (338, 120, 366, 104, 398, 104), (430, 104, 456, 122, 458, 172), (420, 160, 376, 160, 336, 170))
    return (
        sky(fade((-100, 0.9), (260, 1.9)), BLUE, to=WHITE, share=fade((0, 0.0), (250, 0.6))),
        cloud(33, 10, 110, field(2.7) + fade((10, 0.2), (110, -0.5)), WHITE, amount=0.9, flat=3.4),
        Cutout("trees", tuple(oval(x, 200 + 30 * q, 90 + 60 * q, 90 + 50 * q) for x, _, q in scatter(41, 34, -1300, 0, 2300, 1)), 50, field(-0.6) + grain(20, 16, 0.6, 4) + fade((60, 0.9), (260, -0.4)), DEEP),
        Cutout("glasshouse", (rect(600, 90, 322, 140), roof), 22, field(1.0) + fade((20, 0.6), (220, -0.2)), paint(0.85, 1.02, 1.08)),
        Cutout("its panes", glass, 21.9, field(0.2) + grain(20, 40, 0.5, 5), SLATE),
        Cutout("sun in the glass", (poly((690, 34), (760, 34), (742, 84), (668, 84)),), 21.8, field(4.2), WHITE, soft=1.5),
        Cutout("hedge", (poly((-3000, 206), (200, 220), (540, 212), (560, 262), (4000, 232), (4000, 420), (-3000, 420)),), 14, field(-0.9) + grain(9, 8, 0.6, 6) + fade((210, 1.2), (300, -0.2)), DEEP, moves=Moves.WIND, speed_m_s=(0.02, 0.0)),
        Cutout("grass", (rect(-3000, 330, 7000, 3000),), 8, field(0.4) + grain(5, 14, 0.3, 7) + fade((330, 0.3), (640, -0.2)), LEAF),
        Cutout("path", (poly((700, 330), (760, 330), (980, 520), (1700, 900), (1300, 3000), (600, 3000), (820, 500)),), 7, field(1.3) + grain(14, 4, 0.16, 8), STONE),
        *_flowers("far roses", 61, 60, (-700, 270, 300, 330), 9, 6.5, 0.5),
        *_flowers("roses by the path", 67, 50, (840, 300, 1700, 400), 13, 5.5, 0.4),
        Cutout("shade of the tree", (poly((-3000, 470), (300, 430), (560, 470), (300, 560), (-3000, 700)),), 5, field(-1.6), SLATE, cover=field(0.7), soft=24),
        Cutout("bench", (*tuple(rect(-160, y, 1000, 22) for y in (410, 448, 486)), rect(-150, 396, 18, 900), rect(820, 396, 18, 900)), 2.9, field(-0.9) + fade((-100, -0.4), (820, 0.8), "x") + grain(90, 4, 0.3, 9), TIMBER),
        *bust("he", him, 640, 236, 1.04, 2.7, light=fade((586, -0.8), (700, 0.8), "x"), shade=0.7),
        *bust("she", her, 396, 260, 1.1, 2.5, light=sun + fade((150, -0.9), (250, 0.1)), shade=0.5),
        Cutout("her straw hat", (crown,), 2.46, field(0.6) + fade((336, -0.5), (458, 0.8), "x") + grain(8, 3, 0.3, 10), paint(1.2, 1.0, 0.66), moves=Moves.BODY),
        Cutout("its band", (poly((338, 158), (376, 148, 420, 148, 457, 160), (458, 174), (420, 162, 376, 162, 336, 172)),), 2.455, field(-1.2), paint(0.6, 0.9, 1.3), moves=Moves.BODY),
        Cutout("its brim", (brim,), 2.45, field(0.8) + fade((282, -0.5), (514, 0.7), "x") + grain(10, 3, 0.26, 11), paint(1.2, 1.0, 0.66), moves=Moves.BODY),
        *_flowers("near roses", 71, 26, (-200, 560, 330, 640), 26, 1.5, 0.2),
        Cutout("branch", (line([(-200, -60), (60, 20, 200, 10, 330, -40)], 12),), 1.6, field(-2.8), TAR),
        Cutout("leaves", tuple(oval(x, y, 14 + 12 * q, 8 + 6 * q, 170 * q) for x, y, q in scatter(47, 130, -500, -220, 330, 60)), 1.55, field(-1.2) + grain(16, 12, 0.7, 12) + glow(200, 40, 160, 60, 0.8), LEAF, moves=Moves.WIND, speed_m_s=(0.12, 0.06)),
    )


STAGE = Stage(
    slug="garden", title="a garden in the sun", problem="A white blouse in the sun beside a dark jacket, faces half in the shade of a hat, and glass that throws the sun back.",
    usual_mm=85, distance_m=2.5, aim=(440, 380), vanishing=(480, 290),
    tones=(Tone("sun in the glass", 710, 60, 4.2, 6), Tone("cloud", 60, 52, 1.5, 8), Tone("path", 796, 372, 1.3, 5), Tone("white blouse", 420, 520, 0.4, 10), Tone("skin, hers", 420, 290, 0.0, 5, skin=True), Tone("skin, his", 664, 256, 0.1, 5, skin=True), Tone("grass", 322, 345, 0.5, 4), Tone("jacket", 640, 520, -1.3, 10), Tone("hedge", 300, 240, 0.0, 8), Tone("dark hair", 640, 160, -2.8, 5)),
    draw=_draw,
)
