"""A walk through the menus in JSON."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass, field

from pydantic import BaseModel

from craft.configuration.configure import Configuration, Origin
from craft.day.shortcuts import Through
from craft.day.special import special_configuration
from craft.day.walk import TURN, Menus, Part, Walk, Way, by_slot, needed, walk
from craft.kit.dialect import in_own_words
from craft.kit.traits import Traits
from craft.setup.saying.words import areas_words
from craft.vocabulary.setting import GROUP_WORDS, Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from forms.answer import Answer, answer_to
from forms.configuration_form import Value as ValueOut
from forms.dialect_form import DialectForm
from forms.layout_form import LayoutForm
from forms.situation_form import SituationForm


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


class ByHandOut(BaseModel):
    """A setting to set that has no place in the menus as they are written down; decided: a decision of the setup or a hand asks for it."""

    setting: str
    label: str
    group: str
    before: str | None
    value: ValueOut
    shown: str
    decided: bool


class ShutOut(BaseModel):
    """A value that the setup needs and that cannot be chosen as things stand, and why."""

    setting: str
    label: str
    shown: str
    why: str


class WalkOut(BaseModel):
    """A walk from what the body is believed to hold to what it should hold.

    plainly: presses of the same items from top to bottom; proven: no walk over them is shorter;
    audit_presses, reset_presses: looking every unknown item up, or resetting first; elsewhere:
    settings that should change and have no place in the menus as they are written down, by_hand: the same with
    their values; shut: values of the setup that the body closes; words: items of the menus that somebody wrote down, without which no press can be counted; slot: from which
    the rest is shorter, or null, and its presses with the turn, and settings that are then left; slot_names: of the first and the second bank; refused: what could not be set, and why; more: settings that differ and are
    not in this part.
    """

    way: Way
    steps: list[WalkStepOut]
    presses: float
    plainly: float
    proven: bool
    audit_presses: float
    reset_presses: float
    elsewhere: list[str]
    by_hand: list[ByHandOut]
    shut: list[ShutOut]
    words: int
    slot: int | None
    slot_presses: float
    slot_left: int
    slot_names: list[list[str]]
    refused: list[RefusedOut]
    more: int = 0


def _by_hand(made: Walk, configuration: Configuration, held: Mapping[str, Value]) -> list[ByHandOut]:
    """What has no place in the menus, decisions first, in the order in which one sets it."""
    without = set(made.elsewhere)
    rows = [
        ByHandOut(
            setting=row.setting.slug,
            label=row.setting.label,
            group=GROUP_WORDS[row.setting.group],
            before=say_value(row.setting, held[row.setting.slug]) if row.setting.slug in held else None,
            value=row.value,
            shown=say_value(row.setting, row.value),
            decided=row.origin in (Origin.DECIDED, Origin.LOCKED),
        )
        for row in configuration.rows
        if row.setting.slug in without
    ]
    return sorted(rows, key=lambda row: not row.decided)


def walk_form(
    made: Walk,
    dialect: DialectForm,
    slot: tuple[int, Walk] | None,
    traits: Traits,
    areas: str,
    refused: list[RefusedOut],
    configuration: Configuration,
    held: Mapping[str, Value],
) -> WalkOut:
    """A walk in the open form, values in the body's words where it has them; areas: that are worth a place on the list, in words."""
    words = {entry.setting: entry.values for entry in dialect.entries}

    def said(slug: str, value: Value) -> str:
        return in_own_words(BY_SLUG[slug], value, words[slug], traits.scales)

    def to_set(slug: str, value: Value) -> str:
        told = said(slug, value)
        return f"{told}: {areas}" if areas and (slug, value) == ("area_list", "those_used") else told

    return WalkOut(
        way=made.way,
        steps=[
            WalkStepOut(
                setting=step.setting,
                label=step.label,
                neutral=BY_SLUG[step.setting].label,
                menu=list(step.menu),
                before=None if step.before is None else said(step.setting, step.before),
                value=step.value,
                shown=to_set(step.setting, step.value),
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
        by_hand=_by_hand(made, configuration, held),
        shut=[
            ShutOut(setting=row.setting.slug, label=row.setting.label, shown=say_value(row.setting, row.value), why=row.closed)
            for row in configuration.rows
            if row.closed and row.origin in (Origin.DECIDED, Origin.LOCKED) and held.get(row.setting.slug) != row.value
        ],
        words=sum(bool(entry.setting) for entry in dialect.entries),
        slot=slot[0] if slot else None,
        slot_presses=TURN + slot[1].presses if slot else 0,
        slot_left=len(slot[1].steps) + len(slot[1].elsewhere) if slot else 0,
        slot_names=[[bank.called(k + 1) for k in range(bank.slots)] for bank in traits.all_banks],
        refused=refused,
    )


@dataclass(frozen=True, slots=True)
class Believed:
    """A body as it is believed to stand: its menus, what it holds, what its slots bring back, what could not be set.

    layout: how it is laid out, and the revision of that.
    """

    menus: Menus
    held: Mapping[str, Value]
    dialect: DialectForm = field(default_factory=DialectForm)
    slots: Mapping[int, Mapping[str, Value]] = field(default_factory=dict)
    refused: list[RefusedOut] = field(default_factory=list)
    layout: tuple[LayoutForm, int] = field(default_factory=lambda: (LayoutForm(), 1))


def _made(form: SituationForm, special: str) -> Configuration:
    return _made_of(answer_to(form), special)


def _made_of(answer: Answer, special: str) -> Configuration:
    return special_configuration(special, answer.situation, answer.setup) if special else answer.configuration


def walk_of(form: SituationForm, body: Believed, way: Way | None = None, special: str = "", part: Part = Part.WHOLE) -> WalkOut:
    """The walk that brings a body to a situation's setup, or to a special one, or to a part of it; the rest is walked once what is needed is set.

    Raises
    ------
    CraftError : the situation has no setup as it stands.
    """
    answer = answer_to(form)
    made = _made_of(answer, special)
    refused = frozenset(one.setting for one in body.refused)
    parts = {True: Part.NEEDED, False: Part.REST}
    others = frozenset(row.setting.slug for row in made.rows if part is not Part.WHOLE and parts[needed(row)] is not part)
    held, without = body.held, refused | others
    if part is Part.REST:
        held, way = {**held, **{row.setting.slug: row.value for row in made.rows if row.setting.slug in others}}, Way.AUDIT
    found = walk(made, held, body.menus, way, without)
    turned = None if part is Part.REST else by_slot(made, held, body.slots, body.menus, without)
    told = walk_form(found, body.dialect, turned, answer.situation.body.traits, areas_words(answer.setup), body.refused, made, held)
    differ = (row for row in made.rows if not row.closed and body.held.get(row.setting.slug) != row.value)
    return told.model_copy(update={"more": sum(row.setting.slug in others - refused for row in differ)})


def fresh_of(form: SituationForm) -> dict[str, Value]:
    """What a body is known to hold when it has just been reset, by setting: defaults that its owner has stated, no guesses.

    Raises
    ------
    CraftError : the situation has no setup as it stands.
    """
    return _made(form, "").fresh


def values_of(form: SituationForm, special: str = "") -> Mapping[str, Value]:
    """What a body holds when it is set for a situation, or for a special setup, by setting.

    Raises
    ------
    CraftError : the situation has no setup as it stands, or the body no such special setup.
    """
    return _made(form, special).values
