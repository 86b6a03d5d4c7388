"""Starlight on a sensor: the signal to noise of a star, and of the galaxy's band, in one frame and in many laid on each other."""

from __future__ import annotations

import math
from dataclasses import dataclass

from craft.sensor.taken import Taken
from craft.sky.brightness import ARC_S_RAD, BAND_MAG, ev_of_mag

POINT_PX = 2.0
"""Width in pixels of a star that does not move: lens, colour filters and air together (an estimate from frames of stars; 1.5 to 3)."""


@dataclass(frozen=True, slots=True)
class Starlight:
    """A frame of the sky. taken: its key tone and sensor; key_ev: EV of that key; sky_mag: magnitudes of a square arc second of what lies behind
    the stars; focal_m, pitch_m; trail_px: how long the shutter draws a star."""

    taken: Taken
    key_ev: float
    sky_mag: float
    focal_m: float
    pitch_m: float
    trail_px: float

    @property
    def px_arc_s2(self) -> float:
        """Square arc seconds of a pixel.

        >>> round(Starlight(Taken(SENSOR, -3.0, 5.0, 0.0, 10.0, 4.0), -8.0, 21.5, 0.02, 5.9e-6, 0.0).px_arc_s2)
        3702
        """
        return (ARC_S_RAD * self.pitch_m / self.focal_m) ** 2

    def electrons_of(self, mag: float) -> float:
        """Electrons of a pixel from a sky of so many magnitudes to the square arc second."""
        return float(self.taken.key_e * 2 ** (ev_of_mag(mag) - self.key_ev))

    @property
    def sky_e(self) -> float:
        """Electrons of a pixel from what lies behind the stars."""
        return self.electrons_of(self.sky_mag)

    @property
    def spread_px(self) -> float:
        """Pixels over which a star's light lies."""
        return max(1.0, math.pi / 4 * POINT_PX**2 + POINT_PX * self.trail_px)

    def star_snr(self, mag: float) -> float:
        """Signal to noise of a star of a magnitude, all of its pixels together.

        Source: the equation of photometry (Howell 1989; Merline & Howell 1995).

        >>> sky = Starlight(Taken(SENSOR, -3.0, 5.0, 0.0, 10.0, 4.0), -8.0, 21.5, 0.02, 5.9e-6, 0.0)
        >>> sky.star_snr(4.0) > sky.star_snr(8.0) > 0
        True
        """
        star_e = self.electrons_of(mag) / self.px_arc_s2
        return star_e / math.sqrt(star_e + self.spread_px * (self.sky_e + self.taken.fixed_e2))

    @property
    def band_snr(self) -> float:
        """Signal to noise of the galaxy's band over the sky that it lies on, in the picture as it is shown."""
        band_e = self.electrons_of(BAND_MAG)
        return band_e / math.sqrt(band_e + self.sky_e + self.taken.fixed_e2) * self.taken.output_gain

    def of_sky(self) -> float:
        """What share of the noise that does not come from the star is the sky's own: from there on a quieter sensor gains nothing.

        >>> 0 < Starlight(Taken(SENSOR, -3.0, 5.0, 0.0, 10.0, 4.0), -8.0, 21.5, 0.02, 5.9e-6, 0.0).of_sky() < 1
        True
        """
        return self.sky_e / (self.sky_e + self.taken.fixed_e2)


def frames_for(wanted: float, one: float) -> int:
    """Frames that are laid on each other for a wanted signal to noise, of frames that have so much each: it grows as their root.

    >>> frames_for(20.0, 5.0), frames_for(3.0, 5.0)
    (16, 1)
    """
    return max(1, math.ceil((wanted / one) ** 2 - 1e-9))
