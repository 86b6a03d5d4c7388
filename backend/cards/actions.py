"""Making pocket cards."""

from __future__ import annotations

from cards.models import Card
from forms.card_form import freeze
from forms.outing_form import fingerprint
from outings.models import Situation
from outings.pocket import pocket_of
from outings.reading import Kit
from people.limits import LIMITS


def frozen(situation: Situation, kit: Kit) -> Card:
    """A new card of a situation's setup as it is now; the oldest go where there are more than may be.

    Raises
    ------
    CraftError, InputError : the situation has no setup.
    """
    asked = kit.resolve_row(situation)
    snapshot = freeze(situation.document, asked, pocket_of(situation.outing, situation.pk, kit))
    card = Card.objects.create(situation=situation, fingerprint=fingerprint(asked), snapshot=snapshot.model_dump(mode="json"))
    old = list(situation.cards.values_list("pk", flat=True)[LIMITS["card"].most :])
    situation.cards.filter(pk__in=old).delete()
    return card
