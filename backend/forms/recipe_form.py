"""A recipe: a configuration to be handed on, with the words of the body that it comes from; and whether it fits."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from craft.day.fits import FIT_WORDS, Fit, Fitted, Other, fits
from craft.kit.dialect import Entry
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from forms.answer import answer_to
from forms.configuration_form import Value as ValueOut
from forms.dialect_form import DialectForm, EntryForm
from forms.kit_form import Form, Name
from forms.situation_form import SituationForm
from forms.traits_form import Slug, Value
from forms.walk_form import Believed


class RecipeForm(Form):
    """Settings of a body for a kind of picture. words: that body's own, for what it calls them."""

    format: Literal["wide-aperture-recipe"]
    version: Literal[1]
    title: Annotated[str, Field(min_length=1, max_length=120)]
    body: Name
    values: Annotated[dict[Slug, Value], Field(min_length=1, max_length=200)]
    words: Annotated[list[EntryForm], Field(max_length=200)] = Field(default_factory=list)

    def other(self) -> Other:
        """The recipe as the craft's value."""
        return Other(self.values, {e.setting: Entry(e.setting, e.label, tuple(e.menu), e.values) for e in self.words if e.setting})


class FittedOut(BaseModel):
    """A setting of the recipe: what it is called and what it is there, what becomes of it here and why; take: worth taking without a question."""

    setting: str
    label: str
    own: str
    theirs: str
    fit: Fit
    because: str
    value: ValueOut | None
    shown: str
    already: bool
    take: bool


class FitWords(BaseModel):
    """A fate, in words, and how many settings share it."""

    fit: Fit
    label: str
    count: int


class FitsOut(BaseModel):
    """Whether a recipe fits."""

    title: str
    body: str
    counts: list[FitWords]
    items: list[FittedOut]


def recipe_of(title: str, body: str, form: SituationForm, words: DialectForm) -> RecipeForm:
    """A situation's configuration as a recipe.

    Raises
    ------
    CraftError : the situation has no setup as it stands.
    """
    values = answer_to(form).configuration.values
    named = [entry for entry in words.entries if entry.setting in values]
    return RecipeForm(format="wide-aperture-recipe", version=1, title=title, body=body, values=dict(values), words=named)


def _out(item: Fitted, own: str) -> FittedOut:
    setting = BY_SLUG[item.setting]
    return FittedOut(
        setting=item.setting,
        label=setting.label,
        own=own,
        theirs=say_value(setting, item.theirs),
        fit=item.fit,
        because=item.because,
        value=item.value,
        shown="" if item.value is None else say_value(setting, item.value),
        already=item.already,
        take=item.fit in (Fit.KEPT, Fit.RENAMED) and not item.already,
    )


def fits_of(recipe: RecipeForm, form: SituationForm, body: Believed) -> FitsOut:
    """What becomes of a recipe on a situation's body, lens and person.

    Raises
    ------
    CraftError : a setting or value that there is not, or the situation has no setup as it stands.
    """
    words = body.menus.dialect.by_setting()
    found = fits(recipe.other(), answer_to(form).configuration, words, body.held)
    return FitsOut(
        title=recipe.title,
        body=recipe.body,
        counts=[FitWords(fit=fit, label=label, count=sum(item.fit is fit for item in found)) for fit, label in FIT_WORDS.items()],
        items=[_out(item, words[item.setting].label if item.setting in words else "") for item in found],
    )
