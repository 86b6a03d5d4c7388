"""Twelve frames as each of a body's programs would give them: what hold or float comes to, frame by frame."""

from __future__ import annotations

from dataclasses import replace

from craft.programs.replay import Program
from craft.programs.search import Found
from craft.programs.sequence import Moves, course_over, taken_over
from craft.scales.series import Dial, label
from craft.setup.course import Course
from craft.setup.setup import Frame, Run
from craft.vocabulary.terms import Mode

MOST = 4
"""Programs that are shown beside each other."""


def _shown(course: Course) -> list[tuple[Found, bool]]:
    """What is set, everything held, ISO alone floating, then what follows most closely: none twice."""
    auto, found = course.automatics, list(course.programs)
    mine = next((one for one in found if (one.program.mode, one.program.floats) == (auto.mode, auto.floats)), None)
    wanted = [mine, *(one for one in found if one.program.mode is Mode.MANUAL), *found]
    unique: list[Found] = []
    for one in wanted:
        if one is not None and one not in unique:
            unique.append(one)
    return [
        (Found(auto if one is mine else replace(one.program, time=auto.time, aperture=auto.aperture, iso=auto.iso), one.off), one is mine)
        for one in unique[:MOST]
    ]


def runs(course: Course) -> tuple[Run, ...]:
    """The same twelve frames by several programs, what is set first.

    >>> [(run.words, len(run.frames)) for run in runs(course())][0]
    ('manual, ISO floats', 12)
    """
    facts = course.told
    moves = course_over(facts["light_swing_stops"], facts["meter_swing_stops"])
    return tuple(
        Run(found.program.mode, found.program.floats, found.off, as_set, _frames(course, found.program, moves))
        for found, as_set in _shown(course)
    )


def _frames(course: Course, program: Program, moves: Moves) -> tuple[Frame, ...]:
    plan, ladder = course.planned, course.solved
    free, now = plan.free, ladder.now
    axes = (free.time, free.aperture, free.iso)
    planned = [
        axis.stops_at(int(at[now])) for axis, at in zip(axes, (ladder.found.time, ladder.found.aperture, ladder.found.iso), strict=True)
    ]
    taken = taken_over(program, free, plan.target, moves)
    frames = []
    for k, (light, meter) in enumerate(zip(moves.light.tolist(), moves.meter.tolist(), strict=True)):
        at = [int(positions[k]) for positions in taken]
        x, n, s = (axis.stops_at(one) - was for axis, one, was in zip(axes, at, planned, strict=True))
        printed = (axis.printed_at(one) for axis, one in zip(axes, at, strict=True))
        figures = ", ".join(f"{'ISO ' if dial is Dial.ISO else ''}{label(dial, value)}" for dial, value in zip(Dial, printed, strict=True))
        frames.append(Frame(light, meter, figures, (x, n, s), light - x - n + s))
    return tuple(frames)
