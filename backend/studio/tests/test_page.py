"""The one page, its files, and what production settings insist on."""

from __future__ import annotations

import os
import re
import subprocess
import sys
from pathlib import Path
from unittest.mock import patch

from django.db import OperationalError
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

    def test_it_says_that_it_cannot_work_while_its_database_cannot_be_read_or_is_behind(self) -> None:
        self.assertEqual(Client().get("/ready").json(), {"status": "ok"})
        with patch("studio.health.MigrationExecutor", side_effect=OperationalError("unable to open database file")):
            self.assertEqual((Client().get("/ready").status_code, Client().get("/alive").status_code), (503, 200))
        with patch("studio.health.MigrationExecutor.migration_plan", return_value=[("people", "0009")]):
            behind = Client().get("/ready")
        self.assertEqual((behind.status_code, "1 steps behind" in behind.json()["detail"]), (503, True))
        self.assertEqual(Client().post("/ready").status_code, 405)

    def test_a_page_from_elsewhere_gets_its_token_with_who_am_i(self) -> None:
        self.assertIn("csrftoken", Client().get("/api/me").cookies)
        self.assertEqual(
            Caller().get("/api/me").json(), {"name": None, "knocks": None, "demo": True, "demo_people": [], "registration": "open"}
        )


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

    def test_browsers_are_held_to_https_only_by_choice(self) -> None:
        told = "from django.conf import settings as s; print(s.SECURE_HSTS_SECONDS > 0, s.SECURE_HSTS_INCLUDE_SUBDOMAINS)"
        env = {k: v for k, v in os.environ.items() if not k.startswith(("APERTURE_", "DJANGO_"))}
        env |= {"DJANGO_SETTINGS_MODULE": "studio.settings", "APERTURE_SECRET_KEY": "x" * 40}
        for choice, said in (("off", "False False"), ("host", "True False"), ("subdomains", "True True")):
            command, asked = [sys.executable, "-c", told], {**env, "APERTURE_HSTS": choice}
            ran = subprocess.run(command, cwd=BACKEND, env=asked, capture_output=True, text=True)
            self.assertEqual(ran.stdout.strip(), said, ran.stderr)
        refused = self.started(APERTURE_SECRET_KEY="x" * 40, APERTURE_HSTS="sometimes")
        self.assertIn("off, host and subdomains are accepted", refused.stderr)
