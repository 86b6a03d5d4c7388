"""The demo day: lantern-boat week at Tarrow Sound, an invented estuary, with two invented photographers."""

from __future__ import annotations

from typing import Any

from demo.kit import FLASHES

PEOPLE: dict[str, dict[str, Any]] = {
    "demo.ilse": {
        "iso_ceilings": {"merrow-swift-20": 6400, "oxwick-plate-60": 3200},
        "steadiness": 1.0,
        "acuity": "traditional",
        "units": "metres",
        "schools": {},
        "habits": {"second_card": "copy", "review": "per_situation", "folders": "unknown"},
        "bodies": 2,
        "flashes": list(FLASHES.values()),
    },
    "demo.bram": {
        "iso_ceilings": {"quillon-lane-32": 3200},
        "steadiness": 1.4,
        "acuity": "keen",
        "units": "feet",
        "schools": {"exposure_mode": "hold_everything"},
        "habits": {"focus_start": "shutter_button", "raw_packing": "lossless"},
        "raw_opens": ["none", "lossless"],
    },
}
"""Name -> profile."""

HELD: dict[str, dict[str, tuple[dict[str, float | str | None], bool]]] = {
    "demo.ilse": {
        "merrow-swift-20": (
            {
                "exposure_mode": "manual",
                "metering_pattern": "spot",
                "iso_mode": "automatic",
                "iso_ceiling": 12800.0,
                "drive_mode": "high",
                "shutter_type": "mechanical",
                "stabiliser": "always",
                "file_format": "both",
                "card_roles": "continues",
                "beeps": "on",
                "assist_lamp": "on",
                "white_mode": "tungsten",
                "bracket_kind": "off",
                "focus_mode": "continuous",
                "focus_activation": "rear_button",
            },
            True,
        ),
        "oxwick-plate-60": ({"file_format": "both", "long_exposure_noise_reduction": "on", "stabiliser": "off", "silent": "off"}, False),
    }
}
"""Name -> body -> what it is believed to hold, and whether somebody has looked."""

LAYOUTS: dict[str, dict[str, dict[str, Any]]] = {
    "demo.ilse": {
        "merrow-swift-20": {
            "pinned": ["iso_ceiling", "stabiliser", "white_mode"],
            "short_list": ["drive_mode", "metering_pattern", "focus_area"],
            "roles": [
                {"control": "rear", "use": "hold", "function": "focus", "fixed": True},
                {"control": "keel", "use": "hold", "function": "eyes_while_held", "fixed": False},
                {"control": "mast", "use": "press", "function": "drive", "fixed": False},
            ],
            "prefix": "TSW",
            "clock_offset_s": 0.0,
        },
        "oxwick-plate-60": {"pinned": ["stabiliser"], "prefix": "TSW", "clock_offset_s": 2.5},
    }
}
"""Name -> body -> how it is laid out; the two prefixes collide, and the clocks do not agree, for the checks to find."""

DAY: dict[str, Any] = {
    "format": "wide-aperture-outing",
    "version": 1,
    "title": "Lantern-boat week",
    "place": "Tarrow Sound",
    "utc_offset_min": 60,
    "lies": {
        "latitude_deg": 54.4,
        "longitude_deg": 0.6,
        "horizon": [
            {"bearing_deg": float(bearing), "height_deg": height}
            for bearing, height in ((20, 1.0), (70, 0.0), (160, 0.0), (210, 1.5), (250, 5.0), (285, 7.0), (320, 4.0))
        ],
    },
    "day": "2027-06-12",
    "situations": [
        {
            "title": "First light on the causeway",
            "starts_at": "04:20",
            "genre": "landscape",
            "subject": "causeway",
            "body": "oxwick-plate-60",
            "lens": "oxwick-16-35",
            "focal_length_mm": 20,
            "light": {"condition": "backlit_dawn", "stops_below": 8, "stops_above": 5, "swing_stops": 1.5},
            "note": "Tide out from four; the way back closes at six.",
        },
        {
            "title": "Terns over the bar",
            "starts_at": "07:10",
            "genre": "wildlife",
            "subject": "small_bird_flight",
            "body": "merrow-swift-20",
            "lens": "merrow-500",
            "light": {"condition": "hazy_sun", "swing_stops": 2.3},
            "motion": {"distance_m": 30},
        },
        {
            "title": "Early ferry queue",
            "starts_at": "08:30",
            "genre": "street",
            "subject": "queue",
            "body": "quillon-lane-32",
            "lens": "quillon-18",
            "light": {"condition": "open_shade", "swing_stops": 2.5},
            "motion": {"near_m": 1.5},
        },
        {
            "title": "Sprint heats off the quay",
            "starts_at": "10:40",
            "genre": "sports",
            "subject": "rowing",
            "body": "merrow-swift-20",
            "lens": "merrow-70-200",
            "focal_length_mm": 180,
            "light": {"ev100": 11, "stops_below": 4, "stops_above": 2.6667, "swing_stops": 2.5, "kelvin": 6300},
            "motion": {"speed_m_s": 5.5, "distance_m": 35, "depth_m": 1.2},
            "delivery": {"deadline_h": 2, "count": 400},
        },
        {
            "title": "Sail-loft portrait by the window",
            "starts_at": "14:00",
            "genre": "portrait",
            "subject": "seated",
            "body": "oxwick-plate-60",
            "lens": "merrow-85",
            "light": {"condition": "window_light"},
            "delivery": {"shape": "4:5"},
        },
        {
            "title": "Boathouse wedding, one bright doorway",
            "starts_at": "17:30",
            "genre": "wedding",
            "subject": "ceremony",
            "body": "merrow-glass-36",
            "lens": "merrow-24-70",
            "focal_length_mm": 50,
            "light": {"condition": "lamps_and_window"},
            "motion": {"distance_m": 6, "depth_m": 0.8},
        },
        {
            "title": "The causeway under the stars",
            "starts_at": "23:45",
            "genre": "night_sky",
            "subject": "stars_over_land",
            "body": "merrow-swift-20",
            "lens": "oxwick-20",
            "light": {"condition": "moonless"},
            "note": "No lamp but the red one; tide turns at one.",
        },
    ],
}
