"""Usual light, as a table."""

from __future__ import annotations

from unittest import TestCase

from craft.scene.conditions import BY_SLUG, CONDITIONS


class Conditions(TestCase):
    def test_conditions_have_sources_and_span_the_day(self) -> None:
        self.assertEqual(len(BY_SLUG), len(CONDITIONS))
        self.assertTrue(all(row.reason and row.source for row in CONDITIONS))
        self.assertEqual((CONDITIONS[0].ev100, BY_SLUG["moonless"].ev100), (16, -8))
