"""Generated situations in the open form, on inline kit."""

from __future__ import annotations

from typing import Any

from hypothesis import strategies as st

BODY: dict[str, Any] = {
    "name": "Test body",
    "sensor_width_mm": 36,
    "sensor_height_mm": 24,
    "pixels_wide": 6000,
    "pixels_high": 4000,
    "base_iso": 100,
    "max_iso": 25600,
    "full_well_e": 60000,
    "read_noise_pre_e": 3,
    "read_noise_post_e": 5,
    "shortest_mechanical_s": 0.000125,
    "longest_s": 30,
    "sync_s": 0.004,
    "step_ev": 1 / 3,
    "frames_per_second": 10,
}
LENS: dict[str, Any] = {
    "name": "Test lens",
    "focal_min_mm": 24,
    "focal_max_mm": 200,
    "widest_aperture": 2.8,
    "narrowest_aperture": 22,
    "closest_m": 0.5,
}
GENRES = ("sports", "wildlife", "street", "landscape", "wedding", "night_sky", "portrait", "everyday")
NAMED = {
    "depth": ("f4", "widest", "body_limit"),
    "separation": ("body_limit",),
    "freeze": ("smear", "shake", "trail", "body_limit"),
    "shake": ("body_limit",),
    "motion_blur": ("body_limit",),
    "iso": ("ceiling", "body_limit"),
    "noise": ("ceiling", "body_limit"),
    "brightness": (),
}

_RUNG = st.sampled_from(sorted(NAMED)).flatmap(
    lambda intent: st.one_of(
        st.sampled_from((None, 0.5, 1, 2, 3)).map(lambda stops: {"intent": intent, "up_to_stops": stops}),
        *([st.sampled_from(NAMED[intent]).map(lambda to: {"intent": intent, "to": to})] if NAMED[intent] else []),
    )
)


@st.composite
def situations(draw: st.DrawFn) -> dict[str, Any]:
    """A situation that any kit can answer; light, movement, concessions and locks at random."""
    body = {
        **BODY,
        "step_ev": draw(st.sampled_from((1 / 3, 0.5, 1))),
        "max_iso": draw(st.sampled_from((6400, 25600))),
        "stabiliser_stops": draw(st.sampled_from((0, 3, 5.5))),
        "protection_stops": draw(st.sampled_from(([], [1, 2]))),
        "nd_stops": draw(st.sampled_from(([], [3]))),
        "compensation_stops": draw(st.sampled_from((2, 5))),
        "shortest_electronic_s": draw(st.sampled_from((None, 1 / 32000))),
    }
    lens = {**LENS, "widest_aperture": draw(st.sampled_from((1.2, 1.4, 1.9, 2.8, 4)))}
    distance = draw(st.floats(1.5, 80))
    made: dict[str, Any] = {
        "genre": draw(st.sampled_from(GENRES)),
        "body": body,
        "lens": lens,
        "focal_length_mm": draw(st.sampled_from((24, 50, 85, 200))),
        "light": {
            "metered": {
                "shutter_s": draw(st.sampled_from((8, 0.5, 1 / 30, 1 / 250, 1 / 4000))),
                "aperture": draw(st.sampled_from((2.8, 5.6, 11))),
                "iso": 100,
            },
            "stops_above": draw(st.floats(0, 5)),
            "stops_below": draw(st.floats(1, 6)),
            "swing_stops": draw(st.floats(0, 3)),
        },
        "motion": {
            "speed_m_s": draw(st.floats(0, 15).map(lambda v: round(v, 2))),
            "distance_m": distance,
            "depth_m": draw(st.floats(0, 0.9)) * distance,
            "angle_deg": draw(st.integers(0, 180)),
        },
        "aims": {"depth": draw(st.sampled_from(("enough", "shallow"))), "motion": draw(st.sampled_from(("freeze", "blur", "pan")))},
        "support": draw(st.sampled_from(("handheld", "monopod", "tripod"))),
        "profile": {"steadiness": draw(st.sampled_from((0.5, 1, 2)))},
    }
    if draw(st.booleans()):
        made["profile"]["iso_ceiling"] = 3200
    if draw(st.booleans()):
        made["concessions"] = draw(st.lists(_RUNG, max_size=6))
    locks = {"shutter_s": 1 / 125, "aperture": 5.6, "iso": 400}
    made["locks"] = {name: locks[name] for name in draw(st.sets(st.sampled_from(sorted(locks))))}
    if draw(st.booleans()):
        made["other_subjects"] = draw(
            st.lists(st.fixed_dictionaries({"distance_m": st.floats(1.5, 80), "depth_m": st.floats(0, 1)}), max_size=3)
        )
        made["other_lights"] = draw(
            st.lists(st.fixed_dictionaries({"ev100": st.floats(-2, 16), "kelvin": st.integers(1500, 9000)}), max_size=3)
        )
    if draw(st.booleans()):
        made["body"] |= {"sync_s": draw(st.sampled_from((1 / 60, 1 / 200)))}
        one_flash = st.fixed_dictionaries({"guide_number_m": st.floats(1, 90), "mains": st.booleans()})
        made["flashes"] = [{"name": name, **draw(one_flash)} for name in ("one", "other")]
        made["flash"] = draw(
            st.fixed_dictionaries(
                {"name": st.just("one")},
                optional={
                    "further": st.lists(
                        st.fixed_dictionaries(
                            {"name": st.just("other")},
                            optional={
                                "lights": st.sampled_from(("subject", "behind")),
                                "under_stops": st.floats(-4, 8),
                                "distance_m": st.floats(0.3, 30),
                            },
                        ),
                        max_size=1,
                    ),
                    "aim": st.sampled_from(("direct", "softened", "bounced")),
                    "distance_m": st.floats(0.3, 30),
                    "metered_aperture": st.sampled_from((2.8, 8.0, 22.0)),
                },
            )
        )
    return made


HAND: dict[str, tuple[Any, ...]] = {
    "exposure_mode": ("manual", "aperture_priority", "shutter_priority", "program", "timed"),
    "iso_mode": ("fixed", "automatic"),
    "iso_floor": (100, 200),
    "iso_ceiling": (800, 3200, 6400),
    "iso_slowest_shutter": (1 / 30, 1 / 250),
    "compensation": (-1, 0, 1 / 3, 5),
    "metering_pattern": ("multi_zone", "centre_weighted", "spot"),
    "highlight_protection": (0, 1, 2),
    "bracket_kind": ("off", "exposure"),
    "bracket_frames": (3, 5),
    "bracket_step": (1, 2),
    "white_mode": ("automatic", "kelvin", "daylight", "measured"),
    "white_kelvin": (2800, 5600),
    "focus_mode": ("single", "continuous", "manual"),
    "focus_area": ("point", "zone", "whole_frame"),
    "drive_mode": ("single", "low", "high", "timer"),
    "rate_high": (3, 8),
    "shutter_type": ("mechanical",),
    "stabiliser": ("off", "always"),
    "file_format": ("raw", "rendered", "both"),
    "flash": ("off", "on"),
}
"""Values that a hand may set on that body, by setting."""


_HANDS = st.lists(st.sampled_from(sorted(HAND)), min_size=1, max_size=4, unique=True).flatmap(
    lambda slugs: st.fixed_dictionaries({slug: st.sampled_from(HAND[slug]) for slug in slugs})
)


@st.composite
def set_by_many_hands(draw: st.DrawFn) -> list[dict[str, Any]]:
    """The same situation with one set of values by hand and another, eight times."""
    made = draw(situations())
    made["body"] |= {
        "bracket_offers": [{"frames": frames, "step_ev": step} for frames in (3, 5) for step in (1, 2)],
        "shortest_electronic_s": 1 / 32000,
        "protection_stops": [1, 2],
        "stabiliser_stops": 3,
        "patterns": ["multi_zone", "centre_weighted", "spot", "highlight_guard"],
    }
    return [{**made, "settings": draw(_HANDS)} for _ in range(8)]


@st.composite
def set_by_hand(draw: st.DrawFn) -> dict[str, Any]:
    """The same with some values set by hand."""
    made = draw(situations())
    made["settings"] = draw(_HANDS)
    slugs = list(made["settings"])
    made["body"]["bracket_offers"] = [{"frames": frames, "step_ev": step} for frames in (3, 5) for step in (1, 2)]
    if "shutter_type" in slugs:
        made["body"]["shortest_electronic_s"] = 1 / 32000
    if "highlight_protection" in slugs:
        made["body"]["protection_stops"] = [1, 2]
    if "stabiliser" in slugs:
        made["body"]["stabiliser_stops"] = 3
    made["body"]["patterns"] = ["multi_zone", "centre_weighted", "spot", "highlight_guard"]
    return made
