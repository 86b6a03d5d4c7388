"""The order of deciding: what each step reads and tells, that it comes to rest, and that a hand on it changes what it should and nothing else."""

from __future__ import annotations

import json
import re
from collections import Counter
from collections.abc import Mapping
from dataclasses import replace
from pathlib import Path
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.configuration.configure import configure
from craft.decisions.choice import By, wishes_of
from craft.decisions.facts import FACTS, Facts, Told, UntoldError
from craft.errors import CraftError
from craft.scene.situation import Situation
from craft.setup import steps
from craft.setup.advise import advise
from craft.setup.course import Course
from craft.setup.deciding import programming
from craft.setup.setup import Setup
from forms.situation_form import read_situation
from forms.tests.situations import BODY, LENS, set_by_hand, set_by_many_hands, situations

PRACTITIONERS = [row["in"] for row in json.loads(Path(__file__).with_name("practitioners.json").read_text())]


def value_of(raw: Mapping[str, Any]) -> Situation:
    return read_situation(raw).value()


class Watched(Told):
    """Facts that remember which of them were read."""

    seen: set[str] = set()

    def __getitem__(self, name: str) -> float:
        Watched.seen.add(name)
        return super().__getitem__(name)

    def also(self, more: Facts) -> Watched:
        super().also(more)
        return Watched({**self, **more})


def watched(situation: Situation, read: dict[str, set[str]]) -> int:
    """Every step of a situation, each held to what it says it reads and tells; gives how many rounds it took."""

    def walk(rows: tuple[steps.Step, ...], course: Course) -> Course:
        for step in rows:
            before, Watched.seen = set(course.told), set()
            course = step.take(course)
            told = set(course.told) - before
            read.setdefault(step.take.__name__, set()).update(Watched.seen & before)
            assert told == set(step.tells.split()), (step.take.__name__, told ^ set(step.tells.split()))
            assert Watched.seen & before <= step.reads | exposing_seen(step), (step.take.__name__, Watched.seen & before - step.reads)
        return course

    first = walk(steps.FIRST, Course(situation, wishes_of(situation), told=Watched()))
    course, rounds = walk(steps.ROUND, first), 1
    while not programming.at_rest(course):
        course = walk(steps.ROUND, replace(first, leaning=programming.leaning_of(course)))
        rounds += 1
        assert rounds <= steps.ROUNDS, "it does not come to rest"
    walk(steps.LAST, course)
    return rounds


def exposing_seen(step: steps.Step) -> frozenset[str]:
    """What the mode sees of the exposure of the round before."""
    return frozenset(programming.OF_EXPOSURE) if step.take is programming.expose_by else frozenset()


class Order(TestCase):
    def test_each_step_needs_only_what_is_told_before_it_and_every_fact_is_told_once(self) -> None:
        told: set[str] = set()
        for step in (*steps.FIRST, *steps.ROUND, *steps.LAST):
            tells = set(step.tells.split())
            lacking = step.reads - told - tells - exposing_seen(step)
            self.assertEqual(lacking, set(), step.take.__name__)
            self.assertEqual(tells & told, set(), step.take.__name__)
            self.assertTrue(tells <= FACTS.keys(), tells - FACTS.keys())
            told |= tells
        with self.assertRaisesRegex(UntoldError, "nobody has told “iso” yet"):
            Told()["iso"]

    def test_thousands_come_to_rest_and_every_step_reads_what_it_says(self) -> None:
        read: dict[str, set[str]] = {}
        rounds: Counter[int] = Counter()

        def goes(raw: dict[str, Any]) -> None:
            try:
                rounds[watched(value_of(raw), read)] += 1
            except CraftError as refused:
                self.assertIn("exclude each other", refused.message)

        @settings(max_examples=200, deadline=None)
        @given(set_by_many_hands(), set_by_hand())
        def generated(many: list[dict[str, Any]], other: dict[str, Any]) -> None:
            for raw in (*many, other):
                goes(raw)

        generated()
        for raw in PRACTITIONERS:
            rounds[watched(value_of(raw), read)] += 1
        self.assertLessEqual(max(rounds), 3, rounds)
        self.assertGreater(rounds[2], 0, "no situation leans on its exposure: the loop is not tried")
        for step in (*steps.FIRST, *steps.ROUND, *steps.LAST):
            unread = set(step.needs.split()) - read[step.take.__name__]
            self.assertEqual(unread, set(), step.take.__name__)


def chosen(setup: Setup) -> dict[str, Any]:
    """What the advice has chosen that a hand may set, by setting."""
    limits, focus = setup.iso_limits, setup.focus
    found: dict[str, Any] = {
        "exposure_mode": setup.exposure.mode.value,
        "metering_pattern": setup.metering.pattern.value,
        "white_mode": setup.white.mode.value,
        "white_kelvin": setup.white.kelvin,
        "focus_mode": focus.mode.value,
        "drive_mode": setup.drive.mode.value,
        "shutter_type": setup.shutter_type.value,
        "stabiliser": setup.stabiliser.value,
        "file_format": setup.file.value,
        "highlight_protection": setup.range.highlight_protection_stops if setup.range.highlight_protection_stops else None,
        "compensation": setup.exposure.compensation_ev if setup.exposure.meters else None,
        "iso_mode": "automatic" if limits.automatic else "fixed",
        "iso_floor": limits.floor if limits.automatic else None,
        "iso_ceiling": limits.ceiling if limits.automatic else None,
        "iso_slowest_shutter": limits.slowest_shutter_s,
        "bracket_frames": float(setup.bracketing.frames) if setup.bracketing.frames > 1 else None,
        "bracket_step": setup.bracketing.step_ev or None,
        "rate_high": setup.drive.frames_per_second if setup.drive.mode.value == "high" else None,
    }
    return {slug: value for slug, value in found.items() if value is not None}


def figures(setup: Setup) -> tuple[Any, ...]:
    return (
        setup.exposure.shutter_s,
        setup.exposure.aperture,
        setup.exposure.iso,
        setup.exposure.compensation_ev,
        setup.white,
        setup.white.kelvin,
        setup.focus,
        setup.drive,
    )


def words(setup: Setup) -> dict[str, tuple[Any, ...]]:
    """All that is said of each decision, but who took it."""
    return {
        made.decision: (made.school, made.label, made.because, made.would_see, made.minutes_afterwards, made.rules_out)
        for made in setup.decisions
    }


class ByHand(TestCase):
    @settings(max_examples=150, deadline=None)
    @given(situations(), st.integers(0, 10**6))
    def test_setting_what_was_chosen_changes_no_word_but_its_origin(self, raw: dict[str, Any], pick: int) -> None:
        plain = advise(value_of(raw))
        offers = sorted(chosen(plain).items())
        slug, value = offers[pick % len(offers)]
        again = advise(value_of({**raw, "settings": {slug: value}}))
        said = [words(one) for one in (again, plain)]
        if slug in (
            "iso_floor",
            "iso_ceiling",
            "iso_slowest_shutter",
        ):  # what is wished for past a limit ends there too, so the body parts from it elsewhere
            said = [{name: those for name, those in one.items() if name != "exposure_mode"} for one in said]
        self.assertEqual(*said, (slug, value))
        self.assertEqual(figures(again), figures(plain), (slug, value))
        self.assertEqual((again.exposure.darker_words, dict(again.unused)), (plain.exposure.darker_words, {}), (slug, value))
        if not slug.startswith("iso_"):  # where a limit is set, the list ends there too, and so does what is wished for
            self.assertEqual([note.text for note in again.notes], [note.text for note in plain.notes], (slug, value))
            self.assertEqual(again.binding, plain.binding, (slug, value))

    def test_a_dial_set_to_the_end_where_more_is_advised_is_what_is_advised(self) -> None:
        still = {"metered": {"shutter_s": 8, "aperture": 5.6, "iso": 100}, "stops_above": 3.0, "stops_below": 1.0, "swing_stops": 1.0}
        for ends, past in ((1, True), (2, True), (5, False)):
            raw = {
                "genre": "landscape",
                "body": {**BODY, "compensation_stops": ends, "protection_stops": []},
                "lens": LENS,
                "focal_length_mm": 24,
                "light": still,
                "motion": {"speed_m_s": 0, "distance_m": 2},
                "other_lights": [{"ev100": 0, "kelvin": 1500}],
            }
            plain = advise(value_of(raw))
            again = advise(value_of({**raw, "settings": {"compensation": plain.exposure.compensation_ev}}))
            self.assertEqual(abs(plain.exposure.compensation_ev) == ends, past)
            self.assertEqual(words(again), words(plain))
            self.assertEqual([note.text for note in again.notes], [note.text for note in plain.notes])
            self.assertEqual(figures(again), figures(plain))

    @settings(max_examples=150, deadline=None)
    @given(set_by_hand())
    def test_what_was_set_is_what_there_is_and_what_is_unused_changes_nothing_anywhere(self, raw: dict[str, Any]) -> None:
        situation = value_of(raw)
        try:
            setup = advise(situation)
        except CraftError as refused:
            self.assertIn("exclude each other", refused.message)
            return
        had = chosen(setup)
        for slug, value in situation.settings.items():
            if slug in setup.unused:
                self.assertTrue(setup.unused[slug])
            elif slug == "iso_floor":  # protection lifts it
                self.assertAlmostEqual(had[slug], max(value, 100 * 2**setup.range.highlight_protection_stops), delta=value * 0.02)
            elif slug in had and slug not in ("bracket_frames", "bracket_step", "compensation"):
                self.assertEqual(had[slug], value) if isinstance(value, str) else self.assertAlmostEqual(
                    had[slug], value, delta=value * 0.02
                )
        left = {slug: value for slug, value in situation.settings.items() if slug not in setup.unused}
        bare_situation = replace(situation, settings=left)
        bare = advise(bare_situation)
        self.assertEqual(words(bare), words(setup))
        self.assertEqual(bare.facts, setup.facts)
        self.assertEqual(bare.ladder, setup.ladder)
        self.assertEqual(configure(bare_situation, bare).values, configure(situation, setup).values)

    @settings(max_examples=150, deadline=None)
    @given(set_by_hand())
    def test_a_decision_taken_by_hand_names_what_was_set_and_the_numbers_of_that(self, raw: dict[str, Any]) -> None:
        try:
            setup = advise(value_of(raw))
        except CraftError as refused:  # two values by hand that no body sets together
            self.assertIn("exclude each other", refused.message)
            return
        for made in setup.decisions:
            self.assertNotIn("{", made.because)
            self.assertEqual(made.set_by is By.HAND and bool(made.hand), made.origin.startswith("You set"), made)
            for name, number in made.numbers.items():
                if name in setup.facts and not name.endswith("_bar"):
                    self.assertEqual(number, setup.facts[name], (made.decision, name))

    def test_a_value_that_the_mode_does_not_use_is_said_to_be_unused_with_why(self) -> None:
        sport = {"genre": "sports", "body": "merrow-swift-20", "lens": "merrow-70-200", "light": {"ev100": 11}}
        for change, slugs in (
            ({"settings": {"exposure_mode": "manual", "iso_slowest_shutter": 0.004}}, {"iso_slowest_shutter"}),
            ({"settings": {"iso_mode": "fixed", "iso_ceiling": 3200}}, {"iso_ceiling"}),
            ({"settings": {"compensation": 5}, "locks": {"shutter_s": 0.002, "aperture": 4, "iso": 400}}, {"compensation"}),
            ({"settings": {"focus_mode": "manual", "focus_area": "zone"}}, {"focus_area"}),
            ({"settings": {"white_mode": "daylight", "white_kelvin": 3000}}, {"white_kelvin"}),
            ({"settings": {"drive_mode": "single", "rate_high": 10}}, {"rate_high"}),
        ):
            with self.subTest(change=change):
                setup = advise(value_of({**sport, **change}))
                self.assertEqual(set(setup.unused), slugs)
                self.assertTrue(all(re.match(r"[\w ,:]+$", why) for why in setup.unused.values()))
