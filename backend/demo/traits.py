"""What the demo bodies' profiles say about their settings, in the open form. All invented."""

# fmt: off

from __future__ import annotations

from typing import Any


def _key(slug: str, label: str, spot: str, *uses: str, **more: Any) -> dict[str, Any]:
    return {"slug": slug, "label": label, "spot": spot, "uses": list(uses or ("press", "hold")), **more}


TRAITS: dict[str, dict[str, Any]] = {
    "merrow-swift-20": {
        "firmware": "2.1",
        "features": ["two_cards", "touch", "rear_button", "links", "remote", "grip", "merge", "level", "night_display", "two_dials", "large_sensor", "slots", "long_times", "press_and_turn_free", "top_display", "lit_buttons", "display_pages", "start_per_mode", "detection_part", "own_looks", "dark_focus", "area_sizes"],
        "defaults_known": True,
        "defaults": {"assist_lamp": "on", "beeps": "on", "review_time": "two_seconds", "card_roles": "continues", "iso_ceiling": 12800.0, "look": "vivid", "eye_detection": "always", "shutter_type": "mechanical"},
        "reach": {"shadow_lift": "meter"},
        "true_for": {"pre_capture": "2.0", "shadow_lift": "2.1"},
        "moves": {"line": 0.5, "reset": 6, "pinned_room": 8, "short_list_room": 10},
        "borrows_from": "values kept for the button",
        "traffic": {"buffer_mb": 2600, "card_mb_s": [420, 180], "link_mb_s": 6, "blocks": ["it does not sleep", "a new pairing"]},
        "controls": [
            _key("front_dial", "front wheel", "top_front", "turn"),
            _key("rear_dial", "rear wheel", "thumb_edge", "turn"),
            _key("rear", "thumb button", "thumb_rest", "press", "hold", "press_and_turn"),
            _key("mast", "top button", "top_behind", "press", "long_press", "press_and_turn"),
            _key("helm", "upper back button", "thumb_up", "press", "hold"),
            _key("keel", "upper front button", "grip_high", "press", "hold"),
            _key("bilge", "lower front button", "grip_low", "press", "hold", takes=["other_area", "burst_while_held", "preview_depth", "second_setup", "level", "silent", "sensor_crop"]),
            _key("deck", "lower back button", "back_low", "press"),
            _key("ring", "lens button", "barrel", "press", "hold", takes=["tracking_off", "by_hand_toggle", "exposure_lock", "other_area"]),
        ],
        "raw_rate": 20.0,
        "mechanical_rate": 12.0,
        "scales": {"tracking_hold": {"lowest": -2, "highest": 2}, "subject_path": {"lowest": 1, "highest": 3}, "area_switching": {"lowest": 0, "highest": 2}},
        "presets": [
            {"name": "Keel", "steps": {"tracking_hold": 0, "subject_path": 2, "area_switching": 1}},
            {"name": "Tideway", "steps": {"tracking_hold": 2, "subject_path": 1, "area_switching": 0}},
            {"name": "Ferry", "steps": {"tracking_hold": 1, "subject_path": 2, "area_switching": 1}},
            {"name": "Squall", "steps": {"tracking_hold": -2, "subject_path": 3, "area_switching": 2}},
        ],
        "slots": 3,
        "slot_leaves_out": ["clock", "zone", "author", "file_prefix", "card_roles", "pairing", "send_while_shooting", "screen_brightness"],
    },
    "quillon-lane-32": {
        "firmware": "1.04",
        "features": ["touch", "links", "level", "large_sensor", "slots", "own_looks", "dark_view"],
        "absent": ["burst_limit", "release_on_entry", "linked_release", "registered_faces", "point_memory", "battery_order", "pinned_items", "tether", "finder_contents", "wheel_lock"],
        "defaults_known": True,
        "defaults": {"look": "natural", "beeps": "on", "clip_warning": "off", "touch_release": "on", "drive_mode": "single"},
        "offered": {"review_time": ["off", "two_seconds"], "self_timer": [0.0, 2.0, 10.0], "histogram": ["off", "brightness"], "grid": ["off", "thirds"], "raw_compression": ["none", "lossless"]},
        "true_for": {"raw_compression": "1.04"},
        "moves": {"back": 2, "reset": 5, "short_list_room": 8},
        "traffic": {"buffer_mb": 700, "card_mb_s": [90], "link_mb_s": 2},
        "controls": [
            _key("rear_dial", "the wheel", "thumb_edge", "turn"),
            _key("one", "top button", "top_behind", "press", "long_press"),
            _key("two", "back button", "thumb_up", "press", "hold", modes=["manual", "aperture_priority", "shutter_priority"]),
        ],
        "slots": 2,
        "added": [{"slug": "lane_peaking_true_view", "terms": [{"setting": "peaking", "test": "is_not", "values": ["off"]}, {"setting": "exposure_true_view", "test": "is", "values": ["off"]}], "reason": "This body colours edges only while the view is exposure-true.", "way_out": "exposure-true view on, or no peaking"}],
    },
    "oxwick-plate-60": {
        "firmware": "3.0",
        "features": ["two_cards", "rear_button", "links", "remote", "merge", "merge_keeps_raw", "level", "two_dials", "large_sensor", "slots", "long_times", "detects_tripod", "lamp_flash", "top_display", "own_looks", "dark_view", "dark_focus"],
        "defaults_known": True,
        "defaults": {"file_format": "both", "long_exposure_noise_reduction": "on", "look": "neutral", "card_roles": "copies", "shutter_type": "mechanical"},
        "offered": {"bracket_step": [0.3333, 0.6667, 1.0, 1.3333, 2.0]},
        "reach": {"rendered_size": "raw"},
        "dropped": ["stabiliser_on_tripod"],
        "moves": {"choose": 3, "number": 6, "reset": 9, "pinned_room": 6},
        "borrows_from": "another slot",
        "traffic": {"buffer_mb": 1800, "card_mb_s": [280, 280], "link_mb_s": 4, "blocks": ["playback", "it does not sleep"]},
        "controls": [
            _key("front_dial", "front wheel", "top_front", "turn"),
            _key("rear_dial", "rear wheel", "thumb_edge", "turn"),
            _key("rear", "thumb button", "thumb_rest", "press", "hold", "press_and_turn", excludes=[{"one": "press", "other": "press_and_turn"}, {"one": "hold", "other": "press_and_turn"}]),
            _key("plate", "back button", "thumb_down", "press", "long_press"),
            _key("lamp", "left button", "back_left", "press", takes=["magnifier", "true_view", "clip_warning", "look_back", "level"]),
            _key("shelf", "top button", "top_middle", "press", "press_and_turn"),
        ],
        "slots": 2,
        "second_bank": {"label": "focus sets", "slots": 2, "names": ["standing", "flying"], "only": ["focus_mode", "focus_area", "area_list", "priority_single", "priority_continuous", "subject_detection", "eye_detection", "tracking_hold", "subject_path", "tracking_start", "pre_focus", "magnifier", "peaking", "ring_override", "hold_focus", "focus_activation"]},
        "slot_leaves_out": ["clock", "author", "file_prefix", "card_roles", "file_format", "raw_compression", "beeps"],
        "raw_rate": 5.0,
    },
    "merrow-glass-36": {
        "firmware": "1.2",
        "features": ["two_cards", "rear_button", "remote", "grip", "two_dials", "large_sensor", "slots", "live_view", "long_times", "top_display"],
        "absent": ["pre_focus", "direction_pointer", "magnifier_time", "folders", "zone", "distance_scale"],
        "defaults_known": True,
        "defaults": {"look": "vivid", "meter_offset": 0.0, "review_time": "four_seconds", "assist_lamp": "on"},
        "moves": {"pinned_room": 5},
        "traffic": {"buffer_mb": 1100, "card_mb_s": [120, 95]},
        "controls": [
            _key("front_dial", "front wheel", "top_front", "turn"),
            _key("rear_dial", "rear wheel", "thumb_edge", "turn"),
            _key("rear", "thumb button", "thumb_rest", "press", "hold"),
            _key("pin", "front button", "grip_high", "press", "hold", "press_and_turn"),
        ],
        "offered": {"peaking": ["off"], "magnifier": ["by_button"], "exposure_true_view": ["off", "on"]},
    },
    "tamsel-heron": {
        "firmware": "1.0",
        "features": ["one_piece", "touch", "links", "level", "merge", "slots", "electronic_flash", "dark_view"],
        "absent": ["release_on_entry", "linked_release", "battery_order", "folders", "second_setup_button", "press_and_turn", "iso_step", "exposure_step", "meter_offset", "white_shift", "wheel_lock"],
        "defaults_known": True,
        "defaults": {"file_format": "rendered", "look": "vivid", "assist_lamp": "on", "shadow_lift": "strong", "eye_detection": "always", "touch_release": "on"},
        "moves": {"line": 0.25, "pinned_room": 4},
        "controls": [_key("rear_dial", "rim", "thumb_down", "turn"), _key("crest", "top button", "top_middle", "press"), _key("bill", "lower back button", "back_low", "press", "long_press")],
        "offered": {"look": ["natural", "vivid", "neutral", "flat"], "bracket_order": ["dark_to_bright"]},
        "raw_rate": 12.0,
    },
    "tamsel-matchbox": {
        "firmware": "1.0",
        "features": ["one_piece"],
        "absent": [
            "colour_space", "rendered_size", "raw_compression", "meter_offset", "white_tint", "white_shift", "white_card_slot", "iso_step", "exposure_step", "exposure_lock", "compensation_direction", "dial_direction",
            "look_contrast", "look_saturation", "look_sharpness", "warning_points", "histogram", "high_iso_noise_reduction", "lens_corrections", "short_list", "pinned_items", "menu_memory", "choice_lists", "rear_dial",
            "playback_pages", "screen_colour", "point_memory", "point_count", "point_speed", "point_wrap", "area_list", "tracking_hold", "subject_path", "pre_focus", "peaking", "peaking_level", "peaking_colour",
            "direction_pointer", "distance_scale", "magnifier", "magnifier_time", "ring_override", "burst_exposure", "burst_limit", "rate_low", "folders", "temperature_cutoff", "wheel_lock", "zone", "firmware_noted", "reduced_power",
            "priority_single", "priority_continuous", "fine_flicker_shutter", "meter_at_focus_point", "long_exposure_noise_reduction", "silent", "shadow_lift", "finder_contents", "crop_mark", "screen_off_delay", "rendered_quality",
        ],
        "defaults_known": True,
        "defaults": {"look": "vivid", "beeps": "on", "file_format": "rendered"},
        "offered": {"white_mode": ["automatic", "daylight", "tungsten", "kelvin"], "grid": ["off", "thirds"], "review_time": ["off", "two_seconds"], "aspect": ["as_sensor", "square"], "self_timer": [0.0, 10.0], "look": ["natural", "vivid", "grey"]},
    },
}
"""Body slug -> traits about its settings."""
