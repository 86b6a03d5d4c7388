"""The header of a Radiance picture (Ward 1994: lines to an empty one, then its size)."""

from __future__ import annotations

import re

from images.bounds import LONGEST_LINE
from images.values import MOST_FLOATS, Data, sized, unreadable

BEGINS = (b"#?RADIANCE", b"#?RGBE")
SIZE = re.compile(rb"-Y (\d{1,6}) \+X (\d{1,6})")
MOST_LINES = 100


def count(data: Data) -> tuple[int, int]:
    """The width and height of a Radiance picture, from the line after the first that is empty; refused where it has none.

    Raises
    ------
    InputError : why, and what is accepted.

    >>> count(b"#?RADIANCE\\nFORMAT=32-bit_rle_rgbe\\n\\n-Y 60 +X 90\\n")
    (90, 60)
    """
    lines = data[: MOST_LINES * LONGEST_LINE].split(b"\n")[:MOST_LINES]
    if b"" not in lines[:-2] or any(len(line) > LONGEST_LINE for line in lines[: lines.index(b"") + 1]):
        raise unreadable()
    size = SIZE.fullmatch(lines[lines.index(b"") + 1])
    if size is None:
        raise unreadable()
    wide, high = int(size[2]), int(size[1])
    sized(wide, high, MOST_FLOATS)
    return wide, high
