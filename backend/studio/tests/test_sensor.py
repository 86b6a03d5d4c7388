"""A body's sensor measured by raws that a made-up sensor shot: brought over HTTP and on its page, told ISO by ISO, taken, given back."""

from __future__ import annotations

import io
import json
import math
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

import numpy as np
import tifffile
from django.test import TestCase
from playwright.sync_api import expect

from craft.review.tests.test_photon import BLACK, WHITE, Body
from images.tests.test_light import KINDS
from kit.models import Piece, SensorBefore
from outings.demo_people import load_demo_people
from outings.models import Outing
from people.tests.caller import TOKEN, Caller
from studio.tests.browser import BrowserCase

SWIFT = "merrow-swift-20"


def raw_of(body: Body, iso: float, share: float, size: int = 128) -> bytes:
    """A DNG of an even light: the greens of a made-up sensor, its red and blue as they come."""
    greens = body.shot(iso, share, size).counts
    counts = np.full((2 * size, 2 * size), 700, np.uint16)
    counts[0::2, 1::2], counts[1::2, 0::2] = greens
    tags = [
        (50706, "B", 4, (1, 4, 0, 0), True),
        (50708, "s", 0, "made up", True),
        (272, "s", 0, "made up", True),
        (33421, "H", 2, (2, 2), True),
        (33422, "B", 4, (0, 1, 1, 2), True),
        (50714, "H", 1, int(BLACK), True),
        (50717, "H", 1, int(WHITE), True),
        (50721, "2i", 9, (1, 1, 0, 1, 0, 1, 0, 1, 1, 1, 0, 1, 0, 1, 0, 1, 1, 1), True),
        (50778, "H", 1, 21, True),
        (33434, "2I", 1, (1, 100), True),
        (34855, "H", 1, int(iso), True),
    ]
    out = io.BytesIO()
    tifffile.imwrite(out, counts, photometric=32803, extratags=tags, metadata=None)
    return out.getvalue()


def series(body: Body, iso: float) -> list[bytes]:
    """Two frames without light, and two of each of four."""
    return [raw_of(body, iso, share) for share in (0.0, 0.03, 0.15, 0.4, 0.7) for _ in range(2)]


class OverHttp(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.day = Outing.objects.get(person__username="demo.ilse")
        cls.sensor = Body(21, 41_000, 2.2, 5.0)

    def setUp(self) -> None:
        self.caller = Caller(self.day.person)

    def bring(self, data: bytes, name: str = "flat.dng", status: int = 200, slug: str = SWIFT) -> dict[str, Any]:
        path = f"/api/kit/bodies/{slug}/sensor/frames?name={name}"
        answer = self.caller.client.post(path, data, content_type="application/octet-stream", headers={"X-CSRFToken": TOKEN})
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return json.loads(answer.content)

    def document(self) -> dict[str, Any]:
        return Piece.objects.get(person=self.day.person, slug=SWIFT).document

    def test_its_figures_are_told_taken_used_and_given_back(self) -> None:
        before = self.document()
        for iso in (100.0, 400.0):
            for k, data in enumerate(series(self.sensor, iso)):
                told = self.bring(data, f"{iso:.0f}-{k}.dng")
        self.assertEqual((told["frames"], [row["lacks"] for row in told["isos"]]), (20, ["", ""]))
        for row in told["isos"]:
            self.assertAlmostEqual(row["gain"] / self.sensor.gain(row["iso"]), 1.0, delta=0.03)
            self.assertAlmostEqual(row["read_e"], self.sensor.read_e(row["iso"]), delta=0.12)
        self.assertAlmostEqual(told["found"]["full_well_e"] / self.sensor.full_e, 1.0, delta=0.03)
        self.assertFalse(told["taken"])
        path = f"/api/kit/bodies/{SWIFT}/sensor"
        taken = self.caller.send("PUT", path).json()
        self.assertTrue(taken["taken"])
        self.assertAlmostEqual(self.document()["full_well_e"], told["found"]["full_well_e"], delta=10)
        self.assertEqual({name: value for name, value in self.document().items() if name not in taken["now"] and name != "assumed"},
                         {name: value for name, value in before.items() if name not in taken["now"] and name != "assumed"})  # fmt: skip
        self.assertFalse(set(self.document().get("assumed", [])) & set(taken["now"]))
        self.caller.send("PUT", path)
        back = self.caller.post(f"{path}/back").json()
        self.assertEqual((self.document(), back["taken"], SensorBefore.objects.count()), (before, False, 0))
        self.assertEqual(self.caller.post(f"{path}/back").status_code, 422)
        self.assertEqual(self.caller.delete(path).status_code, 204)
        self.assertEqual(self.caller.send("PUT", path).status_code, 422)
        self.assertEqual(self.caller.get(path).json()["isos"], [])

    def test_what_tells_nothing_is_refused_and_a_file_counts_once(self) -> None:
        even = raw_of(self.sensor, 100.0, 0.3)
        self.assertIn("even, 30 % full, ISO 100", self.bring(even)["said"])
        self.assertIn("had come already", self.bring(even)["said"])
        self.assertEqual(self.bring(raw_of(self.sensor, 100.0, 0.6))["isos"][0]["lacks"], "a second frame of the same light beside each")
        self.assertIn("it is clipped", str(self.bring(raw_of(self.sensor, 100.0, 1.3), status=422)))
        for kind in ("jpeg", "exr"):
            self.assertIn("accepted", str(self.bring(KINDS[kind](), status=422)))
        self.assertIn("accepted", str(self.bring(b"nothing", status=422)))
        self.bring(even, status=404, slug="no-such-body")
        other = Caller(Outing.objects.get(person__username="demo.bram").person)
        self.assertEqual(other.get(f"/api/kit/bodies/{SWIFT}/sensor").json()["frames"], 0, "each has a body of this name")
        self.assertEqual(Piece.objects.get(person=self.day.person, slug=SWIFT).sensor_frames.count(), 2)


class OnItsPage(BrowserCase):
    def test_raws_are_brought_and_what_they_tell_is_taken_and_given_back(self) -> None:
        body, piece = Body(22, 64_000, 1.9, 3.0), Piece.objects.get(person=self.ilse, slug=SWIFT)
        before = piece.document["full_well_e"]
        page = self.open(f"/kit/bodies/{SWIFT}")
        page.get_by_text("measure it", exact=True).click()
        with TemporaryDirectory() as folder:
            files = [*series(body, 100.0), raw_of(body, 100.0, 1.4), raw_of(body, 200.0, 0.2)]
            paths = [Path(folder) / f"{k:02d}.dng" for k in range(len(files))]
            for path, data in zip(paths, files, strict=True):
                path.write_bytes(data)
            page.get_by_label("bring raws that its sensor is measured by").set_input_files([str(path) for path in paths])
            expect(page.get_by_text("11 of 120 frames")).to_be_visible()
            self.answered(page)
        expect(page.get_by_role("alert")).to_contain_text("10.dng: it is clipped: give it less light")
        told = page.get_by_role("group", name="what each ISO tells")
        expect(told.get_by_role("row", name="200 it lacks a second frame of the same light beside each")).to_be_visible()
        page.get_by_role("button", name="Take what was measured").click()
        expect(page.get_by_text("the body has it now")).to_be_visible()
        piece.refresh_from_db()
        self.assertLess(abs(math.log2(piece.document["full_well_e"] / 64_000)), 0.05)
        page.reload()
        page.get_by_text("measure it", exact=True).click()
        page.get_by_role("button", name="Give back what stood there").click()
        expect(page.get_by_text("as it was before it was measured")).to_be_visible()
        piece.refresh_from_db()
        self.assertEqual(piece.document["full_well_e"], before)
        page.get_by_role("button", name="Begin again").click()
        expect(page.get_by_text("0 of 120 frames")).to_be_visible()
        self.assertEqual([one for one in self.wrong if "422" not in one], [])
