"""What a picture has to keep of a scene: the brightest tone that must hold, the darkest skin, the darkest tone with a name."""

from __future__ import annotations

from dataclasses import dataclass

from craft.scene.light import Light
from craft.scene.situation import Situation
from craft.tones.spread import spread_of
from craft.tones.tonemap import ToneMap
from craft.white.response import first_channel_stops


@dataclass(frozen=True, slots=True)
class Wanted:
    """What range has to serve of a scene, in stops from the key.

    brightest: of what must keep detail; skin: the darkest skin, None where nobody is; darkest: the darkest tone with a name;
    first_channel_stops: by which its light fills the first channel early.
    """

    brightest: float
    skin: float | None
    darkest: float
    first_channel_stops: float


BY_NAME = 0.5
"""Stops that a tone with a name may lie under the brightest in the frame and still be what is bright there."""


def brightest_in(tones: ToneMap, light: Light) -> float:
    """The brightest that the frame shows and one would miss, or has a name for, or that somebody said it has: stops from the key, as of a neutral tone.

    >>> from craft.examples import situation, tones
    >>> round(brightest_in(tones(), situation().light), 1)
    2.1
    """
    unnamed = spread_of(tones).ends[1] - first_channel_stops(light.kind, light.kelvin)
    return max([unnamed, *([light.above] if light.stated else []), *(one.ev for one in tones.named)])


def bright_names(tones: ToneMap, over: float, brightest: float) -> tuple[str, ...]:
    """Names of the tones in the frame that lie over so many stops, the brightest first; none where the brightest has no name.

    >>> from craft.examples import tones
    >>> bright_names(tones(), 1.0, 2.1)[0]
    'sky'
    """
    found = sorted((one for one in tones.named if one.ev > over), key=lambda one: -one.ev)
    return tuple(one.name for one in found) if found and found[0].ev >= brightest - BY_NAME else ()


def must_hold(situation: Situation, tones: ToneMap) -> tuple[str, ...]:
    """Named tones that must keep detail where nobody has said which: those no brighter than the brightest that must hold, and all skin."""
    return tuple(one.name for one in tones.named if one.skin or one.ev <= situation.holds_above + 1e-6)


def wanted_of(situation: Situation, tones: ToneMap, holds: tuple[str, ...] | None = None) -> Wanted:
    """What range has to serve: tones of the scene by their names, and the one that somebody typed; the usual one where none has a name.

    holds : names of those that must keep detail, the usual ones unless given.
    """
    usual = holds is None
    holds = must_hold(situation, tones) if holds is None else holds
    evs = [one.ev for one in tones.named if one.name in holds]
    if usual and situation.subject.holds_above is None:
        # all of it must hold, and a long lens may frame what has no name
        evs.append(min(situation.holds_above, spread_of(tones).ends[1]))
    typed = situation.light.holds_above
    brightest = max([*evs, *([] if typed is None else [typed])], default=situation.holds_above)
    skin = min((one.ev for one in tones.named if one.skin), default=None)
    darkest = min((one.ev for one in tones.named if not one.void), default=-situation.light.below)
    light = situation.light
    return Wanted(brightest, skin, darkest, first_channel_stops(light.kind, light.kelvin))
