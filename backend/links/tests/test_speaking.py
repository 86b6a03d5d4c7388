"""The interface of a body, spoken plainly and badly; and partners that are none, as whoever speaks to one meets them."""

from __future__ import annotations

import io
import json
import threading
import unittest
from collections.abc import Callable
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any

import httpx
from hypothesis import given, settings
from hypothesis import strategies as st

from forms.link_form import SettingsSaid, StateSaid
from links.speaking import LARGEST_ANSWER, BodyRefusedError, Speaking, UnreachedError
from links.tests.standing_in import CODE, standing_in


class Interface(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.it = cls.enterClassContext(standing_in("oxwick-plate-60"))

    def setUp(self) -> None:
        self.it.do("anew")
        with Speaking(self.it.address) as body:
            token = body.pair(CODE)
        self.token = token
        self.raw = httpx.Client(base_url=f"http://{self.it.address}", headers={"Authorization": f"Bearer {token}"}, timeout=20)
        self.addCleanup(self.raw.close)
        self.body = self.enterContext(Speaking(self.it.address, token))

    def test_nothing_but_who_is_told_to_who_has_no_token(self) -> None:
        described = self.raw.get("/openapi.json").json()
        asked = 0
        for path, methods in described["paths"].items():
            if not path.startswith("/link/") or path in ("/link/who", "/link/pair"):
                continue
            for method in methods:
                address = path.format(slug="aperture", bank=1, number=1, name="A_0001.JPG")
                for token in ("", "Bearer", "Bearer wrong", f"Basic {self.token}"):
                    answer = httpx.request(
                        method, f"http://{self.it.address}{address}", headers={"Authorization": token}, json={}, timeout=20
                    )
                    self.assertEqual(answer.status_code, 401, (method, path, token))
                    asked += 1
        self.assertGreater(asked, 40)
        with Speaking(self.it.address, "wrong") as stranger, self.assertRaisesRegex(BodyRefusedError, "pair it again"):
            stranger.settings()

    def test_another_name_for_the_machine_reaches_nothing(self) -> None:
        """A page from elsewhere whose name was made to lead here finds a closed door."""
        for path in ("/hand", "/link/who", "/"):
            self.assertEqual(self.raw.get(path, headers={"Host": "elsewhere.invalid"}).status_code, 400)
        form = self.raw.post("/hand", content=b'{"do": "fire"}', headers={"Content-Type": "text/plain"})
        self.assertEqual(form.status_code, 415)

    @given(st.data())
    @settings(max_examples=40, deadline=None)
    def test_whatever_is_written_the_body_says_what_it_holds(self, data: st.DataObject) -> None:
        there = {one.setting: one for one in self.body.settings().settings}
        slug = data.draw(st.sampled_from([*there, "no_such_item"]))
        value = data.draw(
            st.one_of(
                st.sampled_from(["on", "off", "automatic", "kelvin", ""]),
                st.floats(-10, 1e5),
                st.sampled_from([o.value for o in there.values()]),
            )
        )
        [said] = self.body.write([(slug, value)]).writes
        now = {one.setting: one for one in self.body.settings().settings}
        if slug not in there:
            self.assertIsNone(said.value)
        else:
            self.assertEqual(said.value, now[slug].value)
        self.assertEqual(bool(said.refused), slug not in there or (now[slug].value == there[slug].value and said.refused != ""))
        self.assertEqual({s for s, one in now.items() if one.value != there[s].value} - {slug}, set())
        if said.nearest is not None:
            self.assertEqual(self.body.write([(slug, said.nearest)]).writes[0].nearest, None)

    def test_one_setting_slots_files_and_what_happens_are_told(self) -> None:
        one = self.raw.get("/link/settings/aperture").json()
        self.assertEqual((one["setting"], one["closed"]), ("aperture", "the body chooses the aperture in this mode"))
        self.assertEqual(self.raw.get("/link/settings/nothing").status_code, 409)
        self.assertEqual(self.raw.put("/link/slots/1/1", json={"title": "dawn"}).json()["title"], "dawn")
        self.assertEqual([s["title"] for s in self.raw.get("/link/slots").json()["slots"]][0], "dawn")
        self.assertEqual(self.raw.post("/link/slots/1/1").json()["title"], "dawn")
        self.assertEqual(self.raw.post("/link/slots/9/9").status_code, 409)
        self.it.do("wheel", setting="rendered_size", by=9)
        fired = self.raw.post("/link/fire", json={"frames": 1}).json()["frames"]
        listed = self.body.frames("").frames
        self.assertEqual([f["name"] for f in fired], [f.name for f in listed])
        self.assertEqual(self.body.frames(listed[-1].name).frames, [])
        into = io.BytesIO()
        digest = self.body.fetch(listed[0].name, into, 10**9)
        self.assertEqual((len(digest), into.getvalue()[:2]), (64, b"\xff\xd8" if listed[0].name.endswith("JPG") else b"II"))
        with self.assertRaisesRegex(BodyRefusedError, "larger"):
            self.body.fetch(listed[0].name, io.BytesIO(), 1000)
        self.assertEqual(self.raw.delete(f"/link/frames/{listed[0].name}").status_code, 204)
        with self.assertRaisesRegex(BodyRefusedError, "no such file"):
            self.body.fetch(listed[0].name, io.BytesIO(), 10**9)
        with self.raw.stream("GET", "/link/events") as events:
            lines = []
            for line in events.iter_lines():
                lines.append(line)
                if line.startswith("event: fired"):
                    break
        self.assertEqual([line for line in lines if line.startswith("event: ")][0], "event: paired")
        self.assertEqual(
            [int(line[4:]) for line in lines if line.startswith("id: ")],
            list(range(1, len([x for x in lines if x.startswith("id: ")]) + 1)),
        )


def answering(reply: Callable[[str], tuple[int, bytes]]) -> tuple[ThreadingHTTPServer, str]:
    """Something that answers on loopback, and is no body."""

    class Handler(BaseHTTPRequestHandler):
        def do_GET(self) -> None:
            status, data = reply(self.path)
            self.send_response(status)
            self.send_header("Content-Length", str(len(data)))
            if status == 302:
                self.send_header("Location", "http://127.0.0.1:9/")
            self.end_headers()
            self.wfile.write(data)

        def log_message(self, *_: Any) -> None:
            """Quietly."""

    for method in ("POST", "PUT"):
        setattr(Handler, f"do_{method}", Handler.do_GET)
    server = ThreadingHTTPServer(("127.0.0.1", 0), Handler)
    threading.Thread(target=server.serve_forever, args=(0.02,), daemon=True).start()
    return server, f"127.0.0.1:{server.server_address[1]}"


HELD = {"setting": "beeps", "value": "on", "label": "Bell", "word": "on"}


class NoBodies(unittest.TestCase):
    def hear(self, status: int, data: bytes) -> Speaking:
        server, address = answering(lambda path: (status, data))
        self.addCleanup(server.server_close)
        self.addCleanup(server.shutdown)
        return self.enterContext(Speaking(address, "x" * 20))

    def test_what_is_no_body_is_never_taken_for_one(self) -> None:
        for status, data in (
            (200, b""),
            (200, b"<html>a page</html>"),
            (200, b"[]"),
            (200, b'{"settings": [{"setting": "../etc", "value": "on", "label": "", "word": ""}]}'),
            (200, json.dumps({"settings": [{**HELD, "label": "x" * 400}]}).encode()),
            (200, json.dumps({"settings": [HELD] * 1001}).encode()),
            (200, b'{"settings": "' + b"x" * (LARGEST_ANSWER + 10) + b'"}'),
            (302, b""),
            (404, b"{}"),
            (500, b"oh"),
            (409, b"no reason"),
        ):
            with self.subTest(status=status, data=data[:60]), self.assertRaises(UnreachedError):
                self.hear(status, data).settings()

    def test_what_another_version_says_beside_it_is_left_alone(self) -> None:
        said = self.hear(200, json.dumps({"settings": [{**HELD, "colour": "red"}], "new": 1}).encode()).settings()
        self.assertEqual(said, SettingsSaid.model_validate({"settings": [HELD]}))

    def test_figures_that_are_none_are_no_state(self) -> None:
        state = {
            "battery": 0.5,
            "cards": [],
            "burst": 3,
            "burst_s": 0.1,
            "slot": None,
            "clock": "2027-06-14T07:10:00",
            "asleep": False,
            "newest": "",
            "lens": "",
            "celsius": 20,
        }
        self.assertEqual(self.hear(200, json.dumps(state).encode()).state(), StateSaid.model_validate(state))
        for name, value in (
            ("battery", 1.5),
            ("battery", "full"),
            ("burst", -1),
            ("clock", "noon"),
            ("celsius", 1e9),
            ("cards", [{"state": "lost", "frames": 1}]),
        ):
            with self.subTest(name), self.assertRaises(UnreachedError):
                self.hear(200, json.dumps({**state, name: value}).encode()).state()

    def test_a_refusal_is_told_in_its_own_words(self) -> None:
        with self.assertRaisesRegex(BodyRefusedError, "the door is open"):
            self.hear(409, b'{"detail": "the door is open"}').write([("beeps", "off")])
