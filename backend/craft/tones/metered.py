"""Every pattern that a body has, on a situation's own scene."""

from __future__ import annotations

from dataclasses import dataclass

from craft.kept import kept
from craft.scene.situation import Situation
from craft.tones.readings import MIDDLE_OF_FRAME, Looks, Read, read, reading
from craft.tones.spot import Pointed, best_spot
from craft.tones.tonemap import ToneMap, map_of
from craft.vocabulary.terms import Pattern


@dataclass(frozen=True, slots=True)
class Metered:
    """A scene as patterns read it. at: where one focuses; clip: stops from the middle to the clip; spread: from dark to pale subjects."""

    tones: ToneMap
    at: tuple[float, float]
    clip: float
    spread: float

    def read(self, pattern: Pattern) -> Read:
        """What a pattern reads, and how that swings; a spot and the focus point are where one focuses."""
        return read(self.tones, Looks(pattern, self.at), self.clip, self.spread)

    @property
    def guarded(self) -> float:
        """Stops that a highlight guard takes the frame down, because of what is bright in it."""
        return _guarded(self.tones, self.at, self.clip)

    def spot(self, offset: float, holds: float) -> Pointed | None:
        """Where to point a spot for an exposure so many stops brighter than metered."""
        return best_spot(self.tones, offset, holds)


@kept
def _guarded(tones: ToneMap, at: tuple[float, float], clip: float) -> float:
    held = reading(tones, Looks(Pattern.HIGHLIGHT_GUARD, at), clip)
    plain = reading(tones, Looks(Pattern.MULTI_ZONE, at), clip)
    return max(0.0, held) if held > plain + 1e-6 else 0.0


def focus_point(tones: ToneMap) -> tuple[float, float]:
    """Where one focuses: on the subject, or the middle where it is out of the frame."""
    at = (tones.subject.x, tones.subject.y)
    return at if all(0 <= share <= 1 for share in at) else MIDDLE_OF_FRAME


def metered(situation: Situation, tones: ToneMap | None = None) -> Metered:
    """A situation's own scene, or another map, under a meter."""
    tones = tones or map_of(situation)
    return Metered(tones, focus_point(tones), situation.body.sensor.clip_above_grey_stops, situation.subject.tone_spread)
