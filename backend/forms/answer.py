"""A situation's whole answer, made once for the same question and shared by all who ask it."""

from __future__ import annotations

import hashlib
from collections.abc import Callable
from dataclasses import dataclass, field
from functools import cached_property

from craft.configuration.configure import Configuration, configure
from craft.configuration.decided import facts_of
from craft.kept import kept_as
from craft.scene.situation import Situation
from craft.setup.advise import advise
from craft.setup.setup import Setup
from forms.situation_form import SituationForm


@dataclass(frozen=True)
class Answer:
    """A situation as the craft sees it, its setup, and, once somebody asks, every setting of its body; key: of the question."""

    situation: Situation
    setup: Setup
    key: str

    @cached_property
    def configuration(self) -> Configuration:
        """Every setting of the body.

        Raises
        ------
        CraftError : a setting, value or answer that there is not.
        """
        return configure(self.situation, self.setup)

    @property
    def tokens(self) -> frozenset[str]:
        """What body and scene bring, as tokens of craft.vocabulary.features."""
        return self.configuration.around.tokens

    @property
    def facts(self) -> dict[str, float]:
        """Facts of the setup that checks, roles and habits ask for."""
        return facts_of(self.situation, self.setup, self.tokens)


def answer_to(form: SituationForm, at_once: bool = False) -> Answer:
    """The answer to a situation in the open form; at once: with focus that follows as usual, before it is simulated.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    """
    return _answer(_Question(form.model_dump_json(exclude_unset=True), lambda: form), at_once)


@dataclass(frozen=True, slots=True)
class _Question:
    """A question that is the same as another when all that was said is."""

    said: str
    form: Callable[[], SituationForm] = field(compare=False)


@kept_as(120_000)
def _answer(question: _Question, at_once: bool) -> Answer:
    situation = question.form().value()
    return Answer(situation, advise(situation, simulated=not at_once), hashlib.sha256(f"{question.said} {at_once}".encode()).hexdigest())
