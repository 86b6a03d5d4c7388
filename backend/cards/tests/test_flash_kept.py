"""A flash in the bag, over the API: kept, refused at its place, taken along, its own person's alone, and on the card."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.test import TestCase

from cards.models import Card
from outings.demo_people import load_demo_people
from outings.models import Outing, Situation
from people.models import Profile
from people.tests.caller import Caller

CLIP_ON: dict[str, Any] = {"name": "Clip-on", "guide_number_m": 40}
SUPPER: dict[str, Any] = {
    "title": "Supper",
    "starts_at": "20:00",
    "genre": "portrait",
    "subject": "group_portrait",
    "body": "merrow-swift-20",
    "lens": "merrow-24-70",
    "light": {"ev100": 4.5, "kelvin": 2900, "indoors": True},
}


class InTheBag(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("a-long-demo-word")

    def setUp(self) -> None:
        self.ilse = User.objects.get(username="demo.ilse")
        self.caller = Caller(self.ilse)
        self.day = Outing.objects.get(person=self.ilse)

    def keep(self, flashes: list[dict[str, Any]], caller: Caller | None = None) -> Any:
        caller = caller or self.caller
        mine = caller.get("/api/profile").json()
        return caller.send("PUT", "/api/profile", {**mine["document"], "flashes": flashes}, mine["version"])

    def figures(self, **change: Any) -> Any:
        asked = {"outing": self.day.pk, "document": {**SUPPER, **change}}
        return self.caller.post("/api/bench/figures?at_once=true", asked)

    def test_what_is_wrong_with_one_is_said_where_it_was_typed_and_nothing_is_kept(self) -> None:
        before = Profile.objects.get(person=self.ilse).document
        for flashes, place, accepted in (
            ([{"name": "bare"}], "/flashes/0", "guide number"),
            ([{**CLIP_ON, "energy_ws": 400}], "/flashes/0", "either"),
            ([{**CLIP_ON, "guide_number_m": 0}], "/flashes/0/guide_number_m", "0.5"),
            ([{**CLIP_ON, "guide_number_m": "40"}], "/flashes/0/guide_number_m", "number"),
            ([CLIP_ON, {**CLIP_ON, "recycle_s": -1}], "/flashes/1/recycle_s", "0.02"),
            ([CLIP_ON, CLIP_ON], "/flashes", "one name"),
            ([{**CLIP_ON, "lowest_share": 2}], "/flashes/0/lowest_share", "1"),
            ([{**CLIP_ON, "name": ""}], "/flashes/0/name", "1 character"),
            ([{**CLIP_ON, "name": f"{k}"} for k in range(13)], "/flashes", "12"),
            ([{**CLIP_ON, "colour": "black"}], "/flashes/0/colour", "not known"),
        ):
            refused = self.keep(flashes)
            self.assertEqual(refused.status_code, 422, flashes)
            told = {one["pointer"]: one["detail"] for one in refused.json()["errors"]}
            self.assertTrue(any(at.startswith(place) and accepted in said for at, said in told.items()), (place, told))
        self.assertEqual(Profile.objects.get(person=self.ilse).document, before)

    def test_it_is_decided_with_from_then_on_by_its_own_person_alone(self) -> None:
        self.assertEqual(self.keep([]).status_code, 200)
        self.assertIsNone(self.figures().json()["flash"])
        self.assertEqual(self.keep([CLIP_ON]).status_code, 200)
        lit = self.figures().json()
        self.assertEqual((lit["flash"]["role"], lit["flash"]["name"]), ("key", "Clip-on"))
        self.assertEqual([one["share"] for one in lit["flash"]["powers"]][:3], [1, 0.5, 0.25])
        reaches = [one["reach_m"] ** 2 + 2.2**2 for one in lit["flash"]["powers"] if one["reach_m"]]
        for nearer, farther in zip(reaches[1:], reaches, strict=False):
            self.assertAlmostEqual(farther / nearer, 2.0, places=6, msg="half the power goes a root of two less far")
        self.assertIsNone(self.figures(flashes=[]).json()["flash"], "the situation's own bag comes first")
        refused = self.figures(flash={"name": "Lamp"})
        self.assertEqual(refused.status_code, 422)
        [told] = refused.json()["errors"]
        self.assertEqual((told["pointer"], "Clip-on" in told["detail"]), ("/document/flash/name", True))
        bram = Caller(User.objects.get(username="demo.bram"))
        self.assertEqual(bram.get("/api/profile").json()["document"]["flashes"], [])

    def test_it_goes_with_the_outing_and_stands_on_its_card_as_it_was(self) -> None:
        self.keep([CLIP_ON])
        made = self.caller.post(f"/api/outings/{self.day.pk}/situations", {**SUPPER, "flashes": [CLIP_ON], "flash": {"distance_m": 2}})
        self.assertEqual(made.status_code, 200)
        situation = Situation.objects.get(pk=made.json()["id"])
        card = self.caller.post(f"/api/situations/{situation.pk}/cards").json()
        self.assertEqual(card["snapshot"]["setup"]["flash"]["distance_m"], 2)
        page = self.caller.get(f"/api/cards/{card['id']}/card.html").content.decode()
        self.assertIn("lights the subject, 1/", page)
        away = self.caller.get(f"/api/outings/{self.day.pk}/export").json()
        kept = next(one for one in away["situations"] if one["title"] == "Supper")
        self.assertEqual((kept["flashes"], kept["flash"]), ([CLIP_ON], {"distance_m": 2}))
        snapshot = Card.objects.get(pk=card["id"]).snapshot
        for row in snapshot["setup"]["ladder"]:
            row.pop("alone")
        snapshot["setup"].pop("flash")
        snapshot["setup"]["decisions"] = [one for one in snapshot["setup"]["decisions"] if one["decision"] != "flash"]
        Card.objects.filter(pk=card["id"]).update(snapshot=snapshot)
        older = self.caller.get(f"/api/cards/{card['id']}/card.html")
        self.assertEqual(older.status_code, 200, "a card made before flashes were decided")
        self.assertFalse("lights the subject, 1/" in older.content.decode())

    def test_a_situation_that_names_one_takes_it_along_to_another_account(self) -> None:
        small = {"name": "Small", "guide_number_m": 20}
        self.keep([CLIP_ON, small])
        beside = {"further": [{"name": "Small", "under_stops": 1}]}
        self.caller.post(f"/api/outings/{self.day.pk}/situations", {**SUPPER, "flash": beside})
        for wrong, place in (
            ({"name": "Lamp"}, "name"),
            ({"name": "Clip-on"}, "name"),
            ({"name": "Small", "under_stops": 9}, "under_stops"),
        ):
            [told] = self.figures(flash={"further": [wrong]}).json()["errors"]
            self.assertEqual(told["pointer"], f"/document/flash/further/0/{place}")
        away = self.caller.get(f"/api/outings/{self.day.pk}/export").json()
        bram = Caller(User.objects.get(username="demo.bram"))
        there = bram.post("/api/outings/import", away).json()
        row = next(one for one in there["situations"] if one["title"] == "Supper")
        document = bram.get(f"/api/situations/{row['id']}").json()["document"]
        self.assertEqual([one["name"] for one in document["flashes"]], ["Clip-on", "Small"])
        figures = bram.post("/api/bench/figures?at_once=true", {"outing": there["id"], "document": document}).json()
        self.assertEqual((figures["flash"]["name"], figures["flash"]["further"][0]["name"]), ("Clip-on", "Small"))
        card = bram.post(f"/api/situations/{row['id']}/cards").json()
        self.assertIn("Small beside it 1/", bram.get(f"/api/cards/{card['id']}/card.html").content.decode())

    def test_a_frame_is_explained_to_whom_the_situation_is_and_a_dial_that_is_not_there_is_named(self) -> None:
        asked = {"situation": {"outing": self.day.pk, "document": SUPPER}, "frame": {"shutter_s": 1 / 60, "aperture": 2.8, "iso": 6400}}
        told = self.caller.post("/api/bench/why", asked).json()
        self.assertIn("only a hand moves it", " ".join(one["text"] for one in told))
        wrong = self.caller.post("/api/bench/why", {**asked, "frame": {**asked["frame"], "aperture": 1.0}})
        self.assertEqual([one["pointer"] for one in wrong.json()["errors"]], ["/frame/aperture"])
        bram = Caller(User.objects.get(username="demo.bram"))
        self.assertEqual(bram.post("/api/bench/why", asked).status_code, 422)
        twelve = self.caller.post("/api/rehearse/sequence", {"situation": asked["situation"], "seed": 1}).json()
        self.assertTrue(twelve[0]["as_set"])
        self.assertEqual({len(run["frames"]) for run in twelve}, {12})
        strip = self.caller.get(f"/api/strips/{twelve[0]['strip']}.jpg")
        self.assertEqual((strip.status_code, strip["Content-Type"]), (200, "image/jpeg"))
