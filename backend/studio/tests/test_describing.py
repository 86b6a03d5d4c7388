"""A body of one's own: from six answers, from one of its pictures, and on to a setup without a word about the rest."""

from __future__ import annotations

import io
import math
import os
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

import exiv2
from django.contrib.auth import get_user_model
from django.test import TestCase
from PIL import Image

from craft.kit.kinds import BY_SIZE, KINDS
from forms.describe_form import DescribeForm, described_body, described_lens
from people.tests.caller import Caller, pointers

SIX: dict[str, Any] = {"name": "Brassbound Eleven", "kind": "detail", "sensor": "full", "megapixels": 45, "max_iso": 25600}
TOLD = {
    "Exif.Image.Model": "Brassbound Eleven",
    "Exif.Photo.FocalLength": "40/1",
    "Exif.Photo.FNumber": "28/10",
    "Exif.Photo.ExposureTime": "1/250",
    "Exif.Photo.ISOSpeedRatings": "6400",
    "Exif.Photo.LensModel": "Brassbound 28-75",
    "Exif.Photo.LensSpecification": "28/1 75/1 28/10 28/10",
}


def frame(kind: str = "JPEG", size: tuple[int, int] = (600, 400), **entries: str) -> bytes:
    """A picture with data about its camera, as a camera writes it."""
    out = io.BytesIO()
    Image.new("RGB", size, (90, 120, 60)).save(out, kind)
    with TemporaryDirectory() as folder:
        path = Path(folder) / "frame"
        path.write_bytes(out.getvalue())
        image = exiv2.ImageFactory.open(str(path))
        image.readMetadata()
        data = image.exifData()
        for key, value in {**TOLD, **entries}.items():
            data[key.replace("__", ".")] = value
        image.setExifData(data)
        image.writeMetadata()
        return path.read_bytes()


class Described(TestCase):
    def setUp(self) -> None:
        self.person = get_user_model().objects.create_user("wren")
        self.caller = Caller(self.person)

    def picture(self, content: bytes) -> Any:
        return self.caller.client.generic(
            "POST",
            "/api/kit/picture",
            content,
            content_type="application/octet-stream",
            headers={"X-CSRFToken": self.caller.client.cookies["csrftoken"].value},
        )

    def test_every_kind_on_every_sensor_is_a_whole_body_that_says_what_it_assumed(self) -> None:
        for kind in KINDS:
            for size in BY_SIZE.values():
                form = DescribeForm.model_validate({**SIX, "kind": kind.slug, "sensor": size.slug, "megapixels": 20})
                body, own = described_body(form).value("x"), described_lens(form)
                with self.subTest(kind=kind.slug, size=size.slug):
                    self.assertAlmostEqual(body.sensor.pixels_wide * body.sensor.pixels_high / 1e6, 20, delta=0.1)
                    self.assertAlmostEqual(body.sensor.full_well_e / (body.sensor.pitch_m * 1e6) ** 2, 2500, delta=130)
                    self.assertTrue({"full_well_e", "longest_s", "detects"} <= body.assumed)
                    self.assertFalse({"name", "max_iso", "pixels_wide", "finder"} & body.assumed)
                    self.assertEqual(body.traits.slots, kind.slots)
                    self.assertEqual(own is not None, kind.own_lens is not None)
                    if own:
                        lens = own.value("y")
                        self.assertAlmostEqual(lens.focal_max_mm * body.sensor.crop, kind.own_lens.focal_max_36, delta=3)

    def test_a_body_in_one_piece_brings_its_lens(self) -> None:
        made = self.caller.post("/api/kit/described", {**SIX, "kind": "one_piece", "sensor": "inch", "megapixels": 20}).json()
        kit = self.caller.get("/api/kit").json()
        self.assertEqual(made["document"]["fixed_lens"], kit["lenses"][0]["slug"])
        asked = {"genre": "everyday", "body": made["document"] | {"fixed_lens": None}, "lens": kit["lenses"][0]["document"]}
        self.assertEqual(self.caller.post("/api/advise", {**asked, "light": {"ev100": 12}}).status_code, 200)

    def test_what_cannot_be_is_said_where_it_was_typed(self) -> None:
        for change, place in (
            ({"megapixels": 0}, "/megapixels"),
            ({"megapixels": 1000, "sensor": "inch"}, "/megapixels"),
            ({"max_iso": 50}, ""),
            ({"sensor": None}, ""),
            ({"sensor_width_mm": 36.0, "sensor_height_mm": 24.0}, ""),
            ({"kind": "submarine"}, "/kind"),
            ({"name": ""}, "/name"),
        ):
            answer = self.caller.post("/api/kit/described", {**SIX, **change})
            with self.subTest(change=change):
                self.assertEqual((answer.status_code, pointers(answer)), (422, {place}))
        self.assertEqual(self.caller.get("/api/kit").json(), {"bodies": [], "lenses": [], "unread": [], "aside": []})

    def test_a_picture_tells_body_and_lens_and_where_each_figure_is_from(self) -> None:
        """A 600 x 400 frame of a 36 mm wide sensor has 16.7 pixels a millimetre; 40 mm like 60 mm is a crop of 1.5."""
        for kind in ("JPEG", "TIFF"):
            plane = {"Exif__Photo__FocalPlaneXResolution": "16667/1000", "Exif__Photo__FocalPlaneResolutionUnit": "4"}
            told = self.picture(frame(kind, **plane)).json()["told"]
            self.assertEqual((told["name"]["value"], told["iso"]["value"]), ("Brassbound Eleven", 6400))
            self.assertAlmostEqual(told["sensor_width_mm"]["value"], 36.0, delta=0.1)
            self.assertIn("focal plane", told["sensor_width_mm"]["source"])
            self.assertEqual([told[k]["value"] for k in ("focal_min_mm", "focal_max_mm", "widest_short")], [28, 75, 2.8])
            self.assertAlmostEqual(told["time_s"]["value"], 1 / 250)
        like = self.picture(frame(Exif__Photo__FocalLengthIn35mmFilm="60")).json()["told"]
        self.assertAlmostEqual(math.hypot(like["sensor_width_mm"]["value"], like["sensor_height_mm"]["value"]), 43.27 / 1.5, delta=0.1)
        self.assertIn("equivalent", like["sensor_width_mm"]["source"])
        self.assertNotIn("sensor_width_mm", self.picture(frame()).json()["told"])

    def test_a_body_can_do_at_least_what_its_frames_show(self) -> None:
        kind = next(one for one in KINDS if one.slug == SIX["kind"])
        seen = {
            "lowest_iso": 50,
            "highest_iso": SIX["max_iso"],
            "shortest_s": 1 / 64000,
            "longest_s": 60.0,
            "bits": 16,
            "raw_mb": {"lossy": 9.0},
        }
        form = DescribeForm.model_validate({**SIX, "seen": seen})
        body = described_body(form).value("x")
        self.assertEqual((body.base_iso, body.longest_s, body.shortest_electronic_s, body.sensor.bits), (50, 60.0, 1 / 64000, 16))
        self.assertNotIn("bits", body.assumed)
        self.assertEqual((body.raw_bytes("lossy"), round(body.raw_bytes("none") / 1e6, 3)), (9e6, 20.0))
        usual = {"lowest_iso": 400, "shortest_s": 1.0, "longest_s": 0.5}
        plain = described_body(DescribeForm.model_validate({**SIX, "seen": usual}))
        self.assertEqual(plain, described_body(DescribeForm.model_validate(SIX)), f"{kind.slug} does all that")
        refused = self.caller.post("/api/kit/described", {**SIX, "seen": {"highest_iso": SIX["max_iso"] * 2}})
        self.assertEqual(refused.status_code, 422)
        self.assertIn("a frame of it was taken there", refused.json()["errors"][0]["detail"])

    def test_what_is_not_a_picture_gets_a_sentence(self) -> None:
        whole = frame()
        silent = io.BytesIO()
        Image.new("RGB", (40, 30)).save(silent, "JPEG")
        for content in (b"", b"hello", os.urandom(5000), silent.getvalue(), whole[:20], b"GIF89a" + b"\0" * 100, b"<svg></svg>"):
            answer = self.picture(content)
            with self.subTest(content=content[:12]):
                self.assertEqual(answer.status_code, 422)
                self.assertIn("JPEG", answer.json()["errors"][0]["detail"])
        for at in range(30, len(whole), 97):  # cut or damaged anywhere, it is a picture or it is not
            damaged = whole[:at] + bytes([whole[at] ^ 0xFF]) + whole[at + 1 :]
            for content in (whole[:at], damaged):
                self.assertIn(self.picture(content).status_code, (200, 422))
