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

    def test_a_year_goes_through_summer_time_where_the_zone_is_known_and_its_calendar_through_none(self) -> None:
        """By the hour of winter and of summer; in universal time, and so in a calendar, nothing moves."""
        Outing.objects.filter(pk=self.day.pk).update(lies=SOUTH, utc_offset_min=60, day=dt.date(2027, 3, 20))
        fixed, plain = (self.asked(path, nights=20, kind="dark") for path in ("nights", "nights.ics"))
        Outing.objects.filter(pk=self.day.pk).update(lies=SOUTH | {"zone": "CET"})
        by_zone, moved = (self.asked(path, nights=20, kind="dark") for path in ("nights", "nights.ics"))
        for one, other in zip(fixed.json()["nights"], by_zone.json()["nights"], strict=True):
            later = 60 if dt.date.fromisoformat(one["day"]) >= dt.date(2027, 3, 28) else 0
            for span, shifted in zip(one["windows"], other["windows"], strict=True):
                self.assertAlmostEqual(shifted[0] - span[0], later, delta=0.02)
        spans = [
            [(event.dtstart.value, event.dtend.value) for event in vobject.readOne(file.content.decode()).vevent_list]
            for file in (plain, moved)
        ]
        self.assertEqual(*spans)

    def test_a_days_clock_follows_from_its_zone_wherever_it_comes_from(self) -> None:
        caller, lies = Caller(self.day.person), SOUTH | {"zone": "CET"}
        for day, offset in (("2027-06-12", 120), ("2027-01-12", 60)):
            made = caller.post("/api/outings", {"title": "Away", "day": day, "lies": lies, "utc_offset_min": -300}).json()
            self.assertEqual((made["utc_offset_min"], made["lies"]["zone"]), (offset, "CET"))
            again = caller.post("/api/outings/import", caller.get(f"/api/outings/{made['id']}/export").json()).json()
            self.assertEqual((again["utc_offset_min"], again["lies"]), (offset, made["lies"]))
        wrong = caller.post("/api/outings", {"title": "Away", "day": "2027-06-12", "lies": SOUTH | {"zone": "Nowhere"}})
        self.assertEqual((wrong.status_code, pointers(wrong)), (422, {"/lies/zone"}))

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
