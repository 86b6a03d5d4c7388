"""A light schedule: as the sky goes, when which dial moves, a stop of light at a time."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from craft.scales.series import Dial, label
from craft.scales.words import in_thirds
from craft.scene.situation import Situation
from craft.scene.works.night_sky import DISC
from craft.setup.setup import SEEN_OFF, Level, Setup
from craft.sky.daylight import SkyLight
from craft.sky.sun import clock

EVERY_MIN = 2
"""Minutes between the points that a sky is looked through by: between them it changes evenly."""

LONGEST_MIN = 180
"""Minutes that a schedule goes on for: whoever stays longer makes another picture of it."""

MOST = 16
"""Moments that are told: as many as a card has lines for."""

DIALS = {Dial.TIME: "time", Dial.APERTURE: "aperture", Dial.ISO: "ISO"}


@dataclass(frozen=True, slots=True)
class Moment:
    """From when on the figures are these. stops: of light more than where it began; moves: dials that move; gives: what gives there, in a word."""

    minutes: float
    stops: float
    ev100: float
    words: str
    moves: tuple[str, ...]
    gives: str

    @property
    def told(self) -> str:
        """It in a line."""
        dials = f" ({', '.join(self.moves)})" if self.moves else ""
        return f"{clock(self.minutes)} {self.words}{dials}"


def sky_leads(situation: Situation, setup: Setup) -> str:
    """Why the sky's light does not lead here, in a sentence; empty where it does.

    >>> sky_leads(situation(), advised()), sky_leads(situation(light=Light(6.0, indoors=True)), advised(light=Light(6.0, indoors=True)))
    ('', 'Under a roof the light does not follow the sky.')
    """
    if situation.subject.slug == DISC:
        return "The moon's disc is lit by the sun: the sky's light moves nothing."
    if setup.facts["indoors"]:
        return "Under a roof the light does not follow the sky."
    if setup.facts["flash_alone"]:
        return "The flash is all the light: the sky moves nothing."
    if situation.light.mains:
        return "Lamps lead here, and they do not follow the sky."
    return ""


def _figures(level: Level) -> tuple[str, str, str]:
    return label(Dial.TIME, level.shutter_s), label(Dial.APERTURE, level.aperture), f"ISO {label(Dial.ISO, level.iso)}"


def _moment(level: Level, was: tuple[str, str, str] | None, minutes: float, stops: float) -> Moment:
    figures, off = _figures(level), level.brightness_ev
    words = ", ".join(figures) + ("" if abs(off) < SEEN_OFF else f", {in_thirds(abs(off))} {'over' if off > 0 else 'under'}")
    moves = tuple(name for name, now, then in zip(DIALS.values(), figures, was or figures, strict=True) if now != then)
    return Moment(minutes, stops, level.ev100, words, moves, level.gives)


def gone_with(sky_stops: float, over_stops: float) -> float:
    """Stops by which a picture's light has gone where the sky's has, when at the beginning it was so many over the open sky's.

    Whoever looks into a glow that is brighter than the open sky sees it fall with the sky; but as the sky rises it first comes up to the glow, which is no brighter for it.

    >>> gone_with(-3.0, 2.0), gone_with(1.5, 2.0), gone_with(5.0, 2.0), gone_with(5.0, -2.0)
    (-3.0, 0.0, 3.0, 5.0)
    """
    return sky_stops if sky_stops < 0 or over_stops <= 0 else max(0.0, sky_stops - over_stops)


def schedule_of(setup: Setup, sky: Sequence[SkyLight]) -> tuple[Moment, ...]:
    """When the figures are others as the sky goes: where it has gone a whole stop further from where the picture begins, first what is set then.

    Parameters
    ----------
    setup : with its ladder. sky : over the picture's time, its beginning first, minutes ascending.

    The light on what is photographed is taken to go with the sky's (`gone_with`); tones and colour are those of the beginning. It ends where the ladder does.

    >>> sky = [SkyLight(60.0 * k, 12.0 - k, 5600.0) for k in range(4)]
    >>> [moment.told for moment in schedule_of(advised(), sky)]
    ['00:00 1/400, f/2.8, ISO 160', '01:00 1/400, f/2.8, ISO 320 (ISO)', '02:00 1/400, f/2.8, ISO 640 (ISO)', '03:00 1/400, f/2.8, ISO 1250 (ISO)']
    """
    ladder = setup.ladder
    lights = np.array([level.ev100 for level in ladder])
    begins = setup.light.ev100
    gone = np.array([gone_with(one.ev100 - sky[0].ev100, begins - sky[0].ev100) for one in sky])
    minutes = np.array([one.minutes for one in sky])
    found: list[Moment] = []
    was: tuple[str, str, str] | None = None
    for at, stops in ((float(minutes[0]), 0.0), *_whole_stops(minutes, gone)):
        if not lights.min() - 1e-6 <= begins + stops <= lights.max() + 1e-6 or len(found) == MOST:
            break
        level = ladder[int(np.abs(lights - (begins + stops)).argmin())]
        if _figures(level) != was:
            found.append(_moment(level, was, at, stops))
            was = _figures(level)
    return tuple(found)


def _whole_stops(minutes: np.ndarray, gone: np.ndarray) -> list[tuple[float, float]]:
    """When light has gone another whole stop either way, and how many it is from the beginning."""
    found, last = [], 0.0
    for k in range(1, len(gone)):
        while abs(gone[k] - last) >= 1 - 1e-9:
            step = last + (1.0 if gone[k] > last else -1.0)
            share = (step - gone[k - 1]) / (gone[k] - gone[k - 1]) if gone[k] != gone[k - 1] else 1.0
            found.append((float(minutes[k - 1] + share * (minutes[k] - minutes[k - 1])), step))
            last = step
    return found
