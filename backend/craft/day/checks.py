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
from typing import Generic, TypeVar

from craft.decisions.facts import Facts, When, all_hold, phrase
from craft.vocabulary.rules import Term, Test
from craft.vocabulary.setting import Value


class Moment(Enum):
    """When a check is made."""

    LEAVING = "leaving"
    ARRIVAL = "arrival"
    SITUATION = "situation"
    AFTER = "after"


class Kind(Enum):
    """What fails where a check is not made, in the order in which it would end a day."""

    CARDS = "cards"
    POWER = "power"
    BAG = "bag"
    CLOCK = "clock"
    GLASS = "glass"
    SWITCHES = "switches"
    FOCUS = "focus"
    EXPOSURE = "exposure"
    STABILISER = "stabiliser"
    DRIVE = "drive"
    WHITE = "white"
    FILES = "files"
    QUIET = "quiet"


@dataclass(frozen=True, slots=True, kw_only=True)
class Check:
    """Something to look at before it is too late.

    kind: what fails; text: as a situation's card asks it; day, figure: how it is asked once for a day, and what each situation then tells beside its name
    (empty: as text, and nothing); lost: share of the frames that a failure loses; likely: how often it happens, as a share of
    outings; when, tokens, terms: where it applies.
    """

    slug: str
    moment: Moment
    kind: Kind
    text: str
    because: str
    day: str = ""
    figure: str = ""
    lost: float
    likely: float
    when: tuple[When, ...] = ()
    tokens: tuple[str, ...] = ()
    terms: tuple[Term, ...] = ()
    source: str = "mistakes of the trade; shares are estimates"


@dataclass(frozen=True, slots=True, kw_only=True)
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
    Check(slug="card_in", moment=_LEAVING, kind=Kind.CARDS, text="A card in every body, empty or with room, and spares.", because="A body without a card may sound as if it worked.", lost=1.0, likely=0.02),
    Check(slug="card_room", moment=_LEAVING, kind=Kind.CARDS, text="Room on the cards for the whole day, and one to spare.", because="A full card ends the day when it is best.", lost=0.5, likely=0.05),
    Check(slug="copied", moment=_LEAVING, kind=Kind.CARDS, text="Is everything on the cards copied? Only then format.", because="Formatting is for good.", lost=1.0, likely=0.01),
    Check(slug="battery", moment=_LEAVING, kind=Kind.POWER, text="Batteries full, one to spare; more in the cold.", because="A body that is off takes nothing.", lost=0.6, likely=0.08),
    Check(slug="second_card", moment=_LEAVING, kind=Kind.CARDS, text="The second card takes copies: are both the same size?", because="Copies end when the smaller card is full.", lost=0.3, likely=0.05, terms=(_is("card_roles", "copies"),)),
    Check(slug="faces_shown", moment=_LEAVING, kind=Kind.FOCUS, text="The faces of the day are shown to the body, in their order.", because="A body that knows nobody takes the nearest face for the one whose day it is.", lost=0.2, likely=0.2, terms=(_is("registered_faces", "on"),)),
    Check(slug="clocks", moment=_LEAVING, kind=Kind.CLOCK, text="Both bodies' clocks agree to the second, in the same zone.", because="Two bodies out of step cannot be sorted into one story.", lost=0.1, likely=0.2, tokens=("other_body",)),
    Check(slug="prefixes", moment=_LEAVING, kind=Kind.FILES, text="The two bodies' prefixes differ.", because="Files of one name overwrite each other in one folder.", lost=0.3, likely=0.03, tokens=("other_body",)),
    Check(slug="stills", moment=_LEAVING, kind=Kind.SWITCHES, text="Selectors on stills, unlocked, and the drive where it should be.", because="A body on film takes no frames.", lost=0.2, likely=0.03),
    Check(slug="lens_switches", moment=_LEAVING, kind=Kind.SWITCHES, text="Switches on the lens: focus, stabiliser, distance limit.", because="A switch on the lens overrules the menu.", lost=0.3, likely=0.08, tokens=("lens_switch",)),
    Check(slug="tripod_parts", moment=_LEAVING, kind=Kind.BAG, text="Tripod with its plate, and a remote.", because="A tripod without its plate is a stick.", lost=0.8, likely=0.05, when=(_TRIPOD,)),
    Check(slug="red_lamp", moment=_LEAVING, kind=Kind.BAG, text="A red lamp, and something warm.", because="White light costs your eyes a quarter of an hour, and cold hands drop things.", lost=0.2, likely=0.15, when=(When("stars", "=", 1.0),)),
    Check(slug="adapted", moment=_LEAVING, kind=Kind.BAG, text="The adapter is on the lens and clean.", because="Without it the lens stays in the bag.", lost=1.0, likely=0.02, tokens=("lens_unreported",)),
    Check(slug="cable", moment=_LEAVING, kind=Kind.BAG, text="The cable with its lock, and the computer charged.", because="A plug that is pulled loses the frame on its way, and sometimes its socket.", lost=0.3, likely=0.1, when=(When("cable", "=", 1.0),)),
    Check(slug="glass_clean", moment=_ARRIVAL, kind=Kind.GLASS, text="Front glass and sensor: look through a frame of the sky.", because="A drop or a hair is in every frame.", lost=0.3, likely=0.1),
    Check(slug="last_time", moment=_ARRIVAL, kind=Kind.SWITCHES, text="Nothing left on from last time: spot, set of frames, timer, white, compensation.", because="Yesterday's settings look right until you see the pictures.", lost=0.4, likely=0.15),
    Check(slug="test_frame", moment=_ARRIVAL, kind=Kind.EXPOSURE, text="One test frame: warnings, histogram, sharpness at full size.", because="What the screen shows small hides most of what goes wrong.", lost=0.4, likely=0.2),
    Check(slug="white_known", moment=_ARRIVAL, kind=Kind.WHITE, text="White is fixed at {kelvin_set}: look at a paper or a skin.", day="White is fixed: look at a paper or a skin in each light.", figure="{kelvin_set}", because="A finished file with the wrong white cannot be brought back whole.", lost=0.3, likely=0.1, when=(When("rendered", "=", 1.0), When("white_fixed", "=", 1.0))),
    Check(slug="mode", moment=_SITUATION, kind=Kind.EXPOSURE, text="Mode and the held values are those of this setup.", because="A dial one notch off is another camera.", lost=0.5, likely=0.1),
    Check(slug="ceiling", moment=_SITUATION, kind=Kind.EXPOSURE, text="ISO is {iso} now and the ceiling {ceiling_iso}: what gives when the light falls?", day="How far is ISO from its ceiling, and what gives when the light falls?", figure="{iso} of {ceiling_iso}", because="Pinned at its ceiling, automatic ISO quietly darkens or slows.", lost=0.3, likely=0.15, when=(When("floats", "=", 1.0),)),
    Check(slug="time_for_it", moment=_SITUATION, kind=Kind.EXPOSURE, text="The time is {time_s}: fast enough for {speed_m_s}?", day="Is the time short enough for what moves?", figure="{time_s} for {speed_m_s}", because="Movement cannot be sharpened afterwards.", lost=0.6, likely=0.15, when=(_MOVES,)),
    Check(slug="stabiliser_off", moment=_SITUATION, kind=Kind.STABILISER, text="Stabiliser off on the tripod, lens switch too.", because="It looks for movement that is not there.", lost=0.3, likely=0.25, when=(_TRIPOD,), terms=(_is("stabiliser", "off"),)),
    Check(slug="stabiliser_on", moment=_SITUATION, kind=Kind.STABILISER, text="Stabiliser on again after the tripod.", because="It stays off after the tripod, and nobody notices until the desk.", lost=0.3, likely=0.15, when=(When("tripod", "=", 0.0),), tokens=("stabiliser",), terms=(_not("stabiliser", "off"),)),
    Check(slug="quiet_now", moment=_SITUATION, kind=Kind.QUIET, text="Beeps, lamp and made sounds off: try it once outside.", because="One beep, and the moment is about the camera.", lost=0.2, likely=0.2, when=(_QUIET,)),
    Check(slug="look_and_file", moment=_SITUATION, kind=Kind.FILES, text="The look is flat: is raw kept?", because="A flat look with finished files only gives dull pictures.", lost=0.7, likely=0.04, terms=(_is("look", "flat"), _is("file_format", "raw", "rendered"))),
    Check(slug="flat_goes_out", moment=_SITUATION, kind=Kind.FILES, text="The look is flat and finished files are kept: none of them goes out as it is.", because="A flat finished file is dull, though a raw lies beside it: develop that, or turn the look before handing over.", lost=0.5, likely=0.2, terms=(_is("look", "flat"), _is("file_format", "both"))),
    Check(slug="dark_frames_off", moment=_SITUATION, kind=Kind.FILES, text="Noise reduction for long times is off.", because="A dark frame after each one takes every second minute of the sky.", lost=0.5, likely=0.2, when=(When("stars", "=", 1.0),), terms=(_is("long_exposure_noise_reduction", "off"),)),
    Check(slug="set_off_after", moment=_SITUATION, kind=Kind.DRIVE, text="The set of {frames} frames is on for this, and goes off after it.", day="Sets of frames are on where they are wanted, and go off after it.", figure="{frames} frames", because="Left on, it turns the next moment into a dark and a bright one.", lost=0.4, likely=0.25, terms=(_not("bracket_kind", "off"),)),
    Check(slug="timer_off_after", moment=_SITUATION, kind=Kind.DRIVE, text="The timer is on for this, and goes off after it.", because="The next moment is over when it fires.", lost=0.3, likely=0.2, terms=(_is("drive_mode", "timer"),)),
    Check(slug="flicker", moment=_SITUATION, kind=Kind.EXPOSURE, text="The lamps pulse: take three frames and compare their brightness.", because="Pulsing lamps darken some frames and not others.", lost=0.4, likely=0.3, tokens=("pulsing_light",)),
    Check(slug="focus_found", moment=_SITUATION, kind=Kind.FOCUS, text="Focus on the eye or the edge that matters, and look at it enlarged.", because="Focus by hand forgives nothing that the eye missed.", figure="{near_m} to {far_m}", lost=0.5, likely=0.2, terms=(_is("focus_mode", "manual"),)),
    Check(slug="copied_after", moment=_AFTER, kind=Kind.CARDS, text="All cards are copied twice, to two places, and looked at.", because="Until then the cards hold the only day there is: nobody formats them.", lost=1.0, likely=0.05),
    Check(slug="slot_noted", moment=_AFTER, kind=Kind.SWITCHES, text="What to change in the slots is written down.", because="Tomorrow nobody remembers what was wrong today.", lost=0.1, likely=0.3, tokens=("slots",)),
    Check(slug="review_off", moment=_SITUATION, kind=Kind.SWITCHES, text="Review is off: the finder stays on the world.", because="The picture just taken hides the next.", lost=0.2, likely=0.2, when=(_MOVES,), terms=(_is("review_time", "off"),)),
)

SLIPS: tuple[Slip, ...] = (
    Slip(slug="iso_wheel", control="the wheel that turns ISO", happens="A sleeve turns it, and the whole series is noisy or dark.", harmless="lock the wheel, or let ISO float between limits", lost=0.3, likely=0.15, terms=(_is("iso_mode", "fixed"), _is("wheel_lock", "off")), guard=(("wheel_lock", "on"),)),
    Slip(slug="compensation_stays", control="compensation", happens="It stays from the last situation and darkens or brightens this one.", harmless="a slot that forgets, or a look at the scale before each start", lost=0.3, likely=0.3, when=(When("floats", "=", 1.0),), guard=(("slot_keeps_changes", "forgets"),)),
    Slip(slug="drive_notch", control="the drive position", happens="One notch off, a burst becomes a timer.", harmless="set the position beside it fast enough to live with", lost=0.4, likely=0.1, terms=(_is("drive_mode", "high", "medium"),), guard=(("choice_lists", "trimmed"),)),
    Slip(slug="mode_dial", control="the mode dial", happens="It turns in the bag, and the first frames are another mode's.", harmless="its lock, or a glance when the camera comes out", lost=0.2, likely=0.15),
    Slip(slug="set_stays", control="the set of frames", happens="It stays on, and the next moment comes dark, right and bright.", harmless="a slot of its own for sets", lost=0.4, likely=0.25, terms=(_not("bracket_kind", "off"),)),
    Slip(slug="timer_stays", control="the timer", happens="It stays on, and the next moment is over before it fires.", harmless="a slot of its own for the tripod", lost=0.3, likely=0.2, terms=(_is("drive_mode", "timer"),)),
    Slip(slug="spot_stays", control="spot metering", happens="It stays on, and a white shirt darkens the rest of the day.", harmless="a slot that forgets", lost=0.4, likely=0.2, terms=(_is("metering_pattern", "spot"),), guard=(("slot_keeps_changes", "forgets"),)),
    Slip(slug="focus_by_hand_stays", control="focus by hand", happens="It stays on, and everything after is soft.", harmless="a slot of its own, or the switch on the lens as the only place", lost=0.6, likely=0.15, terms=(_is("focus_mode", "manual"),)),
    Slip(slug="ring_knocked", control="the focus ring", happens="A knock moves the focus of every frame after.", harmless="tape, or override off", lost=0.5, likely=0.15, terms=(_is("focus_mode", "manual"),), guard=(("ring_override", "off"),)),
    Slip(slug="white_stays", control="a fixed white", happens="It stays on into other light; raw forgives it, a finished file does not.", harmless="automatic white after this, or a slot that forgets", lost=0.3, likely=0.3, when=(When("rendered", "=", 1.0),), terms=(_is("white_mode", "kelvin", "tungsten", "daylight", "measured"),), guard=(("slot_keeps_changes", "forgets"),)),
    Slip(slug="stabiliser_stays_off", control="the stabiliser", happens="It stays off from the tripod, and hand-held frames smear.", harmless="a slot of its own for the tripod", lost=0.3, likely=0.25, terms=(_is("stabiliser", "off"),), tokens=("stabiliser",)),
    Slip(slug="touch_fires", control="the rear screen", happens="Nose and fingers take pictures and move the point.", harmless="touch releases off", lost=0.1, likely=0.3, terms=(_is("touch_release", "on"),), guard=(("touch_release", "off"),)),
    Slip(slug="ceiling_pinned", control="the ISO ceiling", happens="Automatic ISO stands at it, and the picture darkens without a word.", harmless="floor and ceiling per slot, and a look at the number as the light falls", lost=0.3, likely=0.2, when=(When("floats", "=", 1.0),)),
    Slip(slug="slot_overwritten", control="custom slots", happens="A change stored by accident is there for good.", harmless="slots that forget, and their contents written down", lost=0.3, likely=0.05, tokens=("slots",), guard=(("slot_keeps_changes", "forgets"),)),
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
    """Settings of a slip's guard that this body has and that are not so yet.

    >>> wheel = next(slip for slip in SLIPS if slip.slug == "iso_wheel")
    >>> unguarded(wheel, {"wheel_lock": "off"}, {}), unguarded(wheel, {"wheel_lock": "off"}, {"wheel_lock": ("off",)})
    ({'wheel_lock': 'on'}, {})
    """
    return {slug: value for slug, value in slip.guard if slug in values and values[slug] != value and value in offered.get(slug, (value,))}


AnyRow = TypeVar("AnyRow", bound=Check | Slip)


@dataclass(frozen=True, slots=True)
class Applied(Generic[AnyRow]):
    """A check or slip that applies: its sentence with this situation's numbers, what a failure costs, and the figure that a day's list tells."""

    row: AnyRow
    text: str
    because: str
    dear: float
    figure: str = ""


def applying(
    rows: Iterable[AnyRow], facts: Facts, tokens: frozenset[str], values: Mapping[str, Value]
) -> tuple[Applied[AnyRow], ...]:
    """The rows that apply to a situation, the dearest first.

    facts: numbers of the setup; tokens: features and circumstances; values: value by setting.

    >>> applying(SLIPS, dict.fromkeys(advised().facts, 0.0), frozenset(), {"iso_mode": "fixed", "wheel_lock": "off"})[0].text
    'A sleeve turns it, and the whole series is noisy or dark.'
    """
    found = []
    for row in rows:
        there = all(token in tokens for token in row.tokens) and all(t.setting in values and t.holds(values[t.setting]) for t in row.terms)
        if there and all_hold(row.when, facts):
            words = (row.text, row.because) if isinstance(row, Check) else (row.happens, row.harmless)
            figure = phrase(row.figure, facts)[0] if isinstance(row, Check) else ""
            found.append(Applied(row, phrase(words[0], facts)[0], phrase(words[1], facts)[0], row.lost * row.likely, figure))
    return tuple(sorted(found, key=lambda one: -one.dear))
