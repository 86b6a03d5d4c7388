"""What a body should hold once and for all, over several of its setups, and what it keeps for their slots."""

from __future__ import annotations

from collections import Counter
from types import SimpleNamespace
from typing import Any, cast
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.configuration.configure import Configured, Origin
from craft.day.first_day import FIRST_STEPS, USUAL_LIGHT, agreed, tasks_of
from craft.scene.conditions import CONDITIONS
from craft.vocabulary.setting import Reach
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.terms import Genre

SLUGS = ("grid", "beeps", "focus_mode", "look")


def configuration(values: dict[str, Any]) -> Any:
    """A configuration of four settings; only what is asked of one."""
    rows = tuple(
        Configured(
            BY_SLUG[slug],
            value,
            f"because of {value}",
            {},
            Origin.GENRE,
            "",
            BY_SLUG[slug].default,
            False,
            Reach.FILE,
            BY_SLUG[slug].values,
        )
        for slug, value in values.items()
    )
    return cast("Any", SimpleNamespace(rows=rows, values=values))


@st.composite
def setups(draw: st.DrawFn) -> list[dict[str, Any]]:
    return [{slug: draw(st.sampled_from(BY_SLUG[slug].values)) for slug in SLUGS} for _ in range(draw(st.integers(1, 5)))]


class Agreed(TestCase):
    @given(setups(), st.dictionaries(st.sampled_from(SLUGS), st.just("mine")))
    def test_most_setups_decide_the_owner_over_them_and_the_rest_is_told(self, values: list[dict[str, Any]], own: dict[str, Any]) -> None:
        found = agreed([configuration(one) for one in values], own)
        self.assertEqual([one.row.setting.slug for one in found], list(SLUGS))
        for one in found:
            slug = one.row.setting.slug
            wanted = [setup[slug] for setup in values]
            self.assertEqual(one.mine, slug in own)
            if slug in own:
                self.assertEqual(one.row.value, "mine")
            else:
                most = max(Counter(wanted).values())
                self.assertEqual(wanted.count(one.row.value), most)
                self.assertEqual(one.row.because, f"because of {one.row.value}", "the reason is that of a setup that wants it so")
            self.assertEqual(dict(one.otherwise), {k: v for k, v in enumerate(wanted) if v != one.row.value})

    def test_between_equals_the_earlier_setup_decides(self) -> None:
        found = agreed([configuration({"grid": "fine"}), configuration({"grid": "off"})], {})
        self.assertEqual((found[0].row.value, found[0].otherwise), ("fine", ((1, "off"),)))

    def test_each_kind_of_work_has_a_light_and_each_step_comes_where_its_settings_are(self) -> None:
        self.assertEqual(set(USUAL_LIGHT), set(Genre))
        self.assertLessEqual(set(USUAL_LIGHT.values()), {row.slug for row in CONDITIONS})
        tasks = tasks_of(agreed([configuration({"grid": "fine", "beeps": "off"})], {}))
        self.assertEqual([task.step.slug for task in tasks], ["prefix", "sounds", "displays", "controls"])
        self.assertTrue({"cards", "upkeep", "links"} <= {step.slug for step in FIRST_STEPS if step.how})
