"""Walks of the demo bodies: replayed item by item on a body that grays things out, counted, and set against top to bottom."""

from __future__ import annotations

from functools import cache
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.configuration.configure import Configuration, configure
from craft.day.day import slots_of_a_day
from craft.day.route import distance
from craft.day.walk import TURN, Menus, Way, by_slot, order_needs, places_of, walk
from craft.kit.dialect import Dialect, Entry
from craft.kit.moves import Moves
from craft.kit.traits import Bank
from craft.setup.advise import advise
from craft.vocabulary.checker import closed
from demo.day import DAY
from demo.kit import BODIES, LENSES
from forms.answer import answer_to
from forms.dialect_form import of_demo
from forms.situation_form import read_situation
from forms.tests.test_configuration import LENS, LIGHT, asked


@cache
def made(body: str, genre: str) -> tuple[Configuration, Menus]:
    situation = asked(genre, body)
    words = of_demo(body).value()
    return configure(situation, advise(situation)), Menus(words)


@st.composite
def known(draw: st.DrawFn) -> tuple[str, str, dict[str, Any]]:
    """A demo body, a kind of work, and what the body is believed to hold: most of it known, some of that wrong."""
    body, genre = draw(st.sampled_from(sorted(LENS))), draw(st.sampled_from(sorted(LIGHT)))
    rows = made(body, genre)[0].rows
    held: dict[str, Any] = {row.setting.slug: row.value for row in rows}
    for row in draw(st.lists(st.sampled_from(rows), max_size=12, unique_by=lambda row: row.setting.slug)):
        if row.offered:
            held[row.setting.slug] = draw(st.sampled_from(row.offered))
    for row in draw(st.lists(st.sampled_from(rows), max_size=4, unique_by=lambda row: row.setting.slug)):
        held.pop(row.setting.slug, None)
    return body, genre, held


class Walks(TestCase):
    @settings(max_examples=120, deadline=None)
    @given(known())
    def test_replayed_it_sets_everything_meets_nothing_grayed_out_and_costs_what_it_says(
        self, case: tuple[str, str, dict[str, Any]]
    ) -> None:
        body, genre, held = case
        configuration, words = made(body, genre)
        found = walk(configuration, held, words, Way.AUDIT)
        rows = {row.setting.slug: row for row in configuration.rows if not row.closed}
        self.assertEqual({s.setting for s in found.steps}, {slug for slug, row in rows.items() if held.get(slug) != row.value})
        self.assertEqual(found.elsewhere, ())
        now = dict(held)
        places = places_of(words.dialect)
        here, presses = (0,), 0
        for step in found.steps:
            if step.setting in held:
                self.assertNotIn(step.setting, closed(now, configuration.around), step.setting)
            presses += distance(here, places[step.setting][0], Moves()) + step.presses
            here = places[step.setting][0]
            now[step.setting] = step.value
            self.assertEqual((step.before, step.value), (held.get(step.setting), rows[step.setting].value))
        self.assertEqual(now | {s: held[s] for s in held if s not in rows}, {**held, **{s: r.value for s, r in rows.items()}})
        self.assertEqual(found.presses, presses)
        self.assertLessEqual(found.presses, found.plainly)
        self.assertTrue(found.proven)
        self.assertEqual(walk(configuration, now, words).steps, ())

    def test_a_body_of_which_nothing_is_known_is_reset_and_one_that_is_nearly_right_is_not(self) -> None:
        for body in LENS:
            configuration, words = made(body, "landscape")
            unknown = walk(configuration, {}, words)
            self.assertIs(unknown.way, Way.RESET)
            self.assertLess(unknown.reset_presses, unknown.audit_presses)
            by_hand = walk(configuration, {}, words, Way.AUDIT)
            self.assertGreaterEqual(by_hand.presses, unknown.audit_presses, "what is told of the way not taken is a least")
            self.assertGreater(len(by_hand.steps), len(unknown.steps))
            fresh = {row.setting.slug: row.default for row in configuration.rows}
            after = walk(configuration, fresh, words)
            self.assertEqual((after.way, after.presses), (Way.AUDIT, unknown.presses - Moves().reset))
            self.assertEqual([s.setting for s in after.steps], [s.setting for s in unknown.steps])

    def test_a_value_costs_its_way_along_the_list_and_an_unknown_one_the_farthest(self) -> None:
        configuration, words = made("merrow-swift-20", "sports")
        held: dict[str, Any] = {row.setting.slug: row.value for row in configuration.rows}
        (step,) = walk(configuration, {**held, "drive_mode": "single"}, words).steps
        self.assertEqual((step.label, step.menu, step.presses), ("Single or burst", ("Frames", "Burst"), Moves().choose + 3))
        del held["drive_mode"]
        (step,) = walk(configuration, held, words).steps
        self.assertEqual((step.before, step.presses), (None, Moves().choose + 3))

    def test_what_has_no_place_in_the_menus_is_told(self) -> None:
        configuration, _ = made("merrow-swift-20", "sports")
        held: dict[str, Any] = {row.setting.slug: row.value for row in configuration.rows} | {"grid": "fine", "beeps": "on"}
        found = walk(configuration, held, Menus(Dialect((Entry("grid", "Rigging", ("Deck",)),))))
        self.assertEqual(([s.setting for s in found.steps], found.elsewhere), (["grid"], ("beeps",)))

    def test_a_body_without_words_is_neither_reset_nor_said_to_be_right(self) -> None:
        configuration, _ = made("merrow-swift-20", "sports")
        found = walk(configuration, {}, Menus())
        self.assertEqual((found.way, found.steps, found.presses), (Way.AUDIT, (), 0))
        self.assertEqual(set(found.elsewhere), {row.setting.slug for row in configuration.rows if not row.closed})

    def test_what_is_set_by_the_list_alone_ends_at_the_setup_as_the_walk_does(self) -> None:
        """Every demo situation, on a body whose words are there and on one without: nothing that the setup wants is left."""
        kit = {**{("body", k): v for k, v in BODIES.items()}, **{("lens", k): v for k, v in LENSES.items()}}
        for told in DAY["situations"]:
            document = {k: v for k, v in told.items() if k not in ("title", "starts_at", "note")}
            own = {k: v for k, v in kit["body", told["body"]].items() if k != "fixed_lens"}
            configuration = answer_to(read_situation({**document, "body": own, "lens": kit["lens", told["lens"]]})).configuration
            before = {row.setting.slug: row.default for row in configuration.rows}
            for menus in (Menus(of_demo(told["body"]).value()), Menus()):
                found = walk(configuration, before, menus, Way.AUDIT)
                after = before | {s.setting: s.value for s in found.steps} | {s: configuration.values[s] for s in found.elsewhere}
                wrong = {row.setting.slug for row in configuration.rows if not row.closed and after[row.setting.slug] != row.value}
                self.assertEqual(wrong, set(), (told["title"], bool(menus.dialect.entries)))
                self.assertEqual(bool(found.steps), bool(menus.dialect.entries))

    def test_what_opens_comes_first_and_what_shuts_comes_last(self) -> None:
        around = made("merrow-swift-20", "sports")[0].around
        both = frozenset({"white_mode", "white_kelvin"})
        wanted: dict[str, Any] = {"white_mode": "kelvin", "white_kelvin": 5000.0}
        self.assertEqual(order_needs(wanted, {"white_mode": "daylight"}, both, around), {"white_kelvin": frozenset({"white_mode"})})
        self.assertEqual(order_needs(wanted, {"white_mode": "kelvin"}, both, around), {})
        shut: dict[str, Any] = {"white_mode": "daylight", "white_kelvin": 5000.0}
        self.assertEqual(order_needs(shut, {"white_mode": "kelvin"}, both, around), {"white_mode": frozenset({"white_kelvin"})})


class DaysWithSlots(TestCase):
    """A day of three kinds of work with one body."""

    GENRES = ("wildlife", "sports", "night_sky", "wildlife", "sports")

    def day(self, body: str) -> tuple[list[Configuration], Menus]:
        return [made(body, genre)[0] for genre in self.GENRES], made(body, "sports")[1]

    def test_more_slots_never_cost_more_and_one_for_each_kind_costs_a_turn_each(self) -> None:
        for body in ("merrow-swift-20", "tamsel-heron", "tamsel-matchbox"):
            stops, words = self.day(body)
            costs = [slots_of_a_day(stops, words, [Bank("slots", count)]).presses for count in range(5)]
            self.assertEqual(costs, sorted(costs, reverse=True), body)
            self.assertEqual(costs[3], costs[4], "there are three kinds of work only")
            self.assertEqual(costs[3], 4 * TURN, "the first is set at home, and each other one is a turn away")
            plain = [walk(stops[t], stops[t - 1].values, words, Way.AUDIT).presses for t in range(1, 5)]
            self.assertEqual(costs[0], sum(plain))

    def test_a_slot_that_holds_nothing_is_not_worth_a_turn(self) -> None:
        stops, words = self.day("merrow-swift-20")
        everything = frozenset(stops[0].values) | frozenset(stops[2].values)
        filled = slots_of_a_day(stops, words, [Bank("slots", 3, frozenset(), everything)])
        self.assertEqual((filled.kept, filled.presses), ((), filled.without))

    def test_a_long_day_is_weighed_whole_and_told_with_a_bound_when_time_runs_out(self) -> None:
        stops, words = self.day("tamsel-matchbox")
        two = [Bank("slots", 2)]
        long = slots_of_a_day(stops * 9, words, two)
        self.assertEqual((len(long.reached), long.proven), (45, True))
        self.assertLess(long.presses, long.without)
        hasty = slots_of_a_day(stops * 3, words, two, limit_s=0.0)
        best = slots_of_a_day(stops * 3, words, two)
        self.assertLessEqual(hasty.bound, best.presses)
        self.assertGreaterEqual(hasty.presses, best.presses)
        before = stops[-1].values
        for k, reached in enumerate(hasty.reached):
            self.assertLessEqual(reached.presses, walk((stops * 3)[k], before, words, Way.AUDIT).presses if k else 0.0)
            before = (stops * 3)[k].values
        self.assertEqual(slots_of_a_day([], words, two).presses, 0)

    def test_two_banks_hold_what_one_alone_cannot_and_slots_that_keep_changes_cost_more_to_come_back_to(self) -> None:
        stops, words = self.day("merrow-swift-20")
        focus = frozenset(slug for slug in stops[0].values if slug.startswith(("focus", "tracking", "subject", "eye")))
        one = Bank("slots", 2, frozenset(), focus)
        alone = slots_of_a_day(stops, words, [one])
        both = slots_of_a_day(stops, words, [one, Bank("focus", 2, focus)])
        self.assertLess(both.presses, alone.presses)
        self.assertTrue(any(None not in reached.slots for reached in both.reached))
        single = [Bank("slots", 1)]
        forgets, keeps = (slots_of_a_day(stops, words, single, keeps=keeps).presses for keeps in (False, True))
        self.assertNotEqual(forgets, keeps)
        forced = slots_of_a_day(stops, words, single, [frozenset({2})])
        self.assertEqual(forced.kept, (2,))
        self.assertGreaterEqual(forced.presses, forgets)


class Slotted(TestCase):
    def test_a_walk_begins_at_the_slot_that_leaves_least_to_mend(self) -> None:
        configuration, menus = made("merrow-swift-20", "sports")
        held: dict[str, Any] = {row.setting.slug: row.default for row in configuration.rows}
        right = configuration.values
        nearly = {**right, "grid": "fine"}
        slots = {1: made("merrow-swift-20", "landscape")[0].values, 2: nearly, 3: right}
        self.assertEqual(by_slot(configuration, held, slots, menus)[0], 3)
        number, left = by_slot(configuration, held, {1: slots[1], 2: nearly}, menus)
        self.assertEqual((number, [step.setting for step in left.steps]), (2, ["grid"]))
        self.assertIsNone(by_slot(configuration, right, slots, menus), "a turn is not worth it for a body that is right")

    def test_what_could_not_be_set_is_left_out_and_the_menus_open_where_they_were_left(self) -> None:
        configuration, menus = made("merrow-swift-20", "sports")
        held: dict[str, Any] = {**configuration.values, "grid": "fine", "beeps": "on"}
        both = walk(configuration, held, menus)
        left = walk(configuration, held, menus, None, frozenset({"beeps"}))
        self.assertEqual(({s.setting for s in both.steps} - {s.setting for s in left.steps}), {"beeps"})
        near = walk(configuration, held, Menus(menus.dialect, last="level"))
        self.assertLess(near.presses, both.presses, "the level stands on the grid's page")
