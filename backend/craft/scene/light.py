"""Lights of a situation, and the ways in which one is given."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from craft.errors import CraftError
from craft.scales.light import ev100_of_lux, ev100_of_stops
from craft.scales.series import Dial, exact_stops
from craft.scene.conditions import BY_SLUG
from craft.white.lights import spectrum_of


@dataclass(frozen=True, slots=True)
class Light:
    """The key tone's light and its surroundings.

    ev100: as metered; through_lens: the reading has the lens's losses in it already; below, above:
    tones in stops from the key; bright: what the brightest are, in words; stated: somebody said that they are in this picture, wherever
    a drawn one has them; holds_above: the brightest
    that must keep detail, None for the subject's usual; swing: how far it moves while one works;
    flicker_hz: None for what ``mains`` says (lamps on the mains pulse at twice its frequency), 0 if
    steady; sources: kinds of light in the picture; others, other_kinds: kelvin of the further ones that are known, and their kinds;
    indoors: None for the subject's usual place; keeps: share of the light's own colour that the picture keeps;
    kind: of ``craft.white.lights``, empty where only its temperature is known.
    """

    ev100: float
    through_lens: bool = False
    below: float = 4.0
    above: float = 2.0
    bright: str = "the brightest tones"
    stated: bool = False
    holds_above: float | None = None
    kelvin: float = 5500.0
    swing: float | None = None
    flicker_hz: float | None = None
    mains: bool = False
    sources: int = 1
    others: tuple[float, ...] = ()
    other_kinds: tuple[str, ...] = ()
    indoors: bool | None = None
    keeps: float = 0.0
    kind: str = ""

    def __post_init__(self) -> None:
        """Refuse light outside what any camera meets."""
        if not -20 <= self.ev100 <= 24:
            raise CraftError(f"the light comes to EV {self.ev100:.1f}: from -20 to 24 is accepted", ("light",))
        spectrum_of(self.kind, self.kelvin)  # a kind that there is, at a temperature that it can have


def light_from_lux(lux: float) -> float:
    """EV at ISO 100 of an incident reading.

    >>> light_from_lux(2560.0)
    10.0
    """
    return float(ev100_of_lux(lux))


def light_from_metered(shutter_s: float, aperture: float, iso: float) -> float:
    """EV at ISO 100 of a metered exposure; printed values mean their exact steps.

    >>> light_from_metered(0.004, 5.6, 100)
    13.0
    """
    stops = (exact_stops(Dial.TIME, shutter_s), exact_stops(Dial.APERTURE, aperture), exact_stops(Dial.ISO, iso))
    return float(ev100_of_stops(*stops))


def light_from_condition(slug: str) -> Light:
    """The light of a described condition.

    Raises
    ------
    CraftError : an unknown condition; names those there are.

    >>> light_from_condition("overcast").ev100
    12
    """
    if slug not in BY_SLUG:
        raise CraftError(f"“{slug}” is not a condition: {', '.join(BY_SLUG)}", ("light", "condition"))
    row = BY_SLUG[slug]
    return Light(
        row.ev100,
        below=row.below,
        above=row.above,
        bright=row.bright,
        kelvin=row.kelvin,
        mains=row.mains,
        sources=row.sources,
        indoors=row.indoors,
        keeps=row.keeps,
        kind=row.kind,
    )


APART_MIRED = 20.0
"""Lights nearer to each other than this are of one kind: the weakest filters for correcting lamps shift 10 to 20 mired."""


def mired_apart(kelvin: float, other: float) -> float:
    """How far two colours of light lie apart, in mired (a million over the kelvin): equal steps of it look alike.

    >>> round(mired_apart(5500.0, 2850.0))
    169
    """
    return abs(1e6 / kelvin - 1e6 / other)


def lit_also(key: Light, others: Sequence[Light]) -> Light:
    """The key light with further lights that fall into the picture.

    What each lights has its own tones, so many stops from the key as the lights are apart; lights of another
    colour are further kinds of light, and one that pulses makes the picture pulse.

    >>> both = lit_also(Light(8.0, kelvin=2900.0), [Light(11.0, above=2.0, kelvin=5500.0)])
    >>> both.above, both.below, both.sources, both.others
    (5.0, 4.0, 2, (5500.0,))
    """
    above, below, bright, stated = key.above, key.below, key.bright, key.stated
    colours, kinds = [key.kelvin], [key.kind]
    for other in others:
        apart = other.ev100 - key.ev100
        below = max(below, other.below - apart)
        if other.above + apart > above:
            above, bright, stated = other.above + apart, other.bright, True
        if all(mired_apart(other.kelvin, colour) >= APART_MIRED for colour in colours):
            colours.append(other.kelvin)
            kinds.append(other.kind)
    pulses = [light.flicker_hz for light in (key, *others) if light.flicker_hz]
    return replace(
        key,
        above=above,
        below=below,
        bright=bright,
        stated=stated,
        sources=max(key.sources, len(colours)),
        others=tuple(colours[1:]),
        other_kinds=tuple(kinds[1:]),
        mains=key.mains or any(other.mains for other in others),
        flicker_hz=pulses[0] if pulses else key.flicker_hz if not any(other.mains for other in others) else None,
    )
