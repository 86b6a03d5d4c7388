"""What a situation asks of each dial, in stops, and how far its concessions run (MODEL 8)."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from craft.advice.situation import Concession, Situation
from craft.advice.solver import Rung, Targets
from craft.advice.terms import AimDepth, AimMotion, Intent, Limit, Support
from craft.errors import CraftError
from craft.kit.dials import Axis
from craft.picture import movement, noise, sharpness
from craft.scales.light import bellows_loss_stops
from craft.scales.series import Dial, exact_stops, stops_of

PAN_RESIDUE = 0.1
"""Share of the subject's speed left after following it (estimate; practised panning keeps within a tenth)."""

MONOPOD_STOPS = 2.0
"""Stops of shake that a monopod takes away (estimate from its stiffness in pitch and roll; none in yaw)."""

ACCEPTED_LIMITS = {
    Intent.DEPTH: (Limit.WIDEST, Limit.BODY_LIMIT),
    Intent.SEPARATION: (Limit.BODY_LIMIT,),
    Intent.FREEZE: (Limit.SHAKE, Limit.TRAIL, Limit.BODY_LIMIT),
    Intent.SHAKE: (Limit.TRAIL, Limit.BODY_LIMIT),
    Intent.MOTION_BLUR: (Limit.BODY_LIMIT,),
    Intent.ISO: (Limit.CEILING, Limit.BODY_LIMIT),
    Intent.NOISE: (Limit.CEILING, Limit.BODY_LIMIT),
    Intent.BRIGHTNESS: (),
}
"""Which named limits an intent can run to."""


@dataclass(frozen=True, slots=True)
class Dials:
    """The three axes of a body with a lens, before locks."""

    time: Axis
    aperture: Axis
    iso: Axis


@dataclass(frozen=True, slots=True)
class Asked:
    """Everything asked of the dials, in stops.

    targets: what is weighed; shake, trail: times by which to name limits, None when they do not
    apply; ceiling, comfort: ISO in stops; depth_reachable: whether the circle of confusion can be met.
    """

    targets: Targets
    shake: float | None
    trail: float | None
    ceiling: float
    comfort: float
    n_best: float
    depth_reachable: bool


def _stops(dial: Dial, value: float) -> float:
    if value <= 0 or math.isinf(value):
        return -math.inf
    return stops_of(dial, value)


def stabiliser_stops(situation: Situation) -> float:
    """Stops the stabiliser gives here: none on a tripod; the better of body and lens, unless they combine."""
    if situation.carried_by is Support.TRIPOD:
        return 0.0
    body, lens = situation.body.stabiliser_stops, situation.lens.stabiliser_stops
    if body and lens and situation.lens.combined_stabiliser_stops is not None:
        return situation.lens.combined_stabiliser_stops
    return max(body, lens)


def image_speed(situation: Situation) -> float:
    """Speed of the subject's image over the sensor in m/s, before any following."""
    if situation.subject.sky:
        sky = float(movement.star_speed_m_s(situation.focal_mm / 1000, math.radians(situation.motion.declination_deg)))
        return sky if situation.motion.speed_m_s is None else sky + _across(situation)
    return _across(situation)


def _across(situation: Situation) -> float:
    return float(movement.image_speed_m_s(situation.speed_m_s, situation.angle_rad, situation.magnification))


def shake_stops(situation: Situation) -> float | None:
    """Longest time that shake alone allows, as x; None on a tripod."""
    if situation.carried_by is Support.TRIPOD:
        return None
    support = MONOPOD_STOPS if situation.carried_by is Support.MONOPOD else 0.0
    rate = movement.hand_rate_rad_s(situation.person.steadiness, stabiliser_stops(situation), support)
    longest = movement.time_for_blur_s(rate * situation.focal_mm / 1000, situation.coc_m)
    return _stops(Dial.TIME, float(longest))


def trail_stops(situation: Situation, aperture: float) -> float | None:
    """Longest time for round stars by the NPF rule at an f-number, as x; None when stars are not the subject."""
    if not situation.subject.sky:
        return None
    limit = movement.trail_limit_npf_s(
        aperture, situation.focal_mm, situation.body.sensor.pitch_m * 1e6, math.radians(situation.motion.declination_deg)
    )
    return _stops(Dial.TIME, float(limit))


def _motion(situation: Situation) -> tuple[float | None, float | None]:
    """Targets of freeze and of wanted blur, as x."""
    speed = image_speed(situation)
    if speed <= 0:
        return None, None
    aim = situation.aim_motion
    wanted = situation.subject.blur_share * situation.used_mm[0] / 1000 / speed
    residue = PAN_RESIDUE if aim is AimMotion.PAN else 1.0
    frozen = float(movement.time_for_blur_s(residue * speed, situation.coc_m))
    return (
        None if aim is AimMotion.BLUR else _stops(Dial.TIME, frozen),
        None if aim is AimMotion.FREEZE else _stops(Dial.TIME, wanted),
    )


def _depth(situation: Situation, aperture: Axis) -> tuple[tuple[float, float], bool]:
    near = situation.distance_m - situation.depth_m / 2
    far = situation.distance_m + situation.depth_m / 2
    pitch = situation.body.sensor.pitch_m
    low, high, reachable = sharpness.aperture_interval(situation.focal_mm / 1000, situation.distance_m, near, far, situation.coc_m, pitch)
    ends = _stops(Dial.APERTURE, low), _stops(Dial.APERTURE, high)
    if not reachable and low <= 0:
        ends = aperture.lowest, aperture.lowest
    return ends, reachable


def output_gain(situation: Situation) -> float:
    """What averaging sensor pixels gains in the output's signal to noise."""
    wide, high = situation.used_mm
    sensor = situation.body.sensor
    used_pixels = sensor.pixels_wide * sensor.pixels_high * (wide * high) / (sensor.width_mm * sensor.height_mm)
    return noise.output_gain(sensor, used_pixels, situation.output.width_m, situation.output.viewing_m, wide / high)


def base_stops(situation: Situation) -> float:
    """The body's base ISO in stops, whatever highlight protection has made of the dial's floor."""
    return exact_stops(Dial.ISO, situation.body.base_iso, situation.body.per_stop)


def comfort_stops(situation: Situation, iso: Axis) -> float:
    """Highest ISO on the dial at which mid-tone and shadow keep their signal to noise, in stops."""
    fine = noise.comfortable(
        situation.body.sensor, iso.stops, base_stops(situation), output_gain(situation), situation.person.noise_bar, situation.light.below
    ).astype(bool)
    fine &= iso.exists
    return float(iso.stops[fine][-1]) if fine.any() else iso.lowest


def ceiling_stops(situation: Situation, iso: Axis, comfort: float) -> float:
    """The ceiling in stops: the person's, held to the dial, else the comfort ceiling."""
    if situation.person.iso_ceiling is None:
        return comfort
    wanted = exact_stops(Dial.ISO, situation.person.iso_ceiling, situation.body.per_stop)
    there = iso.stops[iso.exists & (iso.stops <= wanted + 1e-9)]
    return float(there[-1]) if len(there) else iso.lowest


def ask(situation: Situation, dials: Dials) -> Asked:
    """All targets of a situation on its dials, with ISO's floor at the start of the ISO axis."""
    freeze, blur = _motion(situation)
    shake = shake_stops(situation)
    depth, reachable = _depth(situation, dials.aperture)
    separation = None
    widest = dials.aperture.lowest
    best = widest + 2.0
    if situation.aim_depth is AimDepth.SHALLOW:
        disc = situation.subject.background_share * situation.used_mm[1] / 1000
        separation = _stops(Dial.APERTURE, sharpness.separation_aperture(situation.focal_mm / 1000, situation.distance_m, math.inf, disc))
        best = min(best, separation)
    else:
        best = float(np.clip(best, *depth))
    comfort = comfort_stops(situation, dials.iso)
    ceiling = ceiling_stops(situation, dials.iso, comfort)
    weighed = any(rung.intent is Intent.NOISE for rung in situation.rungs)
    targets = Targets(
        iso=dials.iso.lowest,
        freeze=freeze,
        shake=shake,
        motion_blur=blur,
        depth=None if separation is not None else depth,
        separation=separation,
        noise=comfort if weighed else None,
    )
    aperture = float(np.exp2(widest / 2))
    return Asked(targets, shake, trail_stops(situation, aperture), ceiling, comfort, best, reachable)


def _run(concession: Concession, asked: Asked, dials: Dials) -> float:
    """How far a named limit lets an intent give in all, in stops; infinite for the dial's end."""
    asks, intent, to = asked.targets, concession.intent, concession.to
    if intent is Intent.ISO:
        return (asked.ceiling if to is Limit.CEILING else dials.iso.highest) - asks.iso
    if intent is Intent.NOISE and asks.noise is not None:
        return (asked.ceiling if to is Limit.CEILING else dials.iso.highest) - asks.noise
    if intent is Intent.DEPTH and asks.depth is not None:
        return asks.depth[0] - dials.aperture.lowest
    if intent is Intent.SEPARATION and asks.separation is not None:
        return dials.aperture.highest - asks.separation
    if intent is Intent.MOTION_BLUR and asks.motion_blur is not None:
        return dials.time.highest - asks.motion_blur
    start = asks.freeze if intent is Intent.FREEZE else asks.shake
    if start is None or intent not in (Intent.FREEZE, Intent.SHAKE):
        return 0.0
    named = {Limit.SHAKE: asked.shake, Limit.TRAIL: asked.trail}.get(to) if to else None
    return start - (dials.time.lowest if named is None else named)


def rungs_of(situation: Situation, asked: Asked, dials: Dials) -> tuple[Rung, ...]:
    """The concessions with their shares in stops.

    Raises
    ------
    CraftError : a limit that the intent cannot run to.
    """
    rungs: list[Rung] = []
    for k, concession in enumerate(situation.rungs):
        if concession.to is None:
            share = math.inf if concession.up_to_stops is None else concession.up_to_stops
        else:
            accepted = ACCEPTED_LIMITS[concession.intent]
            if concession.to not in accepted:
                names = ", ".join(limit.value for limit in accepted) or "only up_to_stops"
                raise CraftError(
                    f"{concession.intent.value} cannot give to {concession.to.value}: {names} is accepted", ("concessions", k, "to")
                )
            earlier = sum(rung.share for rung in rungs if rung.intent is concession.intent)
            share = max(0.0, _run(concession, asked, dials) - earlier) if math.isfinite(earlier) else 0.0
        rungs.append(Rung(concession.intent, round(share, 9), concession.to))
    return tuple(rungs)


def lens_loss_stops(situation: Situation) -> float:
    """Light lost in the lens when the reading did not come through it: glass and bellows."""
    if situation.light.through_lens:
        return 0.0
    return situation.lens.transmission_stops + float(bellows_loss_stops(situation.magnification, situation.lens.pupil_magnification))
