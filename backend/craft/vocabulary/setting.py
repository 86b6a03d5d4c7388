"""What a setting is: its group, its values and what it reaches."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from craft.errors import CraftError

Value = str | float
"""A token of the setting's own list, or a number in its unit."""


class Group(Enum):
    """Groups of settings, in the order in which one sets a body up."""

    POWER = "power"
    FILE = "file"
    DISPLAY = "display"
    CONTROLS = "controls"
    EXPOSURE = "exposure"
    METERING = "metering"
    ISO = "iso"
    RANGE = "range"
    WHITE = "white"
    FOCUS = "focus"
    DRIVE = "drive"
    STABILISER = "stabiliser"
    FLASH = "flash"
    BRACKETING = "bracketing"
    CONNECTIONS = "connections"


GROUP_WORDS: dict[Group, str] = {
    Group.POWER: "power and upkeep",
    Group.FILE: "files and cards",
    Group.DISPLAY: "display and sound",
    Group.CONTROLS: "controls",
    Group.EXPOSURE: "exposure",
    Group.METERING: "metering",
    Group.ISO: "ISO",
    Group.RANGE: "range and look",
    Group.WHITE: "white",
    Group.FOCUS: "focus",
    Group.DRIVE: "drive",
    Group.STABILISER: "stabiliser",
    Group.FLASH: "flash",
    Group.BRACKETING: "bracketing",
    Group.CONNECTIONS: "connections",
}


class Reach(Enum):
    """What a setting touches."""

    RAW = "raw"
    METER = "meter"
    FILE = "file"
    PREVIEW = "preview"
    FOCUS = "focus"
    HANDLING = "handling"
    SAFETY = "safety"


REACH_WORDS: dict[Reach, str] = {
    Reach.RAW: "It changes the raw data: nothing at the desk undoes it.",
    Reach.METER: "It changes what is exposed, and so the raw, but only through time, aperture and ISO.",
    Reach.FILE: "It changes the finished file only: the raw stays as it was.",
    Reach.PREVIEW: "It changes only what you see while you work: neither raw nor finished file.",
    Reach.FOCUS: "It changes where the picture is sharp: the raw's values stay, its sharpness does not.",
    Reach.HANDLING: "It changes how the body behaves in the hand: no picture looks different for it.",
    Reach.SAFETY: "It guards data, kit or people: the raw's values stay the same.",
}
"""The answer to *does this touch my raw?*"""


class Unit(Enum):
    """What a number of a setting means; CHOICE is no number."""

    CHOICE = "choice"
    SECONDS = "s"
    APERTURE = "f"
    ISO = "iso"
    STOPS = "stops"
    KELVIN = "K"
    COUNT = "count"
    PER_SECOND = "a second"
    MILLIMETRES = "mm"


@dataclass(frozen=True, slots=True, kw_only=True)
class Setting:
    """One setting.

    values: the tokens or numbers it may take (empty for free numbers); default: as a body usually
    leaves the box; needs: features of the kit without which it does not exist (see
    ``craft.vocabulary.features``); also: what else it reaches; lowest, highest: of a free number;
    left_to_body: a value with which the body picks one of the others: no way out of a clash of theirs.
    """

    slug: str
    group: Group
    label: str
    values: tuple[Value, ...]
    default: Value
    reach: Reach
    meaning: str
    unit: Unit = Unit.CHOICE
    needs: tuple[str, ...] = ()
    also: tuple[Reach, ...] = ()
    lowest: float = 0.0
    highest: float = 1e9
    left_to_body: str = ""

    def checked(self, value: Value, offered: tuple[Value, ...] = ()) -> Value:
        """A value of this setting, as it is stored.

        Raises
        ------
        CraftError : the setting has no such value; says what is accepted.

        >>> grid = Setting(
        ...     slug="grid", group=Group.DISPLAY, label="grid", values=("off", "on"), default="off", reach=Reach.PREVIEW, meaning="Lines."
        ... )
        >>> grid.checked("on")
        'on'
        """
        accepted = offered or self.values
        if self.unit is Unit.CHOICE:
            if isinstance(value, str) and value in accepted:
                return value
        elif isinstance(value, str):
            if value and value in (offered or (self.left_to_body,)):  # a body's own word beside numbers, such as automatic
                return value
        elif self.lowest <= value <= self.highest:
            near = next((a for a in accepted if not isinstance(a, str) and abs(a - value) <= 0.01 * abs(a)), None)
            if near is not None or not accepted:
                return value if near is None else near
        raise CraftError(f"{self.label} is {value!r}: {self._accepted(value, accepted)}", ("settings", self.slug))

    def _accepted(self, value: Value, accepted: tuple[Value, ...]) -> str:
        """What is accepted instead of a value: the whole list, the two nearest numbers, or the ends."""
        if not accepted:
            return f"{self.lowest:g} to {self.highest:g} is accepted"
        if self.unit is Unit.CHOICE or isinstance(value, str):
            return f"{', '.join(str(a) for a in accepted)} is accepted"
        numbers = sorted(float(a) for a in accepted if not isinstance(a, str))
        nearest = sorted(sorted(numbers, key=lambda a: abs(a - value))[:2])
        return f"it has {numbers[0]:g} to {numbers[-1]:g}, the nearest {' and '.join(f'{a:g}' for a in nearest)}"
