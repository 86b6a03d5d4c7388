"""A street of lanterns after rain."""

from __future__ import annotations

from craft.stage.colour import paint
from craft.stage.fields import Field, boards, fade, field, glow, grain, ripples
from craft.stage.figures import COAT
from craft.stage.parts import BLUE, GOLD, HAIR, SKIN, SLATE, STONE, TAR, TIMBER, Look, person
from craft.stage.shapes import line, oval, poly, rect
from craft.stage.stage import FAR, Cutout, Lit, Moves, Stage, Tone
from craft.white.surfaces import Surface

# fmt: off
FLAME, RED, GREEN = paint(1.25, 0.9, 0.5), paint(1.5, 0.55, 0.35), paint(0.8, 1.1, 0.5)
HUNG: tuple[tuple[float, float, float, float], ...] = ((150, 176, 30, 7), (330, 214, 21, 11), (428, 236, 14, 17), (486, 250, 9, 26), (560, 240, 13, 18), (660, 206, 22, 10), (850, 160, 32, 6.5), (-160, 110, 44, 5), (1150, 100, 46, 5))


def _near_lanterns(amount: float) -> Field:
    total = field(0.0)
    for x, y, size, _ in HUNG:
        total = total + glow(x, y, size * 4.6, size * 4.2, amount)
    return total


def _house(name: str, left: float, right: float, top: float, at: float, ev: float, colour: Surface, lit: tuple[tuple[float, float, float, float], ...]) -> list[Cutout]:
    return [
        Cutout(name, (rect(left, top, right - left, 420 - top + 60),), at, field(ev) + boards(46, 0.5, 2, 5) + _near_lanterns(1.3) + fade((top, -1.2), (300, 0.4)) + grain(3, 30, 0.16, int(at)), colour),
        Cutout(f"{name}, eaves", (poly((left - 20, top + 6), (right + 20, top + 6), (right + 6, top - 18), (left - 6, top - 18)),), at - 0.2, field(ev - 1.0) + _near_lanterns(0.8), SLATE),
        Cutout(f"{name}, windows", tuple(rect(*w) for w in lit), at - 0.1, field(1.5) + grain(10, 16, 0.35, 9), GOLD, lit=Lit.OTHER),
        Cutout(f"{name}, bars", tuple(line([(x + w / 2, y), (x + w / 2, y + h)], 1.6) for x, y, w, h in lit) + tuple(line([(x, y + h / 2), (x + w, y + h / 2)], 1.6) for x, y, w, h in lit), at - 0.15, field(-2.6), TAR, lit=Lit.OTHER),
    ]


def _draw() -> tuple[Cutout, ...]:
    street = poly((-3000, 620), (330, 372), (440, 318), (520, 318), (640, 372), (4000, 620), (4000, 3000), (-3000, 3000))
    wet = field(0.0)
    for x, y, size, _ in HUNG:
        wet = wet + glow(x, 2 * 322 - y + 130, size * 1.1, 150, 2.6)
    wet = wet * (ripples(310, 0.55, 4) * 0.5 + 0.9).clip(0, 2)
    out: list[Cutout] = [
        Cutout("sky", None, FAR, fade((-100, -4.4), (300, -3.0)) + grain(120, 50, 0.12, 3), BLUE, to=ROSE_NIGHT, share=fade((100, 0.0), (320, 0.9)), lit=Lit.OWN),
        *_house("end house", 420, 540, 176, 40, -2.6, STONE, ((446, 226, 14, 20), (500, 226, 14, 20), (472, 270, 18, 40))),
        *_house("left far", 300, 430, 130, 22, -2.2, TIMBER, ((326, 196, 22, 34), (378, 196, 22, 34), (340, 286, 40, 56))),
        *_house("right far", 532, 690, 120, 20, -2.3, STONE, ((566, 190, 26, 38), (628, 190, 26, 38), (590, 280, 46, 60))),
        *_house("left near", -900, 316, 20, 11, -2.6, TIMBER, ((60, 120, 56, 84), (180, 120, 56, 84), (90, 262, 110, 118), (-120, 120, 60, 84))),
        *_house("right near", 676, 2000, 0, 10, -2.7, STONE, ((730, 104, 60, 90), (868, 104, 60, 90), (780, 256, 120, 128), (1040, 104, 60, 90))),
        Cutout("street", (street,), 7.5, field(-2.8) + ripples(310, 0.3, 6) + fade((320, 0.7), (640, -0.5)) + wet, SLATE, to=FLAME, share=(wet * 0.5).clip(0, 1)),
        Cutout("stones", tuple(line([(480 + (x - 480) * 0.2, 330), (480 + (x - 480) * 3.2, 1100)], 1.8) for x in range(-200, 1200, 56)), 7.5, field(-3.9), TAR, cover=field(0.4), soft=0.7),
        Cutout("strings", (line([(-400, 20), (150, 140), (330, 192), (486, 236), (660, 182), (850, 122), (1500, -20)], 1.5),), 12, field(-3.6), TAR),
    ]
    for k, (x, y, size, at) in enumerate(sorted(HUNG, key=lambda one: -one[3])):
        tint = (FLAME, RED, FLAME, GREEN)[k % 4]
        body = poly((x - size * 0.5, y - size), (x - size, y - size * 0.6, x - size, y + size * 0.6, x - size * 0.5, y + size), (x + size * 0.5, y + size), (x + size, y + size * 0.6, x + size, y - size * 0.6, x + size * 0.5, y - size))
        out += [
            Cutout("glow", (oval(x, y, size * 2.6, size * 2.4),), at, field(-0.2), tint, cover=field(0.22), soft=size * 0.9),
            Cutout("lanterns", (body,), at, field(2.4) + glow(x, y + size * 0.2, size * 0.5, size * 0.7, 1.4), tint),
            Cutout("ribs", tuple(rect(x - size * 0.92, y + d * size, size * 1.84, size * 0.05) for d in (-0.6, -0.3, 0.0, 0.3, 0.6)), at, field(0.6), tint),
            Cutout("ends", (rect(x - size * 0.42, y - size * 1.14, size * 0.84, size * 0.2), rect(x - size * 0.42, y + size * 0.95, size * 0.84, size * 0.18)), at, field(-2.8), TAR),
        ]
    for k, (x, y, size, away, ev, tone, also) in enumerate(((402, 300, 0.44, 15, -1.8, 1, ""), (560, 290, 0.56, 12, -2.2, 2, "umbrella"), (250, 282, 0.86, 8, -1.9, 0, "hat"), (520, 262, 1.2, 5.6, -1.6, 0, "umbrella"), (742, 250, 1.5, 4.4, -2.4, 3, "bag"))):
        rim = fade((x - 22 * size, 1.0), (x + 4 * size, 0.0), "x") if x > 480 else fade((x - 4 * size, 0.0), (x + 22 * size, 1.0), "x")
        look = Look(ev, (TAR, paint(1.25, 0.8, 0.5), paint(0.8, 0.95, 1.15))[k % 3], (-0.1, -0.9, -0.5, -1.3)[tone], SKIN[tone], -3.0, HAIR[tone], "long_hair" if k == 3 else "hair", more=(("-stride", ev - 0.7, TAR), ("collar", ev + 0.4, TIMBER), *(((also, ev + (0.9 if also == "umbrella" else -0.4), RED if also == "umbrella" and k == 3 else TAR),) if also else ())))
        out.append(Cutout(f"mirrored {k}", (oval(x, y + 250 * size, 22 * size, 66 * size),), away, field(ev - 1.0) + ripples(310, 0.4, 12), TAR, cover=field(0.55), soft=5 * size, moves=Moves.BODY))
        out += person(f"walker {k}", COAT, look, x, y, size, away, light=rim, to=FLAME, share=rim * 0.3, moves=Moves.BODY, flip=bool(k % 2))
    return tuple(out)


ROSE_NIGHT = paint(1.1, 0.86, 0.9)

STAGE = Stage(
    slug="lanterns", title="lantern street after rain", problem="Lanterns four stops over the faces they light, and all of it twice in the wet stones.",
    usual_mm=35, distance_m=5.6, aim=(520, 350), vanishing=(480, 300), other_k=2700, other_name="windows", other_kind="led_warm",
    tones=(Tone("lantern", 150, 182, 3.4, 5), Tone("window", 104, 150, 1.6, 8), Tone("wet stones", 660, 560, -0.6, 8), Tone("skin", 520, 268, 0.1, 4, skin=True), Tone("red umbrella", 500, 206, 0.5, 3), Tone("wall", 250, 240, -1.0, 8), Tone("coat", 742, 330, -2.2, 8), Tone("sky", 480, 80, -3.8, 14)),
    draw=_draw,
)
