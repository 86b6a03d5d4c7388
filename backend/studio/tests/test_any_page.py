"""Every page as a person meets it whose kit or day is unlike the demo's: it opens, says what is wanting, and breaks nothing."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

from django.contrib.auth import get_user_model
from playwright.sync_api import Page, expect

from cards.models import Card
from craft.kit.controls import SPOTS
from forms.outing_form import SituationDocument
from kit.models import Piece
from outings.keeping import add_situation
from outings.models import Outing
from people.tests.caller import Caller
from studio.tests.browser import BrowserCase
from studio.tests.chromium import DESK, PHONE
from studio.tests.test_any_kit import LENS, SIX, situation

OF_A_DAY = ("checks", "slots", "fingers", "traffic", "review")
LONG = "Ropewalk and tar, " * 11
"""Two hundred letters and no end in sight."""
SPILLS = """() => { const wide = document.documentElement;
  if (wide.scrollWidth <= wide.clientWidth) return [];
  const over = [...document.querySelectorAll('main *')].filter(e => e.getBoundingClientRect().right > wide.clientWidth + 1 && !e.children.length);
  return [`scrolls sideways to ${wide.scrollWidth} by ${over.slice(0, 2).map(e => e.outerHTML.slice(0, 90)).join(' and ')}`]; }"""


OVERLAPS = """width => {
  const lists = [...document.querySelectorAll("main ol")].filter(one => one.closest(".wide, .drawn"));
  return lists.flatMap(list => {
    const boxes = [...list.children].map(li => li.getBoundingClientRect());
    const out = boxes.filter(b => b.left < -1 || b.right > width + 1).map(b => `out of the page: ${b.left} to ${b.right}`);
    return boxes.flatMap((a, i) => boxes.slice(i + 1).filter(b =>
      a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1
    ).map(b => `${i} lies on another at ${b.left}, ${b.top}`)).concat(out);
  });
}"""
"""Members of drawn lists that lie on one another, or past the page."""


class AnyPage(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        self.ilse = get_user_model().objects.create_user("wren")
        self.caller = Caller(self.ilse)
        self.day = Outing.objects.create(person=self.ilse, title="A day", place="", day="2027-06-12")
        self.lens = str(self.caller.post("/api/kit/lenses", LENS).json()["slug"])
        self.body = str(self.caller.post("/api/kit/described", SIX).json()["slug"])

    def add(self, title: str = "A first picture") -> int:
        return int(add_situation(self.day, SituationDocument.model_validate(situation(self.body, self.lens, title))).pk)

    def paths(self) -> list[str]:
        rows = self.day.situations.filter(deleted_at=None)
        ends = {row.pk for row in (rows.first(), rows.last()) if row}
        return [
            *("/", "/kit", f"/kit/bodies/{self.body}", f"/kit/bodies/{self.body}/first", "/profile", "/guide/beeps"),
            *(f"/outings/{self.day.pk}/{name}" for name in OF_A_DAY),
            *(f"/situations/{pk}{tail}" for pk in ends for tail in ("", "/rehearse", "/settings", "/walk", f"/fits?from=situation~{pk}")),
            *(f"/cards/{card.pk}" for card in Card.objects.filter(situation__outing=self.day)),
        ]

    def walk_all(self, page: Page, says: dict[str, str] | None = None) -> None:
        """Open every page; each shows something, is no wider than the screen, and complains of nothing but what it says."""
        wide, found = page.viewport_size["width"], []
        for path in self.paths():
            self.walk_to(page, path)
            shown = page.locator("main").inner_text()
            if len(shown) < 20:
                found.append(f"{path} says nothing")
            found += [f"{path} at {wide}: {spill}" for spill in page.evaluate(SPILLS)]
            found += [f"{path} does not say “{words}”" for part, words in (says or {}).items() if part in path and words not in shown]
            found += [f"{path}: {text}" for text in self.wrong if not any(status in text for status in ("404", "422"))]
            self.wrong.clear()
        self.assertEqual(found, [], "\n".join(found))

    def on_both(self, prepare: Callable[[], Any], says: dict[str, str] | None = None) -> None:
        prepare()
        page = self.open("/")
        for size in (DESK, PHONE):
            page.set_viewport_size({"width": size[0], "height": size[1]})
            self.walk_all(page, says)

    def drawn(self, page: Page, path: str) -> None:
        """What is hung or written on a drawing lies on nothing else of it, and within the page."""
        self.walk_to(page, path)
        self.assertEqual(page.evaluate(OVERLAPS, page.viewport_size["width"]), [], path)

    def test_pictures_and_labels_never_lie_on_one_another_however_full_the_day(self) -> None:
        page = self.open("/")
        page.set_viewport_size({"width": DESK[0], "height": DESK[1]})
        for count in (1, 2, 7, 12):
            while self.day.situations.count() < count:
                minutes = 5 * self.day.situations.count() + 11 * 60
                pk = self.add(f"Picture {self.day.situations.count()}, with a name of some length")
                row = self.day.situations.get(pk=pk)
                row.document = {**row.document, "starts_at": f"{minutes // 60:02d}:{minutes % 60:02d}"}
                row.save()
            page.reload()
            self.drawn(page, f"/outings/{self.day.pk}")
            self.drawn(page, f"/outings/{self.day.pk}/slots")
        piece = Piece.objects.get(person=self.ilse, slug=self.body)
        keys = [{"slug": f"k{n}", "label": f"key {n}", "spot": spot, "uses": ["press", "hold"]} for n, spot in enumerate(SPOTS)]
        piece.document = {**piece.document, "traits": {**(piece.document.get("traits") or {}), "controls": keys}}
        piece.save()
        page.reload()
        self.drawn(page, f"/outings/{self.day.pk}/fingers")
        page.get_by_role("button", name=re.compile("key 3$")).click()
        self.drawn(page, f"/outings/{self.day.pk}/fingers")
        self.assertEqual([text for text in self.wrong if "404" not in text], [])

    def test_an_empty_day(self) -> None:
        self.on_both(lambda: None, {"/checks": "Add situations", "/slots": "situation"})

    def test_a_body_of_six_answers_with_a_card(self) -> None:
        self.on_both(lambda: self.caller.post(f"/api/situations/{self.add()}/cards"))

    def test_a_body_gone(self) -> None:
        def gone() -> None:
            self.caller.post(f"/api/situations/{self.add()}/cards")
            Piece.objects.filter(kind="body").delete()

        self.on_both(gone, {"/settings": "not in your kit", "/slots": "not in your kit"})

    def test_a_lens_gone(self) -> None:
        def gone() -> None:
            self.add()
            self.caller.delete(f"/api/kit/lens/{self.lens}")

        self.on_both(gone, {"/settings": "not in your kit", "/rehearse": "not in your kit"})
        name = Piece.objects.get(slug=self.lens).document["name"]
        page = self.open(f"/situations/{self.day.situations.get().pk}/rehearse")
        page.get_by_role("button", name=f"Bring {name} back").click()
        expect(page.get_by_role("spinbutton", name="time")).to_be_visible()

    def test_a_day_of_forty_situations(self) -> None:
        self.on_both(lambda: [self.add(f"Hour {k}") for k in range(40)])

    def test_names_as_long_as_may_be_and_longer_ones_refused(self) -> None:
        def rename() -> None:
            kit = self.caller.get("/api/kit").json()
            for kind, rows in (("bodies", kit["bodies"]), ("lenses", kit["lenses"])):
                for row in rows:
                    at, document = f"/api/kit/{kind}/{row['slug']}", row["document"]
                    if row["slug"] not in (self.body, self.lens):
                        continue
                    refused = self.caller.put(at, {**document, "name": LONG[:200]}, row["version"])
                    self.assertEqual(refused.status_code, 422)
                    self.assertIn("/name", {error["pointer"] for error in refused.json()["errors"]})
                    self.assertEqual(self.caller.put(at, {**document, "name": LONG[:80]}, row["version"]).status_code, 200)
            refused = self.caller.post(f"/api/outings/{self.day.pk}/situations", situation(self.body, self.lens, LONG[:200]))
            self.assertEqual(refused.status_code, 422)
            self.caller.post(f"/api/situations/{self.add('M' * 120)}/cards")

        self.on_both(rename)
