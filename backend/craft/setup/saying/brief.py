"""A setup in a handful of words, for where there is no room for reasons."""

from __future__ import annotations

from dataclasses import dataclass

from craft.scales.words import in_thirds
from craft.setup.saying.words import value_words
from craft.setup.setup import Setup
from craft.vocabulary.concessions import INTENT_WORDS

SEEN_STOPS = 0.3
"""Less than a third of a stop is not spoken of."""


@dataclass(frozen=True, slots=True)
class Brief:
    """What a setup costs, in a few words; warns: somebody should look before going."""

    text: str
    warns: bool


def brief_of(setup: Setup) -> Brief:
    """What stands against the picture, the worst first; else what was given for it.

    >>> brief_of(advised()).text
    'gave freezing the subject 1 stop, ISO 2/3 stop'
    """
    if setup.facts["wanting_stops"] > SEEN_STOPS:
        return Brief(f"{in_thirds(setup.facts['wanting_stops'])} of filter wanting", True)
    now = min(setup.ladder, key=lambda row: abs(row.ev100 - setup.light.ev100))
    if now.out_of_reach:
        return Brief("out of reach in this light", True)
    if setup.facts["unheld_stops"] > SEEN_STOPS:
        return Brief(f"{in_thirds(setup.facts['unheld_stops'])} past the clip", True)
    if setup.bracketing.frames > 1:
        return Brief(f"{setup.bracketing.frames} frames {in_thirds(setup.bracketing.step_ev)} apart", False)
    if setup.flash and setup.flash.lacks_stops > SEEN_STOPS:
        return Brief(f"the flash lacks {in_thirds(setup.flash.lacks_stops)}", True)
    if setup.flash and setup.facts["flash_over_stops"] > SEEN_STOPS:
        return Brief(f"the flash, turned down, gives {in_thirds(setup.facts['flash_over_stops'])} too much", True)
    weak = next((one for one in setup.flash.further if one.lacks_stops > SEEN_STOPS), None) if setup.flash else None
    if weak:
        return Brief(f"{weak.name} lacks {in_thirds(weak.lacks_stops)}", True)
    if setup.flash:
        return Brief(f"flash: {value_words(setup, 'flash', '')}", False)
    if setup.exposure.darker_stops > SEEN_STOPS:
        return Brief(f"{in_thirds(setup.exposure.darker_stops)} darker on purpose", False)
    given = [f"{INTENT_WORDS[one.intent]} {in_thirds(one.gave_stops)}" for one in setup.concessions if one.gave_stops > SEEN_STOPS]
    return Brief(f"gave {', '.join(given)}" if given else "nothing given", False)
