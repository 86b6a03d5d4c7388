"""The header of an OpenEXR picture (its open file layout, version 2)."""

from __future__ import annotations

import struct

from images.bounds import FLOATS_BYTES, MOST_CHANNELS, MOST_ENTRIES
from images.values import MOST_FLOATS, Data, refused, sized, unreadable

BEGINS = b"\x76\x2f\x31\x01"
TILED, LONG_NAMES, DEEP, PARTS = 0x200, 0x400, 0x800, 0x1000
BYTES = {0: 4, 1: 2, 2: 4}
"""Bytes of a number by its kind: whole, half and full precision."""

LARGEST_TILE = 4096


def count(data: Data) -> tuple[int, int]:
    """The width and height of an OpenEXR picture of one part; refused where it has more, or asks for more than is given.

    Raises
    ------
    InputError : why, and what is accepted.
    """
    flags = int.from_bytes(data[4:8], "little")
    if flags & 0xFF != 2:
        raise unreadable()
    if flags & (DEEP | PARTS):
        raise refused("an OpenEXR picture of several parts, or of several depths, is not read")
    told = _attributes(data)
    try:
        left, top, right, bottom = struct.unpack("<4i", told[b"dataWindow"])
        wide, high = right - left + 1, bottom - top + 1
        sized(wide, high, MOST_FLOATS)
        number = _channels(told[b"channels"])
        if flags & TILED and not all(1 <= side <= LARGEST_TILE for side in struct.unpack("<2I", told[b"tiles"][:8])):
            raise refused(f"this picture comes in tiles of more than {LARGEST_TILE} pixels")
    except (KeyError, struct.error, IndexError):
        raise unreadable() from None
    if number * wide * high > FLOATS_BYTES:
        raise refused("this picture has more channels than are read at its size")
    return wide, high


def _attributes(data: Data) -> dict[bytes, bytes]:
    """Attributes by name, up to the empty name that ends them."""
    at, found = 8, dict[bytes, bytes]()
    while data[at : at + 1] != b"\0":
        name, kind = data.find(b"\0", at, at + 256), 0
        kind = data.find(b"\0", name + 1, name + 257)
        size = int.from_bytes(data[kind + 1 : kind + 5], "little")
        ends = kind + 5 + size
        if name < 0 or kind < 0 or ends >= len(data) or data[at:name] in found or len(found) >= MOST_ENTRIES:
            raise unreadable()
        found[data[at:name]] = data[kind + 5 : ends]
        at = ends
    return found


def _channels(listed: bytes) -> int:
    """Bytes of a pixel, all its channels together; each is as fine as the picture."""
    at, number, channels = 0, 0, 0
    while listed[at] != 0:
        name = listed.find(b"\0", at)
        kind, across, down = struct.unpack("<I4x2I", listed[name + 1 : name + 17] if name >= 0 else b"")
        channels += 1
        if channels > MOST_CHANNELS:
            raise refused(f"this picture has more than {MOST_CHANNELS} channels")
        if (across, down) != (1, 1) or kind not in BYTES:
            raise unreadable()
        number += 4  # each is led to full precision
        at = name + 17
    return number
