"""Every screen in every theme on desk and phone: nothing complains, spills, hides or leaves; every control can be pressed."""

from __future__ import annotations

import io
import json
import re
from pathlib import Path

from axe_playwright_python.sync_playwright import Axe
from django.test import SimpleTestCase
from PIL import Image
from playwright.sync_api import Page, expect

from frames.tests.shooting import add_frames
from links.tests.standing_in import plugged_in, standing_in
from studio.tests.browser import BrowserCase
from studio.tests.chromium import DESK, PHONE, THEMES

ROOT = Path(__file__).resolve().parents[3]

CLIPPED = """() => [...document.querySelectorAll('main *')].filter(e => {
  const s = getComputedStyle(e);
  return e.clientWidth > 1 && e.childElementCount === 0 && e.textContent.trim() && !e.closest('.visually-hidden')
    && ['hidden', 'clip'].includes(s.overflowX) && s.textOverflow !== 'ellipsis' && e.scrollWidth > e.clientWidth + 1;
}).map(e => e.outerHTML.slice(0, 120))"""
SMALL = """() => [...document.querySelectorAll('button, a[href], select, summary, input:not([type=checkbox])')].filter(e => {
  const b = e.getBoundingClientRect();
  return b.width > 1 && b.height > 1 && e.checkVisibility() && !e.closest('.visually-hidden') && !e.disabled
    && !(e.tagName === 'A' && getComputedStyle(e).display === 'inline') && b.height < 43.5;
}).map(e => `${Math.round(e.getBoundingClientRect().height)} ${e.outerHTML.slice(0, 100)}`)"""
THREE_OF_A_KIND = """() => document.querySelectorAll('[data-repeats]').forEach((e, k) => k > 2 && e.setAttribute('data-more', ''))"""
STOPS = """() => { const stop = parseFloat(getComputedStyle(document.documentElement).getPropertyValue('--stop'));
  return [...document.querySelectorAll('[data-stops]')].map(e => [e.getBBox().height, Number(e.dataset.stops) * stop]); }"""


NEXT_THEME = "() => document.dispatchEvent(new KeyboardEvent('keydown', { key: 't', code: 'KeyT', bubbles: true }))"
BACKS = """[...document.querySelectorAll('[role=dialog]')].filter(d => d.checkVisibility()).flatMap(d => [...d.querySelectorAll('button')])
  .filter(b => b.checkVisibility() && ['Close', 'Back', 'Done'].includes((b.ariaLabel ?? b.textContent).trim()))"""
CLOSE = f"() => {{ const [back] = {BACKS}; back?.click(); return !!back; }}"
CLOSED = f"() => !{BACKS}.length"
AS_PRESSED = {"[": "BracketLeft", "]": "BracketRight", "?": "Shift+Slash"} | {
    f: f"Arrow{w}" for f, w in zip("←→↑↓", ("Left", "Right", "Up", "Down"), strict=True)
}
EVERYWHERE = "nowhere"
"""The screen that has nothing but what every screen has: its keys are those of all, and pressed on it alone."""
ON_A_PHONE = ("walk", "checks", "first", "card")
"""What is used on a phone is pressed on one, the rest at the desk."""


class CrawlCase(BrowserCase):
    """Where each screen is, by a name of its own."""

    def setUp(self) -> None:
        super().setUp()
        if getattr(self, "name", "") == "review":
            add_frames(self.day, self.situation)
        if getattr(self, "name", "") == "link":
            plugged_in(self.enterContext(standing_in()), self.ilse)
        at, day = f"/situations/{self.situation.pk}", f"/outings/{self.day.pk}"
        self.paths = {
            "bench": at,
            "card": f"/cards/{self.card()}",
            "profile": "/profile",
            "nowhere": "/nothing/here",
            "rehearse": f"{at}/rehearse",
            "settings": f"{at}/settings",
            "walk": f"{at}/walk",
            "checks": f"{day}/checks",
            "slots": f"{day}/slots",
            "fingers": f"{day}/fingers",
            "traffic": f"{day}/traffic",
            "review": f"{day}/review",
            "fits": f"{at}/fits?from=situation~{self.day.situations.first().pk}",
            "link": f"/kit/bodies/merrow-swift-20/link?situation={self.situation.pk}",
            "first": "/kit/bodies/merrow-swift-20/first",
            "guide": "/guide/look",
            "body": "/kit/bodies/quillon-lane-32",
            "kit": "/kit",
            "outings": "/",
            "enter": "/enter",
        }


NAMES = (
    *("bench", "card", "profile", "nowhere", "settings", "walk", "checks", "slots", "enter"),
    *("rehearse", "fingers", "traffic", "review", "fits", "first", "guide", "body", "kit", "outings", "link"),
)
"""Each screen is looked at and pressed in a class of its own, so that workers share them."""


class Seen:
    """One screen in every theme on desk and phone, as it opens. Structure does not depend on the theme: it is looked at on
    paper; contrast is computed from the tokens, and looked at on the bench in every theme as a proof."""

    name: str

    def test_it_holds_in_every_theme_on_desk_and_phone(self) -> None:
        found: list[str] = []
        page = self.open(self.paths[self.name])
        for size in (DESK, PHONE):
            page.set_viewport_size({"width": size[0], "height": size[1]})
            page.reload()
            self.answered(page)
            for theme in THEMES:
                found += [f"{self.name} in {theme} at {size[0]}: {wrong}" for wrong in self.seen_wrong(page, size, theme)]
                page.evaluate(NEXT_THEME)
                self.answered(page)
        self.assertEqual(found, [], "\n".join(found))

    def seen_wrong(self, page: Page, size: tuple[int, int], theme: str) -> list[str]:
        self.assertEqual(page.evaluate("document.documentElement.dataset.theme"), theme)
        wide = page.evaluate("document.documentElement.scrollWidth")
        axe = []
        contrast = size == DESK and (theme == "paper" or self.name == "bench")
        if theme == "paper" or contrast:
            rules = {"rules": {"color-contrast": {"enabled": contrast}}}
            axe = Axe().run(page, options={"resultTypes": ["violations"], **rules}).response["violations"]
        wrong = [
            *([f"scrolls sideways to {wide}"] if wide > size[0] else []),
            *(f"clipped {text}" for text in page.evaluate(CLIPPED)),
            *(f"a sentence with its numbers wanting: {text}" for text in BRACES.findall(page.locator("body").inner_text())),
            *(f"under 44 px {target}" for target in (page.evaluate(SMALL) if size == PHONE else ())),
            *(f"{v['id']} {v['nodes'][0]['html'][:200]}" for v in axe if v["impact"] in ("serious", "critical")),
            *(self.not_red(page) if theme == "red" else ()),
            *self.wrong,
        ]
        self.wrong.clear()
        return wrong

    def not_red(self, page: Page) -> list[str]:
        """What of the picture is not under the red lamp."""
        page.wait_for_timeout(100)
        picture = Image.open(io.BytesIO(page.screenshot())).convert("RGB")
        red, green, blue = (band.getextrema()[1] for band in picture.split())
        return [*([f"green {green}, blue {blue}"] if green or blue else []), *(["black"] if red <= 100 else [])]


BRACES = re.compile(r".{0,40}\{\w+\}.{0,20}")


class Pressed:
    """One screen, all that can be pressed on it."""

    name: str

    def test_every_control_and_every_listed_key_can_be_pressed(self) -> None:
        # Rows of one kind are pressed three times; they differ only in what they show. Lists are opened in tests of their own.
        buttons = "button:visible:enabled:not([role=combobox]):not(:has-text('sign out')):not(:has-text('demo.')):not([data-more])"
        kept = f"{buttons}, summary:visible:not([data-more])"
        path = self.paths[self.name]
        size = PHONE if self.name in ON_A_PHONE else DESK
        page = self.open(path, size=size)
        self.hear(page, "filechooser", lambda chooser: None)
        pressed = 0
        page.evaluate(THREE_OF_A_KIND)
        for k in range(page.locator(kept).count()):
            control = page.locator(kept).nth(k)
            if control.count():
                control.click()
                pressed += 1
                self.answered(page)
                self.refusals_are_told(page)
                self.close(page)
                self.assertEqual(page.get_by_text("changed elsewhere").count(), 0)
                if not page.url.split("?")[0].endswith(path.split("?")[0]):
                    self.walk_to(page, path)
                page.evaluate(THREE_OF_A_KIND)
        self.assertGreaterEqual(pressed, 2, path)
        everywhere = () if self.name == EVERYWHERE else self.listed_keys(page, self.paths[EVERYWHERE])
        for key in self.listed_keys(page, path):
            if key in everywhere:
                continue
            for one in key.split():
                page.keyboard.press(AS_PRESSED.get(one, one))
            self.close(page)
            self.walk_to(page, path)
        self.assertEqual(self.wrong, [], f"{path} at {size}")

    def refusals_are_told(self, page: Page) -> None:
        """What the server refuses, such as an empty form, is said on the screen."""
        refused = [text for text in self.wrong if "422" in text]
        if refused:
            expect(page.locator("[role=alert]:visible, .error:visible").first).to_be_visible()
        self.wrong = [text for text in self.wrong if text not in refused]

    def listed_keys(self, page: Page, path: str) -> list[str]:
        self.walk_to(page, path)
        page.keyboard.press("Shift+Slash")
        page.get_by_role("dialog").locator("dt kbd").first.wait_for()
        keys = page.get_by_role("dialog").locator("dt kbd").all_inner_texts()
        self.close(page)
        return keys

    def close(self, page: Page) -> None:
        if page.evaluate(CLOSE):
            page.wait_for_function(CLOSED)


for _name in NAMES:
    kinds = (Seen,) if _name == "enter" else (Seen, Pressed)  # sign-in is pressed in a test of its own
    globals()[f"{_name.title()}Screen"] = type(f"{_name.title()}Screen", (*kinds, CrawlCase), {"name": _name, "__module__": __name__})


class Staff(CrawlCase):
    def test_every_band_on_the_staff_measures_its_stops(self) -> None:
        page = self.open("/")
        for situation in self.day.situations.all():
            self.walk_to(page, f"/situations/{situation.pk}")
            page.locator("[data-stops]").first.wait_for()
            measured = page.evaluate(STOPS)
            self.assertAlmostEqual(sum(drawn for drawn, _ in measured), 18 * 36, delta=1)
            for drawn, expected in measured:
                self.assertAlmostEqual(drawn, expected, delta=0.5)


class Themes(SimpleTestCase):
    def test_text_of_every_theme_stands_out_from_what_is_under_it(self) -> None:
        """WCAG 2.2 contrast from the tokens: 4.5 for text, 3 for lines that carry meaning."""
        tokens = json.loads((ROOT / "frontend" / "src" / "theme" / "tokens.json").read_text())

        def light(colour: str) -> float:
            parts = [int(colour[k : k + 2], 16) / 255 for k in (1, 3, 5)]
            linear = [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in parts]
            return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]

        for theme in THEMES:
            t = tokens[theme]
            for under in ("bg", "raised", "sunk"):
                for text in ("ink", "second", "binding", "error"):
                    pair = sorted((light(t[text]), light(t[under])), reverse=True)
                    with self.subTest(theme=theme, text=text, under=under):
                        self.assertGreaterEqual((pair[0] + 0.05) / (pair[1] + 0.05), 4.5)

    def test_every_screen_is_pressed(self) -> None:
        routes = (ROOT / "frontend" / "src" / "router.ts").read_text().count("component:")
        self.assertGreaterEqual(len(NAMES), routes - 1)
