"""What a picture has to keep of a scene: the brightest tone that must hold, the darkest skin, the darkest tone with a name."""

from __future__ import annotations

from dataclasses import dataclass

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
