"""A PNG's chunks (ISO/IEC 15948, clause 11)."""

from __future__ import annotations

from images.bounds import MOST_BESIDE, MOST_CHUNKS, PACKED_BESIDE
from images.values import Data, refused, sized, unreadable

BEGINS = b"\x89PNG\r\n\x1a\n"
PACKED = (b"zTXt", b"iTXt", b"iCCP")
PARTS = {0: 1, 2: 3, 3: 1, 4: 2, 6: 4}
"""Numbers of a pixel by the kind of its colour (clause 11.2.1)."""


def count(data: Data) -> tuple[int, int]:
    """The width and height of a PNG; refused where it is not whole, or asks for more than is given.

    Raises
    ------
    InputError : why, and what is accepted.
    """
    head = data[8:33]
    if len(head) < 25 or head[:8] != b"\0\0\0\rIHDR":
        raise unreadable()
    wide, high, bits, colour = int.from_bytes(head[8:12], "big"), int.from_bytes(head[12:16], "big"), head[16], head[17]
    if bits not in (1, 2, 4, 8, 16) or colour not in PARTS:
        raise unreadable()
    sized(wide, high)
    at, chunks, beside, packed = 33, 0, 0, 0
    while (name := data[at + 4 : at + 8]) != b"IEND":
        length = int.from_bytes(data[at : at + 4], "big")
        chunks += 1
        beside += length if name != b"IDAT" else 0
        packed += length if name in PACKED else 0
        if len(name) < 4 or at + 12 + length > len(data) or name == b"IHDR":
            raise unreadable()
        if chunks > MOST_CHUNKS or beside > MOST_BESIDE or packed > PACKED_BESIDE:
            raise refused("this PNG has more beside its picture than is read")
        if name == b"acTL":
            raise refused("this is a moving picture")
        at += 12 + length
    return wide, high
