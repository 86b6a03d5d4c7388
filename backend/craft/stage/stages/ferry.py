"""A queue for the ferry in morning light."""

from __future__ import annotations

from craft.stage.colour import paint
from craft.stage.fields import fade, field, glow, grain, halo
from craft.stage.figures import COAT
from craft.stage.parts import BLUE, GOLD, HAIR, ROSE, SKIN, SLATE, STONE, TAR, TIMBER, WHITE, Look, cloud, person, sky, water
from craft.stage.shapes import line, oval, poly, rect, ridge
from craft.stage.stage import Cutout, Moves, Stage, Tone

# fmt: off
CLOTHS = (paint(0.7, 0.9, 1.25), paint(1.25, 0.7, 0.45), paint(0.95, 0.97, 1.0), paint(0.7, 1, 0.6), paint(1.2, 0.86, 0.5), paint(0.85, 0.85, 1.05))


def _queue() -> list[Cutout]:
    people = ((236, 232, 0.72, 13.0, -1.3, 0, 0, "hat"), (292, 224, 0.8, 11.0, -0.5, 1, 2, ""), (356, 222, 0.9, 9.0, -2.0, 5, 1, "umbrella"), (436, 212, 1.06, 7.2, -0.7, 4, 3, "bag"), (548, 196, 1.34, 5.6, -1.7, 0, 2, "hat"), (702, 172, 1.78, 4.2, -0.9, 3, 0, "bag"))
    out: list[Cutout] = []
    for k, (x, y, size, at, ev, cloth, tone, also) in enumerate(people):
        light = fade((x - 22 * size, -0.7), (x + 20 * size, 1.15), "x")
        legs = ("-stride", -2.6, TAR) if k in (0, 4) else ("-legs", -2.5, TAR)
        more = (legs, ("collar", ev + 0.4, CLOTHS[cloth]), ("hands", -0.9, SKIN[tone]), *(((also, -1.9 if also != "bag" else -0.9, TAR if also != "bag" else paint(1.1, 0.8, 0.5)),) if also else ()))
        look = Look(ev, CLOTHS[cloth], (-0.25, -1.1, -0.6, -1.5)[tone], SKIN[tone], -2.6, HAIR[tone], "long_hair" if k % 3 == 1 else "hair", more=more)
        out.append(Cutout(f"long shadow {k}", (poly((x - 16 * size, y + 184 * size), (x + 20 * size, y + 184 * size), (x - 240 * size, y + 232 * size), (x - 300 * size, y + 226 * size)),), at, field(-1.9), SLATE, cover=field(0.6), soft=3 * size))
        out += person(f"waiting {k}", COAT, look, x, y, size, at, light=light, to=GOLD, share=light * 0.12, moves=Moves.BODY if k == 5 else Moves.STANDS)
    return out


def _draw() -> tuple[Cutout, ...]:
    sun = (900.0, 150.0)
    warm = halo(*sun, 260, 1.0, 1.5)
    boat = poly((-40, 222), (210, 226), (196, 262), (-40, 268))
    cabin = poly((-10, 176), (140, 178), (150, 224), (-14, 222))
    posts = tuple(rect(x - w / 2, 250 - h, w, h + 30) for x, w, h in ((60, 5, 40), (180, 7, 54), (330, 9, 74), (520, 13, 110), (800, 22, 190), (1240, 44, 400)))
    return (
        sky(fade((0, 1.2), (240, 2.3)) + halo(*sun, 90, 2.4, 1.3) + halo(*sun, 300, 0.8, 1.5), BLUE, to=GOLD, share=warm + fade((60, 0.0), (240, 0.35))),
        cloud(6, 20, 150, fade((0, 1.6), (200, 2.4)) + warm * 1.2, SLATE, amount=0.7, flat=7, to=ROSE, share=field(0.35) + warm),
        Cutout("far shore", (ridge(238, 40, 14),), 2500, field(0.2) + warm * 1.1, SLATE, to=ROSE, share=warm + 0.2),
        Cutout("town", tuple(rect(x, 238 - 12 - (x * 7) % 23, 22, 40) for x in range(-1200, 2200, 31)), 900, field(-0.5) + grain(14, 9, 0.4, 3) + warm * 0.8, STONE, to=ROSE, share=warm),
        water(240, 60, fade((240, 1.2), (480, -0.2)) + glow(880, 280, 120, 60, 2.4) + glow(860, 330, 160, 120, 1.1), SLATE, to=GOLD, share=glow(870, 290, 200, 120, 0.8), rough=0.4, near=560),
        Cutout("hull", (boat,), 40, field(-1.8) + fade((40, 0.0), (206, 1.5), "x"), TAR),
        Cutout("cabin", (cabin,), 40, field(0.2) + fade((-10, -0.6), (150, 1.2), "x"), WHITE),
        Cutout("cabin windows", tuple(rect(x, 190, 16, 14) for x in range(4, 130, 24)), 40, field(-1.5), SLATE),
        Cutout("funnel", (poly((56, 176), (62, 132), (90, 132), (94, 177)),), 40, field(-0.6) + fade((58, -0.4), (92, 1.0), "x"), paint(1.35, 0.6, 0.4)),
        Cutout("smoke", (poly((66, 132), (50, 96, 10, 84, -60, 60), (-160, 30, -240, 30, -340, 20), (-240, 60, -100, 100, -20, 112), (40, 118, 80, 120, 88, 132)),), 41, field(0.9), ROSE, cover=field(0.5) + grain(30, 14, 0.2, 5), soft=8, moves=Moves.WIND, speed_m_s=(-2.0, -0.5)),
        Cutout("quay", (poly((-3000, 330), (210, 300), (560, 296), (1200, 330), (4000, 420), (4000, 3000), (-3000, 3000)),), 9, field(-0.9) + grain(70, 5, 0.26, 6) + fade((300, 0.7), (620, -0.2)) + glow(840, 380, 240, 90, 0.8), STONE, to=GOLD, share=glow(840, 380, 300, 140, 0.5)),
        Cutout("joints", tuple(line([(480 + (x - 480) * 0.34, 304), (480 + (x - 480) * 3.4, 1500)], 2.2) for x in range(-700, 1900, 90)), 9, field(-1.9), SLATE, cover=field(0.5), soft=0.6),
        Cutout("posts", posts, 10, field(-2.4) + grain(3, 18, 0.3, 7) + glow(812, 180, 6, 300, 1.8), TIMBER),
        Cutout("rope", (line([(60, 226), (120, 244, 150, 232, 180, 214), (250, 250, 300, 226, 330, 196), (420, 250, 480, 210, 520, 160), (640, 250, 720, 180, 800, 90)], 3),), 9.9, field(-1.7), TIMBER),
        *_queue(),
        Cutout("case", (rect(770, 420, 62, 84), rect(792, 408, 18, 14)), 4.1, field(-1.2) + fade((770, -0.4), (832, 0.9), "x") + grain(8, 8, 0.1, 9), paint(1.1, 0.72, 0.5)),
        Cutout("near pole", (rect(-30, -900, 58, 2600),), 1.6, field(-3.4) + fade((0, 0.0), (28, 1.0), "x") + grain(4, 60, 0.25, 11), TIMBER),
        Cutout("gulls", (*(poly((x - 16, y - 5), (x - 6, y - 9, x - 3, y - 3, x, y), (x + 3, y - 3, x + 6, y - 9, x + 16, y - 6), (x + 8, y - 4, x + 4, y, x, y + 3), (x - 4, y, x - 8, y - 4, x - 16, y - 5)) for x, y in ((380, 96), (440, 74), (300, 130), (610, 110))), ), 30, field(-0.4), WHITE, moves=Moves.WIND, speed_m_s=(7.0, 0.5)),
        Cutout("sun on the water", tuple(oval(x, y, w, 1.4) for x, y, w in ((880, 262, 26), (868, 276, 34), (884, 290, 30), (862, 306, 40), (890, 322, 32))), 60, field(4.6), GOLD, soft=0.6, moves=Moves.WIND, speed_m_s=(0.8, 0)),
    )


STAGE = Stage(
    slug="ferry", title="ferry queue in morning light", problem="Low sun behind half of them: lit edges three stops over the sides in shade.",
    usual_mm=35, distance_m=4.2, aim=(700, 330), vanishing=(480, 250),
    tones=(Tone("sun on the water", 880, 276, 4.2, 6), Tone("sky at the sun", 880, 60, 2.7, 10), Tone("white cabin", 110, 186, 1.1, 2), Tone("skin, first", 704, 176, 0.1, 5, skin=True), Tone("skin, second", 550, 198, -0.2, 4, skin=True), Tone("green coat", 700, 300, -0.7, 10), Tone("stones", 420, 560, -1.4, 12), Tone("dark coat", 540, 270, -1.8, 7), Tone("near pole", 0, 300, -3.5, 10)),
    draw=_draw,
)
