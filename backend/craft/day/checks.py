"""Checks before leaving, on arrival and before each situation, and what could slip.

A row applies to a situation when its comparisons hold, its tokens are there and its terms hold of the
configuration. The dearest failure comes first: what it loses of the frames, times how likely it is.
Shares are estimates from the trade's own list of mistakes; they order the list and are not shown.
"""

# fmt: off

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from enum import Enum

from craft.decisions.facts import Facts, When, all_hold, phrase
from craft.vocabulary.rules import Term, Test
from craft.vocabulary.setting import Value


class Moment(Enum):
    """When a check is made."""

    LEAVING = "leaving"
    ARRIVAL = "arrival"
    SITUATION = "situation"
    AFTER = "after"


@dataclass(frozen=True, slots=True)
class Check:
    """Something to look at before it is too late.

    lost: share of the frames that a failure loses; likely: how often it happens, as a share of
    outings; when, tokens, terms: where it applies.
    """

    slug: str
    moment: Moment
    text: str
    because: str
    lost: float
    likely: float
    when: tuple[When, ...] = ()
    tokens: tuple[str, ...] = ()
    terms: tuple[Term, ...] = ()
    source: str = "mistakes of the trade; shares are estimates"


@dataclass(frozen=True, slots=True)
class Slip:
    """A control that can be bumped, or a mode that stays on: what happens then, and what makes it harmless.

    guard: settings that make it harmless, where settings can.
    """

    slug: str
    control: str
    happens: str
    harmless: str
    lost: float
    likely: float
    when: tuple[When, ...] = ()
    tokens: tuple[str, ...] = ()
    terms: tuple[Term, ...] = ()
    guard: tuple[tuple[str, Value], ...] = ()
    source: str = "mistakes of the trade; shares are estimates"


def _is(setting: str, *values: Value) -> Term:
    return Term(setting, Test.IS, values)


def _not(setting: str, *values: Value) -> Term:
    return Term(setting, Test.NOT, values)


_LEAVING, _ARRIVAL, _SITUATION, _AFTER = Moment.LEAVING, Moment.ARRIVAL, Moment.SITUATION, Moment.AFTER
_TRIPOD, _MOVES, _QUIET = When("tripod", "=", 1.0), When("moving", "=", 1.0), When("quiet", "=", 1.0)

CHECKS: tuple[Check, ...] = (
    Check("card_in", _LEAVING, "A card in every body, empty or with room, and spares.", "A body without a card may sound as if it worked.", 1.0, 0.02),
    Check("card_room", _LEAVING, "Room on the cards for the whole day, and one to spare.", "A full card ends the day when it is best.", 0.5, 0.05),
    Check("copied", _LEAVING, "Is everything on the cards copied? Only then format.", "Formatting is for good.", 1.0, 0.01),
    Check("battery", _LEAVING, "Batteries full, one to spare; more in the cold.", "A body that is off takes nothing.", 0.6, 0.08),
    Check("second_card", _LEAVING, "The second card takes copies: are both the same size?", "Copies end when the smaller card is full.", 0.3, 0.05, terms=(_is("card_roles", "copies"),)),
    Check("clocks", _LEAVING, "Both bodies' clocks agree to the second, in the same zone.", "Two bodies out of step cannot be sorted into one story.", 0.1, 0.2, tokens=("other_body",)),
    Check("prefixes", _LEAVING, "The two bodies' prefixes differ.", "Files of one name overwrite each other in one folder.", 0.3, 0.03, tokens=("other_body",)),
    Check("stills", _LEAVING, "Selectors on stills, unlocked, and the drive where it should be.", "A body on film takes no frames.", 0.2, 0.03),
    Check("lens_switches", _LEAVING, "Switches on the lens: focus, stabiliser, distance limit.", "A switch on the lens overrules the menu.", 0.3, 0.08, tokens=("lens_switch",)),
    Check("tripod_parts", _LEAVING, "Tripod with its plate, and a remote.", "A tripod without its plate is a stick.", 0.8, 0.05, when=(_TRIPOD,)),
    Check("red_lamp", _LEAVING, "A red lamp, and something warm.", "White light costs your eyes a quarter of an hour, and cold hands drop things.", 0.2, 0.15, when=(When("stars", "=", 1.0),)),
    Check("adapted", _LEAVING, "The adapter is on the lens and clean.", "Without it the lens stays in the bag.", 1.0, 0.02, tokens=("lens_unreported",)),
    Check("glass_clean", _ARRIVAL, "Front glass and sensor: look through a frame of the sky.", "A drop or a hair is in every frame.", 0.3, 0.1),
    Check("last_time", _ARRIVAL, "Nothing left on from last time: spot, set of frames, timer, white, compensation.", "Yesterday's settings look right until you see the pictures.", 0.4, 0.15),
    Check("test_frame", _ARRIVAL, "One test frame: warnings, histogram, sharpness at full size.", "What the screen shows small hides most of what goes wrong.", 0.4, 0.2),
    Check("white_known", _ARRIVAL, "White stands at {kelvin} for this light: look at a paper or a skin.", "A finished file with the wrong white cannot be brought back whole.", 0.3, 0.1, when=(When("rendered", "=", 1.0),)),
    Check("mode", _SITUATION, "Mode and the held values are those of this setup.", "A dial one notch off is another camera.", 0.5, 0.1),
    Check("ceiling", _SITUATION, "ISO is {iso} now and the ceiling {ceiling_iso}: what gives when the light falls?", "Pinned at its ceiling, automatic ISO quietly darkens or slows.", 0.3, 0.15, when=(When("floats", "=", 1.0),)),
    Check("time_for_it", _SITUATION, "The time is {time_s}: fast enough for {speed_m_s}?", "Movement cannot be sharpened afterwards.", 0.6, 0.15, when=(_MOVES,)),
    Check("stabiliser_off", _SITUATION, "Stabiliser off on the tripod, lens switch too.", "It looks for movement that is not there.", 0.3, 0.25, when=(_TRIPOD,), terms=(_is("stabiliser", "off"),)),
    Check("stabiliser_on", _SITUATION, "Stabiliser on again after the tripod.", "It stays off after the tripod, and nobody notices until the desk.", 0.3, 0.15, when=(When("tripod", "=", 0.0),), tokens=("stabiliser",), terms=(_not("stabiliser", "off"),)),
    Check("quiet_now", _SITUATION, "Beeps, lamp and made sounds off: try it once outside.", "One beep in the ceremony is remembered longer than the pictures.", 0.2, 0.2, when=(_QUIET,)),
    Check("look_and_file", _SITUATION, "The look is flat: is raw kept?", "A flat look with finished files only gives dull pictures.", 0.7, 0.04, terms=(_is("look", "flat"), _is("file_format", "raw", "rendered"))),
    Check("flat_goes_out", _SITUATION, "The look is flat and finished files are kept: none of them goes out as it is.", "A flat finished file is dull, though a raw lies beside it: develop that, or turn the look before handing over.", 0.5, 0.2, terms=(_is("look", "flat"), _is("file_format", "both"))),
    Check("dark_frames_off", _SITUATION, "Noise reduction for long times is off.", "A dark frame after each one takes every second minute of the sky.", 0.5, 0.2, when=(When("stars", "=", 1.0),), terms=(_is("long_exposure_noise_reduction", "off"),)),
    Check("set_off_after", _SITUATION, "The set of {frames} frames is on for this, and goes off after it.", "Left on, it turns the next moment into a dark and a bright one.", 0.4, 0.25, terms=(_not("bracket_kind", "off"),)),
    Check("timer_off_after", _SITUATION, "The timer is on for this, and goes off after it.", "The next moment is over when it fires.", 0.3, 0.2, terms=(_is("drive_mode", "timer"),)),
    Check("flicker", _SITUATION, "The lamps pulse: take three frames and compare their brightness.", "Pulsing lamps darken some frames and not others.", 0.4, 0.3, tokens=("pulsing_light",)),
    Check("focus_found", _SITUATION, "Focus on the eye or the edge that matters, and look at it enlarged.", "A depth from {near_m} to {far_m} forgives little.", 0.5, 0.2, terms=(_is("focus_mode", "manual"),)),
    Check("copied_after", _AFTER, "All cards are copied twice, to two places, and looked at.", "Until then the cards hold the only day there is: nobody formats them.", 1.0, 0.05),
    Check("slot_noted", _AFTER, "What to change in the slots is written down.", "Tomorrow nobody remembers what was wrong today.", 0.1, 0.3, tokens=("slots",)),
    Check("review_off", _SITUATION, "Review is off: the finder stays on the world.", "The picture just taken hides the next.", 0.2, 0.2, when=(_MOVES,), terms=(_is("review_time", "off"),)),
)

SLIPS: tuple[Slip, ...] = (
    Slip("iso_wheel", "the wheel that turns ISO", "A sleeve turns it, and the whole series is noisy or dark.", "lock the wheel, or let ISO float between limits", 0.3, 0.15, terms=(_is("iso_mode", "fixed"), _is("wheel_lock", "off")), guard=(("wheel_lock", "on"),)),
    Slip("compensation_stays", "compensation", "It stays from the last situation and darkens or brightens this one.", "a slot that forgets, or a look at the scale before each start", 0.3, 0.3, when=(When("floats", "=", 1.0),), guard=(("slot_keeps_changes", "forgets"),)),
    Slip("drive_notch", "the drive position", "One notch off, a burst becomes a timer.", "set the position beside it fast enough to live with", 0.4, 0.1, terms=(_is("drive_mode", "high", "medium"),), guard=(("choice_lists", "trimmed"),)),
    Slip("mode_dial", "the mode dial", "It turns in the bag, and the first frames are another mode's.", "its lock, or a glance when the camera comes out", 0.2, 0.15),
    Slip("set_stays", "the set of frames", "It stays on, and the next moment comes dark, right and bright.", "a slot of its own for sets", 0.4, 0.25, terms=(_not("bracket_kind", "off"),)),
    Slip("timer_stays", "the timer", "It stays on, and the next moment is over before it fires.", "a slot of its own for the tripod", 0.3, 0.2, terms=(_is("drive_mode", "timer"),)),
    Slip("spot_stays", "spot metering", "It stays on, and a white shirt darkens the rest of the day.", "a slot that forgets", 0.4, 0.2, terms=(_is("metering_pattern", "spot"),), guard=(("slot_keeps_changes", "forgets"),)),
    Slip("focus_by_hand_stays", "focus by hand", "It stays on, and everything after is soft.", "a slot of its own, or the switch on the lens as the only place", 0.6, 0.15, terms=(_is("focus_mode", "manual"),)),
    Slip("ring_knocked", "the focus ring", "A knock moves the focus of every frame after.", "tape, or override off", 0.5, 0.15, terms=(_is("focus_mode", "manual"),), guard=(("ring_override", "off"),)),
    Slip("white_stays", "a fixed white", "It stays on into other light; raw forgives it, a finished file does not.", "automatic white after this, or a slot that forgets", 0.3, 0.3, when=(When("rendered", "=", 1.0),), terms=(_is("white_mode", "kelvin", "tungsten", "daylight", "measured"),), guard=(("slot_keeps_changes", "forgets"),)),
    Slip("stabiliser_stays_off", "the stabiliser", "It stays off from the tripod, and hand-held frames smear.", "a slot of its own for the tripod", 0.3, 0.25, terms=(_is("stabiliser", "off"),), tokens=("stabiliser",)),
    Slip("touch_fires", "the rear screen", "Nose and fingers take pictures and move the point.", "touch releases off", 0.1, 0.3, terms=(_is("touch_release", "on"),), guard=(("touch_release", "off"),)),
    Slip("ceiling_pinned", "the ISO ceiling", "Automatic ISO stands at it, and the picture darkens without a word.", "floor and ceiling per slot, and a look at the number as the light falls", 0.3, 0.2, when=(When("floats", "=", 1.0),)),
    Slip("slot_overwritten", "custom slots", "A change stored by accident is there for good.", "slots that forget, and their contents written down", 0.3, 0.05, tokens=("slots",), guard=(("slot_keeps_changes", "forgets"),)),
)


CYCLED = ("drive_mode", "metering_pattern", "focus_area", "focus_mode", "white_mode", "subject_detection", "eye_detection", "bracket_kind")
"""Settings that one steps through with a finger: the shorter their list, the less a press too many does."""


def safe_lists(days: Iterable[Mapping[str, Value]], offered: Mapping[str, tuple[Value, ...]]) -> dict[str, tuple[Value, ...]]:
    """The shortest list of each cycled choice that still has all that a body's setups need, where it is shorter than the body's.

    days: value by setting of each setup; offered: values that the body has.

    >>> safe_lists([{"drive_mode": "high"}, {"drive_mode": "single"}], {"drive_mode": ("single", "low", "high")})
    {'drive_mode': ('single', 'high')}
    """
    setups = list(days)
    found = {}
    for slug in CYCLED:
        used = {values[slug] for values in setups if slug in values}
        kept = tuple(value for value in offered.get(slug, ()) if value in used)
        if kept and len(kept) < len(offered[slug]):
            found[slug] = kept
    return found


def unguarded(slip: Slip, values: Mapping[str, Value], offered: Mapping[str, tuple[Value, ...]]) -> dict[str, Value]:
    """Settings of a slip's guard that this body has and that are not so yet."""
    return {slug: value for slug, value in slip.guard if slug in values and values[slug] != value and value in offered.get(slug, (value,))}


@dataclass(frozen=True, slots=True)
class Applied:
    """A check or slip that applies: its sentence with this situation's numbers, and what a failure costs."""

    row: Check | Slip
    text: str
    because: str
    dear: float


def applying(rows: Iterable[Check | Slip], facts: Facts, tokens: frozenset[str], values: Mapping[str, Value]) -> tuple[Applied, ...]:
    """The rows that apply to a situation, the dearest first.

    facts: numbers of the setup; tokens: features and circumstances; values: value by setting.
    """
    found = []
    for row in rows:
        there = all(token in tokens for token in row.tokens) and all(t.setting in values and t.holds(values[t.setting]) for t in row.terms)
        if there and all_hold(row.when, facts):
            words = (row.text, row.because) if isinstance(row, Check) else (row.happens, row.harmless)
            found.append(Applied(row, phrase(words[0], facts)[0], phrase(words[1], facts)[0], row.lost * row.likely))
    return tuple(sorted(found, key=lambda one: -one.dear))
