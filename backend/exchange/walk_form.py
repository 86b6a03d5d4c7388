"""A walk through the menus in JSON."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass, field

from pydantic import BaseModel

from craft.advice.advise import advise
from craft.configuration.around import given_for
from craft.configuration.configure import Configuration, configure
from craft.loading.shortcuts import Through
from craft.loading.special import special_configuration
from craft.loading.walk import TURN, Menus, Walk, Way, by_slot, walk
from craft.vocabulary.rules import Given
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from exchange.configuration_form import Value as ValueOut
from exchange.dialect_form import DialectForm
from exchange.situation_form import SituationForm


class WalkStepOut(BaseModel):
    """One item to set, in the body's words; before null: nobody knows; through: where, menu: its pages, list or button."""

    setting: str
    label: str
    neutral: str
    menu: list[str]
    before: str | None
    value: ValueOut
    shown: str
    presses: float
    through: Through


class RefusedOut(BaseModel):
    """A setting that could not be set on the body, and why."""

    setting: str
    label: str
    why: str
    at: dt.datetime


class WalkOut(BaseModel):
    """A walk from what the body is believed to hold to what it should hold.

    plainly: presses of the same items from top to bottom; proven: no walk over them is shorter;
    audit_presses, reset_presses: looking every unknown item up, or resetting first; elsewhere:
    settings that should change and have no place in the menus as they are written down; slot: from which
    the rest is shorter, or null, and its presses with the turn; refused: what could not be set, and why.
    """

    way: Way
    steps: list[WalkStepOut]
    presses: float
    plainly: float
    proven: bool
    audit_presses: float
    reset_presses: float
    elsewhere: list[str]
    slot: int | None
    slot_presses: float
    refused: list[RefusedOut]


def _said(slug: str, value: Value, values: Mapping[str, str]) -> str:
    return values.get(str(value)) or say_value(BY_SLUG[slug], value)


def walk_form(made: Walk, dialect: DialectForm, slot: tuple[int, float] | None, refused: list[RefusedOut]) -> WalkOut:
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
                through=step.through,
            )
            for step in made.steps
        ],
        presses=made.presses,
        plainly=made.plainly,
        proven=made.proven,
        audit_presses=made.audit_presses,
        reset_presses=made.reset_presses,
        elsewhere=[BY_SLUG[slug].label for slug in made.elsewhere],
        slot=slot[0] if slot else None,
        slot_presses=slot[1] if slot else 0,
        refused=refused,
    )


@dataclass(frozen=True, slots=True)
class Believed:
    """A body as it is believed to stand: its menus, what it holds, what its slots bring back, what could not be set."""

    menus: Menus
    held: Mapping[str, Value]
    words: DialectForm = field(default_factory=DialectForm)
    slots: Mapping[int, Mapping[str, Value]] = field(default_factory=dict)
    refused: list[RefusedOut] = field(default_factory=list)


def _made(form: SituationForm, special: str) -> tuple[Configuration, Given]:
    situation = form.value()
    setup = advise(situation)
    made = special_configuration(special, situation, setup) if special else configure(situation, setup)
    return made, given_for(situation, setup)


def walk_of(form: SituationForm, body: Believed, way: Way | None = None, special: str = "") -> WalkOut:
    """The walk that brings a body to a situation's setup, or to a special one.

    Raises
    ------
    CraftError : the situation has no setup as it stands.
    """
    made, given = _made(form, special)
    without = frozenset(one.setting for one in body.refused)
    found = walk(made, body.held, body.menus, given, way, without)
    turned = by_slot(made, body.held, body.slots, body.menus, given, without)
    return walk_form(found, body.words, (turned[0], TURN + turned[1].presses) if turned else None, body.refused)


def fresh_of(form: SituationForm) -> dict[str, Value]:
    """What a body holds when it has just been reset, by setting.

    Raises
    ------
    CraftError : the situation has no setup as it stands.
    """
    return {row.setting.slug: row.default for row in _made(form, "")[0].rows}


def values_of(form: SituationForm, special: str = "") -> dict[str, Value]:
    """What a body holds when it is set for a situation, or for a special setup, by setting.

    Raises
    ------
    CraftError : the situation has no setup as it stands, or the body no such special setup.
    """
    return _made(form, special)[0].values
