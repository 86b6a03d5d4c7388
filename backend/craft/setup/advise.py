"""Situation in, setup out: the one way through the room."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import replace
from itertools import combinations

import numpy as np

from craft.decisions import numbers, solved
from craft.decisions.choice import reasoned, school_for
from craft.decisions.facts import Fact, Facts, tells, yes
from craft.decisions.schools import DECISIONS, Decision, School
from craft.decisions.schools.bracketing import BRACKETING
from craft.decisions.schools.drive import DRIVE
from craft.decisions.schools.exposure_mode import EXPOSURE_MODE
from craft.decisions.schools.file import FILE
from craft.decisions.schools.focus import FOCUS
from craft.decisions.schools.iso_limits import ISO_LIMITS
from craft.decisions.schools.metering import METERING
from craft.decisions.schools.range import RANGE
from craft.decisions.schools.stabiliser import STABILISER
from craft.decisions.schools.white import WHITE
from craft.exposure.bounds import Dials, number
from craft.exposure.solver import search_of, solve
from craft.exposure.targets import hand_speed, image_speed, wanted_blur_s
from craft.optics import sharpness
from craft.scales.series import MATCH_STOPS, Dial, exact_stops, label, printed, value_of
from craft.scene.situation import Situation
from craft.setup.cautions import cautions_for
from craft.setup.ladder import Automatics, Ladder, binding_of, brightness, concessions_of, hands_off, holds_until, rows_of, solve_ladder
from craft.setup.notes import darker_stops, darker_words, notes_for
from craft.setup.plan import Plan, let_go, whole_dials
from craft.setup.planning import plan_for
from craft.setup.series import Series, series_for
from craft.setup.setup import Focus, IsoLimits, Merge, Neighbour, Setup, Spot
from craft.setup.zone import zone_of
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.terms import (
    AimMotion,
    Area,
    Detection,
    Drive,
    File,
    FocusMode,
    Intent,
    Mode,
    Pattern,
    Priority,
    RangeMove,
    Stabiliser,
    Support,
    White,
)

RATE_SHARE = {Drive.HIGH: 1.0, Drive.MEDIUM: 0.5, Drive.LOW: 0.25}
"""Share of the body's highest rate at each level (estimate: makers halve from level to level)."""

WAITING = "release_or_focus"
"""The habit whose answer is the priority of a person who has one."""


def advise(situation: Situation) -> Setup:
    """The whole setup for a situation, with its ladder and reasons.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow, and what is accepted.
    """
    plan = plan_for(situation)
    ladder = solve_ladder(plan)
    series = series_for(situation, ladder.printed(ladder.now)[0])
    facts, schools, auto = _decide(plan, ladder, series)
    return _setup(plan, ladder, series, facts, schools, auto)


def _decide(plan: Plan, ladder: Ladder, series: Series | None) -> tuple[dict[str, float], dict[Decision, School], Automatics]:
    """All decisions in order, each seeing the numbers of those before it."""
    situation = plan.situation
    x, n, s = (float(stops[ladder.now]) for stops in ladder.true_stops())
    facts = plan.facts | solved.of_exposure(situation, plan.free, plan.asked, x, n, s, plan.facts)
    facts |= _of_series(situation, series)
    fixed = plan.fixed
    schools = dict(plan.chosen)
    mode_school = school_for(EXPOSURE_MODE, facts, fixed)
    mode = Mode(mode_school.value[0])
    floats = not mode_school.holds and situation.locks.iso is None
    iso_school = school_for(ISO_LIMITS, {**facts, "floats": yes(floats)}, fixed)
    floats = (floats or ISO_LIMITS.slug in fixed) and iso_school.value[0] == "automatic" and situation.locks.iso is None
    auto = _automatics(plan, ladder, mode, floats)
    facts |= _of_limits(plan, auto, floats) | _of_brightness(plan, ladder)
    schools |= {EXPOSURE_MODE: mode_school, ISO_LIMITS: iso_school}
    for decision in DECISIONS.values():
        if decision not in schools:
            schools[decision] = school_for(decision, facts, fixed)
            if decision in THEN_KNOWN:
                facts |= THEN_KNOWN[decision](situation, facts, schools[decision])
    return facts, schools, auto


@tells(
    "floats",
    floor_iso=Fact("floor", "iso"),
    ceiling_iso=Fact("ceiling", "iso"),
    limit_iso=Fact("the body's highest ISO", "iso"),
    slowest_s=Fact("slowest time", "time"),
)
def _of_limits(plan: Plan, auto: Automatics, floats: bool) -> dict[str, float]:
    iso, time = plan.free.iso, plan.free.time
    return {
        "floats": yes(floats),
        "floor_iso": iso.printed_at(auto.floor),
        "ceiling_iso": iso.printed_at(auto.ceiling),
        "limit_iso": iso.printed_at(iso.last),
        "slowest_s": time.printed_at(auto.slowest),
    }


@tells(
    darker_stops=Fact("under the metered exposure", "stops"),
    place_stops=Fact("where the spot's reading is placed over the middle", "stops"),
)
def _of_brightness(plan: Plan, ladder: Ladder) -> dict[str, float]:
    return {"darker_stops": darker_stops(plan, ladder), "place_stops": plan.situation.holds_above + plan.offset}


@tells(
    series_frames=Fact("frames of a series", "count"),
    interval_s=Fact("from frame to frame", "s"),
    series_h=Fact("length of the series", "hours"),
    blur_total_s=Fact("time that draws the whole blur", "s"),
)
def _of_series(situation: Situation, series: Series | None) -> dict[str, float]:
    return {
        "series_frames": float(series.frames) if series else 1.0,
        "interval_s": series.interval_s if series else 0.0,
        "series_h": series.hours if series else 0.0,
        "blur_total_s": wanted_blur_s(situation) if situation.aim_motion is AimMotion.BLUR else math.inf,
    }


@tells(
    "rate",
    "shots",
    "pictures",
    "minutes",
    shots_at_best=Fact("frames at the body's highest rate", "count"),
)
def _of_drive(situation: Situation, facts: Facts, school: School) -> dict[str, float]:
    drive = Drive(school.value[0])
    best = facts["frames_per_second"]
    rate = best * RATE_SHARE[drive] if drive in RATE_SHARE else 1.0
    shots = facts["series_frames"] if facts["series_frames"] > 1 else numbers.frames_shot(situation, rate)
    return {
        "rate": rate,
        "shots": shots,
        "pictures": facts["count"] or shots,
        "shots_at_best": shots * best / rate,
        "minutes": shots / numbers.LOOKED_THROUGH,
    }


THEN_KNOWN: Mapping[Decision, Callable[[Situation, Facts, School], dict[str, float]]] = {DRIVE: _of_drive}
"""What is known once a decision is taken, to those after it and to all their reasons."""


def _automatics(plan: Plan, ladder: Ladder, mode: Mode, floats: bool) -> Automatics:
    """ISO limits as positions: floor, ceiling (not under what is needed now), slowest time.

    A body whose ISO is set by its limits only is pinned by floor = ceiling when ISO is held.
    """
    iso, time, q = plan.free.iso, plan.free.time, plan.per_stop
    now = int(ladder.found.iso[ladder.now])
    ceiling = max(now, iso.first + int(np.searchsorted(iso.stops, plan.asked.ceiling + 1e-9, side="right")) - 1)
    wanted = [t for t in (plan.asked.need, plan.asked.shake) if t is not None and math.isfinite(t)]
    fastest = math.ceil(max(wanted) * q - 1e-9) if wanted else time.first
    slowest = min(max(fastest, time.first), int(ladder.found.time[ladder.now]))
    by_hand = number(plan.situation, "iso_slowest_shutter")
    if by_hand is not None:
        slowest = next(k for k in time.positions() if time.stops_at(k) >= exact_stops(Dial.TIME, by_hand) - MATCH_STOPS)
    pinned = plan.situation.body.sets_iso_by_limits_only and not floats
    return Automatics(
        mode,
        floats or pinned,
        now if pinned else iso.first,
        now if pinned else max(k for k in iso.positions() if k <= max(ceiling, iso.first)),
        min(k for k in time.positions() if k >= slowest),
    )


def _set_by_hand(situation: Situation, value: dict[Decision, tuple[str, ...]]) -> dict[Decision, tuple[str, ...]]:
    """The values of the decisions with what was set by hand in their place, whether a school has it or not."""
    found = dict(value)
    for decision in found:
        parts = list(found[decision])
        for k, slug in enumerate(decision.sets):
            if slug in situation.settings and k < len(parts) and not (slug == "shutter_type" and situation.settings[slug] == "automatic"):
                parts[k] = str(situation.settings[slug])
        found[decision] = tuple(parts)
    kelvin = number(situation, "white_kelvin")
    if kelvin is not None and "white_mode" not in situation.settings:
        found[WHITE] = ("kelvin",)
    return found


MERGE_STEPS = {"one_stop": 1.0, "two_stops": 2.0, "three_stops": 3.0}
"""Steps of a merge as a body names them, in stops."""

STRONG_STOPS = 4.0
"""Stops beyond what one frame holds from which a merge is pulled together as strongly as the body can (an estimate)."""


def _merge(situation: Situation, facts: Mapping[str, float]) -> Merge:
    """A merge in what the body offers: the least step that is wide enough, else its own choice, else its widest."""

    def offered(slug: str) -> tuple[str, ...]:
        return tuple(str(value) for value in situation.body.facts.offered.get(slug, BY_SLUG[slug].values))

    steps, levels = offered("merge"), offered("merge_strength")
    named = [step for step in steps if step in MERGE_STEPS]
    wide = [step for step in named if MERGE_STEPS[step] >= facts["merge_step_stops"]]
    step = wide[0] if wide else "automatic" if "automatic" in steps else named[-1] if named else "off"
    share = min(1.0, facts["span_excess_stops"] / STRONG_STOPS)
    strength = levels[min(len(levels) - 1, int(share * len(levels)))]
    return Merge(step, strength, situation.carried_by is not Support.TRIPOD)


def _setup(
    plan: Plan, ladder: Ladder, series: Series | None, facts: dict[str, float], schools: dict[Decision, School], auto: Automatics
) -> Setup:
    situation, now = plan.situation, ladder.now
    value = _set_by_hand(situation, {decision: school.value for decision, school in schools.items()})
    shutter_s, aperture, iso = ladder.printed(now)
    drive = Drive(value[DRIVE][0])
    white = White(value[WHITE][0])
    pattern = Pattern(value[METERING][0])
    bracket = plan.bracket
    meters = auto.iso or len(auto.mode.by_hand) < 2
    return Setup(
        mode=auto.mode,
        shutter_s=shutter_s,
        aperture=aperture,
        iso=iso,
        compensation_ev=_compensation(plan, pattern) if meters else 0.0,
        meters=meters,
        darker_stops=facts["darker_stops"],
        darker_words=darker_words(plan, ladder),
        nd_stops=plan.nd,
        glass_stops=plan.filter.glass,
        shutter=plan.shutter,
        iso_limits=IsoLimits(auto.iso, facts["floor_iso"], facts["ceiling_iso"], facts["slowest_s"] if auto.iso else None),
        pattern=pattern,
        spot=_spot(plan, facts, meters) if pattern is Pattern.SPOT else None,
        policy=plan.policy,
        protection_stops=plan.protection,
        protection_automatic=RangeMove.BY_ITSELF.value in value[RANGE],
        offset_ev=plan.offset,
        bracket_frames=bracket.frames if bracket else 1,
        bracket_step_ev=bracket.step_ev if bracket else 0.0,
        bracket_times_s=_times(plan, ladder),
        merge=_merge(situation, facts) if schools[BRACKETING].value[0] == "merge" else None,
        white=white,
        kelvin=(number(situation, "white_kelvin") or facts["kelvin_set"]) if white is White.KELVIN else None,
        focus=_focus(situation, facts, value[FOCUS]),
        zone=zone_of(plan, ladder) if value[FOCUS][1] == Area.NONE.value and not facts["stars"] else None,
        drive=drive,
        frames_per_second=facts["rate"] if drive in RATE_SHARE and situation.body.frames_per_second else None,
        series=series,
        stabiliser=Stabiliser(value[STABILISER][0]),
        file=File(value[FILE][0]),
        concessions=concessions_of(ladder),
        binding=binding_of(plan, ladder.found.binding(now)),
        holds_until=holds_until(ladder),
        hands_off=hands_off(ladder, auto),
        neighbours=neighbours(plan, ladder),
        ladder=rows_of(ladder, auto),
        decisions=tuple(reasoned(d, schools[d], facts, plan.fixed) for d in DECISIONS.values()),
        sets={slug: part for decision, parts in value.items() for slug, part in zip(decision.sets, parts, strict=False)},
        cautions=cautions_for(situation.genre, facts),
        notes=notes_for(plan, ladder, series),
        release=locks_to_release(plan, ladder),
        blur_over_coc_stops=_blur_over_coc(plan, ladder),
        depth_reachable=plan.asked.depth_reachable,
        ev100=situation.light.ev100,
        lens_loss_stops=situation.light.ev100 - plan.key_ev,
        dials=_printed(whole_dials(situation, plan.shutter)),
        facts=facts,
    )


def _printed(dials: Dials) -> dict[Dial, tuple[float, ...]]:
    """The values of each dial as the body prints them."""
    return {axis.dial: tuple(axis.printed_at(k) for k in axis.positions()) for axis in (dials.time, dials.aperture, dials.iso)}


def _compensation(plan: Plan, pattern: Pattern) -> float:
    """What is dialled: as set by hand, the place of the tone under the spot, nothing on top of a guard, else the offset."""
    by_hand = number(plan.situation, "compensation")
    if by_hand is not None:
        return by_hand
    if pattern is Pattern.HIGHLIGHT_GUARD:
        return 0.0
    wanted = plan.offset + (plan.situation.holds_above if pattern is Pattern.SPOT else 0.0)
    return math.ceil(wanted * plan.per_stop - 0.5 - 1e-9) / plan.per_stop


def _spot(plan: Plan, facts: dict[str, float], meters: bool) -> Spot:
    """Where the spot is pointed, how far over the middle its reading is placed, and what holds it."""
    holds = plan.situation.holds_above
    at = plan.situation.light.bright if holds >= plan.situation.light.above - 1e-9 else "the brightest tone that must hold"
    return Spot(
        at, facts["place_stops"], "exposure lock, then recompose" if meters else "set time, aperture and ISO by it, then leave them"
    )


def _times(plan: Plan, ladder: Ladder) -> tuple[float, ...]:
    """Times of the frames of a set in its order of time, shortest first, as the body prints them."""
    if plan.bracket is None:
        return ()
    x, q = float(ladder.true_stops()[0][ladder.now]), plan.per_stop
    half = (plan.bracket.frames - 1) / 2
    steps = (x + (half - k) * plan.bracket.step_ev for k in range(plan.bracket.frames))
    return tuple(printed(Dial.TIME, round(stops * q) / q, q) for stops in steps)


def _focus(situation: Situation, facts: dict[str, float], value: tuple[str, ...]) -> Focus:
    """Mode and area as the school says; priority from how far the plane shifts while the shutter lags."""
    mode, area = FocusMode(value[0]), Area(value[1])
    offered = (*situation.body.areas, *(["tracking"] if situation.body.detects else []))
    if area is not Area.NONE and area.value not in offered:
        area = Area.ZONE if "zone" in offered else Area(offered[0]) if offered else Area.NONE
    wanted = situation.subject.detection
    sees = facts["detection_offered"] == 1 and mode is not FocusMode.MANUAL
    shift, half = facts["plane_shift_m"], facts["half_depth_m"]
    priority = Priority.FOCUS if mode in (FocusMode.SINGLE, FocusMode.MANUAL) else Priority.RELEASE
    if priority is Priority.RELEASE and shift > half / 2:
        priority = Priority.FOCUS if shift > half else Priority.MIXED
    if facts["skill_quick"] and mode is FocusMode.MANUAL:
        priority = Priority.RELEASE
    own = situation.settings.get(mode.priority_setting)
    if own is None and mode in (FocusMode.CONTINUOUS, FocusMode.AUTOMATIC):
        own = situation.person.habits.get(WAITING)
    if own in {p.value for p in Priority}:
        priority = Priority(own)
    by_hand = situation.settings.get("subject_detection")
    detection = Detection(by_hand) if by_hand in {d.value for d in Detection} else wanted if sees else Detection.OFF
    far = facts["far_m"]
    return Focus(mode, area, priority, detection, situation.distance_m, facts["near_m"], None if math.isinf(far) else far)


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
    """The fewest locks whose release leaves nothing out of reach; none if nothing is, or if it would not help."""
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
    disc = float(max(sharpness.defocus_disc_m(situation.focal_mm / 1000, aperture, situation.distance_m, situation.band)))
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
    """
    if not setup.release:
        return ""
    names = {
        Dial.TIME: label(Dial.TIME, setup.shutter_s),
        Dial.APERTURE: label(Dial.APERTURE, setup.aperture),
        Dial.ISO: f"ISO {label(Dial.ISO, setup.iso)}",
    }
    return "Held values leave a shortfall; release " + " and ".join(names[dial] for dial in setup.release) + " to lift it."
