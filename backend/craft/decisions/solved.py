"""The numbers that decisions speak of once an exposure is solved."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from craft.decisions.facts import Fact, seconds, tells, yes
from craft.decisions.numbers import BURST
from craft.exposure.bounds import Dials
from craft.exposure.targets import Asked, base_stops, output_gain, trail_stops
from craft.optics import movement, sharpness
from craft.scales.series import Dial, printed, value_of
from craft.scene.situation import Situation
from craft.sensor import noise

ZONE_ERROR, FAR_M = 1.15, 20.0
"""A zone is kept when its near end is within so many times of what was wanted and it reaches so far: nobody sees the rest in the street."""

CERTAIN = 0.99
"""No frame is surer than this: people blink."""


@tells(
    "trail_s",
    time_s=Fact("time", "time"),
    aperture=Fact("aperture", "aperture"),
    iso=Fact("ISO", "iso"),
    near_m=Fact("sharp from", "m"),
    far_m=Fact("sharp to", "m"),
    half_depth_m=Fact("half the depth available", "m"),
    zone_covers=Fact("the depth at this distance covers the working zone", "yes", "the depth does not cover the working zone"),
    plane_shift_m=Fact("movement towards the camera during the release lag", "m"),
    flicker_swing_stops=Fact("swing from pulsing light at this time", "stops"),
    snr=Fact("signal to noise of the mid-tone at this output", "plain"),
    snr_shadow=Fact("signal to noise of the deepest shadow", "plain"),
    snr_shadow_unprotected=Fact("signal to noise of the deepest shadow without protection", "plain"),
    sharp_chance=Fact("chance that one frame is sharp as a whole", "percent"),
    sharp_chance_burst=Fact("chance that one of a short burst is", "percent"),
)
def of_exposure(
    situation: Situation, dials: Dials, asked: Asked, x: float, n: float, s: float, facts: Mapping[str, float]
) -> dict[str, float]:
    """Numbers of a solved exposure: x, n, s are true stops.

    >>> facts = advised().facts
    >>> facts["iso"], round(facts["snr"])
    (160.0, 287)
    """
    time, aperture, iso = (float(value_of(d, v)) for d, v in ((Dial.TIME, x), (Dial.APERTURE, n), (Dial.ISO, s)))
    sensor, base = situation.body.sensor, base_stops(situation)
    near, far = sharpness.depth_limits_m(situation.focal_mm / 1000, aperture, situation.distance_m, situation.coc_m)
    half = min(situation.distance_m - float(near), float(far) - situation.distance_m)
    wanted_near, wanted_far = situation.band
    grey = noise.electrons(sensor, facts["ev100"] - facts["nd_stops"] - (x + n - base))
    amplified = s - facts["protection_stops"]
    protected = sensor.protected(facts["protection_stops"])
    shadow = noise.electrons(sensor, facts["ev100"] - facts["stops_below"] - facts["nd_stops"] - (x + n - base))
    swing = float(movement.flicker_swing_stops(time, facts["flicker_hz"], movement.LAMP_DEPTH)) if facts["flicker_hz"] else 0.0
    shake, frozen = facts["shake_s"], facts["freeze_s"]
    whole = movement.chance_of_a_sharp_frame(time, shake if np.isfinite(shake) else 1e9, np.array([1, BURST]), frozen)
    trail = trail_stops(situation, aperture)
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
        "trail_s": seconds(trail),
        "snr": float(noise.snr_pixel(protected, grey, amplified, base, time)) * output_gain(situation),
        "snr_shadow": float(noise.snr_pixel(protected, shadow, amplified, base, time)) * output_gain(situation),
        "snr_shadow_unprotected": float(noise.snr_pixel(sensor, shadow, s, base, time)) * output_gain(situation),
        "sharp_chance": min(CERTAIN, float(whole[0])),
        "sharp_chance_burst": min(CERTAIN, float(whole[1])),
    }
