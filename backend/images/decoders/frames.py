"""A frame that came back: what its file tells of it, a small picture, and what is measured in that; the file itself is kept nowhere."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import cv2
import numpy as np
import rawpy
from numpy.typing import NDArray

from craft.review.measured import MIDDLE, Levels, Measured, measured, measured_file, small_of
from craft.tones.own import RAW_FULL
from craft.white.screen import encoded
from forms.problems import InputError
from images.counted import count, jpeg, tiff
from images.decoders.figures import entries_of, figures_with, metadata_of
from images.decoders.light import KINDS, NEARLY_FULL, is_raw, light_of, tiff_levels
from images.detail import detail_of
from images.told import PROGRAMS
from images.values import LEAST_SIDE, RATED, REJECTED, CameBack, Data, Detail, looked_at, refused, unreadable

LARGE_INSIDE = 0.9
"""Share of a raw's own pixels across that the picture within it has, where its sharpness is that of the frame."""

MOST_WHOLE = 40_000_000
"""Pixels of a JPEG that is read pixel by pixel; a larger one at half of that, since a part of it would not do."""

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
    with looked_at(path) as data:
        count(data)
        found = _finished(path, data)
    metadata = metadata_of(path)
    told, rating = _told(path, metadata), rating_in(metadata)
    if found is None:
        return _raw(path, told, rating)
    small = small_of(found.levels)
    detail = detail_of(found.levels, found.times) if found.times else None
    return _came("finished", told, (found.wide, found.high), small, measured_file(small), rating, detail)


def _came(
    kind: str, told: dict[str, float | str], size: tuple[int, int], small: Levels, seen: Measured, rating: int | None, detail: Detail | None
) -> CameBack:
    balance = None if seen.balance is None else (seen.balance.red, seen.balance.blue)
    return CameBack(kind, told, *size, small, seen.mean_stops, seen.full, seen.burnt, rating, detail, balance)


@dataclass(frozen=True, slots=True)
class _Finished:
    """Levels of a finished picture, (h, w, 3); wide, high: of its file; times: pixels of the file to one of the levels, 0 where they are fewer than can be judged."""

    levels: Levels
    wide: int
    high: int
    times: int = 0


PART, PROGRAM, WHITE, STARS = "Exif.Photo.SubSecTimeOriginal", "Exif.Photo.ExposureProgram", "Exif.Photo.WhiteBalance", "Exif.Image.Rating"

WHITES = {"0": "automatic", "1": "set"}
"""What WhiteBalance stands for (EXIF 2.32)."""


def _told(path: str, metadata: Any) -> dict[str, float | str]:
    """Figures of the frame's file, with the parts of a second at which it was taken, its mode, and by whom its white was chosen."""
    told = figures_with(path, metadata)
    if metadata is None:
        return told
    own = entries_of(metadata, (PART, PROGRAM, WHITE))
    part = own.get(PART, "").strip()
    if part.isdecimal() and len(part) <= 6:
        told["part_s"] = int(part) / 10 ** len(part)
    if (mode := PROGRAMS.get(own.get(PROGRAM, ""))) is not None:
        told["mode"] = mode.value
    if (white := WHITES.get(own.get(WHITE, ""))) is not None:
        told["white"] = white
    return told


def rating_in(metadata: Any) -> int | None:
    """How a file, or one that lies beside it, says that its frame was rated; None where it does not."""
    if metadata is None:
        return None
    stars = [one.toString() for one in metadata.xmpData() if one.key() == "Xmp.xmp.Rating"]
    stars += entries_of(metadata, (STARS,)).values()
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
    return rating_in(metadata_of(path))


def _times(pixels: int) -> int:
    """By how much a JPEG is made smaller as it is read, so that it can be held."""
    return 1 if pixels <= MOST_WHOLE else 2


def _jpeg(size: tuple[int, int], read: Callable[[int], Any]) -> _Finished:
    """A counted JPEG as it is held; read: by how it is read, as OpenCV calls that."""
    times = _times(size[0] * size[1])
    try:
        pixels = read(cv2.IMREAD_COLOR_RGB if times == 1 else cv2.IMREAD_REDUCED_COLOR_2)
    except cv2.error as error:
        if error.code == cv2.Error.StsNoMem:
            raise MemoryError from None
        raise unreadable() from None
    if pixels is None:
        raise unreadable()
    return _Finished(np.asarray(pixels if times == 1 else cv2.cvtColor(pixels, cv2.COLOR_BGR2RGB), np.uint8), *size, times)


def _finished(path: str, data: Data) -> _Finished | None:
    """The levels of a finished picture, or of the one that a raw carries; None where there is only the raw."""
    if data[:12].startswith(jpeg.BEGINS):
        return _jpeg(jpeg.count(data), lambda how: cv2.imread(path, how))
    kind = next((kind for kind in KINDS if data[:12].startswith(kind.begins)), None)
    if kind is not None:
        if kind.finished is None:
            raise refused("a frame of a camera is a JPEG, a TIFF, a PNG or a raw")
        return _Finished(*kind.finished(path, data))
    if data[:4] in tiff.BEGINS and not is_raw(path):
        return _Finished(*tiff_levels(path, data))
    return _carried(path)


def _carried(path: str) -> _Finished | None:
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
        found = _jpeg(jpeg.count(thumb.data), lambda how: cv2.imdecode(np.frombuffer(thumb.data, np.uint8), how))
    except InputError:
        return None
    if min(found.levels.shape[:2]) < LEAST_SIDE:
        return None
    turned = np.ascontiguousarray(np.rot90(found.levels, TURNS.get(sizes.flip, 0)))
    whole = found.times * max(found.levels.shape[:2]) >= LARGE_INSIDE * max(sizes.width, sizes.height)
    return _Finished(turned, int(sizes.width), int(sizes.height), found.times if whole else 0)


def _raw(path: str, told: dict[str, float | str], rating: int | None) -> CameBack:
    """A raw that carries no picture: its counts, white as the camera set it, exposed as they are."""
    found = light_of(path)
    light = found.light.pixels
    seen = measured(light * np.float32(MIDDLE), light >= RAW_FULL * NEARLY_FULL)
    return _came("raw", told, (found.wide, found.high), small_of(_as_screen(light)), seen, rating, None)


def _as_screen(light: NDArray[np.float32]) -> Levels:
    """Light, the middle tone 1, as a screen shows it (IEC 61966-2-1)."""
    shown = np.clip(light * np.float32(MIDDLE), 0, 1)
    return np.asarray(np.round(255 * encoded(shown)), np.uint8)


def told_of(found: CameBack) -> tuple[dict[str, Any], dict[str, NDArray[Any]]]:
    """A frame in numbers and texts, and its pictures."""
    names = ("kind", "told", "wide", "high", "mean_stops", "full", "burnt", "rating", "balance")
    about = {name: getattr(found, name) for name in names}
    if found.detail is None:
        return about, {"small": found.small}
    fine = {name: getattr(found.detail, name) for name in ("place", "times", "how", "soft_px", "focus_px", "smear_px", "smear_deg")}
    return about | {"detail": fine}, {"small": found.small, "detail": found.detail.levels}
