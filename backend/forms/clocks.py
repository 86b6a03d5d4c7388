"""Clocks of places: a zone by its name, and how far it is ahead of universal time on a day."""

from __future__ import annotations

import datetime as dt
from functools import cache
from typing import Annotated
from zoneinfo import ZoneInfo, available_timezones

from pydantic import AfterValidator, Field

QUARTER_MIN = 15
EVENING = dt.time(21)
"""The hour by whose clock a day and the night after it are told: a change of summer time comes while one sleeps, or is out and knows of it."""


@cache
def zones() -> frozenset[str]:
    """Names of all zones that there are.

    >>> "UTC" in zones()
    True
    """
    return frozenset(available_timezones())


def offset_at(zone: str, day: dt.date) -> int:
    """Minutes that a zone's clock is ahead of universal time on a day's evening, to the quarter of an hour that clocks go by.

    Source: the tz database.

    >>> offset_at("Etc/GMT-2", dt.date(2027, 6, 12))
    120
    """
    ahead = dt.datetime.combine(day, EVENING, ZoneInfo(zone)).utcoffset() or dt.timedelta()
    return QUARTER_MIN * round(ahead.total_seconds() / 60 / QUARTER_MIN)


def _zone(name: str) -> str:
    if name and name not in zones():
        raise ValueError(f"“{name}” is no zone: choose one from the list, or leave it empty and say the clock by its hours")
    return name


Zone = Annotated[str, Field(max_length=60), AfterValidator(_zone)]
"""A zone by its name; empty where nobody said."""
