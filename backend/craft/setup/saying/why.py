"""Why did it do that: a frame's dials against the program that took it, the limit, tone or hand that made it so, and what to change."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

import numpy as np

from craft.errors import NotOnTheDialError
from craft.programs.replay import Program, replayed
from craft.scales.series import Dial, label
from craft.scales.words import in_thirds
from craft.setup.course import Course
from craft.setup.setup import WayOut
from craft.setup.solving.plan import Plan
from craft.vocabulary.terms import Mode

NEAR_STOPS = 0.4
"""Dials within so many stops of what is expected are what is expected: a meter wavers by a step."""


@dataclass(frozen=True, slots=True)
class Taken:
    """A frame as its data has it."""

    shutter_s: float
    aperture: float
    iso: float


@dataclass(frozen=True, slots=True)
class Why:
    """One sentence on a frame, and what to change."""

    text: str
    ways: tuple[WayOut, ...] = ()


def _positions(plan: Plan, frame: Taken) -> tuple[int, int, int]:
    """Where a frame's dials stand.

    Raises
    ------
    NotOnTheDialError : a value that this body or lens does not have, at its name.
    """
    found = []
    for axis, value in ((plan.free.time, frame.shutter_s), (plan.free.aperture, frame.aperture), (plan.free.iso, frame.iso)):
        try:
            found.append(axis.find(value))
        except NotOnTheDialError as error:
            raise error.under("frame") from None
    return found[0], found[1], found[2]


def why(course: Course, frame: Taken) -> tuple[Why, ...]:
    """What made the body choose a frame's dials, the weightiest first.

    Raises
    ------
    NotOnTheDialError : a value that this body or lens does not have.

    >>> one = course()
    >>> [said.text for said in why(one, Taken(one.told["time_s"], 2.8, 160.0))]
    ['It is what this setup comes to: the body did what it was told.']
    """
    plan, auto, q = course.planned, course.automatics, course.planned.per_stop
    at = _positions(plan, frame)
    told: list[Why] = [*_by_hand(course, auto, at)]
    read = at[0] + at[1] - at[2] - plan.target
    if told:
        return tuple(told)
    told += _by_limits(course, auto, at)
    expected = tuple(int(positions[0]) for positions in replayed(auto, plan.free, np.array([plan.target])))
    if at == expected:
        return (Why("It is what this setup comes to: the body did what it was told."), *told)
    if abs(read) > NEAR_STOPS * q and _floats(auto):
        told.insert(0, _metered(course, read / q))
    return tuple(told) or (Why("It is within a step of what this setup comes to."),)


def _floats(auto: Program) -> bool:
    """Whether anything is left to the body."""
    return auto.floats or auto.mode not in (Mode.MANUAL, Mode.TIMED)


def _by_hand(course: Course, auto: Program, at: tuple[int, int, int]) -> list[Why]:
    """What stands otherwise though the mode leaves it to the hand: a wheel that was turned, or another setup."""
    free, names = course.planned.free, {Dial.TIME: "time", Dial.APERTURE: "aperture", Dial.ISO: "ISO"}
    rows = (
        (Dial.TIME, free.time, at[0], auto.time, Dial.TIME in auto.mode.by_hand),
        (Dial.APERTURE, free.aperture, at[1], auto.aperture, Dial.APERTURE in auto.mode.by_hand),
        (Dial.ISO, free.iso, at[2], auto.iso, not auto.floats),
    )
    said = []
    for dial, axis, is_at, set_to, held in rows:
        if held and is_at != set_to:
            now, was = (label(dial, axis.printed_at(k)) for k in (is_at, set_to))
            apart = in_thirds(abs(is_at - set_to) / axis.per_stop)
            said.append(
                Why(
                    f"{names[dial].capitalize() if dial is not Dial.ISO else 'ISO'} stood at {now}, {apart} from the {was} that this setup holds: in this mode only a hand moves it."
                )
            )
    return said


def _by_limits(course: Course, auto: Program, at: tuple[int, int, int]) -> list[Why]:
    """Limits that held it back."""
    free, said = course.planned.free, []
    iso, time = (label(dial, axis.printed_at(k)) for dial, axis, k in ((Dial.ISO, free.iso, at[2]), (Dial.TIME, free.time, at[0])))
    whole = course.dials.iso
    if auto.floats and at[2] == auto.ceiling and auto.ceiling < whole.last:
        higher = whole.printed_at(min(auto.ceiling + whole.per_stop, whole.last))
        way = WayOut(f"a ceiling of {label(Dial.ISO, higher)}", {"settings": {"iso_ceiling": higher}})
        rest = "the frame got darker" if auto.darker or Dial.TIME in auto.mode.by_hand else f"the time gave, to {time}"
        said.append(Why(f"ISO stood at its ceiling of {iso}: the light wanted more, and {rest}.", (way,)))
    if auto.floats and at[2] == auto.floor and Dial.TIME in auto.mode.by_hand and Dial.APERTURE in auto.mode.by_hand:
        said.append(
            Why(
                f"ISO stood at its floor of {iso}: whatever light came beyond that made the frame brighter. A shorter time or a narrower aperture leaves it room."
            )
        )
    if auto.floats and Dial.TIME not in auto.mode.by_hand and at[0] == auto.slowest and auto.floor < at[2] < auto.ceiling:
        said.append(Why(f"The slowest time held, {time}: ISO took the rest, to {iso}."))
    if Dial.APERTURE not in auto.mode.by_hand and at[1] in (free.aperture.first, free.aperture.last):
        end = "widest" if at[1] == free.aperture.first else "narrowest"
        said.append(Why(f"The aperture stood at its {end}: there was no more of it to give."))
    return said


def _metered(course: Course, over: float) -> Why:
    """A frame that was metered as another light than it was told to be: the light itself, or what the pattern looked at."""
    facts, way = course.told, "brighter" if over > 0 else "darker"
    reads = facts["pattern_reads_stops"]
    text = f"It was metered {in_thirds(abs(over))} {way} than this light is."
    if abs(reads) > NEAR_STOPS and abs(over - reads) < NEAR_STOPS + facts["pattern_swing_stops"] / 2:
        return Why(
            f"{text} The pattern does that by itself here: it reads {in_thirds(abs(reads))} {'over' if reads > 0 else 'under'} the key.",
            _compensated(facts, over),
        )
    if abs(over) <= facts["pattern_swing_stops"] / 2 + NEAR_STOPS:
        return Why(f"{text} Framing and clothes alone swing this pattern by {in_thirds(facts['pattern_swing_stops'])}.")
    return Why(f"{text} The light was another by then, or the frame was filled with something {'pale' if over > 0 else 'dark'}.")


def _compensated(facts: Mapping[str, float], over: float) -> tuple[WayOut, ...]:
    """Compensation that would have given the frame its brightness."""
    dialled = round(3 * (facts["correct_stops"] + over)) / 3
    patch: dict[str, Any] = {"settings": {"compensation": round(dialled, 4)}}
    return (
        (WayOut(f"a compensation of {'+' if dialled > 0 else '−' if dialled < 0 else ''}{in_thirds(abs(dialled))}", patch),)
        if facts["meters"]
        else ()
    )
