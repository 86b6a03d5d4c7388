"""The files of a zip that was counted: an outing, a list of its pictures, and the light of each as it was packed."""

from __future__ import annotations

import zipfile
import zlib
from collections.abc import Iterator
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray
from pydantic import ValidationError

from forms.problems import InputError
from forms.reading import read_json
from images.bundle import LIST, OUTING, PictureEntry, entries_of
from images.counted import archive, png
from images.counted.archive import wrong
from images.values import ACROSS, looked_at

LARGEST_OUTING, LARGEST_ENTRIES, LARGEST_LIGHT = 4_000_000, 400_000, 16_000_000
"""Bytes as unpacked; of one picture's light: four half-precision numbers for each of its pixels come to five million at most."""

BROKEN = (zipfile.BadZipFile, zlib.error, NotImplementedError, RuntimeError, EOFError, OSError)
"""Ways in which an entry of a damaged zip cannot be read."""


def _unpacked(file: zipfile.ZipFile, name: str, largest: int, called: str) -> bytes:
    try:
        info = file.getinfo(name)
        if info.file_size > largest:
            raise wrong(f"{called} in this zip is larger than {largest // 1000} kB")
        with file.open(info) as entry:
            data = entry.read(largest + 1)
    except (KeyError, *BROKEN):
        raise wrong(f"{called} is not to be read in this zip") from None
    return data


def _levels(data: bytes, entry: PictureEntry) -> NDArray[Any]:
    """The numbers of a PNG that holds light, as it is kept."""
    called = f"the light of “{entry.name}”"
    try:
        wide, high = png.count(data) if data.startswith(png.BEGINS) else (0, 0)
        if not 0 < max(wide, high) <= ACROSS:
            raise wrong(f"{called} is larger than what is kept, or no PNG")
        pixels = cv2.imdecode(np.frombuffer(data, np.uint8), cv2.IMREAD_UNCHANGED)
    except (InputError, cv2.error):
        raise wrong(f"{called} cannot be read, or is larger than what is kept") from None
    if pixels is None:
        raise wrong(f"{called} cannot be read")
    return np.asarray(pixels)


def unpacked(path: str) -> Iterator[bytes | NDArray[Any]]:
    """The outing and the list of pictures as they stand there, then the levels of each picture in the order of the list.

    Raises
    ------
    InputError : it is none of ours, is damaged, or holds more than is accepted.
    """
    with looked_at(path) as data:
        archive.count(data)
    try:
        opened = zipfile.ZipFile(path)
    except (ValueError, *BROKEN):
        raise wrong("this is not a whole zip") from None
    with opened as file:
        yield _unpacked(file, OUTING, LARGEST_OUTING, OUTING)
        listed = _unpacked(file, LIST, LARGEST_ENTRIES, LIST)
        yield listed
        try:
            entries = entries_of(read_json(listed))
        except ValidationError:
            return  # whoever asked reads the same list, and says what is wrong with it
        for entry in entries:
            yield _levels(_unpacked(file, entry.file, LARGEST_LIGHT, f"the light of “{entry.name}”"), entry)
