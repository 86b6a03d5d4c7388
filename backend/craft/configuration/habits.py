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


@dataclass(frozen=True, slots=True, kw_only=True)
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


@dataclass(frozen=True, slots=True, kw_only=True)
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
    Habit(slug="focus_start", question="What starts the focus?", ways=(
        Way(slug="rear_button", label="the button under the thumb", sets=(("focus_activation", "rear_button"),), when=(_yes("rear_button_offered"), _MOVES, _no("skill_quick")), because="The subject moves at {speed_m_s}: with focus under the thumb you follow for as long as you press and fire whenever you like.", costs="a second finger to train, and whoever takes the camera gets soft pictures"),
        Way(slug="both", label="either button", sets=(("focus_activation", "both"),), when=(_yes("rear_button_offered"), _QUICK, _no("quiet")), because="Moments come without warning: whichever finger is there first focuses.", costs="a press to fire may shift what the thumb had found"),
        Way(slug="shutter_button", label="the shutter button", sets=(("focus_activation", "shutter_button"),), when=(), because="Half a press focuses and a whole one fires: nothing to train, and anyone can take the camera.", costs="focus moves with every press"),
    )),
    Habit(slug="hold_focus", question="A button that holds focus while pressed?", ways=(
        Way(slug="yes", label="yes, under a finger", sets=(("hold_focus", "on"),), when=(_yes("rear_button_offered"), _yes("continuous"), When("unpredictability", "<", 0.6)), because="Focus follows all the time; a held button stops it while something crosses at {distance_m}.", costs="one button fewer for other things"),
        Way(slug="no", label="no", sets=(("hold_focus", "off"),), when=(), because="Nothing here asks for focus to be held by hand.", costs="recomposing under continuous focus is a gamble"),
    )),
    Habit(slug="review", question="Look at each picture after the shot?", ways=(
        Way(slug="on_the_computer", label="on the computer", sets=(("review_time", "off"),), when=(_yes("cable"),), because="Each frame stands on the large screen a moment later.", costs="eyes go to and fro"),
        Way(slug="off", label="never by itself", sets=(("review_time", "off"),), when=(_BURST,), because="Frames come at {rate}: a picture of the last one would hide the next.", costs="mistakes are noticed later"),
        Way(slug="short", label="for a moment", sets=(("review_time", "two_seconds"),), when=(_PEOPLE, _no("skill_quick")), because="A glance tells whether eyes were open, and the sitter waits that long.", costs="the finder is taken for a moment"),
        Way(slug="long", label="long enough to judge", sets=(("review_time", "four_seconds"),), when=(_TRIPOD, _STILL), because="Nothing runs away and the frame took {time_s}: look at its edges and its histogram before the next.", costs="some battery"),
        Way(slug="none_needed", label="only when I press for it", sets=(("review_time", "off"),), when=(), because="You look when you choose to; the finder stays on the world.", costs="a press for each look"),
    )),
    Habit(slug="warnings", question="Warnings, histogram or neither while you work?", ways=(
        Way(slug="both", label="warnings and histogram", sets=(("clip_warning", "bright"), ("histogram", "channels")), when=(_TRIPOD, When("span_stops", ">", 6.0)), because="The scene spans {span_stops}: see which tones warn and where the histogram ends.", costs="a finder full of signs"),
        Way(slug="warnings", label="warnings only", sets=(("clip_warning", "bright"), ("histogram", "off")), when=(When("stops_above", ">", 2.5),), because="Bright tones lie {stops_above} over the key: a mark on them is read faster than a curve.", costs="the preview warns before the raw is full"),
        Way(slug="neither", label="neither", sets=(("clip_warning", "off"), ("histogram", "off")), when=(_BURST,), because="At {rate} there is no time to read a curve: exposure was settled before.", costs="a clipped frame goes unnoticed"),
        Way(slug="histogram", label="the histogram only", sets=(("clip_warning", "off"), ("histogram", "brightness")), when=(), because="A span of {span_stops} is easily held; a small curve is enough.", costs="it shows how much, not where"),
    )),
    Habit(slug="second_card", question="What is the second card for?", ways=(
        Way(slug="copy", label="a copy of everything", sets=(("card_roles", "copies"),), when=(_yes("two_cards_offered"), _PEOPLE, _no("skill_quick")), because="The moment cannot be taken again: one failed card must lose nothing.", costs="bursts fill at the pace of the slower card"),
        Way(slug="split", label="raw on one, finished on the other", sets=(("card_roles", "splits_by_format"),), when=(_yes("two_cards_offered"), _yes("rendered"), _yes("raw"), When("deadline_h", "<", 6.0)), because="Finished files are due in {deadline_h}: their card goes to the desk while the raw stays in the body.", costs="one failed card loses half of each frame"),
        Way(slug="more_room", label="more room", sets=(("card_roles", "continues"),), when=(), because="Pictures can be had again; room for twice as many is worth more than a copy.", costs="a failed card loses what was on it"),
    )),
    Habit(slug="release_or_focus", question="Should a frame of a burst wait until it is sharp?", ways=(
        Way(slug="release", label="fire when I press", sets=(("priority_continuous", "release"),), when=(_yes("fires_first"),), because="While the shutter lags the subject comes {plane_shift_m} nearer, within the {half_depth_m} of depth on its side: waiting gains nothing.", costs="now and then a soft frame"),
        Way(slug="focus", label="wait for focus", sets=(("priority_continuous", "focus"),), when=(_yes("waits"),), because="While the shutter lags the subject comes {plane_shift_m} nearer, past the {half_depth_m} of depth on its side: an unfocused frame is lost anyway.", costs="fewer frames, and not always at the moment you pressed"),
        Way(slug="mixed", label="a little of both", sets=(("priority_continuous", "mixed"),), when=(), because="Neither waiting nor firing blindly wins here by the numbers.", costs="you never know which it did"),
    )),
    Habit(slug="single_release", question="Should a single frame wait until it is sharp?", ways=(
        Way(slug="release", label="fire when I press", sets=(("priority_single", "release"),), when=(_YOUR_WORD,), because="You said so: the moment counts for more than the eyelash.", costs="now and then a soft frame"),
        Way(slug="focus", label="wait for focus", sets=(("priority_single", "focus"),), when=(), because="Nothing has to be followed at {distance_m}: a frame that waits a moment is a sharp one.", costs="it does not fire while it hunts"),
    )),
    Habit(slug="peaking", question="Coloured edges for focusing by hand?", ways=(
        Way(slug="always", label="always", sets=(("peaking", "always"), ("peaking_level", "fine")), when=(_BY_HAND, _no("stars"), _no("tripod")), because="The lens is turned by hand and nothing stands still: edges light up as they come sharp.", costs="it proves contrast, not sharpness at full size"),
        Way(slug="on_demand", label="on demand", sets=(("peaking", "on_demand"), ("peaking_level", "fine")), when=(_BY_HAND,), because="The camera stands, so a magnified look proves more; edges help to get near.", costs="one press more"),
        Way(slug="never", label="never", sets=(("peaking", "off"),), when=(), because="Focus is automatic: colours over the picture only distract.", costs="no help when autofocus fails"),
    )),
    Habit(slug="wrap", question="Should the focus point go round the edge?", ways=(
        Way(slug="round", label="round the edge", sets=(("point_wrap", "on"), ("point_speed", "fast")), when=(_MOVES, When("unpredictability", ">=", 0.6)), because="Paths are random ({unpredictability} of one): the short way to the other side is over the edge.", costs="one press too many and the point is far away"),
        Way(slug="stop", label="stop at the edge", sets=(("point_wrap", "off"),), when=(), because="The thumb finds the edge without looking.", costs="crossing the frame takes longer"),
    )),
    Habit(slug="colours", question="Which colours should files name?", ways=(
        Way(slug="wide", label="the wide space", sets=(("colour_space", "wide"),), when=(_no("rendered"),), because="Raw is developed at the desk, and the wide space makes the camera's histogram clip later.", costs="finished files look pale where the space is not understood"),
        Way(slug="small", label="the space every screen knows", sets=(("colour_space", "srgb"),), when=(), because="Finished files go out: every screen and printer knows this one.", costs="the strongest greens and reds are brought in"),
    )),
    Habit(slug="camera_noise_reduction", question="Noise reduction in the camera?", ways=(
        Way(slug="off", label="off, at the desk", sets=(("high_iso_noise_reduction", "off"),), when=(_no("rendered"),), because="The raw is untouched by it and only the preview would be smeared.", costs="the preview looks rougher than the picture will"),
        Way(slug="low", label="low", sets=(("high_iso_noise_reduction", "low"),), when=(When("snr", ">", "bar"),), because="The mid-tone keeps {snr} against your {bar}: finished files need little smoothing.", costs="some grain stays"),
        Way(slug="usual", label="as the body does", sets=(("high_iso_noise_reduction", "usual"),), when=(), because="Signal to noise is only {snr} and a finished file goes out: let the body smooth it.", costs="fine detail goes with the grain"),
    )),
    Habit(slug="dark_frames", question="A dark frame after each long exposure?", ways=(
        Way(slug="series", label="never: I take them at the end", sets=(("long_exposure_noise_reduction", "off"),), when=(_STARS,), because="Frames of the sky follow each other: a dark one after each {time_s} would double the night.", costs="a quarter of an hour of dark frames before going home"),
        Way(slug="single", label="yes, for single long frames", sets=(("long_exposure_noise_reduction", "on"),), when=(_TRIPOD, When("time_s", ">=", 8.0)), because="One frame of {time_s} on a tripod: as long again in the dark takes the hot pixels out.", costs="every frame takes twice its time"),
        Way(slug="no", label="no", sets=(("long_exposure_noise_reduction", "off"),), when=(), because="At {time_s} there is nothing for a dark frame to take away.", costs="hot pixels stay in long frames"),
    )),
    Habit(slug="lamp", question="May the assist lamp shine?", ways=(
        Way(slug="dark", label="when it is dark and nobody minds", sets=(("assist_lamp", "on"),), when=(_yes("autofocus"), _no("quiet"), _no("wild"), _no("moving"), When("ev100", "<", 2.0), _no("stars")), because="At {ev100} focus hunts, and nobody is disturbed by a light.", costs="everyone sees where you are"),
        Way(slug="never", label="never", sets=(("assist_lamp", "off"),), when=(), because="A lamp gives you away and dazzles; at {ev100} focus has light of its own.", costs="slower focus in the dark"),
    )),
    Habit(slug="sounds", question="May the body beep?", ways=(
        Way(slug="beeps", label="when focus is found", sets=(("beeps", "on"),), when=(_TRIPOD, _STILL, _no("stars"), _no("quiet"), When("ev100", ">=", 6.0), _yes("autofocus")), because="Nobody is near and nothing flees: a sound confirms what the eye need not watch.", costs="the habit follows you into quiet places"),
        Way(slug="silence", label="never", sets=(("beeps", "off"), ("shutter_sound", "off")), when=(), because="A beep is never missed when it is missing, and heard when it should not be.", costs="no sound tells you that focus is found"),
    )),
    Habit(slug="thumb", question="Point with the thumb while the eye is at the finder?", ways=(
        Way(slug="right_part", label="right eye: on the right half, jumping there", sets=(("thumb_pointing", "jumps"), ("thumb_part", "right_half")), when=(_MOVES, _no("bursting")), because="The subject changes place and the thumb is free: the right half stays clear of a nose at the right eye.", costs="a cheek moves the point"),
        Way(slug="only_way", label="anywhere on the screen, jumping there", sets=(("thumb_pointing", "jumps"), ("thumb_part", "whole")), when=(_yes("nothing_steers"), _no("stars")), because="No stick or pad of this body leads the point: the screen is the one place that does.", costs="a nose or a cheek moves the point"),
        Way(slug="right_follows", label="right eye: on the right half, following the thumb", sets=(("thumb_pointing", "follows"), ("thumb_part", "right_half")), when=(_YOUR_WORD,), because="You said so: the point moves as far as the thumb does, from where it is.", costs="two strokes for a long way"),
        Way(slug="left_eye", label="left eye: on the left half, jumping there", sets=(("thumb_pointing", "jumps"), ("thumb_part", "left_half")), when=(_YOUR_WORD,), because="You said so: with the left eye at the finder the nose lies on the right half.", costs="the thumb must reach across"),
        Way(slug="left_follows", label="left eye: on the left half, following the thumb", sets=(("thumb_pointing", "follows"), ("thumb_part", "left_half")), when=(_YOUR_WORD,), because="You said so: the nose lies on the right half, and the point moves as far as the thumb does.", costs="the thumb must reach across, twice for a long way"),
        Way(slug="no", label="no", sets=(("thumb_pointing", "off"),), when=(), because="The point stays where you put it.", costs="moving it takes presses"),
    ), only=(_yes("thumb_offered"), _no("by_hand"))),
    Habit(slug="pre_focus", question="Focus before you ask?", ways=(
        Way(slug="off", label="no", sets=(("pre_focus", "off"),), when=(_WILD,), because="Hours of waiting at {distance_m}: a lens that never rests empties the battery and hunts into the reeds.", costs="the first press takes a moment longer"),
        Way(slug="thumb", label="no: the thumb does", sets=(("pre_focus", "off"),), when=(_yes("rear_button_offered"), _MOVES, _no("skill_quick")), because="The thumb starts the focus at {speed_m_s}: nothing should move it before.", costs="the first press takes a moment longer"),
        Way(slug="on", label="yes", sets=(("pre_focus", "on"),), when=(), because="What you point at is nearly sharp before you press.", costs="some battery"),
    ), only=(_yes("autofocus"),)),
    Habit(slug="touch", question="May a touch take the picture?", ways=(
        Way(slug="yes", label="yes", sets=(("touch_release", "on"),), when=(_yes("touch_offered"), _QUICK, _QUIET, _yes("screen_only")), because="There is no finder and moments come without warning: touch what matters and it is taken.", costs="the camera fires in the bag"),
        Way(slug="no", label="no", sets=(("touch_release", "off"),), when=(), because="Fingers, noses and sleeves take no pictures.", costs="two movements instead of one"),
    )),
    Habit(slug="point_memory", question="Should the point remember how the body is held?", ways=(
        Way(slug="point_and_area", label="point and area for each way of holding", sets=(("point_memory", "point_and_area"),), when=(_PEOPLE, _no("skill_quick")), because="Faces sit high in an upright frame and to the side in a level one.", costs="the point jumps when you turn the body"),
        Way(slug="no", label="no", sets=(("point_memory", "no"),), when=(), because="The point stays put when the body turns.", costs="it must be moved after every turn"),
    )),
    Habit(slug="lists", question="Everything at hand, or trimmed lists?", ways=(
        Way(slug="trimmed", label="only what I use", sets=(("area_list", "those_used"), ("choice_lists", "trimmed"), ("short_list", "own"), ("pinned_items", "own")), when=(_yes("autofocus"), _MOVES), because="The subject moves at {speed_m_s}: a press too many among areas you never use is a frame lost.", costs="what is not on the list is far away"),
        Way(slug="pinned", label="everything, with my own page in front", sets=(("area_list", "all"), ("choice_lists", "everything"), ("short_list", "own"), ("pinned_items", "own")), when=(), because="There is time to choose, and your own page is first.", costs="long lists"),
    )),
    Habit(slug="burst_exposure", question="Hold the exposure through a burst?", ways=(
        Way(slug="held", label="hold the first frame's", sets=(("burst_exposure", "locked_at_first"),), when=(_BURST, When("light_swing_stops", "<=", "meter_swing_stops")), because="The light swings {light_swing_stops}, the meter over pale and dark subjects and other framings {meter_swing_stops}: within a burst the first reading is the better one.", costs="wrong as soon as the subject crosses into shade"),
        Way(slug="follows", label="meter every frame", sets=(("burst_exposure", "follows"),), when=(), because="The light may change within a burst: every frame is metered.", costs="a series of uneven frames"),
    )),
    Habit(slug="lock_button", question="Exposure lock: while held, or until pressed again?", ways=(
        Way(slug="toggled", label="until pressed again", sets=(("exposure_lock", "toggled"),), when=(_TRIPOD, _STILL), because="Hands come off a standing camera; a lock should not need one.", costs="it is forgotten and stays"),
        Way(slug="held", label="while held", sets=(("exposure_lock", "held"),), when=(), because="When the finger leaves, the lock is gone: nothing is carried into the next picture.", costs="a finger is taken"),
    )),
    Habit(slug="compensation_direction", question="Which way should brighter be?", ways=(
        Way(slug="left", label="to the left", sets=(("compensation_direction", "left_is_brighter"), ("dial_direction", "left_is_more")), when=(_YOUR_WORD,), because="You said so: your other bodies turn this way, and two directions cost two corrections.", costs="the scale in the finder runs against the thumb"),
        Way(slug="right", label="to the right", sets=(("compensation_direction", "right_is_brighter"), ("dial_direction", "right_is_more")), when=(), because="More lies to the right on every scale that one reads.", costs="a habit to unlearn if the old body turned the other way"),
    )),
    Habit(slug="how_many", question="The highest rate, or less to look through?", ways=(
        Way(slug="middle", label="less to look through", sets=(("rate_high", 8.0),), when=(_BURST, _no("wild"), When("deadline_h", "<", 4.0), When("frames_per_second", ">", 10.0), When("speed_m_s", "<", 8.0)), because="Files are due in {deadline_h} and {speed_m_s} is slow enough for fewer frames.", costs="the one in between is missing"),
        Way(slug="highest", label="the highest", sets=(), when=(), because="Each frame more is one more chance.", costs="frames to look through"),
    )),
    Habit(slug="finder", question="How much should the finder show?", ways=(
        Way(slug="little", label="as little as possible", sets=(("finder_contents", "little"), ("grid", "off"), ("level", "off")), when=(_MOVES,), because="At {speed_m_s} the eye has no time for figures: only what decides the next frame.", costs="a wrong setting stays unseen"),
        Way(slug="building", label="grid and level", sets=(("finder_contents", "everything"), ("grid", "thirds"), ("level", "on")), when=(_TRIPOD,), because="The picture is built on a tripod: lines and a level help.", costs="lines over the picture"),
        Way(slug="usual", label="the usual figures", sets=(("finder_contents", "everything"), ("grid", "off"), ("level", "off")), when=(), because="There is time to read the figures.", costs="some clutter"),
    )),
    Habit(slug="finder_switching", question="Should finder and screen switch by themselves?", ways=(
        Way(slug="finder", label="finder only", sets=(("finder_switch", "finder"), ("finder_refresh", "fast")), when=(_yes("electronic_finder"), _MOVES, _no("tripod")), because="A strap before the finder must not black it out while {speed_m_s} goes by.", costs="the screen is only for menus"),
        Way(slug="screen", label="screen only", sets=(("finder_switch", "screen"),), when=(_yes("electronic_finder"), _TRIPOD), because="The camera stands and you look from a step away: nothing near the finder should switch the screen off.", costs="no view in bright sun"),
        Way(slug="automatic", label="by themselves", sets=(("finder_switch", "automatic"),), when=(), because="Both are used, and neither is in the way.", costs="a hand near the finder blacks out the screen"),
    )),
    Habit(slug="awake", question="Stay awake, or save the battery?", ways=(
        Way(slug="on_the_cable", label="stay awake on the cable", sets=(("screen_off_delay", "five_minutes"), ("reduced_power", "off")), when=(_yes("cable"),), because="A body that falls asleep lets go of the computer, and has to be found again.", costs="a battery in half a day, unless the cable feeds it"),
        Way(slug="awake", label="stay awake", sets=(("screen_off_delay", "five_minutes"), ("reduced_power", "off")), when=(_WILD,), because="The animal decides when: a body that wakes up slowly misses it.", costs="a battery by noon"),
        Way(slug="long", label="save where it can", sets=(("screen_off_delay", "thirty_seconds"), ("reduced_power", "off")), when=(_TRIPOD,), because="Long waits between frames of {time_s}: a screen that goes off saves the night's battery.", costs="a press to wake it"),
        Way(slug="usual", label="a minute", sets=(("screen_off_delay", "a_minute"), ("reduced_power", "off")), when=(), because="A minute is longer than most pauses.", costs="some battery"),
    )),
    Habit(slug="faces_meter", question="May a face decide the brightness?", ways=(
        Way(slug="no", label="no", sets=(("meter_on_face", "off"),), when=(When("tone_spread_stops", ">=", 3.0),), because="Pale and dark subjects lie {tone_spread_stops} apart: a found face would swing the meter with every turn.", costs="backlit faces need a correction"),
        Way(slug="yes", label="yes", sets=(("meter_on_face", "on"),), when=(_PEOPLE, _no("wild")), because="People keep to one light and tones lie within {tone_spread_stops}: a face is the best patch to meter.", costs="very dark and very light skin may be misjudged"),
        Way(slug="nobody", label="no people here", sets=(("meter_on_face", "off"),), when=(), because="There is no face to look for.", costs="none as long as nobody walks in"),
    )),
    Habit(slug="eyes", question="When should the body look for eyes?", ways=(
        Way(slug="held", label="only while I hold a button", sets=(("eye_detection", "while_held"), ("eye_button", "on")), when=(_yes("detection_offered"), _yes("rear_button_offered"), _MOVES, When("subject_share", "<", 0.15)), because="The subject fills {subject_share} of the frame's height: most of the time there is no eye to find, and a wrong one is worse than none.", costs="a button is taken"),
        Way(slug="always", label="always", sets=(("eye_detection", "always"), ("eye_button", "off")), when=(_yes("detection_offered"), _no("by_hand")), because="The subject fills {subject_share} of the frame's height and eyes can be found.", costs="in a group it picks one for you"),
        Way(slug="never", label="never", sets=(("eye_detection", "off"), ("eye_button", "off")), when=(), because="Nothing here would look for eyes: the body, the lens or the subject has none to find.", costs="the point is yours to place"),
    )),
    Habit(slug="known_faces", question="Prefer faces shown to the body before?", ways=(
        Way(slug="yes", label="yes", sets=(("registered_faces", "on"),), when=(_yes("detection_offered"), _PEOPLE, _QUIET, When("tone_spread_stops", ">", 3.5), _no("skill_quick")), because="Two people matter more than all others in the room.", costs="ten minutes of showing faces beforehand"),
        Way(slug="no", label="no", sets=(("registered_faces", "off"),), when=(), because="Every face is as good as another.", costs="the nearest face wins"),
    )),
    Habit(slug="raw_packing", question="How should raw be packed?", ways=(
        Way(slug="lossy", label="smallest, with a little lost", sets=(("raw_compression", "lossy"),), when=(When("shots", ">", 3000.0),), because="{shots} frames on cards and disks: what is lost shows only in lifted shadows.", costs="deep shadows lifted far show it"),
        Way(slug="none", label="not at all", sets=(("raw_compression", "none"),), when=(When("old_programs", "=", 1.0),), because="One of your programs opens only raw that is not packed.", costs="half as many frames on a card"),
        Way(slug="lossless", label="smaller, nothing lost", sets=(("raw_compression", "lossless"),), when=(), because="Packed without loss: the same picture in two thirds of the room.", costs="a little longer to open"),
    )),
    Habit(slug="finished_size", question="Finished files whole, or half the size?", ways=(
        Way(slug="half", label="half the size", sets=(("rendered_size", "half"),), when=(_YOUR_WORD,), because="You said so: half the size has {half_size_px} across, and the output shows {output_px}.", costs="no crop worth having from the finished file"),
        Way(slug="full", label="whole", sets=(("rendered_size", "full"),), when=(), because="Nobody asked for small ones, and what is not there cannot be cropped.", costs="a little more to send"),
    )),
    Habit(slug="lens_errors", question="Correct the lens in finished files?", ways=(
        Way(slug="yes", label="yes", sets=(("lens_corrections", "on"),), when=(_yes("rendered"),), because="Finished files go out as they are: straight lines and even corners save the desk.", costs="corners are lifted and grain with them"),
        Way(slug="no", label="at the desk", sets=(("lens_corrections", "off"),), when=(), because="Raw is corrected at the desk, where the amount can be chosen.", costs="the preview bends a little"),
    )),
    Habit(slug="magnifier", question="How should the picture be enlarged for focusing?", ways=(
        Way(slug="ring", label="as soon as the ring turns", sets=(("magnifier", "by_ring"), ("magnifier_time", "five_seconds")), when=(_BY_HAND, _yes("ring_offered"), _no("tripod")), because="Both hands are at the camera: turning the ring is the press.", costs="the frame is out of sight while you turn"),
        Way(slug="stays", label="by a button, until pressed again", sets=(("magnifier", "by_button"), ("magnifier_time", "until_pressed")), when=(_TRIPOD,), because="On a tripod there is time: enlarge, turn, check, leave.", costs="forgotten, it shows the next picture enlarged"),
        Way(slug="button", label="by a button, for a while", sets=(("magnifier", "by_button"), ("magnifier_time", "five_seconds")), when=(), because="A press when it is wanted, and it goes by itself.", costs="a button is taken"),
    )),
    Habit(slug="other_setup", question="A second setup under a finger?", ways=(
        Way(slug="yes", label="while a button is held", sets=(("second_setup_button", "on"),), when=(_WILD, _yes("rear_button_offered")), because="A bird at rest and a bird in flight are a second apart: hold the button and the other setup is there.", costs="a button is taken, and two setups must be learned"),
        Way(slug="no", label="no", sets=(("second_setup_button", "off"),), when=(), because="One kind of picture at a time.", costs="a change takes a turn of a dial"),
    )),
    Habit(slug="override", question="May the ring correct autofocus at any time?", ways=(
        Way(slug="yes", label="yes, in leaves and reeds", sets=(("ring_override", "on"), ("peaking", "on_demand"), ("direction_pointer", "on")), when=(When("distance_m", "<", 60.0), _WILD), because="Leaves and reeds catch the focus at {distance_m}: a turn of the ring brings it through, and edges show where it lies.", costs="a knock on the ring moves focus"),
        Way(slug="against_light", label="yes, against the light", sets=(("ring_override", "on"), ("peaking", "on_demand"), ("direction_pointer", "on")), when=(When("stops_above", ">=", 4.0),), because="What is bright lies {stops_above} over the subject: outlines and reflections make focus hunt, and the ring ends that.", costs="a knock on the ring moves focus"),
        Way(slug="in_the_dark", label="yes, in the dark", sets=(("ring_override", "on"), ("peaking", "on_demand"), ("direction_pointer", "on")), when=(When("ev100", "<", 0.0), _no("stars")), because="At {ev100} focus hunts: edges and the ring find it sooner.", costs="a knock on the ring moves focus"),
        Way(slug="close", label="yes, close up", sets=(("ring_override", "on"), ("peaking", "on_demand"), ("direction_pointer", "on")), when=(When("distance_m", "<", 0.6),), because="At {distance_m} the depth is a matter of millimetres: the ring, or leaning, places it.", costs="a knock on the ring moves focus"),
        Way(slug="no", label="no", sets=(("ring_override", "off"),), when=(), because="The ring is silent and a knock does nothing.", costs="autofocus must be switched off to correct it"),
    ), only=(_yes("autofocus"), _yes("ring_offered"), _no("by_hand"))),
    Habit(slug="link", question="Send pictures while shooting?", ways=(
        Way(slug="yes", label="small ones, at once", sets=(("pairing", "on"), ("send_while_shooting", "on"), ("send_what", "small")), when=(_yes("links_offered"), When("deadline_h", "<", 1.0)), because="Due in {deadline_h}: small finished files leave while you go on.", costs="battery, and the body is slower while it sends"),
        Way(slug="no", label="no", sets=(("pairing", "off"), ("send_while_shooting", "off")), when=(), because="Nothing is due while you work; the link only eats battery.", costs="nobody sees anything until you are home"),
    )),
    Habit(slug="slots", question="Should a custom slot keep what is changed in it?", ways=(
        Way(slug="keeps", label="yes", sets=(("slot_keeps_changes", "keeps"),), when=(_YOUR_WORD,), because="You said so: a slot that drifts with you suits whoever lives in one.", costs="yesterday's change is still there"),
        Way(slug="forgets", label="no, it comes back as stored", sets=(("slot_keeps_changes", "forgets"),), when=(), because="One turn of the dial brings back what you know, whatever happened since.", costs="a change meant to stay must be stored"),
    )),
    Habit(slug="folders", question="When should a new folder begin?", ways=(
        Way(slug="by_date", label="each day", sets=(("folders", "by_date"),), when=(_yes("deadline_given"),), because="Files are handed over by the day.", costs="many folders"),
        Way(slug="by_count", label="when it is full", sets=(("folders", "by_count"),), when=(), because="Nothing is handed over in a hurry.", costs="days run together"),
    )),
    Habit(slug="preview", question="Should the view tell the truth or look finished?", ways=(
        Way(slug="lit_by_flash", label="bright, because a flash lights", sets=(("look", "neutral"), ("exposure_true_view", "off")), when=(_yes("flash_leads"),), because="The room alone is {room_under_stops} under: a true view would be dark, though the picture is not.", costs="the view says nothing of the exposure"),
        Way(slug="truthful", label="the truth about the raw", sets=(("look", "flat"), ("look_contrast", "low"), ("look_saturation", "low"), ("warning_points", "near_the_ends"), ("clip_warning", "bright"), ("histogram", "channels"), ("exposure_true_view", "on"), ("playback_pages", "with_histogram_and_warnings"), ("colour_space", "wide"), ("shadow_lift", "off")), when=(_yes("raw"), _no("rendered"), When("span_stops", ">=", 8.0)), because="Only raw is kept and the scene spans {span_stops}: a flat view warns close to where the raw is really full.", costs="pictures look dull until they pass the desk", whole=True),
        Way(slug="comfortable", label="always bright enough to see", sets=(("look", "neutral"), ("exposure_true_view", "off")), when=(_DARK,), because="At {ev100} a true view is too dark to frame by.", costs="the view says nothing of the exposure"),
        Way(slug="finished", label="like the finished picture", sets=(("look", "natural"), ("exposure_true_view", "on")), when=(_yes("rendered"),), because="A finished file is handed over: what you see is what they get.", costs="warnings come earlier than the raw needs"),
        Way(slug="neutral", label="neutral, neither dull nor pretty", sets=(("look", "neutral"), ("exposure_true_view", "on")), when=(), because="A calm look judges light and skin without flattering.", costs="a little duller than what you hand over"),
    )),
)

BY_HABIT: dict[str, Habit] = {habit.slug: habit for habit in HABITS}
HABIT_SETS: frozenset[str] = frozenset(slug for habit in HABITS for way in habit.ways for slug, _ in way.sets)
