"""The application as it is served, by its own server on loopback: what strangers send, what is kept where, how it ends."""

from __future__ import annotations

import json
import os
import signal
import socket
import sqlite3
import subprocess
import sys
import tempfile
import time
from contextlib import ExitStack, closing, suppress
from http.cookies import SimpleCookie
from importlib import import_module
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase

ROOT = Path(__file__).resolve().parents[3]
sys.path.insert(0, str(ROOT / "tools"))

serving = import_module("serving")

TOKEN = "t" * 32
TYPED = json.dumps({"quantity": "iso", "text": "400"}).encode()


class Visitor:
    """Calls with a page's token, and with a session once stepped in."""

    def __init__(self, port: int) -> None:
        self.port, self.cookies = port, {"csrftoken": TOKEN}

    def send(self, method: str, path: str, body: Any = None, **headers: str) -> Any:
        told = {
            "Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items()),
            "X-CSRFToken": self.cookies["csrftoken"],
            "Content-Type": "application/json",
        }
        data = body if isinstance(body, bytes) or body is None else json.dumps(body).encode()
        answer = serving.ask(self.port, method, path, data, told | {name.replace("_", "-"): value for name, value in headers.items()})
        for cookie in SimpleCookie("; ".join(answer.headers.get_all("Set-Cookie", []))).values():
            self.cookies[cookie.key] = cookie.value
        return answer

    def get(self, path: str) -> Any:
        return json.loads(self.send("GET", path).body)


class Served(SimpleTestCase):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        stack = ExitStack()
        cls.addClassCleanup(stack.close)
        cls.folder = Path(stack.enter_context(tempfile.TemporaryDirectory()))
        cls.port = stack.enter_context(serving.running(cls.folder, workers=1))

    def raw(self, *parts: bytes) -> socket.socket:
        """A connection on which these parts were sent."""
        open_one = socket.create_connection(("127.0.0.1", self.port), timeout=20)
        self.addCleanup(open_one.close)
        open_one.sendall(b"".join(parts))
        return open_one

    def head(self, path: str, *lines: str) -> bytes:
        told = [f"POST {path} HTTP/1.1", "Host: 127.0.0.1", "Content-Type: application/json", f"X-CSRFToken: {TOKEN}"]
        return "\r\n".join([*told, f"Cookie: csrftoken={TOKEN}", *lines, "", ""]).encode()

    def heard(self, one: socket.socket) -> tuple[int, dict[str, Any]]:
        """Status and JSON of an answer."""
        with closing(one), one.makefile("rb") as file:
            status = int(file.readline().split()[1])
            length = 0
            while (line := file.readline().strip()) != b"":
                if line.lower().startswith(b"content-length:"):
                    length = int(line.split(b":")[1])
            return status, json.loads(file.read(length))

    def test_forty_that_send_slowly_keep_nobody_waiting(self) -> None:
        slow = [self.raw(self.head("/api/advise", "Content-Length: 100000"), b"{") for _ in range(40)]
        self.assertEqual(Visitor(self.port).send("POST", "/api/read", TYPED).status, 200)
        self.assertEqual(len(slow), 40)

    def test_what_is_too_large_is_refused_before_it_comes_and_a_body_in_pieces_is_read(self) -> None:
        told = self.heard(self.raw(self.head("/api/advise", "Content-Length: 10000000"), b"{"))
        self.assertEqual((told[0], told[1]["status"]), (413, 413))
        unknown = f"Cookie: sessionid={TOKEN}"
        for path, *lines in (
            ["/api/advise"],
            ["/api/kit/picture"],
            ["/api/kit/picture", unknown],
            ["/api/kit/picture", "Cookie: sessionid="],
        ):
            large = self.raw(self.head(path, "Transfer-Encoding: chunked", *lines))
            with self.assertRaises(OSError):
                for _ in range(200):
                    large.sendall(b"100000\r\n" + b" " * 0x100000 + b"\r\n")
        pieces = b"".join(f"{len(part):x}\r\n".encode() + part + b"\r\n" for part in (TYPED[:10], TYPED[10:], b""))
        self.assertEqual(self.heard(self.raw(self.head("/api/read", "Transfer-Encoding: chunked"), pieces)), (200, {"value": 400.0}))

    def test_a_large_file_is_let_in_from_who_is_signed_in(self) -> None:
        visitor = Visitor(self.port)
        visitor.send("POST", "/api/demo", {"name": "demo.ilse"})
        session = f"Cookie: sessionid={visitor.cookies['sessionid']}"
        large = self.raw(self.head("/api/kit/picture", "Content-Length: 9000000", session), b" " * 9_000_000)
        status, told = self.heard(large)
        self.assertNotIn(status, (401, 413), told)
        stranger = self.raw(self.head("/api/kit/picture", "Content-Length: 9000000", f"Cookie: sessionid={TOKEN}"), b" ")
        self.assertEqual(self.heard(stranger)[0], 413)

    def test_whoever_runs_it_asks_whether_it_lives_and_whether_it_is_ready(self) -> None:
        for path in ("/alive", "/ready"):
            answer = Visitor(self.port).send("GET", path)
            self.assertEqual((answer.status, json.loads(answer.body)), (200, {"status": "ok"}))
            self.assertEqual(answer.headers["Cache-Control"], "no-store")

    def test_every_answer_says_what_may_run_and_what_may_be_kept(self) -> None:
        visitor = Visitor(self.port)
        page = visitor.send("GET", "/")
        policy = page.headers["Content-Security-Policy"]
        self.assertIn("script-src 'self'", policy)
        self.assertNotIn("unsafe-inline' script", policy.split("script-src")[1].split(";")[0])
        self.assertIn("camera=()", page.headers["Permissions-Policy"])
        self.assertEqual(visitor.send("GET", "/api/me").headers["Cache-Control"], "no-store")
        built = next(file for file in (ROOT / "frontend" / "dist" / "assets").glob("*.js"))
        self.assertIn("immutable", visitor.send("GET", f"/assets/{built.name}").headers["Cache-Control"])
        for method, path in (("GET", "/assets/none.js"), ("PATCH", "/api/me"), ("GET", "/api/docs/none.css"), ("GET", "/api/%ff")):
            answer = visitor.send(method, path)
            self.assertIn(answer.status, (404, 405))
            self.assertEqual(
                (answer.headers["Content-Type"], json.loads(answer.body)["status"]), ("application/problem+json", answer.status)
            )
        wrong_host = visitor.send("GET", "/api/me", Host="elsewhere.example")
        self.assertEqual((wrong_host.status, wrong_host.headers["Content-Type"]), (400, "application/problem+json"))

    def test_long_pages_come_from_the_process_beside_and_are_one_s_own(self) -> None:
        ilse, bram = Visitor(self.port), Visitor(self.port)
        for visitor, name in ((ilse, "demo.ilse"), (bram, "demo.bram")):
            self.assertEqual(visitor.send("POST", "/api/demo", {"name": name}).status, 200)
        (day,) = ilse.get("/api/outings")
        for page in ("slots", "fingers", "checks", "traffic", "alike", "day", "checks.csv"):
            answer = ilse.send("GET", f"/api/outings/{day['id']}/{page}")
            self.assertEqual((answer.status, answer.headers["Cache-Control"]), (200, "no-store"), page)
            self.assertEqual(bram.send("GET", f"/api/outings/{day['id']}/{page}").status, 404)
            self.assertEqual(Visitor(self.port).send("GET", f"/api/outings/{day['id']}/{page}").status, 401)
        picture = ilse.send("POST", f"/api/situations/{day['situations'][0]['id']}/pictures", b"no picture" * 900_000)
        self.assertEqual((picture.status, json.loads(picture.body)["errors"][0]["pointer"]), (422, ""), "nine megabytes are read")
        choice = {"body": "merrow-swift-20", "number": 1, "special": "sets"}
        chosen = ilse.send("PUT", f"/api/outings/{day['id']}/slots", choice)
        self.assertEqual((chosen.status, json.loads(chosen.body)), (200, ilse.get(f"/api/outings/{day['id']}/slots")))
        self.assertEqual(bram.send("PUT", f"/api/outings/{day['id']}/slots", choice).status, 404)
        self.assertEqual(ilse.send("PUT", f"/api/outings/{day['id']}/slots", choice, X_CSRFToken="x" * 32).status, 403)
        now = {"outing": day["id"], "document": ilse.get(f"/api/situations/{day['situations'][0]['id']}")["document"]}
        self.assertGreater(len(json.loads(ilse.send("POST", "/api/bench/pairs", now).body)["pairs"]), 9)
        self.assertEqual(ilse.send("POST", "/api/bench/pairs", now, X_CSRFToken="x" * 32).status, 403)

    def test_a_copy_is_taken_and_brought_back_while_it_runs(self) -> None:
        ilse, database = Visitor(self.port), self.folder / "demo.sqlite3"
        self.assertEqual(ilse.send("POST", "/api/demo", {"name": "demo.ilse"}).status, 200)
        for file in self.folder.glob("demo.sqlite3*"):
            with suppress(FileNotFoundError):  # a log that was folded in meanwhile
                self.assertEqual(file.stat().st_mode & 0o777, 0o600, file.name)

        def manage(*command: str) -> subprocess.CompletedProcess[str]:
            env = os.environ | serving.demo_environment(database)
            return subprocess.run([sys.executable, "manage.py", *command], cwd=ROOT / "backend", env=env, capture_output=True, text=True)

        copy, damaged = self.folder / "copy.sqlite3", self.folder / "damaged.sqlite3"
        before = ilse.get("/api/outings")
        self.assertEqual(manage("backup", str(copy)).returncode, 0)
        self.assertIn("there already", manage("backup", str(copy)).stderr)
        self.assertEqual(ilse.send("POST", "/api/outings", {"title": "Later", "day": "2027-01-01"}).status, 200)
        damaged.write_bytes(copy.read_bytes()[:50_000])
        newer, spoilt = (
            self.changed(copy, change)
            for change in (
                "INSERT INTO django_migrations (app, name, applied) VALUES ('outings', '9000_of_next_year', '2030-01-01')",
                "DELETE FROM django_migrations WHERE app = 'people' AND name = '0006_second_factor'",
            )
        )
        for file, why in (
            (damaged, "no database|damaged"),
            (newer, "of a newer version.*9000_of_next_year"),
            (spoilt, "cannot be brought up to date"),
        ):
            told = manage("restore", str(file)).stderr
            self.assertRegex(told, why)
            self.assertIn("nothing was changed", told)
        self.assertEqual([path.name for path in self.folder.iterdir() if "before" in path.name or path.is_dir()], [])
        self.assertEqual(len(ilse.get("/api/outings")), len(before) + 1)
        told = manage("restore", str(copy))
        self.assertEqual(told.returncode, 0, told.stderr)
        self.assertEqual(ilse.get("/api/outings"), before)
        with closing(sqlite3.connect(told.stdout.strip().rsplit(" ", 1)[1])) as kept:
            self.assertEqual(kept.execute("SELECT count(*) FROM outings_outing WHERE title = 'Later'").fetchone(), (1,))

    def changed(self, copy: Path, change: str) -> Path:
        """A copy in which something was changed."""
        file = copy.with_name(f"changed-{len(change)}.sqlite3")
        file.write_bytes(copy.read_bytes())
        with closing(sqlite3.connect(file)) as database, database:
            database.execute(change)
        return file


SLOWLY = """
import asyncio, json
from studio import asgi

asgi.SLOWEST_S, asgi.MOST_COMING = 0.3, 5000
HEADERS = [(b"host", b"127.0.0.1"), (b"content-type", b"application/json"), (b"x-csrftoken", b"t" * 32), (b"cookie", b"csrftoken=" + b"t" * 32)]

def asked(pause, *parts):
    told, left = [], iter([*parts, b""])

    async def receive():
        await asyncio.sleep(pause)
        body = next(left, None)
        if body is None:  # nothing more comes, and nobody hangs up
            await asyncio.sleep(60)
        return {"type": "http.request", "body": body, "more_body": bool(body)}

    async def send(message):
        told.append(message)

    scope = {"type": "http", "method": "POST", "path": "/api/read", "headers": HEADERS, "query_string": b"", "scheme": "http"}
    asyncio.run(asgi.application(scope, receive, send))
    return told[0]["status"], asgi.coming.held

fine = [json.dumps({"quantity": "iso", "text": "400"}).encode()]
print(json.dumps([asked(0.0, *fine), asked(0.1, *[b" "] * 20), asked(0.0, b" " * 3000, b" " * 3000), asked(0.0, *fine)]))
"""


class Sending(SimpleTestCase):
    def test_a_body_has_a_time_and_all_that_come_at_once_a_most_and_both_are_over_with_their_request(self) -> None:
        env = os.environ | {"APERTURE_LOCAL": "1", "DJANGO_SETTINGS_MODULE": "studio.settings"}
        told = subprocess.run([sys.executable, "-c", SLOWLY], cwd=ROOT / "backend", env=env, capture_output=True, text=True)
        self.assertEqual(json.loads(told.stdout or "null"), [[200, 0], [408, 0], [503, 0], [200, 0]], told.stderr[-600:])


class Ending(SimpleTestCase):
    def test_whatever_ends_the_command_ends_its_server_and_its_worker(self) -> None:
        """Both are started by one process as ./run demo does it, which is then ended in each way there is."""
        start = "import sys; sys.path.insert(0, sys.argv[1]); from serving import *; held = listening(); print(port_of(held), flush=True); "
        start += "env = demo_environment(Path(sys.argv[2])); "
        start += "sys.exit(together([(server(held, 1), BACKEND)], env, helpers=[(worker(), BACKEND)]))"
        for number in (signal.SIGHUP, signal.SIGKILL):
            with self.subTest(number=number), tempfile.TemporaryDirectory() as folder:
                env = os.environ | serving.demo_environment(Path(folder) / "demo.sqlite3")
                subprocess.run([sys.executable, "manage.py", "migrate", "-v0"], cwd=ROOT / "backend", env=env, check=True)
                command = [sys.executable, "-c", start, str(ROOT / "tools"), f"{folder}/demo.sqlite3"]
                with subprocess.Popen(command, stdout=subprocess.PIPE, text=True) as run:
                    assert run.stdout is not None
                    port = int(run.stdout.readline())
                    self.until(lambda port=port: self.answers(port))
                    if number == signal.SIGKILL:
                        self.worker_is_begun_again(folder)
                        self.assertTrue(self.answers(port))
                    run.send_signal(number)
                    run.wait(20)
                self.until(lambda port=port: not self.answers(port))
                self.until(lambda folder=folder: folder not in self.environments())

    def worker_is_begun_again(self, folder: str) -> None:
        """Kill the worker of a folder, and wait for the next."""
        self.until(lambda: self.workers(folder))
        first = self.workers(folder)
        os.kill(first[0], signal.SIGKILL)
        self.until(lambda: self.workers(folder) and self.workers(folder) != first)

    def workers(self, folder: str) -> list[int]:
        return [pid for pid, told in self.processes() if folder in told and b"db_worker" in Path(f"/proc/{pid}/cmdline").read_bytes()]

    def until(self, true: Any) -> None:
        for _ in range(300):
            if true():
                return
            time.sleep(0.1)
        self.fail("it did not come about within half a minute")

    @staticmethod
    def answers(port: int) -> bool:
        try:
            return serving.ask(port, "GET", "/assets/none").status == 404
        except OSError:
            return False

    def environments(self) -> str:
        """What the processes of this machine were told at their start."""
        return "".join(told for _, told in self.processes())

    @staticmethod
    def processes() -> list[tuple[int, str]]:
        """The processes of this machine, and what each was told at its start."""
        found = []
        for process in Path("/proc").glob("[0-9]*/environ"):
            try:
                found.append((int(process.parent.name), process.read_bytes().decode(errors="replace")))
            except OSError:
                continue
        return found
