"""The light schedule over HTTP: on its day's place and clock, to where the next picture begins, or why there is none."""

from __future__ import annotations

from typing import Any

from django.test import TestCase

from outings.bench.schedule import NO_PLACE
from outings.demo_people import load_demo_people
from outings.models import Outing
from outings.pocket import pocket_of
from outings.reading import Kit
from people.tests.caller import Caller


class Schedule(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.day = Outing.objects.get(person__username="demo.ilse")
        cls.first = cls.day.in_order()[0]

    def schedule(self, **change: Any) -> dict[str, Any]:
        body = {"outing": self.day.pk, "document": self.first.document | change}
        answer = Caller(self.day.person).post("/api/bench/schedule", body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def test_at_first_light_the_dials_follow_the_sky_until_the_next_picture(self) -> None:
        found = self.schedule()
        moments = found["moments"]
        self.assertGreater(len(moments), 2)
        self.assertEqual((moments[0]["at"], moments[0]["stops"]), ("04:20", 0.0))
        self.assertEqual([one["stops"] for one in moments], sorted(one["stops"] for one in moments), "it gets lighter")
        self.assertTrue(all(one["moves"] for one in moments[1:]))
        self.assertLess(moments[-1]["at"], "07:10")
        self.assertIn("until 07:10", found["told"])
        dusk = self.schedule(starts_at="21:30", light={"condition": "dusk"})["moments"]
        self.assertGreater(len(dusk), 5)
        self.assertEqual([one["stops"] for one in dusk], sorted((one["stops"] for one in dusk), reverse=True), "it gets darker")
        by_day = self.schedule(starts_at="12:00")
        self.assertIn("asks for nothing else until 14:00", by_day["told"])
        pocket = pocket_of(self.day, self.first.pk, Kit(self.day.person))
        self.assertEqual([line[:5] for line in pocket.schedule], [one["at"] for one in moments])

    def test_without_a_place_under_a_roof_and_by_lamps_it_says_why_there_is_none(self) -> None:
        self.assertIn("roof", self.schedule(light={"ev100": 6, "indoors": True})["told"])
        self.assertIn("Lamps", self.schedule(light={"condition": "lit_street"})["told"])
        Outing.objects.filter(pk=self.day.pk).update(lies=None)
        found = self.schedule()
        self.assertEqual((found["told"], found["moments"]), (NO_PLACE, []))
        pocket = pocket_of(Outing.objects.get(pk=self.day.pk), self.first.pk, Kit(self.day.person))
        self.assertEqual(pocket.schedule, [])

    def test_a_stranger_and_nonsense_are_refused(self) -> None:
        body = {"outing": self.day.pk, "document": self.first.document}
        other = Outing.objects.get(person__username="demo.bram").person
        self.assertEqual(Caller(other).post("/api/bench/schedule", body).status_code, 422)
        self.assertEqual(Caller(self.day.person).post("/api/bench/schedule", {"outing": self.day.pk}).status_code, 422)
