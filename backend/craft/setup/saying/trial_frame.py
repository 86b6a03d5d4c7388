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
from craft.setup.solving.ladder import Ladder, brightness
from craft.setup.solving.plan import Plan
from craft.setup.steps import exposed
from craft.vocabulary.terms import Intent


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


def answers(situation: Situation, lead_thirds: int = 0) -> tuple[Answer, ...]:
    """The answer to every pair of taps, for the offline card; lead_thirds: that the raw still has where the preview first warns.

    >>> [(one.showing.saw, one.move_thirds) for one in answers(situation(), 2)][:3]
    [('warns', 0), ('warns', 1), ('warns', 3)]
    """
    course = exposed(situation)
    lead = lead_thirds if course.told["raw"] else 0
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
