"""What goes with what: dependencies of settings among themselves, with lens and body, and with the scene."""

# fmt: off

from __future__ import annotations

from craft.vocabulary.rules import After, Against, Rule, Term, Test
from craft.vocabulary.setting import Value


def _is(setting: str, *values: Value) -> Term:
    return Term(setting, Test.IS, values)


def _not(setting: str, *values: Value) -> Term:
    return Term(setting, Test.NOT, values)


def _under(setting: str, bound: float | str) -> Term:
    return Term(setting, Test.UNDER, named=bound) if isinstance(bound, str) else Term(setting, Test.UNDER, (bound,))


def _over(setting: str, bound: float | str) -> Term:
    return Term(setting, Test.OVER, named=bound) if isinstance(bound, str) else Term(setting, Test.OVER, (bound,))


_HOW = "how shutters, sensors and lenses work"
_USE = "what goes wrong in practice"
_MENU = "how bodies are built; a body's profile may say otherwise"
_BURST = ("low", "medium", "high")
_ELECTRONIC, _FLASH, _SILENT = _is("shutter_type", "electronic"), _is("flash", "on"), _is("silent", "on")
_MERGES, _SETS, _RAW = _not("merge", "off"), _not("bracket_kind", "off"), _is("file_format", "raw", "both")

RULES: tuple[Rule, ...] = (
    Rule("protection_raises_floor", (_over("highlight_protection", 0.0), _is("iso_mode", "automatic")), "Highlight protection amplifies less than the dial says, so the lowest ISO rises by as many stops.", "raise the floor, or protect less", _HOW, against=Against("iso_floor", Test.UNDER, "highlight_protection", "base_iso")),
    Rule("protection_raises_iso", (_over("highlight_protection", 0.0), _is("iso_mode", "fixed")), "With highlight protection the body has no ISO this low, and none of its expanded low ones.", "a higher ISO, or the same by plain underexposure", _HOW, against=Against("iso_value", Test.UNDER, "highlight_protection", "base_iso")),
    Rule("floor_over_ceiling", (_is("iso_mode", "automatic"),), "A floor over the ceiling leaves automatic ISO nothing to choose.", "lower the floor or raise the ceiling", _HOW, against=Against("iso_floor", Test.OVER, "iso_ceiling")),
    Rule("electronic_without_flash", (_ELECTRONIC, _FLASH), "Most bodies fire no flash with the electronic shutter: the lines are not all open at once.", "a mechanical shutter or a first curtain", _HOW, unless=("electronic_flash",)),
    Rule("electronic_bands", (_ELECTRONIC, _is("fine_flicker_shutter", "off")), "Under pulsing light a frame read line by line shows bands.", "fine flicker times, or a mechanical shutter", _HOW, given=("pulsing_light",)),
    Rule("electronic_leans", (_ELECTRONIC,), "The subject crosses faster than the sensor is read, so it leans.", "a mechanical shutter or a first curtain", _HOW, given=("fast_across", "mechanical")),
    Rule("first_curtain_discs", (_is("shutter_type", "first_curtain"), _under("aperture", 2.7), _under("shutter_time", 0.0006)), "Wide open at short times the two halves of a first-curtain exposure do not match: blur discs lose a side.", "the mechanical shutter", _HOW),
    Rule("flash_past_sync", (_FLASH, _is("high_speed_sync", "off"), _under("shutter_time", "sync_s")), "At a time shorter than sync the curtain covers part of the frame while the flash burns.", "high-speed sync, or a longer time", _HOW),
    Rule("lamp_takes_the_release", (_FLASH, _is("modelling_lamp", "on")), "With this flash the release fires its lamp and not the picture.", "switch the modelling lamp off", _MENU, given=("lamp_flash",)),
    Rule("silent_beeps", (_SILENT, _is("beeps", "on")), "A beep breaks the silence that the shutter keeps.", "beeps off", _USE),
    Rule("silent_made_sound", (_SILENT, _is("shutter_sound", "on")), "A made sound of a shutter is still a sound.", "made shutter sound off", _USE),
    Rule("silent_lamp", (_SILENT, _is("assist_lamp", "on")), "The lamp gives away the camera that nobody was to notice.", "assist lamp off", _USE),
    Rule("silent_flash", (_SILENT, _FLASH), "A flash is seen by everybody.", "flash off", _USE),
    Rule("silent_is_electronic", (_SILENT, _not("shutter_type", "electronic")), "Curtains make a noise; only the electronic shutter makes none.", "the electronic shutter", _HOW),
    Rule("dark_frame_between_stars", (_is("long_exposure_noise_reduction", "on"),), "A dark frame after each exposure doubles its time and cuts gaps into the trails.", "off, and take dark frames at the end", _USE, given=("stars_in_series",)),
    Rule("dark_frame_in_burst", (_is("long_exposure_noise_reduction", "on"), _is("drive_mode", *_BURST), _over("shutter_time", 0.9)), "After each long frame the body is busy for as long again: there is no burst.", "off, or single frames", _HOW),
    Rule("set_or_merge", (_SETS, _MERGES), "A set and an in-body merge both want the release for themselves.", "one of the two", _MENU),
    Rule("set_with_pre_capture", (_SETS, _is("pre_capture", "on")), "Frames from before the press cannot be part of a set.", "pre-capture off", _MENU),
    Rule("white_set_without_raw", (_is("bracket_kind", "white"), _RAW), "A set of whites is made of finished files from one exposure: it excludes raw.", "finished files, or no set: raw can take any white later", _MENU),
    Rule("set_on_tripod_by_hand", (_is("bracket_kind", "exposure"), _is("bracket_one_press", "off"), _not("drive_mode", "timer")), "A press for each frame moves the tripod between the frames of a set.", "one press for the set, or the timer", _USE, given=("tripod",)),
    Rule("merge_without_raw", (_MERGES, _RAW), "This body merges finished files only.", "finished files, or merge at the desk", _MENU, unless=("merge_keeps_raw",)),
    Rule("flat_finished_files", (_is("look", "flat"), _is("file_format", "rendered")), "A flat look shows the truth while you work, and hands over dull pictures when no raw is kept.", "keep raw, or a finished look", _USE),
    Rule("face_or_spot", (_is("meter_on_face", "on"), _is("metering_pattern", "spot")), "The meter cannot look at a face and at a spot.", "meter on faces off, or another pattern", _MENU),
    Rule("stabiliser_on_tripod", (_not("stabiliser", "off"),), "On a tripod the stabiliser looks for movement that is not there, and makes some.", "stabiliser off", _USE, given=("tripod",), unless=("detects_tripod",)),
    Rule("stabiliser_off_by_hand", (_is("stabiliser", "off"),), "The stabiliser was left off from the tripod and the camera is in the hand again.", "stabiliser on", _USE, given=("handheld", "stabiliser")),
    Rule("timer_for_what_will_not_wait", (_is("drive_mode", "timer"),), "The moment is over before the timer is.", "single frames or a burst; a remote", _USE, given=("will_not_wait",)),
    Rule("delay_for_what_will_not_wait", (_over("release_delay", 0.0),), "A delayed release misses a subject that will not wait.", "no delay", _USE, given=("will_not_wait",)),
    Rule("continuous_and_recompose", (_is("focus_mode", "continuous"), _is("focus_area", "point"), _is("hold_focus", "off"), _is("focus_activation", "shutter_button")), "Continuous focus on one point follows the background as soon as you recompose.", "a hold-focus button, or the rear button", _USE, given=("rear_button",)),
    Rule("eyes_while_held", (_is("eye_button", "on"), _is("eye_detection", "always")), "A button that finds eyes while it is held changes nothing when eyes are found anyway.", "eyes only while held", _USE),
    Rule("press_or_press_and_turn", (_is("press_and_turn", "on"), _is("hold_focus", "on")), "On this body a button that does something when pressed cannot also be pressed and turned.", "one of the two", _MENU, unless=("press_and_turn_free",)),
    Rule("other_hands_rear_button", (_is("hand_over", "yes"), _is("focus_activation", "rear_button")), "Whoever takes the camera presses the shutter button, and it does not focus.", "focus by the shutter button, or by both", _USE),
    Rule("other_hands_manual_focus", (_is("hand_over", "yes"), _is("focus_mode", "manual")), "Whoever takes the camera expects it to focus.", "automatic focus", _USE, unless=("lens_manual",)),
    Rule("other_hands_exposure", (_is("hand_over", "yes"), _not("exposure_mode", "program")), "Whoever takes the camera does not set times and apertures.", "program", _USE),
    Rule("one_prefix_for_two", (_is("file_prefix", "as_made"),), "Two bodies with the same prefix overwrite each other's files in one folder.", "a prefix for each body", _USE, given=("other_body",)),
    Rule("clocks_apart", (_is("clock", "as_found"),), "Two bodies whose clocks differ by more than a second cannot be sorted into one story.", "set both clocks to the second", _USE, given=("other_body",)),
    Rule("author_empty", (_is("author", "empty"),), "A file without a name is anybody's.", "write your name into the body", _USE),
    Rule("fires_without_card", (_is("fires_without_card", "on"),), "The body sounds as usual and keeps nothing.", "no firing without a card", _USE),
    Rule("ring_not_reported", (_is("ring_override", "on"),), "The body cannot see this lens's ring, so turning it does not end autofocus.", "override off; focus by hand with this lens", _HOW, unless=("ring_reported",)),
    Rule("ring_magnifier_not_reported", (_is("magnifier", "by_ring"),), "The body does not notice this lens's ring, so the picture never enlarges.", "the magnifier on a button", _HOW, unless=("ring_reported",)),
    Rule("small_circle", (_is("sensor_crop", "off"),), "The lens leaves the corners of the whole sensor dark.", "crop the sensor", _HOW, given=("circle_small",)),
    Rule("focal_length_untold", (_not("stabiliser", "off"), _is("stabiliser_focal_length", 0.0)), "The stabiliser does not know how far this lens reaches and corrects too much or too little.", "type the focal length", _HOW, given=("lens_unreported",)),
    Rule("unknown_lens", (_is("fires_without_lens", "off"),), "The body takes this lens for none and does not fire.", "let it fire with an unknown lens", _MENU, given=("lens_unreported",)),
    Rule("hand_lens_autofocus", (_not("focus_mode", "manual"),), "This lens has no motor: the body hunts for nothing.", "focus by hand", _HOW, given=("lens_manual",)),
    Rule("true_view_with_flash", (_FLASH, _is("exposure_true_view", "on")), "The view shows the room as dark as it will be without the flash: nothing is left to frame.", "exposure-true view off while a flash lights", _USE),
    Rule("review_in_the_action", (_is("review_time", "two_seconds", "four_seconds"), _is("drive_mode", "high")), "The picture just taken hides the next one.", "review off", _USE, given=("electronic_finder",)),
    Rule("compression_not_opened", (Term("raw_compression", Test.IS, named="unopened"),), "None of your programs opens raw files packed like this.", "another compression", _USE),
    Rule("pre_capture_is_electronic", (_is("pre_capture", "on"), _not("shutter_type", "electronic")), "Frames from before the press are read off the sensor: only the electronic shutter has them.", "the electronic shutter, or no pre-capture", _HOW),
    Rule("flicker_timing_is_mechanical", (_is("flicker_timing", "on"), _ELECTRONIC), "Flicker timing waits with the curtain: with the electronic shutter it does nothing.", "fine flicker times instead", _MENU),
    Rule("touch_by_nose", (_is("touch_release", "on"), _not("thumb_pointing", "off")), "A thumb or a nose on the screen takes pictures.", "touch releases off", _USE),
    Rule("sends_without_link", (_is("send_while_shooting", "on"), _is("pairing", "off")), "Nothing is sent while the link is off.", "wireless on", _HOW),
    Rule("location_of_nests", (_is("location", "on"),), "A file that names the place leads others to nests and dens.", "location off", _USE, given=("wild_animals",)),
    Rule("lamp_unwelcome", (_is("assist_lamp", "on"),), "The lamp dazzles, disturbs or gives you away.", "assist lamp off", _USE, given=("lamp_unwelcome",)),
    Rule("beeps_in_quiet", (_is("beeps", "on"),), "Every focus lock would be heard.", "beeps off", _USE, given=("quiet",)),
    Rule("tracking_needs_continuous", (_is("focus_area", "tracking"), _is("focus_mode", "single", "manual")), "Tracking follows only while focus does.", "continuous focus, or another area", _MENU),
    Rule("no_area_needs_hand", (_is("focus_area", "none"), _not("focus_mode", "manual")), "Without an area the body has nothing to focus on.", "an area, or focus by hand", _MENU),
    Rule("faces_need_people", (_is("registered_faces", "on"), _not("subject_detection", "people", "automatic")), "Faces are only known while the body looks for people.", "look for people", _MENU),
    Rule("eyes_need_subject", (_not("eye_detection", "off"), _is("subject_detection", "off")), "Eyes are found in subjects: with detection off there are none.", "detection on, or eyes off", _MENU),
    Rule("rate_falls_with_raw", (Term("rate_high", Test.OVER, named="raw_rate"), _RAW, _is("drive_mode", "high")), "With raw the body does not keep this rate.", "the rate it keeps, or finished files", _MENU),
    Rule("rate_falls_mechanical", (Term("rate_high", Test.OVER, named="mechanical_rate"), _is("shutter_type", "mechanical", "first_curtain"), _is("drive_mode", "high")), "Curtains cannot move this fast.", "the rate they keep, or the electronic shutter", _HOW),
    Rule("split_needs_both", (_is("card_roles", "splits_by_format"), _not("file_format", "both")), "There is one kind of file only, so the second card stays empty.", "another role, or both kinds of file", _USE),
    Rule("shape_cut_for_good", (_not("aspect", "as_sensor"), _is("file_format", "rendered")), "A finished file is cut to shape for good; there is no raw that keeps the rest.", "a crop mark over the whole picture", _HOW, given=("live_view",)),
    Rule("two_things_move_the_meter", (_not("shadow_lift", "off"), _over("highlight_protection", 0.0)), "On this body shadow lift exposes less as well: two things move the meter and neither says how far.", "shadow lift off", _MENU, given=("shadow_lift_meters",)),
    Rule("long_times_off_the_dial", (_is("very_long_times", "off"), _over("shutter_time", "longest_dial_s")), "The dial ends before this time.", "very long times on", _MENU),
    Rule("distance_mode_focuses_by_hand", (_is("exposure_mode", "fixed_distance"), _not("focus_mode", "manual")), "A fixed distance is kept only while nothing else focuses.", "focus by hand", _HOW),
    Rule("saving_slows_bursts", (_is("reduced_power", "on"), _is("drive_mode", "high")), "Saving power slows the finder and the burst.", "full power while it counts", _USE),
    Rule("compensation_does_nothing", (_not("compensation", 0.0), _is("exposure_mode", "manual"), _is("iso_mode", "fixed")), "With time, aperture and ISO all held there is nothing that compensation could move.", "no compensation; move a dial", _HOW),
    Rule("pre_focus_undoes_rear_button", (_is("pre_focus", "on"), _is("focus_activation", "rear_button")), "The body focuses on its own although you keep focus for the thumb.", "pre-focus off", _USE),
    Rule("thumb_on_the_picture", (_is("finder_switch", "screen"), _not("thumb_pointing", "off")), "With the screen on, the thumb that points covers the picture.", "automatic or the finder", _USE),
    Rule("night_screen_bright", (_is("night_display", "on"), _is("screen_brightness", "high")), "A bright screen undoes what the red display keeps: eyes used to the dark.", "a dim screen", "dark adaptation takes about twenty minutes and a second of bright light undoes it"),
    Rule("longest_burst_cuts_set", (_SETS, _is("bracket_one_press", "on"), _is("burst_limit", "ten"), _over("bracket_frames", 10.0)), "The burst ends before the set does.", "no limit on bursts", _MENU),
    Rule("second_curtain_past_sync", (_FLASH, _is("flash_sync", "second"), _is("high_speed_sync", "on"), _under("shutter_time", "sync_s")), "At times shorter than sync there is no second curtain to wait for.", "the first curtain", _HOW),
    Rule("copying_and_sending", (_is("card_roles", "copies"), _is("send_what", "raw"), _is("send_while_shooting", "on")), "Copying to the second card and sending raw together hold up the burst.", "send finished files", _USE),
)
"""All dependencies that are no single body's."""

AFTERS: tuple[After, ...] = (
    After("shutter_time", _is("exposure_mode", "manual", "shutter_priority", "timed"), "the body chooses the time in this mode", _MENU),
    After("aperture", _is("exposure_mode", "manual", "aperture_priority", "fixed_distance", "timed"), "the body chooses the aperture in this mode", _MENU),
    After("iso_floor", _is("iso_mode", "automatic"), "limits are open only with automatic ISO", _MENU, given=("direct_iso",)),
    After("iso_ceiling", _is("iso_mode", "automatic"), "limits are open only with automatic ISO", _MENU, given=("direct_iso",)),
    After("iso_slowest_shutter", _is("iso_mode", "automatic"), "limits are open only with automatic ISO", _MENU, given=("direct_iso",)),
    After("iso_value", _is("iso_mode", "fixed"), "a value is open only with fixed ISO", _MENU, given=("direct_iso",)),
    After("white_kelvin", _is("white_mode", "kelvin"), "the number is open only when white is in kelvin", _MENU),
    After("white_shift", _is("white_mode", "automatic", "automatic_warm"), "the shift belongs to automatic white", _MENU),
    After("rendered_quality", _is("file_format", "rendered", "both"), "there is no finished file to choose a quality for", _MENU),
    After("rendered_size", _is("file_format", "rendered", "both"), "there is no finished file to choose a size for", _MENU),
    After("raw_compression", _is("file_format", "raw", "both"), "there is no raw to pack", _MENU),
    After("bracket_frames", _not("bracket_kind", "off"), "open only while a set is on", _MENU),
    After("bracket_step", _not("bracket_kind", "off"), "open only while a set is on", _MENU),
    After("bracket_order", _not("bracket_kind", "off"), "open only while a set is on", _MENU),
    After("merge_strength", _MERGES, "open only while merging is on", _MENU),
    After("merge_align", _MERGES, "open only while merging is on", _MENU),
    After("merge_keep_sources", _MERGES, "open only while merging is on", _MENU),
    After("high_speed_sync", _FLASH, "open only while a flash is on", _MENU),
    After("flash_sync", _FLASH, "open only while a flash is on", _MENU),
    After("shutter_type", _is("silent", "off"), "silent takes the shutter over", _MENU, given=("several_shutters", "electronic")),
    After("fine_flicker_shutter", _is("shutter_type", "electronic", "automatic"), "fine times belong to the electronic shutter", _MENU, given=("several_shutters",)),
    After("peaking_level", _not("peaking", "off"), "open only while peaking is on", _MENU),
    After("peaking_colour", _not("peaking", "off"), "open only while peaking is on", _MENU),
    After("registered_faces", _is("subject_detection", "people", "automatic"), "faces belong to people", _MENU),
    After("send_while_shooting", _is("pairing", "on"), "open only while the link is on", _MENU),
    After("send_what", _is("send_while_shooting", "on"), "open only while frames are sent", _MENU),
    After("thumb_part", _not("thumb_pointing", "off"), "open only while the thumb points", _MENU),
    After("stabiliser", _not("exposure_mode", "timed"), "a switch on the lens or a timed exposure hides the item", _MENU, given=("lens_switch",)),
)
"""What is open only after what."""
