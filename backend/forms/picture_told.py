"""What one frame of a camera tells about its body and lens, read from the data that it wrote into the file."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from fractions import Fraction
from pathlib import Path
from typing import Any

from forms.problems import InputError, Problem

ACCEPTED = "a JPEG, TIFF, DNG or other raw file as the camera wrote it is accepted"
LARGEST_BYTES = 200_000_000
MM_PER_UNIT = {2: 25.4, 3: 10.0, 4: 1.0}
"""Millimetres in the unit of a focal-plane resolution (EXIF 2.32, tag FocalPlaneResolutionUnit)."""


@dataclass(frozen=True, slots=True)
class Told:
    """One figure that a frame tells: its value, and from which entry it follows."""

    value: float | str
    source: str


def read_frame(path: str) -> dict[str, Told]:
    """Figures by name: name, pixels_wide, pixels_high, sensor_width_mm, sensor_height_mm, lens_name, focal_min_mm,
    focal_max_mm, widest_short, widest_long, focal_mm, iso, time_s, aperture, distance_m, taken_at, utc_offset_min; of a raw bits, packing and raw_mb.
    What the frame does not tell is not there.

    Raises
    ------
    InputError : the file is not a picture, or holds no data about the exposure.
    """
    told = _read(path)
    if told is None:
        raise InputError([Problem("", f"this is not a picture that can be read: {ACCEPTED}")])
    if not set(told) - {"pixels_wide", "pixels_high"}:
        raise InputError([Problem("", f"this picture holds nothing about its camera: {ACCEPTED}")])
    return told


def figures_in(path: str) -> dict[str, float | str]:
    """The figures of a file that is read for its picture; nothing where it tells none."""
    return {name: one.value for name, one in (_read(path) or {}).items()}


def _read(path: str) -> dict[str, Told] | None:
    """What a file tells, None where nothing of it can be read."""
    import exiv2  # a C++ library, loaded only when a picture is given

    exiv2.LogMsg.setLevel(exiv2.LogMsg.Level.mute)
    try:
        image = exiv2.ImageFactory.open(path)
        image.readMetadata()
    except (exiv2.Exiv2Error, OSError):
        return None
    found = {datum.key(): datum.toString() for datum in image.exifData()}
    return figures_of(found, image.pixelWidth(), image.pixelHeight()) | _raw(path, found)


UNPACKED, LOSSY = "1", "34892"
"""Values of the tag Compression (TIFF 6.0; DNG 1.4) of counts as they are, and of counts of which some is thrown away."""

HARDLY, HALF = 0.97, 0.5
"""Size over bare bits from which a raw is not packed, and under which some of it has been thrown away (estimates)."""


def _raw(path: str, found: dict[str, str]) -> dict[str, Told]:
    """What a raw tells of its counts; nothing of any other file."""
    import rawpy  # LibRaw, loaded only when a picture is given

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
