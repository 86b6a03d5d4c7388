"""The order of deciding, on one screen: what each step needs, and what it tells to those after it."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace

from craft.decisions import numbers
from craft.decisions.choice import wishes_of
from craft.decisions.facts import names_of
from craft.decisions.flashing import of_flash, of_lit, of_role
from craft.decisions.following import of_following, of_seeing
from craft.decisions.schools import DECISIONS, Decision
from craft.scene.situation import Situation
from craft.setup.course import Course
from craft.setup.deciding import exposing, following, handling, keeping, limiting, programming, ranging, shutting


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """One step. needs: facts that it reads, beside those that the ways of what it decides compare; units are those of `FACTS`."""

    take: Callable[[Course], Course]
    does: str
    decides: tuple[str, ...] = ()
    needs: str = ""
    tells: str = ""

    @property
    def decisions(self) -> tuple[Decision, ...]:
        """The decisions it takes."""
        return tuple(DECISIONS[slug] for slug in self.decides)

    @property
    def reads(self) -> frozenset[str]:
        """Every fact that it may read."""
        tests = (test for decision in self.decisions for row in decision.schools for test in row.when)
        compared = {name for test in tests for name in (test.fact, test.against) if isinstance(name, str)}
        return frozenset({*self.needs.split(), *compared})


FIRST = (
    Step(
        take=keeping.look,
        does="light, meter, movement, kit and delivery in numbers",
        tells=numbers.OF_SITUATION,
    ),
    Step(
        take=exposing.choose_flash,
        does="whether a flash takes part, and for what",
        decides=("flash",),
        tells=f"{names_of(of_flash)} {names_of(of_role)}",
    ),
    Step(
        take=keeping.keep,
        does="what is kept of a frame",
        decides=("file",),
        tells="curtain_rate darkest_stops rate_by_hand raw reading_rate rendered",
    ),
    Step(
        take=keeping.bracket,
        does="whether one frame is enough",
        decides=("bracketing",),
        needs="darkest_stops range_stops scene_above_stops scene_below_stops",
        tells=(
            "bracket_possible bracketed frames merge_frames merge_offered merge_step_stops merging set_misses span_excess_stops step_stops"
        ),
    ),
)
"""What is decided once, before anything is exposed."""

ROUND = (
    Step(
        take=programming.expose_by,
        does="the mode, and whether ISO floats",
        decides=("exposure_mode", "iso_limits"),
        tells="floats meters mode_floats slowest_used",
    ),
    Step(
        take=exposing.plan,
        does="dials, aims, what gives: the exposure as metered",
        needs="bracketed darkest_stops floats frames light_swing_stops limits_only merging meter_swing_stops step_stops",
        tells="metered_s over_stops practice_off_stops program_off_stops",
    ),
    Step(
        take=shutting.choose_shutter,
        does="the kind of shutter, and its times",
        decides=("shutter_type",),
        needs="raw",
        tells="flicker_answered frames_per_second rate_share reads_lines wanted_rate",
    ),
    Step(
        take=ranging.choose_range,
        does="pattern, offset and protection",
        decides=("range", "metering"),
        needs="floats holds_stops kept_under_stops",
        tells=(
            "best_offset_stops best_protection_stops capped clip_above_stops asks_less_stops asks_more_stops correct_stops "
            "headroom_stops offset_stops pattern_reads_stops pattern_swing_stops place_stops "
            "protection_offered_stops protection_stops saves_stops swing_kept_stops unheld_stops"
        ),
    ),
    Step(
        take=shutting.choose_filter,
        does="the least filter that takes what is too bright",
        needs="over_stops",
        tells="glass_stops left_stops nd_stops wanting_filter_stops wanting_stops",
    ),
    Step(
        take=exposing.expose,
        does="the exposure in every light",
        needs="approach_m_s brightest_stops flicker_hz freeze_s holds_stops lag_s shake_s stops_below zone",
        tells=(
            f"{names_of(of_lit)} "
            "aperture clips_stops far_m flicker_swing_stops half_depth_m iso lacking_stops near_m past_clip_stops "
            "plane_shift_m sharp_chance sharp_chance_burst snr snr_shadow snr_shadow_unprotected spare_stops time_s trail_s "
            "zone_covers"
        ),
    ),
)
"""What leans on itself: the mode on the exposure that it leads to. It is gone through until the mode comes out as it went in; what is
kept back for light that swings only grows, so that nothing goes to and fro."""

LAST = (
    Step(
        take=limiting.limit,
        does="ISO limits, and what makes the ceiling",
        needs="floats limits_only",
        tells=(
            "alone_brighter_stops alone_darker_stops alone_over_stops alone_under_stops "
            "ceiling_by_end ceiling_by_least ceiling_by_need ceiling_by_shadow ceiling_by_tone ceiling_iso ceiling_snr "
            "floor_iso least_comfort_stops limit_iso slowest_s"
        ),
    ),
    Step(
        take=handling.tell_brightness,
        does="how far the figures lie under the meter",
        tells="darker_stops",
    ),
    Step(
        take=handling.plan_series,
        does="frames that draw what one long one would",
        tells="blur_total_s interval_s series_frames series_h",
    ),
    Step(
        take=handling.choose_white,
        does="white, and what it leaves of the light's colour",
        decides=("white",),
        tells="kelvin_set lamp_skin tint_set white_cold_mired white_fixed white_kept white_skin white_warm_mired",
    ),
    Step(
        take=handling.choose_focus,
        does="focus",
        decides=("focus",),
        tells=names_of(of_seeing),
    ),
    Step(
        take=handling.choose_drive,
        does="drive, and the frames that it comes to",
        decides=("drive",),
        needs="count frames_per_second rate_by_hand",
        tells="frames_follow pictures rate shots shots_at_best",
    ),
    Step(
        take=handling.choose_rest,
        does="what has no figures of its own",
        decides=("stabiliser",),
    ),
)
"""What follows from the exposure."""

FOLLOWING = {
    simulated: Step(
        take=take,
        does=does,
        needs="aperture autofocus detection_offered half_depth_m plane_shift_m rate skill_quick speed_m_s subject_moves unpredictability",
        tells=names_of(of_following),
    )
    for simulated, take, does in (
        (False, following.practise, "what focus holds on to, as such work usually has it"),
        (True, following.simulate, "area, and what focus holds on to, by what keeps the most frames in focus"),
    )
}
"""What focus is set to that follows: at once, or once it is simulated, which takes a tenth of a second."""

ROUNDS = 4
"""Times that the round is gone through at most; two are enough for all but a few situations."""


def walked(steps: Iterable[Step], course: Course) -> Course:
    """Some steps, in their order.

    >>> walked((), course()) == walked((), course())
    False
    """
    for step in steps:
        course = step.take(course)
    return course


def exposed(situation: Situation) -> Course:
    """Everything up to the exposure in every light.

    Raises
    ------
    CraftError : a lock, a limit, a school or a distance that this kit does not have.

    >>> round(exposed(situation()).told["time_s"], 4)
    0.0025
    """
    before = walked(FIRST, Course(situation, wishes_of(situation)))
    course = walked(ROUND, before)
    for _ in range(ROUNDS - 1):
        if programming.at_rest(course):
            break
        course = walked(ROUND, replace(before, leaning=programming.leaning_of(course)))
    return course


def decided(situation: Situation, simulated: bool = False) -> Course:
    """Everything; simulated: focus that follows as a simulation finds best, not as usual.

    Raises
    ------
    CraftError : as `exposed`.

    >>> decided(situation()).told["shots"]
    1800.0
    """
    return walked((*LAST, FOLLOWING[simulated]), exposed(situation))


def as_metered(situation: Situation) -> Course:
    """The same up to the exposure as metered, with nothing done for range: no compensation, and no protection.

    >>> as_metered(situation(light=Light(11.0, above=5.0, holds_above=5.0))).told["offset_stops"]
    0.0
    """
    free = {slug: value for slug, value in situation.settings.items() if slug not in ("compensation", "highlight_protection")}
    bare = replace(situation, settings={**free, "highlight_protection": 0.0}, aims=replace(situation.aims, brighter_stops=0.0))
    return exposed(bare)
