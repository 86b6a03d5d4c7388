"""A simulated frame as files that other programs open: a JPEG with its exposure written in, and a raw in the open DNG form.

Both say in themselves that they were simulated. What makers write for themselves is left out.
"""

from __future__ import annotations

import io
import math
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache

import numpy as np

from craft.decisions.facts import INFINITY_M
from craft.render.develop import Bytes
from craft.render.expose import frame
from craft.render.picture import Look, as_jpeg, picture
from craft.render.shot import Shot
from craft.scales.series import Dial, as_dialled
from craft.stage.colour import Pixels
from craft.tones.framing import View
from craft.vocabulary.terms import Mode
from craft.white.response import gains_of, xyz_to_numbers
from images.told import PROGRAMS

JPEG_WIDTH, DNG_WIDTH = 1600, 2400
"""Pixels across; fewer where the sensor has fewer. A raw of all pixels would take minutes to count."""

SOFTWARE = "Wide Aperture, a simulated frame"
BITS, BLACK = 14, 512
"""Bits of the raw, and the level of no light in it."""

UNDER = BLACK / (2**BITS - 1 - BLACK)
"""Room under no light, as a share of what lies over it."""

LEAST_NEUTRAL = 1 / 80
"""The least of a channel in the light that is neutral, against the most: under a hundredth LibRaw takes its gain for nought."""

SHORT_S = 0.3
"""Times under this are written as one over something."""

BY_MODE = {mode: program for program, mode in PROGRAMS.items()} | {Mode.TIMED: "1"}
"""ExposureProgram of a mode (EXIF 2.32); a held release is manual to it."""

SRGB_D65 = 21
"""CalibrationIlluminant1: D65 (DNG 1.4)."""


@dataclass(frozen=True, slots=True)
class Written:
    """What a file says of its frame besides the exposure: names of body and lens, when it was taken by the clock there, that clock's minutes before UTC's where they are known, the mode that it was exposed in, and its compensation in stops."""

    body: str
    lens: str
    taken_at: str
    utc_offset_min: int | None = None
    mode: Mode = Mode.MANUAL
    compensation_ev: float = 0.0

    @property
    def program(self) -> str:
        """The mode as EXIF has it."""
        return BY_MODE.get(self.mode, "0")

    @property
    def compensation(self) -> Fraction:
        """The compensation as EXIF has it."""
        return Fraction(self.compensation_ev).limit_denominator(100)

    @property
    def offset(self) -> str:
        """The same as EXIF has it, such as +05:45; empty where nobody said."""
        if self.utc_offset_min is None:
            return ""
        hours, minutes = divmod(abs(self.utc_offset_min), 60)
        return f"{'-' if self.utc_offset_min < 0 else '+'}{hours:02}:{minutes:02}"


def _rational(value: float) -> Fraction:
    """A value as EXIF has it: what is one over a whole number as that."""
    over = round(1 / value) if value else 0
    return Fraction(1, over) if over and abs(1 / value - over) < 1e-6 * over else Fraction(value).limit_denominator(1000)


def _time(shot: Shot) -> Fraction:
    """The time as its dial prints it; a short one off the dial as the nearest one over something."""
    value = as_dialled(Dial.TIME, -math.log2(shot.time_s))
    part = _rational(value)
    return part if value >= SHORT_S or abs(part - value) < 1e-9 else Fraction(1, round(1 / value))


def _iso(shot: Shot) -> int:
    """ISO as its dial prints it; EXIF holds no more than 16 bits of it."""
    return min(65535, round(as_dialled(Dial.ISO, shot.iso_stops)))


def _aperture(shot: Shot) -> float:
    """The f-number as its ring prints it."""
    return round(as_dialled(Dial.APERTURE, 2 * math.log2(shot.aperture)), 2)


def _said(value: float) -> str:
    part = _rational(value)
    return f"{part.numerator}/{part.denominator}"


def _entries(shot: Shot, written: Written, pixels: tuple[int, int]) -> dict[str, str]:
    equivalent = shot.focal_mm * math.hypot(36, 24) / math.hypot(shot.width_mm, shot.height_mm)
    per_mm = Fraction(pixels[0] / shot.width_mm).limit_denominator(1000)
    focal_plane = f"{per_mm.numerator}/{per_mm.denominator}"
    return {
        "Exif.Image.Model": written.body,
        "Exif.Image.Software": SOFTWARE,
        "Exif.Image.DateTime": written.taken_at,
        "Exif.Photo.ExifVersion": "48 50 51 50",
        "Exif.Photo.ExposureTime": "{0.numerator}/{0.denominator}".format(_time(shot)),
        "Exif.Photo.FNumber": _said(_aperture(shot)),
        "Exif.Photo.ISOSpeedRatings": str(_iso(shot)),
        "Exif.Photo.ExposureProgram": written.program,
        "Exif.Photo.ExposureBiasValue": f"{written.compensation.numerator}/{written.compensation.denominator}",
        "Exif.Photo.WhiteBalance": "0" if shot.automatic else "1",
        "Exif.Photo.DateTimeOriginal": written.taken_at,
        "Exif.Photo.OffsetTimeOriginal": written.offset,
        "Exif.Photo.SubjectDistance": _said(shot.focus_m) if shot.focus_m < INFINITY_M else "",
        "Exif.Photo.FocalLength": _said(shot.focal_mm),
        "Exif.Photo.FocalLengthIn35mmFilm": str(round(equivalent)),
        "Exif.Photo.LensModel": written.lens,
        "Exif.Photo.PixelXDimension": str(pixels[0]),
        "Exif.Photo.PixelYDimension": str(pixels[1]),
        "Exif.Photo.FocalPlaneXResolution": focal_plane,
        "Exif.Photo.FocalPlaneYResolution": focal_plane,
        "Exif.Photo.FocalPlaneResolutionUnit": "4",
    }


def jpeg_of(shot: Shot, written: Written, width: int = JPEG_WIDTH) -> bytes:
    """The finished file of a frame, without marks, with its exposure, lens, body, distance and time in EXIF 2.32."""
    return finished_file(picture(shot, Look.FINDER, min(width, round(shot.used_pixels)), marks=False), shot, written)


def finished_file(pixels: Bytes, shot: Shot, written: Written) -> bytes:
    """Pixels as a finished file of a frame, (h, w, 3)."""
    import exiv2  # a C++ library, loaded only when a file is asked for

    image = exiv2.ImageFactory.open(as_jpeg(pixels))
    image.readMetadata()
    told = exiv2.ExifData()
    for key, value in _entries(shot, written, (pixels.shape[1], pixels.shape[0])).items():
        if value:
            told[key] = value
    image.setExifData(told)
    image.writeMetadata()
    return bytes(image.io().mmap())


@lru_cache(16)
def sidecar_of(rating: int) -> bytes:
    """A sidecar of metadata with a rating (XMP, ISO 16684-1): 1 to 5, -1 thrown away."""
    import exiv2

    told = exiv2.XmpData()
    told["Xmp.xmp.Rating"] = str(rating)
    return str(exiv2.XmpParser.encode(told)[1]).encode()


def mosaic_of(shot: Shot, width: int) -> Pixels:
    """The raw of a frame through a mosaic of red, green, green and blue, as shares of the clip, (h, w); sides are even.

    Noise goes under no light, as far as the counts of a file have room for it: else deep shadows would read too bright.
    """
    width = min(width, round(shot.used_pixels)) // 2 * 2
    height = max(2, round(width * shot.height_mm / shot.width_mm)) // 2 * 2
    raw = frame(replace(shot, joined=0.0), View(width, height, float(width)), under=UNDER)
    plane = np.empty((height, width), np.float32)
    for row, column, channel in ((0, 0, 0), (0, 1, 1), (1, 0, 1), (1, 1, 2)):
        plane[row::2, column::2] = raw[row::2, column::2, channel]
    return plane


def counts_of(shot: Shot, width: int = DNG_WIDTH) -> np.ndarray:
    """The raw's counts, (h, w) of 16 bits: black at `BLACK`, full at the most that its bits hold."""
    white = 2**BITS - 1
    return np.asarray(np.round(mosaic_of(shot, width) * (white - BLACK)) + BLACK, np.uint16)


def dng_of(shot: Shot, written: Written, width: int = DNG_WIDTH, counts: np.ndarray | None = None) -> bytes:
    """The raw of a frame as a linear mosaic in a DNG 1.4 file (the open specification), with the exposure in TIFF/EP's own tags; counts: of something
    else than its scene."""
    import tifffile  # loaded only when a file is asked for

    counts = counts_of(shot, width) if counts is None else counts
    neutral = 1 / gains_of(shot.white_k, shot.white_tint)
    neutral = np.maximum(neutral / neutral.max(), LEAST_NEUTRAL)  # over full, and under this, readers take a channel for none
    matrix = [(round(float(value) * 10000), 10000) for value in xyz_to_numbers().ravel()]
    flat = [part for pair in matrix for part in pair]
    time, (aperture, focal) = _time(shot), (_rational(value) for value in (_aperture(shot), shot.focal_mm))
    tags: list[tuple[int, str | int, int, object, bool]] = [
        (50706, "B", 4, (1, 4, 0, 0), True),  # DNGVersion
        (50707, "B", 4, (1, 1, 0, 0), True),  # DNGBackwardVersion
        (50708, "s", 0, written.body or "simulated", True),  # UniqueCameraModel
        (272, "s", 0, written.body or "simulated", True),  # Model
        (306, "s", 0, written.taken_at, True),  # DateTime
        (33421, "H", 2, (2, 2), True),  # CFARepeatPatternDim
        (33422, "B", 4, (0, 1, 1, 2), True),  # CFAPattern: red, green, green, blue
        (50710, "B", 3, (0, 1, 2), True),  # CFAPlaneColor
        (50711, "H", 1, 1, True),  # CFALayout: rectangular
        (50713, "H", 2, (1, 1), True),  # BlackLevelRepeatDim
        (50714, "H", 1, BLACK, True),  # BlackLevel
        (50717, "H", 1, 2**BITS - 1, True),  # WhiteLevel
        (50721, "2i", 9, tuple(flat), True),  # ColorMatrix1
        (50728, "2I", 3, tuple(part for value in neutral for part in (round(float(value) * 10000), 10000)), True),  # AsShotNeutral
        (50778, "H", 1, SRGB_D65, True),  # CalibrationIlluminant1
        (33434, "2I", 1, (time.numerator, time.denominator), True),  # ExposureTime
        (33437, "2I", 1, (aperture.numerator, aperture.denominator), True),  # FNumber
        (34850, "H", 1, int(written.program), True),  # ExposureProgram
        (34855, "H", 1, _iso(shot), True),  # ISOSpeedRatings
        (37380, "2i", 1, (written.compensation.numerator, written.compensation.denominator), True),  # ExposureBiasValue
        (37386, "2I", 1, (focal.numerator, focal.denominator), True),  # FocalLength
        (36867, "s", 0, written.taken_at, True),  # DateTimeOriginal
        *([(36881, "s", 0, written.offset, True)] if written.offset else []),  # OffsetTimeOriginal
    ]
    out = io.BytesIO()
    tifffile.imwrite(out, counts, photometric=32803, software=SOFTWARE, extratags=tags, metadata=None)
    return out.getvalue()
