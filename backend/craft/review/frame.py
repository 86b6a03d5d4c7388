"""A frame that came back, as its file tells it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

from craft.review.cast import Balance
from craft.review.sharpness import Sharpness
from craft.scales.series import Dial, label
from craft.vocabulary.terms import Mode

BRIGHT_STOPS = 1.0
"""A frame that comes out so much brighter or darker than usual was not exposed for its light: framing and clothes alone do less."""

BURNT_MORE = 0.1
"""A frame of which so much more is full white than usual is burnt: a sky that always is says nothing, and a mean does not rise past white."""


@dataclass(frozen=True, slots=True)
class Frame:
    """A frame that came back; what its file does not tell is None.

    at_s: seconds after the midnight before the day, by the clock there; mean_stops: brightness of its mean from mid-grey;
    burnt: share of it at full white; kept: whether it is kept, None where nobody has judged; sharp: None where that was not measured;
    balance: of its channels; distance_m: that its lens was focused at; mode: it was exposed in; white_auto: its white was left to the body.
    """

    at_s: float
    shutter_s: float | None = None
    aperture: float | None = None
    iso: float | None = None
    focal_mm: float | None = None
    mean_stops: float | None = None
    burnt: float = 0.0
    kept: bool | None = None
    sharp: Sharpness | None = None
    balance: Balance | None = None
    distance_m: float | None = None
    mode: Mode | None = None
    white_auto: bool | None = None

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
    def words(self) -> str:
        """Its dials in words, without those that it does not tell.

        >>> Frame(0.0, 1 / 125, 8.0, 400.0).words, Frame(0.0, iso=400.0).words
        ('1/125, f/8, ISO 400', 'ISO 400')
        """
        told = ((Dial.TIME, self.shutter_s, "{}"), (Dial.APERTURE, self.aperture, "{}"), (Dial.ISO, self.iso, "ISO {}"))
        return ", ".join(form.format(label(dial, value)) for dial, value, form in told if value is not None)


@dataclass(frozen=True, slots=True)
class Usual:
    """How the frames of a picture usually come out: the middle of their means, None where none was measured, and of what is full white in them."""

    mean_stops: float | None
    burnt: float

    def brighter(self, frame: Frame) -> float | None:
        """Stops by which a frame came out brighter than usual; None where that was not measured."""
        return None if self.mean_stops is None or frame.mean_stops is None else frame.mean_stops - self.mean_stops

    def burns(self, frame: Frame) -> bool:
        """Whether more of a frame is full white than usual."""
        return frame.burnt - self.burnt > BURNT_MORE

    def odd(self, frame: Frame) -> bool:
        """Whether a frame came out otherwise than one that was exposed for its light."""
        brighter = self.brighter(frame)
        return self.burns(frame) or (brighter is not None and abs(brighter) > BRIGHT_STOPS)


def usual_of(frames: Sequence[Frame]) -> Usual:
    """How frames of a picture usually come out.

    >>> usual = usual_of([Frame(0.0, mean_stops=-1.0), Frame(1.0, mean_stops=-0.8), Frame(2.0, mean_stops=2.4, burnt=0.7)])
    >>> usual.mean_stops, usual.odd(Frame(3.0, mean_stops=-1.1)), usual.odd(Frame(3.0, mean_stops=-0.5, burnt=0.4))
    (-0.8, False, True)
    """
    means = [frame.mean_stops for frame in frames if frame.mean_stops is not None]
    burnt = [frame.burnt for frame in frames]
    return Usual(median(means) if means else None, median(burnt) if burnt else 0.0)
