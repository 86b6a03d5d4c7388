"""A second factor by choice: the figures of a device beside the password, once each; lost devices, other clocks, shut doors."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from unittest.mock import patch

import pyotp
from django.contrib.auth.models import User
from django.test import TestCase, override_settings
from django.utils import timezone

from people.doors import Turnstile
from people.factor import STEP_S
from people.models import SecondFactor
from people.tests.caller import Caller, pointers

GOOD = "lantern-boats-4"


class Factor(TestCase):
    """Time stands still but for what a test lets pass."""

    def setUp(self) -> None:
        self.now = timezone.now()
        self.enterContext(patch("people.factor.timezone.now", lambda: self.now))
        self.enterContext(patch.object(Turnstile, "timer", lambda _: self.now.timestamp()))
        self.caller = Caller()
        self.caller.post("/api/people", {"name": "wren", "password": GOOD})

    def pass_by(self, seconds: float) -> None:
        self.now += timedelta(seconds=seconds)

    def shown(self, off_s: float = 0) -> str:
        return pyotp.TOTP(self.secret).at(self.now.timestamp() + off_s)

    def on(self) -> None:
        told = self.caller.post("/api/me/factor", {"password": GOOD}).json()
        self.secret = told["secret"]
        self.assertIn("<svg", told["svg"])
        self.assertTrue(self.caller.send("PUT", "/api/me/factor", {"code": self.shown()}).json()["on"])
        self.pass_by(2 * STEP_S)

    def sign_in(self, code: str = "", by: Caller | None = None, password: str = GOOD) -> Any:
        return (by or Caller()).post("/api/session", {"name": "wren", "password": password, "code": code})

    def test_it_counts_for_nothing_until_its_device_shows_the_right_figures(self) -> None:
        self.assertEqual(pointers(self.caller.post("/api/me/factor", {"password": "guess"})), {"/password"})
        self.assertEqual(pointers(self.caller.send("PUT", "/api/me/factor", {"code": "123456"})), {"/code"})
        self.secret = self.caller.post("/api/me/factor", {"password": GOOD}).json()["secret"]
        for wrong in ("000000", "12345", "１２３４５６", "abcdef", self.shown(-10 * STEP_S)):
            self.assertEqual(pointers(self.caller.send("PUT", "/api/me/factor", {"code": wrong})), {"/code"}, wrong)
        self.assertEqual(self.sign_in().status_code, 200)
        self.assertFalse(self.caller.get("/api/me/factor").json()["on"])
        self.on()
        self.assertTrue(self.caller.get("/api/me/factor").json()["on"])
        self.assertEqual(pointers(self.caller.post("/api/me/factor", {"password": GOOD})), {"/password"}, "there is one already")

    def test_a_browser_that_is_not_known_needs_both_and_one_that_is_needs_the_password(self) -> None:
        self.on()
        self.assertEqual(pointers(self.sign_in()), {"/code"})
        self.assertEqual(pointers(self.sign_in("000000")), {"/code"})
        self.assertEqual(pointers(self.sign_in(self.shown(), password="guess")), {"/password"})
        phone = Caller()
        self.assertEqual(self.sign_in(f" {self.shown()[:3]} {self.shown()[3:]} ", phone).status_code, 200)
        for known in (phone, self.caller):
            known.delete("/api/session")
            self.assertEqual(self.sign_in(by=known).status_code, 200)

    def test_figures_are_good_once_and_a_clock_may_be_half_a_minute_off(self) -> None:
        self.on()
        used = self.shown()
        self.assertEqual(self.sign_in(used).status_code, 200)
        self.assertEqual(pointers(self.sign_in(used)), {"/code"})
        self.pass_by(3 * STEP_S)
        self.assertEqual(pointers(self.sign_in(used)), {"/code"})
        self.assertEqual(self.sign_in(self.shown(-STEP_S)).status_code, 200)
        self.assertEqual(self.sign_in(self.shown(STEP_S)).status_code, 200)
        self.assertEqual(pointers(self.sign_in(self.shown())), {"/code"}, "older than what was used")
        self.pass_by(10 * STEP_S)
        self.assertEqual(pointers(self.sign_in(self.shown(2 * STEP_S))), {"/code"})

    def test_a_recovery_code_stands_in_for_a_lost_device_once_and_a_wrong_password_costs_none(self) -> None:
        codes = self.caller.post("/api/me/codes", {"password": GOOD}).json()["codes"]
        self.on()
        self.assertEqual(pointers(self.sign_in(codes[0], password="guess")), {"/password"})
        self.assertEqual(self.sign_in(codes[0]).status_code, 200)
        self.assertEqual(pointers(self.sign_in(codes[0])), {"/code"})
        self.assertEqual(self.caller.get("/api/me/codes").json()["left"], len(codes) - 1)

    def test_it_is_taken_away_by_the_password_and_is_its_owner_s_alone(self) -> None:
        self.on()
        self.assertEqual(pointers(self.caller.post("/api/me/factor/off", {"password": "guess"})), {"/password"})
        self.assertFalse(self.caller.post("/api/me/factor/off", {"password": GOOD}).json()["on"])
        self.assertEqual((self.sign_in().status_code, SecondFactor.objects.count()), (200, 0))
        self.assertEqual(Caller().get("/api/me/factor").status_code, 401)
        finch = Caller(User.objects.create_user("finch", password=GOOD))
        self.assertFalse(finch.get("/api/me/factor").json()["on"])

    @override_settings(DOORS=True)
    def test_whatever_others_guess_the_figures_of_ones_device_open_the_door_on_a_new_browser(self) -> None:
        self.on()
        for _ in range(8):
            self.sign_in(password="guess")
        self.assertEqual(self.sign_in().status_code, 429)
        self.assertEqual(self.sign_in("000000").status_code, 429)
        self.assertEqual(self.sign_in(self.shown()).status_code, 200)
        self.pass_by(STEP_S)
        told = [self.sign_in(self.shown(), password=f"guess-{k}").status_code for k in range(8)]
        self.assertEqual((told[:5], set(told[5:])), ([422] * 5, {429}), "who has the device only has counts of its own, too")

    def test_the_secret_leaves_once_and_is_not_in_what_is_taken_away(self) -> None:
        self.on()
        whole = b"".join(self.caller.get("/api/me/export.zip").streaming_content)
        self.assertNotIn(self.secret.encode(), whole)
        self.assertNotIn(self.secret, self.caller.get("/api/me/factor").content.decode())
