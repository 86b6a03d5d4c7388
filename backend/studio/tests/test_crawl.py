"""Every screen in every theme on desk and phone: nothing complains, spills, hides or leaves; every control can be pressed."""

from __future__ import annotations

import io

from axe_playwright_python.sync_playwright import Axe
from PIL import Image
from playwright.sync_api import Page

from studio.tests.browser import BrowserCase
from studio.tests.chromium import DESK, PHONE, THEMES

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


class CrawlCase(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        at = f"/situations/{self.situation.pk}"
        self.paths = [
            at,
            f"/cards/{self.card()}",
            "/profile",
            "/nothing/here",
            f"{at}/settings",
            f"{at}/load",
            f"/outings/{self.day.pk}/checks",
            f"/outings/{self.day.pk}/slots",
            f"/outings/{self.day.pk}/controls",
            f"/outings/{self.day.pk}/traffic",
            f"{at}/fits?from=situation~{self.day.situations.first().pk}",
            "/kit/bodies/merrow-swift-20/first",
            "/guide/look",
            "/kit/bodies/quillon-lane-32",
            "/kit",
            "/",
        ]


class Screens(CrawlCase):
    """Every screen in every theme and width, as it opens."""

    def test_screens_hold_in_every_theme_and_width(self) -> None:
        found: list[str] = []
        for theme in THEMES:
            for size in (DESK, PHONE):
                page = self.open("/enter", theme=theme, size=size)
                for path in [*self.paths, "/enter"]:
                    page.goto(path)
                    page.wait_for_load_state("networkidle")
                    found += [f"{path} in {theme} at {size[0]}: {wrong}" for wrong in self.seen_wrong(page, size)]
                page.context.close()
        self.assertEqual(found, [], "\n".join(found))

    def seen_wrong(self, page: Page, size: tuple[int, int]) -> list[str]:
        wide = page.evaluate("document.documentElement.scrollWidth")
        # contrast takes most of the time and does not depend on the width
        contrast = {"rules": {"color-contrast": {"enabled": size == DESK}}}
        axe = Axe().run(page, options={"resultTypes": ["violations"], **contrast}).response["violations"]
        wrong = [
            *([f"scrolls sideways to {wide}"] if wide > size[0] else []),
            *(f"clipped {text}" for text in page.evaluate(CLIPPED)),
            *(f"under 44 px {target}" for target in (page.evaluate(SMALL) if size == PHONE else ())),
            *(f"{v['id']} {v['nodes'][0]['html'][:200]}" for v in axe if v["impact"] in ("serious", "critical")),
            *self.wrong,
        ]
        self.wrong.clear()
        return wrong

    def test_under_the_red_lamp_nothing_is_green_or_blue(self) -> None:
        for size in (DESK, PHONE):
            page = self.open("/", theme="red", size=size)
            for path in self.paths:
                page.goto(path)
                page.wait_for_load_state("networkidle")
                page.wait_for_timeout(200)
                picture = Image.open(io.BytesIO(page.screenshot())).convert("RGB")
                red, green, blue = (band.getextrema()[1] for band in picture.split())
                self.assertEqual((green, blue), (0, 0), path)
                self.assertGreater(red, 100, f"{path} is black")

    def test_every_band_on_the_staff_measures_its_stops(self) -> None:
        page = self.open("/")
        for situation in self.day.situations.all():
            page.goto(f"/situations/{situation.pk}")
            page.locator("[data-stops]").first.wait_for()
            measured = page.evaluate(STOPS)
            self.assertAlmostEqual(sum(drawn for drawn, _ in measured), 18 * 36, delta=1)
            for drawn, expected in measured:
                self.assertAlmostEqual(drawn, expected, delta=0.5)


class Presses(CrawlCase):
    """Every screen, all that can be pressed on it."""

    def test_every_control_and_every_listed_key_can_be_pressed(self) -> None:
        # Rows of one kind are pressed three times; they differ only in what they show.
        kept = (
            "button:visible:enabled:not(:has-text('sign out')):not(:has-text('demo.')):not([data-more]), summary:visible:not([data-more])"
        )
        for path in self.paths:
            # what is used on a phone is pressed on one, the rest at the desk
            size = PHONE if path.endswith(("/load", "/checks", "/first")) or path.startswith("/cards") else DESK
            page = self.open(path, size=size)
            page.on("filechooser", lambda chooser: None)
            pressed = 0
            page.evaluate(THREE_OF_A_KIND)
            for k in range(page.locator(kept).count()):
                control = page.locator(kept).nth(k)
                if control.count():
                    control.click()
                    pressed += 1
                    self.answered(page)
                    self.close(page)
                    self.assertEqual(page.get_by_text("changed elsewhere").count(), 0)
                    if not page.url.endswith(path):
                        page.goto(path)
                        page.wait_for_load_state("networkidle")
                    page.evaluate(THREE_OF_A_KIND)
            self.assertGreaterEqual(pressed, 2, path)
            for key in self.listed_keys(page, path):
                for one in key.split():
                    page.keyboard.press({"[": "BracketLeft", "]": "BracketRight", "?": "Shift+Slash"}.get(one, one))
                self.close(page)
                page.goto(path)
                page.wait_for_load_state("networkidle")
            self.assertEqual(self.wrong, [], f"{path} at {size}")
            page.context.close()

    def listed_keys(self, page: Page, path: str) -> list[str]:
        page.goto(path)
        page.wait_for_load_state("networkidle")
        page.keyboard.press("Shift+Slash")
        page.get_by_role("dialog").locator("dt kbd").first.wait_for()
        keys = page.get_by_role("dialog").locator("dt kbd").all_inner_texts()
        self.close(page)
        return keys

    def close(self, page: Page) -> None:
        page.wait_for_timeout(80)
        for back in ("Close", "Back", "Done"):
            button = page.get_by_role("dialog").get_by_role("button", name=back, exact=True)
            if button.count() and button.first.is_visible():
                button.first.click()
                page.wait_for_timeout(80)
