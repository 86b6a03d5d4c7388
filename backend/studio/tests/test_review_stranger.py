"""What came back of a camera that nobody here knows: its frames named once, laid beside its plan, learned from, and used by its next setup."""

from __future__ import annotations

import random
from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase

from frames.models import Frame
from frames.tests.shooting import frame_file
from people.tests.caller import TOKEN, Caller
from studio.tests.test_any_kit import LENS, SIX, situation

WRITES = "BRASSBOUND XI"
"""What the camera calls itself in its files: not what its owner calls it."""

DAY = "2027-06-14"
BEST, FALLS_AT = 0.8, 3200


class Loop(TestCase):
    """From a body of six answers to a learned ceiling, through nothing but what the screens ask."""

    def setUp(self) -> None:
        self.person = get_user_model().objects.create_user("wren")
        self.caller = Caller(self.person)
        self.lens = self.post("/api/kit/lenses", LENS)["slug"]
        self.body = self.post("/api/kit/described", SIX)["slug"]
        self.day = self.post("/api/outings", {"title": "First day out", "day": DAY})["id"]
        document = situation(self.body, self.lens, "By the quay") | {"starts_at": "10:00"}
        self.picture = self.post(f"/api/outings/{self.day}/situations", document)["id"]

    def post(self, path: str, body: Any) -> Any:
        answer = self.caller.post(path, body)
        self.assertIn(answer.status_code, (200, 201), answer.content[:300])
        return answer.json()

    def get(self, path: str) -> Any:
        answer = self.caller.get(path)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def bring(self, data: bytes, name: str, **headers: str) -> Any:
        path = f"/api/outings/{self.day}/came?name={name}"
        return self.caller.client.post(path, data, content_type="application/octet-stream", headers={"X-CSRFToken": TOKEN, **headers})

    def reviewed(self) -> dict[str, Any]:
        return next(one for one in self.get(f"/api/outings/{self.day}/review")["pictures"] if one["id"] == self.picture)

    def shoot(self, frames: int) -> None:
        """Frames at ISO of four stops, kept as somebody would who minds noise past a certain ISO."""
        lots = random.Random(3)
        ids: dict[bool, list[int]] = {True: [], False: []}
        for k in range(frames):
            iso = 200 * 2 ** (k % 8)
            data = frame_file(f"10:{k // 60:02d}:{k % 60:02d}", (1, 60 * 2 ** (k % 8)), 4.0, iso, body=WRITES, focal_mm=35.0, day=DAY)
            found = self.bring(data, f"BB_{k:04d}.JPG").json()
            ids[lots.random() < BEST / (1 + (iso / FALLS_AT) ** 3)].append(found["id"])
        for kept, of in ids.items():
            answer = self.caller.send("PUT", f"/api/outings/{self.day}/came/kept", {"frames": of, "kept": kept})
            self.assertEqual(answer.json()["frames"], len(of))

    def test_its_frames_are_named_once_laid_beside_learned_from_and_used(self) -> None:
        self.shoot(160)
        told = self.reviewed()
        self.assertEqual((told["frames"], told["judged"], told["problem"], told["others"]), (160, 160, "", 0))
        self.assertEqual(self.get("/api/learned")["isos"], [], "nobody has said which body this is")
        [clock] = self.get(f"/api/outings/{self.day}/review")["clocks"]
        self.assertEqual((clock["said"], clock["body"], clock["frames"]), (WRITES, "", 160))
        self.caller.send("PUT", f"/api/outings/{self.day}/came/clock", {"said": WRITES, "is_body": self.body})
        [learned] = self.get("/api/learned")["isos"]
        self.assertEqual((learned["body"], learned["how"], learned["frames"]), (self.body, "found", 160), learned["text"])
        self.assertTrue(learned["low"] <= FALLS_AT <= learned["high"], learned)
        profile = self.caller.get("/api/profile")
        document = profile.json()["document"] | {
            "iso_ceilings": {self.body: learned["iso"]},
            "ceilings_learned": {self.body: {"value": learned["iso"], "frames": 160, "before": None}},
        }
        self.assertEqual(self.caller.put("/api/profile", document, profile.json()["version"]).status_code, 200)
        now = self.get(f"/api/situations/{self.picture}")["document"]
        dim = now | {"light": {"ev100": 4, "swing_stops": 3}, "schools": {"iso_limits": "ceiling_by_taste"}}
        figures = self.post("/api/bench/figures", {"outing": self.day, "document": dim})
        said = next(one for one in figures["decisions"] if one["decision"] == "iso_limits")
        self.assertIn("It was learned from 160 frames that you judged.", said["because"])
        self.assertEqual(figures["iso_limits"]["ceiling"], learned["iso"])

    def test_an_upload_that_is_sent_again_under_its_key_or_without_one_is_kept_once(self) -> None:
        data = frame_file("10:00:00", body=WRITES, day=DAY)
        first = self.bring(data, "BB_0001.JPG", **{"Idempotency-Key": "one"}).json()
        again = self.bring(data, "BB_0001.JPG", **{"Idempotency-Key": "one"}).json()
        self.assertEqual((first, first["again"]), (again, False))
        self.assertTrue(self.bring(data, "BB_0001.JPG").json()["again"])
        other = self.bring(frame_file("10:00:01", body=WRITES, day=DAY), "BB_0002.JPG", **{"Idempotency-Key": "one"})
        self.assertEqual((other.status_code, Frame.objects.count()), (409, 1))

    def test_a_day_put_aside_takes_its_frames_along_and_brings_them_back(self) -> None:
        self.shoot(8)
        self.assertEqual(self.caller.delete(f"/api/outings/{self.day}").status_code, 204)
        self.assertEqual(self.get("/api/learned")["frames"], 0)
        self.assertEqual(self.caller.get(f"/api/came/{Frame.objects.first().pk}/small.jpg").status_code, 404)
        self.assertEqual(Frame.objects.count(), 8)
        self.post(f"/api/outings/{self.day}/restore", None)
        self.assertEqual((self.reviewed()["frames"], self.get("/api/learned")["judged"]), (8, 8))
