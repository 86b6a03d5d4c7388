"""A picture file as light: what it is by its first bytes, its size before it is decoded, and its pixels scaled down while they are read."""

from __future__ import annotations

import math
import mmap
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from craft.stage.colour import LUMINANCE, Pixels
from craft.tones.own import RAW_ERROR, RAW_FULL, OwnLight, of_levels
from forms.picture_told import LARGEST_BYTES, figures_in
from forms.problems import InputError, Problem

cv2.utils.logging.setLogLevel(cv2.utils.logging.LOG_LEVEL_SILENT)  # what it has to say of broken files is said in words of our own

ACROSS = 960
"""Pixels along the longer side of what is kept: as many as a rehearsed frame has."""

MOST_PIXELS, MOST_FLOATS = 100_000_000, 25_000_000
"""Pixels of a file that are read: of whole numbers, and of light itself in floating point, which takes four times the room."""

LEAST_SIDE = 16
NEARLY_FULL = 0.985
"""Share of its white level from which a raw's pixel counts as full."""

ACCEPTED = (
    "a JPEG, PNG, TIFF, DNG or other raw file, a Radiance .hdr or an OpenEXR picture of at most "
    f"{MOST_PIXELS // 1_000_000} megapixels ({MOST_FLOATS // 1_000_000} of the last two) and {LARGEST_BYTES // 1_000_000} MB is accepted"
)


@dataclass(frozen=True, slots=True)
class Brought:
    """A picture that was brought. kind: finished, raw or light; levels: of a finished one, (h, w, 3); ev100: light of its middle tone where
    its exposure is known; wide, high: its own pixels; told: figures of its exposure."""

    kind: str
    light: OwnLight
    levels: NDArray[np.uint8] | None
    ev100: float | None
    wide: int
    high: int
    told: dict[str, float | str]

    @property
    def given(self) -> float | None:
        """Stops of light that the frame was given; None where nobody knows."""
        return None if self.ev100 is None else -self.ev100


def refused(why: str) -> InputError:
    """That a file cannot be read, and what can."""
    return InputError([Problem("", f"{why}: {ACCEPTED}")])


def _unreadable() -> InputError:
    return refused("this is not a whole picture that can be read")


def _sized(wide: int, high: int, most: int) -> None:
    if min(wide, high) < LEAST_SIDE:
        raise refused(f"this picture is {wide} by {high} pixels, too small to see a place in")
    if wide * high > most:
        raise refused(f"this picture is {wide} by {high} pixels, {wide * high / 1e6:.0f} megapixels")


def _small(wide: int, high: int) -> tuple[int, int]:
    times = min(1.0, ACROSS / max(wide, high))
    return max(LEAST_SIDE, round(wide * times)), max(LEAST_SIDE, round(high * times))


def _header(path: str, formats: tuple[str, ...]) -> Any:
    from PIL import Image, UnidentifiedImageError  # loaded only when somebody brings a picture

    Image.MAX_IMAGE_PIXELS = MOST_PIXELS  # from which on it warns; twice as many it refuses
    try:
        image = Image.open(path, formats=formats)
    except (UnidentifiedImageError, Image.DecompressionBombError, OSError, SyntaxError, ValueError, OverflowError):
        raise _unreadable() from None
    _sized(*image.size, MOST_PIXELS)
    return image


START_OF_SCAN, END = 0xDA, b"\xff\xd9"


def _is_whole_jpeg(path: str) -> bool:
    """Whether a JPEG's picture ends: whether one that is cut off may be read is a switch of the whole process, and not ours alone.

    Within a scan the end is never met by chance (ITU-T T.81, B.1.1.5); what comes before it are segments that tell their lengths.
    """
    with Path(path).open("rb") as file, mmap.mmap(file.fileno(), 0, access=mmap.ACCESS_READ) as data:
        at = 2
        while at + 4 <= len(data) and data[at] == 0xFF:
            if data[at + 1] == START_OF_SCAN:
                return data.find(END, at) >= 0
            at += 2 + int.from_bytes(data[at + 2 : at + 4], "big")
    return False


def _jpeg(path: str) -> tuple[NDArray[np.uint8], int, int]:
    """Decoded at a part of its size, as the format allows, then turned as the camera was held."""
    from PIL import ImageOps

    image = _header(path, ("JPEG",))
    if not _is_whole_jpeg(path):
        raise _unreadable()
    wide, high = image.size
    target = _small(wide, high)
    try:
        image.draft("RGB", target)
        image = ImageOps.exif_transpose(image.convert("RGB"))
        image = image.resize(_small(*image.size), reducing_gap=2.0)
    except (OSError, SyntaxError, ValueError, OverflowError, ZeroDivisionError, TypeError, KeyError):
        raise _unreadable() from None
    return np.asarray(image, np.uint8), wide, high


def _whole(path: str, formats: tuple[str, ...]) -> tuple[NDArray[np.uint8], int, int]:
    """Decoded as a whole into eight bits, which a hundred megapixels leave room for, then scaled down."""
    wide, high = _header(path, formats).size
    try:
        pixels = cv2.imread(path, cv2.IMREAD_COLOR)
    except cv2.error:
        pixels = None
    if pixels is None:
        raise _unreadable()
    size = _small(pixels.shape[1], pixels.shape[0])
    return np.asarray(cv2.resize(pixels, size, interpolation=cv2.INTER_AREA)[..., ::-1], np.uint8), wide, high


def _png(path: str) -> tuple[NDArray[np.uint8], int, int]:
    return _whole(path, ("PNG",))


def _tiff(path: str) -> tuple[NDArray[np.uint8], int, int]:
    return _whole(path, ("TIFF",))


def _centred(light: Pixels) -> Pixels:
    """Light of which no exposure is known: the mean of its stops is the middle tone (Reinhard and others 2002)."""
    light = np.nan_to_num(np.maximum(light, 0), nan=0.0, posinf=0.0)
    if not light.any():
        raise _unreadable()
    seen = np.maximum(light @ LUMINANCE, light.max() * 2.0**-24)
    return np.asarray(np.clip(light / np.exp(np.log(seen).mean()), 2.0**-20, 2.0**20), np.float32)


def _float_file(path: str, read: Callable[[str], tuple[Pixels, int, int]]) -> tuple[OwnLight, int, int]:
    light, wide, high = read(path)
    light = np.asarray(cv2.resize(light, _small(light.shape[1], light.shape[0]), interpolation=cv2.INTER_AREA), np.float32)
    return OwnLight("", "", _centred(light), np.zeros(light.shape[:2], np.float32), RAW_ERROR), wide, high


def _radiance(path: str) -> tuple[Pixels, int, int]:
    with Path(path).open("rb") as file:
        head = file.read(8192)
    lines = [line.split() for line in head.split(b"\n")]
    place = next((line for line in lines if len(line) == 4 and line[0] in (b"-Y", b"+Y") and line[2] in (b"+X", b"-X")), None)
    if place is None or not (place[1].isdigit() and place[3].isdigit() and len(place[1] + place[3]) < 16):
        raise _unreadable()
    wide, high = int(place[3]), int(place[1])
    _sized(wide, high, MOST_FLOATS)
    try:
        pixels = cv2.imread(path, cv2.IMREAD_UNCHANGED)
    except cv2.error:
        pixels = None
    if pixels is None or pixels.ndim != 3 or pixels.shape[2] != 3:
        raise _unreadable()
    return np.asarray(pixels[..., ::-1], np.float32), wide, high


def _openexr(path: str) -> tuple[Pixels, int, int]:
    import OpenEXR  # a C++ library, loaded only when such a picture is brought

    try:
        with OpenEXR.File(path, header_only=True) as file:
            low, up = file.header()["dataWindow"]
        wide, high = (int(up[k]) - int(low[k]) + 1 for k in (0, 1))
    except (RuntimeError, ValueError, KeyError, TypeError, IndexError, OSError):
        raise _unreadable() from None
    _sized(wide, high, MOST_FLOATS)
    try:
        with OpenEXR.File(path) as file:
            channels = file.channels()
            found = channels.get("RGB") or channels.get("RGBA")
            pixels = np.asarray(found.pixels[..., :3], np.float32) if found is not None else None
            if pixels is None and "Y" in channels:
                pixels = np.repeat(np.asarray(channels["Y"].pixels, np.float32)[..., None], 3, axis=2)
    except (RuntimeError, ValueError, KeyError, TypeError, IndexError, OSError, MemoryError):
        raise _unreadable() from None
    if pixels is None or pixels.shape[:2] != (high, wide):
        raise refused("this picture has no red, green and blue")
    return pixels, wide, high


def _raw(path: str) -> tuple[OwnLight, int, int]:
    """A raw's counts led back to light: black taken off, each colour of its pattern scaled down by itself, white as the camera set it."""
    import rawpy  # LibRaw, loaded only when a raw is brought

    try:
        with rawpy.RawPy() as raw:
            raw.open_file(path)
            _sized(raw.sizes.width, raw.sizes.height, MOST_PIXELS)
            raw.unpack()
            if (
                raw.raw_pattern is None
                or raw.raw_pattern.shape != (2, 2)
                or raw.raw_image_visible is None
                or raw.raw_image_visible.ndim != 2
            ):
                raise refused("the pattern of this raw is not read; the JPEG that the camera keeps beside it is")
            return _counts(raw), raw.sizes.width, raw.sizes.height
    except InputError:
        raise
    except (rawpy.LibRawError, ValueError, OSError, MemoryError):
        raise _unreadable() from None


def _counts(raw: Any) -> OwnLight:
    counts, white = raw.raw_image_visible, float(raw.white_level)
    wide, high = _small(counts.shape[1] // 2, counts.shape[0] // 2)  # no finer than each colour is
    colours, gains = raw.color_desc.decode(), raw.camera_whitebalance
    planes: dict[str, list[Pixels]] = {"R": [], "G": [], "B": []}
    unsure = np.zeros((high, wide), np.float32)
    for row in (0, 1):
        for column in (0, 1):
            index = int(raw.raw_pattern[row, column])
            black = float(raw.black_level_per_channel[index])
            plane = counts[row::2, column::2]
            share = cv2.resize(plane.astype(np.float32), (wide, high), interpolation=cv2.INTER_AREA)
            full = np.where(plane >= black + NEARLY_FULL * (white - black), np.uint8(255), np.uint8(0))
            unsure = np.maximum(unsure, cv2.resize(full, (wide, high), interpolation=cv2.INTER_AREA).astype(np.float32) / 255)
            gain = gains[index] / gains[1] if gains[index] > 0 and gains[1] > 0 else 1.0
            planes.setdefault(colours[index], []).append((share - black) / max(white - black, 1.0) * np.float32(gain))
    if not all(planes[name] for name in "RGB"):
        raise refused("this raw has other colours than red, green and blue")
    light = np.dstack([np.mean(planes[name], axis=0) for name in "RGB"]) * np.float32(RAW_FULL)
    return OwnLight("", "", np.asarray(np.maximum(light, 2.0**-20), np.float32), unsure, RAW_ERROR)


@dataclass(frozen=True, slots=True)
class _Kind:
    """A kind of file: how it begins, and what reads it."""

    begins: tuple[bytes, ...]
    finished: Callable[[str], tuple[NDArray[np.uint8], int, int]] | None = None
    light: Callable[[str], tuple[OwnLight, int, int]] | None = None


KINDS: tuple[_Kind, ...] = (
    _Kind((b"\xff\xd8\xff",), finished=_jpeg),
    _Kind((b"\x89PNG\r\n\x1a\n",), finished=_png),
    _Kind((b"#?RADIANCE", b"#?RGBE"), light=lambda path: _float_file(path, _radiance)),
    _Kind((b"\x76\x2f\x31\x01",), light=lambda path: _float_file(path, _openexr)),
)
"""Kinds by their first bytes. What begins as a TIFF may be one, or a raw; anything else may still be a raw."""

TIFF = (b"II*\x00", b"MM\x00*")


def _ev100(told: dict[str, float | str]) -> float | None:
    """EV at ISO 100 of the middle tone, by the exposure that the file tells: log2(N^2/t) - log2(ISO/100)."""
    time, aperture, iso = (told.get(name) for name in ("time_s", "aperture", "iso"))
    if not all(isinstance(value, float) and value > 0 for value in (time, aperture, iso)):
        return None
    ev = math.log2(float(aperture or 1) ** 2 / float(time or 1)) - math.log2(float(iso or 1) / 100)
    return ev if -30 <= ev <= 30 else None


def picture_light(path: str) -> Brought:
    """A picture file as light, at most `ACROSS` pixels along its longer side.

    Memory stays bounded: a JPEG is decoded at a part of its size, other files of whole numbers into eight bits or two bytes a pixel.

    Raises
    ------
    InputError : the file is none that is accepted, is not whole, or is too large.
    """
    with Path(path).open("rb") as file:
        begins = file.read(12)
    told = figures_in(path)
    kind = next((kind for kind in KINDS if begins.startswith(kind.begins)), None)
    if kind is None and begins.startswith(TIFF) and not _is_raw(path):
        kind = _Kind(TIFF, finished=_tiff)
    if kind is not None and kind.finished is not None:
        levels, wide, high = kind.finished(path)
        return Brought("finished", of_levels(levels), levels, _ev100(told), wide, high, told)
    if kind is not None and kind.light is not None:
        light, wide, high = kind.light(path)
        return Brought("light", light, None, None, wide, high, told)
    light, wide, high = _raw(path)
    return Brought("raw", light, None, _ev100(told), wide, high, told)


def _is_raw(path: str) -> bool:
    """Whether what begins as a TIFF holds counts of a sensor rather than a picture."""
    import rawpy

    try:
        with rawpy.RawPy() as raw:
            raw.open_file(path)
            return bool(raw.raw_type == rawpy.RawType.Flat and raw.num_colors >= 3)
    except (rawpy.LibRawError, ValueError, OSError):
        return False
