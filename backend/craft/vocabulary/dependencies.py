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
BUILT = "how bodies are built; a body's profile may say otherwise"
"""Source of what a body refuses by itself: it cannot be set so."""
_BURST = ("low", "medium", "high")
_ELECTRONIC, _FLASH, _SILENT = _is("shutter_type", "electronic"), _is("flash", "on"), _is("silent", "on")
_MERGES, _SETS, _RAW = _not("merge", "off"), _not("bracket_kind", "off"), _is("file_format", "raw", "both")

RULES: tuple[Rule, ...] = (
    Rule(slug="protection_raises_floor", terms=(_over("highlight_protection", 0.0), _is("iso_mode", "automatic")), reason="Highlight protection amplifies less than the dial says, so the lowest ISO rises by as many stops.", way_out="raise the floor, or protect less", source=_HOW, against=Against("iso_floor", Test.UNDER, "highlight_protection", "base_iso")),
    Rule(slug="protection_raises_iso", terms=(_over("highlight_protection", 0.0), _is("iso_mode", "fixed")), reason="With highlight protection the body has no ISO this low, and none of its expanded low ones.", way_out="a higher ISO, or the same by plain underexposure", source=_HOW, against=Against("iso_value", Test.UNDER, "highlight_protection", "base_iso")),
    Rule(slug="floor_over_ceiling", terms=(_is("iso_mode", "automatic"),), reason="A floor over the ceiling leaves automatic ISO nothing to choose.", way_out="lower the floor or raise the ceiling", source=_HOW, against=Against("iso_floor", Test.OVER, "iso_ceiling")),
    Rule(slug="electronic_without_flash", terms=(_ELECTRONIC, _FLASH), reason="Most bodies fire no flash with the electronic shutter: the lines are not all open at once.", way_out="a mechanical shutter or a first curtain", source=_HOW, unless=("electronic_flash",)),
    Rule(slug="electronic_bands", terms=(_ELECTRONIC, _is("fine_flicker_shutter", "off")), reason="Under pulsing light a frame read line by line shows bands.", way_out="fine flicker times, or a mechanical shutter", source=_HOW, given=("pulsing_light",)),
    Rule(slug="electronic_leans", terms=(_ELECTRONIC,), reason="The subject crosses faster than the sensor is read, so it leans.", way_out="a mechanical shutter or a first curtain", source=_HOW, given=("fast_across", "mechanical")),
    Rule(slug="first_curtain_discs", terms=(_is("shutter_type", "first_curtain"), _under("aperture", 2.7), _under("shutter_time", 0.0006)), reason="Wide open at short times the two halves of a first-curtain exposure do not match: blur discs lose a side.", way_out="the mechanical shutter", source=_HOW),
    Rule(slug="flash_past_sync", terms=(_FLASH, _is("high_speed_sync", "off"), _under("shutter_time", "sync_s")), reason="At a time shorter than sync the curtain covers part of the frame while the flash burns.", way_out="high-speed sync, or a longer time", source=_HOW),
    Rule(slug="lamp_takes_the_release", terms=(_FLASH, _is("modelling_lamp", "on")), reason="With this flash the release fires its lamp and not the picture.", way_out="switch the modelling lamp off", source=BUILT, given=("lamp_flash",)),
    Rule(slug="silent_beeps", terms=(_SILENT, _is("beeps", "on")), reason="A beep breaks the silence that the shutter keeps.", way_out="beeps off", source=_USE),
    Rule(slug="silent_timer_beep", terms=(_SILENT, _is("timer_beep", "on"), _is("drive_mode", "timer")), reason="The timer counts down aloud while the shutter keeps silent.", way_out="beep of the timer off", source=_USE),
    Rule(slug="brightened_view_is_untrue", terms=(_is("dark_view", "brightened"), _is("exposure_true_view", "on")), reason="A view that is brightened to be seen cannot also be as bright as the picture.", way_out="one of the two: brightened to frame, true to judge", source=_HOW),
    Rule(slug="single_focus_finds_no_button", terms=(_is("hand_over", "yes"), _is("single_focus_starts", "rear_button")), reason="Whoever takes the camera presses the shutter button, and single focus does not answer it.", way_out="single focus by the shutter button", source=_USE),
    Rule(slug="own_look_hides_the_truth", terms=(_not("look_place", "none"), _is("look", "flat")), reason="The look kept in that place lies over the flat one: the preview shows the kept look.", way_out="no own look while the preview is to tell the truth", source=BUILT),
    Rule(slug="burst_without_flash", terms=(_FLASH, _is("flash_burst", "waits_until_charged"), _is("drive_mode", "high")), reason="A burst that waits for the flash is as slow as its charging.", way_out="single frames, or frames that it lights as it can", source=_HOW),
    Rule(slug="lit_for_everyone", terms=(_is("lit_buttons", "with_the_screen"),), reason="Buttons that glow are seen from afar.", way_out="lit on a press", source=_USE, given=("lamp_unwelcome",)),
    Rule(slug="silent_made_sound", terms=(_SILENT, _is("shutter_sound", "on")), reason="A made sound of a shutter is still a sound.", way_out="made shutter sound off", source=_USE),
    Rule(slug="silent_lamp", terms=(_SILENT, _is("assist_lamp", "on")), reason="The lamp gives away the camera that nobody was to notice.", way_out="assist lamp off", source=_USE),
    Rule(slug="silent_flash", terms=(_SILENT, _FLASH), reason="A flash is seen by everybody.", way_out="flash off", source=_USE),
    Rule(slug="silent_is_electronic", terms=(_SILENT, _not("shutter_type", "electronic")), reason="Curtains make a noise; only the electronic shutter makes none.", way_out="the electronic shutter", source=_HOW),
    Rule(slug="dark_frame_between_stars", terms=(_is("long_exposure_noise_reduction", "on"),), reason="A dark frame after each exposure doubles its time and cuts gaps into the trails.", way_out="off, and take dark frames at the end", source=_USE, given=("stars_in_series",)),
    Rule(slug="dark_frame_in_burst", terms=(_is("long_exposure_noise_reduction", "on"), _is("drive_mode", *_BURST), _over("shutter_time", 0.9)), reason="After each long frame the body is busy for as long again: there is no burst.", way_out="off, or single frames", source=_HOW),
    Rule(slug="set_or_merge", terms=(_SETS, _MERGES), reason="A set and an in-body merge both want the release for themselves.", way_out="one of the two", source=BUILT),
    Rule(slug="set_with_pre_capture", terms=(_SETS, _is("pre_capture", "on")), reason="Frames from before the press cannot be part of a set.", way_out="pre-capture off", source=BUILT),
    Rule(slug="white_set_without_raw", terms=(_is("bracket_kind", "white"), _RAW), reason="A set of whites is made of finished files from one exposure: it excludes raw.", way_out="finished files, or no set: raw can take any white later", source=BUILT),
    Rule(slug="set_on_tripod_by_hand", terms=(_is("bracket_kind", "exposure"), _is("bracket_one_press", "off"), _not("drive_mode", "timer")), reason="A press for each frame moves the tripod between the frames of a set.", way_out="one press for the set, or the timer", source=_USE, given=("tripod",)),
    Rule(slug="merge_without_raw", terms=(_MERGES, _RAW), reason="This body merges finished files only.", way_out="finished files, or merge at the desk", source=BUILT, unless=("merge_keeps_raw",)),
    Rule(slug="flat_finished_files", terms=(_is("look", "flat"), _is("file_format", "rendered")), reason="A flat look shows the truth while you work, and hands over dull pictures when no raw is kept.", way_out="keep raw, or a finished look", source=_USE),
    Rule(slug="face_or_spot", terms=(_is("meter_on_face", "on"), _is("metering_pattern", "spot")), reason="The meter cannot look at a face and at a spot.", way_out="meter on faces off, or another pattern", source=BUILT),
    Rule(slug="stabiliser_on_tripod", terms=(_not("stabiliser", "off"),), reason="On a tripod the stabiliser looks for movement that is not there, and makes some.", way_out="stabiliser off", source=_USE, given=("tripod",), unless=("detects_tripod",)),
    Rule(slug="stabiliser_off_by_hand", terms=(_is("stabiliser", "off"),), reason="The stabiliser was left off from the tripod and the camera is in the hand again.", way_out="stabiliser on", source=_USE, given=("handheld", "stabiliser")),
    Rule(slug="timer_for_what_will_not_wait", terms=(_is("drive_mode", "timer"),), reason="The moment is over before the timer is.", way_out="single frames or a burst; a remote", source=_USE, given=("will_not_wait",)),
    Rule(slug="delay_for_what_will_not_wait", terms=(_over("release_delay", 0.0),), reason="A delayed release misses a subject that will not wait.", way_out="no delay", source=_USE, given=("will_not_wait",)),
    Rule(slug="continuous_and_recompose", terms=(_is("focus_mode", "continuous"), _is("focus_area", "point"), _is("hold_focus", "off"), _is("focus_activation", "shutter_button")), reason="Continuous focus on one point follows the background as soon as you recompose.", way_out="a hold-focus button, or the rear button", source=_USE, given=("rear_button",)),
    Rule(slug="eyes_while_held", terms=(_is("eye_button", "on"), _is("eye_detection", "always")), reason="A button that finds eyes while it is held changes nothing when eyes are found anyway.", way_out="eyes only while held", source=_USE),
    Rule(slug="press_or_press_and_turn", terms=(_is("press_and_turn", "on"), _is("hold_focus", "on")), reason="On this body a button that does something when pressed cannot also be pressed and turned.", way_out="one of the two", source=BUILT, unless=("press_and_turn_free",)),
    Rule(slug="other_hands_rear_button", terms=(_is("hand_over", "yes"), _is("focus_activation", "rear_button")), reason="Whoever takes the camera presses the shutter button, and it does not focus.", way_out="focus by the shutter button, or by both", source=_USE),
    Rule(slug="other_hands_manual_focus", terms=(_is("hand_over", "yes"), _is("focus_mode", "manual")), reason="Whoever takes the camera expects it to focus.", way_out="automatic focus", source=_USE, unless=("lens_manual",)),
    Rule(slug="other_hands_exposure", terms=(_is("hand_over", "yes"), _not("exposure_mode", "program")), reason="Whoever takes the camera does not set times and apertures.", way_out="program", source=_USE),
    Rule(slug="one_prefix_for_two", terms=(_is("file_prefix", "as_made"),), reason="Two bodies with the same prefix overwrite each other's files in one folder.", way_out="a prefix for each body", source=_USE, given=("other_body",)),
    Rule(slug="clocks_apart", terms=(_is("clock", "as_found"),), reason="Two bodies whose clocks differ by more than a second cannot be sorted into one story.", way_out="set both clocks to the second", source=_USE, given=("other_body",)),
    Rule(slug="author_empty", terms=(_is("author", "empty"),), reason="A file without a name is anybody's.", way_out="write your name into the body", source=_USE),
    Rule(slug="fires_without_card", terms=(_is("fires_without_card", "on"),), reason="The body sounds as usual and keeps nothing.", way_out="no firing without a card", source=_USE),
    Rule(slug="ring_not_reported", terms=(_is("ring_override", "on"),), reason="The body cannot see this lens's ring, so turning it does not end autofocus.", way_out="override off; focus by hand with this lens", source=_HOW, unless=("ring_reported",)),
    Rule(slug="ring_magnifier_not_reported", terms=(_is("magnifier", "by_ring"),), reason="The body does not notice this lens's ring, so the picture never enlarges.", way_out="the magnifier on a button", source=_HOW, unless=("ring_reported",)),
    Rule(slug="small_circle", terms=(_is("sensor_crop", "off"),), reason="The lens leaves the corners of the whole sensor dark.", way_out="crop the sensor", source=_HOW, given=("circle_small",)),
    Rule(slug="focal_length_untold", terms=(_not("stabiliser", "off"), _is("stabiliser_focal_length", 0.0)), reason="The stabiliser does not know how far this lens reaches and corrects too much or too little.", way_out="type the focal length", source=_HOW, given=("lens_unreported",)),
    Rule(slug="unknown_lens", terms=(_is("fires_without_lens", "off"),), reason="The body takes this lens for none and does not fire.", way_out="let it fire with an unknown lens", source=BUILT, given=("lens_unreported",)),
    Rule(slug="hand_lens_autofocus", terms=(_not("focus_mode", "manual"),), reason="This lens has no motor: the body hunts for nothing.", way_out="focus by hand", source=_HOW, given=("lens_manual",)),
    Rule(slug="true_view_with_flash", terms=(_FLASH, _is("exposure_true_view", "on")), reason="The view shows the room as dark as it will be without the flash: nothing is left to frame.", way_out="exposure-true view off while a flash lights", source=_USE),
    Rule(slug="review_in_the_action", terms=(_is("review_time", "two_seconds", "four_seconds"), _is("drive_mode", "high")), reason="The picture just taken hides the next one.", way_out="review off", source=_USE, given=("electronic_finder",)),
    Rule(slug="compression_not_opened", terms=(Term("raw_compression", Test.IS, named="unopened"),), reason="None of your programs opens raw files packed like this.", way_out="another compression", source=_USE),
    Rule(slug="pre_capture_is_electronic", terms=(_is("pre_capture", "on"), _not("shutter_type", "electronic")), reason="Frames from before the press are read off the sensor: only the electronic shutter has them.", way_out="the electronic shutter, or no pre-capture", source=_HOW),
    Rule(slug="flicker_timing_is_mechanical", terms=(_is("flicker_timing", "on"), _ELECTRONIC), reason="Flicker timing waits with the curtain: with the electronic shutter it does nothing.", way_out="fine flicker times instead", source=BUILT),
    Rule(slug="touch_by_nose", terms=(_is("touch_release", "on"), _not("thumb_pointing", "off")), reason="A thumb or a nose on the screen takes pictures.", way_out="touch releases off", source=_USE),
    Rule(slug="sends_without_link", terms=(_is("send_while_shooting", "on"), _is("pairing", "off")), reason="Nothing is sent while the link is off.", way_out="wireless on", source=_HOW),
    Rule(slug="location_of_nests", terms=(_is("location", "on"),), reason="A file that names the place leads others to nests and dens.", way_out="location off", source=_USE, given=("wild_animals",)),
    Rule(slug="lamp_unwelcome", terms=(_is("assist_lamp", "on"),), reason="The lamp dazzles, disturbs or gives you away.", way_out="assist lamp off", source=_USE, given=("lamp_unwelcome",)),
    Rule(slug="beeps_in_quiet", terms=(_is("beeps", "on"),), reason="Every focus lock would be heard.", way_out="beeps off", source=_USE, given=("quiet",)),
    Rule(slug="tracking_needs_continuous", terms=(_is("focus_area", "tracking"), _is("focus_mode", "single", "manual")), reason="Tracking follows only while focus does.", way_out="continuous focus, or another area", source=BUILT),
    Rule(slug="no_area_needs_hand", terms=(_is("focus_area", "none"), _not("focus_mode", "manual")), reason="Without an area the body has nothing to focus on.", way_out="an area, or focus by hand", source=BUILT),
    Rule(slug="faces_need_people", terms=(_is("registered_faces", "on"), _not("subject_detection", "people", "automatic")), reason="Faces are only known while the body looks for people.", way_out="look for people", source=BUILT),
    Rule(slug="eyes_need_subject", terms=(_not("eye_detection", "off"), _is("subject_detection", "off")), reason="Eyes are found in subjects: with detection off there are none.", way_out="detection on, or eyes off", source=BUILT),
    Rule(slug="rate_falls_with_raw", terms=(Term("rate_high", Test.OVER, named="raw_rate"), _RAW, _is("drive_mode", "high")), reason="With raw the body does not keep this rate.", way_out="the rate it keeps, or finished files", source=BUILT),
    Rule(slug="rate_falls_mechanical", terms=(Term("rate_high", Test.OVER, named="mechanical_rate"), _is("shutter_type", "mechanical", "first_curtain"), _is("drive_mode", "high")), reason="Curtains cannot move this fast.", way_out="the rate they keep, or the electronic shutter", source=_HOW),
    Rule(slug="split_needs_both", terms=(_is("card_roles", "splits_by_format"), _not("file_format", "both")), reason="There is one kind of file only, so the second card stays empty.", way_out="another role, or both kinds of file", source=_USE),
    Rule(slug="shape_cut_for_good", terms=(_not("aspect", "as_sensor"), _is("file_format", "rendered")), reason="A finished file is cut to shape for good; there is no raw that keeps the rest.", way_out="a crop mark over the whole picture", source=_HOW, given=("live_view",)),
    Rule(slug="two_things_move_the_meter", terms=(_not("shadow_lift", "off"), _over("highlight_protection", 0.0)), reason="On this body shadow lift exposes less as well: two things move the meter and neither says how far.", way_out="shadow lift off", source=BUILT, given=("shadow_lift_meters",)),
    Rule(slug="long_times_off_the_dial", terms=(_is("very_long_times", "off"), _over("shutter_time", "longest_dial_s")), reason="The dial ends before this time.", way_out="very long times on", source=BUILT),
    Rule(slug="distance_mode_focuses_by_hand", terms=(_is("exposure_mode", "fixed_distance"), _not("focus_mode", "manual")), reason="A fixed distance is kept only while nothing else focuses.", way_out="focus by hand", source=_HOW),
    Rule(slug="saving_slows_bursts", terms=(_is("reduced_power", "on"), _is("drive_mode", "high")), reason="Saving power slows the finder and the burst.", way_out="full power while it counts", source=_USE),
    Rule(slug="compensation_does_nothing", terms=(_not("compensation", 0.0), _is("exposure_mode", "manual"), _is("iso_mode", "fixed")), reason="With time, aperture and ISO all held there is nothing that compensation could move.", way_out="no compensation; move a dial", source=_HOW),
    Rule(slug="pre_focus_undoes_rear_button", terms=(_is("pre_focus", "on"), _is("focus_activation", "rear_button")), reason="The body focuses on its own although you keep focus for the thumb.", way_out="pre-focus off", source=_USE),
    Rule(slug="thumb_on_the_picture", terms=(_is("finder_switch", "screen"), _not("thumb_pointing", "off")), reason="With the screen on, the thumb that points covers the picture.", way_out="automatic or the finder", source=_USE),
    Rule(slug="night_screen_bright", terms=(_is("night_display", "on"), _is("screen_brightness", "high")), reason="A bright screen undoes what the red display keeps: eyes used to the dark.", way_out="a dim screen", source="dark adaptation takes about twenty minutes and a second of bright light undoes it"),
    Rule(slug="longest_burst_cuts_set", terms=(_SETS, _is("bracket_one_press", "on"), _is("burst_limit", "ten"), _over("bracket_frames", 10.0)), reason="The burst ends before the set does.", way_out="no limit on bursts", source=BUILT),
    Rule(slug="second_curtain_past_sync", terms=(_FLASH, _is("flash_sync", "second"), _is("high_speed_sync", "on"), _under("shutter_time", "sync_s")), reason="At times shorter than sync there is no second curtain to wait for.", way_out="the first curtain", source=_HOW),
    Rule(slug="copying_and_sending", terms=(_is("card_roles", "copies"), _is("send_what", "raw"), _is("send_while_shooting", "on")), reason="Copying to the second card and sending raw together hold up the burst.", way_out="send finished files", source=_USE),
)
"""All dependencies that are no single body's."""

AFTERS: tuple[After, ...] = (
    After(setting="shutter_time", term=_is("exposure_mode", "manual", "shutter_priority", "timed"), reason="the body chooses the time in this mode", source=BUILT),
    After(setting="aperture", term=_is("exposure_mode", "manual", "aperture_priority", "fixed_distance", "timed"), reason="the body chooses the aperture in this mode", source=BUILT),
    After(setting="iso_floor", term=_is("iso_mode", "automatic"), reason="limits are open only with automatic ISO", source=BUILT, given=("direct_iso",)),
    After(setting="iso_ceiling", term=_is("iso_mode", "automatic"), reason="limits are open only with automatic ISO", source=BUILT, given=("direct_iso",)),
    After(setting="iso_slowest_shutter", term=_is("iso_mode", "automatic"), reason="limits are open only with automatic ISO", source=BUILT, given=("direct_iso",)),
    After(setting="iso_value", term=_is("iso_mode", "fixed"), reason="a value is open only with fixed ISO", source=BUILT, given=("direct_iso",)),
    After(setting="white_kelvin", term=_is("white_mode", "kelvin"), reason="the number is open only when white is in kelvin", source=BUILT),
    After(setting="white_shift", term=_is("white_mode", "automatic", "automatic_warm", "automatic_neutral"), reason="the shift belongs to automatic white", source=BUILT),
    After(setting="rendered_quality", term=_is("file_format", "rendered", "both"), reason="there is no finished file to choose a quality for", source=BUILT),
    After(setting="rendered_size", term=_is("file_format", "rendered", "both"), reason="there is no finished file to choose a size for", source=BUILT),
    After(setting="raw_compression", term=_is("file_format", "raw", "both"), reason="there is no raw to pack", source=BUILT),
    After(setting="bracket_frames", term=_not("bracket_kind", "off"), reason="open only while a set is on", source=BUILT),
    After(setting="bracket_step", term=_not("bracket_kind", "off"), reason="open only while a set is on", source=BUILT),
    After(setting="bracket_order", term=_not("bracket_kind", "off"), reason="open only while a set is on", source=BUILT),
    After(setting="merge_strength", term=_MERGES, reason="open only while merging is on", source=BUILT),
    After(setting="merge_align", term=_MERGES, reason="open only while merging is on", source=BUILT),
    After(setting="merge_keep_sources", term=_MERGES, reason="open only while merging is on", source=BUILT),
    After(setting="high_speed_sync", term=_FLASH, reason="open only while a flash is on", source=BUILT),
    After(setting="flash_sync", term=_FLASH, reason="open only while a flash is on", source=BUILT),
    After(setting="shutter_type", term=_is("silent", "off"), reason="silent takes the shutter over", source=BUILT, given=("several_shutters", "electronic")),
    After(setting="fine_flicker_shutter", term=_is("shutter_type", "electronic", "automatic"), reason="fine times belong to the electronic shutter", source=BUILT, given=("several_shutters",)),
    After(setting="flash_slowest_time", term=_FLASH, reason="open only while a flash is on", source=BUILT),
    After(setting="flash_burst", term=_FLASH, reason="open only while a flash is on", source=BUILT),
    After(setting="card_of_raw", term=_is("card_roles", "splits_by_format"), reason="open only while each kind of file has a card of its own", source=BUILT),
    After(setting="area_size", term=_is("focus_area", "point", "small_group", "zone"), reason="the whole frame has one size", source=BUILT),
    After(setting="detection_part", term=_not("subject_detection", "off"), reason="open only while the body looks for subjects", source=BUILT),
    After(setting="peaking_level", term=_not("peaking", "off"), reason="open only while peaking is on", source=BUILT),
    After(setting="peaking_colour", term=_not("peaking", "off"), reason="open only while peaking is on", source=BUILT),
    After(setting="registered_faces", term=_is("subject_detection", "people", "automatic"), reason="faces belong to people", source=BUILT),
    After(setting="send_while_shooting", term=_is("pairing", "on"), reason="open only while the link is on", source=BUILT),
    After(setting="send_what", term=_is("send_while_shooting", "on"), reason="open only while frames are sent", source=BUILT),
    After(setting="thumb_part", term=_not("thumb_pointing", "off"), reason="open only while the thumb points", source=BUILT),
    After(setting="stabiliser", term=_not("exposure_mode", "timed"), reason="a switch on the lens or a timed exposure hides the item", source=BUILT, given=("lens_switch",)),
)
"""What is open only after what."""
