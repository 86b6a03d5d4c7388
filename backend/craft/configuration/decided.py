"""What the decisions of a setup set on the body, setting by setting."""

from __future__ import annotations

from collections.abc import Mapping

from craft.scales.series import Dial
from craft.setup.setup import Merge, Setup
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Area, Decision, Drive, File, FocusMode, Pattern, Priority

OF_SETTING: Mapping[str, Decision] = {
    "exposure_mode": Decision.EXPOSURE_MODE,
    "shutter_time": Decision.EXPOSURE_MODE,
    "aperture": Decision.EXPOSURE_MODE,
    "compensation": Decision.RANGE,
    "built_in_nd": Decision.EXPOSURE_MODE,
    "shutter_type": Decision.SHUTTER_TYPE,
    "iso_mode": Decision.ISO_LIMITS,
    "iso_value": Decision.ISO_LIMITS,
    "iso_floor": Decision.ISO_LIMITS,
    "iso_ceiling": Decision.ISO_LIMITS,
    "iso_slowest_shutter": Decision.ISO_LIMITS,
    "metering_pattern": Decision.METERING,
    "highlight_protection": Decision.RANGE,
    "bracket_kind": Decision.BRACKETING,
    "bracket_frames": Decision.BRACKETING,
    "bracket_step": Decision.BRACKETING,
    "merge": Decision.BRACKETING,
    "merge_strength": Decision.BRACKETING,
    "merge_align": Decision.BRACKETING,
    "white_mode": Decision.WHITE,
    "white_kelvin": Decision.WHITE,
    "focus_mode": Decision.FOCUS,
    "focus_area": Decision.FOCUS,
    "subject_detection": Decision.FOCUS,
    "drive_mode": Decision.DRIVE,
    "rate_high": Decision.DRIVE,
    "stabiliser": Decision.STABILISER,
    "file_format": Decision.FILE,
}
"""Setting -> the decision that sets it; its reason is the decision's."""


def decided(setup: Setup) -> dict[str, Value]:
    """Value by setting, as the decisions have them; what a decision leaves alone is not there.

    Of a dial that the mode, or automatic ISO, leaves to the body: what the body shows in the present light.
    """
    limits, focus = setup.iso_limits, setup.focus
    values: dict[str, Value | None] = {
        "exposure_mode": setup.mode.value,
        "shutter_time": setup.shutter_s,
        "aperture": setup.aperture,
        "compensation": setup.compensation_ev,
        "built_in_nd": setup.nd_stops - setup.glass_stops,
        "shutter_type": setup.shutter.value,
        "iso_mode": "automatic" if limits.automatic else "fixed",
        "iso_value": setup.iso,
        "iso_floor": limits.floor if limits.automatic else None,
        "iso_ceiling": limits.ceiling if limits.automatic else None,
        "iso_slowest_shutter": limits.slowest_shutter_s,
        "metering_pattern": setup.pattern.value,
        "highlight_protection": "automatic" if setup.protection_automatic else setup.protection_stops,
        "bracket_kind": "exposure" if setup.bracket_frames > 1 else "off",
        "bracket_frames": float(setup.bracket_frames) if setup.bracket_frames > 1 else None,
        "bracket_step": setup.bracket_step_ev or None,
        **_merged(setup.merge),
        "white_mode": setup.white.value,
        "white_kelvin": None if setup.kelvin is None else float(setup.kelvin),
        "focus_mode": focus.mode.value,
        "focus_area": focus.area.value,
        "subject_detection": focus.detection.value,
        "drive_mode": setup.drive.value,
        "rate_high": setup.frames_per_second if setup.drive is Drive.HIGH else None,
        "stabiliser": setup.stabiliser.value,
        "file_format": setup.file.value,
    }
    return {slug: value for slug, value in values.items() if value is not None}


def _merged(merge: Merge | None) -> dict[str, Value]:
    """What a merge in the body sets."""
    if merge is None:
        return {}
    return {"merge": merge.step, "merge_strength": merge.strength, "merge_align": "on" if merge.aligned else "off"}


def facts_of(setup: Setup, tokens: frozenset[str]) -> dict[str, float]:
    """Numbers about a setup that habits and rows ask for, beside those of its decisions."""
    there = {
        "two_cards_offered": "two_cards" in tokens,
        "rear_button_offered": "rear_button" in tokens,
        "thumb_offered": {"touch", "eye_finder"} <= tokens,
        "touch_offered": "touch" in tokens,
        "ring_offered": "ring_reported" in tokens,
        "links_offered": "links" in tokens,
        "electronic_finder": "electronic_finder" in tokens,
        "screen_only": "eye_finder" not in tokens,
        "reports": "lens_unreported" not in tokens,
        "small_circle": "circle_small" in tokens,
        "wild": "wild_animals" in tokens,
        "bursting": setup.drive in (Drive.MEDIUM, Drive.HIGH),
        "by_hand": setup.focus.mode is FocusMode.MANUAL,
        "continuous": setup.focus.mode is FocusMode.CONTINUOUS,
        "electronic_now": setup.shutter.value == "electronic",
        "mechanical_now": setup.shutter.value == "mechanical",
        "fires_first": setup.focus.priority is Priority.RELEASE,
        "waits": setup.focus.priority is Priority.FOCUS,
        "meters": setup.meters,
        "held_aperture": Dial.APERTURE in setup.mode.by_hand,
        "held_time": Dial.TIME in setup.mode.by_hand,
        "spot_now": setup.pattern is Pattern.SPOT and setup.focus.area is not Area.NONE,
        "deadline_given": setup.facts["deadline_h"] < float("inf"),
        "raw": setup.file is not File.RENDERED,
        "rendered": setup.file is not File.RAW,
        "your_word": False,
    }
    return {**setup.facts, **{name: float(value) for name, value in there.items()}}
