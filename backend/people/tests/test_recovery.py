"""A lost password without mail: codes shown once, each good for one time."""

from __future__ import annotations

import re
from unittest.mock import patch

from django.contrib.auth import get_user_model
from django.contrib.auth.models import User
from django.test import TestCase, override_settings

from people.doors import Turnstile
from people.models import RecoveryCode
from people.recovery import ALPHABET, CODES
from people.tests.caller import Caller, pointers

OLD, NEW = "lantern-boats-4", "frost-on-ropes-7"


class Recovery(TestCase):
    def setUp(self) -> None:
        self.caller = Caller()
        self.caller.post("/api/people", {"name": "wren", "password": OLD})
        self.codes: list[str] = self.caller.post("/api/me/codes", {"password": OLD}).json()["codes"]

    def signs_in(self, password: str) -> bool:
        return bool(Caller().post("/api/session", {"name": "wren", "password": password}).status_code == 200)

    def left(self) -> int:
        return int(self.caller.get("/api/me/codes").json()["left"])

    def test_a_code_opens_the_account_once_and_ends_every_other_browser(self) -> None:
        elsewhere = Caller()
        answer = elsewhere.post("/api/recover", {"name": "wren", "code": self.codes[2], "password": NEW})
        self.assertEqual((answer.status_code, answer.json()["name"]), (200, "wren"))
        self.assertEqual(elsewhere.get("/api/outings").status_code, 200)
        self.assertEqual(self.caller.get("/api/outings").status_code, 401, "who had the old password is out")
        self.assertTrue(self.signs_in(NEW))
        self.assertFalse(self.signs_in(OLD))
        self.assertEqual(elsewhere.get("/api/me/codes").json()["left"], CODES - 1)
        again = Caller().post("/api/recover", {"name": "wren", "code": self.codes[2], "password": OLD})
        self.assertEqual((again.status_code, pointers(again)), (422, {"/code"}))

    def test_however_a_code_is_typed_it_is_the_same_and_no_other_is(self) -> None:
        for code, typed in zip(self.codes, (str.upper, lambda c: c.replace("-", ""), lambda c: f" {c.replace('-', ' ')} "), strict=False):
            with self.subTest(typed=typed(code)):
                self.assertEqual(Caller().post("/api/recover", {"name": "wren", "code": typed(code), "password": NEW}).status_code, 200)
        before = RecoveryCode.objects.count()
        for code in ("", "-", "2345-6789-abcd-efgh", self.codes[4][:-1], self.codes[4] + "2", self.codes[4][::-1], "x" * 61):
            with self.subTest(code=code):
                self.assertEqual(Caller().post("/api/recover", {"name": "wren", "code": code, "password": NEW}).status_code, 422)
        self.assertEqual(RecoveryCode.objects.count(), before)

    def test_a_code_is_of_its_owner_alone_and_a_stranger_cannot_tell_who_has_any(self) -> None:
        Caller().post("/api/people", {"name": "finch", "password": OLD})
        told = [
            Caller().post("/api/recover", {"name": name, "code": code, "password": NEW}).json()
            for name, code in (("finch", self.codes[0]), ("nobody", self.codes[0]), ("wren", "2345-6789-abcd-efgh"))
        ]
        self.assertEqual(len({str({**one, "instance": ""}) for one in told}), 1, told)
        User.objects.filter(username="wren").update(is_active=False)
        self.assertEqual(Caller().post("/api/recover", {"name": "wren", "code": self.codes[0], "password": NEW}).status_code, 422)

    def test_a_password_that_is_too_weak_costs_no_code(self) -> None:
        answer = Caller().post("/api/recover", {"name": "wren", "code": self.codes[0], "password": "12345678"})
        self.assertEqual(pointers(answer), {"/password"})
        self.assertEqual(self.left(), CODES)
        self.assertTrue(self.signs_in(OLD))

    def test_new_codes_take_the_place_of_all_and_ask_for_the_password(self) -> None:
        refused = self.caller.post("/api/me/codes", {"password": NEW})
        self.assertEqual((refused.status_code, pointers(refused)), (422, {"/password"}))
        self.assertEqual(self.left(), CODES)
        new = self.caller.post("/api/me/codes", {"password": OLD}).json()["codes"]
        self.assertFalse(set(new) & set(self.codes))
        self.assertEqual(self.left(), CODES)
        self.assertEqual(Caller().post("/api/recover", {"name": "wren", "code": self.codes[0], "password": NEW}).status_code, 422)
        self.assertEqual(Caller().get("/api/me/codes").status_code, 401)

    def test_no_code_is_kept_as_it_is_shown(self) -> None:
        kept = " ".join(RecoveryCode.objects.values_list("digest", flat=True))
        for code in self.codes:
            self.assertRegex(code, re.compile(rf"^[{ALPHABET}]{{4}}(-[{ALPHABET}]{{4}}){{3}}$"))
            self.assertNotIn(code.replace("-", ""), kept)
        self.assertEqual(len(set(self.codes)), CODES)
        self.assertNotIn(self.codes[0], str(RecoveryCode.objects.first()))

    def test_of_two_who_use_one_code_at_once_one_is_let_in(self) -> None:
        person = get_user_model().objects.get(username="wren")
        with patch("people.recovery.check_password", side_effect=lambda *_: RecoveryCode.objects.filter(person=person).delete()):
            late = Caller().post("/api/recover", {"name": "wren", "code": self.codes[0], "password": NEW})
        self.assertEqual((late.status_code, pointers(late)), (422, {"/code"}))
        self.assertTrue(self.signs_in(OLD))

    @override_settings(DOORS=True)
    def test_who_guesses_waits_and_the_wait_is_of_that_account(self) -> None:
        Caller().post("/api/people", {"name": "finch", "password": OLD})
        with patch.object(Turnstile, "timer", lambda _: 1000.0):
            guesses = [Caller().post("/api/recover", {"name": "wren", "code": f"{k}", "password": NEW}).status_code for k in range(7)]
            self.assertEqual(guesses, [422] * 5 + [429] * 2)
            self.assertEqual(Caller().post("/api/session", {"name": "wren", "password": OLD}).status_code, 200, "the other door is open")
            self.assertEqual(Caller().post("/api/recover", {"name": "finch", "code": "2", "password": NEW}).status_code, 422)
