"""The white of a frame that came back, by a place in it that is known to be grey: how far its finished file is from making it so."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from craft.review.cast import TO_XYZ, cast_of
from craft.review.measured import FULL, LINEAR, Levels
from craft.white.colorimetry import delta_e, lab_of, seen
from craft.white.screen import LUMINANCE

SIDE = 1 / 40
"""Side of the place that is measured, of the frame's long side."""

DARK, FULL_SHARE, UNEVEN, COLOURED = 0.01, 0.02, 0.25, 30.0
"""Light under which noise and curve leave no colour, share at full white that spoils it, deviation of its light against that, and CIEDE2000 from grey, or thousandths of Duv, over which it is no grey (estimates)."""

UNSEEN_MIRED, UNSEEN_TINT = 3.0, 1.0
"""Under which a cast is not told: nobody sees it."""


@dataclass(frozen=True, slots=True)
class Grey:
    """A place as it came out. why: it tells nothing, and why; mired: that it is too warm, tint: thousandths of Duv that it is too green, delta: CIEDE2000 from grey of its
    lightness, spread: standard deviation of the mireds, as its quarters have them."""

    why: str = ""
    mired: float = 0.0
    tint: float = 0.0
    delta: float = 0.0
    spread: float = 0.0

    def kelvin_from(self, kelvin: float) -> float:
        """White that makes it grey, where the file was made with a white of some kelvin.

        >>> round(Grey(mired=20.0).kelvin_from(5000.0)), round(Grey(mired=-20.0).kelvin_from(5000.0))
        (4545, 5556)
        """
        return 1e6 / (1e6 / kelvin + self.mired)

    @property
    def text(self) -> str:
        """It in a sentence.

        >>> Grey(mired=18.4, tint=-2.2, delta=6.0, spread=2.0).text
        'Too warm by 18 mired (give or take 2) and too magenta by 2 thousandths of Duv: seen alone.'
        >>> Grey(mired=1.0, tint=0.2).text
        'It is grey.'
        """
        if self.why:
            return self.why
        warm = f"{'warm' if self.mired > 0 else 'cold'} by {abs(self.mired):.0f} mired (give or take {max(1, self.spread):.0f})"
        green = f"{'green' if self.tint > 0 else 'magenta'} by {abs(self.tint):.0f} thousandths of Duv"
        told = [words for words, much in ((warm, abs(self.mired) >= UNSEEN_MIRED), (green, abs(self.tint) >= UNSEEN_TINT)) if much]
        return f"Too {' and too '.join(told)}: {seen(self.delta)}." if told else "It is grey."


def grey_at(levels: Levels, x: float, y: float) -> Grey:
    """How a place of a finished file, (h, w, 3), came out; x, y: its middle, as shares of the frame.

    >>> grey_at(np.full((40, 60, 3), 118, np.uint8), 0.5, 0.5).text
    'It is grey.'
    >>> grey_at(np.full((40, 60, 3), (140, 118, 90), np.uint8), 0.5, 0.5).mired > 20
    True
    >>> grey_at(np.full((40, 60, 3), 255, np.uint8), 0.0, 1.0).why
    'Part of this is full white, which has lost its colour: mark a darker grey.'
    """
    high, wide = levels.shape[:2]
    half = max(2, round(max(wide, high) * SIDE / 2))
    middle, line = (min(max(half, round(at * long)), max(half, long - half)) for at, long in ((x, wide), (y, high)))
    place = levels[line - half : line + half, middle - half : middle + half]
    if (place >= FULL).any(axis=-1).mean() > FULL_SHARE:
        return Grey("Part of this is full white, which has lost its colour: mark a darker grey.")
    light = LINEAR[place].astype(np.float64)
    bright = light @ LUMINANCE
    if bright.mean() < DARK:
        return Grey("This is too dark to tell a colour: mark a lighter grey.")
    if bright.std() > UNEVEN * bright.mean():
        return Grey("An edge runs through this: mark a place that is even.")
    mean = light.reshape(-1, 3).mean(axis=0)
    white = TO_XYZ @ np.ones(3)
    delta = float(delta_e(lab_of(TO_XYZ @ mean, white), lab_of(white * (mean @ LUMINANCE), white)))
    found = cast_of(mean)
    if delta > COLOURED or abs(found.tint) > COLOURED:
        return Grey("This is coloured, or the white is far off: mark something that is grey, as paper, a road, a cloud.")
    quarters = [cast_of(light[rows, columns].reshape(-1, 3).mean(axis=0)).mired for rows in _halves(half) for columns in _halves(half)]
    return Grey("", found.mired, found.tint, delta, float(np.std(quarters)))


def _halves(half: int) -> tuple[slice, slice]:
    return slice(None, half), slice(half, None)
