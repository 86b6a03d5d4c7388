"""How the tones of a framed scene are spread: shares of the picture over and under any of them, counted exactly."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from craft.kept import kept
from craft.scales.series import Floats
from craft.tones.tonemap import ToneMap

MISSED = 0.002
"""Share of the picture that may lie outside what is held and nobody misses it."""


@dataclass(frozen=True, slots=True, eq=False)
class Spread:
    """A picture's pixels in stops from the key, each in order: of the channel that fills first and of luminance; apart: the most between
    the two in one pixel; void: what is as dark has no light that one would miss."""

    highest: Floats
    luminance: Floats
    apart: float
    void: float = -math.inf

    def over(self, evs: Floats) -> Floats:
        """Shares of the picture whose first channel is full at these stops or under them."""
        return np.asarray(1 - np.searchsorted(self.highest, evs, side="left") / len(self.highest))

    def under(self, evs: Floats) -> Floats:
        """Shares of the picture that are darker than these stops."""
        return np.asarray(np.searchsorted(self.luminance, evs, side="left") / len(self.luminance))

    @property
    def ends(self) -> tuple[float, float]:
        """The darkest and the brightest tone that one would miss."""
        few = int(MISSED * len(self.highest))
        meant = min(int(np.searchsorted(self.luminance, self.void, side="right")), len(self.luminance) - 1 - few)
        return float(self.luminance[meant + few]), float(self.highest[-1 - few])


@kept
def spread_of(tones: ToneMap) -> Spread:
    """How the tones in the frame are spread.

    >>> import numpy as np
    >>> from craft.tones.tonemap import NOWHERE, ToneMap
    >>> light = np.exp2(np.array([[-2.0, 0.0], [1.0, 3.0]], np.float32))
    >>> found = spread_of(ToneMap(light, light, light * 0, 0, NOWHERE))
    >>> found.ends, found.over(np.array([1.0, 4.0])).tolist(), found.under(np.array([0.0])).tolist()
    ((-2.0, 3.0), [0.5, 0.0], [0.25])
    """
    highest, luminance = (np.log2(tones.taken(of)).astype(np.float64) for of in (tones.highest, tones.luminance))
    return Spread(np.sort(highest, axis=None), np.sort(luminance, axis=None), float((highest - luminance).max()), tones.void)
