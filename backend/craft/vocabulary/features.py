"""Features of body and lens on which settings and dependencies depend, and circumstances that a scene may bring.

Both are tokens, so that a body's own profile and a rule can name them; the sentence says what it
means that the token is there.
"""

from __future__ import annotations

FEATURES: dict[str, str] = {
    "area_switching": "it can be chosen how readily focus goes over to a neighbouring area",
    "area_sizes": "focus areas come in several sizes",
    "autofocus": "body and lens focus by themselves",
    "body_stabiliser": "the body has a stabiliser of its own",
    "brackets": "the body fires sets of frames",
    "bursts": "the body fires bursts",
    "circle_small": "the lens does not light the whole sensor",
    "dark_focus": "autofocus has a slow way for the dark",
    "dark_view": "the view can be brightened where it is too dark to frame",
    "detection": "the body looks for subjects",
    "detection_part": "it can be chosen which part of a subject is looked for",
    "detects_tripod": "the stabiliser notices a tripod by itself",
    "direct_iso": "ISO can be set directly",
    "display_pages": "what stands on the pages of the display can be chosen",
    "electronic": "there is an electronic shutter",
    "electronic_finder": "the finder is electronic",
    "electronic_flash": "flash works with the electronic shutter",
    "eye_finder": "there is a finder for the eye",
    "flash": "a flash can be used",
    "focuses": "the lens can be focused",
    "grip": "a grip holds a second battery",
    "interchangeable": "lenses can be changed",
    "lamp_flash": "the flash has a steady lamp that the release fires",
    "large_sensor": "the sensor can be cropped",
    "lens_known": "the lens reports itself",
    "lens_manual": "the lens is focused by hand only",
    "lens_switch": "the lens has a stabiliser switch that overrules the menu",
    "lens_unreported": "the lens does not report itself",
    "level": "the body can tell whether it is level",
    "links": "the body has a wireless link",
    "lit_buttons": "the buttons can be lit",
    "live_view": "the picture can be seen before it is taken",
    "long_times": "times of minutes can be put on the dial",
    "mechanical": "there is a mechanical shutter",
    "merge": "the body merges frames by itself",
    "merge_keeps_raw": "merging works while raw is kept",
    "nd": "a grey filter is built in",
    "night_display": "the body has a dim red display",
    "nothing_steers": "no control leads the focus point",
    "one_piece": "lens and body are one piece",
    "own_looks": "the body keeps looks of one's own",
    "press_and_turn_free": "a button may be pressed, and pressed and turned, for two things",
    "protection": "the body offers highlight protection",
    "raw_files": "the body keeps raw files",
    "rear_button": "a button under the thumb can focus",
    "remote": "the body can be released from afar",
    "ring_reported": "the lens reports its focus ring",
    "several_apertures": "there is more than one aperture",
    "several_patterns": "there is more than one metering pattern",
    "several_shutters": "there is more than one kind of shutter",
    "shadow_lift_meters": "shadow lift exposes less",
    "slots": "the body has custom slots",
    "stabiliser": "body or lens has a stabiliser",
    "start_per_mode": "what starts the focus is kept for each way of focusing",
    "top_display": "there is a small display on top",
    "touch": "the rear screen answers a touch",
    "two_cards": "the body takes two cards",
    "two_dials": "there is a dial under the finger and one under the thumb",
}
"""What kit can have: token -> what it means."""

CIRCUMSTANCES: dict[str, str] = {
    "handheld": "the camera is held by hand",
    "tripod": "the camera stands on a tripod",
    "will_not_wait": "the subject will not wait",
    "pulsing_light": "the light pulses",
    "fast_across": "the subject crosses so fast that a frame read line by line would lean",
    "stars_in_series": "frames of the sky follow each other without a gap",
    "quiet": "quiet is wanted",
    "lamp_unwelcome": "a lamp would disturb or hurt",
    "wild_animals": "wild animals are the subject",
    "other_body": "another body is used on the same day",
}
"""What a scene can bring: token -> what it means."""


def lacking(needs: tuple[str, ...], there: frozenset[str]) -> str:
    """Why a setting does not exist on this kit, or an empty sentence.

    >>> lacking(("touch",), frozenset())
    'not here: it needs that the rear screen answers a touch'
    """
    missing = [FEATURES[token] for token in needs if token not in there]
    return f"not here: it needs that {' and that '.join(missing)}" if missing else ""
