"""The application in a headless browser, on the demo data, for tests that use it as people do."""

from __future__ import annotations

import atexit
import sqlite3
from collections.abc import Callable
from functools import cache
from threading import Condition
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.db import connection
from django.test import Client, TransactionTestCase
from django.test.testcases import LiveServerThread
from playwright.sync_api import Browser, Page, expect, sync_playwright

from craft.configuration.around import settings_of
from demo.kit import BODIES, LENSES
from forms.kit_form import BodyForm, LensForm
from outings.demo_people import load_demo_people
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
    """One browser for all tests of a process."""
    player = sync_playwright().start()
    browser = player.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
    atexit.register(player.stop)
    return browser


class Inside:
    """How many questions the application is answering."""

    def __init__(self) -> None:
        self.count = 0
        self.moved = Condition()

    def around(self, application: Callable[..., Any]) -> Callable[..., Any]:
        """The application, each of whose questions is counted while it is in."""

        def counted(*question: Any) -> Any:
            self.step(1)
            try:
                return application(*question)
            finally:
                self.step(-1)

        return counted

    def step(self, by: int) -> None:
        with self.moved:
            self.count += by
            self.moved.notify_all()

    def leave(self) -> None:
        """Wait until whatever was asked is answered."""
        with self.moved:
            if not self.moved.wait_for(lambda: not self.count, PATIENCE_MS / 1000):
                raise AssertionError(f"{self.count} questions were never answered")


INSIDE = Inside()


@cache
def served() -> str:
    """Where the application of this process answers: one server for all its tests, so that what is at an address stays there."""
    server = LiveServerThread("localhost", INSIDE.around)
    server.daemon = True
    server.start()
    server.is_ready.wait()
    if server.error:
        raise server.error
    return f"http://localhost:{server.port}"


@cache
def window() -> Page:
    """One page for all tests of a process, on which each begins anew: a browser has to read the application's code but once."""
    return new_page("paper")


@cache
def demo_data() -> sqlite3.Connection:
    """The database with the demo data and nothing else, loaded once in a process."""
    call_command("flush", verbosity=0, interactive=False)
    load_demo_people("unused-here-9")
    kept = sqlite3.connect(":memory:")
    database().backup(kept)
    return kept


def database() -> sqlite3.Connection:
    """What the framework's connection of this thread stands on."""
    connection.ensure_connection()
    return connection.connection


def new_page(theme: str, **options: Any) -> Page:
    """A page with nothing of any other, in a theme."""
    context = chromium().new_context(reduced_motion="reduce", base_url=served(), **options)
    context.add_init_script(f"localStorage.getItem('aperture.theme') ?? localStorage.setItem('aperture.theme', '{theme}')")
    page = context.new_page()
    page.set_default_timeout(PATIENCE_MS)
    return page


def leave(page: Page) -> None:
    """Go away from the application, and forget what it kept in the browser and what was done to its requests."""
    page.unroute_all()
    page.goto("about:blank")
    page.context.clear_cookies()
    storage = page.context.new_cdp_session(page)
    storage.send("Storage.clearDataForOrigin", {"origin": served(), "storageTypes": "local_storage"})
    storage.detach()


class BrowserCase(TransactionTestCase):
    """Each test begins on fresh demo data. What a page complains of is gathered in ``wrong``."""

    def setUp(self) -> None:
        INSIDE.leave()
        demo_data().backup(database())
        self.ilse = get_user_model().objects.get(username="demo.ilse")
        self.day = Outing.objects.get(person=self.ilse)
        self.situation = Situation.objects.get(outing=self.day, document__title="Terns over the bar")
        self.wrong: list[str] = []
        self.in_use = False

    def _fixture_teardown(self) -> None:
        """What a test leaves is overwritten where the next begins, and emptied after the last of its class."""

    @classmethod
    def tearDownClass(cls) -> None:
        call_command("flush", verbosity=0, interactive=False, inhibit_post_migrate=True)
        super().tearDownClass()

    def open(
        self,
        path: str,
        *,
        theme: str = "paper",
        size: tuple[int, int] = DESK,
        signed_in: bool = True,
        still: bool = True,
        **options: Any,
    ) -> Page:
        """A page at a path, in a theme and size.

        The first of a test is the window that all tests use in turn. What stands beside it is apart, and so is a page in another
        theme, whose errors are looked for (not ``still``), or that has options of its own.
        """
        if options or not still or self.in_use or theme != "paper":
            page = new_page(theme, **options)
            self.addCleanup(page.context.close)
        else:
            page = window()
            self.in_use = True
            self.addCleanup(leave, page)
        page.set_viewport_size({"width": size[0], "height": size[1]})
        if signed_in:
            client = Client()
            client.force_login(self.ilse)
            page.context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": served()}])
        if still:
            self.listen(page)
        page.goto(path)
        self.answered(page)
        return page

    def listen(self, page: Page) -> None:
        """Gather errors of the console, of the page and of the server, and requests that leave it.

        A 412 is no error: it is how a save that crossed another is told, and the screen answers it.
        """
        loud, own = ("error", "warning"), (served(), "data:", "blob:")
        heard: dict[Any, Callable[[Any], Any]] = {
            "console": lambda m: self.wrong.append(f"console: {m.text}") if m.type in loud and "412" not in m.text else None,
            "pageerror": lambda e: self.wrong.append(f"page: {e}"),
            "response": lambda r: self.wrong.append(f"{r.status} {r.url}") if r.status >= 500 else None,
            "request": lambda r: None if r.url.startswith((*own, "about:")) else self.wrong.append(f"foreign: {r.url}"),
        }
        for event, told in heard.items():
            self.hear(page, event, told)

    def hear(self, page: Page, event: Any, told: Callable[[Any], Any]) -> None:
        """Be told of what happens on a page while the test lasts."""
        page.on(event, told)
        self.addCleanup(page.remove_listener, event, told)

    @property
    def settings_there(self) -> int:
        """How many settings the body of the situation has with its lens."""
        body, lens = self.situation.document["body"], self.situation.document["lens"]
        return len(settings_of(BodyForm(**BODIES[body]).value(body), LensForm(**LENSES[lens]).value(lens)))

    def answered(self, page: Page) -> None:
        """Wait until what was done is drawn, and the page waits for nothing: every answer is there and drawn, too."""
        page.evaluate("() => new Promise(drawn => requestAnimationFrame(() => requestAnimationFrame(drawn)))")
        page.locator("html:not([data-busy])").wait_for(state="attached")

    def answer_late(self, page: Page, method: str) -> None:
        """From now on what is asked in this way is answered in nine tenths of a second only."""
        page.evaluate(LATE_ANSWERS, method)

    def walk_to(self, page: Page, path: str) -> None:
        """Go on to another path as a link within the application does, once the page stands: before, its first path would win."""
        self.answered(page)
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
