"""Somebody else in a scene: the subject's own cut-outs once more, nearer or farther, and beside it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import skia

from craft.stage.fields import Field, Place
from craft.stage.stage import WIDE, Cutout, Moves, Stage

SUBJECTS = (Moves.BODY, Moves.LIMB)

BESIDE = 0.2
"""How far beside the subject the first stands, as a share of the frame's width in the usual composition; the next on the other side, then farther out."""

NEAREST_AT = 0.5
"""No figure is drawn nearer to the usual place of the camera, in metres."""

SAME = 0.05
"""Cut-outs within this share of the subject's distance are it."""


def subject_of(stage: Stage, cutouts: Sequence[Cutout]) -> tuple[Cutout, ...]:
    """The cut-outs of a scene's subject; none where it is a place.

    >>> from craft.stage.stages import BY_SLUG
    >>> {one.name.split(",")[0] for one in subject_of(BY_SLUG["loft"], BY_SLUG["loft"].draw())}
    {'weaver'}
    """
    return tuple(
        one for one in cutouts if one.shape and one.moves in SUBJECTS and abs(one.at - stage.distance_m) <= SAME * stage.distance_m
    )


def _moved(field: Field, stage: Stage, times: float, across: float) -> Field:
    """A field as it lies on a figure that was drawn so many times larger, and aside."""
    vx, vy = stage.vanishing

    def at(place: Place) -> Place:
        return Place((place.x - across - vx) / times + vx, (place.y - vy) / times + vy, place.step / times)

    return Field(lambda place: field.at(at(place)))


def another(stage: Stage, cutouts: Sequence[Cutout], at: float, number: int) -> tuple[Cutout, ...]:
    """The subject once more at a distance of the usual composition: as large as it is there, its feet on the same ground.

    number : of others, from 0: the second stands on the other side.

    >>> from craft.stage.stages import BY_SLUG
    >>> stage = BY_SLUG["hall"]
    >>> {one.at for one in another(stage, stage.draw(), 12.0, 0)}
    {12.0}
    """
    at = max(at, NEAREST_AT)
    times = stage.distance_m / at
    vx, vy = stage.vanishing
    side = 1 if (stage.aim[0] < WIDE / 2) == (number % 2 == 0) else -1
    across = side * BESIDE * (1 + number // 2) * WIDE
    turn = skia.Matrix().setScale(times, times, vx, vy)
    turn.postTranslate(across, 0)
    found = []
    for one in subject_of(stage, cutouts):
        shape = []
        for path in one.shape or ():
            copy = skia.Path(path)
            copy.transform(turn)
            shape.append(copy)
        ev, share, cover = (_moved(field, stage, times, across) for field in (one.ev, one.share, one.cover))
        name = f"another {number + 1}, {one.name}"
        found.append(replace(one, name=name, shape=tuple(shape), at=at, soft=one.soft * times, ev=ev, share=share, cover=cover))
    return tuple(found)


def with_others(stage: Stage, cutouts: tuple[Cutout, ...], distances: Sequence[float]) -> tuple[Cutout, ...]:
    """A scene with others at distances of its usual composition, each laid before what is farther away.

    >>> from craft.stage.stages import BY_SLUG
    >>> stage = BY_SLUG["loft"]
    >>> len(with_others(stage, stage.draw(), (2.0, 4.0))) - len(stage.draw()) == 2 * len(subject_of(stage, stage.draw()))
    True
    """
    out = list(cutouts)
    for number, at in enumerate(distances):
        figure = another(stage, cutouts, at, number)
        place = next((k for k, one in enumerate(out) if one.at < max(at, NEAREST_AT)), len(out))
        out[place:place] = figure
    return tuple(out)
