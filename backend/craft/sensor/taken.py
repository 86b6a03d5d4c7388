"""A key tone as it is taken: the one place where its electrons, its noise and its clip come from."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property

from craft.kit.body import Sensor
from craft.sensor.noise import electrons, fixed_variance_e2, saturation_e, snr_over


@dataclass(frozen=True)
class Taken:
    """A frame's key tone on a sensor, as it is read under its protection.

    key_stops: EV of the key at the sensor less EV of time and aperture at base ISO; gain_stops: ISO of the amplification, after
    protection, in stops; time_s: of the exposure; output_gain: what averaging in the output gains in signal to noise.
    """

    sensor: Sensor
    key_stops: float
    gain_stops: float
    base_stops: float
    time_s: float
    output_gain: float = 1.0

    @cached_property
    def key_e(self) -> float:
        """Electrons of the key tone."""
        return float(electrons(self.sensor, self.key_stops))

    @cached_property
    def clip_e(self) -> float:
        """Electrons at the clip."""
        return float(saturation_e(self.sensor, self.gain_stops, self.base_stops))

    @cached_property
    def fixed_e2(self) -> float:
        """Variance that does not depend on the tone, in electrons squared."""
        return float(fixed_variance_e2(self.sensor, self.gain_stops, self.base_stops, self.time_s))

    @property
    def clip_above_key(self) -> float:
        """Stops from the key tone to where a neutral tone clips.

        >>> round(Taken(SENSOR, 0.0, 0.0, 0.0, 0.01).clip_above_key, 2)
        2.96
        """
        return math.log2(self.clip_e / self.key_e)

    def snr(self, tone_stops: float = 0.0) -> float:
        """Signal to noise, in the output, of a tone so many stops from the key.

        >>> fine = Taken(SENSOR, 0.0, 0.0, 0.0, 0.01, 4.0)
        >>> round(fine.snr()), round(fine.snr(-4.0))
        (330, 84)
        """
        return snr_over(self.sensor, self.key_e * 2**tone_stops, self.fixed_e2) * self.output_gain
