"""The pocket card: frozen, told stale by its hash, and the same in every file."""

from __future__ import annotations

import base64
import csv
import io
import json
import re
import subprocess
from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase
from PIL import Image

from cards.models import Card
from craft.scales.series import Dial, label
from kit.models import Piece
from outings.demo_people import load_demo_people
from people.tests.caller import TOKEN, Caller, pointers


class PocketCard(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.ilse = get_user_model().objects.get(username="demo.ilse")

    def setUp(self) -> None:
        self.caller = Caller(self.ilse)
        (day,) = self.caller.get("/api/outings").json()
        self.rows = day["situations"]
        self.row = self.rows[1]
        self.at = f"/api/situations/{self.row['id']}"

    def make(self) -> dict:
        return self.caller.post(f"{self.at}/cards").json()

    def change(self, **change: object) -> None:
        now = self.caller.get(self.at)
        self.assertEqual(self.caller.put(self.at, {**now.json()["document"], **change}, now["ETag"]).status_code, 200)

    def test_a_card_can_be_made_for_every_situation_of_the_day(self) -> None:
        for row in self.rows:
            card = self.caller.post(f"/api/situations/{row['id']}/cards").json()
            self.assertFalse(card["stale"])
            self.assertEqual(card["snapshot"]["title"], row["title"])
            answers = {(a["saw"], a["much"]) for a in card["snapshot"]["answers"]}
            self.assertEqual(len(answers), len(card["snapshot"]["answers"]))
            self.assertGreaterEqual(len({saw for saw, _ in answers}), 3)
        states = {r["title"]: r["card"] for r in self.caller.get("/api/outings").json()[0]["situations"]}
        self.assertEqual(set(states.values()), {"fresh"})

    def test_the_faces_of_the_day_stand_on_its_card_by_their_rank(self) -> None:
        day = self.caller.get("/api/outings").json()[0]
        said = {key: day[key] for key in ("title", "place", "day", "utc_offset_min", "lies")}
        for faces, at in ((["Runa", ""], "/faces/1"), (["x" * 41], "/faces/0"), ("Runa", "/faces")):
            self.assertEqual(pointers(self.caller.put(f"/api/outings/{day['id']}", {**said, "faces": faces}, "")), {at})
        self.assertEqual(self.caller.put(f"/api/outings/{day['id']}", {**said, "faces": ["Runa", "Aske"]}, day["version"]).status_code, 200)
        late = self.caller.put(f"/api/outings/{day['id']}", {**said, "faces": ["Other"]}, day["version"])
        self.assertEqual((late.status_code, late.json()["current"]["document"]["faces"]), (412, ["Runa", "Aske"]))
        self.assertEqual(self.caller.get(f"/api/outings/{day['id']}/export").json()["faces"], ["Runa", "Aske"])
        body = Piece.objects.get(person=self.ilse, slug=self.row["body"])
        self.assertTrue(body.document["detects"])
        for value, said_so in (("off", None), ("on", "on, 1 Runa, 2 Aske")):
            self.change(settings={"registered_faces": value, "subject_detection": "people"})
            counts = {row["neutral"]: row["value"] for row in self.make()["snapshot"]["pocket"]["counts_on"]}
            self.assertEqual(counts.get("registered faces"), said_so)

    def test_a_card_says_the_way_there_what_lies_under_the_fingers_and_what_to_check(self) -> None:
        first = self.make()["snapshot"]["pocket"]
        self.assertEqual((first["before"], first["turns"], first["changes"]), ("", [], []), "the first with this body is set at home")
        self.assertIn("thumb button, hold: focus", first["roles"])
        counts = {row["neutral"]: (row["what"], row["value"]) for row in first["counts_on"]}
        self.assertEqual(counts["what starts the focus"], ("Button that focuses", "rear button"))
        self.assertIn("what the second card does", counts)
        self.assertTrue(all(change["neutral"] for change in first["changes"]), "our word stands beside the body's own")
        races = next(row for row in self.rows if row["genre"] == "sports")
        card = self.caller.post(f"/api/situations/{races['id']}/cards").json()
        pocket = card["snapshot"]["pocket"]
        self.assertEqual((pocket["before"], pocket["changes"]), (self.row["title"], []))
        self.assertRegex(pocket["turns"][0], r"slot \d")
        checks = self.caller.get(f"/api/outings/{self.caller.get('/api/outings').json()[0]['id']}/checks").json()["checks"]
        serves = [c for c in checks if c["moment"] == "situation" and races["id"] in {one["situation"] for one in c["serves"]}]
        self.assertEqual(len(pocket["checks"]), len(serves), "the card asks what the day's list asks for this situation")
        self.assertTrue({c["text"] for c in serves if not any(one["figure"] for one in c["serves"])} <= set(pocket["checks"]))
        self.assertIn("Before other hands take it", pocket["hand_over"])
        page = self.caller.get(f"/api/cards/{card['id']}/card.html").content.decode()
        for words in ("Getting there", "Before it begins", pocket["turns"][0], pocket["checks"][0][:20]):
            self.assertIn(words.replace("'", "&#x27;"), page)
        body = next(b for b in self.caller.get("/api/kit").json()["bodies"] if b["slug"] == "merrow-swift-20")
        document = {**body["document"], "traits": {**body["document"]["traits"], "slots": 0}}
        self.caller.put("/api/kit/bodies/merrow-swift-20", document, body["version"])
        pocket = self.caller.post(f"/api/situations/{races['id']}/cards").json()["snapshot"]["pocket"]
        self.assertEqual(pocket["turns"], [])
        self.assertTrue(all(change["where"] and change["what"] for change in pocket["changes"]))
        outing = self.caller.get("/api/outings").json()[0]["id"]
        self.caller.put("/api/kit/bodies/merrow-swift-20", body["document"], '"2"')
        self.caller.send("PUT", f"/api/outings/{outing}/slots", {"body": "merrow-swift-20", "number": 3, "special": "hand_over"})
        self.assertIn("turn to slot 3", self.make()["snapshot"]["pocket"]["hand_over"])

    def test_stale_means_that_what_the_advice_is_asked_differs(self) -> None:
        card = self.make()
        at = f"/api/cards/{card['id']}"

        def state() -> tuple[bool, str]:
            row = next(r for r in self.caller.get("/api/outings").json()[0]["situations"] if r["id"] == self.row["id"])
            return self.caller.get(at).json()["stale"], row["card"]

        self.change(note="Bring the long strap", title="Terns")
        self.assertEqual(state(), (False, "fresh"))
        self.change(locks={"iso": 800})
        self.assertEqual(state(), (True, "stale"))
        self.change(locks={})
        self.assertEqual(state(), (False, "fresh"))
        profile = self.caller.get("/api/profile")
        self.caller.put("/api/profile", {**profile.json()["document"], "steadiness": 2.0}, profile["ETag"])
        self.assertEqual(state(), (True, "stale"))
        self.assertEqual(self.caller.get(at).json()["snapshot"], card["snapshot"])

    def test_the_snapshot_is_the_setup_the_bench_showed(self) -> None:
        document = self.caller.get(self.at).json()["document"]
        kit = self.caller.get("/api/kit").json()
        body = next(b["document"] for b in kit["bodies"] if b["slug"] == document["body"])
        lens = next(x["document"] for x in kit["lenses"] if x["slug"] == document["lens"])
        asked = {k: v for k, v in document.items() if k not in ("title", "starts_at", "note", "schools", "habits")}
        profile = {"iso_ceiling": 6400, "steadiness": 1.0, "noise_bar": 40.0}
        flashes = self.caller.get("/api/profile").json()["document"]["flashes"]
        bench = self.caller.post("/api/advise", {**asked, "body": body, "lens": lens, "profile": profile, "flashes": flashes}).json()
        frozen = self.make()["snapshot"]["setup"]
        self.assertEqual(frozen, {name: bench[name] for name in frozen})
        self.assertLessEqual({"exposure", "ladder", "decisions", "cautions"}, set(frozen))

    def test_a_card_whose_setup_cannot_be_made_says_why_and_makes_none(self) -> None:
        self.change(motion={"distance_m": 0.2})
        refused = self.caller.post(f"{self.at}/cards")
        self.assertEqual(refused.status_code, 422)
        self.assertIn("/motion/distance_m", {e["pointer"] for e in refused.json()["errors"]})
        self.assertEqual(Card.objects.count(), 0)

    def test_ladder_csv_holds_every_row_of_the_ladder(self) -> None:
        card = self.make()
        answer = self.caller.get(f"/api/cards/{card['id']}/ladder.csv")
        rows = list(csv.DictReader(io.StringIO(answer.content.decode())))
        ladder = card["snapshot"]["setup"]["ladder"]
        self.assertEqual(len(rows), len(ladder))
        for row, step in zip(rows, ladder, strict=True):
            for name in ("shutter_s", "aperture", "iso"):
                self.assertEqual(float(row[name]), step[name])
            for intent, stops in step["gave"].items():
                self.assertAlmostEqual(float(row[f"gave_{intent}_stops"]), stops, delta=5e-4)
            self.assertEqual(row["why"], step["why"])

    def test_the_page_is_whole_in_itself_and_keeps_text_as_text(self) -> None:
        self.change(title="</title><script>alert(1)</script>", note="a < b & c")
        card = self.make()
        answer = self.caller.get(f"/api/cards/{card['id']}/card.html")
        text = answer.content.decode()
        self.assertIn("attachment", answer["Content-Disposition"])
        self.assertEqual(re.findall(r"(?:src|href|action)\s*=\s*\"?(?!\"?data:)[^\s>]*|https?://|@import", text), [])
        self.assertEqual(len(re.findall(r"url\((?!data:)", text)), 0)
        self.assertNotIn("<script>alert", text)
        self.assertIn("a &lt; b &amp; c", text)
        data = json.loads(re.search(r'<script id="data" type="application/json">(.*?)</script>', text, re.S)[1])
        self.assertEqual((data["answers"], data["casts"]), (card["snapshot"]["answers"], card["snapshot"]["casts"]))
        for row, step in zip(data["rows"], card["snapshot"]["setup"]["ladder"], strict=True):
            self.assertEqual(row["time"], label(Dial.TIME, step["shutter_s"]))
            self.assertEqual(row["iso"], label(Dial.ISO, step["iso"]))

    def test_a_distance_to_set_says_on_paper_too_how_it_is_set_and_a_card_from_before_says_nothing(self) -> None:
        street = next(row for row in self.rows if row["genre"] == "street")
        card = self.caller.post(f"/api/situations/{street['id']}/cards").json()
        self.assertIn("Turn the ring to 3 m on its scale.", self.caller.get(f"/api/cards/{card['id']}/card.html").content.decode())
        stored = Card.objects.get(pk=card["id"])
        del stored.snapshot["setup"]["zone"]["how"]
        stored.save()
        page = self.caller.get(f"/api/cards/{card['id']}/card.html").content.decode()
        self.assertIn("set the distance", page)
        self.assertNotIn("Turn the ring", page)

    def test_print_sheets_have_their_size_and_say_the_exposure(self) -> None:
        card = self.make()
        setup = card["snapshot"]["setup"]
        pages: dict[str, int] = {}
        for sheet, size in (("A6", "297.638 x 419.528"), ("A4", "595.276 x 841.89")):
            pdf = self.caller.get(f"/api/cards/{card['id']}/card.pdf?sheet={sheet}").content
            self.assertTrue(pdf.startswith(b"%PDF"))
            said = subprocess.run(["pdfinfo", "-"], input=pdf, capture_output=True, check=True).stdout.decode()
            self.assertIn(size, said)
            self.assertLessEqual(int(re.search(r"Pages:\s+(\d+)", said)[1]), 3 if sheet == "A6" else 2)
            words = subprocess.run(["pdftotext", "-", "-"], input=pdf, capture_output=True, check=True).stdout.decode()
            self.assertIn(label(Dial.TIME, setup["exposure"]["shutter_s"]), words)
            self.assertIn(self.row["title"], words)
            pages[sheet] = int(re.search(r"Pages:\s+(\d+)", said)[1])
        self.assertEqual(self.caller.get(f"/api/cards/{card['id']}/card.pdf?sheet=A0").status_code, 422)
        with Image.open(io.BytesIO(self.caller.get(f"/api/cards/{card['id']}/proof.png").content)) as proof:
            page = round(proof.width * 148 / 105)
            self.assertLessEqual(
                abs(proof.height - pages["A6"] * (page + 24) + 24), 2 * pages["A6"], "every page of the sheet, one under the other"
            )
            self.assertEqual(len({proof.getpixel((proof.width // 2, y))[3] for y in range(page - 40, page + 40)}), min(2, pages["A6"]))
            darkest = min(proof.convert("L").crop((0, 0, proof.width, page)).getdata())
        self.assertLess(darkest, 90, "and something is printed on it")
        stranger = Caller(get_user_model().objects.create_user("stranger", password="x"))
        self.assertEqual(stranger.get(f"/api/cards/{card['id']}/proof.png").status_code, 404, "nobody sees another's")

    def send(self, card: int, data: bytes, caller: Caller | None = None) -> Any:
        headers = {"X-CSRFToken": TOKEN}
        path = f"/api/cards/{card}/frame"
        return (caller or self.caller).client.generic("POST", path, data, content_type="application/octet-stream", headers=headers)

    def test_a_frame_is_told_what_it_shows_with_what_the_raw_has_left(self) -> None:
        card = self.make()["id"]
        image = Image.new("RGB", (600, 400), (90, 90, 90))
        image.paste((255, 255, 255), (0, 0, 120, 120))
        out = io.BytesIO()
        image.save(out, "PNG")
        told = self.send(card, out.getvalue()).json()
        self.assertEqual((told["saw"], told["much"]), ("warns", "patch"))
        self.assertIn("6.0% of it is at its white", told["words"])
        self.assertRegex(told["words"], r"The raw beside it still has \d thirds? there")
        self.assertIn("If its middle is a grey card, white is right.", told["words"])
        image.paste((130, 112, 88), (200, 100, 400, 300))
        image.save(warm := io.BytesIO(), "PNG")
        words = self.send(card, warm.getvalue()).json()["words"]
        self.assertRegex(words, r"it is \d+ mired warm: set \d+ K\.")
        shown = Image.open(io.BytesIO(base64.b64decode(told["marked"].partition(",")[2])))
        self.assertEqual(shown.size, (480, 320))
        self.assertEqual(self.send(card, b"no picture").status_code, 422)
        self.assertEqual(self.send(card, out.getvalue(), Caller(get_user_model().objects.create_user("wren"))).status_code, 404)
        self.assertEqual(self.send(card, out.getvalue(), Caller()).status_code, 401)
