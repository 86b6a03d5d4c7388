"""Kit as its owner keeps it: add, correct, put aside, bring back."""

from __future__ import annotations

from datetime import timedelta
from unittest import mock

from django.contrib.auth import get_user_model
from django.test import TestCase
from django.utils import timezone

from demo.kit import BODIES, LENSES
from kit.models import Piece
from outings.demo_people import copy_demo
from outings.keeping import sweep
from outings.models import Outing
from people.tests.caller import Caller, pointers

BODY, LENS = BODIES["merrow-swift-20"], LENSES["merrow-70-200"]


class OwnKit(TestCase):
    def setUp(self) -> None:
        self.person = get_user_model().objects.create_user("wren")
        self.caller = Caller(self.person)

    def slugs(self) -> tuple[list[str], list[str]]:
        kit = self.caller.get("/api/kit").json()
        return [b["slug"] for b in kit["bodies"]], [x["slug"] for x in kit["lenses"]]

    def test_two_of_a_name_get_slugs_of_their_own(self) -> None:
        for _ in range(3):
            self.assertEqual(self.caller.post("/api/kit/bodies", BODY).status_code, 200)
        self.caller.post("/api/kit/lenses", {**LENS, "name": "¿?"})
        stem = "merrow-swift-20-mp"
        self.assertEqual(self.slugs(), ([stem, f"{stem}-2", f"{stem}-3"], ["lens"]))

    def test_every_demo_piece_survives_the_round_trip(self) -> None:
        copy_demo(self.person, day=False)
        kit = self.caller.get("/api/kit").json()
        for kind, pieces in (("bodies", kit["bodies"]), ("lenses", kit["lenses"])):
            for piece in pieces:
                kept = self.caller.put(f"/api/kit/{kind}/{piece['slug']}", piece["document"], piece["version"])
                self.assertEqual((kept.status_code, kept.json()["document"]), (200, piece["document"]))

    def test_a_correction_needs_the_version_that_was_read(self) -> None:
        made = self.caller.post("/api/kit/bodies", BODY).json()
        at = f"/api/kit/bodies/{made['slug']}"
        better = self.caller.put(at, {**BODY, "full_well_e": 90000}, made["version"])
        self.assertEqual(better.json()["document"]["full_well_e"], 90000)
        late = self.caller.put(at, {**BODY, "full_well_e": 1000}, made["version"])
        self.assertEqual((late.status_code, late.json()["current"]["document"]["full_well_e"]), (412, 90000))
        self.assertEqual(self.caller.send("PUT", at, BODY).status_code, 422)

    def test_a_figure_that_cannot_be_is_refused_at_its_field_and_nothing_is_kept(self) -> None:
        for change, place in (
            ({"pixels_wide": 0}, "/pixels_wide"),
            ({"pixels_wide": 2.5}, "/pixels_wide"),
            ({"sensor_width_mm": -1}, "/sensor_width_mm"),
            ({"sensor_width_mm": 200, "sensor_height_mm": 2}, "/sensor_height_mm"),
            ({"sensor_width_mm": 2, "sensor_height_mm": 200}, "/sensor_height_mm"),
            ({"pixels_wide": 9000, "pixels_high": 90}, "/pixels_high"),
            ({"base_iso": "100"}, "/base_iso"),
            ({"readout_s": 1e9}, "/readout_s"),
            ({"colour": "black"}, "/colour"),
            ({"name": ""}, "/name"),
        ):
            with self.subTest(change=change):
                answer = self.caller.post("/api/kit/bodies", {**BODY, **change})
                self.assertEqual((answer.status_code, pointers(answer)), (422, {place}))
        for change, place in (({"widest_aperture": [1, 2, 3]}, "/widest_aperture"), ({"focal_max_mm": 0}, "/focal_max_mm")):
            answer = self.caller.post("/api/kit/lenses", {**LENS, **change})
            self.assertEqual(answer.status_code, 422)
            self.assertTrue(any(p.startswith(place) for p in pointers(answer)), pointers(answer))
        self.assertEqual(Piece.objects.count(), 0)

    def test_put_aside_brought_back_and_gone_after_thirty_days(self) -> None:
        slug = self.caller.post("/api/kit/lenses", LENS).json()["slug"]
        self.assertEqual(self.caller.delete(f"/api/kit/lens/{slug}").status_code, 204)
        self.assertEqual(self.slugs(), ([], []))
        self.assertEqual(self.caller.delete(f"/api/kit/lens/{slug}").status_code, 404)
        with mock.patch.object(timezone, "now", return_value=timezone.now() + timedelta(days=29)):
            sweep(self.person)
        self.assertEqual(self.caller.post(f"/api/kit/lens/{slug}/restore").status_code, 204)
        self.assertEqual(self.slugs(), ([], [slug]))
        self.caller.delete(f"/api/kit/lens/{slug}")
        later = timezone.now() + timedelta(days=31)
        body = self.caller.post("/api/kit/bodies", BODY).json()["slug"]
        day = Outing.objects.create(person=self.person, title="A day", day="2027-06-12")
        row = day.situations.create(position=1, document={"title": "a", "body": body, "lens": slug})
        somebody = get_user_model().objects.create_user("somebody")
        theirs = Piece.objects.create(person=somebody, kind="lens", slug="old", document={}, deleted_at=timezone.now())
        with mock.patch.object(timezone, "now", return_value=later):
            sweep(self.person)
            self.assertTrue(Piece.objects.filter(person=self.person, slug=slug).exists(), "a situation names it still")
            row.delete()
            sweep(self.person)
        self.assertEqual(self.caller.post(f"/api/kit/lens/{slug}/restore").status_code, 404)
        self.assertTrue(Piece.objects.filter(pk=theirs.pk).exists(), "nobody sweeps what is another's")
