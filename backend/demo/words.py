"""The demo bodies' own words and menus, by invented makers: each talks in its own way.

WORDS has a row per setting: slug, then what Merrow, Quillon, Oxwick and Tamsel call it. MENUS has
each body's pages, in their order, with the settings on them.
"""

# fmt: off

from __future__ import annotations

from collections.abc import Container
from typing import Any

from demo.kit import BODIES

WORDS = """
clock|Ship's clock|hour|Time of day, to the second|What time is it?
zone|Ship's clock: waters|meridian|Time of day, region|Where are you?
firmware_noted|Hull number written down|issue noted|Revision entered in the book|Version written down?
fires_without_lens|Sail without a glass|bare throat|Releases although no lens answers|Go without a lens?
sensor_cleaning|Swab the plate|dusting|Plate dusted on switching|Shake off dust?
shutter_closed_when_off|Hatch shut at rest|lid at rest|Curtain drawn when switched off|Close up when off?
temperature_cutoff|Boiler limit|warmth limit|Permitted warmth|How hot may it get?
screen_off_delay|Lamp out after|sleep|Minutes before rest|When may it doze?
reduced_power|Half steam|thrift|Economical running|Save the battery?
finder_refresh|Lookout pace|eye pace|Eyepiece, renewals a second|How smooth a view?
battery_order|First coal from|first cell|Cell drained first|Which battery first?
card_roles|Second hold|second tray|Duty of the second card|What is card two for?
file_format|Cargo|keeps|Kind of record kept|What do you keep?
raw_compression|Cargo: stowage|packing|Packing of unfinished records|How tightly packed?
rendered_quality|Cargo: polish|polish|Grade of finished records|How good a picture file?
rendered_size|Cargo: measure|extent|Extent of finished records|How big a picture file?
sensor_crop|Short plate|inner plate|Inner part of the plate only|Only the middle?
aspect|Cargo: hatch|frame|Proportions of the record|Which shape?
crop_mark|Hatch lines|frame lines|Proportions shown, not cut|Show the shape?
colour_space|Pigments|palette|Range of pigments recorded|Which colours?
file_prefix|Cargo: initials|initials|Letters before the number|First letters?
file_numbering|Cargo: tally|tally|Continuation of numbers|Start counting again?
folders|Cargo: crates|drawers|Opening of a new folder|New folder when?
author|Cargo: owner|hand|Name entered in each record|Whose picture?
fires_without_card|Sail without a hold|no tray|Releases although no card is in|Go without a card?
beeps|Ship's bell|chirp|Audible confirmation|May it beep?
shutter_sound|Ship's bell: splash|click|Imitation of the release|Make a click?
review_time|Look astern|after|Record shown after the release|Show it after?
playback_pages|Look astern: charts|pages back|Sheets at retrospect|What to see looking back?
grid|Rigging|lattice|Ruled lines|Lines over it?
level|Spirit glass|plumb|Indication of the horizontal|Is it straight?
finder_contents|Lookout: signals|eye clutter|Eyepiece, particulars|How much to read?
finder_switch|Lookout or deck|eye or plate|Eyepiece or rear plate|Finder or screen?
screen_brightness|Deck lamp|glow|Rear plate, strength|How bright a screen?
screen_colour|Deck lamp: tint|glow tint|Rear plate, tint|Which tint of screen?
night_display|Night watch|ember|Rear plate for darkness|Red at night?
front_dial|Bow wheel|near wheel|Duty of the forward wheel|What does the front wheel do?
rear_dial|Stern wheel|far wheel|Duty of the rear wheel|What does the wheel do?
dial_direction|Wheels: handing|wheel sense|Sense of the wheels|Which way is more?
compensation_direction|Wheels: trim handing|trim sense|Sense of the correction|Which way is brighter?
wheel_lock|Wheels: belay|wheel pin|Wheels held fast|Lock the wheels?
eye_button|Thumb key: eyes|thumb eyes|Key for eyes, while held|Eyes while pressed?
second_setup_button|Thumb key: second chart|thumb other|Key for another record, while held|Other settings while pressed?
press_and_turn|Thumb key with wheel|thumb and wheel|Key pressed and wheel turned|Press and turn?
short_list|Chart table|short sheet|Abridged list|Which quick ones?
pinned_items|Own log|own sheet|Personal page|Your own page?
menu_memory|Log opens where left|sheet stays|Book reopens at its place|Open where you were?
choice_lists|Wheels: stations|short stops|Choices passed through|Which choices to pass?
slot_keeps_changes|Berths keep changes|berth keeps|Alterations retained in a memory|Remember changes?
hand_over|Guest at the helm|guest|For the use of others|Handing it over?
exposure_mode|Course|way|Manner of exposure|Who decides?
shutter_time|Sand|span|Duration|How long?
aperture|Port|mouth|Opening|How open?
compensation|Trim|trim|Correction|Brighter or darker?
exposure_step|Trim: notch|notch|Fineness of the scales|How fine a click?
exposure_lock|Trim: cleat|cleat|Retention of the reading|Keep the reading?
burst_exposure|Trim within a volley|volley trim|Reading within a sequence|Read again in a burst?
aperture_change_moves|Port: what answers|mouth answers|What yields to the opening|What follows the opening?
shutter_type|Hatch gear|lid|Mechanism of the release|Curtain or not?
very_long_times|Sand: long watch|long span|Durations of minutes|Minutes on the wheel?
flicker_timing|Lamp swell|lamp wait|Release timed to lamps|Wait for the lamps?
fine_flicker_shutter|Sand: fine grains|lamp fine|Durations between the marks|Match the lamps?
built_in_nd|Smoked glass|shade|Grey plate inserted|Dark glass inside?
metering_pattern|Sounding|gauge|Manner of measurement|Where does it look?
meter_at_focus_point|Sounding follows the mark|gauge at mark|Measurement at the sharp point|Look where it is sharp?
meter_on_face|Sounding on faces|gauge faces|Measurement upon faces|Look at faces?
meter_offset|Sounding: zero|gauge zero|Standing correction|Always a bit brighter?
iso_mode|Gain|lift|Amplification, manner|Who sets the boost?
iso_value|Gain: mark|lift mark|Amplification|How much boost?
iso_floor|Gain: keel|lift floor|Amplification, least|Least boost?
iso_ceiling|Gain: masthead|lift roof|Amplification, greatest|Most boost?
iso_slowest_shutter|Gain: sand limit|lift span|Amplification, longest duration before it|Boost before how long?
iso_step|Gain: notch|lift notch|Amplification, fineness|How fine a boost?
iso_with_flash|Gain under flare|lift with flash|Amplification with artificial light|Boost with flash?
highlight_protection|Freeboard|crest|Reserve for bright parts|Save the bright parts?
shadow_lift|Bilge lift|low lift|Relief of dark parts|Brighten the dark parts?
look|Varnish|finish|Character of the finished record|Which look?
look_contrast|Varnish: depth|finish contrast|Character, contrast|Look: how strong?
look_saturation|Varnish: colour|finish colour|Character, colour|Look: how colourful?
look_sharpness|Varnish: edge|finish edge|Character, edges|Look: how crisp?
warning_points|Tide marks|edge marks|Limits of the warning|Warn how early?
clip_warning|Tide warning|edge warn|Warning of lost parts|Show what is lost?
histogram|Tide table|spread|Distribution of tones|Show the curve?
exposure_true_view|True horizon|true eye|Eyepiece true to the exposure|Show it as it will be?
high_iso_noise_reduction|Caulking|smooth|Smoothing at high amplification|Smooth the grain?
long_exposure_noise_reduction|Caulking: long watch|smooth long|Dark record after long durations|Clean up long ones?
lens_corrections|Glass errors|throat errors|Correction of the lens|Straighten the lens?
merge|Lash together|weave|Combination of records|Mix several?
merge_strength|Lash: strain|weave force|Combination, strength|Mix how strongly?
merge_align|Lash: true up|weave align|Combination, register|Mix: line up?
merge_keep_sources|Lash: keep ropes|weave keeps|Combination, parts retained|Mix: keep the parts?
white_mode|Sailcloth|paper|Reference of white|What is white?
white_kelvin|Sailcloth: heat|paper heat|Reference of white, degrees|White: which number?
white_tint|Sailcloth: weed or rose|paper tint|Reference of white, green to pink|White: greener or pinker?
white_shift|Sailcloth: bias|paper bias|Reference of white, standing shift|White: always warmer?
white_card_slot|Sailcloth: swatch|paper swatch|Reference of white, memory|White: which sample?
focus_mode|Helm|aim|Manner of sharpness|How does it focus?
focus_area|Helm: waters|aim field|Region of sharpness|Where does it focus?
area_list|Helm: waters listed|aim fields|Regions offered|Which places to pass?
subject_detection|Lookout for|seeks|Objects sought|What to look for?
eye_detection|Lookout: eyes|seeks eyes|Eyes sought|Look for eyes?
registered_faces|Crew list|known|Persons preferred|Know faces?
tracking_hold|Helm: patience|aim patience|Retention when obstructed|Wait when something crosses?
subject_path|Helm: swell|aim swell|Conduct of the object|How wild is it?
priority_single|Helm: anchor release|aim wait|Release, single sharpness|Wait until sharp?
priority_continuous|Helm: running release|aim wait running|Release, continuous sharpness|Wait while following?
focus_activation|Helm: which key|aim key|Key that begins sharpness|Which button focuses?
hold_focus|Helm: belay|aim stop|Key that suspends sharpness|Stop focusing while pressed?
ring_override|Helm: hand on ring|aim by ring|Ring admitted at any time|May the ring help?
peaking|Foam|rim|Edges marked|Colour the edges?
peaking_level|Foam: fineness|rim fineness|Edges marked, fineness|Edges: how fine?
peaking_colour|Foam: colour|rim colour|Edges marked, colour|Edges: which colour?
magnifier|Spyglass|loupe|Enlargement|Enlarge how?
magnifier_time|Spyglass stays|loupe stays|Enlargement, duration|Enlarge how long?
direction_pointer|Helm: which way|aim arrow|Direction to turn|Which way to turn?
distance_scale|Fathoms|reach scale|Distance with region of sharpness|How far away?
thumb_pointing|Thumb chart|thumb map|Thumb upon the rear plate|Point with the thumb?
thumb_part|Thumb chart: part|thumb part|Thumb upon the rear plate, part|Thumb: which part?
touch_release|Touch fires|touch takes|Release by touch|Touch to take?
tracking_start|Helm: first mark|aim first|Place where pursuit begins|Start following where?
point_memory|Mark stays with the roll|mark turns|Point retained by posture|Remember when turned?
point_count|Marks: how many|marks|Number of points|How many points?
point_speed|Marks: pace|mark pace|Travel of the point|How fast a point?
point_wrap|Marks: round the globe|mark wraps|Point continues past the edge|Round the edge?
pre_focus|Helm: ahead of the key|aim early|Sharpness in advance|Focus early?
assist_lamp|Search lamp|lamp|Auxiliary light|Help with a lamp?
file_focal_length|Glass: length written|throat noted|Focal length entered|Lens length written?
drive_mode|Oars|stroke|Sequence of releases|One or many?
rate_high|Oars: full stroke|fast stroke|Sequence, swift rate|How many, fast?
rate_low|Oars: easy stroke|slow stroke|Sequence, slow rate|How many, slow?
burst_limit|Oars: longest pull|longest stroke|Sequence, greatest length|Stop a burst?
pre_capture|Before the key|early stroke|Releases before the press|Keep from before?
release_on_entry|Trap|snare|Release on arrival|Take it when it comes?
linked_release|Convoy|pair stroke|Release of two apparatus|Two together?
self_timer|Hourglass|wait|Deferred release|Wait how long?
release_delay|Settle|settle|Release after settling|Settle first?
silent|Muffled oars|hush|Noiseless release|Be quiet?
stabiliser|Gyro|steady|Steadying|Keep it steady?
stabiliser_focal_length|Gyro: glass length|steady for|Steadying, focal length|Steady: lens length?
flash|Flare|flash|Artificial light|Flash?
flash_sync|Flare: which curtain|flash end|Artificial light, moment|Flash when?
high_speed_sync|Flare: quick sand|flash quick|Artificial light, short durations|Flash at short times?
modelling_lamp|Flare: pilot|flash pilot|Artificial light, guide lamp|Guide lamp?
flash_compensation_on|Flare: what trim moves|flash trim|Artificial light, scope of correction|Flash: brighter what?
ambient_balance|Flare against day|flash share|Artificial light, share|Flash: how much?
bracket_kind|Fleet|spread set|Series|Several at once?
bracket_frames|Fleet: ships|set count|Series, members|Several: how many?
bracket_step|Fleet: spacing|set gap|Series, interval|Several: how far apart?
bracket_order|Fleet: order|set order|Series, order|Several: which first?
bracket_one_press|Fleet: one signal|set one press|Series, single press|Several: one press?
pairing|Signal flags|air|Connection without wire|Talk to the phone?
send_while_shooting|Signal while rowing|air while|Dispatch during work|Send at once?
send_what|Signal: what|air what|Dispatch, kind|Send what?
tether|Tow line|cord|Connection by wire|Cable to the computer?
remote|Signal key|far key|Release from afar|Release from afar?
location|Position in the log|place noted|Place entered in the record|Write down the place?
"""

MENUS: dict[str, tuple[tuple[str, tuple[str, ...]], ...]] = {
    "merrow-swift-20": (
        ("Bridge > Course", ("exposure_mode", "shutter_time", "aperture", "compensation", "exposure_step", "exposure_lock", "burst_exposure", "aperture_change_moves", "very_long_times")),
        ("Bridge > Gain", ("iso_mode", "iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "iso_step", "iso_with_flash")),
        ("Bridge > Sounding", ("metering_pattern", "meter_at_focus_point", "meter_on_face", "meter_offset", "highlight_protection", "shadow_lift")),
        ("Bridge > Gear", ("shutter_type", "silent", "flicker_timing", "fine_flicker_shutter", "stabiliser", "stabiliser_focal_length")),
        ("Helm > Steering", ("focus_mode", "focus_area", "area_list", "tracking_hold", "subject_path", "tracking_start", "priority_single", "priority_continuous")),
        ("Helm > Lookout", ("subject_detection", "eye_detection", "registered_faces", "assist_lamp", "pre_focus")),
        ("Helm > Marks", ("point_memory", "point_count", "point_speed", "point_wrap", "thumb_pointing", "thumb_part", "touch_release")),
        ("Helm > By hand", ("ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale")),
        ("Crew > Oars", ("drive_mode", "rate_high", "rate_low", "burst_limit", "pre_capture", "release_on_entry", "linked_release", "self_timer", "release_delay")),
        ("Crew > Fleet", ("bracket_kind", "bracket_frames", "bracket_step", "bracket_order", "bracket_one_press", "merge", "merge_strength", "merge_align", "merge_keep_sources")),
        ("Crew > Flare", ("flash", "flash_sync", "high_speed_sync", "modelling_lamp", "flash_compensation_on", "ambient_balance")),
        ("Hold > Cargo", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "aspect", "crop_mark", "sensor_crop", "colour_space", "card_roles", "file_prefix", "file_numbering", "folders", "author")),
        ("Hold > Varnish", ("look", "look_contrast", "look_saturation", "look_sharpness", "high_iso_noise_reduction", "long_exposure_noise_reduction", "lens_corrections", "white_mode", "white_kelvin", "white_tint", "white_shift", "white_card_slot")),
        ("Hold > Signals", ("pairing", "send_while_shooting", "send_what", "tether", "remote", "location")),
        ("Deck > Views", ("exposure_true_view", "histogram", "clip_warning", "warning_points", "grid", "level", "finder_contents", "finder_switch", "finder_refresh", "review_time", "playback_pages", "screen_brightness", "screen_colour", "night_display")),
        ("Deck > Wheels", ("front_dial", "rear_dial", "dial_direction", "compensation_direction", "wheel_lock", "choice_lists", "focus_activation", "hold_focus", "eye_button", "second_setup_button", "press_and_turn", "short_list", "pinned_items", "menu_memory", "slot_keeps_changes", "hand_over")),
        ("Deck > Upkeep", ("clock", "zone", "firmware_noted", "beeps", "shutter_sound", "screen_off_delay", "reduced_power", "battery_order", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off", "fires_without_lens", "fires_without_card", "file_focal_length")),
    ),
    "merrow-glass-36": (
        ("Fore", ("exposure_mode", "shutter_time", "aperture", "compensation", "metering_pattern", "meter_offset", "iso_mode", "iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "iso_with_flash", "focus_mode", "focus_area", "priority_single", "priority_continuous", "tracking_hold", "drive_mode", "rate_high", "rate_low", "burst_limit", "self_timer", "release_delay", "bracket_kind", "bracket_frames", "bracket_step", "bracket_order", "bracket_one_press")),
        ("Midships > Stores", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "sensor_crop", "aspect", "colour_space", "card_roles", "file_prefix", "file_numbering", "author", "fires_without_card")),
        ("Midships > Finish", ("look", "look_contrast", "look_saturation", "look_sharpness", "white_mode", "white_kelvin", "white_tint", "white_shift", "white_card_slot", "high_iso_noise_reduction", "long_exposure_noise_reduction", "lens_corrections", "shadow_lift")),
        ("Midships > Flare", ("flash", "flash_sync", "high_speed_sync", "modelling_lamp", "flash_compensation_on", "ambient_balance")),
        ("Aft > Handling", ("exposure_step", "iso_step", "exposure_lock", "burst_exposure", "aperture_change_moves", "focus_activation", "hold_focus", "area_list", "point_memory", "point_count", "point_speed", "point_wrap", "subject_path", "front_dial", "rear_dial", "dial_direction", "compensation_direction", "wheel_lock", "second_setup_button", "press_and_turn", "short_list", "pinned_items", "menu_memory", "choice_lists", "slot_keeps_changes", "hand_over", "ring_override", "meter_at_focus_point", "very_long_times", "flicker_timing")),
        ("Aft > Watch", ("clock", "firmware_noted", "beeps", "review_time", "playback_pages", "histogram", "clip_warning", "warning_points", "grid", "finder_contents", "exposure_true_view", "peaking", "peaking_level", "peaking_colour", "magnifier", "crop_mark", "screen_brightness", "screen_colour", "screen_off_delay", "reduced_power", "battery_order", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off", "fires_without_lens", "assist_lamp", "remote", "stabiliser", "file_focal_length")),
    ),
    "quillon-lane-32": (
        ("one", ("exposure_mode", "shutter_time", "aperture", "compensation", "iso_mode", "iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "metering_pattern", "drive_mode", "self_timer", "focus_mode", "focus_area", "white_mode", "white_kelvin")),
        ("two > aim", ("subject_detection", "eye_detection", "tracking_hold", "tracking_start", "subject_path", "priority_single", "priority_continuous", "area_list", "point_count", "point_speed", "point_wrap", "pre_focus", "assist_lamp", "touch_release")),
        ("two > hand", ("ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale", "file_focal_length")),
        ("two > light", ("meter_at_focus_point", "meter_on_face", "meter_offset", "exposure_step", "exposure_lock", "burst_exposure", "aperture_change_moves", "iso_step", "iso_with_flash", "shadow_lift", "shutter_type", "silent", "flicker_timing", "fine_flicker_shutter", "stabiliser")),
        ("three > keeps", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "aspect", "crop_mark", "sensor_crop", "colour_space", "file_prefix", "file_numbering", "folders", "author", "fires_without_card")),
        ("three > finish", ("look", "look_contrast", "look_saturation", "look_sharpness", "high_iso_noise_reduction", "long_exposure_noise_reduction", "lens_corrections", "white_tint", "white_shift", "white_card_slot")),
        ("three > sets", ("bracket_kind", "bracket_frames", "bracket_step", "bracket_order", "bracket_one_press", "rate_high", "rate_low", "pre_capture", "release_delay", "flash", "flash_sync", "high_speed_sync", "modelling_lamp", "flash_compensation_on", "ambient_balance")),
        ("four", ("clock", "zone", "firmware_noted", "beeps", "shutter_sound", "review_time", "playback_pages", "exposure_true_view", "histogram", "clip_warning", "warning_points", "grid", "level", "screen_brightness", "screen_colour", "screen_off_delay", "reduced_power", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off", "fires_without_lens", "rear_dial", "dial_direction", "compensation_direction", "short_list", "choice_lists", "menu_memory", "slot_keeps_changes", "hand_over", "pairing", "send_while_shooting", "send_what", "location")),
    ),
    "oxwick-plate-60": (
        ("I. Exposure > Principal matters", ("exposure_mode", "shutter_time", "aperture", "compensation", "exposure_step", "exposure_lock", "burst_exposure", "aperture_change_moves")),
        ("I. Exposure > Amplification", ("iso_mode", "iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "iso_step", "iso_with_flash")),
        ("I. Exposure > Measurement", ("metering_pattern", "meter_at_focus_point", "meter_on_face", "meter_offset", "highlight_protection", "shadow_lift")),
        ("I. Exposure > Mechanism", ("shutter_type", "silent", "flicker_timing", "fine_flicker_shutter", "very_long_times", "long_exposure_noise_reduction", "stabiliser", "stabiliser_focal_length", "release_delay")),
        ("II. Sharpness > General", ("focus_mode", "focus_area", "area_list", "focus_activation", "hold_focus", "priority_single", "priority_continuous", "pre_focus", "assist_lamp")),
        ("II. Sharpness > Pursuit", ("subject_detection", "eye_detection", "registered_faces", "tracking_hold", "subject_path", "tracking_start")),
        ("II. Sharpness > Points", ("point_memory", "point_count", "point_speed", "point_wrap")),
        ("II. Sharpness > By hand", ("ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale", "file_focal_length")),
        ("III. Records > Kind", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "sensor_crop", "aspect", "crop_mark", "colour_space")),
        ("III. Records > Custody", ("card_roles", "file_prefix", "file_numbering", "folders", "author", "fires_without_card", "location")),
        ("III. Records > Finish", ("look", "look_contrast", "look_saturation", "look_sharpness", "high_iso_noise_reduction", "lens_corrections", "white_mode", "white_kelvin", "white_tint", "white_shift", "white_card_slot")),
        ("IV. Sequences", ("drive_mode", "rate_high", "rate_low", "burst_limit", "pre_capture", "release_on_entry", "linked_release", "self_timer", "bracket_kind", "bracket_frames", "bracket_step", "bracket_order", "bracket_one_press", "merge", "merge_strength", "merge_align", "merge_keep_sources")),
        ("V. Artificial light", ("flash", "flash_sync", "high_speed_sync", "modelling_lamp", "flash_compensation_on", "ambient_balance")),
        ("VI. Apparatus > Views", ("exposure_true_view", "histogram", "clip_warning", "warning_points", "grid", "level", "finder_contents", "finder_switch", "finder_refresh", "review_time", "playback_pages", "screen_brightness", "screen_colour")),
        ("VI. Apparatus > Keys and wheels", ("front_dial", "rear_dial", "dial_direction", "compensation_direction", "wheel_lock", "eye_button", "second_setup_button", "press_and_turn", "short_list", "pinned_items", "menu_memory", "choice_lists", "slot_keeps_changes", "hand_over")),
        ("VI. Apparatus > Maintenance", ("clock", "zone", "firmware_noted", "beeps", "shutter_sound", "screen_off_delay", "reduced_power", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off", "fires_without_lens", "pairing", "send_while_shooting", "send_what", "tether", "remote")),
    ),
    "tamsel-heron": (
        ("Taking", ("exposure_mode", "shutter_time", "aperture", "compensation", "exposure_lock", "burst_exposure", "aperture_change_moves", "iso_mode", "iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "iso_with_flash", "metering_pattern", "meter_at_focus_point", "meter_on_face", "built_in_nd", "shutter_type", "silent", "flicker_timing", "fine_flicker_shutter", "drive_mode", "rate_high", "rate_low", "burst_limit", "pre_capture", "self_timer", "release_delay", "stabiliser")),
        ("Sharp", ("focus_mode", "focus_area", "area_list", "subject_detection", "eye_detection", "registered_faces", "tracking_hold", "subject_path", "tracking_start", "priority_single", "priority_continuous", "ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale", "thumb_pointing", "thumb_part", "touch_release", "point_memory", "point_count", "point_speed", "point_wrap", "pre_focus", "assist_lamp")),
        ("Picture", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "aspect", "crop_mark", "colour_space", "look", "look_contrast", "look_saturation", "look_sharpness", "shadow_lift", "white_mode", "white_kelvin", "white_tint", "white_card_slot", "high_iso_noise_reduction", "long_exposure_noise_reduction", "lens_corrections", "merge", "merge_strength", "merge_align", "merge_keep_sources", "bracket_kind", "bracket_frames", "bracket_step", "bracket_order", "bracket_one_press", "flash", "flash_sync", "high_speed_sync", "modelling_lamp", "flash_compensation_on", "ambient_balance")),
        ("Camera", ("clock", "zone", "firmware_noted", "beeps", "shutter_sound", "review_time", "playback_pages", "exposure_true_view", "histogram", "clip_warning", "warning_points", "grid", "level", "finder_contents", "finder_switch", "finder_refresh", "screen_brightness", "screen_colour", "screen_off_delay", "reduced_power", "temperature_cutoff", "rear_dial", "dial_direction", "compensation_direction", "short_list", "pinned_items", "menu_memory", "choice_lists", "slot_keeps_changes", "hand_over", "file_prefix", "file_numbering", "author", "fires_without_card", "pairing", "send_while_shooting", "send_what", "tether", "location")),
    ),
    "tamsel-matchbox": (
        ("Press once", ("exposure_mode", "shutter_time", "compensation", "iso_floor", "iso_ceiling", "iso_slowest_shutter", "drive_mode", "rate_high", "self_timer", "focus_mode", "focus_area", "white_mode", "white_kelvin", "look", "aspect")),
        ("Press twice", ("file_format", "clock", "beeps", "shutter_sound", "review_time", "grid", "clip_warning", "exposure_true_view", "screen_brightness", "file_prefix", "file_numbering", "author", "fires_without_card", "hand_over", "assist_lamp")),
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
        "firmware": BODIES[slug]["facts"]["firmware"],
        "entries": [
            {"setting": setting, "label": words[setting][_MAKER[slug]], "menu": path.split(" > ")}
            for path, settings in MENUS[slug]
            for setting in settings
            if setting in there
        ],
    }
