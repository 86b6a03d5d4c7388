"""What a finger can be given to do between shots, and how much it matters that it can.

``often`` counts uses per hundred frames where a row's comparisons hold, ``bad`` the share of frames lost
when it has to be looked for in a menu; both are estimates from the trade's practice: they rank, and
are shown as uses of the day. A function is counted where the day's setups really do something with it:
where its comparisons, what it asks and what it goes with hold. One whose setting changes from one
situation to the next is wanted once more for each change.
"""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass

from craft.decisions.facts import When
from craft.kit.controls import Use
from craft.vocabulary.rules import Term, Test


@dataclass(frozen=True, slots=True)
class Function:
    """Something a control can do.

    setting: that it changes, or an empty text; uses: ways of using a control that make sense for it,
    the best first; needs: features of the kit without which there is no such thing; when: where it is
    wanted; often, bad: how much; asks: what the settings must be for it to mean anything, and why;
    beside: settings beside which alone it is used; lacked: settings that leave it to a finger and to
    nothing else, and what is then missing; serves: another function that it does as well; area: the focus
    area that it brings; any_area: it brings whichever, and is wanted where the day works with one alone; each_change: wanted at each change of setup; borrows: whether values are borrowed
    while it is held.
    """

    slug: str
    label: str
    setting: str
    uses: tuple[Use, ...]
    often: float
    bad: float
    because: str
    when: tuple[When, ...] = ()
    needs: tuple[str, ...] = ()
    asks: tuple[Term, ...] = ()
    asks_because: str = ""
    beside: tuple[Term, ...] = ()
    lacked: tuple[Term, ...] = ()
    lacked_because: str = ""
    serves: str = ""
    area: str = ""
    any_area: bool = False
    each_change: bool = False
    borrows: bool = False
    source: str = "practice of the trade; numbers are estimates"


def _is(setting: str, *values: str | float) -> Term:
    return Term(setting, Test.IS, values)


_P, _H, _L, _T, _W = Use.PRESS, Use.HOLD, Use.LONG_PRESS, Use.PRESS_AND_TURN, Use.TURN
_MOVES, _QUICK, _TRIPOD, _HELD = When("moving", "=", 1.0), When("skill_quick", "=", 1.0), When("tripod", "=", 1.0), When("tripod", "=", 0.0)
_ZONE, _METERS, _BY_HAND = When("zone", "=", 0.0), When("meters", "=", 1.0), When("by_hand", "=", 1.0)
_AREAS = (("point", "one point"), ("small_group", "small group"), ("zone", "wide zone"), ("whole_frame", "whole frame"), ("tracking", "tracking"))
_PEOPLE, _FLOATS, _AF = When("people", "=", 1.0), When("floats", "=", 1.0), When("autofocus", "=", 1.0)

FUNCTIONS: tuple[Function, ...] = (
    Function("focus", "focus", "", (_H,), 60, 0.6, "A thumb that focuses leaves the forefinger to the moment.", (_AF,), ("autofocus", "rear_button"), (_is("focus_activation", "rear_button", "both"),), "with the release as the only place that focuses, the thumb's button does nothing of its own", lacked=(_is("focus_activation", "rear_button"),), lacked_because="the release does not focus in these, and no button does: nothing would be sharp"),
    *(Function(f"focus_{slug}", f"focus, {label}", "", (_H,), 15, 0.4, f"Its own button brings {label} at once, without stepping through the others.", (_AF, _MOVES), ("autofocus", "rear_button"), serves="focus", area=slug, borrows=True) for slug, label in _AREAS),
    Function("eyes_while_held", "find eyes while held", "eye_detection", (_H,), 20, 0.3, "Eyes are looked for only when they are wanted.", (_PEOPLE, _AF), ("detection",), (_is("eye_detection", "off", "while_held"),), "eye detection must be off by default, or holding the button changes nothing", lacked=(_is("eye_detection", "while_held"),), lacked_because="eyes are looked for only while a button is held, and none has that role"),
    Function("other_area", "another area while held", "focus_area", (_H, _P), 15, 0.4, "A wider area catches what the small one lost.", (_MOVES, _AF), ("autofocus",), any_area=True, borrows=True),
    Function("area", "choose the area", "focus_area", (_T, _P), 6, 0.3, "The area changes with how the subject moves.", (_AF,), ("autofocus",)),
    Function("detection", "what is looked for", "subject_detection", (_P, _T), 3, 0.3, "From people to birds between two pictures.", (_AF,), ("detection",)),
    Function("tracking_off", "stop following while held", "focus_mode", (_H,), 8, 0.4, "It keeps the distance while something crosses, or while you recompose.", (When("continuous", "=", 1.0),), ("autofocus",), (_is("focus_mode", "continuous", "automatic"),), "only focus that follows can be stopped"),
    Function("by_hand_toggle", "focus by hand, and back", "focus_mode", (_P, _L), 4, 0.5, "When it hunts, the hand is quicker; the button that focuses on demand still does.", (_AF,), ("autofocus",)),
    Function("single_continuous", "single or continuous", "focus_mode", (_H, _P), 6, 0.4, "What stood still starts to move, and the focus with it.", (_AF, _PEOPLE, _MOVES), ("autofocus",), (_is("focus_mode", "single", "continuous", "automatic"),), "focus is by hand here: there is nothing to switch"),
    Function("middle_point", "point back to the middle", "", (_P,), 6, 0.2, "From any corner the middle is one press away.", (_AF, _MOVES), ("autofocus",), (_is("focus_area", "point", "small_group", "zone", "tracking"),), "the whole frame has no point to bring back"),
    Function("move_point", "move the point", "", (_T, _P), 25, 0.3, "The point goes where the picture has its subject.", (_AF,), ("autofocus",), (_is("focus_area", "point", "small_group", "zone"),), "the whole frame has no point to move"),
    Function("peaking", "peaking on and off", "peaking", (_P, _L), 8, 0.2, "Coloured edges help to find the focus and hide what is in it.", (_BY_HAND, _ZONE), ("live_view",)),
    Function("magnifier", "enlarge the view", "magnifier", (_P,), 30, 0.5, "Sharpness is judged at full size only.", (_BY_HAND, _ZONE), ("live_view",), (_is("magnifier", "by_button"),), "it enlarges as soon as the ring turns: a button is not needed for it"),
    Function("exposure_lock", "hold the exposure", "exposure_lock", (_H, _P), 10, 0.4, "What was metered must stay while you recompose.", (_METERS,)),
    Function("spot_while_held", "spot metering while held", "metering_pattern", (_H,), 5, 0.2, "One look at the brightest tone, and back.", (_FLOATS,), ("several_patterns",), borrows=True),
    Function("compensation", "compensation", "compensation", (_W, _T), 25, 0.4, "Brightness is what is corrected most between frames.", (_FLOATS,)),
    Function("time", "time", "shutter_time", (_W, _T), 20, 0.5, "The time goes with the subject's speed.", (When("held_time", "=", 1.0),)),
    Function("aperture", "aperture", "aperture", (_W, _T), 20, 0.4, "Depth goes with the distance and the group.", (When("one_aperture", "=", 0.0),)),
    Function("iso", "ISO", "iso_value", (_W, _T, _P), 15, 0.4, "ISO takes up what the light loses.", (When("floats", "=", 0.0),), ("direct_iso",)),
    Function("ceiling", "the ISO ceiling", "iso_ceiling", (_T, _P), 2, 0.2, "As the light falls the ceiling is what gives.", (_FLOATS,)),
    Function("white", "white", "white_mode", (_P, _T), 2, 0.2, "Every room has its own light.", (When("rendered", "=", 1.0),)),
    Function("drive", "drive", "drive_mode", (_P, _T), 4, 0.3, "From single frames to a burst, and back.", (_QUICK,)),
    Function("burst_while_held", "the fast drive while held", "drive_mode", (_H,), 4, 0.4, "A burst is there when something happens, and never by accident.", (_QUICK,), ("bursts",), borrows=True),
    Function("set_of_frames", "sets of frames on and off", "bracket_kind", (_P, _L), 4, 0.4, "A set is for one picture, and must be off for the next.", (_TRIPOD,), ("brackets",)),
    Function("second_setup", "another setup while held", "", (_H,), 10, 0.6, "Two kinds of picture come in turns, faster than a dial turns.", (_QUICK, _MOVES), ("rear_button",), lacked=(_is("second_setup_button", "on"),), lacked_because="these setups count on another setup under a finger, and no button has it", borrows=True),
    Function("next_slot", "next slot", "", (_P,), 1, 0.4, "One press goes on to the next setup without the eye leaving the finder.", needs=("slots",), each_change=True),
    Function("mode_swap", "another exposure mode", "exposure_mode", (_P, _L), 1, 0.3, "From automatic to held and back, with one finger.", (_QUICK, _METERS), ("rear_button",)),
    Function("protection", "highlight protection", "highlight_protection", (_P,), 2, 0.3, "A lit window comes into the frame.", (When("protection_offered_stops", ">", 0.0),), ("protection",)),
    Function("preview_depth", "close to the aperture", "", (_H,), 8, 0.2, "What is sharp is seen only at the aperture that will be used.", (_TRIPOD,)),
    Function("true_view", "exposure-true view on and off", "exposure_true_view", (_P, _L), 3, 0.3, "Under a flash the true view is black.", needs=("live_view", "flash"), beside=(_is("flash", "on"),)),
    Function("flash", "flash on and off", "flash", (_P, _L), 3, 0.3, "One frame with it and one without, before the face changes.", needs=("flash",), beside=(_is("flash", "on"),)),
    Function("look", "look", "look", (_P, _T), 2, 0.1, "Another look for the finished file, chosen before it is taken.", (When("rendered", "=", 1.0),)),
    Function("timer", "timer", "self_timer", (_P, _L), 5, 0.3, "The press dies away before the frame begins.", (_TRIPOD,), beside=(Term("drive_mode", Test.NOT, ("high",)),)),
    Function("display_swap", "finder or screen", "finder_switch", (_P,), 6, 0.2, "The eye comes to the finder and leaves it again.", (_TRIPOD,), ("electronic_finder",)),
    Function("face", "the face of the day first", "registered_faces", (_P, _L), 3, 0.3, "Of all faces the one whose day it is.", needs=("detection",), beside=(_is("registered_faces", "on"),)),
    Function("send", "sending on and off", "send_while_shooting", (_P, _L), 2, 0.2, "Frames go out in the pauses and not while you work.", needs=("links",), beside=(_is("pairing", "on"),)),
    Function("level", "show the level", "level", (_P,), 8, 0.1, "A horizon that leans costs pixels to mend.", (When("moving", "=", 0.0),), ("level",)),
    Function("clip_warning", "show what clips", "clip_warning", (_P,), 8, 0.3, "What blinks is lost, or nearly.", (When("span_stops", ">", 9.0),), ("live_view",)),
    Function("silent", "silent on and off", "silent", (_L, _P), 2, 0.3, "The quiet part begins without warning.", (When("quiet", "=", 1.0),), ("electronic",)),
    Function("sensor_crop", "crop on and off", "sensor_crop", (_P, _L), 3, 0.1, "The subject covers little of the frame: it fills the finder with what is too far.", (When("subject_share", "<", 0.2),), ("large_sensor",)),
    Function("stabiliser", "stabiliser on and off", "stabiliser", (_P, _L), 2, 0.3, "It goes off on the tripod and must come on again.", (_TRIPOD,), ("stabiliser",)),
    Function("short_list", "the short list", "", (_P,), 6, 0.2, "The handful of items of the day.", (_HELD,)),
    Function("look_back", "look at the last frame", "", (_P,), 10, 0.1, "Warnings and sharpness are looked at between frames.", (When("bursting", "=", 0.0),)),
    Function("playback_rating", "mark the last frame", "", (_P, _L), 2, 0.05, "The one that goes out is marked while it is fresh.", (When("deadline_given", "=", 1.0),)),
)

BY_FUNCTION: dict[str, Function] = {function.slug: function for function in FUNCTIONS}
