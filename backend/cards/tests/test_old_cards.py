"""Cards of an earlier version: whatever they do not say yet, they are shown, printed and handed on as they are."""

from __future__ import annotations

import copy
from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase
from pydantic import ValidationError

from cards.models import Card
from forms.card_form import SINCE, CardSnapshot
from outings.demo_people import load_demo_people
from people.tests.caller import Caller

FILES = ("card.html", "card.pdf", "ladder.csv")


def without(snapshot: dict[str, Any], *keys: str) -> dict[str, Any]:
    """The snapshot as it was before some parts were said."""
    old = copy.deepcopy(snapshot)
    for key in keys:
        inside = SINCE[key]
        if isinstance(inside, dict):
            for name in inside:
                old["setup"][key].pop(name, None)
        else:
            old["setup"].pop(key, None)
    return old


class FromBefore(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.ilse = get_user_model().objects.get(username="demo.ilse")

    def setUp(self) -> None:
        self.caller = Caller(self.ilse)
        (day,) = self.caller.get("/api/outings").json()
        self.cards = [self.caller.post(f"/api/situations/{row['id']}/cards").json()["id"] for row in day["situations"][:3]]

    def test_each_part_that_came_later_may_be_wanting_and_all_of_them(self) -> None:
        for pk in self.cards:
            whole = Card.objects.get(pk=pk).snapshot
            for keys in (*((key,) for key in SINCE), tuple(SINCE)):
                old = without(whole, *keys)
                self.assertNotEqual(old, whole, keys)
                Card.objects.filter(pk=pk).update(snapshot=old)
                with self.subTest(card=pk, without=keys):
                    read = self.caller.get(f"/api/cards/{pk}")
                    self.assertEqual(read.status_code, 200, read.content[:300])
                    setup = read.json()["snapshot"]["setup"]
                    self.assertEqual(setup["exposure"]["shutter_s"], whole["setup"]["exposure"]["shutter_s"])
                    for key in keys:
                        inside = SINCE[key]
                        self.assertEqual({k: setup[key][k] for k in inside} if isinstance(inside, dict) else setup[key], inside)

    def test_an_old_card_is_printed_and_handed_on_and_stored_as_it_was(self) -> None:
        for pk in self.cards[:2]:
            old = without(Card.objects.get(pk=pk).snapshot, *SINCE)
            Card.objects.filter(pk=pk).update(snapshot=old)
            for file in FILES:
                with self.subTest(card=pk, file=file):
                    answer = self.caller.get(f"/api/cards/{pk}/{file}")
                    self.assertEqual(answer.status_code, 200)
                    self.assertTrue(b"".join(answer) if answer.streaming else answer.content)
            self.assertEqual(Card.objects.get(pk=pk).snapshot, old)

    def test_a_card_that_is_no_card_is_still_refused(self) -> None:
        """What was always said may not be wanting: a default would be a lie."""
        whole = Card.objects.get(pk=self.cards[0]).snapshot
        CardSnapshot.model_validate(whole)
        for wanting in ("exposure", "focus", "ladder"):
            old = copy.deepcopy(whole)
            old["setup"].pop(wanting)
            with self.subTest(wanting=wanting), self.assertRaises(ValidationError):
                CardSnapshot.model_validate(old)
