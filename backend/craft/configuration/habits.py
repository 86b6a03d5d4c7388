"""Habits: where good photographers disagree about settings, apart from the seven decisions.

Per habit the first way whose *wins when* holds is taken, unless the person has answered; the last
stands when none does. ``sets`` gives settings of craft.vocabulary their values. No template contains
a digit: numbers come from craft.decisions.facts.
"""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass

from craft.decisions.facts import When
from craft.vocabulary.setting import Value


@dataclass(frozen=True, slots=True)
class Way:
    """One way of a habit: what it sets, when it wins (all must hold), why, and what it costs; whole: it is taken whole or not at all."""

    slug: str
    label: str
    sets: tuple[tuple[str, Value], ...]
    when: tuple[When, ...]
    because: str
    costs: str
    whole: bool = False
    source: str = "practice of the trade"


@dataclass(frozen=True, slots=True)
class Habit:
    """A choice that the profile asks about in plain words; only: where there is anything to choose."""

    slug: str
    question: str
    ways: tuple[Way, ...]
    only: tuple[When, ...] = ()


def _yes(fact: str) -> When:
    return When(fact, "=", 1.0)


def _no(fact: str) -> When:
    return When(fact, "=", 0.0)


_MOVES, _STILL, _TRIPOD, _QUIET, _QUICK = _yes("moving"), _no("moving"), _yes("tripod"), _yes("quiet"), _yes("skill_quick")
_PEOPLE, _STARS, _WILD, _BURST, _BY_HAND = _yes("people"), _yes("stars"), _yes("wild"), _yes("bursting"), _yes("by_hand")
_DARK = When("ev100", "<", 3.0)
_YOUR_WORD = _yes("your_word")

HABITS: tuple[Habit, ...] = (
    Habit("focus_start", "What starts the focus?", (
        Way("rear_button", "the button under the thumb", (("focus_activation", "rear_button"),), (_yes("rear_button_offered"), _MOVES, _no("skill_quick")), "The subject moves at {speed_m_s}: with focus under the thumb you follow for as long as you press and fire whenever you like.", "a second finger to train, and whoever takes the camera gets soft pictures"),
        Way("both", "either button", (("focus_activation", "both"),), (_yes("rear_button_offered"), _QUICK, _no("quiet")), "Moments come without warning: whichever finger is there first focuses.", "a press to fire may shift what the thumb had found"),
        Way("shutter_button", "the shutter button", (("focus_activation", "shutter_button"),), (), "Half a press focuses and a whole one fires: nothing to train, and anyone can take the camera.", "focus moves with every press"),
    )),
    Habit("hold_focus", "A button that holds focus while pressed?", (
        Way("yes", "yes, under a finger", (("hold_focus", "on"),), (_yes("rear_button_offered"), _yes("continuous"), When("unpredictability", "<", 0.6)), "Focus follows all the time; a held button stops it while something crosses at {distance_m}.", "one button fewer for other things"),
        Way("no", "no", (("hold_focus", "off"),), (), "Nothing here asks for focus to be held by hand.", "recomposing under continuous focus is a gamble"),
    )),
    Habit("review", "Look at each picture after the shot?", (
        Way("off", "never by itself", (("review_time", "off"),), (_BURST,), "Frames come at {rate}: a picture of the last one would hide the next.", "mistakes are noticed later"),
        Way("short", "for a moment", (("review_time", "two_seconds"),), (_PEOPLE, _no("skill_quick")), "A glance tells whether eyes were open, and the sitter waits that long.", "the finder is taken for a moment"),
        Way("long", "long enough to judge", (("review_time", "four_seconds"),), (_TRIPOD, _STILL), "Nothing runs away and the frame took {time_s}: look at its edges and its histogram before the next.", "some battery"),
        Way("none_needed", "only when I press for it", (("review_time", "off"),), (), "You look when you choose to; the finder stays on the world.", "a press for each look"),
    )),
    Habit("warnings", "Warnings, histogram or neither while you work?", (
        Way("both", "warnings and histogram", (("clip_warning", "bright"), ("histogram", "channels")), (_TRIPOD, When("span_stops", ">", 6.0)), "The scene spans {span_stops}: see which tones warn and where the histogram ends.", "a finder full of signs"),
        Way("warnings", "warnings only", (("clip_warning", "bright"), ("histogram", "off")), (When("stops_above", ">", 2.5),), "Bright tones lie {stops_above} over the key: a mark on them is read faster than a curve.", "the preview warns before the raw is full"),
        Way("neither", "neither", (("clip_warning", "off"), ("histogram", "off")), (_BURST,), "At {rate} there is no time to read a curve: exposure was settled before.", "a clipped frame goes unnoticed"),
        Way("histogram", "the histogram only", (("clip_warning", "off"), ("histogram", "brightness")), (), "A span of {span_stops} is easily held; a small curve is enough.", "it shows how much, not where"),
    )),
    Habit("second_card", "What is the second card for?", (
        Way("copy", "a copy of everything", (("card_roles", "copies"),), (_yes("two_cards_offered"), _PEOPLE, _no("skill_quick")), "The moment cannot be taken again: one failed card must lose nothing.", "bursts fill at the pace of the slower card"),
        Way("split", "raw on one, finished on the other", (("card_roles", "splits_by_format"),), (_yes("two_cards_offered"), _yes("rendered"), _yes("raw"), When("deadline_h", "<", 6.0)), "Finished files are due in {deadline_h}: their card goes to the desk while the raw stays in the body.", "one failed card loses half of each frame"),
        Way("more_room", "more room", (("card_roles", "continues"),), (), "Pictures can be had again; room for twice as many is worth more than a copy.", "a failed card loses what was on it"),
    )),
    Habit("release_or_focus", "Should a frame of a burst wait until it is sharp?", (
        Way("release", "fire when I press", (("priority_continuous", "release"),), (_yes("fires_first"),), "While the shutter lags the subject comes {plane_shift_m} nearer, within the {half_depth_m} of depth on its side: waiting gains nothing.", "now and then a soft frame"),
        Way("focus", "wait for focus", (("priority_continuous", "focus"),), (_yes("waits"),), "While the shutter lags the subject comes {plane_shift_m} nearer, past the {half_depth_m} of depth on its side: an unfocused frame is lost anyway.", "fewer frames, and not always at the moment you pressed"),
        Way("mixed", "a little of both", (("priority_continuous", "mixed"),), (), "Neither waiting nor firing blindly wins here by the numbers.", "you never know which it did"),
    )),
    Habit("single_release", "Should a single frame wait until it is sharp?", (
        Way("release", "fire when I press", (("priority_single", "release"),), (_YOUR_WORD,), "You said so: the moment counts for more than the eyelash.", "now and then a soft frame"),
        Way("focus", "wait for focus", (("priority_single", "focus"),), (), "Nothing has to be followed at {distance_m}: a frame that waits a moment is a sharp one.", "it does not fire while it hunts"),
    )),
    Habit("peaking", "Coloured edges for focusing by hand?", (
        Way("always", "always", (("peaking", "always"), ("peaking_level", "fine")), (_BY_HAND, _no("stars"), _no("tripod")), "The lens is turned by hand and nothing stands still: edges light up as they come sharp.", "it proves contrast, not sharpness at full size"),
        Way("on_demand", "on demand", (("peaking", "on_demand"), ("peaking_level", "fine")), (_BY_HAND,), "The camera stands, so a magnified look proves more; edges help to get near.", "one press more"),
        Way("never", "never", (("peaking", "off"),), (), "Focus is automatic: colours over the picture only distract.", "no help when autofocus fails"),
    )),
    Habit("wrap", "Should the focus point go round the edge?", (
        Way("round", "round the edge", (("point_wrap", "on"), ("point_speed", "fast")), (_MOVES, When("unpredictability", ">=", 0.6)), "Paths are random ({unpredictability} of one): the short way to the other side is over the edge.", "one press too many and the point is far away"),
        Way("stop", "stop at the edge", (("point_wrap", "off"),), (), "The thumb finds the edge without looking.", "crossing the frame takes longer"),
    )),
    Habit("colours", "Which colours should files name?", (
        Way("wide", "the wide space", (("colour_space", "wide"),), (_no("rendered"),), "Raw is developed at the desk, and the wide space makes the camera's histogram clip later.", "finished files look pale where the space is not understood"),
        Way("small", "the space every screen knows", (("colour_space", "srgb"),), (), "Finished files go out: every screen and printer knows this one.", "the strongest greens and reds are brought in"),
    )),
    Habit("camera_noise_reduction", "Noise reduction in the camera?", (
        Way("off", "off, at the desk", (("high_iso_noise_reduction", "off"),), (_no("rendered"),), "The raw is untouched by it and only the preview would be smeared.", "the preview looks rougher than the picture will"),
        Way("low", "low", (("high_iso_noise_reduction", "low"),), (When("snr", ">", "bar"),), "The mid-tone keeps {snr} against your {bar}: finished files need little smoothing.", "some grain stays"),
        Way("usual", "as the body does", (("high_iso_noise_reduction", "usual"),), (), "Signal to noise is only {snr} and a finished file goes out: let the body smooth it.", "fine detail goes with the grain"),
    )),
    Habit("dark_frames", "A dark frame after each long exposure?", (
        Way("series", "never: I take them at the end", (("long_exposure_noise_reduction", "off"),), (_STARS,), "Frames of the sky follow each other: a dark one after each {time_s} would double the night.", "a quarter of an hour of dark frames before going home"),
        Way("single", "yes, for single long frames", (("long_exposure_noise_reduction", "on"),), (_TRIPOD, When("time_s", ">=", 8.0)), "One frame of {time_s} on a tripod: as long again in the dark takes the hot pixels out.", "every frame takes twice its time"),
        Way("no", "no", (("long_exposure_noise_reduction", "off"),), (), "At {time_s} there is nothing for a dark frame to take away.", "hot pixels stay in long frames"),
    )),
    Habit("lamp", "May the assist lamp shine?", (
        Way("dark", "when it is dark and nobody minds", (("assist_lamp", "on"),), (_yes("autofocus"), _no("quiet"), _no("wild"), _no("moving"), When("ev100", "<", 2.0), _no("stars")), "At {ev100} focus hunts, and nobody is disturbed by a light.", "everyone sees where you are"),
        Way("never", "never", (("assist_lamp", "off"),), (), "A lamp gives you away and dazzles; at {ev100} focus has light of its own.", "slower focus in the dark"),
    )),
    Habit("sounds", "May the body beep?", (
        Way("beeps", "when focus is found", (("beeps", "on"),), (_TRIPOD, _STILL, _no("stars"), _no("quiet"), When("ev100", ">=", 6.0), _yes("autofocus")), "Nobody is near and nothing flees: a sound confirms what the eye need not watch.", "the habit follows you into quiet places"),
        Way("silence", "never", (("beeps", "off"), ("shutter_sound", "off")), (), "A beep is never missed when it is missing, and heard when it should not be.", "no sound tells you that focus is found"),
    )),
    Habit("thumb", "Point with the thumb while the eye is at the finder?", (
        Way("right_part", "right eye: on the right half, jumping there", (("thumb_pointing", "jumps"), ("thumb_part", "right_half")), (_MOVES, _no("bursting")), "The subject changes place and the thumb is free: the right half stays clear of a nose at the right eye.", "a cheek moves the point"),
        Way("right_follows", "right eye: on the right half, following the thumb", (("thumb_pointing", "follows"), ("thumb_part", "right_half")), (_YOUR_WORD,), "You said so: the point moves as far as the thumb does, from where it is.", "two strokes for a long way"),
        Way("left_eye", "left eye: on the left half, jumping there", (("thumb_pointing", "jumps"), ("thumb_part", "left_half")), (_YOUR_WORD,), "You said so: with the left eye at the finder the nose lies on the right half.", "the thumb must reach across"),
        Way("left_follows", "left eye: on the left half, following the thumb", (("thumb_pointing", "follows"), ("thumb_part", "left_half")), (_YOUR_WORD,), "You said so: the nose lies on the right half, and the point moves as far as the thumb does.", "the thumb must reach across, twice for a long way"),
        Way("no", "no", (("thumb_pointing", "off"),), (), "The point stays where you put it.", "moving it takes presses"),
    ), (_yes("thumb_offered"), _no("by_hand"))),
    Habit("pre_focus", "Focus before you ask?", (
        Way("off", "no", (("pre_focus", "off"),), (_WILD,), "Hours of waiting at {distance_m}: a lens that never rests empties the battery and hunts into the reeds.", "the first press takes a moment longer"),
        Way("thumb", "no: the thumb does", (("pre_focus", "off"),), (_yes("rear_button_offered"), _MOVES, _no("skill_quick")), "The thumb starts the focus at {speed_m_s}: nothing should move it before.", "the first press takes a moment longer"),
        Way("on", "yes", (("pre_focus", "on"),), (), "What you point at is nearly sharp before you press.", "some battery"),
    ), (_yes("autofocus"),)),
    Habit("touch", "May a touch take the picture?", (
        Way("yes", "yes", (("touch_release", "on"),), (_yes("touch_offered"), _QUICK, _QUIET, _yes("screen_only")), "There is no finder and moments come without warning: touch what matters and it is taken.", "the camera fires in the bag"),
        Way("no", "no", (("touch_release", "off"),), (), "Fingers, noses and sleeves take no pictures.", "two movements instead of one"),
    )),
    Habit("point_memory", "Should the point remember how the body is held?", (
        Way("point_and_area", "point and area for each way of holding", (("point_memory", "point_and_area"),), (_PEOPLE, _no("skill_quick")), "Faces sit high in an upright frame and to the side in a level one.", "the point jumps when you turn the body"),
        Way("no", "no", (("point_memory", "no"),), (), "The point stays put when the body turns.", "it must be moved after every turn"),
    )),
    Habit("lists", "Everything at hand, or trimmed lists?", (
        Way("trimmed", "only what I use", (("area_list", "those_used"), ("choice_lists", "trimmed"), ("short_list", "own"), ("pinned_items", "own")), (_yes("autofocus"), _MOVES), "The subject moves at {speed_m_s}: a press too many among areas you never use is a frame lost.", "what is not on the list is far away"),
        Way("pinned", "everything, with my own page in front", (("area_list", "all"), ("choice_lists", "everything"), ("short_list", "own"), ("pinned_items", "own")), (), "There is time to choose, and your own page is first.", "long lists"),
    )),
    Habit("burst_exposure", "Hold the exposure through a burst?", (
        Way("held", "hold the first frame's", (("burst_exposure", "locked_at_first"),), (_BURST, When("light_swing_stops", "<=", "meter_swing_stops")), "The light swings {light_swing_stops}, the meter over pale and dark subjects and other framings {meter_swing_stops}: within a burst the first reading is the better one.", "wrong as soon as the subject crosses into shade"),
        Way("follows", "meter every frame", (("burst_exposure", "follows"),), (), "The light may change within a burst: every frame is metered.", "a series of uneven frames"),
    )),
    Habit("lock_button", "Exposure lock: while held, or until pressed again?", (
        Way("toggled", "until pressed again", (("exposure_lock", "toggled"),), (_TRIPOD, _STILL), "Hands come off a standing camera; a lock should not need one.", "it is forgotten and stays"),
        Way("held", "while held", (("exposure_lock", "held"),), (), "When the finger leaves, the lock is gone: nothing is carried into the next picture.", "a finger is taken"),
    )),
    Habit("compensation_direction", "Which way should brighter be?", (
        Way("left", "to the left", (("compensation_direction", "left_is_brighter"), ("dial_direction", "left_is_more")), (_YOUR_WORD,), "You said so: your other bodies turn this way, and two directions cost two corrections.", "the scale in the finder runs against the thumb"),
        Way("right", "to the right", (("compensation_direction", "right_is_brighter"), ("dial_direction", "right_is_more")), (), "More lies to the right on every scale that one reads.", "a habit to unlearn if the old body turned the other way"),
    )),
    Habit("how_many", "The highest rate, or less to look through?", (
        Way("middle", "less to look through", (("rate_high", 8.0),), (_BURST, _no("wild"), When("deadline_h", "<", 4.0), When("frames_per_second", ">", 10.0), When("speed_m_s", "<", 8.0)), "Files are due in {deadline_h} and {speed_m_s} is slow enough for fewer frames.", "the one in between is missing"),
        Way("highest", "the highest", (), (), "Each frame more is one more chance.", "frames to look through"),
    )),
    Habit("finder", "How much should the finder show?", (
        Way("little", "as little as possible", (("finder_contents", "little"), ("grid", "off"), ("level", "off")), (_MOVES,), "At {speed_m_s} the eye has no time for figures: only what decides the next frame.", "a wrong setting stays unseen"),
        Way("building", "grid and level", (("finder_contents", "everything"), ("grid", "thirds"), ("level", "on")), (_TRIPOD,), "The picture is built on a tripod: lines and a level help.", "lines over the picture"),
        Way("usual", "the usual figures", (("finder_contents", "everything"), ("grid", "off"), ("level", "off")), (), "There is time to read the figures.", "some clutter"),
    )),
    Habit("finder_switching", "Should finder and screen switch by themselves?", (
        Way("finder", "finder only", (("finder_switch", "finder"), ("finder_refresh", "fast")), (_yes("electronic_finder"), _MOVES, _no("tripod")), "A strap before the finder must not black it out while {speed_m_s} goes by.", "the screen is only for menus"),
        Way("screen", "screen only", (("finder_switch", "screen"),), (_yes("electronic_finder"), _TRIPOD), "The camera stands and you look from a step away: nothing near the finder should switch the screen off.", "no view in bright sun"),
        Way("automatic", "by themselves", (("finder_switch", "automatic"),), (), "Both are used, and neither is in the way.", "a hand near the finder blacks out the screen"),
    )),
    Habit("awake", "Stay awake, or save the battery?", (
        Way("awake", "stay awake", (("screen_off_delay", "five_minutes"), ("reduced_power", "off")), (_WILD,), "The animal decides when: a body that wakes up slowly misses it.", "a battery by noon"),
        Way("long", "save where it can", (("screen_off_delay", "thirty_seconds"), ("reduced_power", "off")), (_TRIPOD,), "Long waits between frames of {time_s}: a screen that goes off saves the night's battery.", "a press to wake it"),
        Way("usual", "a minute", (("screen_off_delay", "a_minute"), ("reduced_power", "off")), (), "A minute is longer than most pauses.", "some battery"),
    )),
    Habit("faces_meter", "May a face decide the brightness?", (
        Way("no", "no", (("meter_on_face", "off"),), (When("tone_spread_stops", ">=", 3.0),), "Pale and dark subjects lie {tone_spread_stops} apart: a found face would swing the meter with every turn.", "backlit faces need a correction"),
        Way("yes", "yes", (("meter_on_face", "on"),), (_PEOPLE, _no("wild")), "People keep to one light and tones lie within {tone_spread_stops}: a face is the best patch to meter.", "very dark and very light skin may be misjudged"),
        Way("nobody", "no people here", (("meter_on_face", "off"),), (), "There is no face to look for.", "none as long as nobody walks in"),
    )),
    Habit("eyes", "When should the body look for eyes?", (
        Way("held", "only while I hold a button", (("eye_detection", "while_held"), ("eye_button", "on")), (_yes("detection_offered"), _yes("rear_button_offered"), _MOVES, When("subject_share", "<", 0.15)), "The subject fills {subject_share} of the frame's height: most of the time there is no eye to find, and a wrong one is worse than none.", "a button is taken"),
        Way("always", "always", (("eye_detection", "always"), ("eye_button", "off")), (_yes("detection_offered"), _no("by_hand")), "The subject fills {subject_share} of the frame's height and eyes can be found.", "in a group it picks one for you"),
        Way("never", "never", (("eye_detection", "off"), ("eye_button", "off")), (), "Nothing here would look for eyes: the body, the lens or the subject has none to find.", "the point is yours to place"),
    )),
    Habit("known_faces", "Prefer faces shown to the body before?", (
        Way("yes", "yes", (("registered_faces", "on"),), (_yes("detection_offered"), _PEOPLE, _QUIET, When("tone_spread_stops", ">", 3.5), _no("skill_quick")), "Two people matter more than all others in the room.", "ten minutes of showing faces beforehand"),
        Way("no", "no", (("registered_faces", "off"),), (), "Every face is as good as another.", "the nearest face wins"),
    )),
    Habit("raw_packing", "How should raw be packed?", (
        Way("lossy", "smallest, with a little lost", (("raw_compression", "lossy"),), (When("shots", ">", 3000.0),), "{shots} frames on cards and disks: what is lost shows only in lifted shadows.", "deep shadows lifted far show it"),
        Way("none", "not at all", (("raw_compression", "none"),), (When("old_programs", "=", 1.0),), "One of your programs opens only raw that is not packed.", "half as many frames on a card"),
        Way("lossless", "smaller, nothing lost", (("raw_compression", "lossless"),), (), "Packed without loss: the same picture in two thirds of the room.", "a little longer to open"),
    )),
    Habit("finished_size", "Finished files whole, or half the size?", (
        Way("half", "half the size", (("rendered_size", "half"),), (_YOUR_WORD,), "You said so: half the size has {half_size_px} across, and the output shows {output_px}.", "no crop worth having from the finished file"),
        Way("full", "whole", (("rendered_size", "full"),), (), "Nobody asked for small ones, and what is not there cannot be cropped.", "a little more to send"),
    )),
    Habit("lens_errors", "Correct the lens in finished files?", (
        Way("yes", "yes", (("lens_corrections", "on"),), (_yes("rendered"),), "Finished files go out as they are: straight lines and even corners save the desk.", "corners are lifted and grain with them"),
        Way("no", "at the desk", (("lens_corrections", "off"),), (), "Raw is corrected at the desk, where the amount can be chosen.", "the preview bends a little"),
    )),
    Habit("magnifier", "How should the picture be enlarged for focusing?", (
        Way("ring", "as soon as the ring turns", (("magnifier", "by_ring"), ("magnifier_time", "five_seconds")), (_BY_HAND, _yes("ring_offered"), _no("tripod")), "Both hands are at the camera: turning the ring is the press.", "the frame is out of sight while you turn"),
        Way("stays", "by a button, until pressed again", (("magnifier", "by_button"), ("magnifier_time", "until_pressed")), (_TRIPOD,), "On a tripod there is time: enlarge, turn, check, leave.", "forgotten, it shows the next picture enlarged"),
        Way("button", "by a button, for a while", (("magnifier", "by_button"), ("magnifier_time", "five_seconds")), (), "A press when it is wanted, and it goes by itself.", "a button is taken"),
    )),
    Habit("other_setup", "A second setup under a finger?", (
        Way("yes", "while a button is held", (("second_setup_button", "on"),), (_WILD, _yes("rear_button_offered")), "A bird at rest and a bird in flight are a second apart: hold the button and the other setup is there.", "a button is taken, and two setups must be learned"),
        Way("no", "no", (("second_setup_button", "off"),), (), "One kind of picture at a time.", "a change takes a turn of a dial"),
    )),
    Habit("override", "May the ring correct autofocus at any time?", (
        Way("yes", "yes, in leaves and reeds", (("ring_override", "on"), ("peaking", "on_demand"), ("direction_pointer", "on")), (When("distance_m", "<", 60.0), _WILD), "Leaves and reeds catch the focus at {distance_m}: a turn of the ring brings it through, and edges show where it lies.", "a knock on the ring moves focus"),
        Way("against_light", "yes, against the light", (("ring_override", "on"), ("peaking", "on_demand"), ("direction_pointer", "on")), (When("stops_above", ">=", 4.0),), "What is bright lies {stops_above} over the subject: outlines and reflections make focus hunt, and the ring ends that.", "a knock on the ring moves focus"),
        Way("in_the_dark", "yes, in the dark", (("ring_override", "on"), ("peaking", "on_demand"), ("direction_pointer", "on")), (When("ev100", "<", 0.0), _no("stars")), "At {ev100} focus hunts: edges and the ring find it sooner.", "a knock on the ring moves focus"),
        Way("close", "yes, close up", (("ring_override", "on"), ("peaking", "on_demand"), ("direction_pointer", "on")), (When("distance_m", "<", 0.6),), "At {distance_m} the depth is a matter of millimetres: the ring, or leaning, places it.", "a knock on the ring moves focus"),
        Way("no", "no", (("ring_override", "off"),), (), "The ring is silent and a knock does nothing.", "autofocus must be switched off to correct it"),
    ), (_yes("autofocus"), _yes("ring_offered"), _no("by_hand"))),
    Habit("link", "Send pictures while shooting?", (
        Way("yes", "small ones, at once", (("pairing", "on"), ("send_while_shooting", "on"), ("send_what", "small")), (_yes("links_offered"), When("deadline_h", "<", 1.0)), "Due in {deadline_h}: small finished files leave while you go on.", "battery, and the body is slower while it sends"),
        Way("no", "no", (("pairing", "off"), ("send_while_shooting", "off")), (), "Nothing is due while you work; the link only eats battery.", "nobody sees anything until you are home"),
    )),
    Habit("slots", "Should a custom slot keep what is changed in it?", (
        Way("keeps", "yes", (("slot_keeps_changes", "keeps"),), (_YOUR_WORD,), "You said so: a slot that drifts with you suits whoever lives in one.", "yesterday's change is still there"),
        Way("forgets", "no, it comes back as stored", (("slot_keeps_changes", "forgets"),), (), "One turn of the dial brings back what you know, whatever happened since.", "a change meant to stay must be stored"),
    )),
    Habit("folders", "When should a new folder begin?", (
        Way("by_date", "each day", (("folders", "by_date"),), (_yes("deadline_given"),), "Files are handed over by the day.", "many folders"),
        Way("by_count", "when it is full", (("folders", "by_count"),), (), "Nothing is handed over in a hurry.", "days run together"),
    )),
    Habit("preview", "Should the view tell the truth or look finished?", (
        Way("truthful", "the truth about the raw", (("look", "flat"), ("look_contrast", "low"), ("look_saturation", "low"), ("warning_points", "near_the_ends"), ("clip_warning", "bright"), ("histogram", "channels"), ("exposure_true_view", "on"), ("playback_pages", "with_histogram_and_warnings"), ("colour_space", "wide"), ("shadow_lift", "off")), (_yes("raw"), _no("rendered"), When("span_stops", ">=", 8.0)), "Only raw is kept and the scene spans {span_stops}: a flat view warns close to where the raw is really full.", "pictures look dull until they pass the desk", whole=True),
        Way("comfortable", "always bright enough to see", (("look", "neutral"), ("exposure_true_view", "off")), (_DARK,), "At {ev100} a true view is too dark to frame by.", "the view says nothing of the exposure"),
        Way("finished", "like the finished picture", (("look", "natural"), ("exposure_true_view", "on")), (_yes("rendered"),), "A finished file is handed over: what you see is what they get.", "warnings come earlier than the raw needs"),
        Way("neutral", "neutral, neither dull nor pretty", (("look", "neutral"), ("exposure_true_view", "on")), (), "A calm look judges light and skin without flattering.", "a little duller than what you hand over"),
    )),
)

BY_HABIT: dict[str, Habit] = {habit.slug: habit for habit in HABITS}
HABIT_SETS: frozenset[str] = frozenset(slug for habit in HABITS for way in habit.ways for slug, _ in way.sets)
