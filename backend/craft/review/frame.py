"""A frame that came back, as its file tells it."""

from __future__ import annotations

import math
from dataclasses import dataclass

from craft.scales.series import Dial, label

SEEN_BURNT = 0.02
"""Share of a frame at full white from which it is called burnt: a lamp, or the sun on water, is less."""


@dataclass(frozen=True, slots=True)
class Frame:
    """A frame that came back; what its file does not tell is None.

    at_s: seconds after the midnight before the day, by the clock there; mean_stops: brightness of its mean from mid-grey;
    burnt: share of it at full white; kept: whether it is kept, None where nobody has judged.
    """

    at_s: float
    shutter_s: float | None = None
    aperture: float | None = None
    iso: float | None = None
    focal_mm: float | None = None
    mean_stops: float | None = None
    burnt: float = 0.0
    kept: bool | None = None

    @property
    def exposed_ev(self) -> float | None:
        """Light that its dials expose as mid-grey, in EV at ISO 100: log2(N^2/t) - log2(ISO/100) (ISO 2720); None where a dial is not told.

        >>> Frame(0.0, 1 / 125, 8.0, 100.0).exposed_ev.__round__(2), Frame(0.0, 1 / 125).exposed_ev
        (12.97, None)
        """
        if self.shutter_s is None or self.aperture is None or self.iso is None:
            return None
        return math.log2(self.aperture**2 / self.shutter_s) - math.log2(self.iso / 100)

    @property
    def is_burnt(self) -> bool:
        """Whether more of it is full white than a lamp or a glint."""
        return self.burnt >= SEEN_BURNT

    @property
    def words(self) -> str:
        """Its dials in words, without those that it does not tell.

        >>> Frame(0.0, 1 / 125, 8.0, 400.0).words, Frame(0.0, iso=400.0).words
        ('1/125, f/8, ISO 400', 'ISO 400')
        """
        told = ((Dial.TIME, self.shutter_s, "{}"), (Dial.APERTURE, self.aperture, "{}"), (Dial.ISO, self.iso, "ISO {}"))
        return ", ".join(form.format(label(dial, value)) for dial, value, form in told if value is not None)
