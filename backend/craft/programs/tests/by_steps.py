"""A body's programs once more, turned step by step as a hand would read them in a manual: shares no code with what it checks."""

from __future__ import annotations

from craft.exposure.bounds import Dials
from craft.programs.replay import Program
from craft.vocabulary.terms import Mode


def step_by_step(program: Program, dials: Dials, target: int) -> tuple[int, int, int]:
    """Where a body ends up for one reading: it begins as bright as it may and turns one dial a step at a time, in its own order."""
    time, aperture, iso = program.time, program.aperture, program.iso
    low, high = (program.floor, program.ceiling) if program.floats else (iso, iso)

    def made() -> int:
        return time + aperture - iso

    if program.mode in (Mode.MANUAL, Mode.TIMED):
        if program.floats:
            iso = low
            while made() > target and iso < high:
                iso += 1
        return time, aperture, iso
    if program.mode is Mode.SHUTTER_PRIORITY:
        iso, aperture = low, dials.aperture.last
        while made() > target and aperture > dials.aperture.first:
            aperture -= 1
        while made() > target and iso < high:
            iso += 1
        return time, aperture, iso
    iso, time = low, dials.time.last
    slowest = program.slowest if program.floats else dials.time.first
    if program.mode is Mode.PROGRAM:
        # every pair of time and aperture on the line, from the brightest: two steps of light close the aperture by one and shorten the time by one
        aperture, time = dials.aperture.first, program.slowest
        turn = 0
        while made() < target:
            if turn % 2 and aperture < dials.aperture.last:
                aperture += 1
            else:
                time += 1
            turn += 1
        time = min(time, dials.time.last)
    while made() > target and time > slowest and not (program.mode is Mode.PROGRAM and aperture > dials.aperture.first):
        time -= 1
    while made() > target and iso < high:
        iso += 1
    if program.floats and program.darker:
        return time, aperture, iso
    while made() > target and time > dials.time.first:
        time -= 1
    return time, aperture, iso
