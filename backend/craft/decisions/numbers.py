"""The numbers that decisions speak of before an exposure is known: those of the situation."""

from __future__ import annotations

import math
from functools import lru_cache

from craft.decisions.facts import Fact, names_of, seconds, tells, yes
from craft.exposure.bounds import Dials
from craft.exposure.targets import movement_of, shake_stops
from craft.kit.body import Body, Finder, Sensor, Shutter
from craft.optics import movement
from craft.scales.series import Dial, value_of
from craft.scene.imaged import base_stops, image_speed, output_gain, stabiliser_stops
from craft.scene.light import mired_apart
from craft.scene.situation import Situation
from craft.sensor import noise
from craft.tones.metered import metered
from craft.tones.spread import spread_of
from craft.tones.tonemap import map_of
from craft.tones.wanted import brightest_in, wanted_of
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.terms import AimMotion, Detection, File, Genre, Pattern, Support, White
from craft.white.response import white_of

RELEASE_LAG_S = 0.06
"""Release lag and finder delay of an ordinary body (estimate)."""

MOVING_M_S = 0.25
"""Slower than this is keeping still (sway of a standing person)."""

USUAL_DIAL_S = 32.0
"""Times past this, which dials print as 30 s, are counted by hand on most bodies."""

HALF_SIZE = 0.5
"""Share of the pixels that a finished file of half the size keeps."""

MOMENTS = 2.5
"""From so many frames a second on, a subject is worth a burst."""

DAYLIGHT_KELVIN = 5500.0
"""Light whose own colour nobody sees as one."""

BURST = 5

PRESETS = {White.DAYLIGHT: 5500.0, White.SHADE: 7500.0, White.TUNGSTEN: 3200.0}
"""Kelvin of whites that have a name: D55 [cie15], open shade under blue sky (7000 to 8000), and studio lamps."""


TINTS = {"greener": -5.0, "none": 0.0, "pinker": 5.0}
"""What a setting of tint takes for neutral, in thousandths of Duv: two steps of a usual body, in the light that makes them necessary (an estimate)."""


def nearest_tint(body: Body, tint: float) -> str:
    """The setting of tint of a body that is nearest to a light's own; none where it has none.

    >>> nearest_tint(BODY, 4.0), nearest_tint(BODY, -2.0)
    ('pinker', 'none')
    """
    offered = body.traits.offered.get("white_tint", tuple(TINTS)) if "white_tint" not in body.traits.absent else ("none",)
    return min((name for name in TINTS if name in offered), key=lambda name: abs(TINTS[name] - tint), default="none")


def offers_white(body: Body, mode: White) -> bool:
    """Whether a body has a way of setting white; nothing said, it has all.

    >>> offers_white(BODY, White.KELVIN)
    True
    """
    offered = body.traits.offered.get("white_mode")
    return offered is None or mode.value in offered


def nearest_preset(body: Body, kelvin: float) -> tuple[White, float] | None:
    """The preset of a body that is nearest to a light, in mired, and its kelvin; None where it has none.

    >>> nearest_preset(BODY, 2800.0)
    (<White.TUNGSTEN: 'tungsten'>, 3200.0)
    """
    there = [(mode, at) for mode, at in PRESETS.items() if offers_white(body, mode)]
    return min(there, key=lambda one: mired_apart(one[1], kelvin), default=None)


def neutral_kelvin(situation: Situation) -> float:
    """The white at which a grey card comes out grey: what a body measures of the light, which for lamps with lines is not quite its temperature.

    >>> round(neutral_kelvin(situation(light=Light(5.0, kelvin=1900.0))))
    1900
    """
    return white_of(situation.light.kind, situation.light.kelvin)[0]


def kept_kelvin(situation: Situation) -> float:
    """Kelvin to set so that the picture keeps its share of the light's own colour: a mean in mired against daylight.

    Candles of 1900 K of which half is kept are set to 2800 K; a body whose scale ends before that is set to its end.

    >>> kept_kelvin(situation(light=Light(5.0, kelvin=1900.0, keeps=0.5)))
    2800.0
    """
    light, keeps = neutral_kelvin(situation), situation.light.keeps
    return situation.body.kelvin_on_dial(1 / ((1 - keeps) / light + keeps / DAYLIGHT_KELVIN))


def frames_shot(situation: Situation, rate: float) -> float:
    """Frames of a usual outing: as the person expects, else rate x seconds of action x share of pressing.

    >>> from craft.scene.situation import Delivery
    >>> frames_shot(situation(delivery=Delivery(frames=40)), 12.0)
    40.0
    """
    if situation.delivery.frames is not None:
        return float(situation.delivery.frames)
    subject = situation.subject
    return max(1.0, float(round(rate * subject.action_s * subject.pressing)))


@tells(
    frames_per_second=Fact("the body's highest rate", "rate"),
    wanted_rate=Fact("the rate that suits it", "rate"),
    rate_share=Fact("that rate as a share of the body's", "percent"),
)
def of_rate(situation: Situation, best: float) -> dict[str, float]:
    """Numbers that follow from the highest rate of the body with its shutter and file.

    >>> of_rate(situation(), 12.0)
    {'frames_per_second': 12.0, 'wanted_rate': 12.0, 'rate_share': 1.0}
    """
    wanted = situation.subject.rate
    wanted = best if wanted is None else min(wanted, best)
    return {"frames_per_second": best, "wanted_rate": wanted, "rate_share": wanted / best}


def of_situation(situation: Situation, dials: Dials) -> dict[str, float]:
    """Numbers that are so before anything is decided; dials: all of body and lens.

    >>> one = advised()
    >>> one.facts["tripod"], round(one.facts["speed_m_s"], 1)
    (0.0, 5.5)
    """
    return {
        **_of_light(situation),
        **_of_whites(situation),
        **_of_meter(situation),
        **_of_movement(situation, dials),
        **_of_kit(situation, dials),
        **_of_handling(situation),
    }


MERGED = 3
"""Frames that bodies put together when they merge by themselves (as most do)."""

MERGE_STEPS = {"one_stop": 1.0, "two_stops": 2.0, "three_stops": 3.0}
"""Steps between them as a body names them, in stops."""

MERGE_BUSY_S = 2.0
"""Seconds that a body takes to put them together and to write them (an estimate: it keeps its figures to itself)."""


def merge_step(body: Body, excess: float, by_hand: Value | None = None) -> tuple[str, float]:
    """Step of a merge that covers so much more than one frame holds, as the body names it and in stops.

    The one set by hand, else the least that is wide enough, else the body's own choice, else its widest.

    >>> merge_step(BODY, 2.5), merge_step(BODY, 2.5, "three_stops")
    (('two_stops', 2.0), ('three_stops', 3.0))
    """
    offered = body.traits.offered.get("merge", (*MERGE_STEPS, "automatic"))
    named = [(step, MERGE_STEPS[step]) for step in map(str, offered) if step in MERGE_STEPS]
    own = next((step for step in MERGE_STEPS.values() if (MERGED - 1) * step >= excess), max(MERGE_STEPS.values()))
    if by_hand in MERGE_STEPS:
        return str(by_hand), MERGE_STEPS[str(by_hand)]
    wide = [one for one in named if (MERGED - 1) * one[1] >= excess]
    if by_hand != "automatic" and (wide or "automatic" not in offered) and named:
        return wide[0] if wide else named[-1]
    return ("automatic" if "automatic" in offered else "off"), own


def merges(body: Body, kept: File) -> bool:
    """Whether a body can merge by itself while it keeps such files.

    >>> merges(BODY, File.RENDERED)
    False
    """
    return "merge" in body.traits.features and (kept is File.RENDERED or "merge_keeps_raw" in body.traits.features)


def waits_for_lamps(body: Body, shutter: Shutter) -> bool:
    """Whether a body can meet the pulses of lamps with a shutter: by its release, or by times between the marks.

    >>> waits_for_lamps(BODY, Shutter.MECHANICAL)
    True
    """
    return ("fine_flicker_shutter" if shutter is Shutter.ELECTRONIC else "flicker_timing") not in body.traits.absent


@lru_cache(maxsize=64)
def _range_held(sensor: Sensor, base: float, gain: float, bar: float) -> float:
    """Stops that one frame holds at base ISO."""
    return float(noise.usable_range_stops(sensor, base, base, gain, bar, noise.GLARE_SHARE))


@tells(
    ev100=Fact("light", "ev"),
    light_swing_stops=Fact("the light's swing", "stops"),
    tone_spread_stops=Fact("the spread from pale to dark subjects", "stops"),
    stops_below=Fact("tones below the key", "stops"),
    stops_above=Fact("tones above the key", "stops"),
    holds_stops=Fact("the brightest tone that must hold, above the key", "stops"),
    span_stops=Fact("the scene's span", "stops"),
    range_stops=Fact("what one frame holds at base ISO", "stops"),
    brightest_stops=Fact("the brightest in the frame, above the key", "stops"),
    scene_above_stops=Fact("the brightest that one would miss, above the key", "stops"),
    scene_below_stops=Fact("the darkest that one would miss, below the key", "stops"),
    shadow_contrast=Fact("contrast that stray light leaves the deepest shadow", "percent"),
    sources=Fact("kinds of light", "count"),
    kelvin=Fact("the light", "kelvin"),
    other_kelvin=Fact("the light that differs most from it", "kelvin"),
    mired_apart=Fact("how far their colours lie apart, in mired", "plain"),
    keeps=Fact("share of the light's own colour that is kept", "percent"),
    indoors=Fact("it is indoors", "yes", "it is outdoors"),
    flicker_hz=Fact("pulsing light", "hz"),
    bar=Fact("your bar", "plain"),
)
def _of_light(situation: Situation) -> dict[str, float]:
    light, sensor = situation.light, situation.body.sensor
    held = _range_held(sensor, base_stops(situation), output_gain(situation), situation.person.noise_bar / 4)
    seen = map_of(situation)
    darkest, brightest = spread_of(seen).ends
    wanted = wanted_of(situation, seen)
    brightest = max(brightest, light.holds_above or -math.inf)
    span = brightest - darkest
    other = max(light.others, key=lambda kelvin: mired_apart(light.kelvin, kelvin), default=light.kelvin)
    return {
        "ev100": light.ev100,
        "light_swing_stops": situation.light_swing,
        "tone_spread_stops": situation.subject.tone_spread,
        "stops_below": light.below,
        "stops_above": light.above,
        "holds_stops": wanted.brightest,
        "span_stops": span,
        "range_stops": held,
        "brightest_stops": brightest_in(seen, light),
        "scene_above_stops": brightest,
        "scene_below_stops": -darkest,
        "shadow_contrast": float(noise.shadow_contrast(-light.below, noise.GLARE_SHARE)),
        "sources": float(light.sources),
        "kelvin": round(light.kelvin, -2),
        "other_kelvin": round(other, -2),
        "mired_apart": float(round(mired_apart(light.kelvin, other))),
        "keeps": light.keeps,
        "indoors": yes(situation.indoors),
        "flicker_hz": situation.flicker_hz,
        "bar": situation.person.noise_bar,
    }


@tells(
    white_scale=Fact("white can be set by a number", "yes", "white cannot be set by a number", lasting=True),
    preset_kelvin=Fact("the nearest preset", "kelvin"),
    preset_off=Fact("how far the nearest preset is from what is wanted, in mired", "count"),
)
def _of_whites(situation: Situation) -> dict[str, float]:
    """The whites that a body has by name."""
    wanted = 1 / ((1 - situation.light.keeps) / neutral_kelvin(situation) + situation.light.keeps / DAYLIGHT_KELVIN)
    nearest = nearest_preset(situation.body, wanted)
    return {
        "white_scale": yes(offers_white(situation.body, White.KELVIN)),
        "preset_kelvin": nearest[1] if nearest else 0.0,
        "preset_off": mired_apart(nearest[1], wanted) if nearest else 0.0,
    }


@tells(
    meter_swing_stops=Fact("the meter's own swing, over pale and dark subjects and other framings", "stops"),
    zone_reads_stops=Fact("what many zones read here, from the key", "stops"),
    centre_reads_stops=Fact("what a broad middle reads here, from the key", "stops"),
    centre_swing_stops=Fact("how far a broad middle swings by itself", "stops"),
    centre_steadier_stops=Fact("how much steadier a broad middle is than many zones", "stops"),
    spot_swing_stops=Fact("how far a spot swings by itself", "stops"),
    spot_off_stops=Fact("the most that a spot is wrong at its best place", "stops"),
    guard_stops=Fact("what a highlight guard would take the frame down by", "stops"),
)
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


@tells(
    speed_m_s=Fact("the subject's speed", "m_s"),
    limb_m_s=Fact("speed of its fastest part against it", "m_s"),
    followed=Fact("share of the movement left when it is followed", "percent"),
    approach_m_s=Fact("approach", "m_s"),
    distance_m=Fact("distance", "m"),
    depth_m=Fact("depth asked for", "m"),
    wanted_near_m=Fact("must be sharp from", "m"),
    unpredictability=Fact("randomness of its path, from none to one", "plain"),
    subject_share=Fact("the subject's share of frame height", "percent"),
    moving=Fact("the subject moves", "yes", "the subject keeps still"),
    subject_moves=Fact("focus has to follow", "yes", "nothing has to be followed"),
    in_picture=Fact("what moves is a part of the picture", "yes", "what moves is the subject"),
    bursts=Fact("moments pass in it", "yes", "no moment passes in it"),
    may_go_right=Fact("this subject may be exposed to the right", "yes", "this subject is not exposed to the right", lasting=True),
    people=Fact("people are in the picture", "yes", "no people in the picture", lasting=True),
    skill_quick=Fact("moments come without warning", "yes", "there is time to focus", lasting=True),
    zone=Fact("a zone of depth is worked in", "yes", "focus goes to the subject"),
    quiet=Fact("quiet is wanted", "yes", "noise does not matter"),
    everyday=Fact("it is an everyday picture", "yes", "it is a kind of work", lasting=True),
    stars=Fact("stars are the subject", "yes", "not stars"),
    wants_blur=Fact("movement is to be drawn as blur", "yes", "no blur is wanted"),
    wants_pan=Fact("the camera follows the subject", "yes", "the camera does not follow"),
    skew_px=Fact("skew of an electronic frame", "px"),
    readout_s=Fact("read-out", "s"),
    bands=Fact("bands across the frame", "plain"),
    body_s=Fact("time that freezes the body", "time"),
    limbs_s=Fact("time that freezes the limbs", "time"),
    freeze_s=Fact("time that freezes the subject", "time"),
    smear_s=Fact("time at which a person smears and is still a person", "time"),
    shake_s=Fact("time that holds off shake", "time"),
    blur_s=Fact("time that draws the blur", "time"),
    longest_dial_s=Fact("the longest time on an ordinary dial", "time"),
    crossing_s=Fact("time the subject takes to cross the frame", "s"),
)
def _of_movement(situation: Situation, dials: Dials) -> dict[str, float]:
    subject, given, asked = situation.subject, situation.motion.speed_m_s, movement_of(situation)
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
        "body_s": seconds(asked.body),
        "limbs_s": seconds(asked.limbs),
        "freeze_s": seconds(asked.need),
        "smear_s": seconds(asked.smear),
        "shake_s": seconds(shake_stops(situation)),
        "blur_s": seconds(asked.blur),
        "longest_dial_s": min(USUAL_DIAL_S, float(value_of(Dial.TIME, dials.time.lowest))),
        "crossing_s": situation.used_mm[0] / 1000 / speed if speed else math.inf,
    }


@tells(
    tripod=Fact("on a tripod", "yes", "not on a tripod"),
    optical_finder=Fact("the finder is optical", "yes", "the finder shows the exposure", lasting=True),
    highlight_guard_offered=Fact("the body offers a highlight guard", "yes", "the body offers no highlight guard", lasting=True),
    automatic_protection_offered=Fact(
        "the body can protect highlights by itself", "yes", "the body does not protect highlights by itself", lasting=True
    ),
    spot_offered=Fact("the body offers a spot", "yes", "the body offers no spot", lasting=True),
    autofocus=Fact("body and lens focus by themselves", "yes", "nothing focuses by itself", lasting=True),
    fixed_focus=Fact("the focus stands still for good", "yes", "the lens can be focused", lasting=True),
    focus_m=Fact("where focus lies", "m"),
    detection_offered=Fact("the body can look for this subject", "yes", "the body cannot look for this subject", lasting=True),
    zone_offered=Fact(
        "the body offers a fixed focus distance with a chosen depth", "yes", "the body offers no fixed-distance mode", lasting=True
    ),
    manual_offered=Fact(
        "the body has a mode that holds time and aperture", "yes", "the body has no mode that holds time and aperture", lasting=True
    ),
    depth_mode_offered=Fact(
        "the body has a mode that holds the aperture", "yes", "the body has no mode that holds the aperture", lasting=True
    ),
    time_mode_offered=Fact("the body has a mode that holds the time", "yes", "the body has no mode that holds the time", lasting=True),
    one_aperture=Fact("the body has a single aperture", "yes", "the body has several apertures", lasting=True),
    electronic_offered=Fact("the body has an electronic shutter", "yes", "the body has no electronic shutter", lasting=True),
    mechanical_offered=Fact("the body has a mechanical shutter", "yes", "the body has no mechanical shutter", lasting=True),
    first_curtain_offered=Fact("the body has an electronic first curtain", "yes", "the body has no electronic first curtain", lasting=True),
    stabiliser_offered=Fact("body or lens has a stabiliser", "yes", "there is no stabiliser", lasting=True),
    steadiness_stops=Fact("stabiliser", "stops"),
    iso_given=Fact("a ceiling is set by taste", "yes", "the ceiling is computed"),
    ceiling_frames=Fact("frames that your ceiling was learned from", "count"),
    following_frames=Fact("frames that your practice at following was learned from", "count"),
    iso_locked=Fact("ISO is held by hand", "yes", "ISO is not held by hand"),
    limits_only=Fact("ISO is set by floor and ceiling only", "yes", "ISO can be set directly", lasting=True),
    lag_s=Fact("release lag and update", "s"),
    burst_frames=Fact("short burst", "count"),
)
def _of_kit(situation: Situation, dials: Dials) -> dict[str, float]:
    body, subject = situation.body, situation.subject
    modes = body.offered.get("exposure_mode", BY_SLUG["exposure_mode"].values)
    return {
        "tripod": yes(situation.carried_by is Support.TRIPOD),
        "optical_finder": yes(body.finder is Finder.OPTICAL),
        "highlight_guard_offered": yes("highlight_guard" in body.patterns),
        "automatic_protection_offered": yes(body.protection_automatic),
        "spot_offered": yes("spot" in body.patterns),
        "autofocus": yes(situation.finds_by_itself),
        "fixed_focus": yes(situation.lens.fixed_m is not None),
        "focus_m": situation.focus_m,
        "detection_offered": yes(subject.detection.value in body.detects and situation.lens.autofocus),
        "zone_offered": yes(body.zone_focus),
        "manual_offered": yes("manual" in modes),
        "depth_mode_offered": yes("aperture_priority" in modes),
        "time_mode_offered": yes("shutter_priority" in modes),
        "one_aperture": yes(len(dials.aperture.positions()) == 1),
        "electronic_offered": yes(Shutter.ELECTRONIC in body.shutters),
        "mechanical_offered": yes(Shutter.MECHANICAL in body.shutters),
        "first_curtain_offered": yes(Shutter.FIRST_CURTAIN in body.shutters),
        "stabiliser_offered": yes(body.stabiliser_stops or situation.lens.stabiliser_stops),
        "steadiness_stops": stabiliser_stops(situation),
        "iso_given": yes(situation.person.iso_ceiling),
        "following_frames": float(situation.person.following_frames),
        "ceiling_frames": float(situation.person.ceiling_frames) if situation.person.iso_ceiling else 0.0,
        "iso_locked": yes(situation.locks.iso),
        "limits_only": yes(body.sets_iso_by_limits_only),
        "lag_s": RELEASE_LAG_S + 1 / (body.frames_per_second or 3.0),
        "burst_frames": float(BURST),
    }


@tells(
    half_size_px=Fact("a finished file of half the size", "px"),
    output_px=Fact("what the output shows", "px"),
    usual_both=Fact("this work usually wants a finished file too", "yes", "this work usually wants raw alone"),
    count=Fact("pictures due", "count"),
    deadline_h=Fact("time to delivery", "hours"),
    action_s=Fact("seconds of action in an outing", "s"),
    pressing=Fact("share of them with the button down", "percent"),
)
def _of_handling(situation: Situation) -> dict[str, float]:
    delivery = situation.delivery
    return {
        "half_size_px": situation.pixels_across * math.sqrt(HALF_SIZE),
        "output_px": situation.output_pixels,
        "usual_both": yes(situation.work.file is File.BOTH),
        "count": float(delivery.count or 0),
        "deadline_h": math.inf if delivery.deadline_h is None else delivery.deadline_h,
        "action_s": situation.subject.action_s,
        "pressing": situation.subject.pressing,
    }


OF_SITUATION = names_of(_of_light, _of_whites, _of_meter, _of_movement, _of_kit, _of_handling)
"""The facts that are so before anything is decided."""
