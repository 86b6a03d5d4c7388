"""The numbers that decisions speak of: first those of the situation, then those of its exposure."""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np

from craft.exposure.bounds import Dials
from craft.exposure.targets import Asked, base_stops, image_speed, output_gain, stabiliser_stops, trail_stops
from craft.kit.body import Body, BracketOffer, Finder, Shutter
from craft.optics import movement, sharpness
from craft.scales.series import Dial, printed, value_of
from craft.scene.situation import Situation
from craft.sensor import noise
from craft.tones.metered import metered
from craft.vocabulary.terms import AimMotion, Detection, File, Genre, Pattern, Support

RELEASE_LAG_S = 0.06
"""Release lag and finder delay of an ordinary body (estimate)."""

ZONE_ERROR, FAR_M = 1.15, 20.0
"""A zone is kept when its near end is within so many times of what was wanted and it reaches so far: nobody sees the rest in the street."""

LAMP_DEPTH = 0.6
"""(max - min)/(max + min) of ordinary mains lamps (IEEE 1789-2015 reports 0.1 to 1; a middle figure)."""

GLARE_SHARE = 0.005
"""Veiling glare of an ordinary lens (ISO 9358: 0.3 to 1 %)."""

MOVING_M_S = 0.25
"""Slower than this is keeping still (sway of a standing person)."""

USUAL_DIAL_S = 32.0
"""Times past this, which dials print as 30 s, are counted by hand on most bodies."""

HALF_SIZE = 0.5
"""Share of the pixels that a finished file of half the size keeps."""

CERTAIN = 0.99
"""No frame is surer than this: people blink."""

MOMENTS = 2.5
"""From so many frames a second on, a subject is worth a burst."""

DAYLIGHT_KELVIN = 5500.0
"""Light whose own colour nobody sees as one."""

OVERLAP_STOPS = 1.0
"""Overlap wanted between frames of a set at both ends together."""

LOOKED_THROUGH = 30.0
"""Frames that one looks through in a minute (estimate: two seconds a frame)."""

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


def kept_kelvin(situation: Situation) -> float:
    """Kelvin to set so that the picture keeps its share of the light's own colour: a mean in mired against daylight.

    Candles of 1900 K of which half is kept are set to 2800 K.
    """
    light, keeps = situation.light.kelvin, situation.light.keeps
    return round(1 / ((1 - keeps) / light + keeps / DAYLIGHT_KELVIN), -2)


def frames_shot(situation: Situation, rate: float) -> float:
    """Frames of a usual outing: as the person expects, else rate x seconds of action x share of pressing."""
    if situation.delivery.frames is not None:
        return float(situation.delivery.frames)
    subject = situation.subject
    return max(1.0, float(round(rate * subject.action_s * subject.pressing)))


def of_rate(situation: Situation, best: float) -> dict[str, float]:
    """Numbers that follow from the highest rate of the body with its shutter and file."""
    wanted = situation.subject.rate
    wanted = best if wanted is None else min(wanted, best)
    return {"frames_per_second": best, "rate": best, "wanted_rate": wanted, "rate_share": wanted / best}


def of_situation(situation: Situation, dials: Dials, asked: Asked) -> dict[str, float]:
    """Numbers known before the exposure is solved."""
    return {
        **_of_light(situation),
        **_of_meter(situation),
        **_of_movement(situation, dials, asked),
        **_of_kit(situation, dials),
        **_of_handling(situation),
        "floats": 0.0,
        "over_stops": 0.0,
        "wanting_stops": 0.0,
        "protection_stops": 0.0,
        "protection_offered_stops": 0.0,
        "offset_stops": 0.0,
        "nd_stops": 0.0,
        "glass_stops": 0.0,
    }


MERGED = 3
"""Frames that bodies put together when they merge by themselves (as most do)."""

MERGE_STEPS = (1.0, 2.0, 3.0)
"""Steps in stops between them, as bodies offer."""


def merge_step(excess: float) -> float:
    """Stops between the frames of a merge that covers so much more than one frame holds: the least that does, or the widest there is.

    >>> merge_step(2.5)
    2.0
    """
    return next((step for step in MERGE_STEPS if (MERGED - 1) * step >= excess), MERGE_STEPS[-1])


def merges(body: Body, kept: File) -> bool:
    """Whether a body can merge by itself while it keeps such files."""
    return "merge" in body.facts.features and (kept is File.RENDERED or "merge_keeps_raw" in body.facts.features)


def waits_for_lamps(body: Body, shutter: Shutter) -> bool:
    """Whether a body can meet the pulses of lamps with a shutter: by its release, or by times between the marks."""
    return ("fine_flicker_shutter" if shutter is Shutter.ELECTRONIC else "flicker_timing") not in body.facts.absent


def _of_light(situation: Situation) -> dict[str, float]:
    light, sensor = situation.light, situation.body.sensor
    base = base_stops(situation)
    held = float(noise.usable_range_stops(sensor, base, base, output_gain(situation), situation.person.noise_bar / 4, GLARE_SHARE))
    span = light.below + light.above
    offer = smallest_set(situation.body.bracket_offers, span, held)
    return {
        "ev100": light.ev100,
        "light_swing_stops": situation.light_swing,
        "tone_spread_stops": situation.subject.tone_spread,
        "stops_below": light.below,
        "stops_above": light.above,
        "holds_stops": situation.holds_above,
        "span_stops": span,
        "range_stops": held,
        "span_excess_stops": max(0.0, span - held),
        "shadow_contrast": float(noise.shadow_contrast(-light.below, GLARE_SHARE)),
        "clip_above_stops": sensor.clip_above_grey_stops,
        "bracketed": 0.0,
        "merging": 0.0,
        "merge_offered": 0.0,
        "merge_frames": float(MERGED),
        "merge_step_stops": merge_step(span - held),
        "flicker_answered": 0.0,
        "bracket_possible": yes(offer),
        "frames": float(offer.frames) if offer else 1.0,
        "step_stops": offer.step_ev if offer else 0.0,
        "sources": float(light.sources),
        "kelvin": round(light.kelvin, -2),
        "kelvin_set": kept_kelvin(situation),
        "keeps": light.keeps,
        "indoors": yes(situation.indoors),
        "flicker_hz": situation.flicker_hz,
        "bar": situation.person.noise_bar,
    }


def _of_meter(situation: Situation) -> dict[str, float]:
    """What the patterns make of the situation's scene."""
    seen = metered(situation)
    zone, broad, spot = (seen.read(pattern) for pattern in (Pattern.MULTI_ZONE, Pattern.CENTRE_WEIGHTED, Pattern.SPOT))
    pointed = seen.spot(0.0, situation.holds_above)
    return {
        "meter_swing_stops": zone.swing,
        "zone_reads_stops": zone.stops,
        "centre_reads_stops": broad.stops,
        "centre_swing_stops": broad.swing,
        "centre_steadier_stops": zone.swing - broad.swing,
        "spot_swing_stops": spot.swing,
        "spot_off_stops": pointed.off if pointed else math.inf,
        "guard_stops": seen.guarded,
    }


def _of_movement(situation: Situation, dials: Dials, asked: Asked) -> dict[str, float]:
    subject, given = situation.subject, situation.motion.speed_m_s
    body_m_s = situation.speed_m_s if not subject.sky else 0.0
    limb_m_s = situation.limb_m_s if not subject.sky else 0.0
    speed = image_speed(situation)
    traverse = situation.body.readout_s or 0.0
    follows = subject.follows if given is None else given >= MOVING_M_S and not subject.in_picture
    return {
        "speed_m_s": situation.speed_m_s,
        "limb_m_s": situation.limb_m_s,
        "followed": situation.followed,
        "approach_m_s": abs(body_m_s * math.cos(situation.angle_rad)),
        "distance_m": situation.distance_m,
        "depth_m": situation.depth_m,
        "wanted_near_m": situation.band[0],
        "unpredictability": subject.unpredictability,
        "subject_share": subject.size_m * situation.magnification / (situation.used_mm[1] / 1000),
        "moving": yes(max(body_m_s, limb_m_s) >= MOVING_M_S),
        "subject_moves": yes(follows and not subject.sky),
        "in_picture": yes(subject.in_picture),
        "bursts": yes(
            situation.body.frames_per_second and (follows or subject.quick or (given is None and (subject.rate or MOMENTS) >= MOMENTS))
        ),
        "may_go_right": yes(subject.to_the_right),
        "people": yes(subject.detection is Detection.PEOPLE),
        "skill_quick": yes(subject.quick),
        "zone": yes(situation.zone),
        "quiet": yes(subject.quiet),
        "everyday": yes(situation.genre is Genre.EVERYDAY),
        "stars": yes(subject.sky and situation.light.ev100 < 5),
        "wants_blur": yes(situation.aim_motion is AimMotion.BLUR),
        "wants_pan": yes(situation.aim_motion is AimMotion.PAN),
        "skew_px": float(movement.skew_m(speed, traverse)) / situation.body.sensor.pitch_m,
        "readout_s": traverse,
        "bands": float(movement.band_count(traverse, situation.flicker_hz)),
        "body_s": _time(asked.body),
        "limbs_s": _time(asked.limbs),
        "freeze_s": _time(asked.need),
        "smear_s": _time(asked.smear),
        "shake_s": _time(asked.shake),
        "trail_s": _time(asked.trail),
        "blur_s": _time(asked.targets.motion_blur),
        "longest_dial_s": min(USUAL_DIAL_S, float(value_of(Dial.TIME, dials.time.lowest))),
        "crossing_s": situation.used_mm[0] / 1000 / speed if speed else math.inf,
    }


def _of_kit(situation: Situation, dials: Dials) -> dict[str, float]:
    body, subject = situation.body, situation.subject
    best = body.frames_per_second or 1.0
    return {
        "tripod": yes(situation.carried_by is Support.TRIPOD),
        "optical_finder": yes(body.finder is Finder.OPTICAL),
        "highlight_guard_offered": yes("highlight_guard" in body.patterns),
        "automatic_protection_offered": yes(body.protection_automatic),
        "spot_offered": yes("spot" in body.patterns),
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
        **of_rate(situation, best),
        "lag_s": RELEASE_LAG_S + 1 / (body.frames_per_second or 3.0),
        "burst_frames": float(BURST),
    }


def _of_handling(situation: Situation) -> dict[str, float]:
    delivery = situation.delivery
    shots = frames_shot(situation, 1.0)
    return {
        "half_size_px": situation.pixels_across * math.sqrt(HALF_SIZE),
        "output_px": situation.output_pixels,
        "raw": 1.0,
        "rendered": 0.0,
        "usual_both": yes(situation.work.file is File.BOTH),
        "count": float(delivery.count or 0),
        "deadline_h": math.inf if delivery.deadline_h is None else delivery.deadline_h,
        "action_s": situation.subject.action_s,
        "pressing": situation.subject.pressing,
        "shots": shots,
        "pictures": float(delivery.count or shots),
        "minutes": shots / LOOKED_THROUGH,
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
    wanted_near, wanted_far = situation.band
    grey = noise.electrons(sensor, facts["ev100"] - facts["nd_stops"] - (x + n - base))
    amplified = s - facts["protection_stops"]
    shadow = noise.electrons(sensor, facts["ev100"] - facts["stops_below"] - facts["nd_stops"] - (x + n - base))
    swing = float(movement.flicker_swing_stops(time, facts["flicker_hz"], LAMP_DEPTH)) if facts["flicker_hz"] else 0.0
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
        "trail_s": _time(trail),
        "snr": float(noise.snr_pixel(sensor, grey, amplified, base, time)) * output_gain(situation),
        "snr_shadow": float(noise.snr_pixel(sensor, shadow, amplified, base, time)) * output_gain(situation),
        "snr_shadow_unprotected": float(noise.snr_pixel(sensor, shadow, s, base, time)) * output_gain(situation),
        "sharp_chance": min(CERTAIN, float(whole[0])),
        "sharp_chance_burst": min(CERTAIN, float(whole[1])),
    }
