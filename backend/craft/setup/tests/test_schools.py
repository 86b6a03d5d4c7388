"""Schools, facts and cautions: the winner by an evaluator of our own, every row reachable, every sentence from its numbers."""

from __future__ import annotations

import itertools
import random
import re
from dataclasses import replace
from typing import Any
from unittest import TestCase, mock

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.decisions import numbers
from craft.decisions.choice import By, Choice, Wishes, can_be, school_for
from craft.decisions.facts import FACTS, Fact, When, phrase, say, tells
from craft.decisions.reasons import Reasoned, reasoned
from craft.decisions.schools import DECISIONS, Decision, School
from craft.errors import CraftError
from craft.kit.traits import Traits
from craft.scene.light import Light
from craft.scene.situation import Person, Situation
from craft.scene.works import SUBJECT, WORK, WORKS
from craft.setup.advise import advise
from craft.setup.deciding import handling
from craft.setup.saying.cautions import CAUTIONS, cautions_for
from craft.setup.tests.things import situation
from craft.vocabulary.terms import Genre, Support, White

ALL_PATTERNS = ("multi_zone", "centre_weighted", "spot", "highlight_guard")
_TESTS = {"<": "__lt__", "<=": "__le__", ">": "__gt__", ">=": "__ge__", "=": "__eq__"}


def wins(school: School, facts: dict[str, float]) -> bool:
    found = []
    for test in school.when:
        right = facts[test.against] if isinstance(test.against, str) else float(test.against)
        found.append(getattr(float(facts[test.fact]), _TESTS[test.test])(right))
    return all(found)


SCHOOLS = [school for decision in DECISIONS.values() for school in decision.schools]


def random_facts(rng: random.Random) -> dict[str, float]:
    """Facts near the bars that predicates compare with, so that both sides are met."""
    bars = [
        t.against
        for s in (*SCHOOLS, *(d.by_hand for d in DECISIONS.values()))
        for t in (*s.when, *(w for a in s.also for w in a.when))
        if isinstance(t.against, float)
    ]
    facts = {name: rng.choice((0.0, 1.0, rng.choice(bars) + rng.choice((-0.5, 0.0, 0.5)))) for name in FACTS}
    facts |= {name: rng.choice((0.0, 1.0)) for name, fact in FACTS.items() if fact.unit == "yes"}
    facts |= {name: rng.choice((0.001, 0.004, 40.0)) for name, fact in FACTS.items() if fact.unit in ("time", "aperture", "iso", "s")}
    facts |= {"ev100": rng.choice((-7.0, 9.5, 15.0)), "stops_above": rng.choice((1.0, 2.5, 5.0)), "sources": rng.choice((1.0, 2.0, 3.0))}
    facts |= {
        "headroom_stops": rng.choice((-1.0, 0.5)),
        "light_swing_stops": rng.choice((0.3, 0.6, 1.5, 3.0)),
        "spot_off_stops": rng.choice((0.1, 1.0)),
    }
    facts |= {
        "unheld_stops": rng.choice((0.0, 1.0)),
        "span_stops": rng.choice((6.0, 8.0, 10.0)),
        "spot_offered": rng.choice((0.0, 1.0, 1.0)),
    }
    facts |= {"deadline_h": rng.choice((3.0, 24.0, 48.0)), "count": rng.choice((0.0, 2000.0, 3000.0))}
    facts |= {"white_scale": rng.choice((0.0, 1.0, 1.0)), "preset_kelvin": rng.choice((3200.0, 5500.0, 7500.0))}
    return facts | {"frames": rng.choice((1.0, 3.0)), "skew_px": rng.choice((1.0, 11.5, 12.0, 40.0))}


class AddedInOnePlace(TestCase):
    """A fact is a function with its row; a way is a row: nothing else has to know of either."""

    def setUp(self) -> None:
        @tells(barnacles=Fact("barnacles on the hull", "count"), aground=Fact("she is aground", "yes", "she floats"))
        def of_the_hull(one: Situation) -> dict[str, float]:
            return {"barnacles": one.light.ev100 * 3, "aground": 1.0}

        self.addCleanup(lambda: [FACTS.pop(name) for name in ("barnacles", "aground")])
        usual = numbers.of_situation
        self.enterContext(mock.patch.object(numbers, "of_situation", lambda one, *more: usual(one, *more) | of_the_hull(one)))
        way = School(
            slug="scraped",
            label="as the hull has it",
            value=(White.SHADE.value,),
            when=(When("barnacles", ">", 30.0), When("aground", "=", 1.0)),
            brief="{barnacles} barnacles.",
            because="With {barnacles} barnacles the hull is white enough to measure.",
            costs="a scraper",
        )
        white = DECISIONS["white"]
        white = replace(white, schools=(way, *white.schools))
        self.enterContext(mock.patch.dict(DECISIONS, white=white))
        self.enterContext(mock.patch.object(handling, "WHITE", white))

    def test_a_way_with_a_fact_of_its_own_is_taken_said_and_set_on_the_body(self) -> None:
        for light, school in ((12.0, "scraped"), (9.0, None)):
            one = situation(light=Light(light))
            setup = advise(one)
            made = next(d for d in setup.decisions if d.decision == "white")
            if school:
                self.assertEqual((made.school, setup.white.mode, made.numbers), (school, White.SHADE, {"barnacles": 36.0}))
                self.assertEqual(made.because, "With 36 barnacles the hull is white enough to measure.")
            else:
                self.assertNotEqual(made.school, "scraped")
                ways = {way.school: way.wins_when for way in made.other_ways}
                self.assertEqual(ways["scraped"], "barnacles on the hull over 30 and she is aground")

    def test_a_function_that_gives_other_facts_than_it_tells_is_found_and_a_fact_is_told_once(self) -> None:
        @tells("barnacles")
        def forgetful() -> dict[str, float]:
            return {"aground": 0.0}

        with self.assertRaisesRegex(ValueError, "aground, barnacles"):
            forgetful()
        with self.assertRaisesRegex(ValueError, "told already: barnacles"):
            tells(barnacles=Fact("again"))


FREE = Wishes({}, {})


def said(decision: Decision, school: School, facts: dict[str, float], **more: Any) -> Reasoned:
    return reasoned(Choice(decision=decision, school=school, value=school.value, hand={}, rows=decision.schools, **more), facts)


class TheWinner(TestCase):
    @settings(max_examples=300, deadline=None)
    @given(st.integers(0, 10**9), st.sampled_from(list(DECISIONS.values())))
    def test_is_the_first_whose_comparisons_all_hold(self, seed: int, decision: Decision) -> None:
        facts = random_facts(random.Random(seed))
        rows = decision.schools
        expected = next((row for row in rows if wins(row, facts)), rows[-1])
        self.assertIs(school_for(decision, facts, FREE), expected)
        made = said(decision, expected, facts)
        others = {row.slug: wins(row, facts) for row in rows if row is not expected and can_be(row, facts)}
        self.assertEqual({way.school: way.wins_now for way in made.other_ways}, others)
        self.assertIs(made.set_by, By.NUMBERS)
        self.assertTrue(set(made.numbers) <= set(FACTS))

    def test_every_row_wins_somewhere_and_without_it_something_else_would(self) -> None:
        rng, winners = random.Random(5), {school.slug: 0 for school in SCHOOLS}
        for _ in range(6000):
            facts = random_facts(rng)
            for decision in DECISIONS.values():
                winners[school_for(decision, facts, FREE).slug] += 1
        fallbacks = {decision.schools[-1].slug for decision in DECISIONS.values()}
        never = sorted(slug for slug, count in winners.items() if not count and slug not in fallbacks)
        self.assertEqual(never, [])

    def test_a_fixed_way_is_taken_and_says_by_what_it_would_have_won(self) -> None:
        facts = random_facts(random.Random(1)) | {"light_swing_stops": 0.2, "meter_swing_stops": 1.5, "tripod": 0.0, "wants_blur": 0.0}
        fixed, mode = {"exposure_mode": "hold_time"}, DECISIONS["exposure_mode"]
        school = school_for(mode, facts, Wishes(fixed, {}))
        made = said(mode, school, facts, by=By.PROFILE, unmet=True)
        self.assertEqual((made.school, made.set_by), ("hold_time", By.PROFILE))
        self.assertTrue(
            made.said.startswith("You fixed this way. By the numbers it wins when: movement is to be drawn as blur and the light's")
        )
        self.assertEqual(made.numbers["light_swing_stops"], 0.2)
        self.assertEqual(made.numbers["meter_swing_stops"], 1.5)
        self.assertEqual(made.numbers["wants_blur_bar"], 1.0)
        won = said(mode, school, facts | {"light_swing_stops": 3.0, "wants_blur": 1.0}, by=By.PROFILE)
        self.assertTrue(won.said.startswith("You fixed this way. The blur is drawn by"))
        with self.assertRaisesRegex(CraftError, "“by_guess” is not a school of white: .*automatic") as caught:
            school_for(DECISIONS["white"], facts, Wishes({"white": "by_guess"}, {}))
        self.assertEqual(caught.exception.where, ("profile", "schools", "white"))

    def test_a_body_takes_no_value_that_it_does_not_have_and_says_so_of_a_fixed_way(self) -> None:
        """Whatever its profile says that it offers, for every decision on its own and in generated kinds of work."""
        rng = random.Random(8)
        for work, decision in itertools.product(WORKS, DECISIONS.values()):
            slug = decision.sets[0] if decision.sets else ""
            there = list(dict.fromkeys(row.value[0] for row in decision.schools))
            if not slug or len(there) < 2:
                continue
            offered = tuple(rng.sample(there, rng.randint(1, len(there) - 1)))
            made = advise(
                situation(
                    genre=work.genre, body={"traits": Traits(offered={slug: offered}), "first_curtain": True, "patterns": ALL_PATTERNS}
                )
            )
            self.assertIn(made.settled[slug], offered, f"{work.genre} {decision.slug}")
        program = {"traits": Traits(offered={"exposure_mode": ("program",)})}
        fixed = advise(situation(body=program, person=Person(schools={"exposure_mode": "hold_everything"})))
        made = next(one for one in fixed.decisions if one.decision == "exposure_mode")
        self.assertEqual((made.school, made.set_by), ("body_chooses", By.NUMBERS))
        self.assertTrue(made.said.startswith("You fixed “hold everything”, which this body does not have. This body chooses"), made.said)
        self.assertEqual([way.school for way in made.other_ways], [])

    def test_minutes_afterwards_follow_the_frames(self) -> None:
        facts = random_facts(random.Random(3)) | {"shots": 600.0, "pictures": 600.0, "frames": 3.0}
        for slug, decision, minutes in (
            ("automatic", "white", 50),
            ("low", "drive", 10),
            ("float_iso", "exposure_mode", 10),
            ("raw", "file", 100),
            ("bracket", "bracketing", 20),
        ):
            row = DECISIONS[decision]
            made = said(row, next(s for s in row.schools if s.slug == slug), facts)
            self.assertIn(f"{minutes} min", made.minutes_afterwards)
            self.assertTrue(row.desk and row.desk.reason)


class Sentences(TestCase):
    def test_numbers_are_said_as_the_trade_says_them(self) -> None:
        for value, unit, words in (
            (0.004, "time", "1/250"),
            (2.0, "time", "2 s"),
            (5.6, "aperture", "f/5.6"),
            (12800.0, "iso", "12 800"),
            (1.0, "stops", "1 stop"),
            (-0.666, "stops", "-0.67 stop"),
            (2.333, "stops", "2.3 stops"),
            (float("inf"), "m", "infinity"),
            (0.0004, "m", "0 m"),
            (12.3456, "m", "12.3 m"),
            (5500.0, "kelvin", "5500 K"),
            (1234.5, "plain", "1234"),
            (0.256, "percent", "26 %"),
            (10.04, "ev", "EV 10"),
            (3.0, "count", "3"),
            (12.0, "rate", "12 a second"),
        ):
            with self.subTest(words=words):
                self.assertEqual(say(value, unit), words)

    def test_a_comparison_is_read_out_with_both_its_sides(self) -> None:
        facts = {"light_swing_stops": 3.0, "meter_swing_stops": 1.5, "moving": 0.0}
        for test, words in (
            (When("light_swing_stops", ">", "meter_swing_stops"), "the light's swing over 1.5 stops (the meter's own swing"),
            (When("light_swing_stops", "<=", 2.0), "the light's swing at most 2 stops"),
            (When("light_swing_stops", ">=", 2.0), "the light's swing at least 2 stops"),
            (When("moving", "=", 1.0), "the subject moves"),
            (When("moving", "=", 0.0), "the subject keeps still"),
        ):
            self.assertTrue(test.words(facts).startswith(words), test.words(facts))
        self.assertTrue(When("moving", "=", 0.0).holds(facts))
        self.assertFalse(When("light_swing_stops", "<", 3.0).holds(facts))

    def test_every_template_fills_from_facts_alone(self) -> None:
        facts = random_facts(random.Random(9))
        for school in (*SCHOOLS, *(decision.by_hand for decision in DECISIONS.values())):
            for template in (school.brief, school.because, school.see, school.desk, *(also.text for also in school.also)):
                sentence, used = phrase(template, facts)
                self.assertNotIn("{", sentence)
                self.assertEqual(set(used), set(re.findall(r"{(\w+)}", template)))
        self.assertEqual(phrase("at {iso} it holds.", facts)[0][:2], "At")
        self.assertEqual(phrase("at {iso}", facts)[0][:2], "at")


class Work(TestCase):
    def test_street_gives_in_another_order_when_the_light_is_low(self) -> None:
        street = next(work for work in WORKS if work.genre is Genre.STREET)
        self.assertEqual(len(street.orders), 2)
        low, high = street.orders
        walker = street.subjects[0]
        self.assertIs(street.order_for(walker, low.below_ev - 0.01, Support.HANDHELD), low)
        self.assertIs(street.order_for(walker, low.below_ev, Support.HANDHELD), high)
        by_hand, standing = WORK[Genre.LANDSCAPE].orders
        for support, order in ((Support.HANDHELD, by_hand), (Support.MONOPOD, by_hand), (Support.TRIPOD, standing)):
            self.assertIs(WORK[Genre.LANDSCAPE].order_for(WORK[Genre.LANDSCAPE].subjects[0], 9.0, support), order)
        for work in WORKS:
            last = work.orders[-1]
            self.assertEqual((last.below_ev, last.by_hand, last.subjects), (None, False, ()))
            self.assertTrue(all(order.reason for order in work.orders) and work.reason and work.source)

    def test_every_subject_gives_a_setup_and_a_later_subject_differs(self) -> None:
        told = set()
        for (genre, slug), subject in SUBJECT.items():
            s = situation(genre=genre, subject_slug=slug, focal_length_mm=50)
            setup = advise(s)
            told.add(
                (
                    genre,
                    setup.exposure.shutter_s,
                    setup.exposure.aperture,
                    setup.exposure.iso,
                    setup.focus,
                    setup.drive,
                    setup.exposure.mode,
                    setup.metering.pattern,
                )
            )
            self.assertIs(s.subject, subject)
        self.assertGreater(len(told), 0.9 * len(SUBJECT))


class Warned(TestCase):
    def cautions(self, **change: object) -> tuple[str, ...]:
        s: Situation = situation(**change)
        return advise(s).cautions

    def test_cautions_come_with_their_genre_and_their_numbers(self) -> None:
        rest = {"focal_length_mm": 50}
        for genre, word in (
            (Genre.SPORTS, "assist lamp"),
            (Genre.WILDLIFE, "too close"),
            (Genre.STREET, "kerb"),
            (Genre.LANDSCAPE, "tide"),
            (Genre.NIGHT_SKY, "Alone at night"),
            (Genre.EVERYDAY, "consent"),
        ):
            self.assertTrue(any(word in text for text in self.cautions(genre=genre, **rest)), genre)
        for hand, flashing in (({}, False), ({"flash": "on"}, True)):
            told = " ".join(self.cautions(genre=Genre.PORTRAIT, **rest, settings=hand))
            self.assertEqual(("flashing" in told, "close to eyes" in told), (flashing, flashing))
        sun = {"genre": Genre.LANDSCAPE, **rest}
        self.assertTrue(any("The sun may come" in t for t in self.cautions(**sun, light=Light(11.0, above=5.0))))
        self.assertFalse(any("The sun may come" in t for t in self.cautions(**sun, light=Light(11.0, above=2.0))))
        deaf = {"traits": Traits(absent=frozenset({"flicker_timing"}))}
        pulsing = self.cautions(light=Light(8.0, flicker_hz=100.0), body=deaf)
        self.assertTrue(any("lamps pulse: at 1/" in t for t in pulsing))
        answered = self.cautions(light=Light(8.0, flicker_hz=100.0))
        self.assertFalse(any("lamps pulse" in t for t in answered), "a body that waits for the lamps has answered it")
        self.assertFalse(any("lamps pulse" in t for t in self.cautions(light=Light(8.0))))

    def test_each_row_can_come_and_says_where_it_is_from(self) -> None:
        rng = random.Random(2)
        seen = {text for _ in range(400) for genre in Genre for text in cautions_for(genre, random_facts(rng))}
        for row in CAUTIONS:
            stem = row.text.split("{")[0]
            self.assertTrue(any(text.startswith(stem) for text in seen), row.text)
            self.assertTrue(row.reason and row.source)
