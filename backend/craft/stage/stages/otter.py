"""An otter in dark water, at dusk."""

from __future__ import annotations

import skia

from craft.stage.colour import paint
from craft.stage.fields import fade, field, glow, grain, ripples
from craft.stage.figures import OTTER, clothed
from craft.stage.parts import BLUE, EARTH, GOLD, LEAF, ROSE, SLATE, TAR, WHITE, water
from craft.stage.shapes import line, oval, poly, rect, scatter
from craft.stage.stage import Cutout, Moves, Stage, Tone

# fmt: off
FUR, PALE = paint(1, 0.82, 0.62), paint(1, 0.92, 0.8)


def _rings(x: float, y: float) -> tuple[skia.Path, ...]:
    return tuple(line([(x - r, y - r * 0.03), (x - r, y + r * 0.17, x + r * 0.86, y + r * 0.17, x + r, y - r * 0.03)], 0.8 + r * 0.012) for r in (190, 240, 300, 372, 460))


def _draw() -> tuple[Cutout, ...]:
    x, y, size = 470.0, 384.0, 1.9
    animal = clothed(OTTER, x, y, size)
    rim = glow(x + 70, y - 96, 120, 20, 1.3) + glow(x + 190, y - 40, 30, 30, 0.8)
    reeds = tuple(poly((rx, 210), (rx + 3 + 5 * q, 60 - 60 * q), (rx + 10 * q, -30 - 80 * q), (rx + 6 + 2 * q, 60 - 40 * q), (rx + 7, 212)) for rx, _, q in scatter(51, 130, -1100, 0, 2100, 1))
    near = tuple(poly((rx, 760), (rx + 16, 600 - 60 * q), (rx + 30 - 60 * q, 470 - 110 * q), (rx + 26, 600 - 40 * q), (rx + 16, 760)) for rx, _, q in scatter(57, 22, -700, 0, 80, 1))
    drops = tuple(oval(x + 40 + dx, y + dy, 1.3 + 2 * q, 1.3 + 2 * q) for dx, dy, q in scatter(61, 34, 120, -30, 290, 30))
    mirror = poly((x - 300, y + 18), (x + 200, y + 18), (x + 190, y + 70, x + 110, y + 104, x + 50, y + 100), (x - 60, y + 86, x - 220, y + 44, x - 300, y + 18))
    return (
        Cutout("far bank", None, 60, fade((-200, -1.2), (210, -2.2)) + grain(30, 70, 0.4, 2), LEAF, to=SLATE, share=fade((-100, 0.9), (200, 0.3))),
        Cutout("reeds", reeds, 40, field(-1.6) + grain(2, 40, 0.3, 4) + fade((-60, 0.8), (210, -0.6)), EARTH, to=LEAF, share=grain(60, 60, 0.5, 5) + 0.5, soft=0.8, moves=Moves.WIND, speed_m_s=(0.15, 0)),
        water(206, 24, fade((206, -1.7), (330, -1.0)) + fade((330, 0.0), (700, 0.55)) + glow(690, 300, 250, 70, 1.2), SLATE, to=ROSE, share=glow(690, 300, 320, 110, 0.9) + fade((380, 0.0), (700, 0.25)), rough=0.42, seed=7, near=760),
        Cutout("gleam", (rect(-3000, 260, 7000, 120),), 22, field(2.2), GOLD, cover=(ripples(200, 0.5, 31, 700) - 0.35).clip(0, 1) * glow(700, 312, 210, 42, 1.0), moves=Moves.WIND, speed_m_s=(0.4, 0.05)),
        Cutout("mirrored", (mirror,), 15, field(-3.4) + ripples(200, 0.35, 9), TAR, cover=field(0.72), soft=7),
        Cutout("rings", _rings(x - 30, y + 14), 15, field(0.9) + glow(640, 400, 240, 90, 0.8), BLUE, cover=field(0.55), soft=1.2, moves=Moves.WIND, speed_m_s=(0.3, 0.1)),
        Cutout("back", animal["body"], 15.0, field(-2.2) + rim * 0.9 + grain(14, 2.4, 0.34, 11) + glow(x - 130, y - 18, 120, 8, 1.5), FUR, moves=Moves.BODY),
        Cutout("head", animal["head"], 15.0, field(-1.6) + rim + grain(6, 2.2, 0.3, 12) + fade((y - 60, 0.5), (y + 12, -0.6)), FUR, moves=Moves.BODY),
        Cutout("ear", animal["ear"], 15.0, field(-2.4) + rim * 0.6, FUR, moves=Moves.BODY),
        Cutout("muzzle", animal["face"], 15.0, field(-0.3) + rim * 0.5 + grain(4, 2, 0.2, 13), PALE, soft=2.5, moves=Moves.BODY),
        Cutout("nose", animal["nose"], 15.0, field(-3.4) + glow(x + 196, y - 46, 5, 4, 2.6), TAR, moves=Moves.BODY),
        Cutout("eye", animal["eye"], 15.0, field(-4.2), TAR, moves=Moves.BODY),
        Cutout("light in the eye", animal["glint"], 15.0, field(2.0), WHITE, moves=Moves.BODY),
        Cutout("whiskers", animal["whiskers"], 15.0, field(0.4), PALE, cover=field(0.8), moves=Moves.LIMB),
        Cutout("drops", drops, 15.0, field(1.6), BLUE, cover=field(0.8), moves=Moves.LIMB),
        Cutout("water line", (poly((x - 480, y + 18), (x - 300, y + 13), (x - 60, y + 15), (x + 210, y + 17), (x + 100, y + 22), (x - 200, y + 24)),), 14.8, field(0.5) + ripples(200, 0.4, 15), SLATE, cover=field(0.8), soft=1.6),
        Cutout("near reeds", near, 5.0, field(-2.6) + fade((420, 0.9), (700, -0.4)), LEAF, soft=1.0, moves=Moves.WIND, speed_m_s=(0.2, 0)),
    )


STAGE = Stage(
    slug="otter", title="otter at dusk", problem="A dark animal in dark water, with one gleam of sky.",
    usual_mm=400, distance_m=15.0, aim=(520, 350), vanishing=(480, 120),
    tones=(Tone("gleam", 700, 312, 0.7, 14), Tone("water", 840, 560, -0.4, 14), Tone("muzzle", 630, 362, 0.0, 4), Tone("fur", 540, 350, -1.5, 6), Tone("back", 270, 378, -2.6, 8), Tone("far bank", 140, 20, -1.5, 20), Tone("nose", 663, 350, -3.4, 2)),
    draw=_draw,
)
