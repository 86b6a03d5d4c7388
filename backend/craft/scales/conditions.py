"""Typical light, from sun on snow to a moonless sky, each with where the figure comes from.

EV at ISO 100 of a scene metered as a whole. The steps follow ANSI PH2.7-1986 (American National
Standard for Photography: Photographic Exposure Guide), of which the bright-sun rows are the
"sunny 16" rule; darker rows follow from illuminance tables by E = 2.5 * 2^EV lux.
"""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass

_GUIDE = "ANSI PH2.7-1986, exposure guide"
_IES = "IES Lighting Handbook, 10th ed., natural and interior illuminance tables"


@dataclass(frozen=True, slots=True)
class Condition:
    """One typical light.

    ev100: EV at ISO 100; below, above: usual tones in stops under and over the key tone;
    kelvin: usual correlated colour temperature; sources: lights of different colour in it;
    flicker_hz: frequency of the light's own pulsing, or None for steady light.
    """

    slug: str
    label: str
    ev100: float
    below: float
    above: float
    kelvin: float
    sources: int
    flicker_hz: float | None
    reason: str
    source: str


CONDITIONS: tuple[Condition, ...] = (
    Condition("sun_on_snow", "Bright sun on snow or pale sand", 16, 4, 1.7, 5600, 1, None, "the ground returns most of the sun's light", _GUIDE),
    Condition("bright_sun", "Bright sun, hard shadows", 15, 5, 2.7, 5500, 1, None, "f/16 at one over the ISO", _GUIDE),
    Condition("hazy_sun", "Hazy sun, soft shadows", 14, 4, 2.3, 5700, 1, None, "one stop under bright sun", _GUIDE),
    Condition("bright_cloud", "Bright cloud, no shadows", 13, 3, 2, 6200, 1, None, "two stops under bright sun", _GUIDE),
    Condition("overcast", "Heavy overcast", 12, 3, 2, 6700, 1, None, "three stops under bright sun", _GUIDE),
    Condition("open_shade", "Open shade under a blue sky", 12, 3, 2.3, 7500, 1, None, "sky light alone, bluer than the sun", _GUIDE),
    Condition("deep_shade", "Under trees or in a narrow lane", 10, 4, 3, 7000, 1, None, "five stops under bright sun; gaps of sky in frame", _GUIDE),
    Condition("backlit_dawn", "Sun just under or on the horizon", 11, 6, 4, 4200, 2, None, "low sun, its glow in frame", _GUIDE),
    Condition("sunset_glow", "Just after sunset", 9, 5, 3, 6000, 2, None, "the bright sky of the first ten minutes", _GUIDE),
    Condition("dusk", "Ten to twenty minutes after sunset", 6, 5, 3, 8000, 2, None, "about 160 lux", _IES),
    Condition("blue_hour", "End of civil twilight", 2, 5, 4, 9500, 2, None, "about 3.4 lux with the sun six degrees down, 1.5 stops added by the sky in frame", _IES),
    Condition("window_light", "Indoors beside a large window", 8, 5, 3, 6000, 1, None, "about 640 lux a metre from the glass", _IES),
    Condition("daylit_room", "A room by daylight, away from the window", 5.5, 5, 4.5, 5800, 1, None, "about 110 lux; the window itself is far brighter", _IES),
    Condition("hall_bright", "Sports hall or stage under full lamps", 8, 4, 2, 4500, 1, 100, "about 640 lux on the court; mains lamps pulse at twice the mains frequency", _IES),
    Condition("hall_dim", "Training hall, church with lamps", 6, 4, 3, 3800, 2, 100, "about 160 lux", _IES),
    Condition("home_lamps", "Home interior by lamps", 5, 4, 3.5, 2800, 1, 100, "about 80 lux", _IES),
    Condition("lamps_and_window", "Lamps inside, daylight through a doorway", 6.5, 5, 5, 3800, 2, 100, "two colours of light, and the doorway five stops over the room", _IES),
    Condition("dance_floor", "Dance floor, a few coloured lamps", 3, 5, 4, 3000, 3, 100, "about 20 lux, swinging", _IES),
    Condition("candles", "Candles close by", 3.5, 5, 4.5, 1900, 1, None, "about 28 lux at half a metre from a few flames", _IES),
    Condition("lit_street", "Street by night, good lamps", 4, 6, 5, 3000, 3, 100, "about 40 lux under the lamp; shop windows far over it", _IES),
    Condition("side_street", "Side street by night", 1, 6, 6, 2700, 2, 100, "about 5 lux between lamps", _IES),
    Condition("full_moon", "Land under a high full moon", -3, 4, 2, 4100, 1, None, "about 0.27 lux", "Janiczek & DeYoung 1987, full moon near the zenith"),
    Condition("quarter_moon", "Land under a half moon", -6, 4, 2, 4100, 1, None, "about a tenth of a full moon", "Janiczek & DeYoung 1987"),
    Condition("moonless", "Open sky, stars only", -8, 3, 3, 4800, 1, None, "the bright band of the galaxy near 21 mag per square arcsecond, about 4e-4 cd/m2", "Krisciunas & Schaefer 1991, dark sky zero point"),
    Condition("moon_disc", "The full moon's own disc", 14, 2, 1, 4100, 1, None, "sunlit rock of albedo 0.12 filling the meter", _GUIDE),
)

BY_SLUG = {condition.slug: condition for condition in CONDITIONS}
