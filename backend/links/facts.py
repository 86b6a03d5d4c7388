"""What a body has, as another firmware brought or took it, written into its description and given back."""

from __future__ import annotations

from craft.kit.features import missing_features
from craft.vocabulary.settings import BY_SLUG
from forms.kit_form import BodyForm
from forms.problems import InputError, Problem
from forms.traits_form import TraitsForm
from kit.actions import keep_document
from kit.models import Piece
from links.actions import besides, out_of, speaking, write_down
from links.models import Link
from links.schemas import LinkOut
from people.turns import begin


def take(link: Link) -> LinkOut:
    """Write down what a body has by its firmware as it is now; what stood there is kept to be given back.

    Raises
    ------
    InputError : the body does not answer.
    """
    with speaking(link) as body:
        held, state = body.settings(), body.state()
    begin()
    traits = _traits_of(link.piece)
    if link.facts_before is None:
        link.facts_before = {"absent": traits.absent, "features": traits.features, "firmware": traits.firmware, "was": link.firmware}
    _describe(link.piece, _as_it_is(traits, besides(link.piece, held)), state.firmware)
    link.firmware = state.firmware
    link.save()
    write_down(link.piece, held)
    return out_of(link, state)


def give_back(link: Link) -> LinkOut:
    """Have a body described as it was before its firmware was written down.

    Raises
    ------
    InputError : nothing of it was, or the body does not answer.
    """
    before = link.facts_before
    if before is None:
        raise InputError([Problem("", "nothing that a firmware brought was written down")])
    with speaking(link) as body:
        state = body.state()
    begin()
    traits = _traits_of(link.piece)
    _describe(link.piece, traits.model_copy(update={name: before[name] for name in ("absent", "features")}), before["firmware"])
    link.firmware, link.facts_before = before["was"], None
    link.save()
    return out_of(link, state)


def _traits_of(piece: Piece) -> TraitsForm:
    return BodyForm.model_validate(piece.document).traits or TraitsForm()


def _as_it_is(traits: TraitsForm, has: list[str]) -> TraitsForm:
    """Traits of a body that has these settings too."""
    features = {token for slug in has for token in missing_features(BY_SLUG[slug], traits.features)}
    absent = [slug for slug in traits.absent if slug not in has]
    return traits.model_copy(update={"absent": absent, "features": sorted({*traits.features, *features}) if features else traits.features})


def _describe(piece: Piece, traits: TraitsForm, firmware: str) -> None:
    form = BodyForm.model_validate(piece.document)
    keep_document(piece, form.model_copy(update={"traits": traits.model_copy(update={"firmware": firmware})}))
