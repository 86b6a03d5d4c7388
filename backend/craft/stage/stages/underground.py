"""A platform under the ground as a train comes in."""

from __future__ import annotations

from typing import Any

from craft.stage.colour import paint
from craft.stage.fields import fade, field, glow, grain, ripples
from craft.stage.figures import COAT
from craft.stage.parts import EARTH, GOLD, HAIR, SKIN, SLATE, STONE, TAR, TIMBER, WHITE, Look, person
from craft.stage.shapes import line, oval, poly
from craft.stage.stage import Cutout, Lit, Moves, Stage, Tone

# fmt: off
TILE, ENAMEL = paint(0.9, 1.02, 0.98), paint(0.45, 0.85, 1.1)
# level lines run to here: the platform lies to the left of it, the track to the right
X, Y = 560.0, 300.0


def _to(x: float, y: float, share: float) -> tuple[float, float]:
    """A place that far from (x, y) towards where level lines meet."""
    return (x + (X - x) * share, y + (Y - y) * share)


def _draw() -> tuple[Cutout, ...]:
    tubes = []
    for near, far in ((0.02, 0.26), (0.34, 0.48), (0.54, 0.63), (0.67, 0.73), (0.76, 0.80), (0.83, 0.86)):
        tubes.append(poly(_to(150, -150, near), _to(210, -150, near), _to(210, -150, far), _to(150, -150, far)))
    above = glow(300, -20, 360, 160, 1.0) + glow(430, 170, 120, 80, 0.6)
    joints = tuple(line([_to(-900, y, 0.0), _to(-900, y, 0.93)], 1.4) for y in range(-260, 760, 68)) + tuple(line([_to(-900, -400, s), _to(-900, 900, s)], 1.2) for s in (0.3, 0.38, 0.45, 0.51, 0.56, 0.605, 0.645, 0.68, 0.71, 0.74, 0.765, 0.79, 0.81, 0.83, 0.85, 0.868, 0.885))
    wall = poly(_to(-900, -400, 0.0), _to(-900, -400, 0.93), _to(-900, 900, 0.93), _to(-900, 900, 0.0))
    boards = tuple(poly(_to(-900, 40, a), _to(-900, 40, b), _to(-900, 250, b), _to(-900, 250, a)) for a, b in ((0.5, 0.6), (0.7, 0.76), (0.82, 0.85)))
    platform = poly((-2390, 1510), _to(-900, 560, 0.0), _to(-900, 560, 0.93), _to(700, 620, 0.93), (700, 640), (1000, 3000), (-3000, 3000))
    edge = poly(_to(640, 640, 0.0), _to(700, 640, 0.0), _to(700, 640, 0.93), _to(640, 640, 0.93))
    train = poly((600, 200), (620, 176, 700, 168, 700, 168), (2390, -276), (2390, 1202), (700, 470), (600, 400))
    panes = tuple(poly(_to(2500, -260, a), _to(2500, -260, b), _to(2500, 330, b), _to(2500, 330, a)) for a, b in ((0.1, 0.3), (0.42, 0.53), (0.6, 0.67), (0.73, 0.78), (0.82, 0.855), (0.885, 0.905)))
    train_moves: dict[str, Any] = {"moves": Moves.WIND, "speed_m_s": (-4.0, 1.2)}
    out: list[Cutout] = [
        Cutout("end of the tunnel", None, 60, field(-4.4) + grain(30, 30, 0.2, 3), TAR),
        Cutout("vault", (poly(_to(-900, -400, 0.0), _to(-900, -400, 0.93), _to(1200, -500, 0.93), (2390, -700), (2390, -3000), (-3000, -3000)),), 20, field(-2.4) + above + grain(60, 20, 0.12, 4), STONE),
        Cutout("ribs", tuple(line([_to(-900, -400, s), (*_to(0, -760, s), *_to(900, -700, s), *_to(1300, -320, s))], 26 * (1 - s)) for s in (0.2, 0.42, 0.58, 0.7, 0.78, 0.84)), 19, field(-2.9) + above, SLATE),
        Cutout("far wall", (poly(_to(1300, -320, 0.9), _to(1300, 700, 0.9), (2390, 900), (2390, -700)),), 24, field(-3.2) + grain(40, 40, 0.15, 5), TIMBER),
        Cutout("tiles", (wall,), 9, field(-1.0) + fade((-100, 0.5), (500, 0.9), "x") + above * 0.5 + grain(70, 68, 0.1, 6), TILE),
        Cutout("joints", joints, 8.9, field(-2.2) + above * 0.4, STONE, cover=field(0.6), soft=0.6),
        Cutout("pictures on the wall", boards, 8.8, field(-0.6) + grain(24, 30, 0.7, 8), paint(1.2, 0.8, 0.6)),
        Cutout("tubes' light", tuple(tubes), 8.7, field(0.8), WHITE, cover=field(0.3), soft=22),
        Cutout("tubes", tuple(tubes), 8.6, field(4.2), paint(0.94, 1.02, 0.98), soft=0.8),
        Cutout("track", (poly(_to(700, 640, 0.93), _to(1500, 640, 0.93), (2390, 1140), (2390, 2380), (700, 2380), (700, 640)),), 7, field(-3.8) + grain(30, 6, 0.4, 9), TAR),
        Cutout("platform", (platform,), 7.5, field(-0.9) + ripples(Y, 0.14, 10) + glow(330, 470, 220, 120, 0.7) + fade((320, 0.4), (640, -0.2)), STONE),
        Cutout("edge", (edge,), 7.4, field(0.4) + fade((310, -0.6), (500, 0.3)), GOLD),
        Cutout("train", (train,), 11, field(-1.7) + fade((600, 1.0), (900, -0.6), "x") + grain(60, 5, 0.1, 11), ENAMEL, **train_moves),
        Cutout("its stripe", (poly((600, 330), (700, 352), (2390, 633), (2390, 545), (700, 320), (600, 310)),), 10.9, field(-0.2), WHITE, **train_moves),
        Cutout("panes", panes, 10.9, field(1.5) + grain(30, 60, 0.5, 12), GOLD, lit=Lit.OTHER, **train_moves),
        Cutout("front of the train", (poly((566, 226), (604, 196), (604, 404), (566, 380)),), 12, field(-1.6), TAR, **train_moves),
        Cutout("head lamps", (oval(574, 352, 6, 7), oval(596, 362, 6, 8)), 11.9, field(4.4), paint(1.1, 1, 0.8), soft=1, lit=Lit.OTHER, **train_moves),
        Cutout("their light", (oval(586, 356, 46, 40),), 11.8, field(0.8), WHITE, cover=field(0.28), soft=18, lit=Lit.OTHER, **train_moves),
    ]
    waits = ((300, 288, 0.62, 11.0, -1.6, 1, "bag"), (452, 292, 0.46, 15.0, -2.0, 3, ""), (170, 268, 0.98, 7.2, -2.3, 2, "hat"), (400, 262, 1.26, 5.4, -1.3, 0, "bag"))
    for k, (x, y, size, away, ev, tone, also) in enumerate(waits):
        look = Look(ev, (paint(0.7, 0.9, 1.2), TAR, EARTH, paint(1.3, 0.7, 0.5))[k], (0.0, -0.4, -0.8, 0.5)[k], SKIN[tone], -2.8, HAIR[tone], "long_hair" if k == 3 else "hair", more=(("-legs", ev - 0.8, TAR), ("collar", ev + 0.5, STONE), *(((also, ev - 0.4, TIMBER),) if also else ())))
        out += person(f"waiting {k}", COAT, look, x, y, size, away, light=fade((x - 24 * size, -0.4), (x + 24 * size, 0.5), "x"), moves=Moves.BODY, shadow=-2.6, flip=bool(k % 2))
    return tuple(out)


STAGE = Stage(
    slug="underground", title="platform under the ground", problem="Tubes four stops over the faces, a train whose lamps come nearer, and a tunnel without light.",
    usual_mm=35, distance_m=5.4, aim=(400, 350), vanishing=(X, Y), other_k=4200, other_name="train's windows",
    tones=(Tone("tubes", 333, 33, 4.0, 4), Tone("head lamp", 574, 352, 4.2, 2), Tone("pane", 880, 260, 1.8, 8), Tone("tiles", 60, 200, -0.3, 8), Tone("edge", 640, 560, 0.6, 4), Tone("skin", 400, 268, 0.5, 4, skin=True), Tone("coat", 400, 350, -1.2, 5), Tone("platform", 560, 520, -0.6, 8), Tone("track", 760, 600, -3.6, 8)),
    draw=_draw,
)
