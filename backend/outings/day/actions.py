"""Outings and situations: what is computed and written down."""

from __future__ import annotations

from typing import Any

from django.db.models import OuterRef, Prefetch, QuerySet, Subquery

from forms.outing_form import SituationDocument, fingerprint
from forms.problems import InputError
from outings import actions
from outings.day.schemas import OutingOut, SituationRow
from outings.models import Outing, Situation
from people.versions import tag


def _ev(document: dict[str, Any]) -> float | None:
    try:
        return SituationDocument.model_validate(document).light.value().ev100
    except ValueError:
        return None


def _row(row: Any, outing: Outing, kit: actions.Kit) -> SituationRow:
    document = row.document
    state = "none"
    if row.card_id is not None:
        try:
            state = "fresh" if fingerprint(kit.resolve(document, outing)) == row.card_fingerprint else "stale"
        except InputError:
            state = "stale"
    return SituationRow(
        id=row.pk,
        title=document["title"],
        starts_at=document["starts_at"][:5],
        genre=document["genre"],
        body=document["body"],
        lens=document["lens"],
        ev100=_ev(document),
        card=state,
        card_id=row.card_id,
        version=tag(row.revision),
    )


def outing_out(outing: Outing, kit: actions.Kit) -> OutingOut:
    """An outing with its situations in their order."""
    rows = [_row(row, outing, kit) for row in outing.situations.all()]
    return OutingOut(id=outing.pk, title=outing.title, place=outing.place, mains_hz=outing.mains_hz, day=outing.day, situations=rows)


def with_rows(outings: QuerySet[Outing]) -> QuerySet[Outing]:
    """Outings with their situations and each one's latest card, in a fixed number of queries."""
    latest = Situation.objects.filter(pk=OuterRef("pk")).order_by("-cards__id")
    rows = Situation.objects.filter(deleted_at=None).annotate(
        card_id=Subquery(latest.values("cards__id")[:1]), card_fingerprint=Subquery(latest.values("cards__fingerprint")[:1])
    )
    return outings.prefetch_related(Prefetch("situations", rows))
