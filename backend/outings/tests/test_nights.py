"""Nights to wait for, over HTTP, and as a calendar that another reader takes."""

from __future__ import annotations

import datetime as dt
from typing import Any

import vobject
from django.test import TestCase

from outings.demo_people import load_demo_people
from outings.models import Outing
from outings.nights.actions import NO_PLACE
from people.tests.caller import Caller, pointers

SOUTH = {"latitude_deg": -23.0, "longitude_deg": 15.0}


class Nights(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.day = Outing.objects.get(person__username="demo.ilse")
        Outing.objects.filter(pk=cls.day.pk).update(lies=SOUTH, utc_offset_min=120)

    def asked(self, path: str = "nights", status: int = 200, **query: Any) -> Any:
        said = "&".join(f"{name}={value}" for name, value in query.items())
        answer = Caller(self.day.person).get(f"/api/outings/{self.day.pk}/{path}?{said}")
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer

    def test_a_year_has_its_nights_and_the_longest_are_named(self) -> None:
        told = self.asked(nights=365).json()
        self.assertEqual((len(told["nights"]), told["nights"][0]["day"]), (365, str(self.day.day)))
        longest = sorted((night["minutes"] for night in told["nights"]), reverse=True)[: len(told["best"])]
        self.assertEqual(sorted((told["nights"][k]["minutes"] for k in told["best"]), reverse=True), longest)
        self.assertIn("of 365 nights", told["told"])
        fewer = self.asked(nights=365, least_deg=60).json()
        self.assertLess(sum(night["minutes"] for night in fewer["nights"]), sum(night["minutes"] for night in told["nights"]))

    def test_each_kind_asks_for_what_it_goes_by(self) -> None:
        kinds = {kind["slug"]: kind["asks"] for kind in self.asked(nights=1).json()["kinds"]}
        self.assertEqual((kinds["core"], kinds["dark"]), (["least_deg"], []))
        for kind, asks in kinds.items():
            usual = {"kind": kind, "nights": 60, "bearing_deg": 66, "low_deg": 0}
            first = self.asked(**usual).json()["nights"]
            for name, value in (("least_deg", 50), ("bearing_deg", 260), ("within_deg", 20), ("low_deg", 4), ("high_deg", 40)):
                other = self.asked(**usual | {name: value}).json()["nights"]
                self.assertEqual(other != first, name in asks, f"{kind} {name}")

    def test_its_calendar_is_read_back_by_another_reader_with_the_same_minutes(self) -> None:
        nights = self.asked(nights=40, kind="dark").json()["nights"]
        answer = self.asked("nights.ics", nights=40, kind="dark")
        self.assertEqual(answer["Content-Type"], "text/calendar; charset=utf-8")
        events = vobject.readOne(answer.content.decode()).vevent_list
        spans = [(night["day"], begins, ends) for night in nights for begins, ends in night["windows"]]
        self.assertEqual(len(events), len(spans))
        self.assertGreater(len(spans), 20)
        for event, (day, begins, ends) in zip(events, spans, strict=True):
            midnight = dt.datetime.fromisoformat(day).replace(tzinfo=dt.UTC) - dt.timedelta(hours=2)
            for at, minutes in ((event.dtstart.value, begins), (event.dtend.value, ends)):
                self.assertLess(abs((at - midnight).total_seconds() / 60 - minutes), 0.51)
            self.assertEqual((event.summary.value, event.location.value), ("Dark and moonless", self.day.place))
        self.assertEqual(len({event.uid.value for event in events}), len(events))

    def test_nonsense_is_refused_at_its_place_and_a_place_that_nobody_said_is_asked_for(self) -> None:
        for query, pointer in (
            ({"nights": 0}, "/nights"),
            ({"nights": 9999}, "/nights"),
            ({"kind": "comet"}, "/kind"),
            ({"bearing_deg": "north"}, "/bearing_deg"),
            ({"low_deg": 10, "high_deg": 5}, "/high_deg"),
            ({"within_deg": "nan"}, "/within_deg"),
        ):
            self.assertEqual(pointers(self.asked(status=422, **query)), {pointer}, query)
        Outing.objects.filter(pk=self.day.pk).update(lies=None)
        told = self.asked().json()
        self.assertEqual((told["told"], told["nights"], told["best"]), (NO_PLACE, [], []))
        self.assertNotIn(b"VEVENT", self.asked("nights.ics").content)
        other = Outing.objects.get(person__username="demo.bram").person
        self.assertEqual(Caller(other).get(f"/api/outings/{self.day.pk}/nights").status_code, 404)
