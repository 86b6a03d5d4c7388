"""Loading on every demo body: walks with lists and buttons replayed, setups for other hands and for sets, pins, likeness, first days."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.advice.advise import advise
from craft.configuration.decided import OF_SETTING
from craft.errors import CraftError
from craft.kit.controls import Given as Role
from craft.kit.moves import Moves, Shortcuts
from craft.loading.alike import MUST_DIFFER, differences
from craft.loading.day import Stop
from craft.loading.first_day import tasks_of
from craft.loading.pins import pins_of
from craft.loading.route import distance
from craft.loading.shortcuts import Through
from craft.loading.special import SPECIALS, special_configuration
from craft.loading.walk import Menus, Way, places_of, walk
from craft.vocabulary.checker import closed
from craft.vocabulary.settings import BY_SLUG
from exchange.demo_kit import BODIES
from exchange.kit_form import BodyForm
from exchange.layout_form import LayoutForm
from exchange.tests.test_configuration import LENS, asked
from exchange.tests.test_walk import known, made


@st.composite
def laid_out(draw: st.DrawFn) -> tuple[str, str, dict[str, Any], Menus]:
    """A demo body as it is believed to be, with menus that cost something of their own, lists and buttons."""
    body, genre, held = draw(known())
    words = made(body, genre)[2].words
    slugs = sorted(words.words())
    lists = st.lists(st.sampled_from(slugs), max_size=6, unique=True)
    buttons = tuple((slug, f"key {slug}") for slug in draw(lists))
    moves = Moves(line=draw(st.sampled_from([0.25, 0.5, 1])), back=draw(st.sampled_from([1, 2])), choose=draw(st.sampled_from([1, 2, 3])))
    return body, genre, held, Menus(words, moves, Shortcuts(tuple(draw(lists)), tuple(draw(lists)), buttons))


class WalksWithShortcuts(TestCase):
    @settings(max_examples=80, deadline=None)
    @given(laid_out())
    def test_replayed_it_sets_everything_costs_what_it_says_and_never_more_than_top_to_bottom(
        self, case: tuple[str, str, dict[str, Any], Menus]
    ) -> None:
        body, genre, held, menus = case
        configuration, around, plain = made(body, genre)
        found = walk(configuration, held, menus, around, Way.AUDIT)
        rows = {row.setting.slug: row for row in configuration.rows if not row.closed}
        self.assertEqual({s.setting for s in found.steps}, {slug for slug, row in rows.items() if held.get(slug) != row.value})
        moves, shortcuts = menus.moves, menus.shortcuts
        places, first = places_of(menus.words), bool(shortcuts.pinned)
        now, presses = dict(held), 0.0
        menu: tuple[int, ...] | None = None
        line: int | None = None
        for step in found.steps:
            if step.setting in held:
                self.assertNotIn(step.setting, closed(now, around), step.setting)
            if step.through in (Through.MENU, Through.PINNED):
                presses += moves.back if line is not None else 0
                line = None
                place = places[step.setting][0]
                there = (0, shortcuts.pinned.index(step.setting)) if step.through is Through.PINNED else (place[0] + first, *place[1:])
                presses += distance(menu or (0,), there, moves)
                menu = there
            else:
                presses += moves.back * len(menu) if menu else 0
                menu = None
                listed = step.through is Through.SHORT_LIST
                at = shortcuts.short_list.index(step.setting) if listed else None
                presses += moves.back if line is not None and at is None else 0
                if at is not None:
                    presses += moves.line * abs(at - (line or 0)) + (moves.shortcut if line is None else 0)
                else:
                    presses += moves.shortcut - min(moves.choose, step.presses)
                line = at
            presses += step.presses
            now[step.setting] = step.value
        presses += moves.back if line is not None else 0
        self.assertAlmostEqual(found.presses, presses)
        self.assertLessEqual(found.presses, found.plainly)
        self.assertLessEqual(found.bound, found.presses)
        bare = walk(configuration, held, Menus(menus.words, moves), around, Way.AUDIT)
        if not shortcuts.pinned:
            self.assertLessEqual(found.presses, bare.presses, "what can be had another way never costs more")

    def test_a_reset_forgets_lists_and_buttons(self) -> None:
        configuration, around, menus = made("merrow-swift-20", "sports")
        handy = Menus(menus.words, Moves(reset=1), Shortcuts(pinned=("beeps",), buttons=(("drive_mode", "key"),)))
        found = walk(configuration, {}, handy, around)
        self.assertIs(found.way, Way.RESET)
        self.assertEqual({step.through for step in found.steps}, {Through.MENU})


class Specials(TestCase):
    def test_other_hands_get_a_camera_that_focuses_and_exposes_by_itself_on_every_body(self) -> None:
        for body in LENS:
            situation = asked("landscape", body)
            setup = advise(situation)
            found = special_configuration("hand_over", situation, setup)
            values = found.values
            self.assertEqual(values["hand_over"], "yes", body)
            self.assertIn(values.get("focus_activation", "shutter_button"), ("shutter_button", "both"), body)
            self.assertEqual((values["drive_mode"], values.get("bracket_kind", "off")), ("single", "off"), body)
            self.assertEqual(values.get("iso_mode", "automatic"), "automatic", body)
            offered = {row.setting.slug: row.offered for row in found.rows}
            if "automatic" in offered["focus_mode"] or "single" in offered["focus_mode"]:
                self.assertNotEqual(values["focus_mode"], "manual", body)
            hands = [v for v in found.violations if v.rule.slug.startswith("other_hands")]
            self.assertEqual(hands, [], body)

    def test_sets_of_frames_have_a_setup_of_their_own_where_the_body_fires_them(self) -> None:
        for body in LENS:
            situation = asked("street", body)
            setup = advise(situation)
            if situation.body.bracket_offers:
                values = special_configuration("sets", situation, setup).values
                self.assertEqual(values["bracket_kind"], "exposure", body)
                self.assertIn((int(values["bracket_frames"])), {offer.frames for offer in situation.body.bracket_offers})
            else:
                with self.assertRaises(CraftError):
                    special_configuration("sets", situation, setup)
        with self.assertRaises(CraftError):
            special_configuration("nonsense", situation, setup)
        for special in SPECIALS:
            self.assertTrue(special.because and special.source)
            for slug, values in special.sets:
                for value in values:
                    self.assertEqual(BY_SLUG[slug].checked(value), value)


class PinsAndLikeness(TestCase):
    def stops(self, body: str, *genres: str) -> list[Stop]:
        return [Stop(*made(body, genre)[:2]) for genre in genres]

    def test_pins_save_what_the_day_shows_and_none_is_better_left_out(self) -> None:
        for body in LENS:
            stops = self.stops(body, "sports", "landscape", "sports")
            menus = Menus(made(body, "sports")[2].words, Moves(pinned_room=4))
            errands = [(stop, stops[k].values) for k, stop in enumerate(stops[1:])]
            found = pins_of(errands, menus)
            self.assertLessEqual(len(found.settings), 4)
            walked = [
                walk(s.configuration, held, Menus(menus.words, menus.moves, Shortcuts(found.settings)), s.given, Way.AUDIT).presses
                for s, held in errands
            ]
            self.assertAlmostEqual(found.presses, sum(walked))
            self.assertLessEqual(found.presses, found.without)
            changed = {slug for s, held in errands for slug, value in s.values.items() if held.get(slug) != value}
            self.assertLessEqual(set(found.settings), changed)
            self.assertEqual(pins_of(errands, menus, 0).settings, ())
        self.assertEqual(pins_of([], menus).without, 0)

    def test_bodies_differ_in_what_neither_situation_asks_for(self) -> None:
        swift = [made("merrow-swift-20", genre)[0] for genre in ("sports", "wildlife")]
        plate = [made("oxwick-plate-60", genre)[0] for genre in ("landscape", "portrait")]
        found = differences(swift, plate)
        for difference in found:
            slug = difference.one.setting.slug
            self.assertEqual({c.values[slug] for c in swift}, {difference.one.value})
            self.assertEqual({c.values[slug] for c in plate}, {difference.other.value})
            self.assertNotIn(slug, MUST_DIFFER | set(OF_SETTING))
        weights = [difference.weight for difference in found]
        self.assertEqual(weights, sorted(weights, reverse=True))
        self.assertEqual(differences(swift, swift), ())
        back = {d.one.setting.slug: (d.other.value, d.one.value) for d in differences(plate, swift)}
        self.assertEqual(back, {d.one.setting.slug: (d.one.value, d.other.value) for d in found})

    def test_a_first_day_looks_after_each_setting_that_the_body_has_once(self) -> None:
        for body in LENS:
            for genre in ("street", "night_sky"):
                tasks = tasks_of(made(body, genre)[0].rows)
                slugs = [row.setting.slug for task in tasks for row in task.rows]
                self.assertEqual(len(slugs), len(set(slugs)))
                self.assertFalse(any(row.closed for task in tasks for row in task.rows))
                self.assertTrue({"clock", "fires_without_card"} <= set(slugs), body)


class Layouts(TestCase):
    def test_a_layout_says_what_can_be_had_another_way_and_survives_a_body_that_lost_a_key(self) -> None:
        body = BodyForm.model_validate(BODIES["merrow-swift-20"]).value("merrow-swift-20")
        roles = [
            {"control": "mast", "use": "press", "function": "drive"},
            {"control": "keel", "use": "hold", "function": "other_area"},
            {"control": "gone", "use": "press", "function": "white"},
        ]
        form = LayoutForm.model_validate({"pinned": ["grid"], "short_list": ["beeps"], "roles": roles})
        found = form.shortcuts(body)
        self.assertEqual(found, Shortcuts(("grid",), ("beeps",), (("drive_mode", "mast key"),)), "what is held sets nothing for good")
        with self.assertRaises(CraftError) as caught:
            form.checked(body)
        self.assertEqual(caught.exception.where, ("roles", 2, "control"))
        kept = LayoutForm.model_validate({"roles": roles[:2]}).checked(body)
        self.assertEqual([role.value() for role in kept.roles][0], Role("mast", kept.roles[0].use, "drive"))

    def test_what_a_body_offers_for_walking_comes_through_its_file(self) -> None:
        for slug, raw in BODIES.items():
            form = BodyForm.model_validate(raw)
            again = BodyForm.model_validate(form.model_dump(mode="json"))
            self.assertEqual(again.value(slug).facts, form.value(slug).facts, slug)
        wrong = {**BODIES["tamsel-heron"], "facts": {"controls": [{"slug": "a", "label": "a", "spot": "nose", "uses": ["press"]}]}}
        with self.assertRaises(ValueError):
            BodyForm.model_validate(wrong).value("wrong")
        for facts in (
            {"moves": {"line": 0.3}},
            {"second_bank": {"label": "b", "slots": 1, "only": ["nonsense"]}, "slots": 1},
            {"controls": [{"slug": "a", "label": "a", "spot": "barrel", "uses": ["press"]}] * 2},
        ):
            with self.assertRaises(ValueError):
                BodyForm.model_validate({**BODIES["tamsel-heron"], "facts": facts}).value("wrong")
