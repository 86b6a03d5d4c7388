"""Settings of displays, sounds, power, upkeep and controls."""

# fmt: off

from __future__ import annotations

from craft.vocabulary.setting import Group, Reach, Setting

_D, _P, _C = Group.DISPLAY, Group.POWER, Group.CONTROLS
_PREVIEW, _HANDLING, _SAFETY, _METER = Reach.PREVIEW, Reach.HANDLING, Reach.SAFETY, Reach.METER
_ON = ("off", "on")

HANDLING_SETTINGS: tuple[Setting, ...] = (
    Setting("clock", _P, "clock", ("as_found", "set_to_the_second"), "as_found", _SAFETY, "The time written into files; two bodies must agree to the second to be sorted together."),
    Setting("zone", _P, "time zone", ("home", "travel"), "home", _SAFETY, "Which part of the world the clock is set to."),
    Setting("firmware_noted", _P, "firmware noted", ("no", "yes"), "no", _SAFETY, "Whether the version that these facts are true for is written down."),
    Setting("fires_without_lens", _P, "fires with no or an unknown lens", _ON, "off", _SAFETY, "Must be on for a lens that does not report itself; off guards against a loose lens.", needs=("interchangeable",)),
    Setting("sensor_cleaning", _P, "sensor cleaning", ("off", "at_switching"), "at_switching", _HANDLING, "Shakes dust off when the body is switched.", needs=("interchangeable",)),
    Setting("shutter_closed_when_off", _P, "shutter closed when off", _ON, "off", _SAFETY, "Keeps dust off the sensor while lenses are changed.", needs=("mechanical", "interchangeable")),
    Setting("temperature_cutoff", _P, "heat limit", ("usual", "high"), "usual", _SAFETY, "How warm the body may become before it switches itself off."),
    Setting("screen_off_delay", _P, "screen off after", ("ten_seconds", "thirty_seconds", "a_minute", "five_minutes"), "a_minute", _HANDLING, "How long the body stays awake with nobody pressing."),
    Setting("reduced_power", _P, "reduced power", _ON, "off", _HANDLING, "Dims and slows the body to save the battery."),
    Setting("finder_refresh", _P, "refresh of the finder", ("usual", "fast"), "usual", _PREVIEW, "How often the finder picture is renewed; fast is smoother and costs power.", needs=("electronic_finder",)),
    Setting("battery_order", _P, "which battery first", ("body", "grip"), "body", _HANDLING, "Which battery is drained first when a grip holds a second one.", needs=("grip",)),
    Setting("beeps", _D, "beeps", _ON, "on", _HANDLING, "Sounds when focus is found and when the timer runs."),
    Setting("shutter_sound", _D, "made shutter sound", _ON, "on", _HANDLING, "A sound that tells of an electronic shutter.", needs=("electronic",)),
    Setting("review_time", _D, "review after the shot", ("off", "two_seconds", "four_seconds"), "two_seconds", _PREVIEW, "How long the picture just taken is shown, instead of what is going on."),
    Setting("playback_pages", _D, "pages at playback", ("picture_only", "with_histogram_and_warnings", "all"), "all", _PREVIEW, "What one steps through when looking back."),
    Setting("grid", _D, "grid", ("off", "thirds", "fine"), "off", _PREVIEW, "Lines over the picture, to place and to level."),
    Setting("level", _D, "level", _ON, "off", _PREVIEW, "Shows whether the body is held level.", needs=("level",)),
    Setting("finder_contents", _D, "what the finder shows", ("everything", "little"), "everything", _PREVIEW, "How many figures lie over the picture."),
    Setting("finder_switch", _D, "finder or screen", ("automatic", "finder", "screen"), "automatic", _HANDLING, "Which of the two is on; automatic reacts to whatever comes near the finder.", needs=("electronic_finder",)),
    Setting("screen_brightness", _D, "brightness of the screen", ("low", "middle", "high"), "middle", _PREVIEW, "A bright screen makes dark pictures look bright enough."),
    Setting("screen_colour", _D, "colour of the screen", ("neutral", "warm"), "neutral", _PREVIEW, "The screen's own white."),
    Setting("night_display", _D, "night display", _ON, "off", _PREVIEW, "Shows menus in dim red, to keep the eye used to the dark.", needs=("night_display",)),
    Setting("front_dial", _C, "front dial", ("time", "aperture", "iso", "compensation"), "time", _HANDLING, "What the dial under the finger turns.", needs=("two_dials",)),
    Setting("rear_dial", _C, "rear dial", ("time", "aperture", "iso", "compensation"), "aperture", _HANDLING, "What the dial under the thumb turns."),
    Setting("dial_direction", _C, "direction of the dials", ("right_is_more", "left_is_more"), "right_is_more", _HANDLING, "Which way a dial must be turned for more."),
    Setting("compensation_direction", _C, "direction of compensation", ("right_is_brighter", "left_is_brighter"), "right_is_brighter", _METER, "Which way under the thumb is brighter; the wrong habit costs two corrections."),
    Setting("wheel_lock", _C, "wheel lock", _ON, "off", _SAFETY, "Stops wheels that a sleeve could turn."),
    Setting("eye_button", _C, "button for eyes while held", _ON, "off", _HANDLING, "Gives one button to finding eyes for as long as it is held.", needs=("detection", "rear_button")),
    Setting("second_setup_button", _C, "button for another setup while held", _ON, "off", _HANDLING, "Gives one button to a second setup for as long as it is held.", needs=("rear_button",)),
    Setting("press_and_turn", _C, "press-and-turn on the thumb button", _ON, "off", _HANDLING, "Changes a value by holding the button and turning a dial.", needs=("rear_button",)),
    Setting("short_list", _C, "short list", ("as_made", "own"), "as_made", _HANDLING, "The handful of items that one button brings up."),
    Setting("pinned_items", _C, "pinned items", ("none", "own"), "none", _HANDLING, "Your own page at the front of the menus."),
    Setting("menu_memory", _C, "menu reopens where it was left", _ON, "on", _HANDLING, "Whether the menu comes back to its last item or to its first page."),
    Setting("choice_lists", _C, "lists of choices", ("everything", "trimmed"), "everything", _HANDLING, "Whether stepping through values meets all of them or only the ones you use."),
    Setting("slot_keeps_changes", _C, "a slot keeps what is changed in it", ("forgets", "keeps"), "forgets", _SAFETY, "Whether a change made in a custom slot is still there at the next turn.", needs=("slots",)),
    Setting("hand_over", _C, "ready for other hands", ("no", "yes"), "no", _HANDLING, "Everything automatic, the shutter button focuses: for someone else to take the camera."),
)
