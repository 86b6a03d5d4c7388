"""The tables of settings and dependencies: every row does its work, and none is missing, empty or said twice."""

from __future__ import annotations

import difflib
from itertools import combinations
from typing import Any
from unittest import TestCase

from craft.vocabulary.checker import closed, order_to_set, violations
from craft.vocabulary.dependencies import AFTERS, RULES
from craft.vocabulary.features import CIRCUMSTANCES, FEATURES
from craft.vocabulary.rules import Around, Rule, Term, Test
from craft.vocabulary.setting import REACH_WORDS, Reach, Unit
from craft.vocabulary.settings import BY_SLUG, SETTINGS

# What goes wrong as a person would say them: the rule that must speak, a body set like this, what is around it, numbers.
CASES: tuple[tuple[str, dict[str, Any], str, dict[str, float]], ...] = (
    ("protection_raises_floor", {"highlight_protection": 2.0, "iso_mode": "automatic", "iso_floor": 200.0}, "", {"base_iso": 100}),
    ("protection_raises_iso", {"highlight_protection": 1.0, "iso_mode": "fixed", "iso_value": 100.0}, "", {"base_iso": 100}),
    ("floor_over_ceiling", {"iso_mode": "automatic", "iso_floor": 800.0, "iso_ceiling": 400.0}, "", {}),
    ("electronic_without_flash", {"shutter_type": "electronic", "flash": "on"}, "", {}),
    ("electronic_bands", {"shutter_type": "electronic", "fine_flicker_shutter": "off"}, "pulsing_light", {}),
    ("electronic_leans", {"shutter_type": "electronic"}, "fast_across mechanical", {}),
    ("first_curtain_discs", {"shutter_type": "first_curtain", "aperture": 1.8, "shutter_time": 0.00025}, "", {}),
    ("flash_past_sync", {"flash": "on", "high_speed_sync": "off", "shutter_time": 0.002}, "", {"sync_s": 0.005}),
    ("lamp_takes_the_release", {"flash": "on", "modelling_lamp": "on"}, "lamp_flash", {}),
    ("silent_beeps", {"silent": "on", "beeps": "on"}, "", {}),
    ("silent_timer_beep", {"silent": "on", "timer_beep": "on", "drive_mode": "timer"}, "", {}),
    ("brightened_view_is_untrue", {"dark_view": "brightened", "exposure_true_view": "on"}, "", {}),
    ("single_focus_finds_no_button", {"hand_over": "yes", "single_focus_starts": "rear_button"}, "", {}),
    ("own_look_hides_the_truth", {"look_place": "second", "look": "flat"}, "", {}),
    ("burst_without_flash", {"flash": "on", "flash_burst": "waits_until_charged", "drive_mode": "high"}, "", {}),
    ("lit_for_everyone", {"lit_buttons": "with_the_screen"}, "lamp_unwelcome", {}),
    ("silent_made_sound", {"silent": "on", "shutter_sound": "on"}, "", {}),
    ("silent_lamp", {"silent": "on", "assist_lamp": "on"}, "", {}),
    ("silent_flash", {"silent": "on", "flash": "on"}, "", {}),
    ("silent_is_electronic", {"silent": "on", "shutter_type": "mechanical"}, "", {}),
    ("dark_frame_between_stars", {"long_exposure_noise_reduction": "on"}, "stars_in_series", {}),
    ("dark_frame_in_burst", {"long_exposure_noise_reduction": "on", "drive_mode": "low", "shutter_time": 2.0}, "", {}),
    ("set_or_merge", {"bracket_kind": "exposure", "merge": "automatic"}, "", {}),
    ("set_with_pre_capture", {"bracket_kind": "focus", "pre_capture": "on"}, "", {}),
    ("white_set_without_raw", {"bracket_kind": "white", "file_format": "both"}, "", {}),
    ("set_on_tripod_by_hand", {"bracket_kind": "exposure", "bracket_one_press": "off", "drive_mode": "single"}, "tripod", {}),
    ("merge_without_raw", {"merge": "one_stop", "file_format": "raw"}, "", {}),
    ("flat_finished_files", {"look": "flat", "file_format": "rendered"}, "", {}),
    ("face_or_spot", {"meter_on_face": "on", "metering_pattern": "spot"}, "", {}),
    ("stabiliser_on_tripod", {"stabiliser": "always"}, "tripod", {}),
    ("stabiliser_off_by_hand", {"stabiliser": "off"}, "handheld stabiliser", {}),
    ("timer_for_what_will_not_wait", {"drive_mode": "timer"}, "will_not_wait", {}),
    ("delay_for_what_will_not_wait", {"release_delay": 1.0}, "will_not_wait", {}),
    (
        "continuous_and_recompose",
        {"focus_mode": "continuous", "focus_area": "point", "hold_focus": "off", "focus_activation": "shutter_button"},
        "rear_button",
        {},
    ),
    ("eyes_while_held", {"eye_button": "on", "eye_detection": "always"}, "", {}),
    ("press_or_press_and_turn", {"press_and_turn": "on", "hold_focus": "on"}, "", {}),
    ("other_hands_rear_button", {"hand_over": "yes", "focus_activation": "rear_button"}, "", {}),
    ("other_hands_manual_focus", {"hand_over": "yes", "focus_mode": "manual"}, "", {}),
    ("other_hands_exposure", {"hand_over": "yes", "exposure_mode": "manual"}, "", {}),
    ("one_prefix_for_two", {"file_prefix": "as_made"}, "other_body", {}),
    ("clocks_apart", {"clock": "as_found"}, "other_body", {}),
    ("author_empty", {"author": "empty"}, "", {}),
    ("fires_without_card", {"fires_without_card": "on"}, "", {}),
    ("ring_not_reported", {"ring_override": "on"}, "", {}),
    ("ring_magnifier_not_reported", {"magnifier": "by_ring"}, "", {}),
    ("small_circle", {"sensor_crop": "off"}, "circle_small", {}),
    ("focal_length_untold", {"stabiliser": "at_release", "stabiliser_focal_length": 0.0}, "lens_unreported", {}),
    ("unknown_lens", {"fires_without_lens": "off"}, "lens_unreported", {}),
    ("hand_lens_autofocus", {"focus_mode": "single"}, "lens_manual", {}),
    ("true_view_with_flash", {"flash": "on", "exposure_true_view": "on"}, "", {}),
    ("review_in_the_action", {"review_time": "two_seconds", "drive_mode": "high"}, "electronic_finder", {}),
    ("compression_not_opened", {"raw_compression": "lossy"}, "", {}),
    ("pre_capture_is_electronic", {"pre_capture": "on", "shutter_type": "mechanical"}, "", {}),
    ("flicker_timing_is_mechanical", {"flicker_timing": "on", "shutter_type": "electronic"}, "", {}),
    ("touch_by_nose", {"touch_release": "on", "thumb_pointing": "jumps"}, "", {}),
    ("sends_without_link", {"send_while_shooting": "on", "pairing": "off"}, "", {}),
    ("location_of_nests", {"location": "on"}, "wild_animals", {}),
    ("lamp_unwelcome", {"assist_lamp": "on"}, "lamp_unwelcome", {}),
    ("beeps_in_quiet", {"beeps": "on"}, "quiet", {}),
    ("tracking_needs_continuous", {"focus_area": "tracking", "focus_mode": "single"}, "", {}),
    ("no_area_needs_hand", {"focus_area": "none", "focus_mode": "single"}, "", {}),
    ("faces_need_people", {"registered_faces": "on", "subject_detection": "birds"}, "", {}),
    ("eyes_need_subject", {"eye_detection": "always", "subject_detection": "off"}, "", {}),
    ("rate_falls_with_raw", {"rate_high": 20.0, "file_format": "raw", "drive_mode": "high"}, "", {"raw_rate": 12}),
    ("rate_falls_mechanical", {"rate_high": 20.0, "shutter_type": "mechanical", "drive_mode": "high"}, "", {"mechanical_rate": 12}),
    ("split_needs_both", {"card_roles": "splits_by_format", "file_format": "raw"}, "", {}),
    ("shape_cut_for_good", {"aspect": "square", "file_format": "rendered"}, "live_view", {}),
    ("two_things_move_the_meter", {"shadow_lift": "low", "highlight_protection": 1.0}, "shadow_lift_meters", {}),
    ("long_times_off_the_dial", {"very_long_times": "off", "shutter_time": 60.0}, "", {"longest_dial_s": 30}),
    ("distance_mode_focuses_by_hand", {"exposure_mode": "fixed_distance", "focus_mode": "single"}, "", {}),
    ("saving_slows_bursts", {"reduced_power": "on", "drive_mode": "high"}, "", {}),
    ("compensation_does_nothing", {"compensation": -0.6667, "exposure_mode": "manual", "iso_mode": "fixed"}, "", {}),
    ("pre_focus_undoes_rear_button", {"pre_focus": "on", "focus_activation": "rear_button"}, "", {}),
    ("thumb_on_the_picture", {"finder_switch": "screen", "thumb_pointing": "follows"}, "", {}),
    ("night_screen_bright", {"night_display": "on", "screen_brightness": "high"}, "", {}),
    (
        "longest_burst_cuts_set",
        {"bracket_kind": "focus", "bracket_one_press": "on", "burst_limit": "ten", "bracket_frames": 15.0},
        "",
        {},
    ),
    (
        "second_curtain_past_sync",
        {"flash": "on", "flash_sync": "second", "high_speed_sync": "on", "shutter_time": 0.001},
        "",
        {"sync_s": 0.004},
    ),
    ("copying_and_sending", {"card_roles": "copies", "send_what": "raw", "send_while_shooting": "on"}, "", {}),
)


def broken(values: dict[str, Any], tokens: str, numbers: dict[str, float]) -> set[str]:
    given = Around(frozenset(tokens.split()), numbers, rules=RULES, lists={"unopened": ("lossy",)})
    return {violation.rule.slug for violation in violations(values, given)}


class Dependencies(TestCase):
    def test_every_dependency_speaks_where_it_should(self) -> None:
        """Taking a row out of the table, or a case, fails here."""
        for slug, values, tokens, numbers in CASES:
            self.assertIn(slug, broken(values, tokens, numbers), slug)
        self.assertEqual(sorted(slug for slug, *_ in CASES), sorted(rule.slug for rule in RULES))

    def test_no_dependency_speaks_without_what_it_is_given(self) -> None:
        for slug, values, tokens, numbers in CASES:
            for token in tokens.split():
                rest = " ".join(t for t in tokens.split() if t != token)
                self.assertNotIn(slug, broken(values, rest, numbers), f"{slug} without {token}")
            rule = next(rule for rule in RULES if rule.slug == slug)
            for token in rule.unless:
                self.assertNotIn(slug, broken(values, f"{tokens} {token}", numbers), f"{slug} with {token}")
            for name in rule.settings:
                rest_of = {s: v for s, v in values.items() if s != name}
                self.assertNotIn(slug, broken(rest_of, tokens, numbers), f"{slug} on a body without {name}")

    def test_every_term_of_a_dependency_matters(self) -> None:
        """For each setting of a rule some other value keeps it silent."""
        for slug, values, tokens, numbers in CASES:
            rule = next(rule for rule in RULES if rule.slug == slug)
            for name in rule.settings:
                setting = BY_SLUG[name]
                numbers_tried = (0.0, 1e-6, 0.5, 1.0, 8.0, 100.0, 3200.0, 1e6)
                others = setting.values or [v for v in numbers_tried if setting.lowest <= v <= setting.highest]
                silent = [v for v in others if slug not in broken({**values, name: v}, tokens, numbers)]
                self.assertTrue(silent, f"no value of {name} silences {slug}")


# What is grayed out while another setting stands like this, and open while it stands like that; what must be around it.
GRAYED: tuple[tuple[str, str, Any, Any, str], ...] = (
    ("iso_floor", "iso_mode", "fixed", "automatic", "direct_iso"),
    ("iso_ceiling", "iso_mode", "fixed", "automatic", "direct_iso"),
    ("iso_slowest_shutter", "iso_mode", "fixed", "automatic", "direct_iso"),
    ("shutter_time", "exposure_mode", "aperture_priority", "shutter_priority", ""),
    ("aperture", "exposure_mode", "shutter_priority", "aperture_priority", ""),
    ("iso_value", "iso_mode", "automatic", "fixed", "direct_iso"),
    ("white_kelvin", "white_mode", "daylight", "kelvin", ""),
    ("white_shift", "white_mode", "kelvin", "automatic_warm", ""),
    ("rendered_quality", "file_format", "raw", "both", ""),
    ("rendered_size", "file_format", "raw", "rendered", ""),
    ("raw_compression", "file_format", "rendered", "raw", ""),
    ("bracket_frames", "bracket_kind", "off", "exposure", ""),
    ("bracket_step", "bracket_kind", "off", "iso", ""),
    ("bracket_order", "bracket_kind", "off", "focus", ""),
    ("merge_strength", "merge", "off", "automatic", ""),
    ("merge_align", "merge", "off", "one_stop", ""),
    ("merge_keep_sources", "merge", "off", "two_stops", ""),
    ("high_speed_sync", "flash", "off", "on", ""),
    ("flash_sync", "flash", "off", "on", ""),
    ("flash_slowest_time", "flash", "off", "on", ""),
    ("flash_burst", "flash", "off", "on", ""),
    ("card_of_raw", "card_roles", "copies", "splits_by_format", ""),
    ("area_size", "focus_area", "whole_frame", "zone", ""),
    ("detection_part", "subject_detection", "off", "people", ""),
    ("shutter_type", "silent", "on", "off", "several_shutters electronic"),
    ("fine_flicker_shutter", "shutter_type", "mechanical", "electronic", "several_shutters"),
    ("peaking_level", "peaking", "off", "always", ""),
    ("peaking_colour", "peaking", "off", "on_demand", ""),
    ("registered_faces", "subject_detection", "birds", "people", ""),
    ("send_while_shooting", "pairing", "off", "on", ""),
    ("send_what", "send_while_shooting", "off", "on", ""),
    ("thumb_part", "thumb_pointing", "off", "jumps", ""),
    ("stabiliser", "exposure_mode", "timed", "manual", "lens_switch"),
)


class Availability(TestCase):
    def test_what_is_grayed_out_and_what_opens_it(self) -> None:
        """Taking a row out of the table, or a case, fails here."""
        for slug, other, shut, opened, tokens in GRAYED:
            around = Around(frozenset(tokens.split()), afters=AFTERS)
            values: dict[str, Any] = {slug: BY_SLUG[slug].default, other: shut}
            self.assertIn(slug, closed(values, around), slug)
            self.assertNotIn(slug, closed({**values, other: opened}, around), slug)
            self.assertNotIn(slug, closed({slug: values[slug]}, around), f"{slug} on a body without {other}")
            for token in tokens.split():
                rest = Around(frozenset(tokens.split()) - {token}, afters=AFTERS)
                self.assertNotIn(slug, closed(values, rest), f"{slug} without {token}")
        self.assertEqual(sorted(slug for slug, *_ in GRAYED), sorted(after.setting for after in AFTERS))

    def test_what_opens_something_is_set_before_it_and_what_shuts_it_after(self) -> None:
        for slug, other, shut, opened, tokens in GRAYED:
            around = Around(frozenset(tokens.split()), afters=AFTERS)
            default = BY_SLUG[slug].default
            self.assertEqual(order_to_set({slug: default, other: opened}, around), (other, slug))
            self.assertEqual(order_to_set({slug: default, other: shut}, around), (slug, other))


class Tables(TestCase):
    def test_settings_are_whole(self) -> None:
        self.assertGreaterEqual(len(SETTINGS), 115)
        self.assertEqual(len({s.slug for s in SETTINGS}), len(SETTINGS))
        self.assertEqual(len({s.label for s in SETTINGS}), len(SETTINGS))
        self.assertEqual({s.reach for s in SETTINGS}, set(Reach))
        self.assertEqual(set(REACH_WORDS), set(Reach))
        for s in SETTINGS:
            self.assertRegex(s.meaning, r"^[A-Z].{20,}\.$", s.slug)
            self.assertTrue(set(s.needs) <= set(FEATURES), s.slug)
            self.assertEqual(s.checked(s.default), s.default)
            self.assertEqual(s.unit is Unit.CHOICE, all(isinstance(v, str) for v in (*s.values, s.default)), s.slug)

    def test_dependencies_name_settings_values_and_tokens_that_there_are(self) -> None:
        known = {**FEATURES, **CIRCUMSTANCES}
        for rule in RULES:
            self.assertTrue(rule.reason and rule.way_out and rule.source, rule.slug)
            self.assertTrue(set(rule.given) | set(rule.unless) <= set(known), rule.slug)
            for term in rule.terms:
                setting = BY_SLUG[term.setting]
                for value in term.values if setting.unit is Unit.CHOICE else ():
                    self.assertIn(value, setting.values, f"{rule.slug}: {term.setting}")
        for after in AFTERS:
            self.assertTrue(after.reason and after.setting in BY_SLUG and after.term.setting in BY_SLUG)
        self.assertEqual(len({a.setting for a in AFTERS}), len(AFTERS))

    def test_no_two_sentences_are_nearly_alike(self) -> None:
        for sentences in ([r.reason for r in RULES], [s.meaning for s in SETTINGS]):
            for one, other in combinations(sentences, 2):
                self.assertLess(difflib.SequenceMatcher(None, one, other).ratio(), 0.86, f"{one} / {other}")

    def test_a_body_without_a_rule_or_with_one_more(self) -> None:
        own = Rule(
            slug="own",
            terms=(Term("grid", Test.IS, ("fine",)),),
            reason="This body's fine grid hides the level.",
            way_out="thirds",
            source="profile",
        )
        values = {"grid": "fine", "beeps": "on", "silent": "on"}
        with_own = Around(frozenset(), rules=(*(r for r in RULES if r.slug != "silent_beeps"), own))
        self.assertEqual([v.rule.slug for v in violations(values, with_own)], ["own"])
