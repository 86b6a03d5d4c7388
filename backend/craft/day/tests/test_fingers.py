"""Roles of controls against every assignment tried; what they ask of the settings; knowledge that names what there is."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import replace
from itertools import product
from random import Random
from types import SimpleNamespace
from unittest import TestCase
from unittest.mock import patch

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.day.areas import areas_needed
from craft.day.as_made import as_made, one_changed
from craft.day.fingers import (
    BUTTON_SETTINGS,
    Hour,
    Wanted,
    assign,
    clashes_of,
    feel_of,
    pairs_of,
    rests_of,
    roles_of,
    two_meanings,
    wanted_of,
    worth,
)
from craft.day.functions import BY_FUNCTION, FUNCTIONS
from craft.day.tests.facts import EVERY_FACT
from craft.errors import CraftError
from craft.kit.controls import LASTS, SPOTS, USE_WORDS, Control, Feel, Role, Use
from craft.kit.layouts import usual_uses
from craft.kit.traits import Bank, Traits
from craft.vocabulary.features import FEATURES
from craft.vocabulary.settings import BY_SLUG

ASKED = sorted(
    {term.setting for row in FUNCTIONS for term in (*row.asks, *row.beside, *row.lacked)} | {"exposure_mode", "focus_area", "front_dial"}
)

SOME = ("focus", "eyes_while_held", "drive", "playback_enlarge", "magnifier", "compensation", "set_of_frames", "other_area")


@st.composite
def benches(draw: st.DrawFn) -> tuple[list[Wanted], list[Control], list[Role]]:
    """A few functions that a day wants, one to three controls, and perhaps a role that is fixed."""
    slugs = draw(st.lists(st.sampled_from(SOME), min_size=1, max_size=4, unique=True))
    wanted = [Wanted(BY_FUNCTION[slug], 1.0, float(draw(st.integers(1, 40))), ("day",)) for slug in slugs]
    uses = st.lists(st.sampled_from(list(Use)), min_size=1, max_size=3, unique=True)
    takes = st.just(frozenset()) | st.sets(st.sampled_from(SOME), min_size=1).map(frozenset)
    excludes = st.just(()) | st.just(((Use.PRESS, Use.PRESS_AND_TURN),)) | st.just(((Use.LONG_PRESS, Use.PRESS),))
    controls = [
        Control(f"c{k}", f"key {k}", draw(st.sampled_from(sorted(SPOTS))), tuple(draw(uses)), draw(takes), draw(excludes))
        for k in range(draw(st.integers(1, 3)))
    ]
    seats = [
        Role(control.slug, use, one.function.slug, True)
        for one in wanted
        for control in controls
        for use in control.uses
        if use in one.function.uses and (not control.takes or one.function.slug in control.takes)
    ]
    fixed = [draw(st.sampled_from(seats))] if seats and draw(st.booleans()) else []
    return wanted, controls, fixed


def allowed(roles: list[Role], controls: dict[str, Control]) -> bool:
    for k, one in enumerate(roles):
        for other in roles[:k]:
            back = [BY_FUNCTION[role.function].looking_back for role in (one, other)]
            if one.function == other.function:
                return False
            if back[0] is not back[1]:
                continue
            if (one.control, one.use) == (other.control, other.use):
                return False
            if one.control == other.control and controls[one.control].excluded(one.use, other.use):
                return False
    return True


class Assigned(TestCase):
    @settings(max_examples=200, deadline=None)
    @given(benches())
    def test_no_other_roles_are_worth_more_and_fixed_ones_stay(self, bench: tuple[list[Wanted], list[Control], list[Role]]) -> None:
        wanted, controls, fixed = bench
        by_slug = {control.slug: control for control in controls}
        placed = {given.function for given in fixed}

        def value(given: Role) -> float | None:
            one = next(w for w in wanted if w.function.slug == given.function)
            return worth(one, by_slug[given.control], given.use, feel_of(by_slug[given.control], {}))

        seats: list[list[Role | None]] = [
            [None] + [g for c in controls for u in c.uses if value(g := Role(c.slug, u, one.function.slug)) is not None]
            for one in wanted
            if one.function.slug not in placed
        ]
        best = 0.0
        for chosen in product(*seats):
            roles = [*fixed, *(given for given in chosen if given)]
            if allowed(roles, by_slug):
                best = max(best, sum(value(given) or 0 for given in roles))
        found, told = assign(wanted, controls, fixed)
        self.assertTrue(allowed(list(found), by_slug))
        self.assertEqual(found[: len(fixed)], tuple(fixed))
        self.assertAlmostEqual(told, best, places=6)
        self.assertAlmostEqual(sum(value(given) or 0 for given in found), best, places=6)
        with patch("craft.day.fingers.milp", lambda *_, **__: SimpleNamespace(x=None)):
            hasty, hastily = assign(wanted, controls, fixed)
        self.assertTrue(allowed(list(hasty), by_slug), "what is told when time ran out can be set too")
        self.assertEqual(hasty[: len(fixed)], tuple(fixed))
        self.assertLessEqual(hastily, best + 1e-6)
        self.assertGreaterEqual(
            3 * hastily + 1e-6, best - sum(value(g) or 0 for g in fixed), "each seat taken stands in the way of three better ones at most"
        )

    def test_the_best_finger_takes_what_is_needed_most_and_the_hand_may_say_otherwise(self) -> None:
        near, far = Control("near", "thumb key", "thumb_rest"), Control("far", "low key", "back_low")
        wanted = [Wanted(BY_FUNCTION["focus"], 60, 36, ("race",)), Wanted(BY_FUNCTION["drive"], 4, 1.2, ("race",))]
        roles = {given.function: given.control for given in assign(wanted, (near, far))[0]}
        self.assertEqual(roles, {"focus": "near", "drive": "far"})
        own = {"near": Feel(0.9, 0.5), "far": Feel(0.0, 0.0)}
        roles = {given.function: given.control for given in assign(wanted, (near, far), (), own)[0]}
        self.assertEqual(roles["focus"], "far")

    def test_fixed_roles_that_cannot_be_are_refused_at_their_place(self) -> None:
        key = Control("key", "key", "thumb_rest", (Use.PRESS, Use.HOLD), frozenset({"focus", "eyes_while_held", "drive"}))
        for fixed, where in (
            ([Role("none", Use.HOLD, "focus")], ("given", 0, "control")),
            ([Role("key", Use.HOLD, "nonsense")], ("given", 0, "function")),
            ([Role("key", Use.PRESS, "focus")], ("given", 0, "use")),
            ([Role("key", Use.PRESS, "magnifier")], ("given", 0, "function")),
            ([Role("key", Use.HOLD, "focus"), Role("key", Use.PRESS, "drive")], ("given", 1, "use")),
            ([Role("key", Use.HOLD, "focus"), Role("key", Use.HOLD, "focus")], ("given", 1, "function")),
        ):
            with self.assertRaises(CraftError) as caught:
                assign((), (key,), fixed)
            self.assertEqual(caught.exception.where, where)
        for wrong in ({"spot": "nowhere"}, {"spot": "barrel", "uses": ()}):
            with self.assertRaises(CraftError):
                Control("key", "key", **wrong)


def hour(title: str, **values: str) -> Hour:
    return Hour(title, dict.fromkeys(EVERY_FACT, 1.0), frozenset(FEATURES), values, 100.0)


class Days(TestCase):
    def test_a_setting_that_changes_between_situations_is_wanted_once_more_for_each_change(self) -> None:
        same = {w.function.slug: w.uses for w in wanted_of([hour("a", drive_mode="high"), hour("b", drive_mode="high")])}
        turns = {w.function.slug: w.uses for w in wanted_of([hour("a", drive_mode="high"), hour("b", drive_mode="single")])}
        self.assertEqual(turns["drive"] - same["drive"], 1)
        apart = [replace(hour("a", drive_mode="high"), begins=540.0), replace(hour("b", drive_mode="single"), begins=1085.0)]
        self.assertEqual({w.function.slug: w.uses for w in wanted_of(apart)}["drive"], same["drive"], "in between it is set in peace")
        bare = Hour("a", dict.fromkeys(EVERY_FACT, 1.0), frozenset(), {}, 100.0)
        self.assertFalse({w.function.slug for w in wanted_of([bare])} & {f.slug for f in FUNCTIONS if f.needs})
        found = wanted_of([hour("a")])
        self.assertEqual(list(found), sorted(found, key=lambda w: -w.lost))

    @settings(max_examples=25, deadline=None)
    @given(
        st.lists(
            st.sampled_from(("ISO button", "drive button", "thumb button", "focus button", "little stick", "rear wheel")),
            unique=True,
            min_size=1,
        ),
        st.randoms(),
    )
    def test_the_one_change_is_the_best_of_all_and_leaves_the_rest_as_made(self, labels: list[str], chance: Random) -> None:
        day = [hour("a"), hour("b", drive_mode="single")]
        wanted = wanted_of(day)
        controls = [Control(f"c{k}", label, chance.choice(sorted(SPOTS)), usual_uses(label)) for k, label in enumerate(labels)]
        by_slug = {control.slug: control for control in controls}
        there = {one.function.slug: one for one in wanted}

        def saved(roles: Sequence[Role]) -> float:
            there_now = ((there.get(r.function), r) for r in roles)
            return sum(worth(one, by_slug[r.control], r.use, feel_of(by_slug[r.control], {})) or 0.0 for one, r in there_now if one)

        made = as_made(controls)
        best = one_changed(day, controls)
        gains = []
        for one, control in product(wanted, controls):
            for use in control.uses:
                # a dial that the setups turn, and a seat where a function cannot be, are no changes
                back = one.function.looking_back
                taken = use is Use.TURN and any(control.slug in h.turned() for h in day) and not back
                if taken or (worth(one, control, use, feel_of(control, {})) or 0.0) <= 0:
                    continue
                new = Role(control.slug, use, one.function.slug)
                rest = [
                    r
                    for r in made
                    if r.function != new.function
                    and (
                        BY_FUNCTION[r.function].looking_back is not back
                        or not (r.control == new.control and (r.use is use or control.excluded(r.use, use)))
                    )
                ]
                gains.append(saved([*rest, new]) - saved(made))
        self.assertAlmostEqual(best.saves if best else 0.0, max([0.0, *gains]), places=6)
        if best:
            self.assertAlmostEqual(saved(best.roles) - saved(made), best.saves, places=6)
            self.assertLessEqual(
                {(r.control, r.function) for r in best.roles} - {(r.control, r.function) for r in made},
                {(best.changed.control, best.changed.function)},
            )

    def test_a_button_with_its_role_in_its_name_keeps_it_until_much_is_won(self) -> None:
        named = Control("named", "white button", "thumb_up", (Use.PRESS,))
        for lost, slug in ((20.0, "white"), (24.0, "white"), (60.0, "drive")):
            wanted = (Wanted(BY_FUNCTION["drive"], 1.0, lost, ("day",)), Wanted(BY_FUNCTION["white"], 1.0, 20.0, ("day",)))
            (given, *_), _ = assign(wanted, (named,))
            self.assertEqual(given.function, slug, lost)

    def test_a_screen_leads_the_point_where_nothing_else_does(self) -> None:
        point = next(one for one in wanted_of([hour("a")]) if one.function.slug == "move_point")
        thumb, stick = Control("thumb", "thumb button", "thumb_rest"), Control("stick", "stick", "thumb_up", (Use.STEER,))
        for controls, at in (((thumb,), "rear_screen"), ((thumb, stick), "stick")):
            traits = Traits(features=frozenset({"touch"}), controls=controls)
            (given, *_), _ = assign((point,), traits.under_fingers)
            self.assertEqual(given.control, at)

    def test_roles_that_mean_nothing_in_a_setup_are_told_with_the_setup(self) -> None:
        key, dial = Control("key", "key", "grip_high"), Control("front_dial", "wheel", "top_front", (Use.TURN,))
        hours = [hour("race", eye_detection="always", front_dial="iso"), hour("hide", eye_detection="while_held", front_dial="time")]
        given = (Role("key", Use.HOLD, "eyes_while_held"), Role("front_dial", Use.TURN, "time"))
        clashes = clashes_of(given, (key, dial), hours)
        self.assertEqual([(c.given[0].control, c.situations) for c in clashes], [("front_dial", ("race",))])
        self.assertEqual(rests_of(given[0], hours), ("race",), "a role that serves one setup only rests in the others")
        (empty,) = clashes_of(given[:1], (key, dial), hours[:1])
        self.assertEqual((empty.given[0].control, empty.situations), ("key", ("race",)), "one that serves none is a clash")
        deaf = Control("key", "key", "grip_high", modes=frozenset({"manual"}))
        hours = [hour("race", exposure_mode="program", eye_detection="off")]
        self.assertEqual(clashes_of(given[:1], (deaf,), hours)[0].situations, ("race",))

    def test_what_the_setups_leave_to_a_finger_that_has_it_not_is_said_first(self) -> None:
        key, ring = Control("key", "key", "thumb_rest"), Control("ring", "ring key", "barrel")
        hours = [hour("race", focus_activation="rear_button", focus_mode="continuous"), hour("desk", focus_activation="both")]
        first, *rest = clashes_of((), (key, ring), hours)
        self.assertEqual((first.function.slug, first.given, first.situations, rest), ("focus", (), ("race",), []))
        pair = (Role("key", Use.HOLD, "focus"), Role("ring", Use.PRESS, "by_hand_toggle"))
        self.assertEqual(clashes_of(pair, (key, ring), hours), (), "a thumb that focuses and a way to the hand are a pair")
        by_area = (Role("key", Use.HOLD, "focus_small_group"),)
        (lacking,) = clashes_of(by_area, (key,), hours)
        self.assertEqual(lacking.given, by_area, "it focuses, with an area that this body has not")
        has = [replace(one, areas=frozenset({"small_group"})) for one in hours]
        self.assertEqual(clashes_of(by_area, (key,), has), ())

    def test_areas_that_the_day_works_with_are_wanted_on_buttons_of_their_own(self) -> None:
        hours = [
            replace(one, facts={**one.facts, "simulated": 0.0})
            for one in (hour("terns", focus_area="zone"), hour("heats", focus_area="small_group"))
        ]
        wanted = {w.function.slug: w.situations for w in wanted_of(hours) if w.function.area or w.function.slug == "other_area"}
        self.assertEqual(wanted, {"focus_zone": ("heats",), "focus_small_group": ("terns",)})
        self.assertIn("other_area", {w.function.slug for w in wanted_of(hours[:1])}, "with one area on the day, any other")
        still = replace(hours[0], facts={**hours[0].facts, "zone": 1.0})
        self.assertNotIn("magnifier", {w.function.slug for w in wanted_of([still])}, "nobody magnifies in a zone of depth")
        found = {
            "simulated": 128.0,
            "found_once": 0.0,
            "fired": 12.0,
            "in_focus_point": 5.0,
            "in_focus_zone": 11.0,
            "in_focus_whole_frame": 6.0,
            "in_focus_tracking": 11.2,
        }
        terns, heats = (
            replace(one, facts={**one.facts, **found, "in_focus_small_group": kept}) for one, kept in zip(hours, (4.0, 11.9), strict=True)
        )
        wanted = {w.function.slug: w.situations for w in wanted_of([terns, heats]) if w.function.area}
        self.assertEqual(wanted, {"focus_small_group": ("terns",), "focus_zone": ("heats",)}, "neither's own does for the other")
        heats = replace(heats, facts={**heats.facts, "in_focus_zone": 11.8})
        wanted = {w.function.slug: w.situations for w in wanted_of([terns, heats]) if w.function.area}
        self.assertEqual(wanted, {"focus_zone": ("heats",)}, "a zone does for both: terns need no other")

    @settings(max_examples=60, deadline=None)
    @given(
        st.lists(
            st.tuples(st.floats(1, 12), st.floats(1, 12), st.floats(1, 12), st.floats(1, 12), st.floats(1, 12), st.integers(1, 900)),
            min_size=1,
            max_size=5,
        )
    )
    def test_no_smaller_set_of_areas_suffices_a_day_and_each_situation_has_one_that_does(self, day: list[tuple[float, ...]]) -> None:
        names = ("point", "small_group", "zone", "whole_frame", "tracking")
        hours = [
            replace(
                hour(f"h{k}"),
                facts={"simulated": 1.0, "found_once": 0.0, "fired": 12.0}
                | {f"in_focus_{n}": v for n, v in zip(names, row[:5], strict=True)},
                shots=row[5],
            )
            for k, row in enumerate(day)
        ]
        chosen = set(areas_needed(hours))
        enough = [{n for n, v in zip(names, row[:5], strict=True) if v >= max(row[:5]) - 0.03 * 12} for row in day]
        self.assertTrue(all(chosen & one for one in enough))
        for size in range(len(chosen)):
            self.assertFalse(any(all(set(some) & one for one in enough) for some in itertools.combinations(names, size)))

    @settings(max_examples=60, deadline=None)
    @given(st.integers(0, 2**32), st.integers(1, 3))
    def test_roles_that_are_computed_never_clash_with_their_own_day(self, seed: int, count: int) -> None:
        choose = Random(seed)
        choice = {slug: BY_SLUG[slug].values for slug in ASKED if BY_SLUG[slug].values}
        hours = [
            Hour(
                f"h{k}",
                {fact: float(choose.random() < 0.5) for fact in EVERY_FACT},
                frozenset(FEATURES),
                {slug: choose.choice(values) for slug, values in choice.items()},
                100.0,
                frozenset(map(str, BY_SLUG["focus_area"].values)),
            )
            for k in range(count)
        ]
        controls = [
            Control(slug, slug, spot, uses, modes=modes)
            for slug, spot, uses, modes in (
                ("front_dial", "top_front", (Use.TURN,), frozenset()),
                ("rear", "thumb_rest", (Use.PRESS, Use.HOLD, Use.PRESS_AND_TURN), frozenset()),
                ("nose", "grip_high", (Use.PRESS, Use.HOLD, Use.LONG_PRESS), frozenset({"manual"})),
            )
        ]
        roles = roles_of(hours, controls)
        self.assertEqual([clash for clash in roles.clashes if clash.given], [])
        if all(hour.values["exposure_mode"] == "manual" for hour in hours):
            self.assertLessEqual(len(roles.clashes), 1, "the thumb and the nose hold two of the three that may be counted on")

    def test_one_finger_with_two_meanings_and_two_setups_in_turns_are_found(self) -> None:
        hours = [hour("a", focus_activation="rear_button"), hour("b", focus_activation="both"), hour("c", focus_activation="both")]
        (found,) = two_meanings(hours)
        self.assertEqual((found.setting, dict(found.values)), ("focus_activation", {"rear_button": ("a",), "both": ("b", "c")}))
        self.assertEqual([(p.one, p.other, p.minutes) for p in pairs_of(hours, [600, 610, 611])], [("a", "b", 10)])
        self.assertEqual(pairs_of(hours, [600, 700, 800]), ())

    def test_rows_name_settings_features_facts_and_uses_that_there_are(self) -> None:
        self.assertEqual(len(BY_FUNCTION), len(FUNCTIONS))
        for row in FUNCTIONS:
            self.assertTrue(not row.setting or row.setting in BY_SLUG, row.slug)
            self.assertTrue(set(row.needs) <= set(FEATURES) and all(test.fact in EVERY_FACT for test in row.when), row.slug)
            for term in row.asks:
                self.assertTrue(set(term.values) <= set(BY_SLUG[term.setting].values), row.slug)
            for term in (*row.beside, *row.lacked):
                self.assertTrue(set(term.values) <= set(BY_SLUG[term.setting].values), row.slug)
            self.assertTrue(bool(row.lacked) == bool(row.lacked_because) and (not row.serves or row.serves in BY_FUNCTION), row.slug)
            self.assertTrue(not row.area or row.area in BY_SLUG["focus_area"].values, row.slug)
            self.assertTrue(row.uses and row.because and row.source and bool(row.asks) == bool(row.asks_because))
            self.assertTrue(0 < row.bad <= 1 and row.often > 0)
        self.assertEqual(set(USE_WORDS), set(Use))
        self.assertTrue(set(BUTTON_SETTINGS) <= set(BY_SLUG))
        for spot in SPOTS.values():
            self.assertTrue(0 <= spot.x <= 1 and 0 <= spot.y <= 1 and 0 < spot.missed < 1 and 0 < spot.bumped < 1 and spot.source)


class Banks(TestCase):
    def test_two_banks_share_what_a_body_sets_and_neither_holds_what_the_other_does(self) -> None:
        focus = frozenset({"focus_mode", "focus_area"})
        facts = Traits(slots=3, slot_leaves_out=frozenset({"clock"}), second_bank=Bank("focus", 2, focus))
        first, second = facts.all_banks
        self.assertEqual((first.slots, second.slots), (3, 2))
        for slug in BY_SLUG:
            holders = [bank.label for bank in facts.all_banks if bank.holds(slug)]
            self.assertEqual(holders, ["focus"] if slug in focus else [] if slug == "clock" else ["slots"])
        self.assertEqual(Traits(second_bank=Bank("focus", 2, focus)).all_banks, (), "a second bank needs a first")
        self.assertEqual([bank.slots for bank in Traits(slots=2).all_banks], [2])
        with self.assertRaises(CraftError) as caught:
            Traits(slots=2, second_bank=Bank("empty", 1))
        self.assertEqual(caught.exception.where, ("second_bank", "only"))

    def test_every_use_says_how_long_it_lasts(self) -> None:
        self.assertEqual(set(LASTS), set(Use))
        self.assertNotEqual(LASTS[Use.PRESS], LASTS[Use.HOLD])
