"""Which setups use a value, and which a new profile would change: what is computed and written down."""

from __future__ import annotations

from collections.abc import Mapping

from craft.configuration.configure import Configuration
from craft.errors import CraftError
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from forms.answer import answer_to
from forms.problems import InputError
from outings.models import Situation
from outings.reading import Kit
from outings.setups import said
from outings.uses.schemas import AffectedOut, DifferenceOut, UseOut


def _configured(kit: Kit, row: Situation) -> Configuration:
    return answer_to(kit.resolve_row(row)).configuration


def use_in(kit: Kit, row: Situation, slug: str) -> UseOut:
    """The value of a setting in one situation, or why it has none."""
    found = UseOut(
        situation=row.pk,
        title=row.document["title"],
        outing=row.outing.title,
        body=row.document["body"],
        value=None,
        shown="",
        reason="",
        origin=None,
        problem="",
    )
    try:
        made = next((r for r in _configured(kit, row).rows if r.setting.slug == slug), None)
    except (InputError, CraftError) as error:
        return found.model_copy(update={"problem": said(error)})
    if made is None:
        return found.model_copy(update={"problem": "this body has no such setting"})
    shown = say_value(made.setting, made.value)
    return found.model_copy(update={"value": made.value, "shown": shown, "reason": made.because, "origin": made.origin})


def affected_by(now: Kit, then: Kit, row: Situation) -> AffectedOut:
    """What of a situation differs between a person as they are and as they would be."""
    found = AffectedOut(
        situation=row.pk, title=row.document["title"], outing=row.outing.title, body=row.document["body"], differences=[], problem=""
    )
    try:
        before: Mapping[str, Value] = _configured(now, row).values
    except (InputError, CraftError):
        before = {}
    try:
        after = _configured(then, row).values
    except (InputError, CraftError) as error:
        return found.model_copy(update={"problem": said(error)})
    differences = [
        DifferenceOut(
            setting=slug,
            own=now.own_labels.get(row.document["body"], {}).get(slug, ""),
            label=BY_SLUG[slug].label,
            before=say_value(BY_SLUG[slug], before[slug]) if slug in before else "",
            after=say_value(BY_SLUG[slug], value),
        )
        for slug, value in after.items()
        if before.get(slug) != value
    ]
    return found.model_copy(update={"differences": differences})
