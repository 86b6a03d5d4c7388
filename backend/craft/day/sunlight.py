"""Where the sun stands for a picture: from which side it lights, how long shadows are, whether the lens sees it."""

# fmt: off

from __future__ import annotations

import math
from dataclasses import dataclass

from craft.sky.night import Stands
from craft.sky.sun import LIGHT_DEG, RISEN_DEG


@dataclass(frozen=True, slots=True, kw_only=True)
class Side:
    """From which side the sun lights, up to so many degrees beside the way that one looks; side: where it is, to the left or the right; does: what such light does."""

    to_deg: float
    label: str
    does: str


SIDES: tuple[Side, ...] = (
    Side(to_deg=30.0, label="before you", does="against the light: rims, long shadows towards you, a range that is hard to hold"),
    Side(to_deg=75.0, label="half before you, to the {side}", does="edges and textures glow"),
    Side(to_deg=105.0, label="to the {side}", does="form and texture, half of everything in shade"),
    Side(to_deg=150.0, label="half behind you, to the {side}", does="form with little shade"),
    Side(to_deg=180.0, label="behind you", does="flat and even, your own shadow before you"),
)
FLAT_DEG = 3.0
"""With the sun lower shadows have no end that one would measure."""


def beside_deg(sun: Stands, toward_deg: float) -> float:
    """Degrees that the sun stands beside the way one looks: to the right is positive.

    >>> beside_deg(Stands(10.0, 10.0), 350.0), beside_deg(Stands(10.0, 250.0), 10.0)
    (20.0, -120.0)
    """
    return (sun.bearing_deg - toward_deg + 180) % 360 - 180


def sun_in_words(sun: Stands, land_deg: float, toward_deg: float | None, half_wide_deg: float, half_high_deg: float) -> str:
    """Where the sun stands, in a sentence or two.

    land_deg : how high the land is under it. toward_deg : the way that a level camera looks, None where nobody said.
    half_wide_deg, half_high_deg : half of what the lens takes in.

    >>> sun_in_words(Stands(14.0, 250.0), 0.0, 180.0, 20.0, 13.0)
    'The sun stands 14° up at 250°, half before you, to the right: edges and textures glow. Shadows are 4.0 times as long as things are high.'
    >>> sun_in_words(Stands(-12.0, 340.0), 0.0, None, 20.0, 13.0)
    'The sun is 12° under the horizon at 340°.'
    """
    if sun.height_deg < RISEN_DEG:
        left = " It still lights the sky there." if sun.height_deg > LIGHT_DEG else ""
        return f"The sun is {-sun.height_deg:.0f}° under the horizon at {sun.bearing_deg:.0f}°.{left}"
    if sun.height_deg < land_deg:
        return f"The sun, {sun.height_deg:.0f}° up at {sun.bearing_deg:.0f}°, is behind the land, which stands {land_deg:.0f}° there: you are in its shade."
    told = f"The sun stands {sun.height_deg:.0f}° up at {sun.bearing_deg:.0f}°"
    if toward_deg is not None:
        beside = beside_deg(sun, toward_deg)
        side = next(row for row in SIDES if abs(beside) <= row.to_deg)
        told += f", {side.label.format(side='right' if beside > 0 else 'left')}: {side.does}"
        if abs(beside) <= half_wide_deg and sun.height_deg <= half_high_deg:
            told += ". It is in the frame: it flares, and burns an eye behind an optical finder"
    shadows = f" Shadows are {1 / math.tan(math.radians(sun.height_deg)):.1f} times as long as things are high." if sun.height_deg >= FLAT_DEG else ""
    return f"{told}.{shadows}"
