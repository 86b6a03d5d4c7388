"""White on the scene, in JSON: its lights, the white that is set, what comes of skin and paper, and whites beside it."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from craft.decisions.numbers import DAYLIGHT_KELVIN, TINTS, nearest_preset, nearest_tint, offers_white
from craft.kit.body import Body
from craft.render.shot import found, small_framing_of
from craft.render.whites import mends_for, mends_from_to
from craft.scene.light import APART_MIRED
from craft.scene.situation import Situation
from craft.stage.stage import Lit
from craft.tones.colours import shares_of
from craft.vocabulary.settings import BY_SLUG as BY_SETTING
from craft.vocabulary.terms import White
from craft.vocabulary.words import say_value
from craft.white.automatic import BEHAVIOURS
from craft.white.colorimetry import seen, temperature_and_tint, xyz_of
from craft.white.lights import BY_KIND, spectrum_of
from craft.white.outcome import SHOWN, LightOn, Patch, as_they_are, compromise, patches_of, skin_delta
from craft.white.response import white_of
from craft.white.screen import light_rgb
from forms.outing_form import SituationNow
from forms.rehearsal_form import RehearseIn, Theirs
from forms.rulers.asked import OnScene, asked_of

STEPS_MIRED = (-60.0, -40.0, -20.0, 0.0, 20.0, 40.0, 60.0)
"""Of the whites laid side by side, from the one that is set: twenty mireds are what one sees apart in skin."""

WARMEST_K, COLDEST_K = 1800.0, 12000.0
"""Ends of the ruler; a light or a setting beyond them widens it."""

KNOWN_SHARE = 0.02
"""Share of a picture from which a light in it counts."""

Kelvin = Annotated[float, Field(strict=True, ge=1000, le=40_000, allow_inf_nan=False)]
Matters = Literal["faces", "room", "paper"]


class WhiteIn(RehearseIn):
    """A situation whose white is judged; matters: what a compromise between lights is made for."""

    matters: Matters = "faces"


class PatchOut(BaseModel):
    """A surface as a file shows it; delta: CIEDE2000 from the surface as it is, in a word too."""

    name: str
    colour: str
    delta: float
    seen: str


class WhiteLightOut(BaseModel):
    """A light of the scene. kelvin, tint: that a body measures of it; temperature, duv: as the eye has it; share: of the picture; apart: mireds that white is
    set warmer (over 0) or colder than it; skin: as set, and at_best: that no white mends, both CIEDE2000; gel: mireds that would bring it to the light of the key."""

    name: str
    kind: str
    kelvin: float
    tint: float
    temperature: float
    duv: float
    share: float | None
    colour: str
    apart: float
    skin: float
    skin_seen: str
    at_best: float
    gel: float | None


class WhiteRowOut(BaseModel):
    """One way to set white; mode, set: settings of the body that take it, none for what is only compared."""

    label: str
    kelvin: float | None
    tint: float
    patches: list[PatchOut]
    skin: float
    set: dict[str, float | str]
    as_set: bool


class CompromiseOut(BaseModel):
    """The white that is least wrong for all lights; wrong: what stays on skin in each, by its name."""

    matters: str
    kelvin: float
    tint: float
    wrong: list[str]


class GlowOut(BaseModel):
    """A white that leaves so much of the light's own colour; kelvin: of the body's dial."""

    share: float
    kelvin: float


class HueOut(BaseModel):
    """The colour of light of a temperature."""

    kelvin: float
    colour: str


class CastOut(BaseModel):
    """What to do about a test frame that came out so; set: settings that take it."""

    saw: str
    saw_label: str
    much: str
    much_label: str
    words: str
    set: dict[str, float | str]


MUCH = {"little": "a little", "much": "a lot"}


def casts_of(body: Body, kelvin: float) -> list[CastOut]:
    """Answers to a test frame's cast."""
    by_number = offers(body, "kelvin")
    return [
        CastOut(
            saw=one.saw,
            saw_label=one.saw_label,
            much=one.much,
            much_label=MUCH[one.much],
            words=one.words if by_number or one.kelvin is None else by_preset(body, one.kelvin),
            set={"white_mode": "kelvin", "white_kelvin": one.kelvin} if one.kelvin is not None and by_number else {},
        )
        for one in mends_for(body, kelvin)
    ]


class TintOut(BaseModel):
    """A setting of tint: thousandths of Duv that it takes for neutral."""

    name: str
    tint: float
    as_set: bool


class WhiteOnSceneOut(BaseModel):
    """The ruler of white. tints: settings of tint, from green to pink, none where the body has no such thing; kelvins: the body's dial, none where it has no such scale; fixed: whether the same white serves every frame; mends_from, mends_to: kelvin between which a finished
    file can be brought to the light's own; keeps, glow: share of the light's own colour that is left, and whites that leave others, none where it has no colour;
    steps: whites to lay beside it; scale: colours of light along the ruler."""

    lowest: float
    highest: float
    kelvins: list[float]
    mode: White
    label: str
    kelvin: float
    tint: float
    tints: list[TintOut]
    fixed: bool
    shift: float
    by_hand: bool
    raw: bool
    finished: bool
    mends_from: float
    mends_to: float
    can_be_mended: bool
    keeps: float | None
    glow: list[GlowOut]
    steps: list[float]
    scale: list[HueOut]
    lights: list[WhiteLightOut]
    answers: list[CastOut]
    rows: list[WhiteRowOut]
    compromise: CompromiseOut | None
    words: list[str]


def hex_of(rgb: tuple[float, float, float]) -> str:
    """A colour as pages write it.

    >>> hex_of((1.0, 0.5, 0.0))
    '#ff8000'
    """
    return "#" + "".join(f"{round(min(max(part, 0.0), 1.0) * 255):02x}" for part in rgb)


def patches_out(patches: tuple[Patch, ...]) -> list[PatchOut]:
    """Surfaces with how far they are off, in JSON."""
    return [PatchOut(name=one.name, colour=hex_of(one.rgb), delta=round(one.delta, 1), seen=seen(one.delta)) for one in patches]


def _colour_of(kelvin: float) -> str:
    """A light's colour, as bright as a page can show it."""
    rgb = light_rgb(kelvin)
    red, green, blue = (math.pow(part / max(rgb), 1 / 2.2) for part in rgb)
    return hex_of((red, green, blue))


def warmer(white: float, light: float) -> float:
    """Mireds by which a light comes warmer than neutral where white is set so.

    >>> round(warmer(5500.0, 2850.0))
    169
    """
    return 1e6 / light - 1e6 / white


def lights_of(of: OnScene) -> list[tuple[LightOn, float | None]]:
    """Lights of a situation on its scene, the key's first, each with its share of the picture where that is known."""
    light, shot = of.situation.light, of.shot
    key = LightOn(light.kind, light.kelvin, BY_KIND[light.kind].label if light.kind else "light of the key")
    found: list[tuple[LightOn, float | None]] = []
    if shot.own is None:
        shares, stage = shares_of(small_framing_of(shot)), shot.scene
        lit = shares[Lit.KEY] + shares[Lit.OTHER]
        found.append((key, shares[Lit.KEY] / lit if lit else None))
        if stage.other_k is not None and lit and shares[Lit.OTHER] / lit >= KNOWN_SHARE:
            found.append((LightOn(stage.other_kind, stage.other_k, stage.other_name), shares[Lit.OTHER] / lit))
    else:
        found.append((key, None))
    for kelvin, kind in zip(light.others, light.other_kinds, strict=True):
        if all(abs(warmer(kelvin, one.kelvin)) >= APART_MIRED for one, _ in found):
            found.append((LightOn(kind, kelvin, BY_KIND[kind].label if kind else "further light"), None))
    return found


SHARE_UNKNOWN = 0.3
"""Share that a light counts for whose share nobody knows."""


def _light(light: LightOn, share: float | None, key: LightOn, white: tuple[float, float]) -> WhiteLightOut:
    kelvin, tint = white_of(light.kind, light.kelvin)
    temperature, duv = temperature_and_tint(xyz_of(spectrum_of(light.kind, light.kelvin)))
    skin = skin_delta(light, white)
    return WhiteLightOut(
        name=light.name,
        kind=BY_KIND[light.kind].label if light.kind else "",
        kelvin=kelvin,
        tint=tint,
        temperature=temperature,
        duv=duv,
        share=share,
        colour=_colour_of(light.kelvin),
        apart=warmer(white[0], kelvin),
        skin=skin,
        skin_seen=seen(skin),
        at_best=skin_delta(light, (kelvin, tint)),
        gel=None if light is key else warmer(light.kelvin, key.kelvin),
    )


def _row(label: str, light: LightOn, white: tuple[float, float], settings: dict[str, float | str], as_set: bool = False) -> WhiteRowOut:
    return WhiteRowOut(
        label=label,
        kelvin=white[0],
        tint=white[1],
        patches=patches_out(patches_of(SHOWN, light, white)),
        skin=skin_delta(light, white),
        set=settings,
        as_set=as_set,
    )


def by_preset(body: Body, kelvin: float) -> str:
    """On a body without a scale of kelvin: its nearest preset, and how far off that is."""
    nearest = nearest_preset(body, kelvin)
    if nearest is None:
        return "This body has neither kelvin nor presets: measure from a card, or correct it afterwards."
    mode, at = nearest
    off = warmer(at, kelvin)
    said = f", {abs(off):.0f} mired {'warmer' if off > 0 else 'colder'} than wanted" if abs(off) >= ALIKE_MIRED else ""
    return f"This body has no kelvin: {say_value(BY_SETTING['white_mode'], mode.value)} is nearest{said}."


def offers(body: Body, mode: str) -> bool:
    """Whether a body has a way of setting white."""
    return offers_white(body, White(mode))


def taken(body: Body, kelvin: float, tint: str = "none") -> dict[str, float | str]:
    """Settings that take a white by its number; none on a body that has no such scale.

    >>> from craft.examples import SHOWN_ON
    >>> taken(SHOWN_ON["BODY"], 4000.0, "pinker")
    {'white_mode': 'kelvin', 'white_kelvin': 4000.0, 'white_tint': 'pinker'}
    """
    if not offers(body, "kelvin"):
        return {}
    return {"white_mode": "kelvin", "white_kelvin": kelvin, **({"white_tint": tint} if "white_tint" not in body.traits.absent else {})}


def _rows(of: OnScene, key: LightOn, white: tuple[float, float]) -> list[WhiteRowOut]:
    body, setup = of.situation.body, of.setup
    own = white_of(key.kind, key.kelvin)
    as_they = WhiteRowOut(
        label="as they are", kelvin=None, tint=0.0, patches=patches_out(as_they_are(SHOWN)), skin=0.0, set={}, as_set=False
    )
    rows = [as_they, _row("as set", key, white, {}, as_set=True)]
    dial, tint = body.kelvin_on_dial(own[0]), nearest_tint(body, own[1])
    rows.append(_row("to the light itself", key, (dial, TINTS[tint]), taken(body, dial, tint)))
    if abs(warmer(DAYLIGHT_KELVIN, key.kelvin)) > APART_MIRED:
        rows.append(_row("as by daylight", key, (DAYLIGHT_KELVIN, 0.0), {"white_mode": "daylight"} if offers(body, "daylight") else {}))
    for row in BEHAVIOURS:
        if offers(body, row.slug) and setup.white.mode.value != row.slug:
            shot = found(of.shot, row.slug)
            rows.append(_row(row.label, key, (shot.white_k, shot.white_tint), {"white_mode": row.slug}))
    return rows


def _elsewhere(asked: WhiteIn, of: OnScene, key: LightOn, theirs: Theirs) -> list[WhiteRowOut]:
    """Whites that were set on the same day in a light like this one: one comes back into the room, or works with two bodies."""
    if not isinstance(asked.situation, SituationNow) or not offers(of.situation.body, "kelvin"):
        return []
    body, rows = of.situation.body, []
    for one in theirs.elsewhere(asked.situation):
        if one.light.kind != key.kind or abs(warmer(one.light.kelvin, key.kelvin)) > APART_MIRED:
            continue
        dial, tint = body.kelvin_on_dial(one.kelvin), one.tint if one.tint in TINTS else "none"
        rows.append(_row(f"as in “{one.title}”", key, (dial, TINTS[tint]), taken(body, dial, tint)))
    return rows


GLOWS = (0.0, 0.25, 0.5, 0.75, 1.0)
HUES = (1800.0, 2200.0, 2700.0, 3300.0, 4000.0, 5000.0, 6500.0, 8500.0, 12000.0)


def _kept(body: Body, kelvin: float, share: float) -> float:
    return body.kelvin_on_dial(1 / ((1 - share) / kelvin + share / DAYLIGHT_KELVIN))


def steps_of(body: Body, kelvin: float) -> list[float]:
    """Whites of a body's dial about one, twenty mireds apart, each once; the one itself among them, on the dial or not."""
    dial = [body.kelvin_on_dial(1e6 / max(1e6 / kelvin - off, 1.0)) for off in STEPS_MIRED if off]
    return sorted({kelvin, *dial})


def white_on(asked: WhiteIn, theirs: Theirs) -> WhiteOnSceneOut:
    """The ruler of white of a situation.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = asked_of(asked, theirs)
    lights = lights_of(of)
    key, shot, situation = lights[0][0], of.shot, of.situation
    white = (shot.white_k, shot.white_tint)
    scale = situation.body.kelvins if offers(situation.body, "kelvin") else ()
    mends = mends_from_to(replace(shot, own=None))
    ends = [white[0], *(one.kelvin for one, _ in lights)]
    neutral = white_of(key.kind, key.kelvin)[0]
    own_mired = warmer(DAYLIGHT_KELVIN, neutral)
    has_colour = abs(own_mired) > APART_MIRED
    mode = of.setup.white.mode
    made = next(one for one in of.setup.decisions if one.decision == "white")
    out = WhiteOnSceneOut(
        lowest=min(WARMEST_K, *ends),
        highest=max(COLDEST_K, *ends),
        kelvins=list(scale),
        mode=mode,
        label=say_value(BY_SETTING["white_mode"], mode.value),
        kelvin=white[0],
        tint=white[1],
        tints=_tints(situation),
        fixed=not shot.automatic,
        shift=shot.shift if shot.automatic else 0.0,
        by_hand=bool(made.hand),
        raw=of.setup.facts["raw"] > 0,
        finished=of.setup.facts["rendered"] > 0,
        mends_from=mends[0],
        mends_to=mends[1],
        can_be_mended=mends[0] <= white[0] <= mends[1],
        keeps=max(0.0, warmer(white[0], neutral) / own_mired) if has_colour else None,
        glow=[GlowOut(share=share, kelvin=_kept(situation.body, neutral, share)) for share in GLOWS] if has_colour and scale else [],
        steps=steps_of(situation.body, white[0]) if scale else [],
        scale=[HueOut(kelvin=kelvin, colour=_colour_of(kelvin)) for kelvin in HUES],
        answers=casts_of(situation.body, white[0]),
        lights=[_light(light, share, key, white) for light, share in lights],
        rows=[*_rows(of, key, white), *_elsewhere(asked, of, key, theirs)],
        compromise=_compromise(asked.matters, lights, situation),
        words=[],
    )
    return out.model_copy(update={"words": words_of(out)})


def _tints(situation: Situation) -> list[TintOut]:
    """The settings of tint that a body has, the greenest first."""
    traits = situation.body.traits
    offered = (
        () if "white_tint" in traits.absent or not offers(situation.body, "kelvin") else traits.offered.get("white_tint", tuple(TINTS))
    )
    now = str(situation.settings.get("white_tint", "none"))
    rows = sorted((tint, name) for name, tint in TINTS.items() if name in offered)
    return [TintOut(name=name, tint=tint, as_set=name == now) for tint, name in rows]


def _compromise(matters: Matters, lights: list[tuple[LightOn, float | None]], situation: Situation) -> CompromiseOut | None:
    if len(lights) < 2:
        return None
    weighed = [replace(light, share=SHARE_UNKNOWN if share is None else share) for light, share in lights]
    best = compromise(weighed, matters, situation.body.kelvins)
    wrong = [f"{light.name}: {off_in_words(left)}, {seen(left)}" for light, left in zip(weighed, best.wrong, strict=True)]
    return CompromiseOut(matters=matters, kelvin=best.kelvin, tint=best.tint, wrong=wrong)


def off_in_words(delta: float) -> str:
    """A difference as it is said: to a tenth where that is seen."""
    return f"{delta:.1f}" if delta < 10 else f"{delta:.0f}"


ALIKE_MIRED = 5.0
"""Mireds under which nobody tells two whites apart."""

POOR_LIGHT = 3.0
"""CIEDE2000 of skin, at the light's own white, from which on the lamp is to blame."""


def words_of(out: WhiteOnSceneOut) -> list[str]:
    """What the figures come to, in sentences: each true of what it stands beside."""
    key = out.lights[0]
    lines = []
    off = (
        "neutral" if abs(key.apart) < ALIKE_MIRED else f"{abs(key.apart):.0f} mired {'warmer' if key.apart > 0 else 'colder'} than neutral"
    )
    shifts = f", shifted {abs(out.shift):.0f} mired {'warmer' if out.shift < 0 else 'cooler'} by its standing shift" if out.shift else ""
    how = "" if out.fixed else f"{out.label} comes to {out.kelvin:.0f} K on this frame{shifts}, and looks anew at the next. "
    lines.append(f"{how}Grey comes out {off} in the {key.name}, skin {off_in_words(key.skin)} off: {key.skin_seen}.")
    if out.keeps is not None and 0.02 < out.keeps < 1.02:
        lines.append(f"{out.keeps:.0%} of the light's own colour is kept.")
    if key.at_best > POOR_LIGHT:
        lines.append(
            f"No white mends this lamp wholly: skin stays {off_in_words(key.at_best)} off, since it has too little of some colours."
        )
    if out.raw:
        lines.append("A raw takes any white afterwards: nothing is lost by this one.")
    if out.finished and out.can_be_mended:
        lines.append(f"A finished file can still be brought to neutral, as one can from {out.mends_from:.0f} to {out.mends_to:.0f} K.")
    elif out.finished:
        lines.append(
            f"A finished file cannot be brought to neutral from here: that goes from {out.mends_from:.0f} to {out.mends_to:.0f} K."
        )
    for other in out.lights[1:]:
        gel = (
            f"; a filter of {abs(other.gel or 0):.0f} mired, {'orange' if (other.gel or 0) > 0 else 'blue'}, on it would make it one light"
            if other.gel and abs(other.gel) >= APART_MIRED
            else ""
        )
        lines.append(
            f"In the light of the {other.name} skin comes {off_in_words(other.skin)} off, {abs(other.apart):.0f} mired {'warm' if other.apart > 0 else 'cold'}{gel}."
        )
    return lines
