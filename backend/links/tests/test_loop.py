"""The whole loop: a slot loaded, fired through while the light falls and a wheel is bumped, fetched, judged, learned from, and used by the next setup."""

from __future__ import annotations

import math

import numpy as np
from scipy.special import expit

from craft.scales.series import Dial, stops_of
from kit.models import Slot
from links.tests.test_link import SLUG, Linked
from people.models import Profile

HALF_AT = 1600.0
"""ISO at which half is kept of what is kept in good light: what is to be found."""


class Loop(Linked):
    def test_a_day_goes_out_and_comes_back_wiser(self) -> None:
        self.outing.came.all().delete()
        self.assertEqual(self.pair().status_code, 200)
        self.load_whole(self.terns)
        self.keep(self.terns, 1)
        for setting, by in (("rendered_size", 9), ("file_format", -9)):
            self.move(setting, by)
        if self.on_body()["file_format"] == "raw":
            self.move("file_format", 1)
        self.fired = 0
        for light in np.arange(1.0, -6.0, -0.5):
            self.body.do("light", to=float(light))
            self.body.do("fire", by=8)
        self.body.do("light", to=0.0)
        self.body.do("wheel", setting="aperture", by=9)
        [moved] = [one for one in self.beside()["differs"] if one["setting"] == "aperture"]
        self.assertNotEqual(moved["held"], moved["wanted"])
        self.body.do("fire", by=4)

        after = ""
        for _ in range(60):
            told = self.ask.post(f"/api/outings/{self.outing.pk}/link/{SLUG}/frames", {"after": after}).json()
            after = told["after"]
            if not told["more"]:
                break
        rows = list(self.outing.came.order_by("pk"))
        self.assertEqual(len({row.name for row in rows}), len(rows))
        self.assertEqual(len(rows), 14 * 8 + 4)
        self.assertGreater(max(row.iso for row in rows), 3000)
        review = self.ask.get(f"/api/outings/{self.outing.pk}/review").json()
        [picture] = [one for one in review["pictures"] if one["title"] == "Terns over the bar"]
        self.assertEqual(picture["frames"], len(rows))

        lots = np.random.default_rng(5)
        kept = [lots.random() < 0.9 * expit(2 * math.log2(HALF_AT / row.iso)) for row in rows]
        for verdict in (True, False):
            chosen = [row.pk for row, is_kept in zip(rows, kept, strict=True) if bool(is_kept) is verdict]
            answer = self.ask.send("PUT", f"/api/outings/{self.outing.pk}/came/kept", {"frames": chosen, "kept": verdict})
            self.assertEqual(answer.status_code, 200)
        [learned] = self.ask.get("/api/learned").json()["isos"]
        off = stops_of(Dial.ISO, learned["iso"]) - stops_of(Dial.ISO, HALF_AT)
        self.assertLess(abs(off), 1.0, learned)

        now = self.ask.get("/api/profile").json()
        document = now["document"] | {
            "iso_ceilings": {SLUG: learned["iso"]},
            "ceilings_learned": {SLUG: {"value": learned["iso"], "frames": learned["frames"], "before": None}},
        }
        self.assertEqual(self.ask.put("/api/profile", document, now["version"]).status_code, 200)
        self.assertTrue(Profile.objects.get(person=self.ilse).document["iso_ceilings"])
        again = self.beside()
        [ceiling] = [one for one in again["differs"] if one["setting"] == "iso_ceiling"]
        self.assertAlmostEqual(ceiling["value"] / learned["iso"], 1.0, delta=0.01)
        self.load_whole(self.terns)
        self.assertAlmostEqual(self.on_body()["iso_ceiling"] / learned["iso"], 1.0, delta=0.01)
        self.assertEqual(Slot.objects.get(piece=self.piece, number=1).title, "Terns over the bar")

    def test_a_sensor_is_measured_over_the_link_and_its_own_figures_come_back(self) -> None:
        """What the stand-in was built with is the truth: the wall, each pixel's answer and its noise are drawn from that."""
        self.assertEqual(self.pair().status_code, 200)
        for setting, by in (("exposure_mode", -9), ("iso_mode", -9), ("file_format", -9), ("drive_mode", -9)):
            self.move(setting, by)
        self.body.do("wall")
        for iso, lights in ((0, (-3.0, -1.5, 0.0, 1.0)), (6, (-5.0, -3.5, -2.0, -1.0))):
            self.move("iso_value", -99)
            self.move("iso_value", iso)
            for light in lights:
                self.body.do("light", to=light)
                self.body.do("fire", by=1)
                self.body.do("fire", by=1)
            self.body.do("cap")
            self.body.do("fire", by=1)
            self.body.do("fire", by=1)
            self.body.do("wall")
        self.body.do("light", to=4.0)
        self.body.do("fire", by=1)
        after, said, brought = "", [], 0
        for _ in range(30):
            told = self.ask.post(f"/api/kit/bodies/{SLUG}/link/sensor", {"after": after}).json()
            after, brought = told["after"], brought + told["brought"]
            said += [told["said"]] if told["said"] else []
            if not told["more"]:
                break
        self.assertEqual(brought, 20)
        self.assertRegex("; ".join(said), "it is clipped: give it less light")
        found = self.ask.get(f"/api/kit/bodies/{SLUG}/sensor").json()
        self.assertEqual([row["lacks"] for row in found["isos"]], ["", ""], found["isos"])
        truth = self.piece.document
        self.assertAlmostEqual(found["found"]["full_well_e"] / truth["full_well_e"], 1.0, delta=0.02)
        for row, behind in zip(found["isos"], (1.0, 0.25), strict=True):
            read = math.hypot(truth["read_noise_pre_e"], truth["read_noise_post_e"] * behind)
            count = truth["full_well_e"] * behind / (2**14 - 1 - 512)
            self.assertAlmostEqual(row["read_e"], math.hypot(read, count / math.sqrt(12)), delta=3 * row["read_off"] + 0.02 * read)
            self.assertAlmostEqual(row["gain"] * count, 1.0, delta=0.02)

    def test_a_body_that_is_read_too_fast_for_a_lamp_is_told_to_be_so_over_the_link(self) -> None:
        """It was built to be read in 5 ms: half a band. What a slower one tells is looked at where one is handled (simulators.body.tests)."""
        self.assertEqual(self.pair().status_code, 200)
        for setting, by in (
            ("exposure_mode", -9),
            ("iso_mode", -9),
            ("file_format", -9),
            ("drive_mode", -9),
            ("shutter_time", 99),
            ("shutter_time", -15),
        ):
            self.move(setting, by)
        self.body.do("lamp")
        for _ in range(8):
            self.body.do("fire", by=1)
        path, after, brought = f"/api/kit/bodies/{SLUG}/link/sensor", "", 0
        for _ in range(9):
            told = self.ask.post(path, {"after": after, "lamp": True}).json()
            after, brought = told["after"], brought + told["brought"]
            if not told["more"]:
                break
        self.assertEqual((brought, told["said"]), (8, ""))
        found = self.ask.get(f"/api/kit/bodies/{SLUG}/sensor").json()
        self.assertEqual((found["frames"], found["read_out"]["frames"]), (0, 8), "none of them is of even light")
        self.assertIn("read too fast", found["read_out"]["lacks"])
        again = self.ask.post(path, {"after": "", "lamp": False}).json()
        self.assertEqual((again["brought"], self.piece.lamp_frames.count()), (0, 8), again["said"])

    def move(self, setting: str, by: int) -> None:
        self.body.do("wheel", setting=setting, by=by)
