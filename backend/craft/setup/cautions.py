"""Where the work can hurt someone: brief words, when they apply, and why. Local rules come first."""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass

from craft.decisions.facts import Facts, When, all_hold, phrase
from craft.vocabulary.terms import Genre


@dataclass(frozen=True, slots=True)
class Caution:
    """One caution: for these genres, when all comparisons hold."""

    text: str
    genres: tuple[Genre, ...]
    when: tuple[When, ...]
    reason: str
    source: str


_SAFETY = "general safety practice; local rules and licensed people decide"

CAUTIONS: tuple[Caution, ...] = (
    Caution("Keep the sun out of a long lens; never look at it through an optical finder.", tuple(Genre), (When("ev100", ">=", 14.0), When("stops_above", ">", 3.5)), "focused sunlight burns eyes and sensors", _SAFETY),
    Caution("The sun may come into this frame: compose on the screen, not through an optical finder.", (Genre.LANDSCAPE,), (When("stops_above", ">=", 4.0), When("ev100", ">=", 9.0)), "low sun is still focused by the lens", _SAFETY),
    Caution("Stay behind the lines; keep aisles, lanes and stand edges free of bags and cables.", (Genre.SPORTS,), (), "crews and players cannot look out for you", _SAFETY),
    Caution("No assist lamp and no flash at athletes.", (Genre.SPORTS,), (), "a light in the eyes at the wrong moment injures", _SAFETY),
    Caution("Keep your distance: if the animal looks up, you are too close. Nests and young are off limits.", (Genre.WILDLIFE,), (), "disturbance costs broods; many places forbid it by law", _SAFETY),
    Caution("Mind consent and local law, children most of all.", (Genre.STREET, Genre.EVERYDAY), (), "a picture taken against someone's will harms them", _SAFETY),
    Caution("Mind the kerb and the traffic while you look through the finder.", (Genre.STREET,), (), "a finder hides what comes from the side", _SAFETY),
    Caution("Know the tide, the edge and the way back before the light comes.", (Genre.LANDSCAPE, Genre.NIGHT_SKY), (), "water and cliffs do not wait for the light", _SAFETY),
    Caution("Alone at night: tell someone where you are, keep a lamp and something warm.", (Genre.NIGHT_SKY,), (), "cold and dark turn a twisted ankle into an emergency", _SAFETY),
    Caution("Lasers in the show can burn a sensor and an eye: keep them out of the lens.", (Genre.WEDDING,), (When("sources", ">=", 3.0),), "a focused beam destroys what it lands on", _SAFETY),
    Caution("Ask before flashing: some people are sensitive to it, and some rites forbid it.", (Genre.WEDDING, Genre.PORTRAIT), (), "flashes can trigger seizures", _SAFETY),
    Caution("Flash is not decided here yet: this setup is for the light that is there.", (Genre.PORTRAIT,), (), "flash is a second exposure with its own targets", "scope of this version"),
    Caution(
        "The lamps pulse: at {time_s} frames differ by {flicker_swing_stops}, and this body cannot wait for them: take a time that is a whole number of pulses.",
        tuple(Genre),
        (When("flicker_hz", ">", 0.0), When("flicker_swing_stops", ">", 0.2), When("flicker_answered", "=", 0.0)),
        "a frame shorter than a pulse catches a part of it",
        "craft.optics.movement.flicker_swing_stops",
    ),
    Caution("Stands and cables on a floor where people walk: weight them, tape them.", (Genre.PORTRAIT, Genre.WEDDING), (When("tripod", "=", 1.0),), "a falling stand hits children first", _SAFETY),
)


def cautions_for(genre: Genre, facts: Facts) -> tuple[str, ...]:
    """The cautions that apply, in order."""
    return tuple(phrase(row.text, facts)[0] for row in CAUTIONS if genre in row.genres and all_hold(row.when, facts))
