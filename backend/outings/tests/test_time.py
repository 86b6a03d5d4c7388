"""Time over HTTP: the ruler is true of the bench's figures and of the frame beside it, and refused where it is wrong."""

from __future__ import annotations

import io
import math

import numpy as np
from PIL import Image

from outings.tests.test_rehearse import question
from outings.tests.test_ruler import HALL, TITLES, OnScene


class Times(OnScene):
    def test_every_situation_of_the_day_has_its_ruler_and_it_says_what_the_setup_says(self) -> None:
        for title in TITLES:
            told = self.ask("time", title)
            setup = self.caller.post("/api/advise", question(title)).json()
            with self.subTest(title):
                self.assertEqual(told["time_s"], setup["exposure"]["shutter_s"])
                self.assertEqual(told["dial"], sorted(step["value"] for step in setup["dials"]["shutter_s"]))
                self.assertIn(told["label"], told["words"][0])
                self.assertEqual([one["label"] for one in told["shutters"] if one["as_set"]], [setup["shutter_type"].replace("_", " ")])
                self.assertEqual(bool(told["lamps"]), setup["light"]["flicker_hz"] > 0)
                true = 2 ** (round(math.log2(told["time_s"]) * 3) / 3)
                zones = [one for one in told["zones"] if one["from_s"] * 0.99 <= true <= one["to_s"] * 1.01]
                self.assertTrue(zones)
                self.assertIn(told["words"][0].split(": ")[1].split(",")[0].rstrip("."), [one["word"] for one in zones])
                self.assertEqual(any("Lamps" in line for line in told["words"]), setup["light"]["flicker_hz"] > 0)

    def test_a_tripod_holds_any_time_and_a_hand_does_not(self) -> None:
        for support, holds in (("tripod", False), ("handheld", True)):
            told = self.ask("time", change={"support": support})
            self.assertEqual(any(mark["kind"] == "hold" for mark in told["marks"]), holds)
        slow = self.ask("time", change={"support": "handheld", "focal_length_mm": 70})
        quick = self.ask("time", change={"support": "handheld", "focal_length_mm": 24})
        ends = [next(mark["at_s"] for mark in one["marks"] if mark["kind"] == "hold") for one in (slow, quick)]
        self.assertLess(ends[0], ends[1], "the longer lens is held for less")

    def test_longer_is_softer_in_the_frame_itself(self) -> None:
        """Where the ruler says frozen the hull's edges are sharper than where it says that they streak."""
        title, edges = "Sprint heats off the quay", []
        for shutter_s in (1 / 2000, 1 / 30):
            change = {"locks": {"shutter_s": shutter_s}}
            told = self.ask("time", title, change=change)
            picture = self.picture(self.ask("frame", title, change=change)["frame"]["token"], query="?width=480&marks=false")
            edges.append((told["words"][0], float(abs(picture[:, 1:] - picture[:, :-1]).mean())))
        (frozen, sharp), (streaked, soft) = edges
        self.assertIn("frozen", frozen)
        self.assertNotIn("frozen", streaked)
        self.assertGreater(sharp, soft)

    def test_a_row_that_is_taken_is_the_one_that_is_set(self) -> None:
        told = self.ask("time")
        for one in told["chances"][:: len(told["chances"]) - 1]:
            again = self.ask("time", change={"locks": {"shutter_s": one["time_s"]}})
            self.assertEqual((again["time_s"], again["held"]), (one["time_s"], True))
            now = next(row for row in again["chances"] if row["as_set"])
            self.assertEqual((now["one"], now["burst"]), (one["one"], one["burst"]))

    def test_what_cannot_be_is_refused_at_its_place(self) -> None:
        for change, place in (
            ({"locks": {"shutter_s": 0.0071}}, "/situation/locks/shutter_s"),
            ({"motion": {"speed_m_s": -3}}, "/situation/motion/speed_m_s"),
        ):
            problem = self.ask("time", HALL, status=422, change=change)
            self.assertTrue(any(error["pointer"].startswith(place.rsplit("/", 1)[0]) for error in problem["errors"]), problem)
        self.assertEqual(self.ask("time", status=422, scene="nowhere")["errors"][0]["pointer"], "/scene")


class Iso(OnScene):
    def test_the_curve_is_that_of_the_setup_and_of_the_profile_for_every_situation(self) -> None:
        for title in TITLES:
            told, setup = self.ask("iso", title), self.caller.post("/api/advise", question(title)).json()
            with self.subTest(title):
                self.assertEqual((told["now"], told["ceiling"]), (setup["exposure"]["iso"], setup["iso_limits"]["ceiling"]))
                self.assertEqual([row["iso"] for row in told["rows"]], sorted(row["iso"] for row in told["rows"]))
                at = next(row for row in told["rows"] if row["iso"] == told["comfort"])
                self.assertTrue(at["tone"] >= told["bar"] and at["shadow"] >= told["shadow_bar"] or told["ends"] == "least", at)
                self.assertIn(at["label"], told["words"][0])
        strict = self.ask("iso", HALL, change={"profile": {"noise_bar": 90}})
        self.assertLess(strict["comfort"], self.ask("iso", HALL)["comfort"])

    def test_a_patch_is_a_picture_and_one_of_no_noise_is_refused(self) -> None:
        answer = self.caller.get("/api/patch.png?snr=25&below=2")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "image/png"))
        darker = np.asarray(Image.open(io.BytesIO(answer.content)), float)
        lighter = np.asarray(Image.open(io.BytesIO(self.caller.get("/api/patch.png?snr=25").content)), float)
        self.assertLess(darker.mean(), lighter.mean())
        for wrong in ("/api/patch.png?snr=0", "/api/patch.png?snr=loud", "/api/patch.png?snr=20&below=-1"):
            self.assertEqual(self.caller.get(wrong).status_code, 422)
