"""How sharp a frame came out, as it is told: in figures, beside what its output hides, and in words."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

LONGEST_PX = 24.0
"""Length up to which a smear is told: what is longer leaves no edges across it in a tile."""


@dataclass(frozen=True, slots=True)
class Smear:
    """A straight smear. line_px: its length, `LONGEST_PX` as long or longer; way_rad: where it goes, from the frame's long side to the top, under half a turn."""

    line_px: float
    way_rad: float

    @property
    def goes(self) -> str:
        """Its way in words.

        >>> [Smear(9, math.radians(way)).goes for way in (3, 45, 90, 140, 179)]
        ['level', 'rising to the right', 'upright', 'falling to the right', 'level']
        """
        return ("level", "rising to the right", "upright", "falling to the right")[round(self.way_rad / (math.pi / 4)) % 4]

    @property
    def sigma_px(self) -> float:
        """Standard deviation along it: l / sqrt(12)."""
        return self.line_px / math.sqrt(12)

    def like(self, other: Smear) -> bool:
        """Whether two smears go the same way and are about as long.

        >>> Smear(10, 0.1).like(Smear(15, 3.1)), Smear(10, 0.1).like(Smear(10, 1.0)), Smear(10, 0.1).like(Smear(3, 0.1))
        (True, False, False)
        """
        apart = abs(self.way_rad - other.way_rad)
        return min(apart, math.pi - apart) <= ALIKE_RAD and 1 / ALIKE <= self.line_px / other.line_px <= ALIKE


ALIKE_RAD, ALIKE = math.radians(25), 2.5
"""How far two smears of one movement may lie apart, as they are told: in their way, and as a ratio of lengths."""


class How(StrEnum):
    """What is smeared: nothing that can be told, all of the frame alike, what is around something sharp; or too few edges tell anything."""

    NOTHING = "nothing"
    ALL = "all"
    AROUND = "around"
    UNSURE = "unsure"


SHARE_OFF = 1.25
"""How many times wider than a limit a blur has to be told to be over it: it is told to about a fifth."""


@dataclass(frozen=True, slots=True)
class Sharpness:
    """How sharp a frame came out. soft_px, focus_px: standard deviation of the blur where it is sharpest, across the ways in which it is wide and those in which it is narrow, None where too
    few edges tell; smear: of all of it, or of what is around that; wide: pixels of the frame along its long side."""

    how: How
    soft_px: float | None
    smear: Smear | None
    wide: int
    focus_px: float | None = None

    @classmethod
    def of_figures(
        cls, how: str, soft_px: float | None, focus_px: float | None, smear_px: float | None, smear_deg: float | None, wide: int
    ) -> Sharpness:
        """The same from figures, the smear's way in degrees.

        >>> Sharpness.of_figures("all", 2.0, 1.0, 9.0, 90.0, 6000).smear.goes, Sharpness.of_figures("nothing", 2.0, 1.0, None, None, 6000).smear
        ('upright', None)
        """
        smear = None if smear_px is None or smear_deg is None else Smear(smear_px, math.radians(smear_deg))
        return cls(How(how), soft_px, smear, wide, focus_px)

    @property
    def disc_px(self) -> float | None:
        """Diameter of the disc that blurs as much (`craft.optics.sharpness`), in pixels.

        >>> Sharpness(How.NOTHING, 1.5, None, 6000).disc_px
        6.0
        """
        return None if self.soft_px is None else 4 * self.soft_px

    def shows(self, limit: float) -> bool:
        """Whether its sharpest place is plainly softer than an output hides; limit: blur that it hides, as a share of the frame's long side.

        >>> Sharpness(How.NOTHING, 1.5, None, 6000).shows(5 / 6000), Sharpness(How.NOTHING, 1.0, None, 6000).shows(5 / 6000)
        (False, False)
        >>> Sharpness(How.NOTHING, 1.6, None, 6000).shows(5 / 6000), Sharpness(How.UNSURE, None, None, 6000).shows(5 / 6000)
        (True, False)
        """
        return self.disc_px is not None and self.disc_px > SHARE_OFF * limit * self.wide

    def misses(self, limit: float) -> bool:
        """Whether it is out of focus even where it is sharpest, beyond what movement along one way explains; limit: as for `shows`.

        >>> moved = Sharpness(How.NOTHING, 3.0, None, 6000, 0.5)
        >>> moved.shows(5 / 6000), moved.misses(5 / 6000), Sharpness(How.NOTHING, 3.0, None, 6000, 2.5).misses(5 / 6000)
        (True, False, True)
        """
        return self.focus_px is not None and 4 * self.focus_px > SHARE_OFF * limit * self.wide

    def words(self, limit: float | None = None) -> str:
        """It in a sentence; limit: as for `shows`, None where no output is known.

        >>> Sharpness(How.NOTHING, 2.5, None, 6000).words(5 / 6000)
        'Where it is sharpest it is blurred over 10 px, and its output hides 5.'
        >>> Sharpness(How.NOTHING, 2.5, None, 6000, 0.4).words(5 / 6000)
        'In focus, blurred over 2 px; but along one way over 10 px, and its output hides 5: something moved.'
        >>> Sharpness(How.AROUND, 0.5, Smear(12.2, 3.1), 6000).words()
        'Something is sharp, blurred over 2 px; what is around it is smeared over 12 px, level, as where one follows.'
        """
        if self.disc_px is None:
            return "Too few edges tell how sharp it is."
        wide = f"blurred over {_pixels(self.disc_px)} px"
        if self.smear is not None:
            longest = "or more " if self.smear.line_px >= LONGEST_PX else ""
            smeared = f"smeared over {self.smear.line_px:.0f} px {longest}".rstrip() + f", {self.smear.goes}"
            if self.how is How.AROUND:
                return f"Something is sharp, {wide}; what is around it is {smeared}, as where one follows."
            return f"All of it is {smeared}: the camera moved."
        if limit is None:
            return f"Where it is sharpest it is {wide}."
        hides = f"its output hides {_pixels(limit * self.wide)}"
        if self.shows(limit) and self.focus_px is not None and not self.misses(limit):
            return f"In focus, blurred over {_pixels(4 * self.focus_px)} px; but along one way {wide[8:]}, and {hides}: something moved."
        return f"Where it is sharpest it is {wide}, and {hides}." if self.shows(limit) else f"It is sharp: {wide}, and {hides}."


def _pixels(value: float) -> str:
    """Pixels as they are told: never finer than they are measured."""
    return "1" if value < 1.5 else f"{value:.0f}"
