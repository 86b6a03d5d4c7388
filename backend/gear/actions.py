"""What can be done with kit."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.utils import timezone
from django.utils.text import slugify

from craft.errors import CraftError
from craft.kit.facts import BodyFacts
from craft.vocabulary.settings import setting_for
from exchange.dialect_form import BodyProfileFile, DialectForm, checked
from exchange.kit_form import BodyForm, LensForm
from exchange.problems import InputError, Problem
from gear.models import Dialect, Held, Piece
from people.versions import check_version


def add(person: Any, kind: str, form: BodyForm | LensForm) -> Piece:
    """A new body or lens with a slug of its own."""
    stem = slugify(form.name)[:70] or kind
    with transaction.atomic():
        taken = set(Piece.objects.filter(person=person, kind=kind, slug__startswith=stem).values_list("slug", flat=True))
        slug = next(s for s in (stem, *(f"{stem}-{k}" for k in range(2, len(taken) + 3))) if s not in taken)
        return Piece.objects.create(person=person, kind=kind, slug=slug, document=form.model_dump(mode="json"))


def remove(piece: Piece) -> None:
    """Put a piece aside; it can be brought back for thirty days."""
    piece.deleted_at = timezone.now()
    piece.save(update_fields=["deleted_at"])


def facts_of(piece: Piece) -> BodyFacts:
    """What the profile of a body says about its settings."""
    return BodyForm.model_validate(piece.document).value(piece.slug).facts


def dialect_of(piece: Piece) -> Dialect:
    """A body's own words; empty until somebody types them."""
    return Dialect.objects.get_or_create(piece=piece, defaults={"document": DialectForm().model_dump(mode="json")})[0]


def save_dialect(piece: Piece, form: DialectForm, if_match: str) -> Dialect:
    """Replace a body's words, if they are still the version that was read.

    Raises
    ------
    InputError : a row that cannot be. Conflict : carries the newer words.
    """
    document = checked(form).model_dump(mode="json")
    with transaction.atomic():
        row = dialect_of(piece)
        check_version(row.revision, if_match, row.document)
        row.document = document
        row.revision += 1
        row.save()
    return row


def hold(piece: Piece, values: dict[str, float | str | None], *, verified: bool) -> None:
    """Write down what a body holds; None makes a setting unknown again. All or nothing.

    Raises
    ------
    InputError : every setting or value that there is not, at its place.
    """
    facts = facts_of(piece)
    problems, rows, now = [], [], timezone.now()
    for slug, value in values.items():
        try:
            setting = setting_for(slug)
            kept = None if value is None else setting.checked(value, tuple(facts.offered.get(slug, ())))
        except CraftError as error:
            problems.append(Problem(f"/values/{slug}", error.message))
            continue
        if kept is not None:
            rows.append(
                Held(piece=piece, setting=slug, value=kept, since=now, verified_at=now if verified else None, firmware=facts.firmware)
            )
    if problems:
        raise InputError(problems)
    with transaction.atomic():
        same = {row.setting: row for row in piece.held.filter(setting__in=values)}
        for row in rows:
            before = same.get(row.setting)
            if before is not None and before.value == row.value:
                row.since = before.since
                row.verified_at = row.verified_at or before.verified_at
        piece.held.filter(setting__in=values).delete()
        Held.objects.bulk_create(rows)


def forget(piece: Piece) -> None:
    """Make every setting of a body unknown."""
    piece.held.all().delete()


def import_body(person: Any, file: BodyProfileFile) -> Piece:
    """A body with its words from a file, all or nothing.

    Raises
    ------
    InputError : a row of the words that cannot be.
    """
    words = checked(file.dialect).model_dump(mode="json")
    with transaction.atomic():
        piece = add(person, "body", file.body)
        Dialect.objects.create(piece=piece, document=words)
    return piece
