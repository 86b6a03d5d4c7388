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


@dataclass(frozen=True, slots=True, kw_only=True)
class Condition:
    """One typical light.

    ev100: EV at ISO 100; below, above: usual tones in stops under and over the key tone; bright: what the
    brightest tones usually are; kelvin: usual correlated colour temperature; sources: lights of
    different colour in it; kind: what it is made of, of ``craft.white.lights``, where it is one; mains: lamps that pulse at twice the mains frequency; indoors: under a roof;
    keeps: share of the light's own colour, in mired against daylight, that a picture usually keeps; cloud: stops that the sky is
    under a clear one of the same hour, None where the light says nothing of it.
    """

    slug: str
    label: str
    ev100: float
    below: float
    above: float
    bright: str
    kelvin: float
    sources: int
    mains: bool
    indoors: bool
    keeps: float
    reason: str
    source: str
    cloud: float | None = None
    kind: str = ""


CONDITIONS: tuple[Condition, ...] = (
    Condition(slug="sun_on_snow", label="Bright sun on snow or pale sand", ev100=16, below=4, above=1.7, bright="the snow", kelvin=5600, kind="daylight", sources=1, mains=False, indoors=False, keeps=0.0, reason="the ground returns most of the sun's light", source=_GUIDE, cloud=0),
    Condition(slug="bright_sun", label="Bright sun, hard shadows", ev100=15, below=5, above=2.7, bright="sunlit white", kelvin=5500, kind="daylight", sources=1, mains=False, indoors=False, keeps=0.0, reason="f/16 at one over the ISO", source=_GUIDE, cloud=0),
    Condition(slug="hazy_sun", label="Hazy sun, soft shadows", ev100=14, below=4, above=2.3, bright="the sky", kelvin=5700, kind="daylight", sources=1, mains=False, indoors=False, keeps=0.0, reason="one stop under bright sun", source=_GUIDE, cloud=1),
    Condition(slug="bright_cloud", label="Bright cloud, no shadows", ev100=13, below=3, above=2, bright="the sky", kelvin=6200, kind="overcast", sources=1, mains=False, indoors=False, keeps=0.0, reason="two stops under bright sun", source=_GUIDE, cloud=2),
    Condition(slug="overcast", label="Heavy overcast", ev100=12, below=3, above=2, bright="the sky", kelvin=6700, kind="overcast", sources=1, mains=False, indoors=False, keeps=0.0, reason="three stops under bright sun", source=_GUIDE, cloud=3),
    Condition(slug="open_shade", label="Open shade under a blue sky", ev100=12, below=3, above=2.3, bright="the sky", kelvin=7500, kind="shade", sources=1, mains=False, indoors=False, keeps=0.0, reason="sky light alone, bluer than the sun", source=_GUIDE),
    Condition(slug="deep_shade", label="Under trees or in a narrow lane", ev100=10, below=4, above=3, bright="gaps of sky", kelvin=7000, kind="shade", sources=1, mains=False, indoors=False, keeps=0.0, reason="five stops under bright sun; gaps of sky in frame", source=_GUIDE),
    Condition(slug="backlit_dawn", label="Sun just under or on the horizon", ev100=11, below=6, above=4, bright="the glow about the sun", kelvin=4200, kind="low_sun", sources=2, mains=False, indoors=False, keeps=0.5, reason="low sun, its glow in frame", source=_GUIDE),
    Condition(slug="sunset_glow", label="Just after sunset", ev100=9, below=5, above=3, bright="the sky where the sun went", kelvin=6000, kind="low_sun", sources=2, mains=False, indoors=False, keeps=0.5, reason="the bright sky of the first ten minutes", source=_GUIDE),
    Condition(slug="dusk", label="Ten to twenty minutes after sunset", ev100=6, below=5, above=3, bright="the bright sky", kelvin=8000, kind="shade", sources=2, mains=False, indoors=False, keeps=0.25, reason="about 160 lux", source=_IES),
    Condition(slug="blue_hour", label="End of civil twilight", ev100=2, below=5, above=4, bright="lamps", kelvin=9500, kind="shade", sources=2, mains=False, indoors=False, keeps=0.25, reason="about 3.4 lux with the sun six degrees down, 1.5 stops added by the sky in frame", source=_IES),
    Condition(slug="window_light", label="Indoors beside a large window", ev100=8, below=5, above=3, bright="the window", kelvin=6000, kind="daylight", sources=1, mains=False, indoors=True, keeps=0.0, reason="about 640 lux a metre from the glass", source=_IES),
    Condition(slug="daylit_room", label="A room by daylight, away from the window", ev100=5.5, below=5, above=4.5, bright="the window", kelvin=5800, kind="daylight", sources=1, mains=False, indoors=True, keeps=0.0, reason="about 110 lux; the window itself is far brighter", source=_IES),
    Condition(slug="lamps_on_stands", label="Lamps on stands before paper or cloth", ev100=8.5, below=4, above=4, bright="the cloth of the lamp", kelvin=5600, kind="led_good", sources=1, mains=True, indoors=True, keeps=0.0, reason="about 900 lux on a face a metre and a half from a lamp of 100 W behind cloth", source=_IES),
    Condition(slug="hall_bright", label="Sports hall or stage under full lamps", ev100=8, below=4, above=2, bright="lamps", kelvin=4500, kind="led_hall", sources=1, mains=True, indoors=True, keeps=0.0, reason="about 640 lux on the court", source=_IES),
    Condition(slug="hall_dim", label="Training hall, church with lamps", ev100=6, below=4, above=3, bright="lamps", kelvin=3800, kind="led_neutral", sources=2, mains=True, indoors=True, keeps=0.0, reason="about 160 lux", source=_IES),
    Condition(slug="home_lamps", label="Home interior by lamps", ev100=5, below=4, above=3.5, bright="lamps", kelvin=2800, kind="led_warm", sources=1, mains=True, indoors=True, keeps=0.0, reason="about 80 lux", source=_IES),
    Condition(slug="lamps_and_window", label="Lamps inside, daylight through a doorway", ev100=6.5, below=5, above=5, bright="the doorway", kelvin=3800, sources=2, mains=True, indoors=True, keeps=0.0, reason="two colours of light, and the doorway five stops over the room", source=_IES),
    Condition(slug="dance_floor", label="Dance floor, a few coloured lamps", ev100=3, below=5, above=4, bright="lamps", kelvin=3000, kind="led_mixed", sources=3, mains=True, indoors=True, keeps=0.5, reason="about 20 lux, swinging", source=_IES),
    Condition(slug="candles", label="Candles close by", ev100=3.5, below=5, above=4.5, bright="the flames", kelvin=1900, kind="candle", sources=1, mains=False, indoors=True, keeps=0.5, reason="about 28 lux at half a metre from a few flames", source=_IES),
    Condition(slug="lit_street", label="Street by night, good lamps", ev100=4, below=6, above=5, bright="lamps and shop windows", kelvin=3000, kind="led_warm", sources=3, mains=True, indoors=False, keeps=0.0, reason="about 40 lux under the lamp; shop windows far over it", source=_IES),
    Condition(slug="side_street", label="Side street by night", ev100=1, below=6, above=6, bright="lamps", kelvin=2700, kind="led_warm", sources=2, mains=True, indoors=False, keeps=0.0, reason="about 5 lux between lamps", source=_IES),
    Condition(slug="full_moon", label="Land under a high full moon", ev100=-3, below=4, above=2, bright="the sky", kelvin=4100, kind="moonlight", sources=1, mains=False, indoors=False, keeps=0.0, reason="about 0.27 lux", source="Janiczek & DeYoung 1987, full moon near the zenith"),
    Condition(slug="quarter_moon", label="Land under a half moon", ev100=-6, below=4, above=2, bright="the sky", kelvin=4100, kind="moonlight", sources=1, mains=False, indoors=False, keeps=0.0, reason="about a tenth of a full moon", source="Janiczek & DeYoung 1987"),
    Condition(slug="moonless", label="Open sky, stars only", ev100=-8, below=3, above=3, bright="stars", kelvin=4800, kind="night_sky", sources=1, mains=False, indoors=False, keeps=0.0, reason="the bright band of the galaxy near 21 mag per square arcsecond, about 4e-4 cd/m2", source="Krisciunas & Schaefer 1991, dark sky zero point"),
    Condition(slug="moon_disc", label="The full moon's own disc", ev100=14, below=2, above=1, bright="the bright rim", kelvin=4100, kind="moonlight", sources=1, mains=False, indoors=False, keeps=0.0, reason="sunlit rock of albedo 0.12 filling the meter", source=_GUIDE),
)

BY_SLUG = {condition.slug: condition for condition in CONDITIONS}
