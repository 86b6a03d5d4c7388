"""Which setups use a value, and which a new profile would change: over HTTP."""

from __future__ import annotations

from django.http import Http404, HttpRequest
from ninja import Router

from craft.vocabulary.settings import BY_SLUG
from forms.profile_form import PersonForm
from outings.mine import my_situations
from outings.reading import Kit
from outings.uses.actions import affected_by, use_in
from outings.uses.schemas import AffectedOut, UseOut
from people.guards import heavy, person_of, stateless

router = Router(tags=["settings"])


@router.get("/settings/{slug}/uses", response=list[UseOut])
@heavy
def uses(request: HttpRequest, slug: str) -> list[UseOut]:
    """Which of my setups use which value of a setting."""
    if slug not in BY_SLUG:
        raise Http404
    kit = Kit(person_of(request))
    return [use_in(kit, row, slug) for row in my_situations(request)]


@router.post("/profile/preview", response=list[AffectedOut])
@stateless
@heavy
def preview(request: HttpRequest, document: PersonForm) -> list[AffectedOut]:
    """Which setups a new profile would change, and how; nothing is saved. Stateless."""
    now, then = Kit(person_of(request)), Kit(person_of(request))
    then.profile = document.model_dump(mode="json")
    affected = [affected_by(now, then, row) for row in my_situations(request)]
    return [row for row in affected if row.differences or row.problem]
