"""A lens as a validated value."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

from craft.errors import CraftError

TRAVEL_S = 0.4
"""Time in which an ordinary lens goes from its nearest to infinity (an estimate)."""


@dataclass(frozen=True, slots=True)
class Lens:
    """A lens. Focal lengths in millimetres, distances in metres, apertures as f-numbers.

    widest_short, widest_long: widest aperture at either end of the zoom; circle_mm: diameter of the
    image circle, None when it covers the body; transmission_stops: light lost in the glass;
    pupil_magnification: exit over entrance pupil; ring: it can be focused by hand; ring_reported and switches as the body sees them; fixed_m: where its
    focus stands for good, None where it can be focused; travel_s: time in which it goes from its nearest to infinity, None where nobody knows.
    ``apertures``: the whole list of values where there are only those. ``assumed``: names of
    figures that are a default and not known.
    """

    name: str
    focal_min_mm: float
    focal_max_mm: float
    widest_short: float
    widest_long: float
    narrowest_aperture: float
    closest_m: float
    stabiliser_stops: float = 0.0
    stabiliser_switch: bool = False
    combined_stabiliser_stops: float | None = None
    circle_mm: float | None = None
    transmission_stops: float = 0.0
    pupil_magnification: float = 1.0
    autofocus: bool = True
    ring: bool = True
    ring_reported: bool = True
    fixed_m: float | None = None
    distance_scale: bool = False
    travel_s: float | None = None
    apertures: tuple[float, ...] = ()
    slug: str = ""
    assumed: frozenset[str] = field(default_factory=frozenset)

    def __post_init__(self) -> None:
        """Refuse a lens whose figures contradict each other."""
        if self.focal_max_mm < self.focal_min_mm:
            raise CraftError(
                f"focal_max_mm is {self.focal_max_mm:g}: it must be at least focal_min_mm, {self.focal_min_mm:g}",
                ("focal_max_mm",),
            )
        if self.narrowest_aperture < max(self.widest_short, self.widest_long):
            raise CraftError("narrowest_aperture must not be wider than widest_aperture", ("narrowest_aperture",))
        if self.fixed_m is not None and self.autofocus:
            raise CraftError("a lens whose focus stands still has no autofocus: leave one of the two out", ("fixed_m",))
        if self.fixed_m is None and not self.ring and not self.autofocus:
            raise CraftError("a lens without a ring and without autofocus stands at one distance: say which", ("fixed_m",))
        if self.closest_m <= self.focal_max_mm / 1000:
            raise CraftError("closest_m must be more than the longest focal length", ("closest_m",))

    @property
    def listed(self) -> tuple[float, ...]:
        """The values there are, where there are only those: a list counts while it reaches from the widest to the narrowest.

        >>> from dataclasses import replace
        >>> one = Lens("m", 4, 4, 1.8, 1.8, 1.8, 0.3, apertures=(1.8,))
        >>> one.listed, replace(one, widest_short=2.0, widest_long=2.0, narrowest_aperture=2.0).listed
        ((1.8,), ())
        """
        ends = self.widest_short, self.narrowest_aperture
        return self.apertures if self.apertures and (min(self.apertures), max(self.apertures)) == ends else ()

    def widest_at(self, focal_length_mm: float) -> float:
        """Widest f-number at a focal length: log-linear between the two ends.

        >>> zoom = Lens("z", 24, 96, 2.8, 5.6, 22, 0.5)
        >>> round(zoom.widest_at(48), 6)
        3.959798
        """
        if self.focal_max_mm == self.focal_min_mm:
            return self.widest_short
        share = math.log(focal_length_mm / self.focal_min_mm) / math.log(self.focal_max_mm / self.focal_min_mm)
        return float(self.widest_short * (self.widest_long / self.widest_short) ** share)

    @property
    def dioptres_s(self) -> float:
        """Dioptres a second that focus goes, evenly from its nearest to infinity.

        >>> Lens("z", 24, 96, 2.8, 5.6, 22, 0.5, travel_s=0.25).dioptres_s
        8.0
        """
        return 1 / self.closest_m / (self.travel_s or TRAVEL_S)

    def check_focal(self, focal_length_mm: float) -> None:
        """Refuse a focal length outside the zoom.

        Raises
        ------
        CraftError : says the range that is accepted.
        """
        if not self.focal_min_mm - 1e-9 <= focal_length_mm <= self.focal_max_mm + 1e-9:
            span = f"{self.focal_min_mm:g}" if self.focal_min_mm == self.focal_max_mm else f"{self.focal_min_mm:g} to {self.focal_max_mm:g}"
            raise CraftError(f"{focal_length_mm:g} mm is not on {self.name}: it has {span} mm", ("focal_length_mm",))
