"""Whole configurations: complete and without clash for every kind of work on every demo body, each value with its origin."""

from __future__ import annotations

import difflib
import json
import math
import re
from collections import Counter
from functools import cache
from itertools import combinations, product
from typing import Any
from unittest import TestCase

from hypothesis import given as cases
from hypothesis import settings
from hypothesis import strategies as st
from pydantic import ValidationError

from craft.configuration.around import around_of, settings_of
from craft.configuration.bundles import BUNDLES
from craft.configuration.configure import Configuration, Origin, configure, way_for
from craft.configuration.decided import facts_of, of_settings
from craft.configuration.habits import HABITS
from craft.configuration.handing_over import frame_bytes, handing_over
from craft.configuration.rows import GUARDS, ROWS
from craft.decisions.facts import FACTS, When, all_hold, phrase
from craft.errors import CraftError
from craft.scene.situation import Situation
from craft.scene.works import WORKS
from craft.setup.advise import advise
from craft.setup.setup import Setup
from craft.vocabulary.checker import closed, violations
from craft.vocabulary.setting import Reach
from craft.vocabulary.settings import BY_SLUG
from demo.kit import BODIES
from forms.advise_command import answer
from forms.problems import InputError
from forms.situation_form import HELD_AS, SituationForm
from forms.tests.situations import situations

LENS = {
    "merrow-swift-20": "merrow-70-200",
    "quillon-lane-32": "quillon-18",
    "oxwick-plate-60": "oxwick-16-35",
    "merrow-glass-36": "merrow-24-70",
    "tamsel-heron": "tamsel-heron-lens",
    "tamsel-matchbox": "tamsel-matchbox-lens",
}
LIGHT = {"sports": 11, "wildlife": 12, "street": 11, "landscape": 9, "wedding": 6, "night_sky": -6, "portrait": 9, "everyday": 11}


def asked(genre: str, body: str = "merrow-swift-20", subject: str | None = None, **more: Any) -> Situation:
    raw = {"genre": genre, "subject": subject, "body": body, "lens": LENS[body], "light": {"ev100": LIGHT[genre]}, **more}
    return SituationForm.model_validate(raw).value()


@cache
def all_made() -> dict[tuple[str, str, str], tuple[Situation, Setup, Configuration]]:
    """Every genre and subject on every demo body."""
    found = {}
    for body in BODIES:
        for work in WORKS:
            for subject in work.subjects:
                situation = asked(work.genre.value, body, subject.slug)
                setup = advise(situation)
                found[body, work.genre.value, subject.slug] = situation, setup, configure(situation, setup)
    return found


def without_facts(template: str) -> str:
    return re.sub(r"\{\w+\}", "", template)


def configured(genre: str, body: str = "merrow-swift-20", subject: str | None = None, **more: Any) -> Configuration:
    situation = asked(genre, body, subject, **more)
    return configure(situation, advise(situation))


class EverySetup(TestCase):
    def test_every_kind_of_work_on_every_body_is_complete_and_without_a_clash(self) -> None:
        self.assertGreaterEqual(len(all_made()), 6 * 7 * 4)
        for name, (situation, setup, made) in all_made().items():
            there = settings_of(situation.body, situation.lens)
            self.assertEqual(sorted(made.values), sorted(s.slug for s in there), name)
            self.assertEqual(made.violations, (), name)
            around = around_of(situation, setup)
            self.assertEqual(violations(made.values, around), ())
            for row in made.rows:
                self.assertTrue(row.because, (name, row.setting.slug))
                self.assertEqual(row.setting.checked(row.value, row.offered), row.value)
                self.assertEqual(row.closed, closed(made.values, around).get(row.setting.slug, ""))

    def test_every_setting_is_open_when_its_turn_comes_or_shut_to_the_end(self) -> None:
        """Walking a body from the box through the list in its order, nothing is met grayed out that is open in the end."""
        for name, (situation, setup, made) in all_made().items():
            around = around_of(situation, setup)
            now = {row.setting.slug: row.default for row in made.rows}
            for row in made.rows:
                if not row.closed:
                    self.assertNotIn(row.setting.slug, closed(now, around), (name, row.setting.slug))
                now[row.setting.slug] = row.value

    def test_bodies_differ_in_what_they_have_and_are_never_empty(self) -> None:
        sizes = {body: len(made.rows) for (body, *_), (_, _, made) in all_made().items()}
        self.assertGreater(sizes["merrow-swift-20"], 140)
        self.assertEqual(min(sizes, key=lambda body: sizes[body]), "tamsel-matchbox")
        self.assertGreaterEqual(sizes["tamsel-matchbox"], 25)

    def test_kinds_of_work_differ_in_at_least_forty_settings(self) -> None:
        on_one = {name: made.values for name, (_, _, made) in all_made().items() if name[0] == "merrow-swift-20"}
        most = max(sum(a[slug] != b[slug] for slug in a) for (na, a), (nb, b) in combinations(on_one.items(), 2) if na[1] != nb[1])
        self.assertGreaterEqual(most, 40)

    def test_every_origin_and_every_reach_occurs_and_decisions_are_kept(self) -> None:
        origins: Counter[Origin] = Counter()
        for _, setup, made in all_made().values():
            origins.update(row.origin for row in made.rows)
            values = made.values
            self.assertEqual(values["exposure_mode"], setup.exposure.mode.value)
            self.assertEqual(values["focus_mode"], setup.focus.mode.value)
            if "file_format" in values:
                self.assertEqual(values["file_format"], setup.file.value)
        by_hand = configured("sports", settings={"grid": "fine"}, profile={"habits": {"folders": "by_date"}})
        origins.update(row.origin for row in by_hand.rows)
        self.assertEqual(set(origins), set(Origin))

    def test_one_row_of_kinds_of_work_more_or_less_changes_some_setup(self) -> None:
        """Every row of the tables stands in some configuration, so none is dead weight."""
        seen = {(row.setting.slug, row.value, row.origin) for *_, made in all_made().values() for row in made.rows}
        flicker = configured("sports", light={"ev100": 8, "flicker_hz": 100})
        seen |= {(row.setting.slug, row.value, row.origin) for row in flicker.rows}
        shape = configured("portrait", "oxwick-plate-60", delivery={"shape": "4:5"})
        seen |= {(row.setting.slug, row.value, row.origin) for row in shape.rows}
        stands = [(row.setting, row.value) for row in ROWS if (row.setting, row.value, Origin.GENRE) in seen]
        self.assertGreaterEqual(len(set(stands)), 50)

    @settings(max_examples=60, deadline=None)
    @cases(situations())
    def test_any_situation_on_a_plain_body_is_without_a_clash(self, raw: dict[str, Any]) -> None:
        raw["locks"] = {}
        situation = SituationForm.model_validate(raw).value()
        self.assertEqual(configure(situation, advise(situation)).violations, ())


class ByHand(TestCase):
    def test_a_value_by_hand_is_kept_and_others_follow_where_they_may(self) -> None:
        made = configured(
            "landscape", "oxwick-plate-60", subject="causeway", settings={"focus_activation": "rear_button", "pre_focus": "on"}
        )
        self.assertEqual((made.values["focus_activation"], made.values["pre_focus"]), ("rear_button", "on"))
        self.assertEqual([v.rule.slug for v in made.violations], ["pre_focus_undoes_rear_button"])
        self.assertEqual(len(made.change.blocked), 1)
        one = configured("portrait", "oxwick-plate-60", profile={"habits": {"focus_start": "rear_button"}}, settings={"pre_focus": "on"})
        followed = next(row for row in one.rows if row.setting.slug == "focus_activation")
        self.assertEqual((one.violations, followed.origin), ((), Origin.FOLLOWS))
        self.assertIn("keep focus for the thumb", followed.because)

    def test_a_decision_taken_by_hand_is_the_setups_own(self) -> None:
        situation = asked("sports", settings={"metering_pattern": "spot", "drive_mode": "single", "iso_ceiling": 800.0})
        setup = advise(situation)
        self.assertEqual((setup.metering.pattern.value, setup.drive.mode.value, setup.iso_limits.ceiling), ("spot", "single", 800.0))

    def test_what_the_body_lacks_is_refused_where_it_was_given(self) -> None:
        for settings_given, said in (
            ({"grid": "plenty"}, "off, thirds is"),
            ({"battery_order": "grip"}, "no such setting|not here"),
            ({"nonsense": "on"}, "not a setting"),
            ({"iso_floor": 130.0}, "nearest"),
        ):
            with self.assertRaisesRegex(CraftError, said) as caught:
                configured("street", "quillon-lane-32", settings=settings_given)
            self.assertEqual(caught.exception.where, ("settings", next(iter(settings_given))))
        with self.assertRaisesRegex(CraftError, r"locks\.aperture"):
            configured("street", settings={"aperture": 4.0})

    def test_the_smallest_change_when_taken_clears_everything(self) -> None:
        first = configured("night_sky", subject="galaxy", settings={"stabiliser": "always", "long_exposure_noise_reduction": "on"})
        self.assertEqual({v.rule.slug for v in first.violations}, {"stabiliser_on_tripod", "dark_frame_between_stars"})
        self.assertEqual(set(first.change.blocked), {"stabiliser", "long_exposure_noise_reduction"})
        for locks, pulses in (
            ({}, "off"),
            ({"shutter_s": 1 / 1000}, "on"),
        ):  # by itself the time keeps to sync; held shorter, the flash has to pulse
            second = configured("sports", settings={"flash": "on", "exposure_true_view": "off"}, locks=locks)
            self.assertEqual([v.rule.slug for v in second.violations], [])
            self.assertEqual(second.values["high_speed_sync"], pulses)


YOUR_WORD = When("your_word", "=", 1.0)


class Habits(TestCase):
    def test_every_way_wins_in_some_situation_built_for_it(self) -> None:
        """Facts that meet a way's *wins when*, and no earlier way's, switch to it."""
        plain = dict.fromkeys(FACTS, 0.0)
        for habit in HABITS:
            for way in habit.ways:
                facts = dict(plain)
                for test in way.when:
                    bar = facts[test.against] if isinstance(test.against, str) else test.against
                    facts[test.fact] = {"<": bar - 1, ">": bar + 1, "=": bar, "<=": bar, ">=": bar}[test.test]
                    if isinstance(test.against, str) and test.test == ">":
                        facts[test.fact] = facts[test.against] + 1
                for earlier in habit.ways[: habit.ways.index(way)]:
                    if earlier.when == way.when == (YOUR_WORD,):
                        break  # both wait for the person's own word, which names the one
                    if all_hold(earlier.when, facts):
                        facts |= self.against(earlier, way, facts)
                if way.when != (YOUR_WORD,):
                    self.assertIs(way_for(habit, facts), way, f"{habit.slug}: {way.slug}")

    def against(self, earlier: Any, way: Any, facts: dict[str, float]) -> dict[str, float]:
        """A change of one fact that undoes an earlier way and leaves this one."""
        for test in earlier.when:
            for value in (0.0, 1.0, -1e6, 1e6):
                tried = {**facts, test.fact: value}
                if not all_hold(earlier.when, tried) and all_hold(way.when, tried):
                    return tried
        raise AssertionError(f"{earlier.slug} always hides {way.slug}")

    def test_there_are_at_least_twenty_four_and_every_one_says_why_and_what_it_costs(self) -> None:
        self.assertGreaterEqual(len(HABITS), 24)
        reasons = []
        for habit in HABITS:
            self.assertTrue(habit.question.endswith("?") and len(habit.ways) >= 2, habit.slug)
            for way in habit.ways:
                self.assertTrue(way.because.endswith(".") and way.costs and way.source, way.slug)
                self.assertNotRegex(without_facts(way.because), r"\d")
                reasons.append(way.because)
                for slug, value in way.sets:
                    BY_SLUG[slug].checked(value)
        reasons += [row.because for row in (*GUARDS, *ROWS)]
        for one, other in combinations(reasons, 2):
            if one != other:
                self.assertLess(difflib.SequenceMatcher(None, one, other).ratio(), 0.9, f"{one} / {other}")

    def test_an_answer_is_followed_and_an_open_one_is_marked(self) -> None:
        answered = {r.setting.slug: r for r in configured("wedding", profile={"habits": {"second_card": "more_room"}}).rows}
        self.assertEqual((answered["card_roles"].value, answered["card_roles"].origin), ("continues", Origin.PROFILE))
        computed = {r.setting.slug: r for r in configured("wedding").rows}["card_roles"]
        opened = {r.setting.slug: r for r in configured("wedding", profile={"habits": {"second_card": "per_situation"}}).rows}["card_roles"]
        unknown = {r.setting.slug: r for r in configured("wedding", profile={"habits": {"second_card": "unknown"}}).rows}["card_roles"]
        self.assertEqual((opened.value, opened.origin), (computed.value, Origin.SCHOOL))
        self.assertIn("You decide this per situation", opened.because)
        self.assertEqual(unknown, computed)
        with self.assertRaisesRegex(ValidationError, "copy, split, more_room"):
            configured("wedding", profile={"habits": {"second_card": "three"}})

    def test_on_a_cable_the_body_stays_awake_and_frames_are_looked_at_on_the_computer(self) -> None:
        wanted = {"tether": "on", "review_time": "off", "screen_off_delay": "five_minutes", "reduced_power": "off", "pairing": "off"}
        for genre in ("portrait", "everyday", "landscape"):
            plain, cabled = (configured(genre, delivery=delivery) for delivery in ({}, {"cable": True}))
            self.assertEqual({slug: cabled.values[slug] for slug in wanted}, wanted, genre)
            self.assertNotEqual({slug: plain.values[slug] for slug in wanted}, wanted)
            self.assertEqual(cabled.violations, ())

    def test_every_habit_reaches_some_setup(self) -> None:
        """Answering each habit each way changes a setting that it sets, on some demo body, or is what stood before."""
        base = {genre: configured(genre).values for genre in ("sports", "landscape", "wedding")}
        for habit in HABITS:
            reached = set()
            for way in habit.ways:
                for genre, before in base.items():
                    after = configured(genre, profile={"habits": {habit.slug: way.slug}}).values
                    reached |= {slug for slug, value in way.sets if slug in after and after[slug] == value}
                    reached |= {slug for slug in after if after[slug] != before[slug]}
            self.assertTrue(reached, habit.slug)

    def test_numbers_in_a_reason_are_given_beside_it(self) -> None:
        for situation, setup, _ in list(all_made().values())[::17]:
            facts = facts_of(situation, setup, around_of(situation, setup).tokens)
            for row in (*GUARDS, *ROWS):
                self.assertNotRegex(without_facts(row.because), r"\d")
                sentence, numbers = phrase(row.because, facts)
                self.assertEqual(sorted(numbers), sorted(set(re.findall(r"\{(\w+)\}", row.because))))
                self.assertNotIn("{", sentence)


class Bundles(TestCase):
    def test_setting_all_of_a_bundle_makes_it_hold(self) -> None:
        for bundle in BUNDLES:
            self.assertTrue(bundle.helps and bundle.why_whole and len(bundle.proof) > 60 and len(bundle.sets) >= 3)
            before = next(b for b in configured("portrait").bundles if b.bundle is bundle)
            self.assertEqual(before.lacking, "", bundle.slug)
            after = configured("portrait", settings=dict(before.sets))
            self.assertTrue(
                next(b for b in after.bundles if b.bundle is bundle).holds, (bundle.slug, after.bundles[BUNDLES.index(bundle)].changes)
            )
            for row in after.rows:
                if row.setting.slug in before.sets and row.origin is Origin.LOCKED:
                    self.assertIn("all of which is set", row.because)

    def test_what_a_bundle_would_break_is_told_before_it_is_set(self) -> None:
        clashes = 0
        for genre, by_hand in product(("sports", "landscape", "night_sky"), ({}, {"flash": "on"}, {"shutter_type": "mechanical"})):
            before = configured(genre, settings=by_hand)
            for state in before.bundles:
                after = configured(genre, settings={**by_hand, **state.sets}) if state.changes else before
                new = [one.rule.slug for one in after.violations if one not in before.violations]
                told = {one.rule.slug for one in before.clashes(state)}
                self.assertLessEqual(told, set(new), (genre, by_hand, state.bundle.slug))
                clashes += len(told)
        self.assertGreater(clashes, 10)

    def test_a_mend_leaves_what_was_set_by_hand_in_use(self) -> None:
        fast = {"rate_high": 15.0}
        self.assertEqual(configured("portrait", settings=fast).values["shutter_type"], "electronic")
        held = configured("portrait", settings={**fast, "shutter_type": "mechanical"})
        self.assertEqual((held.values["drive_mode"], dict(held.change.values)), ("high", {}))
        self.assertEqual(held.change.blocked, ("rate_high", "shutter_type"))

    def test_a_body_without_what_it_takes_says_so(self) -> None:
        states = {b.bundle.slug: b for b in configured("landscape", "merrow-glass-36").bundles}
        self.assertIn("electronic shutter", states["silent_unseen"].lacking)
        self.assertFalse(states["silent_unseen"].holds)


class HandingOver(TestCase):
    def test_room_and_framing_by_hand(self) -> None:
        situation = asked("portrait", "oxwick-plate-60", delivery={"shape": "4:5", "count": 200}, output={"width_cm": 50})
        made = configure(situation, advise(situation))
        rows = {row.what: row for row in handing_over(situation, made.values, 200.0)}
        pixels = 9504 * 6336
        finished = pixels * {"small": 0.15, "good": 0.3, "best": 0.6}[str(made.values["rendered_quality"])]
        self.assertAlmostEqual(frame_bytes(situation, made.values), pixels * 14 / 8 * 0.65 + finished)
        self.assertAlmostEqual(rows["card room"].numbers["room_gb"], 200 * (pixels * 1.1375 + finished) / 1e9, places=6)
        kept = 23.8 * 1.25 / 35.8  # 4:5 is 5:4 with the body upright: it keeps the height and this share of the width
        wider = rows["framing"].numbers
        self.assertAlmostEqual((1 + wider["for_shape"]) * (1 + wider["to_straighten"]), 1 / (kept * 0.94))
        self.assertAlmostEqual(rows["framing"].numbers["pixels"], 9504 * kept * 0.94)
        self.assertAlmostEqual(rows["framing"].numbers["wanted"], 0.5 / (0.5 * 5.71e-4))
        self.assertEqual(rows["framing"].value, "20 % wider for 4:5, 6 % to straighten")
        self.assertEqual(made.values["crop_mark"], "on")
        self.assertTrue(math.isclose(rows["shape"].numbers["share"], kept, rel_tol=1e-9))

    def test_packing_is_held_against_what_the_programs_open(self) -> None:
        opens = configured("landscape", "oxwick-plate-60", profile={"raw_opens": ["none"]})
        self.assertEqual(opens.values["raw_compression"], "none")
        kept = configured("landscape", "oxwick-plate-60", profile={"raw_opens": ["none"]}, settings={"raw_compression": "lossy"})
        self.assertIn("compression_not_opened", [v.rule.slug for v in kept.violations])

    def test_a_body_may_reach_further_than_most(self) -> None:
        sizes = {row.setting.slug: row.reach for row in configured("landscape", "oxwick-plate-60").rows}
        self.assertEqual((sizes["rendered_size"], BY_SLUG["rendered_size"].reach), (Reach.RAW, Reach.FILE))
        self.assertEqual(set(of_settings()) - set(BY_SLUG), set())


def answered(**more: Any) -> dict[str, Any]:
    raw = {"genre": "wedding", "body": BODIES["oxwick-plate-60"], "lens": "merrow-85", "light": {"ev100": 6}, **more}
    return json.loads(answer(raw).model_dump_json())


def with_traits(**traits: Any) -> dict[str, Any]:
    plate = BODIES["oxwick-plate-60"]
    return {"body": {**plate, "traits": {**plate["traits"], **traits}}}


class Contract(TestCase):
    """What ./run advise takes and gives of settings."""

    def test_every_new_input_matters(self) -> None:
        base = answered()
        no_lossless = {"profile": {"raw_opens": ["lossy", "none"]}}
        own = [
            {"slug": "own", "terms": [{"setting": "author", "test": "is", "values": ["written"]}], "reason": "It cannot.", "way_out": "no"}
        ]
        changes: dict[str, dict[str, Any]] = {
            "settings": {"settings": {"grid": "fine"}},
            "habits": {"profile": {"habits": {"review": "long"}}},
            "raw_opens": no_lossless,
            "bodies": {"profile": {"bodies": 2}, "settings": {"clock": "as_found"}},
            "features": with_traits(features=["rear_button"]),
            "absent": with_traits(absent=["grid"]),
            "defaults": with_traits(defaults={"iso_step": "whole"}),
            "offered": with_traits(offered={"grid": ["off"]}),
            "reach": with_traits(reach={"look": "raw"}),
            "true_for": with_traits(true_for={"look": "1.0"}),
            "firmware": with_traits(firmware="9", true_for={"look": "3.0"}),
            "added": with_traits(added=own),
            "dropped": {**with_traits(dropped=["author_empty"]), "settings": {"author": "empty"}},
            "raw_rate": {**with_traits(raw_rate=2.0), "genre": "sports", "subject": "sprint"},
            "mechanical_rate": {**with_traits(mechanical_rate=1.5), "genre": "sports", "subject": "sprint"},
            "delivery shape": {"delivery": {"shape": "1:1"}},
        }
        seen = {json.dumps(base, sort_keys=True)}
        for name, change in changes.items():
            text = json.dumps(answered(**change), sort_keys=True)
            self.assertNotIn(text, seen, name)
            seen.add(text)
        same = answered(profile={"bodies": 2})
        self.assertEqual(same["configuration"], base["configuration"])
        self.assertEqual(answered(settings={"clock": "as_found"})["violations"], [])
        self.assertEqual([v["rule"] for v in answered(**changes["bodies"])["violations"]], ["clocks_apart"])
        fast = answered(genre="sports", subject="sprint")
        self.assertEqual(fast["drive"]["frames_per_second"], 5.0)
        self.assertEqual(answered(**changes["raw_rate"])["drive"]["frames_per_second"], 2.0)
        self.assertEqual(answered(**changes["mechanical_rate"])["configuration"]["rate_high"]["value"], 1.5)

    def test_a_row_says_value_reason_origin_and_what_else_there_is(self) -> None:
        setup = answered()
        for slug, row in setup["configuration"].items():
            self.assertTrue(row["reason"] and row["shown"] and row["default_shown"], slug)
            self.assertIn(row["origin"], {origin.value for origin in Origin})
            if row["offered"]:
                self.assertIn(row["value"], [choice["value"] for choice in row["offered"]], slug)
                self.assertIn(row["shown"], [choice["shown"] for choice in row["offered"]], slug)
        exposure = setup["exposure"]
        self.assertEqual(setup["configuration"]["aperture"]["value"], exposure["aperture"])
        self.assertEqual(setup["configuration"]["iso_floor"]["value"], setup["iso_limits"]["floor"])

    def test_traits_that_cannot_be_are_refused_at_the_body(self) -> None:
        for traits, said in (
            ({"features": ["wings"]}, "not a feature"),
            ({"defaults": {"grid": "plenty"}}, "off, thirds, fine"),
            ({"offered": {"nonsense": ["a"]}}, "not a setting"),
            ({"added": [{"slug": "a", "terms": [], "reason": "b", "way_out": "c"}]}, "at least 1"),
            ({"raw_rate": -1}, "greater than 0"),
            ({"more": 1}, "not known here"),
        ):
            with self.assertRaises(InputError) as caught:
                answered(**with_traits(**traits))
            self.assertTrue(all(problem.pointer.startswith("/body") for problem in caught.exception.problems))
            self.assertIn(said, str(caught.exception))

    @settings(max_examples=60, deadline=None)
    @cases(st.data())
    def test_whatever_is_set_by_hand_stays_and_the_change_on_offer_clears_or_names_it(self, data: st.DataObject) -> None:
        """Any few valid values by hand: kept; the offered change clears all; what is blocked was set by hand."""
        body = data.draw(st.sampled_from(sorted(LENS)))
        genre = data.draw(st.sampled_from(sorted(LIGHT)))
        rows = {row.setting.slug: row for row in configured(genre, body).rows if row.setting.slug not in HELD_AS}
        slugs = data.draw(st.lists(st.sampled_from(sorted(s for s, row in rows.items() if row.offered)), max_size=4, unique=True))
        by_hand = {slug: data.draw(st.sampled_from(rows[slug].offered)) for slug in slugs}
        situation = asked(genre, body, settings=by_hand)
        try:
            setup = advise(situation)
        except CraftError:
            return  # a decision by hand that this body cannot take is refused, and that is tested elsewhere
        made = configure(situation, setup)
        used = {slug: value for slug, value in by_hand.items() if slug not in setup.unused}
        self.assertEqual({slug: made.values[slug] for slug in used}, used)
        around = around_of(situation, setup)
        if made.change.values:
            self.assertEqual(violations({**made.values, **made.change.values}, around), ())
            self.assertEqual(set(made.change.values) & set(by_hand), set())
        elif made.violations:
            self.assertTrue(made.change.impossible or set(made.change.blocked) <= set(by_hand))
