"""Before the pictures: checks of an outing, what could slip, and defaults that bite: what is computed and written down."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass
from functools import partial

from django.db import transaction
from django.utils import timezone

from craft.day.checks import CHECKS, SLIPS, AnyRow, Applied, Check, Moment, Slip, applying, safe_lists, unguarded
from craft.day.defaults import Bite, defaults_that_bite
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from forms.dialect_form import BETWEEN
from forms.problems import InputError, Problem
from outings.checks.schemas import BiteOut, BodyBites, CheckOut, ChecksOut, SafeList, ServedOut, SlipOut
from outings.keeping import set_by_hand
from outings.kept import kept
from outings.models import Outing, Ticked
from outings.reading import Kit
from outings.setups import Made, by_body, made_of, told_by
from outings.traffic.actions import not_copied

MOST_BITES = 12


def _merged(rows: list[tuple[str, Applied[AnyRow]]]) -> list[tuple[Applied[AnyRow], list[str]]]:
    """The same row of several situations once, the dearest first, with their titles."""
    found: dict[str, tuple[Applied[AnyRow], list[str]]] = {}
    for title, one in rows:
        found.setdefault(one.row.slug, (one, []))[1].append(title)
    return sorted(found.values(), key=lambda pair: -pair[0].dear)


def _bite(bite: Bite, titles: list[str], words: dict[str, str]) -> BiteOut:
    row = bite.wanted
    return BiteOut(
        setting=row.setting.slug,
        own=words.get(row.setting.slug, ""),
        label=row.setting.label,
        value=row.default,
        default=say_value(row.setting, row.default),
        guessed=row.guessed,
        wanted=say_value(row.setting, row.value),
        because=row.because,
        situations=[titles[k] for k in bite.situations],
    )


def offered_by(made: Made) -> dict[str, tuple[Value, ...]]:
    """Values by setting that the body of a situation has."""
    return {row.setting.slug: row.offered for row in made.configuration.rows}


def _slip(one: Applied[Slip], titles: list[str], guard: dict[str, Value]) -> SlipOut:
    assert isinstance(one.row, Slip)  # noqa: S101  # slips only are told so
    said = [f"{BY_SLUG[slug].label}: {say_value(BY_SLUG[slug], value)}" for slug, value in guard.items()]
    return SlipOut(slug=one.row.slug, control=one.row.control, happens=one.text, harmless=one.because, guard=said, situations=titles)


def _lists(setups: list[Made], kit: Kit) -> list[SafeList]:
    """Shortest safe lists, for bodies whose lists can be trimmed."""
    found = []
    for body, day in by_body([made for made in setups if "choice_lists" in made.configuration.values]).items():
        offered = offered_by(day[0])
        for slug, short in safe_lists([made.configuration.values for made in day], offered).items():
            label = kit.own_labels.get(body, {}).get(slug, BY_SLUG[slug].label)
            values = [say_value(BY_SLUG[slug], value) for value in short]
            found.append(SafeList(body=body, setting=slug, label=label, values=values, of=len(offered[slug])))
    return found


@dataclass(frozen=True, slots=True)
class _Found:
    """What applies to one situation: checks, slips, and what of each slip's guard is not set yet."""

    checks: tuple[Applied[Check], ...]
    slips: tuple[Applied[Slip], ...]
    open: Mapping[str, Mapping[str, Value]]


def _found(made: Made) -> _Found:
    facts, tokens, values = made.facts, made.tokens, made.configuration.values
    offered = offered_by(made)
    slips = applying(SLIPS, facts, tokens, values)
    guards = {one.row.slug: unguarded(one.row, values, offered) for one in slips}
    return _Found(applying(CHECKS, facts, tokens, values), slips, guards)


def _bites(body: str, day: list[Made], kit: Kit) -> BodyBites:
    """Defaults of one body that bite on its day."""
    bites = defaults_that_bite((made.configuration for made in day), [made.facts["shots"] for made in day])
    titles = [made.title for made in day]
    told = [_bite(bite, titles, kit.own_labels.get(body, {})) for bite in bites[:MOST_BITES]]
    return BodyBites(body=body, bites=told, more=max(0, len(bites) - MOST_BITES))


def _where(one: Applied[Check], made: Made, kit: Kit) -> str:
    """Where in the body's menus the settings of a check stand, in its own words."""
    slugs = {term.setting for term in one.row.terms}
    entries = kit.dialects[made.body].entries if made.body in kit.dialects else []
    return "; ".join(BETWEEN.join((*entry.menu, entry.label)) for entry in entries if entry.setting in slugs)


def _check(served: list[tuple[Made, Applied[Check]]], kit: Kit, ticked: Mapping[str, dt.datetime], dearest: float) -> CheckOut:
    """A check that some situations have, once; it is ticked, too, where it was ticked for each of them by itself, as it once was."""
    row = served[0][1].row
    each = [ticked.get(f"{row.slug}-{made.pk}") for made, _ in served]
    alone = [at for at in each if at is not None]
    return CheckOut(
        slug=row.slug,
        moment=row.moment,
        kind=row.kind,
        text=row.day or served[0][1].text,
        because=served[0][1].because,
        serves=[ServedOut(situation=made.pk, title=made.title, figure=one.figure, where=_where(one, made, kit)) for made, one in served],
        share=served[0][1].dear / dearest,
        ticked_at=ticked.get(row.slug) or (max(alone) if len(alone) == len(each) else None),
    )


def checks_of(outing: Outing, kit: Kit) -> ChecksOut:
    """What to look at, what could slip and what bites, from the setups of the day."""
    checks: dict[str, list[tuple[Made, Applied[Check]]]] = {}
    slips: list[tuple[str, Applied[Slip]]] = []
    open_guards: dict[str, dict[str, Value]] = {}
    setups, problems = made_of(outing, kit)
    for made in setups:
        found = kept("checks", made.key, partial(_found, made))
        for one in found.checks:
            checks.setdefault(one.row.slug, []).append((made, one))
        for slip in found.slips:
            slips.append((made.title, slip))
            open_guards.setdefault(slip.row.slug, {}).update(found.open[slip.row.slug])
    ticked = dict(outing.ticked.values_list("check_slug", "at"))
    dearest = max((one.dear for served in checks.values() for _, one in served), default=1.0)
    told = [_check(served, kit, ticked, dearest) for served in checks.values()]
    defaults = [
        kept("bites", (body, told_by(day), kit.standing[body]), partial(_bites, body, day, kit)) for body, day in by_body(setups).items()
    ]
    return ChecksOut(
        title=outing.title,
        checks=sorted(told, key=lambda check: (list(Moment).index(check.moment), -check.share)),
        slips=[_slip(one, titles, open_guards.get(one.row.slug, {})) for one, titles in _merged(slips)],
        lists=_lists(setups, kit),
        not_copied=not_copied(outing),
        defaults=defaults,
        problems=problems,
    )


def guard_against(outing: Outing, slug: str) -> None:
    """Set the guard of a slip by hand in every situation that it threatens; each can be undone on its bench.

    Raises
    ------
    InputError : there is no such slip, or nothing to guard.
    """
    slip = next((slip for slip in SLIPS if slip.slug == slug), None)
    if slip is None:
        raise InputError([Problem("/slip", f"{', '.join(slip.slug for slip in SLIPS)} is accepted")])
    changes: dict[int, dict[str, Value]] = {}
    for made in made_of(outing, Kit(outing.person))[0]:
        values = made.configuration.values
        if applying([slip], made.facts, made.tokens, values):
            changes[made.pk] = unguarded(slip, values, offered_by(made))
    if not any(changes.values()):
        raise InputError([Problem("/slip", "no setup of this outing needs that guard, or none of its bodies has it")])
    with transaction.atomic():
        for row in outing.situations.filter(pk__in=[pk for pk, change in changes.items() if change]):
            set_by_hand(row, changes[row.pk])


def ticked(outing: Outing, kit: Kit, slug: str, *, done: bool) -> ChecksOut:
    """Tick a check of an outing off, with the time, or take the tick back; all its checks as they are then.

    Raises
    ------
    InputError : the outing has no such check.
    """
    told = checks_of(outing, kit)
    check = next((check for check in told.checks if check.slug == slug), None)
    if check is None:
        raise InputError([Problem("/slug", "this outing has no such check")])
    if done:
        check.ticked_at = Ticked.objects.get_or_create(outing=outing, check_slug=slug, defaults={"at": timezone.now()})[0].at
    else:
        outing.ticked.filter(check_slug__in=(slug, *(f"{slug}-{served.situation}" for served in check.serves))).delete()
        check.ticked_at = None
    return told
