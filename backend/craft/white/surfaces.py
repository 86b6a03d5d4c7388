"""What light falls on: surfaces as reflectances, each with where its shape comes from."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache, cached_property

import numpy as np

from craft.white.skin import skin
from craft.white.spectra import NM, Spectrum, daylight, line, observer, rising, tables

SEEN_UNDER_K = 6504.0
"""Daylight under which a colour chosen on a screen is what it looks like (IEC 61966-2-1)."""

UV_TO_NM = 400.0
"""Light under this feeds brighteners."""


@dataclass(frozen=True, slots=True)
class Brightener:
    """What a brightened paper or cloth gives back of light under the visible as blue: share of daylight's at its peak (an estimate by usual papers)."""

    share: float = 0.18

    def lit(self, light: Spectrum) -> Spectrum:
        """Reflectance that it seems to add in a light: as that has more or less of what feeds it than daylight."""
        day = daylight(SEEN_UNDER_K)
        feeds = (light[NM < UV_TO_NM].sum() / light.sum()) / (day[NM < UV_TO_NM].sum() / day.sum())
        glow = line(440.0, 22.0, self.share * feeds) * day / np.maximum(light, 1e-6)
        return np.asarray(np.minimum(glow, 1.0))


@dataclass(frozen=True, eq=False)
class Surface:
    """A surface. reflectance: (81,), as a share of what falls on it; what it shines with itself is a light's, not its."""

    name: str
    reflectance: Spectrum
    brightener: Brightener | None = None

    def in_light(self, light: Spectrum) -> Spectrum:
        """Its reflectance as a light brings it out.

        >>> float(SURFACES["grey card"].surface.in_light(daylight(5500.0))[10])
        0.18
        """
        return self.reflectance if self.brightener is None else np.asarray(self.reflectance + self.brightener.lit(light))

    @cached_property
    def luminance(self) -> float:
        """Its luminance factor in daylight."""
        day = daylight(SEEN_UNDER_K)
        return float((self.in_light(day) * day) @ observer()[:, 1])


def flat(name: str, share: float, roll: float = 0.0) -> Surface:
    """A neutral surface; roll: what it lacks at the blue end, as white pigments do.

    >>> flat("card", 0.18).reflectance[[0, 80]].tolist()
    [0.18, 0.18]
    """
    return Surface(name, share * (1 - roll * (1 - rising(410.0, 8.0))))


def dyed(name: str, red: float, green: float, blue: float) -> Surface:
    """A surface that looks like linear red, green and blue of a screen in daylight (Mallett & Yuksel 2019).

    >>> round(dyed("grey", 0.5, 0.5, 0.5).luminance, 2)
    0.5
    """
    table = tables()
    return Surface(name, red * table["dye red"] + green * table["dye green"] + blue * table["dye blue"])


@dataclass(frozen=True, slots=True, kw_only=True)
class Row:
    """A surface with a name: what one would call it, how it is made, and by what."""

    slug: str
    label: str
    made: Callable[[], Surface]
    source: str

    @property
    def surface(self) -> Surface:
        """The surface itself, made once."""
        return _made(self.slug)


_DONNER = "Donner & Jensen 2006, by shares of melanin and of blood; its class of skin by Chardon et al. 1991"
_SHAPES = "the shape that spectral libraries of such surfaces show (leaf: chlorophyll's bands and the red edge); its height an estimate"


def _skin(number: int, melanin: float, blood: float) -> Row:
    name = f"skin {number}"
    return Row(slug=name, label=name, made=lambda: Surface(name, skin(melanin, blood)), source=f"{_DONNER}: {melanin:g}, {blood:g}")


# fmt: off
ROWS: tuple[Row, ...] = (
    Row(slug="grey card", label="grey card", made=lambda: flat("grey card", 0.18), source="18 % at every wavelength: the middle of a print's scale"),
    Row(slug="paper", label="white paper", made=lambda: flat("paper", 0.86, 0.35), source=_SHAPES),
    Row(slug="bright paper", label="brightened paper", made=lambda: Surface("bright paper", 0.86 * (1 - 0.35 * (1 - rising(410.0, 8.0))), Brightener()), source="the same with a brightener that shines at 440 nm"),
    Row(slug="cloth", label="white cloth", made=lambda: Surface("cloth", 0.74 * (1 - 0.45 * (1 - rising(415.0, 12.0))), Brightener(0.14)), source="washed cotton, brightened"),
    _skin(1, 0.006, 0.012), _skin(2, 0.015, 0.02), _skin(3, 0.025, 0.025), _skin(4, 0.04, 0.025), _skin(5, 0.07, 0.025), _skin(6, 0.15, 0.025),
    Row(slug="lips", label="lips", made=lambda: Surface("lips", skin(0.02, 0.16)), source="the same model with much blood"),
    Row(slug="tooth", label="teeth", made=lambda: Surface("tooth", 0.62 * (0.68 + 0.32 * rising(480.0, 40.0))), source="a yellowish white, as shade guides of dentists have it (an estimate)"),
    Row(slug="eye", label="white of the eye", made=lambda: Surface("eye", 0.55 * (0.9 + 0.1 * rising(500.0, 40.0)) - line(555.0, 30.0, 0.03)), source="white with a little blood in it (an estimate)"),
    Row(slug="leaf", label="leaf", made=lambda: Surface("leaf", 0.04 + line(552.0, 38.0, 0.1) + 0.42 * rising(712.0, 10.0)), source=_SHAPES),
    Row(slug="blossom", label="blossom", made=lambda: Surface("blossom", 0.25 + line(440.0, 40.0, 0.3) + 0.5 * rising(605.0, 12.0)), source=_SHAPES),
    Row(slug="brick", label="brick", made=lambda: Surface("brick", 0.06 + 0.26 * rising(585.0, 20.0)), source=_SHAPES),
    Row(slug="asphalt", label="asphalt", made=lambda: Surface("asphalt", 0.07 + 0.05 * (NM - 380) / 400), source=_SHAPES),
    Row(slug="water", label="water", made=lambda: Surface("water", 0.03 + line(480.0, 70.0, 0.035)), source=_SHAPES),
    Row(slug="snow", label="snow", made=lambda: Surface("snow", 0.93 - 0.05 * rising(720.0, 30.0)), source=_SHAPES),
    Row(slug="plumage", label="white plumage", made=lambda: flat("plumage", 0.78, 0.5), source=_SHAPES),
)
# fmt: on

SURFACES: dict[str, Row] = {row.slug: row for row in ROWS}
SKINS: tuple[str, ...] = tuple(row.slug for row in ROWS if row.slug.startswith("skin "))


@cache
def _made(slug: str) -> Surface:
    return SURFACES[slug].made()
