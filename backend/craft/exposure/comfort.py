"""How much noise each ISO brings at the size of the output: the mid-tone's and the shadow's signal to noise along the dial."""

from __future__ import annotations

from dataclasses import dataclass

from craft.exposure.targets import comfort_end, comfort_stops
from craft.kit.dials import iso_axis
from craft.scene.imaged import base_stops, output_gain
from craft.scene.situation import Situation
from craft.sensor.noise import snr_of_metered_tone


@dataclass(frozen=True, slots=True)
class AtIso:
    """An ISO as printed, and the signal to noise that a metered mid-tone and the shadow have in the output."""

    iso: float
    tone: float
    shadow: float


@dataclass(frozen=True, slots=True)
class Comfort:
    """A body's ISO one by one; iso: the highest that keeps both bars, and what ends it there: ``end``, ``tone``, ``shadow`` or ``least``."""

    rows: tuple[AtIso, ...]
    iso: float
    ends: str


def comfort_iso(situation: Situation) -> float:
    """The highest ISO of the body, as printed, at which mid-tone and shadow keep their bars, whatever limits were set.

    >>> comfort_iso(situation()), comfort_iso(situation(settings={"iso_ceiling": 800.0}))
    (6400.0, 6400.0)
    """
    axis = iso_axis(situation.body)
    ceiling = comfort_stops(situation, axis)
    return axis.printed_at(max(k for k in axis.positions() if axis.stops_at(k) <= ceiling + 1e-9))


def comfort_of(situation: Situation) -> Comfort:
    """What each ISO of the body comes to at the size at which a situation is shown.

    >>> found = comfort_of(situation())
    >>> found.rows[0].iso, found.iso, found.ends, round(found.rows[0].tone)
    (100.0, 6400.0, 'shadow', 354)
    """
    axis, base, gain = iso_axis(situation.body), base_stops(situation), output_gain(situation)
    at = axis.positions()
    stops = [axis.stops_at(k) for k in at]
    tone, shadow = (snr_of_metered_tone(situation.body.sensor, stops, base, below, gain) for below in (0.0, -situation.light.below))
    rows = tuple(AtIso(axis.printed_at(k), float(t), float(s)) for k, t, s in zip(at, tone, shadow, strict=True))
    return Comfort(rows, comfort_iso(situation), comfort_end(situation, axis, comfort_stops(situation, axis)))
