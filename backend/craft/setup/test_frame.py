"""What the test frame showed, in two taps, answered in thirds with what they cost.

Preview warnings come from the finished file and fire before the raw is full: when raw is kept the
answer is smaller by that lead.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from craft.exposure.bounds import Dials
from craft.exposure.solver import solve
from craft.kit.dials import Axis
from craft.scene.situation import Situation
from craft.setup.ladder import Ladder, brightness
from craft.setup.plan import Plan
from craft.setup.steps import exposed
from craft.vocabulary.terms import Intent

LEAD_THIRDS = {"flat": 0, "neutral": 1, "natural": 2, "grey": 2, "vivid": 3}
"""Thirds by which a preview with a look warns before the raw clips (estimates: tone curves lift highlights by up to a stop)."""

POINTS_THIRDS = {"near_the_ends": 0, "usual": 0, "early": 1}
"""Thirds more by where the warning points are set (estimates)."""


@dataclass(frozen=True, slots=True)
class Preview:
    """What the preview is made with: tokens of the look and of the warning points.

    measured: stops of headroom that a person found on this body with the look `under`, None where nobody has measured.
    """

    look: str = "natural"
    points: str = "usual"
    measured: float | None = None
    under: str = "natural"

    @property
    def lead_thirds(self) -> int:
        """Thirds that the raw still has when the preview warns.

        >>> Preview().lead_thirds, Preview("flat", "near_the_ends").lead_thirds
        (2, 0)
        >>> Preview(measured=1.3).lead_thirds, Preview("vivid", measured=1.3).lead_thirds
        (4, 5)
        """
        usual = LEAD_THIRDS["natural"]
        lead = LEAD_THIRDS.get(self.look, usual)
        if self.measured is not None:
            lead += round(self.measured * 3) - LEAD_THIRDS.get(self.under, usual)
        return max(0, lead + POINTS_THIRDS.get(self.points, 0))


@dataclass(frozen=True, slots=True)
class Showing:
    """One thing a test frame can show: two taps, what moves, by how many thirds, and why."""

    saw: str
    saw_label: str
    much: str
    much_label: str
    moves: str
    thirds: int
    reason: str


SHOWINGS: tuple[Showing, ...] = (
    Showing("warns", "bright areas warn", "specks", "specks", "darker", 1, "specks of light may go; a third keeps most of them"),
    Showing("warns", "bright areas warn", "patch", "a patch", "darker", 3, "a patch that warns is up to a stop over"),
    Showing("warns", "bright areas warn", "subject", "the subject", "darker", 5, "skin or cloth that warns has lost its detail"),
    Showing("dark", "too dark", "little", "a little", "brighter", 1, "the smallest step one sees"),
    Showing("dark", "too dark", "clearly", "clearly", "brighter", 3, "clearly dark is about a stop"),
    Showing("dark", "too dark", "very", "very", "brighter", 6, "a frame one cannot judge is two stops under or more"),
    Showing("soft", "soft", "streaks", "the subject streaks", "shorter", 3, "half the time halves the streak"),
    Showing("soft", "soft", "doubled", "all of it is doubled", "shorter", 3, "half the time halves the shake"),
    Showing(
        "soft",
        "soft",
        "elsewhere",
        "sharp in the wrong place",
        "deeper",
        3,
        "one stop of depth covers a small error of focus; focus again first",
    ),
)


@dataclass(frozen=True, slots=True)
class Answer:
    """What to do about a showing. move_thirds 0: leave it. cost: change of stops given per intent."""

    showing: Showing
    move_thirds: int
    shutter_s: float
    aperture: float
    iso: float
    brightness_ev: float
    cost: Mapping[Intent, float]
    reachable: bool


def answers(situation: Situation, preview: Preview | None = None) -> tuple[Answer, ...]:
    """The answer to every pair of taps, for the offline card; preview: what warns, an ordinary one unless told."""
    course = exposed(situation)
    lead = (preview or Preview()).lead_thirds if course.told["raw"] else 0
    return tuple(_answer(course.planned, course.solved, showing, lead) for showing in SHOWINGS)


def _answer(plan: Plan, now: Ladder, showing: Showing, lead: int) -> Answer:
    thirds = showing.thirds
    if showing.saw == "warns":
        thirds = max(0, thirds - lead)
    steps = round(thirds * plan.per_stop / 3)
    steps = max(steps, 1) if thirds else 0
    dials, shift, reachable = plan.dials, 0, True
    if showing.moves in ("darker", "brighter"):
        shift = steps if showing.moves == "darker" else -steps
    elif showing.moves == "shorter":
        axis, reachable = _moved(dials.time, int(now.found.time[now.now]), steps)
        dials = Dials(axis, dials.aperture, dials.iso)
    else:
        axis, reachable = _moved(dials.aperture, int(now.found.aperture[now.now]), steps)
        dials = Dials(dials.time, axis, dials.iso)
    found = solve(plan.problem(dials), np.array([plan.target + shift]))
    at = Ladder(plan, np.zeros(1, dtype=np.int64), found)
    cost = {intent: float(found.gave[intent][0] - now.found.gave[intent][now.now]) for intent in Intent}
    over = float(brightness(plan, found, np.zeros(1, dtype=np.int64))[0])
    return Answer(showing, round(steps * 3 / plan.per_stop), *at.printed(0), over, cost, reachable)


def _moved(axis: Axis, position: int, steps: int) -> tuple[Axis, bool]:
    """The axis held some steps further, or at its end, and whether the steps were there."""
    there = axis.positions()
    wanted = min((k for k in there if k >= position + steps), default=there[-1])
    return axis.only(wanted), wanted >= position + steps
