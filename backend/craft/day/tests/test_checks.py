"""Each check and slip applies exactly where its conditions hold, and the dearest comes first."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.day.checks import CHECKS, SLIPS, Check, Slip, applying
from craft.day.tests.facts import EVERY_FACT
from craft.vocabulary.rules import Test
from craft.vocabulary.settings import BY_SLUG

ROWS = (*CHECKS, *SLIPS)
PLAIN = dict.fromkeys(EVERY_FACT, 3.0)


def met(row: Check | Slip) -> tuple[dict[str, float], frozenset[str], dict[str, Any]]:
    """Facts, tokens and values that meet a row's conditions."""
    facts = dict(PLAIN)
    for test in row.when:
        assert not isinstance(test.against, str)
        facts[test.fact] = test.against + {"=": 0, ">": 1, ">=": 0, "<": -1, "<=": 0}[test.test]
    values: dict[str, Any] = {}
    for term in row.terms:
        choices = BY_SLUG[term.setting].values
        values[term.setting] = next(v for v in choices if (v in term.values) is (term.test is Test.IS))
    return facts, frozenset(row.tokens), values


class Applying(TestCase):
    def test_a_row_applies_where_all_of_it_holds_and_not_where_any_of_it_fails(self) -> None:
        for row in ROWS:
            facts, tokens, values = met(row)
            self.assertEqual([one.row for one in applying([row], facts, tokens, values)], [row], row.slug)
            for test in row.when:
                broken = {**facts, test.fact: facts[test.fact] + (-9 if test.test in (">", ">=", "=") else 9)}
                self.assertEqual(applying([row], broken, tokens, values), (), f"{row.slug} without {test.fact}")
            for token in row.tokens:
                self.assertEqual(applying([row], facts, tokens - {token}, values), (), f"{row.slug} without {token}")
            for term in row.terms:
                without = {name: value for name, value in values.items() if name != term.setting}
                self.assertEqual(applying([row], facts, tokens, without), (), f"{row.slug} on a body without {term.setting}")
                wrong = next(v for v in BY_SLUG[term.setting].values if not term.holds(v))
                self.assertEqual(applying([row], facts, tokens, {**values, term.setting: wrong}), (), row.slug)

    @given(st.lists(st.sampled_from(ROWS), unique=True))
    def test_the_dearest_comes_first_whatever_the_order_of_the_table(self, rows: list[Check | Slip]) -> None:
        facts, tokens, values = dict(PLAIN), frozenset[str](), dict[str, Any]()
        for row in rows:
            more = met(row)
            facts |= {test.fact: more[0][test.fact] for test in row.when}
            tokens |= more[1]
            values |= more[2]
        found = applying(rows, facts, tokens, values)
        costs = [one.row.lost * one.row.likely for one in found]
        self.assertEqual(costs, sorted(costs, reverse=True))
        self.assertLessEqual({one.row for one in found}, set(rows))

    def test_numbers_of_the_situation_are_in_the_sentence_and_none_is_in_the_table(self) -> None:
        for row in ROWS:
            words = (row.text, row.because) if isinstance(row, Check) else (row.happens, row.harmless)
            for text in words:
                self.assertFalse(any(c.isdigit() for c in text.split("{")[0]), text)
        time = next(row for row in CHECKS if row.slug == "time_for_it")
        facts, tokens, values = met(time)
        (told,) = applying([time], {**facts, "time_s": 0.001, "speed_m_s": 5.5}, tokens, values)
        self.assertEqual(told.text, "The time is 1/1000: fast enough for 5.5 m/s?")
