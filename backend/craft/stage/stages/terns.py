"""Terns, against a dark cliff and against the sky."""

from __future__ import annotations

from collections.abc import Callable

from craft.stage.colour import of, paint
from craft.stage.fields import fade, field, glow, grain
from craft.stage.figures import TERN, clothed
from craft.stage.parts import BLUE, LEAF, SLATE, STONE, TAR, cloud, sky, water
from craft.stage.shapes import oval, poly, ridge, scatter
from craft.stage.stage import Cutout, Moves, Stage, Tone

# fmt: off
FEATHER, GREY_WING = of("plumage"), paint(0.9, 0.98, 1.08)


def _tern(x: float, y: float, size: float, at: float, flip: bool = False, seed: int = 1, moves: Moves = Moves.BODY) -> list[Cutout]:
    bird = clothed(TERN, x, y, size, flip=flip)
    above = fade((y - 12 * size, 0.55), (y + 9 * size, -1.0))
    wing = fade((y - 90 * size, -0.1), (y, 0.6)) + grain(3 * size, 10 * size, 0.1, seed)
    limb = Moves.LIMB if moves is Moves.BODY else moves
    return [
        Cutout("far wing", bird["wing_far"], at, field(0.1) + wing, GREY_WING, moves=limb),
        Cutout("tails", bird["tail"], at, field(1.0), FEATHER, moves=moves),
        Cutout("bodies", bird["body"], at, field(1.1) + above, FEATHER, moves=moves),
        Cutout("caps", bird["cap"], at, field(-3.2), TAR, moves=moves),
        Cutout("bills", bird["bill"], at, field(-0.6), paint(1.3, 0.6, 0.3), moves=moves),
        Cutout("wings", bird["wing_up"], at, field(0.8) + wing, FEATHER, moves=limb),
        Cutout("feathers", bird["feathers"], at, field(0.25) + wing, GREY_WING, cover=field(0.7), soft=1.2 * size, moves=limb),
        Cutout("wing tips", bird["wing_tip"], at, field(-1.5), TAR, cover=field(0.75), soft=0.8 * size, moves=limb),
    ]


def _cliff() -> list[Cutout]:
    ledges = tuple(poly((x - 90 - 120 * q, y), (x + 110 * q, y - 5), (x + 130 + 90 * q, y + 3), (x, y + 9)) for x, y, q in scatter(31, 46, -1200, -700, 2200, 1100))
    cracks = tuple(poly((x, y), (x + 5, y + 40), (x + 1 + 9 * q, y + 150 + 80 * q), (x - 4, y + 60)) for x, y, q in scatter(37, 60, -1200, -800, 2200, 1000))
    tufts = tuple(oval(x, y, 26 + 30 * q, 8 + 8 * q) for x, y, q in scatter(43, 38, -1200, -700, 2200, 1000))
    sitters = tuple(oval(x, y - 9, 11, 7) for x, y, q in scatter(31, 46, -1200, -700, 2200, 1100) if q > 0.35)
    return [
        Cutout("cliff", None, 70, field(-2.0) + grain(46, 130, 0.42, 4) + grain(160, 46, 0.3, 6) + fade((-200, 0.5), (800, -0.4)), paint(1, 0.93, 0.86), to=SLATE, share=grain(140, 140, 0.5, 8) + 0.4),
        Cutout("cracks", cracks, 69, field(-4.2), SLATE, cover=field(0.75), soft=3),
        Cutout("ledges", ledges, 68, field(-0.9) + grain(20, 4, 0.3, 9), STONE, soft=1.5),
        Cutout("moss", tufts, 67, field(-1.7) + grain(8, 4, 0.4, 10), LEAF, cover=field(0.8), soft=4),
        Cutout("sitting", sitters, 66, field(0.5), FEATHER, cover=field(0.9), soft=0.8),
    ]


def _sky() -> list[Cutout]:
    return [
        sky(fade((-200, 1.5), (640, 2.8)) + grain(160, 40, 0.1, 3) + glow(760, 120, 420, 260, 0.7), BLUE, to=STONE, share=fade((0, 0.25), (620, 0.85))),
        cloud(5, 120, 520, field(3.1) + fade((120, 0.4), (560, -0.7)), STONE, amount=0.85, flat=2.4),
        Cutout("headland", (ridge(640, 60, 12),), 900, field(-0.6), paint(0.82, 0.97, 1.1)),
        water(632, 400, fade((632, 1.6), (900, 0.2)), paint(0.75, 0.97, 1.15), near=1200),
    ]


def _birds() -> list[Cutout]:
    return [*_tern(830, 150, 0.9, 38, True, 3, Moves.STANDS), *_tern(150, 470, 1.1, 34, False, 5, Moves.STANDS), *_tern(452, 372, 3.1, 25, False, 7)]


def _stage(slug: str, title: str, problem: str, behind: Callable[[], list[Cutout]], far: tuple[Tone, ...]) -> Stage:
    near = (Tone("white breast", 470, 366, 0.9, 3), Tone("upper wing", 400, 300, 1.0, 8), Tone("black cap", 527, 357, -3.2, 3))
    return Stage(slug=slug, title=title, problem=problem, usual_mm=500, distance_m=25, aim=(450, 330), vanishing=(480, 560), tones=(*near, *far), draw=lambda: (*behind(), *_birds()))


CLIFF = _stage("terns_cliff", "terns before a cliff", "White birds on dark rock: a meter that sees the rock burns the bird.", _cliff, (Tone("rock", 640, 520, -1.8, 14), Tone("cracks", 700, 250, -2.3, 40)))
SKY = _stage("terns_sky", "terns against the sky", "White birds on bright cloud: a meter that sees the sky makes them grey.", _sky, (Tone("bright cloud", 700, 240, 2.8, 30), Tone("blue", 120, 20, 1.7, 14)))
