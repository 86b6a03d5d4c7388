"""Before the pictures: checks of an outing, what could slip, and defaults that bite."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from craft.configuration.around import given_for
from craft.configuration.decided import facts_of
from craft.loading.checks import CHECKS, SLIPS, Applied, Check, Moment, Slip, applying, safe_lists, unguarded
from craft.loading.defaults import Bite, defaults_that_bite
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from exchange.problems import InputError, Problem
from outings.actions import Kit, set_by_hand
from outings.day import Made, by_body, made_of
from outings.mine import my_outing
from outings.models import Outing, Ticked
from outings.traffic_api import not_copied

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
    """What could slip. guard: settings that would make it harmless and are not so yet, in words; situations: where it could."""

    slug: str
    control: str
    happens: str
    harmless: str
    guard: list[str]
    situations: list[str]


class SafeList(Schema):
    """The shortest safe list of a choice that is stepped through: what to leave on it, of how many."""

    body: str
    setting: str
    label: str
    values: list[str]
    of: int


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
    """Everything to look at before the pictures of an outing; not_copied: earlier outings whose cards nobody has said to be copied;
    problems: situations that have no setup, and why."""

    title: str
    checks: list[CheckOut]
    slips: list[SlipOut]
    lists: list[SafeList]
    defaults: list[BodyBites]
    not_copied: list[str]
    problems: list[str]


class GuardIn(Schema):
    """A slip whose guard is to become part of the setups that it threatens."""

    slip: Annotated[str, Field(min_length=1, max_length=60)]


class Tick(Schema):
    """A check made, or not after all."""

    slug: Annotated[str, Field(min_length=1, max_length=80)]
    done: bool


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


def _offered(made: Made) -> dict[str, tuple[Value, ...]]:
    return {row.setting.slug: row.offered for row in made.configuration.rows}


def _slip(one: Applied, titles: list[str], guard: dict[str, Value]) -> SlipOut:
    assert isinstance(one.row, Slip)  # noqa: S101  # slips only are told so
    said = [f"{BY_SLUG[slug].label}: {say_value(BY_SLUG[slug], value)}" for slug, value in guard.items()]
    return SlipOut(slug=one.row.slug, control=one.row.control, happens=one.text, harmless=one.because, guard=said, situations=titles)


def _lists(setups: list[Made], kit: Kit) -> list[SafeList]:
    """Shortest safe lists, for bodies whose lists can be trimmed."""
    found = []
    for body, day in by_body([made for made in setups if "choice_lists" in made.configuration.values]).items():
        offered = _offered(day[0])
        for slug, kept in safe_lists([made.configuration.values for made in day], offered).items():
            label = kit.words.get(body, {}).get(slug, BY_SLUG[slug].label)
            values = [say_value(BY_SLUG[slug], value) for value in kept]
            found.append(SafeList(body=body, setting=slug, label=label, values=values, of=len(offered[slug])))
    return found


def checks_of(outing: Outing) -> ChecksOut:
    """All of it, computed from the setups of the day."""
    kit = Kit(outing.person)
    checks: list[tuple[str, Applied]] = []
    slips: list[tuple[str, Applied]] = []
    open_guards: dict[str, dict[str, Value]] = {}
    own: list[tuple[int, str, Applied]] = []
    setups, problems = made_of(outing, kit)
    for made in setups:
        tokens = given_for(made.situation, made.setup).tokens
        facts, values = facts_of(made.setup, tokens), made.configuration.values
        for one in applying(CHECKS, facts, tokens, values):
            if isinstance(one.row, Check) and one.row.moment is Moment.SITUATION:
                own.append((made.pk, made.title, one))
            else:
                checks.append((made.title, one))
        offered = _offered(made)
        for one in applying(SLIPS, facts, tokens, values):
            slips.append((made.title, one))
            if isinstance(one.row, Slip):
                open_guards.setdefault(one.row.slug, {}).update(unguarded(one.row, values, offered))
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
    for body, day in by_body(setups).items():
        bites = defaults_that_bite(made.configuration for made in day)
        titles = [made.title for made in day]
        told = [_bite(bite, titles, kit.words.get(body, {})) for bite in bites[:MOST_BITES]]
        defaults.append(BodyBites(body=body, bites=told, more=max(0, len(bites) - MOST_BITES)))
    return ChecksOut(
        title=outing.title,
        checks=[
            *(c for c in whole if c.moment is Moment.LEAVING),
            *(c for c in whole if c.moment is Moment.ARRIVAL),
            *each,
            *(c for c in whole if c.moment is Moment.AFTER),
        ],
        slips=[_slip(one, titles, open_guards.get(one.row.slug, {})) for one, titles in _merged(slips)],
        lists=_lists(setups, kit),
        not_copied=not_copied(outing),
        defaults=defaults,
        problems=problems,
    )


@router.get("/outings/{pk}/checks", response=ChecksOut)
def checks(request: HttpRequest, pk: int) -> ChecksOut:
    """What to look at before the pictures of an outing."""
    return checks_of(my_outing(request, pk))


@router.put("/outings/{pk}/checks", response=ChecksOut)
def tick(request: HttpRequest, pk: int, tick: Tick) -> ChecksOut:
    """Tick a check off, with the time, or take the tick back."""
    outing = my_outing(request, pk)
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


@router.put("/outings/{pk}/guards", response=ChecksOut)
def guard(request: HttpRequest, pk: int, wanted: GuardIn) -> ChecksOut:
    """Make a slip harmless: its guard is set by hand in every situation that it threatens, all or nothing; each can be undone."""
    outing = my_outing(request, pk)
    slip = next((slip for slip in SLIPS if slip.slug == wanted.slip), None)
    if slip is None:
        raise InputError([Problem("/slip", f"{', '.join(slip.slug for slip in SLIPS)} is accepted")])
    changes: dict[int, dict[str, Value]] = {}
    for made in made_of(outing, Kit(request.user))[0]:
        tokens = given_for(made.situation, made.setup).tokens
        values = made.configuration.values
        if applying([slip], facts_of(made.setup, tokens), tokens, values):
            changes[made.pk] = unguarded(slip, values, _offered(made))
    if not any(changes.values()):
        raise InputError([Problem("/slip", "no setup of this outing needs that guard, or none of its bodies has it")])
    with transaction.atomic():
        for row in outing.situations.filter(pk__in=[pk for pk, change in changes.items() if change]):
            set_by_hand(row, changes[row.pk])
    return checks_of(outing)
