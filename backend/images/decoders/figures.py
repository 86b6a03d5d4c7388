"""What one frame of a camera tells, read from the file: only what is asked for by name, of a file that was counted."""

from __future__ import annotations

import math
from collections.abc import Iterable
from pathlib import Path
from typing import Any

import exiv2
import rawpy

from forms.problems import InputError, Problem
from images.counted import count, jpeg
from images.told import ACCEPTED, ENTRIES, Told, figures_of
from images.values import looked_at

exiv2.LogMsg.setLevel(exiv2.LogMsg.Level.mute)


def read_frame(path: str) -> dict[str, Told]:
    """Figures by name: name, pixels_wide, pixels_high, sensor_width_mm, sensor_height_mm, lens_name, focal_min_mm,
    focal_max_mm, widest_short, widest_long, focal_mm, iso, time_s, aperture, distance_m, taken_at, utc_offset_min; of a raw bits, packing and raw_mb.
    What the frame does not tell is not there.

    Raises
    ------
    InputError : the file is not a picture, asks for more than is given, or holds no data about the exposure.
    """
    with looked_at(path) as data:
        count(data)
    told = _read(path, metadata_of(path))
    if told is None:
        raise InputError([Problem("", f"this is not a picture that can be read: {ACCEPTED}")])
    if not set(told) - {"pixels_wide", "pixels_high"}:
        raise InputError([Problem("", f"this picture holds nothing about its camera: {ACCEPTED}")])
    return told


def figures_in(path: str) -> dict[str, float | str]:
    """The figures of a file that is counted, and read for its picture; nothing where it tells none."""
    return figures_with(path, metadata_of(path))


def figures_with(path: str, metadata: Any) -> dict[str, float | str]:
    """The same where its metadata, None where it has none, is read already."""
    return {name: one.value for name, one in (_read(path, metadata) or {}).items()}


def metadata_of(path: str) -> Any:
    """The metadata of a file; None where nothing of it can be read."""
    try:
        image = exiv2.ImageFactory.open(path)
        image.readMetadata()
    except (exiv2.Exiv2Error, OSError):
        return None
    return image


def entries_of(metadata: Any, names: Iterable[str]) -> dict[str, str]:
    """Entries of a file's metadata by their names; those that it has not, or that are too long for what they are, are not there."""
    entries = metadata.exifData()
    at = {name: entries.findKey(exiv2.ExifKey(name)) for name in names}
    return {name: str(datum.toString()) for name, datum in at.items() if datum != entries.end() and datum.size() <= LONGEST}


def _read(path: str, metadata: Any) -> dict[str, Told] | None:
    """What a file tells, None where nothing of it can be read."""
    if metadata is None:
        return None
    found = entries_of(metadata, ENTRIES)
    return figures_of(found, metadata.pixelWidth(), metadata.pixelHeight()) | _raw(path, found)


LONGEST = 4096
"""Bytes of an entry that is read: names and figures are far shorter."""

UNPACKED, LOSSY = "1", "34892"
"""Values of the tag Compression (TIFF 6.0; DNG 1.4) of counts as they are, and of counts of which some is thrown away."""

HARDLY, HALF = 0.97, 0.5
"""Size over bare bits from which a raw is not packed, and under which some of it has been thrown away (estimates)."""


def _raw(path: str, found: dict[str, str]) -> dict[str, Told]:
    """What a raw tells of its counts; nothing of any other file."""
    with looked_at(path) as data:
        if data[:12].startswith(jpeg.BEGINS):
            return {}
    try:
        with rawpy.RawPy() as raw:
            raw.open_file(path)
            if raw.raw_type != rawpy.RawType.Flat or raw.num_colors < 3:
                return {}
            bits, pixels = math.ceil(math.log2(raw.white_level + 1)), raw.sizes.raw_width * raw.sizes.raw_height
    except (rawpy.LibRawError, ValueError, OSError):
        return {}
    size = Path(path).stat().st_size
    said = found.get("Exif.SubImage1.Compression") or found.get("Exif.Image.Compression") or ""
    share = size / (pixels * bits / 8)
    by_size = "none" if share >= HARDLY else "lossless" if share >= HALF else "lossy"
    packing = {UNPACKED: "none", LOSSY: "lossy"}.get(said, by_size)
    source = "how the file says it is packed" if said in (UNPACKED, LOSSY) else "the file's size beside its bare bits"
    return {
        "bits": Told(float(bits), "the highest count of the raw"),
        "packing": Told(packing, source),
        "raw_mb": Told(round(size / 1e6, 2), "the size of the raw file"),
    }
