"""The first day with a body: a guided path that can be left and taken up again, and its record: what is computed and written down."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.utils import timezone

from craft.configuration.configure import Configuration
from craft.day.first_day import CARD_LOSS, FIRST_STEPS, SECONDS_A_ROW, USUAL_LIGHT, Agreed, Task, agreed, tasks_of
from craft.errors import CraftError
from craft.kit.dialect import in_own_words
from craft.kit.own_steps import Scale
from craft.scene.works import WORK
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.terms import Genre
from craft.vocabulary.words import say_value
from forms.answer import answer_to
from forms.configuration_form import ChoiceOut
from forms.dialect_form import BETWEEN
from forms.layout_form import LayoutForm
from forms.outing_form import SituationDocument
from forms.problems import InputError, Problem
from forms.situation_form import LightForm
from forms.walk_form import Believed
from kit.actions import body_of, forget, hold, laid_out, layout_of, traits_of
from kit.models import FirstStep, Held, Layout, Piece
from outings.first_day.schemas import FirstDayOut, LossOut, TaskOut, TaskRow
from outings.models import Outing, Situation
from outings.reading import Kit
from outings.slots.actions import slots_of
from people.versions import tag


@dataclass(frozen=True, slots=True)
class Basis:
    """What the first day takes its values from: setups of one body with their names, and the outing they belong to."""

    titles: tuple[str, ...]
    configurations: tuple[Configuration, ...]
    outing: Outing | None

    def agreed(self, layout: LayoutForm) -> tuple[Agreed, ...]:
        """What each setting should hold once and for all."""
        return agreed(self.configurations, layout.wants) if self.configurations else ()

    @property
    def fresh(self) -> dict[str, Value]:
        """What the body is known to hold when it has just been reset."""
        return self.configurations[0].fresh if self.configurations else {}


def _usual(kit: Kit, body: str, genre: Genre) -> Configuration:
    """The setup of a kind of work in its usual light, with the first lens of the kit that fits."""
    own = kit.pieces["body", body].get("fixed_lens")
    lenses = [own] if own else [slug for kind, slug in kit.pieces if kind == "lens"]
    for lens in lenses:
        light = LightForm(condition=USUAL_LIGHT[genre])
        document = SituationDocument(title=genre.value, starts_at=dt.time(12), genre=genre, body=body, lens=lens, light=light)
        try:
            return answer_to(kit.resolve(document)).configuration
        except (InputError, CraftError):
            continue
    raise InputError([Problem("", "no lens of your kit fits this body: add one under Kit")])


def _situations(person: User, body: str) -> QuerySet[Situation]:
    rows = Situation.objects.filter(outing__person=person, outing__deleted_at=None, deleted_at=None, document__body=body)
    return rows.select_related("outing").order_by("outing__day", "position")


MOST_SETUPS = 12
"""Situations of a body that its first day is taken from."""


def basis_of(kit: Kit, body: str) -> Basis:
    """The setups that the first day takes its values from: what its owner says it is for, else its first outing's."""
    said = kit.states[body].layout[0].works
    rows = list(_situations(kit.person, body)[: MOST_SETUPS * 4])
    day = rows[0].outing if rows else None
    if said:
        words = tuple(WORK[genre].label for genre in said)
        return Basis(words, tuple(_usual(kit, body, genre) for genre in said), day)
    found: list[tuple[str, Configuration]] = []
    for row in rows:
        if row.outing_id != rows[0].outing_id or len(found) == MOST_SETUPS:
            break
        try:
            found.append((str(row.document["title"]), answer_to(kit.resolve_row(row)).configuration))
        except (InputError, CraftError):
            continue
    return Basis(tuple(title for title, _ in found), tuple(made for _, made in found), day)


def _lacks(slug: str, layout: LayoutForm, firmware: str) -> str:
    """What has to be written down before a setting can be as it should."""
    empty = {"author": not layout.author, "file_prefix": not layout.prefix, "firmware_noted": not firmware}
    return LACKS[slug] if empty.get(slug, False) else ""


LACKS = {
    "author": "write the name that goes into the files",
    "file_prefix": "write the letters that its files begin with",
    "firmware_noted": "write its version under its words",
}


@dataclass(frozen=True, slots=True)
class _Known:
    """A body as it is known: its state and words, its version, what it holds by setting, what its slots hold, and what is done."""

    state: Believed
    firmware: str
    held: dict[str, Held]
    kept: list[dict[str, Value]]
    done: dict[str, dt.datetime]
    scales: Mapping[str, Scale]


def _row(one: Agreed, body: _Known, basis: Basis) -> TaskRow:
    row, slug = one.row, one.row.setting.slug
    entry = next((e for e in body.state.dialect.entries if e.setting == slug), None)
    known = body.held.get(slug)
    lacks = _lacks(slug, body.state.layout[0], body.firmware)

    def said(value: Any) -> str:
        return in_own_words(row.setting, value, entry.values if entry else {}, body.scales)

    return TaskRow(
        setting=slug,
        label=row.setting.label,
        own=entry.label if entry else "",
        menu=BETWEEN.join(entry.menu) if entry else "",
        wanted=row.value,
        shown=said(row.value),
        because="You want it so, whatever is advised." if one.mine else row.because,
        held=said(known.value) if known else None,
        right=not lacks and known is not None and known.value in (row.value, *(kept.get(slug) for kept in body.kept)),
        lacks=lacks,
        mine=one.mine,
        otherwise=[f"{basis.titles[k]}: {said(value)}" for k, value in one.otherwise],
        offered=[ChoiceOut(value=v, shown=said(v)) for v in row.offered],
        verified_at=known.verified_at if known else None,
    )


def first_day_of(piece: Piece, kit: Kit) -> FirstDayOut:
    """The whole path: every step with its rows, what is done, and the slots it ends with.

    Raises
    ------
    ValidationError : the body is stored in a form that cannot be read.
    """
    firmware = traits_of(piece).firmware
    basis, state = basis_of(kit, piece.slug), kit.states[piece.slug]
    day, made = basis.outing, basis.configurations
    held = {row.setting: row for row in piece.held.all()}
    done = dict(piece.first_steps.values_list("slug", "at"))
    scales = body_of(piece).traits.scales
    body = _Known(state, firmware, held, [slot.values for slot in piece.slots.all()], done, scales)
    tasks = [_task(task, body, basis) for task in (tasks_of(basis.agreed(state.layout[0])) if made else ())]
    row = layout_of(piece)
    layout = laid_out(row)
    others = Layout.objects.filter(piece__person=kit.person, piece__deleted_at=None).exclude(piece=piece).select_related("piece")
    collides = [str(other.piece.document["name"]) for other in others if layout.prefix and other.document.get("prefix") == layout.prefix]
    role = made[0].values.get("card_roles") if made else None
    slots = next((body for body in slots_of(day, kit).bodies if body.body == piece.slug), None) if day else None
    return FirstDayOut(
        body=piece.slug,
        name=body_of(piece).name,
        firmware=firmware,
        asks=not made,
        works=layout.works,
        basis=" and ".join(part for part in (", ".join(basis.titles[:-1]), basis.titles[-1] if basis.titles else "") if part),
        tasks=tasks,
        left=sum(task.done_at is None for task in tasks),
        minutes=sum(task.minutes for task in tasks if task.done_at is None),
        unverified=sum(not row.right or row.verified_at is None for task in tasks for row in task.rows),
        losses=[
            LossOut(role=say_value(BY_SLUG["card_roles"], slug), loses=loses, chosen=slug == role)
            for slug, loses in CARD_LOSS.items()
            if role is not None
        ],
        prefix=layout.prefix,
        author=layout.author,
        collides=collides,
        clock_offset_s=layout.clock_offset_s,
        layout_version=tag(row.revision),
        outing=day.pk if day else None,
        outing_title=day.title if day else "",
        slots=slots,
    )


def _task(task: Task, body: _Known, basis: Basis) -> TaskOut:
    rows = [_row(one, body, basis) for one in task.rows]
    return TaskOut(
        slug=task.step.slug,
        title=task.step.title,
        because=task.step.because,
        how=task.step.how,
        also=task.step.also,
        minutes=max(1, round(sum(not row.right for row in rows) * SECONDS_A_ROW / 60)),
        done_at=body.done.get(task.step.slug),
        rows=rows,
    )


def mark(piece: Piece, kit: Kit, step: str, *, done: bool) -> None:
    """Write down that a step was done: its settings hold what they should, and somebody has looked; or that it was not after all.

    Raises
    ------
    InputError : there is no such step, or this body has nothing of it.
    """
    if step not in {row.slug for row in FIRST_STEPS}:
        raise InputError([Problem("/step", f"{', '.join(row.slug for row in FIRST_STEPS)} is accepted")])
    if not done:
        piece.first_steps.filter(slug=step).delete()
        return
    rows = basis_of(kit, piece.slug).agreed(kit.states[piece.slug].layout[0])
    tasks = {task.step.slug: task for task in tasks_of(rows)}
    if step not in tasks:
        raise InputError([Problem("/step", "this body has nothing of that step")])
    hold(piece, {one.row.setting.slug: one.row.value for one in tasks[step].rows}, verified=True)
    FirstStep.objects.get_or_create(piece=piece, slug=step, defaults={"at": timezone.now()})


def begin(piece: Piece, kit: Kit) -> None:
    """Take a body as new: it holds the defaults that its owner has stated, its slots nothing, and the path begins."""
    fresh = basis_of(kit, piece.slug).fresh
    forget(piece)
    hold(piece, dict(fresh), verified=False)
    for rows in (piece.first_steps, piece.slots, piece.refused):
        rows.all().delete()
