"""Accounts as people meet them: a first visit, a password, a profile, the demo."""

from __future__ import annotations

from typing import Any
from unittest.mock import patch

from django.contrib.auth import get_user_model
from django.test import TestCase, override_settings

from kit.models import Piece
from outings.demo_people import load_demo_people
from outings.models import Outing
from people.doors import Turnstile
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
            ("demo.finch", GOOD, "/name"),
            ("DEMO.finch", GOOD, "/name"),
            ("ｄｅｍｏ．finch", GOOD, "/name"),
            ("dеmо.finch", GOOD, "/name"),
            ("wrеn", GOOD, "/name"),
            ("WREN", GOOD, "/name"),
            ("ｗｒｅｎ", GOOD, "/name"),
            ("fi\u0007nch", GOOD, "/name"),
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

    def test_a_name_is_one_name_however_it_is_typed(self) -> None:
        self.register("ﬁnch-９")
        self.assertEqual(self.who(), "finch-9")
        self.caller = Caller()
        self.assertEqual(self.caller.post("/api/session", {"name": "ﬁｎch-9", "password": GOOD}).json()["name"], "finch-9")

    def test_a_server_may_take_nobody_or_only_whom_it_invites(self) -> None:
        with override_settings(REGISTRATION="closed"):
            self.assertEqual(self.caller.get("/api/me").json()["registration"], "closed")
            refused = self.register()
        self.assertEqual((refused.status_code, refused.json()["detail"]), (403, "This server takes no new accounts."))
        with override_settings(REGISTRATION="invited", INVITATION="lantern"):
            self.assertEqual(pointers(self.register()), {"/invitation"})
            told = {"name": "wren", "password": GOOD, "invitation": "lantern"}
            self.assertEqual(self.caller.post("/api/people", told).json()["name"], "wren")

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
        self.assertEqual(self.caller.get("/api/kit").json(), {"bodies": [], "lenses": [], "unread": [], "aside": []})
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


@override_settings(DOORS=True)
class Guessing(TestCase):
    """Somebody tries and tries; time stands still but for what a test lets pass."""

    def setUp(self) -> None:
        get_user_model().objects.create_user("wren", password=GOOD)
        self.now = 1_000_000.0
        self.enterContext(patch.object(Turnstile, "timer", lambda _: self.now))

    def guess(self, name: str = "wren", password: str = "not-it", address: str = "10.0.0.1") -> Any:
        caller = Caller()
        caller.client.defaults["REMOTE_ADDR"] = address
        return caller.post("/api/session", {"name": name, "password": password})

    def test_of_a_hundred_guesses_few_are_answered_and_the_wait_grows(self) -> None:
        answered, waits = [], []
        for k in range(100):
            answer = self.guess(name=("wren", "WREN", "ｗren")[k % 3], address=f"10.0.{k}.1")
            self.assertIn(answer.status_code, (422, 429))
            if answer.status_code == 422:
                answered.append(self.now)
            else:
                waits.append(int(answer["Retry-After"]))
                self.assertIn("Wait ", answer.json()["detail"])
                self.now += waits[-1]
        for most, seconds in ((5, 60), (20, 3600), (50, 86_400)):
            self.assertEqual(max(sum(0 <= late - first < seconds for late in answered) for first in answered), most)
        self.assertLessEqual(waits[0], 60)
        self.assertGreater(max(waits), 3600)

    def test_the_right_password_waits_too_and_then_begins_anew(self) -> None:
        for _ in range(5):
            self.guess()
        self.assertEqual(self.guess(password=GOOD).status_code, 429)
        self.assertEqual(self.guess(name="finch", password=GOOD).status_code, 422, "another name at the same address is let by")
        self.now += 61
        self.assertEqual(self.guess(password=GOOD).status_code, 200)
        self.assertEqual([self.guess().status_code for _ in range(6)], [422] * 5 + [429])

    def test_being_signed_in_elsewhere_is_no_way_round(self) -> None:
        """Guesses count for the account that they name, not for the one that one has oneself and may sign in to between them."""
        get_user_model().objects.create_user("finch", password=GOOD)
        caller, told = Caller(get_user_model().objects.get(username="finch")), []
        for _ in range(3):
            told += [caller.post("/api/session", {"name": "wren", "password": "not-it"}).status_code for _ in range(3)]
            self.assertEqual(caller.post("/api/session", {"name": "finch", "password": GOOD}).status_code, 200)
        self.assertEqual(told, [422] * 5 + [429] * 4)

    def test_an_address_that_tries_many_names_waits(self) -> None:
        told = [self.guess(name=f"finch-{k}").status_code for k in range(31)]
        self.assertEqual((set(told[:30]), told[30]), ({422}, 429))
        self.assertEqual(self.guess(name="finch-0", address="10.0.0.2").status_code, 422)

    def test_a_knock_that_is_padded_is_no_guess_whatever_it_says(self) -> None:
        """A knock too long to be read for its name would not be counted for that account: it is refused, the right one too."""
        caller = Caller()
        for password in ("not-it", GOOD):
            for padding in (4_000, 100_000, 3_000_000):
                answer = caller.post("/api/session", {"name": "wren", "password": password, "padding": "x" * padding})
                self.assertIn(answer.status_code, (413, 422))
                self.assertIsNone(caller.get("/api/me").json()["name"])
        self.assertEqual([self.guess().status_code for _ in range(6)], [422] * 5 + [429], "and it costs the account no try")

    def test_old_passwords_and_new_accounts_are_counted_too(self) -> None:
        caller = Caller(get_user_model().objects.get(username="wren"))
        wrong = [caller.post("/api/me/password", {"old": "no", "new": "another-good-one-7"}).status_code for _ in range(6)]
        self.assertEqual(wrong, [422] * 5 + [429])
        made = [Caller().post("/api/people", {"name": f"finch-{k}", "password": GOOD}).status_code for k in range(11)]
        self.assertEqual(made, [200] * 10 + [429])


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
                self.assertEqual([one["name"] for one in me["demo_people"]], ["demo.bram", "demo.ilse"] if demo else [])

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
