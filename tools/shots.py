"""Remake docs/screenshots/ from the demo data: one picture of each main view, some in the other themes and on a phone."""

from __future__ import annotations

import sys
import tempfile
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, sync_playwright

sys.path.insert(0, str(Path(__file__).resolve().parent.parent / "backend"))

from serving import ROOT, running

from links.tests.standing_in import CODE, standing_in
from studio.tests.chromium import CHROMIUM, DESK, FLAGS, PHONE, choose

SHOTS = ROOT / "docs" / "screenshots"


def tell(page: Page, text: str) -> None:
    """Open the situation of this title at the bench."""
    page.goto("/")
    page.get_by_role("link", name=text, exact=True).click()
    page.get_by_role("spinbutton", name="time").wait_for()


def picture(page: Page, name: str, *, whole: bool = False) -> None:
    """Take it once nothing moves any more."""
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(300)
    page.screenshot(path=SHOTS / f"{name}.png", full_page=whole)
    print(f"docs/screenshots/{name}.png")


def opened(browser: Any, base: str, theme: str, size: tuple[int, int]) -> Page:
    """A page signed in as a demo photographer."""
    context = browser.new_context(viewport={"width": size[0], "height": size[1]}, base_url=base, reduced_motion="reduce")
    context.add_init_script(f"localStorage.setItem('aperture.theme', '{theme}')")
    page = context.new_page()
    page.goto("/enter")
    page.get_by_role("button", name="demo.ilse").click()
    page.get_by_role("heading", name="Lantern-boat week").wait_for()
    return page


def door(browser: Any, base: str) -> None:
    """What one sees who is not signed in."""
    context = browser.new_context(viewport={"width": DESK[0], "height": DESK[1]}, base_url=base, reduced_motion="reduce")
    page = context.new_page()
    page.goto("/enter")
    page.wait_for_function("() => { const i = document.querySelector('.place img'); return i && i.complete && i.naturalWidth }")
    picture(page, "door")


def came_back(page: Page) -> None:
    """Frames of the day, two of them beside each other."""
    page.get_by_role("link", name="what came back", exact=True).click()
    page.locator(".along svg").nth(1).wait_for()
    page.get_by_role("button", name="look through the frames of Sprint heats off the quay").click()
    page.locator(".sheet .plain:focus").wait_for()
    for key in ("ArrowRight", "ArrowRight", "ArrowRight", "c", "s"):
        page.keyboard.press(key)
    page.get_by_text("None of its burst is sharper.").wait_for()
    page.locator(".judge").evaluate("one => window.scrollTo(0, one.getBoundingClientRect().top + window.scrollY - 260)")
    picture(page, "came-back")


def views(browser: Any, base: str) -> None:
    """Every main view."""
    door(browser, base)
    page = opened(browser, base, "paper", DESK)
    tell(page, "Terns over the bar")
    picture(page, "bench")
    page.keyboard.press("c")
    page.get_by_text("Set, in this order").wait_for()
    page.goto("/")
    page.locator(".scene img").nth(6).wait_for()
    drawn(page)
    picture(page, "outings")
    page.goto("/kit")
    picture(page, "kit")
    page.goto("/")
    came_back(page)
    settings(page)
    dusk = opened(browser, base, "dusk", DESK)
    tell(dusk, "Terns over the bar")
    dusk.keyboard.press("r")
    dusk.locator(".ruler").wait_for()
    dusk.keyboard.press("Shift+O")
    dusk.get_by_role("button", name="see point beside").wait_for()
    rehearsed(dusk, "focus", ".little")
    red = opened(browser, base, "red", DESK)
    tell(red, "The causeway under the stars")
    red.get_by_text("The stars in this frame").click()
    red.locator(".around svg").wait_for()
    red.get_by_text("As the sky goes").evaluate("one => scrollTo(0, one.getBoundingClientRect().top + scrollY - 150)")
    picture(red, "bench-red")
    tell(page, "Boathouse wedding, one bright doorway")
    page.keyboard.press("r")
    rehearsed(page, "rehearse")
    phone = opened(browser, base, "paper", PHONE)
    tell(phone, "Sprint heats off the quay")
    phone.get_by_role("button", name="Make the pocket card").click()
    phone.get_by_text("Set, in this order").wait_for()
    picture(phone, "card-paper")
    tell(phone, "Terns over the bar")
    phone.get_by_role("link", name="settings", exact=False).first.click()
    phone.locator(".part").first.wait_for()
    phone.get_by_role("link", name="The way through the menus").click()
    phone.get_by_role("button", name="Look everything up instead").click()
    phone.get_by_role("checkbox").first.check()
    phone.locator(".way .done").wait_for()
    picture(phone, "walk")
    plugged_in(page)  # what it reads is known from then on: last of all


def plugged_in(page: Page) -> None:
    """A body that was loaded, once somebody brushed past two of its wheels."""
    tell(page, "Sprint heats off the quay")
    situation = page.url.split("?")[0].rsplit("/", 1)[1]
    with standing_in() as body:
        page.goto(f"/kit/bodies/merrow-swift-20/link?situation={situation}")
        page.get_by_label("where it answers").fill(body.address)
        page.get_by_label("code on its screen").fill(CODE)
        page.get_by_role("button", name="Pair", exact=True).click()
        body.do("stand", at=1)
        page.get_by_role("button", name="Load it for me").click()
        page.get_by_text("It holds").wait_for()
        for setting, by in (("shutter_time", -4), ("drive_mode", -2), ("file_format", 9)):
            body.do("wheel", setting=setting, by=by)
        body.do("fire", by=3)
        page.get_by_text("differ since it was written").wait_for()
        page.locator(".last img").first.wait_for()
        picture(page, "plugged-in")


def drawn(page: Page) -> None:
    """Once every still that is looked at has come."""
    page.wait_for_function("() => [...document.querySelectorAll('main img')].every(one => one.complete)")


def rehearsed(page: Page, name: str, drawn: str = ".strip img") -> None:
    """The rehearsal, once its frames are drawn."""
    page.locator(drawn).first.wait_for()
    page.wait_for_function("() => !('busy' in document.documentElement.dataset)")
    page.evaluate("scrollTo(0, 0)")
    picture(page, name)


def settings(page: Page) -> None:
    """The views of settings."""
    tell(page, "Sprint heats off the quay")
    page.get_by_role("link", name="settings", exact=False).first.click()
    page.locator(".ticks").wait_for()
    page.locator("[data-setting='focus_activation']").click()
    page.locator("#set-focus_activation").wait_for()
    page.evaluate("scrollTo(0, 0)")
    picture(page, "settings")
    page.goto("/")
    page.get_by_role("link", name="checks", exact=True).click()
    page.locator(".check").first.wait_for()
    picture(page, "checks")
    page.goto("/")
    page.get_by_role("link", name="slots", exact=True).click()
    page.get_by_text("presses on the day").first.wait_for()
    drawn(page)
    picture(page, "slots")
    page.goto("/")
    page.get_by_role("link", name="fingers", exact=True).click()
    choose(page.get_by_label("which body"), "Merrow Swift, 20 MP")
    page.get_by_role("button", name="Give the roles as computed").click()
    page.get_by_role("button", name="Roles are as computed").wait_for()
    picture(page, "fingers")
    page.goto("/kit/bodies/merrow-swift-20/first")
    page.get_by_text("steps left").first.wait_for()
    page.get_by_role("button", name="Displays and preview").click()
    picture(page, "first-day")
    tell(page, "First light on the causeway")
    page.get_by_role("link", name="settings", exact=False).first.click()
    page.get_by_role("link", name="Does another’s fit me?").click()
    choose(page.get_by_label("what to carry over"), "Sprint heats off the quay, Merrow Swift, 20 MP")
    page.locator(".sides").wait_for()
    picture(page, "fits")
    page.goto("/guide/look")
    picture(page, "guide")
    page.goto("/kit/bodies/merrow-swift-20")
    picture(page, "words")


def main() -> int:
    """All pictures anew; old ones that are no longer made go."""
    SHOTS.mkdir(parents=True, exist_ok=True)
    for old in SHOTS.glob("*.png"):
        old.unlink()
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright, running(Path(folder), frames=True) as port:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        views(browser, f"http://127.0.0.1:{port}")
        browser.close()
    return 0


if __name__ == "__main__":
    sys.exit(main())
