"""Situation in, setup out: the one way through the room."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from functools import partial
from itertools import combinations

import numpy as np

from craft.decisions.facts import Facts, say
from craft.decisions.numbers import merge_step
from craft.decisions.reasons import reasoned
from craft.decisions.schools import DECISIONS
from craft.decisions.schools.bracketing import BRACKETING
from craft.decisions.schools.drive import DRIVE
from craft.decisions.schools.file import FILE
from craft.decisions.schools.focus import FOCUS
from craft.decisions.schools.metering import METERING
from craft.decisions.schools.range import RANGE
from craft.decisions.schools.stabiliser import STABILISER
from craft.decisions.schools.white import WHITE
from craft.exposure.bounds import Dials
from craft.exposure.comfort import comfort_iso
from craft.exposure.flash import Lit, aim_of, given_stops, reach_m, stands_m, turned_down
from craft.exposure.solver import search_of, solve
from craft.optics import sharpness
from craft.programs.replay import Program
from craft.scales.series import Dial, label, printed, value_of
from craft.scene.imaged import hand_speed, image_speed, lens_loss_stops
from craft.scene.situation import Situation
from craft.setup.course import Course
from craft.setup.deciding.following import area_of, areas_that_do, detection_of, priority_of
from craft.setup.deciding.own_values import preset_words
from craft.setup.deciding.ranging import on_the_scale
from craft.setup.saying.cautions import cautions_for
from craft.setup.saying.notes import darker_words, notes_for
from craft.setup.setup import (
    Bracketing,
    DriveAndRate,
    Exposure,
    FlashTaken,
    Focus,
    FurtherTaken,
    InFocus,
    IsoLimits,
    LightUsed,
    Merge,
    Metering,
    Neighbour,
    Power,
    Range,
    Setup,
    Spot,
    TakenForGranted,
    WhiteBalance,
)
from craft.setup.solving.ladder import Ladder, binding_of, brightness, concessions_of, holds_until, keeps_to_it, left_alone, rows_of
from craft.setup.solving.plan import Plan, let_go, whole_dials
from craft.setup.steps import decided
from craft.setup.twelve import runs
from craft.setup.zone import zone_of
from craft.tones.tonemap import map_of
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.terms import (
    AimMotion,
    Area,
    Detection,
    Drive,
    File,
    FlashAim,
    FlashLights,
    FlashRole,
    FocusMode,
    Intent,
    Pattern,
    Priority,
    RangeMove,
    Stabiliser,
    Support,
    White,
)


def advise(situation: Situation, simulated: bool = False) -> Setup:
    """The whole setup for a situation, with its ladder and reasons; simulated: with focus that follows as a simulation finds best.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow, and what is accepted.

    >>> advise(situation()).exposure.shutter_s, advise(situation()).exposure.iso
    (0.0025, 160.0)
    """
    return _setup(decided(situation, simulated))


STRONG_STOPS = 4.0
"""Stops beyond what one frame holds from which a merge is pulled together as strongly as the body can (an estimate)."""


def _merge(course: Course) -> Merge:
    """A merge as the body names it: its step, as strong as the span asks, lined up where a hand holds the body; what was set by hand stands."""
    situation, facts, hand = course.situation, course.told, course.wishes.of(BRACKETING)
    step, _ = merge_step(situation.body, facts["span_excess_stops"], hand.get("merge"))
    levels = [str(value) for value in situation.body.traits.offered.get("merge_strength", BY_SLUG["merge_strength"].values)]
    share = min(1.0, facts["span_excess_stops"] / STRONG_STOPS)
    strength = str(hand.get("merge_strength", levels[min(len(levels) - 1, int(share * len(levels)))]))
    return Merge(step, strength, situation.carried_by is not Support.TRIPOD)


def _setup(course: Course) -> Setup:
    situation, plan, ladder, facts = course.situation, course.planned, course.solved, course.told
    auto, now = course.automatics, ladder.now
    return Setup(
        exposure=_exposure(course),
        shutter_type=plan.shutter,
        iso_limits=_limits(course, auto),
        metering=_metering(course),
        range=_range(course),
        bracketing=_bracketing(course),
        flash=_flash(course),
        white=_white(course),
        focus=_focus(course),
        zone=zone_of(plan, ladder) if course.value(FOCUS, 1) == Area.NONE.value and not facts["stars"] else None,
        drive=DriveAndRate(Drive(course.value(DRIVE)), facts["rate"] if facts["frames_follow"] else None),
        series=course.series,
        stabiliser=Stabiliser(course.value(STABILISER)),
        file=File(course.value(FILE)),
        light=LightUsed(plan.key_ev + lens_loss_stops(situation), lens_loss_stops(situation), facts["holds_stops"], situation.flicker_hz),
        taken=_taken_for_granted(situation),
        concessions=concessions_of(ladder),
        binding=binding_of(plan, ladder.found.binding(now)),
        holds_until=holds_until(ladder),
        hands_off=keeps_to_it(ladder, left_alone(ladder, auto)),
        decisions=tuple(reasoned(course.taken[d], facts) for d in DECISIONS.values()),
        settled={slug: part for choice in course.taken.values() for slug, part in zip(choice.decision.sets, choice.value, strict=False)},
        why=course.followed.why if course.followed else {},
        pursuit=course.followed,
        unused=course.unused,
        cautions=cautions_for(situation.genre, facts),
        notes=notes_for(plan, ladder, course.series, facts, course.taken[RANGE].by_hand),
        release=locks_to_release(plan, ladder),
        sharpness_stops=_blur_over_coc(plan, ladder),
        depth_reachable=plan.asked.depth_reachable,
        dials=_printed(whole_dials(situation, plan.shutter)),
        step_ev=1 / plan.per_stop,
        facts=facts,
        levels=partial(rows_of, ladder, auto),
        steps=partial(neighbours, plan, ladder),
        sequence=partial(runs, course),
    )


def _taken_for_granted(situation: Situation) -> TakenForGranted:
    near, far = situation.band
    moves = situation.speed_m_s, math.degrees(situation.angle_rad), situation.limb_m_s, situation.followed
    light = situation.light
    tones = light.below, light.above, light.kelvin
    return TakenForGranted(situation.focal_mm, situation.distance_m, *moves, near, None if math.isinf(far) else far, *tones)


def _exposure(course: Course) -> Exposure:
    plan, ladder, facts = course.planned, course.solved, course.told
    shutter_s, aperture, iso = ladder.printed(ladder.now)
    return Exposure(
        mode=course.mode,
        shutter_s=shutter_s,
        aperture=aperture,
        iso=iso,
        compensation_ev=on_the_scale(facts["correct_stops"], course.situation.body) if facts["meters"] else 0.0,
        meters=bool(facts["meters"]),
        darker_stops=facts["darker_stops"],
        darker_words=darker_words(plan, ladder, facts, course.taken[RANGE].by_hand),
        nd_stops=plan.nd,
        glass_stops=plan.filter.glass,
    )


def _limits(course: Course, auto: Program) -> IsoLimits:
    facts = course.told
    slowest = facts["slowest_s"] if facts["slowest_used"] else None
    return IsoLimits(auto.floats, facts["floor_iso"], facts["ceiling_iso"], slowest, comfort_iso(course.situation))


def _metering(course: Course) -> Metering:
    pattern = Pattern(course.value(METERING))
    return Metering(pattern, _spot(course.planned, course.told) if pattern is Pattern.SPOT else None)


def _range(course: Course) -> Range:
    plan = course.planned
    return Range(plan.policy, plan.protection, RangeMove.BY_ITSELF.value in course.taken[RANGE].value, plan.offset)


def _bracketing(course: Course) -> Bracketing:
    plan, facts = course.planned, course.told
    merge = _merge(course) if facts["merging"] else None
    frames, step = (plan.bracket.frames, plan.bracket.step_ev) if plan.bracket else (1, 0.0)
    return Bracketing(frames, step, _times(plan, course.solved), merge)


def _flash(course: Course) -> FlashTaken | None:
    """The flash as it takes part, if one does."""
    situation, facts, lit = course.situation, course.told, course.planned.lit
    if lit.role is FlashRole.NONE:
        return None
    flash, known, further = lit.flash, bool(facts["flash_known"]), _further(course, lit)
    return FlashTaken(
        role=lit.role,
        name=flash.name if flash else "",
        aim=aim_of(situation, flash) if flash else FlashAim.DIRECT,
        distance_m=stands_m(situation, flash) if flash else situation.distance_m,
        power=facts["flash_power"] if known else 0.0,
        power_words=say(facts["flash_power"], "power") if known else "",
        lacks_stops=facts["flash_lacks_stops"],
        reach_m=facts["flash_reach_m"] if flash else None,
        room_under_stops=facts["room_under_stops"],
        gives_stops=facts["flash_gives_stops"],
        together_stops=_together(facts, further),
        loss_stops=facts["flash_loss_stops"],
        recycle_s=facts["recycle_s"],
        burns_s=facts["flash_burns_s"] if flash else None,
        gel_mired=facts["gel_warm_mired"],
        powers=_powers(course) if known else (),
        further=further,
    )


def _together(facts: Facts, further: Sequence[FurtherTaken]) -> float:
    """All light on the subject, over the metered exposure."""
    also = [one.gives_stops for one in further if one.lights is FlashLights.SUBJECT]
    return math.log2(sum(2**stops for stops in (facts["flash_gives_stops"], -facts["room_under_stops"], *also)))


def _further(course: Course, lit: Lit) -> tuple[FurtherTaken, ...]:
    """The flashes beside it: each gives so much less than the one that leads, as far as its power goes."""
    facts, narrower = course.told, _narrower(course)
    leads, out = facts["flash_gives_stops"], []
    for one in lit.beside:
        use, power, wanting = one.use, 0.0, 0.0
        gives = leads - use.under_stops
        if not lit.metered:
            asked = lit.share_of(one, narrower, facts["flash_loss_stops"])
            power = turned_down(one.flash, asked)
            wanting = math.log2(asked / power)
            gives = given_stops(lit.role) + lit.of_all - use.under_stops - wanting
        words = say(power, "power") if power else ""
        ends = max(0.0, wanting), max(0.0, -wanting)
        out.append(FurtherTaken(one.flash.name, use.lights, one.aim, one.from_m, use.under_stops, power, words, *ends, gives))
    return tuple(out)


def _narrower(course: Course) -> float:
    """n - s in stops of the exposure that is taken."""
    _, n, s = (float(stops[course.solved.now]) for stops in course.solved.true_stops())
    return n - s


def _powers(course: Course) -> tuple[Power, ...]:
    """The flash's powers by halves, and how far each reaches as the exposure stands."""
    lit, facts = course.planned.lit, course.told
    narrower = _narrower(course)
    halves = round(-math.log2(lit.flash.lowest_share)) if lit.flash else 0
    loss = facts["flash_loss_stops"]
    return tuple(Power(say(2**-k, "power"), 2**-k, reach_m(lit, course.situation, narrower, loss + k)) for k in range(halves + 1))


def _white(course: Course) -> WhiteBalance:
    mode = White(course.value(WHITE))
    return WhiteBalance(mode, course.told["kelvin_set"] if mode is White.KELVIN else None)


def _printed(dials: Dials) -> dict[Dial, tuple[float, ...]]:
    """The values of each dial as the body prints them."""
    return {axis.dial: tuple(axis.printed_at(k) for k in axis.positions()) for axis in (dials.time, dials.aperture, dials.iso)}


SAME_TONE = 0.05
"""Stops between a tone of the frame and the brightest that must hold under which it is that one."""


def _spot(plan: Plan, facts: Facts) -> Spot:
    """Where the spot is pointed, how far over the middle its reading is placed, and what holds it."""
    holds = facts["holds_stops"]
    named = (one for one in map_of(plan.situation).named if abs(one.ev - holds) < SAME_TONE)
    at = next((one.name for one in named), "the brightest tone that must hold")
    held = "exposure lock, then recompose" if facts["meters"] else "set time, aperture and ISO by it, then leave them"
    return Spot(at, facts["place_stops"], held)


def _times(plan: Plan, ladder: Ladder) -> tuple[float, ...]:
    """Times of the frames of a set in its order of time, shortest first, as the body prints them."""
    if plan.bracket is None:
        return ()
    x, q = float(ladder.true_stops()[0][ladder.now]), plan.per_stop
    half = (plan.bracket.frames - 1) / 2
    steps = (x + (half - k) * plan.bracket.step_ev for k in range(plan.bracket.frames))
    return tuple(printed(Dial.TIME, round(stops * q) / q, q) for stops in steps)


def _focus(course: Course) -> Focus:
    """Mode and area as the way says, what follows as it was found, and what this aperture gives of depth."""
    situation, facts, followed = course.situation, course.told, course.followed
    mode = FocusMode(course.value(FOCUS))
    area = area_of(situation, Area(course.value(FOCUS, 1)))
    priority, far = priority_of(course, mode)[0], facts["far_m"]
    if followed:
        area, priority = Area(followed.way.area), Priority(followed.way.priority)
    preset, words = preset_words(followed.way.values, situation.body.traits) if followed else ("", "")
    return Focus(
        mode=mode,
        area=area,
        priority=priority,
        detection=Detection.OFF if followed and not followed.way.looks else detection_of(course, mode)[0],
        hold=followed.way.hold if followed else "",
        path=followed.way.path if followed else "",
        switching=followed.way.switching if followed else "",
        preset=preset,
        preset_words=words,
        areas=areas_that_do(followed.found) if followed else (),
        distance_m=situation.focus_m,
        near_m=facts["near_m"],
        far_m=None if math.isinf(far) else far,
        following=_in_focus(course),
    )


def _in_focus(course: Course) -> InFocus | None:
    """What focusing on something that moves comes to, once it is simulated."""
    facts = course.told
    if not facts["focus_asked"]:
        return None
    simulated = int(facts["simulated"])
    cull = facts["shots"] * (1 - facts["in_focus_share"]) if simulated else 0.0
    minutes = cull * (DRIVE.desk.minutes if DRIVE.desk else 0.0)
    return InFocus(simulated, facts["in_focus"], facts["in_focus_off"], facts["fired"], facts["gap_s"], cull, minutes)


def neighbours(plan: Plan, ladder: Ladder) -> tuple[Neighbour, ...]:
    """The picture one step away on every free dial, each way, and what that costs per intent.

    >>> one = course()
    >>> [(n.dial.value, n.direction) for n in neighbours(one.planned, one.solved)][:2]
    [('shutter_s', 'lower'), ('shutter_s', 'higher')]
    """
    now = ladder.now
    names = {"time": ladder.found.time, "aperture": ladder.found.aperture, "iso": ladder.found.iso}
    anything = not plan.situation.body.only_with
    holds = []
    for name, positions in names.items():
        axis = getattr(plan.dials, name)
        there = axis.positions()
        k = there.index(int(positions[now]))
        for step, direction in ((-1, "lower"), (1, "higher")):
            if 0 <= k + step < len(there) and (anything or plan.exists(replace(plan.dials, **{name: axis.only(there[k + step])}))):
                holds.append((axis.dial, there[k + step], direction))
    if not holds:
        return ()
    search = ladder.search or search_of(plan.problem())
    found = search.held(plan.target, [(dial, position) for dial, position, _ in holds])
    at = Ladder(plan, np.zeros(len(holds), dtype=np.int64), found)
    over = brightness(plan, found, at.offsets)
    return tuple(
        Neighbour(
            dial,
            direction,
            *at.printed(k),
            float(over[k]),
            {intent: float(found.gave[intent][k] - ladder.found.gave[intent][now]) for intent in Intent},
        )
        for k, (dial, _, direction) in enumerate(holds)
    )


def locks_to_release(plan: Plan, ladder: Ladder) -> tuple[Dial, ...]:
    """The fewest locks whose release leaves nothing out of reach; none if nothing is, or if it would not help.

    >>> one = course()
    >>> locks_to_release(one.planned, one.solved)
    ()
    """
    if not ladder.found.out_of_reach[ladder.now]:
        return ()
    names = {"time": plan.situation.locks.shutter_s, "aperture": plan.situation.locks.aperture, "iso": plan.situation.locks.iso}
    held = [name for name, value in names.items() if value is not None]
    free = let_go(plan)
    for size in range(1, len(held) + 1):
        for released in combinations(held, size):
            dials = Dials(**{n: getattr(free if n in released else plan.dials, n) for n in names})
            if not solve(plan.problem(dials), np.array([plan.target])).out_of_reach[0]:
                return tuple(getattr(plan.free, name).dial for name in released)
    return ()


def _blur_over_coc(plan: Plan, ladder: Ladder) -> float:
    """Total blur at the worse end of the wanted depth, in stops over (+) or under (-) the circle of confusion."""
    situation = plan.situation
    x, n, _ = (float(stops[ladder.now]) for stops in ladder.true_stops())
    time, aperture = float(value_of(Dial.TIME, x)), float(value_of(Dial.APERTURE, n))
    disc = float(max(sharpness.defocus_disc_m(situation.focal_mm / 1000, aperture, situation.focus_m, situation.band)))
    followed = situation.followed if situation.aim_motion is AimMotion.FREEZE else 1.0
    speed = followed * image_speed(situation) * time
    shake = 0.0 if situation.carried_by is Support.TRIPOD else hand_speed(situation) * time
    blur = sharpness.total_blur_m(
        disc, math.hypot(speed, shake), sharpness.diffraction_sigma_m(aperture, situation.magnification), situation.body.sensor.pitch_m
    )
    return float(np.log2(blur / situation.coc_m))


def shortfall_words(setup: Setup) -> str:
    """One sentence on locks that leave a shortfall, or an empty one.

    Says which fewest locks to release.

    >>> shortfall_words(advised())
    ''
    """
    if not setup.release:
        return ""
    names = {
        Dial.TIME: label(Dial.TIME, setup.exposure.shutter_s),
        Dial.APERTURE: label(Dial.APERTURE, setup.exposure.aperture),
        Dial.ISO: f"ISO {label(Dial.ISO, setup.exposure.iso)}",
    }
    return "Held values leave a shortfall; release " + " and ".join(names[dial] for dial in setup.release) + " to lift it."
