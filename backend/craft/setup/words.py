"""How values, intents, limits and concessions are called: one list for screen, card and files."""

from __future__ import annotations

from collections.abc import Callable

from craft.scales.series import Dial, label
from craft.scales.words import in_thirds, stops_in_words
from craft.setup.setup import Setup
from craft.vocabulary.terms import Area, File, Intent, Limit, RangePolicy

INTENT_WORDS = {
    Intent.DEPTH: "depth",
    Intent.SEPARATION: "the melting background",
    Intent.FREEZE: "freezing the subject",
    Intent.MOTION_BLUR: "the wanted blur",
    Intent.SHAKE: "freedom from shake",
    Intent.NOISE: "noise",
    Intent.ISO: "ISO",
    Intent.BRIGHTNESS: "brightness",
}
"""What an intent is about, for the middle of a sentence."""

INTENT_LABELS = {
    Intent.DEPTH: "Depth",
    Intent.SEPARATION: "Melting background",
    Intent.FREEZE: "Time, frozen subject",
    Intent.MOTION_BLUR: "Time, wanted blur",
    Intent.SHAKE: "Time, free of shake",
    Intent.NOISE: "Noise",
    Intent.ISO: "ISO",
    Intent.BRIGHTNESS: "Brightness",
}
"""What an intent is called where it stands alone."""

BEYOND_NEED = {
    Intent.DEPTH: "Depth beyond need",
    Intent.FREEZE: "Time beyond need",
}
"""What is spare of an intent."""

LIMIT_WORDS = {
    Limit.F4: "to f/4",
    Limit.SMEAR: "to smear",
    Limit.SHAKE: "to shake",
    Limit.TRAIL: "to star trails",
    Limit.WIDEST: "to wide open",
    Limit.CEILING: "to my ceiling",
    Limit.BODY_LIMIT: "to the dial's end",
}
"""How far a concession runs."""


def rung_words(intent: Intent, up_to_stops: float | None, to: Limit | None) -> str:
    """A concession in words.

    >>> rung_words(Intent.DEPTH, None, Limit.SPARE), rung_words(Intent.ISO, 1.5, None), rung_words(Intent.SHAKE, None, None)
    ('Depth beyond need', 'ISO, 1.5 stops', "Time, free of shake, to the dial's end")
    """
    name = INTENT_LABELS[intent]
    if to is Limit.SPARE and intent in BEYOND_NEED:
        return BEYOND_NEED[intent]
    if to is not None:
        return f"{name}, {LIMIT_WORDS.get(to, to.value)}"
    if up_to_stops is None:
        return f"{name}, {LIMIT_WORDS[Limit.BODY_LIMIT]}"
    return f"{name}, {in_thirds(up_to_stops) if abs(up_to_stops * 3 % 1) < 0.01 else f'{up_to_stops:.3g} stops'}"


def _token(token: str) -> str:
    return token.replace("_", " ")


def _iso(value: float) -> str:
    return label(Dial.ISO, value)


def _mode(setup: Setup) -> str:
    return f"{_token(setup.mode.value)}{', ISO floats' if setup.iso_limits.automatic and setup.facts['floats'] else ''}"


def _limits(setup: Setup) -> str:
    limits = setup.iso_limits
    return f"{_iso(limits.floor)} to {_iso(limits.ceiling)}" if limits.automatic else f"fixed, {_iso(setup.iso)}"


POLICY = {RangePolicy.GREY: "as metered", RangePolicy.PROTECT: "highlights kept", RangePolicy.RIGHT: "to the right"}


def _range(setup: Setup) -> str:
    if setup.protection_automatic:
        return "protection left to the body"
    parts = [f"{setup.protection_stops:g} of protection"] if setup.protection_stops else []
    if abs(setup.offset_ev) > 0.05:
        parts.append(f"{stops_in_words(setup.offset_ev)} the meter")
    return ", ".join(parts) or POLICY[setup.policy]


def _set(setup: Setup) -> str:
    if setup.merge is not None:
        return f"merged in the camera, {_token(setup.merge.step)}"
    return f"{setup.bracket_frames} frames, {setup.bracket_step_ev:.3g} apart" if setup.bracket_frames > 1 else "none"


def _white(setup: Setup) -> str:
    return f"{setup.kelvin:g} K, fixed" if setup.kelvin else _token(setup.white.value)


def _focus(setup: Setup) -> str:
    area = "" if setup.focus.area is Area.NONE else f", {_token(setup.focus.area.value)}"
    return f"{_token(setup.focus.mode.value)}{area}"


def _drive(setup: Setup) -> str:
    rate = f", {setup.frames_per_second:g} a second" if setup.frames_per_second else ""
    return f"{_token(setup.drive.value)}{rate}"


FILES = {File.BOTH: "raw and finished", File.RENDERED: "finished", File.RAW: "raw"}

VALUES: dict[str, Callable[[Setup], str]] = {
    "exposure_mode": _mode,
    "metering": lambda setup: _token(setup.pattern.value),
    "iso_limits": _limits,
    "range": _range,
    "bracketing": _set,
    "white": _white,
    "focus": _focus,
    "drive": _drive,
    "shutter_type": lambda setup: _token(setup.shutter.value),
    "stabiliser": lambda setup: _token(setup.stabiliser.value),
    "file": lambda setup: FILES[setup.file],
}
"""What each decision came to, in a few words."""


def value_words(setup: Setup, decision: str, way: str) -> str:
    """What a decision came to in a few words; of one that has no words of its own, its way.

    >>> value_words(advised(), "iso_limits", ""), value_words(advised(), "white", "")
    ('100 to 6400', '5500 K, fixed')
    """
    return VALUES[decision](setup) if decision in VALUES else way
