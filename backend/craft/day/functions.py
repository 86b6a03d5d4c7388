"""What a finger can be given to do between shots, and how much it matters that it can.

``often`` counts uses per hundred frames where a row's comparisons hold, ``bad`` the share of frames lost
when it has to be looked for in a menu; both are estimates from the trade's practice: they rank, and
are shown as uses of the day. A function is counted where the day's setups really do something with it:
where its comparisons, what it asks and what it goes with hold. One whose setting changes from one
situation to the next is wanted once more for each change.
"""

# fmt: off

from __future__ import annotations

import re
from dataclasses import dataclass

from craft.decisions.facts import When
from craft.kit.controls import Control, Use
from craft.vocabulary.rules import Term, Test


@dataclass(frozen=True, slots=True, kw_only=True)
class Function:
    """Something a control can do.

    setting: that it changes, or an empty text; uses: ways of using a control that make sense for it,
    the best first; needs: features of the kit without which there is no such thing; when: where it is
    wanted; often, bad: how much; asks: what the settings must be for it to mean anything, and why;
    beside: settings beside which alone it is used; lacked: settings that leave it to a finger and to
    nothing else, and what is then missing; serves: another function that it does as well; area: the focus
    area that it brings; any_area: it brings whichever, and is wanted where the day works with one alone; each_change: wanted at each change of setup; looking_back: it acts while frames are looked at, where controls are free for another role;
    borrows: whether values are borrowed
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
    looking_back: bool = False
    borrows: bool = False
    source: str = "practice of the trade; numbers are estimates"

    @property
    def fitting(self) -> tuple[Use, ...]:
        """Ways of using a control that make sense for it: a stroke does what a press does, where nothing better is there."""
        return (*self.uses, Use.STROKE) if Use.PRESS in self.uses else self.uses


def _is(setting: str, *values: str | float) -> Term:
    return Term(setting, Test.IS, values)


_MOVES, _QUICK, _TRIPOD, _HELD = When("moving", "=", 1.0), When("skill_quick", "=", 1.0), When("tripod", "=", 1.0), When("tripod", "=", 0.0)
_ZONE, _METERS, _BY_HAND = When("zone", "=", 0.0), When("meters", "=", 1.0), When("by_hand", "=", 1.0)
_AREAS = (("point", "one point"), ("small_group", "small group"), ("zone", "wide zone"), ("whole_frame", "whole frame"), ("tracking", "tracking"))
_PEOPLE, _FLOATS, _AF = When("people", "=", 1.0), When("floats", "=", 1.0), When("autofocus", "=", 1.0)

FUNCTIONS: tuple[Function, ...] = (
    Function(slug="focus", label="focus", setting="", uses=(Use.HOLD,), often=60, bad=0.6, because="A thumb that focuses leaves the forefinger to the moment.", when=(_AF,), needs=("autofocus", "rear_button"), asks=(_is("focus_activation", "rear_button", "both"),), asks_because="with the release as the only place that focuses, the thumb's button does nothing of its own", lacked=(_is("focus_activation", "rear_button"),), lacked_because="the release does not focus in these, and no button does: nothing would be sharp"),
    *(Function(slug=f"focus_{slug}", label=f"focus, {label}", setting="", uses=(Use.HOLD,), often=15, bad=0.4, because=f"Its own button brings {label} at once, without stepping through the others.", when=(_AF, _MOVES), needs=("autofocus", "rear_button"), serves="focus", area=slug, borrows=True) for slug, label in _AREAS),
    Function(slug="eyes_while_held", label="find eyes while held", setting="eye_detection", uses=(Use.HOLD,), often=20, bad=0.3, because="Eyes are looked for only when they are wanted.", when=(_PEOPLE, _AF), needs=("detection",), asks=(_is("eye_detection", "off", "while_held"),), asks_because="eye detection must be off by default, or holding the button changes nothing", lacked=(_is("eye_detection", "while_held"),), lacked_because="eyes are looked for only while a button is held, and none has that role"),
    Function(slug="other_area", label="another area while held", setting="focus_area", uses=(Use.HOLD, Use.PRESS), often=15, bad=0.4, because="A wider area catches what the small one lost.", when=(_MOVES, _AF), needs=("autofocus",), any_area=True, borrows=True),
    Function(slug="area", label="choose the area", setting="focus_area", uses=(Use.PRESS_AND_TURN, Use.PRESS), often=6, bad=0.3, because="The area changes with how the subject moves.", when=(_AF,), needs=("autofocus",)),
    Function(slug="detection", label="what is looked for", setting="subject_detection", uses=(Use.PRESS, Use.PRESS_AND_TURN), often=3, bad=0.3, because="From people to birds between two pictures.", when=(_AF,), needs=("detection",)),
    Function(slug="tracking_off", label="stop following while held", setting="focus_mode", uses=(Use.HOLD,), often=8, bad=0.4, because="It keeps the distance while something crosses, or while you recompose.", when=(When("continuous", "=", 1.0),), needs=("autofocus",), asks=(_is("focus_mode", "continuous", "automatic"),), asks_because="only focus that follows can be stopped"),
    Function(slug="by_hand_toggle", label="focus by hand, and back", setting="focus_mode", uses=(Use.PRESS, Use.LONG_PRESS), often=4, bad=0.5, because="When it hunts, the hand is quicker; the button that focuses on demand still does.", when=(_AF,), needs=("autofocus",)),
    Function(slug="single_continuous", label="single or continuous", setting="focus_mode", uses=(Use.HOLD, Use.PRESS), often=6, bad=0.4, because="What stood still starts to move, and the focus with it.", when=(_AF, _PEOPLE, _MOVES), needs=("autofocus",), asks=(_is("focus_mode", "single", "continuous", "automatic"),), asks_because="focus is by hand here: there is nothing to switch"),
    Function(slug="middle_point", label="point back to the middle", setting="", uses=(Use.PRESS,), often=6, bad=0.2, because="From any corner the middle is one press away.", when=(_AF, _MOVES), needs=("autofocus",), asks=(_is("focus_area", "point", "small_group", "zone", "tracking"),), asks_because="the whole frame has no point to bring back"),
    Function(slug="move_point", label="move the point", setting="", uses=(Use.STEER, Use.PRESS_AND_TURN, Use.PRESS), often=25, bad=0.3, because="The point goes where the picture has its subject.", when=(_AF,), needs=("autofocus",), asks=(_is("focus_area", "point", "small_group", "zone"),), asks_because="the whole frame has no point to move"),
    Function(slug="peaking", label="peaking on and off", setting="peaking", uses=(Use.PRESS, Use.LONG_PRESS), often=8, bad=0.2, because="Coloured edges help to find the focus and hide what is in it.", when=(_BY_HAND, _ZONE), needs=("live_view",)),
    Function(slug="magnifier", label="enlarge the view", setting="magnifier", uses=(Use.PRESS,), often=30, bad=0.5, because="Sharpness is judged at full size only.", when=(_BY_HAND, _ZONE), needs=("live_view",), asks=(_is("magnifier", "by_button"),), asks_because="it enlarges as soon as the ring turns: a button is not needed for it"),
    Function(slug="exposure_lock", label="hold the exposure", setting="exposure_lock", uses=(Use.HOLD, Use.PRESS), often=10, bad=0.4, because="What was metered must stay while you recompose.", when=(_METERS,)),
    Function(slug="spot_while_held", label="spot metering while held", setting="metering_pattern", uses=(Use.HOLD,), often=5, bad=0.2, because="One look at the brightest tone, and back.", when=(_FLOATS,), needs=("several_patterns",), borrows=True),
    Function(slug="compensation", label="compensation", setting="compensation", uses=(Use.TURN, Use.PRESS_AND_TURN), often=25, bad=0.4, because="Brightness is what is corrected most between frames.", when=(_FLOATS,)),
    Function(slug="time", label="time", setting="shutter_time", uses=(Use.TURN, Use.PRESS_AND_TURN), often=20, bad=0.5, because="The time goes with the subject's speed.", when=(When("held_time", "=", 1.0),)),
    Function(slug="aperture", label="aperture", setting="aperture", uses=(Use.TURN, Use.PRESS_AND_TURN), often=20, bad=0.4, because="Depth goes with the distance and the group.", when=(When("one_aperture", "=", 0.0),)),
    Function(slug="iso", label="ISO", setting="iso_value", uses=(Use.TURN, Use.PRESS_AND_TURN, Use.PRESS), often=15, bad=0.4, because="ISO takes up what the light loses.", when=(When("floats", "=", 0.0),), needs=("direct_iso",)),
    Function(slug="ceiling", label="the ISO ceiling", setting="iso_ceiling", uses=(Use.PRESS_AND_TURN, Use.PRESS), often=2, bad=0.2, because="As the light falls the ceiling is what gives.", when=(_FLOATS,)),
    Function(slug="white", label="white", setting="white_mode", uses=(Use.PRESS, Use.PRESS_AND_TURN), often=2, bad=0.2, because="Every room has its own light.", when=(When("rendered", "=", 1.0),)),
    Function(slug="drive", label="drive", setting="drive_mode", uses=(Use.PRESS, Use.PRESS_AND_TURN), often=4, bad=0.3, because="From single frames to a burst, and back.", when=(_QUICK,)),
    Function(slug="burst_while_held", label="the fast drive while held", setting="drive_mode", uses=(Use.HOLD,), often=4, bad=0.4, because="A burst is there when something happens, and never by accident.", when=(_QUICK,), needs=("bursts",), borrows=True),
    Function(slug="set_of_frames", label="sets of frames on and off", setting="bracket_kind", uses=(Use.PRESS, Use.LONG_PRESS), often=4, bad=0.4, because="A set is for one picture, and must be off for the next.", when=(_TRIPOD,), needs=("brackets",)),
    Function(slug="second_setup", label="another setup while held", setting="", uses=(Use.HOLD,), often=10, bad=0.6, because="Two kinds of picture come in turns, faster than a dial turns.", when=(_QUICK, _MOVES), needs=("rear_button",), lacked=(_is("second_setup_button", "on"),), lacked_because="these setups count on another setup under a finger, and no button has it", borrows=True),
    Function(slug="next_slot", label="next slot", setting="", uses=(Use.PRESS,), often=1, bad=0.4, because="One press goes on to the next setup without the eye leaving the finder.", needs=("slots",), each_change=True),
    Function(slug="mode_swap", label="another exposure mode", setting="exposure_mode", uses=(Use.PRESS, Use.LONG_PRESS), often=1, bad=0.3, because="From automatic to held and back, with one finger.", when=(_QUICK, _METERS), needs=("rear_button",)),
    Function(slug="protection", label="highlight protection", setting="highlight_protection", uses=(Use.PRESS,), often=2, bad=0.3, because="A lit window comes into the frame.", when=(When("protection_offered_stops", ">", 0.0),), needs=("protection",)),
    Function(slug="preview_depth", label="close to the aperture", setting="", uses=(Use.HOLD,), often=8, bad=0.2, because="What is sharp is seen only at the aperture that will be used.", when=(_TRIPOD,)),
    Function(slug="true_view", label="exposure-true view on and off", setting="exposure_true_view", uses=(Use.PRESS, Use.LONG_PRESS), often=3, bad=0.3, because="Under a flash the true view is black.", needs=("live_view", "flash"), beside=(_is("flash", "on"),)),
    Function(slug="flash", label="flash on and off", setting="flash", uses=(Use.PRESS, Use.LONG_PRESS), often=3, bad=0.3, because="One frame with it and one without, before the face changes.", needs=("flash",), beside=(_is("flash", "on"),)),
    Function(slug="look", label="look", setting="look", uses=(Use.PRESS, Use.PRESS_AND_TURN), often=2, bad=0.1, because="Another look for the finished file, chosen before it is taken.", when=(When("rendered", "=", 1.0),)),
    Function(slug="timer", label="timer", setting="self_timer", uses=(Use.PRESS, Use.LONG_PRESS), often=5, bad=0.3, because="The press dies away before the frame begins.", when=(_TRIPOD,), beside=(Term("drive_mode", Test.NOT, ("high",)),)),
    Function(slug="display_swap", label="finder or screen", setting="finder_switch", uses=(Use.PRESS,), often=6, bad=0.2, because="The eye comes to the finder and leaves it again.", when=(_TRIPOD,), needs=("electronic_finder",)),
    Function(slug="face", label="the face of the day first", setting="registered_faces", uses=(Use.PRESS, Use.LONG_PRESS), often=3, bad=0.3, because="Of all faces the one whose day it is.", needs=("detection",), beside=(_is("registered_faces", "on"),)),
    Function(slug="send", label="sending on and off", setting="send_while_shooting", uses=(Use.PRESS, Use.LONG_PRESS), often=2, bad=0.2, because="Frames go out in the pauses and not while you work.", needs=("links",), beside=(_is("pairing", "on"),)),
    Function(slug="level", label="show the level", setting="level", uses=(Use.PRESS,), often=8, bad=0.1, because="A horizon that leans costs pixels to mend.", when=(When("moving", "=", 0.0),), needs=("level",)),
    Function(slug="clip_warning", label="show what clips", setting="clip_warning", uses=(Use.PRESS,), often=8, bad=0.3, because="What blinks is lost, or nearly.", when=(When("span_stops", ">", 9.0),), needs=("live_view",)),
    Function(slug="silent", label="silent on and off", setting="silent", uses=(Use.LONG_PRESS, Use.PRESS), often=2, bad=0.3, because="The quiet part begins without warning.", when=(When("quiet", "=", 1.0),), needs=("electronic",)),
    Function(slug="sensor_crop", label="crop on and off", setting="sensor_crop", uses=(Use.PRESS, Use.LONG_PRESS), often=3, bad=0.1, because="The subject covers little of the frame: it fills the finder with what is too far.", when=(When("subject_share", "<", 0.2),), needs=("large_sensor",)),
    Function(slug="stabiliser", label="stabiliser on and off", setting="stabiliser", uses=(Use.PRESS, Use.LONG_PRESS), often=2, bad=0.3, because="It goes off on the tripod and must come on again.", when=(_TRIPOD,), needs=("stabiliser",)),
    Function(slug="short_list", label="the short list", setting="", uses=(Use.PRESS,), often=6, bad=0.2, because="The handful of items of the day.", when=(_HELD,)),
    Function(slug="look_back", label="look at the last frame", setting="", uses=(Use.PRESS,), often=10, bad=0.1, because="Warnings and sharpness are looked at between frames.", when=(When("bursting", "=", 0.0),)),
    Function(slug="playback_rating", label="mark a frame, looking back", setting="", uses=(Use.PRESS, Use.LONG_PRESS), often=2, bad=0.05, looking_back=True, because="The one that goes out is marked while it is fresh.", when=(When("deadline_given", "=", 1.0),)),
    Function(slug="playback_enlarge", label="enlarge at the focus point, looking back", setting="", uses=(Use.PRESS, Use.HOLD), often=6, bad=0.1, because="One press shows whether the eye is sharp, at the place that was focused.", when=(_AF,), looking_back=True),
    Function(slug="playback_jump", label="to the next burst, looking back", setting="", uses=(Use.TURN, Use.PRESS), often=3, bad=0.05, because="A burst is passed as one, and not frame by frame.", when=(_MOVES, When("bursting", "=", 1.0)), looking_back=True),
)

BY_FUNCTION: dict[str, Function] = {function.slug: function for function in FUNCTIONS}

WORD = re.compile(r"[a-z]+")

_BY_NAME = {function.slug: frozenset(WORD.findall(function.label.lower())) for function in FUNCTIONS if not function.area}
"""Words of the name of each function, without those that bring an area."""


def made_for(control: Control) -> tuple[Function, Use] | None:
    """What a control is for as it leaves the box, and in which use: as is said, else as its name says.

    >>> keys = Control("k", "ISO button", "top_behind"), Control("t", "Time dial", "top_middle", (Use.TURN,)), Control("a", "top button", "top_behind")
    >>> [made and (made[0].slug, made[1].value) for made in map(made_for, keys)]
    [('iso', 'press'), ('time', 'turn'), None]
    """
    words = set(WORD.findall(control.label.lower()))
    named = [slug for slug, name in _BY_NAME.items() if name <= words]
    slug = control.made or max(named, key=lambda slug: len(_BY_NAME[slug]), default="")
    function = BY_FUNCTION.get(slug)
    use = next((use for use in function.fitting if use in control.uses), None) if function else None
    return (function, use) if function and use else None
