"""The application in a headless browser, on the demo data, for tests that use it as people do."""

from __future__ import annotations

import atexit
from collections.abc import Callable
from functools import cache
from typing import Any

from django.contrib.auth import get_user_model
from django.test import Client, LiveServerTestCase
from playwright.sync_api import Browser, Page, expect, sync_playwright

from outings.actions import load_demo_people
from outings.models import Outing, Situation
from studio.tests.chromium import CHROMIUM, DESK, FLAGS

PATIENCE_MS = 30_000
"""How long a page is waited for: how busy the machine is says nothing of it."""

expect.set_options(timeout=PATIENCE_MS)


LATE_ANSWERS = """(late) => {
    const quick = window.fetch;
    window.fetch = async (request) => {
        const answer = await quick(request);
        if (request.method === late) await new Promise((on) => setTimeout(on, 900));
        return answer;
    };
}"""


@cache
def chromium() -> Browser:
    """One browser for all tests of a process; each page has a context of its own."""
    player = sync_playwright().start()
    browser = player.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
    atexit.register(player.stop)
    return browser


class BrowserCase(LiveServerTestCase):
    """Each test begins on fresh demo data. What a page complains of is gathered in ``wrong``."""

    def setUp(self) -> None:
        load_demo_people("unused-here-9")
        self.ilse = get_user_model().objects.get(username="demo.ilse")
        self.day = Outing.objects.get(person=self.ilse)
        self.situation = Situation.objects.get(outing=self.day, document__title="Terns over the bar")
        self.wrong: list[str] = []

    def open(
        self, path: str, *, theme: str = "paper", size: tuple[int, int] = DESK, signed_in: bool = True, still: bool = True, **options: Any
    ) -> Page:
        """A page at a path, in a theme and size."""
        context = chromium().new_context(
            viewport={"width": size[0], "height": size[1]}, reduced_motion="reduce", base_url=self.live_server_url, **options
        )
        self.addCleanup(context.close)
        context.add_init_script(f"localStorage.getItem('aperture.theme') ?? localStorage.setItem('aperture.theme', '{theme}')")
        if signed_in:
            client = Client()
            client.force_login(self.ilse)
            context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": self.live_server_url}])
        page = context.new_page()
        page.set_default_timeout(PATIENCE_MS)
        if still:
            self.listen(page)
        page.goto(path)
        self.answered(page)
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
        """Wait until what was done is drawn, and the page waits for nothing: every answer is there and drawn, too."""
        page.evaluate("() => new Promise(drawn => requestAnimationFrame(() => requestAnimationFrame(drawn)))")
        page.locator("html:not([data-busy])").wait_for(state="attached")

    def answer_late(self, page: Page, method: str) -> None:
        """From now on what is asked in this way is answered in nine tenths of a second only."""
        page.evaluate(LATE_ANSWERS, method)

    def walk_to(self, page: Page, path: str) -> None:
        """Go on to another path as a link within the application does."""
        page.evaluate("path => { history.pushState(null, '', path); dispatchEvent(new PopStateEvent('popstate', { state: null })); }", path)
        self.answered(page)

    def stored(self, page: Page, holds: Callable[[dict[str, Any]], bool]) -> dict[str, Any]:
        """The situation's document, once what holds of it has been saved."""
        for _ in range(300):
            self.situation.refresh_from_db()
            if holds(self.situation.document):
                return self.situation.document
            page.wait_for_timeout(50)
        raise AssertionError(f"never saved: {self.situation.document}")

    def card(self) -> int:
        """The id of a card of the situation."""
        client = Client()
        client.force_login(self.ilse)
        return int(client.post(f"/api/situations/{self.situation.pk}/cards", headers={"X-CSRFToken": ""}).json()["id"])
