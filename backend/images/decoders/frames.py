"""A frame that came back: what its file tells of it, a small picture, and what is measured in that; the file itself is kept nowhere."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import cv2
import exiv2
import numpy as np
import rawpy
from numpy.typing import NDArray

from craft.review.measured import MIDDLE, SMALL_PX, Levels, Measured, measured, measured_file, small_of
from craft.tones.own import RAW_FULL
from forms.problems import InputError
from images.counted import count, jpeg, tiff
from images.decoders.figures import figures_in
from images.decoders.light import KINDS, NEARLY_FULL, is_raw, jpeg_levels, light_of, tiff_levels
from images.values import LEAST_SIDE, RATED, REJECTED, CameBack, Data, looked_at, refused

LARGE_INSIDE = 500_000
"""Bytes of a picture within a raw from which it is read at a quarter of its size."""

TURNS = {3: 2, 5: 1, 6: 3}
"""Quarter turns to the left by which a raw was held, as LibRaw tells it."""

LARGEST_SIDECAR = 256_000
SIDECAR = (b"<?xpacket", b"<x:xmpmeta", b"<?xml", b"\xef\xbb\xbf<")


def frame_of(path: str) -> CameBack:
    """A frame that came back, from its file.

    Raises
    ------
    InputError : the file is none that is accepted, is not whole, or asks for more than is given.
    """
    told = _told(path)
    with looked_at(path) as data:
        count(data)
        levels = _finished(path, data)
    if levels is None:
        return _raw(path, told)
    pixels, wide, high = levels
    return _came_back("finished", told, (wide, high), pixels, measured_file(pixels), rating_in(path))


def _came_back(
    kind: str, told: dict[str, float | str], size: tuple[int, int], levels: Levels, found: Measured, rating: int | None
) -> CameBack:
    return CameBack(kind, told, *size, small_of(levels), found.mean_stops, found.full, found.burnt, rating)


def _told(path: str) -> dict[str, float | str]:
    """Figures of the frame's file, with the parts of a second at which it was taken."""
    told = figures_in(path)
    part = _entry(path, "Exif.Photo.SubSecTimeOriginal")
    if part.isdecimal() and len(part) <= 6:
        told["part_s"] = int(part) / 10 ** len(part)
    return told


def _metadata(path: str) -> Any:
    """The metadata of a file; None where nothing of it can be read."""
    try:
        image = exiv2.ImageFactory.open(path)
        image.readMetadata()
    except (exiv2.Exiv2Error, OSError):
        return None
    return image


def _entry(path: str, name: str) -> str:
    image = _metadata(path)
    if image is None:
        return ""
    found = image.exifData()
    at = found.findKey(exiv2.ExifKey(name))
    return "" if at == found.end() else str(at.toString()).strip()


def rating_in(path: str) -> int | None:
    """How a file, or one that lies beside it, says that its frame was rated; None where it does not."""
    image = _metadata(path)
    if image is None:
        return None
    stars = [one.toString() for one in image.xmpData() if one.key() == "Xmp.xmp.Rating"]
    stars += [one.toString() for one in image.exifData() if one.key() == "Exif.Image.Rating"]
    return next((rating for one in stars if (rating := _stars(str(one))) is not None), None)


def _stars(text: str) -> int | None:
    try:
        stars = round(float(text))
    except (ValueError, OverflowError):
        return None
    return stars if stars == REJECTED or RATED[0] <= stars <= RATED[1] else None


def sidecar_rating(path: str) -> int | None:
    """The rating in a file of metadata that lies beside a frame's.

    Raises
    ------
    InputError : it is none, or too large.
    """
    data = Path(path).read_bytes() if Path(path).stat().st_size <= LARGEST_SIDECAR else b""
    if not data.lstrip().startswith(SIDECAR):
        raise refused("this is no sidecar of metadata (XMP) of at most 256 kB")
    return rating_in(path)


def _finished(path: str, data: Data) -> tuple[Levels, int, int] | None:
    """The levels of a finished picture, or of the one that a raw carries; None where there is only the raw."""
    if data[:12].startswith(jpeg.BEGINS):
        return jpeg_levels(path, data, SMALL_PX)
    kind = next((kind for kind in KINDS if data[:12].startswith(kind.begins)), None)
    if kind is not None:
        if kind.finished is None:
            raise refused("a frame of a camera is a JPEG, a TIFF, a PNG or a raw")
        return kind.finished(path, data)
    if data[:4] in tiff.BEGINS and not is_raw(path):
        return tiff_levels(path, data)
    return _carried(path)


def _carried(path: str) -> tuple[Levels, int, int] | None:
    """The picture that a raw carries, as the camera finished it: counted and read as any JPEG; None where it carries none of use."""
    try:
        with rawpy.RawPy() as raw:
            raw.open_file(path)
            thumb = raw.extract_thumb()
            sizes = raw.sizes
    except (rawpy.LibRawError, ValueError, OSError):
        return None
    if thumb.format != rawpy.ThumbFormat.JPEG or not isinstance(thumb.data, bytes) or not thumb.data.startswith(jpeg.BEGINS):
        return None
    try:
        jpeg.count(thumb.data)
        pixels = cv2.imdecode(
            np.frombuffer(thumb.data, np.uint8), cv2.IMREAD_REDUCED_COLOR_4 if len(thumb.data) > 500_000 else cv2.IMREAD_COLOR
        )
    except (InputError, cv2.error):
        return None
    if pixels is None or min(pixels.shape[:2]) < LEAST_SIDE:
        return None
    return np.rot90(np.asarray(pixels[..., ::-1], np.uint8), TURNS.get(sizes.flip, 0)), int(sizes.width), int(sizes.height)


def _raw(path: str, told: dict[str, float | str]) -> CameBack:
    """A raw that carries no picture: its counts, white as the camera set it, exposed as they are."""
    found = light_of(path)
    light = found.light.pixels
    seen = measured(light * np.float32(MIDDLE), light >= RAW_FULL * NEARLY_FULL)
    return _came_back("raw", told, (found.wide, found.high), _as_screen(light), seen, rating_in(path))


def _as_screen(light: NDArray[np.float32]) -> Levels:
    """Light, the middle tone 1, as a screen shows it (IEC 61966-2-1)."""
    shown = np.clip(light * np.float32(MIDDLE), 0, 1)
    return np.asarray(np.round(255 * np.where(shown <= 0.0031308, 12.92 * shown, 1.055 * shown ** (1 / 2.4) - 0.055)), np.uint8)


def told_of(found: CameBack) -> tuple[dict[str, Any], dict[str, NDArray[Any]]]:
    """A frame in numbers and texts, and its small picture."""
    names = ("kind", "told", "wide", "high", "mean_stops", "full", "burnt", "rating")
    return {name: getattr(found, name) for name in names}, {"small": found.small}
