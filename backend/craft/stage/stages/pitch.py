"""A field game on grass: under the sun, and under the lamps of its masts."""

from __future__ import annotations

from craft.stage.colour import paint
from craft.stage.fields import fade, field, grain
from craft.stage.parts import BLUE, LEAF, SKIN, TAR, WHITE, cloud, sky
from craft.stage.shapes import line, oval, poly, rect, ridge, scatter
from craft.stage.stage import Cutout, Moves, Stage, Tone
from craft.stage.stages.court import player

# fmt: off
GRASS = paint(0.66, 1.12, 0.5)


def _behind_by_day() -> tuple[Cutout, ...]:
    return (
        sky(fade((-200, 0.7), (240, 1.7)), BLUE, to=WHITE, share=fade((20, 0.0), (240, 0.55))),
        cloud(31, 20, 150, field(2.8) + fade((20, 0.2), (150, -0.5)), WHITE, amount=0.7, flat=3.2),
        Cutout("wood", (ridge(206, 60, 61, step=16), rect(-3000, 202, 7000, 70)), 160, field(-1.3) + grain(18, 14, 0.5, 4), LEAF),
    )


def _behind_by_night() -> tuple[Cutout, ...]:
    masts = (-820, -160, 500, 1160, 1820)
    lamps = tuple(rect(x - 34 + 24 * k, 34 + 16 * row, 18, 9) for x in masts for k in range(3) for row in range(2))
    return (
        sky(fade((-200, -5.4), (260, -4.4)), BLUE),
        Cutout("wood", (ridge(206, 60, 61, step=16), rect(-3000, 202, 7000, 70)), 160, field(-3.9) + grain(18, 14, 0.4, 4), LEAF),
        Cutout("masts", tuple(rect(x - 4, 60, 8, 240) for x in masts), 70, field(-3.0), TAR),
        Cutout("lamps", lamps, 69, field(4.6), WHITE),
        Cutout("glow", tuple(oval(x, 46, 80, 60) for x in masts), 69, field(0.8), WHITE, cover=field(0.2), soft=22),
    )


def _pitch(night: bool) -> tuple[Cutout, ...]:
    watchers = [(x, 240 + 10 * q, 7.0 + 2 * q, q) for x, _, q in scatter(97, 110, -1500, 0, 2500, 1)]
    heads = tuple(oval(x, y, s * 0.8, s) for x, y, s, _ in watchers)
    coats = [tuple(poly((x - s * 1.7, y + s * 4.6), (x - s * 1.5, y + s * 1.2, x, y + s * 0.7, x, y + s * 0.8), (x, y + s * 0.7, x + s * 1.5, y + s * 1.2, x + s * 1.7, y + s * 4.6)) for x, y, s, q in watchers if lo <= q < hi) for lo, hi in ((0.0, 0.3), (0.3, 0.7), (0.7, 1.1))]
    rail = (line([(-3000, 290), (4000, 290)], 5), *(rect(x, 290, 5, 30) for x in range(-1600, 2700, 90)))
    net = (*(line([(x, 196), (x - 26, 318)], 0.7) for x in range(600, 850, 9)), *(line([(592 - 2 * k, 200 + 10 * k), (846 - 2 * k, 200 + 10 * k)], 0.7) for k in range(12)))
    goal = (rect(594, 190, 5, 134), rect(846, 190, 5, 134), rect(594, 190, 257, 5))
    lines = (line([(-2000, 330), (3000, 330)], 2.2), line([(380, 330), (180, 470)], 3), line([(180, 470), (2400, 470)], 3.4))
    turf = field(0.0) if night else fade((280, 0.15), (760, -0.35))
    sun = field(0.0) if night else fade((300, -0.45), (620, 0.45), "x")
    dim, shadow = (0.5, -1.0) if night else (0.0, -1.9)
    shade = tuple(poly((x, y), (x + 110 * s, y - 12 * s, x + 200 * s, y - 8 * s, x + 270 * s, y + 4 * s), (x + 190 * s, y + 14 * s, x + 80 * s, y + 16 * s, x, y)) for x, y, s in ((380, 574, 1.0), (130, 560, 0.9), (640, 436, 0.5), (800, 420, 0.5)))
    return (
        *(_behind_by_night() if night else _behind_by_day()),
        Cutout("grass over there", (rect(-3000, 258, 7000, 90),), 60, turf - field(dim) + grain(60, 2, 0.2, 12), GRASS),
        Cutout("watchers' faces", heads, 58, field(0.0 - dim) + grain(10, 10, 0.5, 11), SKIN[2], moves=Moves.WIND, speed_m_s=(0.1, 0.1)),
        *(Cutout(f"watchers {k}", coats[k], 58, field(ev - dim) + grain(16, 16, 0.4, 9 + k), tint, moves=Moves.WIND, speed_m_s=(0.1, 0.1)) for k, (ev, tint) in enumerate(((0.5, WHITE), (-0.6, paint(0.7, 0.8, 1.3)), (-2.0, TAR)))),
        Cutout("rail", rail, 56, field(0.9), WHITE),
        Cutout("grass", (rect(-3000, 312, 7000, 3000),), 25, turf + grain(70, 2.4, 0.28, 13) + grain(9, 3, 0.12, 14), GRASS),
        Cutout("lines", lines, 25, field(1.2), WHITE, cover=field(0.8)),
        Cutout("goal's net", net, 48, field(0.5), WHITE, cover=field(0.5)),
        Cutout("goal", goal, 48, field(1.4), WHITE),
        Cutout("shadows", shade, 25, field(shadow), paint(0.55, 1.05, 0.8), cover=field(0.7), soft=4),
        *player("far back", 790, 356, 0.52, 36, paint(0.5, 0.8, 1.5), -0.7, 3, body=Moves.STANDS, limb=Moves.WIND, light=sun),
        *player("far front", 640, 372, 0.56, 33, paint(0.5, 0.8, 1.5), -0.6, 2, flip=True, body=Moves.STANDS, limb=Moves.WIND, light=sun),
        *player("runner", 430, 380, 1.05, 25, paint(1.08, 1.0, 0.9), 0.85, 1, light=field(0.0) if night else fade((380, 0.45), (490, -0.45), "x")),
        *player("marker", 190, 400, 0.98, 26, paint(0.5, 0.8, 1.5), -0.8, 0, flip=True, body=Moves.STANDS, limb=Moves.WIND, light=sun),
        Cutout("ball", (oval(330, 556, 15, 15),), 25, field(1.1) + fade((541, 0.6), (571, -0.9)), WHITE, moves=Moves.LIMB),
    )


SUN = Stage(
    slug="pitch", title="a field game in the sun", problem="White shirts in the sun, faces in their own shade and a dark wood behind, far off and fast.",
    usual_mm=300, distance_m=25, aim=(430, 370), vanishing=(480, 230),
    tones=(Tone("cloud", 470, 100, 2.2, 8), Tone("sky", 60, 18, 1.8, 8), Tone("goal", 720, 192, 1.4, 2), Tone("white shirt", 420, 350, 0.85, 5), Tone("skin, runner", 454, 228, -0.6, 6, skin=True), Tone("grass", 700, 560, 0.1, 12), Tone("shorts", 430, 389, -2.2, 6), Tone("wood", 60, 220, -1.3, 4)),
    draw=lambda: _pitch(False),
)

LAMPS = Stage(
    slug="pitch_lamps", title="a field game under lamps", problem="White shirts under lamps that may pulse, before a black sky that pulls every meter.",
    usual_mm=300, distance_m=25, aim=(430, 370), vanishing=(480, 230),
    tones=(Tone("lamps", 499, 38.5, 4.5, 2), Tone("sky", 300, 120, -4.6, 10), Tone("goal", 720, 192, 1.4, 2), Tone("white shirt", 420, 350, 0.85, 5), Tone("skin, runner", 454, 228, -0.3, 6, skin=True), Tone("grass", 700, 560, 0.3, 12), Tone("shorts", 430, 389, -2.2, 6)),
    draw=lambda: _pitch(True),
)
