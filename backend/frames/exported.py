"""Frames that came back, written out: as a table, and as JSON."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator
from typing import Any

from pydantic_core import to_json

from frames.day import Row, day_of
from frames.review import hour
from outings.models import Outing

FIELDS = (
    "file",
    "body",
    "lens",
    "at",
    "picture",
    "time_s",
    "aperture",
    "iso",
    "focal_mm",
    "exposed_ev100",
    "mean_stops",
    "burnt_share",
    "kept",
)


def _rows(outing: Outing) -> Iterator[dict[str, Any]]:
    titles = {row.pk: str(row.document["title"]) for row in outing.in_order()}
    for row in day_of(outing).rows:
        yield dict(zip(FIELDS, _values(row, titles), strict=True))


def _values(row: Row, titles: dict[int, str]) -> tuple[Any, ...]:
    frame = row.frame
    dials = (frame.shutter_s, frame.aperture, frame.iso, frame.focal_mm, frame.exposed_ev, frame.mean_stops, frame.burnt, frame.kept)
    return row.name, row.said, row.lens, hour(frame.at_s), titles.get(row.situation or 0, ""), *dials


RISKY = ("=", "+", "-", "@", "\t", "\r")
"""How a text begins that a spreadsheet would take for a formula."""


def as_csv(outing: Outing) -> str:
    """A table of an outing's frames (RFC 4180); what is not told is empty, and no text is a formula."""
    out = io.StringIO()
    table = csv.DictWriter(out, FIELDS)
    table.writeheader()
    for row in _rows(outing):
        table.writerow({name: f"'{value}" if isinstance(value, str) and value.startswith(RISKY) else value for name, value in row.items()})
    return out.getvalue()


def as_frames(outing: Outing) -> bytes:
    """The same as JSON."""
    about = {"format": "wide-aperture-frames", "version": 1, "title": outing.title, "day": outing.day}
    return to_json({**about, "frames": list(_rows(outing))}, indent=1)
