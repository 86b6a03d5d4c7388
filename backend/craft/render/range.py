"""Range on the scene itself: how it fares at an exposure, and every exposure that is open."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import cv2
import numpy as np

from craft.decisions.facts import say
from craft.errors import CraftError
from craft.render.rehearsal import Window, lost_share, not_held, window_of
from craft.render.shot import Shot, exposed
from craft.scales.series import Dial, label
from craft.scene.situation import Situation
from craft.sensor.noise import EXCELLENT
from craft.setup.advise import advise
from craft.setup.deciding.ranging import open_range, swing_kept
from craft.setup.setup import Setup
from craft.setup.solving.ranged import LIFTS, Ranged, weigh
from craft.setup.steps import as_metered
from craft.tones.tonemap import ToneMap
from craft.tones.wanted import wanted_of
from craft.vocabulary.setting import Value

DENSE = 0.02
"""Share of the picture's width about a place over which it is looked for what is alike."""


@dataclass(frozen=True, slots=True)
class Fares:
    """How a scene fares at an exposure; tones in stops from the key.

    lost, blocked: shares of the picture over the clip and under the floor; over, under: names of tones there; skin: signal to noise of
    the darkest skin, None where nobody is; shadow: of the darkest named tone.
    """

    window: Window
    lost: float
    blocked: float
    over: tuple[str, ...]
    under: tuple[str, ...]
    skin: float | None
    shadow: float


def _snr(shot: Shot, ev: float, gain: float) -> float:
    return shot.taken(gain).snr(ev)


def fares(shot: Shot, tones: ToneMap, gain: float) -> Fares:
    """How a scene fares in a shot: counted over its map and its named tones.

    >>> round(fares(shot(), tones(), 4.0).window.clips, 1)
    3.0
    """
    window = window_of(shot, gain)
    blocked = tones.taken(tones.luminance) < 2**window.floor
    skins = [one.ev for one in tones.named if one.skin]
    darkest = min((one.ev for one in tones.named), default=0.0)
    return Fares(
        window,
        lost_share(shot, tones),
        float(blocked.mean()),
        *not_held(window, tones),
        _snr(shot, min(skins), gain) if skins else None,
        _snr(shot, darkest, gain),
    )


def shot_in(shot: Shot, way: Ranged) -> Shot:
    """The frame that a way of exposing takes; shot: the one as set, of which it has other dials.

    >>> one = weigh(course().planned, wanted_of(situation(), tones(), ()), open_range(course()))[0]
    >>> round(shot_in(shot(), one).iso_stops - one.s, 6)
    0.0
    """
    now = -math.log2(shot.time_s), 2 * math.log2(shot.aperture), shot.iso_stops
    moved = exposed(shot, way.x - now[0], way.n - now[1], way.s - now[2])
    sensor = shot.sensor.protected(way.protection - shot.protection)
    return replace(moved, sensor=sensor, protection=way.protection, lift=way.lift)


DARKEST = 6.0
"""Stops under the meter at most that are tried: past them nothing is left of the shadows."""


def ways_of(situation: Situation, tones: ToneMap, holds: tuple[str, ...]) -> tuple[Ranged, ...]:
    """Every exposure that is open in a situation with one frame, lifted afterwards or not, weighed on a map of tones.

    They run on past the person's habit of how dark a frame may be, until what must hold does.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.

    >>> len(ways_of(situation(), tones(), ())) > 1
    True
    """
    course = as_metered(situation)
    wanted, opened, kept = wanted_of(situation, tones, holds), open_range(course), swing_kept(course)
    ways = weigh(course.planned, wanted, opened, kept, LIFTS)
    past = min(way.past for way in ways if not way.lift)
    if past <= 0:
        return ways
    return weigh(course.planned, wanted, replace(opened, darkest=max(opened.darkest - math.ceil(past), -DARKEST)), kept, LIFTS)


def against_plain(shot: Shot, protection: float, iso: float, base_iso: float) -> str:
    """What so many stops of protection do at an ISO that plain underexposure would not.

    At ISO S with p stops of it a body reads its sensor as at S/2^p; so does one that is set to S/2^p and underexposed by p.
    They part where there is no such ISO, where the body switches its gain by the dial, and in what the preview and the finished file look like.

    >>> against_plain(shot(), 1.0, 400.0, 100.0)[:40]
    'At ISO 400 with 1 of it the sensor is re'
    """
    held = max(iso, base_iso * 2**protection)
    lower = held / 2**protection
    same = f"At ISO {held:g} with {protection:g} of it the sensor is read as at ISO {lower:g}: the raw is that of ISO {lower:g}, {protection:g} under."
    switch = shot.sensor.dual_gain_iso
    if shot.sensor.gain_by_dialled_iso and switch is not None and lower < switch * 2**shot.protection <= held:
        same = (
            f"At ISO {held:g} with {protection:g} of it the raw clips as at ISO {lower:g} and keeps the quieter gain of ISO {held:g}, "
            "which goes by the dial on this body: plain underexposure does not."
        )
    if held > iso:
        less = say(math.log2(held / iso), "stops")
        return f"It lifts the lowest ISO to {held:g}, so the sensor gets {less} less light: plain underexposure does as much. {same}"
    return f"{same} {'The preview stays' if shot.raw else 'The preview and the finished file stay'} bright with it."


@dataclass(frozen=True, slots=True)
class Guarded:
    """A picture with highlight protection at a value and as bright as it is set, its setup decided with that; or why there is none."""

    value: Value
    setup: Setup | None
    why: str = ""


def guarded(situation: Situation, setup: Setup) -> tuple[Guarded, ...]:
    """The same picture without protection, with each step of it that the body has, and with what it takes by itself, if it does.

    >>> [(one.value, one.setup.exposure.iso) for one in guarded(situation(), advised())]
    [(0.0, 160.0)]
    """
    body, now = situation.body, setup.range
    values: tuple[Value, ...] = (0.0, *sorted(body.protection_stops), *(("automatic",) if body.protection_automatic else ()))
    found = []
    for value in values:
        as_set = (
            now.protection_automatic if value == "automatic" else not now.protection_automatic and value == now.highlight_protection_stops
        )
        settings = {**situation.settings, **({"highlight_protection": value} if body.protection_stops else {})}
        aims = situation.aims if "compensation" in settings else replace(situation.aims, brighter_stops=now.exposure_offset_ev)
        try:
            made = setup if as_set else advise(replace(situation, settings=settings, aims=aims))
        except CraftError as error:
            lowest = "" if isinstance(value, str) else f"its lowest ISO is {label(Dial.ISO, body.base_iso * 2**value)}; "
            found.append(Guarded(value, None, f"{lowest}{error.message}"))
        else:
            found.append(Guarded(value, made))
    return tuple(found)


def place_of(tones: ToneMap, ev: float) -> tuple[float, float]:
    """Where most of the picture is as bright as a tone, or as nearly as any of it is, as shares of its width and height.

    >>> all(0 <= share <= 1 for share in place_of(tones(), 0.0))
    True
    """
    away = np.abs(np.log2(np.maximum(tones.framed(tones.luminance), 2.0**-20)) - ev)
    near = (away <= away.min() + 1 / 3).astype(np.float32)
    dense = cv2.GaussianBlur(near, (0, 0), DENSE * tones.width, borderType=cv2.BORDER_CONSTANT)
    row, column = np.unravel_index(int((dense * near).argmax()), dense.shape)
    return (float(column) + 0.5) / tones.width, (float(row) + 0.5) / tones.height


def share_from(tones: ToneMap, ev: float) -> float:
    """Share of the picture that is as bright as a tone, or brighter, by a third of a stop about it.

    >>> 0 <= share_from(tones(), 1.0) <= 1
    True
    """
    return float((tones.taken(tones.luminance) >= 2 ** (ev - 1 / 3)).mean())


def lifts(shot: Shot, tones: ToneMap, gain: float) -> tuple[tuple[str, float, float, float], ...]:
    """For each named tone under the key, darkest first: its stops, its signal to noise, and stops by which it can be lifted unseen.

    The bar falls from 40 to one at the middle tone by half a stop for each stop of darkness (10 to one four stops down, ISO 12232's
    excellent and acceptable): what is dark may be noisier.

    >>> [name for name, *_ in lifts(shot(), tones(), 4.0)]
    ['tarred hull', 'water in shadow', 'skin']
    """
    dark = sorted((one for one in tones.named if one.ev < 0), key=lambda one: one.ev)
    return tuple((one.name, one.ev, _snr(shot, one.ev, gain), max(0.0, _bearable(_snr(shot, one.ev, gain)) - one.ev)) for one in dark)


def _bearable(snr: float) -> float:
    """Stops from the middle at which a tone of this signal to noise is just not seen to be noisy; the middle at most."""
    return min(0.0, 2 * math.log2(snr / EXCELLENT))
