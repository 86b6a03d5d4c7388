"""Frames as files, opened by programs that had no part in making them: LibRaw, a TIFF reader, an EXIF reader, a JPEG decoder."""

from __future__ import annotations

import io
import math
import tempfile
import unittest
from dataclasses import replace
from pathlib import Path

import numpy as np
import rawpy
import tifffile
from PIL import ExifTags, Image

from craft.render.expose import expected, frame
from craft.render.picture import Look, picture
from craft.render.tests.shots import a_shot
from craft.tones.framing import View
from craft.white.response import gains_of
from images.frame_files import BITS, BLACK, Written, counts_of, dng_of, jpeg_of
from images.reading import read_frame

WRITTEN = Written("Merrow Swift, 20 MP", "Merrow 24-70 f/2.8", "2027:06:01 17:30:00")
SHOT = a_shot("hall", time_s=1 / 100, aperture=2.8, iso_stops=math.log2(12.5), focal_mm=50.0, focus_m=6.0)
WIDTH = 480


def told_by(data: bytes, suffix: str) -> dict[str, float | str]:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / f"frame.{suffix}"
        path.write_bytes(data)
        return {name: one.value for name, one in read_frame(str(path)).items()}


class Raw(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.data = dng_of(SHOT, WRITTEN, WIDTH)
        cls.counts = counts_of(SHOT, WIDTH)

    def test_libraw_reads_the_same_counts_black_white_and_pattern(self) -> None:
        with rawpy.imread(io.BytesIO(self.data)) as raw:
            self.assertTrue(np.array_equal(raw.raw_image_visible, self.counts))
            self.assertEqual(set(raw.black_level_per_channel), {BLACK})
            self.assertEqual(raw.white_level, 2**BITS - 1)
            colours = [raw.color_desc.decode()[k] for k in raw.raw_pattern.ravel()]
            self.assertEqual(colours, ["R", "G", "G", "B"])

    def test_counts_are_those_of_the_frame_channel_by_channel(self) -> None:
        height, width = self.counts.shape
        raw = frame(SHOT, View(width, height, float(width)))
        shares = (self.counts.astype(float) - BLACK) / (2**BITS - 1 - BLACK)
        for row, column, channel in ((0, 0, 0), (0, 1, 1), (1, 0, 1), (1, 1, 2)):
            error = np.abs(shares[row::2, column::2] - raw[row::2, column::2, channel])
            self.assertLess(float(error.max()), 1 / (2**BITS - 1 - BLACK))

    def test_developed_by_libraw_its_white_is_the_frames_white(self) -> None:
        """A white cloth in the light that the frame takes for neutral comes out without a colour."""
        flat = replace(SHOT, kelvin=3200.0, white_k=3200.0)
        with rawpy.imread(io.BytesIO(dng_of(flat, WRITTEN, WIDTH))) as raw:
            seen = raw.postprocess(use_camera_wb=True, no_auto_bright=True, output_bps=8, half_size=True).astype(float)
        height, width = seen.shape[:2]
        dress = seen[int(0.70 * height) : int(0.74 * height), int(0.35 * width) : int(0.37 * width)].mean((0, 1))
        self.assertLess(float(np.ptp(dress)) / float(dress.mean()), 0.25)
        with rawpy.imread(io.BytesIO(dng_of(replace(flat, white_k=7500.0), WRITTEN, WIDTH))) as raw:
            warm = raw.postprocess(use_camera_wb=True, no_auto_bright=True, output_bps=8, half_size=True).astype(float)
        patch = warm[int(0.70 * height) : int(0.74 * height), int(0.35 * width) : int(0.37 * width)].mean((0, 1))
        self.assertGreater(patch[0] / patch[2], 1.5 * dress[0] / dress[2])

    def test_it_is_a_tiff_with_the_exposure_in_it_and_our_own_reader_has_it_back(self) -> None:
        with tifffile.TiffFile(io.BytesIO(self.data)) as file:
            tags = file.pages[0].tags
            self.assertEqual(tags[33434].value, (1, 100))
            self.assertEqual(tags[34855].value, 1250)
            self.assertIn("simulated", tags[305].value)
        told = told_by(self.data, "dng")
        self.assertEqual((told["name"], told["taken_at"]), (WRITTEN.body, WRITTEN.taken_at))
        for name, value in (("time_s", 0.01), ("aperture", 2.8), ("iso", 1250), ("focal_mm", 50)):
            self.assertAlmostEqual(told[name], value, places=6, msg=name)

    def test_deep_shadows_count_on_both_sides_of_black_and_come_to_their_light(self) -> None:
        dim = replace(SHOT, stage="stars", key_stops=SHOT.key_stops - 14, iso_stops=9.0)
        counts = counts_of(dim, WIDTH).astype(float) - BLACK
        height, width = counts.shape
        light = expected(dim, View(width, height, float(width)))[..., 1] / dim.clip_e * (2**BITS - 1 - BLACK)
        dark = light[0::2, 1::2] < 3
        self.assertGreater(dark.sum(), 2000)
        error = counts[0::2, 1::2][dark] - light[0::2, 1::2][dark]
        self.assertLess(float((counts < 0).mean()), 0.6)
        self.assertGreater(float((counts[0::2, 1::2][dark] < 0).mean()), 0.1)
        self.assertLess(abs(float(error.mean())), 4 * float(error.std()) / math.sqrt(dark.sum()))

    def test_the_neutral_of_any_light_is_one_that_readers_take(self) -> None:
        for kelvin in (1700.0, 2000.0, 3200.0, 6504.0, 12000.0):
            data = dng_of(replace(SHOT, white_k=kelvin, sensor=replace(SHOT.sensor, pixels_wide=120, pixels_high=80)), WRITTEN, 120)
            with rawpy.imread(io.BytesIO(data)) as raw:
                gains = np.array(raw.camera_whitebalance[:3])
            self.assertGreater(float(gains.min()), 0, kelvin)
            wanted = gains_of(kelvin)
            sure = 3 if kelvin > 2100 else 2  # of blue a flame has too little to be told
            np.testing.assert_allclose((gains / gains[1])[:sure], wanted[:sure] / wanted[1], rtol=2e-3, err_msg=str(kelvin))

    def test_no_wider_than_the_sensor_and_of_even_sides(self) -> None:
        for width in (99, 100, 100_000):
            height, wide = counts_of(replace(SHOT, sensor=replace(SHOT.sensor, pixels_wide=300, pixels_high=200)), width).shape
            self.assertEqual((height % 2, wide % 2), (0, 0))
            self.assertLessEqual(wide, 300)


class Finished(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.data = jpeg_of(SHOT, WRITTEN)

    def test_the_picture_is_the_frame_without_marks(self) -> None:
        seen = np.asarray(Image.open(io.BytesIO(self.data)).convert("RGB"), float)
        again = picture(SHOT, Look.FINDER, seen.shape[1], marks=False).astype(float)
        self.assertLess(float(np.abs(seen - again).mean()), 2.0)

    def test_another_reader_finds_exposure_lens_distance_and_time(self) -> None:
        exif = Image.open(io.BytesIO(self.data)).getexif()
        photo = {ExifTags.TAGS[tag]: value for tag, value in exif.get_ifd(ExifTags.IFD.Exif).items()}
        self.assertEqual(exif[ExifTags.Base.Model], WRITTEN.body)
        self.assertEqual((float(photo["ExposureTime"]), float(photo["FNumber"]), photo["ISOSpeedRatings"]), (0.01, 2.8, 1250))
        self.assertEqual((float(photo["FocalLength"]), photo["FocalLengthIn35mmFilm"], float(photo["SubjectDistance"])), (50.0, 50, 6.0))
        self.assertEqual((photo["LensModel"], photo["DateTimeOriginal"]), (WRITTEN.lens, WRITTEN.taken_at))
        self.assertNotIn("MakerNote", photo)

    def test_what_a_dial_prints_is_what_is_written(self) -> None:
        small = replace(SHOT, sensor=replace(SHOT.sensor, pixels_wide=60, pixels_high=40))
        for stops, time in ((4 / 3, 0.4), (5 / 3, 0.3), (5.0, 1 / 30), (4.5, 0.05), (-13 / 3, 20.0), (13.0, 1 / 8000)):
            for iso, printed in ((5 / 3, 320), (1.5, 280), (8.0, 25600)):
                photo = Image.open(io.BytesIO(jpeg_of(replace(small, time_s=2**-stops, iso_stops=iso), WRITTEN))).getexif()
                told = {ExifTags.TAGS[tag]: value for tag, value in photo.get_ifd(ExifTags.IFD.Exif).items()}
                self.assertEqual((round(float(told["ExposureTime"]), 6), told["ISOSpeedRatings"]), (round(time, 6), printed))

    def test_the_clock_s_offset_is_written_as_exif_has_it_and_another_reader_and_ours_find_it(self) -> None:
        small = replace(SHOT, sensor=replace(SHOT.sensor, pixels_wide=120, pixels_high=80))
        for minutes, text in ((120, "+02:00"), (0, "+00:00"), (-210, "-03:30"), (345, "+05:45"), (None, None)):
            written = replace(WRITTEN, utc_offset_min=minutes)
            files = {"jpg": jpeg_of(small, written), "dng": dng_of(small, written, 120)}
            photo = Image.open(io.BytesIO(files["jpg"])).getexif().get_ifd(ExifTags.IFD.Exif)
            self.assertEqual(photo.get(ExifTags.Base.OffsetTimeOriginal), text)
            for kind, data in files.items():
                self.assertEqual(told_by(data, kind).get("utc_offset_min"), minutes, kind)

    def test_our_own_reader_has_the_same_situation_back(self) -> None:
        told = told_by(self.data, "jpg")
        self.assertEqual((told["name"], told["lens_name"], told["taken_at"]), (WRITTEN.body, WRITTEN.lens, WRITTEN.taken_at))
        wanted = {
            "time_s": 0.01,
            "aperture": 2.8,
            "iso": 1250,
            "focal_mm": 50,
            "distance_m": 6,
            "sensor_width_mm": 36,
            "sensor_height_mm": 24,
        }
        for name, value in wanted.items():
            self.assertAlmostEqual(told[name], value, places=1, msg=name)

    def test_at_infinity_no_distance_is_made_up(self) -> None:
        told = told_by(jpeg_of(replace(SHOT, focus_m=20_000.0), replace(WRITTEN, lens="")), "jpg")
        self.assertNotIn("lens_name", told)
        self.assertNotIn("distance_m", told)
