"""Before the pictures: checks of an outing, what could slip, and defaults that bite."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from craft.configuration.around import given_for
from craft.configuration.decided import facts_of
from craft.loading.checks import CHECKS, SLIPS, Applied, Check, Moment, applying
from craft.loading.defaults import Bite, defaults_that_bite
from craft.vocabulary.words import say_value
from exchange.problems import InputError, Problem
from outings.actions import Kit
from outings.day import made_of
from outings.models import Outing, Ticked

router = Router(tags=["checks"])

MOST_BITES = 12


class CheckOut(Schema):
    """A check; slug names it for ticking; situation: where it belongs to one, else null; situations: whom it serves."""

    slug: str
    moment: Moment
    text: str
    because: str
    situation: int | None
    situations: list[str]
    ticked_at: dt.datetime | None


class SlipOut(Schema):
    """What could slip."""

    control: str
    happens: str
    harmless: str
    situations: list[str]


class BiteOut(Schema):
    """A default that does not fit the day."""

    setting: str
    own: str
    label: str
    default: str
    wanted: str
    because: str
    situations: list[str]


class BodyBites(Schema):
    """Defaults of one body that bite, worst first."""

    body: str
    bites: list[BiteOut]
    more: int


class ChecksOut(Schema):
    """Everything to look at before the pictures of an outing; problems: situations that have no setup, and why."""

    title: str
    checks: list[CheckOut]
    slips: list[SlipOut]
    defaults: list[BodyBites]
    problems: list[str]


class Tick(Schema):
    """A check made, or not after all."""

    slug: Annotated[str, Field(min_length=1, max_length=80)]
    done: bool


def _mine(request: HttpRequest, pk: int) -> Outing:
    return get_object_or_404(Outing.objects.select_related("person"), pk=pk, person=request.user, deleted_at=None)


def _merged(rows: list[tuple[str, Applied]]) -> list[tuple[Applied, list[str]]]:
    """The same row of several situations once, the dearest first, with their titles."""
    found: dict[str, tuple[Applied, list[str]]] = {}
    for title, one in rows:
        found.setdefault(one.row.slug, (one, []))[1].append(title)
    return sorted(found.values(), key=lambda pair: -pair[0].dear)


def _bite(bite: Bite, titles: list[str], words: dict[str, str]) -> BiteOut:
    row = bite.wanted
    return BiteOut(
        setting=row.setting.slug,
        own=words.get(row.setting.slug, ""),
        label=row.setting.label,
        default=say_value(row.setting, row.default),
        wanted=say_value(row.setting, row.value),
        because=row.because,
        situations=[titles[k] for k in bite.situations],
    )


def checks_of(outing: Outing) -> ChecksOut:
    """All of it, computed from the setups of the day."""
    kit = Kit(outing.person)
    checks: list[tuple[str, Applied]] = []
    slips: list[tuple[str, Applied]] = []
    own: list[tuple[int, str, Applied]] = []
    by_body: dict[str, list[Any]] = {}
    setups, problems = made_of(outing, kit)
    for made in setups:
        tokens = given_for(made.situation, made.setup).tokens
        facts, values = facts_of(made.setup, tokens), made.configuration.values
        for one in applying(CHECKS, facts, tokens, values):
            if isinstance(one.row, Check) and one.row.moment is Moment.SITUATION:
                own.append((made.pk, made.title, one))
            else:
                checks.append((made.title, one))
        slips += [(made.title, one) for one in applying(SLIPS, facts, tokens, values)]
        by_body.setdefault(made.body, []).append((made.title, made.configuration))
    ticked = dict(outing.ticked.values_list("check_slug", "at"))
    whole = [
        CheckOut(
            slug=one.row.slug,
            moment=one.row.moment,
            text=one.text,
            because=one.because,
            situation=None,
            situations=titles,
            ticked_at=ticked.get(one.row.slug),
        )
        for one, titles in _merged(checks)
    ]
    each = [
        CheckOut(
            slug=f"{one.row.slug}-{pk}",
            moment=one.row.moment,
            text=one.text,
            because=one.because,
            situation=pk,
            situations=[title],
            ticked_at=ticked.get(f"{one.row.slug}-{pk}"),
        )
        for pk, title, one in own
    ]
    defaults = []
    for body, pairs in by_body.items():
        bites = defaults_that_bite(configuration for _, configuration in pairs)
        titles = [title for title, _ in pairs]
        told = [_bite(bite, titles, kit.words.get(body, {})) for bite in bites[:MOST_BITES]]
        defaults.append(BodyBites(body=body, bites=told, more=max(0, len(bites) - MOST_BITES)))
    return ChecksOut(
        title=outing.title,
        checks=[*(c for c in whole if c.moment is Moment.LEAVING), *(c for c in whole if c.moment is Moment.ARRIVAL), *each],
        slips=[
            SlipOut(control=one.row.control, happens=one.text, harmless=one.because, situations=titles) for one, titles in _merged(slips)
        ],
        defaults=defaults,
        problems=problems,
    )


@router.get("/outings/{pk}/checks", response=ChecksOut)
def checks(request: HttpRequest, pk: int) -> ChecksOut:
    """What to look at before the pictures of an outing."""
    return checks_of(_mine(request, pk))


@router.put("/outings/{pk}/checks", response=ChecksOut)
def tick(request: HttpRequest, pk: int, tick: Tick) -> ChecksOut:
    """Tick a check off, with the time, or take the tick back."""
    outing = _mine(request, pk)
    told = checks_of(outing)
    check = next((check for check in told.checks if check.slug == tick.slug), None)
    if check is None:
        raise InputError([Problem("/slug", "this outing has no such check")])
    if tick.done:
        check.ticked_at = Ticked.objects.get_or_create(outing=outing, check_slug=tick.slug, defaults={"at": timezone.now()})[0].at
    else:
        outing.ticked.filter(check_slug=tick.slug).delete()
        check.ticked_at = None
    return told
