"""A question is answered once: what was said decides, and nothing else."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.configuration.configure import configure
from craft.errors import CraftError
from craft.setup.advise import advise
from forms.answer import answer_to
from forms.situation_form import SituationForm
from forms.tests.situations import situations

SPORT = {"genre": "sports", "body": "merrow-swift-20", "lens": "merrow-70-200", "light": {"ev100": 11}}


def asked(**change: Any) -> SituationForm:
    return SituationForm.model_validate({**SPORT, **change})


class Answers(TestCase):
    def test_the_same_question_has_the_same_answer_and_another_its_own(self) -> None:
        first = answer_to(asked())
        self.assertIs(answer_to(asked()), first)
        for change in ({"light": {"ev100": 11.01}}, {"locks": {"iso": 400}}, {"settings": {"beeps": "on"}}, {"lens": "merrow-24-70"}):
            other = answer_to(asked(**change))
            self.assertIsNot(other, first, change)
            self.assertNotEqual((other.setup, other.configuration.values), (first.setup, first.configuration.values), change)

    def test_what_was_left_out_is_not_what_was_said_to_be_nothing(self) -> None:
        """A share left out is one stop, a share of nothing is without end: the two read alike once filled in."""
        short = answer_to(asked(light={"ev100": 2}, concessions=[{"intent": "freeze", "up_to_stops": 1}]))
        endless = answer_to(asked(light={"ev100": 2}, concessions=[{"intent": "freeze", "up_to_stops": None}]))
        self.assertNotEqual(short.setup.exposure.shutter_s, endless.setup.exposure.shutter_s)

    def test_a_refusal_is_given_each_time(self) -> None:
        for _ in range(2):
            with self.assertRaises(CraftError) as refused:
                answer_to(asked(locks={"aperture": 1.0}))
            self.assertEqual(refused.exception.where, ("locks", "aperture"))

    @settings(max_examples=25, deadline=None)
    @given(situations(), st.booleans())
    def test_it_is_what_the_craft_says_asked_first_or_again(self, raw: dict[str, Any], again: bool) -> None:
        form = SituationForm.model_validate(raw)
        if again:
            answer_to(SituationForm.model_validate(raw))
        found, situation = answer_to(form), form.value()
        setup = advise(situation, simulated=True)
        made = configure(situation, setup)
        self.assertEqual((found.setup, found.configuration), (setup, made))
        self.assertEqual(found.tokens, made.around.tokens)
        at_once = answer_to(form, at_once=True)
        for one, other in zip(found.setup.decisions, at_once.setup.decisions, strict=True):
            self.assertTrue(one == other or one.decision == "focus", f"{one.decision} waits for what is simulated")
        for part in ("exposure", "metering", "range", "white", "drive", "iso_limits", "bracketing", "notes", "series", "zone"):
            self.assertEqual(getattr(found.setup, part), getattr(at_once.setup, part), part)
        followed = found.setup.focus.following
        self.assertEqual(followed is None, at_once.setup.focus.following is None)
        self.assertTrue(followed is None or (followed.simulated and 0 <= followed.kept <= followed.fired + 0.05))
        self.assertEqual({name: found.facts[name] for name in setup.facts}, dict(setup.facts))
