"""The numbers that decisions speak of: first those of the situation, then those of its exposure."""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np

from craft.advice.situation import Situation
from craft.advice.targets import Asked, Dials, base_stops, image_speed, output_gain, stabiliser_stops, trail_stops
from craft.advice.terms import AimMotion, Detection, File, Support
from craft.kit.body import BracketOffer, Finder, Shutter
from craft.picture import movement, noise, sharpness
from craft.scales.series import Dial, value_of

METER_SHARE = 0.6
"""Share of a subject's tone that a multi-zone reading follows (estimate: a subject filling half the frame, weighted up)."""

RELEASE_LAG_S = 0.06
"""Release lag and finder delay of an ordinary body (estimate)."""

LAMP_DEPTH = 0.6
"""(max - min)/(max + min) of ordinary mains lamps (IEEE 1789-2015 reports 0.1 to 1; a middle figure)."""

GLARE_SHARE = 0.005
"""Veiling glare of an ordinary lens (ISO 9358: 0.3 to 1 %)."""

MOVING_M_S = 0.25
"""Slower than this is keeping still (sway of a standing person)."""

USUAL_DIAL_S = 30.0
"""Times past this are counted by hand on most bodies."""

USUAL_SHOTS = 300.0
"""Frames of an ordinary session, when the person gives no count (estimate)."""

OVERLAP_STOPS = 1.0
"""Overlap wanted between frames of a set at both ends together."""

BURST = 5


def yes(flag: object) -> float:
    """1 for true, 0 for false: facts are numbers.

    >>> yes(True), yes(None)
    (1.0, 0.0)
    """
    return 1.0 if flag else 0.0


def smallest_set(offers: tuple[BracketOffer, ...], span: float, held: float) -> BracketOffer | None:
    """The fewest frames, then the smallest step, of the offered sets that cover a span in stops.

    >>> smallest_set((BracketOffer(3, 1.0), BracketOffer(3, 2.0), BracketOffer(5, 1.0)), 12.0, 9.0)
    BracketOffer(frames=3, step_ev=2.0)
    """
    covering = [o for o in offers if held + (o.frames - 1) * o.step_ev >= span + OVERLAP_STOPS]
    return min(covering, key=lambda o: (o.frames, o.step_ev), default=None)


def of_situation(situation: Situation, dials: Dials, asked: Asked) -> dict[str, float]:
    """Numbers known before the exposure is solved."""
    body, light, subject = situation.body, situation.light, situation.subject
    sensor = body.sensor
    base = base_stops(situation)
    held = float(noise.usable_range_stops(sensor, base, base, output_gain(situation), situation.person.noise_bar / 4, GLARE_SHARE))
    span = light.below + light.above
    offer = smallest_set(body.bracket_offers, span, held)
    speed = image_speed(situation)
    traverse = body.readout_s or 0.0
    shots = float(situation.delivery.count or USUAL_SHOTS)
    subject_m_s = situation.speed_m_s if not subject.sky else 0.0
    return {
        "ev100": light.ev100,
        "light_swing_stops": situation.light_swing,
        "meter_swing_stops": METER_SHARE * subject.tone_spread,
        "tone_spread_stops": subject.tone_spread,
        "stops_below": light.below,
        "stops_above": light.above,
        "span_stops": span,
        "range_stops": held,
        "span_excess_stops": max(0.0, span - held),
        "clip_above_stops": sensor.clip_above_grey_stops,
        "bracketed": 0.0,
        "bracket_possible": yes(offer),
        "frames": float(offer.frames) if offer else 1.0,
        "step_stops": offer.step_ev if offer else 0.0,
        "sources": float(light.sources),
        "kelvin": round(light.kelvin, -2),
        "flicker_hz": light.flicker_hz or 0.0,
        "speed_m_s": situation.speed_m_s,
        "approach_m_s": abs(subject_m_s * math.cos(situation.angle_rad)),
        "distance_m": situation.distance_m,
        "depth_m": situation.depth_m,
        "unpredictability": subject.unpredictability,
        "subject_share": subject.size_m * situation.magnification / (situation.used_mm[1] / 1000),
        "moving": yes(subject_m_s >= MOVING_M_S),
        "people": yes(subject.detection is Detection.PEOPLE),
        "skill_quick": yes(subject.quick),
        "quiet": yes(subject.quiet),
        "tripod": yes(situation.carried_by is Support.TRIPOD),
        "usual_both": yes(situation.work.file is File.BOTH),
        "raw": 1.0,
        "rendered": 0.0,
        "optical_finder": yes(body.finder is Finder.OPTICAL),
        "highlight_guard_offered": yes("highlight_guard" in body.patterns),
        "stars": yes(subject.sky and light.ev100 < 5),
        "wants_blur": yes(situation.aim_motion is AimMotion.BLUR),
        "wants_pan": yes(situation.aim_motion is AimMotion.PAN),
        "autofocus": yes(situation.lens.autofocus and body.autofocus),
        "detection_offered": yes(subject.detection.value in body.detects and situation.lens.autofocus),
        "zone_offered": yes(body.zone_focus),
        "one_aperture": yes(len(dials.aperture.positions()) == 1),
        "electronic_offered": yes(Shutter.ELECTRONIC in body.shutters),
        "mechanical_offered": yes(Shutter.MECHANICAL in body.shutters),
        "first_curtain_offered": yes(Shutter.FIRST_CURTAIN in body.shutters),
        "stabiliser_offered": yes(body.stabiliser_stops or situation.lens.stabiliser_stops),
        "steadiness_stops": stabiliser_stops(situation),
        "iso_given": yes(situation.person.iso_ceiling),
        "iso_locked": yes(situation.locks.iso),
        "limits_only": yes(body.sets_iso_by_limits_only),
        "skew_px": float(movement.skew_m(speed, traverse)) / sensor.pitch_m,
        "readout_s": traverse,
        "bands": float(movement.band_count(traverse, light.flicker_hz or 0.0)),
        "freeze_s": _time(asked.targets.freeze),
        "shake_s": _time(asked.shake),
        "trail_s": _time(asked.trail),
        "longest_dial_s": min(USUAL_DIAL_S, float(value_of(Dial.TIME, dials.time.lowest))),
        "bar": situation.person.noise_bar,
        "frames_per_second": body.frames_per_second or 1.0,
        "rate": body.frames_per_second or 1.0,
        "lag_s": RELEASE_LAG_S + 1 / (body.frames_per_second or 3.0),
        "crossing_s": situation.used_mm[0] / 1000 / speed if speed else math.inf,
        "burst_frames": float(BURST),
        "count": float(situation.delivery.count or 0),
        "deadline_h": math.inf if situation.delivery.deadline_h is None else situation.delivery.deadline_h,
        "shots": shots,
        "minutes": shots / 30,
        "floats": 0.0,
        "over_stops": 0.0,
        "protection_stops": 0.0,
        "protection_offered_stops": 0.0,
        "offset_stops": 0.0,
        "nd_stops": 0.0,
    }


def _time(stops: float | None) -> float:
    return math.inf if stops is None or math.isinf(stops) else float(value_of(Dial.TIME, stops))


def of_exposure(
    situation: Situation, dials: Dials, asked: Asked, x: float, n: float, s: float, facts: Mapping[str, float]
) -> dict[str, float]:
    """Numbers of a solved exposure: x, n, s are true stops."""
    time, aperture, iso = (float(value_of(d, v)) for d, v in ((Dial.TIME, x), (Dial.APERTURE, n), (Dial.ISO, s)))
    sensor, base = situation.body.sensor, base_stops(situation)
    near, far = sharpness.depth_limits_m(situation.focal_mm / 1000, aperture, situation.distance_m, situation.coc_m)
    half = min(situation.distance_m - float(near), float(far) - situation.distance_m)
    wanted = min(situation.depth_m / 2, situation.distance_m / 2)
    grey = noise.electrons(sensor, facts["ev100"] - facts["nd_stops"] - (x + n - base))
    amplified = s - facts["protection_stops"]
    swing = float(movement.flicker_swing_stops(time, facts["flicker_hz"], LAMP_DEPTH)) if facts["flicker_hz"] else 0.0
    shake = facts["shake_s"]
    trail = trail_stops(situation, aperture)
    return {
        "time_s": time,
        "aperture": aperture,
        "iso": dials.iso.printed_at(round(s * dials.iso.per_stop)) if dials.iso.exists.all() else iso,
        "near_m": float(near),
        "far_m": float(far),
        "half_depth_m": half,
        "zone_covers": yes(half >= wanted > 0 and facts["depth_m"] > 0),
        "plane_shift_m": facts["approach_m_s"] * facts["lag_s"],
        "flicker_swing_stops": swing,
        "trail_s": _time(trail),
        "snr": float(noise.snr_pixel(sensor, grey, amplified, base, time)) * output_gain(situation),
        "sharp_chance": float(movement.chance_of_a_sharp_frame(time, shake)) if np.isfinite(shake) else 1.0,
        "sharp_chance_burst": float(movement.chance_of_a_sharp_frame(time, shake, BURST)) if np.isfinite(shake) else 1.0,
    }
