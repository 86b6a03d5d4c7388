"""A picture that was counted, as light: its pixels scaled down while they are read."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import cv2
import numpy as np
import OpenEXR
import rawpy
from numpy.typing import NDArray
from PIL import Image, ImageOps

from craft.stage.colour import Pixels
from craft.tones.own import RAW_ERROR, RAW_FULL, OwnLight, of_levels
from craft.white.screen import LUMINANCE
from forms.problems import InputError
from images.counted import count, jpeg, openexr, png, radiance, tiff
from images.decoders.figures import figures_in
from images.values import ACROSS, LEAST_SIDE, MOST_PIXELS, Brought, Data, looked_at, refused, sized, unreadable

cv2.utils.logging.setLogLevel(cv2.utils.logging.LOG_LEVEL_SILENT)  # what it has to say of broken files is said in words of our own
Image.MAX_IMAGE_PIXELS = None  # counted before it is opened

NEARLY_FULL = 0.985
"""Share of its white level from which a raw's pixel counts as full."""

Finished = tuple[NDArray[np.uint8], int, int]
Light = tuple[OwnLight, int, int]


def _small(wide: int, high: int) -> tuple[int, int]:
    times = min(1.0, ACROSS / max(wide, high))
    return max(LEAST_SIDE, round(wide * times)), max(LEAST_SIDE, round(high * times))


def _jpeg_levels(path: str, data: Data) -> Finished:
    """Decoded at a part of its size, as the format allows, then turned as the camera was held."""
    try:
        image: Any = Image.open(path, formats=("JPEG",))
        wide, high = image.size
        image.draft("RGB", _small(wide, high))
        image = ImageOps.exif_transpose(image.convert("RGB"))
        turned_wide, turned_high = image.size
        image = image.resize(_small(turned_wide, turned_high), reducing_gap=2.0)
    except (OSError, SyntaxError, ValueError, OverflowError, ZeroDivisionError, TypeError, KeyError):
        raise unreadable() from None
    return np.asarray(image, np.uint8), wide, high


def _read(path: str, into: NDArray[Any], how: int) -> NDArray[Any]:
    """The pixels of a file whose kind and size are known; into: where they have room, if they are what they are said to be."""
    try:
        pixels = cv2.imread(path, into, how)
    except cv2.error as error:
        if error.code == cv2.Error.StsNoMem:
            raise MemoryError from None
        raise unreadable() from None
    if pixels is None:
        raise unreadable()
    return np.asarray(pixels)


def _png(path: str, data: Data) -> Finished:
    """Decoded as a whole, then scaled down, each colour by itself where a fourth says how much is covered: what is covered counts as it is."""
    wide, high = png.count(data)
    size = _small(wide, high)
    try:
        image: Any = Image.open(path, formats=("PNG",))
        image.load()
        if image.mode.startswith("I"):  # sixteen bits of grey
            grey = np.asarray(image.resize(size)) >> 8
            return np.asarray(np.dstack([grey] * 3), np.uint8), wide, high
        if image.mode == "RGBA":
            image = Image.merge("RGB", [image.getchannel(name).resize(size, reducing_gap=2.0) for name in "RGB"])
        image = (image if image.mode == "RGB" else image.convert("RGB")).resize(size, reducing_gap=2.0)
    except (OSError, SyntaxError, ValueError, OverflowError, TypeError, KeyError, EOFError):
        raise unreadable() from None
    return np.asarray(image, np.uint8), wide, high


def tiff_levels(path: str, data: Data) -> Finished:
    """Decoded as a whole into eight bits, which a hundred megapixels leave room for, then scaled down."""
    wide, high = tiff.finished(data)
    pixels = _read(path, np.empty((high, wide, 3), np.uint8), cv2.IMREAD_COLOR)
    size = _small(pixels.shape[1], pixels.shape[0])
    return np.asarray(cv2.resize(pixels, size, interpolation=cv2.INTER_AREA)[..., ::-1], np.uint8), wide, high


def _centred(light: Pixels) -> Pixels:
    """Light of which no exposure is known: the mean of its stops is the middle tone (Reinhard and others 2002)."""
    light = np.nan_to_num(np.maximum(light, 0), nan=0.0, posinf=0.0)
    if not light.any():
        raise unreadable()
    seen = np.maximum(light @ LUMINANCE, light.max() * 2.0**-24)
    return np.asarray(np.clip(light / np.exp(np.log(seen).mean()), 2.0**-20, 2.0**20), np.float32)


def _float_file(light: Pixels, wide: int, high: int) -> Light:
    light = np.asarray(cv2.resize(light, _small(light.shape[1], light.shape[0]), interpolation=cv2.INTER_AREA), np.float32)
    return OwnLight("", "", _centred(light), np.zeros(light.shape[:2], np.float32), RAW_ERROR), wide, high


def _radiance(path: str, data: Data) -> Light:
    wide, high = radiance.count(data)
    pixels = _read(path, np.empty((high, wide, 3), np.float32), cv2.IMREAD_UNCHANGED)
    if pixels.ndim != 3 or pixels.shape != (high, wide, 3):
        raise unreadable()
    return _float_file(np.asarray(pixels[..., ::-1], np.float32), wide, high)


def _openexr(path: str, data: Data) -> Light:
    wide, high = openexr.count(data)
    try:
        with OpenEXR.File(path) as file:
            channels = file.channels()
            found = channels.get("RGB") or channels.get("RGBA")
            pixels = np.asarray(found.pixels[..., :3], np.float32) if found is not None else None
            if pixels is None and "Y" in channels:
                pixels = np.repeat(np.asarray(channels["Y"].pixels, np.float32)[..., None], 3, axis=2)
    except (RuntimeError, ValueError, KeyError, TypeError, IndexError, OSError):
        raise unreadable() from None
    if pixels is None or pixels.shape[:2] != (high, wide):
        raise refused("this picture has no red, green and blue")
    return _float_file(pixels, wide, high)


def _raw(path: str) -> Light:
    """A raw's counts led back to light: black taken off, each colour of its pattern scaled down by itself, white as the camera set it."""
    try:
        with rawpy.RawPy() as raw:
            raw.open_file(path)
            sized(raw.sizes.width, raw.sizes.height, MOST_PIXELS)
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
    except (rawpy.LibRawError, ValueError, OSError, NotImplementedError):  # the last of patterns that the library has no table of
        raise unreadable() from None


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
    light = np.asarray(cv2.transform(np.asarray(light, np.float32), _to_screen(raw.color_matrix)), np.float32)
    return OwnLight("", "", np.asarray(np.maximum(light, 2.0**-20), np.float32), unsure, RAW_ERROR)


def _to_screen(told: Any) -> Pixels:
    """From a raw's balanced numbers to linear red, green and blue, as the file states it; its numbers as they are where it does not."""
    matrix = np.asarray(told, np.float32)[:3, :3]
    neutral = np.allclose(matrix.sum(1), 1, atol=0.02)  # what is neutral stays so, or it is no such matrix
    return matrix if neutral else np.eye(3, dtype=np.float32)


@dataclass(frozen=True, slots=True)
class _Kind:
    """A kind of file: how it begins, and what reads it."""

    begins: tuple[bytes, ...]
    finished: Callable[[str, Data], Finished] | None = None
    light: Callable[[str, Data], Light] | None = None


KINDS: tuple[_Kind, ...] = (
    _Kind((jpeg.BEGINS,), finished=_jpeg_levels),
    _Kind((png.BEGINS,), finished=_png),
    _Kind(radiance.BEGINS, light=_radiance),
    _Kind((openexr.BEGINS,), light=_openexr),
)
"""Kinds by their first bytes. What begins as a TIFF may be one, or a raw; anything else may still be a raw."""


def _ev100(told: dict[str, float | str]) -> float | None:
    """EV at ISO 100 of the middle tone, by the exposure that the file tells: log2(N^2/t) - log2(ISO/100)."""
    time, aperture, iso = (told.get(name) for name in ("time_s", "aperture", "iso"))
    if not all(isinstance(value, float) and value > 0 for value in (time, aperture, iso)):
        return None
    ev = math.log2(float(aperture or 1) ** 2 / float(time or 1)) - math.log2(float(iso or 1) / 100)
    return ev if -30 <= ev <= 30 else None


def light_of(path: str) -> Brought:
    """A picture file as light, at most `ACROSS` pixels along its longer side.

    Memory stays bounded: a JPEG is decoded at a part of its size, other files of whole numbers into eight bits or two bytes a pixel.

    Raises
    ------
    InputError : the file is none that is accepted, is not whole, or is too large.
    """
    with looked_at(path) as data:
        count(data)
        told = figures_in(path)
        kind = next((kind for kind in KINDS if data[:12].startswith(kind.begins)), None)
        if kind is None and data[:4] in tiff.BEGINS and not is_raw(path):
            kind = _Kind(tiff.BEGINS, finished=tiff_levels)
        if kind is not None and kind.finished is not None:
            levels, wide, high = kind.finished(path, data)
            return Brought("finished", of_levels(levels), levels, _ev100(told), wide, high, told)
        if kind is not None and kind.light is not None:
            light, wide, high = kind.light(path, data)
            return Brought("light", light, None, None, wide, high, told)
    light, wide, high = _raw(path)
    return Brought("raw", light, None, _ev100(told), wide, high, told)


def is_raw(path: str) -> bool:
    """Whether what begins as a TIFF holds counts of a sensor rather than a picture."""
    try:
        with rawpy.RawPy() as raw:
            raw.open_file(path)
            return bool(raw.raw_type == rawpy.RawType.Flat and raw.num_colors >= 3)
    except (rawpy.LibRawError, ValueError, OSError):
        return False
