"""What a finger can be given to do between shots, and how much it matters that it can.

``often`` counts uses per hundred frames where a row's comparisons hold, ``bad`` the share of frames lost
when it has to be looked for in a menu; both are estimates from the trade's practice: they rank, and
are shown as uses of the day. A function whose setting changes from one situation to the next is wanted
once more for each change.
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
    borrows: whether values are borrowed while it is held.
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
    borrows: bool = False
    source: str = "practice of the trade; numbers are estimates"


def _is(setting: str, *values: str | float) -> Term:
    return Term(setting, Test.IS, values)


_P, _H, _L, _T, _W = Use.PRESS, Use.HOLD, Use.LONG_PRESS, Use.PRESS_AND_TURN, Use.TURN
_MOVES, _QUICK, _TRIPOD, _HELD = When("moving", "=", 1.0), When("skill_quick", "=", 1.0), When("tripod", "=", 1.0), When("tripod", "=", 0.0)
_PEOPLE, _FLOATS, _AF = When("people", "=", 1.0), When("floats", "=", 1.0), When("autofocus", "=", 1.0)

FUNCTIONS: tuple[Function, ...] = (
    Function("focus", "focus", "", (_P,), 60, 0.6, "A thumb that focuses leaves the forefinger to the moment.", (_AF,), ("autofocus", "rear_button"), (_is("focus_activation", "rear_button", "both"),), "with the release as the only place that focuses, the thumb's button does nothing of its own"),
    Function("eyes_while_held", "find eyes while held", "eye_detection", (_H,), 20, 0.3, "Eyes are looked for only when they are wanted.", (_PEOPLE, _AF), ("detection",), (_is("eye_detection", "off", "while_held"),), "eye detection must be off by default, or holding the button changes nothing"),
    Function("other_area", "another area while held", "focus_area", (_H, _P), 15, 0.4, "A wider area catches what the small one lost.", (_MOVES, _AF), ("autofocus",), borrows=True),
    Function("area", "choose the area", "focus_area", (_T, _P), 6, 0.3, "The area changes with how the subject moves.", (_AF,), ("autofocus",)),
    Function("detection", "what is looked for", "subject_detection", (_P, _T), 3, 0.3, "From people to birds between two pictures.", (_AF,), ("detection",)),
    Function("tracking_off", "stop following while held", "focus_mode", (_H,), 8, 0.4, "It keeps the distance while something crosses, or while you recompose.", (When("continuous", "=", 1.0),), ("autofocus",), (_is("focus_mode", "continuous", "automatic"),), "only focus that follows can be stopped"),
    Function("by_hand_toggle", "focus by hand, and back", "focus_mode", (_P, _L), 4, 0.5, "When it hunts, the hand is quicker.", (_AF,), ("autofocus",), (_is("focus_activation", "shutter_button", "both"),), "it turns the rear button's focus off as well: the button does nothing until you press again"),
    Function("magnifier", "enlarge the view", "magnifier", (_P,), 30, 0.5, "Sharpness is judged at full size only.", (When("by_hand", "=", 1.0),), ("live_view",)),
    Function("exposure_lock", "hold the exposure", "exposure_lock", (_H, _P), 15, 0.4, "What was metered must stay while you recompose.", (When("spot_now", "=", 1.0),)),
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
    Function("second_setup", "another setup while held", "", (_H,), 10, 0.6, "Two kinds of picture come in turns, faster than a dial turns.", (_QUICK, _MOVES), ("rear_button",), borrows=True),
    Function("protection", "highlight protection", "highlight_protection", (_P,), 2, 0.3, "A lit window comes into the frame.", (When("protection_offered_stops", ">", 0.0),), ("protection",)),
    Function("preview_depth", "close to the aperture", "", (_H,), 8, 0.2, "What is sharp is seen only at the aperture that will be used.", (_TRIPOD,)),
    Function("true_view", "exposure-true view on and off", "exposure_true_view", (_P, _L), 3, 0.3, "Under a flash the true view is black.", (_PEOPLE,), ("live_view",)),
    Function("level", "show the level", "level", (_P,), 8, 0.1, "A horizon that leans costs pixels to mend.", (_TRIPOD,), ("level",)),
    Function("clip_warning", "show what clips", "clip_warning", (_P,), 8, 0.3, "What blinks is lost, or nearly.", (When("span_stops", ">", 9.0),), ("live_view",)),
    Function("silent", "silent on and off", "silent", (_L, _P), 2, 0.3, "The quiet part begins without warning.", (When("quiet", "=", 1.0),), ("electronic",)),
    Function("sensor_crop", "crop on and off", "sensor_crop", (_P, _L), 3, 0.1, "It fills the finder with what is too far.", (_MOVES, When("wild", "=", 1.0)), ("large_sensor",)),
    Function("stabiliser", "stabiliser on and off", "stabiliser", (_P, _L), 2, 0.3, "It goes off on the tripod and must come on again.", (_TRIPOD,), ("stabiliser",)),
    Function("short_list", "the short list", "", (_P,), 6, 0.2, "The handful of items of the day.", (_HELD,)),
    Function("look_back", "look at the last frame", "", (_P,), 10, 0.1, "Warnings and sharpness are looked at between frames.", (_TRIPOD,)),
    Function("playback_rating", "mark the last frame", "", (_P, _L), 2, 0.05, "The one that goes out is marked while it is fresh.", (When("deadline_given", "=", 1.0),)),
)

BY_FUNCTION: dict[str, Function] = {function.slug: function for function in FUNCTIONS}
