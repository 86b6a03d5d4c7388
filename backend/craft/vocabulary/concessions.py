"""How intents, limits and concessions are called: one list for screen, card and files."""

from __future__ import annotations

from craft.scales.words import in_thirds
from craft.vocabulary.terms import Intent, Limit

INTENT_WORDS = {
    Intent.DEPTH: "depth",
    Intent.SEPARATION: "the melting background",
    Intent.FREEZE: "freezing the subject",
    Intent.MOTION_BLUR: "the wanted blur",
    Intent.SHAKE: "freedom from shake",
    Intent.NOISE: "noise",
    Intent.ISO: "ISO",
    Intent.BRIGHTNESS: "brightness",
}
"""What an intent is about, for the middle of a sentence."""

INTENT_LABELS = {
    Intent.DEPTH: "Depth",
    Intent.SEPARATION: "Melting background",
    Intent.FREEZE: "Time, frozen subject",
    Intent.MOTION_BLUR: "Time, wanted blur",
    Intent.SHAKE: "Time, free of shake",
    Intent.NOISE: "Noise",
    Intent.ISO: "ISO",
    Intent.BRIGHTNESS: "Brightness",
}
"""What an intent is called where it stands alone."""

INTENT_SHORT = {
    Intent.DEPTH: "depth",
    Intent.SEPARATION: "melting background",
    Intent.FREEZE: "time",
    Intent.MOTION_BLUR: "time",
    Intent.SHAKE: "time",
    Intent.NOISE: "noise",
    Intent.ISO: "ISO",
    Intent.BRIGHTNESS: "brightness",
}
"""What gives, in a word: on which dial, or what of the picture."""

BEYOND_NEED = {
    Intent.DEPTH: "Depth beyond need",
    Intent.FREEZE: "Time beyond need",
}
"""What is spare of an intent."""

LIMIT_WORDS = {
    Limit.F4: "to f/4",
    Limit.SMEAR: "to smear",
    Limit.SHAKE: "to shake",
    Limit.TRAIL: "to star trails",
    Limit.WIDEST: "to wide open",
    Limit.CEILING: "to my ceiling",
    Limit.BODY_LIMIT: "to the dial's end",
}
"""How far a concession runs."""


def gives(intent: Intent, over_stops: float) -> str:
    """What gives, in a word, where the picture comes out so many stops over its exposure.

    >>> gives(Intent.SHAKE, 0.0), gives(Intent.BRIGHTNESS, -1.0)
    ('time', 'dark')
    """
    if intent is Intent.BRIGHTNESS:
        return "too bright" if over_stops > 0 else "dark"
    return INTENT_SHORT[intent]


def rung_words(intent: Intent, up_to_stops: float | None, to: Limit | None) -> str:
    """A concession in words.

    >>> rung_words(Intent.DEPTH, None, Limit.SPARE), rung_words(Intent.ISO, 1.5, None), rung_words(Intent.SHAKE, None, None)
    ('Depth beyond need', 'ISO, 1.5 stops', "Time, free of shake, to the dial's end")
    """
    name = INTENT_LABELS[intent]
    if to is Limit.SPARE and intent in BEYOND_NEED:
        return BEYOND_NEED[intent]
    if to is not None:
        return f"{name}, {LIMIT_WORDS.get(to, to.value)}"
    if up_to_stops is None:
        return f"{name}, {LIMIT_WORDS[Limit.BODY_LIMIT]}"
    return f"{name}, {in_thirds(up_to_stops) if abs(up_to_stops * 3 % 1) < 0.01 else f'{up_to_stops:.3g} stops'}"
