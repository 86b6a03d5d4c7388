"""Where a person's setups use a setting, and what a change of the profile would change."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from django.db.models import QuerySet
from django.http import Http404, HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from craft.advice.advise import advise
from craft.configuration.configure import Configuration, Origin, configure
from craft.errors import CraftError
from craft.loading.special import BY_SPECIAL
from craft.loading.walk import Way
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from exchange.configuration_form import Value as ValueOut
from exchange.facts_form import Slug
from exchange.problems import InputError, Problem
from exchange.profile_form import PersonForm
from exchange.situation_form import SituationForm
from exchange.walk_form import WalkOut, fresh_of, values_of, walk_of
from gear.actions import believed, hold, keep_in_slot, refuse, with_state
from gear.models import Piece
from outings.actions import Kit
from outings.day import said
from outings.models import Situation

router = Router(tags=["settings"])


class UseOut(Schema):
    """The value of a setting in one of the person's setups; problem: why there is none."""

    situation: int
    title: str
    outing: str
    body: str
    value: ValueOut | None
    shown: str
    reason: str
    origin: Origin | None
    problem: str


class DifferenceOut(Schema):
    """A setting whose value would change; own: what the body calls it, or an empty text."""

    setting: str
    own: str
    label: str
    before: str
    after: str


class AffectedOut(Schema):
    """A setup that a new profile would change; problem: why it would have none."""

    situation: int
    title: str
    outing: str
    body: str
    differences: list[DifferenceOut]
    problem: str


Special = Literal["", "hand_over", "sets"]


class SlotAt(Schema):
    """A slot of the body, counted from one."""

    bank: Annotated[int, Field(strict=True, ge=1, le=2)] = 1
    number: Annotated[int, Field(strict=True, ge=1, le=20)]
    special: Special = ""


class RefusedIn(Schema):
    """A setting, and why it could not be set."""

    setting: Slug
    why: Annotated[str, Field(max_length=200)] = ""
    special: Special = ""


def _situations(request: HttpRequest) -> QuerySet[Situation]:
    return Situation.objects.filter(outing__person=request.user, outing__deleted_at=None, deleted_at=None).select_related("outing")


def _configured(kit: Kit, document: dict[str, Any]) -> Configuration:
    situation = SituationForm.model_validate(kit.resolve(document)).value()
    return configure(situation, advise(situation))


@router.get("/settings/{slug}/uses", response=list[UseOut])
def uses(request: HttpRequest, slug: str) -> list[UseOut]:
    """Which of my setups use which value of a setting."""
    if slug not in BY_SLUG:
        raise Http404
    kit = Kit(request.user)
    return [_use(kit, row, slug) for row in _situations(request)]


def _use(kit: Kit, row: Situation, slug: str) -> UseOut:
    found = UseOut(
        situation=row.pk,
        title=row.document["title"],
        outing=row.outing.title,
        body=row.document["body"],
        value=None,
        shown="",
        reason="",
        origin=None,
        problem="",
    )
    try:
        made = next((r for r in _configured(kit, row.document).rows if r.setting.slug == slug), None)
    except (InputError, CraftError) as error:
        return found.model_copy(update={"problem": said(error)})
    if made is None:
        return found.model_copy(update={"problem": "this body has no such setting"})
    shown = say_value(made.setting, made.value)
    return found.model_copy(update={"value": made.value, "shown": shown, "reason": made.because, "origin": made.origin})


def _body_of(request: HttpRequest, row: Situation) -> Piece:
    return with_state(request.user).get(slug=row.document["body"])


def _form(request: HttpRequest, row: Situation) -> SituationForm:
    return SituationForm.model_validate(Kit(request.user).resolve(row.document))


def walk_to(request: HttpRequest, row: Situation, way: Way | None, special: str = "") -> WalkOut:
    """The walk from what the body is believed to hold to a situation's setup, or to a special one."""
    return walk_of(_form(request, row), believed(_body_of(request, row)), way, special)


@router.get("/situations/{pk}/walk", response=WalkOut)
def walk(request: HttpRequest, pk: int, way: Way | None = None, special: Special = "") -> WalkOut:
    """The shortest walk through the body's menus that brings it to this situation's setup, or to a special one."""
    return walk_to(request, get_object_or_404(_situations(request), pk=pk), way, special)


@router.post("/situations/{pk}/walk/reset", response=WalkOut)
def has_been_reset(request: HttpRequest, pk: int, special: Special = "") -> WalkOut:
    """The body has just been reset: it holds what it came with, and the walk goes on from there."""
    row = get_object_or_404(_situations(request), pk=pk)
    hold(_body_of(request, row), dict(fresh_of(_form(request, row))), verified=True)
    return walk_to(request, row, None, special)


@router.post("/situations/{pk}/walk/slot", response=WalkOut)
def has_turned(request: HttpRequest, pk: int, at: SlotAt) -> WalkOut:
    """The body has been turned to a slot: it holds what that brings back, and the walk goes on from there."""
    row = get_object_or_404(_situations(request), pk=pk)
    body = _body_of(request, row)
    kept = body.slots.filter(bank=at.bank, number=at.number).first()
    if kept is None:
        raise InputError([Problem("/number", "nobody wrote down what this slot holds")])
    hold(body, kept.values, verified=False)
    return walk_to(request, row, None, at.special)


@router.put("/situations/{pk}/walk/slot", response=WalkOut)
def keep_it(request: HttpRequest, pk: int, at: SlotAt) -> WalkOut:
    """This situation's setup, or a special one, was set and kept in a slot of the body: so the body holds it, too."""
    row = get_object_or_404(_situations(request), pk=pk)
    values = dict(values_of(_form(request, row), at.special))
    title = BY_SPECIAL[at.special].label if at.special else str(row.document["title"])
    body = _body_of(request, row)
    keep_in_slot(body, at.bank, at.number, title, values)
    hold(body, dict(values), verified=True)
    return walk_to(request, row, None, at.special)


@router.put("/situations/{pk}/walk/refused", response=WalkOut)
def could_not(request: HttpRequest, pk: int, refused: RefusedIn) -> WalkOut:
    """A setting could not be set on the body, and why; without a reason the mark is taken back."""
    row = get_object_or_404(_situations(request), pk=pk)
    refuse(_body_of(request, row), refused.setting, refused.why.strip())
    return walk_to(request, row, None, refused.special)


@router.post("/profile/preview", response=list[AffectedOut])
def preview(request: HttpRequest, document: PersonForm) -> list[AffectedOut]:
    """Which setups a new profile would change, and how; nothing is saved."""
    now, then = Kit(request.user), Kit(request.user)
    then.profile = document.model_dump(mode="json")
    affected = [_affected(now, then, row) for row in _situations(request)]
    return [row for row in affected if row.differences or row.problem]


def _affected(now: Kit, then: Kit, row: Situation) -> AffectedOut:
    found = AffectedOut(
        situation=row.pk, title=row.document["title"], outing=row.outing.title, body=row.document["body"], differences=[], problem=""
    )
    try:
        before: dict[str, Value] = _configured(now, row.document).values
    except (InputError, CraftError):
        before = {}
    try:
        after = _configured(then, row.document).values
    except (InputError, CraftError) as error:
        return found.model_copy(update={"problem": said(error)})
    differences = [
        DifferenceOut(
            setting=slug,
            own=now.words.get(row.document["body"], {}).get(slug, ""),
            label=BY_SLUG[slug].label,
            before=say_value(BY_SLUG[slug], before[slug]) if slug in before else "",
            after=say_value(BY_SLUG[slug], value),
        )
        for slug, value in after.items()
        if before.get(slug) != value
    ]
    return found.model_copy(update={"differences": differences})
