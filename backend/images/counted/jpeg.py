"""A JPEG's frame, scans and segments (ITU-T T.81, annex B)."""

from __future__ import annotations

import re
from dataclasses import dataclass

from images.bounds import COEFFICIENTS, MOST_BESIDE, MOST_SCANS, MOST_SEGMENTS
from images.values import Data, refused, sized, unreadable

BEGINS = b"\xff\xd8\xff"
MARKER = re.compile(rb"\xff{1,8}([^\x00\xd0-\xd7\xff])", re.DOTALL)
"""A marker that is no restart, a little filled up."""

NEXT = re.compile(rb"\xff[^\x00\xd0-\xd7\xff]", re.DOTALL)
"""What ends a scan: the same without what fills it up, which is looked for sixteen times as fast. Within a scan these bytes are never met by chance (B.1.1.5)."""

FRAMES = frozenset(range(0xC0, 0xD0)) - {0xC4, 0xC8, 0xCC}
IN_SEVERAL_SCANS = frozenset({0xC2, 0xC6, 0xCA, 0xCE})
START_OF_SCAN, END = 0xDA, 0xD9
BLOCK_BYTES = 128
"""Sixty-four coefficients of two bytes (A.1.3)."""


@dataclass(slots=True)
class _Counted:
    segments: int = 0
    scans: int = 0
    beside: int = 0
    frame: tuple[int, bytes] | None = None

    def take(self, marker: int, body: bytes) -> None:
        """Count a segment in; raises where there are too many, or a second frame."""
        self.segments += 1
        self.scans += marker == START_OF_SCAN
        self.beside += len(body)
        if self.segments > MOST_SEGMENTS or self.beside > MOST_BESIDE:
            raise refused("this JPEG has more beside its picture than is read")
        if self.scans > MOST_SCANS:
            raise refused(f"this JPEG draws its picture more than {MOST_SCANS} times over")
        if marker in FRAMES:
            if self.frame is not None:
                raise unreadable()
            self.frame = marker, body


def count(data: Data) -> tuple[int, int]:
    """Pixels across and down of a JPEG that is whole, and asks for no more than is given.

    Raises
    ------
    InputError : why, and what is accepted.
    """
    at, found = 2, _Counted()
    while True:
        marker = MARKER.match(data, at)
        if marker is None:
            raise unreadable()
        kind, begins = marker[1][0], marker.end()
        if kind == END:
            break
        length = int.from_bytes(data[begins : begins + 2], "big")
        if length < 2 or begins + length > len(data):
            raise unreadable()
        found.take(kind, data[begins + 2 : begins + length])
        at = begins + length
        if kind == START_OF_SCAN:
            after = NEXT.search(data, at)
            if after is None:
                raise unreadable()
            at = after.start()
    if found.frame is None or not found.scans:
        raise unreadable()
    return _frame(*found.frame)


def _frame(kind: int, body: bytes) -> tuple[int, int]:
    parts = body[5] if len(body) > 5 else 0
    if not 1 <= parts <= 4 or len(body) < 6 + 3 * parts:
        raise unreadable()
    high, wide = int.from_bytes(body[1:3], "big"), int.from_bytes(body[3:5], "big")
    sized(wide, high)
    steps = [(body[7 + 3 * k] >> 4, body[7 + 3 * k] & 15) for k in range(parts)]
    if any(not (1 <= across <= 4 and 1 <= down <= 4) for across, down in steps):
        raise unreadable()
    if kind not in IN_SEVERAL_SCANS:
        return wide, high
    most_across, most_down = (max(step[k] for step in steps) for k in (0, 1))
    blocks = sum((wide * across / most_across / 8 + 1) * (high * down / most_down / 8 + 1) for across, down in steps)
    if blocks * BLOCK_BYTES > COEFFICIENTS:
        raise refused(f"this JPEG of {wide * high / 1e6:.0f} megapixels comes in several scans, all of which must be held to read it")
    return wide, high
