"""The whole setup: a step aside, locks to let go, automatics, focus, and the test frame."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import combinations
from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import given, settings

from craft.decisions.schools import DECISIONS
from craft.examples import advised
from craft.kit.body import BracketOffer, OnlyWith
from craft.scales.series import Dial, exact_stops
from craft.scene.light import Light
from craft.scene.situation import Concession, Locks, Motion, Output, Person, Situation
from craft.setup.advise import advise, shortfall_words
from craft.setup.saying.trial_frame import SHOWINGS, answers
from craft.setup.setup import Setup
from craft.setup.steps import exposed
from craft.setup.tests.test_ladder import varied
from craft.setup.tests.things import STARS, situation
from craft.tones.spread import spread_of
from craft.tones.tonemap import map_of
from craft.vocabulary.terms import Area, Detection, Drive, File, FocusMode, Genre, Intent, Mode, Priority, Support

_FILES = (("file", "raw"), ("file", "rendered"))


def at(setup: Any, dial: Dial) -> float:
    of = setup.exposure if isinstance(setup, Setup) else setup
    return {Dial.TIME: of.shutter_s, Dial.APERTURE: of.aperture, Dial.ISO: of.iso}[dial]


class Scale(TestCase):
    def test_what_lies_past_the_end_of_the_scale_says_how_it_is_dialled(self) -> None:
        for ends, asked, dialled, said in (
            (3.0, 14 / 3, 3.0, "dial +3, hold the exposure, then make the time 1 2/3 stops longer"),
            (5.0, 14 / 3, 14 / 3, ""),
            (2.0, -3.0, -2.0, "dial -2, hold the exposure, then make the time 1 stop shorter"),
        ):
            setup = advised(body={"compensation_stops": ends}, settings={"compensation": asked, "exposure_mode": "aperture_priority"})
            text = "".join(note.text for note in setup.notes if note.kind == "scale")
            self.assertAlmostEqual(setup.exposure.compensation_ev, dialled)
            self.assertEqual(bool(text), bool(said))
            self.assertIn(said, text)


class Flash(TestCase):
    def test_the_time_keeps_to_sync_unless_it_or_high_speed_sync_was_set_and_what_pulsing_costs_is_told(self) -> None:
        told = 0
        for ev in (15.0, 13.0, 10.0, 6.0, 2.0):
            for body in (
                {"sync_s": 1 / 200},
                {"sync_s": 1 / 200, "sync_first_curtain_s": 1 / 400, "first_curtain": True},
                {"sync_electronic_s": 1 / 60, "sync_s": None},
            ):
                for hand in ({}, {"shutter_type": "first_curtain"} if "first_curtain" in body else {}):
                    one = situation(genre=Genre.PORTRAIT, light=Light(ev), body=body, settings={"flash": "on", **hand})
                    setup = advise(one)
                    sync = one.body.sync_with(setup.shutter_type)
                    said = "".join(note.text for note in setup.notes if note.kind == "flash")
                    if sync is None:
                        self.assertIn("stays dark", said)
                        continue
                    self.assertGreaterEqual(setup.exposure.shutter_s, sync * 0.98, (ev, body, hand))
                    plain = advise(replace(one, settings=hand))
                    wished = plain.exposure.shutter_s if plain.shutter_type is setup.shutter_type else None
                    if wished and wished < sync * 0.98:
                        told += 1
                        loss = math.log2(sync / wished) + 1
                        self.assertIn(f"{2 ** (-loss / 2):.0%}".replace("%", " %"), said)
                        pulsed = advise(replace(one, settings={**one.settings, "high_speed_sync": "on"}))
                        self.assertEqual(pulsed.exposure.shutter_s, wished)
                        self.assertIn("pulses", "".join(note.text for note in pulsed.notes if note.kind == "flash"))
                        held = advise(replace(one, locks=Locks(shutter_s=wished)))
                        self.assertEqual(held.exposure.shutter_s, wished)
                    elif wished:
                        self.assertEqual((said, setup.exposure.shutter_s), ("", wished))
        self.assertGreater(told, 5)


class OneStepAside(TestCase):
    @settings(max_examples=25, deadline=None)
    @given(varied())
    def test_a_neighbour_is_what_one_gets_by_locking_the_next_value(self, s: Situation) -> None:
        setup = advise(s)
        now = setup.ladder[6 * s.body.per_stop]
        locked = {Dial.TIME: s.locks.shutter_s, Dial.APERTURE: s.locks.aperture, Dial.ISO: s.locks.iso}
        plan = exposed(s).planned
        for n in setup.neighbours:
            self.assertIsNone(locked[n.dial])
            values = setup.dials[n.dial]
            k = values.index(at(setup, n.dial)) + (1 if n.direction == "higher" else -1)
            self.assertEqual(at(n, n.dial), values[k])
            name = {Dial.TIME: "shutter_s", Dial.APERTURE: "aperture", Dial.ISO: "iso"}[n.dial]
            if plan.shutter is not exposed(relocked(s, name, values[k])).planned.shutter:
                continue
            moved = exposed(relocked(s, name, values[k])).planned
            if (moved.offset, moved.protection, moved.nd) == (plan.offset, plan.protection, plan.nd):
                there = advise(relocked(s, name, values[k])).ladder[6 * s.body.per_stop]
                self.assertEqual((n.shutter_s, n.aperture, n.iso), (there.shutter_s, there.aperture, there.iso))
                for intent in Intent:
                    self.assertAlmostEqual(n.cost[intent], there.gave[intent] - now.gave[intent], places=6)
                self.assertAlmostEqual(n.brightness_ev, there.brightness_ev, places=6)

    @settings(max_examples=40, deadline=None)
    @given(varied())
    def test_the_fewest_locks_to_release_by_trying_all(self, s: Situation) -> None:
        setup = advise(s)
        held = {k: v for k, v in (("shutter_s", s.locks.shutter_s), ("aperture", s.locks.aperture), ("iso", s.locks.iso)) if v is not None}
        if not setup.ladder[6 * s.body.per_stop].out_of_reach:
            self.assertEqual((setup.release, shortfall_words(setup)), ((), ""))
            return
        plan = exposed(s).planned
        helps: list[tuple[str, ...]] = []
        for size in range(1, len(held) + 1):
            for freed in combinations(held, size):
                looser = situation_with(s, Locks(**{k: v for k, v in held.items() if k not in freed}))
                other = exposed(looser).planned
                if (other.offset, other.protection, other.nd, other.shutter) != (plan.offset, plan.protection, plan.nd, plan.shutter):
                    return  # another range or shutter is chosen without the lock: not the same question
                if not advise(looser).ladder[6 * s.body.per_stop].out_of_reach:
                    helps.append(freed)
        self.assertEqual(tuple(d.value for d in setup.release), helps[0] if helps else ())
        if helps:
            self.assertIn("release", shortfall_words(setup))


def situation_with(s: Situation, locks: Locks) -> Situation:
    return Situation(**{name: getattr(s, name) for name in s.__dataclass_fields__ if name != "locks"}, locks=locks)


def relocked(s: Situation, name: str, value: float) -> Situation:
    held = {"shutter_s": s.locks.shutter_s, "aperture": s.locks.aperture, "iso": s.locks.iso, name: value}
    return situation_with(s, Locks(**held))


class Decided(TestCase):
    def test_automatic_iso_runs_from_the_floor_to_the_ceiling_or_to_what_is_needed_now(self) -> None:
        setup = advise(situation(light=Light(11.0, swing=3.0), person=Person(iso_ceiling=3200)))
        self.assertEqual((setup.iso_limits.automatic, setup.iso_limits.floor, setup.iso_limits.ceiling), (True, 100, 3200))
        self.assertIs(setup.exposure.mode, Mode.MANUAL)
        dim = advise(situation(light=Light(3.0, swing=3.0), person=Person(iso_ceiling=3200)))
        self.assertGreater(dim.exposure.iso, 3200)
        self.assertEqual(dim.iso_limits.ceiling, dim.exposure.iso)
        steady = advise(situation(light=Light(11.0, swing=0.2)))
        self.assertEqual((steady.iso_limits.automatic, steady.iso_limits.slowest_shutter_s), (False, None))
        self.assertEqual(steady.exposure.compensation_ev, 0.0)
        held = advise(situation(light=Light(11.0, swing=3.0), locks=Locks(iso=800)))
        self.assertEqual((held.iso_limits.automatic, held.exposure.iso), (False, 800))

    def test_the_slowest_time_is_what_freeze_and_shake_ask_or_what_is_set_now(self) -> None:
        body_times = {"support": Support.HANDHELD, "settings": {"exposure_mode": "aperture_priority", "iso_mode": "automatic"}}
        s = situation(light=Light(14.0, swing=3.0), **body_times)
        setup, plan = advise(s), exposed(s).planned
        asked = max(plan.asked.need, plan.asked.shake)
        slowest = exact_stops(Dial.TIME, setup.iso_limits.slowest_shutter_s)
        self.assertTrue(asked - 1e-9 <= slowest < asked + 1 / 3)
        dark = advise(situation(light=Light(1.0, swing=3.0), **body_times))
        self.assertLessEqual(dark.exposure.shutter_s, dark.iso_limits.slowest_shutter_s)
        self.assertIsNone(advise(situation(light=Light(14.0, swing=3.0))).iso_limits.slowest_shutter_s, "the time is set by hand")

    def test_compensation_is_the_offset_in_the_bodys_steps(self) -> None:
        floating = advise(situation(light=Light(11.0, above=4.0, holds_above=3.6, swing=3.0)))
        self.assertAlmostEqual(floating.range.exposure_offset_ev, -2 / 3)  # 3.6 over the key, and daylight's first channel is full at 2.8
        self.assertAlmostEqual(floating.exposure.compensation_ev, -2 / 3)

    def test_release_or_focus_by_how_far_the_subject_comes_while_the_shutter_lags(self) -> None:
        towards = {"subject_slug": "sprint", "light": Light(11.0)}
        across = advise(situation(**towards, motion=Motion(angle_deg=90.0)))
        self.assertIs(across.focus.priority, Priority.RELEASE)
        fast = advise(situation(**towards, motion=Motion(speed_m_s=20.0, angle_deg=0.0)))
        self.assertIs(fast.focus.priority, Priority.FOCUS)
        told = exposed(situation(**towards)).told
        half, lag = fast.focus.distance_m - fast.focus.near_m, 0.06 + 1 / 12
        between = advise(situation(**towards, motion=Motion(speed_m_s=0.75 * half / lag, angle_deg=0.0)))
        self.assertIs(between.focus.priority, Priority.MIXED)
        self.assertAlmostEqual(told["lag_s"], lag)
        still = advise(situation(genre=Genre.PORTRAIT, focal_length_mm=85))
        self.assertEqual((still.focus.mode, still.focus.priority), (FocusMode.SINGLE, Priority.FOCUS))

    def test_areas_and_detection_are_those_of_the_body(self) -> None:
        court = {"subject_slug": "court_games"}
        self.assertIs(advise(situation(**court, body={"detects": ("people",)})).focus.area, Area.TRACKING)
        sees = advise(situation(**court, body={"detects": ("people",)})).focus
        self.assertIs(sees.detection, Detection.PEOPLE)
        self.assertEqual(advise(situation(**court)).focus.area, Area.ZONE)
        self.assertIs(advise(situation(**court)).focus.detection, Detection.OFF)
        self.assertIs(advise(situation(body={"areas": ("point", "zone")})).focus.area, Area.ZONE)
        self.assertIs(advise(situation(body={"areas": ("point",)})).focus.area, Area.POINT)
        by_hand = advise(situation(lens={"autofocus": False}, body={"detects": ("people",)})).focus
        self.assertEqual((by_hand.mode, by_hand.detection), (FocusMode.MANUAL, Detection.OFF))

    def test_far_is_open_at_infinity(self) -> None:
        near = advise(situation(focal_length_mm=24, motion=Motion(distance_m=60, depth_m=10)))
        self.assertIsNone(near.focus.far_m)
        self.assertLess(near.focus.near_m, 60)

    def test_rates_are_shares_of_the_bodys_highest(self) -> None:
        for genre, subject, drive, rate in (
            (Genre.SPORTS, "rowing", Drive.HIGH, 12.0),
            (Genre.WILDLIFE, "perched", Drive.MEDIUM, 6.0),
            (Genre.STREET, "passers_by", Drive.LOW, 3.0),
            (Genre.PORTRAIT, "seated", Drive.SINGLE, None),
        ):
            setup = advise(situation(genre=genre, subject_slug=subject))
            self.assertEqual((setup.drive.mode, setup.drive.frames_per_second), (drive, rate))
        self.assertIsNone(advise(situation(body={"frames_per_second": None})).drive.frames_per_second)

    def test_a_set_of_frames_is_the_smallest_that_covers_the_span(self) -> None:
        offers = (BracketOffer(3, 1.0), BracketOffer(3, 2.0), BracketOffer(5, 2.0))
        wide = {"genre": Genre.LANDSCAPE, "focal_length_mm": 24, "motion": Motion(0.0, depth_m=2, distance_m=6)}
        for below, above, expected in ((3.0, 2.0, (1, 0.0)), (8.0, 5.0, (3, 2.0)), (11.0, 7.0, (5, 2.0)), (16.0, 11.0, (5, 2.0))):
            with self.subTest(below=below):
                s = situation(**wide, light=Light(9.0, below=below, above=above), body={"bracket_offers": offers})
                setup = advise(s)
                self.assertEqual((setup.bracketing.frames, setup.bracketing.step_ev), expected)
                facts = exposed(s).told
                darkest, brightest = spread_of(map_of(s)).ends
                held, clip = facts["range_stops"], math.log2(7.8)
                lost = (max(0.0, brightest - clip + a) + max(0.0, clip - a - held - darkest) for a in np.arange(-1.0, 5 / 3, 0.001))
                self.assertAlmostEqual(facts["span_excess_stops"], min(lost), delta=0.01)

    def test_every_decision_is_taken_once_with_reasons_and_numbers(self) -> None:
        for change in ({}, STARS, {"genre": Genre.WEDDING, "focal_length_mm": 50}, {"genre": Genre.STREET, "focal_length_mm": 35}):
            setup = advise(situation(**change))
            self.assertEqual(len({d.decision for d in setup.decisions}), len(DECISIONS))
            self.assertTrue(all(d.because.endswith(".") and "{" not in d.because and d.other_ways for d in setup.decisions))
            self.assertTrue(all(d.brief.endswith(".") and "{" not in d.brief and len(d.brief) <= 80 for d in setup.decisions))
            self.assertTrue(setup.cautions)

    def test_total_blur_is_told_against_the_circle(self) -> None:
        sharp = advise(situation(motion=Motion(0.0, depth_m=0.0), support=Support.TRIPOD))
        soft = advise(situation(motion=Motion(12.0), locks=Locks(shutter_s=1 / 60)))
        self.assertLess(sharp.sharpness_stops, 0)
        self.assertGreater(soft.sharpness_stops, 1)
        faster = advise(situation(motion=Motion(12.0), locks=Locks(shutter_s=1 / 30)))
        self.assertAlmostEqual(faster.sharpness_stops - soft.sharpness_stops, 1, delta=0.1)

    def test_values_under_a_condition_are_never_combined_against_it(self) -> None:
        rule = OnlyWith(Dial.TIME, 1 / 8000, 1 / 2000, Dial.APERTURE, 4.0, 22, "a leaf shutter that closes no faster wide open")
        setup = advise(situation(body={"only_with": (rule,)}, light=Light(14.0)))
        for row in setup.ladder:
            self.assertFalse(row.shutter_s <= 1 / 2000 and row.aperture < 3.9, row)


class TestFrame(TestCase):
    def told(self, **change: Any) -> dict[tuple[str, str], Any]:
        return {(a.showing.saw, a.showing.much): a for a in answers(situation(**change))}

    def test_brightness_moves_the_exposure_by_the_thirds_it_says(self) -> None:
        change = {"light": Light(11.0), "concessions": (Concession(Intent.ISO),), "support": Support.TRIPOD}
        now = advise(situation(**change))
        total = {d: exact_stops(d, at(now, d)) for d in Dial}
        for (saw, much), a in self.told(**change).items():
            moved = {d: exact_stops(d, at(a, d)) for d in Dial}
            change_of = sum((1 if d is not Dial.ISO else -1) * (moved[d] - total[d]) for d in Dial)
            with self.subTest(saw=saw, much=much):
                if saw in ("warns", "dark"):
                    self.assertAlmostEqual(change_of, a.move_thirds / 3 * (1 if saw == "warns" else -1), delta=0.02)
                elif a.showing.moves == "shorter":
                    self.assertAlmostEqual(moved[Dial.TIME] - total[Dial.TIME], 1)
                else:
                    self.assertAlmostEqual(moved[Dial.APERTURE] - total[Dial.APERTURE], 1)

    def test_a_raw_file_holds_what_the_preview_warns_of(self) -> None:
        raw, finished = (self.told(person=Person(schools={d: v})) for d, v in _FILES)
        for key, showing in ((k, a.showing) for k, a in raw.items() if k[0] == "warns"):
            self.assertEqual(finished[key].move_thirds, showing.thirds)
            self.assertEqual(raw[key].move_thirds, showing.thirds)
        for lead in (0, 2, 4, 9):
            for file, kept in ((File.RAW, lead), (File.RENDERED, 0)):
                told = {(a.showing.saw, a.showing.much): a.move_thirds for a in answers(situation(file=file), lead)}
                self.assertEqual(told["warns", "subject"], max(0, 5 - kept))
        self.assertEqual(len(raw), len(SHOWINGS))

    def test_on_a_body_of_whole_stops_a_third_is_the_smallest_step_there_is(self) -> None:
        told = self.told(body={"per_stop": 1}, person=Person(schools=dict([_FILES[1]])))
        self.assertEqual(
            {k: a.move_thirds for k, a in told.items() if k[0] != "soft"} | {},
            {
                ("warns", "specks"): 3,
                ("warns", "patch"): 3,
                ("warns", "subject"): 6,
                ("dark", "little"): 3,
                ("dark", "clearly"): 3,
                ("dark", "very"): 6,
            },
        )

    def test_costs_are_told_and_the_end_of_the_dial_too(self) -> None:
        told = self.told(light=Light(11.0), concessions=(Concession(Intent.ISO),))
        self.assertAlmostEqual(told["soft", "streaks"].cost[Intent.ISO], 1, delta=1e-6)
        self.assertTrue(told["soft", "streaks"].reachable)
        ended = self.told(locks=Locks(shutter_s=1 / 32000), light=Light(18.0))
        self.assertFalse(ended["soft", "streaks"].reachable)
        wide = self.told(output=Output(), locks=Locks(aperture=22))
        self.assertFalse(wide["soft", "elsewhere"].reachable)
