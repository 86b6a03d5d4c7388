"""The application in a headless browser, on the demo data, for tests that use it as people do."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, ClassVar

from django.contrib.auth import get_user_model
from django.test import Client, LiveServerTestCase
from playwright.sync_api import Browser, Page, Playwright, Request, expect, sync_playwright

from outings.actions import load_demo_people
from outings.models import Outing, Situation
from studio.tests.chromium import CHROMIUM, DESK, FLAGS

expect.set_options(timeout=15_000)


class BrowserCase(LiveServerTestCase):
    """Each test begins on fresh demo data. What a page complains of is gathered in ``wrong``."""

    playwright: ClassVar[Playwright]
    browser: ClassVar[Browser]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.playwright = sync_playwright().start()
        cls.addClassCleanup(cls.playwright.stop)
        cls.browser = cls.playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        cls.addClassCleanup(cls.browser.close)

    def setUp(self) -> None:
        load_demo_people("unused-here-9")
        self.ilse = get_user_model().objects.get(username="demo.ilse")
        self.day = Outing.objects.get(person=self.ilse)
        self.situation = Situation.objects.get(outing=self.day, document__title="Terns over the bar")
        self.wrong: list[str] = []
        self.open_requests: set[Request] = set()

    def open(
        self, path: str, *, theme: str = "paper", size: tuple[int, int] = DESK, signed_in: bool = True, still: bool = True, **options: Any
    ) -> Page:
        """A page at a path, in a theme and size."""
        context = self.browser.new_context(
            viewport={"width": size[0], "height": size[1]}, reduced_motion="reduce", base_url=self.live_server_url, **options
        )
        self.addCleanup(context.close)
        context.add_init_script(f"localStorage.getItem('aperture.theme') ?? localStorage.setItem('aperture.theme', '{theme}')")
        if signed_in:
            client = Client()
            client.force_login(self.ilse)
            context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": self.live_server_url}])
        page = context.new_page()
        page.set_default_timeout(15_000)
        asked = self.open_requests = set()
        page.on("request", lambda r: asked.add(r))
        page.on("requestfinished", lambda r: asked.discard(r))
        page.on("requestfailed", lambda r: asked.discard(r))
        if still:
            self.listen(page)
        page.goto(path)
        page.wait_for_load_state("networkidle")
        return page

    def listen(self, page: Page) -> None:
        """Gather errors of the console, of the page and of the server, and requests that leave it.

        A 412 is no error: it is how a save that crossed another is told, and the screen answers it.
        """
        loud = ("error", "warning")
        page.on("console", lambda m: self.wrong.append(f"console: {m.text}") if m.type in loud and "412" not in m.text else None)
        page.on("pageerror", lambda e: self.wrong.append(f"page: {e}"))
        page.on("response", lambda r: self.wrong.append(f"{r.status} {r.url}") if r.status >= 500 else None)
        own = (self.live_server_url, "data:", "blob:")
        page.on("request", lambda r: None if r.url.startswith(own) else self.wrong.append(f"foreign: {r.url}"))

    def answered(self, page: Page) -> None:
        """Wait until the server has answered all that the last page opened asked of it, and the screen has drawn that."""
        quiet = 0
        for _ in range(600):
            page.wait_for_timeout(25)
            quiet = 0 if self.open_requests else quiet + 1
            if quiet == 4:
                return
        raise AssertionError(f"never answered: {[request.url for request in self.open_requests]}")

    def stored(self, page: Page, holds: Callable[[dict[str, Any]], bool]) -> dict[str, Any]:
        """The situation's document, once what holds of it has been saved."""
        for _ in range(150):
            self.situation.refresh_from_db()
            if holds(self.situation.document):
                return self.situation.document
            page.wait_for_timeout(100)
        raise AssertionError(f"never saved: {self.situation.document}")

    def card(self) -> int:
        """The id of a card of the situation."""
        client = Client()
        client.force_login(self.ilse)
        return int(client.post(f"/api/situations/{self.situation.pk}/cards", headers={"X-CSRFToken": ""}).json()["id"])
