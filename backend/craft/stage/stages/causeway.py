"""A tidal causeway to an island, before and after the sun is up."""

from __future__ import annotations

import numpy as np

from craft.stage.colour import Pixels
from craft.stage.fields import Field, Place, fade, field, glow, grain, halo, ripples
from craft.stage.figures import WADER
from craft.stage.parts import BLUE, GOLD, ROSE, SLATE, TAR, cloud, sky, water
from craft.stage.shapes import moved, oval, poly, rect, ridge
from craft.stage.stage import Cutout, Lit, Stage, Tone

# fmt: off
HORIZON = 262.0


def _sun_path(strength: float) -> Field:
    """The sun's way on the water: narrow at the horizon, wide and broken towards us."""
    weave = ripples(HORIZON, 1.0, 21)

    def at(p: Place) -> Pixels:
        depth = np.clip((p.y - HORIZON) / 378, 0, 1.4)
        across = np.exp(-(((p.x - 620.0) / (24 + 200 * depth)) ** 2))
        return np.asarray(across * (2.4 * np.exp(-depth * 2) + 1.1 * np.clip(weave.at(p), 0, 2)) * strength, np.float32)

    return Field(at)


def _stones(up: bool) -> list[Cutout]:
    rng = np.random.default_rng(11)
    light, out = (GOLD if up else BLUE), []
    for k in range(30):
        z = 1.7 * 1.16 ** (29 - k)
        y, x = HORIZON + 6 + 566 / z, 292 + (560 / z) * 0.13 + 46 * float(np.sin(k * 0.43)) * min(1, 3 / z + 0.1)
        for side in (-0.5, 0.5):
            w = 150 / z * float(rng.uniform(0.84, 1.14))
            h, cx = w * float(rng.uniform(0.25, 0.31)), x + side * w * 1.08
            j = [float(v) for v in rng.uniform(-0.05, 0.05, 7) * w]
            top = [(cx - w * .42 + j[0], y - h * .3), (cx - w * .1 + j[1], y - h * .52), (cx + w * .36 + j[2], y - h * .42), (cx + w * .5, y - h * .05), (cx + w * .3 + j[3], y + h * .28), (cx - w * .34 + j[4], y + h * .3), (cx - w * .52, y)]
            front = [top[6], top[5], top[4], top[3], *((px, py + h * .45) for px, py in (top[3], top[4], top[5], top[6]))]
            lit = fade((cx - w * .5, 0.0), (cx + w * .5, 1.0), "x") * (0.95 if up else 0.5)
            out += [
                Cutout("stones' shadow", (poly(*((px - w * .06, py + h * .42) for px, py in front)),), z, field(-2.5), SLATE, cover=field(0.75), soft=0.8 + w * 0.02),
                Cutout("stones' sides", (poly(*front),), z, field(-2.3) + grain(w * .1, w * .05, 0.3, 40 + k % 9), SLATE),
                Cutout("stones", (poly(*top),), z, field(-0.7 if up else -0.5) + lit + glow(cx, y - h * .42, w * .5, h * .12 + .6, 0.5) + grain(w * .09, w * .04, 0.26, 50 + k % 9), SLATE, to=light, share=lit * 0.5),
            ]
    return out


def _draw(up: bool) -> tuple[Cutout, ...]:
    sun = (620.0, 196.0 if up else 252.0)
    low = halo(*sun, 190, 1.0, 1.7)
    warm, strength = (GOLD, 1.0) if up else (ROSE, 0.28)
    dome = fade((0, 0.75), (262, 2.1)) + halo(*sun, 62, 3.4 if up else 0.7, 1.7) + halo(*sun, 230, 0.9, 1.7) + grain(160, 26, 0.09, 1)
    mirror = fade((262, 1.5), (640, 0.05)) + _sun_path(strength)
    mound = poly((-40, 268), (0, 236), (40, 222), (86, 216), (132, 226), (150, 238), (178, 236), (214, 250), (310, 268))
    wader = WADER["body"]
    waders = (*moved(wader, 706, 462, 1.5), *moved(wader, 770, 480, 1.75))
    sand = (poly((-3000, 470), (-20, 478), (120, 458, 240, 464, 340, 484), (450, 506, 420, 566, 560, 660), (700, 1600), (-3000, 1600)), poly((-3000, 480), (-20, 490), (120, 472, 230, 478, 324, 496), (420, 516, 380, 566, 520, 660), (640, 1600), (-3000, 1600)), poly((-3000, 492), (-20, 504), (120, 486, 220, 492, 306, 510), (386, 528, 350, 572, 480, 660), (600, 1600), (-3000, 1600)))
    shores: list[Cutout] = []
    for k, (path, ev) in enumerate(zip(sand, (0.0, -0.6, -1.1), strict=True)):
        sheen = glow(560 + 40 * k, 520, 200, 400, 0.75)
        shores.append(Cutout("wet sand", (path,), 4, field(ev) + sheen + grain(30, 2.6, 0.16, 6 + k) + fade((470, 0.2), (660, -0.4)), SLATE, to=warm, share=field(0.2) + sheen * 0.4, cover=field(0.8 if k == 0 else 1.0), soft=4))
    if not up:
        shores.append(Cutout("mist", (rect(-4000, 246, 9000, 60),), 200, field(1.2) + grain(120, 12, 0.2, 14), BLUE, cover=fade((246, 0.0), (276, 0.5)) * fade((276, 1.0), (306, 0.0)), soft=6))
    return (
        sky(dome, BLUE, to=warm, share=low * (1.0 if up else 0.75) + fade((40, 0.0), (262, 0.3 if up else 0.5))),
        cloud(4, 20, 210, fade((0, 0.5), (262, 1.2)) + halo(*sun, 150, 1.8 if up else 1.0, 1.7), SLATE, amount=0.75, flat=9, to=warm, share=low * 1.2 + 0.15),
        *((Cutout("sun", (oval(*sun, 7, 7),), 9e7, field(9.5), GOLD, lit=Lit.OWN),) if up else ()),
        Cutout("far land", (ridge(260, 46, 3),), 7000, field(1.2 if up else 0.6) + halo(*sun, 160, 0.8, 1.7), BLUE, to=ROSE, share=low),
        Cutout("mid land", (ridge(263, 26, 8),), 3000, field(0.1 if up else -0.4) + halo(*sun, 130, 0.9, 1.7), SLATE, to=ROSE, share=low),
        Cutout("island", (mound,), 900, field(-1.9) + grain(3, 6, 0.2, 4) + fade((90, 0.0), (290, 0.5), "x"), SLATE),
        Cutout("hut", (poly((92, 217), (92, 204), (104, 196), (117, 204), (117, 220)), poly((111, 200), (111, 191), (115, 191), (115, 203))), 900, field(-2.7), TAR),
        Cutout("hut's window", (rect(100, 208, 5, 5),), 900, field(1.2), GOLD, lit=Lit.OTHER),
        water(HORIZON + 2, 60, mirror, BLUE, to=warm, share=_sun_path(0.4) + fade((262, 0.45), (560, 0.0)), rough=0.42),
        Cutout("island mirrored", (poly((-40, 267), (310, 267), (206, 278), (150, 288), (84, 300), (20, 296), (-40, 290)),), 300, field(-1.3) + ripples(HORIZON, 0.3, 9), SLATE, cover=field(0.62), soft=2.5),
        *shores,
        *_stones(up),
        Cutout("waders mirrored", (oval(710, 500, 20, 4), oval(775, 526, 24, 5)), 14, field(-1.7), SLATE, cover=field(0.6), soft=2.4),
        Cutout("waders", waders, 14, field(-2.9), TAR),
    )


def _tones(up: bool) -> tuple[Tone, ...]:
    sun = (Tone("sun", 620, 196, 9.5, 2),) if up else ()
    return (*sun, Tone("sky at the sun", 650, 196 if up else 236, 5.2 if up else 3.1, 6), Tone("upper sky", 160, 40, 1.1, 16), Tone("sun's way", 620, 330, 3.6 if up else 1.7, 10), Tone("water", 860, 600, -0.1, 12), Tone("stone", 352, 520, -1.1, 6), Tone("wet sand", 120, 590, -1.3, 12), Tone("island", 60, 240, -1.9, 6), Tone("wader", 770, 482, -2.9, 3))


def _stage(slug: str, title: str, problem: str, up: bool) -> Stage:
    return Stage(slug=slug, title=title, problem=problem, usual_mm=24, distance_m=4.0, aim=(480, 330), vanishing=(480, HORIZON), tones=_tones(up), draw=lambda: _draw(up), other_k=2900, other_name="hut's window")


BEFORE = _stage("causeway_before", "causeway before sunrise", "A sky three stops over the stones, and light that doubles every few minutes.", up=False)
AFTER = _stage("causeway_after", "causeway with the sun up", "The sun in the frame: nothing holds it and the wet stones together.", up=True)
