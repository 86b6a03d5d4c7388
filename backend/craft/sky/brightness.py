"""How bright a sky is at night: in magnitudes of a square arc second and in EV, by how dark a place is, and under a moon."""

# fmt: off

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from craft.errors import CraftError
from craft.sky.night import Stands

CD_AT_ZERO = 10.8e4
"""Luminance in cd/m2 of a sky of magnitude 0 to the square arc second (Garstang 1989; the usual conversion of sky meters)."""

METER_K = 12.5
"""Luminance is K/100 2^EV at ISO 100 (ISO 2720)."""

EXTINCTION = 0.2
"""Magnitudes that a clear air takes for each airmass, in the middle of the eye's range (practice of observatories at sea level: 0.15 to 0.3)."""

BAND_MAG = 21.0
"""Magnitudes of a square arc second of the galaxy's light alone, about its core (500 stars of tenth magnitude to the square degree: Leinert et al. 1998)."""

NIGHT_MAG = (22.5, 16.0)
"""Between these a sky at night is, in magnitudes of a square arc second: darker than any that was measured, and lighter than the middle of a town."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Place:
    """How dark a place is: magnitudes of a square arc second overhead, without moon; least_visible: the faintest star that an eye used to the dark sees."""

    slug: str
    label: str
    mag: float
    least_visible: float
    reason: str
    source: str = "readings of sky meters overhead (Kyba et al. 2015; Falchi et al. 2016)"


PLACES: tuple[Place, ...] = (
    Place(slug="darkest", label="no lamp for a hundred kilometres", mag=21.9, least_visible=7.0, reason="the sky's own glow and the galaxy are all there is; one's hand is a hole in it"),
    Place(slug="open_country", label="open country", mag=21.5, least_visible=6.6, reason="faint domes stand on the horizon, the band has its structure"),
    Place(slug="villages", label="country with villages", mag=20.9, least_visible=6.1, reason="domes of light stand about, the band is washed out low down"),
    Place(slug="edge_of_town", label="the edge of a small town", mag=19.8, least_visible=5.4, reason="clouds are lit from below, the band is seen overhead alone"),
    Place(slug="suburb", label="gardens of a large town", mag=18.8, least_visible=4.8, reason="no band; one can read a headline"),
    Place(slug="town", label="the middle of a large town", mag=17.5, least_visible=4.0, reason="the brightest stars alone, on grey"),
)
BY_PLACE: Mapping[str, Place] = {place.slug: place for place in PLACES}
USUAL_MAG = BY_PLACE["open_country"].mag
"""Where nobody said how dark it is."""


ARC_S_RAD = 206_264.806
"""Arc seconds in a radian."""


def luminance_of_ev(ev100: float) -> float:
    """Luminance in cd/m2 that a meter reads as an EV at ISO 100 (ISO 2720).

    >>> luminance_of_ev(0.0)
    0.125
    """
    return float(METER_K / 100 * 2.0**ev100)


def luminance_of_mag(mag: float) -> float:
    """Luminance in cd/m2 of a sky of so many magnitudes to the square arc second.

    Source: Garstang 1989.

    >>> f"{luminance_of_mag(22.0):.3g}"
    '0.000171'
    """
    return float(CD_AT_ZERO * 10 ** (-0.4 * mag))


def ev_of_mag(mag: float) -> float:
    """EV at ISO 100 of a sky of so many magnitudes to the square arc second, as a meter pointed at it reads.

    >>> round(ev_of_mag(20.86), 2)
    -8.0
    """
    return math.log2(luminance_of_mag(mag) / luminance_of_ev(0.0))


def mag_of_ev(ev100: float) -> float:
    """The other way round.

    >>> round(mag_of_ev(ev_of_mag(21.4)), 6)
    21.4
    """
    return -2.5 * math.log10(luminance_of_ev(ev100) / CD_AT_ZERO)


def airmass(height_deg: float) -> float:
    """How much more air one looks through than straight up.

    height_deg : degrees up, as seen; nothing under the horizon is told.

    Source: Kasten & Young 1989.

    Raises
    ------
    CraftError : under the horizon.

    >>> [round(airmass(height), 3) for height in (90, 30, 10, 0)]
    [1.0, 1.994, 5.586, 37.92]
    """
    if height_deg < 0:
        raise CraftError(f"{height_deg:g}° is under the horizon: air is told from 0° to 90°")
    return 1.0 / (math.sin(math.radians(height_deg)) + 0.50572 * math.pow(height_deg + 6.07995, -1.6364))


def apart_deg(one: Stands, other: Stands) -> float:
    """Degrees between two places in the sky.

    >>> apart_deg(Stands(0.0, 90.0), Stands(0.0, 180.0)), apart_deg(Stands(90.0, 0.0), Stands(30.0, 77.0))
    (90.0, 60.0)
    """
    up, up_too = math.radians(one.height_deg), math.radians(other.height_deg)
    beside = math.radians(one.bearing_deg - other.bearing_deg)
    cosine = math.sin(up) * math.sin(up_too) + math.cos(up) * math.cos(up_too) * math.cos(beside)
    return round(math.degrees(math.acos(min(max(cosine, -1.0), 1.0))), 6)


NANOLAMBERT = 34.08, 20.7233, 0.92104
"""B in nanolamberts is the first times the exponential of the second less the third times V (Krisciunas & Schaefer 1991, equation 1)."""


def _nanolamberts(mag: float) -> float:
    times, at, slope = NANOLAMBERT
    return times * math.exp(at - slope * mag)


def _mag(nanolamberts: float) -> float:
    times, at, slope = NANOLAMBERT
    return (at - math.log(nanolamberts / times)) / slope


def _scatter_way(height_deg: float) -> float:
    """Air of a scattering sky towards a height, 1 overhead (Krisciunas & Schaefer 1991, equation 3)."""
    return float((1 - 0.96 * math.cos(math.radians(max(height_deg, 0.0))) ** 2) ** -0.5)


def moonlit_mag(dark_mag: float, at: Stands, moon: Stands, elongation_deg: float, extinction: float = EXTINCTION) -> float:
    """Magnitudes of a square arc second of a sky that the moon lights, towards one place of it.

    Parameters
    ----------
    dark_mag : of the same place without the moon. at : where one looks. moon : where it stands. elongation_deg : of the moon from the sun, 180 when full.
    extinction : magnitudes to an airmass.

    Source: Krisciunas & Schaefer 1991, equations 1, 3, 15, 20 and 21: within a quarter of what was measured.

    >>> round(moonlit_mag(21.587, Stands(30.0, 60.0), Stands(30.0, 0.0), 180.0, 0.172), 1)
    17.9
    >>> moonlit_mag(21.5, Stands(30.0, 60.0), Stands(-3.0, 0.0), 180.0)
    21.5
    """
    if moon.height_deg <= 0:
        return dark_mag
    phase = 180 - elongation_deg
    illuminance = 10 ** (-0.4 * (3.84 + 0.026 * abs(phase) + 4e-9 * phase**4))
    away = apart_deg(at, moon)
    scattered = 10**5.36 * (1.06 + math.cos(math.radians(away)) ** 2) + 10 ** (6.15 - away / 40)
    there, here = _scatter_way(moon.height_deg), _scatter_way(at.height_deg)
    lit = scattered * illuminance * 10 ** (-0.4 * extinction * there) * (1 - 10 ** (-0.4 * extinction * here))
    return _mag(_nanolamberts(dark_mag) + lit)


FULL_DISC_EV = 14.1
"""EV at ISO 100 at which the full moon's disc straight up is taken: sunlit rock, 14 at a middling height as the described light has it (ANSI PH2.7-1986, exposure guide), which draws it a stop
over what a meter makes of its 4100 cd/m2."""


def disc_ev(elongation_deg: float, height_deg: float, extinction: float = EXTINCTION) -> float:
    """EV at ISO 100 of the lit part of the moon's disc, on the mean of it, through the air.

    elongation_deg : from the sun, 180 when full. height_deg : degrees up.

    Source: the moon's magnitude by phase (Allen, Astrophysical Quantities: 0.026 a + 4e-9 a^4), over the part that is lit; airmass by Kasten & Young 1989.

    Raises
    ------
    CraftError : a moon under the horizon.

    >>> [round(disc_ev(elongation, 90.0), 1) for elongation in (180, 135, 90, 45)]
    [14.1, 12.8, 11.6, 10.4]
    """
    phase = 180 - min(abs(elongation_deg), 180.0)
    lit = (1 + math.cos(math.radians(phase))) / 2
    dimmer = 0.026 * phase + 4e-9 * phase**4
    through = extinction * (airmass(height_deg) - 1)
    return FULL_DISC_EV - math.log2(10) * 0.4 * (dimmer + through) - math.log2(max(lit, 1e-4))
