"""A body's own steps and our values: there and back, in order, to the ends; what contradicts itself is refused at its place."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.kit.own_steps import SCALED, Preset, Scale, nearest_preset, values_of
from craft.kit.traits import Traits

SCALE = st.builds(lambda low, span, turned: Scale(low, low + span, turned), st.integers(-9, 9), st.integers(1, 20), st.booleans())


class OwnSteps(TestCase):
    @given(st.sampled_from(SCALED), SCALE)
    def test_what_a_body_can_be_set_to_comes_back_and_keeps_its_order(self, setting: str, scale: Scale) -> None:
        there, ours = scale.values(setting), values_of(setting)
        steps = [scale.step_of(setting, value) for value in there]
        self.assertEqual([scale.value_of(setting, step) for step in steps], list(there))
        self.assertEqual(sorted(steps, reverse=scale.turned), steps)
        self.assertEqual({steps[0], steps[-1]}, {scale.lowest, scale.highest})
        self.assertEqual(len(there), min(scale.span + 1, len(ours)))

    @given(st.lists(st.tuples(st.integers(-2, 2), st.integers(1, 7)), min_size=1, max_size=6), st.sampled_from(values_of("tracking_hold")))
    def test_no_preset_is_nearer_than_the_one_that_is_named(self, steps: list[tuple[int, int]], hold: str) -> None:
        scales = {"tracking_hold": Scale(-2, 2), "subject_path": Scale(1, 7, turned=True)}
        presets = tuple(Preset(str(k), {"tracking_hold": a, "subject_path": b}) for k, (a, b) in enumerate(steps))
        found = nearest_preset({"tracking_hold": hold, "subject_path": "steady"}, scales, presets)
        assert found
        wanted = values_of("tracking_hold").index(hold) - 2
        self.assertEqual(found[1], min(abs(a - wanted) + abs(b - 7) for a, b in steps))

    def test_what_contradicts_itself_is_refused_at_its_place(self) -> None:
        hold = {"tracking_hold": Scale(-2, 2)}
        for made, place, said in (
            (lambda: Scale(2, 2), ("highest",), "two to twenty-one steps"),
            (lambda: Scale(0, 40), ("highest",), "two to twenty-one steps"),
            (lambda: Traits(scales={"beeps": Scale(0, 1)}), ("scales", "beeps"), "has no scale"),
            (
                lambda: Traits(presets=(Preset("a", {"tracking_hold": 1}),)),
                ("presets", 0, "steps", "tracking_hold"),
                "write down the scale",
            ),
            (
                lambda: Traits(scales=hold, presets=(Preset("a", {"tracking_hold": 3}),)),
                ("presets", 0, "steps", "tracking_hold"),
                "-2 to 2",
            ),
            (lambda: Traits(scales=hold, presets=(Preset("a"), Preset("a"))), ("presets", 1, "name"), "another preset"),
            (lambda: Traits(scales=hold, presets_only=True), ("presets_only",), "at least one preset"),
        ):
            with self.subTest(said), self.assertRaisesRegex(CraftError, said) as refused:
                made()
            self.assertEqual(refused.exception.where, place)
