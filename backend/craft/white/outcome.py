"""What a set white makes of surfaces in a light: their colours in the file, and how far these are from what they are."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from craft.white.colorimetry import adapted, delta_e, lab_of, xyz_of
from craft.white.lights import spectrum_of
from craft.white.response import REFERENCE_K, Matrix, gains_of, response, to_screen, to_xyz
from craft.white.screen import XYZ_TO_RGB, encoded
from craft.white.spectra import daylight
from craft.white.surfaces import SEEN_UNDER_K, SKINS, SURFACES

SHOWN = ("skin 2", "skin 5", "paper", "cloth")
"""Surfaces that one judges white by."""

CARD = 0.18


@dataclass(frozen=True, slots=True)
class LightOn:
    """A light of a scene: its kind and temperature, what one would call it, and how much of the picture is lit by it."""

    kind: str
    kelvin: float
    name: str = ""
    share: float = 1.0


@dataclass(frozen=True, slots=True)
class Patch:
    """A surface as a file shows it. rgb: of a screen, 0 to 1; delta: CIEDE2000 from the surface as it is."""

    name: str
    rgb: tuple[float, float, float]
    delta: float


@lru_cache(maxsize=64)
def _true(names: tuple[str, ...]) -> Matrix:
    """L*, a*, b* of surfaces as an eye sees them that is used to daylight."""
    light = daylight(REFERENCE_K)
    return lab_of(xyz_of(light, _reflectances(names, "daylight", REFERENCE_K)), xyz_of(light))


def _reflectances(names: tuple[str, ...], kind: str, kelvin: float) -> Matrix:
    light = spectrum_of(kind, kelvin)
    return np.stack([SURFACES[name].surface.in_light(light) for name in names])


@lru_cache(maxsize=512)
def _numbers(names: tuple[str, ...], kind: str, kelvin: float) -> Matrix:
    """Numbers of surfaces in a light, as bright as they are, (n, 3)."""
    return np.asarray((_reflectances(names, kind, kelvin) * spectrum_of(kind, kelvin)) @ response())


def labs_of(names: tuple[str, ...], light: LightOn, gains: Matrix) -> Matrix:
    """L*, a*, b* of surfaces in a file, for each of many gains of white, (..., n, 3): exposed so that a grey card is as bright as it should be.

    >>> float(labs_of(("grey card",), LightOn("candle", 1900.0), gains_of(1900.0))[0, 0].round(1))
    49.5
    """
    card = _numbers(("grey card",), light.kind, light.kelvin)[0] * gains @ to_xyz()[1]
    balanced = _numbers(names, light.kind, light.kelvin) * gains[..., None, :]
    return lab_of(balanced * (CARD / card)[..., None, None] @ to_xyz().T, to_xyz() @ np.ones(3))


def deltas_of(names: tuple[str, ...], light: LightOn, gains: Matrix) -> Matrix:
    """CIEDE2000 of each surface from what it is in daylight, (..., n).

    >>> float(deltas_of(("grey card",), LightOn("candle", 1900.0), gains_of(1900.0))[0]) < 0.1
    True
    """
    return delta_e(_true(names), labs_of(names, light, gains))


def patches_of(names: tuple[str, ...], light: LightOn, white: tuple[float, float]) -> tuple[Patch, ...]:
    """Surfaces as a file shows them whose white is set so.

    >>> [patch.delta < 2.5 for patch in patches_of(SHOWN, LightOn("daylight", 5500.0), (5500.0, 0.0))]
    [True, True, True, True]
    """
    gains = gains_of(*white)
    numbers = _numbers(names, light.kind, light.kelvin) * gains
    card = float(_numbers(("grey card",), light.kind, light.kelvin)[0] * gains @ to_xyz()[1])
    rgb = np.clip(numbers * (CARD / card) @ to_screen().T, 0, 1)
    deltas = deltas_of(names, light, gains)
    return tuple(Patch(name, on_screen(colour), float(delta)) for name, colour, delta in zip(names, rgb, deltas, strict=True))


def as_they_are(names: tuple[str, ...]) -> tuple[Patch, ...]:
    """Surfaces as an eye sees them that is used to daylight.

    >>> [patch.delta for patch in as_they_are(("paper",))]
    [0.0]
    """
    light, screen = daylight(REFERENCE_K), xyz_of(daylight(SEEN_UNDER_K))
    seen = adapted(xyz_of(light, _reflectances(names, "daylight", REFERENCE_K)), xyz_of(light), screen)
    return tuple(Patch(name, on_screen(np.clip(XYZ_TO_RGB @ one, 0, 1)), 0.0) for name, one in zip(names, seen, strict=True))


def on_screen(linear: Matrix) -> tuple[float, float, float]:
    """Linear red, green and blue with the screen's own curve (IEC 61966-2-1).

    >>> [round(one, 2) for one in on_screen(np.array((0.18, 0.0, 1.0)))]
    [0.46, 0.0, 1.0]
    """
    red, green, blue = encoded(linear)
    return float(red), float(green), float(blue)


@lru_cache(maxsize=1024)
def skin_delta(light: LightOn, white: tuple[float, float]) -> float:
    """The mean over six skins of how far they are from themselves, in CIEDE2000.

    >>> skin_delta(LightOn("", 5500.0), (5500.0, 0.0)) < 1.5 < skin_delta(LightOn("", 5500.0), (4500.0, 0.0))
    True
    """
    return float(deltas_of(SKINS, light, gains_of(*white)).mean())


MATTERS: dict[str, tuple[str, ...]] = {
    "faces": SKINS,
    "room": ("paper", "brick", "cloth", "leaf"),
    "paper": ("paper", "cloth", "grey card"),
}
"""What may matter most of a picture, by the surfaces that it is judged by."""

TINTS = tuple(float(tint) for tint in range(-12, 13, 3))
"""Tints among which a compromise is looked for, in thousandths of Duv."""


@dataclass(frozen=True, slots=True)
class Compromise:
    """The white that is least wrong for lights together; wrong: CIEDE2000 that stays in each of them."""

    kelvin: float
    tint: float
    wrong: tuple[float, ...]


def compromise(lights: Sequence[LightOn], matters: str, kelvins: Sequence[float], tints: Sequence[float] = TINTS) -> Compromise:
    """The best of whites that a body has, for what matters most: the least mean square over lights by their share, and over surfaces.

    >>> both = (LightOn("tungsten", 2856.0, share=0.5), LightOn("daylight", 5500.0, share=0.5))
    >>> 2856 < compromise(both, "faces", range(2500, 7000, 100)).kelvin < 5500
    True
    """
    names = MATTERS[matters]
    ways = [(float(kelvin), tint) for kelvin in kelvins for tint in tints]
    gains = np.stack([gains_of(*way) for way in ways])
    squares = np.zeros(len(ways))
    for light in lights:
        squares += light.share * (deltas_of(names, light, gains) ** 2).mean(-1)
    best = int(squares.argmin())
    left = tuple(float(deltas_of(names, light, gains[best]).mean()) for light in lights)
    return Compromise(*ways[best], left)
