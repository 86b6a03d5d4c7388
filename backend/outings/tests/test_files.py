"""A situation and its setup as files: they run by themselves, come in again, and change nothing when they are wrong."""

from __future__ import annotations

import json
from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase

from forms.advise_command import answer
from kit.models import Piece
from outings.demo_people import load_demo_people
from outings.models import Outing, Situation
from outings.tests.test_outings import Day
from people.tests.caller import Caller, pointers

LIGHT = {"ev100": 11}


class SituationFiles(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.ilse = get_user_model().objects.get(username="demo.ilse")
        cls.wren = get_user_model().objects.create_user("wren")
        cls.bare = Outing.objects.create(person=cls.wren, title="Mine", day="2027-06-12")

    def setUp(self) -> None:
        self.caller, self.other = Caller(self.ilse), Caller(self.wren)
        self.rows = list(Situation.objects.filter(outing__person=self.ilse))

    def file(self, row: Situation, what: str = "situation") -> dict[str, Any]:
        return self.caller.get(f"/api/situations/{row.pk}/{what}.json").json()

    def read(self, document: Any) -> Any:
        return self.other.post(f"/api/outings/{self.bare.pk}/situations/import", document)

    def test_every_situation_of_the_day_runs_by_itself_and_gives_its_setup(self) -> None:
        for row in self.rows:
            with self.subTest(row.document["title"]):
                alone = json.loads(answer(self.file(row)).model_dump_json())
                self.assertEqual(alone, self.file(row, "setup"))

    def test_it_comes_in_elsewhere_with_its_kit_and_asks_the_same(self) -> None:
        for row in self.rows:
            with self.subTest(row.document["title"]):
                sent = self.file(row)
                made = self.read(sent)
                self.assertEqual(made.status_code, 200, made.content[:300])
                back = self.other.get(f"/api/situations/{made.json()['id']}/situation.json").json()
                for key in sent.keys() - {"profile", "output"}:
                    self.assertEqual(back[key], sent[key], key)
                self.assertEqual(back["profile"]["schools"], sent["profile"]["schools"])
        used = {(kind, row.document[kind]) for row in self.rows for kind in ("body", "lens")}
        self.assertEqual(Piece.objects.filter(person=self.wren).count(), len(used), "kit that is there already is used again")

    def test_kit_may_be_named_when_the_person_has_it(self) -> None:
        self.other.post("/api/me/start", {"copy_from_demo": "kit"})
        named = {"genre": "sports", "body": "merrow-swift-20", "lens": "merrow-70-200", "light": LIGHT, "locks": {"iso": 800}}
        before = Piece.objects.count()
        made = self.read(named).json()
        self.assertEqual((made["document"]["body"], made["document"]["locks"]["iso"]), ("merrow-swift-20", 800))
        self.assertEqual(Piece.objects.count(), before)

    def test_what_cannot_be_is_named_and_leaves_nothing_behind(self) -> None:
        good = self.file(self.rows[1])
        for change, place in (
            ({"light": {}}, "/light"),
            ({"body": "merrow-swift-20"}, "/body"),
            ({"subject": "chess"}, "/subject"),
            ({"motion": {"distance_m": 0.01}}, "/motion/distance_m"),
            ({"lens": {**good["lens"], "closest_m": -1}}, "/lens/closest_m"),
            ({"version": 1}, "/version"),
            ({"locks": {"aperture": 1.0}}, "/locks/aperture"),
        ):
            with self.subTest(change=change):
                refused = self.read({**good, **change})
                self.assertEqual(refused.status_code, 422)
                self.assertIn(place, pointers(refused))
        self.assertEqual((Piece.objects.filter(person=self.wren).count(), self.bare.situations.count()), (0, 0))
        self.assertEqual(self.caller.post(f"/api/outings/{self.bare.pk}/situations/import", good).status_code, 404)


class Names(Day):
    def test_kit_of_any_name_is_brought_under_one_that_can_be_reached_and_removed(self) -> None:
        file = self.caller.get(f"/api/outings/{self.day['id']}/export").json()
        odd = {"merrow-swift-20": "a/b", "oxwick-plate-60": "..", "quillon-lane-32": "import", "merrow-500": "Merrow 500 f/5.6"}
        text = json.dumps({**file, "title": "Brought"})
        for name, other in odd.items():
            text = text.replace(f'"{name}"', json.dumps(other))
        wren = Caller(get_user_model().objects.create_user("wren"))
        told = wren.post("/api/outings/import", json.loads(text))
        self.assertEqual(told.status_code, 200, told.content[:300])
        self.assertEqual(len(told.json()["notes"]), 4)
        kit = wren.get("/api/kit").json()
        slugs = {("body", b["slug"]) for b in kit["bodies"]} | {("lens", b["slug"]) for b in kit["lenses"]}
        self.assertTrue({("body", "a-b"), ("body", "piece"), ("body", "import-1"), ("lens", "merrow-500-f-5-6")} <= slugs, slugs)
        day = wren.get(f"/api/outings/{told.json()['id']}/slots").json()
        self.assertEqual(day["problems"], [], "every situation finds its kit")
        for kind, slug in slugs:
            self.assertRegex(slug, r"^[a-z0-9-]{1,60}$")
            self.assertEqual(wren.delete(f"/api/kit/{kind}/{slug}").status_code, 204, slug)
