"""Twelve frames by each program, and why a frame has what it has: against a body that is turned step by step."""

from __future__ import annotations

import itertools
from unittest import TestCase

from craft.errors import NotOnTheDialError
from craft.examples import course
from craft.programs.sequence import FRAMES, course_over
from craft.programs.tests.by_steps import step_by_step
from craft.scales.words import in_thirds
from craft.scene.light import Light
from craft.scene.situation import Aims, Person
from craft.setup.course import Course
from craft.setup.saying.why import Taken, why
from craft.setup.twelve import runs
from craft.vocabulary.terms import AimMotion, Genre, Mode

SITUATIONS = (
    {},
    {"light": Light(3.0), "settings": {"iso_ceiling": 1600.0}},
    {
        "genre": Genre.STREET,
        "subject_slug": "passers_by",
        "light": Light(11.0),
        "person": Person(schools={"exposure_mode": "slowest_time"}),
    },
    {"aims": Aims(motion=AimMotion.PAN), "light": Light(14.0)},
    {"light": Light(9.0, swing=0.2)},
)


def turned(one: Course, stops: float) -> tuple[int, int, int]:
    """What its program comes to by hand where light and metering are so many stops brighter."""
    return step_by_step(one.automatics, one.planned.free, one.planned.target + round(stops * one.planned.per_stop))


def as_frame(one: Course, at: tuple[int, int, int]) -> Taken:
    free = one.planned.free
    return Taken(*(axis.printed_at(k) for axis, k in zip((free.time, free.aperture, free.iso), at, strict=True)))


class Twelve(TestCase):
    def test_each_frame_is_what_the_program_comes_to_in_its_light_and_metering(self) -> None:
        for change in SITUATIONS:
            one = course(**change)
            shown = runs(one)
            self.assertTrue(shown[0].as_set)
            self.assertEqual((shown[0].mode, shown[0].floats), (one.mode, one.automatics.floats))
            self.assertEqual(len({(run.mode, run.floats) for run in shown}), len(shown))
            moves = course_over(one.told["light_swing_stops"], one.told["meter_swing_stops"])
            for k, frame in enumerate(shown[0].frames):
                at = turned(one, float(moves.light[k] + moves.meter[k]))
                free = one.planned.free
                now = tuple(
                    int(positions[one.solved.now]) for positions in (one.solved.found.time, one.solved.found.aperture, one.solved.found.iso)
                )
                for axis, is_at, was, moved in zip((free.time, free.aperture, free.iso), at, now, frame.moved, strict=True):
                    self.assertAlmostEqual(axis.stops_at(is_at) - axis.stops_at(was), moved)
                x, n, s = frame.moved
                self.assertAlmostEqual(frame.off_stops, frame.light_stops - x - n + s)
            held = next(run for run in shown if run.mode is Mode.MANUAL and not run.floats)
            for frame, light in zip(held.frames, moves.light, strict=True):
                self.assertEqual((frame.moved, round(frame.off_stops, 9)), ((0.0, 0.0, 0.0), round(float(light), 9)))
            self.assertEqual(len(held.frames), FRAMES)


class Why(TestCase):
    def test_a_frame_of_the_program_itself_is_told_by_its_light_and_its_limits_and_never_as_turned_by_hand(self) -> None:
        seen = set()
        for change, stops in itertools.product(SITUATIONS, (-5.0, -3.0, -1.0, 0.0, 1.0, 3.0, 5.0)):
            one = course(**change)
            auto, at = one.automatics, turned(one, stops)
            said = " ".join(told.text for told in why(one, as_frame(one, at)))
            self.assertNotIn("only a hand", said)
            if auto.floats and at[2] == auto.ceiling < one.dials.iso.last:
                self.assertIn("ceiling", said)
                seen.add("ceiling")
            if auto.floats and auto.mode is Mode.MANUAL and at[2] == auto.floor and stops:
                self.assertIn("floor", said)
                seen.add("floor")
            if auto.floats and auto.mode is Mode.APERTURE_PRIORITY and at[0] == auto.slowest and auto.floor < at[2] < auto.ceiling:
                self.assertIn("slowest time held", said)
                seen.add("slowest")
            metered = (at[0] + at[1] - at[2] - one.planned.target) / one.planned.per_stop
            if auto.floats and abs(metered) > 0.5 and at != turned(one, 0.0):
                self.assertIn(f"metered {in_thirds(abs(metered))} {'brighter' if metered > 0 else 'darker'}", said)
                seen.add("metered")
            if not stops:
                self.assertIn("what this setup comes to", said)
        self.assertEqual(seen, {"ceiling", "floor", "slowest", "metered"})

    def test_a_dial_that_only_a_hand_moves_is_named_with_how_far_it_went_and_one_that_is_not_there_refused(self) -> None:
        one = course()
        at = turned(one, 0.0)
        bumped = as_frame(one, (at[0] - 4, at[1], at[2]))
        [told] = why(one, bumped)
        self.assertIn("Time stood at", told.text)
        self.assertIn("1 1/3 stops", told.text)
        held = course(light=Light(9.0, swing=0.2))
        here = turned(held, 0.0)
        [iso] = why(held, as_frame(held, (here[0], here[1], here[2] + 3)))
        self.assertRegex(iso.text, r"^ISO stood at .*, 1 stop from the")
        with self.assertRaises(NotOnTheDialError) as refused:
            why(one, Taken(1 / 400, 2.8, 333_000.0))
        self.assertEqual(refused.exception.where, ("frame", "iso"))

    def test_what_is_pressed_mends_it(self) -> None:
        low = course(light=Light(3.0), settings={"iso_ceiling": 1600.0})
        frame = as_frame(low, turned(low, -2.0))
        way = next(way for told in why(low, frame) for way in told.ways if "ceiling" in way.label)
        higher = course(light=Light(3.0), settings=way.patch["settings"])
        self.assertGreater(higher.told["ceiling_iso"], low.told["ceiling_iso"])
