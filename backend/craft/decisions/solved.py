"""The numbers that decisions speak of once an exposure is solved."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from craft.decisions.facts import Fact, seconds, tells, yes
from craft.decisions.numbers import BURST
from craft.exposure.bounds import Dials
from craft.exposure.targets import trail_stops
from craft.optics import movement, sharpness
from craft.scales.series import Dial, printed, value_of
from craft.scene.situation import Situation
from craft.sensor.taken import Taken
from craft.white.response import first_channel_stops

ZONE_ERROR, FAR_M = 1.15, 20.0
"""A zone is kept when its near end is within so many times of what was wanted and it reaches so far: nobody sees the rest in the street."""

CERTAIN = 0.99
"""No frame is surer than this: people blink."""


@tells(
    time_s=Fact("time", "time"),
    aperture=Fact("aperture", "aperture"),
    iso=Fact("ISO", "iso"),
    near_m=Fact("sharp from", "m"),
    far_m=Fact("sharp to", "m"),
    half_depth_m=Fact("half the depth available", "m"),
    zone_covers=Fact("the depth at this distance covers the working zone", "yes", "the depth does not cover the working zone"),
    plane_shift_m=Fact("movement towards the camera during the release lag", "m"),
    flicker_swing_stops=Fact("swing from pulsing light at this time", "stops"),
    trail_s=Fact("time before stars trail", "s"),
    sharp_chance=Fact("chance that one frame is sharp as a whole", "percent"),
    sharp_chance_burst=Fact("chance that one of a short burst is", "percent"),
)
def of_exposure(situation: Situation, dials: Dials, x: float, n: float, s: float, facts: Mapping[str, float]) -> dict[str, float]:
    """Numbers of a solved exposure: x, n, s are true stops.

    >>> facts = advised().facts
    >>> facts["iso"], round(facts["near_m"], 1)
    (160.0, 32.2)
    """
    time, aperture, iso = (float(value_of(d, v)) for d, v in ((Dial.TIME, x), (Dial.APERTURE, n), (Dial.ISO, s)))
    near, far = sharpness.depth_limits_m(situation.focal_mm / 1000, aperture, situation.focus_m, situation.coc_m)
    half = min(situation.focus_m - float(near), float(far) - situation.focus_m)
    wanted_near, wanted_far = situation.band
    swing = float(movement.flicker_swing_stops(time, facts["flicker_hz"], movement.LAMP_DEPTH)) if facts["flicker_hz"] else 0.0
    shake, frozen = facts["shake_s"], facts["freeze_s"]
    whole = movement.chance_of_a_sharp_frame(time, shake if np.isfinite(shake) else 1e9, np.array([1, BURST]), frozen)
    return {
        "time_s": time,
        "aperture": printed(Dial.APERTURE, n, situation.body.per_stop),
        "iso": dials.iso.printed_at(round(s * dials.iso.per_stop)) if dials.iso.exists.all() else iso,
        "near_m": float(near),
        "far_m": float(far),
        "half_depth_m": half,
        "zone_covers": yes(facts["zone"] and float(near) <= wanted_near * ZONE_ERROR and float(far) * ZONE_ERROR >= min(wanted_far, FAR_M)),
        "plane_shift_m": facts["approach_m_s"] * facts["lag_s"],
        "flicker_swing_stops": swing,
        "trail_s": seconds(trail_stops(situation, aperture)),
        "sharp_chance": min(CERTAIN, float(whole[0])),
        "sharp_chance_burst": min(CERTAIN, float(whole[1])),
    }


@tells(
    snr=Fact("signal to noise of the mid-tone at this output", "plain"),
    snr_shadow=Fact("signal to noise of the deepest shadow", "plain"),
    snr_shadow_unprotected=Fact("signal to noise of the deepest shadow without protection", "plain"),
    clips_stops=Fact("where the first channel is full as exposed, above the key", "stops"),
    past_clip_stops=Fact("tones past the clip", "stops"),
    spare_stops=Fact("room left over what must hold, as exposed", "stops"),
    lacking_stops=Fact("what is wanting for what must hold, as exposed", "stops"),
)
def of_the_clip(
    situation: Situation, taken: Taken, unprotected: Taken, held_more: float, several: bool, facts: Mapping[str, float]
) -> dict[str, float]:
    """Noise and clip of a key tone as it is taken, and without protection; held_more: stops that a merge in the body adds; several: a
    set is taken, whose shorter frames hold what this one does not.

    >>> facts = advised().facts
    >>> round(facts["snr"]), round(facts["clips_stops"], 1)
    (285, 3.0)
    """
    clips = taken.clip_above_key - first_channel_stops(situation.light.kind, situation.light.kelvin) + held_more
    room = clips - facts["holds_stops"]
    return {
        "snr": taken.snr(),
        "snr_shadow": taken.snr(-facts["stops_below"]),
        "snr_shadow_unprotected": unprotected.snr(-facts["stops_below"]),
        "clips_stops": clips,
        "past_clip_stops": 0.0 if several else max(0.0, facts["brightest_stops"] - clips),
        "spare_stops": max(0.0, room),
        "lacking_stops": 0.0 if several else max(0.0, -room),
    }
