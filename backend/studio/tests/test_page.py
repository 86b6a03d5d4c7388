"""The one page, its files, and what production settings insist on."""

from __future__ import annotations

import os
import re
import subprocess
import sys
from pathlib import Path

from django.test import Client, TestCase

from people.tests.caller import Caller

BACKEND = Path(__file__).resolve().parents[2]


class Page(TestCase):
    def test_every_address_of_a_screen_gives_the_page_with_its_token_and_is_not_kept(self) -> None:
        for path in ("/", "/situations/7?now=-1", "/cards/1", "/kit", "/anything/else"):
            answer = Client().get(path)
            self.assertEqual((answer.status_code, 'id="app"' in answer.content.decode()), (200, True))
            self.assertIn("csrftoken", answer.cookies)
            self.assertIn("no-store", answer["Cache-Control"])
            self.assertEqual((answer["X-Frame-Options"], answer["X-Content-Type-Options"]), ("DENY", "nosniff"))

    def test_everything_the_page_asks_for_is_served_from_here(self) -> None:
        text = Client().get("/").content.decode()
        files = re.findall(r'(?:src|href)="(/[^"]+)"', text)
        self.assertGreaterEqual(len(files), 2)
        for file in files:
            self.assertEqual(Client().get(file).status_code, 200, file)
        self.assertEqual(re.findall(r"https?://", text), [])
        self.assertEqual(Client().get("/assets/nothing.js").status_code, 404)

    def test_a_page_from_elsewhere_gets_its_token_with_who_am_i(self) -> None:
        self.assertIn("csrftoken", Client().get("/api/me").cookies)
        self.assertEqual(Caller().get("/api/me").json(), {"name": None, "demo": True, "demo_people": [], "registration": "open"})


class Production(TestCase):
    def started(self, **env: str) -> subprocess.CompletedProcess[str]:
        clean = {k: v for k, v in os.environ.items() if not k.startswith(("APERTURE_", "DJANGO_"))}
        command = [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "WARNING"]
        return subprocess.run(command, cwd=BACKEND, env=clean | env, capture_output=True, text=True)

    def test_without_a_secret_it_does_not_start_and_says_what_is_needed(self) -> None:
        refused = self.started()
        self.assertNotEqual(refused.returncode, 0)
        self.assertIn("APERTURE_SECRET_KEY is needed", refused.stderr)

    def test_with_its_settings_the_deployment_check_is_clean_and_the_demo_is_shut(self) -> None:
        ran = self.started(
            APERTURE_SECRET_KEY="for-this-check-only-k3Jx-9fQ_2mZpV7sLwRt5yBn8cGdHaUe4iXo", APERTURE_HOSTS="aperture.example"
        )
        self.assertEqual((ran.returncode, ran.stderr.count("WARNINGS")), (0, 0), ran.stderr)
