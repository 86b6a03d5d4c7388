"""Kinds of light as rows: what each is made of, at which temperature it usually is, and where that comes from."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from scipy.optimize import brentq

from craft.errors import CraftError
from craft.white.colorimetry import temperature_and_tint, xyz_of
from craft.white.spectra import Spectrum, black_body, by_temperature, daylight, line, of_luminance_1, tables

_CIE = "CIE 15:2018"


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    """A kind of light.

    kelvin: usual temperature; made: its spectrum by a temperature; varies: whether it comes at other temperatures, whose spectrum `made` has;
    else one of another temperature is the same lamp behind a filter that shifts so many mireds; coloured: it is no white light, has no temperature that
    one would set, and comes as it is (`kelvin` is that of the nearest black body).
    """

    slug: str
    label: str
    kelvin: float
    made: Callable[[float], Spectrum]
    varies: bool = False
    coloured: bool = False
    reason: str
    source: str


def _lamp(name: str) -> Callable[[float], Spectrum]:
    return lambda _: tables()[name]


def _xenon(_: float) -> Spectrum:
    """A flash tube: near daylight, with the humps of xenon."""
    humps = line(467.0, 5.0, 0.25) + line(484.0, 6.0, 0.2) + line(450.0, 8.0, 0.1)
    return np.asarray(daylight(5600.0) * (1 + humps))


def _sky_at_night(_: float) -> Spectrum:
    """Starlight, the lines of the air's own glow, and what towns send up."""
    lines = line(557.7, 3.0, 2.2) + line(589.0, 4.0, 1.4) + line(630.0, 3.0, 0.8)
    return np.asarray(black_body(4800.0) * (1 + lines))


def _only(*humps: tuple[float, float, float]) -> Callable[[float], Spectrum]:
    return lambda _: np.asarray(sum((line(*hump) for hump in humps), np.full_like(tables()["y"], 1e-4)))


# fmt: off
KINDS: tuple[Kind, ...] = (
    Kind(slug="daylight", label="daylight", kelvin=5500, made=daylight, varies=True, reason="sun and sky together", source=f"{_CIE}, D series"),
    Kind(slug="low_sun", label="low sun through haze", kelvin=4200, made=by_temperature, varies=True, reason="much air has taken the blue", source=f"{_CIE}, D series, under 5000 K mixed with a black body"),
    Kind(slug="shade", label="open shade", kelvin=7500, made=daylight, varies=True, reason="the sky without its sun", source=f"{_CIE}, D series"),
    Kind(slug="overcast", label="overcast sky", kelvin=6500, made=daylight, varies=True, reason="sun and sky through cloud", source=f"{_CIE}, D series"),
    Kind(slug="tungsten", label="tungsten lamps", kelvin=2856, made=black_body, varies=True, reason="a glowing wire", source=f"{_CIE}, illuminant A: a black body"),
    Kind(slug="candle", label="candles and flames", kelvin=1900, made=black_body, varies=True, reason="glowing soot", source="Planck's law at a flame's temperature"),
    Kind(slug="fluorescent", label="fluorescent tubes, plain", kelvin=4225, made=_lamp("FL2"), reason="lines of mercury and one broad coat", source=f"{_CIE}, FL2"),
    Kind(slug="fluorescent_day", label="fluorescent tubes, broad band", kelvin=6500, made=_lamp("FL7"), reason="several coats, fuller red", source=f"{_CIE}, FL7"),
    Kind(slug="fluorescent_three", label="fluorescent tubes, three bands", kelvin=4000, made=_lamp("FL11"), reason="three narrow bands", source=f"{_CIE}, FL11"),
    Kind(slug="sodium", label="sodium street lamps", kelvin=1960, made=_lamp("HP1"), reason="little but yellow", source=f"{_CIE}, HP1"),
    Kind(slug="metal_halide", label="metal halide hall lamps", kelvin=4040, made=_lamp("HP5"), reason="lines of several metals", source=f"{_CIE}, HP5"),
    Kind(slug="led_warm", label="LED, warm", kelvin=2733, made=_lamp("LED-B1"), reason="blue through a yellow coat", source=f"{_CIE}, LED-B1"),
    Kind(slug="led_neutral", label="LED, neutral", kelvin=4103, made=_lamp("LED-B3"), reason="blue through a yellow coat", source=f"{_CIE}, LED-B3"),
    Kind(slug="led_hall", label="LED, floodlights", kelvin=5109, made=_lamp("LED-B4"), reason="blue through a thin coat", source=f"{_CIE}, LED-B4"),
    Kind(slug="led_cold", label="LED, cold", kelvin=6598, made=_lamp("LED-B5"), reason="blue through a thin coat", source=f"{_CIE}, LED-B5"),
    Kind(slug="led_good_warm", label="LED of full spectrum, warm", kelvin=2724, made=_lamp("LED-V1"), reason="violet through three coats", source=f"{_CIE}, LED-V1"),
    Kind(slug="led_good", label="LED of full spectrum", kelvin=4070, made=_lamp("LED-V2"), reason="violet through three coats", source=f"{_CIE}, LED-V2"),
    Kind(slug="led_mixed", label="LED mixed of red, green, blue", kelvin=2840, made=_lamp("LED-RGB1"), reason="three lines and nothing between", source=f"{_CIE}, LED-RGB1"),
    Kind(slug="stage_amber", label="stage LED, amber", kelvin=1457, coloured=True, made=_only((592.0, 10.0, 1.0), (625.0, 12.0, 0.25)), reason="one line", source="usual peaks of such diodes"),
    Kind(slug="stage_magenta", label="stage LED, magenta", kelvin=1400, coloured=True, made=_only((632.0, 12.0, 1.0), (455.0, 14.0, 0.7)), reason="red and blue alone", source="usual peaks of such diodes"),
    Kind(slug="stage_blue", label="stage LED, blue", kelvin=34000, coloured=True, made=_only((458.0, 14.0, 1.0), (525.0, 20.0, 0.1)), reason="blue alone", source="usual peaks of such diodes"),
    Kind(slug="flash", label="flash tube", kelvin=5869, made=_xenon, reason="xenon", source="daylight with xenon's humps at 450 to 484 nm (an estimate)"),
    Kind(slug="moonlight", label="moonlight", kelvin=4100, made=by_temperature, varies=True, reason="sunlight from reddish rock", source=f"{_CIE}, D series, mixed with a black body; the moon's colour as measured, about 4100 K"),
    Kind(slug="night_sky", label="night sky with the glow of a town", kelvin=4355, made=_sky_at_night, reason="stars, the air's own lines, lamps below", source="lines of airglow at 557.7 and 630 nm, sodium at 589 nm; heights an estimate"),
)
# fmt: on
BY_KIND: dict[str, Kind] = {kind.slug: kind for kind in KINDS}


def kind_of(slug: str) -> Kind:
    """A kind by its name.

    Raises
    ------
    CraftError : there is none of this name; names those there are.

    >>> kind_of("candle").kelvin
    1900
    """
    if slug not in BY_KIND:
        raise CraftError(f"“{slug}” is no kind of light: {', '.join(BY_KIND)}", ("light", "made_of"))
    return BY_KIND[slug]


def _filtered(light: Spectrum, mireds: float) -> Spectrum:
    """Light through a filter that shifts it by mireds (warmer over 0)."""
    from_k, to_k = (5500.0, 1e6 / (1e6 / 5500.0 + mireds)) if mireds > 0 else (1e6 / (1e6 / 5500.0 - mireds), 5500.0)
    return of_luminance_1(light * black_body(to_k) / black_body(from_k))


MOST_SHIFTED = 900.0
"""Mireds over which no filter shifts a light here."""


def shifted(light: Spectrum, kelvin: float) -> Spectrum:
    """The same light behind a filter that brings it to a temperature: of a black body against another, by whole mireds.

    Raises
    ------
    CraftError : a light that no such filter brings there.

    >>> round(temperature_and_tint(xyz_of(shifted(tables()["FL2"], 5000.0)))[0], 2)
    5000.0
    """

    def off(mireds: float) -> float:
        return 1e6 / temperature_and_tint(xyz_of(_filtered(light, mireds)))[0] - 1e6 / kelvin

    if off(-MOST_SHIFTED) > 0 or off(MOST_SHIFTED) < 0:
        raise CraftError(
            f"no filter brings this light to {kelvin:g} K: leave its kelvin out, or say that it is made of something else",
            ("light", "kelvin"),
        )
    return _filtered(light, float(brentq(off, -MOST_SHIFTED, MOST_SHIFTED, xtol=1e-4)))


@lru_cache(maxsize=512)
def spectrum_of(kind: str, kelvin: float) -> Spectrum:
    """Spectrum of a kind of light at a temperature, of luminance 1, (81,); without a kind by its temperature alone.

    Raises
    ------
    CraftError : an unknown kind.

    >>> bool(np.allclose(spectrum_of("", 5500.0), daylight(5500.0)))
    True
    """
    if not kind:
        return by_temperature(kelvin)
    row = kind_of(kind)
    if row.varies or row.coloured or abs(1e6 / kelvin - 1e6 / row.kelvin) < 1:
        return of_luminance_1(row.made(kelvin))
    return shifted(row.made(row.kelvin), kelvin)
