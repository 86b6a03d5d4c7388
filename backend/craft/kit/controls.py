"""Buttons and dials of a body: where they lie under the hand, how they can be used, and what they can take."""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from craft.errors import CraftError


class Use(Enum):
    """How a control is used."""

    PRESS = "press"
    LONG_PRESS = "long_press"
    HOLD = "hold"
    PRESS_AND_TURN = "press_and_turn"
    TURN = "turn"


USE_WORDS: dict[Use, str] = {
    Use.PRESS: "press",
    Use.LONG_PRESS: "long press",
    Use.HOLD: "hold",
    Use.PRESS_AND_TURN: "press and turn",
    Use.TURN: "turn",
}

LASTS: dict[Use, str] = {
    Use.PRESS: "stays until pressed again",
    Use.LONG_PRESS: "stays until pressed again",
    Use.HOLD: "ends when the finger leaves",
    Use.PRESS_AND_TURN: "stays as it was turned",
    Use.TURN: "stays as it was turned",
}
"""How long what a use does stays: latching or momentary."""

ONE_PUSH = frozenset({Use.PRESS, Use.HOLD})
"""A finger that goes down cannot say whether it means to press or to hold: one of them to a control."""


@dataclass(frozen=True, slots=True)
class Spot:
    """A place on any body, in the right hand's usual grip.

    finger: which lies there; face: of the body; x, y: on a drawing of that face, from 0 at its left
    and top to 1; missed: how often it is not found without looking; bumped: how often it is pressed by
    accident, both as shares (estimates).
    """

    label: str
    finger: str
    face: str
    x: float
    y: float
    missed: float
    bumped: float
    source: str = "lengths of fingers over a usual grip; shares are estimates"


SPOTS: dict[str, Spot] = {
    "release": Spot("around the release", "forefinger", "top", 0.86, 0.24, 0.02, 0.05),
    "top_front": Spot("front edge, under the forefinger", "forefinger", "top", 0.78, 0.40, 0.05, 0.05),
    "top_behind": Spot("top, behind the release", "forefinger", "top", 0.78, 0.66, 0.15, 0.02),
    "top_middle": Spot("top, towards the middle", "forefinger", "top", 0.64, 0.50, 0.30, 0.01),
    "top_left": Spot("top, left of the finder", "left hand", "top", 0.18, 0.50, 0.40, 0.01),
    "thumb_rest": Spot("where the thumb rests", "thumb", "back", 0.80, 0.27, 0.02, 0.15),
    "thumb_up": Spot("above the thumb", "thumb", "back", 0.68, 0.25, 0.05, 0.05),
    "thumb_edge": Spot("right edge, under the thumb", "thumb", "back", 0.92, 0.25, 0.05, 0.10),
    "thumb_down": Spot("below the thumb", "thumb", "back", 0.80, 0.50, 0.15, 0.10),
    "back_low": Spot("lower right of the back", "thumb", "back", 0.80, 0.80, 0.35, 0.05),
    "back_left": Spot("left of the finder", "left hand", "back", 0.10, 0.25, 0.40, 0.01),
    "grip_high": Spot("front, beside the mount, upper", "middle finger", "front", 0.26, 0.40, 0.10, 0.10),
    "grip_low": Spot("front, beside the mount, lower", "ring finger", "front", 0.26, 0.66, 0.20, 0.10),
    "mount_left": Spot("front, at the other side of the mount", "left hand", "front", 0.70, 0.60, 0.20, 0.05),
    "barrel": Spot("on the lens", "left hand", "front", 0.50, 0.86, 0.10, 0.10),
}
"""Places where bodies have controls, by slug."""


@dataclass(frozen=True, slots=True)
class Control:
    """A button or dial of one body.

    slug: its name in files; label: what its owner calls it; spot: of SPOTS; uses: the ways it can be
    used; takes: functions it can be given (empty: any); excludes: pairs of uses of which only one can
    have a role (pressing and holding always do); modes: exposure modes in which it obeys (empty: all).
    """

    slug: str
    label: str
    spot: str
    uses: tuple[Use, ...] = (Use.PRESS, Use.HOLD)
    takes: frozenset[str] = frozenset()
    excludes: tuple[tuple[Use, Use], ...] = ()
    modes: frozenset[str] = frozenset()

    def __post_init__(self) -> None:
        """Refuse a place that there is not, and a control that cannot be used."""
        if self.spot not in SPOTS:
            raise CraftError(f"“{self.spot}” is not a place: {', '.join(SPOTS)}", ("spot",))
        if not self.uses:
            raise CraftError(f"a control is used in one way at least: {', '.join(use.value for use in Use)}", ("uses",))

    def excluded(self, one: Use, other: Use) -> bool:
        """Whether only one of two uses can have a role.

        >>> Control("c", "button", "thumb_rest").excluded(Use.PRESS, Use.HOLD)
        True
        """
        return {one, other} == ONE_PUSH or (one, other) in self.excludes or (other, one) in self.excludes


@dataclass(frozen=True, slots=True)
class Given:
    """A role on a control: the control's slug, the use, the function; fixed: the person wants it there whatever is computed."""

    control: str
    use: Use
    function: str
    fixed: bool = False


@dataclass(frozen=True, slots=True)
class Feel:
    """How one person's hand meets a control: how often it is missed, and how often bumped, as shares."""

    missed: float
    bumped: float
