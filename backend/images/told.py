"""What one frame of a camera tells about its body and lens, from the entries that it wrote into the file."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from fractions import Fraction
from typing import Any

from craft.vocabulary.terms import Mode

ACCEPTED = "a JPEG, TIFF, DNG or other raw file as the camera wrote it is accepted"
MM_PER_UNIT = {2: 25.4, 3: 10.0, 4: 1.0}
"""Millimetres in the unit of a focal-plane resolution (EXIF 2.32, tag FocalPlaneResolutionUnit)."""


@dataclass(frozen=True, slots=True)
class Told:
    """One figure that a frame tells: its value, and from which entry it follows."""

    value: float | str
    source: str


def _number(text: str | None) -> float | None:
    try:
        value = float(Fraction(text.split()[0])) if text else math.nan
    except (ValueError, ZeroDivisionError, IndexError, OverflowError):
        return None
    return value if 0 < value < 1e9 else None


def _text(entry: str | None) -> str:
    """A name as it may be shown: no bytes that are no text, nothing that does not print, at most 80 characters."""
    shown = (entry or "").encode("utf-8", "ignore").decode("utf-8", "ignore")
    return "".join(letter for letter in shown if letter.isprintable()).strip()[:80]


def figures_of(found: dict[str, str], pixels_wide: int, pixels_high: int) -> dict[str, Told]:
    """Figures from EXIF entries (key to text) and the picture's size in pixels."""
    told: dict[str, Told] = {}

    def tell(name: str, value: float | str | None, source: str) -> None:
        if value and name not in told:
            told[name] = Told(value, source)

    tell("name", _text(found.get("Exif.Image.Model")), "the camera's name in the file")
    sizes = [
        (_number(found.get(f"Exif.{group}.{wide}")) or 0.0, _number(found.get(f"Exif.{group}.{high}")) or 0.0)
        for group, (wide, high) in (
            ("Photo", ("PixelXDimension", "PixelYDimension")),
            ("SubImage1", ("ImageWidth", "ImageLength")),
            ("Image", ("ImageWidth", "ImageLength")),
        )
    ]
    long, short = max([*sizes, (float(pixels_wide), float(pixels_high))], key=lambda size: size[0] * size[1])
    wide, high = max(long, short), min(long, short)
    tell("pixels_wide", wide, "the picture's size")
    tell("pixels_high", high, "the picture's size")
    _sensor(found, wide, high, tell)
    _lens(found, tell)
    for name, key, source in (
        ("focal_mm", "FocalLength", "the focal length of this frame"),
        ("time_s", "ExposureTime", "the time of this frame"),
        ("aperture", "FNumber", "the aperture of this frame"),
        ("iso", "ISOSpeedRatings", "the ISO of this frame"),
        ("distance_m", "SubjectDistance", "the distance that the lens reported"),
    ):
        tell(name, _number(_either(found, key)), source)
    taken = _either(found, "DateTimeOriginal") or ""
    tell("taken_at", taken if TAKEN.fullmatch(taken) else None, "the camera's clock")
    offset = _minutes(_either(found, "OffsetTimeOriginal") or found.get(OFFSET_IN_TIFF) or "")
    if offset is not None:
        told["utc_offset_min"] = Told(offset, "the camera's zone")
    return told


def _minutes(offset: str) -> float | None:
    """Minutes before UTC of an offset as EXIF has it, such as -03:30."""
    told = OFFSET.fullmatch(offset.strip())
    return None if told is None else (-1.0 if told[1] == "-" else 1.0) * (60 * int(told[2]) + int(told[3]))


OFFSET_IN_TIFF = "Exif.Image.0x9011"
"""OffsetTimeOriginal where a DNG has it among the entries of its picture, for which no name is registered."""

EXPOSED = ("FocalLength", "ExposureTime", "FNumber", "ISOSpeedRatings", "SubjectDistance", "DateTimeOriginal", "OffsetTimeOriginal")
"""Of an exposure, which stand where EXIF has them, or where TIFF/EP does."""

ENTRIES = (
    "Exif.Image.Model",
    *(f"Exif.{group}.{name}" for group in ("Image", "SubImage1") for name in ("ImageWidth", "ImageLength", "Compression")),
    *(f"Exif.Photo.{name}" for name in (*EXPOSED, "PixelXDimension", "PixelYDimension", "FocalLengthIn35mmFilm")),
    *(f"Exif.Photo.{name}" for name in ("FocalPlaneXResolution", "FocalPlaneResolutionUnit", "LensModel", "LensSpecification")),
    *(f"Exif.Image.{name}" for name in EXPOSED if name not in ("SubjectDistance", "OffsetTimeOriginal")),
    OFFSET_IN_TIFF,
)
"""Every entry that is read; nothing else of what a file carries is."""

PROGRAMS = {"1": Mode.MANUAL, "2": Mode.PROGRAM, "3": Mode.APERTURE_PRIORITY, "4": Mode.SHUTTER_PRIORITY}
"""What ExposureProgram stands for (EXIF 2.32); its other values name scenes."""

PROGRAM, COMPENSATION = "ExposureProgram", "ExposureBiasValue"
METERED = tuple(f"Exif.{group}.{name}" for group in ("Photo", "Image") for name in (PROGRAM, COMPENSATION))
"""Entries that say whether a frame was metered: in a raw they stand where TIFF/EP has them."""


def metered_ev(found: dict[str, str]) -> float | None:
    """Stops by which a frame was to be brighter than its meter would have it; None where its program did not follow the meter, or the file does not say.

    >>> metered_ev({"Exif.Photo.ExposureProgram": "3", "Exif.Photo.ExposureBiasValue": "-2/3"})
    -0.6666666666666666
    >>> metered_ev({"Exif.Photo.ExposureProgram": "1", "Exif.Photo.ExposureBiasValue": "0/1"})
    """
    if PROGRAMS.get(_either(found, PROGRAM) or "", Mode.MANUAL) is Mode.MANUAL:
        return None
    try:
        told = float(Fraction(_either(found, COMPENSATION) or ""))
    except (ValueError, ZeroDivisionError, OverflowError):
        return None
    return told if abs(told) <= MOST_COMPENSATION else None


MOST_COMPENSATION = 10.0
"""Stops of compensation; no body has more."""

OFFSET = re.compile(r"([+-])(0\d|1[0-4]):([0-5]\d)", re.ASCII)
TAKEN = re.compile(r"\d{4}:\d\d:\d\d \d\d:\d\d:\d\d")


def _either(found: dict[str, str], key: str) -> str | None:
    """An entry where EXIF has it, or where TIFF/EP does: raws of some bodies, and DNG."""
    return found.get(f"Exif.Photo.{key}") or found.get(f"Exif.Image.{key}")


def _sensor(found: dict[str, str], wide: float, high: float, tell: Any) -> None:
    """Sensor size: from the focal plane's resolution, else from the focal length and its 36 mm equivalent."""
    if not wide or not high:
        return
    resolution = _number(found.get("Exif.Photo.FocalPlaneXResolution"))
    unit = MM_PER_UNIT.get(int(_number(found.get("Exif.Photo.FocalPlaneResolutionUnit")) or 2))
    if resolution and unit and 2 <= wide / resolution * unit <= 200:
        width = wide / resolution * unit
        source = "the resolution of the focal plane"
    else:
        focal, equivalent = (_number(found.get(f"Exif.Photo.{key}")) for key in ("FocalLength", "FocalLengthIn35mmFilm"))
        if not focal or not equivalent or not 0.1 <= equivalent / focal <= 20:
            return
        diagonal = math.hypot(36, 24) * focal / equivalent
        width = diagonal * wide / math.hypot(wide, high)
        source = "the focal length and its equivalent on 36 mm"
    tell("sensor_width_mm", round(width, 1), source)
    tell("sensor_height_mm", round(width * high / wide, 1), source)


def _lens(found: dict[str, str], tell: Any) -> None:
    tell("lens_name", _text(found.get("Exif.Photo.LensModel")), "the lens's name in the file")
    ends = [_number(part) for part in found.get("Exif.Photo.LensSpecification", "").split()]
    if len(ends) == 4:
        for name, value in zip(("focal_min_mm", "focal_max_mm", "widest_short", "widest_long"), ends, strict=True):
            tell(name, value, "the lens's own figures in the file")
    focal = _number(_either(found, "FocalLength"))
    for name in ("focal_min_mm", "focal_max_mm"):
        tell(name, focal, "the only focal length seen so far")
