"""Settings of displays, sounds, power, upkeep and controls."""

# fmt: off

from __future__ import annotations

from craft.vocabulary.setting import Group, Reach, Setting

OFF_OR_ON = ("off", "on")

HANDLING_SETTINGS: tuple[Setting, ...] = (
    Setting(slug="clock", group=Group.POWER, label="clock", values=("as_found", "set_to_the_second"), default="as_found", reach=Reach.SAFETY, meaning="The time written into files; two bodies must agree to the second to be sorted together."),
    Setting(slug="zone", group=Group.POWER, label="time zone", values=("home", "travel"), default="home", reach=Reach.SAFETY, meaning="Which part of the world the clock is set to."),
    Setting(slug="firmware_noted", group=Group.POWER, label="firmware noted", values=("no", "yes"), default="no", reach=Reach.SAFETY, meaning="Whether the version that these facts are true for is written down."),
    Setting(slug="fires_without_lens", group=Group.POWER, label="fires with no or an unknown lens", values=OFF_OR_ON, default="off", reach=Reach.SAFETY, meaning="Must be on for a lens that does not report itself; off guards against a loose lens.", needs=("interchangeable",)),
    Setting(slug="sensor_cleaning", group=Group.POWER, label="sensor cleaning", values=("off", "at_switching"), default="at_switching", reach=Reach.HANDLING, meaning="Shakes dust off when the body is switched.", needs=("interchangeable",)),
    Setting(slug="shutter_closed_when_off", group=Group.POWER, label="shutter closed when off", values=OFF_OR_ON, default="off", reach=Reach.SAFETY, meaning="Keeps dust off the sensor while lenses are changed.", needs=("mechanical", "interchangeable")),
    Setting(slug="temperature_cutoff", group=Group.POWER, label="heat limit", values=("usual", "high"), default="usual", reach=Reach.SAFETY, meaning="How warm the body may become before it switches itself off."),
    Setting(slug="screen_off_delay", group=Group.POWER, label="screen off after", values=("ten_seconds", "thirty_seconds", "a_minute", "five_minutes"), default="a_minute", reach=Reach.HANDLING, meaning="How long the body stays awake with nobody pressing."),
    Setting(slug="reduced_power", group=Group.POWER, label="reduced power", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="Dims and slows the body to save the battery."),
    Setting(slug="finder_refresh", group=Group.POWER, label="refresh of the finder", values=("usual", "fast"), default="usual", reach=Reach.PREVIEW, meaning="How often the finder picture is renewed; fast is smoother and costs power.", needs=("electronic_finder",)),
    Setting(slug="battery_order", group=Group.POWER, label="which battery first", values=("body", "grip"), default="body", reach=Reach.HANDLING, meaning="Which battery is drained first when a grip holds a second one.", needs=("grip",)),
    Setting(slug="beeps", group=Group.DISPLAY, label="beeps", values=OFF_OR_ON, default="on", reach=Reach.HANDLING, meaning="Sounds when focus is found and when the timer runs."),
    Setting(slug="timer_beep", group=Group.DISPLAY, label="beep of the timer", values=OFF_OR_ON, default="on", reach=Reach.HANDLING, meaning="Counts the self-timer down aloud, whatever the other beeps do."),
    Setting(slug="shutter_sound", group=Group.DISPLAY, label="made shutter sound", values=OFF_OR_ON, default="on", reach=Reach.HANDLING, meaning="A sound that tells of an electronic shutter.", needs=("electronic",)),
    Setting(slug="review_time", group=Group.DISPLAY, label="review after the shot", values=("off", "two_seconds", "four_seconds"), default="two_seconds", reach=Reach.PREVIEW, meaning="How long the picture just taken is shown, instead of what is going on."),
    Setting(slug="playback_pages", group=Group.DISPLAY, label="pages at playback", values=("picture_only", "with_histogram_and_warnings", "all"), default="all", reach=Reach.PREVIEW, meaning="What one steps through when looking back."),
    Setting(slug="turned_upright", group=Group.DISPLAY, label="upright pictures turned", values=("nowhere", "in_files", "in_files_and_on_the_screen"), default="in_files_and_on_the_screen", reach=Reach.HANDLING, meaning="Whether a picture taken upright is turned when it is shown; pointed at the ground the body guesses.", needs=("level",)),
    Setting(slug="grid", group=Group.DISPLAY, label="grid", values=("off", "thirds", "fine"), default="off", reach=Reach.PREVIEW, meaning="Lines over the picture, to place and to level."),
    Setting(slug="level", group=Group.DISPLAY, label="level", values=OFF_OR_ON, default="off", reach=Reach.PREVIEW, meaning="Shows whether the body is held level.", needs=("level",)),
    Setting(slug="finder_contents", group=Group.DISPLAY, label="what the finder shows", values=("everything", "little"), default="everything", reach=Reach.PREVIEW, meaning="How many figures lie over the picture."),
    Setting(slug="display_pages", group=Group.DISPLAY, label="pages of the display", values=("as_made", "own"), default="as_made", reach=Reach.PREVIEW, meaning="What stands on each page that the display button steps through; with your own, only what you read is stepped through.", needs=("live_view", "display_pages")),
    Setting(slug="finder_switch", group=Group.DISPLAY, label="finder or screen", values=("automatic", "finder", "screen"), default="automatic", reach=Reach.HANDLING, meaning="Which of the two is on; automatic reacts to whatever comes near the finder.", needs=("electronic_finder",)),
    Setting(slug="screen_brightness", group=Group.DISPLAY, label="brightness of the screen", values=("low", "middle", "high"), default="middle", reach=Reach.PREVIEW, meaning="A bright screen makes dark pictures look bright enough."),
    Setting(slug="screen_colour", group=Group.DISPLAY, label="colour of the screen", values=("neutral", "warm"), default="neutral", reach=Reach.PREVIEW, meaning="The screen's own white."),
    Setting(slug="finder_brightness", group=Group.DISPLAY, label="brightness of the finder", values=("automatic", "low", "middle", "high"), default="automatic", reach=Reach.PREVIEW, meaning="The finder's own brightness, apart from the screen's; automatic follows the light outside and not the picture.", needs=("electronic_finder",)),
    Setting(slug="finder_colour", group=Group.DISPLAY, label="colour of the finder", values=("cool", "neutral", "warm"), default="neutral", reach=Reach.PREVIEW, meaning="The finder's own white; where it differs from the screen's, white is judged twice.", needs=("electronic_finder",)),
    Setting(slug="dark_view", group=Group.DISPLAY, label="view in the dark", values=("usual", "brightened"), default="usual", reach=Reach.PREVIEW, meaning="Collects light for longer so that one can frame where it is too dark to see; it lags, and is no longer as bright as the picture.", needs=("live_view", "dark_view")),
    Setting(slug="shown_on_top", group=Group.DISPLAY, label="what is shown on top", values=("exposure", "frames_and_battery", "focus"), default="exposure", reach=Reach.HANDLING, meaning="What is read from above with the body at the waist or on a tripod.", needs=("top_display",)),
    Setting(slug="top_display", group=Group.DISPLAY, label="light of the top display", values=("off", "on_press", "with_the_screen"), default="on_press", reach=Reach.HANDLING, meaning="When the small display on top is lit.", needs=("top_display",)),
    Setting(slug="lit_buttons", group=Group.DISPLAY, label="lit buttons", values=("off", "on_press", "with_the_screen"), default="off", reach=Reach.HANDLING, meaning="When the buttons glow so that they are found in the dark.", needs=("lit_buttons",)),
    Setting(slug="night_display", group=Group.DISPLAY, label="night display", values=OFF_OR_ON, default="off", reach=Reach.PREVIEW, meaning="Shows menus in dim red, to keep the eye used to the dark.", needs=("night_display",)),
    Setting(slug="front_dial", group=Group.CONTROLS, label="front dial", values=("time", "aperture", "iso", "compensation"), default="time", reach=Reach.HANDLING, meaning="What the dial under the finger turns.", needs=("two_dials",)),
    Setting(slug="rear_dial", group=Group.CONTROLS, label="rear dial", values=("time", "aperture", "iso", "compensation"), default="aperture", reach=Reach.HANDLING, meaning="What the dial under the thumb turns."),
    Setting(slug="dial_direction", group=Group.CONTROLS, label="direction of the dials", values=("right_is_more", "left_is_more"), default="right_is_more", reach=Reach.HANDLING, meaning="Which way a dial must be turned for more."),
    Setting(slug="compensation_direction", group=Group.CONTROLS, label="direction of compensation", values=("right_is_brighter", "left_is_brighter"), default="right_is_brighter", reach=Reach.METER, meaning="Which way under the thumb is brighter; the wrong habit costs two corrections."),
    Setting(slug="wheel_lock", group=Group.CONTROLS, label="wheel lock", values=OFF_OR_ON, default="off", reach=Reach.SAFETY, meaning="Stops wheels that a sleeve could turn."),
    Setting(slug="eye_button", group=Group.CONTROLS, label="button for eyes while held", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="Gives one button to finding eyes for as long as it is held.", needs=("detection", "rear_button")),
    Setting(slug="second_setup_button", group=Group.CONTROLS, label="button for another setup while held", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="Gives one button to a second setup for as long as it is held.", needs=("rear_button",)),
    Setting(slug="press_and_turn", group=Group.CONTROLS, label="press-and-turn on the thumb button", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="Changes a value by holding the button and turning a dial.", needs=("rear_button",)),
    Setting(slug="short_list", group=Group.CONTROLS, label="short list", values=("as_made", "own"), default="as_made", reach=Reach.HANDLING, meaning="The handful of items that one button brings up."),
    Setting(slug="pinned_items", group=Group.CONTROLS, label="pinned items", values=("none", "own"), default="none", reach=Reach.HANDLING, meaning="Your own page at the front of the menus."),
    Setting(slug="menu_memory", group=Group.CONTROLS, label="menu reopens where it was left", values=OFF_OR_ON, default="on", reach=Reach.HANDLING, meaning="Whether the menu comes back to its last item or to its first page."),
    Setting(slug="choice_lists", group=Group.CONTROLS, label="lists of choices", values=("everything", "trimmed"), default="everything", reach=Reach.HANDLING, meaning="Whether stepping through values meets all of them or only the ones you use."),
    Setting(slug="slot_keeps_changes", group=Group.CONTROLS, label="a slot keeps what is changed in it", values=("forgets", "keeps"), default="forgets", reach=Reach.SAFETY, meaning="Whether a change made in a custom slot is still there at the next turn.", needs=("slots",)),
    Setting(slug="hand_over", group=Group.CONTROLS, label="ready for other hands", values=("no", "yes"), default="no", reach=Reach.HANDLING, meaning="Everything automatic, the shutter button focuses: for someone else to take the camera."),
)
