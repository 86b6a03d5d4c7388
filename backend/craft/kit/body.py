"""A body as a validated value."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import Enum

from craft.errors import CraftError
from craft.kit.own_steps import SCALED, usual_values
from craft.kit.traits import Traits
from craft.scales.series import STEPS_PER_STOP, Dial
from craft.vocabulary.setting import Value


class Finder(Enum):
    """What one looks through."""

    ELECTRONIC = "electronic"
    OPTICAL = "optical"
    SCREEN = "screen"


class Shutter(Enum):
    """What starts and ends the exposure."""

    MECHANICAL = "mechanical"
    FIRST_CURTAIN = "first_curtain"
    ELECTRONIC = "electronic"


@dataclass(frozen=True, slots=True)
class BracketOffer:
    """A bracket that the body fires by itself: frames and the step between them in stops."""

    frames: int
    step_ev: float


@dataclass(frozen=True, slots=True)
class OnlyWith:
    """Values of one dial that exist only together with values of another.

    ``dial`` values from ``lowest`` to ``highest`` (in the dial's own numbers) need ``needs_dial``
    between ``needs_lowest`` and ``needs_highest``.
    """

    dial: Dial
    lowest: float
    highest: float
    needs_dial: Dial
    needs_lowest: float
    needs_highest: float
    reason: str


USUAL_CLIP_ABOVE_GREY = math.log2(7.8)
"""Stops from the middle grey to where counts end, where nobody measured them: 78/10 by [iso12232]."""


@dataclass(frozen=True, slots=True)
class Sensor:
    """Sensor figures in the terms of [emva1288].

    width_mm, height_mm: sensitive area; pixels_wide, pixels_high: its pixels; full_well_e: electrons
    at saturation at base ISO; read_noise_pre_e, read_noise_post_e: read noise before and after the
    gain stage at base, in electrons; dual_gain_iso and dual_gain_read_noise_e: where the body
    switches conversion gain, and the read noise from there on; bits: of the raw file; prnu: pixel
    response spread as a share; dark_e_s: dark current; clip_above_grey_stops: mid-tone to clip;
    gain_by_dialled_iso: the switch follows the ISO on the dial, not what highlight protection leaves of it.
    """

    width_mm: float
    height_mm: float
    pixels_wide: int
    pixels_high: int
    full_well_e: float
    read_noise_pre_e: float
    read_noise_post_e: float
    dual_gain_iso: float | None = None
    dual_gain_read_noise_e: float | None = None
    bits: int = 14
    prnu: float = 0.004
    dark_e_s: float = 0.02
    clip_above_grey_stops: float = USUAL_CLIP_ABOVE_GREY
    gain_by_dialled_iso: bool = False

    def protected(self, stops: float) -> Sensor:
        """The sensor as it is read under so many stops of highlight protection, by the ISO that is left of the one dialled.

        A body that switches gain by the dial does so as many stops sooner.

        >>> plain = Sensor(36, 24, 6000, 4000, 60000, 3.0, 5.0, dual_gain_iso=800, dual_gain_read_noise_e=1.5)
        >>> plain.protected(1.0) is plain, replace(plain, gain_by_dialled_iso=True).protected(1.0).dual_gain_iso
        (True, 400.0)
        """
        if not self.gain_by_dialled_iso or self.dual_gain_iso is None or not stops:
            return self
        return replace(self, dual_gain_iso=self.dual_gain_iso / 2**stops)

    @property
    def pitch_m(self) -> float:
        """Pixel pitch in metres."""
        return self.width_mm / 1000 / self.pixels_wide

    @property
    def crop(self) -> float:
        """How many times smaller than 36 mm x 24 mm, by the diagonal."""
        return math.hypot(36, 24) / math.hypot(self.width_mm, self.height_mm)


USUAL_KELVIN, KELVIN_STEP = (2500.0, 10000.0), 100.0
"""Ends of the scale of white where a body's own are not known, and its step (as most manuals print them)."""

ALL_AREAS = ("point", "small_group", "zone", "whole_frame")
USUAL_PATTERNS = ("multi_zone", "centre_weighted", "spot")


PACKED: Mapping[str, float] = {"none": 1.0, "lossless": 0.65, "lossy": 0.45}
"""Size of a packed raw file over its bare bits (estimates: entropy of ordinary scenes, 14 bit)."""


@dataclass(frozen=True, slots=True)
class Body:
    """A camera body. A capability that is None or empty is not offered.

    Times in seconds, ISO as printed, rates in frames per second, steps in stops. ``times_s``,
    ``isos``: the whole list of values where a body offers only those. ``sync_s``: shortest time with flash, with curtains; the other two:
    with another shutter, where it differs or works at all. ``kelvin_lowest``, ``kelvin_highest``: ends of the scale of white.
    ``darker_past_ceiling``: automatic ISO at its ceiling keeps the slowest time and gets darker, where most bodies then lengthen the time.
    ``compensation_stops``: end of that of compensation, either way. ``apertures``: likewise,
    for a fixed lens. ``assumed``: names of figures that are a default and not known. ``traits``: what
    its profile says about its settings.
    """

    name: str
    sensor: Sensor
    base_iso: float
    max_iso: float
    longest_s: float
    per_stop: int = 3
    shortest_mechanical_s: float | None = None
    shortest_electronic_s: float | None = None
    first_curtain: bool = False
    sync_s: float | None = None
    sync_first_curtain_s: float | None = None
    sync_electronic_s: float | None = None
    readout_s: float | None = None
    stabiliser_stops: float = 0.0
    finder: Finder = Finder.ELECTRONIC
    frames_per_second: float | None = None
    bracket_offers: tuple[BracketOffer, ...] = ()
    protection_stops: tuple[float, ...] = ()
    protection_automatic: bool = False
    headroom_stops: float | None = None
    headroom_look: str = "natural"
    nd_stops: tuple[float, ...] = ()
    times_s: tuple[float, ...] = ()
    isos: tuple[float, ...] = ()
    only_with: tuple[OnlyWith, ...] = ()
    fixed_lens: str | None = None
    detects: tuple[str, ...] = ()
    areas: tuple[str, ...] = ALL_AREAS
    patterns: tuple[str, ...] = USUAL_PATTERNS
    autofocus: bool = True
    sets_iso_by_limits_only: bool = False
    zone_focus: bool = False
    darker_past_ceiling: bool = False
    compensation_stops: float = 5.0
    kelvin_lowest: float | None = None
    kelvin_highest: float | None = None
    slug: str = ""
    assumed: frozenset[str] = field(default_factory=frozenset)
    traits: Traits = field(default_factory=Traits)

    def __post_init__(self) -> None:
        """Refuse a body whose figures contradict each other."""
        if self.per_stop not in STEPS_PER_STOP:
            raise CraftError("step_ev is 1, 1/2 or 1/3 of a stop (1, 0.5, 0.333)", ("step_ev",))
        if self.max_iso < self.base_iso:
            raise CraftError(f"max_iso is {self.max_iso:g}: it must be at least base_iso, {self.base_iso:g}", ("max_iso",))
        shortest = [t for t in (self.shortest_mechanical_s, self.shortest_electronic_s) if t is not None]
        if not shortest:
            raise CraftError("a body needs a shortest mechanical or a shortest electronic time", ("shortest_mechanical_s",))
        if self.longest_s < max(shortest):
            raise CraftError("longest_s must not be shorter than the shortest time", ("longest_s",))
        if (self.kelvin_lowest or 0) > (self.kelvin_highest or math.inf):
            raise CraftError("kelvin_highest must not be under kelvin_lowest", ("kelvin_highest",))
        sensor = self.sensor
        if (sensor.dual_gain_iso is None) != (sensor.dual_gain_read_noise_e is None):
            raise CraftError("dual_gain_iso and dual_gain_read_noise_e come together or not at all", ("dual_gain_iso",))

    def raw_bytes(self, packing: str) -> float:
        """Bytes of one raw frame, packed so: as its files have shown, else reckoned from its bits; of another packing in proportion.

        Reckoned on the whole sensor: a crop makes it less, so the room is never too little.
        """
        seen = self.traits.traffic.raw_mb
        known = packing if packing in seen else next(iter(seen), None)
        if known is not None:
            return seen[known] * 1e6 * PACKED[packing] / PACKED[known]
        return self.sensor.pixels_wide * self.sensor.pixels_high * self.sensor.bits / 8 * PACKED[packing]

    @property
    def shutters(self) -> tuple[Shutter, ...]:
        """The shutter types offered."""
        offered = []
        if self.shortest_mechanical_s is not None:
            offered.append(Shutter.MECHANICAL)
            if self.first_curtain:
                offered.append(Shutter.FIRST_CURTAIN)
        if self.shortest_electronic_s is not None:
            offered.append(Shutter.ELECTRONIC)
        return tuple(offered)

    @property
    def offered(self) -> Mapping[str, tuple[Value, ...]]:
        """Values that its profile says it has, by setting; a mode for a fixed distance is among its modes where there is one."""
        scales = self.traits.scales
        own = {slug: scales[slug].values(slug) if slug in scales else usual_values(slug) for slug in SCALED}
        said = {**own, **self.traits.offered}
        modes = said.get("exposure_mode", ())
        return (
            {**said, "exposure_mode": (*modes, "fixed_distance")} if modes and self.zone_focus and "fixed_distance" not in modes else said
        )

    @property
    def kelvins(self) -> tuple[float, ...]:
        """The whites that its scale has, the warmest light's first: from end to end in hundreds, usual ends where its own are not known.

        >>> BODY.kelvins[:3], BODY.kelvins[-1]
        ((2500.0, 2600.0, 2700.0), 10000.0)
        """
        lowest, highest = self.kelvin_lowest or USUAL_KELVIN[0], self.kelvin_highest or USUAL_KELVIN[1]
        inner = (KELVIN_STEP * k for k in range(math.ceil(lowest / KELVIN_STEP), math.floor(highest / KELVIN_STEP) + 1))
        return tuple(sorted({lowest, *inner, highest}))

    def kelvin_on_dial(self, kelvin: float) -> float:
        """The white of its scale that is nearest to another, in mired.

        >>> BODY.kelvin_on_dial(2790.0), BODY.kelvin_on_dial(1900.0)
        (2800.0, 2500.0)
        """
        return min(self.kelvins, key=lambda one: abs(1e6 / one - 1e6 / kelvin))

    def kelvin_within(self, kelvin: float) -> float:
        """A white that the body's scale has, or its nearer end."""
        return min(max(kelvin, self.kelvin_lowest or 0.0), self.kelvin_highest or math.inf)

    def sync_with(self, shutter: Shutter) -> float | None:
        """Shortest time with flash with a shutter; with the electronic one only where it is known to light a flash."""
        own = {Shutter.FIRST_CURTAIN: self.sync_first_curtain_s, Shutter.ELECTRONIC: self.sync_electronic_s}.get(shutter)
        lights = shutter is not Shutter.ELECTRONIC or "electronic_flash" in self.traits.features or Shutter.MECHANICAL not in self.shutters
        return own if own is not None else self.sync_s if lights else None

    def highest_rate(self, shutter: Shutter, raw: bool) -> float | None:
        """Highest rate in frames per second with a shutter type, and with or without raw; None: no bursts."""
        if self.frames_per_second is None:
            return None
        limits = (self.traits.mechanical_rate if shutter is not Shutter.ELECTRONIC else None, self.traits.raw_rate if raw else None)
        return min(self.frames_per_second, *(limit for limit in limits if limit is not None), math.inf)

    def shortest_s(self, shutter: Shutter) -> float:
        """Shortest time of a shutter type, in seconds.

        Raises
        ------
        CraftError : the body has no such shutter.
        """
        electronic = shutter is Shutter.ELECTRONIC
        shortest = self.shortest_electronic_s if electronic else self.shortest_mechanical_s
        if shortest is None or shutter not in self.shutters:
            raise CraftError(f"{self.name} has no {shutter.value.replace('_', ' ')} shutter", ("shutter_type",))
        return shortest
