"""The frame that a body takes as it is set: its program replayed in the light that there is, and the shot that comes of it."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from craft.decisions.numbers import PRESETS
from craft.exposure.bounds import Dials
from craft.kit.body import Shutter
from craft.kit.dials import Axis
from craft.programs.replay import Program, replayed
from craft.render.in_light import Moved, in_light
from craft.render.shot import Shot, found, shot_of, traverse_s
from craft.scales.series import Dial, exact_stops, stops_of
from craft.setup.solving.plan import whole_dials
from craft.tones.metered import metered
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Mode, Pattern
from craft.white.automatic import BY_BEHAVIOUR
from forms.answer import answer_to
from forms.situation_form import SituationForm

PRESET_KELVIN = {mode.value: kelvin for mode, kelvin in PRESETS.items()}
SET_ORDER = (0, -1, 1)
"""A set of exposures begins with the middle one, then goes darker and brighter by turns."""


def _at(axis: Axis, value: Value) -> int:
    """The position of a dial that is nearest to a value."""
    wanted = stops_of(axis.dial, float(value))
    return min(axis.positions(), key=lambda k: abs(axis.stops_at(k) - wanted))


def mode_of(values: Mapping[str, Value]) -> Mode:
    """The mode in which a body is set.

    >>> mode_of({"exposure_mode": "manual"}), mode_of({})
    (<Mode.MANUAL: 'manual'>, <Mode.PROGRAM: 'program'>)
    """
    return Mode(str(values.get("exposure_mode", Mode.PROGRAM.value)))


def program_of(values: Mapping[str, Value], dials: Dials, *, limits_only: bool, darker: bool) -> Program:
    """The program that a body runs as it is set; a wheel that it has not stands where the dial begins."""
    mode = mode_of(values)
    first = {"shutter_time": dials.time, "aperture": dials.aperture, "iso_value": dials.iso}
    time, aperture, iso = (_at(axis, values[slug]) if slug in values else axis.first for slug, axis in first.items())
    floor, ceiling = (
        _at(dials.iso, values[slug]) if slug in values else end
        for slug, end in (("iso_floor", dials.iso.first), ("iso_ceiling", dials.iso.last))
    )
    slowest = values.get("iso_slowest_shutter")
    return Program(
        Mode.MANUAL if mode is Mode.TIMED else mode,
        limits_only or values.get("iso_mode") == "automatic",
        *(time, aperture, iso, floor, max(floor, ceiling)),
        _at(dials.time, slowest) if isinstance(slowest, float | int) else time,
        darker,
    )


def _white(shot: Shot, values: Mapping[str, Value]) -> Shot:
    mode = str(values.get("white_mode", ""))
    if mode == "kelvin":
        return replace(shot, white_k=float(values["white_kelvin"]), white_tint=0.0, automatic="")
    if mode in PRESET_KELVIN:
        return replace(shot, white_k=PRESET_KELVIN[mode], white_tint=0.0, automatic="")
    return found(replace(shot, automatic=mode)) if mode in BY_BEHAVIOUR else shot


def offsets_of(values: Mapping[str, Value]) -> tuple[float, ...]:
    """Stops by which the frames of one press are brighter than metered: one for a single frame, several for a set of exposures.

    >>> offsets_of({}), offsets_of({"bracket_kind": "exposure", "bracket_frames": 5.0, "bracket_step": 1.0})
    ((0.0,), (0.0, -1.0, 1.0, -2.0, 2.0))
    """
    if values.get("bracket_kind") != "exposure":
        return (0.0,)
    frames, step = int(float(values.get("bracket_frames", 3))), float(values.get("bracket_step", 1.0))
    return tuple(step * math.ceil(k / 2) * SET_ORDER[0 if k == 0 else 1 + (k + 1) % 2] for k in range(frames))


def taken(
    form: SituationForm, values: Mapping[str, Value], light_stops: float = 0.0, seed: int = 1, *, even: bool = False
) -> tuple[Shot, ...]:
    """The frames of one press before a situation, as a body is set; light_stops: by which the light has become brighter; even: the meter sees a wall as bright as the key tone instead.

    Raises
    ------
    CraftError : the situation has no setup, so that nothing is known of what stands before the lens.
    """
    answer = answer_to(form, at_once=True)
    situation, setup = answer.situation, answer.setup
    body = situation.body
    kind = str(values.get("shutter_type", ""))
    shutter = Shutter(kind) if kind in {one.value for one in body.shutters} else setup.shutter_type
    dials = whole_dials(situation, shutter)
    per_stop = dials.time.per_stop
    pattern = Pattern(str(values.get("metering_pattern", Pattern.MULTI_ZONE.value)))
    lost = setup.light.lens_loss_stops + setup.exposure.nd_stops
    seen = 0.0 if even else metered(situation).read(pattern).stops
    reads = situation.light.ev100 + light_stops - lost + seen
    program = program_of(values, dials, limits_only=body.sets_iso_by_limits_only, darker=body.darker_past_ceiling)
    now = setup.exposure
    was = {
        Dial.TIME: exact_stops(Dial.TIME, now.shutter_s, per_stop),
        Dial.APERTURE: exact_stops(Dial.APERTURE, now.aperture, per_stop),
        Dial.ISO: exact_stops(Dial.ISO, now.iso, per_stop),
    }
    protection = values.get("highlight_protection", 0.0)
    stops = setup.range.highlight_protection_stops if isinstance(protection, str) else float(protection)
    planned = replace(
        _white(shot_of(situation, setup, seed=seed, values=values), values),
        protection=stops,
        sensor=body.sensor.protected(stops),
        raw=values.get("file_format") != "rendered",
        traverse_s=traverse_s(body, shutter),
        of_set=(),
        joined=0.0,
    )
    if values.get("flash") != "on":
        planned = replace(planned, flash=None)
    shots: list[Shot] = []
    for brighter in offsets_of(values):
        target = round((reads - float(values.get("compensation", 0.0))) * per_stop)
        positions = (int(at[0]) for at in replayed(program, dials, np.array([target])))
        there = [axis.stops_at(at) for axis, at in zip((dials.time, dials.aperture, dials.iso), positions, strict=True)]
        moved = Moved(light_stops, there[0] - was[Dial.TIME] - brighter, there[1] - was[Dial.APERTURE], there[2] - was[Dial.ISO])
        shots.append(in_light(replace(planned, seed=seed + len(shots)), moved))
    return tuple(shots)
