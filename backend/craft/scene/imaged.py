"""What of a situation falls on the sensor: how fast its images move, how fast the hand moves them, what the glass takes, what the output
averages."""

from __future__ import annotations

import math

from craft.optics import movement, sharpness
from craft.scales.light import bellows_loss_stops
from craft.scales.series import Dial, exact_stops
from craft.scene.once import once
from craft.scene.situation import Situation
from craft.sensor import noise
from craft.vocabulary.terms import Support

PAN_RESIDUE = 0.1
"""Share of the subject's speed left while panning (estimate; practised panning keeps within a tenth)."""

SWAY_M_S = 0.002
"""Speed at which a hand-held camera drifts as a whole, in m/s (1 to 3 mm/s); it counts close up only."""

MONOPOD_STOPS = 2.0
"""Stops of shake that a monopod takes away (estimate from its stiffness in pitch and roll; none in yaw)."""


@once
def stabiliser_stops(situation: Situation) -> float:
    """Stops the stabiliser gives here: none on a tripod; the better of body and lens, unless they combine.

    >>> [stabiliser_stops(situation(lens={"stabiliser_stops": 4.0}, support=support)) for support in (Support.HANDHELD, Support.TRIPOD)]
    [4.0, 0.0]
    """
    if situation.carried_by is Support.TRIPOD:
        return 0.0
    body, lens = situation.body.stabiliser_stops, situation.lens.stabiliser_stops
    if body and lens and situation.lens.combined_stabiliser_stops is not None:
        return situation.lens.combined_stabiliser_stops
    return max(body, lens)


@once
def image_speed(situation: Situation) -> float:
    """Speed of the subject's image over the sensor in m/s, before any following.

    >>> round(image_speed(situation()), 4)
    0.0316
    """
    if situation.subject.sky:
        sky = float(movement.star_speed_m_s(situation.focal_mm / 1000, math.radians(situation.motion.declination_deg)))
        return sky if situation.motion.speed_m_s is None else sky + _across(situation)
    return _across(situation)


def _across(situation: Situation) -> float:
    return float(movement.image_speed_m_s(situation.speed_m_s, situation.angle_rad, situation.magnification))


@once
def others_speed(situation: Situation) -> float:
    """Speed over the sensor, in m/s, of the fastest image among others that are to be sharp: what following leaves of it, or its own.

    >>> from craft.scene.situation import Other
    >>> round(others_speed(situation(others=(Other(30.0, speed_m_s=5.0),))), 4), others_speed(situation())
    (0.0336, 0.0)
    """
    focal = situation.focal_mm / 1000
    left = 0.0 if situation.subject.sky else situation.followed * _across(situation) / situation.magnification
    speeds = [left if other.speed_m_s is None else other.speed_m_s for other in situation.others]
    mags = [float(sharpness.magnification(focal, other.distance_m)) for other in situation.others]
    return max((speed * mag for speed, mag in zip(speeds, mags, strict=True)), default=0.0)


@once
def limb_speed(situation: Situation) -> float:
    """Speed over the sensor, in m/s, of the image of the fastest part against the body; it may point anywhere.

    >>> round(limb_speed(situation()), 4)
    0.023
    """
    return situation.limb_m_s * situation.magnification


@once
def hand_speed(situation: Situation) -> float:
    """Speed over the sensor, in m/s, at which the image moves because the camera is held: turning and, close up, drifting.

    >>> round(hand_speed(situation()), 4)
    0.0013
    """
    support = MONOPOD_STOPS if situation.carried_by is Support.MONOPOD else 0.0
    rate = float(movement.hand_rate_rad_s(situation.person.steadiness, stabiliser_stops(situation), support))
    drift = SWAY_M_S / situation.person.steadiness * situation.magnification
    return math.hypot(rate * situation.focal_mm / 1000, drift)


@once
def output_gain(situation: Situation) -> float:
    """What averaging sensor pixels gains in the output's signal to noise.

    >>> round(output_gain(situation()), 2)
    4.28
    """
    wide, high = situation.used_mm
    sensor = situation.body.sensor
    used_pixels = sensor.pixels_wide * sensor.pixels_high * (wide * high) / (sensor.width_mm * sensor.height_mm)
    return noise.output_gain(sensor, used_pixels, situation.output.width_m, situation.output.viewing_m, wide / high)


@once
def base_stops(situation: Situation) -> float:
    """The body's base ISO in stops, whatever highlight protection has made of the dial's floor.

    >>> base_stops(situation())
    0.0
    """
    return exact_stops(Dial.ISO, situation.body.base_iso, situation.body.per_stop)


@once
def lens_loss_stops(situation: Situation) -> float:
    """Light lost in the lens when the reading did not come through it: glass and bellows.

    >>> round(lens_loss_stops(situation(lens={"transmission_stops": 0.3})), 2), lens_loss_stops(situation(lens={"transmission_stops": 0.3}, light=Light(11.0, through_lens=True)))
    (0.32, 0.0)
    """
    if situation.light.through_lens:
        return 0.0
    return situation.lens.transmission_stops + float(bellows_loss_stops(situation.magnification, situation.lens.pupil_magnification))
