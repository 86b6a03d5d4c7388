"""Loading on every demo body: walks with lists and buttons replayed, setups for other hands and for sets, pins, likeness, first days."""

from __future__ import annotations

from itertools import combinations
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.configuration.configure import Configuration, configure
from craft.configuration.decided import facts_of, of_settings
from craft.day.alike import AS_IT_CAME, MUST_DIFFER, differences
from craft.day.day import slots_of_a_day
from craft.day.fingers import Hour, roles_of, wanted_of
from craft.day.first_day import agreed, tasks_of
from craft.day.fits import Fit, Other, fits
from craft.day.functions import BY_FUNCTION, FUNCTIONS
from craft.day.pins import pins_of
from craft.day.route import distance
from craft.day.shortcuts import Through
from craft.day.special import SPECIALS, special_configuration
from craft.day.walk import TURN, Menus, Way, by_slot, places_of, walk
from craft.errors import CraftError
from craft.kit.controls import Role as Role
from craft.kit.controls import Use
from craft.kit.moves import Moves, Shortcuts
from craft.kit.traits import Bank
from craft.setup.advise import advise
from craft.vocabulary.checker import closed
from craft.vocabulary.settings import BY_SLUG
from demo.kit import BODIES
from forms.kit_form import BodyForm
from forms.layout_form import LayoutForm
from forms.tests.test_configuration import LENS, LIGHT, asked
from forms.tests.test_walk import known, made


@st.composite
def laid_out(draw: st.DrawFn) -> tuple[str, str, dict[str, Any], Menus]:
    """A demo body as it is believed to be, with menus that cost something of their own, lists and buttons."""
    body, genre, held = draw(known())
    words = made(body, genre)[1].dialect
    slugs = sorted(words.by_setting())
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
        configuration, plain = made(body, genre)
        found = walk(configuration, held, menus, Way.AUDIT)
        rows = {row.setting.slug: row for row in configuration.rows if not row.closed}
        self.assertEqual({s.setting for s in found.steps}, {slug for slug, row in rows.items() if held.get(slug) != row.value})
        moves, shortcuts = menus.moves, menus.shortcuts
        places, first = places_of(menus.dialect), bool(shortcuts.pinned)
        now, presses = dict(held), 0.0
        menu: tuple[int, ...] | None = None
        line: int | None = None
        for step in found.steps:
            if step.setting in held:
                self.assertNotIn(step.setting, closed(now, configuration.around), step.setting)
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
        bare = walk(configuration, held, Menus(menus.dialect, moves), Way.AUDIT)
        if not shortcuts.pinned:
            self.assertLessEqual(found.presses, bare.presses, "what can be had another way never costs more")

    def test_a_reset_forgets_lists_and_buttons(self) -> None:
        configuration, menus = made("merrow-swift-20", "sports")
        handy = Menus(menus.dialect, Moves(reset=1), Shortcuts(pinned=("beeps",), buttons=(("drive_mode", "key"),)))
        found = walk(configuration, {}, handy)
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
    def stops(self, body: str, *genres: str) -> list[Configuration]:
        return [made(body, genre)[0] for genre in genres]

    def test_pins_save_what_the_day_shows_and_none_is_better_left_out(self) -> None:
        for body in LENS:
            stops = self.stops(body, "sports", "landscape", "sports")
            menus = Menus(made(body, "sports")[1].dialect, Moves(pinned_room=4))
            errands = [(stop, stops[k].values) for k, stop in enumerate(stops[1:])]
            found = pins_of(errands, menus)
            self.assertLessEqual(len(found.settings), 4)
            walked = [walk(s, held, Menus(menus.dialect, menus.moves, Shortcuts(found.settings)), Way.AUDIT).presses for s, held in errands]
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
            self.assertNotIn(slug, MUST_DIFFER | set(of_settings()))
            computed = {row.origin for made in (*swift, *plate) for row in made.rows if row.setting.slug == slug} - AS_IT_CAME
            self.assertEqual(computed, set(), f"{slug}: what was computed for a situation is that situation's affair")
        weights = [difference.weight for difference in found]
        self.assertEqual(weights, sorted(weights, reverse=True))
        self.assertEqual(differences(swift, swift), ())
        back = {d.one.setting.slug: (d.other.value, d.one.value) for d in differences(plate, swift)}
        self.assertEqual(back, {d.one.setting.slug: (d.one.value, d.other.value) for d in found})

    def test_a_first_day_looks_after_each_setting_that_the_body_has_once(self) -> None:
        for body in LENS:
            for genre in ("street", "night_sky"):
                tasks = tasks_of(agreed([made(body, genre)[0]], {}))
                rows = [one.row for task in tasks for one in task.rows]
                slugs = [row.setting.slug for row in rows]
                self.assertEqual(len(slugs), len(set(slugs)))
                self.assertFalse(any(row.closed for row in rows))
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
        self.assertEqual(found, Shortcuts(("grid",), ("beeps",), (("drive_mode", "top button"),)), "what is held sets nothing for good")
        with self.assertRaises(CraftError) as caught:
            form.checked(body)
        self.assertEqual(caught.exception.where, ("roles", 2, "control"))
        kept = LayoutForm.model_validate({"roles": roles[:2]}).checked(body)
        self.assertEqual([role.value() for role in kept.roles][0], Role("mast", kept.roles[0].use, "drive"))

    def test_what_a_body_offers_for_walking_comes_through_its_file(self) -> None:
        for slug, raw in BODIES.items():
            form = BodyForm.model_validate(raw)
            again = BodyForm.model_validate(form.model_dump(mode="json"))
            self.assertEqual(again.value(slug).traits, form.value(slug).traits, slug)
        wrong = {**BODIES["tamsel-heron"], "traits": {"controls": [{"slug": "a", "label": "a", "spot": "nose", "uses": ["press"]}]}}
        with self.assertRaises(ValueError):
            BodyForm.model_validate(wrong).value("wrong")
        for traits in (
            {"moves": {"line": 0.3}},
            {"second_bank": {"label": "b", "slots": 1, "only": ["nonsense"]}, "slots": 1},
            {"controls": [{"slug": "a", "label": "a", "spot": "barrel", "uses": ["press"]}] * 2},
            {"controls": [{"slug": "a", "label": "a", "spot": "barrel", "uses": ["press"], "made": "nonsense"}]},
        ):
            with self.assertRaises(ValueError):
                BodyForm.model_validate({**BODIES["tamsel-heron"], "traits": traits}).value("wrong")


def hour_of(genre: str, body: str, **more: Any) -> Hour:
    situation = asked(genre, body, **more)
    setup = advise(situation)
    configuration = configure(situation, setup)
    tokens = configuration.around.tokens
    facts = facts_of(situation, setup, tokens)
    return Hour(genre, facts, tokens, configuration.values, facts["shots"])


class Knowledge(TestCase):
    """Rows that no situation ever meets would be words only."""

    def test_every_function_is_wanted_somewhere_and_none_everywhere_for_nothing(self) -> None:
        wanted: dict[str, set[str]] = {}
        for body in LENS:
            for genre in LIGHT:
                for one in wanted_of([hour_of(genre, body)]):
                    wanted.setdefault(one.function.slug, set()).add(f"{genre} {body}")
                    self.assertGreater(one.uses, 0)
        hard = {"stops_below": 8.0, "stops_above": 6.0, "ev100": 13.0}
        for genre, more in (
            ("wildlife", {"light": hard, "subject": "small_bird_flight"}),
            ("landscape", {"light": hard, "profile": {"schools": {"metering": "spot_near_brightest"}}}),
            ("sports", {"delivery": {"deadline_h": 2}}),
            ("wedding", {"light": {"ev100": 6}}),
            ("portrait", {"settings": {"flash": "on", "registered_faces": "on"}}),
            ("sports", {"delivery": {"deadline_h": 0.5}}),
            ("sports", {"settings": {"front_dial": "compensation", "rear_dial": "compensation"}}),
        ):
            for one in wanted_of([hour_of(genre, "merrow-swift-20", **more)]):
                wanted.setdefault(one.function.slug, set()).add(genre)
        by_area = [hour_of("sports", "merrow-swift-20", settings={"focus_area": area}) for area in BY_SLUG["focus_area"].values]
        for one in wanted_of(by_area):
            wanted.setdefault(one.function.slug, set()).add("a day of areas")
        self.assertEqual({function.slug for function in FUNCTIONS} - set(wanted), set())
        self.assertGreater(len({frozenset(places) for places in wanted.values()}), 8, "they are wanted for different reasons")

    def test_each_kind_of_work_gives_its_fingers_something_of_its_own(self) -> None:
        first = {}
        for genre in LIGHT:
            found = wanted_of([hour_of(genre, "merrow-swift-20")])
            first[genre] = tuple(one.function.slug for one in found[:6])
        self.assertGreaterEqual(len(set(first.values())), 4)
        self.assertIn("focus", first["sports"])
        self.assertNotEqual(first["night_sky"], first["sports"])

    def test_every_fate_happens_and_every_body_can_be_given_roles(self) -> None:
        fates = set()
        for one in LENS:
            for other in LENS:
                configuration, menus = made(other, "street")
                words = made(one, "street")[1].dialect.by_setting()
                values = made(one, "street")[0].values
                held = {"dial_direction": "left_is_more"}
                fates |= {item.fit for item in fits(Other(values, words), configuration, menus.dialect.by_setting(), held)}
        self.assertEqual(fates | {Fit.AGAINST_PROFILE}, set(Fit))
        for body in LENS:
            controls = BodyForm.model_validate(BODIES[body]).value(body).traits.controls
            roles = roles_of([hour_of("street", body)], controls)
            seats = {(given.control, given.use, BY_FUNCTION[given.function].looking_back) for given in roles.given}
            self.assertEqual(len(seats), len(roles.given))
            self.assertEqual(bool(controls), bool(roles.given), body)
            placed = {given.function for given in roles.given} | {one.function.slug for one in roles.without}
            self.assertEqual(placed, {one.function.slug for one in roles.wanted}, "what has no place is told")
            self.assertTrue(all(clash.because and clash.situations for clash in roles.clashes))

    def test_more_controls_never_save_less_and_a_fixed_role_never_more(self) -> None:
        controls = BodyForm.model_validate(BODIES["merrow-swift-20"]).value("merrow-swift-20").traits.controls
        hours = [hour_of("wildlife", "merrow-swift-20"), hour_of("sports", "merrow-swift-20")]
        worths = [roles_of(hours, controls[:count]).worth for count in range(len(controls) + 1)]
        self.assertEqual(worths, sorted(worths))
        free = roles_of(hours, controls)
        for role in free.given:
            self.assertAlmostEqual(roles_of(hours, controls, [role]).worth, free.worth, places=6)
        odd = Role("helm", Use.HOLD, "focus", True)
        self.assertLess(roles_of(hours, controls, [odd]).worth, free.worth)


class BySlot(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(
        known(), st.lists(st.sampled_from(sorted(LIGHT)), min_size=1, max_size=4), st.sets(st.sampled_from(["grid", "beeps", "drive_mode"]))
    )
    def test_no_slot_and_not_turning_at_all_leaves_less(
        self, case: tuple[str, str, dict[str, Any]], kept: list[str], without: set[str]
    ) -> None:
        body, genre, held = case
        configuration, menus = made(body, genre)
        slots = {number: made(body, other)[0].values for number, other in enumerate(kept, 1)}
        left = frozenset(without)
        presses = {n: TURN + walk(configuration, {**held, **v}, menus, Way.AUDIT, left).presses for n, v in slots.items()}
        plain = walk(configuration, held, menus, None, left).presses
        found = by_slot(configuration, held, slots, menus, left)
        if found is None:
            self.assertGreaterEqual(min(presses.values()), plain)
        else:
            number, rest = found
            self.assertEqual((TURN + rest.presses, presses[number]), (min(presses.values()), min(presses.values())))
            self.assertLess(presses[number], plain)
            self.assertFalse(left & {step.setting for step in rest.steps})

    def test_a_day_walked_by_hand_costs_what_the_slots_say_whichever_setups_are_kept(self) -> None:
        for body in ("merrow-swift-20", "quillon-lane-32"):
            stops = [made(body, genre)[0] for genre in ("street", "sports", "street", "portrait")]
            menus = made(body, "street")[1]

            def cost(kept: tuple[int, ...], stops: list[Configuration] = stops, menus: Menus = menus) -> float:
                total = 0.0
                for t, stop in enumerate(stops):
                    before = stops[t - 1].values if t else stop.values
                    ways = [before, *({**before, **stops[k].values} for k in kept)]
                    walked = [walk(stop, held, menus, Way.AUDIT).presses for held in ways]
                    total += min(walked[0], *(TURN + presses for presses in walked[1:]), walked[0])
                return total

            for count in (0, 1, 2):
                found = slots_of_a_day(stops, menus, [Bank("slots", count)])
                least = min(cost(kept) for kept in combinations(range(len(stops)), count))
                self.assertEqual((found.presses, cost(found.kept)), (least, least), body)

    def test_slots_that_keep_changes_cost_what_a_day_walked_by_hand_costs_at_best(self) -> None:
        body = "quillon-lane-32"
        stops = [made(body, genre)[0] for genre in ("street", "sports", "portrait", "street", "sports")]
        menus = made(body, "street")[1]

        def presses(t: int, brought: dict[str, Any]) -> float:
            before = stops[t - 1].values if t else stops[t].values
            return walk(stops[t], {**before, **brought}, menus, Way.AUDIT).presses

        def best(t: int, slots: tuple[int | None, ...]) -> float:
            """Every way of serving what is left; a slot is named by the situation whose setup it holds."""
            if t == len(stops):
                return 0.0
            ways = [presses(t, {}) + best(t + 1, slots)]
            for k, held in enumerate(slots):
                brought = stops[t if held is None else held].values
                ways.append(TURN + presses(t, brought) + best(t + 1, (*slots[:k], t, *slots[k + 1 :])))
            return min(ways)

        for count in (1, 2):
            found = slots_of_a_day(stops, menus, [Bank("slots", count)], keeps=True)
            self.assertEqual(found.presses, best(0, (None,) * count))
            self.assertLessEqual(found.presses, found.without)
