"""The smallest change against brute force over every choice; the order of setting against a body that grays items out."""

from __future__ import annotations

from itertools import product
from typing import Any
from unittest import TestCase

from hypothesis import given as cases
from hypothesis import settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.vocabulary.checker import closed, cost_of, domain, order_to_set, smallest_change, violations
from craft.vocabulary.dependencies import AFTERS, RULES
from craft.vocabulary.rules import Against, Around, Rule, Term, Test
from craft.vocabulary.setting import Unit
from craft.vocabulary.settings import BY_SLUG, setting_for

CHOICES = ("file_format", "look", "drive_mode", "focus_mode", "silent", "shutter_type")
ISOS = tuple(100.0 * 2 ** (k / 3) for k in range(13))


@st.composite
def puzzles(draw: st.DrawFn) -> tuple[dict[str, Any], Around, frozenset[str], dict[str, int]]:
    """Settings with values, rules over them, locks and weights, at random; one rule may move a bound."""
    slugs = draw(st.lists(st.sampled_from(CHOICES), min_size=2, max_size=4, unique=True))
    values: dict[str, Any] = {slug: draw(st.sampled_from(BY_SLUG[slug].values)) for slug in slugs}

    def term(slug: str) -> Term:
        options = BY_SLUG[slug].values
        chosen = draw(st.lists(st.sampled_from(options), min_size=1, max_size=len(options) - 1, unique=True))
        return Term(slug, draw(st.sampled_from((Test.IS, Test.NOT))), tuple(chosen))

    rules = [
        Rule(
            slug=f"rule_{k}",
            terms=tuple(term(slug) for slug in draw(st.lists(st.sampled_from(slugs), min_size=1, max_size=3, unique=True))),
            reason="why",
            way_out="out",
            source="test",
        )
        for k in range(draw(st.integers(1, 7)))
    ]
    offered: dict[str, Any] = {}
    if draw(st.booleans()):
        values |= {"highlight_protection": draw(st.sampled_from((0.0, 1.0, 2.0))), "iso_floor": draw(st.sampled_from(ISOS))}
        offered = {"highlight_protection": (0.0, 1.0, 2.0), "iso_floor": ISOS}
        moving = Against("iso_floor", Test.UNDER, "highlight_protection", "base_iso")
        rules.append(
            Rule(
                slug="floor",
                terms=(Term("highlight_protection", Test.OVER, (0.0,)),),
                reason="why",
                way_out="out",
                source="test",
                against=moving,
            )
        )
    locks = frozenset(draw(st.lists(st.sampled_from(list(values)), max_size=2, unique=True)))
    weights = {slug: draw(st.integers(0, 60)) for slug in values}
    return values, Around(frozenset(), {"base_iso": 100.0}, offered, tuple(rules)), locks, weights


class SmallestChange(TestCase):
    @settings(max_examples=200, deadline=None)
    @cases(puzzles())
    def test_equals_brute_force(self, puzzle: tuple[dict[str, Any], Around, frozenset[str], dict[str, int]]) -> None:
        values, around, locks, weights = puzzle
        domains = {slug: domain(slug, values, around) for slug in values}

        def cost(choice: dict[str, Any], held: frozenset[str]) -> int:
            return sum(cost_of(slug, domains[slug].index(value), held, weights) for slug, value in choice.items())

        clear = [c for c in (dict(zip(domains, v, strict=True)) for v in product(*domains.values())) if not violations(c, around)]
        found = smallest_change(values, around, locks, weights)
        self.assertEqual(found.impossible, not clear)
        kept = [c for c in clear if all(c[slug] == values[slug] for slug in locks)]
        if kept:
            after = {**values, **found.values}
            self.assertEqual(violations(after, around), ())
            self.assertEqual(cost(after, locks), min(cost(c, locks) for c in kept))
            self.assertEqual(found.blocked, ())
        elif clear:
            self.assertEqual(found.values, {})
            fewest = min(sum(c[slug] != values[slug] for slug in locks) for c in clear)
            self.assertEqual(len(found.blocked), fewest)
            self.assertTrue(any(all(c[s] == values[s] for s in locks - set(found.blocked)) for c in clear))
            for obstacle in found.obstacles:
                tried = {**values, obstacle.setting: obstacle.value}
                self.assertIn(obstacle.rule, [v.rule for v in violations(tried, around)])

    def test_numbers_move_to_the_nearest_value_that_the_body_has(self) -> None:
        around = Around(frozenset(), {"base_iso": 100.0}, {"iso_floor": ISOS, "highlight_protection": (0.0, 1.0, 2.0)}, RULES)
        values = {"highlight_protection": 2.0, "iso_mode": "automatic", "iso_floor": 100.0}
        change = smallest_change(values, around, frozenset({"highlight_protection", "iso_mode"}))
        self.assertEqual({slug: round(float(v)) for slug, v in change.values.items()}, {"iso_floor": 400})
        with self.assertRaises(CraftError):
            smallest_change(values, around, weights={"iso_floor": 61})

    def test_what_leaves_it_to_the_body_is_no_way_out(self) -> None:
        for offered in (("mechanical", "automatic", "electronic"), ("automatic", "mechanical")):
            values = {"silent": "on", "shutter_type": "mechanical", "flash": "off"}
            change = smallest_change(values, Around(frozenset(), {}, {"shutter_type": offered}, RULES), frozenset(("silent",)))
            self.assertEqual(dict(change.values), {"shutter_type": "electronic"} if "electronic" in offered else {})

    def test_all_that_clashes_by_hand_is_named_and_nothing_is_changed(self) -> None:
        values = {"silent": "on", "shutter_type": "mechanical", "flash": "off"}
        change = smallest_change(values, Around(frozenset(), rules=RULES), frozenset(values))
        self.assertEqual(dict(change.values), {})
        self.assertEqual(len(change.blocked), 1)


TARGETS = st.fixed_dictionaries(
    {
        slug: st.sampled_from(BY_SLUG[slug].values)
        for slug in (
            "white_mode",
            "bracket_kind",
            "merge",
            "merge_align",
            "peaking",
            "peaking_level",
            "flash",
            "high_speed_sync",
            "silent",
            "shutter_type",
            "pairing",
            "send_while_shooting",
            "send_what",
            "file_format",
            "rendered_quality",
        )
    }
)


class Order(TestCase):
    @settings(max_examples=150, deadline=None)
    @cases(TARGETS)
    def test_whatever_is_open_in_the_end_is_open_when_its_turn_comes(self, target: dict[str, Any]) -> None:
        """Set one by one on a body as it came, each item is open then, or shut from the first to the last."""
        around = Around(frozenset({"several_shutters", "electronic"}), afters=AFTERS)
        now = {slug: BY_SLUG[slug].default for slug in target}
        shut_at_last = closed(target, around)
        order = order_to_set(target, around)
        self.assertEqual(sorted(order), sorted(target))
        for slug in order:
            if slug not in shut_at_last:
                self.assertNotIn(slug, closed(now, around), f"{slug} in {order}")
            now[slug] = target[slug]

    def test_a_value_that_a_setting_lacks_is_refused_with_what_is_accepted(self) -> None:
        for slug, value, said in (
            ("grid", "plenty", "off, thirds, fine"),
            ("white_kelvin", 5.0, "1000 to 40000"),
            ("beeps", 1.0, "off, on"),
            ("self_timer", 3.0, "2 and 5"),
        ):
            with self.assertRaisesRegex(CraftError, said):
                setting_for(slug).checked(value)
        self.assertEqual(setting_for("iso_floor").checked(100.4, ISOS), 100.0)
        with self.assertRaisesRegex(CraftError, "not a setting"):
            setting_for("grids")
        self.assertIs(setting_for("grid").unit, Unit.CHOICE)
