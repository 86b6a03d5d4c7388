"""What a situation asks of each dial, in stops, and how far its concessions run."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from craft.errors import CraftError
from craft.exposure.bounds import Dials, number
from craft.exposure.solver import Rung, Targets
from craft.kit.body import Sensor
from craft.kit.dials import Axis
from craft.optics import movement, sharpness
from craft.scales.series import Dial, exact_stops, stops_of
from craft.scene.imaged import PAN_RESIDUE, base_stops, hand_speed, image_speed, limb_speed, others_speed, output_gain
from craft.scene.once import once
from craft.scene.situation import Concession, Situation
from craft.sensor import noise
from craft.sensor.noise import SHADOW_SHARE
from craft.vocabulary.terms import AimDepth, AimMotion, Intent, Limit, Support

LIMBS, SMEAR = 2.0, 4.0
"""Blur, in circles of confusion, that limbs may show and still look frozen at a normal distance, and at which a
moving person is still a person (estimates from what practitioners keep)."""

NARROWEST = 16.0
"""f-number in 36 mm terms past which nobody goes for depth: diffraction takes more than it gives."""

SERIES_FRAME_S = 30.0
"""Usual frame of a series of stars: longer ones warm the sensor, shorter ones leave more gaps (15 to 60 s in practice);
and the school that takes all of it in one frame instead."""

LEAST_COMFORT_STOPS = 3.0
"""The comfort ceiling is never less than three stops over base: people use their bodies that far."""

ACCEPTED_LIMITS = {
    Intent.DEPTH: (Limit.SPARE, Limit.F4, Limit.WIDEST, Limit.BODY_LIMIT),
    Intent.SEPARATION: (Limit.BODY_LIMIT,),
    Intent.FREEZE: (Limit.SPARE, Limit.SMEAR, Limit.SHAKE, Limit.TRAIL, Limit.BODY_LIMIT),
    Intent.SHAKE: (Limit.TRAIL, Limit.BODY_LIMIT),
    Intent.MOTION_BLUR: (Limit.BODY_LIMIT,),
    Intent.ISO: (Limit.CEILING, Limit.BODY_LIMIT),
    Intent.NOISE: (Limit.CEILING, Limit.BODY_LIMIT),
    Intent.BRIGHTNESS: (),
}
"""Which named limits an intent can run to."""


@dataclass(frozen=True, slots=True)
class Asked:
    """Everything asked of the dials, in stops.

    targets: what is weighed; need: time that freezes, without what is taken beyond need; body, limbs: which
    each of them asks; smear, shake, trail: times by which to name limits; None when they do not apply;
    deepest: aperture that the depth needs, likewise without what is beyond need; ceiling, comfort: ISO in
    stops; depth_reachable: whether the circle of confusion can be met.
    """

    targets: Targets
    need: float | None
    body: float | None
    limbs: float | None
    smear: float | None
    shake: float | None
    trail: float | None
    deepest: float | None
    ceiling: float
    comfort: float
    n_best: float
    depth_reachable: bool


def _stops(dial: Dial, value: float) -> float:
    if value <= 0 or math.isinf(value):
        return -math.inf
    return stops_of(dial, value)


def shake_stops(situation: Situation) -> float | None:
    """Longest time that shake alone allows, as x; None on a tripod.

    >>> round(shake_stops(situation(support=Support.HANDHELD)), 2), shake_stops(situation(support=Support.TRIPOD))
    (7.38, None)
    """
    if situation.carried_by is Support.TRIPOD:
        return None
    return _stops(Dial.TIME, float(movement.time_for_blur_s(hand_speed(situation), situation.coc_m)))


def trail_stops(situation: Situation, aperture: float) -> float | None:
    """Longest time for round stars by the NPF rule at an f-number, as x; None when stars are not the subject.

    >>> trail_stops(situation(), 2.8) is None
    True
    """
    if not situation.subject.sky:
        return None
    limit = movement.trail_limit_npf_s(
        aperture, situation.focal_mm, situation.body.sensor.pitch_m * 1e6, math.radians(situation.motion.declination_deg)
    )
    return _stops(Dial.TIME, float(limit))


@once
def wanted_blur_s(situation: Situation) -> float:
    """Time in which the subject draws the wanted blur, in seconds; infinite for what keeps still.

    >>> from craft.scene.situation import Aims
    >>> round(wanted_blur_s(situation(aims=Aims(motion=AimMotion.BLUR))), 4)
    0.0228
    """
    speed = image_speed(situation)
    return situation.subject.blur_share * situation.used_mm[0] / 1000 / speed if speed > 0 else math.inf


def frame_s(situation: Situation, wanted_s: float) -> float:
    """Time of one frame of a blur that takes so long: of trails the usual frame of a series, else all of it.

    >>> frame_s(situation(), 0.25)
    0.25
    """
    in_series = situation.subject.sky and not situation.in_one_go
    return min(wanted_s, SERIES_FRAME_S, situation.body.longest_s) if in_series else wanted_s


@dataclass(frozen=True, slots=True)
class Movement:
    """Times as x: what body and limbs ask, where people smear, and the shortest that draws the wanted blur."""

    body: float | None = None
    limbs: float | None = None
    smear: float | None = None
    blur: float | None = None

    @property
    def need(self) -> float | None:
        """The shorter of the two."""
        asks = [x for x in (self.body, self.limbs) if x is not None]
        return max(asks, default=None)


@once
def movement_of(situation: Situation) -> Movement:
    """What the subject's movement asks of the time.

    >>> round(movement_of(situation()).need, 2)
    8.53
    """
    speed, limb = image_speed(situation), limb_speed(situation)
    aim = situation.aim_motion
    blur = None
    if aim is not AimMotion.FREEZE and speed > 0:
        blur = _stops(Dial.TIME, frame_s(situation, wanted_blur_s(situation)))
    if aim is AimMotion.BLUR:
        return Movement(blur=blur)
    left = (PAN_RESIDUE if aim is AimMotion.PAN else situation.followed) * speed

    def longest(image_speed: float, circles: float) -> float | None:
        if image_speed <= 0:
            return None
        return _stops(Dial.TIME, float(movement.time_for_blur_s(image_speed, circles * situation.coc_m)))

    if aim is AimMotion.PAN:
        return Movement(longest(left, 1.0), None, longest(left, SMEAR), blur)
    whole, still_s = max(left, others_speed(situation)), situation.subject.holds_still_s
    asks = [x for x in (longest(whole, 1.0), None if still_s is None else _stops(Dial.TIME, still_s)) if x is not None]
    return Movement(max(asks, default=None), longest(limb, LIMBS), longest(whole, SMEAR), blur)


def _in_36_terms(situation: Situation, aperture: float) -> float:
    """Stops of an f-number that is given in 36 mm terms."""
    return _stops(Dial.APERTURE, aperture / situation.crop)


def _depth(situation: Situation, aperture: Axis) -> tuple[tuple[float, float], bool]:
    """Widest and narrowest aperture that the depth needs, in stops; never narrower than practitioners go."""
    near, far = situation.band
    pitch = situation.body.sensor.pitch_m
    low, high, reachable = sharpness.aperture_interval(situation.focal_mm / 1000, situation.focus_m, near, far, situation.coc_m, pitch)
    end = _in_36_terms(situation, NARROWEST)
    ends = (
        min(max(_stops(Dial.APERTURE, low), _in_36_terms(situation, situation.subject.least_aperture)), end),
        min(_stops(Dial.APERTURE, high), end),
    )
    if ends[1] < ends[0]:
        ends = ends[0], ends[0]
    if not reachable and low <= 0:
        ends = aperture.lowest, aperture.lowest
    return ends, reachable and _stops(Dial.APERTURE, low) <= end


def _spares(situation: Situation) -> tuple[bool, bool]:
    """Whether time and depth beyond need are on the list of what gives."""
    listed = {concession.intent for concession in situation.rungs if concession.to is Limit.SPARE}
    return Intent.FREEZE in listed, Intent.DEPTH in listed


def comfort_stops(situation: Situation, iso: Axis) -> float:
    """Highest ISO on the dial at which mid-tone and shadow keep their signal to noise, in stops.

    >>> from craft.kit.dials import iso_axis
    >>> axis = iso_axis(BODY)
    >>> round(comfort_stops(situation(), axis), 2)
    6.0
    """
    bar, below = situation.person.noise_bar, situation.light.below
    return _comfort(situation.body.sensor, iso, base_stops(situation), output_gain(situation), bar, below)


@lru_cache(maxsize=64)
def _comfort(sensor: Sensor, iso: Axis, base: float, gain: float, bar: float, below: float) -> float:
    fine = noise.comfortable(sensor, iso.stops, base, gain, bar, below).astype(bool)
    least = iso.stops <= base + LEAST_COMFORT_STOPS + 1e-9
    fine = (fine | least) & iso.exists
    return float(iso.stops[fine][-1]) if fine.any() else iso.lowest


def comfort_end(situation: Situation, iso: Axis, comfort: float) -> str:
    """What makes the comfort ceiling: ``end`` of the dial, the ``tone`` or the ``shadow`` that a step more would take under its bar, or
    that it is the ``least`` there is.

    >>> from craft.kit.dials import iso_axis
    >>> axis = iso_axis(BODY)
    >>> comfort_end(situation(), axis, comfort_stops(situation(), axis))
    'shadow'
    """
    bar, below = situation.person.noise_bar, situation.light.below
    return _comfort_end(situation.body.sensor, iso, base_stops(situation), output_gain(situation), bar, below, comfort)


@lru_cache(maxsize=64)
def _comfort_end(sensor: Sensor, iso: Axis, base: float, gain: float, bar: float, below: float, comfort: float) -> str:
    higher = iso.stops[iso.exists & (iso.stops > comfort + 1e-9)]
    if not len(higher):
        return "end"

    def keeps(at: float, tone: float, least: float) -> bool:
        return float(noise.snr_of_metered_tone(sensor, at, base, tone, gain)) >= least

    if not keeps(comfort, 0.0, bar) or not keeps(comfort, -below, bar * SHADOW_SHARE):
        return "least"
    return "shadow" if keeps(float(higher[0]), 0.0, bar) else "tone"


def ceiling_stops(situation: Situation, iso: Axis, comfort: float) -> float:
    """The ceiling in stops: set by hand or the person's, held to the dial, else the comfort ceiling.

    >>> from craft.kit.dials import iso_axis
    >>> axis = iso_axis(BODY)
    >>> ceiling_stops(situation(), axis, 5.0), round(ceiling_stops(situation(person=Person(iso_ceiling=1600)), axis, 5.0), 2)
    (5.0, 4.0)
    """
    own = number(situation, "iso_ceiling") or situation.person.iso_ceiling
    if own is None:
        return comfort
    wanted = exact_stops(Dial.ISO, own, situation.body.per_stop)
    there = iso.stops[iso.exists & (iso.stops <= wanted + 1e-9)]
    return float(there[-1]) if len(there) else iso.lowest


def ask(situation: Situation, dials: Dials) -> Asked:
    """All targets of a situation on its dials, with ISO's floor at the start of the ISO axis.

    >>> from craft.setup.solving.plan import free_dials
    >>> asked = ask(situation(), free_dials(situation(), BODY.shutters[0], 0.0))
    >>> round(asked.need, 2), round(asked.shake, 2), asked.depth_reachable
    (8.53, 5.38, True)
    """
    moves = movement_of(situation)
    need = moves.need
    spare_time, spare_depth = _spares(situation)
    spare = situation.subject.spare_time_stops if spare_time and situation.aim_motion is AimMotion.FREEZE else 0.0
    freeze = None if need is None else need + spare
    shake = shake_stops(situation)
    (deepest, narrowest), reachable = _depth(situation, dials.aperture)
    depth = (deepest, narrowest)
    if spare_depth:
        depth = (max(deepest, _in_36_terms(situation, situation.subject.spare_aperture)), narrowest)
    separation = None
    widest = dials.aperture.lowest
    best = widest + 2.0
    if situation.aim_depth is AimDepth.SHALLOW:
        disc = situation.subject.background_share * situation.used_mm[1] / 1000
        separation = _stops(Dial.APERTURE, sharpness.separation_aperture(situation.focal_mm / 1000, situation.focus_m, math.inf, disc))
        best = min(best, separation)
    else:
        best = float(np.clip(best, depth[0], max(depth)))
    comfort = comfort_stops(situation, dials.iso)
    weighed = any(rung.intent is Intent.NOISE for rung in situation.rungs)
    targets = Targets(
        iso=dials.iso.lowest,
        freeze=freeze,
        shake=shake,
        motion_blur=moves.blur,
        depth=None if separation is not None else (depth[0], max(depth)),
        separation=separation,
        noise=comfort if weighed else None,
    )
    return Asked(
        targets,
        need,
        moves.body,
        moves.limbs,
        moves.smear,
        shake,
        trail_stops(situation, float(np.exp2(widest / 2))),
        None if separation is not None else deepest,
        ceiling_stops(situation, dials.iso, comfort),
        comfort,
        best,
        reachable,
    )


def _run(concession: Concession, asked: Asked, dials: Dials) -> float:
    """How far a named limit lets an intent give in all, in stops; infinite for the dial's end."""
    asks, intent, to = asked.targets, concession.intent, concession.to
    if intent in (Intent.ISO, Intent.NOISE):
        start = asks.iso if intent is Intent.ISO else asks.noise
        return 0.0 if start is None else (asked.ceiling if to is Limit.CEILING else dials.iso.highest) - start
    if intent is Intent.DEPTH:
        if asks.depth is None or asked.deepest is None:
            return 0.0
        ends = {Limit.SPARE: asked.deepest, Limit.F4: max(4.0, dials.aperture.lowest)}
        return asks.depth[0] - ends.get(to, dials.aperture.lowest) if to else 0.0
    if intent is Intent.SEPARATION and asks.separation is not None:
        return dials.aperture.highest - asks.separation
    if intent is Intent.MOTION_BLUR and asks.motion_blur is not None:
        return dials.time.highest - asks.motion_blur
    start = asks.freeze if intent is Intent.FREEZE else asks.shake
    if start is None or intent not in (Intent.FREEZE, Intent.SHAKE):
        return 0.0
    smear = asked.need if asked.smear is None else asked.smear
    named = {Limit.SPARE: asked.need, Limit.SMEAR: smear, Limit.SHAKE: asked.shake, Limit.TRAIL: asked.trail}.get(to) if to else None
    return start - (dials.time.lowest if named is None else named)


def rungs_of(situation: Situation, asked: Asked, dials: Dials, darkened: float = 0.0, cap: float = math.inf) -> tuple[Rung, ...]:
    """The concessions with their shares in stops.

    darkened : stops that the offset already takes from brightness; the rungs of brightness give so much less.
    cap : what offset and rungs may come to together; a list of the person's own is not capped.

    Raises
    ------
    CraftError : a limit that the intent cannot run to.

    >>> from craft.setup.steps import exposed
    >>> plan = exposed(situation()).planned
    >>> [(rung.intent.value, round(rung.share, 2)) for rung in rungs_of(situation(), plan.asked, plan.free)][:2]
    [('freeze', 1.0), ('depth', 0.0)]
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
        if concession.intent is Intent.BRIGHTNESS:
            taken = min(darkened, share)
            darkened, share = darkened - taken, share - taken
            if concession.up_to_stops is not None and situation.concessions is None:
                share, cap = min(share, cap), cap - min(share, cap)
        rungs.append(Rung(concession.intent, round(share, 9), concession.to))
    return tuple(rungs)
