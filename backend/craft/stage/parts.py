"""Cut-outs that many stages share: sky, cloud, water, land, people."""

from __future__ import annotations

from dataclasses import dataclass
from dataclasses import field as dataclass_field

import numpy as np
import skia

from craft.stage.colour import Pixels, of, paint
from craft.stage.fields import Field, Place, field, grain, ripples
from craft.stage.figures import BUST, Parts, clothed, head
from craft.stage.shapes import poly, rect
from craft.stage.stage import FAR, Cutout, Lit, Moves
from craft.white.surfaces import Surface

# fmt: off

SKIN = (of("skin 2"), of("skin 4"), of("skin 3"), of("skin 5"), of("skin 1"))
"""Skins: light, tan, between, dark, palest."""

HAIR = (paint(1, 0.66, 0.4), paint(1, 0.84, 0.76), paint(1, 0.78, 0.6), paint(1, 0.9, 0.86), paint(1, 0.8, 0.5))

STONE, EARTH, LEAF, SLATE = paint(1, 0.97, 0.92), paint(1, 0.84, 0.66), of("leaf"), paint(0.86, 0.98, 1.12)
BLUE, ROSE, GOLD, WHITE = paint(0.72, 0.95, 1.32), paint(1.15, 0.86, 0.84), paint(1.25, 0.93, 0.55), paint(1, 1, 1)
TIMBER, TAR = paint(0.95, 0.78, 0.6), paint(0.95, 0.97, 1.02)

RIPPLES_M_S = (0.9, 0.06)
"""How fast ripples run, across and down."""


def sky(ev: Field, colour: Surface, to: Surface | None = None, share: Field | None = None) -> Cutout:
    """The whole sky, without end behind everything."""
    return Cutout("sky", None, FAR, ev, colour, to=to, share=share or field(0.0), lit=Lit.OWN)


def cloud(seed: int, top: float, bottom: float, ev: Field, colour: Surface, *, amount: float = 0.75, flat: float = 5.0, to: Surface | None = None, share: Field | None = None) -> Cutout:
    """Torn cloud between two heights: where a wide grain is over a bar it covers."""
    puffs = grain(150, 150 / flat, 1.0, seed)

    def cover(p: Place) -> Pixels:
        middle, half = (top + bottom) / 2, (bottom - top) / 2
        within = np.clip(1.25 - np.abs(p.y - middle) / half, 0, 1)
        return np.asarray(np.clip((puffs.at(p) * 0.5 + within - 0.78) * 2.2, 0, 1) * amount, np.float32)

    return Cutout("cloud", (rect(-4000, top - 60, 9000, bottom - top + 120),), 8000, ev, colour, to=to, share=share or field(0.0), cover=Field(cover), lit=Lit.OWN, moves=Moves.WIND, speed_m_s=(6.0, 0.0))


def water(horizon: float, at: float, ev: Field, colour: Surface, *, to: Surface | None = None, share: Field | None = None, rough: float = 0.4, seed: int = 5, near: float = 640.0) -> Cutout:
    """Water from its far edge towards us, with ripples that run."""
    return Cutout("water", (rect(-4000, horizon, 9000, 4000),), at, ev + ripples(horizon - 4, rough, seed, near), colour, to=to, share=share or field(0.0), soft=0.6, moves=Moves.WIND, speed_m_s=RIPPLES_M_S)


@dataclass(frozen=True, slots=True)
class Look:
    """How somebody is dressed: stops and colours of cloth, skin and hair; what else of `wear` is drawn, in stops and colour."""

    cloth_ev: float
    cloth: Surface
    skin_ev: float
    skin: Surface
    hair_ev: float = -2.6
    hair: Surface = dataclass_field(default_factory=lambda: HAIR[1])
    cut: str = "hair"
    more: tuple[tuple[str, float, Surface], ...] = ()
    weave: tuple[float, float, float] = (2.0, 14.0, 0.14)


SMALLEST_FACE = 0.55
"""Size of a person under which a face is no more than a few pixels, with the lens for which a stage is composed."""

LIPS = of("lips")

# part of a face, stops from the skin, share that it covers, softness in units of a person of size 1
_FACE = (("under", -0.9, 0.7, 1.2), ("shade", -0.8, 0.6, 2.6), ("cheeks", -0.05, 0.3, 1.3), ("nose", -0.6, 0.6, 0.5), ("mouth", -0.75, 0.8, 0.3), ("lips", -1.5, 0.7, 0.12), ("eyes", 0.15, 1.0, 0.15), ("irises", -2.2, 1.0, 0.1), ("lids", -1.8, 0.85, 0.1), ("lashes", -2.4, 0.9, 0.0), ("glints", 1.3, 1.0, 0.0), ("brows", -1.6, 0.75, 0.25))


def face(name: str, top: Parts, ev: Field, skin: Surface, hair: Surface, size: float, at: float, *, lit: Lit = Lit.KEY, moves: Moves = Moves.STANDS) -> list[Cutout]:
    """What makes a face of a head's skin; ev: of that skin, by place."""
    colour = {"cheeks": LIPS, "mouth": LIPS, "lips": LIPS, "eyes": WHITE, "glints": WHITE, "irises": hair, "lids": hair, "lashes": hair, "brows": hair}
    return [
        Cutout(f"{name}, {part}", top[part], at, ev + stops, colour.get(part, skin), cover=field(cover), soft=soft * size, lit=lit, moves=moves)
        for part, stops, cover, soft in _FACE
    ]


def person(name: str, wear: Parts, look: Look, x: float, y: float, size: float, at: float, *, light: Field | float = 0.0, to: Surface | None = None, share: Field | float = 0.0, lit: Lit = Lit.KEY, moves: Moves = Moves.STANDS, turn: float = 0.0, flip: bool = False, shadow: float | None = None) -> list[Cutout]:
    """Somebody, whose head is 20 size wide at a place: what `wear` has by the names that `look` asks for, then head and hair.

    light : stops that fall on all of it, by place; to, share: the colour that comes with it; shadow: stops of the
    soft shadow under the feet, none if left out.
    """
    clothes, top = clothed(wear, x, y, size, flip=flip), head(x, y, size, turn=turn, flip=flip)
    light, share = field(light), field(share)

    def piece(part: str, paths: tuple[skia.Path, ...], ev: float, colour: Surface, weave: Field | float = 0.0) -> Cutout:
        return Cutout(f"{name}, {part}", paths, at, field(ev) + light + weave, colour, to=to, share=share, lit=lit, moves=moves)

    wide, high, amount = look.weave
    out = []
    if shadow is not None:
        foot = y + 186 * size
        out.append(Cutout(f"{name}, shadow", (poly((x - 30 * size, foot), (x, foot - 8 * size, x, foot - 8 * size, x + 34 * size, foot), (x, foot + 10 * size, x, foot + 10 * size, x - 30 * size, foot)),), at, field(shadow), SLATE, cover=field(0.7), soft=2.5 * size, lit=lit, moves=moves))
    for part, ev, colour in (one for one in look.more if one[0].startswith("-")):
        out.append(piece(part[1:], clothes[part[1:]], ev, colour))
    out.append(piece("cloth", clothes["cloth"], look.cloth_ev, look.cloth, grain(wide * size, high * size, amount, len(name) * 7)))
    for part, ev, colour in (one for one in look.more if not one[0].startswith("-")):
        out.append(piece(part, clothes[part], ev, colour))
    skin, hair = (clothes.get("skin", top["skin"]), clothes.get(look.cut, top.get(look.cut, ())))
    shown = "skin" not in clothes and size >= SMALLEST_FACE
    if shown:
        out.append(piece("ears", top["ears"], look.skin_ev - 0.3, look.skin))
    out.append(piece("skin", skin, look.skin_ev, look.skin))
    if shown:
        out += face(name, top, field(look.skin_ev) + light, look.skin, look.hair, size, at, lit=lit, moves=moves)
    if hair:
        out.append(piece("hair", hair, look.hair_ev, look.hair, grain(1.0 * size, 6 * size, 0.28, len(name) * 3 + 1)))
    if shown:
        out.append(piece("lock", top["lock"], look.hair_ev + 0.4, look.hair))
    return out


def bust(name: str, look: Look, x: float, y: float, size: float, at: float, *, light: Field | float = 0.0, shade: float = 1.0, to: Surface | None = None, share: Field | float = 0.0, lit: Lit = Lit.KEY, moves: Moves = Moves.BODY) -> list[Cutout]:
    """Head and shoulders, the face 100 size wide at a place: for portraits. shade: stops by which the side away from the light is darker."""
    put, light, share = clothed(BUST, x, y, size), field(light), field(share)
    pores = grain(9 * size, 9 * size, 0.05, len(name))

    def piece(part: str, ev: float, colour: Surface, *, cover: float = 1.0, soft: float = 0.0, weave: Field | float = 0.0) -> Cutout:
        return Cutout(f"{name}, {part}", put[part], at, field(ev) + light + weave, colour, to=to, share=share, cover=field(cover), soft=soft * size, lit=lit, moves=moves)

    wide, high, amount = look.weave
    threads = grain(wide * size, high * size, amount, len(name) * 5)
    strands = grain(2.4 * size, 26 * size, 0.34, len(name) * 3)
    return [
        *([piece("long_hair", look.hair_ev - 0.3, look.hair, weave=strands)] if look.cut == "long_hair" else []),
        piece("neck", look.skin_ev - 0.6, look.skin, weave=pores),
        piece("cloth", look.cloth_ev, look.cloth, weave=threads),
        *(piece(part, ev, colour, weave=threads) for part, ev, colour in look.more),
        piece("ears", look.skin_ev - 0.4, look.skin),
        piece("skin", look.skin_ev, look.skin, weave=pores),
        piece("shade", look.skin_ev - shade, look.skin, cover=0.6, soft=9),
        piece("cheeks", look.skin_ev - 0.1, LIPS, cover=0.34, soft=8),
        piece("brow", look.skin_ev + 0.3, look.skin, cover=0.4, soft=9),
        piece("chin", look.skin_ev + 0.25, look.skin, cover=0.4, soft=5),
        piece("socket", look.skin_ev - 0.45, look.skin, cover=0.4, soft=4),
        piece("nose", look.skin_ev - 0.55, look.skin, cover=0.6, soft=1.6),
        piece("mouth", look.skin_ev - 0.75, LIPS, cover=0.75, soft=0.9),
        piece("eyes", look.skin_ev - 0.1, WHITE, soft=0.7),
        piece("irises", -2.3, HAIR[0], soft=0.6),
        piece("glints", 1.2, WHITE),
        piece("brows", look.hair_ev + 0.3, look.hair, cover=0.8, soft=0.9),
        piece("hair", look.hair_ev, look.hair, weave=strands),
        piece("sheen", look.hair_ev + 1.3, look.hair, cover=0.45, soft=6, weave=strands),
    ]
