"""Bodies and lenses in JSON."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Annotated, Any, Literal, Self

from pydantic import (
    AfterValidator,
    AliasChoices,
    BaseModel,
    ConfigDict,
    Discriminator,
    Field,
    Tag,
    ValidationInfo,
    field_validator,
    model_validator,
)

from craft.errors import CraftError
from craft.kit.body import ALL_AREAS, USUAL_CLIP_ABOVE_GREY, USUAL_PATTERNS, Body, BracketOffer, Finder, OnlyWith, Sensor
from craft.kit.flash import Flash, guide_of_energy
from craft.kit.lens import Lens
from craft.kit.traits import Traits
from craft.review.mid_grey import HIGHEST, LOWEST
from craft.scales.series import Dial
from forms.traits_form import Flag, TraitsForm

Number = Annotated[float, Field(strict=True, allow_inf_nan=False)]
Positive = Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=1e9)]
Natural = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=1e9)]
Stops = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=20)]
Offers = Annotated[list[Stops], Field(max_length=40)]
Count = Annotated[int, Field(strict=True, ge=1, le=100_000)]
Seconds = Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=100_000)]
Aperture = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.5, le=128)]
Iso = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1, le=10_000_000)]
Name = Annotated[str, Field(min_length=1, max_length=80)]


Kelvin = Annotated[float, Field(strict=True, ge=1000, le=40000)]

RESERVED = frozenset({"import"})
"""Words that stand in an address where the name of a piece would."""


def safe_slug(name: str) -> str:
    """A name that can stand in an address: lower case letters, digits and hyphens, sixty at most, no reserved word.

    >>> safe_slug("Brass / Eleven"), safe_slug("import"), safe_slug("..")
    ('brass-eleven', 'import-1', 'piece')
    """
    plain = re.sub(r"[^a-z0-9]+", "-", name.lower())[:60].strip("-") or "piece"
    return f"{plain}-1" if plain in RESERVED else plain


class Form(BaseModel):
    """Every object of these forms: no unknown keys."""

    model_config = ConfigDict(extra="forbid")


class BracketForm(Form):
    """A bracket the body fires: frames, and the step in stops."""

    frames: Annotated[int, Field(strict=True, ge=2, le=15)]
    step_ev: Annotated[float, Field(strict=True, gt=0, le=5)]


class OnlyWithForm(Form):
    """Values of a dial that exist only with values of another."""

    dial: Literal["shutter_s", "aperture", "iso"]
    lowest: Positive
    highest: Positive
    needs_dial: Literal["shutter_s", "aperture", "iso"]
    needs_lowest: Positive
    needs_highest: Positive
    reason: Annotated[str, Field(min_length=1, max_length=200)]


WIDEST = 4.0
"""Longer over shorter side of a sensor at most: the widest panoramic frames are 2.7."""


def proportioned(high: float, wide: float | None) -> float:
    """The height of a sensor, where it goes with its width.

    Raises
    ------
    ValueError : the one is more than four times the other.

    >>> proportioned(24, 65)
    24
    """
    if wide and not 1 / WIDEST <= wide / high <= WIDEST:
        raise ValueError(f"{wide:g} by {high:g} is no sensor's shape: the longer side is accepted up to {WIDEST:g} times the shorter")
    return high


class BodyForm(Form):
    """A body. What is left out is not offered."""

    name: Name
    sensor_width_mm: Annotated[float, Field(strict=True, ge=2, le=200)]
    sensor_height_mm: Annotated[float, Field(strict=True, ge=2, le=200)]
    pixels_wide: Count
    pixels_high: Count
    base_iso: Iso
    max_iso: Iso
    full_well_e: Annotated[float, Field(strict=True, ge=100, le=10_000_000)]
    read_noise_pre_e: Natural
    read_noise_post_e: Natural = 0.0
    dual_gain_iso: Iso | None = None
    dual_gain_read_noise_e: Natural | None = None
    gain_by_dialled_iso: Flag = False
    clip_above_grey_stops: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=LOWEST, le=HIGHEST)] | None = None
    shortest_mechanical_s: Seconds | None = None
    shortest_electronic_s: Seconds | None = None
    longest_s: Seconds = 30.0
    sync_s: Seconds | None = None
    sync_first_curtain_s: Seconds | None = None
    sync_electronic_s: Seconds | None = None
    readout_s: Seconds | None = None
    step_ev: Annotated[float, Field(strict=True, gt=0, le=1)] = 1 / 3
    stabiliser_stops: Stops | None = None
    finder: Literal["electronic", "optical", "screen"] | None = None
    frames_per_second: Positive | None = None
    bracket_offers: list[BracketForm] | None = Field(default=None, max_length=40)
    protection_stops: Stops | Offers | None = None
    protection_automatic: Flag = False
    headroom_stops: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=4)] | None = None
    headroom_look: Annotated[str, Field(max_length=20)] = "natural"
    nd_stops: Stops | Offers | None = None
    bits: Annotated[int, Field(strict=True, ge=8, le=24)] | None = None
    first_curtain: Flag = False
    times_s: list[Seconds] = Field(default_factory=list, max_length=80)
    isos: list[Iso] = Field(default_factory=list, max_length=80)
    only_with: list[OnlyWithForm] = Field(default_factory=list, max_length=20)
    fixed_lens: Annotated[str, Field(max_length=80)] | None = None
    detects: list[Literal["people", "animals", "birds", "vehicles"]] = Field(default_factory=list, max_length=20)
    areas: list[Literal["point", "small_group", "zone", "whole_frame"]] | None = Field(default=None, max_length=20)
    patterns: list[Literal["multi_zone", "centre_weighted", "spot", "highlight_guard"]] | None = Field(default=None, max_length=20)
    autofocus: Flag = True
    sets_iso_by_limits_only: Flag = False
    zone_focus: Flag = False
    darker_past_ceiling: Flag = False
    kelvin_lowest: Kelvin | None = None
    kelvin_highest: Kelvin | None = None
    compensation_stops: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1, le=10)] | None = None
    traits: TraitsForm | None = Field(default=None, validation_alias=AliasChoices("traits", "facts"))  # as it was called in older files
    assumed: list[Annotated[str, Field(max_length=60)]] = Field(default_factory=list, max_length=60)

    @field_validator("sensor_height_mm", "pixels_high")
    @classmethod
    def _proportioned(cls, high: float, info: ValidationInfo) -> float:
        return proportioned(high, info.data.get("sensor_width_mm" if info.field_name == "sensor_height_mm" else "pixels_wide"))

    @model_validator(mode="after")
    def _possible(self) -> Self:
        self.value("")
        return self

    @property
    def per_stop(self) -> int:
        """Steps in a stop."""
        for steps in (1, 2, 3):
            if abs(self.step_ev - 1 / steps) < 0.01:
                return steps
        raise ValueError(f"step_ev is {self.step_ev:g}: 1, 0.5 and 0.333 are accepted")

    def value(self, slug: str) -> Body:
        """The body as the craft's value."""
        sensor = Sensor(
            self.sensor_width_mm,
            self.sensor_height_mm,
            self.pixels_wide,
            self.pixels_high,
            self.full_well_e,
            self.read_noise_pre_e,
            self.read_noise_post_e,
            self.dual_gain_iso,
            self.dual_gain_read_noise_e,
            self.bits or 14,
            clip_above_grey_stops=self.clip_above_grey_stops or USUAL_CLIP_ABOVE_GREY,
            gain_by_dialled_iso=self.gain_by_dialled_iso,
        )
        try:
            return Body(
                name=self.name,
                sensor=sensor,
                base_iso=self.base_iso,
                max_iso=self.max_iso,
                longest_s=self.longest_s,
                per_stop=self.per_stop,
                shortest_mechanical_s=self.shortest_mechanical_s,
                shortest_electronic_s=self.shortest_electronic_s,
                first_curtain=self.first_curtain,
                sync_s=self.sync_s,
                sync_first_curtain_s=self.sync_first_curtain_s,
                sync_electronic_s=self.sync_electronic_s,
                readout_s=self.readout_s,
                stabiliser_stops=self.stabiliser_stops or 0.0,
                finder=Finder(self.finder or "electronic"),
                frames_per_second=self.frames_per_second,
                bracket_offers=tuple(BracketOffer(o.frames, o.step_ev) for o in self.bracket_offers or ()),
                protection_stops=_several(self.protection_stops),
                protection_automatic=self.protection_automatic,
                headroom_stops=self.headroom_stops,
                headroom_look=self.headroom_look,
                nd_stops=_several(self.nd_stops),
                times_s=tuple(self.times_s),
                isos=tuple(self.isos),
                only_with=tuple(
                    OnlyWith(Dial(o.dial), o.lowest, o.highest, Dial(o.needs_dial), o.needs_lowest, o.needs_highest, o.reason)
                    for o in self.only_with
                ),
                fixed_lens=self.fixed_lens,
                detects=tuple(self.detects),
                areas=tuple(self.areas) if self.areas is not None else ALL_AREAS,
                patterns=tuple(self.patterns) if self.patterns is not None else USUAL_PATTERNS,
                autofocus=self.autofocus,
                sets_iso_by_limits_only=self.sets_iso_by_limits_only,
                zone_focus=self.zone_focus,
                darker_past_ceiling=self.darker_past_ceiling,
                kelvin_lowest=self.kelvin_lowest,
                kelvin_highest=self.kelvin_highest,
                compensation_stops=self.compensation_stops or 5.0,
                slug=slug,
                assumed=frozenset(self.assumed),
                traits=Traits() if self.traits is None else self.traits.value(self.name),
            )
        except CraftError as error:
            raise ValueError(error.message) from None


def _several(offer: float | list[float] | None) -> tuple[float, ...]:
    """An offer of stops: a list as it stands, one number as that one value."""
    if offer is None:
        return ()
    return tuple(sorted(v for v in (offer if isinstance(offer, list) else [offer]) if v > 0))


def _one_or_ends(value: Any) -> str:
    return "(two ends)" if isinstance(value, list) else "(one number)"


class LensForm(Form):
    """A lens. ``widest_aperture`` is a number, or one for each end of the zoom."""

    name: Name
    focal_min_mm: Annotated[float, Field(strict=True, ge=1, le=3000)]
    focal_max_mm: Annotated[float, Field(strict=True, ge=1, le=3000)]
    widest_aperture: Annotated[
        Annotated[Aperture, Tag("(one number)")] | Annotated[list[Aperture], Field(min_length=2, max_length=2), Tag("(two ends)")],
        Discriminator(_one_or_ends),
    ]
    narrowest_aperture: Aperture = 22.0
    closest_m: Annotated[float, Field(strict=True, gt=0, le=100)]
    stabiliser_stops: Stops | None = None
    stabiliser_switch: Flag = False
    combined_stabiliser_stops: Stops | None = None
    circle_mm: Annotated[float, Field(strict=True, ge=2, le=300)] | None = None
    transmission_stops: Annotated[float, Field(strict=True, ge=0, le=5)] = 0.0
    pupil_magnification: Annotated[float, Field(strict=True, ge=0.1, le=10)] = 1.0
    autofocus: Flag = True
    ring: Flag = True
    ring_reported: Flag = True
    fixed_m: Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=1000)] | None = None
    distance_scale: Flag = False
    travel_s: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.02, le=10)] | None = None
    apertures: list[Aperture] = Field(default_factory=list, max_length=60)
    assumed: list[Annotated[str, Field(max_length=60)]] = Field(default_factory=list, max_length=60)

    @model_validator(mode="after")
    def _possible(self) -> Self:
        self.value("")
        return self

    def value(self, slug: str) -> Lens:
        """The lens as the craft's value."""
        ends = self.widest_aperture if isinstance(self.widest_aperture, list) else [self.widest_aperture] * 2
        try:
            return Lens(
                name=self.name,
                focal_min_mm=self.focal_min_mm,
                focal_max_mm=self.focal_max_mm,
                widest_short=ends[0],
                widest_long=ends[1],
                narrowest_aperture=self.narrowest_aperture,
                closest_m=self.closest_m,
                stabiliser_stops=self.stabiliser_stops or 0.0,
                stabiliser_switch=self.stabiliser_switch,
                combined_stabiliser_stops=self.combined_stabiliser_stops,
                circle_mm=self.circle_mm,
                transmission_stops=self.transmission_stops,
                pupil_magnification=self.pupil_magnification,
                autofocus=self.autofocus,
                ring=self.ring,
                ring_reported=self.ring_reported,
                fixed_m=self.fixed_m,
                distance_scale=self.distance_scale,
                travel_s=self.travel_s,
                apertures=tuple(self.apertures),
                slug=slug,
                assumed=frozenset(self.assumed),
            )
        except CraftError as error:
            raise ValueError(error.message) from None


class FlashForm(Form):
    """A flash: its guide number, or its energy. ``charge``: flashes of full power that one gives; ``duration_s``: over half of its peak, at full power."""

    name: Name
    guide_number_m: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.5, le=500)] | None = None
    energy_ws: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1, le=10_000)] | None = None
    recycle_s: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.02, le=60)] = 2.5
    lowest_share: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1 / 4096, le=1)] = 1 / 128
    high_speed: Flag = False
    turns: Flag = True
    duration_s: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.00001, le=0.1)] = 1 / 1000
    mains: Flag = False
    charge: Annotated[int, Field(strict=True, ge=1, le=100_000)] | None = None

    @model_validator(mode="after")
    def _one_figure(self) -> Self:
        if (self.guide_number_m is None) == (self.energy_ws is None):
            raise ValueError("give either its guide number in metres at ISO 100, or its energy in watt-seconds")
        return self

    def value(self) -> Flash:
        """It as the craft's value."""
        said = self.model_dump(exclude={"guide_number_m", "energy_ws"})
        return Flash(**said, guide_number_m=self.guide_number_m or guide_of_energy(self.energy_ws or 1.0))


def _named_apart(flashes: list[FlashForm]) -> list[FlashForm]:
    if len({one.name for one in flashes}) < len(flashes):
        raise ValueError("two flashes have one name: give each its own")
    return flashes


FlashForms = Annotated[list[FlashForm], Field(max_length=12), AfterValidator(_named_apart)]
"""The flashes in somebody's bag."""


KEPT = 64
"""Pieces of kit that a process keeps read: they stay while one types."""


@lru_cache(maxsize=KEPT)
def body_in_full(said: str) -> BodyForm:
    """A body of somebody's kit, from its JSON, as it stands in a situation in full; its own lens is the situation's.

    Raises
    ------
    ValidationError : it cannot be read.
    """
    body = BodyForm.model_validate_json(said)
    return body.model_copy(update={"fixed_lens": None}) if body.fixed_lens else body


@lru_cache(maxsize=KEPT)
def lens_in_full(said: str) -> LensForm:
    """A lens of somebody's kit, from its JSON, as it stands in a situation in full.

    Raises
    ------
    ValidationError : it cannot be read.
    """
    return LensForm.model_validate_json(said)
