"""The numbers a decision may speak of, how they are said, and predicates over them.

A school wins when its comparisons hold; the same rows are read out as *wins when*. A reason is a
template without digits, so that every number in it comes from the facts.
"""

from __future__ import annotations

import math
import operator
import string
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cache

from craft.scales.series import Dial, label, printed, stops_of

Facts = Mapping[str, float]

_OPERATORS = {"<": operator.lt, "<=": operator.le, ">": operator.gt, ">=": operator.ge, "=": operator.eq}
_WORDS = {"<": "under", "<=": "at most", ">": "over", ">=": "at least"}


@dataclass(frozen=True, slots=True)
class Fact:
    """How a number is called and written: unit is a key of the formats below, or a yes/no wording."""

    label: str
    unit: str = "plain"
    no: str = ""


INFINITY_M = 10_000.0
"""A lens knows no distance past this from infinity."""

# fmt: off
FACTS: dict[str, Fact] = {
    "ev100": Fact("light", "ev"),
    "light_swing_stops": Fact("the light's swing", "stops"),
    "meter_swing_stops": Fact("the meter's own swing, over pale and dark subjects and other framings", "stops"),
    "zone_reads_stops": Fact("what many zones read here, from the key", "stops"),
    "centre_reads_stops": Fact("what a broad middle reads here, from the key", "stops"),
    "centre_swing_stops": Fact("how far a broad middle swings by itself", "stops"),
    "centre_steadier_stops": Fact("how much steadier a broad middle is than many zones", "stops"),
    "spot_swing_stops": Fact("how far a spot swings by itself", "stops"),
    "spot_off_stops": Fact("the most that a spot is wrong at its best place", "stops"),
    "tone_spread_stops": Fact("the spread from pale to dark subjects", "stops"),
    "stops_below": Fact("tones below the key", "stops"),
    "stops_above": Fact("tones above the key", "stops"),
    "holds_stops": Fact("the brightest tone that must hold, above the key", "stops"),
    "right_stops": Fact("room to expose to the right, a third kept back", "stops"),
    "may_go_right": Fact("this subject may be exposed to the right", "yes", "this subject is not exposed to the right"),
    "past_clip_stops": Fact("tones past the clip", "stops"),
    "guard_stops": Fact("what a highlight guard would take the frame down by", "stops"),
    "unheld_stops": Fact("what must hold and cannot", "stops"),
    "swing_kept_stops": Fact("kept back for the light's swing", "stops"),
    "saves_stops": Fact("stops that the offset saves", "stops"),
    "place_stops": Fact("where the spot's reading is placed over the middle", "stops"),
    "spot_offered": Fact("the body offers a spot", "yes", "the body offers no spot"),
    "shadow_contrast": Fact("contrast that stray light leaves the deepest shadow", "percent"),
    "snr_shadow": Fact("signal to noise of the deepest shadow", "plain"),
    "snr_shadow_unprotected": Fact("signal to noise of the deepest shadow without protection", "plain"),
    "automatic_protection_offered": Fact("the body can protect highlights by itself", "yes", "the body does not protect highlights by itself"),
    "span_stops": Fact("the scene's span", "stops"),
    "range_stops": Fact("what one frame holds at base ISO", "stops"),
    "span_excess_stops": Fact("span that one frame cannot hold", "stops"),
    "clip_above_stops": Fact("room from mid-tone to clip", "stops"),
    "headroom_stops": Fact("room left over the brightest tone", "stops"),
    "protection_stops": Fact("highlight protection", "stops"),
    "protection_offered_stops": Fact("highlight protection that the body offers and this ISO allows", "stops"),
    "offset_stops": Fact("the offset", "stops"),
    "sources": Fact("kinds of light", "count"),
    "kelvin": Fact("the light", "kelvin"),
    "kelvin_set": Fact("white set to", "kelvin"),
    "keeps": Fact("share of the light's own colour that is kept", "percent"),
    "indoors": Fact("it is indoors", "yes", "it is outdoors"),
    "flicker_hz": Fact("pulsing light", "hz"),
    "flicker_swing_stops": Fact("swing from pulsing light at this time", "stops"),
    "bands": Fact("bands across the frame", "plain"),
    "speed_m_s": Fact("the subject's speed", "m_s"),
    "limb_m_s": Fact("speed of its fastest part against it", "m_s"),
    "followed": Fact("share of the movement left when it is followed", "percent"),
    "body_s": Fact("time that freezes the body", "time"),
    "limbs_s": Fact("time that freezes the limbs", "time"),
    "smear_s": Fact("time at which a person smears and is still a person", "time"),
    "blur_s": Fact("time that draws the blur", "time"),
    "blur_total_s": Fact("time that draws the whole blur", "s"),
    "wanted_near_m": Fact("must be sharp from", "m"),
    "zone": Fact("a zone of depth is worked in", "yes", "focus goes to the subject"),
    "subject_moves": Fact("focus has to follow", "yes", "nothing has to be followed"),
    "in_picture": Fact("what moves is a part of the picture", "yes", "what moves is the subject"),
    "everyday": Fact("it is an everyday picture", "yes", "it is a kind of work"),
    "bursts": Fact("moments pass in it", "yes", "no moment passes in it"),
    "wanted_rate": Fact("the rate that suits it", "rate"),
    "rate_share": Fact("that rate as a share of the body's", "percent"),
    "shots_at_best": Fact("frames at the body's highest rate", "count"),
    "action_s": Fact("seconds of action in an outing", "s"),
    "pressing": Fact("share of them with the button down", "percent"),
    "series_frames": Fact("frames of a series", "count"),
    "interval_s": Fact("from frame to frame", "s"),
    "series_h": Fact("length of the series", "hours"),
    "wanting_stops": Fact("filter that is wanting", "stops"),
    "glass_stops": Fact("glass filter", "stops"),
    "darker_stops": Fact("under the metered exposure", "stops"),
    "approach_m_s": Fact("approach", "m_s"),
    "distance_m": Fact("distance", "m"),
    "depth_m": Fact("depth asked for", "m"),
    "unpredictability": Fact("randomness of its path, from none to one", "plain"),
    "subject_share": Fact("the subject's share of frame height", "percent"),
    "plane_shift_m": Fact("movement towards the camera during the release lag", "m"),
    "half_depth_m": Fact("half the depth available", "m"),
    "lag_s": Fact("release lag and update", "s"),
    "near_m": Fact("sharp from", "m"),
    "far_m": Fact("sharp to", "m"),
    "moving": Fact("the subject moves", "yes", "the subject keeps still"),
    "people": Fact("people are in the picture", "yes", "no people in the picture"),
    "skill_quick": Fact("moments come without warning", "yes", "there is time to focus"),
    "quiet": Fact("quiet is wanted", "yes", "noise does not matter"),
    "tripod": Fact("on a tripod", "yes", "not on a tripod"),
    "usual_both": Fact("this work usually wants a finished file too", "yes", "this work usually wants raw alone"),
    "raw": Fact("raw is kept", "yes", "no raw is kept"),
    "rendered": Fact("a finished file is kept", "yes", "no finished file is kept"),
    "optical_finder": Fact("the finder is optical", "yes", "the finder shows the exposure"),
    "highlight_guard_offered": Fact("the body offers a highlight guard", "yes", "the body offers no highlight guard"),
    "stars": Fact("stars are the subject", "yes", "not stars"),
    "wants_blur": Fact("movement is to be drawn as blur", "yes", "no blur is wanted"),
    "wants_pan": Fact("the camera follows the subject", "yes", "the camera does not follow"),
    "autofocus": Fact("body and lens focus by themselves", "yes", "the lens is focused by hand"),
    "detection_offered": Fact("the body can look for this subject", "yes", "the body cannot look for this subject"),
    "zone_offered": Fact("the body offers a fixed focus distance with a chosen depth", "yes", "the body offers no fixed-distance mode"),
    "zone_covers": Fact("the depth at this distance covers the working zone", "yes", "the depth does not cover the working zone"),
    "one_aperture": Fact("the body has a single aperture", "yes", "the body has several apertures"),
    "merge_offered": Fact("the body can merge frames by itself, in this kind of file", "yes", "the body merges nothing in this kind of file"),
    "merging": Fact("the body merges its frames", "yes", "nothing is merged in the body"),
    "merge_frames": Fact("frames of a merge", "count"),
    "merge_step_stops": Fact("step of a merge", "stops"),
    "flicker_answered": Fact("the setup waits for the lamps", "yes", "nothing in the setup waits for the lamps"),
    "bracketed": Fact("a set of frames is taken", "yes", "single frames are taken"),
    "bracket_possible": Fact("the body offers a set that covers the span", "yes", "no set the body offers covers the span"),
    "electronic_offered": Fact("the body has an electronic shutter", "yes", "the body has no electronic shutter"),
    "mechanical_offered": Fact("the body has a mechanical shutter", "yes", "the body has no mechanical shutter"),
    "first_curtain_offered": Fact("the body has an electronic first curtain", "yes", "the body has no electronic first curtain"),
    "stabiliser_offered": Fact("body or lens has a stabiliser", "yes", "there is no stabiliser"),
    "iso_given": Fact("a ceiling is set by taste", "yes", "the ceiling is computed"),
    "iso_locked": Fact("ISO is held by hand", "yes", "ISO is not held by hand"),
    "floats": Fact("ISO floats", "yes", "ISO is held"),
    "limits_only": Fact("ISO is set by floor and ceiling only", "yes", "ISO can be set directly"),
    "over_stops": Fact("too much light at the mechanical shutter's shortest time", "stops"),
    "skew_px": Fact("skew of an electronic frame", "px"),
    "readout_s": Fact("read-out", "s"),
    "time_s": Fact("time", "time"),
    "aperture": Fact("aperture", "aperture"),
    "iso": Fact("ISO", "iso"),
    "floor_iso": Fact("floor", "iso"),
    "ceiling_iso": Fact("ceiling", "iso"),
    "limit_iso": Fact("the body's highest ISO", "iso"),
    "slowest_s": Fact("slowest time", "time"),
    "freeze_s": Fact("time that freezes the subject", "time"),
    "shake_s": Fact("time that holds off shake", "time"),
    "trail_s": Fact("time before stars trail", "s"),
    "longest_dial_s": Fact("the longest time on an ordinary dial", "time"),
    "nd_stops": Fact("filter", "stops"),
    "snr": Fact("signal to noise of the mid-tone at this output", "plain"),
    "bar": Fact("your bar", "plain"),
    "frames_per_second": Fact("the body's highest rate", "rate"),
    "rate": Fact("rate", "rate"),
    "crossing_s": Fact("time the subject takes to cross the frame", "s"),
    "steadiness_stops": Fact("stabiliser", "stops"),
    "sharp_chance": Fact("chance that one frame is sharp as a whole", "percent"),
    "sharp_chance_burst": Fact("chance that one of a short burst is", "percent"),
    "burst_frames": Fact("short burst", "count"),
    "frames": Fact("frames", "count"),
    "step_stops": Fact("step", "stops"),
    "count": Fact("pictures due", "count"),
    "deadline_h": Fact("time to delivery", "hours"),
    "pictures": Fact("pictures you will work on", "count"),
    "shots": Fact("frames you will look through", "count"),
    "minutes": Fact("minutes afterwards", "plain"),
    "mired_off": Fact("mireds between the lights", "plain"),
    "focus_limit_ev": Fact("the body's focusing limit", "ev"),
    "pages": Fact("output width", "m"),
    "two_cards_offered": Fact("the body takes two cards", "yes", "the body takes one card"),
    "rear_button_offered": Fact("a button under the thumb can focus", "yes", "no button under the thumb can focus"),
    "thumb_offered": Fact("the screen answers a thumb beside the finder", "yes", "no thumb can point beside the finder"),
    "touch_offered": Fact("the screen answers a touch", "yes", "the screen answers no touch"),
    "ring_offered": Fact("the lens reports its ring", "yes", "the lens does not report its ring"),
    "links_offered": Fact("the body has a wireless link", "yes", "the body has no wireless link"),
    "electronic_finder": Fact("the finder is electronic", "yes", "the finder is not electronic"),
    "screen_only": Fact("there is no finder", "yes", "there is a finder"),
    "reports": Fact("the lens reports itself", "yes", "the lens does not report itself"),
    "small_circle": Fact("the lens leaves the corners dark", "yes", "the lens lights the whole sensor"),
    "wild": Fact("wild animals are the subject", "yes", "no wild animals"),
    "bursting": Fact("the drive fires bursts", "yes", "the drive fires no bursts"),
    "by_hand": Fact("focus is by hand", "yes", "focus is automatic"),
    "continuous": Fact("focus follows all the time", "yes", "focus does not follow"),
    "electronic_now": Fact("the electronic shutter is taken", "yes", "the electronic shutter is not taken"),
    "mechanical_now": Fact("the mechanical shutter is taken", "yes", "the mechanical shutter is not taken"),
    "fires_first": Fact("the release comes first", "yes", "the release waits"),
    "waits": Fact("the release waits for focus", "yes", "the release does not wait"),
    "meters": Fact("something floats with the meter", "yes", "nothing floats with the meter"),
    "held_aperture": Fact("the aperture is held", "yes", "the aperture is not held"),
    "held_time": Fact("the time is held", "yes", "the time is not held"),
    "spot_now": Fact("the spot is metered", "yes", "more than a spot is metered"),
    "deadline_given": Fact("there is a deadline", "yes", "there is no deadline"),
    "half_size_px": Fact("a finished file of half the size", "px"),
    "output_px": Fact("what the output shows", "px"),
    "shape_given": Fact("the delivery has its own shape", "yes", "the delivery has no shape of its own"),
    "old_programs": Fact("a program of yours opens no packed raw", "yes", "your programs open packed raw"),
    "your_word": Fact("you say so", "yes", "you do not say so"),
}
# fmt: on


def _number(value: float, digits: int = 3) -> str:
    if abs(value) < 1e-3:
        return "0"
    return f"{value:.{digits}g}" if abs(value) < 10**digits else f"{value:.0f}"


def say(value: float, unit: str) -> str:
    """A number as it is written in a sentence.

    >>> say(1 / 3, "stops"), say(0.002, "time"), say(35.0, "m"), say(0.5, "percent")
    ('0.33 stop', '1/500', '35 m', '50 %')
    """
    if math.isinf(value) or (unit == "m" and value >= INFINITY_M):
        return "infinity"
    if unit == "time":
        return label(Dial.TIME, printed(Dial.TIME, stops_of(Dial.TIME, value), 3))
    if unit == "aperture":
        return label(Dial.APERTURE, value)
    if unit == "iso":
        return label(Dial.ISO, value)
    if unit == "stops":
        rounded = round(value, 2) if abs(value) < 1 else round(value, 1)
        return f"{rounded:g} stop" if abs(rounded) <= 1 else f"{rounded:g} stops"
    suffix = {"m": " m", "s": " s", "m_s": " m/s", "kelvin": " K", "hz": " Hz", "rate": " a second", "px": " px"}
    if unit == "percent":
        return f"{100 * value:.0f} %"
    if unit == "ev":
        return f"EV {round(value, 1):g}"
    if unit == "count":
        return f"{value:.0f}"
    if unit == "hours":
        return f"{_number(value)} hour" if value == 1 else f"{_number(value)} hours"
    return _number(value) + suffix.get(unit, "")


@cache
def _parts(template: str) -> tuple[tuple[str, str | None], ...]:
    return tuple((text, name) for text, name, _, _ in string.Formatter().parse(template))


def phrase(template: str, facts: Facts) -> tuple[str, dict[str, float]]:
    """Fill a template with facts; return the sentence and just the numbers it used.

    >>> phrase("the light swings {light_swing_stops}", {"light_swing_stops": 1.5, "iso": 100})
    ('the light swings 1.5 stops', {'light_swing_stops': 1.5})
    """
    used: dict[str, float] = {}
    parts: list[str] = []
    for text, name in _parts(template):
        parts.append(text)
        if name is not None:
            used[name] = facts[name]
            parts.append(say(facts[name], FACTS[name].unit))
    sentence = "".join(parts)
    return sentence[:1].upper() + sentence[1:] if sentence.endswith(".") else sentence, used


@dataclass(frozen=True, slots=True)
class When:
    """One comparison of a fact with a number or with another fact. said: it in words, where they do not depend on the facts."""

    fact: str
    test: str
    against: float | str
    said: str = field(init=False, default="", repr=False, compare=False)

    def __post_init__(self) -> None:
        """Say once what is the same whatever the facts."""
        if not isinstance(self.against, str):
            object.__setattr__(self, "said", self.words({}))

    def holds(self, facts: Facts) -> bool:
        """Whether it holds for these facts."""
        right = facts[self.against] if isinstance(self.against, str) else self.against
        return bool(_OPERATORS[self.test](facts[self.fact], right))

    def words(self, facts: Facts) -> str:
        """The comparison in words; a fact it is held against that is not known is named only.

        >>> When("light_swing_stops", "<", "meter_swing_stops").words({"meter_swing_stops": 2.0})
        "the light's swing under 2 stops (the meter's own swing, over pale and dark subjects and other framings)"
        """
        if self.said:
            return self.said
        fact = FACTS[self.fact]
        if fact.unit == "yes":
            return fact.label if self.against else fact.no
        if isinstance(self.against, str) and self.against not in facts:
            return f"{fact.label} {_WORDS.get(self.test, 'of')} {FACTS[self.against].label}"
        right = facts[self.against] if isinstance(self.against, str) else self.against
        named = f" ({FACTS[self.against].label})" if isinstance(self.against, str) else ""
        return f"{fact.label} {_WORDS.get(self.test, 'of')} {say(right, fact.unit)}{named}"


def all_hold(tests: tuple[When, ...], facts: Facts) -> bool:
    """Whether every comparison holds; none at all always holds."""
    return all(test.holds(facts) for test in tests)
