"""The demo bodies' own words and menus, by invented makers: each talks in its own way, and says what a line does.

WORDS has a row per setting: slug, then what Merrow, Quillon, Oxwick and Tamsel call it. MENUS has
each body's pages, in their order, with the settings on them.
"""

# fmt: off

from __future__ import annotations

from collections.abc import Container
from typing import Any

from demo.kit import BODIES

WORDS = """
clock|Time and date|time|Time of day, to the second|What time is it?
zone|Time and date: region|region|Time of day, region|Where are you?
firmware_noted|Version written down|version noted|Revision entered in the book|Version written down?
fires_without_lens|Release without a lens|no lens, fire|Releases although no lens answers|Go without a lens?
sensor_cleaning|Clean sensor when switched|clean sensor|Plate dusted on switching|Shake off dust?
shutter_closed_when_off|Shutter closed when off|shut when off|Curtain drawn when switched off|Close up when off?
temperature_cutoff|Heat limit|heat limit|Permitted warmth|How hot may it get?
screen_off_delay|Screen goes dark after|dark after|Minutes before rest|When may it doze?
reduced_power|Save power|save power|Economical running|Save the battery?
finder_refresh|Finder refresh|finder pace|Eyepiece, renewals a second|How smooth a view?
battery_order|Battery used first|first battery|Cell drained first|Which battery first?
card_roles|Use of the second card|second card|Duty of the second card|What is card two for?
card_of_raw|Raw goes to card|card for raw|Station of unfinished records|Raw on which card?
file_format|File kept|files kept|Kind of record kept|What do you keep?
raw_compression|Raw: packing|raw packing|Packing of unfinished records|How tightly packed?
rendered_quality|Picture file: quality|picture quality|Grade of finished records|How good a picture file?
rendered_size|Picture file: size|picture size|Extent of finished records|How big a picture file?
sensor_crop|Middle of the sensor only|middle only|Inner part of the plate only|Only the middle?
aspect|Picture shape|shape|Proportions of the record|Which shape?
crop_mark|Shape shown as lines|shape lines|Proportions shown, not cut|Show the shape?
colour_space|Colour range of files|colour range|Range of pigments recorded|Which colours?
file_prefix|File name: first letters|name letters|Letters before the number|First letters?
file_numbering|File name: counting|counting|Continuation of numbers|Start counting again?
folders|New folder|new folder|Opening of a new folder|New folder when?
author|Name written into files|your name|Name entered in each record|Whose picture?
fires_without_card|Release without a card|no card, fire|Releases although no card is in|Go without a card?
beeps|Sounds: confirmation|sounds|Audible confirmation|May it beep?
timer_beep|Sounds: self-timer|timer sound|Audible countdown|May the timer beep?
shutter_sound|Sounds: release|release sound|Imitation of the release|Make a click?
review_time|Show picture after release|show after|Record shown after the release|Show it after?
playback_pages|Playback: what is shown|playback pages|Sheets at retrospect|What to see looking back?
turned_upright|Playback: upright pictures|upright ones|Sheets turned upright|Turn tall ones?
grid|Lines over the picture|grid lines|Ruled lines|Lines over it?
level|Level display|level|Indication of the horizontal|Is it straight?
finder_contents|Finder: how much is shown|finder figures|Eyepiece, particulars|How much to read?
display_pages|Display button: pages|shown by the button|Particulars, sheet by sheet|What does each view tell?
finder_switch|Finder or screen|finder or screen|Eyepiece or rear plate|Finder or screen?
screen_brightness|Screen: brightness|screen light|Rear plate, strength|How bright a screen?
lit_buttons|Buttons: lit|button light|Keys illuminated|Light up the buttons?
top_display|Top display: lit|top light|Upper plate, illumination|Light up the top?
finder_brightness|Finder: brightness|finder light|Eyepiece, strength|How bright a finder?
screen_colour|Screen: tint|screen tint|Rear plate, tint|Which tint of screen?
finder_colour|Finder: tint|finder tint|Eyepiece, tint|Which tint of finder?
night_display|Screen: dim red|dim red|Rear plate for darkness|Red at night?
front_dial|Front wheel turns|front wheel|Duty of the forward wheel|What does the front wheel do?
rear_dial|Rear wheel turns|the wheel turns|Duty of the rear wheel|What does the wheel do?
dial_direction|Wheels: direction|wheel direction|Sense of the wheels|Which way is more?
compensation_direction|Wheels: direction of brighter|brighter is which way|Sense of the correction|Which way is brighter?
wheel_lock|Wheels: locked|wheel lock|Wheels held fast|Lock the wheels?
eye_button|Thumb button: eyes while held|eyes while held|Key for eyes, while held|Eyes while pressed?
second_setup_button|Thumb button: other setup while held|other setup while held|Key for another record, while held|Other settings while pressed?
press_and_turn|Thumb button: press and turn|press and turn|Key pressed and wheel turned|Press and turn?
short_list|Quick list|quick list|Abridged list|Which quick ones?
pinned_items|Own menu page|own page|Personal page|Your own page?
menu_memory|Menu opens where left|menu stays|Book reopens at its place|Open where you were?
choice_lists|Choices stepped through|choices stepped|Choices passed through|Which choices to pass?
slot_keeps_changes|Stored setups keep changes|stored setup keeps changes|Alterations retained in a memory|Remember changes?
hand_over|For another person|for another person|For the use of others|Handing it over?
exposure_mode|Who sets the exposure|exposure by|Manner of exposure|Who decides?
shutter_time|Exposure time|time|Duration|How long?
aperture|Aperture|aperture|Opening|How open?
compensation|Brighter or darker|brighter, darker|Correction|Brighter or darker?
exposure_step|Fineness of exposure steps|exposure steps|Fineness of the scales|How fine a click?
exposure_lock|Hold the exposure|hold exposure|Retention of the reading|Keep the reading?
burst_exposure|Exposure within a burst|burst exposure|Reading within a sequence|Read again in a burst?
aperture_change_moves|What follows the aperture|follows aperture|What yields to the opening|What follows the opening?
shutter_type|Kind of shutter|shutter|Mechanism of the release|Curtain or not?
very_long_times|Times of minutes|long times|Durations of minutes|Minutes on the wheel?
flicker_timing|Wait for pulsing lamps|wait for lamps|Release timed to lamps|Wait for the lamps?
fine_flicker_shutter|Fine times against lamps|fine lamp times|Durations between the marks|Match the lamps?
built_in_nd|Grey filter inside|grey filter|Grey plate inserted|Dark glass inside?
metering_pattern|Where light is measured|measure where|Manner of measurement|Where does it look?
meter_at_focus_point|Measure at the focus point|measure at point|Measurement at the sharp point|Look where it is sharp?
meter_on_face|Measure on faces|measure faces|Measurement upon faces|Look at faces?
meter_offset|Standing correction|standing correction|Standing correction|Always a bit brighter?
iso_mode|ISO: who sets it|ISO by|Amplification, manner|Who sets the boost?
iso_value|ISO|ISO|Amplification|How much boost?
iso_floor|ISO: lowest|ISO lowest|Amplification, least|Least boost?
iso_ceiling|ISO: highest|ISO highest|Amplification, greatest|Most boost?
iso_slowest_shutter|ISO: rises at times slower than|ISO rises at|Amplification, longest duration before it|Boost before how long?
iso_step|ISO: fineness of steps|ISO steps|Amplification, fineness|How fine a boost?
iso_with_flash|ISO with flash|ISO with flash|Amplification with artificial light|Boost with flash?
highlight_protection|Keep bright areas|keep bright areas|Reserve for bright parts|Save the bright parts?
shadow_lift|Brighten dark areas|lift dark areas|Relief of dark parts|Brighten the dark parts?
look|Picture look|look|Character of the finished record|Which look?
look_contrast|Picture look: contrast|look contrast|Character, contrast|Look: how strong?
look_saturation|Picture look: colour|look colour|Character, colour|Look: how colourful?
look_sharpness|Picture look: sharpness|look sharpness|Character, edges|Look: how crisp?
look_place|Picture look: kept as|look kept|Character, place kept|Look: one of your own?
warning_points|Bright areas warning: from where|warn from|Limits of the warning|Warn how early?
clip_warning|Bright areas warning|warn of bright areas|Warning of lost parts|Show what is lost?
histogram|Histogram|histogram|Distribution of tones|Show the curve?
exposure_true_view|Finder shows the exposure|true view|Eyepiece true to the exposure|Show it as it will be?
dark_view|Brighter view in the dark|view in the dark|Eyepiece strengthened in darkness|Brighter when dark?
high_iso_noise_reduction|Smooth grain at high ISO|smooth grain|Smoothing at high amplification|Smooth the grain?
long_exposure_noise_reduction|Dark frame after long times|dark frame|Dark record after long durations|Clean up long ones?
lens_corrections|Correct the lens|correct lens|Correction of the lens|Straighten the lens?
merge|Merge several frames|merge frames|Combination of records|Mix several?
merge_strength|Merge: strength|merge strength|Combination, strength|Mix how strongly?
merge_align|Merge: line up|merge lines up|Combination, register|Mix: line up?
merge_keep_sources|Merge: keep single frames|merge keeps singles|Combination, parts retained|Mix: keep the parts?
white_mode|White|white|Reference of white|What is white?
white_kelvin|White: kelvin|white kelvin|Reference of white, degrees|White: which number?
white_tint|White: green to pink|white tint|Reference of white, green to pink|White: greener or pinker?
white_shift|White: standing shift|white shift|Reference of white, standing shift|White: always warmer?
white_card_slot|White: measured, place|white measured|Reference of white, memory|White: which sample?
focus_mode|Focus|focus|Manner of sharpness|How does it focus?
focus_area|Focus area|focus area|Region of sharpness|Where does it focus?
area_size|Size of the focus area|area size|Region, extent|How large a place?
shown_on_top|Top display shows|top shows|Upper display, contents|What stands on top?
area_list|Focus areas offered|areas offered|Regions offered|Which places to pass?
subject_detection|Look for subjects|look for|Objects sought|What to look for?
eye_detection|Look for eyes|look for eyes|Eyes sought|Look for eyes?
detection_part|Look first for|look first|Part sought first|Eye, head or all of it?
registered_faces|Faces it knows|known faces|Persons preferred|Know faces?
tracking_hold|Follow: wait when crossed|wait when crossed|Retention when obstructed|Wait when something crosses?
subject_path|Follow: how sudden|how sudden|Conduct of the object|How wild is it?
area_switching|Follow: neighbouring areas|neighbouring areas|Readiness to change the region|Leave the place?
priority_single|Single focus: fire when|single fires when|Release, single sharpness|Wait until sharp?
priority_continuous|Following focus: fire when|following fires when|Release, continuous sharpness|Wait while following?
focus_activation|Button that focuses|focus button|Key that begins sharpness|Which button focuses?
single_focus_starts|Button that focuses: single|focus button, single|Key that begins single sharpness|Which button, single?
hold_focus|Button that holds the focus|hold focus button|Key that suspends sharpness|Stop focusing while pressed?
ring_override|Ring corrects the focus|ring corrects|Ring admitted at any time|May the ring help?
peaking|Coloured edges|coloured edges|Edges marked|Colour the edges?
peaking_level|Coloured edges: fineness|edge fineness|Edges marked, fineness|Edges: how fine?
peaking_colour|Coloured edges: colour|edge colour|Edges marked, colour|Edges: which colour?
magnifier|Enlarge to focus|enlarge|Enlargement|Enlarge how?
magnifier_time|Enlarged for|enlarged for|Enlargement, duration|Enlarge how long?
direction_pointer|Which way to turn the ring|which way to turn|Direction to turn|Which way to turn?
distance_scale|Distance scale|distance scale|Distance with region of sharpness|How far away?
thumb_pointing|Thumb moves the point|thumb moves point|Thumb upon the rear plate|Point with the thumb?
thumb_part|Thumb: part of the screen|thumb part|Thumb upon the rear plate, part|Thumb: which part?
touch_release|Touch takes the picture|touch takes|Release by touch|Touch to take?
tracking_start|Follow: where it starts|starts where|Place where pursuit begins|Start following where?
point_memory|Point remembers upright|upright point|Point retained by posture|Remember when turned?
point_count|Number of focus points|how many points|Number of points|How many points?
point_speed|Speed of the point|point speed|Travel of the point|How fast a point?
point_wrap|Point goes round the edge|round the edge|Point continues past the edge|Round the edge?
pre_focus|Focus before the press|focus early|Sharpness in advance|Focus early?
assist_lamp|Focus lamp|focus lamp|Auxiliary light|Help with a lamp?
dark_focus|Focus in the dark|focus, dark|Sharpness in darkness|Try harder in the dark?
file_focal_length|Focal length written into files|length noted|Focal length entered|Lens length written?
drive_mode|Single or burst|single or burst|Sequence of releases|One or many?
rate_high|Burst: fast rate|fast rate|Sequence, swift rate|How many, fast?
rate_low|Burst: slow rate|slow rate|Sequence, slow rate|How many, slow?
burst_limit|Burst: most frames|burst limit|Sequence, greatest length|Stop a burst?
pre_capture|Frames before the press|frames before|Releases before the press|Keep from before?
release_on_entry|Release when it comes into focus|release on entry|Release on arrival|Take it when it comes?
linked_release|Release two cameras together|two together|Release of two apparatus|Two together?
self_timer|Self-timer|self-timer|Deferred release|Wait how long?
release_delay|Wait for shake to settle|settle first|Release after settling|Settle first?
silent|Silent|silent|Noiseless release|Be quiet?
stabiliser|Stabiliser|stabiliser|Steadying|Keep it steady?
stabiliser_focal_length|Stabiliser: focal length|stabiliser length|Steadying, focal length|Steady: lens length?
flash|Flash|flash|Artificial light|Flash?
flash_sync|Flash: at start or end|flash start or end|Artificial light, moment|Flash when?
high_speed_sync|Flash: at short times|flash at short times|Artificial light, short durations|Flash at short times?
flash_burst|Flash: in a burst|flash in bursts|Artificial light in sequences|Flash: every one?
flash_slowest_time|Flash: longest time|flash time at most|Artificial light, longest duration|Flash: how long at most?
modelling_lamp|Flash: steady lamp|flash lamp|Artificial light, guide lamp|Guide lamp?
flash_compensation_on|Flash: what brighter moves|flash brighter|Artificial light, scope of correction|Flash: brighter what?
ambient_balance|Flash against room light|flash share|Artificial light, share|Flash: how much?
bracket_kind|Set of frames|set of frames|Series|Several at once?
bracket_frames|Set of frames: how many|set count|Series, members|Several: how many?
bracket_step|Set of frames: apart|set apart|Series, interval|Several: how far apart?
bracket_order|Set of frames: order|set order|Series, order|Several: which first?
bracket_one_press|Set of frames: one press|set in one press|Series, single press|Several: one press?
pairing|Wireless|wireless|Connection without wire|Talk to the phone?
send_while_shooting|Send while working|send while working|Dispatch during work|Send at once?
send_what|Send: what|send what|Dispatch, kind|Send what?
tether|Cable to a computer|cable|Connection by wire|Cable to the computer?
remote|Remote release|remote|Release from afar|Release from afar?
location|Place written into files|place noted|Place entered in the record|Write down the place?
"""

MENUS: dict[str, tuple[tuple[str, tuple[str, ...]], ...]] = {
    "merrow-swift-20": (
        ("Taking > Exposure", ("exposure_mode", "shutter_time", "aperture", "compensation", "exposure_step", "exposure_lock", "burst_exposure", "aperture_change_moves", "very_long_times")),
        ("Taking > ISO", ("iso_mode", "iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "iso_step", "iso_with_flash")),
        ("Taking > Measuring", ("metering_pattern", "meter_at_focus_point", "meter_on_face", "meter_offset", "highlight_protection", "shadow_lift")),
        ("Taking > Shutter", ("shutter_type", "silent", "flicker_timing", "fine_flicker_shutter", "stabiliser", "stabiliser_focal_length")),
        ("Focus > Following", ("focus_mode", "focus_area", "area_size", "area_list", "tracking_hold", "subject_path", "area_switching", "tracking_start", "priority_single", "priority_continuous")),
        ("Focus > Subjects", ("subject_detection", "eye_detection", "detection_part", "registered_faces", "assist_lamp", "dark_focus", "pre_focus")),
        ("Focus > Points", ("point_memory", "point_count", "point_speed", "point_wrap", "thumb_pointing", "thumb_part", "touch_release")),
        ("Focus > By hand", ("ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale")),
        ("Frames > Burst", ("drive_mode", "rate_high", "rate_low", "burst_limit", "pre_capture", "release_on_entry", "linked_release", "self_timer", "release_delay")),
        ("Frames > Sets", ("bracket_kind", "bracket_frames", "bracket_step", "bracket_order", "bracket_one_press", "merge", "merge_strength", "merge_align", "merge_keep_sources")),
        ("Frames > Flash", ("flash", "flash_sync", "high_speed_sync", "flash_burst", "flash_slowest_time", "modelling_lamp", "flash_compensation_on", "ambient_balance")),
        ("Files > Kept", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "aspect", "crop_mark", "sensor_crop", "colour_space", "card_roles", "card_of_raw", "file_prefix", "file_numbering", "folders", "author")),
        ("Files > Look", ("look", "look_contrast", "look_saturation", "look_sharpness", "look_place", "high_iso_noise_reduction", "long_exposure_noise_reduction", "lens_corrections", "white_mode", "white_kelvin", "white_tint", "white_shift", "white_card_slot")),
        ("Files > Wireless", ("pairing", "send_while_shooting", "send_what", "tether", "remote", "location")),
        ("Body > Displays", ("exposure_true_view", "histogram", "clip_warning", "warning_points", "grid", "level", "finder_contents", "display_pages", "finder_switch", "finder_refresh", "review_time", "playback_pages", "turned_upright", "screen_brightness", "lit_buttons", "top_display", "shown_on_top", "finder_brightness", "screen_colour", "finder_colour", "night_display")),
        ("Body > Wheels and buttons", ("front_dial", "rear_dial", "dial_direction", "compensation_direction", "wheel_lock", "choice_lists", "focus_activation", "single_focus_starts", "hold_focus", "eye_button", "second_setup_button", "press_and_turn", "short_list", "pinned_items", "menu_memory", "slot_keeps_changes", "hand_over")),
        ("Body > Upkeep", ("clock", "zone", "firmware_noted", "beeps", "timer_beep", "shutter_sound", "screen_off_delay", "reduced_power", "battery_order", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off", "fires_without_lens", "fires_without_card", "file_focal_length")),
    ),
    "merrow-glass-36": (
        ("Pictures", ("exposure_mode", "shutter_time", "aperture", "compensation", "metering_pattern", "meter_offset", "iso_mode", "iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "iso_with_flash", "focus_mode", "focus_area", "priority_single", "priority_continuous", "tracking_hold", "drive_mode", "rate_high", "rate_low", "burst_limit", "self_timer", "release_delay", "bracket_kind", "bracket_frames", "bracket_step", "bracket_order", "bracket_one_press")),
        ("Storage > Files", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "sensor_crop", "aspect", "colour_space", "card_roles", "card_of_raw", "file_prefix", "file_numbering", "author", "fires_without_card")),
        ("Storage > Finish", ("look", "look_contrast", "look_saturation", "look_sharpness", "white_mode", "white_kelvin", "white_tint", "white_shift", "white_card_slot", "high_iso_noise_reduction", "long_exposure_noise_reduction", "lens_corrections", "shadow_lift")),
        ("Storage > Flash", ("flash", "flash_sync", "high_speed_sync", "flash_burst", "flash_slowest_time", "modelling_lamp", "flash_compensation_on", "ambient_balance")),
        ("Camera > Handling", ("exposure_step", "iso_step", "exposure_lock", "burst_exposure", "aperture_change_moves", "focus_activation", "hold_focus", "area_list", "point_memory", "point_count", "point_speed", "point_wrap", "subject_path", "front_dial", "rear_dial", "dial_direction", "compensation_direction", "wheel_lock", "second_setup_button", "press_and_turn", "short_list", "pinned_items", "menu_memory", "choice_lists", "slot_keeps_changes", "hand_over", "ring_override", "meter_at_focus_point", "very_long_times", "flicker_timing")),
        ("Camera > Displays and upkeep", ("clock", "firmware_noted", "beeps", "timer_beep", "review_time", "playback_pages", "histogram", "clip_warning", "warning_points", "grid", "finder_contents", "exposure_true_view", "peaking", "peaking_level", "peaking_colour", "magnifier", "crop_mark", "screen_brightness", "top_display", "shown_on_top", "screen_colour", "screen_off_delay", "reduced_power", "battery_order", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off", "fires_without_lens", "assist_lamp", "remote", "stabiliser", "file_focal_length")),
    ),
    "quillon-lane-32": (
        ("taking", ("exposure_mode", "shutter_time", "aperture", "compensation", "iso_mode", "iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "metering_pattern", "drive_mode", "self_timer", "focus_mode", "focus_area", "white_mode", "white_kelvin")),
        ("more > focus", ("subject_detection", "eye_detection", "tracking_hold", "tracking_start", "subject_path", "priority_single", "priority_continuous", "area_list", "point_count", "point_speed", "point_wrap", "pre_focus", "assist_lamp", "touch_release")),
        ("more > by hand", ("ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale", "file_focal_length")),
        ("more > light", ("meter_at_focus_point", "meter_on_face", "meter_offset", "exposure_step", "exposure_lock", "burst_exposure", "aperture_change_moves", "iso_step", "iso_with_flash", "shadow_lift", "shutter_type", "silent", "flicker_timing", "fine_flicker_shutter", "stabiliser")),
        ("files > kept", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "aspect", "crop_mark", "sensor_crop", "colour_space", "file_prefix", "file_numbering", "folders", "author", "fires_without_card")),
        ("files > look", ("look", "look_contrast", "look_saturation", "look_sharpness", "look_place", "high_iso_noise_reduction", "long_exposure_noise_reduction", "lens_corrections", "white_tint", "white_shift", "white_card_slot")),
        ("files > sets and flash", ("bracket_kind", "bracket_frames", "bracket_step", "bracket_order", "bracket_one_press", "rate_high", "rate_low", "pre_capture", "release_delay", "flash", "flash_sync", "high_speed_sync", "flash_burst", "flash_slowest_time", "modelling_lamp", "flash_compensation_on", "ambient_balance")),
        ("body", ("clock", "zone", "firmware_noted", "beeps", "timer_beep", "shutter_sound", "review_time", "playback_pages", "turned_upright", "exposure_true_view", "dark_view", "histogram", "clip_warning", "warning_points", "grid", "level", "screen_brightness", "screen_colour", "screen_off_delay", "reduced_power", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off", "fires_without_lens", "rear_dial", "dial_direction", "compensation_direction", "short_list", "choice_lists", "menu_memory", "slot_keeps_changes", "hand_over", "pairing", "send_while_shooting", "send_what", "location")),
    ),
    "oxwick-plate-60": (
        ("I. Exposure > Principal matters", ("exposure_mode", "shutter_time", "aperture", "compensation", "exposure_step", "exposure_lock", "burst_exposure", "aperture_change_moves")),
        ("I. Exposure > Amplification", ("iso_mode", "iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "iso_step", "iso_with_flash")),
        ("I. Exposure > Measurement", ("metering_pattern", "meter_at_focus_point", "meter_on_face", "meter_offset", "highlight_protection", "shadow_lift")),
        ("I. Exposure > Mechanism", ("shutter_type", "silent", "flicker_timing", "fine_flicker_shutter", "very_long_times", "long_exposure_noise_reduction", "stabiliser", "stabiliser_focal_length", "release_delay")),
        ("II. Sharpness > General", ("focus_mode", "focus_area", "area_list", "focus_activation", "hold_focus", "priority_single", "priority_continuous", "pre_focus", "assist_lamp", "dark_focus")),
        ("II. Sharpness > Pursuit", ("subject_detection", "eye_detection", "registered_faces", "tracking_hold", "subject_path", "tracking_start")),
        ("II. Sharpness > Points", ("point_memory", "point_count", "point_speed", "point_wrap")),
        ("II. Sharpness > By hand", ("ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale", "file_focal_length")),
        ("III. Records > Kind", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "sensor_crop", "aspect", "crop_mark", "colour_space")),
        ("III. Records > Custody", ("card_roles", "card_of_raw", "file_prefix", "file_numbering", "folders", "author", "fires_without_card", "location")),
        ("III. Records > Finish", ("look", "look_contrast", "look_saturation", "look_sharpness", "look_place", "high_iso_noise_reduction", "lens_corrections", "white_mode", "white_kelvin", "white_tint", "white_shift", "white_card_slot")),
        ("IV. Sequences", ("drive_mode", "rate_high", "rate_low", "burst_limit", "pre_capture", "release_on_entry", "linked_release", "self_timer", "bracket_kind", "bracket_frames", "bracket_step", "bracket_order", "bracket_one_press", "merge", "merge_strength", "merge_align", "merge_keep_sources")),
        ("V. Artificial light", ("flash", "flash_sync", "high_speed_sync", "flash_burst", "flash_slowest_time", "modelling_lamp", "flash_compensation_on", "ambient_balance")),
        ("VI. Apparatus > Views", ("exposure_true_view", "dark_view", "histogram", "clip_warning", "warning_points", "grid", "level", "finder_contents", "finder_switch", "finder_refresh", "review_time", "playback_pages", "turned_upright", "screen_brightness", "top_display", "shown_on_top", "finder_brightness", "screen_colour", "finder_colour")),
        ("VI. Apparatus > Keys and wheels", ("front_dial", "rear_dial", "dial_direction", "compensation_direction", "wheel_lock", "eye_button", "second_setup_button", "press_and_turn", "short_list", "pinned_items", "menu_memory", "choice_lists", "slot_keeps_changes", "hand_over")),
        ("VI. Apparatus > Maintenance", ("clock", "zone", "firmware_noted", "beeps", "timer_beep", "shutter_sound", "screen_off_delay", "reduced_power", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off", "fires_without_lens", "pairing", "send_while_shooting", "send_what", "tether", "remote")),
    ),
    "tamsel-heron": (
        ("Taking", ("exposure_mode", "shutter_time", "aperture", "compensation", "exposure_lock", "burst_exposure", "aperture_change_moves", "iso_mode", "iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "iso_with_flash", "metering_pattern", "meter_at_focus_point", "meter_on_face", "built_in_nd", "shutter_type", "silent", "flicker_timing", "fine_flicker_shutter", "drive_mode", "rate_high", "rate_low", "burst_limit", "pre_capture", "self_timer", "release_delay", "stabiliser")),
        ("Sharp", ("focus_mode", "focus_area", "area_list", "subject_detection", "eye_detection", "registered_faces", "tracking_hold", "subject_path", "tracking_start", "priority_single", "priority_continuous", "ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale", "thumb_pointing", "thumb_part", "touch_release", "point_memory", "point_count", "point_speed", "point_wrap", "pre_focus", "assist_lamp")),
        ("Picture", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "aspect", "crop_mark", "colour_space", "look", "look_contrast", "look_saturation", "look_sharpness", "shadow_lift", "white_mode", "white_kelvin", "white_tint", "white_card_slot", "high_iso_noise_reduction", "long_exposure_noise_reduction", "lens_corrections", "merge", "merge_strength", "merge_align", "merge_keep_sources", "bracket_kind", "bracket_frames", "bracket_step", "bracket_order", "bracket_one_press", "flash", "flash_sync", "high_speed_sync", "flash_burst", "flash_slowest_time", "modelling_lamp", "flash_compensation_on", "ambient_balance")),
        ("Camera", ("clock", "zone", "firmware_noted", "beeps", "timer_beep", "shutter_sound", "review_time", "playback_pages", "turned_upright", "exposure_true_view", "dark_view", "histogram", "clip_warning", "warning_points", "grid", "level", "finder_contents", "finder_switch", "finder_refresh", "screen_brightness", "finder_brightness", "screen_colour", "finder_colour", "screen_off_delay", "reduced_power", "temperature_cutoff", "rear_dial", "dial_direction", "compensation_direction", "short_list", "pinned_items", "menu_memory", "choice_lists", "slot_keeps_changes", "hand_over", "file_prefix", "file_numbering", "author", "fires_without_card", "pairing", "send_while_shooting", "send_what", "tether", "location")),
    ),
    "tamsel-matchbox": (
        ("Press once", ("exposure_mode", "shutter_time", "compensation", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "drive_mode", "rate_high", "self_timer", "focus_mode", "focus_area", "white_mode", "white_kelvin", "look", "aspect")),
        ("Press twice", ("file_format", "clock", "beeps", "timer_beep", "shutter_sound", "review_time", "grid", "clip_warning", "exposure_true_view", "screen_brightness", "file_prefix", "file_numbering", "author", "fires_without_card", "hand_over", "assist_lamp")),
    ),
}
"""Body slug -> its pages, outermost first, each with the settings on it."""

_MAKER = {"merrow-swift-20": 0, "merrow-glass-36": 0, "quillon-lane-32": 1, "oxwick-plate-60": 2, "tamsel-heron": 3, "tamsel-matchbox": 3}


def _words() -> dict[str, list[str]]:
    rows = (line.split("|") for line in WORDS.strip().splitlines())
    return {slug: labels for slug, *labels in rows}


def dialect(slug: str, there: Container[str]) -> dict[str, Any]:
    """A demo body's own words in the open form, for the settings that are there."""
    words = _words()
    return {
        "format": "wide-aperture-dialect",
        "version": 1,
        "firmware": BODIES[slug]["traits"]["firmware"],
        "entries": [
            {"setting": setting, "label": words[setting][_MAKER[slug]], "menu": path.split(" > ")}
            for path, settings in MENUS[slug]
            for setting in settings
            if setting in there
        ],
    }
