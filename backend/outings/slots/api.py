"""Custom slots of an outing: what each should hold, what it holds now, and what it cannot hold: over HTTP."""

from __future__ import annotations

from django.db import transaction
from django.http import HttpRequest
from ninja import Router

from craft.day.special import special_configuration
from forms.problems import InputError, Problem
from kit.actions import slot_at
from outings.actions import Kit
from outings.mine import my_outing
from outings.models import Filling
from outings.setups import made_of
from outings.slots.actions import slots_of
from outings.slots.schemas import Choice, SlotsOut
from people.guards import heavy

router = Router(tags=["slots"])


@router.get("/outings/{pk}/slots", response=SlotsOut)
@heavy
def slots(request: HttpRequest, pk: int) -> SlotsOut:
    """Which setups of the day to keep in each body's custom slots."""
    return slots_of(my_outing(request, pk), Kit(request.user))


@router.put("/outings/{pk}/slots", response=SlotsOut)
def choose(request: HttpRequest, pk: int, choice: Choice) -> SlotsOut:
    """Choose what a slot holds on this outing, or leave it to be computed again."""
    outing = my_outing(request, pk)
    kit = Kit(request.user)
    situation = None
    if choice.situation is not None:
        situation = outing.situations.filter(pk=choice.situation, deleted_at=None).first()
        if situation is None or situation.document["body"] != choice.body:
            raise InputError([Problem("/situation", "this outing has no such situation with this body")])
        if choice.special:
            raise InputError([Problem("/special", "a slot holds one thing: a situation or a special setup")])
    made = next((one for one in made_of(outing, kit)[0] if one.body == choice.body), None)
    if made is None:
        raise InputError([Problem("/body", "this body has no setup on this outing")])
    slot_at(made.situation.body.facts, choice.bank, choice.number)
    if choice.special:
        special_configuration(choice.special, made.situation, made.setup)
    at = {"body": choice.body, "bank": choice.bank}
    with transaction.atomic():
        if situation is None and not choice.special:
            outing.fillings.filter(**at, number=choice.number).delete()
        else:
            if situation is not None:
                outing.fillings.filter(**at, situation=situation).exclude(number=choice.number).delete()
            Filling.objects.update_or_create(
                outing=outing, **at, number=choice.number, defaults={"situation": situation, "special": choice.special}
            )
    return slots_of(outing, kit)
