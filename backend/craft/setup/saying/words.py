"""What each decision came to, in a few words: one list for screen, card and files."""

from __future__ import annotations

from collections.abc import Callable

from craft.scales.series import Dial, label
from craft.scales.words import stops_in_words
from craft.setup.setup import Setup
from craft.vocabulary.terms import Area, File, FlashLights, FlashRole, RangePolicy


def _token(token: str) -> str:
    return token.replace("_", " ")


def _iso(value: float) -> str:
    return label(Dial.ISO, value)


def _mode(setup: Setup) -> str:
    return f"{_token(setup.exposure.mode.value)}{', ISO floats' if setup.iso_limits.automatic and setup.facts['floats'] else ''}"


def _limits(setup: Setup) -> str:
    limits = setup.iso_limits
    return f"{_iso(limits.floor)} to {_iso(limits.ceiling)}" if limits.automatic else f"fixed, {_iso(setup.exposure.iso)}"


POLICY = {RangePolicy.GREY: "as metered", RangePolicy.PROTECT: "highlights kept", RangePolicy.RIGHT: "to the right"}


def _range(setup: Setup) -> str:
    if setup.range.protection_automatic:
        return "protection left to the body"
    parts = [f"{setup.range.highlight_protection_stops:g} of protection"] if setup.range.highlight_protection_stops else []
    if abs(setup.range.exposure_offset_ev) > 0.05:
        parts.append(f"{stops_in_words(setup.range.exposure_offset_ev)} the meter")
    return ", ".join(parts) or POLICY[setup.range.policy]


def _set(setup: Setup) -> str:
    if setup.bracketing.merge is not None:
        return f"merged in the camera, {_token(setup.bracketing.merge.step)}"
    return f"{setup.bracketing.frames} frames, {setup.bracketing.step_ev:.3g} apart" if setup.bracketing.frames > 1 else "none"


def _white(setup: Setup) -> str:
    return f"{setup.white.kelvin:g} K, fixed" if setup.white.kelvin else _token(setup.white.mode.value)


def _focus(setup: Setup) -> str:
    area = "" if setup.focus.area is Area.NONE else f", {_token(setup.focus.area.value)}"
    preset = f", preset {setup.focus.preset}" if setup.focus.preset else ""
    return f"{_token(setup.focus.mode.value)}{area}{preset}"


def areas_words(setup: Setup) -> str:
    """Areas that are worth a place on the list, in words; empty where nothing was simulated.

    >>> areas_words(advised())
    ''
    """
    return ", ".join(map(_token, setup.focus.areas))


def _drive(setup: Setup) -> str:
    rate = f", {setup.drive.frames_per_second:g} a second" if setup.drive.frames_per_second else ""
    return f"{_token(setup.drive.mode.value)}{rate}"


ROLES = {FlashRole.FILL: "fills shade", FlashRole.KEY: "lights the subject", FlashRole.ALONE: "all the light"}


BESIDE = {FlashLights.SUBJECT: "beside it", FlashLights.BEHIND: "behind"}


def _flash(setup: Setup) -> str:
    taken = setup.flash
    if taken is None:
        return "off"
    first = ", ".join(part for part in (ROLES[taken.role], taken.power_words) if part)
    return "; ".join(
        [first, *(" ".join(part for part in (one.name, BESIDE[one.lights], one.power_words) if part) for one in taken.further)]
    )


FILES = {File.BOTH: "raw and finished", File.RENDERED: "finished", File.RAW: "raw"}

VALUES: dict[str, Callable[[Setup], str]] = {
    "exposure_mode": _mode,
    "metering": lambda setup: _token(setup.metering.pattern.value),
    "iso_limits": _limits,
    "range": _range,
    "bracketing": _set,
    "flash": _flash,
    "white": _white,
    "focus": _focus,
    "drive": _drive,
    "shutter_type": lambda setup: _token(setup.shutter_type.value),
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
