"""The first day with a body: a guided path that can be left and taken up again, and its record: what is computed and written down."""

from __future__ import annotations

import datetime as dt
from typing import Any

from django.db.models import QuerySet

from craft.configuration.configure import Configuration
from craft.day.first_day import CARD_LOSS, Task, tasks_of
from craft.errors import CraftError
from craft.kit.dialect import in_own_words
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from forms.answer import answer_of
from forms.dialect_form import BETWEEN, DialectForm
from forms.layout_form import LayoutForm
from forms.problems import InputError, Problem
from forms.situation_form import SituationForm
from kit.actions import body_of, facts_of, layout_of
from kit.models import Layout, Piece
from outings.actions import Kit
from outings.first_day.schemas import FirstDayOut, LossOut, TaskOut, TaskRow
from outings.models import Outing, Situation
from outings.slots.actions import slots_of
from people.versions import tag


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


def values_from(kit: Kit, body: str) -> tuple[str, Configuration, Outing | None]:
    """The setup that the first day takes its values from, and the outing it belongs to."""
    day = next((row.outing for row in _situations(kit.person, body)), None)
    for row in _situations(kit.person, body):
        try:
            answer = answer_of(kit.resolve(row.document, row.outing))
            return str(row.document["title"]), answer.configuration, day
        except (InputError, CraftError):
            continue
    title, document = _usual(kit, body)
    return title, answer_of(kit.resolve(document)).configuration, day


def _row(task_row: Any, held: dict[str, Any], words: dict[str, Any], kept: list[dict[str, Any]]) -> TaskRow:
    slug = task_row.setting.slug
    entry, known = words.get(slug), held.get(slug)

    def said(value: Any) -> str:
        return in_own_words(task_row.setting, value, entry.values if entry else {})

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
    """The whole path: every step with its rows, what is done, and the slots it ends with."""
    basis, made, day = values_from(kit, piece.slug)
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
        name=body_of(piece).name,
        firmware=facts_of(piece).firmware,
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
