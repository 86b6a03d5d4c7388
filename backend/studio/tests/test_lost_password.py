"""A password is lost, and found again by a code that was shown once; who is in, and who knocked."""

from __future__ import annotations

import json
import re
from urllib.parse import unquote
from zipfile import ZipFile

import pyotp
from django.contrib.auth.models import User
from django.utils import timezone
from playwright.sync_api import expect

from people.models import Browser, Knock, RecoveryCode, SecondFactor
from people.tests.caller import Caller
from studio.tests.browser import BrowserCase
from studio.tests.chromium import DESK, PHONE

FIRST, NEXT = "lantern-boats-4", "frost-on-ropes-7"


class LostPassword(BrowserCase):
    def test_codes_of_a_new_account_give_a_lost_password_back(self) -> None:
        page = self.open("/enter", signed_in=False, size=PHONE)
        page.get_by_label("name", exact=True).first.fill("finch")
        page.get_by_label("password", exact=True).first.fill(FIRST)
        page.get_by_role("button", name="Make an account").click()
        codes = page.locator(".codes li")
        expect(codes).to_have_count(8)
        code = codes.nth(3).inner_text()
        kept = page.get_by_role("link", name="Keep them as a file")
        expect(kept).to_have_attribute("download", "recovery-codes-finch.txt")
        self.assertIn(code, unquote(kept.get_attribute("href") or ""))
        page.emulate_media(media="print")
        expect(codes.first).to_be_visible()
        expect(page.get_by_role("button", name="Start bare")).to_be_hidden()
        page.emulate_media(media="screen")
        page.context.clear_cookies()

        page.goto("/enter")
        page.set_viewport_size({"width": DESK[0], "height": DESK[1]})
        page.get_by_text("I lost my password").click()
        form = page.get_by_role("form", name="lost password")
        form.get_by_label("name").fill("finch")
        form.get_by_label("the next password", exact=True).fill("12345678")
        form.get_by_label("one of your recovery codes").fill(code.upper().replace("-", " "))
        sent = form.get_by_role("button", name="Set it and sign in")
        sent.click()
        expect(form.get_by_role("alert").filter(has_text=re.compile("too common|numeric"))).to_be_visible()
        form.get_by_label("the next password", exact=True).fill(NEXT)
        sent.click()
        expect(page).not_to_have_url(re.compile("/enter"))
        self.assertEqual(RecoveryCode.objects.filter(person__username="finch").count(), 7)

        page.goto("/profile#account")
        expect(page.get_by_text("7 recovery codes are left")).to_be_visible()
        page.get_by_label("present", exact=True).fill(FIRST)
        page.get_by_role("button", name="Make new recovery codes").click()
        expect(page.get_by_role("alert").filter(has_text="this is not your present password")).to_be_visible()
        page.get_by_label("present", exact=True).fill(NEXT)
        page.get_by_role("button", name="Make new recovery codes").click()
        expect(codes).to_have_count(8)
        expect(page.get_by_text("8 recovery codes are left")).to_be_visible()
        page.reload()
        expect(page.get_by_text("8 recovery codes are left")).to_be_visible()
        expect(codes).to_have_count(0)
        spent = Caller().post("/api/recover", {"name": "finch", "code": code, "password": FIRST})
        self.assertEqual(spent.status_code, 422)
        self.assertEqual([text for text in self.wrong if not re.search("40[13]|422", text)], [])


class WhoIsIn(BrowserCase):
    def test_who_knocked_is_told_until_it_is_seen_and_browsers_are_signed_out_one_by_one(self) -> None:
        for k, times in enumerate((50, 7)):
            Knock.objects.create(person=self.ilse, place=str(k), times=times)
        Browser.objects.create(person=self.ilse, digest="none", kind="phone", seen_at=timezone.now())
        page = self.open("/", size=PHONE)
        told = page.get_by_role("complementary", name="somebody knocked")
        expect(told).to_contain_text("57 wrong passwords for your account, from 2 places")
        told.get_by_role("link", name="My browsers").click()
        rows = page.locator("#browsers li")
        expect(rows).to_have_count(2)
        expect(rows.filter(has_text="this one, a desk")).to_have_count(1)
        told.get_by_role("button", name="I have seen it").click()
        expect(told).to_have_count(0)
        self.assertFalse(Knock.objects.exists())
        page.get_by_role("button", name=re.compile("^forget a phone of")).click()
        expect(page.get_by_text("a phone signed out and forgotten")).to_be_visible()
        expect(rows).to_have_count(1)
        page.get_by_role("button", name=re.compile("^sign out and forget a desk of")).click()
        expect(page).to_have_url(re.compile("/enter"))
        self.assertFalse(Browser.objects.exists())

    def test_an_account_is_taken_away_whole_and_ended_by_its_password(self) -> None:
        page = self.open("/enter", signed_in=False)
        page.get_by_label("name", exact=True).first.fill("finch")
        page.get_by_label("password", exact=True).first.fill(FIRST)
        page.get_by_role("button", name="Make an account").click()
        page.locator(".codes li").first.wait_for()
        page.goto("/profile#account")
        with page.expect_download() as taken:
            page.get_by_role("link", name="Take everything away").click()
        self.assertEqual(taken.value.suggested_filename, "wide-aperture-finch.zip")
        with ZipFile(taken.value.path()) as file:
            self.assertEqual(json.loads(file.read("account.json"))["name"], "finch")
        page.get_by_text("Delete the account").click()
        form = page.get_by_role("form", name="delete the account")
        for password, ends in ((NEXT, False), (FIRST, True)):
            form.get_by_label("your password").fill(password)
            form.get_by_role("button", name="Delete it for good").click()
            if not ends:
                expect(form.get_by_role("alert")).to_have_text("this is not your present password")
        expect(page).to_have_url(re.compile("/enter"))
        self.assertFalse(User.objects.filter(username="finch").exists())

    def test_a_device_is_told_its_figures_are_asked_for_elsewhere_and_it_is_done_without(self) -> None:
        self.ilse.set_password(FIRST)
        self.ilse.save()
        page = self.open("/profile#account")
        start = page.get_by_role("form", name="second factor")
        start.get_by_label("the password").fill(FIRST)
        start.get_by_role("button", name="Begin with a device").click()
        expect(page.get_by_role("img", name="square code for a device")).to_be_visible()
        device = pyotp.TOTP(page.locator(".secret").inner_text())
        figures = page.get_by_role("form", name="figures of the device")
        figures.get_by_label("its figures").fill("000000")
        figures.get_by_role("button", name="Take it into use").click()
        expect(figures.get_by_role("alert")).to_contain_text("not the figures of now")
        figures.get_by_label("its figures").fill(device.now())
        figures.get_by_role("button", name="Take it into use").click()
        expect(page.get_by_text("From now on a browser that is not known here")).to_be_visible()
        SecondFactor.objects.update(last_step=0)

        elsewhere = self.open("/enter", signed_in=False, size=PHONE, still=False)
        elsewhere.get_by_label("name", exact=True).first.fill("demo.ilse")
        elsewhere.get_by_label("password", exact=True).first.fill(FIRST)
        enter = elsewhere.get_by_role("button", name="Sign in")
        enter.click()
        expect(elsewhere.get_by_text("asks for the figures that its device shows now")).to_be_visible()
        elsewhere.get_by_label("figures of your device").fill(device.now())
        enter.click()
        expect(elsewhere).not_to_have_url(re.compile("/enter"))

        start.get_by_label("the password").fill(FIRST)
        start.get_by_role("button", name="Do without it").click()
        expect(page.get_by_text("The password alone opens the account again.")).to_be_visible()
        self.assertFalse(SecondFactor.objects.exists())
