"""What is sent again is done once; an account that is full says so."""

from __future__ import annotations

import json
from typing import Any
from unittest.mock import patch

from django.contrib.auth import get_user_model
from django.test import TestCase

from demo.day import DAY
from demo.kit import BODIES
from kit.models import Piece
from outings import demo_people
from outings.models import Outing
from people.limits import LIMITS, Limit
from people.tests.caller import Caller

ASKED = {"genre": "sports", "body": "merrow-swift-20", "lens": "merrow-70-200", "light": {"ev100": 11}}


class Once(TestCase):
    """A file sent again because its answer was lost on the way."""

    def setUp(self) -> None:
        self.person = get_user_model().objects.create_user("wren")
        self.caller = Caller(self.person)
        demo_people.copy_demo(self.person, day=False)
        self.file = json.dumps({**DAY, "bodies": {}, "lenses": {}}).encode()

    def send(self, key: str, body: bytes | None = None, path: str = "/api/outings/import") -> Any:
        token = self.caller.client.cookies["csrftoken"].value
        headers = {"X-CSRFToken": token, "Idempotency-Key": key}
        return self.caller.client.post(path, body or self.file, content_type="application/json", headers=headers)

    def test_under_one_key_it_is_done_once_and_answered_as_before(self) -> None:
        first, again = self.send("a"), self.send("a")
        self.assertEqual((first.status_code, again.status_code, again.json()), (200, 200, first.json()))
        self.assertEqual(Outing.objects.count(), 1)
        self.assertEqual(self.send("b").status_code, 200)
        self.assertEqual(Outing.objects.count(), 2)

    def test_a_key_is_for_one_thing_of_one_person_and_what_was_refused_is_tried_anew(self) -> None:
        self.assertEqual(self.send("a", b"{").status_code, 422)
        self.assertEqual(self.send("a").status_code, 200)
        self.assertEqual(self.send("a", self.file + b" ").status_code, 409)
        other = get_user_model().objects.create_user("finch")
        demo_people.copy_demo(other, day=False)
        self.caller = Caller(other)
        self.assertEqual(self.send("a").status_code, 200)
        self.assertEqual(self.send("k" * 81).status_code, 422)
        self.assertEqual([Outing.objects.filter(person=p).count() for p in (self.person, other)], [1, 1])


class Limits(TestCase):
    """An account that is full says so, and takes nothing half."""

    def setUp(self) -> None:
        self.person = get_user_model().objects.create_user("wren")
        self.caller = Caller(self.person)
        demo_people.copy_demo(self.person, day=True)
        self.day = Outing.objects.get()

    def refused(self, path: str, body: Any, what: str) -> None:
        answer = self.caller.post(path, body)
        self.assertEqual(answer.status_code, 422, answer.content[:200])
        self.assertIn(f"at most {LIMITS[what].most}", answer.json()["errors"][0]["detail"])

    def test_every_limit_is_told_and_what_is_put_aside_makes_room(self) -> None:
        file = {**DAY, "bodies": {f"b{k}": BODIES["merrow-swift-20"] for k in range(4)}, "lenses": {}}
        small = {
            what: Limit(there, LIMITS[what].of_what, "") for what, there in (("body", 7), ("lens", 9), ("outing", 1), ("situation", 7))
        }
        with patch.dict(LIMITS, small):
            before = (Piece.objects.count(), Outing.objects.count())
            self.refused("/api/outings/import", file, "body")
            self.refused("/api/outings", {"title": "More", "day": "2027-01-01"}, "outing")
            self.refused(f"/api/outings/{self.day.pk}/situations", DAY["situations"][1], "situation")
            self.refused(f"/api/situations/{self.day.situations.first().pk}/duplicate", None, "situation")
            self.refused(f"/api/outings/{self.day.pk}/situations/import", {**ASKED}, "situation")
            self.assertEqual((Piece.objects.count(), Outing.objects.count()), before)
            self.caller.delete(f"/api/outings/{self.day.pk}")
            self.assertEqual(self.caller.post("/api/outings", {"title": "More", "day": "2027-01-01"}).status_code, 200)
            self.assertEqual(self.caller.post("/api/kit/bodies", BODIES["merrow-swift-20"]).status_code, 200)
            self.refused("/api/kit/bodies", BODIES["merrow-swift-20"], "body")
        self.assertEqual(self.caller.post("/api/kit/bodies", BODIES["merrow-swift-20"]).status_code, 200)

    def test_all_days_together_have_a_limit_too(self) -> None:
        with patch.dict(LIMITS, {"all_situations": Limit(8, "situations in all days", "")}):
            self.refused("/api/outings/import", {**DAY, "bodies": {}, "lenses": {}}, "all_situations")
            at = f"/api/outings/{self.day.pk}/situations"
            self.assertEqual(self.caller.post(at, DAY["situations"][1]).status_code, 200)
            self.refused(at, DAY["situations"][1], "all_situations")

    def test_bringing_back_asks_for_room_and_what_is_there_already_stays(self) -> None:
        first = self.day.situations.first().pk
        body = Piece.objects.filter(kind="body").first().slug
        for path in (f"/api/situations/{first}", f"/api/kit/body/{body}"):
            self.assertEqual(self.caller.delete(path).status_code, 204)
        there = {"situation": 6, "body": 5, "outing": 0}
        with patch.dict(LIMITS, {what: Limit(most, LIMITS[what].of_what, "") for what, most in there.items()}):
            self.refused(f"/api/situations/{first}/restore", None, "situation")
            self.refused(f"/api/kit/body/{body}/restore", None, "body")
            self.assertEqual(self.caller.post(f"/api/outings/{self.day.pk}/restore").status_code, 200, "it was never away")
            self.caller.delete(f"/api/outings/{self.day.pk}")
            self.refused(f"/api/outings/{self.day.pk}/restore", None, "outing")
        self.assertEqual(self.caller.post(f"/api/outings/{self.day.pk}/restore").status_code, 200)
        self.assertEqual(self.caller.post(f"/api/situations/{first}/restore").status_code, 200)

    def test_cards_made_again_push_out_the_oldest(self) -> None:
        pk = self.day.situations.first().pk
        with patch.dict(LIMITS, {"card": Limit(2, "cards of a situation", "")}):
            made = [self.caller.post(f"/api/situations/{pk}/cards").json()["id"] for _ in range(3)]
        self.assertEqual([self.caller.get(f"/api/cards/{card}").status_code for card in made], [404, 200, 200])
