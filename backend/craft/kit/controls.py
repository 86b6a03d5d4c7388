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
    STEER = "steer"
    STROKE = "stroke"


USE_WORDS: dict[Use, str] = {
    Use.PRESS: "press",
    Use.LONG_PRESS: "long press",
    Use.HOLD: "hold",
    Use.PRESS_AND_TURN: "press and turn",
    Use.TURN: "turn",
    Use.STEER: "steer any way",
    Use.STROKE: "stroke across",
}

LASTS: dict[Use, str] = {
    Use.PRESS: "stays until pressed again",
    Use.LONG_PRESS: "stays until pressed again",
    Use.HOLD: "ends when the finger leaves",
    Use.PRESS_AND_TURN: "stays as it was turned",
    Use.TURN: "stays as it was turned",
    Use.STEER: "stays where it was led",
    Use.STROKE: "stays until stroked again",
}
"""How long what a use does stays: latching or momentary."""

ONE_PUSH = frozenset({Use.PRESS, Use.HOLD})
"""A finger that goes down cannot say whether it means to press or to hold: one of them to a control."""


@dataclass(frozen=True, slots=True, kw_only=True)
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
    "release": Spot(label="around the release", finger="forefinger", face="top", x=0.86, y=0.24, missed=0.02, bumped=0.05),
    "top_front": Spot(label="front edge, under the forefinger", finger="forefinger", face="top", x=0.78, y=0.40, missed=0.05, bumped=0.05),
    "top_behind": Spot(label="top, behind the release", finger="forefinger", face="top", x=0.78, y=0.66, missed=0.15, bumped=0.02),
    "top_middle": Spot(label="top, towards the middle", finger="forefinger", face="top", x=0.64, y=0.50, missed=0.30, bumped=0.01),
    "top_left": Spot(label="top, left of the finder", finger="left hand", face="top", x=0.18, y=0.50, missed=0.40, bumped=0.01),
    "thumb_rest": Spot(label="where the thumb rests", finger="thumb", face="back", x=0.80, y=0.27, missed=0.02, bumped=0.15),
    "thumb_up": Spot(label="above the thumb", finger="thumb", face="back", x=0.68, y=0.25, missed=0.05, bumped=0.05),
    "thumb_edge": Spot(label="right edge, under the thumb", finger="thumb", face="back", x=0.92, y=0.25, missed=0.05, bumped=0.10),
    "thumb_down": Spot(label="below the thumb", finger="thumb", face="back", x=0.80, y=0.50, missed=0.15, bumped=0.10),
    "back_low": Spot(label="lower right of the back", finger="thumb", face="back", x=0.80, y=0.80, missed=0.35, bumped=0.05),
    "back_left": Spot(label="left of the finder", finger="left hand", face="back", x=0.10, y=0.25, missed=0.40, bumped=0.01),
    "grip_high": Spot(label="front, beside the mount, upper", finger="middle finger", face="front", x=0.26, y=0.40, missed=0.10, bumped=0.10),
    "grip_low": Spot(label="front, beside the mount, lower", finger="ring finger", face="front", x=0.26, y=0.66, missed=0.20, bumped=0.10),
    "mount_left": Spot(label="front, at the other side of the mount", finger="left hand", face="front", x=0.70, y=0.60, missed=0.20, bumped=0.05),
    "screen": Spot(label="on the rear screen", finger="thumb", face="back", x=0.42, y=0.62, missed=0.25, bumped=0.10),
    "barrel": Spot(label="on the lens", finger="left hand", face="front", x=0.50, y=0.86, missed=0.10, bumped=0.10),
}
"""Places where bodies have controls, by slug."""


@dataclass(frozen=True, slots=True)
class Control:
    """A button or dial of one body.

    slug: its name in files; label: what its owner calls it; spot: of SPOTS; uses: the ways it can be
    used; takes: functions it can be given (empty: any); excludes: pairs of uses of which only one can
    have a role (pressing and holding always do); modes: exposure modes in which it obeys (empty: all);
    made: the function that it leaves the box with, where its name does not say it; lever: how another control must stand for it to obey.
    """

    slug: str
    label: str
    spot: str
    uses: tuple[Use, ...] = (Use.PRESS, Use.HOLD)
    takes: frozenset[str] = frozenset()
    excludes: tuple[tuple[Use, Use], ...] = ()
    modes: frozenset[str] = frozenset()
    made: str = ""
    lever: str = ""

    def __post_init__(self) -> None:
        """Refuse a place that there is not, and a control that cannot be used."""
        if self.spot not in SPOTS:
            raise CraftError(f"“{self.spot}” is not a place: {', '.join(SPOTS)}", ("spot",))
        if not self.uses:
            raise CraftError(f"a control is used in one way at least: {', '.join(use.value for use in Use)}", ("uses",))

    @property
    def called(self) -> str:
        """What its owner calls it, with how a lever must stand for it.

        >>> Control("c", "thumb button", "thumb_rest", lever="the lever at 2").called
        'thumb button (the lever at 2)'
        """
        return f"{self.label} ({self.lever})" if self.lever else self.label

    def excluded(self, one: Use, other: Use) -> bool:
        """Whether only one of two uses can have a role.

        >>> Control("c", "button", "thumb_rest").excluded(Use.PRESS, Use.HOLD)
        True
        """
        return {one, other} == ONE_PUSH or (one, other) in self.excludes or (other, one) in self.excludes


@dataclass(frozen=True, slots=True)
class Role:
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


REAR_SCREEN = Control("rear_screen", "the rear screen", "screen", (Use.STEER,), frozenset({"move_point"}))
"""What a screen that answers a touch does for the point, where nothing else leads it."""
