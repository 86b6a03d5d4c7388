"""Frames that came back, written out: as a table, as JSON, and as sidecars of metadata that carry the verdicts."""

from __future__ import annotations

import csv
import io
import math
import zipfile
from collections.abc import Iterator
from pathlib import PurePath
from typing import Any

from pydantic_core import to_json

from craft.review.frame import Frame as Taken
from craft.review.sharpness import Sharpness
from forms.kit_form import safe_slug
from frames.day import AUTOMATIC, SET, Row, day_of
from frames.hours import hour
from images.frame_files import sidecar_of
from images.values import REJECTED
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
    "blur_px",
    "smeared",
    "smear_px",
    "smear_deg",
    "red_stops",
    "blue_stops",
    "distance_m",
    "mode",
    "white",
)


def _rows(outing: Outing) -> Iterator[dict[str, Any]]:
    titles = {row.pk: str(row.document["title"]) for row in outing.in_order()}
    for row in day_of(outing).rows:
        yield dict(zip(FIELDS, _values(row, titles), strict=True))


def _values(row: Row, titles: dict[int, str]) -> tuple[Any, ...]:
    frame = row.frame
    dials = (frame.shutter_s, frame.aperture, frame.iso, frame.focal_mm, frame.exposed_ev, frame.mean_stops, frame.burnt, frame.kept)
    return row.name, row.said, row.lens, hour(frame.at_s), titles.get(row.situation or 0, ""), *dials, *_blur(frame.sharp), *_stood(frame)


def _stood(frame: Taken) -> tuple[Any, ...]:
    """Red and blue of all of it over green, how far its lens was focused, in which mode it was exposed, and by whom its white was chosen."""
    balance = (None, None) if frame.balance is None else (round(frame.balance.red, 3), round(frame.balance.blue, 3))
    white = None if frame.white_auto is None else AUTOMATIC if frame.white_auto else SET
    return *balance, frame.distance_m, None if frame.mode is None else frame.mode.value, white


def _blur(sharp: Sharpness | None) -> tuple[Any, ...]:
    """Its blur where it is sharpest, what of it is smeared, how long and which way."""
    if sharp is None:
        return None, None, None, None
    smear = sharp.smear
    told = (None, None) if smear is None else (round(smear.line_px, 1), round(math.degrees(smear.way_rad)))
    return None if sharp.disc_px is None else round(sharp.disc_px, 1), sharp.how.value, *told


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


KEPT = 1
"""The rating of a frame that was kept here, where its file had none: the least that says so."""


def rating_of(row: Row) -> int | None:
    """The rating that a frame's verdict comes to: its file's own where it was kept and had one; None where nobody judged."""
    kept, own = row.frame.kept, row.rating
    if kept is None:
        return None
    return (own if own is not None and own > 0 else KEPT) if kept else REJECTED


def as_sidecars(outing: Outing) -> bytes:
    """Sidecars of all frames that were judged, in a zip: to be laid beside the files. A body's have a folder of their own where there are several."""
    rows = [(row, rating) for row in day_of(outing).rows if (rating := rating_of(row)) is not None]
    bodies = {row.said for row, _ in rows}
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        names: set[str] = set()
        for row, rating in rows:
            folder = f"{safe_slug(row.said)}/" if len(bodies) > 1 else ""
            name = f"{folder}{PurePath(row.name).stem or 'frame'}.xmp"
            if name not in names:  # a raw and its finished file have one
                packed.writestr(name, sidecar_of(rating))
            names.add(name)
    return out.getvalue()
