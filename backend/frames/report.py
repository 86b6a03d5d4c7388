"""A day's frames beside its plan, as a print sheet with pictures."""

from __future__ import annotations

import base64
from collections.abc import Sequence
from typing import Any

from django.template.loader import render_to_string

from cards.files import font, themes
from frames.day import Day, Row, day_of
from frames.hours import hour
from frames.learned import learned_of
from frames.models import SmallPicture
from frames.review import review_of
from frames.schemas import BesidePlan
from outings.models import Outing
from outings.reading import Kit

SHOWN = 8
"""Pictures that are printed of each situation: two lines of a sheet."""


def shown_of(rows: Sequence[Row]) -> list[Row]:
    """Of a picture's frames those that are printed, in the order of their hours: kept ones before others, spread over the time.

    >>> shown_of([])
    []
    """
    kept, others = ([row for row in rows if bool(row.frame.kept) is wanted] for wanted in (True, False))
    chosen = _spread(kept, SHOWN)
    chosen += _spread(others, SHOWN - len(chosen))
    return sorted(chosen, key=lambda row: row.frame.at_s)


def _spread(rows: list[Row], most: int) -> list[Row]:
    if len(rows) <= most:
        return rows
    return [rows[k * len(rows) // most] for k in range(most)]


def counted(one: BesidePlan) -> str:
    """A picture's frames in a sentence."""
    told = [f"{one.frames} frames, {one.as_planned} as planned" if one.planned else f"{one.frames} frames"]
    if one.judged:
        told.append(f"{one.kept} kept of {one.judged} judged")
    if one.burnt:
        told.append(f"{one.burnt} burnt more than planned")
    return f"{', '.join(told)}."


def report_of(outing: Outing, kit: Kit) -> dict[str, Any]:
    """What the sheet is filled with."""
    review, day = review_of(outing, kit), day_of(outing)
    learned = learned_of(outing.person, kit) if review.frames else None
    pictures = [{**one.model_dump(), "counted": counted(one), "shown": _pictures(day, one.id)} for one in review.pictures if one.frames]
    told = [*(f"{kit.body_name(one.body)}: {one.text}" for one in learned.isos if one.how == "found")] if learned else []
    if learned and learned.hand.steadiness is not None:
        told.append(learned.hand.text)
    about = {"title": outing.title, "day": outing.day.strftime("%d %B %Y").lstrip("0"), "place": outing.place}
    return {**about, "frames": review.frames, "left_over": review.left_over, "pictures": pictures, "learned": told}


def _pictures(day: Day, situation: int) -> list[dict[str, Any]]:
    rows = shown_of(day.of(situation))
    small = {one.pk: bytes(one.data) for one in SmallPicture.objects.filter(pk__in=[row.pk for row in rows])}
    return [
        {
            "at": hour(row.frame.at_s)[:5],
            "words": row.frame.words,
            "kept": row.frame.kept,
            "data": base64.b64encode(small[row.pk]).decode(),
        }
        for row in rows
        if row.pk in small
    ]


def as_pdf(outing: Outing, kit: Kit) -> bytes:
    """The sheet, A4."""
    from weasyprint import HTML  # a second to load, so only when printing

    page = render_to_string("frames/report.html", {**report_of(outing, kit), "font": font(), "theme": themes()["paper"]})
    return bytes(HTML(string=page).write_pdf())
