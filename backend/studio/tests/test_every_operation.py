"""Every operation of the API, walked from its own description: who may call it, what it refuses, that a screen uses it."""

from __future__ import annotations

import json
import re
from copy import deepcopy
from functools import reduce
from pathlib import Path
from typing import Any

import numpy as np
from django.contrib.auth import get_user_model
from django.test import TestCase
from django.utils import timezone

from craft.tones.own import of_levels
from demo.day import DAY
from demo.kit import BODIES, LENSES
from frames.kept import SMALL, kept_as
from frames.models import FinePiece, Frame, SmallPicture
from images.store import as_bytes
from jobs.models import Job
from outings.demo_people import load_demo_people
from outings.models import Outing, Picture, PictureLight
from people.actions import register
from people.models import Browser
from people.recovery import new_codes
from people.tests.caller import Caller
from studio.bodies import FOR_FILES

ROOT = Path(__file__).resolve().parents[3]
API = json.loads((ROOT / "docs" / "formats" / "openapi.json").read_text())
OPERATIONS = [(method.upper(), path, operation) for path, methods in API["paths"].items() for method, operation in methods.items()]
OPEN = {"/api/me", "/api/people", "/api/session", "/api/demo", "/api/advise", "/api/read", "/api/words", "/api/settings"}
OPEN |= {"/api/recover", "/api/door", "/api/door/{hour}.jpg", "/api/door/{hour}/lines.png"}
WORDS = {"entries": [{"setting": "beeps", "label": "Ship's bell", "menu": ["Deck"]}]}
BODY, LENS = BODIES["merrow-swift-20"], LENSES["merrow-70-200"]
ASKED = {"genre": "sports", "body": "merrow-swift-20", "lens": "merrow-70-200", "light": {"ev100": 11}}
BODIES_SENT: dict[str, Any] = {
    "HandIn": {"body": "merrow-swift-20", "lens": "merrow-70-200"},
    "SituationForm": ASKED,
    "Typed": {"quantity": "shutter_s", "text": "1/250"},
    "SignIn": {"name": "demo.ilse", "password": "unused-here-9"},
    "Figures": {"code": "123456"},
    "NewAccount": {"name": "finch", "password": "lantern-boats-4"},
    "Lost": {"name": "rail", "code": "2345", "password": "lantern-boats-4"},
    "Present": {"password": "unused-here-9"},
    "DemoName": {"name": "demo.ilse"},
    "Passwords": {"old": "a", "new": "b"},
    "Start": {"copy_from_demo": "kit"},
    "PersonForm": {},
    "BodyForm": BODY,
    "DescribeForm": {"name": "Six", "kind": "action", "sensor": "full", "megapixels": 24, "max_iso": 51200},
    "LensForm": LENS,
    "LineIn": {"text": "first dance, 35 f/2"},
    "HourIn": {"starts_at": "07:10"},
    "OutingIn": {"title": "A day", "day": "2027-06-12"},
    "OutingFile": {**DAY, "situations": [], "bodies": {}, "lenses": {}},
    "SituationDocument": DAY["situations"][1],
    "Order": {"order": []},
    "DialectForm": WORDS,
    "Pasted": {"kind": "json", "text": json.dumps(WORDS)},
    "ControlsIn": {"text": "thumb button, where the thumb rests"},
    "Tick": {"slug": "card_in", "done": True},
    "StateIn": {"values": {"beeps": "off"}},
    "CameIn": {"values": {"grid": None}},
    "SlotAt": {"number": 1},
    "RefusedIn": {"setting": "beeps", "why": "grayed out"},
    "Choice": {"body": "merrow-swift-20", "number": 1, "special": "sets"},
    "Likeness": {"like": "merrow-swift-20", "body": "oxwick-plate-60", "settings": ["review_time"]},
    "LayoutForm": {"prefix": "TSA"},
    "GuardIn": {"slip": "iso_wheel"},
    "Source": {"recipe": {"format": "wide-aperture-recipe", "version": 1, "title": "a", "body": "b", "values": {"beeps": "off"}}},
    "Taken": {"values": {"beeps": "off"}},
    "StepDone": {"step": "sounds", "done": True},
    "SituationNow": {"document": DAY["situations"][1]},
    "StarsIn": {"situation": {"document": DAY["situations"][-1]}},
    "WaysIn": {"situation": {"document": DAY["situations"][1]}, "decision": "white"},
    "RehearseIn": {"situation": ASKED},
    "InLightIn": {"situation": ASKED, "stops": -2},
    "MeteringIn": {"situation": ASKED, "x": 0.5, "y": 0.5},
    "WhiteIn": {"situation": ASKED, "matters": "room"},
    "WhitesIn": {"situation": ASKED, "kelvins": [3200.0, 5500.0]},
    "WhyIn": {"situation": {"document": DAY["situations"][1]}, "frame": {"shutter_s": 0.01, "aperture": 8.0, "iso": 800}},
    "CardIn": {"situation": ASKED, "places": [{"x": 0.5, "y": 0.8}]},
    "NearerIn": {"situation": ASKED},
    "FollowingIn": {"situation": ASKED, "burst": 2},
    "WhiteSeriesIn": {"situation": ASKED, "course": "rooms"},
    "KeepIn": {"name": "one"},
    "NameIn": {"name": "another"},
    "KnownIn": {"digests": ["0" * 64]},
    "PairIn": {"address": "127.0.0.1:9", "code": "204816"},
    "LoadIn": {},
    "KeepSlotIn": {"number": 1},
    "FetchIn": {},
    "JudgeIn": {"kept": True},
    "MoveIn": {"situation": None},
    "DropIn": {},
    "RestIn": {},
    "ClockIn": {"said": "Heron", "off_s": 60.0},
    "TogetherIn": {"name": "a set"},
    "MeasureIn": {"pictures": [1, 2]},
    "AreasForm": {"areas": [{"name": "wall", "distance_m": 9.0}], "strokes": [{"area": 0, "wide": 0.1, "points": [[0.5, 0.5]]}]},
    "FramesIn": {"frames": [{"name": {"value": "Heron", "source": "its file"}, "iso": {"value": 400.0, "source": "its file"}}]},
    "ChangedIn": {"name": "a place", "ev100": 6.5},
    "CompareIn": {},
    "BodyProfileFile": {"format": "wide-aperture-body", "version": 1, "body": BODY, "dialect": WORDS},
}
CAME = {"kind": "finished", "wide": 30, "high": 20, "mean_stops": 0.0, "burnt": 0.0}
GARBAGE = (
    b"",
    b"null",
    b"[]",
    b"3",
    b"{",
    b'{"a": 1, "a": 2}',
    b"\xff\xfe",
    b'{"x": NaN}',
    b"[" * 100 + b"]" * 100,
    b'{"nothing": "known"}',
)


def form_of(operation: dict[str, Any]) -> str | None:
    content = operation.get("requestBody", {}).get("content", {})
    return next(iter(content.values()))["schema"]["$ref"].rsplit("/", 1)[-1] if "application/json" in content else None


class OnTheDemoDay(TestCase):
    """Demo people, and one row of each kind that an address can name."""

    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        people = get_user_model().objects
        cls.ilse, cls.bram = people.get(username="demo.ilse"), people.get(username="demo.bram")
        cls.stranger = people.create_user("wren")
        outing = Outing.objects.get(person=cls.ilse)
        situation = outing.situations.first()
        situation.earlier.create(revision=0, document=situation.document)
        card = Caller(cls.ilse).post(f"/api/situations/{situation.pk}/cards").json()["id"]
        token = Caller(cls.ilse).post("/api/rehearse/frame", {"situation": ASKED}).json()["frame"]["token"]
        kept = Caller(cls.ilse).post(f"/api/situations/{situation.pk}/kept", {"token": token}).json()["id"]
        there = {"situation": situation, "kind": "finished", "wide": 30, "high": 20, "error": 1.0, "size": 9}
        pictures = [Picture.objects.create(name="there", ev100=float(k), **there) for k in (5, 7)]
        for row in pictures:
            levels = np.clip(np.random.default_rng(1).integers(0, 200, (20, 30, 3)) * row.ev100 / 5, 0, 255).astype(np.uint8)
            PictureLight.objects.create(picture=row, data=as_bytes(of_levels(levels), levels))
        for sent in (BODIES_SENT["SituationNow"], *(BODIES_SENT[name]["situation"] for name in ("StarsIn", "WaysIn", "WhyIn"))):
            sent["outing"] = outing.pk
        came = [Frame.objects.create(outing=outing, name=f"{k}.JPG", digest=str(k), body="Heron", **CAME) for k in range(2)]
        SmallPicture.objects.create(frame=came[0], data=kept_as(np.full((40, 60, 3), 118, np.uint8), SMALL))
        FinePiece.objects.create(frame=came[0], data=b"none", place=[0.4, 0.4, 0.1, 0.1], times=1)
        BODIES_SENT["JudgeIn"]["frames"] = BODIES_SENT["MoveIn"]["frames"] = [came[0].pk]
        BODIES_SENT["DropIn"]["frames"] = [came[1].pk]
        BODIES_SENT["RestIn"]["situation"] = situation.pk
        BODIES_SENT["TogetherIn"]["pictures"] = [row.pk for row in pictures]
        rail = register("rail", "lantern-boats-4")
        BODIES_SENT["Lost"]["code"] = new_codes(rail, "lantern-boats-4")[0]
        job = Job.objects.create(person=cls.ilse, what="slots", key="k", about={}).pk
        browser = Browser.objects.create(person=cls.ilse, digest="of no key", kind="desk", seen_at=timezone.now()).pk
        cls.ids = {
            "me": browser,
            "outings": outing.pk,
            "situations": situation.pk,
            "cards": card,
            "kept": kept,
            "came": came[0].pk,
            "jobs": job,
            "pictures": pictures[0].pk,
        }
        cls.token = BODIES_SENT["KeepIn"]["token"] = token
        cls.strip = Caller(cls.ilse).post("/api/rehearse/series", {"situation": ASKED}).json()["rows"][0]["strip"]
        BODIES_SENT["CompareIn"] |= {"one": token, "other": token}

    def address(self, path: str) -> str:
        noun = path.split("/")[2]
        slug = {"settings": "beeps"}.get(noun, "merrow-70-200" if "lenses" in path else "merrow-swift-20")
        token = self.strip if noun == "strips" else self.token
        kind = "jpg" if noun == "kept" else "csv" if path.endswith(".{kind}") else "body"
        return path.format(pk=self.ids.get(noun), kind=kind, slug=slug, token=token, hour=0)

    def version_of(self, path: str) -> str:
        """The version that a save to this address is based on."""
        ilse = Caller(self.ilse)
        if path.startswith("/api/pictures/"):
            rows = ilse.get(f"/api/situations/{self.ids['situations']}/pictures").json()["pictures"]
            return str(next(row["version"] for row in rows if row["id"] == self.ids["pictures"]))
        versions = {"/api/profile": "/api/profile", "/api/situations/{pk}": self.address("/api/situations/{pk}")}
        for kept in ("/dialect", "/layout"):
            if kept in path:
                versions[path] = self.address("/api/kit/bodies/{slug}" + kept)
        return ilse.get(versions[path])["ETag"] if path in versions else '"1"'


def numbers_in(body: Any, at: tuple[str | int, ...] = ()) -> list[tuple[str | int, ...]]:
    """Where numbers stand in a body."""
    if isinstance(body, dict | list):
        inside = body.items() if isinstance(body, dict) else enumerate(body)
        return [found for key, value in inside for found in numbers_in(value, (*at, key))]
    return [at] if isinstance(body, int | float) and not isinstance(body, bool) else []


def with_false(body: Any, at: tuple[str | int, ...]) -> Any:
    """The same body with false in one place."""
    changed = deepcopy(body)
    reduce(lambda held, key: held[key], at[:-1], changed)[at[-1]] = False
    return changed


class EveryOperation(OnTheDemoDay):
    def test_another_person_gets_404_wherever_a_row_is_named(self) -> None:
        stranger = Caller(self.stranger)
        named = [
            (m, p, o)
            for m, p, o in OPERATIONS
            if "{" in p and not p.startswith(("/api/settings/", "/api/frames/", "/api/strips/", "/api/door/"))
        ]
        self.assertGreaterEqual(len(named), 20)
        for method, path, operation in named:
            with self.subTest(method=method, path=path):
                answer = stranger.send(method, self.address(path), BODIES_SENT.get(form_of(operation) or ""), version='"1"')
                self.assertEqual((answer.status_code, answer.json()["detail"]), (404, "There is nothing here."))

    def test_nobody_gets_401_and_a_page_without_the_token_403(self) -> None:
        for method, path, operation in OPERATIONS:
            body = BODIES_SENT.get(form_of(operation) or "")
            with self.subTest(method=method, path=path):
                if path not in OPEN or method == "DELETE":
                    self.assertEqual(Caller().send(method, self.address(path), body, version='"1"').status_code, 401)
                if method != "GET":
                    for person in (None, self.ilse):
                        answer = Caller(person, token=False).send(method, self.address(path), body, version='"1"')
                        self.assertEqual(answer.status_code, 403)
                        self.assertEqual(answer.json()["status"], 403)

    def test_garbage_is_a_problem_of_the_4xx_kind_in_the_one_shape(self) -> None:
        ilse = Caller(self.ilse)
        for method, path, operation in OPERATIONS:
            form = form_of(operation)
            if form is None:
                continue
            for junk in GARBAGE:
                with self.subTest(method=method, path=path, junk=junk[:20]):
                    answer = ilse.send(method, self.address(path), junk, version='"1"')
                    self.assertTrue(400 <= answer.status_code < 500, answer.status_code)
                    self.assertEqual(answer["Content-Type"], "application/problem+json")
                    problem = answer.json()
                    self.assertEqual(set(problem), {"type", "title", "status", "detail", "errors", "current"})
                    self.assertTrue(problem["errors"] and all(e["detail"] for e in problem["errors"]))

    def test_a_good_body_is_taken_by_its_owner(self) -> None:
        """Without this the refusals above could all be for the wrong reason."""
        refused = {
            "/api/kit/picture",
            "/api/outings/{pk}/came",
            "/api/kit/bodies/{slug}/sensor/frames",
            "/api/kit/bodies/{slug}/sensor",  # raws, and what they tell: a test of its own
            "/api/kit/bodies/{slug}/sensor/back",
            "/api/kit/bodies/{slug}/sensor/readout",
            "/api/kit/bodies/{slug}/sensor/grey",
            "/api/situations/{pk}/pictures",
            "/api/outings/import/whole",
            "/api/cards/{pk}/frame",
            "/api/situations/{pk}/pictures/headroom",  # needs a raw with its file beside it: a test of its own
            "/api/me/password",
            "/api/me/leave",
            "/api/me/factor",  # its figures are those of a device: a test of its own
            "/api/people",
            "/api/outings/{pk}/alike",
            "/api/outings/{pk}/guards",
        }
        for method, path, operation in OPERATIONS:
            turned = (method, path) == ("POST", "/api/situations/{pk}/walk/slot")
            linked = "/link" in path and (method != "GET" or path.endswith("/slot"))  # needs a body that answers: tests of their own
            if method == "DELETE" or path in refused or turned or linked:
                continue
            form = form_of(operation)
            ilse = Caller(self.ilse)
            with self.subTest(method=method, path=path):
                answer = ilse.send(method, self.address(path), BODIES_SENT[form] if form else None, version=self.version_of(path))
                self.assertIn(answer.status_code, (200, 204), answer.getvalue()[:300])

    def test_a_truth_is_no_number_wherever_one_is_sent(self) -> None:
        """Each number of each good body in turn, as JSON's false: refused where it stands, and never taken for nought."""
        asked = 0
        for method, path, operation in OPERATIONS:
            form = form_of(operation)
            for at in numbers_in(BODIES_SENT.get(form or "", {})):
                with self.subTest(method=method, path=path, at=at):
                    answer = Caller(self.ilse).send(
                        method, self.address(path), with_false(BODIES_SENT[form or ""], at), self.version_of(path)
                    )
                    self.assertEqual(answer.status_code, 422, answer.content[:200])
                    asked += 1
        self.assertGreater(asked, 100)

    def test_unknown_addresses_under_the_api_are_problems_too(self) -> None:
        for path in ("/api/nothing", "/api/situations/-1", f"/api/cards/{10**30}"):
            answer = Caller(self.ilse).get(path)
            self.assertTrue(400 <= answer.status_code < 500, path)
            self.assertEqual(answer["Content-Type"], "application/problem+json")

    def test_the_client_uses_every_operation(self) -> None:
        source = ROOT / "frontend" / "src"
        files = [
            p for p in source.rglob("*") if p.suffix in {".ts", ".vue"} and p.name != "schema.d.ts" and source / "stand_in" not in p.parents
        ]
        code = "\n".join(p.read_text() for p in files)
        called = set(re.findall(r"""client\.(GET|POST|PUT|DELETE)\(\s*["']([^"']+)["']""", code))
        links = {("GET", re.sub(r"\$\{[^}]+\}", "{}", link)) for link in re.findall(r"`(/api/[^`?]+)", code)}
        either = re.compile(r"/(walk|checks|first|recipe|frame)\.(csv|pdf|jpg|dng)$")
        self.assertEqual(sum(bool(either.search(link)) for _, link in links), 10, "each list as sheet and table, a frame as file and raw")
        links = {(m, either.sub(r"/\1.{}", link)) for m, link in links}
        called = {(m, re.sub(r"\{[^}]+\}", "{}", p)) for m, p in called}
        uploads = {
            "/api/situations/{}/pictures",
            "/api/outings/{}/came",
            "/api/kit/bodies/{}/sensor/frames",
            "/api/outings/import/whole",
            "/api/cards/{}/frame",
        }  # by the client's own upload
        called |= {("POST", path) for path in uploads}
        links -= {("GET", "/api/cards/{}/frame"), ("GET", "/api/kit/bodies/{}/sensor/frames")}
        called.add(("POST", "/api/advise"))  # for programs without an account: docs/formats
        self.assertEqual({(m, re.sub(r"\{[^}]+\}", "{}", p)) for m, p, _ in OPERATIONS}, called | links)

    def test_what_takes_a_file_is_let_in_with_a_large_one_and_nothing_else_is(self) -> None:
        for method, path, operation in OPERATIONS:
            if method == "POST":
                takes = "application/octet-stream" in operation.get("requestBody", {}).get("content", {})
                self.assertEqual(bool(FOR_FILES.fullmatch(re.sub(r"\{[^}]+\}", "7", path))), takes, path)

    def test_words_and_advice_touch_no_database(self) -> None:
        caller = Caller()
        with self.assertNumQueries(0):
            self.assertEqual(caller.get("/api/words").status_code, 200)
            self.assertEqual(caller.get("/api/settings").status_code, 200)
            self.assertEqual(caller.post("/api/advise", ASKED).status_code, 200)
            self.assertEqual(caller.post("/api/read", BODIES_SENT["Typed"]).json(), {"value": 0.004})
