"""Which of my kit: the same question is answered from what is kept, and another never is."""

from __future__ import annotations

import json
from typing import Any
from unittest import mock

from django.test import TestCase

from craft.kept import forget
from kit.models import Piece
from outings.bench import actions
from outings.demo_people import load_demo_people
from outings.models import Outing
from people.tests.caller import Caller


class Pairs(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.outing = Outing.objects.get(person__username="demo.ilse")
        cls.terns = next(row.document for row in cls.outing.in_order() if row.document["title"] == "Terns over the bar")

    def setUp(self) -> None:
        forget()
        self.ask = Caller(self.outing.person)

    def pairs(self, **other: Any) -> list[dict[str, Any]]:
        answer = self.ask.post("/api/bench/pairs", {"outing": self.outing.pk, "document": self.terns | other})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return list(json.loads(answer.content)["pairs"])

    def test_what_is_held_by_hand_and_what_it_is_called_ask_for_no_pair_anew_and_all_else_does(self) -> None:
        first = self.pairs()
        with mock.patch.object(actions, "rank", wraps=actions.rank) as ranked:
            for other in ({}, {"locks": {"iso": 3200.0}}, {"title": "Another name"}, {"note": "low water"}):
                self.assertEqual(self.pairs(**other), first, other)
            self.assertEqual(ranked.call_count, 0)
            farther = self.pairs(motion=self.terns["motion"] | {"distance_m": 60.0})
            self.assertNotEqual(farther, first)
            lens = Piece.objects.get(person=self.outing.person, kind="lens", slug="merrow-500")
            Piece.objects.filter(pk=lens.pk).update(document=lens.document | {"widest_aperture": 8.0, "name": "a slower one"})
            self.assertNotEqual(self.pairs(), first, "the kit itself is part of what is asked")
            self.assertEqual(ranked.call_count, 2)
