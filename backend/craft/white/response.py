"""The numbers that a camera has of light: a documented typical response, the gains of a set white, and the way to a screen.

No body's own response is known here. The typical one is three bell curves, at 600, 535 and 455 nm, 45, 48 and 35 nm to a thirty-seventh of
their height (published sensitivities of interchangeable-lens bodies lie about these), as high as usual gains of white in daylight say: the
green channel gets twice what the red gets, and half as much again as the blue. It does not see as the eye does, and that is part of every
answer: lamps whose spectrum is lines come out wrong by it whatever white is set.
"""

from __future__ import annotations

from functools import cache, lru_cache

import numpy as np
from numpy.typing import NDArray

from craft.white.colorimetry import adapted, temperature_and_tint, xyz_of
from craft.white.lights import spectrum_of
from craft.white.screen import XYZ_TO_RGB
from craft.white.spectra import Spectrum, by_temperature, daylight, line, tables
from craft.white.surfaces import ROWS, SEEN_UNDER_K, Surface

Matrix = NDArray[np.float64]

REFERENCE_K = 5500.0
"""Daylight in which green is full first, and by which the way to a screen is fitted."""

IN_DAYLIGHT = np.array((0.5, 1.0, 2 / 3))
"""What a neutral surface in that daylight gives the three channels, its luminance 1."""

BELLS = ((600.0, 45.0), (535.0, 48.0), (455.0, 35.0))


@cache
def response() -> Matrix:
    """Sensitivities of the three channels, (81, 3).

    >>> (daylight(5500.0) @ response()).round(4).tolist()
    [0.5, 1.0, 0.6667]
    """
    bells = np.stack([line(*bell) for bell in BELLS], 1)
    return np.asarray(bells / (daylight(REFERENCE_K) @ bells) * IN_DAYLIGHT)


def neutral(light: Spectrum) -> Matrix:
    """The numbers of a surface that returns all wavelengths alike, its luminance 1, (3,).

    >>> red, green, blue = neutral(spectrum_of("candle", 1900.0))
    >>> bool(red > green > blue)
    True
    """
    return np.asarray(light @ response())


@lru_cache(maxsize=4096)
def numbers_of(surface: Surface, kind: str, kelvin: float) -> Matrix:
    """The numbers of a surface in a light, such that in daylight of the reference its brightness is 1: how bright it is stands elsewhere.

    >>> numbers_of(ROWS[0].surface, "daylight", 5500.0).round(3).tolist()
    [0.5, 1.0, 0.667]
    """
    light, day = spectrum_of(kind, kelvin), daylight(REFERENCE_K)
    plain = (surface.in_light(day) * day) @ response()
    return np.asarray((surface.in_light(light) * light) @ response() / (plain @ brightness()))


@lru_cache(maxsize=512)
def from_screen(kind: str, kelvin: float) -> Matrix:
    """From linear red, green and blue, as surfaces are dyed, to their numbers in a light, (3, 3).

    >>> (from_screen("daylight", 5500.0) @ np.ones(3)).round(3).tolist()
    [0.5, 1.0, 0.667]
    """
    light, table = spectrum_of(kind, kelvin), tables()
    dyes = np.stack([table[f"dye {name}"] for name in ("red", "green", "blue")])
    whole = dyes.sum(0)  # the three make up white, to the third digit
    return np.asarray((dyes / whole * light @ response()).T)


@cache
def _green_of_tint() -> float:
    """Stops of green that a tint of 1 is, in daylight of the reference."""
    stops = 0.01
    greener = temperature_and_tint(to_xyz() @ np.array((1.0, 2.0**stops, 1.0)))[1]
    return stops / (greener - temperature_and_tint(to_xyz() @ np.ones(3))[1])


@lru_cache(maxsize=2048)
def gains_of(kelvin: float, tint: float = 0.0) -> Matrix:
    """What each channel is multiplied by where white is set to a temperature and a tint, (3,): its neutral surfaces of luminance 1 come to 1.

    tint : how much greener the light is than one of that temperature, in thousandths of Duv in daylight, under 0 for one that is more magenta.

    >>> gains_of(5500.0).round(2).tolist(), bool(gains_of(5500.0, 10.0)[1] < 1)
    ([2.0, 1.0, 1.5], True)
    """
    plain = neutral(by_temperature(kelvin))
    tinted = plain * np.array((1.0, 2.0 ** (tint * _green_of_tint()), 1.0))
    return np.asarray(1 / (tinted * ((plain @ brightness()) / (tinted @ brightness()))))


@lru_cache(maxsize=1024)
def white_of(kind: str, kelvin: float) -> tuple[float, float]:
    """Temperature and tint to set so that a grey card in a light comes out grey: what a body measures from one.

    Of lights with lines it is not what the eye's temperature is, since the channels do not see as the eye does.

    >>> [round(one, 1) for one in white_of("daylight", 5500.0)], [round(one) for one in white_of("fluorescent_three", 4000.0)]
    ([5500.0, 0.0], [3953, 2])
    """
    return white_of_numbers(neutral(spectrum_of(kind, kelvin)))


LEAST_K, MOST_K = 1000.0, 25000.0
"""Ends between which a white is looked for."""


def white_of_numbers(numbers: Matrix) -> tuple[float, float]:
    """Temperature and tint of the white that makes these numbers neutral; the nearest temperature there is, for light beyond all.

    >>> [round(one, 1) for one in white_of_numbers(1 / gains_of(3200.0, 4.0))]
    [3200.0, 4.0]
    """
    red, green, blue = np.log2(np.maximum(numbers, 1e-9))
    mireds, over_blue, over_green = _channels()
    warmth = float(red - blue)
    mired = float(np.interp(warmth, over_blue, mireds))
    usual = float(np.interp(mired, mireds, over_green))
    return 1e6 / mired, float(green - (red + blue) / 2 - usual) / _green_of_tint()


@cache
def _channels() -> tuple[Matrix, Matrix, Matrix]:
    """Of light by temperature: mireds, stops of red over blue, and of green over the mean of both."""
    mireds = np.arange(1e6 / MOST_K, 1e6 / LEAST_K + 1, 1.0)
    lights = np.log2(np.stack([neutral(by_temperature(1e6 / mired)) for mired in mireds]))
    return mireds, lights[:, 0] - lights[:, 2], lights[:, 1] - (lights[:, 0] + lights[:, 2]) / 2


DYES = tuple(
    (red, green, blue) for red in (0.05, 0.35, 0.8) for green in (0.05, 0.35, 0.8) for blue in (0.05, 0.35, 0.8) if (red, green, blue)
)


@cache
def to_xyz() -> Matrix:
    """From balanced numbers, neutral ones alike, to X, Y, Z under daylight of the reference, (3, 3).

    Least squares over our own surfaces and twenty-seven dyed ones, with what is neutral kept exactly so.

    >>> bool(np.allclose(to_xyz() @ np.ones(3), xyz_of(daylight(5500.0))))
    True
    """
    light, table = daylight(REFERENCE_K), tables()
    dyes = np.array(DYES) @ np.stack([table[f"dye {name}"] for name in ("red", "green", "blue")])
    known = np.concatenate([np.stack([row.surface.in_light(light) for row in ROWS]), dyes])
    known = known / (known * light @ response())[:, 1:2]  # each counts alike, however bright it is
    numbers, wanted, white = known * light @ response() / neutral(light), xyz_of(light, known), xyz_of(light)
    # X = w + B(n - 1): neutral stays; B by least squares on what is off the neutral of the same green
    off = numbers - numbers[:, 1:2]
    rest = np.linalg.lstsq(off[:, [0, 2]], wanted - numbers[:, 1:2] * white, rcond=None)[0]
    matrix = np.zeros((3, 3))
    matrix[:, 0], matrix[:, 2] = rest[0], rest[1]
    matrix[:, 1] = white - rest[0] - rest[1]
    return matrix


@cache
def to_screen() -> Matrix:
    """From balanced numbers to linear red, green and blue of a screen, white to white, (3, 3).

    >>> (to_screen() @ np.ones(3)).round(3).tolist()
    [1.0, 1.0, 1.0]
    """
    white, screen = xyz_of(daylight(REFERENCE_K)), xyz_of(daylight(SEEN_UNDER_K))
    rows = XYZ_TO_RGB @ adapted(to_xyz().T, white, screen).T
    return np.asarray(rows / rows.sum(1, keepdims=True))


@cache
def brightness() -> NDArray[np.float32]:
    """How much each number adds to luminance as a camera has it: of a neutral surface in daylight of the reference it makes 1, (3,).

    >>> round(float(neutral(daylight(5500.0)) @ brightness()), 6)
    1.0
    """
    return np.asarray(to_xyz()[1] / IN_DAYLIGHT, np.float32)


@lru_cache(maxsize=512)
def first_channel_stops(kind: str, kelvin: float) -> float:
    """Stops by which the first channel to fill gets more of a neutral surface than green gets of one as bright in daylight.

    >>> round(first_channel_stops("daylight", 5500.0), 6), round(first_channel_stops("tungsten", 2856.0), 1)
    (0.0, -0.3)
    """
    return float(np.log2(neutral(spectrum_of(kind, kelvin)).max()))


@cache
def xyz_to_numbers() -> Matrix:
    """From X, Y, Z to the numbers of a camera, as files of raws state it: of daylight of 6504 K, (3, 3).

    >>> white = xyz_to_numbers() @ xyz_of(daylight(6504.0))
    >>> bool(np.allclose(white, neutral(daylight(6504.0)), atol=1e-3))
    True
    """
    numbers = np.linalg.inv(to_screen()) @ XYZ_TO_RGB
    return np.asarray(neutral(daylight(SEEN_UNDER_K))[:, None] * numbers)
