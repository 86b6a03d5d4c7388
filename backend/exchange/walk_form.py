"""A walk through the menus in JSON."""

from __future__ import annotations

from collections.abc import Mapping

from pydantic import BaseModel

from craft.advice.advise import advise
from craft.configuration.around import given_for
from craft.configuration.configure import configure
from craft.loading.walk import Walk, Way, walk
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from exchange.configuration_form import Value as ValueOut
from exchange.dialect_form import DialectForm
from exchange.situation_form import SituationForm


class WalkStepOut(BaseModel):
    """One item to set, in the body's words; before null: nobody knows."""

    setting: str
    label: str
    neutral: str
    menu: list[str]
    before: str | None
    value: ValueOut
    shown: str
    presses: int


class WalkOut(BaseModel):
    """A walk from what the body is believed to hold to what it should hold.

    plainly: presses of the same items from top to bottom; proven: no walk over them is shorter;
    audit_presses, reset_presses: looking every unknown item up, or resetting first; elsewhere:
    settings that should change and have no place in the menus as they are written down.
    """

    way: Way
    steps: list[WalkStepOut]
    presses: int
    plainly: int
    proven: bool
    audit_presses: int
    reset_presses: int
    elsewhere: list[str]


def _said(slug: str, value: Value, values: Mapping[str, str]) -> str:
    return values.get(str(value)) or say_value(BY_SLUG[slug], value)


def walk_form(made: Walk, dialect: DialectForm) -> WalkOut:
    """A walk in the open form, values in the body's words where it has them."""
    words = {entry.setting: entry.values for entry in dialect.entries}
    return WalkOut(
        way=made.way,
        steps=[
            WalkStepOut(
                setting=step.setting,
                label=step.label,
                neutral=BY_SLUG[step.setting].label,
                menu=list(step.menu),
                before=None if step.before is None else _said(step.setting, step.before, words[step.setting]),
                value=step.value,
                shown=_said(step.setting, step.value, words[step.setting]),
                presses=step.presses,
            )
            for step in made.steps
        ],
        presses=made.presses,
        plainly=made.plainly,
        proven=made.proven,
        audit_presses=made.audit_presses,
        reset_presses=made.reset_presses,
        elsewhere=[BY_SLUG[slug].label for slug in made.elsewhere],
    )


def walk_of(form: SituationForm, held: Mapping[str, Value], dialect: DialectForm, way: Way | None = None) -> WalkOut:
    """The walk that brings a body to a situation's setup.

    Raises
    ------
    CraftError : the situation has no setup as it stands.
    """
    situation = form.value()
    setup = advise(situation)
    made = walk(configure(situation, setup), held, dialect.value(), given_for(situation, setup), way)
    return walk_form(made, dialect)


def fresh_of(form: SituationForm) -> dict[str, Value]:
    """What a body holds when it has just been reset, by setting.

    Raises
    ------
    CraftError : the situation has no setup as it stands.
    """
    situation = form.value()
    return {row.setting.slug: row.default for row in configure(situation, advise(situation)).rows}
