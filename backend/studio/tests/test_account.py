"""An account had whole, and ended whole."""

from __future__ import annotations

import io
import json
import zipfile
from typing import Any

from django.apps import apps
from django.contrib.auth import SESSION_KEY
from django.contrib.auth.models import User
from django.contrib.sessions.models import Session

from frames.models import FinePiece, SmallPicture
from frames.tests.shooting import add_frames
from kit.models import Piece
from links.models import Link, SlotBefore
from outings.demo_people import copy_demo
from outings.models import Outing, PictureLight
from people.models import Browser, Knock
from people.tests.caller import Caller
from studio.account import APPS, LEFT_OUT, path_to_person, tables
from studio.tests.test_every_operation import OnTheDemoDay

GOOD = "lantern-boats-4"


def kept_of(person: User) -> dict[str, int]:
    """How many rows each table has of a person, whether it is told or left out."""
    models = [(model, path_to_person(model)) for name in APPS for model in apps.get_app_config(name).get_models()]
    return {model._meta.label_lower: model._default_manager.filter(**{path: person}).count() for model, path in models if path}


class Account(OnTheDemoDay):
    def whole(self, caller: Caller) -> dict[str, bytes]:
        answer = caller.get("/api/me/export.zip")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/zip"))
        with zipfile.ZipFile(io.BytesIO(b"".join(answer.streaming_content))) as file:
            return {name: file.read(name) for name in file.namelist()}

    def test_every_table_belongs_to_somebody_and_is_told_or_left_out_with_a_reason(self) -> None:
        every = {model._meta.label_lower for name in APPS for model in apps.get_app_config(name).get_models()}
        self.assertEqual({name for name, _, _ in tables()} | set(LEFT_OUT), every)

    def test_it_holds_every_row_of_its_owner_and_nothing_of_anybody_else(self) -> None:
        caller = Caller(self.ilse)
        caller.get("/api/me")
        Knock.objects.create(person=self.ilse, place="a place", times=3)
        body = Piece.objects.filter(person=self.ilse, kind="body").first()
        link = Link.objects.create(piece=body, address="127.0.0.1:9", token="opens-the-body-7", named="a body", serial="1")
        SlotBefore.objects.create(link=link, bank=1, number=2, title="dawn", values={"aperture": 8.0})
        held, told = self.whole(caller), kept_of(self.ilse)
        for name, rows in told.items():
            if name not in LEFT_OUT:
                self.assertEqual(len(held[f"tables/{name}.jsonl"].splitlines()), rows, name)
        self.assertGreater(sum(rows > 0 for rows in told.values()), 12)
        light = PictureLight.objects.filter(picture__situation__outing__person=self.ilse)
        self.assertEqual({f"pictures/{row.pk}.png": bytes(row.data) for row in light}, {k: v for k, v in held.items() if "pictures/" in k})
        small = SmallPicture.objects.filter(frame__outing__person=self.ilse)
        fine = FinePiece.objects.filter(frame__outing__person=self.ilse)
        kept = {f"frames/{row.pk}.jpg": row for row in small} | {f"frames/{row.pk}-fine.jpg": row for row in fine}
        self.assertEqual({name: bytes(row.data) for name, row in kept.items()}, {k: v for k, v in held.items() if "frames/" in k})
        self.assertGreater(small.count(), 0)
        everything = b"".join(held.values())
        for secret in (self.ilse.password, "a place", link.token, *Browser.objects.values_list("digest", "session").first()):
            self.assertNotIn(secret.encode(), everything)
        self.assertNotIn(b"demo.bram", everything)
        self.assertEqual(Caller().get("/api/me/export.zip").status_code, 401)

    def test_a_day_of_it_is_brought_into_another_account(self) -> None:
        name, day = next((name, data) for name, data in self.whole(Caller(self.ilse)).items() if name.startswith("days/"))
        self.assertRegex(name, r"^days/2027-06-12-lantern-boat-week-\d+\.json$")
        other = Caller(User.objects.create_user("finch"))
        brought = other.post("/api/outings/import", json.loads(day))
        self.assertEqual((brought.status_code, brought.json()["title"]), (200, "Lantern-boat week"))

    def test_it_is_ended_by_its_password_with_all_that_was_kept_and_nobody_else_notices(self) -> None:
        plover, elsewhere = Caller(), Caller()
        plover.post("/api/people", {"name": "plover", "password": GOOD})
        elsewhere.post("/api/session", {"name": "plover", "password": GOOD})
        person = User.objects.get(username="plover")
        copy_demo(person, day=True)
        day = Outing.objects.get(person=person)
        add_frames(day, day.in_order()[1])
        self.assertEqual(kept_of(person)["frames.smallpicture"], 24)
        plover.post("/api/me/codes", {"password": GOOD})
        others: dict[str, Any] = kept_of(self.ilse)
        refused = plover.post("/api/me/leave", {"password": "guess"})
        self.assertEqual((refused.status_code, refused.json()["errors"][0]["pointer"]), (422, "/password"))
        self.assertTrue(Outing.objects.filter(person=person).exists())
        self.assertIsNone(plover.post("/api/me/leave", {"password": GOOD}).json()["name"])
        self.assertFalse(User.objects.filter(username="plover").exists())
        self.assertFalse(any(kept_of(person).values()), kept_of(person))
        self.assertNotIn(str(person.pk), [row.get_decoded().get(SESSION_KEY) for row in Session.objects.all()])
        self.assertEqual([caller.get("/api/outings").status_code for caller in (plover, elsewhere)], [401, 401])
        self.assertEqual(kept_of(self.ilse), others)
        self.assertEqual(plover.post("/api/people", {"name": "plover", "password": GOOD}).status_code, 200, "the name is free")

    def test_demo_people_stay(self) -> None:
        self.assertEqual(Caller(self.ilse).post("/api/me/leave", {"password": "unused-here-9"}).status_code, 403)
        self.assertTrue(User.objects.filter(pk=self.ilse.pk).exists())
