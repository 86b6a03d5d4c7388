"""Range on the scene itself: the exposure that holds what must hold, by trying every offset, protection and lift."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

from craft.exposure.targets import output_gain
from craft.render.rehearsal import Window, window_of
from craft.render.shot import Shot, exposed
from craft.scene.situation import Situation
from craft.sensor.noise import ACCEPTABLE, EXCELLENT, snr_pixel
from craft.setup.ranged import Ranged, ranged
from craft.tones.tonemap import ToneMap

SEEN = 1 / 6
"""Stops that nobody tells apart in a picture: shortfalls are compared in these."""


@dataclass(frozen=True, slots=True)
class Fares:
    """How a scene fares at an exposure; tones in stops from the key.

    lost, blocked: shares of the picture over the clip and under the floor; over, under: names of tones there; skin: signal to noise of
    the darkest skin, None where nobody is; shadow: of the darkest named tone; past: stops that what must hold lies over the clip, summed.
    """

    window: Window
    lost: float
    blocked: float
    over: tuple[str, ...]
    under: tuple[str, ...]
    skin: float | None
    shadow: float
    past: float


def must_hold(situation: Situation, tones: ToneMap) -> tuple[str, ...]:
    """Named tones that must keep detail where nobody has said which: those no brighter than the brightest that must hold, and all skin."""
    return tuple(one.name for one in tones.named if one.skin or one.ev <= situation.holds_above + 1e-6)


def _snr(shot: Shot, ev: float, gain: float) -> float:
    return float(snr_pixel(shot.sensor, shot.key_e * 2**ev, shot.gain_stops, shot.base_stops, shot.time_s)) * gain


def fares(shot: Shot, tones: ToneMap, gain: float, holds: tuple[str, ...]) -> Fares:
    """How a scene fares in a shot: counted over its map and its named tones."""
    window = window_of(shot, gain)
    lost = tones.framed(tones.highest) >= 2**shot.clip_above_key
    blocked = tones.framed(tones.luminance) < 2**window.floor
    skins = [one.ev for one in tones.named if one.skin]
    darkest = min((one.ev for one in tones.named), default=0.0)
    return Fares(
        window,
        float(lost.mean()),
        float(blocked.mean()),
        tuple(one.name for one in tones.named if one.ev > window.clips),
        tuple(one.name for one in tones.named if one.ev < window.floor),
        _snr(shot, min(skins), gain) if skins else None,
        _snr(shot, darkest, gain),
        sum(max(0.0, one.ev - window.clips) for one in tones.named if one.name in holds),
    )


@dataclass(frozen=True, slots=True)
class Held:
    """A way of exposing: its dials, its shot, and how the scene fares."""

    way: Ranged
    shot: Shot
    fares: Fares


Measure = Callable[[Held], float]


def _past(one: Held) -> float:
    return one.fares.past


def _darker(one: Held) -> float:
    return max(0.0, -one.way.offset)


def _lost(one: Held) -> float:
    return one.fares.lost * 100


def _skin_noise(one: Held) -> float:
    return 0.0 if one.fares.skin is None else max(0.0, math.log2(EXCELLENT / one.fares.skin))


def _shadow_noise(one: Held) -> float:
    return max(0.0, math.log2(ACCEPTABLE / one.fares.shadow))


@dataclass(frozen=True, slots=True, kw_only=True)
class Priority:
    """What comes first for a person: shortfalls, most important first, each compared in steps of what one sees."""

    slug: str
    label: str
    order: tuple[Measure, ...]
    reason: str


PRIORITIES: tuple[Priority, ...] = (
    Priority(
        slug="skin",
        label="skin first",
        order=(_darker, _past, _skin_noise, _shadow_noise, _lost),
        reason="people are looked at before anything else: nothing is darkened for a lamp",
    ),
    Priority(
        slug="brightest",
        label="the brightest that must hold first",
        order=(_past, _darker, _skin_noise, _shadow_noise, _lost),
        reason="what is burnt out is gone, what is dark can be lifted",
    ),
    Priority(
        slug="shadows",
        label="shadows first",
        order=(_shadow_noise, _past, _skin_noise, _darker, _lost),
        reason="a picture that lives in its dark parts has them clean",
    ),
)
BY_SLUG = {row.slug: row for row in PRIORITIES}


def _key(one: Held, priority: Priority) -> tuple[float, ...]:
    short = tuple(math.floor(measure(one) / SEEN + 1e-9) for measure in priority.order)
    way = one.way
    return (*short, way.lift, way.protection, abs(way.offset), way.offset)


def ways_of(situation: Situation, shot: Shot, tones: ToneMap, holds: tuple[str, ...]) -> tuple[Held, ...]:
    """Every exposure of a situation with how its scene fares in it; shot: the one as set, of which the others are moved dials."""
    gain = output_gain(situation)
    now = -math.log2(shot.time_s), 2 * math.log2(shot.aperture), shot.iso_stops
    out = []
    for way in ranged(situation):
        moved = exposed(shot, way.x - now[0], way.n - now[1], way.s - now[2])
        taken = replace(moved, protection=way.protection, lift=way.lift)
        out.append(Held(way, taken, fares(taken, tones, gain, holds)))
    return tuple(out)


def best(ways: tuple[Held, ...], priority: Priority) -> Held:
    """The way with the least shortfalls in the order of a priority: nothing less important is bought with anything more important."""
    return min(ways, key=lambda one: _key(one, priority))


def against_plain(shot: Shot, protection: float, iso: float, base_iso: float) -> str:
    """What so many stops of protection do at an ISO that plain underexposure would not.

    At ISO S with p stops of it a body reads its sensor as at S/2^p; so does one that is set to S/2^p and underexposed by p.
    They part where there is no such ISO, and in what the preview and the finished file look like.
    """
    held = max(iso, base_iso * 2**protection)
    lower = held / 2**protection
    same = f"At ISO {held:g} with {protection:g} of it the sensor is read as at ISO {lower:g}: the raw is that of ISO {lower:g}, {protection:g} under."
    if held > iso:
        return f"It lifts the lowest ISO to {held:g}, so the sensor gets {math.log2(held / iso):.2g} stops less light: plain underexposure does as much. {same}"
    return f"{same} {'The preview stays' if shot.raw else 'The preview and the finished file stay'} bright with it."


def share_from(tones: ToneMap, ev: float) -> float:
    """Share of the picture that is as bright as a tone, or brighter, by a third of a stop about it."""
    return float((tones.framed(tones.luminance) >= 2 ** (ev - 1 / 3)).mean())


def lifts(shot: Shot, tones: ToneMap, gain: float) -> tuple[tuple[str, float, float, float], ...]:
    """For each named tone under the key, darkest first: its stops, its signal to noise, and stops by which it can be lifted unseen.

    The bar falls from 40 to one at the middle tone by half a stop for each stop of darkness (10 to one four stops down, ISO 12232's
    excellent and acceptable): what is dark may be noisier.
    """
    dark = sorted((one for one in tones.named if one.ev < 0), key=lambda one: one.ev)
    return tuple((one.name, one.ev, _snr(shot, one.ev, gain), max(0.0, _bearable(_snr(shot, one.ev, gain)) - one.ev)) for one in dark)


def _bearable(snr: float) -> float:
    """Stops from the middle at which a tone of this signal to noise is just not seen to be noisy; the middle at most."""
    return min(0.0, 2 * math.log2(snr / EXCELLENT))
