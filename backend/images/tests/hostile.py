"""Files that lie, repeat, nest and end too early, hundreds of each format, made as they are asked for."""

from __future__ import annotations

import io
import random
import struct
import zipfile
import zlib
from collections.abc import Callable, Iterator

from craft.render.tests.shots import a_shot
from images.frame_files import dng_of
from images.tests.test_light import STILL, WRITTEN, as_exr, as_hdr, flat, saved

SIZES = (0, 1, 15, 16, 4096, 65535, 100_000, 2**31 - 1, 2**32 - 1)
Hostile = Iterator[bytes]


def _cut(data: bytes, step: int = 1) -> Hostile:
    """Ended at every length."""
    yield from (data[:length] for length in range(0, len(data), step))


def _swapped(data: bytes, places: tuple[int, ...], form: str) -> Hostile:
    """Numbers that say how large or how many, saying something else."""
    most = 2 ** (8 * struct.calcsize(form)) - 1
    for at in places:
        for value in SIZES:
            yield data[:at] + struct.pack(form, value & most) + data[at + struct.calcsize(form) :]


def jpegs() -> Hostile:
    """Frames of other sizes, two frames, scans and segments over and over."""
    plain, slow = saved("JPEG", flat(wide=32, high=32)), saved("JPEG", flat(wide=64, high=64), progressive=True)
    yield from _cut(plain, 3)
    for data in (plain, slow):
        frame = next(at for at in range(len(data)) if data[at : at + 2] in (b"\xff\xc0", b"\xff\xc2"))
        yield from _swapped(data, (frame + 2, frame + 5, frame + 7), ">H")
        for parts in range(256):
            yield data[: frame + 9] + bytes([parts]) + data[frame + 10 :]
        yield data[:frame] + data[frame : frame + 19] * 3 + data[frame + 19 :]
        scan = data.index(b"\xff\xda")
        yield data[:scan] + data[scan:-2] * 19_000 + data[-2:]
        yield data[:2] + (b"\xff\xe1\xff\xff" + b"\0" * 65533) * 2000 + data[2:]
        yield data[:2] + b"\xff\xfe\0\2" * 400_000 + data[2:]
        yield data[:scan] + b"\xff" * 3_000_000
        wide = data[: frame + 5] + struct.pack(">HH", 9500, 9500) + data[frame + 9 :]
        at = wide.index(b"\xff\xda")
        yield wide[:at] + wide[at:-2] * 60 + wide[-2:]


def _chunk(name: bytes, body: bytes) -> bytes:
    return struct.pack(">I", len(body)) + name + body + struct.pack(">I", zlib.crc32(name + body))


def pngs() -> Hostile:
    """Sizes that disagree with what follows, and texts that unpack without end."""
    plain = saved("PNG", flat(wide=32, high=32))
    yield from _cut(plain)
    bomb = zlib.compress(b"\0" * 200_000_000, 9)
    for wide in (16, 960, 10_000, 60_000):
        for high in (16, 960, 10_000, 2**31 - 1):
            for bits, colour, laced in ((8, 2, 0), (16, 6, 1), (1, 3, 0), (16, 0, 1), (8, 9, 0)):
                head = plain[:8] + _chunk(b"IHDR", struct.pack(">2I5B", wide, high, bits, colour, 0, 0, laced))
                yield head + _chunk(b"IDAT", bomb) + _chunk(b"IEND", b"")
                yield head + plain[33:]
    for more in (
        _chunk(b"tEXt", b"a\0" + b"b" * 1000) * 110_000,
        _chunk(b"zTXt", b"a\0\0" + bomb) * 40,
        _chunk(b"zTXt", b"Raw profile type exif\0\0" + bomb),
        _chunk(b"iCCP", b"a\0\0" + bomb),
        _chunk(b"iTXt", b"a\0\1\0\0\0" + bomb),
        _chunk(b"acTL", struct.pack(">2I", 2**31 - 1, 0)),
        plain[8:33],
    ):
        yield plain[:33] + more + plain[33:]
    for at in range(8, len(plain) - 4, 5):
        yield plain[:at] + b"\x7f\xff\xff\xff" + plain[at + 4 :]


def _tiff(*entries: tuple[int, int, int, int], body: bytes = b"", after: int = 0) -> bytes:
    """One directory behind the head: number, type, how many, value or place; then a body."""
    listed = b"".join(struct.pack("<HHII", *entry) for entry in entries)
    return b"II*\0" + struct.pack("<IH", 8, len(entries)) + listed + struct.pack("<I", after) + body


def _picture(
    wide: int, high: int, *more: tuple[int, int, int, int], bits: int = 8, parts: int = 1, packing: int = 5, body: bytes = b"\x80" * 99
) -> bytes:
    base = [(256, 4, 1, wide), (257, 4, 1, high), (258, 3, 1, bits), (259, 3, 1, packing), (262, 3, 1, 1), (277, 3, 1, parts)]
    named = {entry[0] for entry in more}
    place = 14 + 12 * (len(base) + len(more))
    return _tiff(*sorted([*(one for one in base if one[0] not in named), *((n, t, c, v or place) for n, t, c, v in more)]), body=body)


def tiffs() -> Hostile:
    """Pieces larger than their picture, one blob told a hundred times, directories in circles and in one another."""
    plain = saved("TIFF", flat(wide=16, high=16))
    yield from _cut(plain)
    strip = ((273, 4, 1, 0), (279, 4, 1, 99))
    for packing in (1, 5, 6, 7, 8, 32773, 34712, 50000):
        for wide, high in ((64, 64), (10_000, 10_000), (60_000, 60_000), (2**32 - 1, 16), (0, 64)):
            yield _picture(wide, high, *strip, packing=packing)
            yield _picture(wide, high, *strip, (278, 4, 1, 2**32 - 1), packing=packing, bits=16, parts=4)
            for tile in (0, 16, 16_000, 2**31):
                tiles = ((322, 4, 1, tile), (323, 4, 1, tile), (324, 4, 1, 0), (325, 4, 1, 99))
                yield _picture(wide, high, *tiles, packing=packing)
    for bits, parts in ((64, 1), (65, 1), (32, 60_000), (1, 1), (16, 17)):
        yield _picture(9000, 9000, *strip, bits=bits, parts=parts)
    shared = b"x" * 6_000_000
    yield _picture(64, 64, *strip, *((700 + k, 7, len(shared), 0) for k in range(100)), body=shared)
    yield _picture(64, 64, *strip, *((40_000 + k, 2, 2**31, 0) for k in range(9)))
    yield _picture(64, 64, (273, 4, 2**30, 0), (279, 4, 2**30, 0))
    yield _picture(64, 64, *strip, (330, 4, 64, 0), body=struct.pack("<64I", *range(8, 520, 8)) * 99)
    yield _tiff((256, 4, 1, 64), (257, 4, 1, 64), after=8)
    yield b"II*\0" + struct.pack("<I", 8) + b"".join(struct.pack("<HI", 0, 14 + 6 * k) for k in range(60_000))
    yield _tiff(*((300, 1, 1, 0) for _ in range(65_000)))
    for at in range(8, len(plain) - 4, 2):
        yield plain[:at] + struct.pack("<I", 0xFFFFFFF0) + plain[at + 4 :]


def radiances() -> Hostile:
    """Two sizes, of which a reader might take either."""
    plain = as_hdr()
    yield from _cut(plain, 97)
    at = plain.index(b"-Y")
    for wide in SIZES:
        for high in SIZES:
            size = b"-Y %d +X %d\n" % (high, wide)
            yield plain[:at] + size + plain[at:].split(b"\n", 1)[1]
            for long in (97, 98, 99, 125, 126, 127, 128, 254, 255):
                head = b"#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n"
                yield head + b"#" * long + b"\n" + size + b"\n\n-Y 60 +X 90\n" + plain[at:].split(b"\n", 1)[1]
    for line in (b"-Y 1e9 +X 2\n", b"+X 99999 -Y 99999\n", b"-Y -5 +X 90\n", b"-Y 60 +X\n", b"\n", b"-Y 60 +X 90 -Y 60000 +X 60000\n"):
        yield plain[:at] + line + plain[at:]


def exrs() -> Hostile:
    """Windows of every size, parts and channels without end."""
    plain = as_exr()
    yield from _cut(plain, 61)
    for flags in (2, 3, 0x202, 0x802, 0x1002, 0x1202, 0x1802, 0xFFFF02):
        yield plain[:4] + struct.pack("<I", flags) + plain[8:]
    window = plain.index(b"dataWindow\0box2i\0") + 21
    for low in (-(2**31), -1, 0, 89, 2**31 - 1):
        for up in (-1, 15, 89, 20_000, 2**31 - 1):
            yield plain[:window] + struct.pack("<4i", low, low, up, up) + plain[window + 16 :]
    channels = plain.index(b"channels\0chlist\0") + 16
    size = int.from_bytes(plain[channels : channels + 4], "little")
    for number in (0, 1, 63, 9000):
        listed = b"".join(b"c%d\0" % k + struct.pack("<I4x2I", 2, 1, 1) for k in range(number)) + b"\0"
        yield plain[:channels] + struct.pack("<I", len(listed)) + listed + plain[channels + 4 + size :]
    for at in range(8, 400):
        yield plain[:at] + b"\xff\xff\xff\x7f" + plain[at + 4 :]


def raws() -> Hostile:
    """A raw, cut and with its figures changed."""
    plain = dng_of(a_shot("quay", **STILL), WRITTEN, 96)
    yield from _cut(plain, 131)
    for at in range(8, 500, 3):
        for value in (0, 0xFFFF, 0x7FFFFFFF):
            yield plain[:at] + struct.pack("<I", value) + plain[at + 4 :]
    rng = random.Random(3)
    for _ in range(200):
        yield rng.choice((b"II\x1a\0", b"MM\0+", b"\0\0\0\x18ftyp", b"")) + rng.randbytes(4000)


FORMATS: dict[str, Callable[[], Hostile]] = {
    "jpeg": jpegs,
    "png": pngs,
    "tiff": tiffs,
    "hdr": radiances,
    "exr": exrs,
    "raw": raws,
}


def zips(whole: bytes) -> Hostile:
    """Zips of one that is whole: cut, with more files than anybody reads, with pictures that are none or much larger."""
    yield from _cut(whole, max(1, len(whole) // 200))
    with zipfile.ZipFile(io.BytesIO(whole)) as file:
        held = {info.filename: file.read(info) for info in file.infolist()}
    light = next(name for name in held if name.startswith("pictures/"))
    large = saved("JPEG", flat(wide=8000, high=8000), quality=5)
    bomb = zlib.compress(b"\0" * 20_000_000, 9)
    head = b"\x89PNG\r\n\x1a\n" + _chunk(b"IHDR", struct.pack(">2I5B", 960, 640, 16, 6, 0, 0, 0))
    for other in (
        large,
        b"",
        b"x" * 100,
        head + _chunk(b"IDAT", bomb) + _chunk(b"IEND", b""),
        large[:100],
        saved("PNG", flat(wide=1600, high=1600)),
    ):
        yield _zip({**held, light: other})
    yield _zip({**held, **{f"x{k}": b"" for k in range(400_000 // 40)}})
    yield _zip({**held, "outing.json": b" " * 300_000_000})
    yield _zip({**held, "pictures.json": b"[" * 300_000})
    for at in range(len(whole) - 400, len(whole) - 4, 3):
        yield whole[:at] + b"\xff\xff\xff\xff" + whole[at + 4 :]


def _zip(files: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        for name, data in files.items():
            file.writestr(name, data)
    return out.getvalue()
