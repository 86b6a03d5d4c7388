"""The land about a place: how high it stands at each bearing, and what stands over it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from craft.errors import CraftError

HIGHEST_DEG = 80.0
"""No land that one photographs from stands higher: it would be a shaft."""

LOWEST_DEG = -5.0
"""From a high place the horizon lies lower than level: two degrees at a thousand eight hundred metres."""


@dataclass(frozen=True, slots=True)
class Horizon:
    """Bearings from north by east and how many degrees up the land stands there; evenly between them, all about. Without any it is level.

    Raises
    ------
    CraftError : a bearing twice or out of the circle; land higher than any, or lower.

    >>> hills = Horizon(((350.0, 0.0), (10.0, 20.0), (180.0, 0.0)))
    >>> hills.over([350.0, 0.0, 10.0, 95.0]).tolist()
    [0.0, 10.0, 20.0, 10.0]
    """

    points: tuple[tuple[float, float], ...] = ()

    def __post_init__(self) -> None:
        """Refuse what no land is."""
        seen: set[float] = set()
        for k, (bearing, height) in enumerate(self.points):
            if not 0 <= bearing < 360:
                raise CraftError(
                    f"{bearing:g}° is no bearing: from 0° in the north by 90° in the east to under 360°", ("horizon", k, "bearing_deg")
                )
            if bearing in seen:
                raise CraftError(f"{bearing:g}° has two heights: one is accepted for a bearing", ("horizon", k, "bearing_deg"))
            if not LOWEST_DEG <= height <= HIGHEST_DEG:
                raise CraftError(
                    f"{height:g}° is no land: from {LOWEST_DEG:g}° to {HIGHEST_DEG:g}° is accepted", ("horizon", k, "height_deg")
                )
            seen.add(bearing)

    def over(self, bearing_deg: ArrayLike) -> NDArray[np.float64]:
        """Degrees up of the land at bearings, in their shape."""
        bearings = np.asarray(bearing_deg, np.float64)
        if not self.points:
            return np.zeros_like(bearings)
        known, heights = zip(*self.points, strict=True)
        return np.asarray(np.interp(bearings, known, heights, period=360))


LEVEL = Horizon()
