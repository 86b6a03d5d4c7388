"""The light of the open sky on a picture: by its hour, how cloudy it is, and the described light that it is like."""

# fmt: off

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from craft.errors import CraftError
from craft.scene.light import Light, light_from_condition
from craft.sky.brightness import disc_ev

_GUIDE = "ANSI PH2.7-1986, exposure guide: a stop for each step from bright sun to heavy overcast"


@dataclass(frozen=True, slots=True, kw_only=True)
class Cloud:
    """How cloudy it is. stops: under a clear sky of the same hour; by_day: the described light that it is like with the sun well up; kelvin: no warmer than this, None: as the sun's height has it."""

    slug: str
    label: str
    stops: float
    by_day: str
    kelvin: float | None
    reason: str
    source: str = _GUIDE


CLOUDS: tuple[Cloud, ...] = (
    Cloud(slug="clear", label="clear", stops=0.0, by_day="bright_sun", kelvin=None, reason="the sun and all of the blue sky"),
    Cloud(slug="thin", label="thin cloud", stops=1.0, by_day="hazy_sun", kelvin=None, reason="shadows with soft edges"),
    Cloud(slug="broken", label="bright cloud", stops=2.0, by_day="bright_cloud", kelvin=6200.0, reason="no shadows, the sky itself bright"),
    Cloud(slug="overcast", label="overcast", stops=3.0, by_day="overcast", kelvin=6700.0, reason="the sun's place cannot be seen"),
)
BY_CLOUD: Mapping[str, Cloud] = {cloud.slug: cloud for cloud in CLOUDS}


@dataclass(frozen=True, slots=True, kw_only=True)
class Look:
    """From which height of the sun, in degrees, the land looks like which described light; cloudy: where the sun is up behind cloud; empty: as by day."""

    from_deg: float
    like: str
    cloudy: str
    reason: str


LOOKS: tuple[Look, ...] = (
    Look(from_deg=6.0, like="", cloudy="", reason="the sun is well up"),
    Look(from_deg=-1.0, like="sunset_glow", cloudy="overcast", reason="the sun is about the horizon: its part of the sky is far brighter than the land"),
    Look(from_deg=-4.5, like="dusk", cloudy="dusk", reason="first half of civil twilight"),
    Look(from_deg=-10.0, like="blue_hour", cloudy="blue_hour", reason="to the middle of nautical twilight"),
    Look(from_deg=-90.0, like="moonless", cloudy="moonless", reason="night"),
)
MOONLIT_EV, HALF_MOON_EV = -4.5, -7.0
"""Light of a night from which it is that of a high moon, or of half a one."""


def _like(cloud: Cloud, ev100: float, sun_deg: float) -> str:
    look = next(look for look in LOOKS if sun_deg >= look.from_deg)
    if look.like == "moonless":
        return "full_moon" if ev100 >= MOONLIT_EV else "quarter_moon" if ev100 >= HALF_MOON_EV else "moonless"
    return (look.cloudy if cloud.stops > 1 else look.like) or cloud.by_day


def _row(cloud: str) -> Cloud:
    if cloud not in BY_CLOUD:
        raise CraftError(f"“{cloud}” is none of {', '.join(BY_CLOUD)}", ("light", "sky", "cloud"))
    return BY_CLOUD[cloud]


def light_of_moon(cloud: str, elongation_deg: float, height_deg: float) -> Light:
    """The light on the moon's own disc, as it comes through the air and cloud: what a picture of it is exposed for.

    Parameters
    ----------
    cloud : of `CLOUDS`. elongation_deg : from the sun, 180 when full. height_deg : degrees up.

    Raises
    ------
    CraftError : cloud that there is not; a moon that is not up.

    >>> [round(light_of_moon("clear", phase, 45.0).ev100, 1) for phase in (180, 90)]
    [14.0, 11.5]
    """
    if height_deg <= 0:
        raise CraftError(f"the moon is not up at this hour: it stands {-height_deg:.0f}° under the horizon; another hour, or the light another way", ("light", "sky"))
    ev100 = disc_ev(elongation_deg, height_deg) - _row(cloud).stops
    return replace(light_from_condition("moon_disc"), ev100=round(ev100, 2))


def light_of_sky(cloud: str, ev100: float, sun_deg: float, kelvin: float) -> Light:
    """The light that the open sky is to a picture: its amount and colour by the hour, its contrast that of the described light it is like.

    Parameters
    ----------
    cloud : of `CLOUDS`. ev100 : EV at ISO 100 of level ground under a clear sky (`craft.sky.daylight.sky_over`). sun_deg : the sun's middle, degrees up.
    kelvin : of a clear sky's daylight.

    Raises
    ------
    CraftError : cloud that there is not.

    >>> noon, dusk = light_of_sky("overcast", 15.3, 58.0, 5800.0), light_of_sky("clear", 4.5, -3.0, 8000.0)
    >>> (noon.ev100, noon.kelvin, noon.below), (dusk.ev100, dusk.bright, dusk.sources)
    ((12.3, 6700.0, 3), (4.5, 'the bright sky', 2))
    """
    row = _row(cloud)
    light = light_from_condition(_like(row, ev100, sun_deg))
    colour = kelvin if row.kelvin is None else max(kelvin, row.kelvin)
    return replace(light, ev100=round(ev100 - row.stops, 2), kelvin=float(round(colour)), kind="" if abs(colour - light.kelvin) > 1 else light.kind)
