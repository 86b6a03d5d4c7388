"""Where the work can hurt someone: brief words, when they apply, and why. Local rules come first."""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass

from craft.decisions.facts import Facts, When, all_hold, phrase
from craft.vocabulary.terms import Genre


@dataclass(frozen=True, slots=True, kw_only=True)
class Caution:
    """One caution: for these genres, when all comparisons hold."""

    text: str
    genres: tuple[Genre, ...]
    when: tuple[When, ...]
    reason: str
    source: str


_SAFETY = "general safety practice; local rules and licensed people decide"

CAUTIONS: tuple[Caution, ...] = (
    Caution(text="Keep the sun out of a long lens; never look at it through an optical finder.", genres=tuple(Genre), when=(When("ev100", ">=", 14.0), When("stops_above", ">", 3.5)), reason="focused sunlight burns eyes and sensors", source=_SAFETY),
    Caution(text="The sun may come into this frame: compose on the screen, not through an optical finder.", genres=(Genre.LANDSCAPE,), when=(When("stops_above", ">=", 4.0), When("ev100", ">=", 9.0)), reason="low sun is still focused by the lens", source=_SAFETY),
    Caution(text="Stay behind the lines; keep aisles, lanes and stand edges free of bags and cables.", genres=(Genre.SPORTS,), when=(), reason="crews and players cannot look out for you", source=_SAFETY),
    Caution(text="No assist lamp and no flash at athletes.", genres=(Genre.SPORTS,), when=(), reason="a light in the eyes at the wrong moment injures", source=_SAFETY),
    Caution(text="Keep your distance: if the animal looks up, you are too close. Nests and young are off limits.", genres=(Genre.WILDLIFE,), when=(), reason="disturbance costs broods; many places forbid it by law", source=_SAFETY),
    Caution(text="Mind consent and local law, children most of all.", genres=(Genre.STREET, Genre.EVERYDAY), when=(), reason="a picture taken against someone's will harms them", source=_SAFETY),
    Caution(text="Mind the kerb and the traffic while you look through the finder.", genres=(Genre.STREET,), when=(), reason="a finder hides what comes from the side", source=_SAFETY),
    Caution(text="Know the tide, the edge and the way back before the light comes.", genres=(Genre.LANDSCAPE, Genre.NIGHT_SKY), when=(), reason="water and cliffs do not wait for the light", source=_SAFETY),
    Caution(text="Alone at night: tell someone where you are, keep a lamp and something warm.", genres=(Genre.NIGHT_SKY,), when=(), reason="cold and dark turn a twisted ankle into an emergency", source=_SAFETY),
    Caution(text="Keep aisles and doorways free of bags and stands: people look at the couple, not at the floor.", genres=(Genre.WEDDING,), when=(), reason="old people and children fall over what was not there before", source=_SAFETY),
    Caution(text="Lasers in the show can burn a sensor and an eye: keep them out of the lens.", genres=(Genre.WEDDING,), when=(When("sources", ">=", 3.0),), reason="a focused beam destroys what it lands on", source=_SAFETY),
    Caution(text="Ask before flashing: some people are sensitive to it, and some rites forbid it.", genres=tuple(Genre), when=(When("flash_on", "=", 1.0),), reason="flashes can trigger seizures", source=_SAFETY),
    Caution(text="A flash close to eyes dazzles and hurts: keep a metre away, and never fire it at a driver or an animal.", genres=tuple(Genre), when=(When("flash_on", "=", 1.0),), reason="its light is as bright as the sun's for an instant", source=_SAFETY),
    Caution(text="Tape the cable of a flash on the mains and weight its stand; its lamp is hot.", genres=tuple(Genre), when=(When("flash_on", "=", 1.0), When("flash_studio", "=", 1.0)), reason="people walk where cables lie", source=_SAFETY),
    Caution(
        text="The lamps pulse: at {time_s} frames differ by {flicker_swing_stops}, and this body cannot wait for them: take a time that is a whole number of pulses.",
        genres=tuple(Genre),
        when=(When("flicker_hz", ">", 0.0), When("flicker_swing_stops", ">", 0.2), When("flicker_answered", "=", 0.0)),
        reason="a frame shorter than a pulse catches a part of it",
        source="craft.optics.movement.flicker_swing_stops",
    ),
    Caution(text="Stands and cables on a floor where people walk: weight them, tape them.", genres=(Genre.PORTRAIT, Genre.WEDDING), when=(When("tripod", "=", 1.0),), reason="a falling stand hits children first", source=_SAFETY),
)


def cautions_for(genre: Genre, facts: Facts) -> tuple[str, ...]:
    """The cautions that apply, in order.

    >>> cautions_for(Genre.SPORTS, advised().facts)[1]
    'No assist lamp and no flash at athletes.'
    """
    return tuple(phrase(row.text, facts)[0] for row in CAUTIONS if genre in row.genres and all_hold(row.when, facts))
