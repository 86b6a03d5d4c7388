"""Situation in, setup out: the one way through the room."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import combinations

import numpy as np

from craft.advice import numbers
from craft.advice.cautions import cautions_for
from craft.advice.choice import reasoned, school_for
from craft.advice.ladder import Automatics, Ladder, binding_of, brightness, concessions_of, hands_off, holds_until, rows_of, solve_ladder
from craft.advice.plan import Plan, plan_for
from craft.advice.schools import School
from craft.advice.setup import Focus, IsoLimits, Neighbour, Setup
from craft.advice.situation import Situation
from craft.advice.solver import Search, solve
from craft.advice.targets import Dials, image_speed
from craft.advice.terms import (
    Area,
    Decision,
    Detection,
    Drive,
    File,
    FocusMode,
    Intent,
    Mode,
    Pattern,
    Priority,
    Stabiliser,
    Support,
    White,
)
from craft.picture import movement, sharpness
from craft.scales.series import Dial, label, value_of

RATE_SHARE = {Drive.HIGH: 1.0, Drive.MEDIUM: 0.5, Drive.LOW: 0.25}
"""Share of the body's highest rate at each level (estimate: makers halve from level to level)."""


def advise(situation: Situation) -> Setup:
    """The whole setup for a situation, with its ladder and reasons.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow, and what is accepted.
    """
    plan = plan_for(situation)
    ladder = solve_ladder(plan)
    facts, schools, auto = _decide(plan, ladder)
    return _setup(plan, ladder, facts, schools, auto)


def _decide(plan: Plan, ladder: Ladder) -> tuple[dict[str, float], dict[Decision, School], Automatics]:
    """All decisions in order, each seeing the numbers of those before it."""
    situation = plan.situation
    x, n, s = (float(stops[ladder.now]) for stops in ladder.true_stops())
    facts = plan.facts | numbers.of_exposure(situation, plan.free, plan.asked, x, n, s, plan.facts)
    fixed = situation.fixed
    schools = {school.decision: school for school in plan.chosen}
    mode_school = school_for(Decision.EXPOSURE_MODE, facts, fixed)
    mode = Mode(mode_school.value[0])
    floats = not mode_school.holds and situation.locks.iso is None
    auto = _automatics(plan, ladder, mode, floats)
    free = plan.free
    facts |= {
        "floats": numbers.yes(floats),
        "floor_iso": free.iso.printed_at(auto.floor),
        "ceiling_iso": free.iso.printed_at(auto.ceiling),
        "limit_iso": free.iso.printed_at(free.iso.last),
        "slowest_s": free.time.printed_at(auto.slowest),
    }
    schools[Decision.EXPOSURE_MODE] = mode_school
    for decision in Decision:
        if decision not in schools:
            schools[decision] = school_for(decision, facts, fixed)
            if decision is Decision.DRIVE:
                facts["rate"] = facts["frames_per_second"] * RATE_SHARE.get(Drive(schools[decision].value[0]), 1.0)
    return facts, schools, auto


def _automatics(plan: Plan, ladder: Ladder, mode: Mode, floats: bool) -> Automatics:
    """ISO limits as positions: floor, ceiling (not under what is needed now), slowest time."""
    iso, time, q = plan.free.iso, plan.free.time, plan.per_stop
    now = int(ladder.found.iso[ladder.now])
    ceiling = max(now, iso.first + int(np.searchsorted(iso.stops, plan.asked.ceiling + 1e-9, side="right")) - 1)
    wanted = [t for t in (plan.asked.targets.freeze, plan.asked.shake) if t is not None and math.isfinite(t)]
    fastest = math.ceil(max(wanted) * q - 1e-9) if wanted else time.first
    slowest = min(max(fastest, time.first), int(ladder.found.time[ladder.now]))
    return Automatics(
        mode,
        floats,
        iso.first,
        max(k for k in iso.positions() if k <= max(ceiling, iso.first)),
        min(k for k in time.positions() if k >= slowest),
    )


def _setup(plan: Plan, ladder: Ladder, facts: dict[str, float], schools: dict[Decision, School], auto: Automatics) -> Setup:
    situation, now = plan.situation, ladder.now
    value = {decision: school.value for decision, school in schools.items()}
    shutter_s, aperture, iso = ladder.printed(now)
    drive = Drive(value[Decision.DRIVE][0])
    white = White(value[Decision.WHITE][0])
    bracketed = value[Decision.BRACKETING][0] == "set"
    return Setup(
        mode=auto.mode,
        shutter_s=shutter_s,
        aperture=aperture,
        iso=iso,
        compensation_ev=math.ceil(plan.offset * plan.per_stop - 0.5 - 1e-9) / plan.per_stop if auto.iso else 0.0,
        nd_stops=plan.nd,
        shutter=plan.shutter,
        iso_limits=IsoLimits(auto.iso, facts["floor_iso"], facts["ceiling_iso"], facts["slowest_s"] if auto.iso else None),
        pattern=Pattern(value[Decision.METERING][0]),
        policy=plan.policy,
        protection_stops=plan.protection,
        offset_ev=plan.offset,
        bracket_frames=int(facts["frames"]) if bracketed else 1,
        bracket_step_ev=facts["step_stops"] if bracketed else 0.0,
        white=white,
        kelvin=facts["kelvin"] if white is White.KELVIN else None,
        focus=_focus(situation, facts, value[Decision.FOCUS]),
        drive=drive,
        frames_per_second=facts["rate"] if drive in RATE_SHARE and situation.body.frames_per_second else None,
        stabiliser=Stabiliser(value[Decision.STABILISER][0]),
        file=File(value[Decision.FILE][0]),
        concessions=concessions_of(ladder),
        binding=binding_of(plan, ladder.found.binding(now)),
        holds_until=holds_until(ladder),
        hands_off=hands_off(ladder, auto),
        neighbours=neighbours(plan, ladder),
        ladder=rows_of(ladder, auto),
        decisions=tuple(reasoned(schools[d], facts, situation.fixed) for d in Decision),
        cautions=cautions_for(situation.genre, facts),
        release=locks_to_release(plan, ladder),
        blur_over_coc_stops=_blur_over_coc(plan, ladder),
        depth_reachable=plan.asked.depth_reachable,
        ev100=situation.light.ev100,
        lens_loss_stops=situation.light.ev100 - plan.key_ev,
        dials={
            axis.dial: tuple(axis.printed_at(k) for k in axis.positions()) for axis in (plan.free.time, plan.free.aperture, plan.free.iso)
        },
        facts=facts,
    )


def _focus(situation: Situation, facts: dict[str, float], value: tuple[str, ...]) -> Focus:
    """Mode and area as the school says; priority from how far the plane shifts while the shutter lags."""
    mode, area = FocusMode(value[0]), Area(value[1])
    offered = (*situation.body.areas, *(["tracking"] if situation.body.detects else []))
    if area is not Area.NONE and area.value not in offered:
        area = Area.ZONE if "zone" in offered else Area.POINT
    wanted = situation.subject.detection
    sees = facts["detection_offered"] == 1 and mode is not FocusMode.MANUAL
    shift, half = facts["plane_shift_m"], facts["half_depth_m"]
    priority = Priority.FOCUS if mode in (FocusMode.SINGLE, FocusMode.MANUAL) else Priority.RELEASE
    if priority is Priority.RELEASE and shift > half / 2:
        priority = Priority.FOCUS if shift > half else Priority.MIXED
    if facts["skill_quick"] and mode is FocusMode.MANUAL:
        priority = Priority.RELEASE
    far = facts["far_m"]
    return Focus(
        mode, area, priority, wanted if sees else Detection.OFF, situation.distance_m, facts["near_m"], None if math.isinf(far) else far
    )


def neighbours(plan: Plan, ladder: Ladder) -> tuple[Neighbour, ...]:
    """The picture one step away on every free dial, each way, and what that costs per intent."""
    now = ladder.now
    names = {"time": ladder.found.time, "aperture": ladder.found.aperture, "iso": ladder.found.iso}
    holds = []
    for name, positions in names.items():
        axis = getattr(plan.dials, name)
        there = axis.positions()
        k = there.index(int(positions[now]))
        for step, direction in ((-1, "lower"), (1, "higher")):
            if 0 <= k + step < len(there) and plan.exists(replace(plan.dials, **{name: axis.only(there[k + step])})):
                holds.append((axis.dial, there[k + step], direction))
    if not holds:
        return ()
    search = ladder.search or Search(plan.problem())
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
    """The fewest locks whose release leaves nothing out of reach; none if nothing is, or if it would not help."""
    if not ladder.found.out_of_reach[ladder.now]:
        return ()
    names = {"time": plan.situation.locks.shutter_s, "aperture": plan.situation.locks.aperture, "iso": plan.situation.locks.iso}
    held = [name for name, value in names.items() if value is not None]
    for size in range(1, len(held) + 1):
        for released in combinations(held, size):
            dials = Dials(**{n: getattr(plan.free if n in released else plan.dials, n) for n in names})
            if not solve(plan.problem(dials), np.array([plan.target])).out_of_reach[0]:
                return tuple(getattr(plan.free, name).dial for name in released)
    return ()


def _blur_over_coc(plan: Plan, ladder: Ladder) -> float:
    """Total blur at the far ends of the wanted depth, in stops over (+) or under (-) the circle of confusion."""
    situation = plan.situation
    x, n, _ = (float(stops[ladder.now]) for stops in ladder.true_stops())
    time, aperture = float(value_of(Dial.TIME, x)), float(value_of(Dial.APERTURE, n))
    near = situation.distance_m - situation.depth_m / 2
    disc = float(sharpness.defocus_disc_m(situation.focal_mm / 1000, aperture, situation.distance_m, near))
    speed = image_speed(situation) * time
    shake = 0.0
    if situation.carried_by is not Support.TRIPOD and plan.asked.shake is not None:
        shake = movement.LINE_TO_DISC * situation.coc_m * time / float(value_of(Dial.TIME, plan.asked.shake))
    blur = sharpness.total_blur_m(
        disc, math.hypot(speed, shake), sharpness.diffraction_sigma_m(aperture, situation.magnification), situation.body.sensor.pitch_m
    )
    return float(np.log2(blur / situation.coc_m))


def shortfall_words(setup: Setup) -> str:
    """One sentence on locks that leave a shortfall, or an empty one.

    Says which fewest locks to release.
    """
    if not setup.release:
        return ""
    names = {
        Dial.TIME: label(Dial.TIME, setup.shutter_s),
        Dial.APERTURE: label(Dial.APERTURE, setup.aperture),
        Dial.ISO: f"ISO {label(Dial.ISO, setup.iso)}",
    }
    return "Held values leave a shortfall; release " + " and ".join(names[dial] for dial in setup.release) + " to lift it."
