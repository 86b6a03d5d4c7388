"""What can be done with kit."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.utils import timezone
from django.utils.text import slugify

from exchange.kit_form import BodyForm, LensForm
from gear.models import Piece


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
