"""What files that people bring come to, and how much of them is accepted."""

from __future__ import annotations

import mmap
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from craft.tones.own import OwnLight
from forms.problems import InputError, Problem

Data = bytes | mmap.mmap
"""A file's bytes, looked at where they lie."""

ACROSS = 960
"""Pixels along the longer side of what is kept: as many as a rehearsed frame has."""

LARGEST_BYTES = 200_000_000
"""Bytes of a file that is looked at."""

MOST_PIXELS, MOST_FLOATS = 100_000_000, 20_000_000
"""Pixels of a file that are read: of whole numbers, and of light itself in floating point, which takes four times the room, and is held twice while it is read."""

LEAST_SIDE = 16

RATED, REJECTED = (1, 5), -1
"""Ratings as files have them: stars, and what was thrown away (XMP specification, part 2)."""

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


@dataclass(frozen=True, slots=True)
class Detail:
    """A piece of a frame, pixel by pixel, where it is sharpest, and the blur there (`craft.review.sharpness`). levels: (h, w, 3); place: its left, top, width and height, as shares of the frame;
    times: pixels of the file to one of it; how: what is smeared; soft_px, focus_px, smear_px: in pixels of the file, None where they are not told; smear_deg: from its long side to the top."""

    levels: NDArray[np.uint8]
    place: Sequence[float]
    times: int
    how: str
    soft_px: float | None
    focus_px: float | None
    smear_px: float | None
    smear_deg: float | None


@dataclass(frozen=True, slots=True)
class CameBack:
    """A frame that came back. told: figures by name; small: levels, (h, w, 3); mean_stops: its mean in stops from mid-grey; full: share at full white of red, green and blue;
    burnt: of any of them; rating: 1 to 5, -1 thrown away, None where nobody rated; detail: None of a kind of file that is not read pixel by pixel;
    balance: mean stops of red and blue over green (`craft.review.cast.Balance`), None where it has none."""

    kind: str
    told: dict[str, float | str]
    wide: int
    high: int
    small: NDArray[np.uint8]
    mean_stops: float
    full: Sequence[float]
    burnt: float
    rating: int | None
    detail: Detail | None = None
    balance: Sequence[float] | None = None


def refused(why: str) -> InputError:
    """That a picture cannot be read, and what can."""
    return InputError([Problem("", f"{why}: {ACCEPTED}")])


def unreadable() -> InputError:
    """That a picture is none, or damaged."""
    return refused("this is not a whole picture that can be read")


def sized(wide: int, high: int, most: int = MOST_PIXELS) -> None:
    """Refuse a picture that is too small to see a place in, or too large to be read."""
    if min(wide, high) < LEAST_SIDE:
        raise refused(f"this picture is {wide} by {high} pixels, too small to see a place in")
    if wide * high > most:
        raise refused(f"this picture is {wide} by {high} pixels, {wide * high / 1e6:.0f} megapixels")


@contextmanager
def looked_at(path: str) -> Iterator[Data]:
    """The bytes of a file, where they lie."""
    with Path(path).open("rb") as file:
        if not file.seek(0, 2):
            yield b""
            return
        with mmap.mmap(file.fileno(), 0, access=mmap.ACCESS_READ) as data:
            yield data
