"""Browsers that are signed in and out one by one; guesses from elsewhere keep nobody out, and are told of."""

from __future__ import annotations

from typing import Any
from unittest.mock import patch

from django.contrib.auth import get_user_model
from django.contrib.sessions.models import Session
from django.test import TestCase, override_settings

from people import browsers
from people.doors import Turnstile
from people.models import Browser, Knock
from people.tests.caller import Caller

GOOD, OTHER = "lantern-boats-4", "frost-on-ropes-7"


class Browsers(TestCase):
    def setUp(self) -> None:
        self.desk, self.phone = Caller(), Caller()
        self.desk.post("/api/people", {"name": "wren", "password": GOOD})
        self.phone.client.defaults["HTTP_USER_AGENT"] = "Some Mobile thing"
        self.phone.post("/api/session", {"name": "wren", "password": GOOD})

    def rows(self, by: Caller | None = None) -> list[dict[str, Any]]:
        return (by or self.desk).get("/api/me/browsers").json()

    def test_each_is_listed_and_ended_by_itself(self) -> None:
        rows = self.rows()
        self.assertEqual([(row["kind"], row["this"], row["signed_in"]) for row in rows], [("phone", False, True), ("desk", True, True)])
        self.assertEqual(self.desk.delete(f"/api/me/browsers/{rows[0]['id']}").status_code, 204)
        self.assertEqual(self.phone.get("/api/outings").status_code, 401)
        self.assertEqual(self.desk.get("/api/outings").status_code, 200)
        self.assertEqual([row["kind"] for row in self.rows()], ["desk"])
        self.assertEqual(self.desk.delete(f"/api/me/browsers/{rows[1]['id']}").status_code, 204)
        self.assertEqual(self.desk.get("/api/outings").status_code, 401)
        self.assertEqual(Session.objects.count(), 0)

    def test_nobody_sees_or_ends_those_of_another(self) -> None:
        finch = Caller()
        finch.post("/api/people", {"name": "finch", "password": GOOD})
        mine = self.rows()[0]["id"]
        self.assertEqual(finch.delete(f"/api/me/browsers/{mine}").status_code, 404)
        self.assertEqual([row["this"] for row in self.rows(finch)], [True])
        self.assertEqual(Caller().get("/api/me/browsers").status_code, 401)

    def test_signing_out_and_in_again_is_the_same_browser(self) -> None:
        before = self.rows(self.phone)
        self.phone.delete("/api/session")
        self.assertEqual([row["signed_in"] for row in self.rows()], [False, True])
        self.phone.post("/api/session", {"name": "wren", "password": GOOD})
        self.assertEqual({row["id"] for row in self.rows()}, {row["id"] for row in before})
        self.assertTrue(all(row["signed_in"] for row in self.rows()))

    def test_a_new_password_signs_the_others_out_and_a_recovery_forgets_them(self) -> None:
        codes = self.desk.post("/api/me/codes", {"password": GOOD}).json()["codes"]
        self.assertEqual(self.desk.post("/api/me/password", {"old": GOOD, "new": OTHER}).status_code, 200)
        self.assertEqual([(row["this"], row["signed_in"]) for row in self.rows()], [(True, True), (False, False)])
        self.assertEqual(self.phone.get("/api/outings").status_code, 401)
        new = Caller()
        self.assertEqual(new.post("/api/recover", {"name": "wren", "code": codes[0], "password": GOOD}).status_code, 200)
        self.assertEqual([row["this"] for row in self.rows(new)], [True])
        self.assertEqual((Browser.objects.count(), Session.objects.count()), (1, 1))

    def test_who_signed_in_before_browsers_were_noted_is_noted_at_the_next_page(self) -> None:
        Browser.objects.all().delete()
        for _ in range(3):
            self.desk.get("/api/me")
        self.assertEqual([row["this"] for row in self.rows()], [True])

    def test_of_very_many_the_latest_are_told_apart(self) -> None:
        with patch.object(browsers, "MOST_BROWSERS", 4):
            for _ in range(9):
                Caller().post("/api/session", {"name": "wren", "password": GOOD})
        self.assertEqual(Browser.objects.count(), 4)


@override_settings(DOORS=True)
class Knocking(TestCase):
    """Somebody guesses; time stands still but for what a test lets pass."""

    def setUp(self) -> None:
        self.now = 1_000_000.0
        self.enterContext(patch.object(Turnstile, "timer", lambda _: self.now))
        get_user_model().objects.create_user("wren", password=GOOD)
        self.mine = Caller()
        self.assertEqual(self.sign_in(self.mine), 200)
        self.mine.delete("/api/session")

    def sign_in(self, by: Caller, password: str = GOOD, address: str = "10.0.0.1") -> int:
        by.client.defaults["REMOTE_ADDR"] = address
        return int(by.post("/api/session", {"name": "wren", "password": password}).status_code)

    def guessed(self, times: int, places: int = 1) -> list[int]:
        return [self.sign_in(Caller(), f"guess-{k}", f"10.9.{k % places}.1") for k in range(times)]

    def test_a_browser_that_was_signed_in_before_passes_whatever_others_guess(self) -> None:
        for _ in range(60):
            self.guessed(2, places=2)
            self.now += 1800
        self.assertIn(429, self.guessed(6))
        self.assertEqual(self.sign_in(Caller(), address="10.8.0.1"), 429, "a browser that is not known waits")
        self.assertEqual(self.sign_in(self.mine), 200)

    def test_it_has_counts_of_its_own_and_its_mistypes_are_no_knocks(self) -> None:
        told = [self.sign_in(self.mine, "mistyped") for _ in range(8)]
        self.assertEqual((told[:5], set(told[5:])), ([422] * 5, {429}))
        self.assertEqual(Knock.objects.count(), 0)

    def test_a_key_is_of_one_account_alone_and_no_other_key_is_one(self) -> None:
        get_user_model().objects.create_user("finch", password=GOOD)
        self.guessed(6)
        stranger = Caller()
        for key in ("", "x", "x" * 40, Browser.objects.get().digest):
            stranger.client.cookies["browser"] = key
            self.assertEqual(self.sign_in(stranger, address="10.8.0.1"), 429, key)
        finch = Caller()
        finch.post("/api/session", {"name": "finch", "password": GOOD})
        finch.delete("/api/session")
        self.assertEqual(self.sign_in(finch, address="10.8.0.1"), 429)

    def test_the_owner_sees_how_often_since_when_and_from_how_many_places(self) -> None:
        self.guessed(9, places=3)
        self.sign_in(self.mine)
        told = self.mine.get("/api/me").json()["knocks"]
        self.assertEqual((told["times"], told["places"]), (9, 3))
        self.assertLessEqual(told["since"], told["last"])
        self.assertNotIn("10.9", str(list(Knock.objects.values())))
        self.assertEqual(self.mine.delete("/api/me/knocks").status_code, 204)
        self.assertIsNone(self.mine.get("/api/me").json()["knocks"])

    def test_who_mistypes_on_a_new_phone_and_gets_in_did_not_knock(self) -> None:
        phone = Caller()
        self.sign_in(phone, "mistyped", "10.7.0.1")
        self.assertEqual(self.sign_in(phone, address="10.7.0.1"), 200)
        self.assertIsNone(phone.get("/api/me").json()["knocks"])
        for k in range(browsers.MISTYPED + 1):
            self.now += 60
            self.sign_in(Caller(), f"guess-{k}", "10.6.0.1")
        self.now += 60
        self.assertEqual(self.sign_in(Caller(), address="10.6.0.1"), 200)
        told = phone.get("/api/me").json()["knocks"]
        self.assertEqual(told["times"], browsers.MISTYPED + 1, "who guessed it in the end stays told of")

    def test_places_beyond_what_is_told_apart_count_as_one(self) -> None:
        with patch.object(browsers, "MOST_PLACES", 2):
            self.guessed(5, places=5)
        self.assertEqual(sorted(Knock.objects.values_list("times", flat=True)), [1, 1, 3])
        self.assertEqual([self.sign_in(Caller(), address="10.6.0.1"), Knock.objects.exclude(person__username="wren").count()], [429, 0])
