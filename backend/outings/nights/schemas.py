"""What of nights over a place goes in and out."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from ninja import Field, Schema

from craft.sky.aloft import MOST_NIGHTS
from craft.sky.night import USEFUL_DEG
from craft.sky.windows import Asked

Degrees = Annotated[float, Field(ge=-18, le=90, allow_inf_nan=False)]


class NightsIn(Schema):
    """What is waited for, from the outing's day on; the rest as `craft.sky.windows.Asked` has it."""

    kind: Literal["core", "dark", "full_moon", "moon_at", "sun_at", "golden", "blue"] = "core"
    nights: Annotated[int, Field(ge=1, le=MOST_NIGHTS)] = 30
    least_deg: Degrees = USEFUL_DEG
    bearing_deg: Annotated[float, Field(ge=0, le=360, allow_inf_nan=False)] = 180.0
    within_deg: Annotated[float, Field(ge=0.1, le=90, allow_inf_nan=False)] = 2.0
    low_deg: Degrees = 0.0
    high_deg: Degrees = 6.0

    def value(self) -> Asked:
        """It as the craft has it.

        Raises
        ------
        CraftError : heights between which there is none.
        """
        return Asked(self.least_deg, self.bearing_deg, self.within_deg, self.low_deg, self.high_deg)


class WaitKind(Schema):
    """Something that one may wait for; asks: the figures that it goes by."""

    slug: str
    label: str
    because: str
    asks: list[str]


class WaitingOut(Schema):
    """A night: when it is dark, when the moon is up and how much of it is lit, and what is waited for; each from minute to minute after the midnight before it, told: the last by the clock."""

    day: dt.date
    dark: list[tuple[float, float]]
    moon: list[tuple[float, float]]
    moon_lit: float
    windows: list[tuple[float, float]]
    told: str
    minutes: float


class NightsOut(Schema):
    """Nights over an outing's place, in words and one by one; empty where nobody said where it lies, or its clock: told says so. best: the numbers of the longest, from 0."""

    told: str
    kinds: list[WaitKind]
    nights: list[WaitingOut]
    best: list[int]
