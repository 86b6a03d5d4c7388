"""A disk that is full and a database that only reads: what is there is shown, writing says so, and all is well again afterwards."""

from __future__ import annotations

import errno
from datetime import timedelta
from typing import Any
from unittest.mock import patch

from django.contrib.auth.models import User
from django.db import OperationalError, connection
from django.test import TransactionTestCase

from outings.demo_people import copy_demo
from outings.models import Outing, Picture
from people.tests.caller import Caller
from people.turns import Turn
from studio.problems import FULL, ONLY_READS


class NoRoom(TransactionTestCase):
    def setUp(self) -> None:
        self.person = User.objects.create_user("wren")
        copy_demo(self.person, day=True)
        self.caller = Caller(self.person)
        self.caller.get("/api/me")
        self.day = self.caller.get("/api/outings").json()[0]
        self.file = self.caller.get(f"/api/outings/{self.day['id']}/export").json()

    def pragma(self, what: str) -> Any:
        with connection.cursor() as cursor:
            return (cursor.execute(f"PRAGMA {what}").fetchone() or [None])[0]

    def shown(self) -> list[int]:
        pages = ("/api/me", "/api/outings", f"/api/outings/{self.day['id']}/day", "/api/kit", "/api/profile")
        return [self.caller.get(path).status_code for path in pages]

    def test_a_full_disk_keeps_what_there_is_takes_nothing_half_and_takes_again_once_there_is_room(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute("VACUUM")  # no room is left within
        self.pragma(f"max_page_count={self.pragma('page_count')}")
        self.addCleanup(self.pragma, "max_page_count=1000000000")
        taken, answer = 1, self.caller.post("/api/outings/import", self.file)
        while answer.status_code == 200 and taken < 40:  # as long as there are pages that were left
            taken, answer = taken + 1, self.caller.post("/api/outings/import", self.file)
        self.assertEqual((answer.status_code, answer.json()["detail"]), (507, FULL))
        self.assertEqual(Outing.objects.count(), taken)
        self.assertEqual(self.shown(), [200] * 5)
        self.pragma("max_page_count=1000000000")
        self.assertEqual(self.caller.post("/api/outings/import", self.file).status_code, 200)
        self.assertEqual(Outing.objects.count(), taken + 1)
        self.assertEqual({row.situations.count() for row in Outing.objects.all()}, {7}, "no day is half")

    def test_a_database_that_only_reads_says_so(self) -> None:
        self.pragma("query_only=1")
        self.addCleanup(self.pragma, "query_only=0")
        with self.assertLogs("aperture", "WARNING"), patch("people.browsers.SEEN_EVERY", timedelta(days=-1)):
            self.assertEqual(self.caller.get("/api/me").status_code, 200)
        self.assertEqual(self.shown(), [200] * 5)
        for answer in (
            self.caller.post("/api/outings", {"title": "More", "day": "2027-01-01"}),
            self.caller.delete(f"/api/outings/{self.day['id']}"),
        ):
            self.assertEqual((answer.status_code, answer.json()["detail"]), (503, ONLY_READS))
        self.pragma("query_only=0")
        self.assertEqual(self.caller.post("/api/outings", {"title": "More", "day": "2027-01-01"}).status_code, 200)

    def test_a_file_for_which_there_is_no_room_leaves_nothing_behind(self) -> None:
        situation = self.day["situations"][0]["id"]
        with patch("people.received.tempfile.TemporaryFile", side_effect=OSError(errno.ENOSPC, "No space left on device")):
            answer = self.caller.send("POST", f"/api/situations/{situation}/pictures", b"anything")
        self.assertEqual((answer.status_code, answer.json()["detail"], Picture.objects.count()), (507, FULL, 0))

    def test_what_only_comes_as_it_is_committed_is_said_too(self) -> None:
        with patch.object(Turn, "end", side_effect=OperationalError("database or disk is full")):
            answer = self.caller.post("/api/outings", {"title": "More", "day": "2027-01-01"})
        self.assertEqual((answer.status_code, Outing.objects.count()), (507, 1))
