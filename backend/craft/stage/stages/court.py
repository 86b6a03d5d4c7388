"""A game over a net: in a hall under lamps, and on grass in the open."""

from __future__ import annotations

import skia

from craft.stage.colour import paint
from craft.stage.fields import Field, boards, fade, field, glow, grain
from craft.stage.parts import BLUE, HAIR, LEAF, SKIN, TAR, TIMBER, WHITE, cloud, sky
from craft.stage.shapes import hole, joined, limb, line, moved, oval, poly, rect, ridge, scatter
from craft.stage.stage import Cutout, Lit, Moves, Stage, Tone
from craft.white.surfaces import Surface

# fmt: off
# A player is drawn about the hips, 1.9 m for 380 units: leaping, one arm up, looking at the ball.
PLAYER: dict[str, tuple[skia.Path, ...]] = {
    "far_leg": (limb((-8, 12, 34), (-50, 60, 25), (-62, 72, 24), (-108, 100, 21), (-140, 117, 12)),),
    "near_leg": (limb((14, 12, 38), (58, 56, 27), (62, 68, 25), (52, 112, 24), (46, 152, 13)),),
    "shoes": (poly((-160, 110), (-148, 104, -142, 108, -136, 106), (-128, 116, -126, 124, -130, 132), (-142, 140, -156, 140, -166, 134), (-168, 124)), poly((32, 150), (40, 146, 50, 146, 58, 150), (64, 160, 74, 162, 78, 170), (76, 178, 60, 178, 32, 177))),
    "socks": (limb((-122, 107, 17), (-142, 119, 13)), limb((49, 130, 19), (46, 153, 14))),
    "shorts": (poly((-30, -22), (-10, -26, 14, -26, 31, -24), (38, -4, 48, 18, 62, 38), (52, 48, 42, 54, 30, 56), (18, 46, 10, 38, 4, 28), (-6, 40, -16, 50, -30, 60), (-44, 54, -54, 46, -60, 36), (-46, 20, -36, 0, -30, -22)),),
    "shirt": (poly((-29, -16), (-36, -52, -32, -92, -18, -114), (-10, -122, 0, -125, 10, -125), (24, -126, 38, -120, 47, -106), (44, -74, 38, -44, 34, -16), (14, -12, -10, -12, -29, -16)),),
    "hem": (poly((-29, -16), (-10, -12, 14, -12, 34, -16), (34, -20), (14, -16, -10, -16, -29.6, -20)), poly((47, -106), (42, -98, 34, -96, 28, -98), (28, -101), (34, -99, 41, -101, 45, -109))),
    "number": (hole(oval(3, -80, 12, 11), oval(3, -80, 6.6, 5.8)), hole(oval(3, -57, 14, 13), oval(3, -57, 8, 7.2))),
    "far_arm": (limb((-14, -108, 21), (-54, -86, 16), (-60, -86, 15), (-86, -112, 10), (-92, -120, 12)), limb((-94, -118, 8), (-100, -132, 4)), limb((-88, -122, 7), (-86, -134, 4))),
    "near_arm": (limb((36, -110, 23), (62, -150, 17), (64, -156, 16), (92, -204, 11), (97, -214, 13)), limb((96, -214, 8), (98, -232, 4.4)), limb((101, -213, 7), (108, -227, 4.2)), limb((92, -210, 6), (86, -220, 4))),
    "head": (joined(poly((8, -126), (8, -136, 4, -140, 4, -150), (4, -168, 18, -178, 32, -174), (40, -172, 44, -168, 45, -163), (46, -161, 50, -158, 51, -155), (50, -153, 47, -153, 46, -152), (47, -150, 46, -147, 44, -147), (44, -142, 40, -137, 32, -138), (30, -132, 28, -128, 28, -122)),),),
    "eye": (oval(41, -160, 1.5, 1.2, -20), line([(38, -164.5), (43.5, -164)], 1.3)),
    "ear": (oval(19, -151, 3.2, 5, 14),),
    "hair": (poly((14, -140), (4, -142, 0, -152, 2, -160), (4, -178, 22, -186, 36, -178), (42, -174, 43, -171, 41, -169), (34, -172, 28, -170, 26, -162), (25, -154, 20, -158, 16, -154), (15, -148, 16, -144, 14, -140)),),
}


def player(name: str, x: float, y: float, size: float, at: float, shirt: Surface, shirt_ev: float, tone: int, *, flip: bool = False, body: Moves = Moves.BODY, limb: Moves = Moves.LIMB, light: Field | None = None) -> list[Cutout]:
    """A player in the leap, parts by parts; x, y: of the hips; at: metres off."""
    put = {part: moved(paths, x, y, size, flip) for part, paths in PLAYER.items()}
    top = (light or field(0.0)) + fade((y - 180 * size, 0.5), (y + 150 * size, -0.7))
    skin_ev = (0.05, -0.8, -0.35, -1.1)[tone]

    def piece(part: str, ev: float, colour: Surface, moves: Moves, cover: float = 1.0) -> Cutout:
        return Cutout(f"{name}, {part}", put[part], at, field(ev) + top + grain(3, 12, 0.08, len(name)), colour, cover=field(cover), lit=Lit.KEY, moves=moves)

    skin = SKIN[tone]
    return [
        piece("far_arm", skin_ev - 0.4, skin, limb), piece("far_leg", skin_ev - 0.4, skin, limb), piece("near_leg", skin_ev, skin, limb),
        piece("socks", 0.9, WHITE, limb), piece("shoes", 0.5, paint(1.3, 0.75, 0.4), limb), piece("shorts", -1.9, TAR, body),
        piece("head", skin_ev, skin, body), piece("eye", -2.6, TAR, body, 0.85), piece("hair", -2.8, HAIR[tone], body), piece("ear", skin_ev - 0.3, skin, body),
        piece("shirt", shirt_ev, shirt, body), piece("hem", shirt_ev - 0.7, shirt, body), piece("number", -1.6 if shirt_ev > 0.5 else 1.0, TAR if shirt_ev > 0.5 else WHITE, body, 0.85), piece("near_arm", skin_ev + 0.1, skin, limb),
    ]


def _hall() -> tuple[Cutout, ...]:
    rows = []
    for k in range(5):
        for x, y, q in scatter(70 + k, 46, -1300, 176 + 30 * k, 2300, 180 + 30 * k):
            rows.append((x, y, 8.5 + k * 0.6, q))
    heads = tuple(oval(x, y, s * 0.8, s) for x, y, s, _ in rows)
    bodies = tuple(poly((x - s * 1.8, y + s * 4), (x - s * 1.7, y + s * 1.2, x, y + s * 0.7, x, y + s * 0.8), (x, y + s * 0.7, x + s * 1.7, y + s * 1.2, x + s * 1.8, y + s * 4)) for x, y, s, q in rows if q < 0.6)
    pale = tuple(poly((x - s * 1.8, y + s * 4), (x - s * 1.7, y + s * 1.2, x, y + s * 0.7, x, y + s * 0.8), (x, y + s * 0.7, x + s * 1.7, y + s * 1.2, x + s * 1.8, y + s * 4)) for x, y, s, q in rows if q >= 0.6)
    lamps = tuple(rect(x, 22, 96, 9) for x in range(-1500, 2500, 190))
    lines = (line([(-2000, 560), (3000, 560)], 5), line([(-2000, 424), (3000, 424)], 2.4), line([(300, 424), (120, 700)], 4))
    net = (*(line([(x, 214), (x, 330)], 0.8) for x in range(-1500, 2500, 12)), *(line([(-1500, y), (2500, y)], 0.8) for y in range(226, 330, 13)))
    return (
        Cutout("far wall", None, 34, fade((-100, -2.6), (200, -1.9)) + boards(120, 0.25, 0, 5) + glow(480, 30, 900, 60, 1.0), TIMBER),
        Cutout("girders", (*(rect(x, -300, 9, 340) for x in range(-1500, 2600, 240)), rect(-3000, 44, 7000, 10)), 30, field(-2.8), TAR),
        Cutout("lamps", lamps, 28, field(4.2), WHITE),
        Cutout("glow", tuple(rect(x - 24, 4, 144, 46) for x in range(-1500, 2500, 190)), 28, field(0.6), WHITE, cover=field(0.25), soft=14),
        Cutout("stand", (rect(-3000, 168, 7000, 210),), 26, field(-2.9) + grain(60, 4, 0.2, 8), TAR),
        Cutout("crowd in dark", bodies, 25, field(-2.2) + grain(16, 16, 0.6, 9), paint(0.85, 0.95, 1.1), moves=Moves.WIND, speed_m_s=(0.1, 0.1)),
        Cutout("crowd in pale", pale, 25, field(-0.9) + grain(16, 16, 0.6, 10), paint(1.05, 0.95, 0.9), moves=Moves.WIND, speed_m_s=(0.1, 0.1)),
        Cutout("faces", heads, 25, field(-1.2) + grain(10, 10, 0.5, 11), SKIN[2], moves=Moves.WIND, speed_m_s=(0.1, 0.1)),
        Cutout("boards round it", (rect(-3000, 352, 7000, 58),), 22, field(-0.6) + grain(80, 60, 0.25, 12), paint(0.6, 0.9, 1.3)),
        Cutout("writing", tuple(rect(x, 370, 60 + 60 * q, 20) for x, _, q in scatter(77, 30, -1500, 0, 2500, 1)), 22, field(1.2), WHITE, cover=field(0.85)),
        Cutout("floor", (rect(-3000, 408, 7000, 2500),), 12, fade((408, 0.2), (700, -0.5)) + grain(120, 2.2, 0.12, 13) + glow(300, 440, 90, 90, 0.5) + glow(680, 440, 90, 90, 0.5), paint(1.1, 0.86, 0.58)),
        Cutout("lamps mirrored", tuple(rect(x + 6, 430, 84, 170) for x in range(-1500, 2500, 190)), 12, field(2.0), WHITE, cover=fade((430, 0.42), (600, 0.0)), soft=9),
        Cutout("lines", lines, 12, field(1.0), WHITE, cover=field(0.85)),
        *player("far back", 800, 372, 0.66, 17, paint(0.5, 0.8, 1.5), -0.9, 3, body=Moves.STANDS, limb=Moves.WIND),
        *player("far front", 640, 392, 0.72, 15, paint(0.5, 0.8, 1.5), -0.8, 2, flip=True, body=Moves.STANDS, limb=Moves.WIND),
        Cutout("net", net, 14, field(0.1), WHITE, cover=field(0.5)),
        Cutout("net's band", (rect(-1500, 208, 4000, 7),), 14, field(1.2), WHITE),
        Cutout("shadow", (poly((280, 606), (400, 594, 500, 596, 590, 608), (500, 622, 380, 624, 280, 606)),), 12, field(-1.6), TAR, cover=field(0.5), soft=9),
        *player("leaper", 420, 340, 1.15, 12, paint(1.35, 0.7, 0.35), 0.25, 1),
        *player("waiting", 130, 430, 0.98, 12.6, paint(1.35, 0.7, 0.35), 0.1, 0, flip=True, body=Moves.STANDS, limb=Moves.WIND),
        Cutout("ball", (oval(556, 84, 17, 17),), 12, field(0.9) + fade((68, 0.7), (102, -0.7)), paint(1.1, 0.98, 0.8), moves=Moves.LIMB),
    )


HALL = Stage(
    slug="court", title="hall game under lamps", problem="Leaps under lamps that pulse, bare lamps above and a dark stand behind.",
    usual_mm=85, distance_m=12, aim=(430, 330), vanishing=(480, 240),
    tones=(Tone("lamps", 290, 26, 3.9, 3), Tone("ball", 556, 84, 1.0, 7), Tone("net's band", 860, 211, 1.2, 2), Tone("floor", 700, 600, -0.3, 12), Tone("orange shirt", 428, 270, 0.3, 8), Tone("skin, leaper", 446, 174, -0.3, 6, skin=True), Tone("skin, waiting", 109, 288, 0.5, 5, skin=True), Tone("shorts", 420, 350, -2.2, 6), Tone("stand", 60, 174, -2.4, 4)),
    draw=_hall,
)


def _green() -> tuple[Cutout, ...]:
    watchers = [(x, 246 + 10 * q, 7.5 + 2 * q, q) for x, _, q in scatter(91, 90, -1500, 0, 2500, 1)]
    heads = tuple(oval(x, y, s * 0.8, s) for x, y, s, _ in watchers)
    coats = [tuple(poly((x - s * 1.7, y + s * 4.6), (x - s * 1.5, y + s * 1.2, x, y + s * 0.7, x, y + s * 0.8), (x, y + s * 0.7, x + s * 1.5, y + s * 1.2, x + s * 1.7, y + s * 4.6)) for x, y, s, q in watchers[k::3]) for k in range(3)]
    lines = (line([(-2000, 560), (3000, 560)], 5), line([(-2000, 424), (3000, 424)], 2.4), line([(300, 424), (120, 700)], 4))
    net = (*(line([(x, 214), (x, 330)], 0.8) for x in range(-1500, 2500, 12)), *(line([(-1500, y), (2500, y)], 0.8) for y in range(226, 330, 13)))
    sun = fade((300, -0.5), (620, 0.5), "x")
    shade = tuple(poly((x, y), (x + 110 * s, y - 12 * s, x + 200 * s, y - 8 * s, x + 270 * s, y + 4 * s), (x + 190 * s, y + 14 * s, x + 80 * s, y + 16 * s, x, y)) for x, y, s in ((330, 606, 1.0), (140, 600, 0.9), (650, 500, 0.6), (800, 470, 0.5)))
    return (
        sky(fade((-200, 0.7), (240, 1.7)), BLUE, to=WHITE, share=fade((20, 0.0), (240, 0.55))),
        cloud(27, 20, 150, field(2.9) + fade((20, 0.2), (150, -0.5)), WHITE, amount=0.7, flat=3.2),
        Cutout("wood", (ridge(214, 60, 57, step=16), rect(-3000, 210, 7000, 66)), 140, field(-1.2) + grain(18, 14, 0.5, 4), LEAF),
        Cutout("grass over there", (rect(-3000, 262, 7000, 80),), 36, field(0.05) + grain(60, 2, 0.2, 12), paint(0.66, 1.12, 0.5)),
        Cutout("watchers' faces", heads, 34, field(0.0) + grain(10, 10, 0.5, 11), SKIN[2], moves=Moves.WIND, speed_m_s=(0.1, 0.1)),
        *(Cutout(f"watchers {k}", coats[k], 34, field(ev) + grain(16, 16, 0.4, 9 + k), tint, moves=Moves.WIND, speed_m_s=(0.1, 0.1)) for k, (ev, tint) in enumerate(((0.5, WHITE), (-0.6, paint(0.6, 0.9, 1.3)), (-1.5, TAR)))),
        Cutout("grass", (rect(-3000, 280, 7000, 3000),), 12, fade((280, 0.15), (700, -0.35)) + grain(70, 2.4, 0.28, 13), paint(0.66, 1.12, 0.5)),
        Cutout("lines", lines, 12, field(1.3), WHITE, cover=field(0.85)),
        *player("far back", 800, 372, 0.66, 17, paint(0.5, 0.8, 1.5), -0.7, 3, body=Moves.STANDS, limb=Moves.WIND, light=sun),
        *player("far front", 640, 392, 0.72, 15, paint(0.5, 0.8, 1.5), -0.6, 2, flip=True, body=Moves.STANDS, limb=Moves.WIND, light=sun),
        Cutout("net", net, 14, field(-0.4), WHITE, cover=field(0.45)),
        Cutout("net's band", (rect(-1500, 208, 4000, 7),), 14, field(1.4), WHITE),
        Cutout("shadows", shade, 12, field(-1.9), paint(0.55, 1.05, 0.8), cover=field(0.75), soft=4),
        *player("leaper", 420, 340, 1.15, 12, paint(1.08, 1.0, 0.9), 0.9, 1, light=fade((370, 0.5), (480, -0.5), "x")),
        *player("waiting", 130, 430, 0.98, 12.6, paint(1.08, 1.0, 0.9), 0.8, 0, flip=True, body=Moves.STANDS, limb=Moves.WIND, light=fade((80, 0.5), (190, -0.5), "x")),
        Cutout("ball", (oval(556, 84, 17, 17),), 12, field(1.1) + fade((68, 0.7), (102, -0.9)), paint(1.1, 0.98, 0.8), moves=Moves.LIMB),
    )


GREEN = Stage(
    slug="green", title="a game on grass in the sun", problem="White shirts in the sun and faces in their own shade, before a dark wood and a pale sky.",
    usual_mm=85, distance_m=12, aim=(430, 330), vanishing=(480, 240),
    tones=(Tone("cloud", 470, 60, 2.3, 10), Tone("sky", 700, 180, 1.25, 10), Tone("net's band", 860, 211, 1.4, 2), Tone("white shirt", 446, 300, 0.6, 4), Tone("skin, leaper", 446, 174, -0.6, 6, skin=True), Tone("grass", 700, 620, -0.5, 12), Tone("shorts", 420, 350, -2.2, 6), Tone("wood", 60, 228, -1.2, 4), Tone("shadow", 470, 606, -1.2, 3)),
    draw=_green,
)
