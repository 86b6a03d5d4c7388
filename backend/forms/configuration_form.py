"""A whole configuration in JSON."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Annotated

from pydantic import BaseModel, Field

from craft.configuration.configure import Configured, Origin
from craft.configuration.handing_over import handing_over
from craft.kept import kept_as
from craft.vocabulary.checker import Violation
from craft.vocabulary.setting import Reach, Setting
from craft.vocabulary.settings import setting_for
from craft.vocabulary.words import say_value
from forms.answer import Answer
from forms.situation_form import HELD_AS

Value = float | Annotated[str, Field(max_length=60)]


class ChoiceOut(BaseModel):
    """A value and how it is read."""

    value: Value
    shown: str


class SettingOut(BaseModel):
    """One setting of a configuration.

    by: habit or decision behind it; guessed: nobody has said that the default is this body's own; closed: why it cannot be chosen now; offered: the values to choose
    from, empty for free numbers and for the dials that are held under ``locks``;
    firmware: what is known of it is true for this version, where the body has another.
    """

    value: Value
    shown: str
    reason: str
    origin: Origin
    by: str
    default: Value
    default_shown: str
    guessed: bool
    reach: Reach
    closed: str
    offered: list[ChoiceOut]
    firmware: str


class ViolationOut(BaseModel):
    """A broken dependency."""

    rule: str
    settings: list[str]
    reason: str
    way_out: str


class ChangedOut(BaseModel):
    """A setting with another value."""

    setting: str
    value: Value
    shown: str


class ObstacleOut(ChangedOut):
    """A value that would clear one dependency and break another."""

    reason: str


class ChangeOut(BaseModel):
    """The smallest change that clears all violations; blocked: settings set by hand that clash, and then
    obstacles: what else would be tried, and why it would not do."""

    values: list[ChangedOut]
    blocked: list[str]
    obstacles: list[ObstacleOut]
    impossible: bool


class HandedOut(BaseModel):
    """One thing that the delivery decides."""

    what: str
    value: str
    because: str
    numbers: dict[str, float]


class BundleOut(BaseModel):
    """How a bundle stands: holds, or what would change, or why it cannot be had here; sets: all of it, to be taken whole; clashes: what
    that would break beside what is decided or set by hand."""

    bundle: str
    holds: bool
    sets: list[ChangedOut]
    changes: list[ChangedOut]
    lacking: str
    clashes: list[ViolationOut]


class UnkeptOut(BaseModel):
    """An answer to a habit that this body cannot keep: what was asked, what was answered, what the body lacks for it."""

    habit: str
    question: str
    answer: str
    why: str


class ClashesOut(BaseModel):
    """How many settings the body has, and which dependencies they break."""

    settings: int
    violations: list[ViolationOut]


class ConfigurationOut(BaseModel):
    """Every setting of the body, in the order in which one sets it."""

    configuration: dict[str, SettingOut]
    violations: list[ViolationOut]
    change: ChangeOut
    handing_over: list[HandedOut]
    bundles: list[BundleOut]
    unkept: list[UnkeptOut]


@kept_as(2_000)
def _choices(setting: Setting, offered: tuple[Value, ...]) -> list[ChoiceOut]:
    """The values to choose from; the same list for every setup of a body."""
    return [ChoiceOut.model_construct(value=v, shown=say_value(setting, v)) for v in offered]


def _setting(row: Configured) -> SettingOut:
    setting = row.setting
    listed = () if setting.slug in HELD_AS else row.offered
    return SettingOut.model_construct(
        value=row.value,
        shown=say_value(setting, row.value),
        reason=row.because,
        origin=row.origin,
        by=row.by,
        default=row.default,
        default_shown=say_value(setting, row.default),
        guessed=row.guessed,
        reach=row.reach,
        closed=row.closed,
        firmware=row.firmware,
        offered=_choices(setting, listed),
    )


def _changed(values: Mapping[str, Value]) -> list[ChangedOut]:
    return [ChangedOut(setting=slug, value=value, shown=say_value(setting_for(slug), value)) for slug, value in values.items()]


def _violations(broken: Iterable[Violation]) -> list[ViolationOut]:
    return [ViolationOut(rule=v.rule.slug, settings=list(v.settings), reason=v.rule.reason, way_out=v.rule.way_out) for v in broken]


def clashes_form(answer: Answer) -> ClashesOut:
    """What does not go together in the configuration of a situation, in the open form."""
    made = answer.configuration
    return ClashesOut(settings=len(made.rows), violations=_violations(made.violations))


def configuration_form(answer: Answer) -> ConfigurationOut:
    """The whole configuration of a situation, in the open form."""
    made = answer.configuration
    change = made.change
    return ConfigurationOut(
        configuration={row.setting.slug: _setting(row) for row in made.rows},
        violations=_violations(made.violations),
        change=ChangeOut(
            values=_changed(change.values),
            blocked=list(change.blocked),
            obstacles=[
                ObstacleOut(setting=o.setting, value=o.value, shown=say_value(setting_for(o.setting), o.value), reason=o.rule.reason)
                for o in change.obstacles
            ],
            impossible=change.impossible,
        ),
        handing_over=[
            HandedOut(what=h.what, value=h.value, because=h.because, numbers=dict(h.numbers))
            for h in handing_over(answer.situation, made.values, answer.setup.facts["shots"])
        ],
        bundles=[
            BundleOut(
                bundle=b.bundle.slug,
                holds=b.holds,
                sets=_changed(b.sets),
                changes=_changed(b.changes),
                lacking=b.lacking,
                clashes=_violations(made.clashes(b)),
            )
            for b in made.bundles
        ],
        unkept=[UnkeptOut(habit=u.habit.slug, question=u.habit.question, answer=u.way.label, why=u.why) for u in made.unkept],
    )
