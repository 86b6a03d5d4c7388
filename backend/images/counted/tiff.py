"""The directories of a TIFF, and of raws that are built as one (TIFF 6.0; TIFF/EP; DNG 1.4)."""

from __future__ import annotations

import struct
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from images.bounds import LARGEST_BLOCK, MOST_BESIDE, MOST_BLOCKS, MOST_DIRECTORIES, MOST_ENTRIES
from images.values import MOST_PIXELS, Data, refused, sized, unreadable

BEGINS = (b"II*\x00", b"MM\x00*")
BYTES = {1: 1, 2: 1, 3: 2, 4: 4, 5: 8, 6: 1, 7: 1, 8: 2, 9: 4, 10: 8, 11: 4, 12: 8, 13: 4}
"""Bytes of a value by its type (TIFF 6.0, section 2; 13 of Technical Note 1)."""

CODES = {1: "B", 3: "H", 4: "I", 13: "I"}
WIDE, HIGH, BITS, PACKING, PARTS, ROWS = 256, 257, 258, 259, 277, 278
TILE_WIDE, TILE_HIGH = 322, 323
PLACES = frozenset({273, 279, 324, 325})
"""Where strips and tiles lie, and how long they are."""

OTHERS = (330, 34665, 34853)
"""Entries that lead to further directories: smaller pictures, the exposure, the place."""

UNPACKED = 1
OLD_JPEG = 6
NUMBERS = frozenset({WIDE, HIGH, BITS, PACKING, PARTS, ROWS, TILE_WIDE, TILE_HIGH, *OTHERS})

Directory = Mapping[int, tuple[int, ...]]


@dataclass(slots=True)
class _Counted:
    entries: int = 0
    beside: int = 0


def count(data: Data) -> None:
    """Refuse a TIFF, or a raw that is built as one, of which a directory cannot be read or asks for more than is given.

    Raises
    ------
    InputError : why, and what is accepted.
    """
    for directory in directories(data):
        _pictured(directory)


def finished(data: Data) -> tuple[int, int]:
    """The width and height of a TIFF that is counted and is no raw: of its first picture.

    Raises
    ------
    InputError : it has none that is read.
    """
    first = next(directories(data))
    wide, high = (first[name][0] if first.get(name) else 0 for name in (WIDE, HIGH))
    sized(wide, high)
    if first.get(PACKING) == (OLD_JPEG,):
        raise refused("the way in which this TIFF is packed is not read")
    return wide, high


def directories(data: Data) -> Iterator[Directory]:
    """Every directory, the first first, by the number of its entry: those that say how large things are, and how many places there are."""
    order = "<" if data[:2] == b"II" else ">"
    waiting, seen, counted = [_number(data, 4, 4, order)], set[int](), _Counted()
    while waiting:
        at = waiting.pop(0)
        if at == 0:
            continue
        if at in seen:
            raise unreadable()
        seen.add(at)
        if len(seen) > MOST_DIRECTORIES:
            raise refused(f"this file has more than {MOST_DIRECTORIES} lists of what is in it")
        found, after = _directory(data, at, order, counted)
        waiting += [after, *(place for name in OTHERS for place in found.get(name, ()))]
        yield found


def _number(data: Data, at: int, size: int, order: str) -> int:
    if at < 0 or at + size > len(data):
        raise unreadable()
    return int.from_bytes(data[at : at + size], "little" if order == "<" else "big")


def _directory(data: Data, at: int, order: str, counted: _Counted) -> tuple[dict[int, tuple[int, ...]], int]:
    entries = _number(data, at, 2, order)
    counted.entries += entries
    if counted.entries > MOST_ENTRIES:
        raise refused(f"this file has more than {MOST_ENTRIES} entries beside its picture")
    found: dict[int, tuple[int, ...]] = {}
    for k in range(entries):
        place = at + 2 + 12 * k
        name, kind, values = _number(data, place, 2, order), _number(data, place + 2, 2, order), _number(data, place + 4, 4, order)
        size = BYTES.get(kind, 1) * values
        counted.beside += size
        if counted.beside > MOST_BESIDE + 8 * MOST_BLOCKS:
            raise refused("this file has more beside its picture than is read")
        if name in NUMBERS or name in PLACES:
            if name in found:
                raise unreadable()
            found[name] = (values,) if name in PLACES else _values(data, place, kind, values, order)
    return found, _number(data, at + 2 + 12 * entries, 4, order)


def _values(data: Data, place: int, kind: int, values: int, order: str) -> tuple[int, ...]:
    """Whole numbers of an entry, which stand in it where they have room, else where it points."""
    code = CODES.get(kind)
    if code is None or values > MOST_DIRECTORIES:
        raise unreadable()
    size = BYTES[kind] * values
    at = place + 8 if size <= 4 else _number(data, place + 8, 4, order)
    if at + size > len(data):
        raise unreadable()
    return struct.unpack(f"{order}{values}{code}", data[at : at + size])


def _pictured(of: Directory) -> None:
    """Refuse a picture that is too large, or in pieces that are."""
    wide, high = (of[name][0] if of.get(name) else 0 for name in (WIDE, HIGH))
    if not wide or not high:
        return
    if wide * high > MOST_PIXELS:
        raise refused(f"this picture is {wide} by {high} pixels, {wide * high / 1e6:.0f} megapixels")
    bits, parts = max(of.get(BITS) or (1,)), (of.get(PARTS) or (1,))[0]
    packing = (of.get(PACKING) or (UNPACKED,))[0]
    if bits > 64 or parts > 16:
        raise refused("the numbers of this TIFF's pixels are not read")
    if TILE_WIDE in of or TILE_HIGH in of:
        across, down = (of[name][0] if of.get(name) else 0 for name in (TILE_WIDE, TILE_HIGH))
        block = across * down
    else:
        across, down = wide, min(high, (of.get(ROWS) or (high,))[0])
        block = 0 if packing == UNPACKED else across * down  # readers take as many rows of what is not packed as they like
    if not across or not down or any(of[name][0] > MOST_BLOCKS for name in PLACES if name in of):
        raise unreadable()
    if block * bits * parts > 8 * LARGEST_BLOCK:
        raise refused(f"this TIFF comes in pieces of {across} by {down} pixels, each of which must be held whole to read it")
