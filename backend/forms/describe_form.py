"""A body described in six answers, as a whole body (and its own lens) in the open form."""

from __future__ import annotations

from typing import Annotated, Any, Literal, Self

from pydantic import Field, ValidationInfo, field_validator, model_validator

from craft.kit.body import Finder
from craft.kit.kinds import BY_KIND, BY_SIZE, Answers, Kind
from forms.kit_form import BodyForm, Form, Iso, LensForm, Name, Seconds, proportioned
from forms.traits_form import RawMegabytes

Millimetres = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=2, le=200)]
KindSlug = Literal["action", "detail", "all_round", "mirror", "one_piece", "matchbox"]
SizeSlug = Literal["larger", "full", "two_thirds", "half", "inch"]
ANSWERED = {"name", "pixels_wide", "pixels_high", "sensor_width_mm", "sensor_height_mm", "max_iso", "finder"}
"""Figures that the answers give; all others are the kind's, and assumed."""


class SeenForm(Form):
    """What frames of the body showed that it can do: it can do at least this."""

    lowest_iso: Iso | None = None
    highest_iso: Iso | None = None
    shortest_s: Seconds | None = None
    longest_s: Seconds | None = None
    bits: Annotated[int, Field(strict=True, ge=8, le=24)] | None = None
    raw_mb: RawMegabytes = Field(default_factory=dict)


class DescribeForm(Form):
    """Six answers: name, sensor (a usual size, or typed), megapixels, highest ISO, finder, and the kind it is nearest to.

    ``base_iso``: its lowest ISO, where that is known too; ``seen``: what frames of it showed.
    """

    name: Name
    kind: KindSlug
    sensor: SizeSlug | None = None
    sensor_width_mm: Millimetres | None = None
    sensor_height_mm: Millimetres | None = None
    megapixels: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.1, le=1000)]
    max_iso: Iso
    finder: Literal["electronic", "optical", "screen"] | None = None
    base_iso: Iso = 100
    seen: SeenForm = Field(default_factory=SeenForm)

    @field_validator("sensor_height_mm")
    @classmethod
    def _proportioned(cls, high: float | None, info: ValidationInfo) -> float | None:
        return high if high is None else proportioned(high, info.data.get("sensor_width_mm"))

    @model_validator(mode="after")
    def _one_size(self) -> Self:
        typed = self.sensor_width_mm is not None and self.sensor_height_mm is not None
        if typed == (self.sensor is not None):
            raise ValueError("give the sensor as a usual size, or by its width and height in millimetres")
        if self.max_iso < self.base_iso:
            raise ValueError(f"max_iso must be at least base_iso, {self.base_iso:g}")
        if self.seen.highest_iso is not None and self.max_iso < self.seen.highest_iso:
            raise ValueError(f"max_iso must be at least {self.seen.highest_iso:g}: a frame of it was taken there")
        return self

    def answers(self) -> Answers:
        """The answers as the craft's value.

        Raises
        ------
        CraftError : figures that cannot be together.
        """
        kind = BY_KIND[self.kind]
        size = (
            (self.sensor_width_mm or 0.0, self.sensor_height_mm or 0.0)
            if self.sensor is None
            else (BY_SIZE[self.sensor].width_mm, BY_SIZE[self.sensor].height_mm)
        )
        finder = Finder(self.finder) if self.finder else kind.finder
        return Answers(name=self.name, kind=kind, sensor_mm=size, megapixels=self.megapixels, max_iso=self.max_iso, finder=finder)


def described_body(form: DescribeForm) -> BodyForm:
    """The whole body: what was answered, and what its kind is given, marked as assumed."""
    told = form.answers()
    kind = told.kind
    wide, high = told.pixels
    figures: dict[str, Any] = {
        "name": told.name,
        "sensor_width_mm": told.sensor_mm[0],
        "sensor_height_mm": told.sensor_mm[1],
        "pixels_wide": wide,
        "pixels_high": high,
        "max_iso": told.max_iso,
        "finder": told.finder.value,
        **_of_kind(kind),
        "base_iso": form.base_iso,
        "full_well_e": told.full_well_e,
    }
    shown = _widen(figures, form.seen)
    assumed = sorted(set(figures) - ANSWERED - {"traits"} - shown - ({"base_iso"} if form.base_iso != 100 else set()))
    return BodyForm.model_validate({**figures, "assumed": [*assumed, "slots", "features"]})


def _widen(figures: dict[str, Any], seen: SeenForm) -> set[str]:
    """Let a body do at least what its frames show, in place; the figures that are known by it."""
    if seen.lowest_iso is not None:
        figures["base_iso"] = min(figures["base_iso"], seen.lowest_iso)
    if seen.longest_s is not None:
        figures["longest_s"] = max(figures["longest_s"], seen.longest_s)
    times = [figures[name] for name in ("shortest_mechanical_s", "shortest_electronic_s") if figures[name] is not None]
    if seen.shortest_s is not None and seen.shortest_s < min(times):
        figures["shortest_electronic_s"] = seen.shortest_s
    if seen.raw_mb:
        figures["traits"] = {**figures["traits"], "traffic": {"raw_mb": seen.raw_mb}}
    if seen.bits is None:
        return set()
    figures["bits"] = seen.bits
    return {"bits"}


def _of_kind(kind: Kind) -> dict[str, Any]:
    return {
        "read_noise_pre_e": kind.read_noise_pre_e,
        "read_noise_post_e": kind.read_noise_post_e,
        "shortest_mechanical_s": kind.shortest_mechanical_s,
        "shortest_electronic_s": kind.shortest_electronic_s,
        "longest_s": float(kind.longest_s),
        "sync_s": kind.sync_s,
        "readout_s": kind.readout_s,
        "step_ev": kind.step_ev,
        "stabiliser_stops": float(kind.stabiliser_stops),
        "frames_per_second": float(kind.frames_per_second),
        "bracket_offers": [{"frames": n, "step_ev": step} for n in kind.bracket_frames for step in kind.bracket_steps],
        "protection_stops": list(kind.protection_stops),
        "nd_stops": list(kind.nd_stops),
        "bits": kind.bits,
        "first_curtain": kind.first_curtain,
        "detects": list(kind.detects),
        "areas": list(kind.areas),
        "patterns": list(kind.patterns),
        "sets_iso_by_limits_only": kind.limits_only,
        "traits": {"slots": kind.slots, "features": list(kind.features), "mechanical_rate": kind.mechanical_rate},
    }


def described_lens(form: DescribeForm) -> LensForm | None:
    """The lens of a body in one piece; None where lenses are changed."""
    told = form.answers()
    own = told.kind.own_lens
    if own is None:
        return None
    ends = {own.widest_short, own.widest_long}
    return LensForm.model_validate(
        {
            "name": f"{told.name}, its own lens"[:80],
            "focal_min_mm": round(own.focal_min_36 / told.crop, 1),
            "focal_max_mm": round(own.focal_max_36 / told.crop, 1),
            "widest_aperture": own.widest_short if len(ends) == 1 else [own.widest_short, own.widest_long],
            "narrowest_aperture": own.narrowest,
            "apertures": [own.widest_short] if own.narrowest == own.widest_short else [],
            "closest_m": max(own.closest_m, round(1.5 * own.focal_max_36 / told.crop / 1000, 2)),
            "assumed": ["focal_min_mm", "focal_max_mm", "widest_aperture", "narrowest_aperture", "closest_m"],
        }
    )
