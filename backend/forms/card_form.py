"""A pocket card in JSON: what it shows, frozen."""

from __future__ import annotations

import base64
from collections.abc import Mapping
from typing import Any

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel, Field, model_validator

from craft.day.shortcuts import Through
from craft.render.field import field_lines
from craft.render.picture import Look, as_jpeg, picture
from craft.render.shot import Shot, shot_of
from craft.render.shown import SPECKS, marks_on, shown_in
from craft.render.truth import headroom
from craft.render.whites import card_in
from craft.scales.series import Dial, label
from craft.setup.saying.trial_frame import answers
from craft.tones.own import scaled_to
from craft.vocabulary.concessions import gives
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Intent
from forms.answer import Answer, answer_to
from forms.problems import InputError, Problem
from forms.rulers.white import ALIKE_MIRED, CastOut, casts_of
from forms.setup_form import DecidedOut, decided_form
from forms.situation_form import SituationForm


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
    """One change on the way from the situation before: what in the body's words and in ours, to which value, and where: pages, list or button."""

    what: str
    neutral: str = ""
    value: str
    where: str
    through: Through


class PocketOut(BaseModel):
    """The way there: from which situation (empty: it is set at home), slots to turn to, what is left to change; what lies under
    the fingers; what the setup counts on; checks; a note for other hands; sky: the night in a sentence, where it is what one photographs; schedule: as the sky goes, when
    which dial moves, a line each."""

    before: str
    turns: list[str]
    changes: list[ToSetOut]
    more: int
    roles: list[str]
    counts_on: list[ToSetOut] = Field(default_factory=list)
    checks: list[str]
    hand_over: str
    sky: str = ""
    schedule: list[str] = Field(default_factory=list)


def _filled(raw: dict[str, Any], usual: dict[str, Any]) -> dict[str, Any]:
    """What is stored, with what it does not have yet; objects inside alike."""
    found = {**usual, **raw}
    return found | {
        key: _filled(raw[key], value) for key, value in usual.items() if isinstance(value, dict) and isinstance(raw.get(key), dict)
    }


SINCE: dict[str, Any] = {
    "exposure": {"meters": False, "darker_stops": 0.0, "darker_words": "", "glass_stops": 0.0},
    "metering": {"spot": None},
    "range": {"protection_automatic": False},
    "bracketing": {"times_s": []},
    "zone": None,
    "series": None,
    "notes": [],
    "unused": [],
    "step_ev": 1 / 3,
    "light": {"holds_above": 0.0, "flicker_hz": 0.0},
    "taken": {"focal_length_mm": 0.0, "distance_m": 0.0, "speed_m_s": 0.0, "limb_m_s": 0.0, "followed": 1.0, "near_m": 0.0, "far_m": None},
}
"""What cards say since the second version; one that was made before says nothing of it."""


def _since(setup: dict[str, Any]) -> dict[str, Any]:
    """Rows of an earlier setup with what such rows say since: who took a decision, what was asked of a concession, ways out of a note."""
    decisions = [
        {"set_by": "profile" if one.get("fixed") else "numbers", "hand": [], "value": "", "brief": "", **one}
        for one in setup.get("decisions", [])
    ]
    concessions = [
        {"up_to_stops": None, "asked": True, "left_stops": None, "words": str(one.get("intent", "")).replace("_", " "), **one}
        for one in setup.get("concessions", [])
    ]
    ladder = [
        {"gives": gives(Intent(row["binding"]["intent"]), row["brightness_ev"]) if row.get("binding") else "", **row}
        for row in setup.get("ladder", [])
    ]
    notes = [{"ways": [], **one} for one in setup.get("notes", [])]
    said = {"decisions": decisions, "concessions": concessions, "notes": notes} | ({"ladder": ladder} if "ladder" in setup else {})
    return setup | said


class CardSnapshot(BaseModel):
    """Everything a card needs, offline. pocket is null on a card that was made without it; picture: the frame, as a data address, or none.

    on_scene: what the field needs to know of the scene: where to point, what the meter will do, what is let go; casts: what to do about a frame that
    came out too warm or cold, too green or magenta.
    """

    title: str
    starts_at: str
    note: str
    body: str
    lens: str
    focal_length_mm: float
    setup: DecidedOut
    answers: list[TestFrameOut]
    pocket: PocketOut | None = None
    picture: str = ""
    on_scene: list[str] = Field(default_factory=list)
    casts: list[CastOut] = Field(default_factory=list)

    @model_validator(mode="before")
    @classmethod
    def _of_any_age(cls, raw: Any) -> Any:
        """A card of an earlier version says nothing of what came later, and is read all the same."""
        if isinstance(raw, dict) and isinstance(raw.get("setup"), dict):
            return raw | {"setup": _since(_filled(raw["setup"], SINCE))}
        return raw


PICTURE_PX = 264
"""Width of a card's picture: it travels with the card, and is looked at small."""


def _picture(shot: Shot) -> str:
    """The frame as an address that carries it: seen without a server."""
    frame = picture(shot, Look.FINDER, PICTURE_PX, marks=False)
    return "data:image/jpeg;base64," + base64.b64encode(as_jpeg(frame)).decode()


class FrameShownOut(BaseModel):
    """What a test frame shows: the two taps for it (empty where it is as it should be), in words, and the frame with its marks."""

    saw: str
    much: str
    words: str
    marked: str


def lead_thirds(answer: Answer) -> int:
    """Thirds of a stop that the raw still has where the preview of this frame first warns: what Rehearse shows of it.

    Where somebody has measured it on this body under a look, theirs, and what this look makes of that.
    """
    body, values = answer.situation.body, dict(answer.configuration.values)

    def under(look: Mapping[str, Value]) -> float:
        return headroom(shot_of(answer.situation, answer.setup, values={**values, **look}))

    stops = under({})
    if body.headroom_stops is not None:
        stops += body.headroom_stops - under({"look": body.headroom_look})
    return max(0, round(stops * 3))


def frame_shown(levels: NDArray[np.uint8] | None, lead_thirds: float | None, answer: Answer) -> FrameShownOut:
    """What a test frame shows, by its levels (h, w, 3); lead_thirds: thirds that the raw still has where the file warns, None where no raw is kept; answer:
    that the card was made of.

    Raises
    ------
    InputError : the file is no finished picture.
    """
    if levels is None:
        raise InputError([Problem("", "give the finished file: a JPEG or PNG of the frame is accepted")])
    shown = shown_in(levels)
    words = []
    if shown.white > SPECKS:
        words.append(f"{shown.white:.1%} of it is at its white, hatched; {shown.middle:.0%} of the middle.")
        if lead_thirds:
            words.append(f"The raw beside it still has {lead_thirds:.0f} {'third' if lead_thirds == 1 else 'thirds'} there.")
    elif shown.room >= 0.5:
        words.append(f"Its brightest part stays {shown.room:.1f} stops under white.")
    if shown.black > SPECKS:
        words.append(f"{shown.black:.1%} shows nothing, dotted.")
    words += _card_words(levels, answer)
    frame = as_jpeg(marks_on(scaled_to(levels, SHOWN_PX)))
    marked = "data:image/jpeg;base64," + base64.b64encode(frame).decode()
    return FrameShownOut(saw=shown.saw, much=shown.much, words=" ".join(words) or "It is as it should be.", marked=marked)


def _card_words(levels: NDArray[np.uint8], answer: Answer) -> list[str]:
    """What a grey card in the middle of a test frame says of white, where white is fixed."""
    shot = shot_of(answer.situation, answer.setup, values=answer.configuration.values)
    found = None if shot.automatic else card_in(levels, (shot.white_k, shot.white_tint))
    if found is None:
        return []
    apart = 1e6 / found[0] - 1e6 / shot.white_k
    if abs(apart) < ALIKE_MIRED:
        return ["If its middle is a grey card, white is right."]
    to = answer.situation.body.kelvin_on_dial(found[0])
    return [f"If its middle is a grey card, it is {abs(apart):.0f} mired {'warm' if apart > 0 else 'cold'}: set {to:.0f} K."]


SHOWN_PX = 480
"""Pixels across the frame that is shown on a phone."""


def freeze(document: dict[str, Any], asked: SituationForm, pocket: PocketOut | None = None) -> CardSnapshot:
    """The card of a stored situation and what the advice is asked for it.

    Raises
    ------
    CraftError : the situation has no setup as it stands.
    """
    answer = answer_to(asked)
    situation, made = answer.situation, answer.setup
    setup = decided_form(situation, made, asked.delivery.shape)
    values = answer.configuration.values
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
        for a in answers(situation, lead_thirds(answer))
    ]
    shot = shot_of(situation, made, values=values)
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
        picture=_picture(shot),
        on_scene=list(field_lines(situation, made, shot)),
        casts=casts_of(situation.body, shot.white_k),
    )
