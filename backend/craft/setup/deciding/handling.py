"""What follows from the exposure: brightness, a series, white, focus, drive, stabiliser."""

from __future__ import annotations

import math
from dataclasses import replace

from craft.bracketing.series import Series, series_for
from craft.decisions import numbers
from craft.decisions.choice import choose
from craft.decisions.facts import Fact, Facts, tells, yes
from craft.decisions.following import of_seeing
from craft.decisions.schools import DECISIONS
from craft.decisions.schools.drive import DRIVE
from craft.decisions.schools.focus import FOCUS
from craft.decisions.schools.white import WHITE
from craft.errors import CraftError
from craft.exposure.bounds import number
from craft.exposure.flash import FLASH_KELVIN
from craft.exposure.targets import wanted_blur_s
from craft.scene.situation import Situation
from craft.setup.course import Course
from craft.setup.saying.notes import darker_stops
from craft.vocabulary.terms import AimMotion, Area, Drive, FocusMode, White
from craft.white.outcome import LightOn, skin_delta
from craft.white.response import white_of

RATE_SHARE = {Drive.HIGH: 1.0, Drive.MEDIUM: 0.5, Drive.LOW: 0.25}
"""Share of the body's highest rate at each level (estimate: makers halve from level to level)."""


@tells(darker_stops=Fact("under the metered exposure", "stops"))
def _of_brightness(course: Course) -> dict[str, float]:
    return {"darker_stops": darker_stops(course.planned, course.solved)}


def tell_brightness(course: Course) -> Course:
    """How far the figures lie under the metered exposure.

    >>> round(course().told["darker_stops"], 2)
    0.02
    """
    return course.tell(_of_brightness(course))


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


def plan_series(course: Course) -> Course:
    """The frames that draw what one long one would.

    >>> course().told["series_frames"]
    1.0
    """
    ladder = course.solved
    series = series_for(course.situation, ladder.printed(ladder.now)[0])
    return replace(course, series=series).tell(_of_series(course.situation, series))


@tells(
    kelvin_set=Fact("white set to", "kelvin"),
    tint_set=Fact("tint that white is set to", "count"),
    white_fixed=Fact("white is fixed", "yes", "the body finds white anew at each frame"),
    white_warm_mired=Fact("warmer than neutral, in mired", "count"),
    white_cold_mired=Fact("colder than neutral, in mired", "count"),
    white_skin=Fact("skin, from itself by daylight (CIEDE2000)", "delta_e"),
    lamp_skin=Fact("skin at the light's own white, from itself by daylight (CIEDE2000)", "delta_e"),
    white_kept=Fact("share of the light's own colour that is left", "percent"),
)
def _of_white(situation: Situation, mode: White, kelvin: float, tint: float) -> dict[str, float]:
    lit = LightOn(situation.light.kind, situation.light.kelvin)
    light = numbers.neutral_kelvin(situation)
    warmer = 1e6 / light - 1e6 / kelvin
    own = 1e6 / light - 1e6 / numbers.DAYLIGHT_KELVIN
    return {
        "kelvin_set": kelvin,
        "tint_set": tint,
        "white_fixed": yes(not mode.by_body),
        "white_warm_mired": max(0.0, warmer),
        "white_cold_mired": max(0.0, -warmer),
        "white_skin": skin_delta(lit, (kelvin, tint)),
        "lamp_skin": skin_delta(lit, white_of(lit.kind, lit.kelvin)),
        "white_kept": max(0.0, warmer / own) if abs(own) > 1 else 0.0,
    }


def _check_kelvin(situation: Situation, kelvin: float) -> None:
    body = situation.body
    if body.kelvin_within(kelvin) != kelvin:
        ends = f"{body.kelvin_lowest or 1000:g} to {body.kelvin_highest or 40000:g} K"
        raise CraftError(f"{body.name} has no white of {kelvin:g} K: {ends} is accepted", ("settings", "white_kelvin"))


def choose_white(course: Course) -> Course:
    """White: what a number set by hand leaves of the light's colour, else what the way comes to.

    >>> course().told["kelvin_set"], course(settings={"white_kelvin": 4000.0}).told["kelvin_set"]
    (5500.0, 4000.0)
    """
    situation = course.situation
    hand = dict(course.wishes.of(WHITE))
    if "white_mode" in hand and hand["white_mode"] != White.KELVIN.value:
        course = course.without({"white_kelvin": "white is not set by a number"})
        hand.pop("white_kelvin", None)
    if "white_kelvin" in hand:
        _check_kelvin(situation, number(situation, "white_kelvin") or 0.0)
        hand["white_mode"] = White.KELVIN.value
    if course.told["flash_white"]:
        situation = replace(
            situation, light=replace(situation.light, kelvin=FLASH_KELVIN, kind="flash", keeps=0.0, others=(), other_kinds=())
        )
    usual = numbers.kept_kelvin(situation)
    made = choose(WHITE, course.told, course.wishes.only(WHITE, hand), instead={"white_kelvin": usual})
    mode = White(made.value[0])
    light = situation.light
    kelvin, tint = white_of(light.kind, light.kelvin) if mode is White.MEASURED else (numbers.PRESETS.get(mode, usual), 0.0)
    if mode is White.AUTOMATIC_NEUTRAL:
        kelvin = light.kelvin
    tint += numbers.TINTS.get(str(situation.settings.get("white_tint", "none")), 0.0)
    if mode is White.KELVIN:
        kelvin = number(course.situation, "white_kelvin") or usual
    return course.take(replace(made, hand=course.wishes.of(WHITE))).tell(_of_white(situation, mode, kelvin, tint))


BY_ITSELF = ("focus_area", "subject_detection", "priority_single", "priority_continuous")
"""Settings that do nothing where focus is by hand; no area at all is a distance that is set and left."""


def choose_focus(course: Course) -> Course:
    """Focus; where it is by hand, an area and what the body looks for count for nothing.

    >>> course(settings={"focus_mode": "manual", "focus_area": "zone"}).unused
    {'focus_area': 'focus is by hand'}
    """
    modes = course.wishes.only(FOCUS, {k: v for k, v in course.wishes.of(FOCUS).items() if k == "focus_mode"})
    if FocusMode(choose(FOCUS, course.told, modes).value[0]) is FocusMode.MANUAL:
        zone = course.situation.settings.get("focus_area") == Area.NONE.value
        course = course.without({slug: "focus is by hand" for slug in BY_ITSELF if not (zone and slug == "focus_area")})
    return course.tell(of_seeing(course.situation)).take(choose(FOCUS, course.told, course.wishes))


@tells(
    rate=Fact("rate", "rate"),
    frames_follow=Fact("several frames follow one press", "yes", "one frame follows a press"),
    shots=Fact("frames you will look through", "count"),
    pictures=Fact("pictures you will work on", "count"),
    shots_at_best=Fact("frames at the body's highest rate", "count"),
)
def _of_drive(situation: Situation, facts: Facts, drive: Drive) -> dict[str, float]:
    best = facts["frames_per_second"]
    by_hand = number(situation, "rate_high") if drive is Drive.HIGH else None
    rate = by_hand or (best * RATE_SHARE[drive] if drive in RATE_SHARE else 1.0)
    # a set of what stands still is fired once, however fast its frames follow each other
    follows = 1.0 if facts["bracketed"] and not facts["moving"] else rate
    shots = facts["series_frames"] if facts["series_frames"] > 1 else numbers.frames_shot(situation, follows)
    return {
        "rate": rate,
        "frames_follow": yes(drive in RATE_SHARE and situation.body.frames_per_second),
        "shots": shots,
        "pictures": facts["count"] or shots,
        "shots_at_best": shots * best / rate,
    }


def choose_drive(course: Course) -> Course:
    """Drive, and the frames that it comes to; a rate set by hand is that of the high level, and sets it.

    >>> course().told["rate"], course().told["shots"]
    (12.0, 1800.0)
    """
    if not course.told["rate_by_hand"]:
        course = course.without({"rate_high": "the drive is not at its high level"})
    hand = course.wishes.of(DRIVE)
    wishes = course.wishes.only(DRIVE, {"drive_mode": Drive.HIGH.value, **hand}) if "rate_high" in hand else course.wishes
    made = choose(DRIVE, course.told, wishes, instead={"rate_high": course.told["frames_per_second"]})
    return course.take(replace(made, hand=hand)).tell(_of_drive(course.situation, course.told, Drive(made.value[0])))


def choose_rest(course: Course) -> Course:
    """Every decision that has no step of its own: the stabiliser.

    >>> [decision.slug for decision in course().taken][-1]
    'stabiliser'
    """
    for decision in DECISIONS.values():
        if decision not in course.taken:
            course = course.take(choose(decision, course.told, course.wishes))
    return course
