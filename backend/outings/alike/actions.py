"""Two bodies of an outing kept alike: differences, clocks, prefixes, and one press to mend them: what is computed and written down."""

from __future__ import annotations

from itertools import combinations

from django.db import transaction

from craft.day.alike import Difference, differences
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from forms.layout_form import LayoutForm
from forms.problems import InputError, Problem
from kit.actions import laid_out
from kit.models import Layout
from outings.alike.schemas import AlikeOut, Likeness, UnlikeOut
from outings.keeping import set_by_hand
from outings.models import Outing
from outings.reading import Kit
from outings.setups import by_body, made_of

MOST_BODIES = 6
"""Bodies of a day that are compared two by two; of more, each is compared with the one that is used most."""

A_SECOND = 1.0
"""Clocks further apart than this put the frames of two bodies in the wrong order."""


def _out(found: Difference) -> UnlikeOut:
    setting = found.one.setting
    return UnlikeOut(
        setting=setting.slug,
        label=setting.label,
        one=say_value(setting, found.one.value),
        other=say_value(setting, found.other.value),
        because=found.one.because,
        other_because=found.other.because,
        one_can=found.one_can,
        other_can=found.other_can,
    )


def warnings_of(one: LayoutForm, other: LayoutForm) -> list[str]:
    """What is wrong with the prefixes and clocks of two bodies."""
    found = []
    if one.prefix and one.prefix == other.prefix:
        found.append(f"Both write files that begin with {one.prefix}: in one folder they overwrite each other.")
    if not one.prefix or not other.prefix:
        found.append("A body's prefix is not written down: whether files collide is not known.")
    if one.clock_offset_s is None or other.clock_offset_s is None:
        found.append("A body's clock has not been compared: take a frame of one clock with both.")
    elif abs(one.clock_offset_s - other.clock_offset_s) > A_SECOND:
        found.append(f"The clocks are {abs(one.clock_offset_s - other.clock_offset_s):g} s apart: frames will be sorted wrongly.")
    return found


def likenesses(outing: Outing) -> list[AlikeOut]:
    """The bodies of an outing, two by two (of many, each with the one used most), and what would make one like the other."""
    days = by_body(made_of(outing, Kit(outing.person))[0])
    rows = Layout.objects.filter(piece__person=outing.person, piece__slug__in=days).select_related("piece")
    layouts = {row.piece.slug: laid_out(row) for row in rows}
    pairs = []
    most = max(days, key=lambda body: len(days[body]), default="")
    two_by_two = list(combinations(days, 2)) if len(days) <= MOST_BODIES else [(most, other) for other in days if other != most]
    for one, other in two_by_two:
        first, second = layouts.get(one, LayoutForm()), layouts.get(other, LayoutForm())
        clocks = (first.clock_offset_s, second.clock_offset_s)
        found = differences([made.configuration for made in days[one]], [made.configuration for made in days[other]])
        pairs.append(
            AlikeOut(
                one=one,
                other=other,
                differences=[_out(difference) for difference in found],
                one_prefix=first.prefix,
                other_prefix=second.prefix,
                clocks_apart_s=None if clocks[0] is None or clocks[1] is None else clocks[1] - clocks[0],
                warnings=warnings_of(first, second),
            )
        )
    return pairs


def set_alike(outing: Outing, likeness: Likeness) -> None:
    """Set a body like another in all of its situations of the day; each can be undone on its bench.

    Raises
    ------
    InputError : a body without setups, or a setting in which they do not differ.
    """
    days = by_body(made_of(outing, Kit(outing.person))[0])
    if likeness.like not in days or likeness.body not in days:
        raise InputError([Problem("/body", f"{' and '.join(days) or 'no body'} have setups on this outing")])
    found = differences([m.configuration for m in days[likeness.body]], [m.configuration for m in days[likeness.like]])
    values = {d.one.setting.slug: d.other.value for d in found if d.one_can}
    refused = [
        Problem(
            f"/settings/{k}",
            f"{BY_SLUG[slug].label if slug in BY_SLUG else slug}: they do not differ in it, or this body has no such value",
        )
        for k, slug in enumerate(likeness.settings)
        if slug not in values
    ]
    if refused:
        raise InputError(refused)
    wanted = {slug: values[slug] for slug in likeness.settings}
    with transaction.atomic():
        for row in outing.situations.filter(deleted_at=None):
            if row.document["body"] == likeness.body:
                set_by_hand(row, wanted)
