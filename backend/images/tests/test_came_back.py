"""Frames that come back: told, measured and made small, from finished files, raws with a picture in them and without, and sidecars."""

from __future__ import annotations

import io
import tempfile
import unittest
from collections.abc import Callable
from dataclasses import replace
from typing import Any
from unittest import mock

import cv2
import exiv2
import numpy as np
import tifffile
from PIL import Image
from scipy import ndimage

from craft.render.tests.shots import a_shot
from craft.review.measured import FULL, SMALL_PX
from craft.review.tests.test_blur import levels, shapes
from forms.problems import InputError
from images.decoders import frames
from images.frame_files import dng_of, jpeg_of
from images.reading import came_back, sidecar_rating
from images.tests.test_light import KINDS, STILL, WRITTEN, flat
from images.values import CameBack


def packet(rating: object) -> bytes:
    """A sidecar as a library of metadata writes it."""
    told = exiv2.XmpData()
    told["Xmp.xmp.Rating"] = str(rating)
    return str(exiv2.XmpParser.encode(told)[1]).encode()


def read(data: bytes, by: Callable[[str], Any] = came_back) -> Any:
    with tempfile.NamedTemporaryFile() as file:
        file.write(data)
        file.flush()
        return by(file.name)


def rated(data: bytes, **entries: str) -> bytes:
    image = exiv2.ImageFactory.open(data)
    image.readMetadata()
    for name, value in entries.items():
        image.exifData()[name.replace("_", ".")] = value
    image.writeMetadata()
    return bytes(image.io().mmap())


def carrying(picture: np.ndarray) -> bytes:
    """A DNG as cameras write it: a small JPEG first, its counts in a directory under it."""
    with tifffile.TiffFile(io.BytesIO(dng_of(a_shot("quay", **STILL), WRITTEN, 96))) as tiff:
        page = tiff.pages[0]
        counts, tags = page.asarray(), [(t.code, t.dtype, t.count, t.value, True) for t in page.tags if t.code > 33000 or t.code in (272,)]
    jpeg = cv2.imencode(".jpg", picture[..., ::-1], [cv2.IMWRITE_JPEG_QUALITY, 92])[1].tobytes()
    of_picture = [tag for tag in tags if tag[0] in (272, 50706, 50707, 50708, 50721, 50728, 50778, 36867)]
    of_counts = [tag for tag in tags if tag not in of_picture]
    out = io.BytesIO()
    codecs = type(tifffile.TIFF.COMPRESSORS)  # none of JPEG is here, nor needed: the picture is packed already
    with mock.patch.object(codecs, "__getitem__", lambda codecs, key: None), tifffile.TiffWriter(out) as file:
        first = {"shape": picture.shape, "dtype": np.uint8, "compression": 7, "photometric": 6, "subfiletype": 1}
        file.write(iter([jpeg]), **first, subifds=1, extratags=of_picture, metadata=None, rowsperstrip=picture.shape[0])
        file.write(counts, photometric=32803, subfiletype=0, extratags=of_counts, metadata=None)
    return out.getvalue()


def shapes_of(wide: int, high: int) -> np.ndarray:
    """Shapes in grey, as a picture."""
    return np.repeat(levels(shapes(3, wide, high))[..., None], 3, axis=2)


class Frames(unittest.TestCase):
    def test_a_finished_file_is_told_made_small_and_measured(self) -> None:
        shot = a_shot("quay", **STILL)
        found: list[CameBack] = [read(jpeg_of(replace(shot, iso_stops=2.0 + more), WRITTEN)) for more in (0, 1, 6)]
        self.assertEqual((found[0].kind, found[0].told["name"], found[0].told["iso"]), ("finished", WRITTEN.body, 400.0))
        for one in found:
            self.assertEqual(max(one.small.shape[:2]), SMALL_PX)
        self.assertTrue(0.4 < found[1].mean_stops - found[0].mean_stops < 1.3, "a stop more, less what the curve bends")
        self.assertGreater(found[2].burnt, 0.5)
        self.assertLess(found[0].burnt, 0.1)

    def test_the_mean_and_what_is_full_are_those_of_its_pixels(self) -> None:
        picture = flat(wide=640, high=400)
        picture[:100] = (255, 90, 20)
        found = read(cv2.imencode(".png", picture[..., ::-1])[1].tobytes())
        light = np.where(picture / 255 <= 0.04045, picture / 255 / 12.92, ((picture / 255 + 0.055) / 1.055) ** 2.4)
        seen = np.log2(np.maximum(light @ np.array([0.2126, 0.7152, 0.0722]), 2.0**-9) / 0.18).mean()
        self.assertAlmostEqual(found.mean_stops, seen, delta=0.01)
        self.assertAlmostEqual(found.full[0], (picture[..., 0] >= FULL).mean(), delta=0.005)
        self.assertEqual((found.full[1], found.full[2]), (0.0, 0.0))
        self.assertAlmostEqual(found.burnt, found.full[0])

    def test_a_raw_is_seen_by_the_picture_it_carries_or_by_its_counts(self) -> None:
        inside = np.full((120, 180, 3), 118, np.uint8)
        inside[:, :90] = (200, 60, 60)
        carried, bare = read(carrying(inside)), read(dng_of(a_shot("quay", **STILL), WRITTEN, 480))
        self.assertEqual((carried.kind, bare.kind), ("finished", "raw"))
        self.assertLess(np.abs(carried.small.astype(int) - inside).mean(), 3.0)
        finished = read(jpeg_of(a_shot("quay", **STILL), WRITTEN))
        self.assertEqual(bare.told["taken_at"], finished.told["taken_at"])
        self.assertAlmostEqual(bare.mean_stops, finished.mean_stops, delta=1.0, msg="but for the curve of the finished file")
        one, other = (cv2.cvtColor(cv2.resize(of.small, (48, 32)), cv2.COLOR_RGB2GRAY).ravel() for of in (bare, finished))
        self.assertGreater(np.corrcoef(one, other)[0, 1], 0.9)

    def test_the_piece_is_the_files_own_pixels_where_it_says_whichever_way_the_camera_was_held(self) -> None:
        seen = shapes_of(1200, 800)
        seen[:400, :300] = 118
        whole = cv2.imencode(".jpg", seen, [cv2.IMWRITE_JPEG_QUALITY, 95])[1].tobytes()
        for turned, how in ((0, "1"), (1, "8"), (3, "6"), (2, "3")):
            data = rated(whole, Exif_Image_Orientation=how)
            found = read(data).detail
            upright = np.rot90(np.asarray(Image.open(io.BytesIO(whole)).convert("RGB")), turned)
            high, wide = upright.shape[:2]
            left, top = round(found.place[0] * wide), round(found.place[1] * high)
            self.assertEqual((found.times, found.levels.shape, found.how), (1, (300, 400, 3), "nothing"))
            self.assertLess(np.abs(upright[top : top + 300, left : left + 400].astype(int) - found.levels).max(), 4, how)
            self.assertLess(found.soft_px, 0.8)

    def test_a_file_too_large_to_be_held_is_read_at_half_and_told_in_its_own_pixels(self) -> None:
        seen = levels(ndimage.gaussian_filter(shapes(4, 1200, 800), 3), 0.005)
        data = cv2.imencode(".jpg", seen, [cv2.IMWRITE_JPEG_QUALITY, 95])[1].tobytes()
        with tempfile.NamedTemporaryFile() as file, mock.patch.object(frames, "MOST_WHOLE", 900_000):
            file.write(data)
            file.flush()
            half = frames.frame_of(file.name).detail
        whole = read(data).detail
        assert half is not None and half.soft_px is not None
        self.assertEqual((half.times, whole.times), (2, 1))
        self.assertAlmostEqual(half.soft_px / whole.soft_px, 1, delta=0.25)

    def test_what_is_not_read_pixel_by_pixel_tells_no_sharpness(self) -> None:
        small, as_large = (carrying(shapes_of(wide, wide * 2 // 3)) for wide in (60, 480))
        for data in (KINDS["png"](), small, dng_of(a_shot("quay", **STILL), WRITTEN, 480)):
            self.assertIsNone(read(data).detail)
        self.assertEqual(read(as_large).detail.how, "nothing", "the picture in it is as large as its own")

    def test_ratings_and_parts_of_a_second_are_read_from_the_file(self) -> None:
        plain = jpeg_of(a_shot("quay", **STILL), WRITTEN)
        self.assertIsNone(read(plain).rating)
        found = read(rated(plain, Exif_Image_Rating="4", Exif_Photo_SubSecTimeOriginal="25"))
        self.assertEqual((found.rating, found.told["part_s"]), (4, 0.25))
        self.assertIsNone(read(rated(plain, Exif_Image_Rating="99")).rating)

    def test_a_sidecar_tells_a_rating_and_nothing_else_is_one(self) -> None:
        for said, rating in (("3", 3), ("-1", -1), ("0", None), ("many", None), ("7", None)):
            self.assertEqual(read(packet(said), sidecar_rating), rating)
        for none in (b"", b"rating: 5", KINDS["jpeg"](), packet(2) + b" " * 300_000):
            with self.assertRaisesRegex(InputError, "no sidecar"):
                read(none or b" ", sidecar_rating)
        self.assertIsNone(read(b'<?xml version="1.0"?><!DOCTYPE a [<!ENTITY b "c">]><a>&b;</a>', sidecar_rating))

    def test_what_is_no_frame_is_refused_in_words(self) -> None:
        for name in ("hdr", "exr"):
            with self.assertRaisesRegex(InputError, "a frame of a camera is"):
                read(KINDS[name]())
        with self.assertRaisesRegex(InputError, "is accepted"):
            read(b"no picture")
