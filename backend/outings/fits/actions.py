"""Recipes: handed on, and translated to a body, lens and person of one's own: what is computed and written down."""

from __future__ import annotations

from forms.dialect_form import DialectForm
from forms.recipe_form import RecipeForm, recipe_of
from outings.models import Situation
from outings.reading import Kit


def recipe_from(kit: Kit, row: Situation) -> RecipeForm:
    """A situation's configuration, to be handed on."""
    slug = str(row.document["body"])
    form = kit.resolve_row(row)
    name = kit.body_name(slug)
    return recipe_of(str(row.document["title"]), name, form, kit.dialects.get(slug, DialectForm()))
