"""A body from six answers: every other figure is that of the kind of body it is nearest to, and marked as assumed.

The figures are middles of what bodies of a kind have been built with; none is of any one body. Electrons
follow from the pixel: about 2500 at saturation for each square micrometre (photon-transfer measurements of
present sensors lie between 2000 and 3600), so that size and pixels alone already tell the noise.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from craft.errors import CraftError
from craft.kit.body import Finder

WELL_E_UM2 = 2500.0
"""Electrons at saturation for each square micrometre of pixel."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SensorSize:
    """A usual size of a sensor, in millimetres."""

    slug: str
    label: str
    width_mm: float
    height_mm: float


SENSOR_SIZES: tuple[SensorSize, ...] = (
    SensorSize(slug="larger", label="larger than full, 44 × 33 mm", width_mm=43.8, height_mm=32.9),
    SensorSize(slug="full", label="full, 36 × 24 mm", width_mm=36.0, height_mm=24.0),
    SensorSize(slug="two_thirds", label="two thirds of that, 23.5 × 15.6 mm", width_mm=23.5, height_mm=15.6),
    SensorSize(slug="half", label="half of that, 17.3 × 13 mm", width_mm=17.3, height_mm=13.0),
    SensorSize(slug="inch", label="about a third, 13.2 × 8.8 mm", width_mm=13.2, height_mm=8.8),
)
BY_SIZE = {size.slug: size for size in SENSOR_SIZES}


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnLens:
    """The lens of a body in one piece; focal lengths in 36 mm terms, distances in metres."""

    focal_min_36: float
    focal_max_36: float
    widest_short: float
    widest_long: float
    narrowest: float
    closest_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    """A kind of body with the figures that it is given until its owner knows better.

    Times in seconds, rates in frames a second; a figure that is None is not offered.
    """

    slug: str
    label: str
    finder: Finder
    shortest_mechanical_s: float | None
    shortest_electronic_s: float | None
    longest_s: float
    step_ev: float
    sync_s: float | None
    readout_s: float | None
    stabiliser_stops: float
    frames_per_second: float
    mechanical_rate: float | None
    read_noise_pre_e: float
    read_noise_post_e: float
    bits: int
    bracket_frames: tuple[int, ...]
    bracket_steps: tuple[float, ...]
    protection_stops: tuple[float, ...] = ()
    nd_stops: tuple[float, ...] = ()
    first_curtain: bool = False
    detects: tuple[str, ...] = ()
    areas: tuple[str, ...] = ("point", "small_group", "zone", "whole_frame")
    patterns: tuple[str, ...] = ("multi_zone", "centre_weighted", "spot")
    slots: int = 0
    features: tuple[str, ...] = ()
    own_lens: OwnLens | None = None
    limits_only: bool = False
    reason: str


KINDS: tuple[Kind, ...] = (
    Kind(
        slug="action",
        label="fast, for action",
        finder=Finder.ELECTRONIC,
        shortest_mechanical_s=1 / 8000,
        shortest_electronic_s=1 / 32000,
        longest_s=30,
        step_ev=1 / 3,
        sync_s=1 / 250,
        readout_s=0.006,
        stabiliser_stops=5.5,
        frames_per_second=20,
        mechanical_rate=12,
        read_noise_pre_e=2.5,
        read_noise_post_e=7.0,
        bits=14,
        bracket_frames=(3, 5, 7, 9),
        bracket_steps=(1.0, 2.0),
        first_curtain=True,
        detects=("people", "animals", "birds", "vehicles"),
        slots=3,
        features=("two_cards", "rear_button", "two_dials", "links", "remote", "level", "large_sensor", "touch"),
        reason="a stacked or fast sensor read in a few milliseconds, for twenty frames a second",
    ),
    Kind(
        slug="detail",
        label="fine, for detail",
        finder=Finder.ELECTRONIC,
        shortest_mechanical_s=1 / 8000,
        shortest_electronic_s=1 / 8000,
        longest_s=30,
        step_ev=1 / 3,
        sync_s=1 / 200,
        readout_s=0.08,
        stabiliser_stops=6,
        frames_per_second=8,
        mechanical_rate=8,
        read_noise_pre_e=2.8,
        read_noise_post_e=4.2,
        bits=14,
        bracket_frames=(3, 5, 7, 9),
        bracket_steps=(1.0, 2.0),
        first_curtain=True,
        detects=("people", "animals"),
        slots=3,
        features=("two_cards", "rear_button", "two_dials", "links", "remote", "level", "large_sensor", "long_times"),
        reason="many pixels are read slowly: electronic frames lean, bursts are short",
    ),
    Kind(
        slug="all_round",
        label="small all-rounder",
        finder=Finder.ELECTRONIC,
        shortest_mechanical_s=1 / 4000,
        shortest_electronic_s=1 / 16000,
        longest_s=30,
        step_ev=1 / 3,
        sync_s=1 / 180,
        readout_s=0.035,
        stabiliser_stops=0,
        frames_per_second=10,
        mechanical_rate=8,
        read_noise_pre_e=2.4,
        read_noise_post_e=4.0,
        bits=14,
        bracket_frames=(3, 5),
        bracket_steps=(1.0, 2.0),
        detects=("people", "animals"),
        slots=2,
        features=("links", "level", "touch", "two_dials"),
        reason="a smaller body leaves out the stabiliser and the second card first",
    ),
    Kind(
        slug="mirror",
        label="mirror and optical finder",
        finder=Finder.OPTICAL,
        shortest_mechanical_s=1 / 8000,
        shortest_electronic_s=None,
        longest_s=30,
        step_ev=1 / 3,
        sync_s=1 / 250,
        readout_s=None,
        stabiliser_stops=0,
        frames_per_second=6,
        mechanical_rate=6,
        read_noise_pre_e=3.0,
        read_noise_post_e=4.5,
        bits=14,
        bracket_frames=(3, 5),
        bracket_steps=(1.0, 2.0),
        areas=("point", "small_group", "zone"),
        slots=2,
        features=("rear_button", "two_dials", "remote", "live_view", "large_sensor"),
        reason="the mirror shows no exposure and sets the rate",
    ),
    Kind(
        slug="one_piece",
        label="one piece with a long zoom",
        finder=Finder.ELECTRONIC,
        shortest_mechanical_s=1 / 2000,
        shortest_electronic_s=1 / 16000,
        longest_s=30,
        step_ev=1 / 3,
        sync_s=1 / 2000,
        readout_s=0.02,
        stabiliser_stops=4,
        frames_per_second=12,
        mechanical_rate=10,
        read_noise_pre_e=2.0,
        read_noise_post_e=3.0,
        bits=12,
        bracket_frames=(3,),
        bracket_steps=(1.0,),
        detects=("people", "animals"),
        slots=2,
        features=("one_piece", "links", "level", "touch"),
        own_lens=OwnLens(focal_min_36=24, focal_max_36=500, widest_short=2.8, widest_long=4.5, narrowest=11, closest_m=1.0),
        reason="a small sensor lets one lens reach from wide to very long",
    ),
    Kind(
        slug="matchbox",
        label="matchbox: one aperture, few times",
        finder=Finder.SCREEN,
        shortest_mechanical_s=None,
        shortest_electronic_s=1 / 4000,
        longest_s=1,
        step_ev=1.0,
        sync_s=None,
        readout_s=0.03,
        stabiliser_stops=0,
        frames_per_second=4,
        mechanical_rate=None,
        read_noise_pre_e=1.8,
        read_noise_post_e=2.0,
        bits=10,
        bracket_frames=(),
        bracket_steps=(),
        areas=("whole_frame",),
        patterns=("multi_zone",),
        own_lens=OwnLens(focal_min_36=26, focal_max_36=26, widest_short=1.8, widest_long=1.8, narrowest=1.8, closest_m=0.2),
        features=("one_piece",),
        limits_only=True,
        reason="no room for an iris or a dial: time and ISO are all there is",
    ),
)
"""Kinds of body, the usual one first in no order of worth."""

BY_KIND: Mapping[str, Kind] = {kind.slug: kind for kind in KINDS}


@dataclass(frozen=True, slots=True, kw_only=True)
class Answers:
    """Six answers about a body. sensor: width and height in millimetres; megapixels: of the largest picture."""

    name: str
    kind: Kind
    sensor_mm: tuple[float, float]
    megapixels: float
    max_iso: float
    finder: Finder

    def __post_init__(self) -> None:
        """Refuse a pixel that no sensor has.

        Raises
        ------
        CraftError : more pixels than light can tell apart, or too few for a picture.
        """
        if not 0.4 <= self.pitch_um <= 30:
            wide, high = self.sensor_mm
            least, most = (wide * high / pitch**2 for pitch in (30.0, 0.4))
            raise CraftError(
                f"{self.megapixels:g} megapixels on {wide:g} × {high:g} mm cannot be: {least:.1f} to {most:.0f} is accepted",
                ("megapixels",),
            )

    @property
    def pitch_um(self) -> float:
        """Pixel pitch in micrometres."""
        wide, high = self.sensor_mm
        return math.sqrt(wide * high / self.megapixels)

    @property
    def pixels(self) -> tuple[int, int]:
        """Pixels wide and high, to even numbers.

        >>> Answers(name="a", kind=KINDS[0], sensor_mm=(36, 24), megapixels=24, max_iso=25600, finder=Finder.ELECTRONIC).pixels
        (6000, 4000)
        """
        wide, high = (2 * round(side * 1000 / self.pitch_um / 2) for side in self.sensor_mm)
        return wide, high

    @property
    def full_well_e(self) -> float:
        """Electrons at saturation by the pixel's area, to two figures."""
        return float(f"{WELL_E_UM2 * self.pitch_um**2:.2g}")

    @property
    def crop(self) -> float:
        """How many times smaller than 36 mm x 24 mm, by the diagonal."""
        return math.hypot(36, 24) / math.hypot(*self.sensor_mm)
