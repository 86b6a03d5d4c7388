"""What whoever runs it is given: units and a container file that agree with the code, and lines that tell nothing of anybody."""

from __future__ import annotations

import configparser
import json
import logging
import logging.config
import os
import re
import shutil
import subprocess
import sys
import tempfile
from io import StringIO
from pathlib import Path

from django.conf import settings
from django.contrib.auth.models import User
from django.core.exceptions import MiddlewareNotUsed
from django.http import HttpResponse
from django.test import SimpleTestCase, TestCase, override_settings

from people.tests.caller import Caller
from studio.middleware import logged
from studio.tests.test_served import serving

ROOT = Path(__file__).parents[3]
DEPLOY = ROOT / "docs" / "deploy"
PANGO = sys.modules["setup_steps"].PANGO


def unit(name: str) -> configparser.SectionProxy:
    parser = configparser.RawConfigParser(strict=True)
    parser.read(DEPLOY / name)
    return parser["Service"]


class Units(SimpleTestCase):
    def test_the_server_is_begun_as_here_and_takes_its_options(self) -> None:
        told = unit("aperture.service")["ExecStart"].split()[1:]
        with serving.listening() as held:
            here = serving.server(held)[1:]
        plain = [re.sub(r"^fd://\d+$", "127.0.0.1:8377", word) for word in here]
        self.assertEqual(told[: len(plain)], plain)
        env = os.environ | {"APERTURE_LOCAL": "1", "DJANGO_SETTINGS_MODULE": "studio.settings"}
        tried = subprocess.run([sys.executable, *told, "--check-config"], cwd=ROOT / "backend", env=env, capture_output=True, text=True)
        self.assertEqual(tried.returncode, 0, tried.stderr[-600:])

    def test_the_worker_is_one_of_the_commands(self) -> None:
        told = unit("aperture-worker.service")["ExecStart"].split()[1:]
        self.assertEqual(told, ["manage.py", "db_worker"])
        self.assertEqual([word for word in told if word not in serving.worker()], [])

    def test_both_are_units_and_write_only_where_the_database_lies(self) -> None:
        for name in ("aperture.service", "aperture-worker.service"):
            service = unit(name)
            self.assertEqual(
                (service["Restart"], service["ProtectSystem"], service["ReadWritePaths"]), ("always", "strict", "/srv/aperture/var")
            )
            self.assertEqual(service["EnvironmentFile"], "/etc/aperture.env")
            if analyser := shutil.which("systemd-analyze"):
                with tempfile.TemporaryDirectory() as folder:
                    file = Path(folder) / name
                    here = (DEPLOY / name).read_text().replace("/srv/aperture/.venv/bin/python", sys.executable)
                    file.write_text(here.replace("/srv/aperture", str(ROOT)).replace("User=aperture", "User=root"))
                    tried = subprocess.run([analyser, "verify", str(file)], capture_output=True, text=True)
                    self.assertEqual([line for line in tried.stderr.splitlines() if name in line], [])


class Container(SimpleTestCase):
    def test_what_it_copies_is_there_and_what_it_installs_is_what_is_needed(self) -> None:
        lines = [line.split() for line in (DEPLOY / "Containerfile").read_text().splitlines()]
        copied = [word for line in lines if line[:1] == ["COPY"] and not line[1].startswith("--") for word in line[1:-1]]
        self.assertEqual([name for name in copied if not (ROOT / name).exists()], [])
        installed = next(line for line in lines if "apt-get" in line)
        self.assertLessEqual(set(PANGO), set(installed))
        self.assertIn("--require-hashes", next(line for line in lines if line[:3] == ["RUN", "pip", "install"]))
        begun = next(" ".join(line) for line in lines if line[:2] == ["CMD", '["sh",'])
        with serving.listening() as held:
            for word in serving.server(held)[1:]:
                self.assertTrue(word in begun or word.startswith("fd://"), word)
        self.assertTrue((ROOT / "frontend" / "src" / "theme" / "tokens.json").exists())

    def test_the_page_about_it_leads_there(self) -> None:
        page = (ROOT / "docs" / "deploy.md").read_text()
        for name in ("deploy/aperture.service", "deploy/aperture-worker.service", "deploy/Containerfile"):
            self.assertIn(name, page)


@override_settings(LOGS="json")
class Lines(TestCase):
    def test_a_line_says_which_operation_and_how_it_ended_and_nothing_of_anybody(self) -> None:
        told, person = StringIO(), User.objects.create_user("wren-of-the-coast")
        formatter = logging.config.DictConfigurator({}).configure_formatter(dict(settings.LOGGING["formatters"]["json"]))
        handler, log = logging.StreamHandler(told), logging.getLogger("aperture.answered")
        handler.setFormatter(formatter)
        log.addHandler(handler)
        self.addCleanup(log.removeHandler, handler)
        caller = Caller(person)
        caller.client.defaults["REMOTE_ADDR"] = "10.9.8.7"
        caller.client.get("/api/situations/123456?back=77")
        caller.post("/api/outings", {"title": "A secret place", "day": "2027-01-01"})
        lines = [json.loads(line) for line in told.getvalue().splitlines()]
        self.assertEqual(
            [(one["method"], one["status"], one["what"]) for one in lines], [("GET", 404, "answered"), ("POST", 200, "answered")]
        )
        self.assertRegex(lines[0]["route"], "^api/situations/<[^>]+>$")
        self.assertTrue(all(set(one) == {"at", "level", "from", "what", "method", "route", "status", "ms"} for one in lines))
        for secret in ("wren", "10.9.8.7", "123456", "77", "secret", caller.client.cookies["sessionid"].value):
            self.assertNotIn(secret, told.getvalue())

    @override_settings(LOGS="faults")
    def test_without_being_asked_for_there_are_none(self) -> None:
        with self.assertRaises(MiddlewareNotUsed):
            logged(lambda request: HttpResponse())
