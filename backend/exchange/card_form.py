"""A pocket card in JSON: what it shows, frozen."""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel

from craft.advice.advise import advise
from craft.advice.terms import Intent
from craft.advice.test_frame import answers
from craft.loading.shortcuts import Through
from craft.scales.series import Dial, label
from exchange.setup_form import DecidedOut, decided_form
from exchange.situation_form import SituationForm


class TestFrameOut(BaseModel):
    """The answer to two taps: what it showed, how much, and what to set."""

    saw: str
    saw_label: str
    much: str
    much_label: str
    moves: str
    move_thirds: int
    shutter: str
    aperture: str
    iso: str
    brightness_ev: float
    cost: dict[Intent, float]
    reachable: bool
    reason: str


class ToSetOut(BaseModel):
    """One change on the way from the situation before: what, to which value, and where: pages, list or button."""

    what: str
    value: str
    where: str
    through: Through


class PocketOut(BaseModel):
    """The way there: from which situation (empty: it is set at home), slots to turn to, what is left to change; what lies under
    the fingers; checks; a note for other hands."""

    before: str
    turns: list[str]
    changes: list[ToSetOut]
    more: int
    roles: list[str]
    checks: list[str]
    hand_over: str


class CardSnapshot(BaseModel):
    """Everything a card needs, offline. pocket is null on a card that was made without it."""

    title: str
    starts_at: str
    note: str
    body: str
    lens: str
    focal_length_mm: float
    setup: DecidedOut
    answers: list[TestFrameOut]
    pocket: PocketOut | None = None


def freeze(document: dict[str, Any], asked: dict[str, Any], pocket: PocketOut | None = None) -> CardSnapshot:
    """The card of a stored situation and what the advice is asked for it.

    Raises
    ------
    CraftError : the situation has no setup as it stands.
    """
    form = SituationForm.model_validate(asked)
    situation = form.value()
    setup = decided_form(situation, advise(situation), form.delivery.shape)
    rows = [
        TestFrameOut(
            saw=a.showing.saw,
            saw_label=a.showing.saw_label,
            much=a.showing.much,
            much_label=a.showing.much_label,
            moves=a.showing.moves,
            move_thirds=a.move_thirds,
            shutter=label(Dial.TIME, a.shutter_s),
            aperture=label(Dial.APERTURE, a.aperture),
            iso=label(Dial.ISO, a.iso),
            brightness_ev=a.brightness_ev,
            cost=dict(a.cost),
            reachable=a.reachable,
            reason=a.showing.reason,
        )
        for a in answers(situation)
    ]
    return CardSnapshot(
        title=document["title"],
        starts_at=document["starts_at"][:5],
        note=document.get("note", ""),
        body=situation.body.name,
        lens=situation.lens.name,
        focal_length_mm=situation.focal_mm,
        setup=setup,
        answers=rows,
        pocket=pocket,
    )
