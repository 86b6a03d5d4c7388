"""The first day with a body: a guided path that can be left and taken up again, and its record."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any

from django.db.models import QuerySet
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from craft.advice.advise import advise
from craft.configuration.configure import Configuration, configure
from craft.errors import CraftError
from craft.loading.first_day import CARD_LOSS, FIRST_STEPS, Task, tasks_of
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from exchange.configuration_form import Value
from exchange.dialect_form import BETWEEN, DialectForm
from exchange.layout_form import LayoutForm
from exchange.problems import InputError, Problem
from exchange.situation_form import SituationForm
from gear.actions import hold, layout_of, with_state
from gear.models import FirstStep, Layout, Piece
from outings.actions import Kit
from outings.models import Outing, Situation
from outings.slots_api import BodySlots, slots_of
from people.versions import tag

router = Router(tags=["first day"])


class TaskRow(Schema):
    """A setting to look after: the body's own word or an empty text, its place in the menus, what it should hold and why, what it is believed to hold (null: nobody knows);
    right: that it holds so, or as a setup in one of its slots has it."""

    setting: str
    label: str
    own: str
    menu: str
    wanted: Value
    shown: str
    because: str
    held: str | None
    right: bool
    verified_at: dt.datetime | None


class LossOut(Schema):
    """What a card's failure loses under one role of the second card."""

    role: str
    loses: str
    chosen: bool


class TaskOut(Schema):
    """A step, why it comes here, and when it was done."""

    slug: str
    title: str
    because: str
    also: str
    done_at: dt.datetime | None
    rows: list[TaskRow]


class FirstDayOut(Schema):
    """The first day with a body.

    basis: the situation whose setup the values come from; outing: the day whose slots are loaded, or
    null; left: steps that are not done; unverified: settings of the steps that nobody has looked at, or
    that are otherwise; collides: other bodies of the person with the same prefix.
    """

    body: str
    name: str
    firmware: str
    basis: str
    tasks: list[TaskOut]
    left: int
    unverified: int
    losses: list[LossOut]
    prefix: str
    collides: list[str]
    clock_offset_s: float | None
    layout_version: str
    outing: int | None
    outing_title: str
    slots: BodySlots | None


class StepDone(Schema):
    """A step that was done (its settings hold what they should: somebody has looked), or not after all."""

    step: Annotated[str, Field(min_length=1, max_length=40)]
    done: bool


def _usual(kit: Kit, body: str) -> tuple[str, dict[str, Any]]:
    """A situation to take values from where the person has none with a body: street, with the first lens that fits."""
    own = kit.pieces["body", body].get("fixed_lens")
    lenses = [own] if own else [slug for kind, slug in kit.pieces if kind == "lens"]
    for lens in lenses:
        document = {"genre": "street", "body": body, "lens": lens, "light": {"condition": "open_shade"}}
        try:
            SituationForm.model_validate(kit.resolve(document)).value()
        except (InputError, CraftError):
            continue
        return "street work in open shade", document
    raise InputError([Problem("", "no lens of your kit fits this body: add one under Kit")])


def _situations(person: Any, body: str) -> QuerySet[Situation]:
    rows = Situation.objects.filter(outing__person=person, outing__deleted_at=None, deleted_at=None, document__body=body)
    return rows.select_related("outing").order_by("outing__day", "position")


def _configured(kit: Kit, body: str) -> tuple[str, Configuration, Outing | None]:
    """The setup that the first day takes its values from, and the outing it belongs to."""
    day = next((row.outing for row in _situations(kit.person, body)), None)
    for row in _situations(kit.person, body):
        try:
            situation = SituationForm.model_validate(kit.resolve(row.document)).value()
            return str(row.document["title"]), configure(situation, advise(situation)), day
        except (InputError, CraftError):
            continue
    title, document = _usual(kit, body)
    situation = SituationForm.model_validate(kit.resolve(document)).value()
    return title, configure(situation, advise(situation)), day


def _row(task_row: Any, held: dict[str, Any], words: dict[str, Any], kept: list[dict[str, Any]]) -> TaskRow:
    slug = task_row.setting.slug
    entry, known = words.get(slug), held.get(slug)

    def said(value: Any) -> str:
        own = entry.values.get(str(value)) if entry else None
        return own or say_value(task_row.setting, value)

    return TaskRow(
        setting=slug,
        label=task_row.setting.label,
        own=entry.label if entry else "",
        menu=BETWEEN.join(entry.menu) if entry else "",
        wanted=task_row.value,
        shown=said(task_row.value),
        because=task_row.because,
        held=said(known.value) if known else None,
        right=known is not None and known.value in (task_row.value, *(values.get(slug) for values in kept)),
        verified_at=known.verified_at if known else None,
    )


def first_day_of(piece: Piece, kit: Kit) -> FirstDayOut:
    """All of it."""
    basis, made, day = _configured(kit, piece.slug)
    held = {row.setting: row for row in piece.held.all()}
    words = {e.setting: e for e in DialectForm.model_validate(piece.dialect.document).entries} if hasattr(piece, "dialect") else {}
    done = dict(piece.first_steps.values_list("slug", "at"))
    kept = [slot.values for slot in piece.slots.all()]
    tasks = [_task(task, held, words, done, kept) for task in tasks_of(made.rows)]
    row = layout_of(piece)
    layout = LayoutForm.model_validate(row.document)
    others = Layout.objects.filter(piece__person=kit.person, piece__deleted_at=None).exclude(piece=piece).select_related("piece")
    collides = [str(other.piece.document["name"]) for other in others if layout.prefix and other.document.get("prefix") == layout.prefix]
    role = made.values.get("card_roles")
    slots = next((body for body in slots_of(day, kit).bodies if body.body == piece.slug), None) if day else None
    return FirstDayOut(
        body=piece.slug,
        name=str(piece.document["name"]),
        firmware=str(piece.document.get("facts", {}).get("firmware", "")),
        basis=basis,
        tasks=tasks,
        left=sum(task.done_at is None for task in tasks),
        unverified=sum(not row.right or row.verified_at is None for task in tasks for row in task.rows),
        losses=[
            LossOut(role=say_value(BY_SLUG["card_roles"], slug), loses=loses, chosen=slug == role)
            for slug, loses in CARD_LOSS.items()
            if role is not None
        ],
        prefix=layout.prefix,
        collides=collides,
        clock_offset_s=layout.clock_offset_s,
        layout_version=tag(row.revision),
        outing=day.pk if day else None,
        outing_title=day.title if day else "",
        slots=slots,
    )


def _task(task: Task, held: dict[str, Any], words: dict[str, Any], done: dict[str, dt.datetime], kept: list[dict[str, Any]]) -> TaskOut:
    return TaskOut(
        slug=task.step.slug,
        title=task.step.title,
        because=task.step.because,
        also=task.step.also,
        done_at=done.get(task.step.slug),
        rows=[_row(row, held, words, kept) for row in task.rows],
    )


def _body(request: HttpRequest, slug: str) -> Piece:
    piece: Piece = get_object_or_404(with_state(request.user), slug=slug, deleted_at=None)
    return piece


@router.get("/kit/bodies/{slug}/first", response=FirstDayOut)
def first_day(request: HttpRequest, slug: str) -> FirstDayOut:
    """The first day with a body, as far as it has come."""
    return first_day_of(_body(request, slug), Kit(request.user))


@router.put("/kit/bodies/{slug}/first", response=FirstDayOut)
def step_done(request: HttpRequest, slug: str, step: StepDone) -> FirstDayOut:
    """A step was done: its settings hold what they should, and somebody has looked; or it was not after all."""
    piece, kit = _body(request, slug), Kit(request.user)
    if step.step not in {row.slug for row in FIRST_STEPS}:
        raise InputError([Problem("/step", f"{', '.join(row.slug for row in FIRST_STEPS)} is accepted")])
    if step.done:
        tasks = {task.step.slug: task for task in tasks_of(_configured(kit, slug)[1].rows)}
        if step.step not in tasks:
            raise InputError([Problem("/step", "this body has nothing of that step")])
        hold(piece, {row.setting.slug: row.value for row in tasks[step.step].rows}, verified=True)
        FirstStep.objects.get_or_create(piece=piece, slug=step.step, defaults={"at": timezone.now()})
    else:
        piece.first_steps.filter(slug=step.step).delete()
    return first_day_of(_body(request, slug), kit)


@router.post("/kit/bodies/{slug}/first/reset", response=FirstDayOut)
def as_new(request: HttpRequest, slug: str) -> FirstDayOut:
    """The body is new, or was just reset: it holds what it left the box with, its slots nothing, and the path begins."""
    piece, kit = _body(request, slug), Kit(request.user)
    made = _configured(kit, slug)[1]
    hold(piece, {row.setting.slug: row.default for row in made.rows}, verified=False)
    piece.first_steps.all().delete()
    piece.slots.all().delete()
    piece.refused.all().delete()
    return first_day_of(_body(request, slug), kit)
