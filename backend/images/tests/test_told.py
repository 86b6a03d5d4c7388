"""What a frame tells of its camera, from entries as a camera writes them, and from entries that no camera should."""

from __future__ import annotations

import math
import random
from fractions import Fraction
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.kit.kinds import BY_KIND, BY_SIZE, Answers
from images.together import BEST_FIRST, BY_HAND_S, together
from images.told import Told, figures_of

PHOTO = "Exif.Photo."
sides = st.tuples(st.floats(5, 60), st.sampled_from((3 / 2, 4 / 3, 16 / 9, 1.0)))
junk = st.one_of(st.text(max_size=40), st.sampled_from(("0/0", "-1/2", "1/0", "nan", "inf", "1e400", "", " ", "4 5 6")))
KEYS = (
    "Exif.Image.Model",
    "Exif.Image.ImageWidth",
    "Exif.SubImage1.ImageWidth",
    "Exif.SubImage1.ImageLength",
    *(
        PHOTO + name
        for name in (
            "PixelXDimension",
            "PixelYDimension",
            "FocalLength",
            "FocalLengthIn35mmFilm",
            "FocalPlaneXResolution",
            "FocalPlaneResolutionUnit",
            "LensModel",
            "LensSpecification",
            "FNumber",
            "ISOSpeedRatings",
            "ExposureTime",
        )
    ),
)


class FromEntries(TestCase):
    @settings(max_examples=80, deadline=None)
    @given(sides, st.integers(1000, 12000), st.sampled_from((2, 3, 4)))
    def test_a_sensor_is_measured_by_the_resolution_of_its_focal_plane(self, size: tuple[float, float], pixels: int, unit: int) -> None:
        """Written as a camera does: pixels per inch, centimetre or millimetre (EXIF 2.32, tags 41486 and 41488)."""
        width, aspect = size
        per_unit = {2: 25.4, 3: 10.0, 4: 1.0}[unit] * pixels / width
        told = figures_of(
            {
                PHOTO + "FocalPlaneXResolution": str(Fraction(per_unit).limit_denominator(100_000)),
                PHOTO + "FocalPlaneResolutionUnit": str(unit),
            },
            pixels,
            round(pixels / aspect),
        )
        self.assertAlmostEqual(float(told["sensor_width_mm"].value), width, delta=0.06)
        self.assertAlmostEqual(float(told["sensor_height_mm"].value), width / aspect, delta=0.1)
        self.assertIn("focal plane", told["sensor_width_mm"].source)

    @settings(max_examples=80, deadline=None)
    @given(sides, st.floats(4, 300))
    def test_or_by_the_focal_length_and_its_equivalent(self, size: tuple[float, float], focal: float) -> None:
        """The equivalent keeps the angle across the diagonal, and is written in whole millimetres: so near is it known."""
        width, aspect = size
        diagonal = width * math.hypot(1, 1 / aspect)
        equivalent = round(focal * math.hypot(36, 24) / diagonal)
        if not 0.1 <= equivalent / focal <= 20 or equivalent < 10:
            return
        entries = {PHOTO + "FocalLength": str(Fraction(focal).limit_denominator(1000)), PHOTO + "FocalLengthIn35mmFilm": str(equivalent)}
        told = figures_of(entries, 6000, round(6000 / aspect))
        self.assertAlmostEqual(float(told["sensor_width_mm"].value) / width, 1.0, delta=0.6 / equivalent + 0.02)
        self.assertIn("equivalent", told["sensor_width_mm"].source)
        self.assertEqual(told["focal_min_mm"].value, told["focal_mm"].value)

    def test_the_largest_picture_in_the_file_is_the_frame_upright_or_not(self) -> None:
        """A raw file holds a thumbnail, a preview and the frame; a portrait is held on end, the sensor is not."""
        entries = {
            "Exif.Image.ImageWidth": "160",
            "Exif.Image.ImageLength": "120",
            "Exif.SubImage1.ImageWidth": "4000",
            "Exif.SubImage1.ImageLength": "6000",
        }
        told = figures_of(entries, 1620, 1080)
        self.assertEqual((told["pixels_wide"].value, told["pixels_high"].value), (6000.0, 4000.0))

    def test_a_lens_tells_its_own_ends_before_the_length_that_was_used(self) -> None:
        spec = {PHOTO + "LensSpecification": "24/1 70/1 28/10 4/1", PHOTO + "FocalLength": "50/1"}
        told = figures_of(spec, 6000, 4000)
        names = ("focal_min_mm", "focal_max_mm", "widest_short", "widest_long", "focal_mm")
        self.assertEqual([told[name].value for name in names], [24.0, 70.0, 2.8, 4.0, 50.0])
        unknown = figures_of({**spec, PHOTO + "LensSpecification": "24/1 70/1 0/0 0/0"}, 6000, 4000)
        self.assertNotIn("widest_short", unknown)
        self.assertEqual(unknown["focal_max_mm"].value, 70.0)

    @settings(max_examples=300, deadline=None)
    @given(st.dictionaries(st.sampled_from(KEYS), junk), st.integers(0, 20_000), st.integers(0, 20_000))
    def test_whatever_stands_there_only_figures_and_clean_names_come_out(self, entries: dict[str, str], wide: int, high: int) -> None:
        for name, told in figures_of(entries, wide, high).items():
            self.assertTrue(told.source)
            if name in ("name", "lens_name"):
                self.assertTrue(str(told.value).isprintable() and 0 < len(str(told.value)) <= 80)
            else:
                self.assertTrue(0 < float(told.value) < 1e9, (name, told))


class FromAnswers(TestCase):
    @settings(max_examples=150, deadline=None)
    @given(st.sampled_from(tuple(BY_KIND)), st.sampled_from(tuple(BY_SIZE)), st.floats(0.1, 1000))
    def test_pixels_fill_the_sensor_and_electrons_follow_their_area(self, kind: str, size: str, megapixels: float) -> None:
        """Square pixels that fill the sensor, or a refusal that names the least and the most, which are both accepted."""
        sensor = BY_SIZE[size]

        def told(millions: float) -> Answers:
            return Answers(
                name="Own",
                kind=BY_KIND[kind],
                sensor_mm=(sensor.width_mm, sensor.height_mm),
                megapixels=millions,
                max_iso=25600,
                finder=BY_KIND[kind].finder,
            )

        area = sensor.width_mm * sensor.height_mm
        try:
            body = told(megapixels)
        except CraftError as refused:
            self.assertEqual(refused.where, ("megapixels",))
            self.assertFalse(area / 900 <= megapixels <= area / 0.16)
            told(round(area / 900 * 1.01, 2))
            told(round(area / 0.16 * 0.99))
            return
        wide, high = body.pixels
        self.assertAlmostEqual(wide / high, sensor.width_mm / sensor.height_mm, delta=0.02)
        self.assertAlmostEqual(wide * high / 1e6 / megapixels, 1.0, delta=0.02)
        self.assertAlmostEqual(body.full_well_e / (2500 * area / megapixels), 1.0, delta=0.06)
        self.assertEqual((wide % 2, high % 2), (0, 0))


def numbers(*names: str, low: float = 0.001, high: float = 900.0) -> st.SearchStrategy[dict[str, Told]]:
    return st.fixed_dictionaries({}, optional={name: st.floats(low, high).map(lambda v: Told(v, "somewhere")) for name in names})


def pairs(one: str, other: str, sources: tuple[str, ...] = ("somewhere",)) -> st.SearchStrategy[dict[str, Told]]:
    def both(told: tuple[float, float, str]) -> dict[str, Told]:
        return {one: Told(min(told[:2]), told[2]), other: Told(max(told[:2]), told[2])}

    return st.one_of(st.just({}), st.tuples(st.floats(1, 900), st.floats(1, 900), st.sampled_from(sources)).map(both))


raws = st.one_of(
    st.just({}),
    st.tuples(st.sampled_from(("none", "lossless", "lossy")), st.integers(10, 16), st.floats(1, 99)).map(
        lambda told: {"packing": Told(told[0], ""), "bits": Told(float(told[1]), ""), "raw_mb": Told(told[2], "")}
    ),
)
frames = st.tuples(
    st.fixed_dictionaries({}, optional={"lens_name": st.sampled_from(("long", "short")).map(lambda v: Told(v, ""))}),
    numbers("iso", "time_s", "aperture", "focal_mm"),
    pairs("pixels_high", "pixels_wide"),
    pairs("sensor_height_mm", "sensor_width_mm", BEST_FIRST),
    pairs("focal_min_mm", "focal_max_mm"),
    pairs("widest_short", "widest_long"),
    raws,
).map(lambda parts: {"name": Told("Quillon", ""), **{k: v for part in parts for k, v in part.items()}})


class Together(TestCase):
    @settings(max_examples=150)
    @given(st.lists(frames, min_size=1, max_size=6), st.randoms())
    def test_in_any_order_the_same_and_another_frame_only_widens_it(self, some: list[dict[str, Told]], chance: random.Random) -> None:
        mixed = list(some)
        chance.shuffle(mixed)
        values = {name: one.value for name, one in together(some).figures.items() if "sensor" not in name and name != "pixels_high"}
        again = {name: one.value for name, one in together(mixed).figures.items() if "sensor" not in name and name != "pixels_high"}
        self.assertEqual(values, again)
        fewer = together(some[1:]).figures if len(some) > 1 else {}
        for name, one in fewer.items():
            self.assertIn(name, values.keys() | {"sensor_width_mm", "sensor_height_mm", "pixels_high"})
            if name in ("lowest_iso", "shortest_s"):
                self.assertLessEqual(values[name], one.value)
            if name in ("highest_iso", "longest_s", "pixels_wide", "bits"):
                self.assertGreaterEqual(values[name], one.value)
        self.assertLessEqual(float(values.get("longest_s", 0)), BY_HAND_S)
        lenses = together(some).lenses
        self.assertEqual(sum(lens.frames for lens in lenses), sum("focal_min_mm" in one for one in some))
        for lens in lenses:
            of = [
                one for one in some if "focal_min_mm" in one and (one["lens_name"].value if "lens_name" in one else "") in (lens.name, "")
            ]
            self.assertLessEqual(lens.focal_min_mm, min((one["focal_min_mm"].value for one in of if "lens_name" in one), default=1e9))

    @given(st.lists(frames, min_size=3, max_size=5), st.integers(1, 2))
    def test_frames_of_another_camera_are_left_out_and_counted(self, own: list[dict[str, Told]], strangers: int) -> None:
        other = {"name": Told("Heron", ""), "iso": Told(1e8, ""), "pixels_wide": Told(1e8, ""), "pixels_high": Told(1e8, "")}
        alone, mixed = together(own), together([*[other] * strangers, *own])
        self.assertEqual(mixed.others, {"Heron": strangers})
        self.assertEqual((mixed.frames, mixed.figures, mixed.lenses), (len(own), alone.figures, alone.lenses))

    def test_the_surer_source_and_the_longer_lens_say_how_large_the_sensor_is(self) -> None:
        def frame(width: float, source: str, focal: float, pixels: float = 6000) -> dict[str, Told]:
            sized = {"pixels_wide": Told(pixels, ""), "pixels_high": Told(pixels / 1.5, ""), "focal_mm": Told(focal, "")}
            return {**sized, "sensor_width_mm": Told(width, source), "sensor_height_mm": Told(width / 1.5, source)}

        plane, like = BEST_FIRST
        for some, width in (
            ([frame(35.0, like, 24), frame(36.1, like, 200), frame(35.5, like, 50)], 36.1),
            ([frame(35.0, like, 200), frame(35.9, plane, 24)], 35.9),
            ([frame(23.5, plane, 24, 4000), frame(36.1, like, 24)], 36.1),
        ):
            self.assertEqual(together(some).figures["sensor_width_mm"].value, width)
