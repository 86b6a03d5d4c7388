"""A body's sensor measured by raws that a made-up sensor shot: brought over HTTP and on its page, told ISO by ISO, taken, given back."""

from __future__ import annotations

import io
import json
import math
from collections.abc import Sequence
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

import numpy as np
import tifffile
from django.test import TestCase
from playwright.sync_api import expect

from craft.review.tests.test_photon import BLACK, WHITE, Body
from forms.kit_form import BodyForm
from images.tests.test_light import KINDS
from kit.models import Piece, SensorBefore
from outings.demo_people import load_demo_people
from outings.models import Outing
from people.tests.caller import TOKEN, Caller
from studio.tests.browser import BrowserCase

SWIFT = "merrow-swift-20"


def raw_of(
    body: Body, iso: float, share: float, size: int = 128, program: int | None = None, compensation: tuple[int, int] = (0, 1)
) -> bytes:
    """A DNG of an even light: the greens of a made-up sensor, its red and blue as they come; program: as EXIF has it, with its compensation."""
    exposed = [] if program is None else [(34850, "H", 1, program, True), (37380, "2i", 1, compensation, True)]
    return dng(body.shot(iso, share, size).counts, iso, (1, 100), exposed)


def under_lamp(body: Body, bands: float, phase: float, share: float = 0.3, time_s: tuple[int, int] = (1, 1000), size: int = 128) -> bytes:
    """A DNG of an even wall over which a lamp has drawn so many bands."""
    shown = body.shot(100.0, share, size).counts.astype(float) - BLACK
    lines = np.arange(2 * size).reshape(size, 2).T[:, :, None] / (2 * size)
    lamp = 1 + 0.3 * np.cos(2 * math.pi * (bands * lines + phase))
    return dng(np.clip(shown * lamp + BLACK, 0, WHITE).astype(np.uint16), 100.0, time_s)


def dng(greens: np.ndarray, iso: float, time_s: tuple[int, int], exposed: Sequence[tuple[object, ...]] = ()) -> bytes:
    """A raw of these two greens, (2, n, n)."""
    size = greens.shape[1]
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
        (33434, "2I", 1, time_s, True),
        *exposed,
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

    def bring(self, data: bytes, name: str = "flat.dng", status: int = 200, slug: str = SWIFT, lamp: bool = False) -> dict[str, Any]:
        path = f"/api/kit/bodies/{slug}/sensor/frames?name={name}&lamp={lamp}"
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

    def test_bands_under_a_lamp_tell_how_long_a_frame_is_read_by_the_mains_at_home(self) -> None:
        """Two and a half bands: 25 ms where the mains alternate fifty times a second, 20.8 where sixty times. Both are taken, and given back with what else was measured."""
        before, path = self.document(), f"/api/kit/bodies/{SWIFT}/sensor"
        self.assertEqual(self.caller.send("PUT", f"{path}/readout").status_code, 422)
        for k in range(7):
            told = self.bring(under_lamp(self.sensor, 2.5, 0.61 * k), f"{k}.dng", lamp=True)
            out = told["read_out"]
            self.assertEqual((told["frames"], out["frames"], bool(out["lacks"])), (0, k + 1, k < 5), out)
        self.assertAlmostEqual(out["read_s"], 0.025, delta=4 * out["read_off"] + 1e-4)
        self.assertAlmostEqual(out["depth"], 0.3, delta=0.03)
        self.assertLess(out["read_off"], 2e-4)
        taken = self.caller.send("PUT", f"{path}/readout").json()
        self.assertEqual((taken["taken"], taken["read_out"]["taken"]), (False, True), "of the sensor only how long it is read")
        self.assertAlmostEqual(self.document()["readout_s"], out["read_s"], delta=1e-5)
        now = self.caller.get("/api/profile").json()
        self.assertEqual(self.caller.put("/api/profile", now["document"] | {"mains_hz": 60}, now["version"]).status_code, 200)
        at_sixty = self.caller.get(path).json()["read_out"]
        self.assertAlmostEqual(at_sixty["read_s"] * 6, out["read_s"] * 5, delta=1e-9)
        self.caller.send("PUT", f"{path}/readout")
        self.assertAlmostEqual(self.document()["readout_s"], 0.0208, delta=2e-4)
        for data in series(self.sensor, 100.0):
            self.bring(data)
        self.assertTrue(self.caller.send("PUT", path).json()["taken"])
        back = self.caller.post(f"{path}/back").json()
        self.assertEqual((self.document(), back["taken"], back["read_out"]["taken"]), (before, False, False), "the first that stood there")
        self.assertEqual((self.caller.delete(path).status_code, self.caller.get(path).json()["read_out"]["frames"]), (204, 0))

    def test_frames_as_they_were_metered_tell_where_grey_lies_and_it_is_taken_used_and_given_back(self) -> None:
        """A body that keeps a third of a stop more back than the rating says: its wall lies so much darker, whatever it was told to add."""
        before, path, lies = self.document(), f"/api/kit/bodies/{SWIFT}/sensor", math.log2(7.8) + 1 / 3
        self.assertEqual(self.caller.send("PUT", f"{path}/grey").status_code, 422)
        self.assertEqual(self.bring(raw_of(self.sensor, 100.0, 0.3, program=1))["grey"]["frames"], 0, "a hand chose its exposure")
        self.assertEqual(self.bring(raw_of(self.sensor, 100.0, 0.3, program=8))["grey"]["frames"], 0, "a scene's program does as it likes")
        self.assertEqual(self.bring(raw_of(self.sensor, 100.0, 0.0, program=2))["grey"]["frames"], 0, "the cap was on")
        for k, (program, thirds) in enumerate(((2, 0), (3, -4), (4, 5), (3, 1))):
            share = 2 ** (thirds / 3 - lies)
            grey = self.bring(raw_of(self.sensor, 100.0 if k else 400.0, share, program=program, compensation=(thirds, 3)), f"{k}.dng")[
                "grey"
            ]
            self.assertEqual((grey["frames"], bool(grey["lacks"])), (k + 1, k < 2), grey)
        self.assertAlmostEqual(grey["stops"], lies, delta=0.02)
        self.assertLess(grey["off"], 0.01)
        taken = self.caller.send("PUT", f"{path}/grey").json()
        self.assertEqual((taken["grey"]["taken"], taken["taken"]), (True, False))
        sensor = BodyForm.model_validate(self.document()).value(SWIFT).sensor
        self.assertAlmostEqual(sensor.clip_above_grey_stops, lies, delta=0.02)
        self.bring(raw_of(self.sensor, 100.0, 0.6, program=2), "another.dng")
        self.assertIn("frames that agree", self.caller.get(path).json()["grey"]["lacks"])
        self.assertEqual(self.caller.send("PUT", f"{path}/grey").status_code, 422)
        self.caller.post(f"{path}/back")
        self.assertEqual(self.document(), before)
        self.assertEqual(BodyForm.model_validate(before).value(SWIFT).sensor.clip_above_grey_stops, math.log2(7.8))

    def test_a_frame_under_a_lamp_that_shows_no_bands_says_why_at_its_name(self) -> None:
        for why, data in (
            ("it is clipped", under_lamp(self.sensor, 2.0, 0.0, share=1.2)),
            ("it is too dark", under_lamp(self.sensor, 2.0, 0.0, share=0.004)),
            ("longer than a pulse", under_lamp(self.sensor, 2.0, 0.0, time_s=(1, 50))),
        ):
            self.assertIn(
                f"lamp.dng: {why}", str(self.bring(data, "lamp.dng", status=422, lamp=True)).replace("its time of 0.02 s is ", "")
            )
        same = under_lamp(self.sensor, 0.1, 0.3)
        self.assertIn("under a lamp", self.bring(same, lamp=True)["said"])
        self.assertIn("had come already", self.bring(same, lamp=True)["said"])
        self.assertIn("came as one under a lamp already", str(self.bring(same, status=422)))
        even = raw_of(self.sensor, 100.0, 0.3)
        self.bring(even)
        self.assertIn("longer than a pulse", str(self.bring(even, status=422, lamp=True)))
        self.assertIn("not as many lines", str(self.bring(under_lamp(self.sensor, 2.0, 0.0, size=64), status=422, lamp=True)))
        self.assertEqual(Piece.objects.get(person=self.day.person, slug=SWIFT).lamp_frames.count(), 1)

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
        page = self.open(f"/kit/bodies/{SWIFT}?sheet=sensor")
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
        with TemporaryDirectory() as folder:
            paths = [Path(folder) / f"as metered {k}.dng" for k in range(3)]
            for path in paths:
                path.write_bytes(raw_of(body, 100.0, 0.1, program=3))
            page.get_by_label("bring raws that its sensor is measured by").set_input_files([str(path) for path in paths[:2]])
            expect(page.get_by_text("it lacks 1 more raw of an even wall as its meter sets it")).to_be_visible()
            self.answered(page)
            page.get_by_label("bring raws that its sensor is measured by").set_input_files([str(path) for path in paths])
            expect(page.get_by_role("img", name="grey 3.32 stops under white")).to_be_visible()
            self.answered(page)
        page.get_by_role("button", name="Take this distance").click()
        expect(page.get_by_text("by 3 metered raws. The body has 3.32")).to_be_visible()
        with TemporaryDirectory() as folder:
            paths = [Path(folder) / f"{k:02d}.dng" for k in range(7)]
            for k, path in enumerate(paths):
                path.write_bytes(under_lamp(body, 3.2, 0.61 * k))
            page.get_by_label("bring raws of a wall under a lamp").set_input_files([str(path) for path in paths])
            expect(page.get_by_text("7 of 24 frames under a lamp")).to_be_visible()
            self.answered(page)
        expect(page.get_by_role("img", name="3.2 bands in a frame")).to_be_visible()
        page.get_by_role("button", name="Take this time").click()
        expect(page.get_by_role("button", name="Take this time anew")).to_be_visible()
        expect(page.get_by_text("3.20 bands in a frame")).to_contain_text("The body has 32.0 ms")
        piece.refresh_from_db()
        self.assertAlmostEqual(piece.document["readout_s"], 0.032, delta=2e-4)
        page.get_by_role("button", name="Give back what stood there").click()
        page.get_by_role("button", name="Begin again").click()
        expect(page.get_by_text("0 of 120 frames")).to_be_visible()
        expect(page.get_by_text("0 of 24 frames under a lamp")).to_be_visible()
        self.assertEqual([one for one in self.wrong if "422" not in one], [])
