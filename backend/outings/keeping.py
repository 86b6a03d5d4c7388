"""Adding, changing and putting aside outings and situations; what was can be had back."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Max, QuerySet
from django.utils import timezone

from craft.vocabulary.setting import Value
from forms.outing_form import SituationDocument
from kit.models import Piece
from outings.models import Earlier, Outing, Situation
from people.limits import room_for
from people.versions import check_version, tag

UNDO_DEPTH = 100
KEPT_DAYS = 30


def add_outing(person: User, **said: Any) -> Outing:
    """A new day.

    Raises
    ------
    InputError : there are too many.
    """
    with transaction.atomic():
        room_for("outing", Outing.objects.filter(person=person, deleted_at=None).count())
        return Outing.objects.create(person=person, **said)


def situations_of(person: User) -> QuerySet[Situation]:
    """The situations of a person that are there, of all days."""
    return Situation.objects.filter(outing__person=person, outing__deleted_at=None, deleted_at=None)


def add_situation(outing: Outing, document: SituationDocument, after: int | None = None) -> Situation:
    """A new situation, at the end or after a position; the others move on.

    Raises
    ------
    InputError : the day is full.
    """
    with transaction.atomic():
        room_for("situation", outing.situations.filter(deleted_at=None).count())
        room_for("all_situations", situations_of(outing.person).count())
        last = outing.situations.aggregate(last=Max("position"))["last"] or 0
        position = last + 1
        if after is not None:
            for row in outing.situations.filter(position__gt=after):
                row.position += 1
                row.save(update_fields=["position"])
            position = after + 1
        return Situation.objects.create(outing=outing, position=position, document=document.stored())


def save_document(row: Situation, document: SituationDocument, if_match: str) -> Situation:
    """Replace a situation's document and remember the earlier one.

    Raises
    ------
    Conflict : it was changed since it was read.
    """
    with transaction.atomic():
        row = Situation.objects.select_for_update().get(pk=row.pk)
        check_version(row.revision, if_match, row.document)
        stored = document.stored()
        if stored == row.document:
            return row
        Earlier.objects.create(situation=row, revision=row.revision, document=row.document)
        row.earlier.filter(revision__lte=row.revision - UNDO_DEPTH).delete()
        row.document = stored
        row.revision += 1
        row.save(update_fields=["document", "revision"])
    return row


def set_by_hand(row: Situation, values: dict[str, Value]) -> Situation:
    """Settings set by hand in a situation, beside those that are; it can be undone."""
    document = SituationDocument.model_validate({**row.document, "settings": {**row.document.get("settings", {}), **values}})
    return save_document(row, document, tag(row.revision))


def move_to(row: Situation, starts_at: str) -> Situation:
    """Give a situation another hour of its day."""
    document = SituationDocument.model_validate({**row.document, "starts_at": starts_at})
    return save_document(row, document, tag(row.revision))


def put_aside(row: Outing | Situation) -> None:
    """Put a row aside."""
    row.deleted_at = timezone.now()
    row.save(update_fields=["deleted_at"])


def bring_back(row: Outing | Situation) -> None:
    """Bring back a row that was put aside.

    Raises
    ------
    InputError : there is no room for it any more.
    """
    if row.deleted_at is None:
        return
    with transaction.atomic():
        if isinstance(row, Outing):
            person, more = row.person, row.situations.filter(deleted_at=None).count()
            room_for("outing", Outing.objects.filter(person=person, deleted_at=None).count())
        else:
            person, more = row.outing.person, 1
            room_for("situation", row.outing.situations.filter(deleted_at=None).count())
        room_for("all_situations", situations_of(person).count(), more)
        row.deleted_at = None
        row.save(update_fields=["deleted_at"])


def sweep(person: User) -> None:
    """Remove for good what a person put aside more than thirty days ago; kit stays as long as a situation of theirs names it."""
    limit = timezone.now() - timedelta(days=KEPT_DAYS)
    with transaction.atomic():
        Outing.objects.filter(person=person, deleted_at__lt=limit).delete()
        Situation.objects.filter(outing__person=person, deleted_at__lt=limit).delete()
        left = Situation.objects.filter(outing__person=person)
        for kind in ("body", "lens"):
            used = set(left.values_list(f"document__{kind}", flat=True))
            Piece.objects.filter(person=person, kind=kind, deleted_at__lt=limit).exclude(slug__in=used).delete()
