"""A body plugged in: paired, compared, loaded in parts, undone, kept in slots, its frames fetched; and what goes wrong with each."""

from __future__ import annotations

import base64
import io
import random
from typing import Any
from unittest.mock import patch

from django.contrib.auth import get_user_model
from django.test import TestCase, override_settings
from PIL import Image

from craft.vocabulary.settings import BY_SLUG
from forms.link_form import SettingsSaid
from forms.problems import InputError
from kit.models import Held, Piece, Slot
from links.actions import alike, written_back
from links.models import Link, Loading
from links.speaking import Speaking, checked
from links.tests.standing_in import CODE, standing_in
from outings.demo_people import load_demo_people
from outings.models import Outing, Situation
from people import turns
from people.tests.caller import Caller, pointers

SLUG = "merrow-swift-20"


class Linked(TestCase):
    """Demo people, and a stand-in that each test finds paired with the first one's body."""

    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.ilse = get_user_model().objects.get(username="demo.ilse")
        cls.bram = get_user_model().objects.get(username="demo.bram")
        cls.outing = Outing.objects.get(person=cls.ilse)
        cls.terns, cls.sprint = (
            Situation.objects.get(outing=cls.outing, document__title=t) for t in ("Terns over the bar", "Sprint heats off the quay")
        )
        cls.piece = Piece.objects.get(person=cls.ilse, slug=SLUG)

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.body = cls.enterClassContext(standing_in())

    def setUp(self) -> None:
        self.body.do("anew")
        self.ask = Caller(self.ilse)

    def pair(self, code: str = CODE, address: str = "", who: Caller | None = None) -> Any:
        asked = {"address": address or self.body.address, "code": code}
        return (who or self.ask).send("PUT", f"/api/kit/bodies/{SLUG}/link", asked)

    def beside(self) -> dict[str, Any]:
        return self.ask.get(f"/api/situations/{self.terns.pk}/link").json()

    def load(self, row: Situation, **asked: Any) -> dict[str, Any]:
        answer = self.ask.post(f"/api/situations/{row.pk}/link/load", asked)
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def load_whole(self, row: Situation) -> dict[str, Any]:
        """Until nothing is left, as the page does; each part leaves less."""
        told = self.load(row)
        for _ in range(20):
            if not told["left"]:
                return told
            before, told = told["left"], self.load(row)
            self.assertTrue(told["left"] < before or not told["written"])
        raise AssertionError("it does not end")

    def keep(self, row: Situation, number: int) -> None:
        """Into a slot, as the page does: first what it holds is noted, if it was not yet."""
        for _ in range(2):
            answer = self.ask.post(f"/api/situations/{row.pk}/link/slot", {"number": number})
            self.assertEqual(answer.status_code, 200, answer.content)
            if answer.json()["kept"]:
                return
        raise AssertionError("it is noted again and again")

    def slots_of_body(self) -> list[tuple[str, bool, dict[str, Any]]]:
        """What each slot is called, whether it is empty, and what it brings back that is in use: nobody meets the rest."""
        found = []
        self.body.do("drop", by=200)
        with Speaking(self.body.address, Link.objects.get(piece=self.piece).token) as body:
            stood = {one.setting: one.value for one in body.settings().settings}
            for k, slot in enumerate(body.slots().slots):
                self.body.do("slot", at=k)
                kept = slot.values or {}
                used = {one.setting: one.value for one in body.settings().settings if one.setting in kept and not one.closed}
                found.append((slot.title, slot.values is None, used))
            now = {one.setting: one.value for one in body.settings().settings}
            written_back(body, {slug: value for slug, value in stood.items() if not alike(value, now[slug])})
        return found

    def on_body(self) -> dict[str, Any]:
        import httpx

        token = Link.objects.get(piece=self.piece).token
        said = httpx.get(f"http://{self.body.address}/link/settings", headers={"Authorization": f"Bearer {token}"}, timeout=20).json()
        return {one["setting"]: one["value"] for one in said["settings"]}


class Pairs(Linked):
    def test_only_who_reads_the_code_pairs_and_only_that_account_speaks(self) -> None:
        self.assertFalse(self.ask.get(f"/api/kit/bodies/{SLUG}/link").json()["paired"])
        wrong = self.pair(code="000000")
        self.assertEqual((wrong.status_code, pointers(wrong)), (422, {"/code"}))
        self.assertFalse(Link.objects.exists())
        told = self.pair().json()
        self.assertTrue(told["paired"] and told["reached"] and told["simulated"])
        self.assertEqual(told["named"], BODY_NAME)
        again = self.pair(code=CODE)
        self.assertEqual(again.status_code, 422)  # a code is good for one link
        self.assertEqual(Link.objects.count(), 1)
        other = Caller(self.bram)
        self.assertEqual(other.get(f"/api/situations/{self.terns.pk}/link").status_code, 404)
        self.assertIn(other.post(f"/api/kit/bodies/{SLUG}/link/undo").status_code, (404, 422))
        self.assertEqual(self.ask.delete(f"/api/kit/bodies/{SLUG}/link").status_code, 204)
        self.assertFalse(self.ask.get(f"/api/kit/bodies/{SLUG}/link").json()["paired"])

    def test_nothing_out_in_the_world_is_called_and_what_is_no_body_is_said_so(self) -> None:
        for address in ("", "8.8.8.8:80", "169.254.169.254:80", "0.0.0.0:80", "example:80", "127.0.0.1", "127.0.0.1:0", "127.0.0.1:99999",
                        "https://127.0.0.1:1", "127.0.0.1:80@8.8.8.8:80", "999.1.1.1:80", "[::ffff:8.8.8.8]:80", "224.0.0.1:80"):  # fmt: skip
            with self.subTest(address), self.assertRaises(InputError) as caught:
                checked(address)
            self.assertEqual(caught.exception.problems[0].pointer, "/address")
        for address, kept in (("10.1.2.3:99", "10.1.2.3:99"), ("[::1]:99", "[::1]:99"), ("192.168.0.7:8390", "192.168.0.7:8390")):
            self.assertEqual(checked(address), kept)
        dead = self.pair(address="127.0.0.1:9")
        self.assertEqual((dead.status_code, pointers(dead)), (422, {"/address"}))
        with override_settings(LINKS=False):
            self.assertEqual(pointers(self.pair()), {"/address"})
            self.assertFalse(self.ask.get(f"/api/kit/bodies/{SLUG}/link").json()["allowed"])

    def test_a_body_that_is_gone_blocks_no_page(self) -> None:
        self.pair()
        self.body.do("away")
        self.assertIn("out of reach", self.beside()["link"]["why"])
        with standing_in() as dying:
            self.assertEqual(self.pair(address=dying.address).status_code, 200)
            dying.end()
        told = self.ask.get(f"/api/kit/bodies/{SLUG}/link").json()
        self.assertEqual((told["paired"], told["reached"]), (True, False))
        self.assertIn("does not answer", told["why"])
        answer = self.ask.post(f"/api/situations/{self.terns.pk}/link/load", {})
        self.assertEqual(answer.status_code, 422)
        self.assertFalse(Loading.objects.exists())
        self.assertEqual(self.ask.get(f"/api/situations/{self.terns.pk}/walk").status_code, 200)


BODY_NAME = "Merrow Swift, 20 MP"


class Loads(Linked):
    def setUp(self) -> None:
        super().setUp()
        self.assertEqual(self.pair().status_code, 200)

    def test_a_setup_is_written_in_parts_read_back_and_taken_back(self) -> None:
        stood = self.on_body()
        before = self.beside()
        self.assertGreater(len(before["differs"]), 30)
        self.assertTrue(any(one["needed"] for one in before["differs"]))
        self.assertTrue(all(one["theirs"] and one["wanted"] and one["held"] for one in before["differs"]))
        self.assertEqual(self.load(self.terns)["written"], 0)  # what stands there is kept first
        self.assertEqual(self.on_body(), stood)
        part = self.load(self.terns)
        self.assertIsNone(part["now"]["link"]["whole_of"])
        self.assertGreater(part["left"], 0)
        between = self.beside()  # stopped half way: exactly what is written is known, and it goes on
        self.assertEqual(len(between["differs"]), len(part["now"]["differs"]))
        self.assertLess(len(between["differs"]), len(before["differs"]))
        told = self.load_whole(self.terns)
        self.assertEqual([one for one in told["now"]["differs"] if not one["refused"]], [])
        held, wanted = self.on_body(), {one["setting"]: one["value"] for one in before["differs"]}
        refused = {one["setting"] for one in told["now"]["differs"]}
        self.assertEqual([s for s, v in wanted.items() if s not in refused and not alike(held[s], v)], [])
        known = {row.setting: row for row in Held.objects.filter(piece=self.piece)}
        self.assertTrue(all(row.verified_at for row in known.values()))
        self.assertEqual([s for s, row in known.items() if not alike(row.value, held[s])], [])
        self.assertGreater(len(known), 100)
        self.assertEqual(told["now"]["link"]["written"], "Terns over the bar")
        back = self.ask.post(f"/api/kit/bodies/{SLUG}/link/undo")
        self.assertEqual(back.status_code, 200, back.content)
        self.assertEqual(back.json()["back"], 0)
        after = self.on_body()
        self.assertEqual({s: v for s, v in after.items() if not alike(v, stood[s])}, {})
        self.assertEqual(self.ask.post(f"/api/kit/bodies/{SLUG}/link/undo").status_code, 422)

    def test_twenty_drops_in_the_middle_of_writing_lose_nothing_that_stood_there(self) -> None:
        stood = self.on_body()
        lots = random.Random(7)
        load, undo = f"/api/situations/{self.terns.pk}/link/load", f"/api/kit/bodies/{SLUG}/link/undo"
        for _ in range(20):
            self.body.do("drop", by=lots.randint(1, 30))
            path = load if lots.random() < 0.7 else undo
            for _ in range(3):
                if self.ask.post(path, {} if path is load else None).status_code != 200:
                    break
            if not self.body.seen()["reached"]:
                self.body.do("away")  # and back
        self.body.do("drop", by=200)
        told = self.load_whole(self.terns)
        self.assertEqual(told["left"], 0)
        back = self.ask.post(undo)
        self.assertEqual((back.status_code, back.json()["back"]), (200, 0), back.content)
        after = self.on_body()
        self.assertEqual({s: (v, stood[s]) for s, v in after.items() if not alike(v, stood[s])}, {})

    def test_what_the_body_refuses_comes_back_with_its_reason_and_the_rest_is_written(self) -> None:
        """The profile here says that it has an ISO which the body has not; the body knows better."""
        document = {**self.piece.document, "max_iso": 204800}
        Piece.objects.filter(pk=self.piece.pk).update(document=document)
        terns = self.terns.document
        terns["settings"] = {**terns.get("settings", {}), "iso_mode": "automatic", "iso_ceiling": 204800}
        Situation.objects.filter(pk=self.terns.pk).update(document=terns)
        told = self.load_whole(self.terns)
        [row] = [one for one in told["now"]["differs"] if one["setting"] == "iso_ceiling"]
        self.assertEqual("".join(c for c in row["refused"] if c.isdigit()), "204800100102400", row["refused"])
        self.assertEqual(row["nearest"].replace("\u202f", "").replace(" ", ""), "102400")
        self.assertEqual([one["setting"] for one in told["now"]["differs"] if not one["refused"]], [])
        self.assertTrue(self.piece.refused.filter(setting="iso_ceiling", why__contains="not on this scale").exists())

    def test_a_value_that_is_taken_and_does_not_stand_there_is_told_and_ends_the_writing(self) -> None:
        stuck = next(one for one in self.beside()["differs"] if one["setting"] == "iso_ceiling")
        plain = Speaking.settings

        def settings(body: Speaking) -> SettingsSaid:
            said = plain(body)
            held = [
                one.model_copy(update={"value": 3200.0, "word": "3200"}) if one.setting == "iso_ceiling" else one for one in said.settings
            ]
            return said.model_copy(update={"settings": held})

        with patch.object(Speaking, "settings", settings):
            told = self.load_whole(self.terns)
        [row] = [one for one in told["now"]["differs"] if one["setting"] == "iso_ceiling"]
        self.assertEqual(row["refused"], "it took that, and holds 3200")
        self.assertNotEqual(stuck["wanted"], "3200")
        self.assertTrue(self.piece.refused.filter(setting="iso_ceiling").exists())
        self.assertEqual(self.load_whole(self.terns)["now"]["differs"], [])  # once it stands there, nothing is said against it any more
        self.assertFalse(self.piece.refused.filter(setting="iso_ceiling").exists())

    def test_the_last_frame_is_answered_with_what_it_shows_and_why_the_body_did_that(self) -> None:
        path = f"/api/situations/{self.terns.pk}/link/last"
        self.load_whole(self.terns)
        nothing = self.ask.post(path)
        self.assertEqual(nothing.status_code, 422)
        self.assertIn("no finished file", nothing.content.decode())
        self.body.do("wheel", setting="drive_mode", by=-9)
        self.body.do("wheel", setting="rendered_size", by=9)
        self.body.do("wheel", setting="file_format", by=9)
        self.body.do("fire", by=1)
        good = self.ask.post(path).json()
        self.assertRegex(good["dials"], r"1/\d+, f/5.6, ISO \d+")
        self.assertTrue(good["shown"]["marked"].startswith("data:image/jpeg"))
        self.assertRegex(good["sharp"], "sharp|In focus|smeared|Too few edges")
        piece = Image.open(io.BytesIO(base64.b64decode(good["fine"].split(",")[1])))
        self.assertEqual(piece.size[0], 400)
        self.body.do("wheel", setting="exposure_mode", by=-9)
        self.body.do("wheel", setting="iso_mode", by=-9)
        self.body.do("wheel", setting="iso_value", by=99)
        self.body.do("fire", by=1)
        burnt = self.ask.post(path).json()
        self.assertNotEqual(burnt["name"], good["name"])
        self.assertEqual(burnt["shown"]["saw"], "warns")
        self.assertIn("ISO 65", burnt["dials"])  # all that this entry of a file can hold
        self.assertTrue(burnt["why"])
        self.assertNotEqual(burnt["why"], good["why"])
        self.assertEqual(self.outing.came.count(), 0)

    def test_nobody_waits_for_a_body_while_it_is_spoken_to(self) -> None:
        """Of all that is done over a link nothing is said to the body once the turn to write has begun."""
        plain, said = Speaking._ask, []

        def ask(body: Speaking, *how: Any, **more: Any) -> Any:
            turn = turns._now.get()
            said.append(bool(turn and turn.begun))
            return plain(body, *how, **more)

        link = f"/api/kit/bodies/{SLUG}/link"
        self.body.do("wheel", setting="rendered_size", by=9)
        self.body.do("wheel", setting="file_format", by=9)
        self.body.do("wheel", setting="drive_mode", by=-9)
        self.body.do("fire", by=1)
        with patch.object(Speaking, "_ask", ask):
            for path, asked in (
                (f"{link}/seen", None),
                (f"/api/situations/{self.terns.pk}/link/load", {}),
                (f"/api/situations/{self.terns.pk}/link/load", {}),
                *[(f"/api/situations/{self.terns.pk}/link/slot", {"number": 1})] * 2,
                *[(f"{link}/slots", None)] * 3,
                (f"/api/outings/{self.outing.pk}/link/{SLUG}/frames", {}),
                (f"{link}/undo", None),
            ):
                before = len(said)
                self.assertEqual(self.ask.post(path, asked).status_code, 200, path)
                self.assertGreater(len(said), before, path)
            self.assertEqual(self.pair(code=self.body.seen()["code"]).status_code, 200)
        self.assertEqual(set(said), {False})

    def test_a_server_that_may_not_any_more_speaks_to_none(self) -> None:
        with override_settings(LINKS=False):
            told = self.beside()["link"]
            self.assertEqual((told["paired"], told["reached"], told["allowed"]), (True, False, False))
            self.assertIn("APERTURE_LINKS", told["why"])
            self.assertEqual(self.ask.post(f"/api/situations/{self.terns.pk}/link/load", {}).status_code, 422)

    def test_a_bumped_wheel_is_seen_and_one_line_is_written_alone(self) -> None:
        self.load_whole(self.terns)
        before = {one["setting"] for one in self.beside()["differs"]}
        self.body.do("wheel", setting="aperture", by=4)
        [row] = [one for one in self.beside()["differs"] if one["setting"] not in before]
        self.assertEqual((row["setting"], row["needed"]), ("aperture", True))
        self.assertEqual(self.beside()["link"]["whole_of"], self.terns.pk)
        self.load(self.terns, only=["aperture"])
        told = self.load(self.terns, only=["aperture"])
        self.assertEqual((told["written"], told["left"]), (1, 0))
        self.assertEqual({one["setting"] for one in self.beside()["differs"]}, before)

    def test_the_wrong_lens_is_said_before_its_apertures_are_refused(self) -> None:
        path = f"/api/situations/{self.sprint.pk}/link"
        before = self.ask.get(path).json()
        self.assertTrue(before["lens"])
        self.assertNotEqual(before["link"]["state"]["lens"], before["lens"])
        told = self.load_whole(self.sprint)["now"]
        [refused] = [one for one in told["differs"] if one["setting"] == "aperture"]
        self.assertIn("not on this scale", refused["refused"])
        self.body.do("stand", at=1)  # with the lens that is for it
        self.assertEqual(self.ask.get(path).json()["lens"], "")
        now = self.load_whole(self.sprint)["now"]
        self.assertEqual([one["label"] for one in now["differs"]], [])
        self.assertAlmostEqual(self.on_body()["aperture"], 2.8)

    def test_a_days_slots_are_kept_on_the_body_and_here(self) -> None:
        for number, row in ((1, self.terns), (2, self.sprint)):
            self.load_whole(row)
            self.keep(row, number)
        here = {slot.number: slot for slot in Slot.objects.filter(piece=self.piece)}
        self.assertEqual({n: s.title for n, s in here.items() if n in (1, 2)}, {1: "Terns over the bar", 2: "Sprint heats off the quay"})
        lines = {
            n: self.ask.get(f"/api/situations/{row.pk}/link/slot?number={n}").json()
            for n, row in ((1, self.terns), (2, self.sprint), (3, self.terns))
        }
        self.assertEqual([(one["title"], one["empty"], [row["setting"] for row in one["differs"]]) for one in lines.values()],
                         [("Terns over the bar", False, []), ("Sprint heats off the quay", False, ["aperture"]), ("", True, [])])  # fmt: skip
        self.assertGreater(lines[1]["same"], 40)
        other = self.ask.get(f"/api/situations/{self.sprint.pk}/link/slot?number=1").json()
        self.assertEqual(other["same"] + len(other["differs"]), lines[2]["same"] + 1, "each slot holds the same settings")
        self.assertIn("shutter_time", {row["setting"] for row in other["differs"]})
        for asked in ("number=9", "number=0", "bank=3&number=1", "special=none"):
            self.assertEqual(self.ask.get(f"/api/situations/{self.terns.pk}/link/slot?{asked}").status_code, 422, asked)
        self.body.do("slot", at=0)
        held = self.on_body()
        self.assertEqual([s for s, v in here[1].values.items() if not alike(held[s], v)], [])
        self.assertNotEqual(here[1].values, here[2].values)
        self.assertEqual(self.ask.post(f"/api/situations/{self.terns.pk}/link/slot", {"number": 9}).status_code, 422)

    def test_slots_are_given_back_what_they_held_whenever_the_link_drops(self) -> None:
        path = f"/api/kit/bodies/{SLUG}/link/slots"
        self.assertEqual(self.ask.post(path).status_code, 422, "nothing was filled")
        with Speaking(self.body.address, Link.objects.get(piece=self.piece).token) as body:
            body.write([("aperture", 8.0)])
            body.keep(1, 2, "of another day")
        slots = self.slots_of_body()
        self.assertEqual([empty for _, empty, _ in slots[:3]], [True, False, True])
        drops = random.Random(5)
        for dropping in (False, True):
            for number, row in ((1, self.terns), (2, self.sprint)):
                self.body.do("drop", by=200)
                self.load_whole(row)
                self.keep(row, number)
            stood = self.ask.get(f"/api/situations/{self.sprint.pk}/link").json()["differs"]
            self.assertEqual(self.ask.get(f"/api/kit/bodies/{SLUG}/link").json()["slots_back"], 2)
            told: dict[str, Any] = {"left": 1}
            for _ in range(40):
                if dropping and drops.random() < 0.6:
                    self.body.do("drop", by=drops.randrange(1, 30))
                answer = self.ask.post(path)
                if not self.body.seen()["reached"]:
                    self.body.do("away")  # and back
                told = answer.json() if answer.status_code == 200 else told
                if answer.status_code == 200 and not told["left"]:
                    break
            self.body.do("drop", by=200)
            self.assertEqual(told["left"], 0)
            self.assertEqual(self.slots_of_body(), slots)
            self.assertEqual(self.ask.get(f"/api/situations/{self.sprint.pk}/link").json()["differs"], stood, "and it holds what it held")
        here = {slot.number: slot.title for slot in Slot.objects.filter(piece=self.piece)}
        self.assertEqual((here.get(1), here.get(2)), (None, "of another day"))

    def test_another_firmware_is_said_written_down_used_and_given_back(self) -> None:
        path = f"/api/kit/bodies/{SLUG}/link/facts"
        self.assertEqual(self.ask.delete(path).status_code, 422, "nothing was written down")
        told, document = self.beside(), self.piece.document
        self.assertEqual((told["link"]["firmware_was"], told["besides"], told["link"]["facts_back"]), ("", [], False))
        was = told["link"]["state"]["firmware"]
        held = self.on_body()
        self.body.do("update")
        told = self.beside()
        self.assertEqual((told["link"]["firmware_was"], told["besides"]), (was, ["view in the dark"]))
        self.assertNotEqual(told["link"]["state"]["firmware"], was)
        self.assertEqual({slug: value for slug, value in self.on_body().items() if slug in held}, held, "all else stays as it was set")
        self.assertEqual(self.ask.post(path).status_code, 200)
        self.piece.refresh_from_db()
        self.assertIn("dark_view", self.piece.document["traits"]["features"])
        self.assertEqual(self.piece.document["traits"]["firmware"], told["link"]["state"]["firmware"])
        self.assertTrue(self.piece.held.filter(setting="dark_view", verified_at__isnull=False).exists(), "and what it holds is seen")
        told = self.load_whole(self.terns)["now"]
        self.assertEqual((told["link"]["firmware_was"], told["besides"], told["link"]["facts_back"]), ("", [], True))
        self.assertEqual(self.ask.delete(path).status_code, 200)
        self.piece.refresh_from_db()
        self.assertEqual(self.piece.document["traits"], document["traits"] | {"features": self.piece.document["traits"]["features"]})
        self.assertEqual(set(self.piece.document["traits"]["features"]), set(document["traits"]["features"]))
        self.assertEqual((self.beside()["link"]["firmware_was"], self.beside()["besides"]), (was, ["view in the dark"]))

    def test_frames_come_off_the_cards_once_each_and_a_dropped_link_keeps_nothing_half(self) -> None:
        self.load_whole(self.terns)
        self.body.do("wheel", setting="drive_mode", by=-9)
        self.body.do("wheel", setting="rendered_size", by=9)
        self.body.do("wheel", setting="file_format", by=9)
        for _ in range(3):
            self.body.do("fire", by=1)
        self.body.do("drop")
        path = f"/api/outings/{self.outing.pk}/link/{SLUG}/frames"
        dropped = self.ask.post(path, {"after": ""})
        self.assertEqual((dropped.status_code, self.outing.came.count()), (422, 0))
        self.assertIn("dropped", dropped.content.decode())
        after, brought = "", 0
        for _ in range(9):
            told = self.ask.post(path, {"after": after}).json()
            after, brought = told["after"], brought + told["brought"]
            if not told["more"]:
                break
        self.assertEqual((brought, self.outing.came.count()), (3, 3))
        again = self.ask.post(path, {"after": ""}).json()
        self.assertEqual((again["brought"], self.outing.came.count()), (0, 3))
        self.outing.came.all().delete()
        with patch("links.fetching.FETCH_S", -1.0):  # a body that takes all of a request's time for its list
            parts, after = [], ""
            for _ in range(9):
                told = self.ask.post(path, {"after": after}).json()
                after = told["after"]
                parts.append((told["brought"], told["more"]))
                if not told["more"]:
                    break
        self.assertEqual(
            parts, [(1, True), (1, True), (1, True), (0, False)], "a raw whose finished file came in the request before is none of its own"
        )
        review = self.ask.get(f"/api/outings/{self.outing.pk}/review").json()
        [picture] = [one for one in review["pictures"] if one["title"] == "Terns over the bar"]
        self.assertEqual(picture["frames"], 3)
        self.outing.came.all().delete()
        listed = Speaking.frames

        def raw_first_one_by_one(body: Speaking, after: str) -> Any:
            said = listed(body, "")
            names = sorted(said.frames, key=lambda one: (one.name.rsplit(".", 1)[0], one.name.endswith(".JPG")))
            left = names[next((k + 1 for k, one in enumerate(names) if one.name == after), 0) :]
            return said.model_copy(update={"frames": left[:1], "more": len(left) > 1})

        with patch.object(Speaking, "frames", raw_first_one_by_one):
            after, more = "", True
            while more:
                told = self.ask.post(path, {"after": after}).json()
                after, more = told["after"], told["more"]
        self.assertEqual(self.outing.came.count(), 3, "nor one whose finished file stands at the head of the list's next part")


class Alike(TestCase):
    def test_every_default_is_itself_and_numbers_are_as_bodies_print_them(self) -> None:
        for setting in BY_SLUG.values():
            self.assertTrue(alike(setting.default, setting.default))
        self.assertFalse(alike(100.0, 125.0) or alike("2", 2.0) or alike(0.0, 0.333))
