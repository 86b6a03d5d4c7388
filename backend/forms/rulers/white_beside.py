"""Whites beside the one that is set, in JSON: side by side, two to choose between by eye, and measured from a card."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import BaseModel, Field

from craft.decisions.numbers import nearest_tint
from craft.render.shot import Shot
from craft.render.whites import measured, misleads, together
from craft.white.outcome import SHOWN, LightOn, patches_of, skin_delta
from craft.white.surfaces import SURFACES
from forms.rehearsal_form import RehearseIn, Sign, Theirs
from forms.rulers.asked import Share, asked_of
from forms.rulers.white import ALIKE_MIRED, Kelvin, PatchOut, patches_out, taken, warmer


class WhitesIn(RehearseIn):
    """Whites that are wanted beside each other; tint: in thousandths of Duv, that of the setting unless given."""

    kelvins: Annotated[list[Kelvin], Field(min_length=1, max_length=9)]
    tint: Annotated[float, Field(strict=True, ge=-60, le=60)] | None = None


class BesideOut(BaseModel):
    """A white beside the one that is set: mireds from it (over 0 warmer), its frame, and surfaces in it."""

    kelvin: float
    mired: float
    token: str
    as_set: bool
    patches: list[PatchOut]
    skin: float


def whites_beside(asked: WhitesIn, sign: Sign, theirs: Theirs) -> list[BesideOut]:
    """Frames of a situation under several whites, with surfaces in each.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = asked_of(asked, theirs)
    light = of.situation.light
    key, tint = LightOn(light.kind, light.kelvin), of.shot.white_tint if asked.tint is None else asked.tint

    def beside(kelvin: float) -> BesideOut:
        white = (kelvin, tint)
        return BesideOut(
            kelvin=kelvin,
            mired=warmer(kelvin, of.shot.white_k),
            token=sign(_so(of.shot, white)),
            as_set=abs(warmer(kelvin, of.shot.white_k)) < 1 and abs(tint - of.shot.white_tint) < 0.5,
            patches=patches_out(patches_of(SHOWN, key, white)),
            skin=skin_delta(key, white),
        )

    return [beside(kelvin) for kelvin in asked.kelvins]


def _so(shot: Shot, white: tuple[float, float]) -> Shot:
    return replace(shot, white_k=white[0], white_tint=white[1], automatic="")


class NearerIn(RehearseIn):
    """Two ends between which the white lies that looks like the place one stands in."""

    low: Kelvin = 2500.0
    high: Kelvin = 10_000.0


class EndsOut(BaseModel):
    """Ends between which one goes on."""

    low: float
    high: float


class NearerOut(BaseModel):
    """Two whites to choose between. warmer, colder: the pictures; if_warmer, if_colder: where one goes on; at: the middle of what is left, on the body's dial;
    within: mireds to either side of it."""

    warmer: BesideOut
    colder: BesideOut
    if_warmer: EndsOut
    if_colder: EndsOut
    at: float
    within: float


def nearer(asked: NearerIn, sign: Sign, theirs: Theirs) -> NearerOut:
    """Two whites at the quarters of a range of mireds, and the half that each leaves: five presses come from the whole scale to a few mireds.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : ends that are none, or a scene that there is not.
    """
    cold, warm = sorted((1e6 / asked.low, 1e6 / asked.high))
    quarter = (warm - cold) / 4
    # the frame is warmer the higher white is set: by fewer mireds
    kelvins = [1e6 / (cold + quarter), 1e6 / (warm - quarter)]
    one, other = whites_beside(
        WhitesIn.model_validate({**asked.model_dump(exclude={"low", "high"}), "kelvins": kelvins, "tint": 0.0}), sign, theirs
    )
    middle = (cold + warm) / 2
    of = asked_of(asked, theirs)
    return NearerOut(
        warmer=one,
        colder=other,
        if_warmer=EndsOut(low=1e6 / middle, high=1e6 / cold),
        if_colder=EndsOut(low=1e6 / warm, high=1e6 / middle),
        at=of.situation.body.kelvin_on_dial(1e6 / middle),
        within=(warm - cold) / 2,
    )


class CardPlaceIn(BaseModel):
    """A place of the frame: shares of its width and height."""

    x: Share
    y: Share


class CardIn(RehearseIn):
    """Places of a situation's frame that are taken for grey."""

    places: Annotated[list[CardPlaceIn], Field(min_length=1, max_length=9)]


class CardPlaceOut(BaseModel):
    """White at one place; mireds: from the white that is set; spread: of its noise; refused: why it tells nothing."""

    x: float
    y: float
    kelvin: float
    tint: float
    mireds: float
    spread: float
    refused: str


class CardOnSceneOut(BaseModel):
    """White measured on a frame. dial: the nearest of the body's scale; set: settings that take it; words: what it comes to."""

    places: list[CardPlaceOut]
    kelvin: float | None
    tint: float | None
    dial: float | None
    set: dict[str, float | str]
    words: list[str]


MISLEADING = ("tooth", "eye", "paper", "bright paper")
"""Things that people take for grey or white."""


def measured_on(asked: CardIn, theirs: Theirs) -> CardOnSceneOut:
    """The white that places of a frame ask for.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = asked_of(asked, theirs)
    light, body = of.situation.light, of.situation.body
    places = [measured(of.shot, place.x, place.y) for place in asked.places]
    both = together(places)
    lines = [f"Place {k + 1}: {place.refused}." for k, place in enumerate(places) if place.refused]
    if both is not None:
        apart = warmer(of.shot.white_k, both.kelvin)
        way = f"{abs(apart):.0f} mired {'warm' if apart > 0 else 'cold'}" if abs(apart) >= ALIKE_MIRED else "neutral"
        lines.append(f"{both.kelvin:.0f} K, tint {both.tint:+.0f}: as white is set, a finished file comes out {way} there.")
        if len(places) > 1:
            lines.append(
                f"The places are {both.spread:.0f} mired apart: {'one light' if both.one_light else 'not under one light; measure where it matters most'}."
            )
    off = [(SURFACES[slug].label, misleads(slug, light.kind, light.kelvin)) for slug in MISLEADING]
    said = ", ".join(f"{name} by {abs(by):.0f}" for name, by in off)
    lines.append(f"Take a grey card: in this light other whites mislead by mireds, {said}.")
    dial = body.kelvin_on_dial(both.kelvin) if both else None
    takes = taken(body, dial, nearest_tint(body, both.tint)) if both and dial else {}
    return CardOnSceneOut(
        places=[CardPlaceOut.model_validate(place, from_attributes=True) for place in places],
        kelvin=both.kelvin if both else None,
        tint=both.tint if both else None,
        dial=dial,
        set=takes,
        words=lines,
    )
