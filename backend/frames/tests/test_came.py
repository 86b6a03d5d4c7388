"""Frames brought over HTTP: told, once each, put to their picture by the hour, judged, moved, taken out, private, bounded."""

from __future__ import annotations

import csv
import hashlib
import io
import json
from pathlib import Path
from tempfile import TemporaryDirectory
from unittest import mock

from django.core.management import CommandError, call_command
from django.db import connection
from django.test.utils import CaptureQueriesContext

from frames.folder import bring_folder
from frames.models import Frame, KnownBody, SmallPicture
from frames.tests.shooting import SWIFT, OnADay, frame_file
from images.tests.test_came_back import packet
from people.limits import LIMITS, Limit
from people.tests.caller import Caller, pointers


def at(begins: int, more_min: int = 5, s: int = 0) -> str:
    """The hour some minutes after a picture begins."""
    minutes = (begins + more_min) % (24 * 60)
    return f"{minutes // 60:02d}:{minutes % 60:02d}:{s:02d}"


class Bringing(OnADay):
    def test_a_frame_is_told_shown_small_and_put_to_the_picture_that_had_begun(self) -> None:
        for picture in self.pictures:
            found = self.bring(frame_file(at(picture.begins), body=picture.document["body"]), f"{picture.pk}.JPG")
            self.assertEqual((found["again"], found["said"]), (False, f"{picture.pk}.JPG brought"))
        for picture in self.pictures:
            [frame] = self.came(picture.pk)
            self.assertEqual((frame["name"], frame["words"]), (f"{picture.pk}.JPG", "1/1000, f/4, ISO 400"))
            self.assertEqual((frame["at"], frame["kept"], frame["by_hand"]), (at(picture.begins), None, False))
            told = Frame.objects.get(pk=frame["id"])
            self.assertEqual((told.mode, told.white), ("aperture_priority", "automatic"))
            small = self.caller.get(f"/api/came/{frame['id']}/small.jpg")
            self.assertEqual((small["Content-Type"], small.content[:2].hex()), ("image/jpeg", "ffd8"))
        self.assertEqual(self.came(), [])

    def test_a_file_is_never_there_twice_and_what_was_stopped_knows_what_has_come(self) -> None:
        files = [frame_file(at(self.picture.begins, s=k)) for k in range(4)]
        digests = [hashlib.sha256(data).hexdigest() for data in files]
        for data in files[:2]:
            self.bring(data)
        answer = self.caller.post(f"/api/outings/{self.outing.pk}/came/known", {"digests": digests}).json()
        self.assertEqual(answer["digests"], sorted(digests[:2]))
        again = [self.bring(data, f"another name {k}.JPG")["again"] for k, data in enumerate(files)]
        self.assertEqual(again, [True, True, False, False])
        self.assertEqual((Frame.objects.count(), SmallPicture.objects.count()), (4, 4))

    def test_what_is_no_frame_changes_nothing_and_is_told(self) -> None:
        for data, name in ((b"no picture", "a.JPG"), (frame_file()[:200], "a.JPG"), (b"<x>", "a.xmp"), (b"", "a.JPG")):
            self.assertIn("accepted" if data else "empty", str(self.bring(data, name, status=422)))
        self.assertIn("no frame called TSA_0009", str(self.bring(packet(3), "TSA_0009.xmp", status=422)))
        self.assertEqual(Frame.objects.count(), 0)

    def test_a_folder_of_the_machine_is_brought_whole_and_goes_on_where_it_was_stopped(self) -> None:
        files = {f"card/TSA_{k:04d}.JPG": frame_file(at(self.picture.begins, s=k)) for k in range(5)}
        files |= {
            "card/TSA_0003.xmp": packet(4),
            "card/TSA_0009.xmp": packet(4),
            "broken.JPG": b"no picture",
            ".hidden/TSA_0007.JPG": files["card/TSA_0000.JPG"],
        }
        with TemporaryDirectory() as name:
            for path, data in files.items():
                (Path(name) / path).parent.mkdir(exist_ok=True)
                (Path(name) / path).write_bytes(data)
            stopped = next(told for told in bring_folder(self.outing, Path(name)) if told.brought == 3)
            self.assertEqual((stopped.brought, Frame.objects.count()), (3, 3))
            said, wrong = io.StringIO(), io.StringIO()
            call_command("bring_frames", name, "demo.ilse", self.outing.title, stdout=said, stderr=wrong)
            self.assertIn(
                f"{self.outing.title}: 8 files: 2 brought, 3 had come already, 1 rated by what lay beside them, 2 could", said.getvalue()
            )
            self.assertRegex(wrong.getvalue(), r"broken\.JPG: .*is accepted")
            self.assertIn("no frame called TSA_0009 has come", wrong.getvalue())
            self.assertEqual([(one.name, one.rating) for one in Frame.objects.filter(rating=4)], [("TSA_0003.JPG", 4)])
            for folder, person, day, told in (
                (f"{name}/none", "demo.ilse", str(self.outing.pk), "no folder"),
                (name, "demo.bram", str(self.outing.pk), "0 days"),
            ):
                with self.assertRaisesRegex(CommandError, told):
                    call_command("bring_frames", folder, person, day)
        self.assertEqual(Frame.objects.count(), 5)

    def test_there_is_an_end_to_how_many_are_kept(self) -> None:
        self.bring(frame_file(at(self.picture.begins)))
        with mock.patch.dict(LIMITS, frame=Limit(1, "frames", "a test")):
            self.assertIn("at most 1 frames are kept", str(self.bring(frame_file(at(self.picture.begins, s=1)), status=422)))
        self.assertEqual(Frame.objects.count(), 1)

    def test_names_lose_their_folders_and_a_frame_without_an_hour_belongs_to_none(self) -> None:
        self.bring(frame_file("99:99:99"), "card%201/DCIM/TSA_0007.JPG")
        [frame] = self.came()
        self.assertEqual((frame["name"], frame["at"]), ("TSA_0007.JPG", ""))
        self.assertEqual(self.review()["left_over"], 1)

    def test_a_sidecar_rates_the_frames_of_its_name(self) -> None:
        for name in ("TSA_0001.JPG", "TSA_0001.TIF", "TSA_00012.JPG"):
            self.bring(frame_file(at(self.picture.begins, s=len(name), more_min=ord(name[-1]) % 7)), name)
        for stars, kept in ((4, True), (-1, False)):
            told = self.bring(packet(stars), "tsa_0001.XMP")
            self.assertEqual((told["rated"], told["id"]), (2, None))
            by_name = {frame["name"]: frame["kept"] for frame in self.came(self.picture.pk)}
            self.assertEqual(by_name, {"TSA_0001.JPG": kept, "TSA_0001.TIF": kept, "TSA_00012.JPG": None})

    def test_frames_are_nobody_elses(self) -> None:
        found = self.bring(frame_file(at(self.picture.begins)))
        other = Caller(self.stranger)
        for path in (f"/api/came/{found['id']}/small.jpg", f"/api/outings/{self.outing.pk}/came", f"/api/outings/{self.outing.pk}/review"):
            self.assertEqual(other.get(path).status_code, 404)
        self.bring(frame_file(), status=404, caller=other)
        elsewhere = self.stranger.outings.get()
        body = {"frames": [found["id"]], "kept": True}
        self.assertEqual(other.send("PUT", f"/api/outings/{elsewhere.pk}/came/kept", body).status_code, 422)
        self.assertIsNone(Frame.objects.get(pk=found["id"]).kept)
        self.assertEqual(other.get("/api/learned").json()["frames"], 0)


class Judging(OnADay):
    def setUp(self) -> None:
        super().setUp()
        self.ids = [self.bring(frame_file(at(self.picture.begins, s=k)), f"TSA_{k:04d}.JPG")["id"] for k in range(6)]

    def kept(self) -> list[bool | None]:
        return [frame["kept"] for frame in self.came(self.picture.pk)]

    def test_frames_are_judged_many_at_once_and_opened_again(self) -> None:
        self.assertEqual(self.put("kept", {"frames": self.ids[:3], "kept": True})["frames"], 3)
        self.put("kept", {"frames": [self.ids[3]], "kept": False})
        self.assertEqual(self.kept(), [True, True, True, False, None, None])
        self.put("kept", {"frames": [self.ids[0]], "kept": None})
        self.assertEqual(self.put("rest", {"situation": self.picture.pk})["frames"], 3)
        self.assertEqual(self.kept(), [False, True, True, False, False, False])
        told = self.review(self.picture.pk)
        self.assertEqual((told["frames"], told["judged"], told["kept"]), (6, 6, 2))

    def test_what_is_not_there_is_told_and_nothing_is_done(self) -> None:
        gone = max(self.ids) + 100
        for what, body, pointer in (
            ("kept", {"frames": [self.ids[0], gone], "kept": True}, "/frames"),
            ("kept", {"frames": [], "kept": True}, "/frames"),
            ("kept", {"frames": self.ids}, "/kept"),
            ("picture", {"frames": [self.ids[0]], "situation": 999_999}, "/situation"),
            ("rest", {"situation": 999_999}, "/situation"),
            ("clock", {"said": "nobody's", "off_s": 60.0}, "/said"),
            ("clock", {"said": SWIFT, "off_s": 1e9}, "/off_s"),
            ("clock", {"said": SWIFT, "is_body": "nothing"}, "/is_body"),
            ("clock", {"said": SWIFT, "frame": self.ids[0], "same_moment": self.ids[1]}, "/same_moment"),
            ("clock", {"said": SWIFT, "frame": gone, "same_moment": self.ids[1]}, "/frame"),
        ):
            answer = self.caller.send("PUT", f"/api/outings/{self.outing.pk}/came/{what}", body)
            self.assertEqual((answer.status_code, pointers(answer)), (422, {pointer}), (what, body))
        self.assertEqual(self.kept(), [None] * 6)

    def test_a_frame_is_moved_by_hand_and_its_hour_decides_again(self) -> None:
        other = self.pictures[-1]
        self.put("picture", {"frames": self.ids[:2], "situation": other.pk})
        self.assertEqual([frame["by_hand"] for frame in self.came(other.pk)], [True, True])
        self.assertEqual(len(self.came(self.picture.pk)), 4)
        self.put("picture", {"frames": self.ids[:2], "situation": None})
        self.assertEqual(len(self.came(self.picture.pk)), 6)

    def test_what_is_taken_out_is_gone_with_its_picture(self) -> None:
        answer = self.caller.post(f"/api/outings/{self.outing.pk}/came/out", {"frames": self.ids[:4]})
        self.assertEqual((answer.json()["frames"], Frame.objects.count(), SmallPicture.objects.count()), (4, 2, 2))

    def test_a_picture_that_is_put_aside_leaves_its_frames_to_their_hour(self) -> None:
        self.put("picture", {"frames": self.ids, "situation": self.pictures[-1].pk})
        self.caller.delete(f"/api/situations/{self.pictures[-1].pk}")
        self.assertEqual(len(self.came(self.picture.pk)), 6)

    def test_the_table_and_the_json_hold_every_frame_and_no_formula(self) -> None:
        self.bring(frame_file(at(self.picture.begins, 6)), "=cmd.JPG")
        self.put("kept", {"frames": self.ids[:1], "kept": True})
        table = list(csv.DictReader(io.StringIO(self.caller.get(f"/api/outings/{self.outing.pk}/came.csv").content.decode())))
        told = json.loads(self.caller.get(f"/api/outings/{self.outing.pk}/came.json").content)["frames"]
        self.assertEqual(len(table), 7)
        self.assertEqual([row["file"].lstrip("'") for row in table], [row["file"] for row in told])
        self.assertEqual((table[0]["kept"], table[0]["iso"], told[0]["time_s"]), ("True", "400.0", 0.001))
        self.assertEqual(table[-1]["file"], "'=cmd.JPG")

    def test_pages_of_frames_follow_each_other_and_ask_as_often_for_many_as_for_few(self) -> None:
        row = Frame.objects.get(pk=self.ids[0])
        with CaptureQueriesContext(connection) as few:
            self.came(self.picture.pk)
        more = [Frame(**{field.attname: getattr(row, field.attname) for field in Frame._meta.fields if field.attname not in ("id", "digest")}, digest=f"{k:064d}") for k in range(450)]  # fmt: skip
        Frame.objects.bulk_create(more)
        with CaptureQueriesContext(connection) as many:
            self.came(self.picture.pk)
        self.assertEqual(len(few), len(many))
        seen, after, path = [], 0, f"/api/outings/{self.outing.pk}/came?situation={self.picture.pk}"
        while True:
            page = self.get(f"{path}&after={after}")
            seen += [frame["id"] for frame in page["frames"]]
            if not page["more"]:
                break
            after = seen[-1]
        self.assertEqual((len(seen), len(set(seen))), (456, 456))


class AlongTheHours(OnADay):
    def test_what_files_do_not_tell_is_in_no_drawing_and_two_bodies_are_compared_where_they_met(self) -> None:
        body = self.picture.document["body"]
        for k in range(7):
            self.bring(frame_file(at(self.picture.begins, k, 2), body=SWIFT, level=118 + k), f"A{k}.JPG")
            self.bring(frame_file(at(self.picture.begins, k, 3), body="", level=159 + k), f"B{k}.JPG")
        self.bring(frame_file("25:00:00", body=SWIFT), "without an hour.JPG")
        told = self.review()
        [both] = told["together"]
        self.assertEqual((both["first"], both["second"], len(both["moments"])), (SWIFT, "a body that files do not name", 7))
        self.assertEqual({pair["apart_s"] for pair in both["moments"]}, {1.0})
        self.assertTrue(all(0.8 < pair["stops"] < 1.2 and abs(pair["mired"]) < 3 for pair in both["moments"]))
        self.assertIn("its dials gave no more light, so 1 stop less there makes them alike", both["text"])
        course = next(one for one in told["pictures"] if one["id"] == self.picture.pk)["course"]
        self.assertEqual((len(course["points"]), course["bodies"]), (14, [SWIFT, "a body that files do not name"]))
        shown = [(one["body"], one["burst"]) for one in self.came(self.picture.pk)]
        self.assertEqual([said for said, _ in shown], [SWIFT, ""] * 7, "a second after each other, and none in the other's burst")
        self.assertEqual(len({burst for _, burst in shown}), 14)
        Frame.objects.update(red_stops=None)
        again = self.review()
        self.assertEqual({pair["mired"] for pair in again["together"][0]["moments"]}, {None})
        self.assertEqual({one["mired"] for one in self.review(self.picture.pk)["course"]["points"]}, {None}, body)
        Frame.objects.filter(body="").delete()
        self.assertEqual(self.review()["together"], [])


class Clocks(OnADay):
    def clock(self, said: str) -> dict[str, object]:
        return next(one for one in self.review()["clocks"] if one["said"] == said)

    def test_a_clock_that_is_off_is_set_by_seconds_or_by_two_frames_of_one_moment(self) -> None:
        second = self.second
        right = self.bring(frame_file(at(second.begins, 10)), "right.JPG")["id"]
        wrong = self.bring(frame_file(at(second.begins, 10 - 90, 20), body="Second"), "wrong.JPG")["id"]
        self.assertNotIn("wrong.JPG", [frame["name"] for frame in self.came(second.pk)])
        self.put("clock", {"said": "Second", "frame": wrong, "same_moment": right})
        self.assertEqual(self.clock("Second"), {"said": "Second", "body": "", "frames": 1, "off_s": -(90 * 60.0 - 20), "how": "hand"})
        self.assertEqual([frame["at"] for frame in self.came(second.pk)], [at(second.begins, 10)] * 2)
        self.put("clock", {"said": "Second"})
        self.assertEqual(self.clock("Second")["how"], "none")
        self.put("clock", {"said": "Second", "off_s": -3600.0})
        self.assertEqual(self.clock("Second")["off_s"], -3600.0)

    def test_the_zone_that_files_name_sets_a_clock_by_itself(self) -> None:
        self.outing.utc_offset_min = 60
        self.outing.save()
        begins = self.picture.begins
        self.bring(frame_file(at(begins, 5 + 60), zone="+02:00", part="5"))
        self.assertEqual((self.clock(SWIFT)["off_s"], self.clock(SWIFT)["how"]), (3600.0, "zone"))
        self.assertEqual([frame["at"] for frame in self.came(self.picture.pk)], [at(begins)])

    def test_a_body_is_known_by_its_name_or_as_was_said_once(self) -> None:
        self.bring(frame_file(at(self.picture.begins)))
        self.bring(frame_file(at(self.picture.begins), body="MS-20"))
        self.assertEqual((self.clock(SWIFT)["body"], self.clock("MS-20")["body"]), ("merrow-swift-20", ""))
        self.put("clock", {"said": "MS-20", "is_body": "merrow-swift-20"})
        self.assertEqual(self.clock("MS-20")["body"], "merrow-swift-20")
        self.assertEqual(KnownBody.objects.get().person, self.ilse)
        self.put("clock", {"said": "MS-20", "is_body": ""})
        self.assertEqual(self.clock("MS-20")["body"], "")
