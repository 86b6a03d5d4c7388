"""How far the preview is from the raw: what is left in the raw when the preview first warns, and what moves that."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

import numpy as np

from craft.render.compose import on_sensor
from craft.render.develop import curve, developed, file_gains, finished, lost_in_raw, warned
from craft.render.looks import taste_of
from craft.render.rehearsal import small_view
from craft.render.shot import Shot
from craft.stage.colour import Pixels
from craft.vocabulary.setting import Value

FIRST = 0.002
"""Share of the picture from which a warning is one that somebody sees."""

DARKEST, BRIGHTEST = -8.0, 14.0
"""Stops to either side of the frame as set within which the first warning and the clip are looked for."""

TWELFTHS = 12
"""Parts of a stop to which both are found."""

WHITES = (3200.0, 5500.0)
"""Whites that people leave set: lamps and daylight (the presets of most bodies), beside the one that is set and the light's own."""

MOVING = ("look", "look_contrast", "look_saturation", "warning_points")
"""Settings that move the preview and leave the raw alone."""


def headroom_by_channel(shot: Shot) -> tuple[float, float, float]:
    """Stops that red, green and blue of the raw still have on a neutral surface in this light when the preview first warns of each.

    A channel whose file is brightened by white warns early; one that is full in the raw is full in the file, so none warns late.

    >>> [round(stops, 1) for stops in headroom_by_channel(shot())]
    [1.7, 0.7, 1.3]
    """
    table = curve(shot)
    if table[-1] < shot.taste.warns_at:
        return 0.0, 0.0, 0.0
    first = int(np.argmax(table >= shot.taste.warns_at)) / 65535
    red, green, blue = (max(0.0, math.log2(float(gain) / first)) for gain in file_gains(shot))
    return red, green, blue


def _first(seen: Callable[[float], float]) -> float:
    """The least exposure in twelfths of a stop from which more than `FIRST` of the picture is marked; what is marked grows with it."""
    low, high = round(DARKEST * TWELFTHS), round(BRIGHTEST * TWELFTHS)
    while low < high:
        middle = (low + high) // 2
        low, high = (low, middle) if seen(middle / TWELFTHS) > FIRST else (middle + 1, high)
    return low / TWELFTHS


def _raw(shot: Shot, stops: float) -> Pixels:
    light = on_sensor(shot, small_view(shot)) * np.float32(2**stops * shot.key_e / shot.clip_e)
    return np.asarray(np.minimum(light, np.float32(1)), np.float32)


def clips_at(shot: Shot) -> float:
    """Stops brighter than as set at which the raw of this picture begins to be full.

    >>> clips_at(shot()) > 0
    True
    """
    return _first(lambda stops: float(lost_in_raw(_raw(shot, stops)).mean()))


def warns_at(shot: Shot) -> float:
    """Stops brighter than as set at which its preview begins to warn.

    >>> warns_at(shot()) <= clips_at(shot())
    True
    """
    return _first(lambda stops: float(warned(finished(developed(_raw(shot, stops), shot), shot), shot).mean()))


def headroom(shot: Shot) -> float:
    """Stops that the raw of this picture still has when its preview first warns.

    >>> headroom(shot()) == clips_at(shot()) - warns_at(shot())
    True
    """
    return max(0.0, clips_at(shot) - warns_at(shot))


@dataclass(frozen=True, slots=True)
class Moved:
    """The headroom with one setting at a value, or with another white (then the setting is ``white_kelvin``); shot: the frame so."""

    setting: str
    value: Value
    stops: float
    as_set: bool
    shot: Shot


@dataclass(frozen=True, slots=True)
class Truth:
    """The preview of a picture against its raw, in stops. by_channel: on a neutral surface; with_bundle: with all that makes it truthful."""

    stops: float
    by_channel: tuple[float, float, float]
    moved: tuple[Moved, ...]
    with_bundle: float


def truth_of(shot: Shot, values: Mapping[str, Value], offered: Mapping[str, tuple[Value, ...]], bundle: Mapping[str, Value]) -> Truth:
    """How truthful a preview is as the body is set, and what each setting that moves it would make of that.

    values : of the body's settings; offered : what it offers of those in `MOVING`; bundle : settings that make a preview truthful.

    >>> truth_of(shot(), {}, {}, {}).stops == headroom(shot())
    True
    """
    clips = clips_at(shot)

    def with_(changed: Shot) -> float:
        return max(0.0, clips - warns_at(changed))

    tastes = [
        (slug, value, values.get(slug) == value, replace(shot, taste=taste_of({**values, slug: value})))
        for slug in MOVING
        for value in offered.get(slug, ())
    ]
    kelvins = sorted({round(shot.white_k, -2), round(shot.kelvin, -2), *WHITES})
    whites = [("white_kelvin", white, white == round(shot.white_k, -2), replace(shot, white_k=white)) for white in kelvins]
    moved = [Moved(slug, value, with_(changed), as_set, changed) for slug, value, as_set, changed in (*tastes, *whites)]
    whole = replace(shot, taste=taste_of({**values, **{slug: value for slug, value in bundle.items() if slug in MOVING}}))
    return Truth(with_(shot), headroom_by_channel(shot), tuple(moved), with_(whole))
