"""Pictures of one's own over HTTP: kept as light, judged and framed like a scene, private, bounded, gone with what they belong to."""

from __future__ import annotations

import io
import json
import math
import random
import zipfile
from typing import Any
from unittest import mock

import numpy as np
from django.db import connection
from django.test.utils import CaptureQueriesContext
from PIL import ExifTags, Image

from craft.render.rehearsal import window_of
from craft.render.tests.shots import a_shot
from images.frame_files import Written, dng_of, jpeg_of
from images.tests.test_light import STILL
from kit.models import Piece
from outings.models import KeptFrame, Outing, Picture, PictureLight, Situation
from outings.pictures import actions
from outings.rehearse.actions import shot_of_token
from outings.tests.test_rehearse import question
from outings.tests.test_ruler import HALL, OnScene
from people.tests.caller import TOKEN, Caller, pointers

W = Written("Merrow Swift, 20 MP", "Merrow 24-70 f/2.8", "2027:06:01 17:30:00")


def jpeg(level: int = 118, size: tuple[int, int] = (480, 320), time: tuple[int, int] | None = (1, 60), iso: int = 400) -> bytes:
    """A picture of one tone with a white corner and a dark one, its exposure written in."""
    image = Image.new("RGB", size, (level, level, level))
    image.paste((255, 255, 255), (0, 0, size[0] // 4, size[1] // 4))
    image.paste((12, 12, 12), (size[0] // 2, size[1] // 2, size[0], size[1]))
    exif, out = Image.Exif(), io.BytesIO()
    if time is not None:
        own = exif.get_ifd(ExifTags.IFD.Exif)
        own[ExifTags.Base.ExposureTime], own[ExifTags.Base.FNumber] = time[0] / time[1], 4.0
        own[ExifTags.Base.ISOSpeedRatings] = iso
    image.save(out, "JPEG", exif=exif)
    return out.getvalue()


PAINTED = {
    "areas": [{"name": "wall", "distance_m": None}],
    "strokes": [{"area": 0, "wide": 0.5, "points": [[0.75, 0.0], [0.75, 1.0]]}, {"area": None, "wide": 0.1, "points": [[0.9, 0.1]]}],
}


class Own(OnScene):
    def bring(
        self,
        data: bytes,
        name: str = "door",
        status: int = 200,
        caller: Caller | None = None,
        situation: int | None = None,
        key: str | None = None,
    ) -> Any:
        who, where = caller or self.caller, situation or self.situation.pk
        headers = {"X-CSRFToken": TOKEN} | ({"Idempotency-Key": key} if key else {})
        path = f"/api/situations/{where}/pictures?name={name}"
        answer = who.client.generic("POST", path, data, content_type="application/octet-stream", headers=headers)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def kept(self) -> Any:
        return self.caller.get(f"/api/situations/{self.situation.pk}/pictures").json()


class Kept(Own):
    def test_what_is_brought_is_kept_with_its_exposure_and_shown_as_it_was(self) -> None:
        found = self.bring(jpeg())
        self.assertEqual((found["name"], found["kind"], found["wide"], found["high"]), ("door", "finished", 480, 320))
        self.assertEqual(found["said"], "1/60, f/4, ISO 400")
        self.assertAlmostEqual(found["ev100"], np.log2(16 * 60 / 4), places=2)
        told = self.kept()
        self.assertEqual([row["id"] for row in told["pictures"]], [found["id"]])
        self.assertEqual((told["kept"], told["bytes"]), (1, found["size"]))
        shown = np.asarray(
            Image.open(io.BytesIO(self.caller.get(f"/api/pictures/{found['id']}/seen.jpg?width=240").content)).convert("L"), float
        )
        self.assertEqual(shown.shape, (160, 240))
        self.assertAlmostEqual(float(shown[40:60, 100:110].mean()), 118, delta=2)

    def test_light_that_a_file_does_not_tell_is_said_by_hand_and_names_are_changed(self) -> None:
        found = self.bring(jpeg(time=None))
        self.assertIsNone(found["ev100"])
        path = f"/api/pictures/{found['id']}"
        changed = self.caller.put(path, {"ev100": 6.5, "name": "through the door"}, found["version"]).json()
        self.assertEqual((changed["ev100"], changed["name"]), (6.5, "through the door"))
        self.assertEqual(pointers(self.caller.put(path, {"name": "", "ev100": 99}, changed["version"])), {"/ev100"})
        late = self.caller.put(path, {"name": "by the other page"}, found["version"])
        self.assertEqual((late.status_code, late.json()["current"]["version"]), (412, changed["version"]))
        self.assertEqual(late.json()["current"]["document"]["name"], "through the door")
        self.assertEqual(self.kept()["pictures"][0]["ev100"], 6.5)

    def test_what_is_no_picture_is_refused_and_nothing_is_kept(self) -> None:
        for data in (b"", b"no picture", jpeg()[:-400], jpeg(size=(8, 8))):
            problem = self.bring(data, status=422)
            self.assertIn("is accepted", problem["errors"][0]["detail"])
        self.assertEqual((Picture.objects.count(), PictureLight.objects.count()), (0, 0))

    def test_there_is_room_for_so_many_and_for_so_much(self) -> None:
        with mock.patch.object(actions, "MOST_PICTURES", 2):
            self.bring(jpeg())
            self.bring(jpeg(100))
            self.assertIn("2 pictures are kept for you", self.bring(jpeg(90), status=422)["errors"][0]["detail"])
        with mock.patch.object(actions, "MOST_BYTES", 3000):
            self.assertIn("delete one first", self.bring(jpeg(90), status=422)["errors"][0]["detail"])
        self.assertEqual(Picture.objects.count(), 2)

    def test_a_set_is_put_together_of_pictures_that_go_together(self) -> None:
        ids = [self.bring(dng_of(a_shot("quay", **{**STILL, "time_s": 1 / t}), Written("B", "L", ""), 240))["id"] for t in (400, 100, 25)]
        path = f"/api/situations/{self.situation.pk}/pictures/together"
        made = self.caller.post(path, {"pictures": ids, "name": "all of it"}).json()
        self.assertEqual((made["name"], made["kind"]), ("all of it", "set"))
        self.assertEqual(self.kept()["kept"], 4)
        for asked, at in (([ids[0]], "/pictures"), ([ids[0], ids[0]], "/pictures"), ([ids[0], 99999], "/pictures")):
            answer = self.caller.post(path, {"pictures": asked})
            self.assertEqual((answer.status_code, pointers(answer)), (422, {at}))
        mute = self.bring(jpeg(time=None))["id"]
        self.assertIn("their files do not tell it", self.caller.post(path, {"pictures": [mute, ids[0]]}).json()["errors"][0]["detail"])

    def test_those_of_what_was_put_aside_are_told_and_can_be_deleted(self) -> None:
        kept = self.bring(jpeg(), "kept")["id"]
        other = next(row.pk for row in self.day.in_order() if row.pk != self.situation.pk)
        aside = self.bring(jpeg(), "aside", situation=other)["id"]
        self.assertEqual(self.kept()["aside"], [])
        self.caller.delete(f"/api/situations/{other}")
        told = self.kept()
        self.assertEqual(
            ([row["id"] for row in told["pictures"]], [row["id"] for row in told["aside"]], told["kept"]), ([kept], [aside], 2)
        )
        self.assertEqual(Caller(self.bram).delete(f"/api/pictures/{aside}").status_code, 404)
        self.assertEqual(self.caller.delete(f"/api/pictures/{aside}").status_code, 204)
        self.assertEqual((self.kept()["aside"], self.kept()["kept"]), ([], 1))

    def test_one_that_is_sent_again_under_its_key_is_kept_once(self) -> None:
        first, again = (self.bring(jpeg(), key="a") for _ in range(2))
        self.assertEqual(first, again)
        self.bring(jpeg(90), status=409, key="a")
        self.bring(jpeg(), "another name", status=409, key="a")
        self.bring(b"no picture", status=422, key="b")
        self.bring(jpeg(), key="b")
        self.assertEqual(Picture.objects.count(), 2)

    def test_it_is_nobody_else_s(self) -> None:
        found = self.bring(jpeg())
        other, stranger = Caller(self.bram), Caller()
        for caller, status in ((other, 404), (stranger, 401)):
            self.assertEqual(caller.get(f"/api/pictures/{found['id']}/seen.jpg").status_code, status)
            self.assertEqual(caller.get(f"/api/situations/{self.situation.pk}/pictures").status_code, status)
            self.assertEqual(caller.delete(f"/api/pictures/{found['id']}").status_code, status)
            self.assertEqual(caller.put(f"/api/pictures/{found['id']}", {"name": "mine"}, found["version"]).status_code, status)
            self.bring(jpeg(), status=status, caller=caller)
        asked = {"situation": question(HALL), "own": found["id"]}
        for what in ("", "/frame", "/metering", "/range", "/sets", "/truth"):
            self.assertEqual(pointers(other.post(f"/api/rehearse{what}", asked)), {"/own"}, what)
        token = self.caller.post("/api/rehearse/frame", asked).json()["frame"]["token"]
        self.assertEqual(other.get(f"/api/frames/{token}.jpg").status_code, 404)
        self.assertEqual(self.caller.get(f"/api/frames/{token}.jpg?width=96").status_code, 200)

    def test_it_goes_with_its_situation_and_with_its_owner_and_is_in_every_copy(self) -> None:
        self.bring(jpeg())
        self.assertEqual(self.caller.delete(f"/api/situations/{self.situation.pk}").status_code, 204)
        self.assertEqual(self.caller.get("/api/pictures/1/seen.jpg").status_code, 404)
        Situation.objects.filter(pk=self.situation.pk).delete()
        self.assertEqual(PictureLight.objects.count(), 0)
        row = Situation.objects.filter(outing=self.day).first()
        self.bring(jpeg(), situation=row.pk)
        self.ilse.delete()
        self.assertEqual(PictureLight.objects.count(), 0)

    def test_no_light_is_read_to_list_them(self) -> None:
        counts = []
        for k in (1, 5):
            while Picture.objects.count() < k:
                self.bring(jpeg(100 + k))
            with CaptureQueriesContext(
                connection,
            ) as queries:
                self.kept()
            counts.append(len(queries))
            self.assertFalse([one for one in queries if "picturelight" in one["sql"]])
        self.assertEqual(*counts)


class Headroom(Own):
    def test_measured_from_a_bracket_it_is_the_simulated_body_s_own_within_a_third_and_the_card_goes_by_it(self) -> None:
        body, ids, truths = self.situation.document["body"], [], []
        for time in (1 / 400, 1 / 200, 1 / 100, 1 / 50):
            shot = a_shot("quay", **{**STILL, "time_s": time, "key_stops": math.log2(time * 400) - 2.0})
            truths.append(window_of(shot, 1.0).holds_more)
            ids += [self.bring(make(shot))["id"] for make in (lambda one: dng_of(one, W, 720), lambda one: jpeg_of(one, W))]
        path = f"/api/situations/{self.situation.pk}/pictures/headroom"
        found = self.caller.post(path, {"pictures": ids}).json()
        self.assertAlmostEqual(found["stops"], truths[0], delta=1 / 3)
        self.assertGreater(truths[0], 1 / 3)
        self.assertFalse(found["kept"])
        self.assertIsNone(Piece.objects.get(person=self.ilse, slug=body).document.get("headroom_stops"))
        before = self.caller.post(f"/api/situations/{self.situation.pk}/cards").json()["id"]
        with mock.patch.object(actions, "headroom_of", return_value=5 / 3):
            self.assertTrue(self.caller.post(path, {"pictures": ids, "keep": True}).json()["kept"])
        self.assertAlmostEqual(Piece.objects.get(person=self.ilse, slug=body).document["headroom_stops"], 5 / 3, places=2)
        after = self.caller.post(f"/api/situations/{self.situation.pk}/cards").json()["id"]
        warned = [
            {
                row["much"]: row["move_thirds"]
                for row in self.caller.get(f"/api/cards/{pk}").json()["snapshot"]["answers"]
                if row["saw"] == "warns"
            }
            for pk in (before, after)
        ]
        self.assertEqual(warned[1], {"specks": 0, "patch": 0, "subject": 0})
        self.assertGreater(warned[0]["subject"], 0)

    def test_without_a_file_beside_its_raw_or_without_anything_white_it_is_refused(self) -> None:
        raw = self.bring(dng_of(a_shot("quay", **STILL), W, 240))["id"]
        path = f"/api/situations/{self.situation.pk}/pictures/headroom"
        grey = self.bring(jpeg(time=(1, 100), iso=100))["id"]
        for pictures, why in (
            ([raw, self.bring(jpeg())["id"]], "of the same frames"),
            ([raw, grey], "bracket something white"),
            ([raw, 9999], "not all"),
        ):
            answer = self.caller.post(path, {"pictures": pictures})
            self.assertIn(why, answer.json()["errors"][0]["detail"])


class AsTheScene(Own):
    def test_patterns_range_and_sets_work_on_it(self) -> None:
        own = self.bring(jpeg())["id"]
        read = self.ask("metering", own=own)
        self.assertIn("6% of it is at its white", self.told(own=own)["scene"]["problem"])
        self.assertEqual([row["strip"] for row in read["patterns"]], [""] * 4)
        self.assertIsNone(read["face"])
        corner = self.ask("metering", own=own, x=0.12, y=0.12)["spot"]["reads"]
        plain = self.ask("metering", own=own, x=0.8, y=0.2)["spot"]["reads"]
        self.assertAlmostEqual(plain, 0.0, delta=0.15)
        self.assertGreater(corner, 1.5)
        self.assertAlmostEqual(sum(self.told(own=own)["tones"]["shares"]), 1.0, places=3)
        names = {tone["name"] for tone in self.ask("range", own=own)["holds"]}
        self.assertEqual(names, {"brightest 1%", "middle", "darkest 5%"})
        told = self.ask("sets", own=own)
        self.assertEqual((told["drifts"], told["crop_share"]), ([], 0.0))
        self.assertTrue(any(row["whole"] for row in told["covers"]))

    def test_a_frame_of_it_is_brighter_where_it_is_and_by_as_much_as_it_is_given(self) -> None:
        own = self.bring(jpeg(size=(320, 480)))["id"]
        told = self.told(own=own)
        self.assertEqual((told["scene"]["title"], round(told["aspect"], 3)), ("door", round(2 / 3, 3)))
        drawn = self.picture(told["frame"]["token"])
        self.assertEqual(drawn.shape[1], 96)
        self.assertGreater(drawn[5:20, 5:15].mean(), drawn[5:20, 70:90].mean() + 30)
        self.assertLess(drawn[-20:-5, 60:90].mean(), drawn[5:20, 70:90].mean() - 30)
        brighter = next(row for row in told["variants"] if row["slug"] == "over")["frame"]["token"]
        self.assertGreater(self.picture(brighter)[5:20, 70:90].mean(), drawn[5:20, 70:90].mean() + 15)
        self.assertIn("right within 1.2 stops, 2.4 where it is darkest", told["scene"]["problem"])
        raw = self.bring(dng_of(a_shot("quay", **STILL), Written("B", "L", ""), 240))["id"]
        self.assertIn("right within 0.1 stop in daylight", self.told(own=raw)["scene"]["problem"])

    def test_distances_that_are_painted_are_drawn_and_told_and_taken_back(self) -> None:
        own = self.bring(jpeg())["id"]
        path = f"/api/pictures/{own}/distances"
        plain = self.told(own=own)
        kept = self.caller.post(f"/api/situations/{self.situation.pk}/kept", {"token": plain["frame"]["token"]}).json()
        before = self.picture(plain["frame"]["token"])
        near = {**PAINTED, "areas": [{"name": "wall", "distance_m": 0.2}]}
        self.assertEqual(self.caller.put(path, near, '"1"').json()["painted"], near)
        told = self.told(own=own)
        self.assertEqual([row["what"] for row in told["verdicts"]], ["noise", "blur", "blur, wall", "lost tones"])
        self.assertIn("at 0.2 m, with focus at", told["verdicts"][2]["words"])
        after = self.picture(told["frame"]["token"])
        self.assertGreater(np.abs(before[30:34, 50:] - after[30:34, 50:]).max(), np.abs(before[:, :40] - after[:, :40]).max() + 5)
        self.assertEqual(self.caller.get(f"/api/kept/{kept['id']}/frame.jpg").status_code, 200, "a frame kept before is still had")
        for wrong, at in (
            ({"areas": [{"name": "wall", "distance_m": 0}]}, "/areas/0/distance_m"),
            ({"areas": [], "strokes": PAINTED["strokes"]}, ""),
            ({"areas": PAINTED["areas"] * 2}, ""),
            ({**PAINTED, "strokes": [{"area": 0, "wide": 0.1, "points": [[0.5]]}]}, "/strokes/0/points/0"),
            ({**PAINTED, "strokes": [{"area": 0, "wide": 0.1, "points": [[0.5, 1e9]]}]}, "/strokes/0/points/0/1"),
        ):
            self.assertEqual(pointers(self.caller.put(path, wrong, '"2"')), {at})
        self.assertEqual(Caller(self.bram).put(path, PAINTED, '"2"').status_code, 404)
        self.assertEqual(self.caller.put(path, {}, '"2"').json()["painted"], {"areas": [], "strokes": []})
        self.assertEqual(self.told(own=own)["verdicts"], plain["verdicts"])

    def test_a_kept_frame_of_a_picture_that_has_gone_says_so(self) -> None:
        own = self.bring(jpeg())["id"]
        token = self.told(own=own)["frame"]["token"]
        kept = self.caller.post(f"/api/situations/{self.situation.pk}/kept", {"token": token}).json()
        self.assertEqual(kept["scene"], "door")
        self.assertEqual(self.caller.get(f"/api/kept/{kept['id']}/frame.jpg").status_code, 200)
        self.assertEqual(shot_of_token(kept["token"], self.ilse).own.title, "door")
        self.assertEqual(self.caller.delete(f"/api/pictures/{own}").status_code, 204)
        gone = self.caller.get(f"/api/situations/{self.situation.pk}/kept").json()[0]
        self.assertIn("not there any more", gone["scene"])
        self.assertEqual((gone["token"], self.caller.get(f"/api/frames/{token}.jpg").status_code), ("", 404))
        self.assertEqual(KeptFrame.objects.count(), 1)
        self.assertEqual(pointers(self.caller.post("/api/rehearse", {"situation": question(HALL), "own": own})), {"/own"})


class Whole(Own):
    """An outing leaves with its pictures and comes back with them."""

    def zip(self) -> bytes:
        answer = self.caller.get(f"/api/outings/{self.day.pk}/export.zip")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/zip"))
        return answer.content

    def send(self, data: bytes, caller: Caller | None = None) -> Any:
        headers = {"X-CSRFToken": TOKEN}
        path = "/api/outings/import/whole"
        return (caller or self.caller).client.generic("POST", path, data, content_type="application/octet-stream", headers=headers)

    def test_what_left_comes_back_to_another_account_pixel_for_pixel(self) -> None:
        self.caller.put(f"/api/pictures/{self.bring(jpeg(), 'door')['id']}/distances", PAINTED, '"1"')
        self.bring(dng_of(a_shot("quay", **STILL), Written("B", "L", ""), 240), "quay")
        told = self.send(self.zip(), Caller(self.bram)).json()
        brought = Outing.objects.get(pk=told["id"])
        self.assertEqual((brought.person, brought.title), (self.bram, self.day.title))
        before, after = (Picture.objects.filter(situation__outing=one) for one in (self.day, brought))
        self.assertEqual([str(row.situation) for row in after], [str(row.situation) for row in before])
        for one, other in zip(before, after, strict=True):
            for field in ("name", "kind", "wide", "high", "ev100", "error", "told", "size", "painted"):
                self.assertEqual(getattr(one, field), getattr(other, field), field)
            self.assertEqual(bytes(one.light.data), bytes(other.light.data))
        self.assertEqual(self.send(self.zip(), Caller()).status_code, 401)
        self.assertEqual(Caller(self.bram).get(f"/api/outings/{self.day.pk}/export.zip").status_code, 404)

    def changed(self, **entries: bytes | None) -> bytes:
        """The zip with entries put in place of its own, or left out."""
        out = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(self.zip())) as old, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as new:
            for name in old.namelist():
                data = entries.get(name.replace("/", "_").replace(".", "_"), old.read(name))
                if data is not None:
                    new.writestr(name, data)
        return out.getvalue()

    def test_a_zip_that_is_damaged_or_says_what_is_not_so_changes_nothing(self) -> None:
        pk = self.bring(jpeg(), "door")["id"]
        whole, light = self.zip(), f"pictures_{pk}_png"
        with zipfile.ZipFile(io.BytesIO(whole)) as file:
            listed = json.loads(file.read("pictures.json"))
        large = io.BytesIO()
        Image.new("RGB", (4000, 3000)).save(large, "PNG")
        wrong = {
            "no zip": b"no zip at all",
            "empty": b"",
            "cut off": whole[: len(whole) // 2],
            "no list": self.changed(pictures_json=None),
            "no outing": self.changed(outing_json=None),
            "no light": self.changed(**{light: None}),
            "light that is none": self.changed(**{light: b"not a picture"}),
            "light too large": self.changed(**{light: large.getvalue()}),
            "a bomb": self.changed(**{light: b"\0" * 20_000_000}),
            "a list of something else": self.changed(pictures_json=b'[{"file": "x"}]'),
            "of a situation that is not there": self.changed(pictures_json=json.dumps([{**listed[0], "situation": 150}]).encode()),
            "another kind": self.changed(pictures_json=json.dumps([{**listed[0], "kind": "raw"}]).encode()),
            "another place": self.changed(pictures_json=json.dumps([{**listed[0], "file": "../../etc/hosts"}]).encode()),
        }
        for name, data in wrong.items():
            answer = self.send(data)
            self.assertEqual((answer.status_code, answer["Content-Type"]), (422, "application/problem+json"), name)
        rng, refused = random.Random(5), 0
        for _ in range(120):
            data = bytearray(whole)
            for _ in range(rng.randint(1, 8)):
                data[rng.randrange(len(data))] = rng.randrange(256)
            status = self.send(bytes(data[: rng.randint(30, len(data))] if rng.random() < 0.2 else data)).status_code
            self.assertIn(status, (200, 422))
            refused += status == 422
            Outing.objects.exclude(pk=self.day.pk).filter(person=self.ilse).delete()
        self.assertGreater(refused, 20)
        with mock.patch.object(actions, "MOST_PICTURES", 1):
            self.assertEqual(self.send(whole).status_code, 422)
        self.assertEqual((Outing.objects.filter(person=self.ilse).count(), Picture.objects.count()), (1, 1))
