"""What hands do to a body: over its own page, which stands for the thing itself. No link needs any of it, and a real body has none of it."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from craft.render.picture import Look, as_jpeg, picture
from craft.render.shot import Shot
from forms.link_form import RefusedSaid
from simulators.body.even import Even, even_picture
from simulators.body.plugged import anew, thing
from simulators.body.takes import taken
from simulators.body.thing import Thing

hands = Router(tags=["hands"])
FINDER_PX = 480
WHEELS = (
    *("exposure_mode", "shutter_time", "aperture", "iso_mode", "iso_value", "compensation"),
    *("white_mode", "drive_mode", "focus_mode", "shutter_type"),
)
"""What stands under fingers on nearly every body, as far as this one has it; and which shutter, that its sensor can be measured."""


class WheelOut(Schema):
    """A wheel, dial or switch, in the body's words; first, last: it stands at an end."""

    setting: str
    label: str
    word: str
    first: bool
    last: bool


class HappenedOut(Schema):
    """Something that happened."""

    number: int
    at: str
    words: str


class HandOut(Schema):
    """A body as one sees it. code: what its screen shows to who wants to make a link; links: how many there are."""

    name: str
    lens: str
    serial: str
    code: str
    links: int
    wheels: list[WheelOut]
    slots: list[str]
    slot: int | None
    cards: list[str]
    taken: list[int]
    battery: float
    celsius: float
    light_stops: float
    clock: str
    before: list[str]
    at: int
    even: str
    reached: bool
    happened: list[HappenedOut]


class HandIn(Schema):
    """One thing that is done to it: a wheel is moved, a slot turned to, a card pulled or put in, the release pressed."""

    do: Literal[
        "wheel", "slot", "card", "fire", "stand", "light", "cold", "away", "drop", "battery", "anew", "wall", "lamp", "cap", "update"
    ]
    setting: Annotated[str, Field(max_length=60)] = ""
    by: Annotated[int, Field(ge=-200, le=200)] = 0
    at: Annotated[int, Field(ge=0, le=200)] = 0
    to: Annotated[float, Field(ge=-100, le=100, allow_inf_nan=False)] = 0.0
    state: Literal["in", "out", "failing"] = "in"


@hands.get("", response=HandOut)
def seen(request: HttpRequest) -> HandOut:
    """How it looks."""
    it = thing()
    with it.lock:
        held = it.settings
        wheels = [slug for slug in WHEELS if slug in held.rows and held.rows[slug].offered]
        numbers = {at: k for k, at in enumerate(held.slots)}
        return HandOut(
            name=held.body.name,
            lens=held.lens.name,
            serial=it.serial,
            code=it.code,
            links=len(it.tokens),
            wheels=[_wheel(slug) for slug in wheels],
            slots=[held.body.traits.all_banks[bank - 1].called(number) for bank, number in held.slots],
            slot=numbers.get(held.turned) if held.turned else None,
            cards=[card.state for card in it.cards],
            taken=[len(card.files) for card in it.cards],
            battery=it.battery,
            celsius=it.celsius,
            light_stops=it.light_stops,
            clock=it.clock().strftime("%H:%M:%S"),
            before=[one.title for one in it.before],
            at=it.at,
            even=it.even or "",
            reached=it.reached,
            happened=[HappenedOut(number=e.number, at=e.at.strftime("%H:%M:%S"), words=e.words) for e in reversed(it.events[-8:])],
        )


def _wheel(slug: str) -> WheelOut:
    held = thing().settings
    row, value = held.rows[slug], held.values[slug]
    return WheelOut(
        setting=slug, label=held.label(slug), word=held.word(slug), first=value == row.offered[0], last=value == row.offered[-1]
    )


def _slot(it: Thing, asked: HandIn) -> None:
    it.turn(*it.settings.slots[min(asked.at, len(it.settings.slots) - 1)])


def _light(it: Thing, asked: HandIn) -> None:
    it.light_stops = max(-12.0, min(6.0, asked.to))


def _cold(it: Thing, asked: HandIn) -> None:
    it.celsius = max(-40.0, min(60.0, asked.to))


def _battery(it: Thing, asked: HandIn) -> None:
    it.charge = max(0.0, min(1.0, asked.to))


def _drop(it: Thing, asked: HandIn) -> None:
    """After so many settings that are written; with none, in the middle of the next file."""
    if asked.by:
        it.gone_after = asked.by
    else:
        it.drops_after = 0


DONE: dict[str, Callable[[Thing, HandIn], object]] = {
    "wheel": lambda it, asked: it.bump(asked.setting, asked.by),
    "slot": _slot,
    "card": lambda it, asked: it.card(asked.at, asked.state),
    "fire": lambda it, asked: it.fire(max(1, asked.by)),
    "stand": lambda it, asked: it.stand(asked.at),
    "light": _light,
    "cold": _cold,
    "battery": _battery,
    "away": lambda it, asked: it.walk_away(it.reached),
    "drop": _drop,
    "wall": lambda it, asked: it.look_at(Even.WALL),
    "lamp": lambda it, asked: it.look_at(Even.LAMP),
    "cap": lambda it, asked: it.look_at(Even.CAP),
    "update": lambda it, asked: it.update(),
    "anew": lambda it, asked: anew(),
}


@hands.post("", response={200: HandOut, 409: RefusedSaid})
def do(request: HttpRequest, asked: HandIn) -> HandOut:
    """Do something to it."""
    it = thing()
    with it.lock:
        DONE[asked.do](it, asked)
    return seen(request)


@hands.get("/finder")
def finder(request: HttpRequest) -> HttpResponse:
    """What it would take now, small."""
    it = thing()
    [shot, *_] = taken(it.before[it.at].form, it.settings.values, it.light_stops, even=it.even is not None)
    return HttpResponse(_drawn(shot, it.even, it.mains_hz), content_type="image/jpeg")


@lru_cache(8)
def _drawn(shot: Shot, even: Even | None, mains_hz: float) -> bytes:
    return as_jpeg(even_picture(shot, even, FINDER_PX, mains_hz) if even else picture(shot, Look.FINDER, FINDER_PX, marks=False))
