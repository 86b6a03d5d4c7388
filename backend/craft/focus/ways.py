"""What a body's autofocus can be set to, and what each value is taken to do: a documented typical behaviour, no body's own.

Makers keep their loops to themselves. Areas are told as a share of the frame, what is held on to as seconds, what is expected of a path as
the memory of a fading-memory filter (Morrison, *Introduction to Sequential Smoothing and Prediction*, ch. 13).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple


@dataclass(frozen=True, slots=True, kw_only=True)
class AreaRow:
    """An area. half: of the frame's width, from its middle to its side; needs: share of it that a thing must cover to be read;
    nearest: what is nearest in it is read, where others read what covers most; wanders: share of the hand's error that it does not make good
    by itself; catches: how much of what is about it it meets, a share of the frame."""

    slug: str
    half: float
    needs: float
    nearest: bool
    wanders: float = 1.0
    catches: float
    source: str


AREAS: tuple[AreaRow, ...] = (
    AreaRow(
        slug="point",
        half=0.012,
        needs=0.5,
        nearest=False,
        catches=0.002,
        source="a point is one to three hundredths of the frame's width on most bodies",
    ),
    AreaRow(slug="small_group", half=0.045, needs=0.25, nearest=False, catches=0.02, source="five to nine points about one"),
    AreaRow(
        slug="zone",
        half=0.14,
        needs=0.08,
        nearest=True,
        catches=0.15,
        source="a quarter to a third of the frame's width, nearest first as manuals say",
    ),
    AreaRow(slug="whole_frame", half=0.46, needs=0.03, nearest=True, catches=0.85, source="all points, nearest first as manuals say"),
    AreaRow(
        slug="tracking",
        half=0.05,
        needs=0.2,
        nearest=False,
        wanders=0.3,
        catches=0.03,
        source="goes with what it began on; three tenths of the hand's error stay (an estimate)",
    ),
)
"""Areas, the smallest first."""

HOLDS: dict[str, float] = {"short": 0.06, "rather_short": 0.145, "middle": 0.35, "rather_long": 0.59, "long": 1.0}
"""Seconds for which focus stays where it expects its subject once it reads something else (estimates, from what manuals say in words; those
between lie midway, each as many times longer than the one before)."""


class Expects(NamedTuple):
    """What is expected of a path. memory: of the filter, from 0 to 1; allows: how far off a reading may lie and still be the subject, in depths."""

    memory: float
    allows: float


PATHS: dict[str, Expects] = {
    "steady": Expects(0.86, 2.0),
    "rather_steady": Expects(0.79, 2.65),
    "usual": Expects(0.72, 3.5),
    "rather_erratic": Expects(0.61, 4.95),
    "erratic": Expects(0.5, 7.0),
}
"""How sudden the changes of pace are that focus expects (estimates)."""


class Goes(NamedTuple):
    """How readily focus goes over to what lies about its area. reaches, catches: shares of the area, and of what it meets, that it comes to."""

    reaches: float
    catches: float


SWITCHES: dict[str, Goes] = {
    "slow": Goes(0.7, 0.6),
    "rather_slow": Goes(0.85, 0.8),
    "usual": Goes(1.0, 1.0),
    "rather_quick": Goes(1.15, 1.25),
    "quick": Goes(1.3, 1.5),
}
"""Estimates: an area that is left readily is as one that is larger."""

PRIORITIES: dict[str, float | None] = {"release": 0.0, "mixed": 0.12, "focus": None}
"""Seconds that a frame waits for its focus; None: until it is there (an estimate for the middle one)."""


AREA, HOLD, PATH, PRIORITY, SWITCHING = OF_WAY = ("focus_area", "tracking_hold", "subject_path", "priority_continuous", "area_switching")
"""Settings of a body that a way gives values to."""


class Way(NamedTuple):
    """One way of setting a body that follows: values of its settings, and whether it looks for its subject."""

    area: str
    hold: str
    path: str
    priority: str
    looks: bool
    switching: str = "usual"

    @property
    def values(self) -> dict[str, str]:
        """Its values by setting.

        >>> Way("zone", "long", "steady", "release", False).values["tracking_hold"]
        'long'
        """
        return {AREA: self.area, HOLD: self.hold, PATH: self.path, PRIORITY: self.priority, SWITCHING: self.switching}

    def together(self, hold: str, path: str, switching: str) -> Way:
        """The same with what a preset sets.

        >>> Way("zone", "long", "steady", "release", False).together("short", "erratic", "quick").path
        'erratic'
        """
        return self._replace(hold=hold, path=path, switching=switching)

    def but(self, setting: str, value: str) -> Way:
        """The same with another value of a setting.

        >>> Way("zone", "long", "steady", "release", False).but("focus_area", "point").area
        'point'
        """
        values = {**self.values, setting: value}
        return Way(values[AREA], values[HOLD], values[PATH], values[PRIORITY], self.looks, values[SWITCHING])


BY_AREA = {row.slug: row for row in AREAS}
