"""A boathouse hall with lanterns, and one doorway full of daylight."""

from __future__ import annotations

import math
from typing import Any

from craft.stage.colour import of, paint
from craft.stage.fields import boards, fade, field, glow, grain, ripples
from craft.stage.figures import BACK, DRESS, SUIT, clothed, head
from craft.stage.parts import SKIN, face
from craft.stage.shapes import hole, line, oval, poly, rect, ridge, scatter
from craft.stage.stage import FAR, Cutout, Lit, Moves, Stage, Tone

# fmt: off

DAY = paint(0.9, 0.98, 1.1)
WOOD, DARK_WOOD, WARM_WOOD = paint(0.95, 0.78, 0.6), paint(0.84, 0.72, 0.6), paint(1.0, 0.68, 0.4)
LANTERNS = tuple((x, 186 + 30 * math.cos((x - 40) / 880 * math.pi * 4)) for x in range(-760, 1720, 100))
LAMPLIGHT = glow(LANTERNS[8][0], 190, 150, 120, 0.6) + glow(360, 260, 300, 190, 1.5) + glow(800, 240, 200, 150, 0.5)


def _outside() -> list[Cutout]:
    water = fade((338, 5.5), (540, 4.6)) + ripples(330, 0.42, 5, 560)
    sail = (poly((613, 214), (700, 372), (632, 380)), poly((604, 232), (556, 372), (622, 380)))
    return [
        Cutout("sky", None, FAR, fade((150, 6.1), (330, 6.7)) + grain(90, 12, 0.12, 1), DAY, lit=Lit.OTHER),
        Cutout("far shore", (ridge(334, 34, 4),), 600, field(3.7) + grain(9, 3, 0.2, 2), paint(0.76, 0.98, 1.2), lit=Lit.OTHER),
        Cutout("water", (rect(-2000, 334, 5000, 700),), 80, water, DAY, lit=Lit.OTHER),
        Cutout("glints", tuple(oval(x, y, 3 + 9 * q, 0.6 + q) for x, y, q in scatter(7, 90, 420, 345, 880, 520)), 60, field(7.5), DAY, lit=Lit.OTHER),
        Cutout("sail", sail, 40, fade((180, 6.6), (384, 5.7)) + grain(3, 40, 0.08, 4), paint(1, 0.98, 0.93), lit=Lit.OTHER),
        Cutout("mast", (poly((606, 196), (609, 196), (629, 396), (624, 396)),), 40, field(2.8), WOOD, lit=Lit.OTHER),
        Cutout("hull", (poly((548, 378), (600, 390, 660, 390, 716, 372), (702, 404), (670, 414, 606, 416, 566, 408)),), 40, fade((386, 6.7), (434, 5.4)), paint(1, 1, 0.99), lit=Lit.OTHER),
        Cutout("quay posts", (rect(716, 350, 9, 180), rect(738, 372, 11, 160), rect(716, 416, 44, 7)), 14, field(1.2) + grain(3, 30, 0.2, 8), WOOD, lit=Lit.OTHER),
        Cutout("hull stripe", (poly((552, 386), (606, 396, 660, 396, 712, 380), (708, 388), (660, 404, 606, 404, 556, 393)),), 40, field(3.2), paint(0.4, 0.6, 1.0), lit=Lit.OTHER),
    ]


def _room() -> list[Cutout]:
    doorway = rect(548, 196, 206, 326)
    lit = glow(545, 360, 26, 200, 1.5) + glow(757, 360, 26, 200, 1.3)
    beams = []
    for k, (y, left, right) in enumerate(((150, 400, 880), (92, 260, 1020), (20, 60, 1240))):
        thick, peak, middle = 11 + 9 * k, y - 130 - 44 * k, (left + right) / 2
        beams.append(rect(left - 1600, y, right + 3200, thick))
        beams.append(line([(left, y), (middle, peak), (right, y)], thick * 0.8))
    return [
        Cutout("wall", (hole(rect(-3000, -1500, 7000, 2100), doorway),), 11, field(-3.3) + boards(34, 0.9, 7) + LAMPLIGHT + grain(1.4, 46, 0.2, 5) + lit * 0.5 + fade((60, -0.9), (250, 0)), WOOD),
        Cutout("door frame", (hole(rect(526, 176, 250, 346), doorway),), 11, field(-2.5) + lit + grain(20, 1, 0.14, 6), DARK_WOOD, to=DAY, share=lit * 0.6),
        Cutout("floor", (rect(-3000, 512, 7000, 1500),), 8, fade((512, -2.0), (660, -3.0)) + LAMPLIGHT * 0.35 + grain(90, 1.6, 0.26, 7), WOOD),
        Cutout("floor gaps", tuple(poly((x - 0.4, 512), (x + 0.4, 512), (480 + (x - 480) * 2.3 + 2, 700), (480 + (x - 480) * 2.3 - 2, 700)) for x in range(-1200, 2160, 44)), 8, field(-3.9), DARK_WOOD, cover=field(0.7), soft=0.5),
        Cutout("daylight on the floor", (poly((548, 522), (754, 522), (930, 700), (300, 700)),), 8, fade((520, 3.1), (690, 0.4)) + grain(90, 1.6, 0.22, 8), DAY, cover=fade((520, 0.96), (660, 0.72)), soft=4, lit=Lit.OTHER),
        Cutout("trusses", tuple(beams), 9, field(-4.1) + grain(60, 1.2, 0.2, 9) + glow(480, 150, 420, 26, 0.9), DARK_WOOD),
        Cutout("slings", (rect(247, -40, 5, 160), rect(702, -40, 5, 160)), 8, field(-3.0), WOOD),
        Cutout("shell", (poly((14, 121), (260, 95, 640, 95, 946, 126), (640, 152, 260, 152, 14, 121)),), 8, fade((100, -0.3), (148, -2.7)) + grain(120, 1.0, 0.12, 10), WARM_WOOD),
        Cutout("shell's edge", (poly((34, 121), (280, 104, 640, 104, 926, 126), (640, 107, 280, 107, 34, 121)),), 8, field(1.3), paint(1, 0.88, 0.66)),
    ]


def _lanterns() -> list[Cutout]:
    paper = tuple(poly((x - 11, y - 13), (x - 4, y - 20, x + 4, y - 20, x + 11, y - 13), (x + 13, y, x + 13, y + 4, x + 11, y + 12), (x + 4, y + 19, x - 4, y + 19, x - 11, y + 12), (x - 13, y + 4, x - 13, y, x - 11, y - 13)) for x, y in LANTERNS)
    light = field(2.2)
    for x, y in LANTERNS:
        light = light + glow(x, y + 2, 9, 13, 1.5)
    return [
        Cutout("cord", (line([(x, y - 20) for x, y in LANTERNS], 1.5),), 8, field(-3.8), DARK_WOOD),
        Cutout("glow", tuple(oval(x, y, 46, 42) for x, y in LANTERNS), 8, field(0.3), paint(1.1, 0.86, 0.5), cover=field(0.16), soft=16),
        Cutout("lanterns", paper, 8, light, paint(1.1, 0.92, 0.62)),
        Cutout("ribs", tuple(rect(x - 12, y + d, 24, 1.1) for x, y in LANTERNS for d in (-9, -2, 5)), 8, field(1.3), paint(1.1, 0.8, 0.45)),
        Cutout("caps", tuple(rect(x - 5, y - 22, 10, 4) for x, y in LANTERNS), 8, field(-1.6), DARK_WOOD),
    ]


def _couple() -> list[Cutout]:
    bride, dress = head(338, 284, 1.32, turn=4), clothed(DRESS, 338, 284, 1.32)
    groom, suit = head(424, 266, 1.36, turn=-4, flip=True), clothed(SUIT, 424, 266, 1.36)
    from_door = fade((300, 0.0), (400, 1.0), "x")
    on_groom = fade((392, 0.0), (460, 1.0), "x")
    edge = glow(463, 400, 5, 240, 1.9)
    flowers = tuple(oval(x, y, 3.5 + 3 * q, 3.4 + 3 * q) for x, y, q in scatter(3, 26, 330, 380, 366, 402))
    here: dict[str, Any] = {"at": 6.0, "moves": Moves.BODY}
    return [
        Cutout("shadow", (poly((274, 528), (330, 516, 420, 514, 470, 524), (400, 552, 250, 556, 250, 540)),), 6.0, field(-4.2), DARK_WOOD, cover=field(0.75), soft=7),
        Cutout("suit", suit["cloth"], ev=field(-3.2) + on_groom * 0.9 + edge + grain(1.2, 16, 0.14, 14), colour=paint(0.75, 0.86, 1.05), to=DAY, share=edge * 0.4, **here),
        Cutout("shoes", suit["shoes"], ev=field(-4.0), colour=DARK_WOOD, **here),
        Cutout("shirt", suit["shirt"], ev=field(0.9), colour=of("cloth"), **here),
        Cutout("lapels", suit["lapels"], ev=field(-3.6) + on_groom * 0.5, colour=paint(0.75, 0.86, 1.05), **here),
        Cutout("his hands", suit["hands"], ev=field(-1.4) + on_groom * 0.8, colour=SKIN[1], **here),
        Cutout("his ears", groom["ears"], ev=field(-2.0) + on_groom * 1.5, colour=SKIN[1], **here),
        Cutout("his skin", groom["skin"], ev=field(-1.7) + on_groom * 1.5, colour=SKIN[1], to=DAY, share=on_groom * 0.12, **here),
        *face("he", groom, field(-1.7) + on_groom * 1.5, SKIN[1], paint(1, 0.82, 0.7), 1.36, **here),
        Cutout("his hair", groom["hair"], ev=field(-4.2) + on_groom * 0.8 + grain(1, 5, 0.3, 12), colour=paint(1, 0.82, 0.7), **here),
        Cutout("dress", dress["cloth"], ev=field(0.7) + from_door * 0.95 + grain(2, 30, 0.12, 13), colour=of("cloth"), **here),
        Cutout("folds", dress["folds"], ev=field(0.2) + from_door * 0.9, colour=of("cloth"), cover=field(0.6), soft=2.2, **here),
        Cutout("belt", dress["belt"], ev=field(-0.4) + from_door * 0.6, colour=paint(0.8, 0.92, 0.9), **here),
        Cutout("her arms", dress["arms"], ev=field(-0.55) + from_door * 0.7, colour=SKIN[0], **here),
        Cutout("her skin", bride["skin"], ev=field(-0.55) + fade((326, 0.0), (352, 0.95), "x"), colour=SKIN[0], to=DAY, share=fade((340, 0.0), (354, 0.14), "x"), **here),
        *face("she", bride, field(-0.55) + fade((326, 0.0), (352, 0.95), "x"), SKIN[0], paint(1, 0.64, 0.38), 1.32, **here),
        Cutout("her hair", (*bride["hair"], *bride["bun"]), ev=field(-2.5) + fade((322, 0.0), (356, 1.2), "x") + grain(1, 6, 0.3, 15), colour=paint(1, 0.64, 0.38), **here),
        Cutout("flowers", flowers, ev=field(0.5) + grain(3, 3, 0.5, 16), colour=of("blossom"), **here),
        Cutout("leaves", tuple(oval(x, y, 2, 5, 40 * q) for x, y, q in scatter(5, 14, 328, 392, 368, 410)), ev=field(-1.6), colour=of("leaf"), **here),
    ]


def _guests() -> list[Cutout]:
    rows = ((48, 534, 2.1, -2.1, 0, True), (160, 548, 2.15, -2.6, 1, False), (262, 566, 2.2, -2.3, 2, True), (650, 570, 2.25, -3.0, 1, False), (768, 548, 2.15, -2.7, 0, True), (892, 538, 2.1, -2.4, 2, False), (-90, 540, 2.1, -2.5, 1, True), (1030, 540, 2.1, -2.6, 0, False))
    coats = (paint(0.84, 0.92, 1), paint(1, 0.9, 0.8), paint(0.9, 1, 0.9))
    out = []
    for k, (x, y, size, ev, tone, long) in enumerate(rows):
        parts = clothed(BACK, x, y, size)
        towards = 1 if x < 650 else -1
        rim = glow(x + towards * 24 * size / 2.1, y + 10, 11, 90, 1.2)
        out += [
            Cutout(f"coat {k}", parts["cloth"], 2.6, field(ev - 1.1) + glow(x + towards * 66, y + 110, 16, 70, 1.0) + grain(3, 8, 0.14, 20 + k), coats[tone]),
            Cutout(f"nape {k}", parts["skin"], 2.6, field(ev - 0.2) + rim, SKIN[tone]),
            Cutout(f"hair {k}", parts["long_hair" if long else "hair"], 2.6, field(ev - 1.2) + rim + grain(1.2, 9, 0.32, 30 + k), (paint(1, 0.72, 0.48), paint(1, 0.84, 0.78), paint(1, 0.78, 0.6))[tone]),
        ]
    return out


STAGE = Stage(
    slug="hall",
    title="hall with one doorway",
    problem="Lamps on the faces, daylight in the doorway six stops over them.",
    usual_mm=50,
    distance_m=6.0,
    aim=(382, 380),
    vanishing=(480, 330),
    tones=(
        Tone("water outside", 600, 480, 5.0, 14),
        Tone("sky outside", 590, 230, 6.4, 14),
        Tone("lantern", 440, 214, 3.4, 4),
        Tone("dress", 350, 460, 1.0, 8),
        Tone("skin, hers", 340, 286, 0.0, 4, skin=True),
        Tone("skin, his", 424, 272, -0.9, 4, skin=True),
        Tone("suit", 410, 420, -3.0, 7),
        Tone("wall", 160, 330, -2.4, 16),
        Tone("rafters", 100, 70, -3.7, 12),
    ),
    draw=lambda: (*_outside(), *_room(), *_lanterns(), *_couple(), *_guests()),
    other_k=6500, other_name="doorway",
    other_kind="daylight",
)
