"""Every page's question with kit of one's own: a body of six answers, a lens only, nothing at all, kit that is gone, an empty day."""

from __future__ import annotations

import copy
from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase

from demo.kit import BODIES, LENSES
from kit.models import Piece
from outings.models import Outing
from people.tests.caller import Caller
from studio.tests.test_every_operation import BODIES_SENT, OPERATIONS, form_of

SIX = {
    "name": "Brassbound Eleven",
    "kind": "detail",
    "sensor": "full",
    "megapixels": 45,
    "max_iso": 25600,
    "finder": "electronic",
}
LENS = {"name": "Brassbound 28–75 f/2.8", "focal_min_mm": 28, "focal_max_mm": 75, "widest_aperture": 2.8, "closest_m": 0.4}


def situation(body: str, lens: str, title: str = "A first picture") -> dict[str, Any]:
    return {"genre": "street", "title": title, "starts_at": "10:00", "body": body, "lens": lens, "light": {"condition": "overcast"}}


class AnyKit(TestCase):
    def setUp(self) -> None:
        self.person = get_user_model().objects.create_user("wren")
        self.caller = Caller(self.person)
        self.outing = Outing.objects.create(person=self.person, title="A day", place="", day="2027-06-12")
        self.ids = {"outings": self.outing.pk, "situations": 0, "cards": 0}

    def own_body(self) -> str:
        described = self.caller.post("/api/kit/described", SIX)
        self.assertEqual(described.status_code, 200, described.content[:300])
        return str(described.json()["slug"])

    def own_lens(self) -> str:
        return str(self.caller.post("/api/kit/lenses", LENS).json()["slug"])

    def add(self, body: str, lens: str, **more: Any) -> None:
        row = self.outing.situations.create(position=1 + self.outing.situations.count(), document=situation(body, lens, **more))
        self.ids["situations"] = row.pk

    def walk(self, body: str, what: str) -> int:
        """Ask every question that a page asks; none may be answered with a server error, and a refusal says what is wanting."""
        fine = 0
        for method, path, operation in OPERATIONS:
            if method == "DELETE" or (method != "GET" and path.split("/")[2] not in ("situations", "outings")):
                continue
            noun = path.split("/")[2]
            address = path.format(
                pk=self.ids.get(noun),
                kind="csv" if path.endswith(".{kind}") else "body",
                slug={"settings": "beeps"}.get(noun, body),
                token="x",
                hour=0,
            )
            with self.subTest(what, method=method, path=path):
                answer = self.caller.send(method, address, BODIES_SENT.get(form_of(operation) or ""), version='"1"')
                self.assertLess(answer.status_code, 500)
                if answer.status_code >= 400:
                    problem = answer.json()
                    self.assertTrue(problem["detail"] or problem["errors"])
                fine += method == "GET" and answer.status_code == 200
        return fine

    def test_a_body_of_six_answers_goes_through_every_page(self) -> None:
        body, lens = self.own_body(), self.own_lens()
        self.add(body, lens)
        self.add(body, lens, title="x" * 120)
        card = self.caller.post(f"/api/situations/{self.ids['situations']}/cards")
        self.assertEqual(card.status_code, 200)
        self.ids["cards"] = card.json()["id"]
        whole = self.walk(body, "six answers")
        gets = sum(method == "GET" for method, _, _ in OPERATIONS)
        self.assertGreaterEqual(
            whole, gets - 10
        )  # a lens is asked for as a body, nobody has a frame's token, brought a frame or saved an earlier document
        self.assertEqual(self.caller.send("POST", f"/api/kit/bodies/{body}/first/reset", None).status_code, 200)

    def test_kit_that_is_wanting_is_said_and_breaks_nothing(self) -> None:
        self.walk("nothing", "an empty day, no kit")
        lens = self.own_lens()
        self.add("nothing", lens)
        self.walk("nothing", "a lens only")
        body = self.own_body()
        first = self.caller.get(f"/api/kit/bodies/{body}/first")
        self.assertEqual(first.status_code, 200)
        Piece.objects.filter(person=self.person, kind="lens").delete()
        self.walk(body, "a body only")
        lens = self.own_lens()
        self.add(body, lens)
        self.assertEqual(self.caller.send("DELETE", f"/api/kit/body/{body}", None).status_code, 204)
        self.walk(body, "a body put aside")
        Piece.objects.filter(person=self.person, kind="body").delete()
        self.walk(body, "a body gone for good")
        told = self.caller.get(f"/api/outings/{self.outing.pk}/slots").json()
        self.assertTrue(any("not in your kit" in problem for problem in told["problems"]))

    def test_a_body_from_a_file_without_traits_or_with_empty_ones(self) -> None:
        for k, traits in enumerate((None, {})):
            document = {**copy.deepcopy(BODIES["merrow-glass-36"]), "name": f"Plain {k}", "traits": traits}
            body = str(self.caller.post("/api/kit/bodies", document).json()["slug"])
            lens = str(self.caller.post("/api/kit/lenses", LENSES["merrow-24-70"]).json()["slug"])
            self.add(body, lens)
            self.walk(body, f"traits {traits}")
