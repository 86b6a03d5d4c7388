"""What was judged goes out again: as sidecars that another program and this one read, and as a sheet to print."""

from __future__ import annotations

import io
import subprocess
import zipfile
from xml.etree import ElementTree

from frames.day import day_of
from frames.models import Frame
from frames.report import SHOWN, report_of, shown_of
from frames.tests.shooting import OnADay, frame_file
from frames.tests.test_came import at
from outings.reading import Kit


class Out(OnADay):
    def test_ratings_go_out_beside_their_files_and_come_in_again_as_they_were(self) -> None:
        verdicts = {"TSA_0001.JPG": True, "TSA_0002.JPG": False, "TSA_0003.JPG": None, "TSA_0004.JPG": None, "TSA_0005.DNG.JPG": True}
        files = {name: frame_file(at(self.picture.begins, k), rating=4 if k == 3 else None) for k, name in enumerate(verdicts)}
        ids = {name: self.bring(data, name)["id"] for name, data in files.items()}
        other = self.bring(frame_file(at(self.picture.begins, 9), body="Oxwick Plate 60"), "TSA_0001.JPG")["id"]
        for verdict in (True, False):
            chosen = [ids[name] for name, kept in verdicts.items() if kept is verdict] + ([other] if verdict else [])
            self.put("kept", {"frames": chosen, "kept": verdict})
        data = self.caller.get(f"/api/outings/{self.outing.pk}/came.zip").content
        packed = zipfile.ZipFile(io.BytesIO(data))
        self.assertIsNone(packed.testzip())
        told = {}
        for name in packed.namelist():
            entries = [one.attrib for one in ElementTree.fromstring(packed.read(name)).iter()]
            [told[name]] = [value for of in entries for key, value in of.items() if key.endswith("}Rating")]
        self.assertEqual(
            told,
            {
                "merrow-swift-20-mp/TSA_0001.xmp": "1",
                "merrow-swift-20-mp/TSA_0002.xmp": "-1",
                "merrow-swift-20-mp/TSA_0004.xmp": "4",
                "merrow-swift-20-mp/TSA_0005.DNG.xmp": "1",
                "oxwick-plate-60/TSA_0001.xmp": "1",
            },
        )
        self.outing.came.all().delete()
        for name, file in files.items():
            self.bring(file, name)
        for name in packed.namelist():
            if name.startswith("merrow"):
                self.bring(packed.read(name), name.split("/")[1])
        again = {row.name: row.frame.kept for row in day_of(self.outing).rows}
        self.assertEqual(again, {**verdicts, "TSA_0004.JPG": True})

    def test_the_sheet_says_what_the_screen_says_with_pictures_of_what_was_kept(self) -> None:
        for k in range(30):
            self.bring(frame_file(at(self.picture.begins, k), iso=400 if k < 12 else 6400, level=100 + k), f"TSA_{k:04d}.JPG")
        kept = list(Frame.objects.order_by("taken")[3:6].values_list("pk", flat=True))
        self.put("kept", {"frames": kept, "kept": True})
        rows = day_of(self.outing).of(self.picture.pk)
        shown = shown_of(rows)
        self.assertEqual(len(shown), SHOWN)
        self.assertTrue(set(kept) <= {row.pk for row in shown})
        self.assertEqual([row.pk for row in shown], [row.pk for row in sorted(shown, key=lambda row: row.frame.at_s)])
        told, screen = report_of(self.outing, Kit(self.ilse)), self.review(self.picture.pk)
        [one] = told["pictures"]
        self.assertEqual((one["frames"], one["kept"], one["drifts"]), (30, 3, screen["drifts"]))
        pdf = self.caller.get(f"/api/outings/{self.outing.pk}/came.pdf").content
        words = subprocess.run(["pdftotext", "-", "-"], input=pdf, capture_output=True, check=True).stdout.decode()
        for text in (self.outing.title, screen["title"], "30 frames", "3 kept of 3 judged", screen["drifts"][0]["begins"]):
            self.assertIn(text, " ".join(words.split()))
        pictures = subprocess.run(["pdfimages", "-list", "-"], input=pdf, capture_output=True, check=True).stdout.decode()
        self.assertEqual(len(pictures.splitlines()) - 2, SHOWN)
        self.assertEqual(self.caller.get(f"/api/outings/{self.outing.pk}/came.zip").status_code, 200)

    def test_a_day_of_which_nothing_came_has_an_empty_zip_and_a_sheet_that_says_so(self) -> None:
        data = self.caller.get(f"/api/outings/{self.outing.pk}/came.zip").content
        self.assertEqual(zipfile.ZipFile(io.BytesIO(data)).namelist(), [])
        self.assertTrue(self.caller.get(f"/api/outings/{self.outing.pk}/came.pdf").content.startswith(b"%PDF"))
