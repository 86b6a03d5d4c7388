"""White on a frame: what automatic white finds there, and how far off a finished file can still be mended."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from craft.kept import kept
from craft.kit.body import Body
from craft.render.develop import FULL_RAW, Bytes, curve, developed, file_gains
from craft.render.expose import frame
from craft.render.shot import Shot
from craft.scene.light import APART_MIRED
from craft.tones.framing import View
from craft.tones.own import linear
from craft.white.colorimetry import BESIDE, delta_e, lab_of
from craft.white.outcome import CARD
from craft.white.response import LEAST_K, MOST_K, gains_of, numbers_of, to_screen, white_of, white_of_numbers
from craft.white.screen import XYZ_TO_RGB, decoded
from craft.white.surfaces import SKINS, SURFACES

JUDGED = (*SKINS, "paper", "grey card")
"""What a finished file is judged by."""

STEP_MIRED, MOST_MIRED = 5.0, 250.0


def _raw(shot: Shot) -> np.ndarray:
    """The judged surfaces in the light of a shot as its raw has them, the grey card at the key, (1, n, 3)."""
    rows = [SURFACES[name].surface for name in JUDGED]
    numbers = np.stack([numbers_of(one, shot.kind, shot.kelvin) * one.luminance / CARD for one in rows])
    return np.asarray(np.minimum(numbers * 2.0**-shot.clip_above_key, 1), np.float32)[None]


def _lab(file: Bytes) -> np.ndarray:
    to_xyz = np.linalg.inv(XYZ_TO_RGB)
    return lab_of(decoded(file / 255) @ to_xyz.T, to_xyz @ np.ones(3))


def mended(file: Bytes, shot: Shot, white: tuple[float, float]) -> Bytes:
    """A finished file brought to another white afterwards: its curve undone, its channels scaled, its curve again. What was full stays so.

    >>> file = np.full((1, 1, 3), 118, np.uint8)
    >>> bool(np.abs(mended(file, shot(), (shot().white_k, shot().white_tint)).astype(int) - 118).max() <= 2)
    True
    """
    table = curve(shot)
    light = np.searchsorted(table, np.arange(256), side="left").clip(0, 65535) / 65535
    back = light[file] @ np.linalg.inv(to_screen()).T * (gains_of(*white) / file_gains(shot))
    levels = np.clip(back @ to_screen().T, 0, 1)
    return np.asarray(np.take(table, (levels * 65535).astype(np.uint16)), np.uint8)


def left_when_mended(shot: Shot, white: tuple[float, float]) -> float:
    """The most that a skin, paper or a grey card is off after a finished file was brought to a white, in CIEDE2000, against one that had been set to it.

    >>> left_when_mended(shot(), (shot().white_k, shot().white_tint)) < 1.0
    True
    """
    raw = _raw(shot)
    right = developed(raw, replace(shot, white_k=white[0], white_tint=white[1]))
    return float(delta_e(_lab(mended(developed(raw, shot), shot, white)), _lab(right)).max())


@kept
def mends_from_to(shot: Shot) -> tuple[float, float]:
    """Kelvin between which white may be set so that a finished file can still be brought to the light's own: nothing judged is then more than seen side by side.

    >>> low, high = mends_from_to(shot())
    >>> low < shot().kelvin < high
    True
    """
    goal = white_of(shot.kind, shot.kelvin)

    def reach(way: float) -> float:
        off = 0.0
        while off < MOST_MIRED:
            mired = 1e6 / goal[0] + way * (off + STEP_MIRED)
            if not 40.0 < mired < 1000.0 or left_when_mended(replace(shot, white_k=1e6 / mired, white_tint=goal[1]), goal) > BESIDE:
                break
            off += STEP_MIRED
        return 1e6 / (1e6 / goal[0] + way * off)

    return reach(1.0), reach(-1.0)


REACH = 0.012
"""Half the width of a place that is measured, as a share of the frame's."""

DIM_SNR, TOO_MUCH_FULL, TOO_COLOURED = 8.0, 0.02, 14.0
"""Signal to noise of the weakest channel under which a place is too dark; share of it that is full from which it tells nothing; tint (thousandths of
Duv) from which it is no grey thing under a usual lamp."""


@dataclass(frozen=True, slots=True)
class Measured:
    """White measured at a place of a frame. mireds: from the white that is set, over 0 where the place asks for one of a warmer light; spread: of the noise,
    in mireds, at one standard deviation; refused: why it tells nothing, empty where it does."""

    x: float
    y: float
    kelvin: float
    tint: float
    mireds: float
    spread: float
    refused: str = ""


def measured(shot: Shot, x: float, y: float, width: int = 480) -> Measured:
    """The white that a place of a frame asks for, as if it were grey: the mean of its channels, with the spread that its noise leaves.

    x, y : shares of the frame's width and height.

    >>> found = measured(replace(shot(), kelvin=3200.0), 0.5, 0.9)
    >>> bool(found.refused) or found.kelvin < 5500
    True
    """
    height = max(1, round(width * shot.height_mm / shot.width_mm))
    raw = frame(shot, View(width, height, float(width)), under=0.1)
    half = max(1, round(REACH * width))
    column, row = min(max(round(x * width), half), width - half - 1), min(max(round(y * height), half), height - half - 1)
    place = raw[row - half : row + half + 1, column - half : column + half + 1].reshape(-1, 3).astype(float)
    mean, sigma = place.mean(0), place.std(0) / math.sqrt(len(place))
    if float((place >= FULL_RAW).any(-1).mean()) > TOO_MUCH_FULL:
        return Measured(x, y, 0.0, 0.0, 0.0, 0.0, "a channel is full there: what it was is not known")
    if not (mean > 0).all() or float((mean / np.maximum(sigma, 1e-12)).min()) < DIM_SNR:
        return Measured(x, y, 0.0, 0.0, 0.0, 0.0, "it is too dark there: noise would decide")
    kelvin, tint = white_of_numbers(mean)
    # what is brighter or darker there is so in all channels: the noise is what is left of their ratios
    ratios = np.log(np.maximum(place, 1e-9) / np.maximum(place[:, 1:2], 1e-9))
    noise = ratios.std(0) / math.sqrt(len(place))
    moved = [1e6 / white_of_numbers(mean * np.exp(noise * np.eye(3)[channel]))[0] - 1e6 / kelvin for channel in (0, 2)]
    set_mired = 1e6 / shot.white_k
    if abs(tint) > TOO_COLOURED or not LEAST_K * 1.05 < kelvin < MOST_K * 0.95:
        colour = "green" if tint > 0 else "magenta"
        return Measured(
            x, y, kelvin, tint, 1e6 / kelvin - set_mired, 0.0, f"it has a colour of its own, or the lamp is {colour}: no grey thing"
        )
    return Measured(x, y, kelvin, tint, 1e6 / kelvin - set_mired, math.hypot(*moved))


@dataclass(frozen=True, slots=True)
class Together:
    """What several places come to: the white between them, how far they are apart in mireds, and whether they are under one light."""

    kelvin: float
    tint: float
    spread: float
    one_light: bool


def together(places: Sequence[Measured]) -> Together | None:
    """The mean of places that tell something; None where none does.

    >>> one, other = (Measured(0.1, 0.1, kelvin, 0.0, 0.0, 1.0) for kelvin in (3000.0, 5000.0))
    >>> round(together((one, other)).kelvin), together((one, other)).one_light
    (3750, False)
    """
    told = [place for place in places if not place.refused]
    if not told:
        return None
    mireds = [1e6 / place.kelvin for place in told]
    spread = max(mireds) - min(mireds)
    return Together(1e6 * len(mireds) / sum(mireds), sum(place.tint for place in told) / len(told), spread, spread <= APART_MIRED)


def misleads(surface: str, kind: str, kelvin: float) -> float:
    """Mireds by which a thing that people take for grey or white misleads in a light: over 0 where white set by it comes out too cold.

    >>> misleads("tooth", "daylight", 5500.0) > 5 > abs(misleads("grey card", "daylight", 5500.0))
    True
    """
    found = white_of_numbers(numbers_of(SURFACES[surface].surface, kind, kelvin))[0]
    return 1e6 / found - 1e6 / white_of(kind, kelvin)[0]


LITTLE, MUCH = (20.0, 4.0), (50.0, 10.0)
"""Mireds and tint of what one calls a little too warm, or a lot."""

TINT_STEP = 2.5
"""Thousandths of Duv in a step of a body's tint (an estimate; bodies differ)."""

CASTS = (("too_warm", "too warm"), ("too_cold", "too cold"), ("too_green", "too green"), ("too_magenta", "too magenta"))


@dataclass(frozen=True, slots=True)
class Mend:
    """What to do about a test frame of a cast. kelvin: to set, on the body's dial, None where tint is to be moved; steps: of tint, over 0 to pink."""

    saw: str
    saw_label: str
    much: str
    kelvin: float | None
    steps: int
    words: str


def mends_for(body: Body, kelvin: float) -> tuple[Mend, ...]:
    """What to set after a frame that came out too warm, too cold, too green or too magenta, a little or a lot; kelvin: as white was in it.

    >>> [mend.words for mend in mends_for(BODY, 5000.0)][0]
    '4500 K, 500 lower.'
    """
    out = []
    for saw, label in CASTS:
        for much, (mireds, tint) in (("little", LITTLE), ("much", MUCH)):
            if saw in ("too_warm", "too_cold"):
                to = body.kelvin_on_dial(1e6 / max(1e6 / kelvin + (mireds if saw == "too_warm" else -mireds), 10.0))
                apart = to - kelvin
                ends = abs(1e6 / to - 1e6 / kelvin) < mireds / 2
                words = (
                    f"{to:.0f} K, {abs(apart):.0f} {'lower' if apart < 0 else 'higher'}."
                    if not ends
                    else "The dial ends here: correct it afterwards."
                )
                out.append(Mend(saw, label, much, to, 0, words))
            else:
                steps = round(tint / TINT_STEP)
                way = "pink" if saw == "too_green" else "green"
                has = "white_tint" not in body.traits.absent
                words = (
                    f"{steps} steps of tint towards {way}."
                    if has
                    else "This body has no tint: correct it afterwards, from the raw if there is one."
                )
                out.append(Mend(saw, label, much, None, steps if saw == "too_green" else -steps, words))
    return tuple(out)


MIDDLE, EVEN, GREYISH = 0.1, 0.15, 2.2
"""Share of a finished picture's width that is taken for a card in its middle; how uneven it may be (of the logarithm), and how far its channels apart."""


def card_in(levels: Bytes, white: tuple[float, float]) -> tuple[float, float] | None:
    """Temperature and tint of the light on a grey card in the middle of a finished picture that was set to a white; None where nothing grey and even is there.

    levels : (h, w, 3). Where a body's own colours differ from those of a screen, so does what is found.

    >>> card_in(np.full((40, 60, 3), 118, np.uint8), (5500.0, 0.0)) is not None, card_in(np.full((40, 60, 3), 255, np.uint8), (5500.0, 0.0))
    (True, None)
    """
    high, wide = levels.shape[:2]
    half = max(2, round(MIDDLE * wide / 2))
    place = levels[max(0, high // 2 - half) : high // 2 + half, max(0, wide // 2 - half) : wide // 2 + half].reshape(-1, 3)
    if int(place.max()) >= FULL_LEVEL or int(place.min()) <= EMPTY_LEVEL:
        return None
    light = linear(place).astype(float)
    mean = light.mean(0)
    if float(np.log(light).std(0).max()) > EVEN or float(mean.max() / mean.min()) > GREYISH:
        return None
    balanced = np.linalg.inv(to_screen()) @ mean
    return white_of_numbers(balanced / gains_of(*white)) if (balanced > 0).all() else None


FULL_LEVEL, EMPTY_LEVEL = 250, 8
"""Levels from which, and to which, a finished picture tells nothing of colour."""
