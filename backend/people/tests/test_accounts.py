"""Accounts as people meet them: a first visit, a password, a profile, the demo."""

from __future__ import annotations

from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase, override_settings

from kit.models import Piece
from outings.actions import load_demo_people
from outings.models import Outing
from people.tests.caller import Caller, pointers

GOOD = "lantern-boats-4"


class Accounts(TestCase):
    def setUp(self) -> None:
        self.caller = Caller()

    def register(self, name: str = "wren", password: str = GOOD) -> Any:
        return self.caller.post("/api/people", {"name": name, "password": password})

    def who(self) -> str | None:
        return self.caller.get("/api/me").json()["name"]

    def test_register_sign_out_and_in_again(self) -> None:
        self.assertIsNone(self.who())
        self.assertEqual(self.register().json()["name"], "wren")
        self.assertEqual(self.who(), "wren")
        self.assertEqual(self.caller.delete("/api/session").json()["name"], None)
        self.assertEqual(self.caller.get("/api/outings").status_code, 401)
        self.assertEqual(self.caller.post("/api/session", {"name": "wren", "password": GOOD}).json()["name"], "wren")
        self.assertEqual(self.caller.get("/api/outings").json(), [])

    def test_what_an_account_refuses(self) -> None:
        self.register()
        self.caller = Caller()
        for name, password, place in (
            ("wren", GOOD, "/name"),
            ("two words", GOOD, "/name"),
            ("", GOOD, "/name"),
            ("x" * 61, GOOD, "/name"),
            ("finch", "12345678", "/password"),
            ("finch", "short", "/password"),
            ("finch-the-bird", "finch-the-bird", "/password"),
            ("finch", "", "/password"),
        ):
            with self.subTest(name=name, password=password):
                answer = self.register(name, password)
                self.assertEqual(answer.status_code, 422)
                self.assertEqual(pointers(answer), {place})
        self.assertEqual(get_user_model().objects.count(), 1)
        self.assertIsNone(self.who())

    def test_a_wrong_password_and_an_unknown_name_read_alike(self) -> None:
        self.register()
        self.caller = Caller()
        answers = [self.caller.post("/api/session", {"name": name, "password": "not-it-at-all"}) for name in ("wren", "nobody")]
        self.assertEqual([a.status_code for a in answers], [422, 422])
        self.assertEqual(answers[0].content, answers[1].content)

    def test_changing_the_password_keeps_this_session_and_ends_the_old_password(self) -> None:
        self.register()
        wrong = self.caller.post("/api/me/password", {"old": "no", "new": "another-good-one-7"})
        self.assertEqual(pointers(wrong), {"/old"})
        weak = self.caller.post("/api/me/password", {"old": GOOD, "new": "password"})
        self.assertEqual(pointers(weak), {"/new"})
        self.assertEqual(self.caller.post("/api/me/password", {"old": GOOD, "new": "another-good-one-7"}).status_code, 200)
        self.assertEqual(self.who(), "wren")
        other = Caller()
        self.assertEqual(other.post("/api/session", {"name": "wren", "password": GOOD}).status_code, 422)
        self.assertEqual(other.post("/api/session", {"name": "wren", "password": "another-good-one-7"}).status_code, 200)

    def test_a_new_account_starts_bare_with_the_kit_or_with_the_day(self) -> None:
        self.register()
        self.assertEqual(self.caller.get("/api/kit").json(), {"bodies": [], "lenses": []})
        self.caller.post("/api/me/start", {"copy_from_demo": "kit"})
        kit = self.caller.get("/api/kit").json()
        self.assertEqual(len(kit["bodies"]), 6)
        self.assertEqual(self.caller.get("/api/outings").json(), [])
        self.caller.post("/api/me/start", {"copy_from_demo": "kit_and_day"})
        self.assertEqual(self.caller.get("/api/kit").json(), kit)
        (day,) = self.caller.get("/api/outings").json()
        self.assertEqual(len({row["genre"] for row in day["situations"]}), 7)

    def test_the_profile_is_kept_and_a_late_save_is_shown_both(self) -> None:
        self.register()
        first = self.caller.get("/api/profile")
        document = {**first.json()["document"], "units": "feet", "iso_ceilings": {"any": 3200}}
        kept = self.caller.put("/api/profile", document, first["ETag"])
        self.assertEqual((kept.status_code, kept.json()["document"]["units"]), (200, "feet"))
        late = self.caller.put("/api/profile", {**document, "steadiness": 2.0}, first["ETag"])
        self.assertEqual(late.status_code, 412)
        self.assertEqual(late.json()["current"]["document"]["units"], "feet")
        self.assertEqual(late.json()["current"]["version"], kept["ETag"])
        self.assertEqual(self.caller.get("/api/profile").json()["document"], document)
        refused = self.caller.put("/api/profile", {**document, "steadiness": 0}, kept["ETag"])
        self.assertEqual(pointers(refused), {"/steadiness"})
        self.assertIn("greater than or equal to 0.1", refused.json()["errors"][0]["detail"])


class Demo(TestCase):
    def test_one_press_steps_in_only_in_the_demo_and_only_as_demo_people(self) -> None:
        load_demo_people(GOOD)
        get_user_model().objects.create_user("wren", password=GOOD)
        for demo, name, status in ((True, "demo.bram", 200), (True, "wren", 404), (True, "demo.no", 404), (False, "demo.bram", 404)):
            with self.subTest(demo=demo, name=name), override_settings(DEMO=demo):
                caller = Caller()
                self.assertEqual(caller.post("/api/demo", {"name": name}).status_code, status)
                me = caller.get("/api/me").json()
                self.assertEqual(me["name"], name if status == 200 else None)
                self.assertEqual(me["demo_people"], ["demo.bram", "demo.ilse"] if demo else [])

    def test_loading_again_makes_the_demo_anew_and_touches_nobody_else(self) -> None:
        load_demo_people(GOOD)
        wren = get_user_model().objects.create_user("wren", password=GOOD)
        own = Outing.objects.create(person=wren, title="Mine", day="2027-01-01")
        theirs = Outing.objects.exclude(person=wren)
        theirs.first().delete()
        load_demo_people(GOOD)
        self.assertEqual([o.title for o in theirs.all()], ["Lantern-boat week"] * 2)
        self.assertTrue(Outing.objects.filter(pk=own.pk).exists())
        self.assertEqual(Piece.objects.filter(person=wren).count(), 0)
