"""Finding what a person asks for among what is theirs."""

from __future__ import annotations

from django.db.models import QuerySet
from django.http import HttpRequest
from django.shortcuts import get_object_or_404

from outings.models import Outing, Situation
from people.guards import person_of


def my_outing(request: HttpRequest, pk: int) -> Outing:
    """An outing of the person who asks; 404 for anybody else's, and for one that was put aside."""
    return get_object_or_404(Outing.objects.select_related("person"), pk=pk, person=person_of(request), deleted_at=None)


def my_situations(request: HttpRequest) -> QuerySet[Situation]:
    """The situations of the person who asks, with their outings."""
    return Situation.objects.filter(outing__person=person_of(request), outing__deleted_at=None, deleted_at=None).select_related("outing")
