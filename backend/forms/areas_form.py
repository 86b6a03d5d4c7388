"""Distances painted over a picture, in JSON."""

from __future__ import annotations

import math
from typing import Annotated, Self

from pydantic import Field, model_validator

from craft.tones.painted import Area, Stroke
from forms.kit_form import Form, Positive

MOST_AREAS, MOST_STROKES, MOST_POINTS = 6, 200, 400
Part = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-0.5, le=1.5)]
Point = Annotated[list[Part], Field(min_length=2, max_length=2)]


class AreaForm(Form):
    """Something with a distance of its own; distance_m null is far away."""

    name: Annotated[str, Field(min_length=1, max_length=40)]
    distance_m: Positive | None


class StrokeForm(Form):
    """A line of paint: its area by its place in the list, null takes paint away; wide: share of the picture's width; points: shares of its sides."""

    area: Annotated[int, Field(strict=True, ge=0, lt=MOST_AREAS)] | None
    wide: Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=1)]
    points: Annotated[list[Point], Field(min_length=1, max_length=MOST_POINTS)]


class AreasForm(Form):
    """All that is painted over a picture; a later stroke covers an earlier one."""

    areas: Annotated[list[AreaForm], Field(max_length=MOST_AREAS)] = Field(default_factory=list)
    strokes: Annotated[list[StrokeForm], Field(max_length=MOST_STROKES)] = Field(default_factory=list)

    @model_validator(mode="after")
    def _of_these_areas(self) -> Self:
        if any(stroke.area is not None and stroke.area >= len(self.areas) for stroke in self.strokes):
            raise ValueError(f"a stroke names an area that there is not: there are {len(self.areas)}")
        names = [area.name for area in self.areas]
        if len(set(names)) != len(names):
            raise ValueError("two areas have one name: call each something else")
        return self

    def value(self) -> tuple[tuple[Area, ...], tuple[Stroke, ...]]:
        """The areas and strokes as the craft's values."""
        areas = tuple(Area(one.name, math.inf if one.distance_m is None else one.distance_m) for one in self.areas)
        return areas, tuple(Stroke(one.area, one.wide, tuple((x, y) for x, y in one.points)) for one in self.strokes)
