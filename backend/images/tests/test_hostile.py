"""Files made to take the server: each is read within its bounds or refused in words, and whatever becomes of its reader, others are read."""

from __future__ import annotations

import io
import json
import os
import random
import struct
import subprocess
import sys
import tempfile
import unittest
from collections import Counter
from collections.abc import Iterable
from contextlib import closing
from multiprocessing.connection import Connection
from pathlib import Path
from unittest import mock

import cv2
import numpy as np
import OpenEXR
import tifffile

from craft.render.tests.shots import a_shot
from craft.tones.own import of_levels
from demo.day import DAY
from forms.outing_form import OutingFile
from forms.problems import InputError
from images import bounds, reading
from images.bundle import PictureEntry, bundled
from images.counted import count
from images.counted.jpeg import NEXT
from images.frame_files import dng_of
from images.reading import GIVEN_UP, Reader, picture_light, unbundled
from images.store import as_bytes
from images.tests.hostile import FORMATS, zips
from images.tests.test_light import KINDS, STILL, WRITTEN, flat, saved

ROOM = Path(__file__).parents[2]
READS = """
import json, os, sys
from images import reader
from multiprocessing import Pipe

def most(): return int(next(line for line in open("/proc/self/status") if line.startswith("VmHWM")).split()[1])
here, there = Pipe()
for path in sys.argv[3:]: list(reader.TASKS[sys.argv[1]](path))
out = os.dup(1)
for told in (1, 2): os.dup2(os.open(os.devnull, os.O_WRONLY), told)
reader.limit()
before = most()
for name in sorted(os.listdir(sys.argv[2]), key=int):
    try:
        ends = [len(part.arrays) for part in reader.TASKS[sys.argv[1]](f"{sys.argv[2]}/{name}")] and "read"
    except reader.InputError as error:
        ends = error.problems[0].detail
    except MemoryError:
        ends = "memory"
    os.write(out, (json.dumps([int(name), ends, (most() - before) / 1024]) + "\\n").encode())
"""


def read_in_turn(task: str, files: Iterable[bytes], before: bytes | None = None) -> list[tuple[str, float]]:
    """How each file ended, and by how many MB memory had grown at the most; all of them within the limits of one."""
    with tempfile.TemporaryDirectory(dir="/dev/shm" if Path("/dev/shm").is_dir() else None) as folder:
        number = -1
        for number, data in enumerate(files):
            (Path(folder) / str(number)).write_bytes(data)
        with tempfile.NamedTemporaryFile() as first:
            first.write(before or b"")
            first.flush()
            command = [sys.executable, "-c", READS, task, folder, *([first.name] if before else [])]
            told = subprocess.run(
                command, cwd=ROOM, capture_output=True, text=True, check=False, env=os.environ | {"PYTHONPATH": str(ROOM)}
            )
    rows = [json.loads(line) for line in told.stdout.splitlines()]
    if len(rows) != number + 1:
        raise AssertionError(f"the reader died of file {len(rows)}: {told.returncode} {told.stderr[-400:]}")
    return [(ends, grown) for _, ends, grown in rows]


def damaged(data: bytes, rng: random.Random) -> bytes:
    """A file with one of the things that happen to files, or that people do to them."""
    out, what = bytearray(data), rng.randrange(6)
    if what == 0:
        return bytes(out[: rng.randrange(1, len(out))])
    if what == 1:
        for _ in range(rng.randrange(1, 40)):
            out[rng.randrange(len(out))] = rng.randrange(256)
    elif what == 2:
        for _ in range(rng.randrange(1, 6)):
            at = rng.randrange(0, min(len(out) - 4, 400))
            out[at : at + 4] = struct.pack(rng.choice("<>") + "I", rng.choice((0, 1, 0xFFFFFFFF, 0x7FFFFFFF, 65535, 1 << 24)))
    elif what == 3:
        at = rng.randrange(len(out))
        out[at:at] = bytes(rng.randrange(256) for _ in range(rng.randrange(1, 300)))
    elif what == 4:
        at = rng.randrange(len(out))
        del out[at : at + rng.randrange(1, 200)]
    else:
        out[:4] = rng.choice((b"II*\x00", b"MM\x00*", b"\xff\xd8\xff\xe0", b"\x89PNG", b"#?RA", b"\x76\x2f\x31\x01"))
    return bytes(out)


def a_zip() -> bytes:
    """A day with a picture."""
    levels = flat(wide=90, high=60)
    entry = PictureEntry(situation=0, file="pictures/1.png", name="quay", kind="finished", wide=90, high=60, error=1.2)
    day = {name: DAY[name] for name in ("title", "day")} | {"situations": DAY["situations"][:1], "bodies": {}, "lenses": {}}
    outing = OutingFile.model_validate({"format": "wide-aperture-outing", "version": 1, **day})
    return bundled(outing, [(entry, as_bytes(of_levels(levels), levels))])


class Bounded(unittest.TestCase):
    def test_every_hostile_file_of_every_format_stays_within_what_one_may_take(self) -> None:
        """Hundreds a format, one after the other under the limits of a single file: so together they take less than one may."""
        for name, make in FORMATS.items():
            with self.subTest(name):
                told = read_in_turn("light", make())
                self.assertGreater(len(told), 300)
                self.assertLess(max(grown for _, grown in told), bounds.MEMORY_BYTES / 1e6)
                words = Counter("read" if ends == "read" else "is accepted" in ends for ends, _ in told)
                self.assertEqual(words[False], 0, [ends for ends, _ in told if ends != "read" and "is accepted" not in ends][:3])
                self.assertGreater(words[True], 200, words)

    def test_what_is_counted_out_is_not_decoded(self) -> None:
        """The files that once took 4 GB, 1.5 GB, 1 GB, 0.6 GB and 40 minutes: refused for what they say before memory grows."""
        refused: dict[str, list[bytes]] = {}
        for make in FORMATS.values():
            for data in make():
                try:
                    count(data)
                except InputError as error:
                    refused.setdefault(error.problems[0].detail.split(":")[0], []).append(data)
        for words in (
            "this JPEG draws its picture more than 64 times over",
            "this picture is 60000 by 10000 pixels, 600 megapixels",
            "this TIFF comes in pieces of 16000 by 16000 pixels, each of which must be held whole to read it",
            "this file has more beside its picture than is read",
            "this file has more than 64 lists of what is in it",
            "an OpenEXR picture of several parts, or of several depths, is not read",
            "this picture has more than 8 channels",
        ):
            told = read_in_turn("light", refused[words])
            self.assertEqual({ends.split(":")[0] for ends, _ in told}, {words})
            self.assertLess(told[-1][1], 60, words)

    def test_a_thousand_damaged_files_are_read_or_refused_in_words(self) -> None:
        rng = random.Random(13)
        whole = {name: make() for name, make in KINDS.items()}
        told = read_in_turn("light", [damaged(whole[rng.choice(list(whole))], rng) for _ in range(1000)])
        refused = [ends for ends, _ in told if ends != "read"]
        self.assertGreater(len(refused), 300)
        self.assertEqual([ends for ends in refused if "is accepted" not in ends], [])

    def test_figures_are_told_of_any_of_them_or_nothing_is(self) -> None:
        for name in ("jpeg", "png", "tiff", "raw"):
            every = list(FORMATS[name]())
            for task, of_them in (("figures", 150), ("came back", 100)):
                told = read_in_turn(task, every[:: max(1, len(every) // of_them)])
                self.assertEqual([ends for ends, _ in told if ends not in ("read",) and "is accepted" not in ends], [], task)

    def test_zips_are_counted_and_their_light_is_what_it_says(self) -> None:
        whole = a_zip()
        with tempfile.NamedTemporaryFile() as file:
            file.write(whole)
            file.flush()
            self.assertEqual(len(unbundled(file.name).pictures), 1)
        told = read_in_turn("archive", zips(whole))
        self.assertLess(max(grown for _, grown in told), 100)
        words = ("is accepted", "nested deeper than 40 levels")
        self.assertEqual([ends for ends, _ in told if ends != "read" and not any(one in ends for one in words)], [])
        said = " ".join({ends for ends, _ in told})
        for words in ("more than 64 files", "is larger than 4000 kB", "larger than what is kept", "cannot be read"):
            self.assertIn(words, said)


class Marks(unittest.TestCase):
    def test_what_ends_a_scan_is_found_where_the_standard_has_it_however_it_is_filled_up(self) -> None:
        rng = random.Random(3)
        for _ in range(2000):
            data = bytes(rng.choice((0xFF, 0xFF, 0, 0xD0, 0xD7, 0xD8, 0xD9, 0xDA, rng.randrange(256))) for _ in range(rng.randrange(40)))
            ends = [
                k + 2
                for k in range(len(data) - 1)
                if data[k] == 0xFF and data[k + 1] != 0xFF and data[k + 1] and not 0xD0 <= data[k + 1] <= 0xD7
            ]
            found = NEXT.search(data)
            self.assertEqual(found and found.end(), min(ends, default=None), data.hex())


class MayDie(unittest.TestCase):
    """What becomes of a reader is told to whoever asked, and nobody else notices."""

    def brought(self, by: Reader, data: bytes) -> object:
        with tempfile.NamedTemporaryFile() as file, mock.patch.object(reading, "reader", by):
            file.write(data)
            file.flush()
            return picture_light(file.name)

    def test_a_reader_that_is_ended_is_told_of_and_the_next_file_is_read(self) -> None:
        by = Reader()
        self.assertEqual(self.brought(by, saved("PNG")).kind, "finished")
        first = by.pid
        os.kill(first, 9)
        self.assertEqual(self.brought(by, saved("JPEG")).kind, "finished")
        self.assertNotEqual(by.pid, first)
        with self.assertRaisesRegex(InputError, "broke off") as caught, tempfile.NamedTemporaryFile() as file:
            file.write(b"\0")
            file.flush()
            list(by.parts("nothing that is known", file.name))
        self.assertEqual(caught.exception.problems[0].detail, GIVEN_UP)
        self.assertEqual(self.brought(by, saved("PNG")).kind, "finished")

    def test_one_that_ends_within_a_word_or_tells_nonsense_is_told_of_like_any(self) -> None:
        for said in (b"", b"\0\0", b"\0\0\0\x64half", b"\0\0\0\4nono", b"\x7f\xff\xff\xffx", b'\0\0\0\x1c[{}, {"a": ["object", [1]]}]\n\n'):
            ours, theirs = os.pipe()
            os.write(theirs, said)
            os.close(theirs)
            with closing(Connection(ours, writable=False)) as pipe, self.assertRaisesRegex(InputError, "broke off"):
                list(reading._until_its_end(pipe))

    def test_memory_and_time_end_where_they_are_said_to(self) -> None:
        """A reader that takes more is stopped, in a process of its own like any."""
        for what, ends in (
            ("numpy.ones(80_000_000)", "MemoryError"),
            ("[print('on', flush=True) for _ in iter(int, 1)]", "-24"),
            ("open('/dev/shm/written' if os.path.isdir('/dev/shm') else '/tmp/written', 'w').write('a' * 9000)", "OSError"),
            ("[open('/dev/null') for _ in range(100)]", "OSError"),
        ):
            code = f"import numpy, os, time\nfrom images import bounds, reader\nreader.CPU_S = 2 + int(time.process_time())\nreader.limit()\nkept = {what}"
            told = subprocess.run(
                [sys.executable, "-c", code], cwd=ROOM, stdout=subprocess.DEVNULL, stderr=subprocess.PIPE, text=True, check=False
            )
            self.assertIn(ends, f"{told.returncode} {told.stderr}", what)

    def test_a_reader_knows_no_secret(self) -> None:
        by = Reader()
        self.brought(by, saved("PNG"))
        known = Path(f"/proc/{by.pid}/environ").read_text()
        self.assertNotIn("SECRET", known)
        self.assertNotIn("APERTURE", known)


class Largest(unittest.TestCase):
    """As large as is accepted, under the limits of a reader that has read a small one before."""

    def test_each_kind_is_read(self) -> None:
        rng = np.random.default_rng(1)
        large = np.tile(rng.integers(0, 255, (867, 1200, 3), np.uint8), (10, 10, 1))[:8660, :11547]
        even, light = np.full_like(large, 118), np.full((4000, 5000, 3), 0.5, np.float32)
        with tempfile.NamedTemporaryFile(suffix=".exr") as file:
            OpenEXR.File({"compression": OpenEXR.ZIP_COMPRESSION, "type": OpenEXR.scanlineimage}, {"RGB": light}).write(file.name)
            exr = Path(file.name).read_bytes()
        kinds = {
            "jpeg": cv2.imencode(".jpg", large, [cv2.IMWRITE_JPEG_QUALITY, 80])[1].tobytes(),
            "png": cv2.imencode(".png", even, [cv2.IMWRITE_PNG_COMPRESSION, 1])[1].tobytes(),
            "png of sixteen bits": cv2.imencode(".png", even[..., 0].astype(np.uint16) * 256, [cv2.IMWRITE_PNG_COMPRESSION, 1])[
                1
            ].tobytes(),
            "tiff": cv2.imencode(".tiff", even)[1].tobytes(),
            "hdr": cv2.imencode(".hdr", light)[1].tobytes(),
            "exr": exr,
            "dng": self.raw(rng),
        }
        small = KINDS["dng"]()
        for name, data in kinds.items():
            [(ends, grown)] = read_in_turn("light", [data], before=small)
            self.assertEqual(ends, "read", f"{name}, {grown:.0f} MB")

    def raw(self, rng: np.random.Generator) -> bytes:
        with tifffile.TiffFile(io.BytesIO(dng_of(a_shot("quay", **STILL), WRITTEN, 96))) as tiff:
            tags = [(t.code, t.dtype, t.count, t.value, True) for t in tiff.pages[0].tags if t.code > 33000 and t.code not in (34665,)]
        out = io.BytesIO()
        counts = np.tile(rng.integers(600, 9000, (866, 1156), np.uint16), (10, 10))[:8640, :11560]
        tifffile.imwrite(out, counts, photometric=32803, extratags=tags, metadata=None)
        return out.getvalue()
