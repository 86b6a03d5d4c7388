"""Frames of a burst beside each other: which is sharp, which was shaken, where, pixel by pixel, and what of it goes out."""

from __future__ import annotations

import csv
import io
import zipfile

import numpy as np
from PIL import Image
from scipy import ndimage

from craft.review.tests.test_blur import levels, shapes, smeared
from frames.tests.shooting import OnADay, frame_file
from frames.tests.test_came import at
from people.tests.caller import Caller


class Burst(OnADay):
    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        scene = shapes(5, 1200, 800)
        seen = {
            "sharp": scene,
            "shaken": smeared(scene, 12, 30),
            "soft": ndimage.gaussian_filter(scene, 3),
            "none": np.full((800, 1200), 0.4),
        }
        cls.seen = {name: levels(light) for name, light in seen.items()}

    def setUp(self) -> None:
        super().setUp()
        second = at(self.picture.begins)[:6]
        self.ids = {}
        for k, (name, pixels) in enumerate(self.seen.items()):
            data = frame_file(f"{second}{k:02d}", pixels=pixels)
            self.ids[name] = self.bring(data, f"{name}.JPG")["id"]
        self.alone = self.bring(frame_file(f"{second}40", pixels=self.seen["soft"]), "later.JPG")["id"]
        self.frames = {row["name"].split(".")[0]: row for row in self.came(self.picture.pk)}

    def test_each_is_told_in_words_and_the_sharpest_of_its_burst_is_named(self) -> None:
        told = {name: row["sharp"] for name, row in self.frames.items()}
        self.assertEqual(
            {name: one["how"] for name, one in told.items()},
            {"sharp": "nothing", "shaken": "all", "soft": "nothing", "none": "unsure", "later": "nothing"},
        )
        self.assertEqual([name for name, one in told.items() if one["sharpest"]], ["sharp"])
        self.assertEqual([name for name, one in told.items() if one["soft"]], ["shaken", "soft", "later"])
        self.assertRegex(told["shaken"]["text"], r"^All of it is smeared over 1\d px, rising to the right: the camera moved\.$")
        self.assertRegex(told["soft"]["text"], r"^Where it is sharpest it is blurred over \d+ px, and its output hides \d+\.$")
        self.assertEqual(told["none"]["text"], "Too few edges tell how sharp it is.")
        bursts = {name: row["burst"] for name, row in self.frames.items()}
        self.assertEqual({bursts[name] for name in self.seen}, {self.ids["sharp"]})
        self.assertEqual(bursts["later"], self.alone)
        review = self.review(self.picture.pk)
        self.assertEqual((review["soft"], review["shaken"]), (3, 1))

    def test_the_piece_is_what_lies_there_in_the_file_and_nobody_elses(self) -> None:
        row = self.frames["sharp"]
        path = f"/api/came/{row['id']}/fine.jpg"
        piece = np.asarray(Image.open(io.BytesIO(self.caller.get(path).content)).convert("L")).astype(int)
        left, top = round(row["fine"]["left"] * 1200), round(row["fine"]["top"] * 800)
        self.assertEqual((piece.shape, row["fine"]["times"]), ((300, 400), 1))
        self.assertLess(np.abs(piece - self.seen["sharp"][top : top + 300, left : left + 400]).mean(), 3)
        self.assertEqual(Caller(self.stranger).get(path).status_code, 404)
        self.assertEqual(self.caller.get("/api/came/99999/fine.jpg").status_code, 404)

    def test_what_no_output_is_known_for_is_told_without_one(self) -> None:
        self.put("picture", {"frames": [self.ids["soft"]], "situation": None})
        self.put("clock", {"said": "Merrow Swift, 20 MP", "off_s": 12 * 3600})
        [loose] = [row for row in self.came() if row["name"] == "soft.JPG"]
        self.assertRegex(loose["sharp"]["text"], r"^Where it is sharpest it is blurred over \d+ px\.$")
        self.assertFalse(loose["sharp"]["soft"])

    def test_a_marked_grey_tells_the_white_instead_of_the_planned_one(self) -> None:
        warm = np.stack([np.full((80, 120), level, np.uint8) for level in (124, 118, 108)], -1)
        warm[:, :40] = 255
        ids = {}
        for kelvin in (None, 5200):
            self.picture.document |= {"settings": {} if kelvin is None else {"white_mode": "kelvin", "white_kelvin": float(kelvin)}}
            self.picture.save()
            at_second = 50 if kelvin is None else 51
            ids[kelvin] = self.bring(frame_file(f"{at(self.picture.begins)[:6]}{at_second}", pixels=warm))["id"]
            told = self.get(f"/api/came/{ids[kelvin]}/grey?x=0.7&y=0.5")
            self.assertTrue(15 < told["mired"] < 60 and abs(told["tint"]) < 6, told)
            if kelvin is not None:
                self.assertAlmostEqual(told["kelvin"], 1e6 / (1e6 / kelvin + told["mired"]), places=3)
                self.assertIn(f"If white stood at {kelvin} K as planned", told["text"])
        white = self.get(f"/api/came/{ids[5200]}/grey?x=0.1&y=0.5")
        self.assertEqual((white["mired"], white["kelvin"]), (None, None))
        self.assertIn("full white", white["text"])
        self.assertEqual(self.caller.get(f"/api/came/{ids[5200]}/grey?x=2").status_code, 422)
        self.assertEqual(Caller(self.stranger).get(f"/api/came/{ids[5200]}/grey").status_code, 404)

    def test_it_goes_out_as_a_table_as_json_and_with_the_account(self) -> None:
        path = f"/api/outings/{self.outing.pk}/came"
        rows = {row["file"]: row for row in csv.DictReader(io.StringIO(self.caller.get(f"{path}.csv").content.decode()))}
        self.assertEqual((rows["shaken.JPG"]["smeared"], rows["sharp.JPG"]["smear_px"]), ("all", ""))
        self.assertTrue(8 < float(rows["shaken.JPG"]["smear_px"]) < 16 and 15 < float(rows["shaken.JPG"]["smear_deg"]) < 45)
        self.assertEqual(self.caller.get(f"{path}.json").json()["frames"][3]["blur_px"], None)
        packed = zipfile.ZipFile(io.BytesIO(b"".join(self.caller.get("/api/me/export.zip").streaming_content)))
        self.assertIn(f"frames/{self.ids['sharp']}-fine.jpg", packed.namelist())
