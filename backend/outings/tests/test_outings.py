"""A day and its situations: kept, undone, moved, sent as a file and read back."""

from __future__ import annotations

import datetime as dt
import json
import re
from copy import deepcopy
from typing import Any

from django.contrib.auth import get_user_model
from django.db import connection
from django.test import TestCase
from django.test.utils import CaptureQueriesContext

from craft.sky.daylight import sky_over
from craft.sky.night import night_over
from craft.sky.sun import sun_over
from kit.models import Piece
from outings.demo_people import load_demo_people
from outings.keeping import UNDO_DEPTH
from outings.models import Earlier, Outing, Situation
from people.tests.caller import Caller, pointers


class Day(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        people = get_user_model().objects
        cls.ilse, cls.bram = people.get(username="demo.ilse"), people.get(username="demo.bram")

    def setUp(self) -> None:
        self.caller = Caller(self.ilse)
        (self.day,) = self.caller.get("/api/outings").json()
        self.first = self.day["situations"][0]
        self.at = f"/api/situations/{self.first['id']}"

    def titles(self) -> list[str]:
        return [row["title"] for row in self.caller.get("/api/outings").json()[0]["situations"]]

    def save(self, change: dict[str, Any]) -> Any:
        now = self.caller.get(self.at)
        return self.caller.put(self.at, {**now.json()["document"], **change}, now["ETag"])


class Documents(Day):
    def test_what_was_left_out_stays_out_and_what_was_saved_comes_back(self) -> None:
        now = self.caller.get(self.at).json()
        self.assertEqual(now["document"], Situation.objects.get(pk=now["id"]).document)
        for change in (
            {"title": "Fog"},
            {"locks": {"aperture": 8}},
            {"light": {"lux": 40}},
            {"concessions": []},
            {"schools": {"white": "automatic"}},
        ):
            saved = self.save(change)
            self.assertEqual(saved.status_code, 200, saved.content)
            self.assertEqual({k: saved.json()["document"][k] for k in change}, change)

    def test_undo_walks_back_through_a_hundred_documents_and_no_further(self) -> None:
        for k in range(UNDO_DEPTH + 5):
            self.assertEqual(self.save({"title": f"Take {k}"}).status_code, 200)
        self.assertEqual(self.caller.get(self.at).json()["undo"], UNDO_DEPTH)
        for back in (1, 50, UNDO_DEPTH):
            earlier = self.caller.get(f"{self.at}/earlier?back={back}")
            self.assertEqual(earlier.json()["title"], f"Take {UNDO_DEPTH + 4 - back}")
        for back in (0, -1, UNDO_DEPTH + 1, 10**9):
            self.assertEqual(self.caller.get(f"{self.at}/earlier?back={back}").status_code, 404)

    def test_saving_the_same_again_is_no_new_version(self) -> None:
        before = self.caller.get(self.at)
        self.assertEqual(self.save({})["ETag"], before["ETag"])
        self.assertEqual(Earlier.objects.count(), 0)

    def test_a_late_save_changes_nothing_and_returns_what_stands(self) -> None:
        stale = self.caller.get(self.at)
        self.save({"title": "From the other window"})
        late = self.caller.put(self.at, {**stale.json()["document"], "title": "From this one"}, stale["ETag"])
        self.assertEqual(late.status_code, 412)
        self.assertEqual(late.json()["current"]["document"]["title"], "From the other window")
        self.assertEqual(self.caller.get(self.at).json()["document"]["title"], "From the other window")

    def test_a_wrong_field_is_named_and_nothing_is_kept(self) -> None:
        before = self.caller.get(self.at).json()
        for change, place in (
            ({"focal_length_mm": -5}, "/focal_length_mm"),
            ({"light": {"ev100": 3, "lux": 1}}, "/light"),
            ({"body": "not-mine"}, "/body"),
            ({"starts_at": "25:99"}, "/starts_at"),
            ({"title": ""}, "/title"),
            ({"note": "x" * 2001}, "/note"),
            ({"motion": {"speed_m_s": "fast"}}, "/motion/speed_m_s"),
            ({"locks": {"colour": 1}}, "/locks/colour"),
            ({"body": "tamsel-heron"}, "/lens"),
        ):
            with self.subTest(change=change):
                answer = self.save(change)
                self.assertEqual(answer.status_code, 422)
                self.assertIn(place, pointers(answer))
        self.assertEqual(self.caller.get(self.at).json(), before)


class TimeLine(Day):
    def test_add_duplicate_order_delete_and_bring_back(self) -> None:
        start = self.titles()
        document = self.caller.get(self.at).json()["document"]
        here = f"/api/outings/{self.day['id']}"
        self.caller.post(f"{here}/situations", {**document, "title": "Last light", "starts_at": "02:30"})
        self.assertEqual(self.titles(), [*start, "Last light"], "the small hours end a day")
        self.caller.post(f"{self.at}/duplicate")
        self.assertEqual(self.titles()[:3], [start[0], f"{start[0]}, again", start[1]])
        ids = [row["id"] for row in self.caller.get("/api/outings").json()[0]["situations"]]
        moved = f"/api/situations/{ids[0]}/hour"
        self.assertEqual(self.caller.send("PUT", moved, {"starts_at": "23:50"}).json()["undo"], 1)
        self.assertEqual([row["id"] for row in self.caller.get("/api/outings").json()[0]["situations"]], [*ids[1:-1], ids[0], ids[-1]])
        for wrong in ("25:00", "noon", "", 7):
            self.assertEqual(pointers(self.caller.send("PUT", moved, {"starts_at": wrong})), {"/starts_at"})
        self.caller.send("PUT", moved, {"starts_at": "04:20"})
        self.assertEqual(self.titles()[:2], [start[0], f"{start[0]}, again"])
        self.assertEqual(self.caller.delete(self.at).status_code, 204)
        self.assertNotIn(start[0], self.titles())
        self.assertEqual(self.caller.get(self.at).status_code, 404)
        self.caller.post(f"{self.at}/restore")
        self.assertIn(start[0], self.titles())

    def test_a_day_is_renamed_put_aside_and_brought_back_whole(self) -> None:
        here = f"/api/outings/{self.day['id']}"
        renamed = self.caller.put(here, {"title": "Second day", "place": "", "day": "2027-06-13"}, self.day["version"]).json()
        self.assertEqual((renamed["title"], renamed["day"], len(renamed["situations"])), ("Second day", "2027-06-13", 7))
        self.caller.delete(here)
        self.assertEqual(self.caller.get("/api/outings").json(), [])
        self.assertEqual(self.caller.get(self.at).status_code, 404)
        self.assertEqual(self.caller.post(f"{here}/restore").json(), renamed)

    def test_as_many_queries_for_fifty_situations_as_for_one(self) -> None:
        def queries() -> int:
            with CaptureQueriesContext(
                connection,
            ) as seen:
                self.assertEqual(self.caller.get("/api/outings").status_code, 200)
            return len(seen)

        document = Situation.objects.get(pk=self.first["id"]).document
        Situation.objects.exclude(pk=self.first["id"]).delete()
        self.caller.post(f"{self.at}/cards")
        before = queries()
        outing = Outing.objects.get(pk=self.day["id"])
        for k in range(50):
            row = Situation.objects.create(outing=outing, position=k + 2, document=document)
            row.cards.create(fingerprint="", snapshot={"large": "x" * 1000})
        self.assertEqual(queries(), before)


class WhatADayTells(Day):
    def asked(self) -> dict[str, Any]:
        return dict(self.caller.get(f"{self.at}/situation.json").json()["profile"])

    def test_bodies_are_counted_from_its_situations_and_lamps_pulse_as_at_its_place(self) -> None:
        """Without a word in the profile: another body along the day asks for one prefix each; a place may have other mains."""
        me = self.caller.get("/api/profile")
        self.caller.put("/api/profile", {**me.json()["document"], "bodies": 1}, me["ETag"])
        Situation.objects.exclude(pk=self.first["id"]).filter(outing=self.day["id"]).delete()
        alone = self.caller.get(self.at).json()
        self.assertEqual((alone["bodies"], alone["mains_hz"], self.asked()["bodies"], self.asked()["mains_hz"]), (1, None, 1, 50))

        other = next(p.slug for p in Piece.objects.filter(person=self.ilse, kind="body").exclude(slug=alone["document"]["body"]))
        second = {**alone["document"], "title": "With the other", "body": other}
        self.assertEqual(self.caller.post(f"/api/outings/{self.day['id']}/situations", second).status_code, 200)
        day = {"title": "Elsewhere", "place": "Port Ossery", "day": "2027-06-12", "mains_hz": 60}
        self.assertEqual(self.caller.put(f"/api/outings/{self.day['id']}", day, self.day["version"]).status_code, 200)
        both = self.caller.get(self.at).json()
        self.assertEqual((both["bodies"], both["mains_hz"], self.asked()["bodies"], self.asked()["mains_hz"]), (2, 60, 2, 60))
        self.assertEqual(self.caller.get(f"/api/outings/{self.day['id']}/export").json()["mains_hz"], 60)
        Situation.objects.filter(outing=self.day["id"]).update(document={**alone["document"], "light": {"condition": "hall_bright"}})
        self.assertEqual(self.caller.get(f"{self.at}/setup.json").json()["light"]["flicker_hz"], 120)

    def test_other_mains_than_there_are_is_refused_where_they_are_given(self) -> None:
        day = {"title": "Elsewhere", "place": "", "day": "2027-06-12", "mains_hz": 55}
        self.assertEqual(pointers(self.caller.put(f"/api/outings/{self.day['id']}", day, "")), {"/mains_hz"})

    def test_the_place_s_clock_goes_with_the_day_and_one_that_no_place_has_is_refused(self) -> None:
        at = f"/api/outings/{self.day['id']}"
        day = {"title": "Elsewhere", "place": "", "day": "2027-06-12"}
        for k, minutes in enumerate((120, -210, 0, None)):
            self.assertEqual(self.caller.put(at, {**day, "utc_offset_min": minutes}, f'"{k + 1}"').json()["utc_offset_min"], minutes)
            self.assertEqual(self.caller.get(self.at).json()["utc_offset_min"], minutes)
            file = self.caller.get(f"{at}/export").json()
            self.assertEqual(self.caller.post("/api/outings/import", file).json()["utc_offset_min"], minutes)
        for wrong in (7, 855, -735, "+2", 60.5):
            self.assertEqual(pointers(self.caller.put(at, {**day, "utc_offset_min": wrong}, "")), {"/utc_offset_min"})
        self.assertIsNone(self.caller.get(self.at).json()["utc_offset_min"])

    def test_where_a_place_lies_goes_with_the_day_and_with_its_clock_tells_of_the_sun(self) -> None:
        at = f"/api/outings/{self.day['id']}"
        day = {"title": "Elsewhere", "place": "", "day": "2027-06-12", "utc_offset_min": 60}
        lies = {
            "latitude_deg": 54.4,
            "longitude_deg": 0.6,
            "horizon": [{"bearing_deg": 90.0, "height_deg": 4.5}],
            "dark_mag": 21.2,
            "zone": "",
        }
        self.assertEqual(self.caller.put(at, {**day, "lies": lies}, self.day["version"]).json()["lies"], lies)
        again = self.caller.post("/api/outings/import", self.caller.get(f"{at}/export").json()).json()
        self.assertEqual(again["lies"], lies)
        sun = sun_over(dt.date(2027, 6, 12), 54.4, 0.6, 60)
        for one in (self.day["id"], again["id"]):
            told = self.caller.get(f"/api/outings/{one}/sun").json()
            self.assertEqual((told["told"], [(m["minutes"], m["told"]) for m in told["marks"]]), (sun.told, list(sun.marks)))
            clear = sky_over(dt.date(2027, 6, 12), 54.4, 0.6, 60, [at["minutes"] for at in told["sky"]])
            haze = [bare.ev100 - at["ev100"] for bare, at in zip(clear, told["sky"], strict=True)]
            self.assertTrue(all(abs(stops - 1) < 1e-6 for stops in haze), "the one picture that speaks of the sky says hazy sun")
        night = night_over(dt.date(2027, 6, 12), 54.4, 0.6, 60)
        told = self.caller.get(f"{at}/night").json()
        self.assertEqual((told["told"], len(told["points"]), told["dark"]), (night.told, 145, []))
        self.assertEqual([round(one["moon_deg"], 6) for one in told["points"]], [round(one.moon.height_deg, 6) for one in night.points])
        stars = next(row for row in self.caller.get("/api/outings").json()[0]["situations"] if "stars" in row["title"])
        pocket = self.caller.post(f"/api/situations/{stars['id']}/cards").json()["snapshot"]["pocket"]
        self.assertRegex(
            pocket["sky"],
            f"^{re.escape(night.told)} Stars are points to .* s at 100 %, drawn .* pixels as it is set; the galaxy's band takes .*frame",
        )
        for lacking in ({"lies": None}, {"lies": lies, "utc_offset_min": None}):
            version = self.caller.get("/api/outings").json()[0]["version"]
            self.assertEqual(self.caller.put(at, {**day, **lacking}, version).status_code, 200)
            for part in ("sun", "night"):
                self.assertIsNone(self.caller.get(f"{at}/{part}").json())
        for year in ("0001", "1838", "3000", "9999"):
            self.assertEqual(pointers(self.caller.put(at, {**day, "lies": lies, "day": f"{year}-01-01"}, "")), {"/day"})
        Outing.objects.filter(pk=self.day["id"]).update(day=dt.date(1, 1, 1), lies=lies, utc_offset_min=60)
        self.assertIsNone(self.caller.get(f"{at}/sun").json(), "a day kept before there was a bound")
        self.assertIn("0001-01-01", [one["day"] for one in self.caller.get("/api/outings").json()])
        for wrong, where in (
            ({"latitude_deg": 91}, "latitude_deg"),
            ({"longitude_deg": -180.5}, "longitude_deg"),
            ({"latitude_deg": None}, "latitude_deg"),
        ):
            self.assertEqual(pointers(self.caller.put(at, {**day, "lies": lies | wrong}, "")), {f"/lies/{where}"})


class Files(Day):
    def file(self) -> dict[str, Any]:
        return self.caller.get(f"/api/outings/{self.day['id']}/export").json()

    def test_out_and_in_again_without_loss_even_into_a_bare_account(self) -> None:
        sent = self.file()
        bare = Caller(get_user_model().objects.create_user("wren"))
        for caller in (self.caller, bare):
            made = caller.post("/api/outings/import", sent)
            self.assertEqual(made.status_code, 200, made.content)
            self.assertEqual(caller.get(f"/api/outings/{made.json()['id']}/export").json(), sent)
        self.assertEqual(
            [row["ev100"] for row in bare.get("/api/outings").json()[0]["situations"]], [row["ev100"] for row in self.day["situations"]]
        )

    def test_own_kit_is_never_overwritten_by_a_file(self) -> None:
        sent = self.file()
        slug = next(iter(sent["bodies"]))
        mine = Piece.objects.get(person=self.ilse, kind="body", slug=slug).document
        sent["bodies"][slug]["full_well_e"] = 123456
        self.caller.post("/api/outings/import", sent)
        self.assertEqual(Piece.objects.get(person=self.ilse, kind="body", slug=slug).document, mine)

    def test_a_spoilt_file_is_refused_with_its_place_and_changes_nothing(self) -> None:
        good = self.file()
        whole = json.dumps(good).encode()

        def spoilt(*path: Any, value: Any) -> bytes:
            bad = deepcopy(good)
            *to, last = path
            inner = bad
            for key in to:
                inner = inner[key]
            inner[last] = value
            return json.dumps(bad).encode()

        before = self.caller.get("/api/outings").content, Piece.objects.count()
        cases: dict[str, tuple[bytes, str]] = {
            "truncated": (whole[: len(whole) // 2], ""),
            "empty": (b"", ""),
            "not text": (b"\x89PNG\r\n\x1a\n" + whole, ""),
            "version": (spoilt("version", value=2), "/version"),
            "format": (spoilt("format", value="something-else"), "/format"),
            "twice": (whole[:-1] + b', "title": "x"}', ""),
            "NaN": (whole.replace(b'"focal_length_mm": 20', b'"focal_length_mm": NaN', 1), ""),
            "last situation": (spoilt("situations", 6, "light", value={}), "/situations/6/light"),
            "unknown kit": (spoilt("situations", 3, "lens", value="elsewhere"), "/situations/3/lens"),
            "too many": (spoilt("situations", value=good["situations"] * 80), "/situations"),
            "unknown key": (spoilt("secret", value=1), "/secret"),
            "deep": (b"[" * 5000 + b"]" * 5000, ""),
            "markup stays text": (spoilt("day", value="<script>"), "/day"),
        }
        for name, (data, place) in cases.items():
            with self.subTest(name):
                answer = self.caller.post("/api/outings/import", data)
                self.assertEqual(answer.status_code, 422, answer.content[:200])
                self.assertIn(place, pointers(answer))
        huge = self.caller.post("/api/outings/import", b'"' + b"x" * 4_000_001 + b'"')
        self.assertEqual(huge.status_code, 413)
        self.assertIn("4 MB", huge.json()["detail"])
        self.assertEqual((self.caller.get("/api/outings").content, Piece.objects.count()), before)
