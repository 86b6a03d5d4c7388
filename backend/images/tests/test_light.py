"""Pictures brought as files: known scenes given back, sets put together, and nothing but a clear refusal for what is broken."""

from __future__ import annotations

import io
import math
import struct
import tempfile
import unittest
import zlib
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from unittest import mock

import cv2
import numpy as np
import OpenEXR
from PIL import Image, ImageFile

from craft.render.compose import on_sensor
from craft.render.shot import Shot, exposed
from craft.render.tests.shots import a_shot
from craft.tones.framing import View
from craft.tones.own import EITHER_WAY, Bracketed, OwnLight, put_together
from craft.white.response import brightness
from craft.white.screen import LUMINANCE
from forms.problems import InputError
from images.decoders.light import light_of
from images.frame_files import Written, dng_of, jpeg_of
from images.reading import picture_light
from images.store import as_bytes, from_bytes
from images.values import ACROSS, Brought

WRITTEN = Written("Merrow Swift, 20 MP", "Merrow 24-70 f/2.8", "2027:06:01 17:30:00")
STILL = {"time_s": 1 / 100, "aperture": 4.0, "iso_stops": 0.0, "shake_m": 0.0, "kelvin": 5500.0, "white_k": 5500.0}


def brought(data: bytes, read: Callable[[str], Brought] = picture_light) -> Brought:
    """What is read of a file, in the process for it if nothing else is said."""
    with tempfile.NamedTemporaryFile() as file:
        file.write(data)
        file.flush()
        return read(file.name)


def key_ev(shot: Shot) -> float:
    """EV at ISO 100 of a shot's key: its stops over what time and aperture ask for at base ISO."""
    return shot.key_stops + 2 * math.log2(shot.aperture) - math.log2(shot.time_s) - shot.base_stops


def truth(shot: Shot, light: OwnLight) -> np.ndarray:
    """EV of every pixel of the scene, as a lens that wide open shows it."""
    high, wide = light.unsure.shape
    return np.log2(np.maximum(on_sensor(shot, View(wide, high, float(wide))) @ brightness(), 1e-6)) + key_ev(shot)


def even(real: np.ndarray, seen: np.ndarray, sure: np.ndarray) -> np.ndarray:
    """How far what is seen lies from what is there, in squares of eight pixels that are even and known: edges and noise aside."""
    high, wide = (size // 8 * 8 for size in real.shape)
    blocks = [
        one[:high, :wide].reshape(high // 8, 8, wide // 8, 8).swapaxes(1, 2).reshape(-1, 64) for one in (real, seen, sure.astype(float))
    ]
    calm = (blocks[0].std(1) < 0.15) & (blocks[2].min(1) > 0)
    return np.abs(np.log2(np.exp2(blocks[1]).mean(1)) - np.log2(np.exp2(blocks[0]).mean(1)))[calm]


def told(found: Brought | OwnLight, ev: float) -> np.ndarray:
    light = found.light if isinstance(found, Brought) else found
    return np.log2(np.maximum(light.pixels @ LUMINANCE, 1e-6)) + ev


class KnownScenes(unittest.TestCase):
    def test_a_raw_gives_the_light_of_its_scene_back_within_a_tenth_of_a_stop(self) -> None:
        for stage in ("quay", "regatta", "causeway_after"):
            shot = a_shot(stage, **STILL)
            found = brought(dng_of(shot, WRITTEN, 720))
            self.assertEqual((found.kind, found.light.error), ("raw", 0.1))
            sure = (found.light.unsure <= 0) & (found.light.pixels.min(-1) > 2.0**-4)
            off = even(truth(shot, found.light), told(found, found.ev100), sure)
            self.assertGreater(len(off), 200)
            self.assertGreater(float((off < found.light.error).mean()), 0.99, stage)
            full = truth(shot, found.light)[found.light.unsure > 0.9]
            if full.size:
                self.assertGreater(float(np.median(full)), found.ev100 + math.log2(7.8) - 0.3)

    def test_a_finished_file_does_within_what_it_says(self) -> None:
        for stage in ("quay", "regatta", "hall"):
            shot = a_shot(stage, **STILL)
            found = brought(jpeg_of(shot, WRITTEN))
            self.assertEqual((found.kind, found.light.error), ("finished", EITHER_WAY))
            self.assertAlmostEqual(found.ev100, math.log2(16 * 100), delta=0.05)
            off = np.abs(told(found, found.ev100) - truth(shot, found.light))
            sure = (found.light.unsure <= 0) & (found.light.pixels.min(-1) > 2.0**-4)
            self.assertGreater(float((off[sure] < found.light.error).mean()), 0.98, stage)

    def test_a_set_put_together_does_within_fifteen_hundredths(self) -> None:
        """Of raws, and of finished files whose curve is found from the set; where some frame of it is well exposed."""
        shot = a_shot("quay", **STILL)
        for form in (lambda one: dng_of(one, WRITTEN, 480), lambda one: jpeg_of(one, WRITTEN)):
            frames = [brought(form(replace(exposed(shot, time_stops=-k), shake_m=0.0))) for k in (-4.0, -2.0, 0.0, 2.0)]
            light = put_together([Bracketed(one.light, one.levels, one.given) for one in frames])
            middle = sorted(frames, key=lambda one: one.given)[2]
            seen, real = told(light, middle.ev100), truth(shot, light)
            well = (real > key_ev(shot) - 4) & (real < key_ev(shot) + 4)
            off = seen - real
            if (
                frames[0].levels is not None
            ):  # their scale is that of the curve at its middle: what is claimed is how tones lie to each other
                off = off - np.median(off[well])
            self.assertGreater(float((np.abs(off[well]) < 0.15).mean()), 0.9, frames[0].kind)
            single = told(middle, middle.ev100)
            self.assertLess(float(np.abs(off[well]).mean()), float(np.abs(single - real)[well].mean()) + 0.02)

    def test_a_shifted_frame_of_a_set_is_lined_up(self) -> None:
        shot = a_shot("quay", **STILL)
        frames = [brought(dng_of(exposed(shot, time_stops=-k), WRITTEN, 480)) for k in (0.0, 1.0)]
        light = frames[0].light
        moved = replace(light, pixels=np.roll(light.pixels, (3, 5), (0, 1)), unsure=np.roll(light.unsure, (3, 5), (0, 1)))
        together = [put_together([Bracketed(one, None, 0.0), Bracketed(frames[1].light, None, 1.0)]) for one in (light, moved)]
        inside = (slice(20, -20), slice(20, -20))
        off = np.log2(together[0].pixels[inside] / together[1].pixels[inside])
        self.assertLess(float(np.abs(off).mean()), 0.06)
        apart = np.log2(light.pixels[inside] / moved.pixels[inside])
        self.assertGreater(float(np.abs(apart).mean()), 0.1)

    def test_what_cannot_be_a_set_is_refused(self) -> None:
        one = brought(dng_of(a_shot("quay", **STILL), WRITTEN, 240))
        other = brought(jpeg_of(a_shot("quay", **STILL), WRITTEN))
        small = OwnLight("", "", np.ones((20, 30, 3), np.float32), np.zeros((20, 30), np.float32))
        raw = Bracketed(one.light, None, 0.0)
        for frames, why in (
            ([raw], "2 to 9"),
            ([raw] * 10, "2 to 9"),
            ([raw, raw], "differ"),
            ([raw, Bracketed(small, None, 2.0)], "one size"),
            ([Bracketed(other.light, None, 0.0), Bracketed(other.light, other.levels, 2.0)], "all raws or all finished"),
        ):
            with self.assertRaisesRegex(ValueError, why):
                put_together(frames)

    def test_finished_files_in_which_nothing_is_to_be_seen_are_no_set(self) -> None:
        even = [brought(saved("PNG", np.full((60, 90, 3), level, np.uint8))) for level in (118, 118)]
        with self.assertRaisesRegex(ValueError, "too little"):
            put_together([Bracketed(one.light, one.levels, float(k)) for k, one in enumerate(even)])

    def test_what_is_kept_of_a_picture_is_what_was_brought(self) -> None:
        for data in (dng_of(a_shot("quay", **STILL), WRITTEN, 240), jpeg_of(a_shot("hall", **STILL), WRITTEN)):
            found = brought(data)
            light, levels = from_bytes(as_bytes(found.light, found.levels), "7", "seen", found.light.error)
            self.assertEqual((light.name, light.title, light.error), ("7", "seen", found.light.error))
            off = np.log2(light.pixels / found.light.pixels)
            self.assertLess(float(np.abs(off[found.light.pixels > 2.0**-10]).max()), 0.01)
            self.assertEqual(levels is None, found.levels is None)


def flat(level: int = 118, wide: int = 90, high: int = 60) -> np.ndarray:
    pixels = np.full((high, wide, 3), level, np.uint8)
    pixels[:10, :10] = 255
    return pixels


def saved(kind: str, pixels: np.ndarray | None = None, **more: object) -> bytes:
    out = io.BytesIO()
    Image.fromarray(flat() if pixels is None else pixels).save(out, kind, **more)
    return out.getvalue()


def as_hdr() -> bytes:
    return cv2.imencode(".hdr", np.linspace(0.01, 40, 60 * 90 * 3, dtype=np.float32).reshape(60, 90, 3))[1].tobytes()


def as_exr() -> bytes:
    with tempfile.NamedTemporaryFile(suffix=".exr") as file:
        light = np.linspace(0.01, 40, 60 * 90 * 3, dtype=np.float32).reshape(60, 90, 3)
        OpenEXR.File({"compression": OpenEXR.ZIP_COMPRESSION, "type": OpenEXR.scanlineimage}, {"RGB": light}).write(file.name)
        return Path(file.name).read_bytes()


KINDS: dict[str, Callable[[], bytes]] = {
    "jpeg": lambda: saved("JPEG"),
    "progressive jpeg": lambda: saved("JPEG", progressive=True),
    "png": lambda: saved("PNG"),
    "tiff": lambda: saved("TIFF"),
    "packed tiff": lambda: saved("TIFF", compression="tiff_lzw"),
    "hdr": as_hdr,
    "exr": as_exr,
    "dng": lambda: dng_of(a_shot("quay", **STILL), WRITTEN, 96),
}


class Files(unittest.TestCase):
    def test_every_kind_is_known_by_its_content(self) -> None:
        for name, make in KINDS.items():
            found = brought(make())
            self.assertEqual(found.kind, {"hdr": "light", "exr": "light", "dng": "raw"}.get(name, "finished"), name)
            self.assertLessEqual(max(found.light.unsure.shape), ACROSS)
            self.assertTrue(np.isfinite(found.light.pixels).all() and (found.light.pixels > 0).all(), name)
        upright = brought(saved("JPEG", flat(wide=60, high=90)))
        self.assertEqual(upright.light.unsure.shape, (90, 60))
        turned = Image.Exif()
        turned[0x0112] = 6
        self.assertEqual(brought(saved("JPEG", exif=turned)).light.unsure.shape, (90, 60), "turned as the camera was held")

    def test_a_jpeg_that_is_cut_off_is_refused_whatever_the_process_allows(self) -> None:
        whole = saved("JPEG", np.random.default_rng(1).integers(0, 255, (200, 300, 3), np.uint8))
        for allowed in (True, False):
            with mock.patch.object(ImageFile, "LOAD_TRUNCATED_IMAGES", allowed):
                self.assertEqual(brought(whole + b"what a phone adds behind it", light_of).kind, "finished")
                for kept in (0.5, 0.9, 0.99):
                    with self.assertRaises(InputError):
                        brought(whole[: int(len(whole) * kept)], light_of)

    def test_what_no_picture_is_is_refused_with_what_is_accepted(self) -> None:
        chunk = b"IHDR" + struct.pack(">II5B", 60_000, 60_000, 8, 2, 0, 0, 0)
        bomb = b"\x89PNG\r\n\x1a\n" + struct.pack(">I", 13) + chunk + struct.pack(">I", zlib.crc32(chunk)) + b"\0" * 40
        for data, why in (
            (b"", "not a whole picture"),
            (b"hello, this is no picture" * 20, "not a whole picture"),
            (b"%PDF-1.4\n" + saved("JPEG"), "not a whole picture"),
            (bomb, "3600 megapixels|not a whole picture"),
            (b"#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y 9000 +X 9000\n" + b"\0" * 99, "81 megapixels"),
            (saved("PNG", flat(wide=8, high=8)), "too small"),
            (saved("JPEG")[:-300], "not a whole picture"),
        ):
            with self.assertRaises(InputError) as caught:
                brought(data)
            self.assertRegex(caught.exception.problems[0].detail, why)
            self.assertIn("is accepted", caught.exception.problems[0].detail)
