"""Programs against a body that is turned step by step, and the search against every program and limit there is."""

from __future__ import annotations

import itertools
import math
import random
from dataclasses import replace
from unittest import TestCase

import numpy as np

from craft.examples import advised, situation
from craft.exposure.bounds import Dials
from craft.kit.dials import Axis
from craft.programs.replay import Program, replayed
from craft.programs.search import Wish, nearest
from craft.programs.tests.by_steps import step_by_step
from craft.scales.series import Dial, Ints
from craft.scene.light import Light
from craft.scene.situation import Aims, Locks, Person
from craft.vocabulary.terms import AimMotion, Genre, Mode

MODES = (Mode.MANUAL, Mode.APERTURE_PRIORITY, Mode.SHUTTER_PRIORITY, Mode.PROGRAM)


def axis(dial: Dial, first: int, count: int, per_stop: int = 3) -> Axis:
    stops = np.arange(first, first + count, dtype=float) / per_stop
    return Axis(dial, per_stop, first, stops, np.ones(count, bool), tuple(float(k) for k in range(count)))


def body(rng: random.Random, longest: int = 30) -> tuple[Dials, Program]:
    """Dials of any length, and a program on them with any limits."""
    dials = Dials(
        axis(Dial.TIME, rng.randint(-15, 10), rng.randint(1, longest)),
        axis(Dial.APERTURE, rng.randint(0, 9), rng.randint(1, 12)),
        axis(Dial.ISO, rng.randint(-2, 4), rng.randint(1, min(14, longest))),
    )

    def on(one: Axis) -> int:
        return rng.randint(one.first, one.last)

    floor, ceiling = sorted((on(dials.iso), on(dials.iso)))
    at = on(dials.time), on(dials.aperture), on(dials.iso)
    mode, floats = rng.choice(MODES), rng.random() < 0.6
    slowest = dials.time.first if mode is Mode.PROGRAM and not floats else on(dials.time)
    return dials, Program(mode, floats, *at, floor, ceiling, slowest, rng.random() < 0.3)


class Replayed(TestCase):
    def test_a_body_turned_step_by_step_ends_where_the_replay_says(self) -> None:
        rng = random.Random(11)
        for _ in range(4000):
            dials, program = body(rng)
            targets = [rng.randint(-40, 80) for _ in range(4)]
            found = replayed(program, dials, np.array(targets))
            for k, target in enumerate(targets):
                self.assertEqual(tuple(int(at[k]) for at in found), step_by_step(program, dials, target), (program, target))

    def test_as_light_falls_no_dial_turns_back_and_every_limit_is_kept(self) -> None:
        rng = random.Random(12)
        for _ in range(1000):
            dials, program = body(rng)
            time, aperture, iso = replayed(program, dials, rng.randint(-40, 60) - np.arange(40))
            self.assertTrue((np.diff(time) <= 0).all() and (np.diff(aperture) <= 0).all() and (np.diff(iso) >= 0).all())
            for at, one in ((time, dials.time), (aperture, dials.aperture), (iso, dials.iso)):
                self.assertTrue(((at >= one.first) & (at <= one.last)).all())
            if program.floats:
                self.assertTrue(((iso >= program.floor) & (iso <= program.ceiling)).all())
                if program.mode in (Mode.APERTURE_PRIORITY, Mode.PROGRAM):
                    self.assertTrue(((iso == program.floor) | (time <= program.slowest)).all(), "ISO rises at the slowest time")
                    if not program.darker:
                        self.assertTrue(
                            ((time >= program.slowest) | (iso == program.ceiling)).all(), "and no longer time before the ceiling"
                        )


def wish_for(rng: random.Random) -> tuple[Dials, Wish, tuple[Program, ...]]:
    """A short body, what is wanted of it over some levels, and its programs."""
    dials, one = body(rng, longest=8)
    levels = rng.randint(1, 5)

    def walk(along: Axis, rises: bool) -> Ints:
        steps = np.cumsum([rng.randint(0, 2) for _ in range(levels)])
        return np.clip(along.first + (steps if rises else steps[::-1]), along.first, along.last).astype(np.int64)

    time, aperture, iso = walk(dials.time, False), walk(dials.aperture, False), walk(dials.iso, True)
    longest, widest = rng.uniform(-6, 8), rng.uniform(-1, 6)
    wish = Wish(
        time,
        aperture,
        iso,
        int(time[0] + aperture[0] - iso[0]),
        rng.randint(0, 2),
        lambda x: np.maximum(longest - x, 0.0),
        lambda n: np.maximum(widest - n, 0.0),
    )
    at = int(time[0]), int(aperture[0]), int(iso[0])
    programs = [Program(mode, floats, *at, one.floor, one.ceiling, one.slowest, one.darker) for mode in MODES for floats in (False, True)]
    return dials, wish, tuple(p for p in programs if p.floats or p.mode is not Mode.PROGRAM)


def by_hand(program: Program, dials: Dials, wish: Wish) -> float:
    """The mean distance of a program from a wish, in plain loops over light and meter."""
    total, count = 0.0, 0
    for level, error in itertools.product(range(len(wish.time)), range(-wish.meter, wish.meter + 1)):
        x, n, s = step_by_step(program, dials, wish.first_target - level - error)
        wanted = int(wish.time[level]), int(wish.aperture[level]), int(wish.iso[level])
        shorts = 0.0
        for one, at, want, short in (
            (dials.time, x, wanted[0], wish.short_of_time),
            (dials.aperture, n, wanted[1], wish.short_of_aperture),
        ):
            there, wished = (float(short(np.array([one.stops_at(k)]))[0]) for k in (at, want))
            shorts += max(0.0, there - wished)
        total += shorts + max(0, s - wanted[2]) / 3 + abs((x + n - s) - (wanted[0] + wanted[1] - wanted[2])) / 3
        count += 1
    return total / count


class Nearest(TestCase):
    def test_it_equals_brute_force_over_modes_floors_ceilings_and_slowest_times(self) -> None:
        rng = random.Random(13)
        for _ in range(40):
            dials, wish, programs = wish_for(rng)
            found = nearest(programs, dials, wish)
            isos, times = dials.iso.positions(), dials.time.positions()
            best = math.inf
            for program in programs:
                body_times = program.mode in (Mode.APERTURE_PRIORITY, Mode.PROGRAM)
                limits = [(f, c, t) for f in isos for c in isos if f <= c for t in (times if body_times else [program.slowest])]
                for f, c, t in limits if program.floats else [(program.floor, program.ceiling, program.slowest)]:
                    best = min(best, by_hand(replace(program, floor=f, ceiling=c, slowest=t), dials, wish))
            self.assertAlmostEqual(found[0].off, best, places=9)
            self.assertEqual(sorted(round(one.off, 6) for one in found), [round(one.off, 6) for one in found])
            for told in found:
                self.assertAlmostEqual(by_hand(told.program, dials, wish), told.off, places=9, msg=str(told))


class Chosen(TestCase):
    def test_a_blur_is_held_by_its_time_and_base_iso_in_the_sun_is_not_floated(self) -> None:
        pan = {"genre": Genre.SPORTS, "subject_slug": "cycling", "light": Light(14.5), "aims": Aims(motion=AimMotion.PAN)}
        setup = advised(**pan)
        mode = next(one for one in setup.decisions if one.decision == "exposure_mode")
        self.assertEqual((setup.exposure.mode, setup.iso_limits.automatic), (Mode.SHUTTER_PRIORITY, False))
        self.assertIn("the usual way would be", mode.because)
        self.assertGreater(mode.numbers["practice_off_stops"] - mode.numbers["program_off_stops"], 1 / 3)
        said = [mode.numbers[name] for name in ("alone_darker_stops", "alone_brighter_stops")]
        rows, q = setup.ladder, round(1 / setup.step_ev)
        run = [
            next((k for k in range(1, 18 * q) if not 0 <= 6 * q + side * k < len(rows) or rows[6 * q + side * k].alone), 0) - 1
            for side in (1, -1)
        ]
        self.assertEqual(said, [k / q for k in run], "where the rows first part")
        way = advised(**pan, person=Person(schools={"exposure_mode": "float_iso"}))
        self.assertEqual((way.exposure.mode, way.iso_limits.automatic), (Mode.MANUAL, True), "a fixed way overrides the search")
        locked = advised(**pan, locks=Locks(aperture=8.0))
        self.assertIn(Dial.APERTURE, locked.exposure.mode.by_hand)

    def test_rows_show_what_the_body_comes_to_alone_only_where_that_differs(self) -> None:
        for change in (
            {},
            {"light": Light(4.0)},
            {"genre": Genre.STREET, "light": Light(13.0)},
            {"body": {"darker_past_ceiling": True}, "light": Light(2.0)},
        ):
            setup = advised(**change)
            for row in setup.ladder:
                if row.alone is not None:
                    self.assertNotEqual(row.alone[:3], (row.shutter_s, row.aperture, row.iso))
            now = setup.ladder[round(6 / setup.step_ev)]
            self.assertIsNone(now.alone, "now the body does what is wanted")
        dark = {
            "light": Light(2.0),
            "settings": {"iso_ceiling": 800.0},
            "genre": Genre.STREET,
            "person": Person(schools={"exposure_mode": "slowest_time"}),
        }
        ends = [advised(**dark, body={"darker_past_ceiling": darker}).ladder[-1] for darker in (False, True)]
        self.assertGreater((ends[0].alone or ends[0]).shutter_s, (ends[1].alone or ends[1]).shutter_s)
        self.assertEqual(situation().body.darker_past_ceiling, False)
