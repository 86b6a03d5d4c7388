"""What a file says of itself, from the very bytes that its decoder will read, counted before anything is decoded: one module a format."""

from __future__ import annotations

from images.counted import jpeg, openexr, png, radiance, tiff
from images.values import Data

COUNTED = (
    ((jpeg.BEGINS,), jpeg.count),
    ((png.BEGINS,), png.count),
    (radiance.BEGINS, radiance.count),
    ((openexr.BEGINS,), openexr.count),
    (tiff.BEGINS, tiff.count),
)
"""By how a file begins. What begins otherwise may be a raw of a form of its own, which nobody counts but its decoder."""


def count(data: Data) -> None:
    """Refuse a picture that asks for more than is given, by its first bytes.

    Raises
    ------
    InputError : why, and what is accepted.
    """
    begins = data[:12]
    for known, counted in COUNTED:
        if begins.startswith(known):
            counted(data)
