"""Frames to bring in tests: small files with the data that a camera writes, and whole shootings."""

from __future__ import annotations

import datetime as dt
import io
import json
from functools import lru_cache
from typing import Any

import numpy as np
from django.http import HttpResponse
from django.test import TestCase
from PIL import ExifTags, Image

from demo.day import DAY
from frames.models import FinePiece, Frame, SmallPicture
from outings.demo_people import load_demo_people
from outings.models import Outing, Situation
from people.tests.caller import TOKEN, Caller

SWIFT = "Merrow Swift, 20 MP"


@lru_cache(maxsize=8)
def _pixels(level: int) -> Image.Image:
    image = Image.new("RGB", (60, 40), (level, level, level))
    image.paste((level // 2, level // 2, level // 2), (0, 0, 30, 40))
    return image


def frame_file(
    at: str = "07:05:00",
    time: tuple[int, int] = (1, 1000),
    aperture: float = 4.0,
    iso: int = 400,
    *,
    body: str = SWIFT,
    focal_mm: float = 200.0,
    level: int = 118,
    day: str = DAY["day"],
    zone: str = "",
    part: str = "",
    rating: int | None = None,
    program: int = 3,
    white: int = 0,
    pixels: np.ndarray | None = None,
) -> bytes:
    """A JPEG of two tones, or of some pixels, as a camera would write it; two that differ in anything are two files."""
    exif, out = Image.Exif(), io.BytesIO()
    exif[ExifTags.Base.Model] = body
    if rating is not None:
        exif[0x4746] = rating
    own = exif.get_ifd(ExifTags.IFD.Exif)
    own[ExifTags.Base.ExposureTime] = time[0] / time[1]
    own[ExifTags.Base.FNumber], own[ExifTags.Base.ISOSpeedRatings], own[ExifTags.Base.FocalLength] = aperture, iso, focal_mm
    own[ExifTags.Base.ExposureProgram], own[ExifTags.Base.WhiteBalance] = program, white
    own[ExifTags.Base.DateTimeOriginal] = f"{day.replace('-', ':')} {at}"
    for name, value in ((ExifTags.Base.SubsecTimeOriginal, part), (ExifTags.Base.OffsetTimeOriginal, zone)):
        if value:
            own[name] = value
    (_pixels(level) if pixels is None else Image.fromarray(pixels)).save(out, "JPEG", exif=exif, quality=95)
    return out.getvalue()


class OnADay(TestCase):
    """A demo person's day, and a way to bring frames to it."""

    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.outing = Outing.objects.get(person__username="demo.ilse")
        cls.ilse = cls.outing.person
        cls.stranger = Outing.objects.get(person__username="demo.bram").person
        cls.pictures: list[Situation] = cls.outing.in_order()
        cls.picture, cls.second = [row for row in cls.pictures if row.document["body"] == "merrow-swift-20"][:2]

    def setUp(self) -> None:
        self.outing.came.all().delete()
        self.caller = Caller(self.ilse)

    def bring(self, data: bytes, name: str = "TSA_0001.JPG", status: int = 200, caller: Caller | None = None) -> dict[str, Any]:
        client = (caller or self.caller).client
        path = f"/api/outings/{self.outing.pk}/came?name={name}"
        answer: HttpResponse = client.post(path, data, content_type="application/octet-stream", headers={"X-CSRFToken": TOKEN})
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return json.loads(answer.content)

    def get(self, path: str) -> Any:
        answer = self.caller.get(path)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def put(self, what: str, body: dict[str, Any], status: int = 200) -> dict[str, Any]:
        answer = self.caller.send("PUT", f"/api/outings/{self.outing.pk}/came/{what}", body)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def came(self, situation: int | None = None) -> list[dict[str, Any]]:
        of = "" if situation is None else f"?situation={situation}"
        return self.get(f"/api/outings/{self.outing.pk}/came{of}")["frames"]

    def review(self, situation: int | None = None) -> dict[str, Any]:
        told = self.get(f"/api/outings/{self.outing.pk}/review")
        return told if situation is None else next(one for one in told["pictures"] if one["id"] == situation)


def add_frames(outing: Outing, picture: Situation, many: int = 24) -> None:
    """Frames of a picture as if they had been brought: in bursts of four, ISO over four stops, every third kept, the last ones open."""
    begins = dt.datetime.combine(outing.day, dt.time(), dt.UTC) + dt.timedelta(minutes=picture.begins)
    rows = Frame.objects.bulk_create(
        Frame(
            outing=outing,
            digest=f"{k:064d}",
            name=f"TSA_{k:04d}.JPG",
            kind="finished",
            body=SWIFT,
            taken=begins + dt.timedelta(minutes=k // 4, seconds=k % 4),
            shutter_s=1 / 2000,
            aperture=5.6,
            iso=400.0 * 2 ** (k % 5),
            focal_mm=500.0,
            wide=5472,
            high=3648,
            kept=None if k >= many - 3 else k % 3 == 0,
            mean_stops=-0.3,
            burnt=0.0,
        )
        for k in range(many)
    )
    out = io.BytesIO()
    _pixels(118).save(out, "JPEG")
    SmallPicture.objects.bulk_create(SmallPicture(frame=row, data=out.getvalue()) for row in rows)
    FinePiece.objects.bulk_create(FinePiece(frame=row, data=out.getvalue(), place=[0.4, 0.4, 0.1, 0.1], times=1) for row in rows)
